"""A change that is tried and not kept, shown in the units and the picture in use and no more."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ergamot.core.catalogue.kinds import Pattern
from ergamot.core.drawing.model import PartKind
from ergamot.core.drawing.views import Kind, ViewName
from ergamot.core.finding import Grade
from ergamot.core.frame.kinds import Group
from ergamot.core.units import System
from ergamot.web.schemas.drawings import Corner, PullOut
from ergamot.web.schemas.figures import MOST_VALUES, In, Out
from ergamot.web.schemas.pens import BirdOut, SideGustsOut, SpanOut
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


class TriedPartOut(Out):
    """A part as a solid: its corners' x, y and z, mm, one after another. A box has no triangles and edges: its corners go round its
    first end, then round its second, seen from outside (`right`) or from within (`left`)."""

    ref: str
    kind: PartKind
    group: Group
    at: list[int | float]
    label: str = ""
    material: str = ""
    pattern: Pattern | None = None
    kg: float = 0.0
    opening_mm: float = 0.0
    normal: Corner = (0.0, 0.0, 0.0)
    box: Literal["right", "left"] | None = None
    triangles: list[tuple[int, int, int]] = Field(default_factory=list)
    edges: list[tuple[int, int]] = Field(default_factory=list)


class TriedModelOut(Out):
    """The pen in solids, where it can be pulled, and where it stands on the ground."""

    parts: list[TriedPartOut]
    pulls: list[PullOut]
    contacts: list[tuple[float, float]]
    low: Corner
    high: Corner


class TriedDimensionOut(SpanOut):
    """A dimension line with its length in words."""

    text: str


class TriedOutlineOut(Out):
    """A closed outline in a view: its corners' u and v, mm, one after another, and so of each of its holes."""

    ref: str
    kind: Kind
    at: list[int | float]
    role: str = ""
    label: str = ""
    holes: list[list[int | float]] = Field(default_factory=list)
    pattern: Pattern | None = None


class TriedViewOut(Out):
    """One flat picture, outlines back to front; none where solids are looked at, which have its dimensions too."""

    name: ViewName
    outlines: list[TriedOutlineOut]
    behind: int
    dimensions: list[TriedDimensionOut]
    low: tuple[float, float]
    high: tuple[float, float]


class TrialOut(Out):
    """The bench with a change that is not kept, beside the pen as it is kept."""

    values: dict[str, TriedValueOut]
    matters: list[str]
    views: list[TriedViewOut]
    model: TriedModelOut | None
    birds: list[BirdOut]
    centre: Corner
    findings: list[TriedFindingOut]
    about_cost: str
    strains: dict[str, float]
    gusts: list[TriedGustOut]
    notes: list[str]
