"""A field as it is kept and sent, and as the plan of its ground reads it."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass
from datetime import date
from typing import Any

from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.field import Field, make_field, rectangle
from ergamot.core.ground.keeping import Keeping, make_keeping
from ergamot.core.ground.netting import NET_M, netting
from ergamot.core.ground.obstacle import (
    LEAST_POINTS,
    Form,
    Harvest,
    Obstacle,
    Shut,
    make_obstacle,
    refuse_far,
)
from ergamot.core.ground.shaping import with_area, with_side
from ergamot.core.ground.team import Stays
from ergamot.core.units import parse_amount, parse_length
from ergamot.exchange.field_geojson import Placed, told_of_shut
from ergamot.operations.work import checked_name
from ergamot.store.records import Record

LEAST_HOURS = 1.0
MOST_PENS = 12  # on one field; judgement: more are a fleet of their own, on fields of their own
STEEPEST_PERCENT = 25.0  # as the farm's own slope
USUAL_KEEPING = asdict(Keeping())


@dataclass(frozen=True)
class OnField:
    """A pen that walks a field: its number, how long its stays are, the first day it is there, for how many hours a day its
    birds are out (None: as the pen is made), so many nets of a length round it, m (None: none), and the way drawn for it."""

    pen_id: int
    stays: Stays
    first: date
    hours: float | None = None
    nets: int | None = None
    net_m: float = NET_M
    way: tuple[Flat, ...] = ()


def field_of(record: Record) -> Field:
    """The field a record holds."""
    return _field(record.body)


def placed_field(record: Record) -> Placed:
    """The field a record holds, with its name and where on earth it is."""
    origin = record.body.get("origin")
    return Placed(field_of(record), record.body["name"], (origin[0], origin[1]) if origin else None)


def keeping_of(record: Record) -> Keeping:
    """How the keeper wants a field kept."""
    return make_keeping(**record.body.get("keeping", {}))


def team_of(record: Record) -> tuple[OnField, ...]:
    """The pens that walk a field, as they were put there."""
    return tuple(
        OnField(
            one["pen"],
            Stays(one["stays"]),
            date.fromisoformat(one["first"]),
            one.get("hours"),
            one.get("nets"),
            one.get("net_m", NET_M),
            tuple((x, y) for x, y in one.get("way", ())),
        )
        for one in record.body.get("team", ())
    )


def team_body(team: Sequence[OnField]) -> list[dict[str, Any]]:
    """Pens that walk a field as they are kept."""
    if len(team) > MOST_PENS:
        raise OutOfRange("team", len(team), f"at most {MOST_PENS} pens on one field")
    twice = len({one.pen_id for one in team}) < len(team)
    if twice:
        raise OutOfRange("team", len(team), "each pen once")
    return [_on_field_body(one) for one in team]


def _on_field_body(one: OnField) -> dict[str, Any]:
    body: dict[str, Any] = {"pen": one.pen_id, "stays": one.stays.value, "first": one.first.isoformat()}
    if one.hours is not None:
        body["hours"] = require_range("hours", one.hours, LEAST_HOURS, 24, "hours")
    if one.nets is not None:
        netting(one.nets, one.net_m, math.inf)
        body |= {"nets": one.nets, "net_m": one.net_m}
    if one.way:
        if len(one.way) < LEAST_POINTS[Form.LINE]:
            raise OutOfRange("way", len(one.way), "two places or more")
        refuse_far(one.way, "way")
        body["way"] = [list(place) for place in one.way]
    return body


def _field(body: Mapping[str, Any]) -> Field:
    obstacles = [
        make_obstacle(one["kind"], one["form"], one["points"], one["off_m"], "obstacles", _shut(one))
        for one in body.get("obstacles") or ()
    ]
    heading = body.get("heading_deg")
    if body.get("outline"):
        return make_field(body["outline"], obstacles, body.get("gate"), heading)
    whole = rectangle(body["length_m"], body["width_m"], heading or 0.0)
    return make_field(whole.outline, obstacles, body.get("gate"), whole.heading_deg)


def _shut(body: Mapping[str, Any]) -> Shut | Harvest | None:
    """When something is kept off, where it is not so always: between two days, or before a harvest."""
    first, last, harvest = (_day(body.get(name)) for name in ("shut_from", "shut_to", "harvest"))
    if harvest:
        return Harvest(harvest, bool(body.get("touches_soil")))
    if first and last:
        return Shut(first, last)
    if first or last:
        raise OutOfRange("obstacles", str(first or last), "both the first and the last day it is shut")
    return None


def _day(given: str | date | None) -> date | None:
    return date.fromisoformat(given) if isinstance(given, str) else given


def metres(entered: str | float | None, field: str) -> float | None:
    """A length as typed or sent, m; None where none is."""
    return None if entered is None else _metres(entered, field)


def _metres(entered: str | float, field: str) -> float:
    if isinstance(entered, str):
        return parse_length(entered, field, bare="m") / 1000
    return float(entered)


def obstacle_body(one: Obstacle) -> dict[str, Any]:
    """Something to keep off as it is kept."""
    body: dict[str, Any] = {
        "kind": one.kind,
        "form": one.form.value,
        "points": [list(point) for point in one.points],
        "off_m": one.off_m,
    }
    return body | told_of_shut(one.shut)


def body_of(entered: Mapping[str, Any]) -> dict[str, Any]:
    """What is kept of a field: a rectangle by its sides, any other by its edge; how it lies and is kept; not its team."""
    sides = {name: entered.get(name) for name in ("length_m", "width_m")}
    known: dict[str, Any] = {name: entered.get(name) for name in ("heading_deg", "obstacles", "gate")}
    if entered.get("outline"):
        known["outline"] = entered["outline"]
    elif None in sides.values():
        raise OutOfRange("length_m", None, "given with the width, or the edge drawn instead")
    else:
        known |= {name: _metres(value, name) for name, value in sides.items() if value is not None}
    field = _field(known)
    kept: dict[str, Any] = {"name": checked_name(entered["name"]), "heading_deg": field.heading_deg}
    if "outline" in known:
        kept["outline"] = [list(corner) for corner in field.outline]
    else:
        kept |= {name: known[name] for name in sides}
    if field.obstacles:
        kept["obstacles"] = [obstacle_body(one) for one in field.obstacles]
    if field.gate:
        kept["gate"] = list(field.gate)
    if entered.get("origin"):
        kept["origin"] = list(entered["origin"])
    return kept | _lie(entered) | _keeping(entered)


FURTHEST_M = 100_000.0  # no field is larger; may move


def shaped(outline: Sequence[Flat], at: int, length: str | None, area: str | None) -> tuple[Flat, ...]:
    """An edge made to measure: a side as long as was typed, or the whole as large; as it is where neither was."""
    for place in outline:
        for figure in place:
            require_range("outline", figure, -FURTHEST_M, FURTHEST_M, "m from the first corner")
    if length is not None:
        return with_side(outline, at, _metres(length, "length"))
    if area is not None:
        return with_area(outline, parse_amount(area, "area", "area"))
    return tuple(outline)


def _lie(entered: Mapping[str, Any]) -> dict[str, Any]:
    """How steep a field falls, and towards where, where that is told."""
    slope, falls = entered.get("slope_percent"), entered.get("falls_deg")
    if slope is None and falls is None:
        return {}
    if slope is None or falls is None:
        raise OutOfRange("falls_deg", falls, "given with the slope: how steep, and towards where it falls")
    require_range("slope_percent", slope, 0, STEEPEST_PERCENT, "%")
    require_range("falls_deg", falls, 0, 360, "°")
    return {"slope_percent": slope, "falls_deg": falls % 360}


def _spread(entered: str | float, field: str) -> float:
    return parse_amount(entered, "spread", field) if isinstance(entered, str) else entered


def _keeping(entered: Mapping[str, Any]) -> dict[str, Any]:
    """How a field is kept, where that is not as is usual."""
    given: dict[str, Any] = {
        name: _spread(entered[name], name) for name in USUAL_KEEPING if entered.get(name) is not None
    }
    kept = asdict(make_keeping(**given))
    own = {name: value for name, value in kept.items() if value != USUAL_KEEPING[name]}
    return {"keeping": own} if own else {}
