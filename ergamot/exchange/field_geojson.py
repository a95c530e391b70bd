"""Fields as GeoJSON (RFC 7946): degrees of WGS 84 on the way out and in, metres east and north of a place within.

A file in plain metres is read only where the keeper says that it is; a field drawn by hand, whose place on earth nobody
told, is written in metres and says so.
"""

from __future__ import annotations

import json
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from ergamot.core.days import check_day
from ergamot.core.errors import OutOfRange, Unreadable
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.field import Field, make_field
from ergamot.core.ground.ledger import Visit
from ergamot.core.ground.obstacle import KINDS, Form, Harvest, Shut, make_obstacle
from ergamot.exchange.json_in import read_json
from ergamot.exchange.visits_geojson import read_visit

MOST_BYTES = 2_000_000  # of a file; judgement: a field's edge is a few kilobytes
SEMI_MAJOR_M, FLATTENING = 6378137.0, 1 / 298.257223563  # WGS 84, NGA STND.0036
MOST_LATITUDE = 85.0  # nearer a pole a degree east is hardly a metre; judgement
METRES = "metres"  # a member of ours: the figures are metres, not degrees
FORMS = {"Point": Form.POINT, "LineString": Form.LINE, "Polygon": Form.AREA}


@dataclass(frozen=True)
class Placed:
    """A field read from a file, what the file called it, and where on earth its 0 is: longitude and latitude, degrees; the
    visits to it that have ended."""

    field: Field
    name: str
    origin: Flat | None
    visits: tuple[Visit, ...] = ()


def metres_a_degree(latitude: float) -> Flat:
    """How far a degree east and a degree north reach at a latitude.

    Args: latitude, degrees, −85 to 85.
    Returns: m east and m north.
    Source: radii of curvature of the WGS 84 ellipsoid.

    >>> [round(one) for one in metres_a_degree(0.0)]
    [111319, 110574]
    """
    squared = FLATTENING * (2 - FLATTENING)
    phi = math.radians(latitude)
    across = math.sqrt(1 - squared * math.sin(phi) ** 2)
    east = SEMI_MAJOR_M / across * math.cos(phi)
    north = SEMI_MAJOR_M * (1 - squared) / across**3
    return math.radians(east), math.radians(north)


def read_field(data: bytes, in_metres: bool = False) -> Placed:
    """The field a GeoJSON file holds: its one polygon, or that of the kind field; what has another kind is kept off it, as
    are the holes in it.

    Args: data, UTF-8; in_metres, whether the keeper says that its figures are plain metres.
    Returns: the Placed.
    Raises: Unreadable where it is no GeoJSON or holds no field; OutOfRange where the field cannot be one.
    Source: RFC 7946.

    >>> square = {"type": "Polygon", "coordinates": [[[0, 0], [0.001, 0], [0.001, 0.001], [0, 0.001], [0, 0]]]}
    >>> round(read_field(json.dumps(square).encode()).field.area_m2)
    12309
    """
    whole = _parsed(data)
    in_metres = in_metres or whole.get(METRES) is True
    features = list(_features(whole))
    ours = (*KINDS, "gate", "stop")
    areas = [one for one in features if one[0] == "Polygon" and one[2].get("kind") not in ours]
    named = [one for one in features if one[2].get("kind") == "field" and one[0] == "Polygon"]
    if not (named or areas):
        raise Unreadable("The file holds no field: no polygon is in it, only what lies on one", field="file")
    if len(named or areas) > 1:
        told = f"The file holds {len(named or areas)} areas: leave the one that is the field, or give it alone the kind field"
        raise Unreadable(told, field="file")
    main = (named or areas)[0]
    origin = None if in_metres else _middle(main[1])

    def local(places: Sequence[Flat]) -> list[Flat]:
        return [_local(place, origin) if origin else place for place in places]

    obstacles = [
        make_obstacle(str(told.get("kind")), FORMS[form], local(places), _off(told), "file", _shut(told))
        for form, places, told in features
        if told.get("kind") in KINDS
    ]
    gates = [
        local(places)[0] for form, places, told in features if told.get("kind") == "gate" and form == "Point"
    ]
    heading = main[2].get("heading_deg")
    made = make_field(
        local(main[1]),
        obstacles,
        gates[0] if gates else None,
        float(heading) if isinstance(heading, (int, float)) and not isinstance(heading, bool) else None,
    )
    stood = (
        read_visit(local(places), told)
        for form, places, told in features
        if told.get("kind") == "stop" and form == "Polygon"
    )
    return Placed(made, str(main[2].get("name") or ""), origin, tuple(one for one in stood if one))


