"""Keeping lawns and planning a pen's moves over one."""

from __future__ import annotations

from datetime import date
from typing import Any

from ergamot.core.balance.verdicts import floor_need
from ergamot.core.ground.lawn import Lawn, make_lawn, pen_size, range_size
from ergamot.core.ground.schedule import MovePlan, plan_moves
from ergamot.core.units import parse_length
from ergamot.operations.flocks import flock_of
from ergamot.operations.pens import built, design_of
from ergamot.operations.places import place_record, read_place, today_on
from ergamot.operations.work import Work, checked_name
from ergamot.store.records import Record, create, find_all, revise


def lawn_of(record: Record) -> Lawn:
    """The lawn a record holds."""
    body = record.body
    return make_lawn(body["length_m"], body["width_m"], body["heading_deg"])


def _metres(entered: str | float, field: str) -> float:
    if isinstance(entered, str):
        return parse_length(entered, field, bare="m") / 1000
    return float(entered)


def _body(entered: dict[str, Any]) -> dict[str, Any]:
    lawn = make_lawn(
        _metres(entered["length_m"], "length_m"),
        _metres(entered["width_m"], "width_m"),
        entered["heading_deg"],
    )
    return {
        "name": checked_name(entered["name"]),
        "length_m": lawn.length_m,
        "width_m": lawn.width_m,
        "heading_deg": lawn.heading_deg,
    }


def add_lawn(work: Work, entered: dict[str, Any]) -> Record:
    """Keep a new lawn."""
    return create(work.session, work.settled_id, "lawn", _body(entered), "lawn entered", work.user, work.now)


def change_lawn(work: Work, lawn_id: int, base: int, entered: dict[str, Any]) -> Record:
    """Keep a change to a lawn, made from revision `base`."""
    record = work.kept("lawn", lawn_id)
    return revise(work.session, record, base, _body(entered), "lawn changed", work.user, work.now)


def lawns(work: Work) -> list[Record]:
    """All lawns of the farm."""
    return find_all(work.session, work.farm_id, "lawn")


def pen_moves(work: Work, pen: Record, lawn: Record, start: date | None, days: int) -> MovePlan:
    """Plan a pen's moves over a lawn from a date; by default from today while the flock is out,
    else from the day it goes out."""
    flock = flock_of(work, work.kept("flock", pen.body["flock_id"]))
    if start is None:
        today = today_on(work)
        start = today if flock.out <= today < flock.leaves else flock.out
    structure = built(work, design_of(work, pen))
    months = read_place(work, place_record(work)).months_c
    over = lawn_of(lawn)
    size = pen_size(structure)
    if structure.ranges:
        size = range_size(flock.placed, floor_need(work.catalogue, structure, flock), over)
    return plan_moves(work.catalogue, flock, over, size, months, start, days)
