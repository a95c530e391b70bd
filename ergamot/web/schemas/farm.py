"""The farm's place, and the choices the forms offer."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from ergamot.web.schemas.figures import In, Out, Words


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
    only_if: list[str] | None
    note: str


class SketchOut(Out):
    """A shape's end in a box 80 by 50, the ground at 45: SVG paths of frame and cover; a word on what it is good for."""

    frame: str
    cover: str
    note: str


class ShapeOut(Out):
    """A shape on offer, with its controls."""

    key: str
    label: str
    sketch: SketchOut
    parameters: list[ParameterOut]


class ChoicesOut(Out):
    """Everything there is to pick from."""

    strains: list[StrainOut]
    crews: list[ChoiceOut]
    grounds: list[ChoiceOut]
    exposures: list[ChoiceOut]
    turfs: list[ChoiceOut]
    tools: list[ChoiceOut]
    snows: list[ChoiceOut]
    zones: list[str]
    shapes: list[ShapeOut]


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


class PlaceIn(In):
    """What changes about the farm's place; what is left out stays. Gust, weight and means may carry a unit."""

    crew: str | None = None
    moving_ground: str | None = None
    holding_ground: str | None = None
    exposure: str | None = None
    turf: str | None = None
    slope_percent: float | None = None
    speed_up: float | None = None
    design_gust_ms: str | float | None = None
    heaviest_kg: str | float | None = None
    months_c: list[str | float] | None = Field(None, max_length=12)
    tools: list[str] | None = Field(None, max_length=20)
    snow_mm: str | float | None = None
    snow: str | None = None
    passage_mm: str | float | None = None
    hump_mm: str | float | None = None
    also: list[str] | None = Field(None, max_length=20)
    way: list[StretchIn] | None = Field(None, max_length=60)
    zone: str | None = Field(None, max_length=60)


class PlaceOut(Out):
    """The farm's place as it stands."""

    revision: int
    can_undo: bool
    can_redo: bool
    crew: str
    moving_ground: str
    holding_ground: str
    exposure: str
    turf: str
    slope_percent: float
    speed_up: float
    design_gust_ms: float
    heaviest_kg: float
    months_c: list[float]
    tools: list[str]
    snow_mm: float
    snow: str
    passage_mm: float
    hump_mm: float
    also: list[str]
    way: list[StretchOut]
    design_gust: Words
    heaviest: Words
    snow_depth: Words
    passage: Words
    hump: Words
    months: list[Words]
    zone: str
    today: date