def _parsed(data: bytes) -> dict[str, Any]:
    if len(data) > MOST_BYTES:
        raise OutOfRange("file", f"{len(data) / 1e6:.0f} MB", f"at most {MOST_BYTES / 1e6:g} MB")
    try:
        found = read_json(data.decode("utf-8-sig"))
    except (UnicodeDecodeError, ValueError, RecursionError) as error:
        raise Unreadable("That is no GeoJSON: it could not be read", field="file") from error
    if not isinstance(found, dict):
        raise Unreadable("That is no GeoJSON: it is no object", field="file")
    return found


def _features(found: dict[str, Any]) -> Iterator[tuple[str, list[Flat], dict[str, Any]]]:
    """The type, places and properties of every feature; of a polygon its outer ring, then each hole as a part left out."""
    kind = found.get("type")
    if kind == "FeatureCollection":
        features = found.get("features")
        for one in features if isinstance(features, list) else ():
            if isinstance(one, dict):
                yield from _features(one)
        return
    told: dict[str, Any] = {}
    if kind == "Feature":
        properties = found.get("properties")
        told = properties if isinstance(properties, dict) else {}
        told = {**told, "kind": str(told.get("kind") or "")}
        geometry = found.get("geometry")
        found = geometry if isinstance(geometry, dict) else {}
        kind = found.get("type")
    parts = found.get("coordinates")
    if kind in ("Polygon", "MultiPolygon") and isinstance(parts, list):
        for rings in parts if kind == "MultiPolygon" else [parts]:
            whole, *holes = rings if isinstance(rings, list) and rings else [None]
            yield "Polygon", _places(whole), told
            for hole in holes:
                yield "Polygon", _places(hole), {"kind": "gap"}
    elif kind == "LineString":
        yield kind, _places(parts), told
    elif kind == "Point":
        yield kind, _places([parts]), told


def _places(parts: Any) -> list[Flat]:
    """Places of a line; a ring's last is its first again and left out."""
    if not isinstance(parts, list):
        raise Unreadable("That is no GeoJSON: coordinates are missing", field="file")
    found: list[Flat] = []
    for one in parts:
        if not (isinstance(one, list) and len(one) >= 2 and all(_is_number(part) for part in one[:2])):
            raise Unreadable("That is no GeoJSON: a place in it is no pair of numbers", field="file")
        found.append((float(one[0]), float(one[1])))
    return found[:-1] if len(found) > 1 and found[0] == found[-1] else found


def _is_number(part: Any) -> bool:
    return isinstance(part, (int, float)) and not isinstance(part, bool) and math.isfinite(part)


