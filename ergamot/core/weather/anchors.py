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
from ergamot.core.weather.holding import DOWN_SHARE, STRAP_DEG, drag_per_pull, windward
from ergamot.core.weather.speed import AIR
from ergamot.core.weather.stability import Stability, arm_inside, overturning_arms
from ergamot.core.weather.surfaces import WindBody

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


def shortfall(body: WindBody, stable: Stability, gust_ms: float) -> Shortfall:
    """What weight and friction alone leave to be held in a gust at 10 m.

    Args: body; stable, its stability; gust_ms, 0 to 60.
    Returns: the Shortfall.
    Source: statics of a rigid body; q = 0.613·V².
    """
    q = AIR * (gust_ms * stable.factor) ** 2
    loads, held = stable.loads, stable.holding
    tip = [
        q * overturning_arms(body, loads, edge).sum(axis=0) - held.weight_n * arm_inside(edge, held.centre_m)
        for edge in stable.edges
    ]
    return Shortfall(
        np.maximum(0, q * loads.uplift - held.weight_n),
        np.maximum(0, q * (loads.drag + held.friction * loads.uplift) - held.friction * held.weight_n),
        np.maximum(0, np.array(tip)),
    )


def pull_on_each(body: WindBody, stable: Stability, lacks: Shortfall, places_m: tuple[Flat, ...]) -> float:
    """The pull on each of a set of anchors that share alike, in the worst case of the three ways to move.

    Args: body; stable; lacks, what they have to hold; places_m of the anchors, m.
    Returns: N; infinite where they can do nothing against it.
    Source: statics of straps at 45°; against sliding only those on the windward half count.
    """
    count = len(places_m)
    if not count:
        return math.inf if max(lacks.lift.max(), lacks.slide.max(), lacks.tip.max()) > 1e-6 else 0.0
    pull = float(lacks.lift.max()) / (DOWN_SHARE * count)
    on = windward(places_m, body.middle, stable.loads.up_wind).sum(axis=0)
    per = on * drag_per_pull(stable.holding.friction)
    slide = np.divide(lacks.slide, per, out=np.full(len(per), math.inf), where=per > 0)
    pull = max(pull, float(np.where(lacks.slide > 1e-6, slide, 0).max()))
    for edge, moment in zip(stable.edges, lacks.tip, strict=True):
        arms = DOWN_SHARE * sum(arm_inside(edge, place) for place in places_m)
        most = float(moment.max())
        if most > 1e-6:
            pull = max(pull, most / arms if arms > 0 else math.inf)
    return pull


def fewest(
    body: WindBody,
    stable: Stability,
    gust_ms: float,
    rows: Iterable[Anchor],
    ground: Ground,
    contacts: tuple[Flat, ...],
) -> tuple[Anchorage, ...]:
    """The fewest pairs of each kind of anchor that hold a pen in a gust, laid out where they are pulled least.

    Args: body; stable, of the pen without anchors; gust_ms at 10 m, 0 to 60; rows, the kinds; ground; contacts,
        mm, of what stands on the ground.
    Returns: an Anchorage for each kind; no pairs when it stands by itself, None when six do not hold.
    Source: working holds of the catalogue times the ground's factor; equal shares.
    """
    lacks = shortfall(body, stable, gust_ms)
    best: list[tuple[float, str, tuple[Flat, ...]]] = []  # by pairs, worked out as far as is asked

    def laid(pairs: int) -> tuple[float, str, tuple[Flat, ...]]:
        while len(best) <= pairs:
            found = [(layout, anchor_places(contacts, len(best), layout)) for layout in LAYOUTS]
            pulled = [(_pull(body, stable, lacks, places), layout, places) for layout, places in found]
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


def _pull(body: WindBody, stable: Stability, lacks: Shortfall, places: tuple[Flat, ...]) -> float:
    return pull_on_each(body, stable, lacks, tuple((x / 1000, y / 1000) for x, y in places))


def ballast_kg(body: WindBody, stable: Stability, gust_ms: float) -> float:
    """Weight shared between the middles of both side rails that would hold the pen instead of anchors.

    Args: body; stable, of the pen without anchors; gust_ms at 10 m, 0 to 60.
    Returns: kg; 0 when it stands by itself.
    Source: statics of a rigid body: the ballast's centre is the footprint's.
    """
    lacks = shortfall(body, stable, gust_ms)
    needed = max(float(lacks.lift.max()), float(lacks.slide.max()) / stable.holding.friction)
    for edge, moment in zip(stable.edges, lacks.tip, strict=True):
        arm = arm_inside(edge, body.middle)
        needed = max(needed, float(moment.max()) / arm if arm > 0 else 0.0)
    return needed / G
