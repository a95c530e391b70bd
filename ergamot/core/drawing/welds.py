"""A map of every weld of a steel base: its pieces from above, each weld by its number, how long its bead is; and a list of
those of a body above it."""

from __future__ import annotations

import math
from collections import Counter
from dataclasses import dataclass

import numpy as np

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.frame.carpentry import bounds
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.joints import FILLET_MM
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.structure import Joint, Member, Structure

BASE = (Duty.BASE_RAIL, Duty.BASE_CROSS)


@dataclass(frozen=True)
class Weld:
    """One weld: its number, the labels of what it joins, its place seen from above (mm from the rear end, mm left of the
    middle), the length of its bead, 0 of a seat's, and whether it is a seat for what stands there."""

    number: int
    joins: tuple[str, str]
    place: Flat
    bead_mm: float
    seat: bool


@dataclass(frozen=True)
class Alike:
    """Welds of a body that join the same two pieces: how many there are, and the bead of each, mm; 0 of a lug's."""

    joins: tuple[str, str]
    count: int
    bead_mm: float


@dataclass(frozen=True)
class WeldMap:
    """The steel of a base seen from above, each piece's outline in mm, and its welds, the rear ones first; and those of the
    body that stands on it, alike ones together."""

    outlines: tuple[tuple[Flat, ...], ...]
    welds: tuple[Weld, ...]
    body: tuple[Alike, ...] = ()
    fillet_mm: float = FILLET_MM

    @property
    def right_mm(self) -> float:
        """Where the right side of the steel is, mm left of the middle."""
        return min((y for outline in self.outlines for _, y in outline), default=0.0)

    def beside(self, one: Weld, mm: float) -> Flat:
        """Where the number of a weld stands clear of the others': of a mitre outside the corner, of a seat within."""
        xs, ys = zip(*(point for outline in self.outlines for point in outline), strict=True)
        out = -mm if one.seat else mm
        middle = ((min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2)
        x, y = (at + out * math.copysign(1, at - mid) for at, mid in zip(one.place, middle, strict=True))
        return x, y

    @property
    def bead_mm(self) -> float:
        """All of its beads end to end, seats apart."""
        return sum(one.bead_mm for one in self.welds) + sum(one.count * one.bead_mm for one in self.body)


NO_STEEL = WeldMap((), ())


def weld_map(structure: Structure) -> WeldMap:
    """Where a pen's steel is welded.

    Args: structure.
    Returns: a WeldMap; empty for a pen without welded steel.
    Source: the structure's joints.

    >>> found = weld_map(pen("coop", base_made="steel", house="no"))
    >>> len(found.outlines), sum(not one.seat for one in found.welds)
    (4, 4)
    """
    steel = [one for one in structure.members if one.section.welded and one.duty in BASE]
    body: Counter[tuple[tuple[str, str], float]] = Counter()
    rows: list[tuple[Flat, Joint, bool]] = []
    for joint in structure.joints:
        kind = joint.fixing.kind if joint.fixing else None
        if kind not in (Fitting.WELD, Fitting.POST_SEAT, Fitting.LUG):
            continue
        a, b = (structure.by_ref[ref] for ref in joint.members)
        if a.duty not in BASE and b.duty not in BASE:
            low, high = sorted(_labels(structure, joint))
            body[(low, high), 0.0 if kind is Fitting.LUG else joint.length_mm] += 1
        else:
            rows.append((_met(a, b), joint, kind is Fitting.POST_SEAT))
    rows.sort(key=lambda row: (row[2], round(row[0][0]), round(row[0][1])))
    return WeldMap(
        tuple(_from_above(one) for one in steel),
        tuple(
            Weld(i, _labels(structure, joint), place, 0.0 if seat else joint.length_mm, seat)
            for i, (place, joint, seat) in enumerate(rows, start=1)
        ),
        tuple(Alike(joins, count, bead) for (joins, bead), count in sorted(body.items())),
    )


def _labels(structure: Structure, joint: Joint) -> tuple[str, str]:
    one, other = (structure.by_ref[ref].label for ref in joint.members)
    return one, other


def _met(one: Member, other: Member) -> Flat:
    """Where two pieces meet, from above: the middle of whichever end lies nearest to the other piece."""
    ends = [
        (_away(middle, whole), middle)
        for piece, whole in ((one, other), (other, one))
        for middle in (np.mean(piece.corners[:4], axis=0), np.mean(piece.corners[4:], axis=0))
    ]
    x, y, _ = min(ends, key=lambda end: end[0])[1]
    return float(x), float(y)


def _away(point: np.ndarray, piece: Member) -> float:
    low, high = bounds((piece,))[0]
    return float(np.linalg.norm(np.maximum(0, np.maximum(low - point, point - high))))


def _from_above(piece: Member) -> tuple[Flat, ...]:
    """Its outline in plan: the corners of its upper side, in order."""
    top = max(z for _, _, z in piece.corners)
    upper: list[Point] = [corner for corner in piece.corners if corner[2] > top - 1]
    middle = np.mean(np.array(upper)[:, :2], axis=0)
    turned = sorted(upper, key=lambda c: float(np.arctan2(c[1] - middle[1], c[0] - middle[0])))
    return tuple((x, y) for x, y, _ in turned)
