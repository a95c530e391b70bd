"""Pens: propose, open, change, try, undo; each answers with the whole bench."""

from __future__ import annotations

import json
from collections.abc import Mapping
from typing import Any

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.drawing.lines import lines
from ergamot.core.finding import phrase
from ergamot.core.frame.design import Design
from ergamot.core.frame.shapes import shape_of
from ergamot.core.tools import TOOLS
from ergamot.core.units import Quantity
from ergamot.exchange.design_file import design_schema, write_design
from ergamot.operations.kept import Record, Step, kept, take_step
from ergamot.operations.pens import (
    bench,
    change_pen,
    copy_pen,
    design_of,
    open_pen,
    pens,
    propose_pen,
    starts_for,
)
from ergamot.web.bench import bench_out, view_out
from ergamot.web.files import file_answer
from ergamot.web.schemas.drawings import LineOut
from ergamot.web.schemas.figures import FindingOut, Words
from ergamot.web.schemas.pens import (
    BenchOut,
    CopyIn,
    OpenIn,
    PenIn,
    PenLineOut,
    PensOut,
    ProposeIn,
    StartOut,
    StartsOut,
)
from ergamot.web.unit_of_work import base_revision, current_work

pens_part = APIBlueprint("pens", __name__, url_prefix="/api/pens")


def _out(record: Record, trying: Mapping[str, Any] | None = None, status: int = 200) -> Response:
    """The whole bench, written out at once by its schema: it is large, and asked for at every pull."""
    shown = bench_out(record, bench(current_work(), record, trying))
    return Response(BenchOut.model_validate(shown).model_dump_json(), status, mimetype="application/json")


def _pen(pen_id: int) -> Record:
    return kept(current_work(), "pen", pen_id)


def _line(record: Record) -> PenLineOut:
    shown = bench(current_work(), record)
    return PenLineOut(
        id=record.id,
        name=shown.name,
        flock_id=shown.flock_id,
        flock_name=shown.flock_name,
        leaves=shown.flock.leaves,
        shape=shape_of(shown.design.shape).label,
        size=_size(shown.design),
        plan=view_out(shown.views[0]),
        version_of=record.body.get("version_of"),
        why=record.body.get("why", ""),
        verdicts={finding.what: finding.verdict for finding in shown.judged.findings},
    )


def _size(design: Design) -> Words:
    width, length = (Quantity(float(design.values[name]), "mm") for name in ("width", "length"))
    return Words.model_validate(phrase("{width} × {length}", width=width, length=length))


@pens_part.get("")
@pens_part.output(PensOut)
def list_pens() -> dict[str, Any]:
    """All pens, each with its verdicts."""
    return {"pens": [_line(record) for record in pens(current_work())]}


@pens_part.post("")
@pens_part.input(ProposeIn)
@pens_part.output(BenchOut, 201)
def post_pen(json_data: ProposeIn) -> Response:
    """Propose a whole pen for a flock."""
    return _out(propose_pen(current_work(), json_data.flock_id, json_data.name, json_data.shape), status=201)


@pens_part.post("/open")
@pens_part.input(OpenIn)
@pens_part.output(BenchOut, 201)
def post_open(json_data: OpenIn) -> Response:
    """Make a pen of a design file."""
    return _out(open_pen(current_work(), json_data.flock_id, json_data.file), status=201)


@pens_part.get("/<int:pen_id>")
@pens_part.output(BenchOut)
def get_pen(pen_id: int) -> Response:
    """A pen on the bench."""
    return _out(_pen(pen_id))


@pens_part.patch("/<int:pen_id>")
@pens_part.input(PenIn)
@pens_part.output(BenchOut)
def patch_pen(pen_id: int, json_data: PenIn) -> Response:
    """Change a pen, from the revision in If-Match."""
    changed = change_pen(
        current_work(), pen_id, base_revision(), json_data.values, json_data.name, json_data.flock_id
    )
    return _out(changed)


@pens_part.post("/<int:pen_id>/try")
@pens_part.input(PenIn)
@pens_part.output(BenchOut)
def try_pen(pen_id: int, json_data: PenIn) -> Response:
    """What the bench would show with these values; nothing is kept."""
    record = _pen(pen_id)
    return _out(record, json_data.values)


@pens_part.post("/<int:pen_id>/copy")
@pens_part.input(CopyIn)
@pens_part.output(BenchOut, 201)
def post_copy(pen_id: int, json_data: CopyIn) -> Response:
    """Make a new version of a pen, named, with a note why."""
    return _out(copy_pen(current_work(), pen_id, json_data.name, json_data.why), status=201)


@pens_part.get("/starts/<int:flock_id>")
@pens_part.output(StartsOut)
def get_starts(flock_id: int) -> dict[str, Any]:
    """Three whole designs of different shapes to begin a flock's pen from."""
    return {
        "starts": [
            StartOut(
                shape=one.design.shape,
                label=shape_of(one.design.shape).label,
                size=_size(one.design),
                lines=[LineOut.model_validate(line) for line in lines(one.structure)],
                findings=[FindingOut.model_validate(finding) for finding in one.judged.findings],
                fails=list(one.fails),
                lacking=[TOOLS[key] for key in one.lacking],
            )
            for one in starts_for(current_work(), flock_id)
        ]
    }


@pens_part.post("/<int:pen_id>/<any(undo,redo):step>")
@pens_part.output(BenchOut)
def step_pen(pen_id: int, step: Step) -> Response:
    """Take the last change to a pen back, or bring it back."""
    work = current_work()
    return _out(take_step(work, _pen(pen_id), base_revision(), step))


@pens_part.get("/<int:pen_id>/design.json")
@pens_part.doc(responses={200: "The design file"})
def get_design(pen_id: int) -> Response:
    """The pen's design as an open file."""
    record = _pen(pen_id)
    text = write_design(design_of(current_work(), record), record.body["name"])
    return file_answer(text, "application/json", f"pen-{pen_id}.json")


@pens_part.get("/design.schema.json")
@pens_part.doc(responses={200: "JSON Schema of a design file"})
def get_design_schema() -> Response:
    """The published JSON Schema of design files."""
    return Response(json.dumps(design_schema(), indent=2), mimetype="application/schema+json")
