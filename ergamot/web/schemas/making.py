"""The building of a pen as sent: its steps, what is done, its days, its upkeep."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from ergamot.core.making.upkeep import Time
from ergamot.web.schemas.figures import FarmDay, In, Out, Words


class CountOut(Out):
    """So many of something: a label, or what a fixing is."""

    what: str
    count: int


class ToolOut(Out):
    """A tool, in words, and whether it must be borrowed."""

    words: str
    borrow: bool


class MinutesOut(Out):
    """Minutes: about, at the least, at the most."""

    about: int
    least: int
    most: int


class TaskOut(Out):
    """One step of the build. `took` are the minutes that were written down, where it is done."""

    number: int
    key: str
    title: str
    pictured: bool
    new: list[str]
    pieces: list[CountOut]
    fixings: list[CountOut]
    tools: list[ToolOut]
    check: Words
    cautions: list[str]
    minutes: MinutesOut
    helper: str
    props: Words | None
    freed: Words | None
    copied: list[Words]
    dries_h: float
    done: bool
    took: float | None


class DayOfWorkOut(Out):
    """A day of the build: its steps by number with minutes; or only the coat dries."""

    day: date
    tasks: list[CountOut]
    dries: bool


class LookOut(Out):
    """One thing to look at once the pen stands; replaced or done anew by the year it is `due`."""

    time: Time
    when: str
    words: Words
    due: int | None


class CutSoFarOut(Out):
    """How many of a label are cut."""

    label: str
    count: int
    of: int


class SpareOut(Out):
    """Pieces cut for an earlier design that fit nowhere in it now."""

    id: int
    label: str
    count: int
    length: Words


class MakingOut(Out):
    """The building of a pen. `pace` is how much longer than the rates this keeper takes."""

    pen_id: int
    revision: int
    tasks: list[TaskOut]
    aside: list[str]
    hours: MinutesOut
    pace: float
    lacking: list[str]
    days: list[DayOfWorkOut]
    begin: date
    wanted: date
    wanted_by_flock: bool
    errands: int
    done_on: date
    late_days: int
    begin_by: date | None
    upkeep: list[LookOut]
    cut: list[CutSoFarOut]
    spare: list[SpareOut]


class TickIn(In):
    """That a step is done or is not, and the minutes it took, where they are told."""

    key: str = Field(max_length=40)
    done: bool
    minutes: float | None = Field(None, ge=-1_000_000, le=1_000_000)


class DaysIn(In):
    """When building begins, by when the pen is wanted (null: when its flock goes out), days to shop and to borrow."""

    begin: FarmDay | None = None
    wanted: FarmDay | None = None
    errands: int = Field(1, ge=-1000, le=1000)


class CutIn(In):
    """That so many of a label are cut now."""

    label: str = Field(max_length=12)
    count: int = Field(ge=-100_000, le=100_000)


class BoardIn(In):
    """That a board is cut: the labels on it, which thing of the shed it was (0: bought), what is left of it, mm."""

    labels: list[str] = Field(min_length=1, max_length=200)
    thing: int = Field(0, ge=-100_000, le=2**31 - 1)
    offcut_mm: float = 0.0
