"""Half-lapping two level sticks where they cross: each loses half its depth, and both lie in one plane.

      over                      over keeps its upper half there, under its lower
 ___________
|      _____|____
|_____|_____     |  under
      |__________|
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from ergamot.core.frame.carpentry import Framing, bounds
from ergamot.core.frame.geometry import Flat, Point, box_corners
from ergamot.core.frame.structure import Member, Notch

SAME_MM = 1e-6


def half_lap(frame: Framing, over: Member, under: Member) -> None:
    """Notch two level sticks of one section where one lies across the other.

    Args: frame, both of whose sticks they are; over, which keeps its upper half there; under, its lower.
    Source: common practice.

    >>> from ergamot.core.frame.carpentry import Piece
    >>> from ergamot.core.frame.kinds import Duty
    >>> site = begun()
    >>> piece = Piece(Duty.BASE_RAIL, "rail", "B", "an example")
    >>> over = site.frame.stick(piece, (0.0, 1000.0), (0.0, 38.0), (0.0, 64.0), "x")
    >>> under = site.frame.stick(piece, (0.0, 38.0), (0.0, 500.0), (0.0, 64.0), "y")
    >>> half_lap(site.frame, over, under)
    >>> [len(one.solids) for one in site.frame.members]
    [2, 2]
    """
    (low, high), (other_low, other_high) = bounds((over,))[0], bounds((under,))[0]
    shared = np.maximum(low, other_low), np.minimum(high, other_high)
    half = float(low[2] + high[2]) / 2
    for one, across, kept in ((over, under, (half, float(high[2]))), (under, over, (float(low[2]), half))):
        at = next(i for i, each in enumerate(frame.members) if each.ref == one.ref)
        axis = _runs(one)
        run = float(shared[0][axis]), float(shared[1][axis])
        frame.members[at] = _notched(frame.members[at], across.ref, axis, run, kept)


def _runs(one: Member) -> int:
    """Return the axis a level stick runs along: 0 or 1."""
    low, high = bounds((one,))[0]
    return 0 if high[0] - low[0] > high[1] - low[1] else 1


def _notched(one: Member, other: str, axis: int, run: Flat, kept: Flat) -> Member:
    """What is left of a stick with only some of its height kept over a run of it."""
    solids: list[tuple[Point, ...]] = []
    for solid in one.solids:
        low, high = (getattr(np.array(solid), pick)(axis=0).tolist() for pick in ("min", "max"))
        if run[0] > low[axis] + SAME_MM:
            solids.append(_up_to(solid, axis, True, min(high[axis], run[0])))
        if run[1] < high[axis] - SAME_MM:
            solids.append(_up_to(solid, axis, False, max(low[axis], run[1])))
        spans = [(low[0], high[0]), (low[1], high[1])]
        spans[axis] = max(low[axis], run[0]), min(high[axis], run[1])
        if spans[axis][1] - spans[axis][0] > SAME_MM:
            solids.append(box_corners(spans[0], spans[1], kept, "xy"[axis]))
    wide, tall = one.section.thick_mm, one.section.deep_mm
    taken = tall - (kept[1] - kept[0])
    first, last = bounds((one,))[0].tolist()
    start, from_below = first[axis], kept[0] > first[2] + SAME_MM
    out = [(first[0] + last[0]) / 2, (first[1] + last[1]) / 2, (first[2] + last[2]) / 2]
    out[axis] = sum(run) / 2
    out[2] = (first[2] + kept[0]) / 2 if from_below else (kept[1] + last[2]) / 2
    volume = (run[1] - run[0]) * taken * wide
    notch = Notch(other, volume, (run[0] - start, run[1] - start), taken, not from_below)
    before = one.mean_mm * wide * tall - sum(each.volume_mm3 for each in one.notches)
    x, y, z = ((before * c - volume * o) / (before - volume) for c, o in zip(one.centre, out, strict=True))
    return replace(one, convex=tuple(solids), notches=(*one.notches, notch), centre=(x, y, z))


def _up_to(solid: tuple[Point, ...], axis: int, low: bool, at: float) -> tuple[Point, ...]:
    """Saw a solid square across at a place; return what is left on its low side, or on the other, with its own end as it was."""
    first, second = sorted((solid[:4], solid[4:]), key=lambda ends: sum(corner[axis] for corner in ends))
    kept = first if low else second
    sawn = tuple((at, y, z) if axis == 0 else (x, at, z) for x, y, z in kept)
    return (*kept, *sawn) if low else (*sawn, *kept)
