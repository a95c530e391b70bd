"""Is a structure true? One piece, no two sticks in one space, every face closed, the whole closed."""

from __future__ import annotations

import numpy as np
import shapely
from shapely import Polygon, union_all

from ergamot.core.frame.carpentry import bounds
from ergamot.core.frame.contact import FACES, TOUCH_MM
from ergamot.core.frame.covering import on_plane
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.structure import Member, Panel, Structure

OVERLAP_MM = 0.1  # sawn no finer than this
CLOSED = 0.999  # share of a face that must be closed
HELD_MM2 = 100.0  # a stick lying on sheet by less than this is not held by it


def _directions(corners: np.ndarray) -> np.ndarray:
    """Normals of a convex stick's six faces, then the directions of its edges."""
    rings = corners[np.array(FACES)]
    normals = np.cross(rings[:, 1] - rings[:, 0], rings[:, 3] - rings[:, 0])
    edges = np.concatenate([corners[4:] - corners[:4], np.roll(corners[:4], -1, 0) - corners[:4]])
    edges = np.concatenate([edges, np.roll(corners[4:], -1, 0) - corners[4:]])
    both = np.concatenate([normals, edges])
    lengths = np.linalg.norm(both, axis=1, keepdims=True)
    unit: np.ndarray = both / np.where(lengths < 1e-9, 1.0, lengths)
    return unit


def _solid_separation(a: tuple[Point, ...], b: tuple[Point, ...]) -> float:
    first, second = np.array(a), np.array(b)
    own, other = _directions(first), _directions(second)
    cross = np.cross(own[6:, None], other[None, 6:]).reshape(-1, 3)
    sizes = np.linalg.norm(cross, axis=1)
    cross = cross[sizes > 1e-6] / sizes[sizes > 1e-6, None]
    axes = np.concatenate([own[:6], other[:6], cross])
    one, two = first @ axes.T, second @ axes.T
    gaps = np.maximum(one.min(axis=0) - two.max(axis=0), two.min(axis=0) - one.max(axis=0))
    return float(gaps.max())


def separation_mm(a: Member, b: Member) -> float:
    """How far two sticks stand apart; below 0, how deep one is in the other.

    Args: a and b, sticks of convex pieces.
    Returns: mm, by the direction that parts them best.
    Source: separating axis theorem (Gottschalk 1996).
    """
    return min(_solid_separation(one, other) for one in a.solids for other in b.solids)


def overlaps(structure: Structure) -> list[tuple[str, str]]:
    """Pairs of sticks that would have to stand in the same space, but for a notch cut for it.

    Args: structure.
    Returns: pairs of references, none in a true structure.
    Source: as separation_mm.
    """
    return [
        (a.ref, b.ref)
        for a, b in _near_pairs(structure.members)
        if separation_mm(a, b) < -OVERLAP_MM and not _notched(a, b)
    ]


def _notched(a: Member, b: Member) -> bool:
    return any(n.other == b.ref for n in a.notches) or any(n.other == a.ref for n in b.notches)


def loose(structure: Structure) -> set[str]:
    """Sticks not joined, through others or through the sheet they are fixed on, to the first one.

    Args: structure.
    Returns: references, none in a true structure.
    Source: common practice.
    """
    touching: dict[str, set[str]] = {member.ref: set() for member in structure.members}
    for panel in structure.panels:
        touching[panel.ref] = set()
    pairs = [joint.members for joint in structure.joints]
    pairs += [(m.ref, p.ref) for p in structure.panels if p.solid for m in held_by(structure, p)]
    for one, other in pairs:
        touching[one].add(other)
        touching[other].add(one)
    reached: set[str] = set()
    waiting = [structure.members[0].ref]
    while waiting:
        ref = waiting.pop()
        if ref not in reached:
            reached.add(ref)
            waiting += touching[ref]
    return {member.ref for member in structure.members} - reached


def held_by(structure: Structure, panel: Panel) -> list[Member]:
    """Sticks that lie on a panel.

    Args: structure; panel, flat.
    Returns: those with a side in its plane and within its outline.
    Source: geometry.
    """
    face = face_of(panel)
    outline = Polygon([face.flat(corner)[:2] for corner in panel.corners])
    found = []
    for member in structure.members:
        quads = np.array([[solid[i] for i in ring] for solid in member.solids for ring in FACES])
        flat = on_plane(quads, face)
        if len(flat) and shapely.area(shapely.intersection(shapely.polygons(flat), outline)).sum() > HELD_MM2:
            found.append(member)
    return found


