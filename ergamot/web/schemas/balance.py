"""Searches as asked for and as sent: the pens that nothing beats, limits on them, what passes and what would do."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field

from ergamot.core.balance.search.figures import Figure
from ergamot.web.schemas.figures import MOST_VALUES, In, Out, Words
from ergamot.web.schemas.verdicts import LevelOut, VerdictKey

Key = Annotated[str, Field(min_length=1, max_length=60)]
Typed = Annotated[str, Field(max_length=60)]
State = Literal["waiting", "running", "stopping", "stopped", "done", "failed"]


class LikeFoundIn(In):
    """A pen another search found."""

    search_id: int = Field(ge=1, le=2**31 - 1)
    key: Key


class SearchIn(In):
    """Whom pens are looked for; shapes, values and lengths, as typed, that are settled; verdicts of which more is wanted; a pen to begin
    round, of the bench or found; how many pens the flock is shared between."""

    flock_id: int = Field(ge=1, le=2**31 - 1)
    shapes: list[Key] = Field(default_factory=list, max_length=20)
    fixed: dict[str, str | float] = Field(default_factory=dict, max_length=MOST_VALUES)
    at_most: dict[str, Typed] = Field(default_factory=dict, max_length=10)
    more: list[VerdictKey] = Field(default_factory=list, max_length=5)
    like: int | None = Field(None, ge=1, le=2**31 - 1)
    like_found: LikeFoundIn | None = None
    in_pens: int = Field(1, ge=1, le=6)


class FoundOut(Out):
    """A pen that nothing beats: its key in the search, how it stands, its figures and their words; `together`, of all pens the
    flock is shared between."""

    key: str
    shape: str
    called: str
    size: Words
    levels: list[LevelOut]
    figures: dict[Figure, float]
    said: dict[Figure, Words]
    together: dict[Figure, Words]
    passes: bool
    wanting: float
    lacks: int
    unreached: int
    borrowed: int


class AxisOut(Out):
    """A figure that pens can be placed by: its name, and whether little of it is wanted."""

    figure: Figure
    label: str
    unit: str
    little: bool


class SearchLineOut(Out):
    """A search in a list."""

    id: int
    flock_id: int
    state: State
    asked: dict[str, object]
    made_at: datetime
    share: float
    found: int


class SearchOut(Out):
    """A search as it stands, with the pens that nothing beats so far, the lightest first; `best` is the key of the lightest that
    wants least, `moves` how often all the flock's pens are moved in its last week if each is that one."""

    id: int
    flock_id: int
    flock_name: str
    state: State
    note: str
    asked: dict[str, object]
    tried: int
    judged: int
    share: float
    left_s: float | None
    out_of_date: bool
    pens: list[FoundOut]
    in_pens: int
    best: str | None
    moves: Words | None
    axes: list[AxisOut]


class SearchesOut(Out):
    """The farm's last searches, the newest first."""

    searches: list[SearchLineOut]


class LimitsIn(In):
    """Limits as they are pulled: at most, but gust and floor at least."""

    limits: dict[str, float] = Field(default_factory=dict, max_length=len(Figure))


class LeftOutOut(Out):
    """What leaves pens out, in a word, and how many."""

    reason: str
    word: str
    count: int


class WayOutOut(Out):
    """One way to have something: the limits as they would have to be, what is then short all the same, and the keys of the pens
    that pass so, the one that wants least first."""

    limits: dict[Figure, float]
    short: list[str]
    pens: list[str]
    words: Words


class ThroughOut(Out):
    """What passes the limits; where nothing does, why, and what would do."""

    passing: list[str]
    left_out: list[LeftOutOut]
    why: Words | None
    ways: list[WayOutOut]


class AddedOut(Out):
    """One thing of a pen, what would be chosen without it, and what it adds."""

    words: Words
    without: dict[str, str | float]
    adds: dict[Figure, float]
    said: dict[Figure, Words]


class OpenFoundIn(In):
    """What to call a pen that is put on the bench; the pen of the same flock it is to be a version of, if one."""

    name: str = Field(max_length=200)
    version_of: int | None = Field(None, ge=1, le=2**31 - 1)
