"""Several pens on one field: each has a part of its own, side by side across the lanes, so that they never meet.

v (across)
|  ======o======   third pen's lanes        a pen that comes when another has gone takes its part over
|  - - - - - - - - room to walk between
|  ===o=========   second pen's lanes
|  - - - - - - - -
|  =========o===   first pen's lanes
+------------------ u (along the lanes)
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from enum import StrEnum
from itertools import pairwise

import numpy as np

from ergamot.core.catalogue import Catalogue
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.climate import Climate
from ergamot.core.ground.field import Field, turned
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.heading import Lie, best_way, too_small
from ergamot.core.ground.keeping import Keeping
from ergamot.core.ground.lanes import LaidLanes, along_way, walked
from ergamot.core.ground.ledger import middle
from ergamot.core.ground.netting import Netting
from ergamot.core.ground.stay import LIVES_IN, Loads, Out
from ergamot.core.ground.strips import Ground

WALK_M = 0.8  # between the lanes of two pens; judgement: a person with two buckets
SLICES = 200  # in which the ground is measured across its lanes; may move: finer to the same figures
SAMPLED_DAYS = 7  # every so many days of a flock it is looked at how much ground it asks for; may move


class Stays(StrEnum):
    """How long a stop is stood on: as long as the grass bears it, or by a rule of the keeper's own."""

    GRASS = "grass"
    HALF_DAY = "half-day"
    DAY = "day"
    TWO_DAYS = "two-days"
    THREE_DAYS = "three-days"
    WEEK = "week"
    THREE_WEEKS = "three-weeks"


RULES = {
    Stays.HALF_DAY: 0.5,
    Stays.DAY: 1.0,
    Stays.TWO_DAYS: 2.0,
    Stays.THREE_DAYS: 3.0,
    Stays.WEEK: 7.0,
    Stays.THREE_WEEKS: 21.0,
}  # days


@dataclass(frozen=True)
class PutDown:
    """Where a pen stands by the keeper's own word: its corners, m east and north, since which day, after which of how many
    moves of that day, and a day before which it is not moved."""

    corners: tuple[Flat, ...]
    since: date
    part: int
    parts: int
    not_before: date


@dataclass(frozen=True)
class Member:
    """A pen of the team: which, its flock, its size, how long its stays are, from which day with birds it is on this field, where it
    stands by then, where that is known, and how its birds use the ground; the nets it goes in, if it does; the way the
    keeper drew for it, m east and north."""

    key: int
    flock: Flock
    pen: PenSize
    stays: Stays
    first: date
    stands: PutDown | None = None
    out: Out = LIVES_IN
    nets: Netting | None = None
    way: tuple[Flat, ...] = ()

    @property
    def gone(self) -> date:
        """The day its flock leaves."""
        return self.flock.leaves

    def area_a_day(self, loads: Loads, day: date) -> float:
        """The ground it comes over on a day, m², by its rule or by what the grass bears."""
        rule, load = RULES.get(self.stays), loads.on(day)
        moves = 1 / rule if rule else load.moves if load.moves > 1 else 1 / max(1, int(load.stay_days + 1e-9))
        return self.pen.area_m2 * moves

    def area_asked(self, loads: Loads, climate: Climate, keeping: Keeping) -> float:
        """The most ground it comes over while a stop rests, m²: by it the field is shared out, for after that it comes over
        the same again."""
        most, day = 0.0, self.first
        while day < self.gone:
            rests = (keeping.ready_on(climate, day + timedelta(days=1)) - day).days
            most = max(most, self.area_a_day(loads, day) * min(rests, (self.gone - day).days))
            day += timedelta(days=SAMPLED_DAYS)
        return most


@dataclass(frozen=True)
class FieldPart:
    """A pen's part of the field: from where to where across the lanes, m, None for the whole of it, its stops, and what each
    day does to them."""

    member: Member
    band: Flat | None
    laid: LaidLanes
    loads: Loads


