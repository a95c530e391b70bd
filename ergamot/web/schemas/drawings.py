"""Drawings of a pen: lines, solids, the order of building."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ergamot.core.catalogue.kinds import Pattern
from ergamot.core.drawing.model import PartKind
from ergamot.core.frame.kinds import Group
from ergamot.core.units import System
from ergamot.exchange.sheet_page import Paper
from ergamot.web.schemas.figures import In, Out

Corner = tuple[float, float, float]


class UnitsQuery(In):
    """The units a file is asked for in."""

    units: System = "metric"


class SheetQuery(UnitsQuery):
    """The units and the paper a file is asked for in."""

    paper: Paper = "a4"


class LineOut(Out):
    """A visible stretch of an edge in the isometric picture, mm."""

    ref: str
    kind: str
    a: tuple[float, float]
    b: tuple[float, float]


class LinesOut(Out):
    """The whole pen in lines, hidden ones removed; v up."""

    lines: list[LineOut]


class PartOut(Out):
    """A part of a pen as a solid: its corners' x, y and z, mm, one after another; triangles and edges by corner. A box has none of
    these: its corners go round its first end, then round its second, seen from outside (`right`) or from within (`left`)."""

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


class PullOut(Out):
    """A place, mm, where a value can be pulled: the way more lies, and what one mm along it adds."""

    parameter: str
    place: Corner
    way: Corner
    per_mm: float


class ModelOut(Out):
    """A pen in solids: x along it to the front, y to the left, z up; where it stands on the ground."""

    pulls: list[PullOut]
    parts: list[PartOut]
    contacts: list[tuple[float, float]]
    low: Corner
    high: Corner


class PlacedOut(Out):
    """A part and the unit vector along which it goes in."""

    ref: str
    way: Corner


class BuildStepOut(Out):
    """Parts of one kind put in one after the other."""

    title: str
    labels: list[str]
    from_where: str
    parts: list[PlacedOut]


class StepsOut(Out):
    """The order a pen is built in."""

    steps: list[BuildStepOut]
