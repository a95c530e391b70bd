"""What each step of a record was."""

from __future__ import annotations

from datetime import datetime

from ergamot.web.schemas.figures import Out, Words


class DoneOut(Out):
    """One step: what it changed, who took it and when, and whether it stands."""

    number: int
    words: list[Words]
    by: str
    at: datetime
    stands: bool


class HistoryOut(Out):
    """Every step of a record, the newest first."""

    steps: list[DoneOut]
