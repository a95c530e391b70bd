"""The way a pen goes from where it was built to the field: straight stretches, each with its narrowest place.

    north
      |        3 o field
      |         /
      |   2 o--o      each stretch ends where the next one bends away from it
      |     |
0 built o---o 1
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from ergamot.core.errors import OutOfRange, require_range

MOST_STRETCHES = 30
FURTHEST_M = 5000.0  # from where it was built; a farm, not a county
USUAL_WIDTH_MM, USUAL_ROOM_MM = 3000.0, 10000.0  # a field gate, a yard; judgement
SHORTEST_M = 0.5


@dataclass(frozen=True)
class Stretch:
    """Where a stretch ends, m east and north of where the way begins; its narrowest place; how it rises, percent
    (below 0 it falls); its ground, a key, "" for the farm's usual worst; and the room there is to turn at its end."""

    east_m: float
    north_m: float
    width_mm: float
    rise_percent: float
    ground: str
    room_mm: float


@dataclass(frozen=True)
class Leg:
    """A stretch as it is walked: which, how long, and how sharply the next one bends away (0 straight on)."""

    number: int
    stretch: Stretch
    length_m: float
    bend_deg: float


def checked_way(stretches: Sequence[Stretch]) -> tuple[Stretch, ...]:
    """Refuse a way no pen could go.

    Args: stretches, up to 30, each at least 0.5 m long and within 5 km of the start; widths and room 300 to 50000 mm;
        rises −25 to 25 %.
    Returns: them.
    Raises: OutOfRange, naming the figure and which stretch.
    Source: common practice.

    >>> len(checked_way([Stretch(0.0, 40.0, 2000.0, 0.0, "", 3000.0)]))
    1
    """
    if len(stretches) > MOST_STRETCHES:
        raise OutOfRange("way", len(stretches), f"at most {MOST_STRETCHES} stretches")
    for leg in legs(stretches):
        one, where = leg.stretch, f"way-{leg.number}"
        require_range(f"{where}-east_m", one.east_m, -FURTHEST_M, FURTHEST_M, "m")
        require_range(f"{where}-north_m", one.north_m, -FURTHEST_M, FURTHEST_M, "m")
        _limit(leg, "length", leg.length_m, SHORTEST_M, 2 * FURTHEST_M, "m")
        _limit(leg, "width_mm", one.width_mm, 300, 50000, "mm")
        _limit(leg, "room_mm", one.room_mm, 300, 50000, "mm")
        _limit(leg, "rise_percent", one.rise_percent, -25, 25, "%")
    return tuple(stretches)


SAID = {
    "length": "the length",
    "width_mm": "the narrowest place",
    "room_mm": "the room to turn",
    "rise_percent": "the rise",
}


def _limit(leg: Leg, name: str, value: float, low: float, high: float, unit: str) -> None:
    if not low <= value <= high:
        allowed = f"{low:g} to {high:g} {unit}"
        said = f"{SAID[name]} of stretch {leg.number} must be {allowed}"
        raise OutOfRange(f"way-{leg.number}-{name}", value, allowed, said)


def legs(stretches: Sequence[Stretch]) -> tuple[Leg, ...]:
    """The way as it is walked, first to last.

    Args: stretches.
    Returns: a Leg for each.
    Source: geometry.

    >>> way = [Stretch(0, 10, 3000, 0, "", 6000), Stretch(10, 10, 3000, 0, "", 6000)]
    >>> [(leg.length_m, leg.bend_deg) for leg in legs(way)]
    [(10.0, 90.0), (10.0, 0.0)]
    """
    points = [(0.0, 0.0), *((one.east_m, one.north_m) for one in stretches)]
    runs = [(b[0] - a[0], b[1] - a[1]) for a, b in itertools.pairwise(points)]
    headings = [math.degrees(math.atan2(east, north)) for east, north in runs]
    bends = [abs((b - a + 180) % 360 - 180) for a, b in itertools.pairwise(headings)]
    return tuple(
        Leg(i, one, math.hypot(*run), round(bend, 6))
        for i, (one, run, bend) in enumerate(zip(stretches, runs, (*bends, 0.0), strict=False), start=1)
    )


def lengthened(stretches: Sequence[Stretch], number: int, length_m: float) -> tuple[Stretch, ...]:
    """A way with one stretch made as long as was measured; all after it shift along.

    Args: stretches; number, from 1; length_m, 0.5 to 10000.
    Returns: the stretches.
    Raises: OutOfRange.
    Source: geometry.

    >>> way = [Stretch(0, 10, 3000, 0, "", 6000), Stretch(10, 10, 3000, 0, "", 6000)]
    >>> [(one.east_m, one.north_m) for one in lengthened(way, 1, 25)]
    [(0.0, 25.0), (10.0, 25.0)]
    """
    leg = legs(stretches)[number - 1]
    _limit(leg, "length", length_m, SHORTEST_M, 2 * FURTHEST_M, "m")
    before = stretches[number - 2] if number > 1 else None
    start = (before.east_m, before.north_m) if before else (0.0, 0.0)
    more = length_m / leg.length_m - 1
    east, north = (leg.stretch.east_m - start[0]) * more, (leg.stretch.north_m - start[1]) * more
    return tuple(
        one
        if i < number
        else replace(one, east_m=round(one.east_m + east, 3), north_m=round(one.north_m + north, 3))
        for i, one in enumerate(stretches, start=1)
    )


def longest_round_m(width_m: float, room_m: float, bend_deg: float) -> float:
    """The longest thing of a width that is got round a bend without turning it on the spot.

    Args: width_m, 0 or more; room_m, as wide before the bend as after it; bend_deg, 0 to 180.
    Returns: m: 2(a − w·cos ½θ)/sin ½θ; 0 where it does not even fit in, infinite where there is no bend.
    Raises: OutOfRange.
    Source: geometry of a rectangle between two walls that meet; its outer side touches both, its inner side the corner.

    >>> round(longest_round_m(0, 1, 90), 3), round(longest_round_m(1, 2, 90), 3)
    (2.828, 3.657)
    """
    require_range("bend", bend_deg, 0, 180, "°")
    if width_m > room_m:
        return 0.0
    half = math.radians(bend_deg / 2)
    if half < 1e-6:
        return math.inf
    return 2 * (room_m - width_m * math.cos(half)) / math.sin(half)
