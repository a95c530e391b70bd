"""The farm's place, and the choices the forms offer."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Any

from pydantic import Field, create_model

from ergamot.core.farm.condition import Condition, Group, Kind
from ergamot.core.farm.conditions import CONDITIONS
from ergamot.web.schemas.figures import In, Out, Words
from ergamot.web.schemas.verdicts import VerdictOut

Word = Annotated[str, Field(max_length=100)]  # as long as the key of a row may be
Some = Annotated[list[str], Field(max_length=20)]


class ChoiceOut(Out):
    """Something to pick."""

    key: str
    label: str
    note: str = ""


class StrainOut(Out):
    """A strain on offer, with the days a flock of it usually goes out and leaves."""

    key: str
    label: str
    to_grass_day: int
    leaves_from_day: int
    leaves_to_day: int


class ParameterOut(Out):
    """A control of the bench, as the shape declares it. Lengths in mm."""

    name: str
    label: str
    group: str
    kind: str
    low: float
    high: float
    choices: list[ChoiceOut]
    note: str


class SketchOut(Out):
    """A shape's end in a box 80 by 50, the ground at 45: SVG paths of frame and cover; a word on what it is good for."""

    frame: str
    cover: str
    note: str


class SchoolOut(Out):
    """A way of building a shape that has a name of its own."""

    key: str
    label: str
    sketch: SketchOut


class ShapeOut(Out):
    """A shape on offer, with its controls; those in `openings` stand for each opening of a pen, with its number: width
    of the second is called opening_2_width."""

    key: str
    label: str
    sketch: SketchOut
    parameters: list[ParameterOut]
    openings: list[ParameterOut]
    schools: list[SchoolOut]


class ConditionOut(Out):
    """A condition of the farm, as it is declared: where it stands, what it is called, what there is to pick from."""

    name: str
    kind: Kind
    group: Group
    label: str
    hint: str
    told_as: str
    choices: list[ChoiceOut]


class GroupOut(Out):
    """Conditions that stand together on the farm's page, and what is said under them."""

    name: Group
    note: str


class ChoicesOut(Out):
    """Everything there is to pick from."""

    strains: list[StrainOut]
    grounds: list[ChoiceOut]
    groups: list[GroupOut]
    conditions: list[ConditionOut]
    zones: list[str]
    shapes: list[ShapeOut]
    verdicts: list[VerdictOut]


class StretchIn(In):
    """A stretch of the way to the field as drawn or typed: its end in m east and north of the start. A length typed
    moves its end, and all after it, along. What is not measured is as in the stretch before."""

    east_m: float
    north_m: float
    width_mm: str | float | None = None
    rise_percent: str | float = 0.0
    ground: str = Field("", max_length=40)
    room_mm: str | float | None = None
    length: str | None = Field(None, max_length=40)


class StretchOut(Out):
    """A stretch of the way: where it ends, what it is like, in figures and in words."""

    east_m: float
    north_m: float
    width_mm: float
    rise_percent: float
    ground: str
    room_mm: float
    length: Words
    width: Words
    room: Words
    bend: Words


_ENTERED: dict[Kind, Any] = {
    Kind.ROW: Word,
    Kind.CHOICE: Word,
    Kind.ZONE: Annotated[str, Field(max_length=60)],
    Kind.ROWS: Some,
    Kind.TOOLS: Some,
    Kind.FIGURE: float,
    Kind.MONTHS: Annotated[list[str | float], Field(max_length=12)],
    Kind.WEEK: Annotated[list[str | float], Field(max_length=7)],
    Kind.LINES: Annotated[list[Annotated[str, Field(max_length=200)]], Field(max_length=40)],
    Kind.WAY: Annotated[list[StretchIn], Field(max_length=60)],
}
_SENT: dict[Kind, Any] = {
    Kind.ROW: str,
    Kind.CHOICE: str,
    Kind.ZONE: str,
    Kind.ROWS: list[str],
    Kind.TOOLS: list[str],
    Kind.FIGURE: float,
    Kind.MONTHS: list[float],
    Kind.WEEK: list[float],
    Kind.LINES: list[str],
    Kind.WAY: list[StretchOut],
}


def _entered(condition: Condition) -> Any:
    return (str | float if condition.amount else _ENTERED[condition.kind]) | None


def _open(condition: Condition, kind: Any) -> Any:
    return kind | None if condition.left_open else kind


class _PlaceOut(Out):
    revision: int
    can_undo: bool
    can_redo: bool
    months: list[Words]
    today: date


_TAKEN: dict[str, Any] = {name: (_entered(condition), None) for name, condition in CONDITIONS.items()}
_GIVEN: dict[str, Any] = {
    **{name: (_open(condition, _SENT[condition.kind]), ...) for name, condition in CONDITIONS.items()},
    **{one.told_as: (_open(one, Words), ...) for one in CONDITIONS.values() if one.told_as},
}
PlaceIn = create_model(
    "PlaceIn",
    __base__=In,
    __doc__="What changes about the farm; what is left out stays. Gust, weight, lengths and means may carry a unit.",
    __module__=__name__,
    **_TAKEN,
)
PlaceOut = create_model(
    "PlaceOut",
    __base__=_PlaceOut,
    __doc__="The farm's conditions as they stand, figures also in words.",
    __module__=__name__,
    **_GIVEN,
)
