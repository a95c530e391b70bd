"""Cautions as sent."""

from __future__ import annotations

from ergamot.web.schemas.figures import Out


class CareOut(Out):
    """What can hurt someone at one kind of work."""

    where: str
    lines: list[str]


class CaresOut(Out):
    """All of them."""

    care: list[CareOut]
