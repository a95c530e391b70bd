"""Keeping fields and planning a pen's moves over one."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from typing import Any

from ergamot.core.balance.verdicts import floor_need
from ergamot.core.errors import OutOfRange
from ergamot.core.ground.field import Field, Obstacle, make_field, make_obstacle, rectangle
from ergamot.core.ground.footprint import pen_size, range_size
from ergamot.core.ground.schedule import MovePlan, Stays, plan_moves
from ergamot.core.units import parse_length
from ergamot.exchange.field_geojson import Placed
from ergamot.operations.flocks import flock_of
from ergamot.operations.pens import built, design_of
from ergamot.operations.places import place_record, read_place, today_on
from ergamot.operations.work import Work, checked_name
from ergamot.store.records import Record, create, find_all, revise


def field_of(record: Record) -> Field:
    """The field a record holds."""
    return _field(record.body)


def placed_field(record: Record) -> Placed:
    """The field a record holds, with its name and where on earth it is."""
    origin = record.body.get("origin")
    return Placed(field_of(record), record.body["name"], (origin[0], origin[1]) if origin else None)


def _field(body: Mapping[str, Any]) -> Field:
    obstacles = [
        make_obstacle(one["kind"], one["form"], one["points"], one["off_m"], "obstacles")
        for one in body.get("obstacles") or ()
    ]
    heading = body.get("heading_deg")
    if body.get("outline"):
        return make_field(body["outline"], obstacles, body.get("gate"), heading)
    whole = rectangle(body["length_m"], body["width_m"], heading or 0.0)
    return make_field(whole.outline, obstacles, body.get("gate"), whole.heading_deg)


def _metres(entered: str | float, field: str) -> float:
    if isinstance(entered, str):
        return parse_length(entered, field, bare="m") / 1000
    return float(entered)


def obstacle_body(one: Obstacle) -> dict[str, Any]:
    """Something to keep off as it is kept."""
    return {
        "kind": one.kind,
        "form": one.form.value,
        "points": [list(point) for point in one.points],
        "off_m": one.off_m,
    }


def _body(entered: Mapping[str, Any]) -> dict[str, Any]:
    """What is kept of a field: a rectangle by its sides, any other by its edge."""
    sides = {name: entered.get(name) for name in ("length_m", "width_m")}
    known: dict[str, Any] = {name: entered.get(name) for name in ("heading_deg", "obstacles", "gate")}
    if entered.get("outline"):
        known["outline"] = entered["outline"]
    elif None in sides.values():
        raise OutOfRange("length_m", None, "given with the width, or the edge drawn instead")
    else:
        known |= {name: _metres(value, name) for name, value in sides.items() if value is not None}
    field = _field(known)
    kept: dict[str, Any] = {"name": checked_name(entered["name"]), "heading_deg": field.heading_deg}
    if "outline" in known:
        kept["outline"] = [list(corner) for corner in field.outline]
    else:
        kept |= {name: known[name] for name in sides}
    if field.obstacles:
        kept["obstacles"] = [obstacle_body(one) for one in field.obstacles]
    if field.gate:
        kept["gate"] = list(field.gate)
    if entered.get("origin"):
        kept["origin"] = list(entered["origin"])
    return kept


def add_field(work: Work, entered: Mapping[str, Any]) -> Record:
    """Keep a new field."""
    return create(
        work.session, work.settled_id, "field", _body(entered), "field entered", work.user, work.now
    )


def change_field(work: Work, field_id: int, base: int, entered: Mapping[str, Any]) -> Record:
    """Keep a change to a field, made from revision `base`."""
    record = work.kept("field", field_id)
    return revise(work.session, record, base, _body(entered), "field changed", work.user, work.now)


def fields(work: Work) -> list[Record]:
    """All fields of the farm."""
    return find_all(work.session, work.farm_id, "field")


def pen_moves(
    work: Work, pen: Record, field: Record, start: date | None, days: int, stays: Stays = Stays.GRASS
) -> MovePlan:
    """Plan a pen's moves over a field from a date; by default from today while the flock is out,
    else from the day it goes out."""
    flock = flock_of(work, work.kept("flock", pen.body["flock_id"]))
    if start is None:
        today = today_on(work)
        start = today if flock.out <= today < flock.leaves else flock.out
    structure = built(work, design_of(work, pen))
    months = read_place(work, place_record(work)).months_c
    over = field_of(field)
    size = pen_size(structure)
    if structure.ranges:
        size = range_size(flock.placed, floor_need(work.catalogue, structure, flock), over)
    return plan_moves(work.catalogue, flock, over, size, months, start, days, stays)
