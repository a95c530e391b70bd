"""The wind on a pen: states, headings, anchors, what tears off."""

from __future__ import annotations

from pydantic import Field

from ergamot.core.finding import Grade
from ergamot.web.schemas.figures import MOST_VALUES, In, Out, Words
from ergamot.web.schemas.pens import GustOut


class WindIn(In):
    """Values being tried, and where the wind blows from, compass degrees."""

    values: dict[str, str | float] = Field(default_factory=dict, max_length=MOST_VALUES)
    wind_from_deg: float | None = Field(None, ge=0, le=360)


class WindStateOut(Out):
    """One state of the pen: what it stands, from where it stands least and most."""

    key: str
    label: str
    stands: Words
    sentence: Words
    best: Words
    verdict: Grade
    word: str
    gusts: list[GustOut]


class TyingOut(Out):
    """One kind of anchor: how many would do, laid out how, and the pull on each."""

    key: str
    label: str
    pairs: int | None
    layout: str
    sentence: Words


class LeafOut(Out):
    """Something that can tear off."""

    role: str
    sentence: Words
    enough: bool


class WindOut(Out):
    """A pen's wind chart."""

    states: list[WindStateOut]
    act: Words
    heading: Words | None
    tyings: list[TyingOut]
    ballast: Words
    cans: int | None
    ties_note: str
    leaves: list[LeafOut]
    cautions: list[str]
