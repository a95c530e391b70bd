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
from ergamot.exchange.field_geojson import Placed
from ergamot.operations.work import checked_name
from ergamot.store.documents import FieldBody, KeptOff, OwnLimits, TeamMember
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


def field_of(record: Record[FieldBody]) -> Field:
    """The field a record holds."""
    body = record.body
    obstacles = [
        make_obstacle(one.kind, one.form, one.points, one.off_m, "obstacles", _shut(vars(one)))
        for one in body.obstacles
    ]
    return _field(body.outline, (body.length_m, body.width_m), obstacles, body.gate, body.heading_deg)


def placed_field(record: Record[FieldBody]) -> Placed:
    """The field a record holds, with its name and where on earth it is."""
    origin = record.body.origin
    return Placed(field_of(record), record.body.name, origin)


def keeping_of(record: Record[FieldBody]) -> Keeping:
    """How the keeper wants a field kept."""
    return make_keeping(**_said(record.body.keeping))


def _said(limits: OwnLimits) -> dict[str, Any]:
    return {name: value for name, value in vars(limits).items() if value is not None}


def team_of(record: Record[FieldBody]) -> tuple[OnField, ...]:
    """The pens that walk a field, as they were put there."""
    return tuple(
        OnField(
            one.pen,
            one.stays,
            one.first,
            one.hours,
            one.nets,
            one.net_m,
            one.way,
        )
        for one in record.body.team
    )


def team_body(team: Sequence[OnField]) -> tuple[TeamMember, ...]:
    """Pens that walk a field as they are kept."""
    if len(team) > MOST_PENS:
        raise OutOfRange("team", len(team), f"at most {MOST_PENS} pens on one field")
    twice = len({one.pen_id for one in team}) < len(team)
    if twice:
        raise OutOfRange("team", len(team), "each pen once")
    return tuple(_member(one) for one in team)


def _member(one: OnField) -> TeamMember:
    if one.hours is not None:
        require_range("hours", one.hours, LEAST_HOURS, 24, "hours")
    if one.nets is not None:
        netting(one.nets, one.net_m, math.inf)
    if one.way:
        if len(one.way) < LEAST_POINTS[Form.LINE]:
            raise OutOfRange("way", len(one.way), "two places or more")
        refuse_far(one.way, "way")
    net_m = NET_M if one.nets is None else one.net_m
    way = tuple((float(x), float(y)) for x, y in one.way)
    return TeamMember(one.pen_id, one.stays, one.first, one.hours, one.nets, net_m, way)


def _field(
    outline: Sequence[Flat] | None,
    sides: tuple[float | None, float | None],
    obstacles: Sequence[Obstacle],
    gate: Flat | None,
    heading: float | None,
) -> Field:
    """Make a field of its edge, or of its two sides, m."""
    if outline:
        return make_field(outline, obstacles, gate, heading)
    length, width = sides
    if length is None or width is None:
        raise OutOfRange("length_m", None, "given with the width, or the edge drawn instead")
    whole = rectangle(length, width, heading or 0.0)
    return make_field(whole.outline, obstacles, gate, whole.heading_deg)


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


def obstacle_body(one: Obstacle) -> KeptOff:
    """Something to keep off as it is kept."""
    if isinstance(one.shut, Harvest):
        return KeptOff(
            one.kind, one.form, one.points, one.off_m, None, None, one.shut.last, one.shut.touches_soil
        )
    first, last = (one.shut.first, one.shut.last) if one.shut else (None, None)
    return KeptOff(one.kind, one.form, one.points, one.off_m, first, last)


def body_of(entered: Mapping[str, Any]) -> FieldBody:
    """What is kept of a field: a rectangle by its sides, any other by its edge; how it lies and is kept; not its team."""
    outline = entered.get("outline")
    length, width = (None if outline else metres(entered.get(name), name) for name in ("length_m", "width_m"))
    obstacles = [
        make_obstacle(one["kind"], one["form"], one["points"], one["off_m"], "obstacles", _shut(one))
        for one in entered.get("obstacles") or ()
    ]
    field = _field(outline, (length, width), obstacles, entered.get("gate"), entered.get("heading_deg"))
    slope, falls = _lie(entered)
    return FieldBody(
        name=checked_name(entered["name"]),
        heading_deg=field.heading_deg,
        length_m=length,
        width_m=width,
        outline=field.outline if outline else None,
        obstacles=tuple(obstacle_body(one) for one in field.obstacles),
        gate=field.gate,
        origin=_place(entered.get("origin")),
        slope_percent=slope,
        falls_deg=falls,
        keeping=_keeping(entered),
    )


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


def _place(given: Sequence[float] | None) -> Flat | None:
    return (float(given[0]), float(given[1])) if given else None


def _lie(entered: Mapping[str, Any]) -> tuple[float | None, float | None]:
    """Return how steep a field falls, %, and towards where, degrees; None for what is not told."""
    slope, falls = entered.get("slope_percent"), entered.get("falls_deg")
    if slope is None and falls is None:
        return None, None
    if slope is None or falls is None:
        raise OutOfRange("falls_deg", falls, "given with the slope: how steep, and towards where it falls")
    require_range("slope_percent", slope, 0, STEEPEST_PERCENT, "%")
    require_range("falls_deg", falls, 0, 360, "°")
    return slope, falls % 360


def _spread(entered: str | float, field: str) -> float:
    return parse_amount(entered, "spread", field) if isinstance(entered, str) else entered


def _keeping(entered: Mapping[str, Any]) -> OwnLimits:
    """How a field is kept, where that is not as is usual."""
    given: dict[str, Any] = {
        name: _spread(entered[name], name) for name in USUAL_KEEPING if entered.get(name) is not None
    }
    kept = asdict(make_keeping(**given))
    return OwnLimits(**{name: value for name, value in kept.items() if value != USUAL_KEEPING[name]})
