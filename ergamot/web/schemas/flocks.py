"""Flocks as entered and as answered."""

from __future__ import annotations

from datetime import date

from pydantic import Field, StrictInt

from ergamot.web.schemas.figures import FarmDay, In, Out, Words


class FlockIn(In):
    """A flock as the keeper enters it."""

    name: str = Field(max_length=200)
    strain: str
    placed: StrictInt
    hatch: FarmDay
    out: FarmDay
    leaves: FarmDay


class FlockDayOut(Out):
    """One day on the grass: a bird's mass and floor, feed and water of all."""

    day: int
    on: date
    mass_kg: float
    feed_kg: float
    water_l: float
    need_m2: float
    eggs: float
    mass: Words
    feed: Words
    water: Words
    need: Words


class FlockOut(Out):
    """A flock as it was entered."""

    id: int
    revision: int
    can_undo: bool
    can_redo: bool
    name: str
    strain: str
    strain_label: str
    placed: int
    hatch: date
    out: date
    leaves: date
    out_day: int
    leaving_day: int


class FlockFiguresOut(Out):
    """What a flock comes to on the grass, day by day and in all."""

    days: list[FlockDayOut]
    needed_floor: Words
    leaving_mass: Words
    feed_total: Words
    water_peak: Words
    water_hottest: Words
    hottest: Words
    leave_alive: int


class FlocksOut(Out):
    """All flocks."""

    flocks: list[FlockOut]
