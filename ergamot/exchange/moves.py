"""Moves as files name them: whose they are, and when in the day they are made."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import time

from ergamot.core.ground.minutes import Handling
from ergamot.core.ground.schedule import MovePlan
from ergamot.core.ground.walk import Move

# Times of day by how many moves there are: after the morning round, and spread to dusk
MOVE_TIMES = {
    1: (time(7, 0),),
    2: (time(7, 0), time(17, 0)),
    3: (time(7, 0), time(12, 30), time(18, 0)),
}


@dataclass(frozen=True)
class NamedPlan:
    """A pen's plan with its name and how it is moved."""

    name: str
    plan: MovePlan
    handling: Handling

    def minutes(self, move: Move) -> float:
        """How long a move of it takes."""
        return self.plan.minutes(move, self.handling)


def move_time(part: int, parts: int) -> time:
    """When in the day a move is made, local time; more than three a day are spread evenly."""
    if parts in MOVE_TIMES:
        return MOVE_TIMES[parts][part - 1]
    minutes = 6 * 60 + (part - 1) * (13 * 60) // (parts - 1)
    return time(minutes // 60, minutes % 60)
