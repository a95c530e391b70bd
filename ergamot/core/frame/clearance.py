"""Room round a swinging wheel: how near it and its arm come to anything, all the way from parked to locked."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
import shapely

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.carpentry import bounds
from ergamot.core.frame.footing import Lever
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import HOLDS_WHEELS, SWINGING
from ergamot.core.frame.separation import OVERLAP_MM, separation_mm
from ergamot.core.frame.structure import Member, Structure

LEAST_GAP_MM = 5.0  # a wheel clears every stick by this much; judgement: a worn hub wobbles as far
BESIDE_MM = 1.0  # sticks that end this near a wheel's side are beside it, not in its way


@dataclass(frozen=True)
class Gap:
    """The nearest a wheel comes to a stick: mm, at which angle below level, to which stick."""

    where: str
    mm: float
    at_deg: float
    member: Member


def swing_gaps(structure: Structure) -> tuple[Gap, ...]:
    """For each swinging wheel, the nearest it comes to any stick in steps of one degree.

    Args: structure.
    Returns: a Gap for each wheel that has anything beside its path, the nearest first.
    Source: geometry in the plane of the swing; arms and pivot boards of the wheel itself lie inside of it.

    >>> len(tuple(swing_gaps(pen("coop", gear="boards"))))
    2
    """
    found = [gap for lever in structure.levers for gap in _nearest(structure, lever)]
    return tuple(sorted(found, key=lambda gap: gap.mm))


def _nearest(structure: Structure, lever: Lever) -> Iterator[Gap]:
    wheel = next(item for item in structure.hardware if item.ref == f"wheel-{lever.where}")
    assert wheel.size_mm
    low, high = (wheel.place[1] + side * wheel.size_mm[1] / 2 for side in (-1, 1))
    inner = min(abs(low), abs(high))
    beside = [
        (member, solid)
        for member in structure.members
        if member.duty not in SWINGING and lever.side * _reach(member, lever.side) >= inner + BESIDE_MM
        for solid in member.solids
    ]
    if not beside:
        return
    swing = lever.swing
    angles = np.arange(-swing.parked_deg, swing.locked_deg + 0.5, 1.0)
    along, up = np.array([swing.axle_at(float(angle)) for angle in angles]).T
    centres = shapely.points(lever.x_mm + lever.points * along, swing.pivot_mm + up)
    gaps = shapely.distance(_flat([solid for _, solid in beside])[:, None], centres[None]) - swing.radius_mm
    piece, step = np.unravel_index(gaps.argmin(), gaps.shape)
    yield Gap(lever.where, float(gaps[piece, step]), float(angles[step]), beside[piece][0])


def _reach(member: Member, side: int) -> float:
    """How far it comes on one side of the pen."""
    return (max if side > 0 else min)(corner[1] for solid in member.solids for corner in solid)


def _flat(solids: list[tuple[Point, ...]]) -> np.ndarray:
    """Pieces of sticks as seen along the axle."""
    return np.asarray(shapely.convex_hull(shapely.multipoints(np.array(solids)[:, :, [0, 2]])))


def refuse_clash(members: tuple[Member, ...], axle_mm: float) -> None:
    """Refuse wheels whose arms, boards or legs would stand where another stick is.

    Args: members of the whole frame; axle_mm, where they were asked for.
    Raises: OutOfRange, naming the axle's place and what is in the way.
    Source: separating planes.

    >>> refuse_clash(pen("coop", gear="boards").members, 400.0)
    """
    own = [member for member in members if member.duty in HOLDS_WHEELS]
    others = [member for member in members if member.duty not in HOLDS_WHEELS]
    boxes, mine = bounds(tuple(others)), bounds(tuple(own))
    for member, box in zip(own, mine, strict=True):
        near = np.all((boxes[:, 0] < box[1]) & (boxes[:, 1] > box[0]), axis=1)
        for i in np.nonzero(near)[0]:
            if separation_mm(member, others[i]) < -OVERLAP_MM:
                raise OutOfRange(
                    "axle",
                    round(axle_mm, 1),
                    f"where the {member.role} does not meet the {others[i].role}; if there is no such place, "
                    "choose other wheels",
                )


def refuse_tight(structure: Structure) -> None:
    """Refuse a swinging wheel that would come too near a stick on its way.

    Args: structure.
    Raises: OutOfRange, naming the axle's place, the stick and the room there is.
    Source: 5 mm; common practice.

    >>> refuse_tight(pen("coop", gear="boards"))
    """
    nearest = next(iter(swing_gaps(structure)), None)
    if nearest and nearest.mm < LEAST_GAP_MM:
        at = next(lever.x_mm for lever in structure.levers if lever.where == nearest.where)
        raise OutOfRange(
            "axle",
            round(at, 1),
            f"where the wheel clears the {nearest.member.role} by {LEAST_GAP_MM:.0f} mm all the way round",
        )
