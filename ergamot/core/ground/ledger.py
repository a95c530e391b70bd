"""What every place of a field has had: who stood there, until when, and what they left."""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date
from itertools import pairwise

import shapely

from ergamot.core.days import check_day
from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.obstacle import refuse_far

# what a strip had is counted so long; Directive 91/676/EEC counts by the year
NITROGEN_DAYS = 365
SQUARE_M = 5.0  # the field is looked up by squares of this; judgement: about a pen's length; may move: to the same figures
NOBODYS = 0  # the pen of a visit by none of the farm's
CORNERS = 4
POINT_M = 0.02  # about a place that is pointed at; may move
TOUCH_M = 0.001  # ground shared no wider than this is only touched; may move


@dataclass(frozen=True)
class Visit:
    """Birds on a place: whose pen, from a day until they left it, its corners, m east and north, and what they left: wear,
    bird-days/m², cover, kg fresh/m², nitrogen, kg/ha; and when it is ready again."""

    pen: int
    day: date
    left: date
    corners: tuple[Flat, ...]
    wear: float
    cover_kg_m2: float
    nitrogen_kg_ha: float
    ready: date


def make_visit(
    day: date,
    left: date,
    ready: date,
    corners: Sequence[Flat],
    wear: float,
    cover_kg_m2: float,
    nitrogen_kg_ha: float,
    name: str,
) -> Visit:
    """Check what is told of a visit by none of the farm's pens.

    Args: day, left and ready, in this order; corners, four, m east and north; wear, bird-days/m², and cover_kg_m2, 0 to
        100; nitrogen_kg_ha, 0 to 5000; name, of the input.
    Returns: the Visit.
    Raises: OutOfRange.
    Source: common practice.

    >>> day = date(2026, 6, 1)
    >>> make_visit(day, day, day, [(0, 0), (3, 0), (3, 2), (0, 2)], 1.0, 0.3, 60.0, "visits").pen
    0
    """
    for one in (day, left, ready):
        check_day(one, name)
    if not day <= left <= ready:
        raise OutOfRange(name, f"{day} to {left}, ready {ready}", "the days of a visit in their order")
    if len(corners) != CORNERS or not shapely.Polygon(corners).is_valid:
        raise OutOfRange(name, len(corners), "a visit's four corners in order")
    refuse_far(corners, name)
    for figure, most, unit in (
        (wear, 100, "bird-days/m²"),
        (cover_kg_m2, 100, "kg/m²"),
        (nitrogen_kg_ha, 5000, "kg/ha"),
    ):
        require_range(name, figure, 0, most, unit)
    return Visit(NOBODYS, day, left, tuple(corners), wear, cover_kg_m2, nitrogen_kg_ha, ready)


class Ledger:
    """Every visit to a field, found by where it was."""

    def __init__(self, visits: Iterable[Visit] = ()):
        self._squares: dict[tuple[int, int], list[int]] = defaultdict(list)
        self.visits: list[Visit] = []
        for visit in visits:
            self.add(visit)

    def add(self, visit: Visit) -> None:
        """Write a visit down."""
        for square in _squares(visit.corners):
            self._squares[square].append(len(self.visits))
        self.visits.append(visit)

    def over(self, corners: Sequence[Flat]) -> list[Visit]:
        """The visits to any part of a place, in the order they were written down."""
        near = {i for square in _squares(corners) for i in self._squares.get(square, ())}
        return [self.visits[i] for i in sorted(near) if overlap(self.visits[i].corners, corners)]


@dataclass(frozen=True)
class StripYear:
    """The visits to a strip, before a day and after it, the nitrogen it had in the year to it, kg/ha, and when it is ready
    again after the last of them before."""

    visits: tuple[Visit, ...]
    nitrogen_kg_ha: float
    ready: date | None


def strip_year(visits: Iterable[Visit], place: Flat, day: date) -> StripYear:
    """What a place of a field has had and will.

    Args: visits, to the field; place, m east and north; day.
    Returns: the StripYear.
    Source: Directive 91/676/EEC counts by the year.

    >>> day = date(2026, 6, 1)
    >>> one = Visit(1, day, day, ((0.0, 0.0), (3.0, 0.0), (3.0, 2.0), (0.0, 2.0)), 1.0, 0.3, 60.0, day)
    >>> strip_year([one], (1.0, 1.0), day).nitrogen_kg_ha, strip_year([one], (5.0, 1.0), day).nitrogen_kg_ha
    (60.0, 0)
    """
    x, y = place
    spot = [(x + a * POINT_M, y + b * POINT_M) for a, b in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
    had = sorted(Ledger(visits).over(spot), key=lambda one: one.day)
    before = [one for one in had if one.day <= day]
    nitrogen = sum(one.nitrogen_kg_ha for one in year_of(before, day))
    return StripYear(tuple(had), nitrogen, max((one.ready for one in before), default=None))


def year_of(visits: Iterable[Visit], day: date) -> list[Visit]:
    """Those of some visits that count in the year before a day.

    Args: visits; day.
    Returns: those left at most 364 days before it.
    Source: Directive 91/676/EEC counts by the year.

    >>> year_of([], date(2026, 6, 1))
    []
    """
    return [one for one in visits if (day - one.left).days < NITROGEN_DAYS]


def middle(corners: Sequence[Flat]) -> Flat:
    """The middle of a place.

    Args: corners, m.
    Returns: m.
    Source: geometry.

    >>> middle([(0.0, 0.0), (2.0, 0.0), (2.0, 2.0), (0.0, 2.0)])
    (1.0, 1.0)
    """
    xs, ys = zip(*corners, strict=True)
    return sum(xs) / len(xs), sum(ys) / len(ys)


def overlap(one: Sequence[Flat], other: Sequence[Flat]) -> bool:
    """Do two convex places share ground?

    Args: one and other, their corners in order, m.
    Returns: whether there is no line that parts them.
    Source: separating axes of convex figures.

    >>> square = ((0.0, 0.0), (2.0, 0.0), (2.0, 2.0), (0.0, 2.0))
    >>> overlap(square, [(x + 2, y) for x, y in square]), overlap(square, [(x + 1, y + 1) for x, y in square])
    (False, True)
    """
    for (ax, ay), (bx, by) in (*_sides(one), *_sides(other)):
        long = math.hypot(bx - ax, by - ay)
        if not long:
            continue
        nx, ny = (by - ay) / long, (ax - bx) / long
        mine = [x * nx + y * ny for x, y in one]
        theirs = [x * nx + y * ny for x, y in other]
        if max(mine) < min(theirs) + TOUCH_M or max(theirs) < min(mine) + TOUCH_M:
            return False
    return True


def _sides(corners: Sequence[Flat]) -> Iterable[tuple[Flat, Flat]]:
    return pairwise((*corners, corners[0]))


def _squares(corners: Sequence[Flat]) -> Iterable[tuple[int, int]]:
    """The squares of the look-up that a place lies on."""
    xs, ys = zip(*corners, strict=True)
    for i in range(math.floor(min(xs) / SQUARE_M), math.floor(max(xs) / SQUARE_M) + 1):
        for j in range(math.floor(min(ys) / SQUARE_M), math.floor(max(ys) / SQUARE_M) + 1):
            yield i, j
