"""A field's season: the plan of every pen on it, a strip's year, and what is said of its moves."""

from __future__ import annotations

from apiflask import APIBlueprint

from ergamot.core.errors import NotFound
from ergamot.core.ground.field import unturned
from ergamot.core.ground.ledger import Ledger, year_of
from ergamot.operations.moves_done import done_through, not_moved, passed_over, put_by_hand, said_back
from ergamot.operations.seasons import planned_on
from ergamot.web.schemas.figures import StepOut, words
from ergamot.web.schemas.season import (
    ByHandIn,
    DayOut,
    DayQuery,
    DoneIn,
    MaybeSeasonOut,
    PenDayIn,
    SaidOfIn,
    StripOut,
    StripQuery,
    StripVisitOut,
)
from ergamot.web.season_out import season_out
from ergamot.web.unit_of_work import current_work

season_part = APIBlueprint("season", __name__, url_prefix="/api/fields/<int:field_id>")
POINT_M = 0.02  # about a place that is pointed at


@season_part.get("/season")
@season_part.output(MaybeSeasonOut)
def get_season(field_id: int) -> MaybeSeasonOut:
    """A field's season: its pens, their stops, every visit, and how the ground goes on."""
    return season_out(field_id)


@season_part.get("/strip")
@season_part.input(StripQuery, location="query")
@season_part.output(StripOut)
def get_strip(field_id: int, query_data: StripQuery) -> StripOut:
    """The year of the strip at a place of the field."""
    seen = planned_on(current_work(), field_id)
    x, y = unturned((query_data.u, query_data.v), seen.season.plans[0].laid.heading_deg)
    spot = [(x + a * POINT_M, y + b * POINT_M) for a, b in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
    had = Ledger((*seen.season.past, *seen.season.visits)).over(spot)
    before = [one for one in had if one.day <= query_data.on]
    names = {key: pen.pen.body["name"] for key, pen in seen.pens.items()}
    past = set(seen.season.past)
    return StripOut(
        visits=[
            StripVisitOut(
                pen_name=names.get(one.pen, "a pen that is gone"),
                day=one.day,
                left=one.left,
                ready=one.ready,
                planned=one not in past,
                wear=words(round(one.wear, 2), "bird-days/m2"),
                cover=words(round(one.cover_kg_m2, 2), "kg/m2 shed"),
                nitrogen=words(round(one.nitrogen_kg_ha), "kg/ha"),
            )
            for one in sorted(had, key=lambda one: one.day)
        ],
        nitrogen=words(round(sum(one.nitrogen_kg_ha for one in year_of(before, query_data.on))), "kg/ha"),
        limit=words(round(seen.keeping.strip_kg_ha), "kg/ha"),
        ready=max((one.ready for one in before), default=None),
    )


@season_part.get("/day")
@season_part.input(DayQuery, location="query")
@season_part.output(DayOut)
def get_day(field_id: int, query_data: DayQuery) -> DayOut:
    """What a pen's day leaves on its stop, with its working."""
    plan = next(
        (
            one
            for one in planned_on(current_work(), field_id).season.plans
            if one.member.key == query_data.pen
        ),
        None,
    )
    if plan is None or not plan.member.flock.out <= query_data.on < plan.member.gone:
        raise NotFound(
            "That pen has no birds on this field then", field="on", value=query_data.on.isoformat()
        )
    load = plan.part.loads.on(query_data.on)
    return DayOut(
        day=query_data.on,
        age=load.age,
        moves=load.moves,
        stay_days=load.stay_days,
        ruled_by=load.ruled_by,
        working=[StepOut.model_validate(step) for step in load.working],
    )


@season_part.post("/done")
@season_part.input(DoneIn)
@season_part.output(MaybeSeasonOut)
def post_done(field_id: int, json_data: DoneIn) -> MaybeSeasonOut:
    """Keep that moves were made as planned."""
    work = current_work()
    done_through(work, work.kept("field", field_id), json_data.pen, json_data.through, json_data.part)
    return season_out(field_id)


@season_part.post("/by-hand")
@season_part.input(ByHandIn)
@season_part.output(MaybeSeasonOut)
def post_by_hand(field_id: int, json_data: ByHandIn) -> MaybeSeasonOut:
    """Keep that a pen was put elsewhere."""
    work, heading = current_work(), planned_on(current_work(), field_id).season.plans[0].laid.heading_deg
    place = unturned((json_data.u_m, json_data.v_m), heading)
    put_by_hand(
        work,
        work.kept("field", field_id),
        json_data.pen,
        json_data.day,
        place,
        (heading + json_data.turn_deg) % 360,
    )
    return season_out(field_id)


@season_part.post("/not-moved")
@season_part.input(PenDayIn)
@season_part.output(MaybeSeasonOut)
def post_not_moved(field_id: int, json_data: PenDayIn) -> MaybeSeasonOut:
    """Keep that a pen was not moved on a day."""
    work = current_work()
    not_moved(work, work.kept("field", field_id), json_data.pen, json_data.day)
    return season_out(field_id)


@season_part.post("/passed-over")
@season_part.input(PenDayIn)
@season_part.output(MaybeSeasonOut)
def post_passed_over(field_id: int, json_data: PenDayIn) -> MaybeSeasonOut:
    """Keep that the stop planned for a pen is too wet to be stood on this week."""
    work = current_work()
    passed_over(work, work.kept("field", field_id), json_data.pen, json_data.day)
    return season_out(field_id)


@season_part.post("/taken-back")
@season_part.input(SaidOfIn)
@season_part.output(MaybeSeasonOut)
def post_taken_back(field_id: int, json_data: SaidOfIn) -> MaybeSeasonOut:
    """Take back the last thing said of a pen."""
    work = current_work()
    said_back(work, work.kept("field", field_id), json_data.pen)
    return season_out(field_id)
