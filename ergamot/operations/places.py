"""The farm's place: who moves pens, ground, wind, limits and the months' warmth."""

from __future__ import annotations

from dataclasses import asdict
from datetime import UTC, date
from typing import Any, Literal
from zoneinfo import ZoneInfo, available_timezones

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import OutOfRange
from ergamot.core.place import Place, make_place
from ergamot.core.units import parse_amount, parse_length, parse_percent, parse_temperature
from ergamot.core.way import USUAL_ROOM_MM, USUAL_WIDTH_MM, Stretch, lengthened
from ergamot.operations.work import Work
from ergamot.store.records import Record, create_keyed, find_keyed, revise

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
        "way": [asdict(one) for one in place.way],
        "zone": place.zone,
    }


def place_record(work: Work) -> Record:
    """The farm's place as kept; of a new farm, common figures, as they will be kept before anything is changed."""
    found = find_keyed(work.session, work.farm_id, "place")
    return found[0] if found else Record(0, "place", 1, _usual(work), False, False, None)


def settled_place(work: Work) -> Record:
    """The farm's place, kept if it was not."""
    record = place_record(work)
    if record.id:
        return record
    return create_keyed(
        work.session, work.settled_id, "place", "place", record.body, "a new farm", work.user, work.now
    )[0]


def _usual(work: Work) -> dict[str, Any]:
    return place_body(make_place(work.catalogue, zone=work.zone))


def read_place(work: Work, record: Record, catalogue: Catalogue | None = None) -> Place:
    """The place a record holds, read with the farm's catalogue or with another."""
    body = dict(record.body)
    way = tuple(Stretch(**one) for one in body.get("way", ()))
    zone = body.get("zone", work.zone)
    return make_place(
        catalogue or work.catalogue, **{**body, "months_c": tuple(body["months_c"]), "way": way, "zone": zone}
    )


def today_on(work: Work) -> date:
    """The day it is on the farm: its own clock says so, wherever the program runs."""
    zone = read_place(work, place_record(work)).zone
    return work.now.replace(tzinfo=UTC).astimezone(ZoneInfo(zone)).date()


def _way(entered: list[dict[str, Any]]) -> tuple[Stretch, ...]:
    """Stretches as typed or drawn; a length typed for one moves its end and all after it."""
    way: tuple[Stretch, ...] = ()
    width, room = USUAL_WIDTH_MM, USUAL_ROOM_MM
    for i, one in enumerate(entered, start=1):
        width = _length(one.get("width_mm", width), f"way-{i}-width_mm")
        room = _length(one.get("room_mm", room), f"way-{i}-room_mm")
        rise = _percent(one.get("rise_percent", 0.0), f"way-{i}-rise_percent")
        way += (Stretch(one["east_m"], one["north_m"], width, rise, one.get("ground", ""), room),)
    for i, one in enumerate(entered, start=1):
        typed = one.get("length")
        if isinstance(typed, str):
            way = lengthened(way, i, parse_length(typed, f"way-{i}-length", bare="m") / 1000)
    return way


def _percent(typed: str | float, field: str) -> float:
    return parse_percent(typed, field) if isinstance(typed, str) else typed


def _length(typed: str | float, field: str) -> float:
    return parse_length(typed, field) if isinstance(typed, str) else typed


def change_place(work: Work, base: int, changes: dict[str, Any]) -> Record:
    """Keep a change to the farm's place, made from revision `base`."""
    record = settled_place(work)
    entered = {**place_body(read_place(work, record)), **changes}
    for field, kind in AMOUNTS.items():
        if isinstance(entered[field], str):
            entered[field] = round(parse_amount(entered[field], kind, field), 3)
    for field in LENGTHS:
        entered[field] = _length(entered[field], field)
    entered["months_c"] = tuple(
        parse_temperature(mean, "months_c") if isinstance(mean, str) else mean for mean in entered["months_c"]
    )
    entered["way"] = _way(entered["way"])
    if entered["zone"] not in available_timezones():
        raise OutOfRange("zone", entered["zone"], "a time zone such as Europe/Dublin or America/Toronto")
    place = make_place(work.catalogue, **entered)
    note = ", ".join(changes) or "no change"
    return revise(work.session, record, base, place_body(place), note, work.user, work.now)
