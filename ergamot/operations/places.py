"""The farm's place: who moves pens, ground, wind, limits and the months' warmth."""

from __future__ import annotations

from typing import Any, Literal

from ergamot.core.place import Place, make_place
from ergamot.core.units import parse_amount, parse_length, parse_temperature
from ergamot.operations.work import Work
from ergamot.store.records import Record, create, find_all, revise

AMOUNTS: dict[str, Literal["speed", "mass"]] = {"design_gust_ms": "speed", "heaviest_kg": "mass"}

LENGTHS = ("snow_mm", "passage_mm", "hump_mm")


def place_body(place: Place) -> dict[str, Any]:
    """A place as it is kept."""
    return {
        "crew": place.crew.key,
        "moving_ground": place.moving_ground.key,
        "holding_ground": place.holding_ground.key,
        "exposure": place.exposure.key,
        "turf": place.turf,
        "slope_percent": place.slope_percent,
        "speed_up": place.speed_up,
        "design_gust_ms": place.design_gust_ms,
        "heaviest_kg": place.heaviest_kg,
        "months_c": list(place.months_c),
        "tools": list(place.tools),
        "snow_mm": place.snow_mm,
        "snow": place.snow,
        "passage_mm": place.passage_mm,
        "hump_mm": place.hump_mm,
        "also": [crew.key for crew in place.also],
    }


def place_record(work: Work) -> Record:
    """The farm's place as kept; a new farm starts with common figures."""
    found = find_all(work.session, work.farm_id, "place")
    if found:
        return found[0]
    body = place_body(make_place(work.catalogue))
    return create(work.session, work.farm_id, "place", body, "a new farm", work.user, work.now)


def read_place(work: Work, record: Record) -> Place:
    """The place a record holds."""
    body = dict(record.body)
    return make_place(work.catalogue, **{**body, "months_c": tuple(body["months_c"])})


def change_place(work: Work, base: int, changes: dict[str, Any]) -> Record:
    """Keep a change to the farm's place, made from revision `base`."""
    record = place_record(work)
    entered = {**place_body(read_place(work, record)), **changes}
    for field, kind in AMOUNTS.items():
        if isinstance(entered[field], str):
            entered[field] = round(parse_amount(entered[field], kind, field), 3)
    for field in LENGTHS:
        if isinstance(entered[field], str):
            entered[field] = parse_length(entered[field], field)
    entered["months_c"] = tuple(
        parse_temperature(mean, "months_c") if isinstance(mean, str) else mean for mean in entered["months_c"]
    )
    place = make_place(work.catalogue, **entered)
    note = ", ".join(changes) or "no change"
    return revise(work.session, record, base, place_body(place), note, work.user, work.now)
