"""Drawings of a pen, as kept or with values being tried."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.drawing.lines import ProjectionName
from ergamot.core.drawing.picture import scale_for
from ergamot.exchange.drawing_dxf import write_dxf
from ergamot.exchange.drawing_svg import write_svg
from ergamot.exchange.model_gltf import write_gltf
from ergamot.exchange.sheets_pdf import write_sheets
from ergamot.operations.drawings import pen_lines, pen_parts, pen_picture, pen_sheets, pen_steps
from ergamot.operations.kept import Record
from ergamot.store.documents import PEN, PenBody
from ergamot.web.files import answers_with, file_answer
from ergamot.web.long_work import takes_long
from ergamot.web.schemas.drawings import BuildStepOut, LineOut, LinesOut, SheetQuery, StepsOut, UnitsQuery
from ergamot.web.schemas.pens import PenIn
from ergamot.web.unit_of_work import current_work

drawings_part = APIBlueprint("drawings", __name__, url_prefix="/api/pens")


def _pen(pen_id: int) -> Record[PenBody]:
    return current_work().kept(PEN, pen_id)


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


A4_ROOM_MM = (277.0, 190.0)  # on a sheet of A4 lying, inside its margins


@drawings_part.get("/<int:pen_id>/<any(corner,plan,side,end):look>.svg")
@drawings_part.input(UnitsQuery, location="query")
@drawings_part.doc(responses={200: "A line drawing to scale as SVG"})
@takes_long
@answers_with("image/svg+xml")
def svg_of_pen(pen_id: int, look: ProjectionName, query_data: UnitsQuery) -> Response:
    """The pen from one side (corner, plan, side, end) to scale, hidden lines removed, dimensioned."""
    work, record = current_work(), _pen(pen_id)
    drawn = pen_picture(work, record, look)
    scale = scale_for(drawn.wide, drawn.tall, A4_ROOM_MM)
    text = write_svg(drawn, record.body.name, scale, query_data.units)
    return file_answer(text, "image/svg+xml", f"pen-{pen_id}-{look}.svg")


@drawings_part.get("/<int:pen_id>/<any(corner,plan,side,end):look>.dxf")
@drawings_part.input(UnitsQuery, location="query")
@drawings_part.doc(responses={200: "A line drawing at full size as DXF"})
@takes_long
@answers_with("image/vnd.dxf")
def dxf_of_pen(pen_id: int, look: ProjectionName, query_data: UnitsQuery) -> Response:
    """The pen from one side at full size in mm, a layer for each kind of line."""
    work, record = current_work(), _pen(pen_id)
    text = write_dxf(pen_picture(work, record, look), query_data.units)
    return file_answer(text, "image/vnd.dxf", f"pen-{pen_id}-{look}.dxf")


@drawings_part.get("/<int:pen_id>/sheets.pdf")
@drawings_part.input(SheetQuery, location="query")
@drawings_part.doc(responses={200: "Drawing sheets as PDF"})
@takes_long
@answers_with("application/pdf")
def sheets_of_pen(pen_id: int, query_data: SheetQuery) -> Response:
    """A set of drawing sheets, on A4 or Letter."""
    work, record = current_work(), _pen(pen_id)
    return file_answer(
        write_sheets(pen_sheets(work, record), query_data.paper, query_data.units),
        "application/pdf",
        f"pen-{pen_id}.pdf",
    )


@drawings_part.get("/<int:pen_id>/model.glb")
@drawings_part.doc(responses={200: "The pen in solids as binary glTF"})
@takes_long
@answers_with("model/gltf-binary")
def gltf_of_pen(pen_id: int) -> Response:
    """The pen in solids, for any program that reads glTF."""
    work, record = current_work(), _pen(pen_id)
    return file_answer(
        write_gltf(pen_parts(work, record), record.body.name), "model/gltf-binary", f"pen-{pen_id}.glb"
    )
