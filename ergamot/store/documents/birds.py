"""What is kept of a flock and of a pen for it."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from ergamot.store.documents.document import EXACTLY, Document, Stored


@dataclass(frozen=True)
class FlockBody:
    """Birds of one strain: how many were placed, and the days they hatched, go out on grass and leave."""

    __pydantic_config__ = EXACTLY

    name: str
    strain: str
    placed: int
    hatch: date
    out: date
    leaves: date


@dataclass(frozen=True)
class PenBody:
    """A design for a flock: values by parameter, lengths as they were typed, the pen it is a version of and why."""

    __pydantic_config__ = EXACTLY

    name: str
    flock_id: int
    shape: str
    values: dict[str, int | float | str]
    typed: dict[str, str]
    version_of: int | None = None
    why: str = ""


def _tails_sawn_square(stored: Stored) -> Stored:
    """Version 2 of a pen: the tail of its rails is bevelled as is usual; pens kept before that was a choice had it square."""
    values = stored["values"]
    return {**stored, "values": {"tail": "square", **values}} if "gear" in values else stored


FLOCK = Document("flock", FlockBody)
PEN = Document("pen", PenBody, (_tails_sawn_square,))
