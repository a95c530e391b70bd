"""The whole pen in lines, hidden lines removed: from the corner, from above, from the right, from the front.

Every edge is cut against every face that stands before it: sticks, sheet and wheels hide what is
behind them, mesh hides nothing. A stick covered by sheet draws nothing.

    v (up the picture)     from the corner (isometric, in front, above and to the right):
    |                      x to the right and down, y to the right and up, z straight up
    +---- u
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

import numpy as np
import shapely
from shapely import Polygon

from ergamot.core.catalogue import Covering
from ergamot.core.frame.contact import FACES, solids
from ergamot.core.frame.face import Face, plane_through
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.kinds import Item
from ergamot.core.frame.structure import Hardware, Member, Panel, Structure

LineKind = Literal["stick", "sheet", "mesh", "wheel"]
EYE = (1 / math.sqrt(3), -1 / math.sqrt(3), 1 / math.sqrt(3))  # from the pen to the eye: isometric
RIGHT = (1 / math.sqrt(2), 1 / math.sqrt(2), 0.0)
UP = (-1 / math.sqrt(6), 1 / math.sqrt(6), 2 / math.sqrt(6))
ProjectionName = Literal["corner", "plan", "side", "end"]


@dataclass(frozen=True)
class Projection:
    """Where the eye is, from the pen, and what runs right and up in the picture; unit vectors."""

    eye: Point
    right: Point
    up: Point


PROJECTIONS: dict[ProjectionName, Projection] = {
    "corner": Projection(EYE, RIGHT, UP),
    "plan": Projection((0, 0, 1), (1, 0, 0), (0, 1, 0)),
    "side": Projection((0, -1, 0), (1, 0, 0), (0, 0, 1)),
    "end": Projection((1, 0, 0), (0, 1, 0), (0, 0, 1)),
}
SHEET_OUT_MM = 2.0  # sheet lies this far outside the sticks it is fixed to
SHEET_OVER_MM = 6.0  # and laps this far over their edges: 3 × as far closes corners up to 143°
BEFORE_MM = 0.6  # a face hides only what lies further behind it than this
LEAST_LINE_MM = 1.0
LEAST_FACING = 1e-6  # a face nearer edge on than this is not seen
WHEEL_SIDES = 20


@dataclass(frozen=True)
class Line:
    """A visible stretch of an edge, mm; `ref` points back to the structure."""

    ref: str
    kind: LineKind
    a: Flat
    b: Flat


@dataclass(frozen=True)
class _Edge:
    ref: str
    kind: LineKind
    a: Point
    b: Point


@dataclass
class _Scene:
    """Edges to draw, and the convex faces of four corners that hide them."""

    look: Projection
    edges: list[_Edge]
    faces: list[tuple[Point, ...]]

    def faces_eye(self, normal: Point) -> bool:
        return sum(a * b for a, b in zip(normal, self.look.eye, strict=True)) > LEAST_FACING


def lines(structure: Structure, look: ProjectionName = "corner") -> tuple[Line, ...]:
    """Draw a structure in lines with hidden lines removed.

    Args: structure; look, corner (isometric), plan, side (from the right) or end (from the front).
    Returns: every visible stretch of an edge, in the picture's (u, v), mm.
    Source: Appel (1967), hidden lines by what stands before each edge; isometric projection ISO 5456-3.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> {line.kind for line in lines(build(make_design(c, "low-pen", {}), c))} >= {"stick", "sheet"}
    True
    """
    scene = _Scene(PROJECTIONS[look], [], [])
    _add_sticks(scene, structure.members)
    for panel in structure.standing:
        _add_panel(scene, panel)
    _add_bends(scene, (panel for panel in structure.standing if panel.curved))
    for item in structure.hardware:
        if item.item is Item.WHEEL and item.size_mm:
            _add_wheel(scene, item)
    return tuple(_visible(scene))


def _add_sticks(scene: _Scene, members: tuple[Member, ...]) -> None:
    """The faces of every stick that look at the eye, and their edges, each once."""
    if not members:
        return
    shapes = solids(members)
    facing = shapes.normals @ np.array(scene.look.eye) > LEAST_FACING
    pieces = [(member.ref, piece) for member in members for piece in member.solids]
    for (ref, corners), looks in zip(pieces, facing, strict=True):
        drawn: set[tuple[int, int]] = set()
        for ring in (one for one, seen in zip(FACES, looks, strict=True) if seen):
            scene.faces.append(tuple(corners[i] for i in ring))
            for i, j in zip(ring, (*ring[1:], ring[0]), strict=True):
                if (min(i, j), max(i, j)) not in drawn:
                    drawn.add((min(i, j), max(i, j)))
                    scene.edges.append(_Edge(ref, "stick", corners[i], corners[j]))


def _add_panel(scene: _Scene, panel: Panel) -> None:
    """A sheet as a thin plate over its sticks, in triangles; mesh as its outline only."""
    face = plane_through(panel.face, panel.corners, panel.normal)
    rings = [[face.flat(corner)[:2] for corner in ring] for ring in (panel.corners, *panel.holes)]
    whole = Polygon(rings[0], rings[1:])
    out = 0.0
    if panel.solid:
        whole = whole.buffer(SHEET_OVER_MM, join_style="mitre", mitre_limit=2)
        out = SHEET_OUT_MM
        for triangle in shapely.constrained_delaunay_triangles(whole).geoms:
            first, second, third = (face.point(u, v, out) for u, v in _ring(triangle)[:3])
            scene.faces.append((first, second, third, third))
    kind: LineKind = "sheet" if panel.solid else "mesh"
    for a, b in _outline_edges(panel, face, whole):
        scene.edges.append(_Edge(panel.ref, kind, face.point(a[0], a[1], out), face.point(b[0], b[1], out)))


def _ring(polygon: Polygon) -> list[Flat]:
    return [(float(u), float(v)) for u, v in polygon.exterior.coords]


def _outline_edges(panel: Panel, face: Face, whole: Polygon) -> Iterator[tuple[Flat, Flat]]:
    """Edges of a panel; of a strip of a bent sheet only those across the bend."""
    for ring in (whole.exterior, *whole.interiors):
        points = [(float(u), float(v)) for u, v in ring.coords]
        for a, b in pairwise(points):
            runs = abs((b[0] - a[0]) * face.along[0] + (b[1] - a[1]) * face.up[0])
            if not panel.curved or runs < 0.5 * math.dist(a, b):
                yield a, b


def _add_bends(scene: _Scene, panels: Iterable[Panel]) -> None:
    """Edges along the bend of a bent sheet: its borders, and where it turns away from the eye."""
    known: dict[tuple[Covering | None, frozenset[Point]], list[Panel]] = {}
    for panel in panels:
        for a, b in zip(panel.corners, panel.corners[1:] + panel.corners[:1], strict=True):
            if abs(b[0] - a[0]) > 0.5 * math.dist(a, b):
                ends = frozenset((_rounded(a), _rounded(b)))
                known.setdefault((panel.covering, ends), []).append(panel)
    for (_, ends), beside in known.items():
        facing = {scene.faces_eye(panel.normal) for panel in beside}
        if len(ends) == 2 and (len(beside) == 1 or len(facing) == 2):
            # On the last strip that looks at the eye, a little further out than what hides
            seen = next((p for p in beside if scene.faces_eye(p.normal)), beside[0])
            a, b = (_shifted(end, seen.normal, SHEET_OVER_MM) for end in ends)
            scene.edges.append(_Edge(seen.ref, "sheet" if seen.solid else "mesh", a, b))


def _rounded(point: Point) -> Point:
    return round(point[0], 1), round(point[1], 1), round(point[2], 1)


def _shifted(point: Point, way: Point, by: float) -> Point:
    return point[0] + way[0] * by, point[1] + way[1] * by, point[2] + way[2] * by


def _add_wheel(scene: _Scene, item: Hardware) -> None:
    """A tyre as a drum of flat sides; drawn are its two rims, and its tread where that turns away."""
    (x, y, z), (diameter, width) = item.place, item.size_mm or (0.0, 0.0)
    turns = [2 * math.pi * i / WHEEL_SIDES for i in range(WHEEL_SIDES + 1)]
    ring = [(x + diameter / 2 * math.cos(t), z + diameter / 2 * math.sin(t)) for t in turns]
    near, far = y - width / 2, y + width / 2  # the eye stands on the right, at low y
    for (x0, z0), (x1, z1) in itertools.pairwise(ring):
        scene.faces.append(((x, near, z), (x0, near, z0), (x1, near, z1), (x1, near, z1)))
        scene.faces.append(((x0, near, z0), (x1, near, z1), (x1, far, z1), (x0, far, z0)))
        for side in (near, far):
            scene.edges.append(_Edge(item.ref, "wheel", (x0, side, z0), (x1, side, z1)))
    seen = [
        scene.faces_eye((math.cos(t + math.pi / WHEEL_SIDES), 0.0, math.sin(t + math.pi / WHEEL_SIDES)))
        for t in turns
    ]
    for i, (x0, z0) in enumerate(ring[:-1]):
        if seen[i] != seen[i - 1 if i else -2]:
            scene.edges.append(_Edge(item.ref, "wheel", (x0, near, z0), (x0, far, z0)))


def _visible(scene: _Scene) -> Iterator[Line]:
    view = np.array([scene.look.right, scene.look.up, scene.look.eye]).T
    ends = np.array([(edge.a, edge.b) for edge in scene.edges]) @ view  # (edges, 2, 3): u, v, depth
    faces = np.array(scene.faces) @ view  # (faces, 4, 3)
    hidden = _hidden(ends, _anticlockwise(faces))
    for edge, (a, b), gaps in zip(scene.edges, ends, hidden, strict=True):
        size = math.hypot(b[0] - a[0], b[1] - a[1])
        for start, end in _left(gaps):
            if (end - start) * size >= LEAST_LINE_MM:
                p, q = a + (b - a) * start, a + (b - a) * end
                yield Line(edge.ref, edge.kind, _flat(p), _flat(q))


def _flat(point: np.ndarray) -> Flat:
    return round(float(point[0]), 1), round(float(point[1]), 1)


def _anticlockwise(faces: np.ndarray) -> np.ndarray:
    """Faces turned the one way round in the picture; those seen edge on left out."""
    u, v = faces[..., 0], faces[..., 1]
    doubled = (u * np.roll(v, -1, 1) - np.roll(u, -1, 1) * v).sum(axis=1)
    turned = np.where((doubled < 0)[:, None, None], faces[:, ::-1], faces)
    kept: np.ndarray = turned[np.abs(doubled) > 2.0]
    return kept


def _hidden(ends: np.ndarray, faces: np.ndarray) -> list[list[tuple[float, float]]]:
    """For each edge the stretches, as shares of it, that some face stands before."""
    gaps: list[list[tuple[float, float]]] = [[] for _ in ends]
    low_e, high_e = ends.min(axis=1), ends.max(axis=1)
    low_f, high_f = faces.min(axis=1), faces.max(axis=1)
    near = low_e[:, None, 2] < high_f[None, :, 2] - BEFORE_MM
    for axis in (0, 1):
        near &= (low_e[:, None, axis] < high_f[None, :, axis]) & (
            high_e[:, None, axis] > low_f[None, :, axis]
        )
    edge, face = np.nonzero(near)
    start, stop = np.zeros(len(edge)), np.ones(len(edge))
    a, d = ends[edge, 0], ends[edge, 1] - ends[edge, 0]
    quad = faces[face]
    for i in range(4):
        side = quad[:, (i + 1) % 4] - quad[:, i]
        _keep(start, stop, *_across(side, a - quad[:, i], d))
    # Depth of the face's plane less the edge's, along the edge
    normal = np.cross(quad[:, 1] - quad[:, 0], quad[:, 2] - quad[:, 0])
    flat = np.abs(normal[:, 2]) < 1e-6  # first three corners in line: take the other three
    normal[flat] = np.cross(quad[flat, 2] - quad[flat, 0], quad[flat, 3] - quad[flat, 0])
    over = np.einsum("pk,pk->p", quad[:, 0] - a, normal) / normal[:, 2] - BEFORE_MM
    rate = -np.einsum("pk,pk->p", d, normal) / normal[:, 2]
    _keep(start, stop, over, rate)
    for k in np.nonzero(stop - start > 1e-9)[0]:
        gaps[edge[k]].append((float(start[k]), float(stop[k])))
    return gaps


def _across(side: np.ndarray, away: np.ndarray, d: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """How far inside a side of a face an edge begins, and how that grows along it."""
    return (
        side[:, 0] * away[:, 1] - side[:, 1] * away[:, 0],
        side[:, 0] * d[:, 1] - side[:, 1] * d[:, 0],
    )


def _keep(start: np.ndarray, stop: np.ndarray, value: np.ndarray, rate: np.ndarray) -> None:
    """Narrow start..stop, in place, to where value + t·rate is above 0."""
    with np.errstate(divide="ignore", invalid="ignore"):
        turn = -value / rate
    rising, falling = rate > 1e-12, rate < -1e-12
    np.maximum(start, turn, out=start, where=rising)
    np.minimum(stop, turn, out=stop, where=falling)
    stop[~rising & ~falling & (value < 0)] = -1.0


def _left(gaps: list[tuple[float, float]]) -> Iterator[tuple[float, float]]:
    """What is left of 0 to 1 between gaps that may overlap."""
    at = 0.0
    for start, end in sorted(gaps):
        if start > at:
            yield at, start
        at = max(at, end)
    if at < 1:
        yield at, 1.0
