"""A field's season as sent: every pen's part and moves, how the ground goes on, and what is said of a move."""

from __future__ import annotations

from datetime import date
from typing import Literal

from pydantic import Field

from ergamot.core.ground.team import Stays
from ergamot.web.schemas.figures import FarmDay, In, Out, StepOut, Words
from ergamot.web.schemas.ground import FieldOut, ObstacleOut, Place


class OnFieldIn(In):
    """A pen put on a field: how long its stays are, and from which day; by default today, or when its flock goes out; hours
    a day its birds are out; nets round it, and how long each is (text, bare numbers metres, or metres); the way drawn for it, m east and north."""

    pen: int
    stays: Stays = Stays.GRASS
    first: FarmDay | None = None
    hours: float | None = None
    nets: int | None = None
    net_m: str | float | None = None
    way: list[Place] = Field(default=[], max_length=100)


class TeamIn(In):
    """The pens that walk a field."""

    team: list[OnFieldIn] = Field(max_length=12)


class StopOut(Out):
    """A standing place, m along and across the lanes."""

    lane: int
    number: int
    u_m: float
    v_m: float
    forward: bool


class VisitOut(Out):
    """A pen on a place, from a day until the day its birds leave it. `state` is done, stands or planned; `corners` are along
    and across the lanes, m, one after another; `at` is the farm's own time; `haul` is told where it is longer than a lane is wide; wear in bird-days/m², nitrogen in kg/ha."""

    pen: int
    state: str
    day: date
    at: str
    part: int
    parts: int
    left: date
    ready: date
    corners: list[float]
    wear: float
    nitrogen: float
    lane: int
    stop: int
    forward: bool
    haul_m: float
    haul: Words | None
    minutes: float
    mow: bool
    passes: list[str]


class PenOut(Out):
    """A pen on the field: its size, m, its part of it, what is known of its plan."""

    pen: int
    name: str
    flock_name: str
    length_m: float
    width_m: float
    band: list[float] | None
    stops: list[StopOut]
    used_up_on: date | None
    fenced: bool
    net_order: list[str]
    notes: list[Words]


class WeekOut(Out):
    """A day of the season: ground that rests or is stood on, and what is asked for, m²."""

    day: date
    resting_m2: float
    asked_m2: float


class RoundOut(Out):
    """A day's round over all pens: its moves, how long they take with the walk, minutes, and the walk."""

    day: date
    moves: int
    minutes: float
    walk: Words


class ManureOut(Out):
    """What the field gets in the year, and what that is worth."""

    nitrogen: Words
    phosphorus: Words
    potassium: Words
    mean: Words
    limit: Words
    past: bool
    worth: float


class SeasonOut(Out):
    """A field's season. Edge, obstacles, gate, stops and visits are along and across the lanes, m."""

    field: FieldOut
    heading_deg: float
    start: date
    end: date
    today: date
    edge: list[list[float]]
    obstacles: list[ObstacleOut]
    gate: list[float] | None
    wind_from_deg: float | None
    pens: list[PenOut]
    visits: list[VisitOut]
    rounds: list[RoundOut]
    weeks: list[WeekOut]
    stops_m2: float
    notes: list[Words]
    manure: ManureOut
    before_move: list[str]


class MaybeSeasonOut(Out):
    """A field's season; none where no pen with birds is on it."""

    season: SeasonOut | None


class StripQuery(In):
    """A place on the field, m along and across the lanes, and a day."""

    u: float
    v: float
    on: FarmDay


class StripVisitOut(Out):
    """One of the visits to a strip, in words."""

    pen_name: str
    day: date
    left: date
    ready: date
    planned: bool
    wear: Words
    cover: Words
    nitrogen: Words


class StripOut(Out):
    """A strip's year: its visits to the end of the season, what nitrogen it had in the year to a day, of how much, and
    when it is ready again."""

    visits: list[StripVisitOut]
    nitrogen: Words
    limit: Words
    ready: date | None


class DayQuery(In):
    """A pen's day."""

    pen: int
    on: FarmDay


class DayOut(Out):
    """A day's load with its working."""

    day: date
    age: int
    moves: int
    stay_days: float
    ruled_by: str
    working: list[StepOut]


class DoneIn(In):
    """Moves made as planned: of a pen, or of all, to a day, or to one move of it."""

    pen: int | None = None
    through: FarmDay
    part: int | None = Field(default=None, ge=1, le=20)


class ByHandIn(In):
    """A pen put elsewhere on a day: its middle, m along and across the lanes, and how far it is turned from them."""

    pen: int
    day: FarmDay
    u_m: float
    v_m: float
    turn_deg: float = 0.0


class WayIn(In):
    """The way a pen is to go: places along and across the lanes, m, in order."""

    pen: int
    places: list[Place] = Field(min_length=2, max_length=100)


class PenDayIn(In):
    """A pen and a day."""

    pen: int
    day: FarmDay


class SaidOfIn(In):
    """A pen."""

    pen: int


class CalendarQuery(In):
    """Which pen's moves; none for all."""

    pen: int | None = None


class AlmanacQuery(In):
    """Which month (any day of it), on which paper, in which units."""

    month: FarmDay
    paper: Literal["a4", "letter"] = "a4"
    units: Literal["metric", "imperial"] = "metric"
