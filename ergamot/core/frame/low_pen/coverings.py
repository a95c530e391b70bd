"""What closes a low pen: roof, walls, mesh, and the way in."""

from __future__ import annotations

from ergamot.core.catalogue import Covering
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.frame.covering import Coat, under_cloth, wall
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Group, Space
from ergamot.core.frame.low_pen.choices import DROP_FRONT, LowPenChoices
from ergamot.core.frame.low_pen.layout import Layout
from ergamot.core.frame.low_pen.tall import ROOF, TallHouse
from ergamot.core.frame.parts.doors import Leaf, hang
from ergamot.core.frame.parts.inside import BATTEN_MM
from ergamot.core.frame.parts.site import Site


def close(site: Site, pen: LowPenChoices, lay: Layout) -> None:
    """Close every face of a low pen.

    Args: site, with its faces; pen, its choices; lay, its lines.
    Source: common practice: mesh and sheet lie on the outside of the frame.

    >>> from ergamot.core.frame.low_pen.choices import chosen
    >>> from ergamot.core.frame.low_pen.layout import lay_out
    >>> site, choices = begun(), chosen(asked(), c)
    >>> close(site, choices, lay_out(choices))
    >>> [opening.role for opening in site.cover.openings]
    ['lid opening']
    """
    _way_in(site, pen, lay)
    roofed, open_run = (lay.run, lay.roof_edge), (lay.roof_edge, lay.x1)
    if pen.tall:
        _house(site, pen.tall, pen, (lay.x0, lay.run))
    for name in ("right", "left"):
        face = site.faces[name]
        sheltered = pen.wall_sheet if pen.walls == "sheltered" else pen.side_mesh
        site.cover.cover(face, wall("side beside the roof", sheltered), roofed, (0, face.tall))
        site.cover.cover(face, wall("open side", pen.side_mesh), open_run, (0, face.tall))
    if not pen.tall:
        rear = pen.side_mesh if pen.walls == "mesh" else pen.wall_sheet
        site.cover.cover(site.faces["rear"], wall("rear wall", rear))
    site.cover.cover(site.faces["front"], wall("front wall", pen.side_mesh))
    top = site.faces["top"]
    own_kg = None
    if pen.roof_made == "own":
        own_kg = (roofed[1] - roofed[0]) * top.tall / 1e6 * pen.roof.kg_m2
    site.cover.cover(top, Coat("roof", pen.roof, Group.ROOF, own_kg=own_kg), roofed, (0, top.tall))
    site.cover.cover(top, Coat("overhead mesh", pen.top_mesh, Group.MESH), open_run, (0, top.tall))


def _house(site: Site, tall: TallHouse, pen: LowPenChoices, x: Flat) -> None:
    """Mesh to its floor, sheet over it, its own roof."""
    floor = tall.house.floor_z
    for name in ("right", "left", "rear"):
        face = site.faces[name]
        u = (-pen.half, pen.half) if name == "rear" else x
        site.cover.cover(face, wall("under the house", pen.side_mesh), u, (0, floor))
        site.cover.cover(face, wall("house wall", tall.house.walls, Space.HOUSE), u, (floor, face.top))
    roof = site.faces[ROOF]
    site.cover.cover(roof, Coat("house roof", pen.roof, Group.ROOF, Space.HOUSE))
    low_u, low_v, high_u, high_v = roof.bounds
    under_cloth(site.cover, roof, pen.roof, pen.top_mesh, (low_u, high_u), (low_v, high_v))


def _way_in(site: Site, pen: LowPenChoices, lay: Layout) -> None:
    deep = pen.section.deep_mm
    if pen.access == DROP_FRONT:
        v = (pen.timbers.foot_z - deep / 2, pen.low_height - deep - 1)
        hang(site, site.faces["front"], (-pen.half, pen.half), v, Leaf("drop front", pen.side_mesh, "bottom"))
    elif lay.hatch_x is not None:
        low = BATTEN_MM if pen.inside.ground == "batten" else pen.timbers.foot_z - deep / 2
        v = (low, pen.low_height - deep - 1)
        hang(site, site.faces["left"], lay.hatch_x, v, Leaf("side hatch", pen.side_mesh, "bottom"))
    else:
        what: Covering = pen.roof if lay.lid_solid else pen.top_mesh
        stretch = site.faces["top"].tall / pen.width
        v = ((lay.lid_y[0] + pen.half) * stretch, (lay.lid_y[1] + pen.half) * stretch)
        hang(site, site.faces["top"], lay.lid_x, v, Leaf("lid", what, "bottom", stay=Fitting.PROP))
