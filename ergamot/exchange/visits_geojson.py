"""Visits to a field as GeoJSON features: a polygon each, with its days and what birds left there."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date
from typing import Any

from ergamot.core.errors import Unreadable
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.ledger import Visit, make_visit


def told_of_visit(visit: Visit, pen: str, done: bool) -> dict[str, Any]:
    """What is told of a visit beside its corners.

    Args: visit; pen, the name of whose it was; done, whether it has ended.
    Returns: its days as ISO 8601 has them, and its figures, by name.
    Source: RFC 7946; ISO 8601.

    >>> day = date(2026, 6, 1)
    >>> told_of_visit(Visit(1, day, day, ((0.0, 0.0),) * 4, 1.0, 0.3, 60.0, day), "Bramble", True)["from"]
    '2026-06-01'
    """
    return {
        "kind": "stop",
        "pen": pen,
        "done": done,
        "from": visit.day.isoformat(),
        "to": visit.left.isoformat(),
        "ready": visit.ready.isoformat(),
        "wear": round(visit.wear, 3),
        "cover_kg_m2": round(visit.cover_kg_m2, 3),
        "nitrogen_kg_ha": round(visit.nitrogen_kg_ha, 2),
    }


def read_visit(places: Sequence[Flat], told: Mapping[str, Any]) -> Visit | None:
    """A visit that has ended, read from a feature; None for one that was only planned.

    Args: places, its corners, m; told, the feature's properties.
    Returns: the Visit.
    Raises: Unreadable where its days or figures cannot be read; OutOfRange where they cannot be.
    Source: RFC 7946.

    >>> day = date(2026, 6, 1)
    >>> visit = Visit(0, day, day, ((0.0, 0.0), (3.0, 0.0), (3.0, 2.0), (0.0, 2.0)), 1.0, 0.3, 60.0, day)
    >>> read_visit(visit.corners, told_of_visit(visit, "Bramble", True)) == visit
    True
    """
    if told.get("done") is not True:
        return None
    try:
        day, left, ready = (date.fromisoformat(str(told.get(name))) for name in ("from", "to", "ready"))
    except ValueError as error:
        raise Unreadable("A stop in it has no days that can be read", field="file") from error
    wear, cover, nitrogen = (_figure(told, name) for name in ("wear", "cover_kg_m2", "nitrogen_kg_ha"))
    return make_visit(day, left, ready, places, wear, cover, nitrogen, "file")


def _figure(told: Mapping[str, Any], name: str) -> float:
    given = told.get(name)
    if isinstance(given, bool) or not isinstance(given, (int, float)):
        raise Unreadable(f"A stop in it has no {name}", field="file")
    return float(given)
