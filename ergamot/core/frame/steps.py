"""A first build order: every part has a way in that nothing already placed stands in.

The pen is taken apart in thought, last things first, each part drawn straight out along one of a few
directions that nothing left in place blocks; the other way round it is the order to build in.
"""

from __future__ import annotations

from collections.abc import Sequence, Set
from dataclasses import dataclass
from itertools import groupby

import numpy as np
import shapely
from shapely import MultiPoint, Polygon
from shapely.geometry.base import BaseGeometry

from ergamot.core.frame.contact import FACES
from ergamot.core.frame.face import plane_through
from ergamot.core.frame.fittings import with_fittings
from ergamot.core.frame.geometry import Point, drum
from ergamot.core.frame.kinds import Group, Item
from ergamot.core.frame.placed import STAGE, BuildStep, Placed
from ergamot.core.frame.structure import Hardware, Member, Panel, Structure

GRAZE_MM = 1.0  # parts that share less than this in a picture along the way slide past each other
DRUM_SIDES = 16
_AXES: tuple[Point, ...] = ((0, 0, 1), (0, -1, 0), (0, 1, 0), (1, 0, 0), (-1, 0, 0), (0, 0, -1))


@dataclass(frozen=True)
class _Body:
    """A part as convex pieces (corners, outward planes) or as a flat region; in build order by `key`."""

    ref: str
    role: str
    key: tuple[float, ...]
    pieces: tuple[np.ndarray, ...]
    ways: tuple[Point, ...]
    label: str = ""
    flat: Polygon | None = None
    frame: tuple[np.ndarray, np.ndarray, np.ndarray] | None = None  # origin, along, up of `flat`


def steps(structure: Structure) -> tuple[BuildStep, ...]:
    """A first build order: frame from the ground up, house, gear, coverings, roof, doors, each with its hardware.

    Args: structure.
    Returns: BuildSteps; each part's sweep along its way meets nothing placed before it.
    Raises: ValueError when parts hold each other fast, which no pen here does.
    Source: assembly by disassembly, e.g. Homem de Mello & Sanderson (1991).

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> steps(build(make_design(c, "low-pen", {}), c))[0].title
    'base side rail'
    """
    ways = WaysIn(structure)
    order = ways.order([((body.ref,), body.key) for body in ways.bodies])
    placed = [(ways.by_ref[refs[0]], way) for refs, way in order]
    whole = tuple(
        BuildStep(role, tuple(Placed(body.ref, body.label, way) for body, way in run))
        for role, run in ((role, list(run)) for role, run in groupby(placed, key=lambda pair: pair[0].role))
    )
    return with_fittings(structure, whole)


class WaysIn:
    """How the parts of a structure can be put in past each other, by themselves or some of them as one."""

    def __init__(self, structure: Structure) -> None:
        self.bodies = _bodies(structure)
        self.by_ref = {body.ref: body for body in self.bodies}
        self._number = {body.ref: i for i, body in enumerate(self.bodies)}
        pieces = _pieces(self.bodies)
        ways = dict.fromkeys(way for body in self.bodies for way in body.ways)
        self._blocked = {way: _blockers(self.bodies, pieces, way) for way in ways}

    def way_in(self, refs: Sequence[str], standing: Set[str]) -> Point | None:
        """The direction some parts go in as one past those that stand, a unit vector; None where there is none."""
        moved = [self._number[ref] for ref in refs]
        there = {self._number[ref] for ref in standing} - set(moved)
        for way in self.bodies[moved[0]].ways:
            if any(way not in self.bodies[i].ways for i in moved):
                continue
            if not any(self._blocked[way].get(i, set()) & there for i in moved):
                return _turned(way)
        return None

    def order(
        self, units: Sequence[tuple[tuple[str, ...], tuple[float, ...]]]
    ) -> list[tuple[tuple[str, ...], Point]]:
        """An order in which units of parts, each with a key that says when it would best be put in, all find their way in.

        Raises ValueError when some hold each other fast.
        """
        left = [refs for refs, _ in sorted(units, key=lambda unit: unit[1], reverse=True)]
        standing = {ref for refs in left for ref in refs}
        order: list[tuple[tuple[str, ...], Point]] = []
        while left:
            found = next(
                ((i, way) for i, refs in enumerate(left) if (way := self.way_in(refs, standing)) is not None),
                None,
            )
            if found is None:
                held = ", ".join(sorted(ref for refs in left for ref in refs))
                raise ValueError(f"these hold each other fast: {held}")
            refs = left.pop(found[0])
            order.append((refs, found[1]))
            standing -= set(refs)
        return order[::-1]


