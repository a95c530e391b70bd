"""Between what a stick spans: the places it is carried at, told by what touches it."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

from ergamot.core.frame.kinds import ROOST_RAILS, ROOSTS, Duty
from ergamot.core.frame.structure import Joint, Member, Structure

STANDS_ON_MM = 1.0  # of arithmetic; may move
SAME_PLACE_MM = (
    20.0  # two sticks nearer to each other carry as one; may move: they stand side by side or a bay apart
)
# What stands on what: the lower comes to the ground sooner, and carries those before it
_LADDER: tuple[frozenset[Duty], ...] = (
    ROOSTS,
    ROOST_RAILS,
    frozenset({Duty.ROOST_POST, Duty.NEST_RAIL, Duty.FURNITURE}),
    frozenset({Duty.BEARER}),
)


@dataclass(frozen=True)
class CarriedAt:
    """A place a stick is carried at, mm along it from its first end; `hung` is the joint that holds it there where it lies on
    nothing, `by` what carries it."""

    at: float
    by: Member
    hung: Joint | None


@dataclass(frozen=True)
class Spans:
    """A level stick and the places it is carried at, the first end first. `axis` is the one it runs along, 0 or 1."""

    member: Member
    axis: int
    length_mm: float
    places: tuple[CarriedAt, ...]

    @property
    def longest(self) -> tuple[float, float]:
        """Its longest stretch between two places, mm along it; all of it where it is carried at fewer than two."""
        at = [place.at for place in self.places]
        return max(pairwise(at), key=lambda ends: ends[1] - ends[0]) if len(at) > 1 else (0.0, self.length_mm)

    @property
    def overhang_mm(self) -> float:
        """How far it reaches past the last place, on the longer side; all of it where nothing carries it at two."""
        if len(self.places) < 2:
            return self.length_mm
        return max(self.places[0].at, self.length_mm - self.places[-1].at)

    @property
    def level_axis(self) -> int:
        """The level axis square to it."""
        return 1 - self.axis


def rung(member: Member) -> int:
    """How near the ground a stick comes of those that stand on each other.

    Args: member.
    Returns: 0 for a roost, up to 4 for the frame itself.
    Source: common practice.

    >>> rung(pen().members[0])
    4
    """
    return next((i for i, duties in enumerate(_LADDER) if member.duty in duties), len(_LADDER))


def spans_of(structure: Structure, member: Member) -> Spans:
    """What carries a level stick, and where.

    Args: structure; member, one of its sticks, level.
    Returns: the Spans. It is carried by what it touches that comes nearer to the ground than it does.
    Source: statics.

    >>> coop = pen("coop", house="yes")
    >>> bearer = next(one for one in coop.members if one.duty is Duty.BEARER)
    >>> [round(place.at) for place in spans_of(coop, bearer).places]
    [0, 572, 1181, 1753]
    """
    axis = max((0, 1), key=lambda a: _extent(member, a)[1] - _extent(member, a)[0])
    low, high = _extent(member, axis)
    heights = [corner[2] for corner in member.corners]
    foot, top = min(heights), max(heights)
    found: list[CarriedAt] = []
    for joint in structure.joints_of(member.ref):
        other = structure.by_ref.get(next(ref for ref in joint.members if ref != member.ref))
        if other is None or rung(other) <= rung(member) or other.duty is Duty.LEAF:
            continue
        if other.when is not member.when or min(corner[2] for corner in other.corners) > top - STANDS_ON_MM:
            continue  # it waits aside, or stands on it
        lies = max(corner[2] for corner in other.corners) <= foot + STANDS_ON_MM
        found.append(CarriedAt(_place(member, other, axis, (low, high)), other, None if lies else joint))
    return Spans(member, axis, high - low, _apart(found))


def _extent(member: Member, axis: int) -> tuple[float, float]:
    values = [corner[axis] for solid in member.solids for corner in solid]
    return min(values), max(values)


def _place(member: Member, other: Member, axis: int, run: tuple[float, float]) -> float:
    """Where along a stick another meets it, mm from its first end: what leans past it meets it at the end on its side."""
    a, b = _extent(other, axis)
    inside = max(a, run[0]), min(b, run[1])
    if inside[0] > inside[1]:  # it ends at it
        return 0.0 if b <= run[0] else run[1] - run[0]
    if a < run[0] or b > run[1]:
        if inside[1] - inside[0] > (run[1] - run[0]) / 2 or other.convex:
            return 0.0 if other.centre[axis] < member.centre[axis] else run[1] - run[0]
        return 0.0 if a < run[0] else run[1] - run[0]
    return sum(inside) / 2 - run[0]


def _apart(found: list[CarriedAt]) -> tuple[CarriedAt, ...]:
    """Each place once; what lies on something there counts before what is hung."""
    kept: list[CarriedAt] = []
    for one in sorted(found, key=lambda place: (place.at, place.hung is not None)):
        if kept and one.at - kept[-1].at < SAME_PLACE_MM:
            if kept[-1].hung is not None and one.hung is None:
                kept[-1] = one
        else:
            kept.append(one)
    return tuple(kept)
