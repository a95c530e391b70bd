"""Drawings of a pen, as kept or with values being tried."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint

from ergamot.operations.drawings import pen_lines, pen_steps
from ergamot.operations.kept import Record, kept
from ergamot.web.schemas.drawings import BuildStepOut, LineOut, LinesOut, StepsOut
from ergamot.web.schemas.pens import PenIn
from ergamot.web.unit_of_work import current_work

drawings_part = APIBlueprint("drawings", __name__, url_prefix="/api/pens")


def _pen(pen_id: int) -> Record:
    return kept(current_work(), "pen", pen_id)


@drawings_part.post("/<int:pen_id>/lines")
@drawings_part.input(PenIn)
@drawings_part.output(LinesOut)
def lines_of_pen(pen_id: int, json_data: PenIn) -> dict[str, Any]:
    """The whole pen in isometric lines with hidden lines removed, with these values tried."""
    drawn = pen_lines(current_work(), _pen(pen_id), json_data.values)
    return {"lines": [LineOut.model_validate(line) for line in drawn]}


@drawings_part.post("/<int:pen_id>/steps")
@drawings_part.input(PenIn)
@drawings_part.output(StepsOut)
def steps_of_pen(pen_id: int, json_data: PenIn) -> dict[str, Any]:
    """The order the pen is built in, each part with its way in, with these values tried."""
    found = pen_steps(current_work(), _pen(pen_id), json_data.values)
    return {"steps": [BuildStepOut.model_validate(step) for step in found]}