def _turned(way: Point) -> Point:
    return (0.0 - way[0], 0.0 - way[1], 0.0 - way[2])


def _bodies(structure: Structure) -> list[_Body]:
    roles = list(dict.fromkeys(member.role for member in structure.members))
    wheels = [item for item in structure.hardware if item.item is Item.WHEEL and item.size_mm]
    return [
        *(_stick(member, roles.index(member.role), structure.gap_mm) for member in structure.members),
        *(_sheet(panel) for panel in structure.standing),
        *(_wheel(item) for item in wheels),
    ]


def _stick(member: Member, role: int, foot: float) -> _Body:
    """What stands on the grass, or would but for its tyres, goes first: its foot is at `foot`, mm."""
    low = min(corner[2] for corner in member.corners) - foot
    stage = STAGE[member.group] + (0.5 if low > 1.0 and member.group is Group.FRAME else 0.0)
    key = (stage, float(role), _height(member), member.corners[0][0], member.corners[0][1])
    return _Body(member.ref, member.role, key, tuple(np.array(p) for p in member.solids), _AXES, member.label)


def _height(member: Member) -> float:
    """Height of its middle to the centimetre: uprights before what lies on them."""
    return round(sum(corner[2] for corner in member.corners) / len(member.corners) / 10)


def _sheet(panel: Panel) -> _Body:
    face = plane_through(panel.face, panel.corners, panel.normal)
    board = (np.array(face.origin), np.array(face.along), np.array(face.up))
    rings = [[face.flat(corner)[:2] for corner in ring] for ring in (panel.corners, *panel.holes)]
    x, y, z = (round(part, 4) for part in panel.normal)
    out: Point = (x, y, z)
    ways = (out, _turned(out), *_AXES)
    # A panel lies over one it covers: the one beneath goes on first
    key = (STAGE[panel.group] + (0.0 if panel.under else 0.3), min(c[2] for c in panel.corners), 0.0)
    return _Body(panel.ref, panel.role, key, (), ways, flat=Polygon(rings[0], rings[1:]), frame=board)


def _wheel(item: Hardware) -> _Body:
    assert item.size_mm
    right, left = drum(item.place, *item.size_mm, DRUM_SIDES)
    y = item.place[1]
    out: Point = (0, -1, 0) if y < 0 else (0, 1, 0)
    return _Body(
        item.ref, "wheel", (STAGE[Group.GEAR] + 0.9, y, 0.0), (np.array((*right, *left)),), (out, *_AXES)
    )


@dataclass(frozen=True)
class _Pieces:
    """Every convex piece and flat region, ready to be looked at along a way: whose it is, its planes."""

    owner: np.ndarray
    normals: np.ndarray  # (pieces, 6, 3) out of it; of a flat region its own, six times
    offsets: np.ndarray
    is_flat: np.ndarray


