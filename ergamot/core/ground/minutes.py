"""How long a move takes, and the round over all pens of a field: a range is told by whoever shows it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Moves

# Minutes; judgements, to be re-fitted from the keeper's own
MAKE_READY_MIN = 3.0  # ramp up, feeder and drinker lifted, birds counted and off the rails
SETTLE_MIN = 1.5  # feeder and drinker down, gaps looked at
TURN_MIN = 1.5  # into the next lane
GEAR_MIN = {
    Moves.SKIDS: 0.5,
    Moves.WHEELS: 0.5,
    Moves.AXLES: 0.5,
    Moves.LEVERS: 1.5,
    Moves.BOARDS: 1.5,
    Moves.BOLT_ON: 4.0,
    Moves.DOLLY: 2.0,
    Moves.FRAME: 5.0,
    Moves.CHASSIS: 5.0,
}
VEHICLE_MIN = 4.0  # brought, hitched and unhitched
HAUL_M_MIN = 15.0  # a pen at a slow walk, the birds walking in it
WALK_M_MIN = 70.0  # a person with buckets


@dataclass(frozen=True)
class Handling:
    """What it takes to move a pen: what it goes on, and whether a vehicle pulls it."""

    gear: Moves
    vehicle: bool = False

    def move_min(self, far_m: float, turned: bool) -> float:
        """Minutes of one move over so many metres."""
        at_rest = MAKE_READY_MIN + GEAR_MIN[self.gear] + SETTLE_MIN + (VEHICLE_MIN if self.vehicle else 0.0)
        return at_rest + far_m / HAUL_M_MIN + (TURN_MIN if turned else 0.0)


@dataclass(frozen=True)
class Round:
    """A day's round over all pens: its moves, the walk to them and back, m, and how long all of it takes, minutes."""

    day: date
    moves: int
    walk_m: float
    minutes: float


def round_of(day: date, gate: Flat | None, moves: Sequence[tuple[float, Flat]]) -> Round:
    """The round of a day.

    Args: day; gate, m, None where it is not known; moves, each with its minutes and where it is, m.
    Returns: the Round.
    Source: a judgement.

    >>> round_of(date(2026, 6, 1), (0.0, 0.0), [(8.0, (30.0, 40.0))]).minutes > 9
    True
    """
    walk = round_m(gate, [place for _, place in moves])
    return Round(day, len(moves), walk, sum(takes for takes, _ in moves) + walk / WALK_M_MIN)


def round_m(gate: Flat | None, places: Sequence[Flat]) -> float:
    """How far it is to walk from the gate over some places, the nearest first, and back.

    Args: gate, m, None where it is not known; places, m.
    Returns: m.
    Source: geometry.

    >>> round_m((0.0, 0.0), [(3.0, 4.0)])
    10.0
    """
    left, at, far = list(places), gate, 0.0
    while left:
        nearest = min(left, key=lambda one: math.dist(at or one, one))
        far += math.dist(at, nearest) if at else 0.0
        left.remove(nearest)
        at = nearest
    return far + (math.dist(at, gate) if at and gate else 0.0)
