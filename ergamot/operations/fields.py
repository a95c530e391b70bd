"""Keeping fields, and which pens walk them."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date
from typing import Any

from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.ledger import Visit
from ergamot.core.ground.netting import NET_M
from ergamot.core.ground.team import Stays
from ergamot.operations.field_body import OnField, body_of, team_body, team_of
from ergamot.operations.flocks import flock_of
from ergamot.operations.kept import keep_once
from ergamot.operations.places import today_on
from ergamot.operations.stays import keep_visits
from ergamot.operations.work import Work
from ergamot.store.documents import FIELD, FLOCK, PEN, FieldBody
from ergamot.store.records import Record, find_all, revise


def add_field(work: Work, entered: Mapping[str, Any], visits: Sequence[Visit] = ()) -> Record[FieldBody]:
    """Keep a new field, with visits to it by none of the farm's pens."""
    record, made = keep_once(work, FIELD, body_of(entered), "field entered")
    if made:
        keep_visits(work, record, visits)
    return record


def change_field(work: Work, field_id: int, base: int, entered: Mapping[str, Any]) -> Record[FieldBody]:
    """Keep a change to a field, made from revision `base`; the pens on it stay."""
    record = work.kept(FIELD, field_id)
    body = replace(body_of(entered), team=record.body.team)
    return revise(work.session, record, base, body, "field changed", work.user, work.now)


@dataclass(frozen=True)
class Asked:
    """A pen to be put on a field: its first day there by default today, or the day its flock goes out; else as OnField."""

    pen_id: int
    stays: Stays = Stays.GRASS
    first: date | None = None
    hours: float | None = None
    nets: int | None = None
    net_m: float | None = None
    way: tuple[Flat, ...] = ()


def change_team(work: Work, field_id: int, base: int, team: Sequence[Asked]) -> Record[FieldBody]:
    """Keep which pens walk a field, made from revision `base`. A pen walks one field: others let go of it."""
    record = work.kept(FIELD, field_id)
    before = {one.pen_id: one for one in team_of(record)}
    put = []
    for one in team:
        pen = work.kept(PEN, one.pen_id)
        flock = flock_of(work, work.kept(FLOCK, pen.body.flock_id))
        usual = before[pen.id].first if pen.id in before else max(today_on(work), flock.out)
        first, net = one.first or usual, one.net_m or NET_M
        put.append(OnField(pen.id, one.stays, first, one.hours, one.nets, net, one.way))
    kept = _with_team(work, record, base, put)
    for other in fields(work):
        if other.id != field_id:
            take_off(work, other, {one.pen_id for one in put})
    return kept


def take_off(work: Work, record: Record[FieldBody], pens: Collection[int]) -> None:
    """Keep that some pens walk a field no more, where they did."""
    team = team_of(record)
    left = [one for one in team if one.pen_id not in pens]
    if len(left) < len(team):
        _with_team(work, record, record.revision, left)


def _with_team(
    work: Work, record: Record[FieldBody], base: int, team: Sequence[OnField]
) -> Record[FieldBody]:
    body = replace(record.body, team=team_body(team))
    return revise(work.session, record, base, body, "pens on it changed", work.user, work.now)


def fields(work: Work) -> list[Record[FieldBody]]:
    """All fields of the farm."""
    return find_all(work.session, work.farm_id, FIELD)
