"""Which way lanes run over a field: where most stops lie, with few lanes, across a steep fall, best in the wind."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise

from ergamot.core.errors import OutOfRange
from ergamot.core.ground.field import Field
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.strips import Ground, stops_in
from ergamot.core.units import Quantity, say

SHIFTS = (
    4  # of the first lane across its own width that are tried; judgement: more find hardly a stop; may move
)
EVERY_DEG = (
    15  # headings tried besides those of the edges; judgement: the edges are nearly always best; may move
)
MOST_EDGES = 8  # the longest are tried; may move: hardly a field has more
NEARLY = 0.98  # of the most stops are enough where fewer lanes give them; judgement: each lane is a turn; may move: stops come in whole lanes
LANES_SPARE = 1.15  # so many times the fewest lanes are borne where the wind is met better; judgement; may move: lanes are whole
STEEP_PERCENT = 10.0  # from here lanes run across the fall of the ground; judgement: a pen gets away downhill
ACROSS_DEG = 15.0  # off the level line are still across
MOST_STOPS = 20_000  # may move: years of moves


@dataclass(frozen=True)
class Lie:
    """What else decides which way lanes run: how steep the ground falls, percent, and towards where; where the wind comes
    from, as compass degrees, and the gust the pen stands with the wind on each of its sides, front first, turning left."""

    slope_percent: float = 0.0
    falls_deg: float | None = None
    wind_from_deg: float | None = None
    gusts_ms: tuple[float, ...] = ()

    def across_the_fall(self, heading_deg: float) -> bool:
        """Does a heading run across ground that is steep? On other ground every one will do."""
        if self.falls_deg is None or self.slope_percent < STEEP_PERCENT:
            return True
        off = abs((heading_deg - self.falls_deg) % 180 - 90)
        return off <= ACROSS_DEG

    def stands_ms(self, heading_deg: float) -> float:
        """The gust the pen stands on lanes of a heading, up them or down, whichever is less; 0 where nothing is known."""
        if self.wind_from_deg is None or not self.gusts_ms:
            return 0.0
        step = 360 / len(self.gusts_ms)
        sides = (round(((way - self.wind_from_deg) % 360) / step) for way in (heading_deg, heading_deg + 180))
        return min(self.gusts_ms[side % len(self.gusts_ms)] for side in sides)


@dataclass(frozen=True)
class Way:
    """One way of laying lanes: their heading, how far in the first begins, how many stops and lanes that gives."""

    heading_deg: float
    shift_m: float
    count: int
    lanes: int


def best_way(ground: Ground, field: Field, pen: PenSize, lie: Lie) -> Way:
    """Which way lanes run: where nearly most stops lie, with few lanes, across steep ground, best in the wind.

    Args: ground, that is free; field, it lies in; pen, its size; lie, of the ground and the wind.
    Returns: the Way.
    Raises: OutOfRange when the pen fits nowhere, or the stops would be too many to plan.
    Source: geometry; common practice.

    >>> from ergamot.core.ground.field import rectangle
    >>> field = rectangle(40, 12, 0)
    >>> best_way(Ground(field.free()), field, PenSize(3, 2, 3.5, 2.3), Lie()).heading_deg
    0
    """
    if field.area_m2 / pen.area_m2 > MOST_STOPS:
        raise OutOfRange("outline", round(field.area_m2), f"at most {MOST_STOPS} stops of this pen")
    ways = []
    for heading in _headings(field, lie):
        for shift in range(SHIFTS):
            runs = ground.runs(pen, heading, shift * pen.width_m / SHIFTS)
            count = sum(stops_in(run, pen) for run in runs)
            ways.append(Way(heading, shift * pen.width_m / SHIFTS, count, len({run.lane for run in runs})))
    most = max(way.count for way in ways)
    if not most:
        raise too_small(field, pen)
    enough = [way for way in ways if way.count >= NEARLY * most]
    fewest = min(way.lanes for way in enough)
    return min(
        (way for way in enough if way.lanes <= LANES_SPARE * fewest),
        key=lambda way: (-round(2 * lie.stands_ms(way.heading_deg)), way.lanes, -way.count),
    )


def _headings(field: Field, lie: Lie) -> list[float]:
    """Those worth trying: the field's own; else of its longest edges, and some between; on steep ground those across."""
    if field.heading_deg is not None:
        return [field.heading_deg]
    ring = [*field.outline, field.outline[0]]
    edges = sorted(pairwise(ring), key=lambda pair: -math.dist(*pair))[:MOST_EDGES]
    along = [math.degrees(math.atan2(b[0] - a[0], b[1] - a[1])) % 180 for a, b in edges]
    found = dict.fromkeys(round(one, 3) for one in (*along, *range(0, 180, EVERY_DEG)))
    across = [] if lie.falls_deg is None else [(lie.falls_deg + 90) % 180]
    return [one for one in found if lie.across_the_fall(one)] or across


def too_small(field: Field, pen: PenSize) -> OutOfRange:
    """A field in which a pen finds no place to stand.

    Args: field; pen, its size.
    Returns: the OutOfRange, to be raised.
    Source: geometry.

    >>> from ergamot.core.ground.field import rectangle
    >>> too_small(rectangle(4, 2, 0), PenSize(5, 2, 5, 2)).field
    'outline'
    """
    long, wide = (Quantity(each, "m") for each in (pen.overall_length_m, pen.overall_width_m))
    size = f"{say(long)} by {say(wide)} ({say(long, 'imperial')} by {say(wide, 'imperial')})"
    kept = " off what stands in it" if field.obstacles else ""
    return OutOfRange(
        "outline",
        say(Quantity(field.narrow_m, "m")),
        f"room for {size}",
        f"The pen is {size} with its handles and wheels: it finds no place to stand here{kept}",
    )
