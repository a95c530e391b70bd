"""What closes a low pen: roof, walls, mesh, the lid, and the one opening it leaves."""

from __future__ import annotations

from ergamot.core.catalogue import Mesh, Sheet
from ergamot.core.frame.carpentry import backing_m2
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.low_pen.choices import Chosen
from ergamot.core.frame.low_pen.layout import Layout
from ergamot.core.frame.structure import Face, Group, Member, Opening, Panel

LEAST_STRIP_MM = 25.0  # half a rail's thickness and a little: no strip is cut to cover only wood

_AXIS: dict[Face, int] = {"left": 1, "right": 1, "front": 0, "rear": 0, "top": 2, "lid": 2}
_NORMAL: dict[Face, Point] = {
    "left": (0, 1, 0),
    "right": (0, -1, 0),
    "front": (1, 0, 0),
    "rear": (-1, 0, 0),
    "top": (0, 0, 1),
    "lid": (0, 0, 1),
}


def rectangle(face: Face, plane: float, u: Flat, v: Flat) -> tuple[Point, ...]:
    """Corners of an upright rectangle on a face, in order.

    Args: face; plane, its place along the face's axis, mm; u and v, its ranges along the other two
        axes in x, y, z order, mm.
    Returns: four corners.
    Source: geometry.

    >>> rectangle("top", 600, (0, 10), (-5, 5))[2]
    (10, 5, 600)
    """
    loop = ((u[0], v[0]), (u[1], v[0]), (u[1], v[1]), (u[0], v[1]))
    axis = _AXIS[face]

    def point(a: float, b: float) -> Point:
        parts = [a, b]
        parts.insert(axis, plane)
        return (parts[0], parts[1], parts[2])

    return tuple(point(a, b) for a, b in loop)


class _Coverer:
    """Cuts panels to size and numbers them."""

    def __init__(self, members: tuple[Member, ...]):
        self.members = members
        self.panels: list[Panel] = []

    def cover(self, role: str, face: Face, plane: float, u: Flat, v: Flat, what: Sheet | Mesh) -> None:
        if min(u[1] - u[0], v[1] - v[0]) < LEAST_STRIP_MM:
            return  # nothing but bare wood beside the lid
        corners = rectangle(face, plane, u, v)
        is_mesh = isinstance(what, Mesh)
        group: Group = "mesh" if is_mesh else "roof" if face == "top" else "walls"
        self.panels.append(
            Panel(
                ref=f"panel-{len(self.panels) + 1}",
                role=role,
                face=face,
                group="lid" if face == "lid" else group,
                covering=what.key,
                label=what.label,
                corners=corners,
                normal=_NORMAL[face],
                area_m2=(u[1] - u[0]) * (v[1] - v[0]) / 1e6,
                kg_m2=what.mass_kg_m2 if isinstance(what, Mesh) else what.kg_m2,
                solidity=what.solid_share if isinstance(what, Mesh) else 1.0,
                backed_m2=backing_m2(corners, _AXIS[face], plane, self.members),
            )
        )


def cover(
    pen: Chosen, lay: Layout, members: tuple[Member, ...]
) -> tuple[tuple[Panel, ...], tuple[Opening, ...]]:
    """Close every face of a low pen.

    Args: pen, its choices; lay, its lines; members, its frame.
    Returns: the panels, and the openings left on purpose.
    Source: common practice: mesh and sheet lie on the outside of the frame.
    """
    coverer = _Coverer(members)
    half = pen.width / 2
    across, up = (-half, half), (0.0, pen.height)
    roofed, open_run = (lay.x0, lay.roof_edge), (lay.roof_edge, lay.x1)
    sheltered = pen.wall_sheet if pen.walls == "sheltered" else pen.side_mesh
    for face, plane in (("right", -half), ("left", half)):
        side: Face = "right" if face == "right" else "left"
        coverer.cover("side beside the roof", side, plane, roofed, up, sheltered)
        coverer.cover("open side", side, plane, open_run, up, pen.side_mesh)
    rear = pen.side_mesh if pen.walls == "mesh" else pen.wall_sheet
    coverer.cover("rear wall", "rear", lay.x0, across, up, rear)
    coverer.cover("front wall", "front", lay.x1, across, up, pen.side_mesh)
    opening = _lid_opening(pen, lay)
    for zone, what, role in ((roofed, pen.roof, "roof"), (open_run, pen.top_mesh, "overhead mesh")):
        for u, v in _round_the_lid(zone, across, lay):
            coverer.cover(role, "top", pen.height, u, v, what)
    lid_top = pen.height + pen.section.thick_mm
    coverer.cover("lid", "lid", lid_top, lay.lid_x, lay.lid_y, pen.roof if lay.lid_solid else pen.top_mesh)
    return tuple(coverer.panels), (opening,)


def _lid_opening(pen: Chosen, lay: Layout) -> Opening:
    corners = rectangle("top", pen.height, lay.lid_x, lay.lid_y)
    return Opening("opening-1", "lid opening", "top", corners, "lid with two-action latches")


def _round_the_lid(zone: Flat, across: Flat, lay: Layout) -> list[tuple[Flat, Flat]]:
    """The parts of a strip of the top that the lid leaves to be covered."""
    (lx0, lx1), (ly0, ly1) = lay.lid_x, lay.lid_y
    if zone[1] - zone[0] < 1:
        return []
    if lx1 <= zone[0] or lx0 >= zone[1]:
        return [(zone, across)]
    within = (max(lx0, zone[0]), min(lx1, zone[1]))
    return [
        ((zone[0], within[0]), across),
        ((within[1], zone[1]), across),
        (within, (across[0], ly0)),
        (within, (ly1, across[1])),
    ]
