"""A pen on the move: grounds, movers, turning, swinging wheels."""

from __future__ import annotations

from pydantic import Field

from ergamot.core.finding import Grade
from ergamot.web.schemas.figures import MOST_VALUES, In, Out, Words


class MovingIn(In):
    """Values being tried, and where a pivot has been drilled already, as typed."""

    values: dict[str, str | float] = Field(default_factory=dict, max_length=MOST_VALUES)
    drilled: str | None = Field(None, max_length=40)


class OnGroundOut(Out):
    """A move on one state of the ground."""

    label: str
    usual: bool
    start: Words
    keep: Words
    down: Words
    bump: Words | None
    band: Words
    sinks: bool


class MoverOut(Out):
    """Who could move it, and what rules."""

    key: str
    label: str
    chosen: bool
    verdict: Grade
    words: Words


class SwungOut(Out):
    """A swinging wheel at one angle below level: its axle along and up from the rail's foot, mm."""

    deg: float
    along: float
    up: float
    raised: float


class SwingOut(Out):
    """A lever drawn in motion: pivot, wheel, rail (mm), and what to know of it."""

    pivot: float
    radius: float
    rail: float
    steps: list[SwungOut]
    lines: list[Words]
    drilled: Words | None


class OnTheWayOut(Out):
    """One stretch of the way to the field: where it ends (m), whether the pen gets along it, and what rules."""

    number: int
    east_m: float
    north_m: float
    ground: str
    length: Words
    start: Words
    keep: Words
    width: Words
    verdict: Grade
    words: Words


class WayOut(Out):
    """The first haul."""

    stretches: list[OnTheWayOut]
    lines: list[Words]


class MovingOut(Out):
    """A pen's moving chart."""

    grounds: list[OnGroundOut]
    movers: list[MoverOut]
    lines: list[Words]
    swing: SwingOut | None
    way: WayOut | None
    cautions: list[str]