def _pieces(bodies: list[_Body]) -> _Pieces:
    owner, normals, offsets, is_flat = [], [], [], []
    for i, body in enumerate(bodies):
        for piece in body.pieces:
            n, o = _planes(piece)
            owner.append(i)
            normals.append(n)
            offsets.append(o)
            is_flat.append(False)
        if body.frame is not None:
            origin, along, up = body.frame
            normal = np.cross(along, up)
            owner.append(i)
            normals.append(np.tile(normal, (6, 1)))
            offsets.append(np.full(6, float(origin @ normal)))
            is_flat.append(True)
    return _Pieces(np.array(owner), np.array(normals), np.array(offsets), np.array(is_flat))


def _blockers(bodies: list[_Body], pieces: _Pieces, way: Point) -> dict[int, set[int]]:
    """For each body, those that stand in its way when it is drawn out along `way`."""
    d = np.array(way)
    across = np.linalg.svd(d[None])[2][1:]
    pictures = np.array([seen for body in bodies for seen in _pictures(body, across)], dtype=object)
    first, second = shapely.STRtree(pictures).query(pictures, predicate="intersects")
    may_go = np.array([way in body.ways for body in bodies])[pieces.owner]
    kept = (first < second) & (may_go[first] | may_go[second]) & (pieces.owner[first] != pieces.owner[second])
    first, second = first[kept], second[kept]
    shared = shapely.intersection(pictures[first], pictures[second])
    width = 2 * shapely.area(shared) / np.maximum(shapely.length(shared), 1e-9)
    first, second, shared = (each[width > GRAZE_MM] for each in (first, second, shared))
    threads = shapely.get_coordinates(shapely.point_on_surface(shared)) @ across
    ahead = _depths(pieces, second, threads, d) > _depths(pieces, first, threads, d)
    found: dict[int, set[int]] = {}
    for a, b, further in zip(pieces.owner[first], pieces.owner[second], ahead, strict=True):
        mover, blocker = (a, b) if further else (b, a)
        found.setdefault(int(mover), set()).add(int(blocker))
    return found


def _pictures(body: _Body, across: np.ndarray) -> list[BaseGeometry]:
    """A body's pieces as seen along the way; a flat one nothing when it is edge on."""
    made: list[BaseGeometry] = [MultiPoint(piece @ across.T).convex_hull for piece in body.pieces]
    if body.flat is not None and body.frame is not None:
        origin, along, up = body.frame
        turn = np.stack([along @ across.T, up @ across.T])
        edge_on = abs(np.linalg.det(turn)) < 1e-6
        flat = shapely.transform(body.flat, lambda uv: uv @ turn + origin @ across.T)
        made.append(Polygon() if edge_on else flat)
    return made


def _depths(pieces: _Pieces, index: np.ndarray, threads: np.ndarray, d: np.ndarray) -> np.ndarray:
    """How far along the way each thread meets the middle of its piece."""
    slope = pieces.normals[index] @ d
    gap = pieces.offsets[index] - np.einsum("pfk,pk->pf", pieces.normals[index], threads)
    with np.errstate(divide="ignore", invalid="ignore"):
        meets = gap / slope
    high = np.where(slope > 1e-9, meets, np.inf).min(axis=1, initial=np.inf)
    low = np.where(slope < -1e-9, meets, -np.inf).max(axis=1, initial=-np.inf)
    return np.asarray(np.where(pieces.is_flat[index], meets[:, 0], (low + high) / 2))


def _planes(piece: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Outward planes of a convex piece: six of a stick, or of the box round a drum."""
    if len(piece) != 8:
        return np.concatenate([np.eye(3), -np.eye(3)]), np.concatenate(
            [piece.max(axis=0), -piece.min(axis=0)]
        )
    ring = piece[np.array(FACES)]
    normals = np.cross(ring[:, 2] - ring[:, 0], ring[:, 3] - ring[:, 1])
    normals /= np.linalg.norm(normals, axis=1, keepdims=True)
    outward = np.einsum("fk,fk->f", normals, ring[:, 0] - piece.mean(axis=0))
    normals *= np.where(outward < 0, -1.0, 1.0)[:, None]
    return normals, np.einsum("fk,fk->f", normals, ring[:, 0])
