"""Drawing a pen, as kept or with values being tried: in lines, in the order it is built."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from ergamot.core.drawing.lines import Line, lines
from ergamot.core.frame.design import change
from ergamot.core.frame.steps import BuildStep, steps
from ergamot.core.frame.structure import Structure
from ergamot.operations.pens import built, design_of
from ergamot.operations.work import Work
from ergamot.store.records import Record


def structure_of(work: Work, record: Record, trying: Mapping[str, Any]) -> Structure:
    """A pen as framed, as kept or with values being tried."""
    design = design_of(work, record)
    return built(work, change(work.catalogue, design, trying) if trying else design)


def pen_lines(work: Work, record: Record, trying: Mapping[str, Any]) -> tuple[Line, ...]:
    """The pen in isometric lines, hidden ones removed."""
    return lines(structure_of(work, record, trying))


def pen_steps(work: Work, record: Record, trying: Mapping[str, Any]) -> tuple[BuildStep, ...]:
    """The order a pen is built in."""
    return steps(structure_of(work, record, trying))
