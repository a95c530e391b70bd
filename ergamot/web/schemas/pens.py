"""A pen on the bench: controls, drawing, verdicts and the wind around it."""

from __future__ import annotations

from datetime import date

from pydantic import Field, StrictInt

from ergamot.core.catalogue.kinds import Pattern
from ergamot.core.drawing.views import Kind, ViewName
from ergamot.core.finding import Grade
from ergamot.core.frame.shapes import SHAPES
from ergamot.web.schemas.drawings import LineOut, ModelOut
from ergamot.web.schemas.figures import MOST_VALUES, In, Out, Words
from ergamot.web.schemas.verdicts import FindingOut, ToldFindingOut, VerdictKey


class ProposeIn(In):
    """Ask for a pen for a flock."""

    flock_id: StrictInt
    name: str = Field(max_length=200)
    shape: str = Field(next(iter(SHAPES)), max_length=40)
    school: str = Field("", max_length=40)


class CopyIn(In):
    """A new version of a pen: its name, and why it is made."""

    name: str = Field(max_length=200)
    why: str = Field("", max_length=2000)


class OpenIn(In):
    """A design file's text, and the flock the pen is for."""

    flock_id: StrictInt
    file: str


class PenIn(In):
    """What changes about a pen; values by parameter name, as typed or as figures."""

    values: dict[str, str | float] = Field(default_factory=dict, max_length=MOST_VALUES)
    name: str | None = Field(None, max_length=200)
    flock_id: StrictInt | None = None


class ValueOut(Out):
    """A parameter's value: the figure, as typed if it was, in words, where stock comes out whole, and whether it matters as the
    others stand."""

    value: float | str
    typed: str | None
    text: Words
    stops: list[float]
    matters: bool


class OutlineOut(Out):
    """A closed outline in a view: its corners' u and v, mm, one after another, and so of each of its holes."""

    ref: str
    kind: Kind
    at: list[int | float]
    role: str = ""
    label: str = ""
    holes: list[list[int | float]] = Field(default_factory=list)
    pattern: Pattern | None = None


class SpanOut(Out):
    """A dimension line, mm, and what typing over it changes."""

    a: tuple[float, float]
    b: tuple[float, float]
    away: float
    parameter: str


class DimensionOut(SpanOut):
    """A dimension line with its length in words."""

    text: Words


class ViewOut(Out):
    """One flat picture, outlines back to front."""

    name: ViewName
    outlines: list[OutlineOut]
    behind: int
    dimensions: list[DimensionOut]
    low: tuple[float, float]
    high: tuple[float, float]


class BirdOut(Out):
    """A bird on the floor, mm."""

    x: float
    y: float
    z: float
    facing_deg: float
    length: float
    height: float


class SideGustsOut(Out):
    """The gusts at 10 m, m/s, that move the pen when the wind comes from this side; none: never."""

    direction_deg: float
    tip: float | None
    slide: float | None
    lift: float | None
    least: float
    mode: str


class GustOut(SideGustsOut):
    """The gusts from a side, the least of them in words."""

    text: Words


class SpaceDayOut(Out):
    """Floor a bird has and needs on one day, m²."""

    day: int
    has_m2: float
    tight_m2: float
    good_m2: float
    has: Words
    tight: Words
    good: Words


class MassGroupOut(Out):
    """One group's share of the weight."""

    group: str
    fresh_kg: float
    fresh: Words
    dry: Words


class FactOut(Out):
    """A stick or panel, told when it is pointed at."""

    ref: str
    title: str
    lines: list[Words]


class BenchHeadOut(Out):
    """A pen's name, its flock and its place in its history."""

    id: int
    revision: int
    can_undo: bool
    can_redo: bool
    name: str
    flock_id: int
    flock_name: str
    version_of: int | None
    why: str


class ToldOut(Out):
    """Verdicts with their working, facts of each part, weight by group and space by day: told when they are opened."""

    findings: list[ToldFindingOut]
    groups: list[MassGroupOut]
    space_days: list[SpaceDayOut]
    facts: list[FactOut]


class BenchWorkedOut(Out):
    """Drawings, figures and verdicts of a pen, for its birds on this farm."""

    shape: str
    findings: list[FindingOut]
    flock_line: str
    values: dict[str, ValueOut]
    views: list[ViewOut]
    model: ModelOut
    birds: list[BirdOut]
    centre: tuple[float, float, float]
    about_cost: str
    strains: dict[str, float]
    gusts: list[GustOut]
    design_gust_ms: float
    design_gust: Words
    notes: list[Words]


class BenchOut(BenchHeadOut, BenchWorkedOut):
    """All that the bench shows of a pen before anything is opened; the rest is ToldOut."""


class StartOut(Out):
    """A whole design to begin from, and what it comes to."""

    shape: str
    school: str
    label: str
    size: Words
    lines: list[LineOut]
    findings: list[FindingOut]
    fails: list[VerdictKey]
    lacking: list[str]


class StartsOut(Out):
    """Designs of different shapes, the most fitting first."""

    starts: list[StartOut]


class ThumbLineOut(Out):
    """A closed outline of a thumb-sized plan and its holes as an SVG path, whole mm, y away from the reader."""

    kind: str
    path: str


class ThumbOut(Out):
    """A pen from above, thumb-sized."""

    low: tuple[float, float]
    high: tuple[float, float]
    outlines: list[ThumbLineOut]


class GradeOut(Out):
    """How a pen stands in one verdict."""

    what: VerdictKey
    verdict: Grade
    word: str


class PenLineOut(Out):
    """A pen in a list. `judged` says whether its verdicts are known as things stand; `trouble` why they cannot be."""

    id: int
    revision: int
    name: str
    flock_id: int
    flock_name: str
    leaves: date | None
    shape: str
    size: Words | None
    plan: ThumbOut | None
    version_of: int | None
    why: str
    judged: bool
    verdicts: list[GradeOut]
    trouble: str


class PensOut(Out):
    """Some pens, oldest first; `after` is what to ask for to see those that follow, none at the end."""

    pens: list[PenLineOut]
    after: int | None


class PensQuery(In):
    """Which pens: so many, after a number."""

    after: int = Field(0, ge=0, le=2**31 - 1)
    most: int = Field(100, ge=1, le=200)


class JudgeIn(In):
    """Pens whose verdicts are wanted."""

    ids: list[StrictInt] = Field(max_length=12)


class PenMadeOut(Out):
    """A pen that was just kept."""

    id: int
    name: str
