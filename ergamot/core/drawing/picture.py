"""A picture to scale: the visible lines of a pen from one side, with its dimension lines set off from it."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ergamot.core.drawing.lines import Line, ProjectionName, lines
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.structure import Dimension, Structure

WORDS_MM = 150.0  # room kept beyond a dimension line for its words
SCALES = (5, 10, 15, 20, 25, 30, 40, 50, 75, 100)


@dataclass(frozen=True)
class Mark:
    """A dimension line, mm in the picture: what it measures from and to, and the line set off from it."""

    ends: tuple[Flat, Flat]
    line: tuple[Flat, Flat]
    mm: float

    @property
    def upright(self) -> bool:
        return abs(self.line[0][0] - self.line[1][0]) < 1.0


@dataclass(frozen=True)
class Picture:
    """Lines and dimensions from one side, v up, mm at full size; `low` and `high` hold both."""

    look: ProjectionName
    lines: tuple[Line, ...]
    marks: tuple[Mark, ...]
    low: Flat
    high: Flat

    @property
    def wide(self) -> float:
        return self.high[0] - self.low[0]

    @property
    def tall(self) -> float:
        return self.high[1] - self.low[1]


def picture(structure: Structure, look: ProjectionName) -> Picture:
    """Draw a structure to scale from one side, hidden lines removed, dimensioned.

    Args: structure; look, corner, plan, side or end.
    Returns: the Picture; the corner has no dimensions, for nothing in it is true to length.
    Source: ISO 128 and ISO 129-1 in outline.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> len(picture(build(make_design(c, "low-pen", {}), c), "plan").marks) > 1
    True
    """
    drawn = lines(structure, look)
    marks = tuple(_mark(one) for one in structure.dimensions if one.view == look)
    points = [point for line in drawn for point in (line.a, line.b)]
    low = [min(p[axis] for p in points) for axis in (0, 1)]
    high = [max(p[axis] for p in points) for axis in (0, 1)]
    for mark in marks:
        across = 0 if mark.upright else 1
        at = mark.line[0][across]
        low[across] = min(low[across], at - WORDS_MM)
        high[across] = max(high[across], at + WORDS_MM)
    return Picture(look, drawn, marks, (low[0], low[1]), (high[0], high[1]))


def _mark(dimension: Dimension) -> Mark:
    (a, b), away = (dimension.a, dimension.b), dimension.away
    if abs(a[0] - b[0]) < 1.0:
        line = ((a[0] + away, a[1]), (a[0] + away, b[1]))
    else:
        line = ((a[0], a[1] + away), (b[0], a[1] + away))
    return Mark((a, b), line, dimension.mm)


def scale_for(wide: float, tall: float, room: Flat) -> int:
    """The largest usual scale at which a picture fits a sheet.

    Args: wide and tall, of the picture, mm at full size; room, on the paper, mm.
    Returns: n of 1 : n; from 100 on whole hundreds.
    Source: ISO 5455, with 1 : 15, 25, 30 and 75 beside its own.

    >>> scale_for(3000, 2000, (250, 180)), scale_for(200, 100, (250, 180))
    (15, 5)
    """
    least = max(wide / room[0], tall / room[1])
    return next((n for n in SCALES if n >= least), 100 * math.ceil(least / 100))
