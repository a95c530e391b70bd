"""Is a structure true? One piece, no two sticks in one space, every face closed, the whole closed."""

from __future__ import annotations

import numpy as np
import shapely
from shapely import Polygon, union_all

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.catalogue.timber import AS_SOLD_MM
from ergamot.core.frame.backing import in_planes
from ergamot.core.frame.carpentry import bounds
from ergamot.core.frame.contact import FACES, TOUCH_MM, solids
from ergamot.core.frame.face import Face, plane_through
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.separation import OVERLAP_MM, separations
from ergamot.core.frame.structure import Member, Panel, Structure

CLOSED = 0.999  # share of a face that must be closed
HELD_MM2 = 100.0  # a stick lying on sheet by less than this is not held by it


def overlaps(structure: Structure) -> list[tuple[str, str]]:
    """Pairs of sticks that would have to stand in the same space, but for a notch cut for it.

    Args: structure.
    Returns: pairs of references, none in a true structure.
    Source: as separation_mm.
    """
    members = structure.members
    near = _near_pairs(members)
    deep = near[separations(members, near) < -OVERLAP_MM]
    pairs = [(members[i], members[j]) for i, j in deep]
    return [(a.ref, b.ref) for a, b in pairs if not _notched(a, b)]


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
    quads, owner = _sides(structure)
    for panel in (one for one in structure.panels if one.solid):
        pairs += [(structure.members[i].ref, panel.ref) for i in _lying_on(panel, quads, owner)]
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


def _sides(structure: Structure) -> tuple[np.ndarray, np.ndarray]:
    """Every face of every stick, (faces, 4, 3), and the index of the stick it belongs to."""
    s = solids(structure.members)
    return s.corners[:, np.array(FACES)].reshape(-1, 4, 3), np.repeat(s.owner, len(FACES))


def _lying_on(panel: Panel, quads: np.ndarray, owner: np.ndarray) -> set[int]:
    face = plane_through(panel.face, panel.corners, panel.normal)
    outline = Polygon([face.flat(corner)[:2] for corner in panel.corners])
    lies = in_planes(quads, [face])[0]
    flat = _on_plane(quads[lies], face)
    if not len(flat):
        return set()
    areas = shapely.area(shapely.intersection(shapely.polygons(flat), outline))
    return {int(i) for i in owner[lies][areas > HELD_MM2]}


def _on_plane(quads: np.ndarray, face: Face) -> np.ndarray:
    """Pieces that lie in a face, (n, 4, 3), in its (u, v)."""
    return (quads - face.origin) @ np.array([face.along, face.up]).T


def _near_pairs(members: tuple[Member, ...]) -> np.ndarray:
    box = bounds(members)
    apart = np.maximum(box[:, None, 0], box[None, :, 0]) - np.minimum(box[:, None, 1], box[None, :, 1])
    return np.argwhere(np.triu((apart <= TOUCH_MM).all(axis=2), 1))


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
        if panel.face == name and not panel.raised
    ]
    covers += [Polygon(flat(opening.corners)) for opening in structure.openings if opening.face == name]
    quads, _ = _sides(structure)
    covers += list(shapely.polygons(_on_plane(quads[in_planes(quads, [face])[0]], face)))
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
    index = {member.ref: i for i, member in enumerate(structure.members)}
    pairs = [joint.members for joint in structure.joints if all(ref in index for ref in joint.members)]
    gaps = separations(structure.members, np.array([(index[a], index[b]) for a, b in pairs]))
    return [(a, b, float(gap)) for (a, b), gap in zip(pairs, gaps, strict=True) if gap > TOUCH_MM]


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
        if not 0 < member.short_mm <= member.length_mm <= longest + AS_SOLD_MM:
            found.append(
                f"{role[member.ref]} of {member.length_mm:.0f} mm cannot be cut from {longest:.0f} mm"
            )
    return tuple(found)


def _untied(structure: Structure) -> list[tuple[str, str, float]]:
    """Joints whose parts miss each other, straps of tube and pipes in one fitting aside."""
    reaching = (Fitting.TIE, Fitting.CEMENT, Fitting.PIN)
    strapped = {joint.members for joint in structure.joints if joint.fixing and joint.fixing.kind in reaching}
    return [miss for miss in pairs_apart(structure) if miss[:2] not in strapped]


def _lowest(member: Member) -> float:
    return min(corner[2] for corner in member.corners)
