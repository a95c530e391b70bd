"""What a keeper says of moves: done as planned, put elsewhere, not moved, passed over, taken back."""

from __future__ import annotations

import math
from collections.abc import Collection, Sequence
from dataclasses import replace
from datetime import date, timedelta

import shapely

from ergamot.core.errors import ErgamotError, NotFound, OutOfRange, require_range
from ergamot.core.frame.face import corners
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.field import unturned
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.schedule import MovePlan
from ergamot.core.ground.walk import Move
from ergamot.operations.field_body import team_of
from ergamot.operations.fields import Asked, change_team, fields, take_off
from ergamot.operations.places import today_on
from ergamot.operations.seasons import FieldSeason, planned_on, season_of
from ergamot.operations.stays import (
    Came,
    Leaves,
    NotNow,
    hold,
    is_settled,
    keep_stays,
    leave,
    mark_settled,
    pass_over,
    standing,
)
from ergamot.operations.work import Work
from ergamot.store.documents import FieldBody, FlockBody, StayBody
from ergamot.store.records import Record, pens_for

OUTSIDE_M = 3.0  # a pen by hand may stand so far over the edge; judgement: a hedge is no line


def done_through(
    work: Work, field: Record[FieldBody], pen_id: int | None, through: date, part: int | None = None
) -> None:
    """Keep that the moves of a pen, or of all, were made as planned to a day, or to one move of that day."""
    seen = planned_on(work, field.id)
    plans = [plan for plan in seen.season.plans if pen_id in (None, plan.member.key)]
    if not plans:
        raise NotFound("There is no such pen on this field", field="pen", value=pen_id)
    last = (through, part or math.inf)
    for plan in plans:
        _keep(work, seen, plan, [move for move in plan.moves if (move.day, move.part) <= last])


def put_by_hand(
    work: Work, field: Record[FieldBody], pen_id: int, day: date, place: Flat, heading_deg: float
) -> None:
    """Keep that a pen was put elsewhere on a day: its middle, m east and north, and which way its length runs. What was
    planned before that day is kept as done."""
    require_range("heading_deg", heading_deg, 0, 360, "°")
    seen, plan = _plan_of(work, field, pen_id)
    if day > seen.today + timedelta(days=1):
        raise OutOfRange("day", day.isoformat(), f"to {(seen.today + timedelta(days=1)).isoformat()}")
    if not plan.member.flock.out <= day < plan.member.gone:
        raise OutOfRange("day", day.isoformat(), "a day on which its birds are out")
    stood = _standing_place(plan.pen, place, heading_deg)
    if not seen.field.edge.buffer(OUTSIDE_M).covers(shapely.Polygon(stood)):
        raise OutOfRange("place", f"{place[0]:g}, {place[1]:g}", "a place on this field")
    stands = _keep_before(work, seen, plan, day)
    again = stands is not None and stands.body.day == day
    part = stands.body.part + 1 if stands and again else 1
    keep_stays(work, field.id, pen_id, [Came(day, part, part, stood)], _by(seen, plan))


def not_moved(work: Work, field: Record[FieldBody], pen_id: int, day: date) -> None:
    """Keep that a pen stood where it was on a day; it is moved the day after at the soonest."""
    seen, plan = _plan_of(work, field, pen_id)
    if day > seen.today:
        raise OutOfRange("day", day.isoformat(), f"to {seen.today.isoformat()}")
    stay = _keep_before(work, seen, plan, day)
    if stay is None:
        raise NotNow("This pen stands nowhere yet that it could stay on", field="day", value=day.isoformat())
    hold(work, stay, day)


def passed_over(work: Work, field: Record[FieldBody], pen_id: int, day: date) -> None:
    """Keep that the stop a pen would come to on a day is too wet: it is passed over for a week."""
    seen, plan = _plan_of(work, field, pen_id)
    move = next((one for one in plan.moves if one.day >= day), None)
    if move is None:
        raise NotFound("No move is planned from that day on", field="day", value=day.isoformat())
    _keep_before(work, seen, plan, day)
    pass_over(work, field.id, pen_id, move.day, move.visit.corners)


