"""A change that is tried and not kept, shown in the units and the picture in use and no more."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ergamot.core.drawing.views import ViewName
from ergamot.core.finding import Grade
from ergamot.core.units import System
from ergamot.web.schemas.drawings import Corner, ModelOut
from ergamot.web.schemas.figures import MOST_VALUES, In, Out
from ergamot.web.schemas.pens import BirdOut, OutlineOut, SideGustsOut, SpanOut
from ergamot.web.schemas.verdicts import VerdictKey

Drawn = Literal["solid", "flat"]


class ValuesIn(In):
    """Values to be tried, by parameter name, as typed or as figures."""

    values: dict[str, str | float] = Field(default_factory=dict, max_length=MOST_VALUES)


class TrialIn(ValuesIn):
    """Values to be tried, the units to answer in, and the picture that is looked at."""

    units: System = "metric"
    drawn: Drawn = "solid"


class TriedValueOut(Out):
    """A value that is other than it is kept: the figure, as typed if it was, and in words."""

    value: float | str
    typed: str | None
    text: str


class TriedFindingOut(Out):
    """A verdict without its working: as FindingOut, in one system of units."""

    what: VerdictKey
    verdict: Grade | None
    word: str
    at_post: str
    ratio: float
    least: float
    least_at: float
    cost: str | None
    figure: str
    sentence: str
    limit: str
    band: tuple[float, float] | None
    band_words: str | None


class TriedGustOut(SideGustsOut):
    """The gusts from a side, the least of them in words."""

    text: str


class TriedDimensionOut(SpanOut):
    """A dimension line with its length in words."""

    text: str


class TriedViewOut(Out):
    """One flat picture, outlines back to front; none where solids are looked at, which have its dimensions too."""

    name: ViewName
    outlines: list[OutlineOut]
    behind: int
    dimensions: list[TriedDimensionOut]
    low: tuple[float, float]
    high: tuple[float, float]


class TrialOut(Out):
    """The bench with a change that is not kept, beside the pen as it is kept."""

    values: dict[str, TriedValueOut]
    matters: list[str]
    views: list[TriedViewOut]
    model: ModelOut | None
    birds: list[BirdOut]
    centre: Corner
    findings: list[TriedFindingOut]
    about_cost: str
    strains: dict[str, float]
    gusts: list[TriedGustOut]
    notes: list[str]