def face_of(panel: Panel) -> Face:
    """The plane a panel lies in.

    Args: panel, of three or more corners.
    Returns: a Face whose u runs along its first edge.
    Source: geometry.
    """
    origin = np.array(panel.corners[0])
    along = np.array(panel.corners[1]) - origin
    along = along / np.linalg.norm(along)
    up = np.cross(np.array(panel.normal), along)

    def point(v: np.ndarray) -> Point:
        return (float(v[0]), float(v[1]), float(v[2]))

    return Face(panel.face, panel.corners[0], point(along), point(up), panel.normal, ())


def _near_pairs(members: tuple[Member, ...]) -> list[tuple[Member, Member]]:
    box = bounds(members)
    apart = np.maximum(box[:, None, 0], box[None, :, 0]) - np.minimum(box[:, None, 1], box[None, :, 1])
    pairs = np.argwhere(np.triu((apart <= TOUCH_MM).all(axis=2), 1))
    return [(members[i], members[j]) for i, j in pairs]


def closed_share(structure: Structure, name: str) -> float:
    """How much of a face is closed by panels, sticks and openings meant to be there.

    Args: structure; name, of one of its faces.
    Returns: share of the face's outline, 1 when nothing is left open by mistake.
    Source: polygon union.
    """
    face = next(one for one in structure.faces if one.name == name)
    outline = Polygon(face.outline)

    def flat(corners: tuple[Point, ...]) -> list[tuple[float, float]]:
        return [face.flat(corner)[:2] for corner in corners]

    covers = [
        Polygon(flat(panel.corners), [flat(hole) for hole in panel.holes])
        for panel in structure.panels
        if panel.face == name
    ]
    covers += [Polygon(flat(opening.corners)) for opening in structure.openings if opening.face == name]
    quads = np.array(
        [[solid[i] for i in ring] for m in structure.members for solid in m.solids for ring in FACES]
    )
    covers += list(shapely.polygons(on_plane(quads, face)))
    return float(union_all(covers).intersection(outline).area / outline.area)


def area_vector(structure: Structure) -> Point:
    """Sum of every face's area times its outward normal; a closed body over a floor of area A has (0, 0, A).

    Args: structure.
    Returns: m², along x, y and z.
    Source: the divergence theorem.
    """
    total = np.zeros(3)
    for face in structure.faces:
        total += Polygon(face.outline).area / 1e6 * np.array(face.normal)
    return (float(total[0]), float(total[1]), float(total[2]))


def pairs_apart(structure: Structure) -> list[tuple[str, str, float]]:
    """Every joint whose two sticks do not touch, and by how much they miss.

    Args: structure.
    Returns: (one, other, mm), none in a true structure.
    Source: as separation_mm.
    """
    found = []
    for joint in structure.joints:
        one, other = (structure.by_ref.get(ref) for ref in joint.members)
        if one and other and (gap := separation_mm(one, other)) > TOUCH_MM:
            found.append((one.ref, other.ref, gap))
    return found


def faults(structure: Structure) -> tuple[str, ...]:
    """Everything that is wrong with a structure, each cause named.

    Args: structure.
    Returns: sentences, none in a true structure.
    Source: the checks of this module.
    """
    role = {member.ref: f"{member.role} {member.label}" for member in structure.members}
    found = [f"{role[a]} and {role[b]} stand in one space" for a, b in overlaps(structure)]
    found += [f"{role[ref]} is joined to nothing" for ref in sorted(loose(structure))]
    found += [f"joint of {role[a]} and {role[b]} misses by {gap:.1f} mm" for a, b, gap in _untied(structure)]
    for face in structure.faces:
        share = closed_share(structure, face.name)
        if share < CLOSED:
            found.append(f"{face.name} is only {share:.1%} closed")
    found += [f"{role[m.ref]} reaches under the ground" for m in structure.members if _lowest(m) < -1e-6]
    for member in structure.members:
        longest = member.section.longest_mm
        if not 0 < member.short_mm <= member.length_mm <= longest + 1e-6:
            found.append(
                f"{role[member.ref]} of {member.length_mm:.0f} mm cannot be cut from {longest:.0f} mm"
            )
    return tuple(found)


def _untied(structure: Structure) -> list[tuple[str, str, float]]:
    """Joints whose parts miss each other, straps of tube aside: they reach round."""
    strapped = {joint.members for joint in structure.joints if joint.fixing == "tie"}
    return [miss for miss in pairs_apart(structure) if miss[:2] not in strapped]


def _lowest(member: Member) -> float:
    return min(corner[2] for corner in member.corners)
