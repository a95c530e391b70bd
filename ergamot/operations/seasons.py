"""A field's season: what it is planned from, and the plan."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache

from ergamot.core.balance.case import floor_need
from ergamot.core.catalogue.tables import OwnRows, merged
from ergamot.core.errors import NotFound
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.kinds import Moves
from ergamot.core.frame.mass import mass
from ergamot.core.frame.structure import Structure
from ergamot.core.ground.climate import Climate
from ergamot.core.ground.field import Field
from ergamot.core.ground.footprint import pen_size, with_room
from ergamot.core.ground.heading import Lie
from ergamot.core.ground.keeping import Keeping
from ergamot.core.ground.ledger import Visit
from ergamot.core.ground.manure import Manure, Worth, manure
from ergamot.core.ground.minutes import Handling
from ergamot.core.ground.netting import near_the_house, netted, netting_on, ranging
from ergamot.core.ground.outlook import Outlook, outlook
from ergamot.core.ground.schedule import Season, plan_season
from ergamot.core.ground.stay import DAY_HOURS, LIVES_IN, Out
from ergamot.core.ground.team import Member, PutDown
from ergamot.core.weather.body import wind_body
from ergamot.core.weather.holding import parked
from ergamot.core.weather.threshold import stability
from ergamot.operations.field_body import OnField, field_of, keeping_of, team_of
from ergamot.operations.flocks import flock_of
from ergamot.operations.pens import built, design_of
from ergamot.operations.places import place_record, read_place, today_on
from ergamot.operations.stays import Past, past_of
from ergamot.operations.work import Work
from ergamot.store.documents import FIELD, FLOCK, PEN, FieldBody, FlockBody, PenBody
from ergamot.store.records import Record

LONGEST_SEASON = timedelta(days=400)  # after today: a flock of layers is out for a year or so
LONGEST_BEFORE = timedelta(days=365)  # before today: what is older counts no more


@dataclass(frozen=True)
class OnGround:
    """A pen of the team as its keeper knows it: its name, its flock's, and how it is moved."""

    pen: Record[PenBody]
    flock: Record[FlockBody]
    handling: Handling


@dataclass(frozen=True)
class FieldSeason:
    """A field's season with what it was planned from, its pens by number, and how it goes on."""

    record: Record[FieldBody]
    field: Field
    season: Season
    climate: Climate
    keeping: Keeping
    pens: Mapping[int, OnGround]
    past: Past
    today: date
    manure: Manure
    outlook: Outlook


def climate_of(farm: FarmConditions) -> Climate:
    """A farm's year as its grass meets it."""
    return Climate(farm.months_c, farm.wet_days)


def season_of(work: Work, record: Record[FieldBody]) -> FieldSeason | None:
    """The season of a field: of every pen on it, from the first day of the first to the last of the last; None where no
    pen with birds is on it."""
    place, today = place_record(work), today_on(work)
    farm = read_place(work, place)
    past = past_of(work, record)
    over, keeping, climate = field_of(record), keeping_of(record), climate_of(farm)
    pens, members, structures = {}, [], {}
    for one in team_of(record):
        try:
            pen = work.kept(PEN, one.pen_id)
        except NotFound:
            continue  # deleted since, and brought back to the field by an undo of it
        flock = work.kept(FLOCK, pen.body.flock_id)
        design = design_of(work, pen)
        structures[pen.id] = built(work, design)
        moves = Moves(str(design.values.get("gear", Moves.SKIDS)))
        pens[pen.id] = OnGround(pen, flock, Handling(moves, farm.crew.drawbar_n > 0))
        birds, stands = flock_of(work, flock), past.stands.get(pen.id)
        member = _member(work, one, birds, structures[pen.id], over, farm, stands)
        if member.gone > max(_begins(member), today - LONGEST_BEFORE):
            members.append(member)
    if not members:
        return None
    lie = _lie(record, farm, structures[members[0].key])
    start = max(min(_begins(one) for one in members), today - LONGEST_BEFORE)
    end = max(min(max(one.gone for one in members), today + LONGEST_SEASON), start + timedelta(days=1))
    field = past.shut(over)
    season = _planned(work.own_rows, field, tuple(members), climate, start, end, keeping, past.visits, lie)
    kinds = {one.key: one.flock.strain.kind for one in members}
    worth = Worth(farm.worth_n, farm.worth_p, farm.worth_k)
    got = manure(field, (*season.past, *season.visits), kinds, end, worth)
    ahead = outlook(season, climate, keeping, got.mean_kg_ha)
    return FieldSeason(record, field, season, climate, keeping, pens, past, today, got, ahead)


def planned_on(work: Work, field_id: int) -> FieldSeason:
    """A field's season, or NotFound where nothing is planned on it."""
    seen = season_of(work, work.kept(FIELD, field_id))
    if seen is None:
        raise NotFound("No pen with birds is on this field", field="field", value=field_id)
    return seen


def _member(
    work: Work,
    one: OnField,
    flock: Flock,
    structure: Structure,
    field: Field,
    farm: FarmConditions,
    stands: PutDown | None,
) -> Member:
    """A pen of a field's team as the plan meets it."""
    size, nets = with_room(pen_size(structure), farm.crew.drawbar_n > 0, structure.carried), None
    out = Out(one.hours or LIVES_IN.hours)
    if structure.ranges or one.nets:
        house = size
        if one.nets:
            nets = netting_on(field, one.nets, one.net_m, farm.turf)
            size = netted(nets)
        else:
            size = ranging(flock.placed, floor_need(work.catalogue, structure, flock), field)
        out = Out(one.hours or DAY_HOURS, near_the_house(size, house))
    return Member(one.pen_id, flock, size, one.stays, max(one.first, flock.out), stands, out, nets, one.way)


def _begins(one: Member) -> date:
    return min(one.first, one.stands.since) if one.stands else one.first


def _lie(record: Record[FieldBody], farm: FarmConditions, structure: Structure) -> Lie:
    """How the field lies, and how the first pen of its team stands in the wind from each side."""
    gusts: tuple[float, ...] = ()
    if farm.wind_from_deg is not None and record.body.heading_deg is None and not structure.ranges:
        holding = parked(structure, mass(structure), farm.holding_ground)
        stable = stability(wind_body(structure), holding, farm.exposure.roughness_m, farm.speed_up)
        gusts = tuple(round(one.least, 3) for one in stable.gusts)
    body = record.body
    return Lie(body.slope_percent or 0.0, body.falls_deg, farm.wind_from_deg, gusts)


@lru_cache(maxsize=16)
def _planned(
    own: OwnRows,
    field: Field,
    members: tuple[Member, ...],
    climate: Climate,
    start: date,
    end: date,
    keeping: Keeping,
    past: tuple[Visit, ...],
    lie: Lie,
) -> Season:
    """The last few seasons are kept: what is looked at is looked at again."""
    return plan_season(merged(own), field, members, climate, start, end, keeping, past, lie)
