"""Is a structure true? One piece, no two sticks in one space, every face closed."""

from __future__ import annotations

from itertools import combinations

import numpy as np
from shapely import Polygon, union_all

from ergamot.core.frame.carpentry import TOUCH_MM, bounds
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.structure import Face, Member, Structure

_FACE_AXIS: dict[Face, int] = {"left": 1, "right": 1, "front": 0, "rear": 0, "top": 2}


def _axes(corners: np.ndarray) -> list[np.ndarray]:
    """Directions of a stick's edges: along it, and two across each end."""
    edges = [corners[4] - corners[0], corners[1] - corners[0], corners[3] - corners[0]]
    edges += [corners[7] - corners[3], corners[7] - corners[4]]
    return [edge / np.linalg.norm(edge) for edge in edges]


def separation_mm(a: Member, b: Member) -> float:
    """How far two sticks stand apart; below 0, how deep one is in the other.

    Args: a and b, convex sticks.
    Returns: mm, by the direction that parts them best.
    Source: separating axis theorem (Gottschalk 1996); square-cut sticks are upright boxes.
    """
    if a.length_mm == a.short_mm and b.length_mm == b.short_mm:
        (low_a, high_a), (low_b, high_b) = bounds((a, b))
        return float(np.maximum(low_a - high_b, low_b - high_a).max())
    first, second = np.array(a.corners), np.array(b.corners)
    own, other = _axes(first), _axes(second)
    candidates = [np.cross(u, v) for u, v in combinations(own[:3], 2)]
    candidates += [np.cross(u, v) for u, v in combinations(other[:3], 2)]
    candidates += [np.cross(own[i], own[j]) for i, j in ((1, 3), (1, 4), (2, 3), (0, 4))]
    candidates += [np.cross(other[i], other[j]) for i, j in ((1, 3), (1, 4), (2, 3), (0, 4))]
    candidates += [np.cross(u, v) for u in own for v in other]
    best = -np.inf
    for direction in candidates:
        size = np.linalg.norm(direction)
        if size < 1e-9:
            continue
        one, two = first @ direction / size, second @ direction / size
        best = max(best, one.min() - two.max(), two.min() - one.max())
    return float(best)


def overlaps(structure: Structure) -> list[tuple[str, str]]:
    """Pairs of sticks that would have to stand in the same space.

    Args: structure.
    Returns: pairs of references, none in a true structure.
    Source: as separation_mm.
    """
    return [(a.ref, b.ref) for a, b in _near_pairs(structure.members) if separation_mm(a, b) < -0.1]


def loose(structure: Structure) -> set[str]:
    """Sticks not joined, through others that touch, to the first one.

    Args: structure.
    Returns: references, none in a true structure.
    Source: common practice.
    """
    touching: dict[str, set[str]] = {member.ref: set() for member in structure.members}
    for joint in structure.joints:
        one, other = joint.members
        touching[one].add(other)
        touching[other].add(one)
    resting = {m.ref for m in structure.members if m.group == "lid"}  # it lies on the frame, hinged
    reached: set[str] = set()
    waiting = [structure.members[0].ref]
    while waiting:
        ref = waiting.pop()
        if ref not in reached:
            reached.add(ref)
            waiting += touching[ref]
    held = {ref for ref in resting if touching[ref]}
    return set(touching) - reached - held


def _near_pairs(members: tuple[Member, ...]) -> list[tuple[Member, Member]]:
    box = bounds(members)
    apart = np.maximum(box[:, None, 0], box[None, :, 0]) - np.minimum(box[:, None, 1], box[None, :, 1])
    pairs = np.argwhere(np.triu((apart <= TOUCH_MM).all(axis=2), 1))
    return [(members[i], members[j]) for i, j in pairs]


def closed_share(structure: Structure, face: Face) -> float:
    """How much of a face is closed by panels, sticks and openings meant to be there.

    Args: structure; face, left, right, front, rear or top.
    Returns: share of the face's outline, 1 when nothing is left open by mistake.
    Source: polygon union.
    """
    axis = _FACE_AXIS[face]
    across = [a for a in range(3) if a != axis]
    body = structure.body
    ranges = (body.x, body.y, body.z)
    plane = ranges[axis][0 if face in ("right", "rear") else 1]

    def flat(corners: tuple[Point, ...]) -> Polygon:
        return Polygon([(c[across[0]], c[across[1]]) for c in corners]).convex_hull

    (u0, u1), (v0, v1) = ranges[across[0]], ranges[across[1]]
    outline = Polygon([(u0, v0), (u1, v0), (u1, v1), (u0, v1)])
    covers = [flat(panel.corners) for panel in structure.panels if panel.face == face]
    covers += [flat(opening.corners) for opening in structure.openings if opening.face == face]
    for member in structure.members:
        on_face = tuple(c for c in member.corners if abs(c[axis] - plane) <= TOUCH_MM)
        if len(on_face) >= 3:
            covers.append(flat(on_face))
    return float(union_all(covers).intersection(outline).area / outline.area)
