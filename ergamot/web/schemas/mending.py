"""What would mend a verdict."""

from __future__ import annotations

from pydantic import Field

from ergamot.core.finding import Grade, What
from ergamot.web.schemas.figures import MOST_VALUES, In, Out, Words


class MendIn(In):
    """The verdict to mend, and values being tried."""

    what: What
    values: dict[str, str | float] = Field(default_factory=dict, max_length=MOST_VALUES)


class MarkOut(Out):
    """One verdict as it would be."""

    what: What
    verdict: Grade
    word: str
    ratio: float
    least_at: float
    figure: Words


class MendOut(Out):
    """One change: what it is, what it does to all four, what it weighs and costs more."""

    changes: dict[str, str | float]
    words: Words
    marks: list[MarkOut]
    rank: tuple[float, float, float]
    mends: list[What]
    spoils: list[What]
    more_kg: float
    more_cost: float
    weight: Words
    cost: str
