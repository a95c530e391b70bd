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


def half_lap(frame: Framing, over: Member, under: Member) -> None:
    """Notch two level, square-cut sticks of one section where one lies across the other.

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
    """The axis a square-cut level stick runs along."""
    low, high = bounds((one,))[0]
    return 0 if high[0] - low[0] > high[1] - low[1] else 1


def _notched(one: Member, other: str, axis: int, run: Flat, kept: Flat) -> Member:
    """What is left of a stick with only some of its height kept over a run of it."""
    solids: list[tuple[Point, ...]] = []
    for solid in one.solids:
        (x0, y0, z0), (x1, y1, z1) = (
            getattr(np.array(solid), pick)(axis=0).tolist() for pick in ("min", "max")
        )
        spans = [(x0, x1), (y0, y1)]
        start, end = spans[axis]
        for part, z in (
            ((start, min(end, run[0])), (z0, z1)),
            ((max(start, run[0]), min(end, run[1])), kept),
            ((max(start, run[1]), end), (z0, z1)),
        ):
            if part[1] - part[0] > 1e-6:
                spans[axis] = part
                solids.append(box_corners(spans[0], spans[1], z, "xy"[axis]))
    wide, tall = one.section.thick_mm, one.section.deep_mm
    taken = tall - (kept[1] - kept[0])
    start = float(bounds((one,))[0][0][axis])
    notch = Notch(
        other,
        (run[1] - run[0]) * taken * wide,
        (run[0] - start, run[1] - start),
        taken,
        kept[0] < min(corner[2] for corner in one.corners) + 1e-6,
    )
    return replace(one, convex=tuple(solids), notches=(*one.notches, notch), centre=_middle(solids))


def _middle(solids: list[tuple[Point, ...]]) -> Point:
    """The middle of the wood of some boxes."""
    corners = np.array(solids)
    size = np.ptp(corners, axis=1).prod(axis=1)
    x, y, z = np.average(corners.mean(axis=1), axis=0, weights=size).tolist()
    return x, y, z
