"""Pens: propose, open, change, try, undo; each answers with the whole bench."""

from __future__ import annotations

import json
from typing import Any

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.balance.questions import word_of
from ergamot.core.drawing.lines import lines
from ergamot.core.farm.tools import TOOLS
from ergamot.core.frame.shapes import shape_of
from ergamot.exchange.design_file import design_schema, write_design
from ergamot.operations.kept import Record, Step, take_step
from ergamot.operations.moves_done import settle_pens
from ergamot.operations.pen_lines import PenLine, design_size, judge_lines, pen_lines, remember_line
from ergamot.operations.pens import (
    Bench,
    bench,
    change_pen,
    copy_pen,
    design_of,
    open_pen,
    propose_pen,
    starts_for,
)
from ergamot.store.documents import PEN, PenBody
from ergamot.web.bench import bench_out, told
from ergamot.web.files import answers_with, file_answer
from ergamot.web.long_work import hands_for, takes_long
from ergamot.web.schemas.drawings import LineOut
from ergamot.web.schemas.figures import Words
from ergamot.web.schemas.pens import (
    BenchOut,
    CopyIn,
    GradeOut,
    JudgeIn,
    OpenIn,
    PenIn,
    PenLineOut,
    PensOut,
    PensQuery,
    ProposeIn,
    StartOut,
    StartsOut,
    ThumbOut,
    ToldOut,
)
from ergamot.web.schemas.trial import TrialIn, TrialOut, ValuesIn
from ergamot.web.schemas.verdicts import FindingOut
from ergamot.web.trial import trial_out
from ergamot.web.unit_of_work import current_work, from_revision

pens_part = APIBlueprint("pens", __name__, url_prefix="/api/pens")


def _answer(record: Record[PenBody], shown: Bench, status: int = 200) -> Response:
    """The whole bench, written out at once by its schema: it is large, and asked for at every pull."""
    return Response(bench_out(record, shown), status, mimetype="application/json")


def _kept(record: Record[PenBody], status: int = 200) -> Response:
    """The bench of a pen that was just kept; what lists show of it is kept too."""
    work = current_work()
    shown = bench(work, record)
    remember_line(work, record, shown)
    return _answer(record, shown, status)


def _pen(pen_id: int) -> Record[PenBody]:
    return current_work().kept(PEN, pen_id)


def _line(line: PenLine) -> PenLineOut:
    record, judged = line.record, line.judged
    return PenLineOut(
        id=record.id,
        revision=record.revision,
        name=record.body.name,
        flock_id=record.body.flock_id,
        flock_name=line.flock_name,
        leaves=line.leaves,
        shape=shape_of(record.body.shape).called(record.body.values),
        size=Words.model_validate(line.size) if line.size else None,
        plan=ThumbOut.model_validate(judged.plan) if judged and judged.plan else None,
        version_of=record.body.version_of,
        why=record.body.why,
        judged=judged is not None,
        verdicts=[
            GradeOut(what=what, verdict=grade, word=word_of(what, grade))
            for what, grade in judged.verdicts.items()
        ]
        if judged
        else [],
        trouble=judged.trouble if judged else "",
    )


@pens_part.get("")
@pens_part.input(PensQuery, location="query")
@pens_part.output(PensOut)
def list_pens(query_data: PensQuery) -> Response:
    """Pens in a list, oldest first; verdicts that are not known as things stand are asked for by POST /judged."""
    page = pen_lines(current_work(), query_data.after, query_data.most)
    return _list(PensOut(pens=[_line(one) for one in page.lines], after=page.after))


@pens_part.post("/judged")
@pens_part.input(JudgeIn)
@pens_part.output(PensOut)
def judge_pens(json_data: JudgeIn) -> Response:
    """Work out what lists show of some pens; the answer has their lines."""
    return _list(PensOut(pens=[_line(one) for one in judge_lines(current_work(), json_data.ids)], after=None))


def _list(pens: PensOut) -> Response:
    return Response(pens.model_dump_json(), mimetype="application/json")


@pens_part.post("")
@pens_part.input(ProposeIn)
@pens_part.output(BenchOut, 201)
@takes_long
def post_pen(json_data: ProposeIn) -> Response:
    """Propose a whole pen for a flock."""
    return _kept(
        propose_pen(current_work(), json_data.flock_id, json_data.name, json_data.shape, json_data.school),
        201,
    )


