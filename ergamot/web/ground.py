"""Ground: fields, and a pen's moves over one, on screen, as a calendar and on the map."""

from __future__ import annotations

import json
from typing import Any

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.field import KINDS, turned
from ergamot.core.ground.schedule import MovePlan
from ergamot.exchange.calendar import move_time, write_calendar
from ergamot.exchange.field_geojson import read_field, write_field
from ergamot.operations.fields import (
    add_field,
    change_field,
    field_of,
    fields,
    obstacle_body,
    pen_moves,
    placed_field,
)
from ergamot.operations.kept import Record, Step, take_step
from ergamot.operations.places import today_on
from ergamot.web.files import answers_with, file_answer
from ergamot.web.schemas.figures import StepOut, Words, words
from ergamot.web.schemas.ground import (
    DayOut,
    EdgeOut,
    FieldIn,
    FieldOut,
    FieldsOut,
    GeoJsonIn,
    KindOut,
    MoveOut,
    MovePlanOut,
    MovesQuery,
    ObstacleOut,
    StopOut,
)
from ergamot.web.unit_of_work import current_work, from_revision

ground_part = APIBlueprint("ground", __name__, url_prefix="/api")


def _field(record: Record) -> FieldOut:
    body, field = record.body, field_of(record)
    sides = {name: body.get(name) for name in ("length_m", "width_m")}
    long, wide = (None if side is None else words(side, "m") for side in sides.values())
    return FieldOut(
        id=record.id,
        revision=record.revision,
        can_undo=record.can_undo,
        can_redo=record.can_redo,
        name=body["name"],
        **sides,
        heading_deg=field.heading_deg,
        outline=[list(corner) for corner in field.outline],
        obstacles=[ObstacleOut.model_validate(obstacle_body(one)) for one in field.obstacles],
        gate=list(field.gate) if field.gate else None,
        origin=body.get("origin"),
        length=long,
        width=wide,
        area=words(field.area_m2, "m2"),
    )


@ground_part.get("/fields")
@ground_part.output(FieldsOut)
def list_fields() -> dict[str, Any]:
    """All fields, and what can stand in one."""
    kinds = [KindOut(key=key, **vars(kind)) for key, kind in KINDS.items()]
    return {"fields": [_field(record) for record in fields(current_work())], "kinds": kinds}


@ground_part.post("/fields")
@ground_part.input(FieldIn)
@ground_part.output(FieldOut, 201)
def post_field(json_data: FieldIn) -> FieldOut:
    """Enter a field."""
    return _field(add_field(current_work(), json_data.model_dump()))


@ground_part.post("/fields/read")
@ground_part.input(GeoJsonIn)
@ground_part.output(EdgeOut)
def read_geojson(json_data: GeoJsonIn) -> EdgeOut:
    """What a GeoJSON file holds, ready to be entered; nothing is kept."""
    read = read_field(json.dumps(json_data.geojson).encode(), json_data.in_metres)
    return EdgeOut(
        name=read.name,
        outline=[list(corner) for corner in read.field.outline],
        obstacles=[ObstacleOut.model_validate(obstacle_body(one)) for one in read.field.obstacles],
        gate=list(read.field.gate) if read.field.gate else None,
        origin=list(read.origin) if read.origin else None,
        heading_deg=read.field.heading_deg,
        area=words(read.field.area_m2, "m2"),
    )


@ground_part.put("/fields/<int:field_id>")
@ground_part.input(FieldIn)
@ground_part.output(FieldOut)
@from_revision
def put_field(field_id: int, json_data: FieldIn, base: int) -> FieldOut:
    """Change a field, from the revision in If-Match."""
    return _field(change_field(current_work(), field_id, base, json_data.model_dump()))


@ground_part.post("/fields/<int:field_id>/<any(undo,redo):step>")
@ground_part.output(FieldOut)
@from_revision
def step_field(field_id: int, step: Step, base: int) -> FieldOut:
    """Take the last change to a field back, or bring it back."""
    work = current_work()
    record = work.kept("field", field_id)
    return _field(take_step(work, record, base, step))


@ground_part.get("/fields/<int:field_id>/field.geojson")
@ground_part.doc(responses={200: "The field as GeoJSON"})
@answers_with("application/geo+json")
def get_geojson(field_id: int) -> Response:
    """A field with what stands in it, as GeoJSON."""
    text = write_field(placed_field(current_work().kept("field", field_id)))
    return file_answer(text, "application/geo+json", f"field-{field_id}.geojson")


def _planned(pen_id: int, query: MovesQuery) -> tuple[Record, Record, MovePlan]:
    work = current_work()
    pen = work.kept("pen", pen_id)
    field = work.kept("field", query.field)
    return pen, field, pen_moves(work, pen, field, query.start, query.days, query.stays)


@ground_part.get("/pens/<int:pen_id>/moves")
@ground_part.input(MovesQuery, location="query")
@ground_part.output(MovePlanOut)
def get_moves(pen_id: int, query_data: MovesQuery) -> MovePlanOut:
    """A pen's moves over a field."""
    work = current_work()
    pen, record, plan = _planned(pen_id, query_data)
    over, heading = field_of(record), plan.laid.heading_deg

    def along(place: Flat) -> list[float]:
        return [round(part, 3) for part in turned(place, heading)]

    flock = work.kept("flock", pen.body["flock_id"])
    today = today_on(work)
    return MovePlanOut(
        pen_name=pen.body["name"],
        flock_name=flock.body["name"],
        field=_field(record),
        heading_deg=heading,
        edge=[along(corner) for corner in over.outline],
        obstacles=[
            ObstacleOut(
                kind=one.kind, form=one.form, points=[along(place) for place in one.points], off_m=one.off_m
            )
            for one in over.obstacles
        ],
        gate=along(over.gate) if over.gate else None,
        pen_length_m=plan.pen.length_m,
        pen_width_m=plan.pen.width_m,
        stops=[StopOut.model_validate(stop) for stop in plan.laid.stops],
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
                passes=list(move.passes),
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


@ground_part.get("/pens/<int:pen_id>/moves.geojson")
@ground_part.input(MovesQuery, location="query")
@ground_part.doc(responses={200: "The stops with their days as GeoJSON"})
@answers_with("application/geo+json")
def get_stops(pen_id: int, query_data: MovesQuery) -> Response:
    """A field with the stops a pen makes on it and their days, as GeoJSON."""
    _, record, plan = _planned(pen_id, query_data)
    stops = [
        (
            move.stop,
            plan.pen,
            {
                "lane": move.stop.lane + 1,
                "stop": move.stop.number + 1,
                "from": move.day.isoformat(),
                "to": move.left.isoformat(),
                "ready": move.ready.isoformat(),
            },
        )
        for move in plan.moves
    ]
    text = write_field(placed_field(record), stops, plan.laid.heading_deg)
    return file_answer(text, "application/geo+json", f"stops-{pen_id}.geojson")
