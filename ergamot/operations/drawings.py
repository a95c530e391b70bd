"""Drawing a pen, as kept or with values being tried: in lines, in the order it is built."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from ergamot.core.drawing.lines import PROJECTIONS, Line, ProjectionName, lines
from ergamot.core.drawing.lists import bent_tubes, doors, lapped
from ergamot.core.drawing.model import Part, model
from ergamot.core.drawing.picture import Picture, picture
from ergamot.core.drawing.pipes import pipe_parts
from ergamot.core.drawing.welds import weld_map
from ergamot.core.frame.placed import BuildStep
from ergamot.core.frame.shapes import shape_of
from ergamot.core.frame.steps import steps
from ergamot.core.frame.structure import Structure
from ergamot.exchange.sheet_page import SheetSet
from ergamot.operations.pens import bench, built, design_of
from ergamot.operations.work import Work
from ergamot.store.documents import PenBody
from ergamot.store.records import Record


def structure_of(work: Work, record: Record[PenBody], trying: Mapping[str, Any]) -> Structure:
    """A pen as framed, as kept or with values being tried."""
    return built(work, design_of(work, record, trying))


def pen_lines(work: Work, record: Record[PenBody], trying: Mapping[str, Any]) -> tuple[Line, ...]:
    """The pen in isometric lines, hidden ones removed."""
    return lines(structure_of(work, record, trying))


def pen_steps(work: Work, record: Record[PenBody], trying: Mapping[str, Any]) -> tuple[BuildStep, ...]:
    """The order a pen is built in."""
    return steps(structure_of(work, record, trying))


def pen_picture(work: Work, record: Record[PenBody], look: ProjectionName) -> Picture:
    """The pen to scale from one side, dimensioned."""
    return picture(structure_of(work, record, {}), look)


def pen_sheets(work: Work, record: Record[PenBody]) -> SheetSet:
    """What the printed sheets of a pen show."""
    shown = bench(work, record)
    return SheetSet(
        name=shown.name,
        shape=shape_of(shown.design.shape).called(shown.design.values),
        flock=shown.flock_name,
        day=work.now.date(),
        pictures={look: picture(shown.structure, look) for look in PROJECTIONS},
        findings=shown.judged.findings,
        doors=doors(shown.structure),
        bent=bent_tubes(shown.structure),
        lapped=lapped(shown.structure),
        welds=weld_map(shown.structure),
        pipes=pipe_parts(shown.structure),
    )


def pen_parts(work: Work, record: Record[PenBody]) -> tuple[Part, ...]:
    """The pen in solids."""
    return model(structure_of(work, record, {}))
