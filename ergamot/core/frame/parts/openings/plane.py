"""What stands in one side of a pen, laid flat: where a new opening finds room, and what holds it."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

import numpy as np
import shapely
from shapely import Polygon

from ergamot.core.frame.carpentry import corners_of
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Flat, convex_hull
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.structure import Member, Structure

TOUCH_MM = 1.0
MOST_BAYS = 6  # looked at before the side as a whole; may move
SHARES = (0.5, 0.35, 0.65, 0.25, 0.75)  # of a side, where an opening is tried; may move
WALL_NZ = 0.01  # a side more level than this leans: ribs carry it, not studs


def is_wall(face: Face) -> bool:
    """Is a side framed as a wall, of studs, rather than of ribs?

    Args: face.
    Returns: whether it stands upright.
    Source: common practice.

    >>> is_wall(begun("coop").faces["front"])
    True
    """
    return abs(face.normal[2]) < WALL_NZ


@dataclass(frozen=True)
class LaidStick:
    """One stick as it lies in a side: the corners of its outline there in order, (u, v) in mm."""

    member: Member
    ring: tuple[Flat, ...]

    @cached_property
    def bounds(self) -> tuple[float, float, float, float]:
        """Of its outline: low u, low v, high u, high v."""
        along, up = [u for u, _ in self.ring], [v for _, v in self.ring]
        return min(along), min(up), max(along), max(up)

    def over(self, u: Flat, v: Flat) -> bool:
        """Does it lie in a rectangle by more than it may touch it?"""
        a, b, c, d = self.bounds
        if min(c, u[1]) - max(a, u[0]) <= TOUCH_MM or min(d, v[1]) - max(b, v[0]) <= TOUCH_MM:
            return False
        room = Polygon(self.ring).intersection(shapely.box(u[0], v[0], u[1], v[1]))
        if room.is_empty:
            return False
        a, b, c, d = room.bounds
        return bool(min(c - a, d - b) > TOUCH_MM)

    def across(self, at: float) -> Flat | None:
        """From where to where it lies at one place along the side."""
        return self._span(at, 0)

    def along(self, at: float) -> Flat | None:
        """From where to where it lies at one height of the side."""
        return self._span(at, 1)

    def _span(self, at: float, axis: int) -> Flat | None:
        """Where a line across a convex outline enters and leaves it; `axis` is the one it stands still in."""
        met = []
        for p, q in zip(self.ring, (*self.ring[1:], self.ring[0]), strict=True):
            low, high = (p, q) if p[axis] <= q[axis] else (q, p)
            if low[axis] <= at <= high[axis]:
                if high[axis] == low[axis]:
                    met += [low[1 - axis], high[1 - axis]]
                else:
                    share = (at - low[axis]) / (high[axis] - low[axis])
                    met.append(low[1 - axis] + share * (high[1 - axis] - low[1 - axis]))
        return (min(met), max(met)) if met else None


def lying_in(members: Sequence[Member], face: Face, w: Flat) -> tuple[LaidStick, ...]:
    """The sticks that lie between two depths of a side.

    Args: members; face; w, from how deep to how far out of it, mm.
    Returns: each LaidStick.
    Source: geometry.

    >>> site = begun("coop")
    >>> len(lying_in(site.frame.members, site.faces["front"], (-38.0, 0.0)))
    0
    """
    axes = np.array([face.along, face.up, face.normal]).T
    owners = [member for member in members for _ in member.solids]
    flat = (corners_of(members) - np.array(face.origin)) @ axes
    near = (flat[..., 2].max(axis=1) > w[0] + TOUCH_MM) & (flat[..., 2].min(axis=1) < w[1] - TOUCH_MM)
    points: dict[str, tuple[Member, list[Flat]]] = {}
    for i in np.nonzero(near)[0]:
        member = owners[i]
        points.setdefault(member.ref, (member, []))[1].extend(_between(flat[i].tolist(), w))
    rings = ((member, convex_hull(met)) for member, met in points.values())
    return tuple(LaidStick(member, ring) for member, ring in rings if _area(ring) > 0)


def _area(ring: tuple[Flat, ...]) -> float:
    doubled = sum(p[0] * q[1] - q[0] * p[1] for p, q in zip(ring, (*ring[1:], *ring[:1]), strict=True))
    return doubled / 2 if len(ring) > 2 else 0.0


_EDGES = (
    *((i, i + 4) for i in range(4)),
    *((k + i, k + (i + 1) % 4) for k in (0, 4) for i in range(4)),
)


def _between(solid: Sequence[Sequence[float]], w: Flat) -> list[Flat]:
    """Corners (u, v) of the part of a piece between two depths: its own there, and where its edges pass them."""
    points = [(corner[0], corner[1]) for corner in solid if w[0] - 1e-6 <= corner[2] <= w[1] + 1e-6]
    for i, j in _EDGES:
        (a, b, c), (d, e, f) = solid[i], solid[j]
        for at in w:
            near, far = c - at, f - at
            if near * far < 0:
                share = near / (near - far)
                points.append((a + (d - a) * share, b + (e - b) * share))
    return points


def under_and_over(laid: Iterable[LaidStick], at: float, v: Flat) -> Flat:
    """The nearest sticks under and over a stretch of a side, at one place along it.

    Args: laid; at, mm along; v, mm, from where to where nothing stands.
    Returns: the top of what is under it, the foot of what is over it; infinite where there is nothing.
    Source: geometry.

    >>> under_and_over((), 0.0, (0.0, 1.0))
    (-inf, inf)
    """
    middle = sum(v) / 2
    spans = [span for one in laid if (span := one.across(at))]
    return (
        max((high for _, high in spans if high <= middle), default=-math.inf),
        min((low for low, _ in spans if low >= middle), default=math.inf),
    )


def beside(laid: Iterable[LaidStick], at: float, u: Flat) -> Flat:
    """The nearest sticks on both sides of a stretch, at one height.

    Args: laid; at, mm up the side; u, mm, from where to where nothing stands.
    Returns: the near edges of the stick before it and the one after it; infinite where there is none.
    Source: geometry.

    >>> beside((), 0.0, (0.0, 1.0))
    (-inf, inf)
    """
    middle = sum(u) / 2
    spans = [span for one in laid if (span := one.along(at))]
    return (
        max((high for _, high in spans if high <= middle), default=-math.inf),
        min((low for low, _ in spans if low >= middle), default=math.inf),
    )


def measured_from(structure: Structure, face: Face) -> float:
    """Where along a side its openings are measured from.

    Args: structure; face, of one of its sides.
    Returns: the rear wall; of an end, its right foot; mm along the face.
    Source: common practice.

    >>> low = pen()
    >>> [measured_from(low, face) for face in low.faces if face.name in ("left", "front")]
    [80.0, -1066.8]
    """
    return structure.body.x[0] if abs(face.along[0]) > abs(face.along[1]) else structure.body.y[0]


def likely_places(structure: Structure, name: str) -> tuple[float, ...]:
    """Where along a side an opening is likely to find room, the likeliest first.

    Args: structure, without it; name, of the side.
    Returns: places of its middle, mm: of the widest bays first, then along the whole side; none where there is no such
        side.
    Source: geometry.

    >>> likely_places(pen("coop"), "nowhere")
    ()
    """
    face = next((one for one in (*structure.faces, *structure.within) if one.name == name), None)
    if face is None:
        low, high = structure.body.x
        bent = any(one.part_of == name for one in structure.faces)
        return tuple(round(share * (high - low), 1) for share in SHARES) if bent else ()
    depth = max((member.section.thick_mm for member in structure.members if member.species), default=0.0)
    laid = lying_in(structure.members, face, (-depth, 0.0))
    tall = face.top - face.tall / 2
    ribs = [one for one in laid if one.member.duty is not Duty.NOGGIN]
    ends = sorted(span for one in ribs if (span := one.along(tall)))
    open_already = [
        sorted(face.flat(corner)[0] for corner in one.corners)
        for one in structure.openings
        if one.face == name
    ]
    ends = sorted([*ends, *((taken[0], taken[-1]) for taken in open_already)])
    bays = [(a[1], b[0]) for a, b in pairwise(ends) if b[0] - a[1] > TOUCH_MM]
    along = [u for u, _ in face.outline]
    low, high = min(along), max(along)
    middles = [sum(bay) / 2 for bay in sorted(bays, key=lambda bay: round(bay[0] - bay[1]))]
    start = measured_from(structure, face)
    places = (*middles[:MOST_BAYS], *(low + share * (high - low) for share in SHARES))
    return tuple(dict.fromkeys(round(at - start, 1) for at in places))
