"""Declare the bodies of flocks and of pens for them."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from ergamot.core.frame.design import with_square_tail
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
    """Bring a pen to version 2: one kept before its tail was a choice has it square."""
    return {**stored, "values": with_square_tail(stored["values"])}


FLOCK = Document("flock", FlockBody)
PEN = Document("pen", PenBody, (_tails_sawn_square,))
