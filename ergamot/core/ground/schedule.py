"""Days and moves: on which stop every pen of a field stands, from a day to another."""

from __future__ import annotations

import heapq
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.finding import Phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.ground.climate import Climate
from ergamot.core.ground.field import Field
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.heading import Lie
from ergamot.core.ground.keeping import Keeping
from ergamot.core.ground.lanes import LaidLanes
from ergamot.core.ground.ledger import Ledger, Visit, middle
from ergamot.core.ground.minutes import Handling
from ergamot.core.ground.netting import told_of_nets
from ergamot.core.ground.stay import DayLoad
from ergamot.core.ground.team import RULES, FieldPart, Member, PutDown, Stays, share_out
from ergamot.core.ground.telling import fenced, told_of
from ergamot.core.ground.walk import Move, Walk, shut_stops

LONGEST_PLAN_DAYS = 800  # may move: no flock is kept longer on one plan


@dataclass(frozen=True)
class MovePlan:
    """A pen's part of a field, where it stood to begin with if that was said, the moves over it, the days on which none of its
    ground was ready, and what the keeper should know."""

    part: FieldPart
    stood: Visit | None
    moves: tuple[Move, ...]
    without: tuple[date, ...]
    notes: tuple[Phrase, ...]

    @property
    def used_up_on(self) -> date | None:
        """The first day without ground that is ready."""
        return self.without[0] if self.without else None

    @property
    def member(self) -> Member:
        return self.part.member

    @property
    def laid(self) -> LaidLanes:
        return self.part.laid

    @property
    def pen(self) -> PenSize:
        return self.part.member.pen

    def minutes(self, move: Move, handling: Handling) -> float:
        """How long a move of it takes, with its nets if it goes in some."""
        nets = self.member.nets
        takes = handling.move_min(self.pen.length_m + move.haul_m, move.turned)
        return takes + (nets.minutes if nets else 0.0)


@dataclass(frozen=True)
class Season:
    """A field from a day to another: every pen's plan, and every visit to its ground, those before and those planned."""

    field: Field
    start: date
    end: date
    plans: tuple[MovePlan, ...]
    past: tuple[Visit, ...]
    visits: tuple[Visit, ...]

    @property
    def heading_deg(self) -> float:
        """Which way the lanes of all run, from north, clockwise."""
        return self.plans[0].laid.heading_deg

    @property
    def used_up_on(self) -> date | None:
        """The first day on which a pen finds no ground that is ready."""
        return min((plan.used_up_on for plan in self.plans if plan.used_up_on), default=None)


class _Course:
    """One pen's days as they are planned, a stay or a day of moves at a time."""

    def __init__(self, part: FieldPart, walk: Walk, start: date, end: date):
        self.part, self.walk, self.loads = part, walk, part.loads
        self.flock, self.rule = part.member.flock, RULES.get(part.member.stays)
        self.begins = max(start, part.member.first, self.flock.out)
        self.end = min(end, self.flock.leaves)
        self.parts_done = 0
        self.stood: Visit | None = None
        if part.member.stands:
            self._stand(part.member.stands)

    def _stand(self, stands: PutDown) -> None:
        """Go on from where the pen stands: as long as its stay lasts by the rule or the grass, and is not to be broken off."""
        walk, since = self.walk, stands.since
        walk.begin_after(middle(stands.corners))
        if stands.part < stands.parts and stands.not_before <= since:
            self.begins, self.parts_done = since, stands.part
            then, days = since, self.loads.over(since, 1)
        else:
            days = self._days(since, self._most(since))
            if not self.rule:
                days = walk.bearable(days, walk.keeping.strip_kg_ha)
            then = min(max(since + timedelta(days=len(days)), stands.not_before), self.flock.leaves)
            days = self.loads.over(since, (then - since).days)
            self.begins = then
        self.stood = walk.write(since, then, stands.corners, days, stands.parts if then == since else 1)

    def go_on(self, day: date) -> date:
        """Make the moves of a day, or begin a stay; the day of the next. Where no ground is ready the next day is tried."""
        if self.walk.last is None and not self.part.member.way:
            self.walk.begin_fresh(day)
        load = self.loads.on(day)
        moves = round(1 / self.rule) if self.rule and self.rule < 1 else 1 if self.rule else load.moves
        if moves > 1:
            done, self.parts_done = self.parts_done, 0
            all(self.walk.visit(day, i, moves, [load], self.flock.leaves) for i in range(done, moves))
            return day + timedelta(days=1)
        stayed = self.walk.visit(day, 0, 1, self._days(day, self._most(day)), self.flock.leaves)
        return day + timedelta(days=max(1, stayed))

    def _most(self, day: date) -> int:
        """Whole days a stay may last from a day on, by the rule or by that day's load."""
        return int(self.rule or self.loads.on(day).stay_days + 1e-9)

    def _days(self, day: date, most: int) -> list[DayLoad]:
        """The loads of so many days, one at the least, to the day the flock leaves at most."""
        return self.loads.over(day, max(1, min(most, (self.flock.leaves - day).days)))

    def plan(self) -> MovePlan:
        """All of it, as planned."""
        pen, walk = self.part.member.pen, self.walk
        nets = self.part.member.nets
        age = self.flock.age_on(max(self.begins, self.flock.out))
        around = told_of_nets(nets, self.flock, age) if nets else fenced(pen)
        notes = (*around, *walk.notes(self.begins), *told_of(walk.moves, pen))
        return MovePlan(self.part, self.stood, tuple(walk.moves), tuple(walk.without), notes)


