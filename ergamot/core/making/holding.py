"""Does what is half built stand? What still needs a hand, a clamp or a temporary brace, and where its weight lies."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from shapely import MultiPoint, Point

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.frame.carpentry import bounds
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.structure import Structure
from ergamot.core.making.stages import Block

APART_MM = 60.0  # two fixings nearer than this hold a stick at one place; judgement
ON_GROUND = frozenset({Duty.BASE_RAIL, Duty.BASE_CROSS, Duty.BASE_BRACE, Duty.BATTEN})
FIRM = frozenset({Fitting.BOLT, Fitting.WELD, Fitting.POST_SEAT})  # turns about no single screw
LEAST_MM = 5.0  # within its support: on the very edge it falls; may move


@dataclass(frozen=True)
class Held:
    """How a pen stands after a block: labels of what one place alone holds, sides nothing ties to the other yet, and whether its
    weight lies over its base."""

    loose: tuple[str, ...]
    leaning: int
    over_base: bool


def held_after(structure: Structure, made: Sequence[Block]) -> tuple[Held, ...]:
    """How a pen stands after each block of its building.

    Args: structure; made, its blocks in order.
    Returns: one Held for each.
    Source: statics: a stick is held by two places or more, a side by what ties it to another; what weighs, weighs over its base.

    >>> from ergamot.core.making.stages import blocks
    >>> held_after(pen(), blocks(pen()))[-1]
    Held(loose=(), leaning=0, over_base=True)
    """
    places = _joint_places(structure)
    sides = [set(refs) for one in made for refs in one.joined]
    standing: set[str] = set()
    found = []
    for one in made:
        standing |= set(one.refs)
        found.append(
            Held(
                _loose(structure, standing, places),
                sum(1 for side in sides if side <= standing and not _tied(structure, side, standing)),
                _over_base(structure, standing),
            )
        )
    return tuple(found)


def _joint_places(structure: Structure) -> dict[tuple[str, str], tuple[np.ndarray, ...]]:
    """Where each pair of sticks is fixed: in the middle of what their boxes share; what is bolted, welded or stands in a seat, at
    both ends of that."""
    boxes = {one.ref: box for one, box in zip(structure.members, bounds(structure.members), strict=True)}
    found: dict[tuple[str, str], tuple[np.ndarray, ...]] = {}
    for joint in structure.joints:
        a, b = joint.members
        if a in boxes and b in boxes:
            low = np.maximum(boxes[a][0], boxes[b][0])
            high = np.minimum(boxes[a][1], boxes[b][1])
            firm = joint.fixing is not None and joint.fixing.kind in FIRM
            found[a, b] = (low, high) if firm else ((low + high) / 2,)
    return found


def _loose(
    structure: Structure, standing: set[str], places: dict[tuple[str, str], tuple[np.ndarray, ...]]
) -> tuple[str, ...]:
    """Labels of sticks that stand and are fixed at one place only."""
    at: dict[str, list[np.ndarray]] = {}
    for (a, b), where in places.items():
        if a in standing and b in standing:
            at.setdefault(a, []).extend(where)
            at.setdefault(b, []).extend(where)
    loose = []
    for member in structure.members:
        if member.ref not in standing or member.duty in ON_GROUND or member.convex:
            continue
        held = at.get(member.ref, [])
        spread = max((math.dist(p, q) for p in held for q in held), default=0.0)
        long = max(math.dist(p, q) for p in member.corners for q in member.corners)
        if held and spread < min(APART_MM, long / 3):
            loose.append(member.label)
    return tuple(dict.fromkeys(loose))


def _tied(structure: Structure, side: set[str], standing: set[str]) -> bool:
    """Does anything but its own sticks and the base hold a side up?"""
    for joint in structure.joints:
        a, b = joint.members
        for mine, other in ((a, b), (b, a)):
            stick = structure.by_ref.get(other)
            if mine in side and other in standing - side and stick and stick.duty not in ON_GROUND:
                return True
    return False


def _over_base(structure: Structure, standing: set[str]) -> bool:
    """Does the weight of what stands lie over its base?"""
    base = [one for one in structure.members if one.duty in ON_GROUND and one.ref in standing]
    if not base:
        return True
    weights, centres = [], []
    for member in structure.members:
        if member.ref in standing:
            weights.append(member.dry_kg)
            centres.append(member.centre[:2])
    for panel in structure.panels:
        if panel.ref in standing:
            weights.append(panel.area_m2 * panel.kg_m2)
            centres.append(panel.centre[:2])
    for item in structure.hardware:
        if item.ref in standing:
            weights.append(item.kg)
            centres.append(item.place[:2])
    x, y = np.average(np.array(centres), axis=0, weights=np.array(weights) + 1e-9)
    hull = MultiPoint([corner[:2] for one in base for corner in one.corners]).convex_hull
    return bool(hull.buffer(-LEAST_MM).contains(Point(float(x), float(y))))
