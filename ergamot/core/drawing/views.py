"""Outlines of everything in a structure as seen from above, from the side and from the front.

Each view is a flat picture in mm: u to the right, v up. Outlines come back to front, so drawing
them in order hides what lies behind.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, replace
from typing import Literal

import shapely
from shapely import Polygon

from ergamot.core.catalogue.kinds import Pattern
from ergamot.core.frame.geometry import Flat, Point, convex_hull, drum, polygon_area
from ergamot.core.frame.kinds import STAYS_BEHIND, Item, When
from ergamot.core.frame.structure import Dimension, Hardware, Panel, Structure

ViewName = Literal["plan", "side", "end"]
Kind = Literal["stick", "sheet", "mesh", "wheel", "rod", "part", "opening"]


@dataclass(frozen=True)
class Outline:
    """One thing in a view; `ref` points back to the structure, `label` is its cut-list label.

    `holes` are cut out of it: openings in a sheet or mesh; `pattern` is how a covering is drawn.
    """

    ref: str
    kind: Kind
    role: str
    label: str
    points: tuple[Flat, ...]
    holes: tuple[tuple[Flat, ...], ...] = ()
    pattern: Pattern | None = None


@dataclass(frozen=True)
class View:
    """A flat picture: outlines back to front, dimensions, and corners of what is drawn.

    The first `behind` outlines lie beyond the birds, the rest between them and the eye.
    """

    name: ViewName
    outlines: tuple[Outline, ...]
    behind: int
    dimensions: tuple[Dimension, ...]
    low: Flat
    high: Flat


@dataclass(frozen=True)
class _Eye:
    """How a view looks: flattens a point, and tells how near it is."""

    flat: Callable[[Point], Flat]
    near: Callable[[Point], float]


_EYES: dict[ViewName, _Eye] = {
    "plan": _Eye(lambda p: (p[0], p[1]), lambda p: p[2]),
    "side": _Eye(lambda p: (p[0], p[2]), lambda p: -p[1]),
    "end": _Eye(lambda p: (p[1], p[2]), lambda p: p[0]),
}
CIRCLE_POINTS = 36
EDGE_ON_MM2 = 500.0  # a panel that shows less than this is seen edge on
SMALL_PART_MM = 22.0  # hinges and latches are drawn as a mark this wide


def view(structure: Structure, name: ViewName) -> View:
    """Draw a structure in one view.

    Args: structure; name, plan (front to the right), side (from the right) or end (from the front).
    Returns: the View.
    Source: parallel projection.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> view(build(make_design(c, "low-pen", {}), c), "plan").name
    'plan'
    """
    eye = _EYES[name]
    drawn: list[tuple[float, Outline]] = []

    def add(corners: Iterable[Point], outline: Outline) -> None:
        if len(outline.points) >= 3 or outline.kind in ("sheet", "mesh"):
            drawn.append((max(eye.near(corner) for corner in corners), outline))

    for member in structure.members:
        solids = structure.drawn_solids[member.ref]
        shape = _joined([convex_hull([eye.flat(corner) for corner in solid]) for solid in solids])
        corners = [corner for solid in solids for corner in solid]
        add(corners, Outline(member.ref, "stick", member.role, member.label, shape))
    for panel in _standing(structure):
        kind: Kind = "sheet" if panel.solid else "mesh"
        ring, holes = _flattened(eye, panel)
        add(panel.corners, Outline(panel.ref, kind, panel.role, panel.label, ring, holes, panel.pattern))
    for opening in structure.openings:
        shape = _silhouette(eye, (opening.corners,))
        add(opening.corners, Outline(opening.ref, "opening", opening.role, opening.closed_by, shape))
    for item in structure.hardware:
        if item.when is When.ASIDE and item.item not in STAYS_BEHIND:
            continue
        solid = _hardware(item, name)
        if solid:
            shape = _silhouette(eye, (solid[1],))
            add(solid[1], Outline(item.ref, solid[0], item.role, item.label, shape))
    drawn.sort(key=lambda pair: pair[0])
    birds_at = _bird_depth(structure, name)
    outlines = tuple(outline for _, outline in drawn)
    points = [point for outline in outlines for point in outline.points]
    return View(
        name=name,
        outlines=outlines,
        behind=sum(depth <= birds_at for depth, _ in drawn),
        dimensions=tuple(d for d in structure.dimensions if d.view == name),
        low=(min(p[0] for p in points), min(p[1] for p in points)),
        high=(max(p[0] for p in points), max(p[1] for p in points)),
    )


def _bird_depth(structure: Structure, name: ViewName) -> float:
    """How near the birds are: on the ground, on the centre line, or midway along."""
    middle = (sum(structure.body.x) / 2, 0.0, max(m.section.deep_mm for m in structure.members))
    return _EYES[name].near(middle)


def _standing(structure: Structure) -> Iterator[Panel]:
    """Panels that are not in the shed; strips of one bent sheet as a single panel round them all."""
    bent: dict[tuple[str, str], list[Panel]] = {}
    for panel in structure.standing:
        if panel.curved:
            bent.setdefault((panel.role, panel.piece), []).append(panel)
        else:
            yield panel
    for strips in bent.values():
        yield replace(strips[0], corners=tuple(corner for strip in strips for corner in strip.corners))


def _silhouette(eye: _Eye, solids: Iterable[tuple[Point, ...]]) -> tuple[Flat, ...]:
    """The outline of one or more convex pieces that join end to end."""
    return _joined([convex_hull([_round(eye.flat(corner)) for corner in solid]) for solid in solids])


def _joined(hulls: list[tuple[Flat, ...]]) -> tuple[Flat, ...]:
    """One outline round convex ones that touch."""
    if len(hulls) == 1:
        return hulls[0]
    joined = shapely.union_all([Polygon(hull) for hull in hulls if len(hull) >= 3])
    if not isinstance(joined, Polygon):
        return convex_hull([point for hull in hulls for point in hull])
    return tuple((float(u), float(v)) for u, v in list(joined.exterior.coords)[:-1])


def _flattened(eye: _Eye, panel: Panel) -> tuple[tuple[Flat, ...], tuple[tuple[Flat, ...], ...]]:
    """A panel's outline and holes; edge on, only the line it makes; bent, all it covers."""
    ring = tuple(_round(eye.flat(corner)) for corner in panel.corners)
    if panel.curved or polygon_area(ring) < EDGE_ON_MM2:
        return convex_hull(list(ring)), ()
    return ring, tuple(tuple(_round(eye.flat(corner)) for corner in hole) for hole in panel.holes)


def _round(point: Flat) -> Flat:
    return round(point[0], 1), round(point[1], 1)


def _hardware(item: Hardware, name: ViewName) -> tuple[Kind, tuple[Point, ...]] | None:
    x, y, z = item.place
    if item.size_mm is None:
        if item.item in (Item.FIXING, Item.LAP, Item.ROPE):
            return None
        s = SMALL_PART_MM
        return "part", tuple(
            (x + i * s, y + j * s, z + s * (k + 1) / 2) for i in (-1, 1) for j in (-1, 1) for k in (-1, 1)
        )
    round_or_square = CIRCLE_POINTS if name == "side" else 4  # along its face a drum is a rectangle
    right, left = drum(item.place, *item.size_mm, round_or_square)
    return ("wheel" if item.item is Item.WHEEL else "rod"), (*right, *left)
