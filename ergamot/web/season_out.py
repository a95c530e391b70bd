"""A field's season in the shape it is sent in."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Iterator
from datetime import date
from typing import Any

from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.field import turned
from ergamot.core.ground.ledger import Visit, middle
from ergamot.core.ground.minutes import round_of
from ergamot.core.ground.netting import ORDER
from ergamot.core.ground.schedule import MovePlan
from ergamot.core.ground.strips import EPS_M
from ergamot.exchange.moves import move_time
from ergamot.operations.field_body import obstacle_body
from ergamot.operations.kept import Record
from ergamot.operations.places import place_record, read_place
from ergamot.operations.seasons import FieldSeason, season_of
from ergamot.store.documents import FIELD, FieldBody
from ergamot.web.ground import field_out
from ergamot.web.schemas.figures import Words, words
from ergamot.web.schemas.ground import ObstacleOut
from ergamot.web.schemas.season import (
    ManureOut,
    MaybeSeasonOut,
    PenOut,
    RoundOut,
    SeasonOut,
    StopOut,
    VisitOut,
    WeekOut,
)
from ergamot.web.unit_of_work import current_work


def season_out(field_id: int) -> MaybeSeasonOut:
    """A field's season as it is sent; none where no pen with birds is on it."""
    work = current_work()
    record = work.kept(FIELD, field_id)
    seen = season_of(work, record)
    return MaybeSeasonOut(season=_out(record, seen) if seen else None)


def _out(record: Record[FieldBody], seen: FieldSeason) -> SeasonOut:
    season, heading = seen.season, seen.season.heading_deg
    farm = read_place(current_work(), place_record(current_work()))

    def along(place: Flat) -> list[float]:
        return [round(part, 3) for part in turned(place, heading)]

    field = seen.field
    return SeasonOut(
        field=field_out(record),
        heading_deg=heading,
        start=season.start,
        end=season.end,
        today=seen.today,
        edge=[along(corner) for corner in field.outline],
        obstacles=[
            ObstacleOut.model_validate(
                vars(obstacle_body(one)) | {"points": [along(place) for place in one.points]}
            )
            for one in field.obstacles
        ],
        gate=along(field.gate) if field.gate else None,
        wind_from_deg=farm.wind_from_deg,
        pens=[_pen(seen, plan) for plan in season.plans],
        visits=sorted(_visits(seen, along), key=lambda one: (one.day, one.at)),
        rounds=list(_rounds(seen)),
        weeks=[WeekOut.model_validate(one) for one in seen.outlook.weeks],
        stops_m2=seen.outlook.stops_m2,
        notes=[Words.model_validate(note) for note in seen.outlook.notes],
        manure=_manure(seen),
        before_move=list(farm.before_move),
    )


def _pen(seen: FieldSeason, plan: MovePlan) -> PenOut:
    member, pen = plan.member, seen.pens[plan.member.key]
    return PenOut(
        pen=member.key,
        name=pen.pen.body.name,
        flock_name=pen.flock.body.name,
        length_m=plan.pen.length_m,
        width_m=plan.pen.width_m,
        band=list(plan.part.band) if plan.part.band else None,
        stops=[StopOut.model_validate(stop) for stop in plan.laid.stops],
        used_up_on=plan.used_up_on,
        fenced=plan.pen.fenced,
        net_order=list(ORDER) if member.nets else [],
        notes=[Words.model_validate(note) for note in plan.notes],
    )


def _visits(seen: FieldSeason, along: Callable[[Flat], list[float]]) -> Iterator[VisitOut]:
    """Every visit: those that ended, where pens stand by the keeper's word, those planned."""

    def sent(visit: Visit, state: str, **more: Any) -> VisitOut:
        usual: dict[str, Any] = {
            "part": 1, "parts": 1, "lane": -1, "stop": -1, "forward": True, "haul_m": 0.0, "haul": None, "minutes": 0.0, "mow": False, "passes": []
        }  # fmt: skip
        corners = [round(part, 2) for corner in visit.corners for part in along(corner)]
        told = usual | more
        return VisitOut(
            pen=visit.pen,
            state=state,
            day=visit.day,
            at=f"{move_time(told['part'], told['parts']):%H:%M}",
            left=visit.left,
            ready=visit.ready,
            corners=corners,
            wear=round(visit.wear, 2),
            nitrogen=round(visit.nitrogen_kg_ha, 1),
            **told,
        )

    for visit in seen.season.past:
        yield sent(visit, "done")
    for plan in seen.season.plans:
        if plan.stood:
            yield sent(plan.stood, "stands")
        handling = seen.pens[plan.member.key].handling
        for move in plan.moves:
            yield sent(
                move.visit,
                "planned",
                part=move.part,
                parts=move.parts,
                lane=move.stop.lane,
                stop=move.stop.number,
                forward=move.stop.forward,
                haul_m=round(move.haul_m, 2),
                haul=words(round(move.haul_m), "m") if move.haul_m > plan.pen.width_m + EPS_M else None,
                minutes=round(plan.minutes(move, handling), 1),
                mow=move.mow,
                passes=list(move.passes),
            )


def _rounds(seen: FieldSeason) -> Iterator[RoundOut]:
    """Each day's round: its moves, and the walk to them from the gate and back."""
    by_day: dict[date, list[tuple[float, Flat]]] = defaultdict(list)
    for plan in seen.season.plans:
        handling = seen.pens[plan.member.key].handling
        for move in plan.moves:
            by_day[move.day].append((plan.minutes(move, handling), middle(move.visit.corners)))
    for day, moves in sorted(by_day.items()):
        made = round_of(day, seen.field.gate, moves)
        walk = words(round(made.walk_m), "m")
        yield RoundOut(day=day, moves=made.moves, minutes=round(made.minutes), walk=walk)


def _manure(seen: FieldSeason) -> ManureOut:
    got = seen.manure
    return ManureOut(
        nitrogen=words(round(got.nitrogen_kg, 1), "kg"),
        phosphorus=words(round(got.phosphorus_kg, 1), "kg"),
        potassium=words(round(got.potassium_kg, 1), "kg"),
        mean=words(round(got.mean_kg_ha), "kg/ha"),
        limit=words(round(seen.keeping.mean_kg_ha), "kg/ha"),
        past=got.mean_kg_ha > seen.keeping.mean_kg_ha,
        worth=round(got.worth, 2),
    )