def share_out(
    catalogue: Catalogue,
    field: Field,
    members: Sequence[Member],
    climate: Climate,
    keeping: Keeping,
    lie: Lie,
) -> tuple[FieldPart, ...]:
    """Each pen's part of a field, as large as what it comes over while a stop rests, in the order in which the pens stand.

    Args: catalogue; field; members, one or more; climate; keeping, of the field; lie, of the ground and the wind.
    Returns: a FieldPart for each member, in their order, lanes of all on one heading.
    Raises: OutOfRange where a pen finds no place to stand on its part.
    Source: common practice.

    >>> from ergamot.core.ground.field import rectangle
    >>> one = Member(1, broilers(), PenSize(3.0, 2.0, 3.4, 2.3), Stays.GRASS, broilers().out)
    >>> len(share_out(c, rectangle(40, 12, 0), [one], Climate((15.0,) * 12), Keeping(), Lie())[0].laid.stops)
    65
    """
    ground = Ground(field.free())
    loads = {one.key: Loads(catalogue, one.flock, one.pen.area_m2, climate, one.out) for one in members}
    asked = {one.key: one.area_asked(loads[one.key], climate, keeping) for one in members}
    main = max(members, key=lambda one: asked[one.key])
    way = best_way(ground, field, main.pen, lie)
    turns = _turns(members)
    if len(turns) == 1:
        bands: list[Flat | None] = [None]
    else:
        turns = _as_they_stand(turns, way.heading_deg)
        bands = list(_bands(ground, turns, asked, way.heading_deg))
    parts = {}
    for turn, band in zip(turns, bands, strict=True):
        for member in turn:
            shift = way.shift_m if band is None and member.pen == main.pen else 0.0
            runs = ground.runs(member.pen, way.heading_deg, shift, band)
            laid = walked(runs, member.pen, way.heading_deg, field.gate)
            if not laid.stops:
                raise too_small(field, member.pen)
            if member.way:
                laid = along_way(laid, member.pen, member.way)
            parts[member.key] = FieldPart(member, band, laid, loads[member.key])
    return tuple(parts[one.key] for one in members)


def _turns(members: Sequence[Member]) -> list[list[Member]]:
    """Pens that are on the field one after another, for one part of it each."""
    turns: list[list[Member]] = []
    for member in sorted(members, key=lambda one: (one.first, one.key)):
        free = next((turn for turn in turns if turn[-1].gone <= member.first), None)
        if free is None:
            turns.append([member])
        else:
            free.append(member)
    return turns


def _as_they_stand(turns: list[list[Member]], heading_deg: float) -> list[list[Member]]:
    """Parts in the order in which their pens stand across the lanes; those that stand nowhere yet come after."""

    def place(turn: list[Member]) -> float:
        across = [turned(middle(one.stands.corners), heading_deg)[1] for one in turn if one.stands]
        return across[0] if across else math.inf

    return sorted(turns, key=place)


def _bands(
    ground: Ground, turns: list[list[Member]], asked: dict[int, float], heading_deg: float
) -> list[Flat]:
    """From where to where each part reaches across the lanes: as much ground as its pens ask for, wide enough for each."""
    _, (low, high) = ground.extent(heading_deg)
    places = np.linspace(low, high, SLICES + 1)
    below = ground.area_across(heading_deg, places)
    weights = [max(asked[one.key] for one in turn) for turn in turns]
    cuts = [
        float(np.interp(below[-1] * sum(weights[:i]) / sum(weights), below, places))
        for i in range(len(turns))
    ]
    cuts.append(high)
    least = [max(one.pen.overall_width_m for one in turn) + WALK_M for turn in turns]
    for i in range(1, len(turns)):  # a part too narrow for its pen is widened at the cost of the next
        cuts[i] = max(cuts[i], cuts[i - 1] + least[i - 1])
    for i in range(len(turns) - 1, 0, -1):
        cuts[i] = min(cuts[i], cuts[i + 1] - least[i])
    return [
        (a + (WALK_M / 2 if i else 0.0), b - (WALK_M / 2 if i + 1 < len(turns) else 0.0))
        for i, (a, b) in enumerate(pairwise(cuts))
    ]
