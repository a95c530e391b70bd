"""Ground: fields, what stands in them, and which pens walk them."""

from __future__ import annotations

import json
import math
from dataclasses import asdict
from itertools import pairwise
from typing import Any

import shapely
from apiflask import APIBlueprint
from flask import Response

from ergamot.core.ground.ledger import make_visit
from ergamot.core.ground.obstacle import KINDS
from ergamot.exchange.field_geojson import read_field, write_field
from ergamot.operations.field_body import (
    field_of,
    keeping_of,
    metres,
    obstacle_body,
    placed_field,
    shaped,
    team_of,
)
from ergamot.operations.fields import Asked, add_field, change_field, fields
from ergamot.operations.kept import Record, Step, take_step
from ergamot.operations.moves_done import change_pens, settle_past
from ergamot.store.documents import FIELD, FieldBody
from ergamot.web.files import answers_with, file_answer
from ergamot.web.schemas.figures import words
from ergamot.web.schemas.ground import (
    EdgeIn,
    EdgeOut,
    FieldIn,
    FieldOut,
    FieldsOut,
    GeoJsonIn,
    KindOut,
    MeasuredOut,
    NewFieldIn,
    ObstacleOut,
    OnFieldOut,
    StoodOut,
)
from ergamot.web.schemas.season import TeamIn
from ergamot.web.unit_of_work import current_work, from_revision

ground_part = APIBlueprint("ground", __name__, url_prefix="/api")


def field_out(record: Record[FieldBody]) -> FieldOut:
    """A field as it is sent."""
    body, field = record.body, field_of(record)
    keeping: dict[str, Any] = asdict(keeping_of(record))
    spread: dict[str, Any] = {
        name: words(round(keeping[f"{name}_kg_ha"]), "kg/ha") for name in ("strip", "mean", "grazers")
    }
    sides: dict[str, Any] = {name: getattr(body, name) for name in ("length_m", "width_m")}
    long, wide = (None if side is None else words(side, "m") for side in sides.values())
    return FieldOut(
        id=record.id,
        revision=record.revision,
        can_undo=record.can_undo,
        can_redo=record.can_redo,
        name=body.name,
        **sides,
        heading_deg=field.heading_deg,
        outline=[list(corner) for corner in field.outline],
        obstacles=[ObstacleOut.model_validate(vars(obstacle_body(one))) for one in field.obstacles],
        gate=list(field.gate) if field.gate else None,
        origin=list(body.origin) if body.origin else None,
        length=long,
        width=wide,
        area=words(field.area_m2, "m2"),
        slope_percent=body.slope_percent,
        falls_deg=body.falls_deg,
        **keeping,
        **spread,
        team=[
            OnFieldOut(
                pen=one.pen_id,
                stays=one.stays,
                first=one.first,
                hours=one.hours,
                nets=one.nets,
                net_m=one.net_m,
                net=words(one.net_m, "m"),
                way=[list(place) for place in one.way],
            )
            for one in team_of(record)
        ],
    )


@ground_part.get("/fields")
@ground_part.output(FieldsOut)
def list_fields() -> dict[str, Any]:
    """All fields, and what can stand in one."""
    kinds = [KindOut(key=key, **vars(kind)) for key, kind in KINDS.items()]
    return {"fields": [field_out(record) for record in fields(current_work())], "kinds": kinds}


@ground_part.post("/fields")
@ground_part.input(NewFieldIn)
@ground_part.output(FieldOut, 201)
def post_field(json_data: NewFieldIn) -> FieldOut:
    """Enter a field."""
    work, entered = current_work(), json_data.model_dump()
    stood = [make_visit(**one, name="visits") for one in entered.pop("visits")]
    return field_out(add_field(work, entered, stood))


@ground_part.post("/fields/read")
@ground_part.input(GeoJsonIn)
@ground_part.output(EdgeOut)
def read_geojson(json_data: GeoJsonIn) -> EdgeOut:
    """What a GeoJSON file holds, ready to be entered; nothing is kept."""
    read = read_field(json.dumps(json_data.geojson).encode(), json_data.in_metres)
    return EdgeOut(
        name=read.name,
        outline=[list(corner) for corner in read.field.outline],
        obstacles=[ObstacleOut.model_validate(vars(obstacle_body(one))) for one in read.field.obstacles],
        gate=list(read.field.gate) if read.field.gate else None,
        origin=list(read.origin) if read.origin else None,
        heading_deg=read.field.heading_deg,
        area=words(read.field.area_m2, "m2"),
        visits=[StoodOut.model_validate(one) for one in read.visits],
    )


@ground_part.post("/fields/shaped")
@ground_part.input(EdgeIn)
@ground_part.output(MeasuredOut)
def shape_edge(json_data: EdgeIn) -> MeasuredOut:
    """An edge made to measure, and how long its sides are; nothing is kept."""
    outline = shaped([(x, y) for x, y in json_data.outline], json_data.at, json_data.length, json_data.area)
    ring = [*outline, outline[0]]
    return MeasuredOut(
        outline=[list(corner) for corner in outline],
        sides=[words(round(math.dist(a, b), 2), "m") for a, b in pairwise(ring)],
        area=words(float(shapely.Polygon(outline).area), "m2"),
    )


@ground_part.put("/fields/<int:field_id>")
@ground_part.input(FieldIn)
@ground_part.output(FieldOut)
@from_revision
def put_field(field_id: int, json_data: FieldIn, base: int) -> FieldOut:
    """Change a field, from the revision in If-Match."""
    work = current_work()
    settle_past(work, work.kept(FIELD, field_id))
    return field_out(change_field(work, field_id, base, json_data.model_dump()))


@ground_part.put("/fields/<int:field_id>/team")
@ground_part.input(TeamIn)
@ground_part.output(FieldOut)
@from_revision
def put_team(field_id: int, json_data: TeamIn, base: int) -> FieldOut:
    """Change which pens walk a field, from the revision in If-Match."""
    team = [
        Asked(
            one.pen,
            one.stays,
            one.first,
            one.hours,
            one.nets,
            metres(one.net_m, "net_m"),
            tuple((x, y) for x, y in one.way),
        )
        for one in json_data.team
    ]
    return field_out(change_pens(current_work(), field_id, base, team))


@ground_part.post("/fields/<int:field_id>/<any(undo,redo):step>")
@ground_part.output(FieldOut)
@from_revision
def step_field(field_id: int, step: Step, base: int) -> FieldOut:
    """Take the last change to a field back, or bring it back."""
    work = current_work()
    record = work.kept(FIELD, field_id)
    settle_past(work, record)
    return field_out(take_step(work, record, base, step))


@ground_part.get("/fields/<int:field_id>/field.geojson")
@ground_part.doc(responses={200: "The field as GeoJSON"})
@answers_with("application/geo+json")
def get_geojson(field_id: int) -> Response:
    """A field with what stands in it, as GeoJSON."""
    text = write_field(placed_field(current_work().kept(FIELD, field_id)))
    return file_answer(text, "application/geo+json", f"field-{field_id}.geojson")
