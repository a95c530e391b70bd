"""Lawns and moves as sent."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from ergamot.web.schemas.figures import In, Out, StepOut, Words


class LawnIn(In):
    """A lawn as entered; lengths as text (bare numbers are metres) or metres."""

    name: str = Field(max_length=200)
    length_m: str | float
    width_m: str | float
    heading_deg: float


class LawnOut(Out):
    """A lawn."""

    id: int
    revision: int
    can_undo: bool
    can_redo: bool
    name: str
    length_m: float
    width_m: float
    heading_deg: float
    length: Words
    width: Words
    area: Words


class LawnsOut(Out):
    """All lawns."""

    lawns: list[LawnOut]


class MovesQuery(In):
    """Which lawn, from when, for how long."""

    lawn: int
    start: date | None = None
    days: int = 14


class StopOut(Out):
    """A standing place, m along and across the lawn."""

    lane: int
    number: int
    u_m: float
    v_m: float
    forward: bool


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
    """Lanes of stops, the moves over them, the days behind them."""

    pen_name: str
    flock_name: str
    lawn: LawnOut
    pen_length_m: float
    pen_width_m: float
    stops: list[StopOut]
    moves: list[MoveOut]
    days: list[DayOut]
    notes: list[Words]
    out: date
    leaves: date
    today: date
