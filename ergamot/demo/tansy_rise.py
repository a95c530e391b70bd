"""Loads the demo farm through the same operations a keeper's clicks call."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any

from sqlalchemy import Engine
from sqlalchemy.orm import Session

from ergamot.core.ground.team import Stays
from ergamot.core.shed import Sort
from ergamot.operations.fields import Asked, add_field, change_team
from ergamot.operations.flocks import add_flock, change_flock, flocks
from ergamot.operations.making import making_record, tick
from ergamot.operations.pen_lines import judge_lines
from ergamot.operations.pens import change_pen, pens, propose_pen
from ergamot.operations.places import change_place, place_record, today_on
from ergamot.operations.shed import add_things, change_thing, read_lines, thing_of, things
from ergamot.operations.work import Work
from ergamot.store.documents import FLOCK, PEN

# A mild rise near the sea, so that the demo makes sense in any month; invented
MILD_MONTHS_C = [8.5, 8.5, 10.0, 11.5, 14.0, 16.5, 18.0, 18.0, 16.5, 13.5, 11.0, 9.0]

# A field with a bend in it, a pear tree, a wet corner, and a path to the well beyond its hedge
BENT_MEADOW: dict[str, Any] = {
    "name": "Bent meadow",
    "outline": [[0, 0], [72, -6], [96, 22], [88, 64], [58, 60], [52, 30], [4, 34]],
    "obstacles": [
        {"kind": "tree", "form": "point", "points": [[30, 16]], "off_m": 2.5},
        {"kind": "hollow", "form": "area", "points": [[60, 46], [78, 48], [77, 62], [59, 60]], "off_m": 0},
        {"kind": "path", "form": "line", "points": [[52, 30], [62, 14], [70, -5]], "off_m": 0.8},
        {"kind": "well", "form": "point", "points": [[118, 40]], "off_m": 30},
    ],
    "gate": [2, 17],
}
# Steep enough that lanes run across it; hay is made on its top, and the neighbour's cows go three days ahead
PADDOCK: dict[str, Any] = {
    "name": "Sloping paddock",
    "outline": [[0, 0], [120, 10], [130, 90], [10, 84]],
    "obstacles": [
        {"kind": "wood", "form": "line", "points": [[-2, 90], [140, 96]], "off_m": 6},
        {"kind": "water", "form": "line", "points": [[128, 0], [134, 60]], "off_m": 10},
    ],
    "gate": [0, 2],
    "slope_percent": 12.0,
    "falls_deg": 160.0,
    "grazers_days": 3,
    "grazers_kg_ha": 15.0,
    "least_rest": 35,
}
# Some timber, as any shed has it: what was left over, what was given, what is bent
SHED = (
    "9 x 2x3 8', left from the fence",
    "4 @ 3.05 m larch, one bowed end",
    "3 x 2x4 12'",
    "2 x 2x6 10', from the old gate",
    "2 plywood 12 mm 1.2 x 0.6 m, offcuts",
    "plywood 9 mm",
    "welded 25 × 51 mm 6.5 m x 914 mm, half a roll",
    "180 screw 65 mm",
    "400 fence staple",
    "4 strap hinge",
    "2 barrow 16 wheel",
    "steel axle rod 16 mm 1.6 m",
    "other: window 600 × 450, one pane cracked",
    "other: 2.5 l green stain, half full",
)
# Yard, gate, lane, and up to the field
WAY = [
    {
        "east_m": 0.0,
        "north_m": 14.0,
        "width_mm": 3657.6,
        "rise_percent": 0.0,
        "ground": "dry",
        "room_mm": 9144.0,
    },
    {
        "east_m": 22.0,
        "north_m": 18.0,
        "width_mm": 2895.6,
        "rise_percent": 2.0,
        "ground": "moist",
        "room_mm": 5181.6,
    },
    {
        "east_m": 28.0,
        "north_m": 46.0,
        "width_mm": 3352.8,
        "rise_percent": 3.5,
        "ground": "",
        "room_mm": 12192.0,
    },
    {
        "east_m": 58.0,
        "north_m": 58.0,
        "width_mm": 6096.0,
        "rise_percent": -1.5,
        "ground": "",
        "room_mm": 12192.0,
    },
]


def load(engine: Engine, now: datetime) -> bool:
    """Enter the demo farm unless a flock is there already; True when it was entered."""
    with Session(engine) as session:
        work = Work(session, "demo", now)
        if flocks(work):
            return False
        _enter(work)
        session.commit()
        return True


def _enter(work: Work) -> None:
    place = place_record(work)
    change_place(
        work,
        place.revision,
        {
            "crew": "man-woman",
            "exposure": "hedged",
            "design_gust_ms": 19.0,
            "slope_percent": 2.0,
            "months_c": MILD_MONTHS_C,
            "wind_from": "225",
            "currency": "€",
            "tools": ["saw", "mitre-saw", "drill", "stapler", "snips", "table-saw", "square"],
            "way": WAY,
        },
    )
    first = _batch(work, "First batch", "broiler-fast", 30, age_today=30, out_day=21, leaving_day=49)
    second = _batch(work, "Slow batch", "broiler-slow", 12, age_today=10, out_day=24, leaving_day=77)
    turkeys = _batch(work, "Autumn turkeys", "turkey-hen", 10, age_today=50, out_day=42, leaving_day=105)
    layers = _batch(work, "Laying flock", "layer-hybrid", 12, age_today=170, out_day=120, leaving_day=500)
    bantams = _batch(work, "Bantams", "layer-bantam", 8, age_today=90, out_day=70, leaving_day=420)
    low = propose_pen(work, first, "Tansy low pen", "low-pen")
    change_pen(work, low.id, low.revision, {"anchors": 0}, None, None)
    orchard = propose_pen(work, second, "Orchard pen", "low-pen")
    change_pen(
        work,
        orchard.id,
        orchard.revision,
        {
            "length": 2438.4,
            "width": 1219.2,
            "roofed": 1.0,
            "roof": "steel-29",
            "walls": "sheltered",
            "gear": "boards",
            "wheel": "foam-13",
            "pairs": 2,
            "anchors": 0,
        },
        None,
        None,
    )
    hoop = propose_pen(work, turkeys, "Turkey hoop", "hoop")
    _one_more(work, turkeys)
    coop = propose_pen(work, layers, "Laying coop", "coop")
    later = {
        "trim": "fascia",
        "window": "yes",
        "nests_later": "later",
        "gear": "wheels",
        "wheel": "barrow-16",
        "axle_steel": "hard",
        "chocks": "yes",
        "opening_1_face": "right",
        "opening_1_for": "birds",
        "opening_2_face": "left",
        "opening_2_for": "feeding",
    }
    change_pen(work, coop.id, coop.revision, later, None, None)
    hedge = propose_pen(work, bantams, "Hedge A-frame", "a-frame")
    pear = propose_pen(work, layers, "Pear tree house", "coop", school="raised")
    lawn = add_field(work, {"name": "House lawn", "length_m": 44.0, "width_m": 14.0, "heading_deg": 35.0})
    strip = add_field(work, {"name": "Orchard strip", "length_m": 60.0, "width_m": 5.5, "heading_deg": 110.0})
    meadow = add_field(work, BENT_MEADOW)
    change_team(work, lawn.id, lawn.revision, [Asked(low.id, first=today_on(work) - timedelta(days=9))])
    change_team(work, strip.id, strip.revision, [Asked(orchard.id, Stays.DAY)])
    walk = [(hoop.id, Stays.GRASS, 8), (coop.id, Stays.TWO_DAYS, 24), (hedge.id, Stays.WEEK, 14)]
    put = [Asked(pen, stays, today_on(work) - timedelta(days=ago)) for pen, stays, ago in walk]
    change_team(work, meadow.id, meadow.revision, put)
    paddock = add_field(work, PADDOCK)
    change_team(work, paddock.id, paddock.revision, [Asked(pear.id, Stays.WEEK, nets=2)])
    _fill_shed(work, coop.id)
    judge_lines(work, [pen.id for pen in pens(work)])


def _fill_shed(work: Work, coop: int) -> None:
    """What leans against the wall, what a neighbour left, and a coop that is being built."""
    add_things(work, read_lines(work, SHED))
    for record in things(work):
        thing = thing_of(record)
        if thing.sort is Sort.STICK and thing.species == "larch":
            change_thing(work, record.id, record.revision, {"each": "2.50", "pen": coop})
    for key, minutes in (("cut-1", 260.0), ("base-1", 35.0)):
        pen = work.kept(PEN, coop)
        tick(work, pen, making_record(work, coop).revision, key, True, minutes)


def _batch(
    work: Work, name: str, strain: str, placed: int, age_today: int, out_day: int, leaving_day: int
) -> int:
    hatch = today_on(work) - timedelta(days=age_today)
    return add_flock(
        work,
        {
            "name": name,
            "strain": strain,
            "placed": placed,
            "hatch": hatch,
            "out": hatch + timedelta(days=out_day),
            "leaves": hatch + timedelta(days=leaving_day),
        },
    ).id


def _one_more(work: Work, flock_id: int) -> None:
    """A poult more came than was ordered."""
    kept = work.kept(FLOCK, flock_id)
    entered = {**vars(kept.body), "placed": kept.body.placed + 1}
    change_flock(work, flock_id, kept.revision, entered)


def utc_now() -> datetime:
    """The time now, as the store keeps it."""
    return datetime.now(UTC).replace(tzinfo=None)
