"""A pen as solid parts: corners, triangles and edges, for drawing in three dimensions and for files.

A stick is its convex pieces, a covering a flat plate in triangles lying just outside the frame, a wheel a
short drum, everything small a block. What waits in the shed is not in the model.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import shapely
from shapely import Polygon

from ergamot.core.catalogue import Container
from ergamot.core.catalogue.kinds import Pattern
from ergamot.core.frame.contact import FACES
from ergamot.core.frame.face import plane_through
from ergamot.core.frame.geometry import Point, drum
from ergamot.core.frame.kinds import Group, Item, When
from ergamot.core.frame.structure import Hardware, Member, Panel, Structure

PartKind = Literal["stick", "tube", "sheet", "mesh", "wheel", "rod", "block"]
Triangle = tuple[int, int, int]
Edge = tuple[int, int]
Made = tuple[tuple[Point, ...], tuple[Triangle, ...], tuple[Edge, ...]]  # corners, triangles, edges
OVER_MM = 8.0  # sheet is drawn this far outside the sticks, over whatever mesh lies under it
MESH_OUT_MM = 1.0
ROD_SIDES = 8
WAITS_MM = 350.0  # behind the pen
DRUM_SIDES = 20
BLOCK_MM = 22.0  # hinges, latches and the like; containers are drawn at BUCKET_MM
BUCKET_MM = 120.0
CAN_MM, CAN_TALL = 110.0, 3.0  # half a 20 l can across, and how tall in halves
STAKE_MM, STAKE_TALL = 22.0, 7.0


@dataclass(frozen=True)
class Part:
    """One part. `corners` in mm; `triangles` and `edges` by corner; seen from both sides where it is flat.

    `label` is a stick's in the cut list, `pattern` how a covering is drawn. `opening_mm` is the widest gap in a mesh, 0 in what lets nothing through; `normal` is (0, 0, 0) for solids.
    """

    ref: str
    label: str
    kind: PartKind
    role: str
    group: Group
    material: str
    pattern: Pattern | None
    kg: float
    opening_mm: float
    normal: Point
    corners: tuple[Point, ...]
    triangles: tuple[Triangle, ...]
    edges: tuple[Edge, ...]


def model(structure: Structure) -> tuple[Part, ...]:
    """Every part of a structure that stands on the grass, as a solid.

    Args: structure.
    Returns: the Parts: sticks, coverings, then hardware.
    Source: geometry.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> {part.kind for part in model(build(make_design(c, "low-pen", {}), c))} >= {"stick", "wheel"}
    True
    """
    return (
        *(_stick(member) for member in structure.members),
        *(_covering(panel) for panel in structure.standing),
        *_hardware(structure.hardware),
        *_anchors(structure),
        *_cans(structure),
        *_waiting(structure),
    )


def _stick(member: Member) -> Part:
    corners: list[Point] = []
    triangles: list[Triangle] = []
    edges: list[Edge] = []
    for piece in member.solids:
        base = len(corners)
        corners += piece
        triangles += _triangles(_outward(piece), base)
        edges += [(base + a, base + b) for a, b in _BOX_EDGES]
    kind: PartKind = "stick" if member.species else "tube"
    material = member.species.key if member.species else "tube"
    return Part(
        member.ref,
        member.label,
        kind,
        member.role,
        member.group,
        material,
        None,
        member.fresh_kg,
        0.0,
        (0.0, 0.0, 0.0),
        tuple(corners),
        tuple(triangles),
        tuple(edges),
    )


_BOX_EDGES = tuple(
    sorted(
        {(min(a, b), max(a, b)) for ring in FACES for a, b in zip(ring, (*ring[1:], ring[0]), strict=True)}
    )
)


# Of a piece whose corners run right-handed round its first end, the six faces turned to look out of it
_RIGHT_HANDED = ((0, 3, 2, 1), (4, 5, 6, 7), (0, 1, 5, 4), (1, 2, 6, 5), (2, 3, 7, 6), (3, 0, 4, 7))
_LEFT_HANDED = tuple(ring[::-1] for ring in _RIGHT_HANDED)


def _triangles(faces: Sequence[Sequence[int]], base: int = 0) -> tuple[Triangle, ...]:
    """Return two triangles for each face of four corners, counted from a first one."""
    halves = (half for a, b, c, d in faces for half in ((a, b, c), (a, c, d)))
    return tuple((base + a, base + b, base + c) for a, b, c in halves)


# The triangles of a part that is one box, its corners right-handed or left-handed round its first end; its edges are those of any box
RIGHT_BOX, LEFT_BOX = _triangles(_RIGHT_HANDED), _triangles(_LEFT_HANDED)


def _outward(piece: tuple[Point, ...]) -> tuple[tuple[int, ...], ...]:
    """The six faces of a piece, each turned so that it looks out of it."""
    a, b, d, e = piece[0], piece[1], piece[3], piece[4]
    u, v, w = ([end[axis] - a[axis] for axis in range(3)] for end in (b, d, e))
    out = (u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0])
    right = sum(n * part for n, part in zip(out, w, strict=True)) > 0
    return _RIGHT_HANDED if right else _LEFT_HANDED


def _covering(panel: Panel) -> Part:
    face = plane_through(panel.face, panel.corners, panel.normal)
    rings = [[face.flat(corner)[:2] for corner in ring] for ring in (panel.corners, *panel.holes)]
    corners: dict[tuple[float, float], int] = {}

    def at(u: float, v: float) -> int:
        return corners.setdefault((round(u, 3), round(v, 3)), len(corners))

    triangles: list[Triangle] = []
    for triangle in shapely.constrained_delaunay_triangles(Polygon(rings[0], rings[1:])).geoms:
        a, b, c = (at(float(u), float(v)) for u, v in list(triangle.exterior.coords)[:3])
        triangles.append((a, b, c) if triangle.exterior.is_ccw else (a, c, b))
    out = 0.0 if panel.under else OVER_MM if panel.solid else MESH_OUT_MM
    edges = [(at(*p), at(*q)) for ring in rings for p, q in zip(ring, [*ring[1:], ring[0]], strict=True)]
    return Part(
        panel.ref,
        "",
        "sheet" if panel.solid else "mesh",
        panel.role,
        panel.group,
        panel.covering.key if panel.covering else "own",
        panel.pattern,
        panel.kg,
        panel.covering.gap_mm if panel.covering else 0.0,
        panel.normal,
        tuple(face.point(u, v, out) for u, v in corners),
        tuple(triangles),
        tuple(edges),
    )


def _hardware(items: tuple[Hardware, ...]) -> Iterator[Part]:
    for item in items:
        if item.when is When.ASIDE or item.item in (Item.FIXING, Item.LAP, Item.ROPE):
            continue
        made = (
            _drum(item)
            if item.size_mm
            else _block(item.place, BUCKET_MM if isinstance(item.row, Container) else BLOCK_MM)
        )
        kind: PartKind = "block" if not item.size_mm else "wheel" if item.item is Item.WHEEL else "rod"
        yield _solid(item.ref, kind, item.role, item.group, item.row.key if item.row else "", item.kg, made)


def _anchors(structure: Structure) -> Iterator[Part]:
    """A stake beside the rail for each anchor, and its strap up to the rail at 45°."""
    tall = structure.members[0].section.deep_mm
    ys = [y for _, y in structure.contacts]
    xs = [x for x, _ in structure.contacts]
    for i, anchor in enumerate(structure.anchors, start=1):
        x, y = anchor.place
        out = (0, 1 if y > 0 else -1) if y in (min(ys), max(ys)) else (1 if x == max(xs) else -1, 0)
        at = (x + out[0] * tall, y + out[1] * tall)
        stake = _block((*at, 0.0), STAKE_MM, STAKE_TALL)
        base = len(stake[0])
        corners = (*stake[0], (x, y, tall), (*at, STAKE_MM * STAKE_TALL / 2))
        edges = (*stake[2], (base, base + 1))
        made = (corners, stake[1], edges)
        yield _solid(f"anchor-{i}", "block", "anchor", Group.GEAR, anchor.row.key, 0.0, made)


def _cans(structure: Structure) -> Iterator[Part]:
    """Cans of water hung on the long sides."""
    for i, can in enumerate(structure.ballast, start=1):
        x, y = can.place
        made = _block((x, y + math.copysign(CAN_MM, y), CAN_MM), CAN_MM, CAN_TALL)
        yield _solid(f"can-{i}", "block", "water can", Group.GEAR, "water-can", can.kg, made)


def _waiting(structure: Structure) -> Iterator[Part]:
    """A dolly, lifting frame or chassis as it waits behind the pen, the rear pair nearer."""
    front = structure.front_axle
    for item in structure.hardware:
        if item.when is not When.ASIDE or not item.size_mm:
            continue
        x, y, z = item.place
        further = 2.5 * z if front is not None and x == front.x_mm else 0.0
        behind = replace(item, place=(-WAITS_MM - z - further, y, z))
        kind: PartKind = "wheel" if item.item is Item.LOOSE_WHEEL else "rod"
        yield _solid(
            item.ref, kind, item.role, Group.GEAR, item.row.key if item.row else "", 0.0, _drum(behind)
        )


def _solid(ref: str, kind: PartKind, role: str, group: Group, material: str, kg: float, made: Made) -> Part:
    """A part that is not a covering."""
    return Part(ref, "", kind, role, group, material, None, kg, 0.0, (0.0, 0.0, 0.0), *made)


def _drum(item: Hardware) -> Made:
    """A drum lying across the pen: a ring at each end, and a middle to fan them from."""
    assert item.size_mm
    (x, y, z), (across, wide) = item.place, item.size_mm
    n = DRUM_SIDES if item.item in (Item.WHEEL, Item.LOOSE_WHEEL) else ROD_SIDES
    right, left = drum(item.place, across, wide, n)
    corners = (*right, *left, (x, y - wide / 2, z), (x, y + wide / 2, z))
    triangles: list[Triangle] = []
    edges: list[Edge] = []
    for i in range(n):
        j = (i + 1) % n
        triangles += [(i, j, 2 * n), (n + j, n + i, 2 * n + 1), (i, n + i, n + j), (i, n + j, j)]
        edges += [(i, j), (n + i, n + j)]
    return corners, tuple(triangles), tuple(edges)


def _block(place: Point, s: float, tall: float = 1.5) -> Made:
    x, y, z = place
    low = [(x - s, y - s, z), (x + s, y - s, z), (x + s, y + s, z), (x - s, y + s, z)]
    corners = (*low, *((a, b, c + tall * s) for a, b, c in low))
    return corners, _triangles(_outward(corners)), _BOX_EDGES
