"""A pen whose sticks of several parts are one again, as they bear: the plate on a joint carries on what they carry, and a
fitting over nothing holds up no pipe."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace
from itertools import pairwise

from ergamot.core.catalogue.kinds import Made
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.structure import Member, Structure

ONE_LINE_MM = (
    5.0  # pipes no further apart along the pen lie in one line; may move: they are a bay apart or in it
)


def parts_of(structure: Structure) -> Mapping[str, tuple[str, ...]]:
    """Name the sticks that bear as one.

    They are the parts of a spliced rail, and the pipes of a top cross line, which meet in fittings that nothing stands under.

    Args: structure.
    Returns: references of the other parts, by that of the first; none where every stick is whole.
    Source: statics.

    >>> parts_of(pen("pipe-kit", width=1200.0))
    {}
    >>> len(parts_of(pen("pipe-kit", width=1800.0)))
    4
    """
    found: dict[str, tuple[str, ...]] = {
        first: (second,) for first, second in (one.parts for one in structure.splices)
    }
    across = [
        one
        for one in structure.members
        if one.duty is Duty.CROSS_RAIL and one.section.made is Made.PLASTIC and one.section.kg_m is not None
    ]
    lines: dict[float, list[Member]] = {}
    for pipe in sorted(across, key=lambda one: one.centre[:2]):
        at = next((x for x in lines if abs(x - pipe.centre[0]) < ONE_LINE_MM), pipe.centre[0])
        lines.setdefault(at, []).append(pipe)
    found |= {line[0].ref: tuple(one.ref for one in line[1:]) for line in lines.values() if len(line) > 1}
    return found


def rejoined(structure: Structure) -> Structure:
    """Make one stick of what bears as one.

    Args: structure.
    Returns: the same with each spliced rail and each line of top cross pipes whole, under the reference of its first part, and
        no splice plates; `splices` stay told.
    Source: geometry.

    >>> long = pen(section="2x2", length=4500.0)
    >>> len(long.members) - len(rejoined(long).members) == 2 * len(long.splices) == 8
    True
    """
    parts = parts_of(structure)
    if not parts:
        return structure
    first_of = {ref: first for first, others in parts.items() for ref in others}
    plates = {one.plate for one in structure.splices}
    members = tuple(
        _whole([one, *(structure.by_ref[ref] for ref in parts[one.ref])]) if one.ref in parts else one
        for one in structure.members
        if one.ref not in plates and one.ref not in first_of
    )
    joints = []
    for one in structure.joints:
        a, b = (first_of.get(ref, ref) for ref in one.members)
        if a != b and not plates & {a, b}:
            joints.append(replace(one, members=(a, b)))
    return replace(structure, members=members, joints=tuple(joints))


def _whole(parts: list[Member]) -> Member:
    """Parts in their order, each beginning where the one before ends, or a fitting further on."""
    first, last = parts[0], parts[-1]
    mean = sum(one.mean_mm for one in parts)
    x, y, z = (sum(one.mean_mm * one.centre[axis] for one in parts) / mean for axis in range(3))
    gaps = sum(_gap(a, b) for a, b in pairwise(parts))
    return replace(
        first,
        corners=(*first.corners[:4], *last.corners[4:]),
        length_mm=sum(one.length_mm for one in parts) + gaps,
        short_mm=sum(one.short_mm for one in parts) + gaps,
        mean_mm=mean,
        cuts=(first.cuts[0], last.cuts[1]),
        centre=(x, y, z),
    )


def _gap(one: Member, other: Member) -> float:
    """What a fitting leaves between two pipes, mm; between the parts of a rail, nothing."""
    ends = zip(one.corners[4:], other.corners[:4], strict=True)
    return max(0.0, min(math.dist(a, b) for a, b in ends))
