"""The farm's place: who moves pens, ground, wind, limits and the months' warmth."""

from __future__ import annotations

from datetime import UTC, date
from typing import Any
from zoneinfo import ZoneInfo, available_timezones

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.condition import Condition, Kind
from ergamot.core.farm.conditions import CONDITIONS, FarmConditions, conditions_kept, make_conditions
from ergamot.core.farm.way import USUAL_ROOM_MM, USUAL_WIDTH_MM, Stretch, lengthened
from ergamot.core.units import parse_amount, parse_length, parse_percent, parse_temperature
from ergamot.operations.work import Work
from ergamot.store.documents import PLACE, PlaceBody
from ergamot.store.records import Record, create_keyed, find_keyed, revise


def place_record(work: Work) -> Record[PlaceBody]:
    """The farm's place as kept; of a new farm, common figures, as they will be kept before anything is changed."""
    found = find_keyed(work.session, work.farm_id, PLACE)
    return found[0] if found else Record(0, PLACE, 1, _usual(work), False, False, None)


def settled_place(work: Work) -> Record[PlaceBody]:
    """The farm's place, kept if it was not."""
    record = place_record(work)
    if record.id:
        return record
    return create_keyed(
        work.session, work.settled_id, PLACE, "place", record.body, "a new farm", work.user, work.now
    )[0]


def _usual(work: Work) -> dict[str, Any]:
    return conditions_kept(make_conditions(work.catalogue, zone=work.zone))


def read_place(work: Work, record: Record[PlaceBody], catalogue: Catalogue | None = None) -> FarmConditions:
    """The conditions a record holds, read with the farm's catalogue or with another."""
    body: dict[str, Any] = {"zone": work.zone, **record.body}
    body["way"] = tuple(Stretch(**one) for one in body.get("way", ()))
    return make_conditions(catalogue or work.catalogue, **body)


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


def _figures(name: str, condition: Condition, entered: Any) -> Any:
    """What was typed, with or without a unit, as figures."""
    if condition.kind in (Kind.MONTHS, Kind.WEEK):
        return [_month(condition, name, one) if isinstance(one, str) else one for one in entered]
    if condition.kind is Kind.WAY:
        return _way(entered)
    if not isinstance(entered, str):
        return entered
    if condition.left_open and not entered.strip():
        return None
    if condition.amount == "length":
        return parse_length(entered, name)
    if condition.amount == "temperature":
        return parse_temperature(entered, name)
    return round(parse_amount(entered, condition.amount, name), 3) if condition.amount else entered


def _month(condition: Condition, name: str, typed: str) -> float:
    """A month's figure as typed."""
    if condition.unit == "°C":
        return parse_temperature(typed, name)
    try:
        return float(typed)
    except ValueError as error:
        raise OutOfRange(name, typed, f"a number of {condition.unit}") from error


def change_place(work: Work, base: int, changes: dict[str, Any]) -> Record[PlaceBody]:
    """Keep a change to the farm's conditions, made from revision `base`."""
    record = settled_place(work)
    kept = {**conditions_kept(read_place(work, record)), **changes}
    entered = {name: _figures(name, condition, kept[name]) for name, condition in CONDITIONS.items()}
    if entered["zone"] not in available_timezones():
        raise OutOfRange("zone", entered["zone"], "a time zone such as Europe/Dublin or America/Toronto")
    farm = make_conditions(work.catalogue, **entered)
    note = ", ".join(changes) or "no change"
    return revise(work.session, record, base, conditions_kept(farm), note, work.user, work.now)
