"""A field's season: the plan of every pen on it, a strip's year, and what is said of its moves."""

from __future__ import annotations

from apiflask import APIBlueprint

from ergamot.core.errors import NotFound
from ergamot.core.ground.field import unturned
from ergamot.core.ground.ledger import strip_year
from ergamot.operations.moves_done import change_way, done_through, not_moved, passed_over, put_by_hand
from ergamot.operations.seasons import planned_on
from ergamot.operations.stays import take_back
from ergamot.store.documents import FIELD
from ergamot.web.long_work import takes_long
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
    WayIn,
)
from ergamot.web.season_out import season_out
from ergamot.web.unit_of_work import current_work, from_revision

season_part = APIBlueprint("season", __name__, url_prefix="/api/fields/<int:field_id>")


@season_part.get("/season")
@season_part.output(MaybeSeasonOut)
@takes_long
def get_season(field_id: int) -> MaybeSeasonOut:
    """A field's season: its pens, their stops, every visit, and how the ground goes on."""
    return season_out(field_id)


@season_part.get("/strip")
@season_part.input(StripQuery, location="query")
@season_part.output(StripOut)
@takes_long
def get_strip(field_id: int, query_data: StripQuery) -> StripOut:
    """The year of the strip at a place of the field."""
    seen = planned_on(current_work(), field_id)
    place = unturned((query_data.u, query_data.v), seen.season.heading_deg)
    year = strip_year((*seen.season.past, *seen.season.visits), place, query_data.on)
    names = {key: pen.pen.body.name for key, pen in seen.pens.items()}
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
            for one in year.visits
        ],
        nitrogen=words(round(year.nitrogen_kg_ha), "kg/ha"),
        limit=words(round(seen.keeping.strip_kg_ha), "kg/ha"),
        ready=year.ready,
    )


@season_part.get("/day")
@season_part.input(DayQuery, location="query")
@season_part.output(DayOut)
@takes_long
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
@takes_long
def post_done(field_id: int, json_data: DoneIn) -> MaybeSeasonOut:
    """Keep that moves were made as planned."""
    work = current_work()
    done_through(work, work.kept(FIELD, field_id), json_data.pen, json_data.through, json_data.part)
    return season_out(field_id)


@season_part.post("/by-hand")
@season_part.input(ByHandIn)
@season_part.output(MaybeSeasonOut)
@takes_long
def post_by_hand(field_id: int, json_data: ByHandIn) -> MaybeSeasonOut:
    """Keep that a pen was put elsewhere."""
    work, heading = current_work(), planned_on(current_work(), field_id).season.heading_deg
    place = unturned((json_data.u_m, json_data.v_m), heading)
    put_by_hand(
        work,
        work.kept(FIELD, field_id),
        json_data.pen,
        json_data.day,
        place,
        (heading + json_data.turn_deg) % 360,
    )
    return season_out(field_id)


@season_part.post("/<any('not-moved','passed-over'):what>")
@season_part.input(PenDayIn)
@season_part.output(MaybeSeasonOut)
@takes_long
def post_not_done(field_id: int, what: str, json_data: PenDayIn) -> MaybeSeasonOut:
    """Keep that a pen was not moved on a day, or that the stop planned for it is too wet to be stood on this week."""
    work = current_work()
    said = {"not-moved": not_moved, "passed-over": passed_over}[what]
    said(work, work.kept(FIELD, field_id), json_data.pen, json_data.day)
    return season_out(field_id)


@season_part.post("/way")
@season_part.input(WayIn)
@season_part.output(MaybeSeasonOut)
@from_revision
@takes_long
def post_way(field_id: int, json_data: WayIn, base: int) -> MaybeSeasonOut:
    """Keep the way a pen is to go, from the revision of the field in If-Match."""
    work = current_work()
    heading = planned_on(work, field_id).season.heading_deg
    way = tuple(unturned((u, v), heading) for u, v in json_data.places)
    change_way(work, work.kept(FIELD, field_id), base, json_data.pen, way)
    return season_out(field_id)


@season_part.post("/taken-back")
@season_part.input(SaidOfIn)
@season_part.output(MaybeSeasonOut)
@takes_long
def post_taken_back(field_id: int, json_data: SaidOfIn) -> MaybeSeasonOut:
    """Take back the last thing said of a pen."""
    work = current_work()
    take_back(work, work.kept(FIELD, field_id), json_data.pen)
    return season_out(field_id)