@pens_part.post("/open")
@pens_part.input(OpenIn)
@pens_part.output(BenchOut, 201)
def post_open(json_data: OpenIn) -> Response:
    """Make a pen of a design file."""
    return _kept(open_pen(current_work(), json_data.flock_id, json_data.file), 201)


@pens_part.get("/<int:pen_id>")
@pens_part.output(BenchOut)
def get_pen(pen_id: int) -> Response:
    """A pen on the bench."""
    record = _pen(pen_id)
    return _answer(record, bench(current_work(), record))


@pens_part.patch("/<int:pen_id>")
@pens_part.input(PenIn)
@pens_part.output(BenchOut)
@from_revision
def patch_pen(pen_id: int, json_data: PenIn, base: int) -> Response:
    """Change a pen, from the revision in If-Match."""
    settle_pens(current_work(), {pen_id})
    changed = change_pen(current_work(), pen_id, base, json_data.values, json_data.name, json_data.flock_id)
    return _kept(changed)


@pens_part.post("/<int:pen_id>/try")
@pens_part.input(TrialIn)
@pens_part.output(TrialOut)
def try_pen(pen_id: int, json_data: TrialIn) -> Response:
    """Try values: show what the bench would with them, beside the pen as it is kept. Nothing is kept."""
    work, record = current_work(), _pen(pen_id)
    tried = bench(work, record, json_data.values)
    text = trial_out(tried, design_of(work, record), json_data.units, json_data.drawn)
    return Response(text, mimetype="application/json")


@pens_part.post("/<int:pen_id>/told")
@pens_part.input(ValuesIn)
@pens_part.output(ToldOut)
def tell_pen(pen_id: int, json_data: ValuesIn) -> dict[str, Any]:
    """Tell the working of each verdict and the facts of each part, with these values. Nothing is kept."""
    return told(bench(current_work(), _pen(pen_id), json_data.values))


@pens_part.post("/<int:pen_id>/copy")
@pens_part.input(CopyIn)
@pens_part.output(BenchOut, 201)
def post_copy(pen_id: int, json_data: CopyIn) -> Response:
    """Make a new version of a pen, named, with a note why."""
    return _kept(copy_pen(current_work(), pen_id, json_data.name, json_data.why), 201)


@pens_part.get("/starts/<int:flock_id>")
@pens_part.output(StartsOut)
@takes_long
def get_starts(flock_id: int) -> dict[str, Any]:
    """Three whole designs of different shapes to begin a flock's pen from."""
    return {
        "starts": [
            StartOut(
                shape=one.design.shape,
                school=one.school,
                label=shape_of(one.design.shape).called(one.design.values),
                size=Words.model_validate(design_size(one.design)),
                lines=[LineOut.model_validate(line) for line in lines(one.structure)],
                findings=[FindingOut.model_validate(finding) for finding in one.judged.findings],
                fails=list(one.fails),
                lacking=[TOOLS[key] for key in one.lacking],
            )
            for one in starts_for(current_work(), flock_id, hands_for(current_work()))
        ]
    }


@pens_part.post("/<int:pen_id>/<any(undo,redo):step>")
@pens_part.output(BenchOut)
@from_revision
def step_pen(pen_id: int, step: Step, base: int) -> Response:
    """Take the last change to a pen back, or bring it back."""
    work = current_work()
    settle_pens(work, {pen_id})
    return _kept(take_step(work, _pen(pen_id), base, step))


@pens_part.get("/<int:pen_id>/design.json")
@pens_part.doc(responses={200: "The design file"})
@answers_with("application/json")
def get_design(pen_id: int) -> Response:
    """The pen's design as an open file."""
    record = _pen(pen_id)
    text = write_design(design_of(current_work(), record), record.body.name)
    return file_answer(text, "application/json", f"pen-{pen_id}.json")


@pens_part.get("/design.schema.json")
@pens_part.doc(responses={200: "JSON Schema of a design file"})
@answers_with("application/schema+json")
def get_design_schema() -> Response:
    """The published JSON Schema of design files."""
    return Response(json.dumps(design_schema(), indent=2), mimetype="application/schema+json")
