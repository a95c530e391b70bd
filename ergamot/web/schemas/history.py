"""What each step of a record was."""

from __future__ import annotations

from datetime import datetime

from pydantic import Field

from ergamot.web.schemas.figures import In, Out, Words


class DoneOut(Out):
    """One step: what it changed, who took it and when, and whether it stands."""

    number: int
    words: list[Words]
    by: str
    at: datetime
    stands: bool


class HistoryOut(Out):
    """Some steps of a record, the newest first; `older` is what to ask for those before them."""

    steps: list[DoneOut]
    older: int | None


class HistoryQuery(In):
    """Which steps: those before a revision, from the newest when none is named."""

    before: int = Field(2**31 - 1, ge=1, le=2**31 - 1)
