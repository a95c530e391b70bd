"""Fields and moves as sent."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Any

from pydantic import Field

from ergamot.core.ground.team import Stays
from ergamot.web.schemas.figures import FarmDay, In, Out, Words

Place = Annotated[list[float], Field(min_length=2, max_length=2)]


class ObstacleIn(In):
    """Something to keep off: its kind, point, line or area, its points in metres east and north, how far to keep off, m;
    the days between which it is shut, or the day it is first picked and whether what is eaten touches the soil."""

    kind: str = Field(max_length=20)
    form: str = Field(max_length=10)
    points: list[Place] = Field(max_length=400)
    off_m: float | None = None
    shut_from: FarmDay | None = None
    shut_to: FarmDay | None = None
    harvest: FarmDay | None = None
    touches_soil: bool | None = None


class StoodIn(In):
    """A visit to a field that has ended, as a file told it: its corners, m east and north, its days, what birds left."""

    corners: list[Place] = Field(min_length=4, max_length=4)
    day: FarmDay
    left: FarmDay
    ready: FarmDay
    wear: float
    cover_kg_m2: float
    nitrogen_kg_ha: float


class StoodOut(Out):
    """A visit to a field that has ended, read from a file."""

    corners: list[list[float]]
    day: date
    left: date
    ready: date
    wear: float
    cover_kg_m2: float
    nitrogen_kg_ha: float


class FieldIn(In):
    """A field as entered: its sides (text, bare numbers metres, or metres), or the corners of its edge in metres east and
    north; the heading of its lanes, none where most stops decide; what stands in it; its gate; its place on earth; how
    steep it falls and towards where; the most nitrogen of a strip and of the whole in a year, kg/ha; the least days a stop
    rests; grazers that come so many days ahead of the pens, or behind (below 0), and what they leave, kg N/ha. What is spread
    may carry a unit."""

    name: str = Field(max_length=200)
    length_m: str | float | None = None
    width_m: str | float | None = None
    heading_deg: float | None = None
    outline: list[Place] | None = Field(default=None, max_length=400)
    obstacles: list[ObstacleIn] | None = Field(default=None, max_length=100)
    gate: Place | None = None
    origin: Place | None = None
    slope_percent: float | None = None
    falls_deg: float | None = None
    strip_kg_ha: str | float | None = None
    mean_kg_ha: str | float | None = None
    least_rest: int | None = None
    grazers_days: int | None = None
    grazers_kg_ha: str | float | None = None


class GeoJsonIn(In):
    """A GeoJSON file to be read; `in_metres` where its figures are plain metres and no degrees."""

    geojson: dict[str, Any]
    in_metres: bool = False


class NewFieldIn(FieldIn):
    """A field as it is first entered, with the visits there were to it as a file told them."""

    visits: list[StoodIn] = Field(default=[], max_length=5000)


class EdgeIn(In):
    """An edge to be made to measure: the side from a corner on, how long (text, bare numbers metres), or how much it holds
    (text, bare numbers m²)."""

    outline: list[Place] = Field(min_length=3, max_length=400)
    at: int = 0
    length: str | None = Field(default=None, max_length=60)
    area: str | None = Field(default=None, max_length=60)


class MeasuredOut(Out):
    """An edge made to measure: its corners, each side's length from its corner on, and what it holds."""

    outline: list[list[float]]
    sides: list[Words]
    area: Words


class ObstacleOut(Out):
    """Something to keep off."""

    kind: str
    form: str
    points: list[list[float]]
    off_m: float
    shut_from: date | None = None
    shut_to: date | None = None
    harvest: date | None = None
    touches_soil: bool | None = None


class EdgeOut(Out):
    """An edge read from a file, with what stands in it, ready to be entered."""

    name: str
    outline: list[list[float]]
    obstacles: list[ObstacleOut]
    gate: list[float] | None
    origin: list[float] | None
    heading_deg: float | None
    area: Words
    visits: list[StoodOut]


class OnFieldOut(Out):
    """A pen on the field: how long its stays are, its first day there, hours a day out, nets and the way drawn for it where they
    were said."""

    pen: int
    stays: Stays
    first: date
    hours: float | None
    nets: int | None
    net_m: float
    net: Words
    way: list[list[float]]


class FieldOut(Out):
    """A field. Its sides are there where it was entered by them."""

    id: int
    revision: int
    can_undo: bool
    can_redo: bool
    name: str
    length_m: float | None
    width_m: float | None
    heading_deg: float | None
    outline: list[list[float]]
    obstacles: list[ObstacleOut]
    gate: list[float] | None
    origin: list[float] | None
    length: Words | None
    width: Words | None
    area: Words
    slope_percent: float | None
    falls_deg: float | None
    strip_kg_ha: float
    mean_kg_ha: float
    least_rest: int
    grazers_days: int
    grazers_kg_ha: float
    strip: Words
    mean: Words
    grazers: Words
    team: list[OnFieldOut]


class KindOut(Out):
    """A kind of thing to keep off: how far, in which months, and where that is from."""

    key: str
    label: str
    off_m: float
    months: list[int]
    source: str


class FieldsOut(Out):
    """All fields, and what can stand in one."""

    fields: list[FieldOut]
    kinds: list[KindOut]
