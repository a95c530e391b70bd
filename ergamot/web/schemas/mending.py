"""What would mend a verdict."""

from __future__ import annotations

from pydantic import Field

from ergamot.web.schemas.figures import MOST_VALUES, In, Out, Words
from ergamot.web.schemas.verdicts import MarkOut, VerdictKey


class MendIn(In):
    """The verdict to mend, and values being tried."""

    what: VerdictKey
    values: dict[str, str | float] = Field(default_factory=dict, max_length=MOST_VALUES)


class MendOut(Out):
    """One change: what it is, what it does to every verdict, what it weighs and costs more."""

    changes: dict[str, str | float]
    words: Words
    marks: list[MarkOut]
    rank: tuple[float, float, float]
    mends: list[VerdictKey]
    spoils: list[VerdictKey]
    more_kg: float
    more_cost: float
    weight: Words
    cost: str