def settle_past(work: Work, field: Record[FieldBody]) -> None:
    """Before anything about a field changes: what was planned for the days gone by is kept as done."""
    try:
        seen = season_of(work, field)
    except ErgamotError:
        return  # as it stands nothing can be planned on it: there is nothing to keep
    for plan in seen.season.plans if seen else ():
        stay = _keep_before(work, seen, plan, seen.today) if seen else None
        if seen and stay:
            mark_settled(work, stay, seen.today)


def settle_pens(work: Work, changing: Collection[int] | None = None) -> None:
    """Before some pens, or their flocks, or (None) the farm itself changes: the same, once a day for each field."""
    today = today_on(work)
    for field in fields(work):
        mine = [one for one in team_of(field) if changing is None or one.pen_id in changing]
        if any(one.first < today and not is_settled(work, one.pen_id, today) for one in mine):
            settle_past(work, field)


def change_pens(work: Work, field_id: int, base: int, team: Sequence[Asked]) -> Record[FieldBody]:
    """Keep which pens walk a field, made from revision `base`; those that leave it, or another field for it, go from where
    they stand."""
    coming = {one.pen_id for one in team}
    for field in fields(work):
        here = {one.pen_id for one in team_of(field)}
        if field.id == field_id or here & coming:
            settle_past(work, field)
            _go(work, field, here - coming if field.id == field_id else here & coming)
    return change_team(work, field_id, base, team)


def change_way(
    work: Work, field: Record[FieldBody], base: int, pen_id: int, way: tuple[Flat, ...]
) -> Record[FieldBody]:
    """Keep the way a pen on a field is to go, places m east and north, made from revision `base`."""
    if pen_id not in {one.pen_id for one in team_of(field)}:
        raise NotFound("There is no such pen on this field", field="pen", value=pen_id)
    team = [Asked(**vars(one)) for one in team_of(field)]
    return change_pens(
        work, field.id, base, [replace(one, way=way) if one.pen_id == pen_id else one for one in team]
    )


def forget_pens(work: Work, pens: Collection[int]) -> None:
    """Before some pens are deleted: what they left on a field stays known, and they walk it no more."""
    for field in fields(work):
        gone = {one.pen_id for one in team_of(field)} & set(pens)
        if gone:
            settle_past(work, field)
            _go(work, field, gone)
            take_off(work, field, gone)


def _go(work: Work, field: Record[FieldBody], gone: Collection[int]) -> None:
    """Some pens go from a field: where they stood is left today."""
    if not gone:
        return
    seen = season_of(work, field)
    for plan in seen.season.plans if seen else ():
        stay = standing(work, plan.member.key)
        if seen and stay and plan.member.key in gone:
            leave(work, stay, seen.today, _by(seen, plan))


def settle_flock(work: Work, flock: Record[FlockBody]) -> None:
    """Before a flock changes: the same for its pens."""
    settle_pens(work, {pen.id for pen in pens_for(work.session, flock)})


def _plan_of(work: Work, field: Record[FieldBody], pen_id: int) -> tuple[FieldSeason, MovePlan]:
    seen = planned_on(work, field.id)
    plan = next((one for one in seen.season.plans if one.member.key == pen_id), None)
    if plan is None:
        raise NotFound("There is no such pen on this field", field="pen", value=pen_id)
    return seen, plan


def _by(seen: FieldSeason, plan: MovePlan) -> Leaves:
    return Leaves(plan.part.loads, seen.climate, seen.keeping)


def _keep(work: Work, seen: FieldSeason, plan: MovePlan, moves: Sequence[Move]) -> Record[StayBody] | None:
    """Keep planned moves as made; where the pen stands then."""
    came = [Came(move.day, move.part, move.parts, move.visit.corners) for move in moves]
    return keep_stays(work, seen.record.id, plan.member.key, came, _by(seen, plan))


def _keep_before(work: Work, seen: FieldSeason, plan: MovePlan, day: date) -> Record[StayBody] | None:
    """Keep what was planned for the days before one as made; where the pen stands then."""
    return _keep(work, seen, plan, [move for move in plan.moves if move.day < day])


def _standing_place(pen: PenSize, place: Flat, heading_deg: float) -> tuple[Flat, ...]:
    half_long, half_wide = pen.length_m / 2, pen.width_m / 2
    around = corners((-half_long, half_long), (-half_wide, half_wide))
    turned = (unturned(one, heading_deg) for one in around)
    return tuple((place[0] + x, place[1] + y) for x, y in turned)
