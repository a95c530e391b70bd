"""What would hold a pen in the keeper's gust: the fewest anchors of each kind and where, or ballast instead."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache

import numpy as np

from ergamot.core.catalogue import Anchor, Ground
from ergamot.core.frame.footing import Stake
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.parts.anchorage import LAYOUTS, MOST_PAIRS, anchor_places, laid_out
from ergamot.core.units import G
from ergamot.core.weather.holding import DOWN_SHARE, STRAP_DEG
from ergamot.core.weather.loads import arm_inside
from ergamot.core.weather.resistance import drag_per_pull, ends_on, facing
from ergamot.core.weather.speed import PRESSURE
from ergamot.core.weather.threshold import Stability

FELT = 1e-6  # N or N m, of arithmetic: less is nothing missing; may move
FACING = 1e-9  # of arithmetic: a strap square to the wind holds nothing; may move
NOTE = (
    f"Anchors stay behind: their straps come off before every move. Straps at {STRAP_DEG:.0f}°. They are counted on for half "
    "of what they hold in firm soil, since spots differ so: pull on one of yours before trusting it."
)


@dataclass(frozen=True)
class Anchorage:
    """Pairs of one kind of anchor: how they are laid out, where (mm), the pull on each in the gust (N), and what each
    holds (N). `pairs` is None when as many as there is room for do not hold.
    """

    row: Anchor
    pairs: int | None
    layout: str
    places: tuple[Flat, ...]
    pull_n: float
    holds_n: float


@dataclass(frozen=True)
class Shortfall:
    """What is missing in a gust, for each case (direction and run of roof values): N, N, N, N and N m.

    `hung` is what straps alone would have to hold where the wind lifts it off its rails and leaves no grip. `roll` is along the pen, where it stands on wheels in part; `tip` is by edge, (edges, cases). Nothing is below 0.
    """

    lift: np.ndarray
    slide: np.ndarray
    hung: np.ndarray
    roll: np.ndarray
    tip: np.ndarray

    @property
    def most(self) -> float:
        return float(max(one.max() for one in (self.lift, self.slide, self.roll, self.tip)))


def shortfall(stable: Stability, gust_ms: float) -> Shortfall:
    """What weight and friction alone leave to be held in a gust at 10 m.

    Args: stable, of a pen; gust_ms, 0 to 60.
    Returns: the Shortfall.
    Source: statics of a rigid body; q = 0.613·V².

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.holding import Holding
    >>> from ergamot.core.weather.threshold import stability
    >>> low = pen()
    >>> stable = stability(wind_body(low), Holding(60.0, (1.5, 0.0), 0.45), 0.03)
    >>> float(shortfall(stable, 1.0).slide.max())
    0.0
    """
    q = PRESSURE.of(V_local=gust_ms * stable.factor)
    loads, resists = stable.loads, stable.resists
    return Shortfall(
        np.maximum(0, q * loads.uplift - resists.lift),
        np.maximum(0, q * loads.sliding(stable.holding.friction) - resists.slide),
        np.maximum(0, q * loads.sliding(0.0) - resists.straps),
        np.zeros(len(loads.up_wind))
        if stable.holding.rolling is None or resists.roll is None
        else np.maximum(0, q * loads.rolling(stable.holding.rolling) - resists.roll),
        np.maximum(0, q * loads.tipping - resists.tip[:, None]),
    )


def pull_on_each(stable: Stability, lacks: Shortfall, stakes: tuple[Stake, ...]) -> float:
    """The pull on each of a set of anchors that share alike, in the worst case of the three ways to move.

    Args: stable; lacks, what they have to hold; stakes of the anchors, mm.
    Returns: N; infinite where they can do nothing against it.
    Source: statics of straps at 45°; against sliding each holds along itself.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.holding import Holding
    >>> from ergamot.core.weather.threshold import stability
    >>> low = pen()
    >>> stable = stability(wind_body(low), Holding(60.0, (1.5, 0.0), 0.45), 0.03)
    >>> pull_on_each(stable, shortfall(stable, 1.0), ())
    0.0
    """
    if not stakes:
        return math.inf if lacks.most > FELT else 0.0
    places_m = np.array([[one.place for one in stakes]]) / 1000
    ways = np.array([[one.away for one in stakes]])
    return float(_pulls(stable, lacks, places_m, ways, np.ones(ways.shape[:2]))[0])


def _pulls(
    stable: Stability, lacks: Shortfall, places_m: np.ndarray, ways: np.ndarray, there: np.ndarray
) -> np.ndarray:
    """(sets,) N, the pull on each anchor of some sets: (sets, stakes, 2) where they stand, m, and their ways out;
    (sets, stakes) 1 for each that is there, else 0."""
    up_wind, friction = stable.loads.up_wind, stable.holding.friction
    pull = lacks.lift.max() / (DOWN_SHARE * there.sum(axis=1))

    def against(wind: np.ndarray) -> np.ndarray:
        return np.asarray(
            (facing(ways.reshape(-1, 2), wind).reshape(*there.shape, -1) * there[:, :, None]).sum(axis=1)
        )

    stands_against = against(up_wind)
    slides = np.minimum(
        _against(lacks.slide, stands_against, friction), _against(lacks.hung, stands_against, 0.0)
    )
    pull = np.maximum(pull, slides.max(axis=1))
    if stable.holding.rolling is not None:
        rolls = _against(lacks.roll, against(ends_on(up_wind)), stable.holding.rolling)
        pull = np.maximum(pull, rolls.max(axis=1))
    arms = stable.loads.arms(places_m.reshape(-1, 2)).reshape(-1, *there.shape)
    about = DOWN_SHARE * (arms * there).sum(axis=2).T
    return np.asarray(np.maximum(pull, _over(lacks.tip.max(axis=1), about, 0.0).max(axis=1)))


def _against(lacks: np.ndarray, facing_all: np.ndarray, friction: float) -> np.ndarray:
    """The pull on each that makes up what is missing against the wind, for each case, of how much of all pulls stands
    against it; infinite where none does."""
    per = facing_all * drag_per_pull(friction)
    return _over(lacks, per, FACING)


def _over(lacks: np.ndarray, per: np.ndarray, least: float) -> np.ndarray:
    """What is missing over what a newton in each makes up; nothing where nothing is missing, infinite where none does."""
    each = np.divide(lacks, per, out=np.full(per.shape, math.inf), where=per > least)
    return np.where(lacks > FELT, each, 0.0)


def fewest(
    stable: Stability,
    gust_ms: float,
    rows: Iterable[Anchor],
    ground: Ground,
    contacts: tuple[Flat, ...],
    sure: float = 1.0,
) -> tuple[Anchorage, ...]:
    """The fewest pairs of each kind of anchor that hold a pen in a gust, laid out where they are pulled least.

    Args: stable, of the pen without anchors; gust_ms at 10 m, 0 to 60; rows, the kinds; ground; contacts,
        mm, of what stands on the ground; sure, of what an anchor is told to hold the share it is counted on for.
    Returns: an Anchorage for each kind; no pairs when it stands by itself, None when six do not hold.
    Source: working holds of the catalogue times the ground's factor; equal shares.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.holding import Holding
    >>> from ergamot.core.weather.threshold import stability
    >>> low = pen()
    >>> stable = stability(wind_body(low), Holding(60.0, (1.5, 0.0), 0.45), 0.03)
    >>> [one.pairs for one in fewest(stable, 1.0, [c.anchors["rebar"]], c.grounds["moist"], low.contacts)]
    [0]
    """
    lacks = shortfall(stable, gust_ms)
    held = [(row, sure * row.hold_n * ground.anchor_factor) for row in rows]
    if lacks.most <= FELT:
        return tuple(Anchorage(row, 0, next(iter(LAYOUTS)), (), 0.0, holds) for row, holds in held)
    pulls = _laid_about(stable, lacks, contacts)
    least = pulls.min(axis=1)

    def tying(row: Anchor, holds: float) -> Anchorage:
        enough = np.flatnonzero(least <= holds)
        at = int(enough[0]) if len(enough) else MOST_PAIRS - 1
        layout = [*LAYOUTS][int(pulls[at].argmin())]
        places = tuple(one.place for one in anchor_places(contacts, at + 1, layout))
        pairs = at + 1 if len(enough) else None
        return Anchorage(row, pairs, layout, places, float(least[at]), holds)

    return tuple(tying(row, holds) for row, holds in held)


def _laid_about(stable: Stability, lacks: Shortfall, contacts: tuple[Flat, ...]) -> np.ndarray:
    """(pairs, layouts) N: the pull on each anchor of one to six pairs, laid out each way."""
    shares, ways, there = _laid_out()
    on = np.array(contacts)
    places_m = (on.min(axis=0) + shares * np.ptp(on, axis=0)) / 1000
    return _pulls(stable, lacks, places_m, ways, there).reshape(MOST_PAIRS, len(LAYOUTS))


@cache
def _laid_out() -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """Every way anchors are laid out about any pen, of one pair to six: (sets, stakes, 2) shares of its length and width,
    (sets, stakes, 2) ways out, (sets, stakes) 1 for each that is there."""
    sets = [laid_out(pairs, layout) for pairs in range(1, MOST_PAIRS + 1) for layout in LAYOUTS]
    shares, ways = np.zeros((2, len(sets), 2 * MOST_PAIRS, 2))
    there = np.zeros((len(sets), 2 * MOST_PAIRS))
    for i, stakes in enumerate(sets):
        shares[i, : len(stakes)], ways[i, : len(stakes)] = zip(*stakes, strict=True)
        there[i, : len(stakes)] = 1.0
    return shares, ways, there


def ballast_kg(stable: Stability, gust_ms: float) -> float:
    """Weight shared between the middles of both side rails that would hold the pen instead of anchors.

    Args: stable, of the pen without anchors; gust_ms at 10 m, 0 to 60.
    Returns: kg; 0 when it stands by itself.
    Source: statics of a rigid body: the ballast's centre is the footprint's.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.holding import Holding
    >>> from ergamot.core.weather.threshold import stability
    >>> low = pen()
    >>> stable = stability(wind_body(low), Holding(60.0, (1.5, 0.0), 0.45), 0.03)
    >>> ballast_kg(stable, 1.0)
    0.0
    """
    lacks = shortfall(stable, gust_ms)
    needed = max(float(lacks.lift.max()), float(lacks.slide.max()) / stable.holding.friction)
    if stable.holding.rolling:
        needed = max(needed, float(lacks.roll.max()) / stable.holding.rolling)
    for edge, moment in zip(stable.loads.edges, lacks.tip, strict=True):
        arm = arm_inside(edge, stable.loads.body.middle)
        needed = max(needed, float(moment.max()) / arm if arm > 0 else 0.0)
    return needed / G