def plan_season(
    catalogue: Catalogue,
    field: Field,
    members: Sequence[Member],
    climate: Climate,
    start: date,
    end: date,
    keeping: Keeping | None = None,
    past: Sequence[Visit] = (),
    lie: Lie | None = None,
) -> Season:
    """Move every pen of a field over its part by its flock's age, each stop again only when it has rested.

    Args: catalogue; field; members, one or more; climate; start and end, the first day and the day after the last, at
        most 800 days apart; keeping, of the field; past, every visit there was to it; lie, of the ground and the wind.
    Returns: the Season; a pen of whose ground none is ready waits till some is, and says so. The past is as it was given.
    Raises: OutOfRange.
    Source: common practice; Directive 91/676/EEC counts nitrogen by the year.

    >>> from ergamot.core.ground.field import rectangle
    >>> one = Member(1, broilers(), PenSize(3.0, 2.0, 3.4, 2.3), Stays.DAY, broilers().out)
    >>> climate = Climate((15.0,) * 12)
    >>> season = plan_season(c, rectangle(40, 12, 0), [one], climate, broilers().out, broilers().leaves)
    >>> len(season.visits) == (broilers().leaves - broilers().out).days
    True
    """
    require_range("days", (end - start).days, 1, LONGEST_PLAN_DAYS, "days")
    kept, ledger, courses = keeping or Keeping(), Ledger(past), []
    for part in share_out(catalogue, field, members, climate, kept, lie or Lie()):
        member = part.member
        shuts = shut_stops(field, part.laid, member.pen)
        strict = member.stays is Stays.GRASS
        walk = Walk(member.key, part.laid, member.pen, ledger, shuts, climate, kept, strict)
        courses.append(_Course(part, walk, start, end))
    queue = [(one.begins, i) for i, one in enumerate(courses) if one.begins < one.end]
    heapq.heapify(queue)
    while queue:
        day, i = heapq.heappop(queue)
        then = courses[i].go_on(day)
        if then < courses[i].end:
            heapq.heappush(queue, (then, i))
    planned = tuple(ledger.visits[len(past) :])
    return Season(field, start, end, tuple(one.plan() for one in courses), tuple(past), planned)


def plan_moves(
    catalogue: Catalogue,
    flock: Flock,
    field: Field,
    pen: PenSize,
    climate: Climate,
    start: date,
    days: int = 14,
    stays: Stays = Stays.GRASS,
) -> MovePlan:
    """A season of one pen alone on a field.

    Args: catalogue; flock; field; pen, its size; climate; start, the first day, between going out and leaving; days, 1 to
        800, ending at the leaving day if sooner; stays, as the grass bears it, which passes no limit, or by a rule,
        whose price is told.
    Returns: its MovePlan.
    Raises: OutOfRange.
    Source: as plan_season.

    >>> from ergamot.core.ground.field import rectangle
    >>> from ergamot.core.ground.footprint import pen_size
    >>> climate = Climate(farm().months_c)
    >>> plan = plan_moves(c, broilers(), rectangle(40, 12, 0), pen_size(pen()), climate, broilers().out, 5)
    >>> len(plan.moves)
    5
    """
    if not flock.out <= start < flock.leaves:
        raise OutOfRange(
            "start", start.isoformat(), f"from {flock.out.isoformat()} to before {flock.leaves.isoformat()}"
        )
    require_range("days", days, 1, LONGEST_PLAN_DAYS, "days")
    one = Member(0, flock, pen, stays, start)
    return plan_season(catalogue, field, [one], climate, start, start + timedelta(days=days)).plans[0]
