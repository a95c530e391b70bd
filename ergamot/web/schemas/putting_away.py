"""What is put away, and what hangs on it."""

from __future__ import annotations

from datetime import datetime

from pydantic import Field

from ergamot.web.schemas.figures import In, Out


class HangingOut(Out):
    """Something that goes when another thing is deleted."""

    kind: str
    id: int
    name: str


class AwayOut(Out):
    """Something put away: what it is, its revision, and what would go with it."""

    kind: str
    id: int
    revision: int
    name: str
    since: datetime
    hanging: list[HangingOut]


class AllAwayOut(Out):
    """Everything that is put away."""

    away: list[AwayOut]


class DeleteQuery(In):
    """How many things that hang on it whoever deletes knows of."""

    told: int = Field(0, ge=0, le=100_000)
