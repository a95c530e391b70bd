"""Ground: lawns, and a pen's moves over one, on screen and as a calendar."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.ground.schedule import MovePlan
from ergamot.exchange.calendar import move_time, write_calendar
from ergamot.operations.kept import Record, Step, take_step
from ergamot.operations.lawns import add_lawn, change_lawn, lawns, pen_moves
from ergamot.operations.places import today_on
from ergamot.web.files import answers_with, file_answer
from ergamot.web.schemas.figures import StepOut, Words, words
from ergamot.web.schemas.ground import (
    DayOut,
    LawnIn,
    LawnOut,
    LawnsOut,
    MoveOut,
    MovePlanOut,
    MovesQuery,
    StopOut,
)
from ergamot.web.unit_of_work import current_work, from_revision

ground_part = APIBlueprint("ground", __name__, url_prefix="/api")


def _lawn(record: Record) -> LawnOut:
    body = record.body
    return LawnOut(
        id=record.id,
        revision=record.revision,
        can_undo=record.can_undo,
        can_redo=record.can_redo,
        **body,
        length=words(body["length_m"], "m"),
        width=words(body["width_m"], "m"),
        area=words(body["length_m"] * body["width_m"], "m2"),
    )


@ground_part.get("/lawns")
@ground_part.output(LawnsOut)
def list_lawns() -> dict[str, Any]:
    """All lawns."""
    return {"lawns": [_lawn(record) for record in lawns(current_work())]}


@ground_part.post("/lawns")
@ground_part.input(LawnIn)
@ground_part.output(LawnOut, 201)
def post_lawn(json_data: LawnIn) -> LawnOut:
    """Enter a lawn."""
    return _lawn(add_lawn(current_work(), json_data.model_dump()))


@ground_part.put("/lawns/<int:lawn_id>")
@ground_part.input(LawnIn)
@ground_part.output(LawnOut)
@from_revision
def put_lawn(lawn_id: int, json_data: LawnIn, base: int) -> LawnOut:
    """Change a lawn, from the revision in If-Match."""
    return _lawn(change_lawn(current_work(), lawn_id, base, json_data.model_dump()))


@ground_part.post("/lawns/<int:lawn_id>/<any(undo,redo):step>")
@ground_part.output(LawnOut)
@from_revision
def step_lawn(lawn_id: int, step: Step, base: int) -> LawnOut:
    """Take the last change to a lawn back, or bring it back."""
    work = current_work()
    record = work.kept("lawn", lawn_id)
    return _lawn(take_step(work, record, base, step))


def _planned(pen_id: int, query: MovesQuery) -> tuple[Record, Record, MovePlan]:
    work = current_work()
    pen = work.kept("pen", pen_id)
    lawn = work.kept("lawn", query.lawn)
    return pen, lawn, pen_moves(work, pen, lawn, query.start, query.days)


@ground_part.get("/pens/<int:pen_id>/moves")
@ground_part.input(MovesQuery, location="query")
@ground_part.output(MovePlanOut)
def get_moves(pen_id: int, query_data: MovesQuery) -> MovePlanOut:
    """A pen's moves over a lawn."""
    work = current_work()
    pen, lawn, plan = _planned(pen_id, query_data)
    flock = work.kept("flock", pen.body["flock_id"])
    today = today_on(work)
    return MovePlanOut(
        pen_name=pen.body["name"],
        flock_name=flock.body["name"],
        lawn=_lawn(lawn),
        pen_length_m=plan.pen.length_m,
        pen_width_m=plan.pen.width_m,
        stops=[StopOut.model_validate(stop) for stop in plan.stops],
        moves=[
            MoveOut(
                day=move.day,
                at=f"{move_time(move.part, move.parts):%H:%M}",
                part=move.part,
                parts=move.parts,
                stop=StopOut.model_validate(move.stop),
                age=move.load.age,
                left=move.left,
                wear=words(round(move.wear, 2), "bird-days/m2"),
                cover=words(round(move.cover_kg_m2, 2), "kg/m2 shed"),
                nitrogen=words(round(move.nitrogen_kg_ha), "kg/ha"),
                nitrogen_year=words(round(move.nitrogen_year_kg_ha), "kg/ha"),
                ruled_by=move.load.ruled_by,
                ready=move.ready,
                today=move.day == today,
            )
            for move in plan.moves
        ],
        days=[
            DayOut(
                day=day,
                age=load.age,
                moves=load.moves,
                stay_days=load.stay_days,
                ruled_by=load.ruled_by,
                working=[StepOut.model_validate(step) for step in load.working],
            )
            for day, load in plan.days
        ],
        notes=[Words.model_validate(note) for note in plan.notes],
        out=flock.body["out"],
        leaves=flock.body["leaves"],
        today=today,
    )


@ground_part.get("/pens/<int:pen_id>/moves.ics")
@ground_part.input(MovesQuery, location="query")
@ground_part.doc(responses={200: "The moves as iCalendar"})
@answers_with("text/calendar")
def get_calendar(pen_id: int, query_data: MovesQuery) -> Response:
    """A pen's moves as an iCalendar file."""
    pen, _, plan = _planned(pen_id, query_data)
    text = write_calendar(plan, pen.body["name"], pen.id, current_work().now)
    return file_answer(text, "text/calendar", f"moves-{pen_id}.ics")
