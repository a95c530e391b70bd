"""Keeping flocks: entering one, changing it, and its figures from hatch to leaving."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from typing import Any

from ergamot.core.catalogue import Catalogue, pick
from ergamot.core.catalogue.kinds import Drink
from ergamot.core.flock.flock import Flock, make_flock
from ergamot.core.flock.growth import living, mass_kg
from ergamot.core.flock.intake import CarriedWater, carried_water, hottest_water, strain_feed_g
from ergamot.core.flock.lay import lay_rate
from ergamot.core.flock.space import floor_need_m2, needed_floor_m2
from ergamot.core.ground.rest import mean_on
from ergamot.operations.kept import keep_once
from ergamot.operations.places import place_record, read_place
from ergamot.operations.work import Work, checked_name
from ergamot.store.documents import FLOCK, FlockBody
from ergamot.store.records import Record, find_all, revise

DRINKER = Drink.OPEN  # of a flock by itself; each pen tells of its own drinkers


@dataclass(frozen=True)
class FlockDay:
    """One day of a flock: mass and floor a bird needs; feed and water for all of them, and their eggs."""

    day: int
    on: date
    mass_kg: float
    feed_kg: float
    water_l: float
    need_m2: float
    eggs: float


@dataclass(frozen=True)
class FlockSheet:
    """A flock with its days on the grass and what they add up to."""

    flock: Flock
    days: tuple[FlockDay, ...]
    needed_floor_m2: float
    leaving_kg: float
    feed_kg: float
    water_peak_l: float
    water_hottest: CarriedWater
    hottest_c: float
    leave_alive: float


def flock_of(work: Work, record: Record[FlockBody], catalogue: Catalogue | None = None) -> Flock:
    """The flock a record holds, read with the farm's catalogue or with another."""
    body = record.body
    return make_flock(
        catalogue or work.catalogue,
        body.strain,
        body.placed,
        body.hatch,
        body.out,
        body.leaves,
    )


def _body(work: Work, entered: dict[str, Any]) -> FlockBody:
    """Check what was entered and turn it into what is kept."""
    flock = make_flock(
        work.catalogue, **{k: entered[k] for k in ("strain", "placed", "hatch", "out", "leaves")}
    )
    return FlockBody(
        name=checked_name(entered["name"]),
        strain=flock.strain.key,
        placed=flock.placed,
        hatch=flock.hatch,
        out=flock.out,
        leaves=flock.leaves,
    )


def add_flock(work: Work, entered: dict[str, Any]) -> Record[FlockBody]:
    """Keep a new flock."""
    return keep_once(work, FLOCK, _body(work, entered), "flock entered")[0]


def change_flock(work: Work, flock_id: int, base: int, entered: dict[str, Any]) -> Record[FlockBody]:
    """Keep a change to a flock, made from revision `base`."""
    record = work.kept(FLOCK, flock_id)
    body = _body(work, entered)
    return revise(work.session, record, base, body, "flock changed", work.user, work.now)


def flocks(work: Work) -> list[Record[FlockBody]]:
    """All flocks of the farm."""
    return find_all(work.session, work.farm_id, FLOCK)


def flock_sheet(work: Work, record: Record[FlockBody]) -> FlockSheet:
    """A flock's figures on the grass, day by day."""
    flock = flock_of(work, record)
    farm = read_place(work, place_record(work))
    months = farm.months_c
    need = pick(work.catalogue.floor_needs, flock.strain.kind, "strain")

    def one(day: int) -> FlockDay:
        on = flock.hatch + timedelta(days=day)
        warmth = min(max(mean_on(months, on), -10.0), 40.0)
        feed = strain_feed_g(flock.strain, max(day, 0.5), warmth)
        alive, mass = living(flock, day), mass_kg(flock.strain, day)
        return FlockDay(
            day=day,
            on=on,
            mass_kg=mass,
            feed_kg=feed * alive / 1000,
            water_l=carried_water(flock, day, warmth, DRINKER, alive).least_l,
            need_m2=floor_need_m2(need.good_m2, need.finish_kg, mass),
            eggs=lay_rate(flock.strain, day) * alive,
        )

    days = tuple(one(day) for day in range(flock.out_day, flock.leaving_day + 1))
    return FlockSheet(
        flock=flock,
        days=days,
        needed_floor_m2=needed_floor_m2(flock, need),
        leaving_kg=days[-1].mass_kg,
        feed_kg=sum(day.feed_kg for day in days[:-1]),
        water_peak_l=max(day.water_l for day in days),
        water_hottest=hottest_water(flock, farm.hottest_c, DRINKER),
        hottest_c=farm.hottest_c,
        leave_alive=living(flock, flock.leaving_day),
    )
