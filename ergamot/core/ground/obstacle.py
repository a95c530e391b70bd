"""What stands in a field, how far a pen keeps off it, and when.

   .  .  .
.    /\\    .      a tree, a bed, a path, a well, water, what is paved, the house, the wood's edge: always;
.   (  )   .      a hollow in wet months; a part shut for hay, seed or a wedding between its dates;
   . || .         a bed about to be picked, from so many days before its harvest
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from enum import StrEnum

import shapely
from shapely.geometry.base import BaseGeometry
from shapely.validation import explain_validity

from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.frame.geometry import Flat

MOST_M = 2000.0  # a field, not a farm: further, the plan is no picture any more; judgement; may move
MOST_POINTS = 400  # of one edge; judgement: more are a survey's, not a keeper's; may move
MOST_OFF_M = 100.0
WET_MONTHS = (1, 2, 3, 10, 11, 12)
ROUND = 16  # straight lines to a quarter of a round edge: of 30 m it lies up to 36 mm too far off; may move
EVERY_MONTH = tuple(range(1, 13))
# From raw manure to harvest: 7 CFR 205.203(c)(1), where the crop touches the soil and where it does not
HARVEST_DAYS = {True: 120, False: 90}


class Form(StrEnum):
    """What an obstacle is drawn as."""

    POINT = "point"
    LINE = "line"
    AREA = "area"


LEAST_POINTS = {Form.POINT: 1, Form.LINE: 2, Form.AREA: 3}


@dataclass(frozen=True)
class Kind:
    """A kind of obstacle: in words, how far to keep off, m, in which months, and where that is from."""

    label: str
    off_m: float
    months: tuple[int, ...]
    source: str


KINDS = {
    "tree": Kind("a tree", 1.5, EVERY_MONTH, "a judgement: its low branches"),
    "bed": Kind("a bed", 1.0, EVERY_MONTH, "a judgement: birds reach through the mesh"),
    "path": Kind("a path", 0.5, EVERY_MONTH, "a judgement: room to walk by"),
    "well": Kind("a well, spring or borehole", 50.0, EVERY_MONTH, "SI 2015/668, England"),
    "water": Kind("a pond, stream or ditch", 10.0, EVERY_MONTH, "SI 2015/668, England"),
    "paved": Kind("what is paved", 0.5, EVERY_MONTH, "a judgement: droppings stay on it"),
    "house": Kind("a house or shed", 3.0, EVERY_MONTH, "a judgement: flies and smell"),
    "wood": Kind("the edge of a wood", 10.0, EVERY_MONTH, "common practice: cover for what hunts birds"),
    "gap": Kind("a part left out", 0.0, EVERY_MONTH, "a judgement: as it is drawn"),
    "hollow": Kind("a hollow, when it is wet", 0.0, WET_MONTHS, "a judgement: wet from October to March"),
}


@dataclass(frozen=True)
class Shut:
    """Ground that is shut from a day to another, both counted: hay, seed, a wedding."""

    first: date
    last: date


@dataclass(frozen=True)
class Harvest:
    """A bed to be picked from a day on: birds are kept off before it, by whether what is eaten touches the soil."""

    last: date
    touches_soil: bool

    @property
    def first(self) -> date:
        return self.last - timedelta(days=HARVEST_DAYS[self.touches_soil])


@dataclass(frozen=True)
class Obstacle:
    """Something to keep off: a row of KINDS, what it is drawn as, its points, m, and how far to keep off it, m; `shut`
    where it is kept off between two days only."""

    kind: str
    form: Form
    points: tuple[Flat, ...]
    off_m: float
    shut: Shut | Harvest | None = None

    @property
    def shape(self) -> BaseGeometry:
        """Itself, m."""
        if self.form is Form.POINT:
            return shapely.Point(self.points[0])
        return shapely.LineString(self.points) if self.form is Form.LINE else shapely.Polygon(self.points)

    @property
    def always(self) -> bool:
        """Is it kept off on every day?"""
        return self.shut is None and KINDS[self.kind].months == EVERY_MONTH

    def shut_on(self, day: date) -> bool:
        """Is it kept off on a day?"""
        if self.shut:
            return self.shut.first <= day <= self.shut.last
        return day.month in KINDS[self.kind].months

    def keep_off(self) -> BaseGeometry:
        """The ground it takes with what is kept off it. A round edge is drawn by straight lines that touch it from outside: no
        place within the distance is left out."""
        outside = self.off_m / math.cos(math.pi / (4 * ROUND))
        return self.shape.buffer(outside, quad_segs=ROUND)


def make_obstacle(
    kind: str,
    form: str,
    points: Sequence[Flat],
    off_m: float | None,
    name: str,
    shut: Shut | Harvest | None = None,
) -> Obstacle:
    """Check what was entered of something to keep off.

    Args: kind, a row of KINDS; form, point, line or area; points, m; off_m, 0 to 100, or None for its kind's own; name,
        of the input; shut, when it is kept off, None where always or by its kind's months.
    Returns: the Obstacle.
    Raises: OutOfRange.
    Source: common practice.

    >>> make_obstacle("tree", "point", [(3.0, 4.0)], None, "obstacles").off_m
    1.5
    """
    if kind not in KINDS:
        raise OutOfRange(name, kind, f"one of: {', '.join(KINDS)}")
    if form not in list(Form):
        raise OutOfRange(name, form, f"one of: {', '.join(Form)}")
    least, most = LEAST_POINTS[Form(form)], 1 if form == Form.POINT else MOST_POINTS
    if not least <= len(points) <= most:
        raise OutOfRange(name, len(points), f"{least} to {most} points for a {form}")
    refuse_far(points, name)
    off = KINDS[kind].off_m if off_m is None else require_range(name, off_m, 0, MOST_OFF_M, "m")
    if shut and shut.last < shut.first:
        raise OutOfRange(name, shut.last.isoformat(), f"a day not before {shut.first.isoformat()}")
    made = Obstacle(kind, Form(form), tuple((float(x), float(y)) for x, y in points), off, shut)
    refuse_crossing(made.shape, name, f"the edge of {KINDS[kind].label}")
    return made


def refuse_far(points: Sequence[Flat], name: str) -> None:
    """Refuse places that are no numbers, or further than a field reaches.

    Args: points, m; name, of the input.
    Raises: OutOfRange.
    Source: common practice.

    >>> refuse_far([(0.0, 0.0), (40.0, 12.0)], "outline")
    """
    for x, y in points:
        if not (math.isfinite(x) and math.isfinite(y)):
            raise OutOfRange(name, f"{x}, {y}", "numbers")
        if max(abs(x), abs(y)) > MOST_M:
            allowed = f"within {MOST_M:g} m of where the field is measured from"
            raise OutOfRange(name, f"{x:g}, {y:g}", allowed)


def refuse_crossing(shape: BaseGeometry, name: str, what: str) -> None:
    """Refuse an edge that crosses itself.

    Args: shape, m; name, of the input; what it is the edge of, in words.
    Raises: OutOfRange, telling where.
    Source: geometry.

    >>> refuse_crossing(shapely.Polygon([(0, 0), (4, 0), (4, 3)]), "outline", "its edge")
    """
    if not shape.is_valid:
        why = explain_validity(shape)
        raise OutOfRange(
            name, why, "an edge that does not cross itself", f"{what.capitalize()} crosses itself: {why}"
        )
