"""Fields and moves as sent."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Any

from pydantic import Field

from ergamot.core.ground.schedule import Stays
from ergamot.web.schemas.figures import In, Out, StepOut, Words

Place = Annotated[list[float], Field(min_length=2, max_length=2)]


class ObstacleIn(In):
    """Something to keep off: its kind, point, line or area, its points in metres east and north, how far to keep off, m."""

    kind: str = Field(max_length=20)
    form: str = Field(max_length=10)
    points: list[Place] = Field(max_length=400)
    off_m: float | None = None


class FieldIn(In):
    """A field as entered: its sides (text, bare numbers metres, or metres), or the corners of its edge in metres east and
    north; the heading of its lanes, none where most stops decide; what stands in it; its gate; its place on earth."""

    name: str = Field(max_length=200)
    length_m: str | float | None = None
    width_m: str | float | None = None
    heading_deg: float | None = None
    outline: list[Place] | None = Field(default=None, max_length=400)
    obstacles: list[ObstacleIn] | None = Field(default=None, max_length=100)
    gate: Place | None = None
    origin: Place | None = None


class GeoJsonIn(In):
    """A GeoJSON file to be read; `in_metres` where its figures are plain metres and no degrees."""

    geojson: dict[str, Any]
    in_metres: bool = False


class ObstacleOut(Out):
    """Something to keep off."""

    kind: str
    form: str
    points: list[list[float]]
    off_m: float


class EdgeOut(Out):
    """An edge read from a file, with what stands in it, ready to be entered."""

    name: str
    outline: list[list[float]]
    obstacles: list[ObstacleOut]
    gate: list[float] | None
    origin: list[float] | None
    heading_deg: float | None
    area: Words


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


class MovesQuery(In):
    """Which field, from when, for how long, and how long each stay is."""

    field: int
    start: date | None = None
    days: int = 14
    stays: Stays = Stays.GRASS


class StopOut(Out):
    """A standing place, m along and across the lanes; how far it lies from the last, m."""

    lane: int
    number: int
    u_m: float
    v_m: float
    forward: bool
    haul_m: float


class MoveOut(Out):
    """The pen comes to a stop, which the birds go on from on the day `left`. `at` is the farm's own time."""

    day: date
    at: str
    part: int
    parts: int
    stop: StopOut
    age: int
    left: date
    wear: Words
    cover: Words
    nitrogen: Words
    nitrogen_year: Words
    ruled_by: str
    passes: list[str]
    ready: date
    today: bool


class DayOut(Out):
    """A day's load with its working."""

    day: date
    age: int
    moves: int
    stay_days: float
    ruled_by: str
    working: list[StepOut]


class MovePlanOut(Out):
    """Lanes of stops, the moves over them, the days behind them. Edge, obstacles and gate are along and across the lanes, m."""

    pen_name: str
    flock_name: str
    field: FieldOut
    heading_deg: float
    edge: list[list[float]]
    obstacles: list[ObstacleOut]
    gate: list[float] | None
    pen_length_m: float
    pen_width_m: float
    stops: list[StopOut]
    moves: list[MoveOut]
    days: list[DayOut]
    notes: list[Words]
    out: date
    leaves: date
    today: date