def _middle(places: Sequence[Flat]) -> Flat:
    """The middle of the box round some places in degrees."""
    for east, north in places:
        if abs(east) > 180 or abs(north) > 90:
            told = "degrees of WGS 84; say that the file is in plain metres if it is"
            raise OutOfRange("file", f"{east:g}, {north:g}", told)
    if not places:
        raise Unreadable("The file holds a polygon without corners", field="file")
    xs, ys = zip(*places, strict=True)
    middle = ((min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2)
    if abs(middle[1]) > MOST_LATITUDE:
        raise OutOfRange("file", f"{middle[1]:g}", f"a latitude within {MOST_LATITUDE:g}°")
    return middle


def _local(place: Flat, origin: Flat) -> Flat:
    east, north = metres_a_degree(origin[1])
    return (round((place[0] - origin[0]) * east, 3), round((place[1] - origin[1]) * north, 3))


def _off(told: dict[str, Any]) -> float | None:
    off: Any = told.get("off_m")
    return float(off) if _is_number(off) else None


def _shut(told: dict[str, Any]) -> Shut | Harvest | None:
    """When something is kept off, where a file tells that: dates as ISO 8601 has them."""
    days: dict[str, date] = {}
    for name in ("shut_from", "shut_to", "harvest"):
        text = str(told.get(name) or "")
        try:
            if text:
                days[name] = check_day(date.fromisoformat(text), name)
        except ValueError as error:
            raise Unreadable(f"“{text[:40]}” is no date", field="file", value=text[:40]) from error
    first, last, picked = (days.get(name) for name in ("shut_from", "shut_to", "harvest"))
    if picked:
        return Harvest(picked, told.get("touches_soil") is True)
    return Shut(first, last) if first and last else None


def told_of_shut(shut: Shut | Harvest | None) -> dict[str, Any]:
    """When something is kept off, as files and records tell it.

    Args: shut; None where it is so always, or by its kind's months.
    Returns: dates as text by their names; nothing for None.
    Source: ISO 8601.

    >>> told_of_shut(Harvest(date(2026, 9, 1), True))
    {'harvest': '2026-09-01', 'touches_soil': True}
    """
    if isinstance(shut, Harvest):
        return {"harvest": shut.last.isoformat(), "touches_soil": shut.touches_soil}
    return {"shut_from": shut.first.isoformat(), "shut_to": shut.last.isoformat()} if shut else {}


def write_field(placed: Placed, visits: Sequence[tuple[Visit, dict[str, Any]]] = ()) -> str:
    """A field with what stands in it, and visits to it where given.

    Args: placed, the field, its name and its origin; visits, each with what is told of it.
    Returns: GeoJSON.
    Source: RFC 7946: rings anticlockwise, seven decimals of a degree.

    >>> made = Placed(make_field([(0, 0), (40, 0), (40, 12), (0, 12)]), "Home", (0.0, 51.0))
    >>> read_field(write_field(made).encode()).name
    'Home'
    """
    field, origin = placed.field, placed.origin

    def feature(form: Form, places: Sequence[Flat], told: dict[str, Any]) -> dict[str, Any]:
        there = [_there(place, origin) for place in places]
        if form is Form.AREA:
            ring = there if _anticlockwise(there) else there[::-1]
            return _feature("Polygon", [[*ring, ring[0]]], told)
        return _feature("LineString", there, told) if form is Form.LINE else _feature("Point", there[0], told)

    edge: dict[str, Any] = {"kind": "field", "name": placed.name}
    if field.heading_deg is not None:
        edge["heading_deg"] = field.heading_deg
    features = [feature(Form.AREA, field.outline, edge)]
    features += [
        feature(one.form, one.points, {"kind": one.kind, "off_m": one.off_m, **told_of_shut(one.shut)})
        for one in field.obstacles
    ]
    if field.gate:
        features.append(feature(Form.POINT, [field.gate], {"kind": "gate"}))
    features += [feature(Form.AREA, visit.corners, told) for visit, told in visits]
    whole: dict[str, Any] = {"type": "FeatureCollection", "features": features}
    if origin is None:
        whole[METRES] = True
    return json.dumps(whole, ensure_ascii=False, separators=(",", ":"))


def _feature(kind: str, coordinates: Any, told: dict[str, Any]) -> dict[str, Any]:
    return {"type": "Feature", "properties": told, "geometry": {"type": kind, "coordinates": coordinates}}


def _there(place: Flat, origin: Flat | None) -> list[float]:
    if origin is None:
        return [round(place[0], 3), round(place[1], 3)]
    east, north = metres_a_degree(origin[1])
    return [round(origin[0] + place[0] / east, 7), round(origin[1] + place[1] / north, 7)]


def _anticlockwise(ring: Sequence[Sequence[float]]) -> bool:
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, [*ring[1:], ring[0]], strict=True)) > 0
