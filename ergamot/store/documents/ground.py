"""Declare the bodies of fields and of the stays of pens on them."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from ergamot.core.ground.obstacle import Form
from ergamot.core.ground.team import Stays
from ergamot.store.documents.document import EXACTLY, Document, Stored

Place = tuple[float, float]


@dataclass(frozen=True)
class KeptOff:
    """Something pens keep off: always, between two days, or till a harvest."""

    __pydantic_config__ = EXACTLY

    kind: str
    form: Form
    points: tuple[Place, ...]
    off_m: float
    shut_from: date | None = None
    shut_to: date | None = None
    harvest: date | None = None
    touches_soil: bool | None = None


@dataclass(frozen=True)
class TeamMember:
    """A pen that walks a field: how it stays, from which day, its birds' hours out, nets round it, the way drawn for it."""

    __pydantic_config__ = EXACTLY

    pen: int
    stays: Stays
    first: date
    hours: float | None = None
    nets: int | None = None
    net_m: float = 50.0
    way: tuple[Place, ...] = ()


@dataclass(frozen=True)
class OwnLimits:
    """Limits and rest of a field that are not the usual ones."""

    __pydantic_config__ = EXACTLY

    strip_kg_ha: float | None = None
    mean_kg_ha: float | None = None
    least_rest: int | None = None
    grazers_days: int | None = None
    grazers_kg_ha: float | None = None


@dataclass(frozen=True)
class FieldBody:
    """A rectangle by its sides, m, or any other field by its edge; how it lies and is kept, and the pens on it."""

    __pydantic_config__ = EXACTLY

    name: str
    heading_deg: float | None = None
    length_m: float | None = None
    width_m: float | None = None
    outline: tuple[Place, ...] | None = None
    obstacles: tuple[KeptOff, ...] = ()
    gate: Place | None = None
    origin: Place | None = None
    slope_percent: float | None = None
    falls_deg: float | None = None
    keeping: OwnLimits = OwnLimits()
    team: tuple[TeamMember, ...] = ()


@dataclass(frozen=True)
class Ended:
    """The end of a stay: the day the pen went on, what it left there, and the day the place is ready again."""

    __pydantic_config__ = EXACTLY

    left: date
    ready: date
    wear: float
    cover_kg_m2: float
    nitrogen_kg_ha: float


@dataclass(frozen=True)
class StayBody:
    """A pen on a place: from which day, as which of so many moves of it, and how it ended. A place that was passed over has
    `until` instead."""

    __pydantic_config__ = EXACTLY

    field: int
    pen: int
    day: date
    part: int
    corners: tuple[Place, ...]
    parts: int = 1
    ended: Ended | None = None
    until: date | None = None
    not_before: date | None = None
    settled: date | None = None


_ENDED = {
    "left": "left",
    "ready": "ready",
    "wear": "wear",
    "cover": "cover_kg_m2",
    "nitrogen": "nitrogen_kg_ha",
}


def _how_it_ended(stored: Stored) -> Stored:
    """Bring a stay to version 2: put together all that tells of its end."""
    rest = {name: value for name, value in stored.items() if name not in _ENDED}
    if not stored.get("left"):
        return rest
    return rest | {"ended": {name: stored[old] for old, name in _ENDED.items()}}


FIELD = Document("field", FieldBody)
STAY = Document("stay", StayBody, (_how_it_ended,))
