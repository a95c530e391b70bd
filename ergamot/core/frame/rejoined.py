"""A pen whose rails of two parts are one stick again, as they bear: the plate on the joint carries on what they carry."""

from __future__ import annotations

from dataclasses import replace

from ergamot.core.frame.structure import Member, Structure


def rejoined(structure: Structure) -> Structure:
    """A structure without its splices.

    Args: structure.
    Returns: the same with each spliced rail whole, under the reference of its first part, and no splice plates; `splices` stay told.
    Source: geometry.

    >>> long = pen(section="2x2", length=4500.0)
    >>> len(long.members) - len(rejoined(long).members) == 2 * len(long.splices) == 8
    True
    """
    if not structure.splices:
        return structure
    second = {one.parts[1]: one.parts[0] for one in structure.splices}
    plates = {one.plate for one in structure.splices}
    gone = plates | second.keys()
    after = {first: structure.by_ref[ref] for ref, first in second.items()}
    members = tuple(
        _whole(one, after[one.ref]) if one.ref in after else one
        for one in structure.members
        if one.ref not in gone
    )
    joints = []
    for one in structure.joints:
        a, b = (second.get(ref, ref) for ref in one.members)
        if a != b and not plates & {a, b}:
            joints.append(replace(one, members=(a, b)))
    return replace(structure, members=members, joints=tuple(joints))


def _whole(first: Member, second: Member) -> Member:
    """Two parts of a rail, the one where the other ends."""
    a, b = first.mean_mm, second.mean_mm
    x, y, z = ((a * p + b * q) / (a + b) for p, q in zip(first.centre, second.centre, strict=True))
    return replace(
        first,
        corners=(*first.corners[:4], *second.corners[4:]),
        length_mm=first.length_mm + second.length_mm,
        short_mm=first.short_mm + second.short_mm,
        mean_mm=a + b,
        centre=(x, y, z),
    )
