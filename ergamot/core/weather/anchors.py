"""What would hold a pen in the keeper's gust: the fewest anchors of each kind and where, or ballast instead."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np

from ergamot.core.catalogue import Anchor, Ground
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.parts.anchorage import LAYOUTS, MOST_PAIRS, anchor_places
from ergamot.core.units import G
from ergamot.core.weather.loads import arm_inside
from ergamot.core.weather.resistance import DOWN_SHARE, STRAP_DEG, drag_per_pull, windward
from ergamot.core.weather.speed import PRESSURE
from ergamot.core.weather.threshold import Stability

NOTE = (
    f"Anchors stay behind: their straps come off before every move. Straps at {STRAP_DEG:.0f}°. Holds are for firm soil and "
    "vary by half either way: pull on one of yours before trusting it."
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
    """What is missing in a gust, for each case (direction and run of roof values): N, N and N m.

    `tip` is by edge, (edges, cases). Nothing is below 0.
    """

    lift: np.ndarray
    slide: np.ndarray
    tip: np.ndarray


def shortfall(stable: Stability, gust_ms: float) -> Shortfall:
    """What weight and friction alone leave to be held in a gust at 10 m.

    Args: stable, of a pen; gust_ms, 0 to 60.
    Returns: the Shortfall.
    Source: statics of a rigid body; q = 0.613·V².

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.resistance import Holding
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
        np.maximum(0, q * loads.overturning.sum(axis=1) - resists.tip[:, None]),
    )


def pull_on_each(stable: Stability, lacks: Shortfall, places_m: tuple[Flat, ...]) -> float:
    """The pull on each of a set of anchors that share alike, in the worst case of the three ways to move.

    Args: stable; lacks, what they have to hold; places_m of the anchors, m.
    Returns: N; infinite where they can do nothing against it.
    Source: statics of straps at 45°; against sliding only those on the windward half count.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.resistance import Holding
    >>> from ergamot.core.weather.threshold import stability
    >>> low = pen()
    >>> stable = stability(wind_body(low), Holding(60.0, (1.5, 0.0), 0.45), 0.03)
    >>> pull_on_each(stable, shortfall(stable, 1.0), ())
    0.0
    """
    count = len(places_m)
    if not count:
        return math.inf if max(lacks.lift.max(), lacks.slide.max(), lacks.tip.max()) > 1e-6 else 0.0
    pull = float(lacks.lift.max()) / (DOWN_SHARE * count)
    on = windward(places_m, stable.loads.body.middle, stable.loads.up_wind).sum(axis=0)
    per = on * drag_per_pull(stable.holding.friction)
    slide = np.divide(lacks.slide, per, out=np.full(len(per), math.inf), where=per > 0)
    pull = max(pull, float(np.where(lacks.slide > 1e-6, slide, 0).max()))
    for edge, moment in zip(stable.loads.edges, lacks.tip, strict=True):
        arms = DOWN_SHARE * sum(arm_inside(edge, place) for place in places_m)
        most = float(moment.max())
        if most > 1e-6:
            pull = max(pull, most / arms if arms > 0 else math.inf)
    return pull


def fewest(
    stable: Stability,
    gust_ms: float,
    rows: Iterable[Anchor],
    ground: Ground,
    contacts: tuple[Flat, ...],
) -> tuple[Anchorage, ...]:
    """The fewest pairs of each kind of anchor that hold a pen in a gust, laid out where they are pulled least.

    Args: stable, of the pen without anchors; gust_ms at 10 m, 0 to 60; rows, the kinds; ground; contacts,
        mm, of what stands on the ground.
    Returns: an Anchorage for each kind; no pairs when it stands by itself, None when six do not hold.
    Source: working holds of the catalogue times the ground's factor; equal shares.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.resistance import Holding
    >>> from ergamot.core.weather.threshold import stability
    >>> low = pen()
    >>> stable = stability(wind_body(low), Holding(60.0, (1.5, 0.0), 0.45), 0.03)
    >>> [one.pairs for one in fewest(stable, 1.0, [c.anchors["rebar"]], c.grounds["moist"], low.contacts)]
    [0]
    """
    lacks = shortfall(stable, gust_ms)
    best: list[tuple[float, str, tuple[Flat, ...]]] = []  # by pairs, worked out as far as is asked

    def laid(pairs: int) -> tuple[float, str, tuple[Flat, ...]]:
        while len(best) <= pairs:
            found = [(layout, anchor_places(contacts, len(best), layout)) for layout in LAYOUTS]
            pulled = [(_pull(stable, lacks, places), layout, places) for layout, places in found]
            best.append(min(pulled, key=lambda one: one[0]))
        return best[pairs]

    def tying(row: Anchor) -> Anchorage:
        holds = row.hold_n * ground.anchor_factor
        for pairs in range(MOST_PAIRS + 1):
            pull, layout, places = laid(pairs)
            if pull <= holds:
                return Anchorage(row, pairs, layout, places, pull, holds)
        return Anchorage(row, None, layout, places, pull, holds)

    return tuple(tying(row) for row in rows)


def _pull(stable: Stability, lacks: Shortfall, places: tuple[Flat, ...]) -> float:
    return pull_on_each(stable, lacks, tuple((x / 1000, y / 1000) for x, y in places))


def ballast_kg(stable: Stability, gust_ms: float) -> float:
    """Weight shared between the middles of both side rails that would hold the pen instead of anchors.

    Args: stable, of the pen without anchors; gust_ms at 10 m, 0 to 60.
    Returns: kg; 0 when it stands by itself.
    Source: statics of a rigid body: the ballast's centre is the footprint's.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.resistance import Holding
    >>> from ergamot.core.weather.threshold import stability
    >>> low = pen()
    >>> stable = stability(wind_body(low), Holding(60.0, (1.5, 0.0), 0.45), 0.03)
    >>> ballast_kg(stable, 1.0)
    0.0
    """
    lacks = shortfall(stable, gust_ms)
    needed = max(float(lacks.lift.max()), float(lacks.slide.max()) / stable.holding.friction)
    for edge, moment in zip(stable.loads.edges, lacks.tip, strict=True):
        arm = arm_inside(edge, stable.loads.body.middle)
        needed = max(needed, float(moment.max()) / arm if arm > 0 else 0.0)
    return needed / G
