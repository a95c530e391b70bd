"""Putting a pipe kit together: nodes and pipes, mesh tied on, a tarp, a lid, a loop to pull it by."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from itertools import pairwise

from ergamot.core.catalogue import Catalogue, Covering
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.finding import phrase
from ergamot.core.frame.carpentry import Framing, Piece
from ergamot.core.frame.covering import Coat, Coverer, wall
from ergamot.core.frame.footing import Grip
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.kinds import Duty, Group
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.parts.doors import Leaf, hang
from ergamot.core.frame.parts.drag import bay_line
from ergamot.core.frame.parts.finish import Finished, finish
from ergamot.core.frame.parts.inside import fit_inside
from ergamot.core.frame.parts.lines import evenly
from ergamot.core.frame.parts.marks import base_marks
from ergamot.core.frame.parts.openings import read_openings
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.pipe_kit.choices import PipeKitChoices, chosen
from ergamot.core.frame.pipe_kit.nodes import Run, set_runs
from ergamot.core.frame.profile import chain
from ergamot.core.frame.structure import Dimension, Structure
from ergamot.core.units import Quantity

LOOP_HALF_MM = 200.0  # two hands side by side; judgement
LOOP_REACH_MM = 180.0  # ahead of the front, for fingers round the pipe; judgement
BASE = Piece(Duty.BASE_RAIL, "base pipe", "B", "lies on the grass and slides on it")
BASE_CROSS = Piece(Duty.BASE_CROSS, "base cross pipe", "B", "closes the end at the ground")
POST = Piece(Duty.UPRIGHT, "post", "U", "holds the top up; the mesh is tied to it")
TOP = Piece(Duty.PLATE, "top pipe", "T", "ties the posts")
TOP_CROSS = Piece(Duty.CROSS_RAIL, "top cross pipe", "C", "carries tarp and mesh")
RIDGE = Piece(Duty.RIDGE_TUBE, "middle pipe", "M", "keeps mesh and tarp from bellying")
LOOP = Piece(Duty.FURNITURE, "hand loop", "H", "to pull and carry it by", Group.GEAR)


def build(values: Mapping[str, Value], catalogue: Catalogue) -> Structure:
    """Frame and cover a pipe kit.

    Args: values, one for each parameter, checked; catalogue.
    Returns: the Structure.
    Source: common practice; see this package's docstring.

    >>> build(asked("pipe-kit"), c).shape
    'pipe-kit'
    """
    pen = chosen(values, catalogue)
    half, thick = pen.half, pen.pipe.thick_mm
    x0, x1 = 0.0, pen.length
    lines = tuple(evenly(x0 + thick / 2, x1 - thick / 2, pen.bay))
    points = [(-half, 0.0), (-half, pen.height), (half, pen.height), (half, 0.0)]
    site = Site(
        catalogue,
        chain(points, ["right", "top", "left"], pen.height),
        (x0, x1),
        lines,
        thick,
        lambda z: (thick - half, half - thick),
        Framing(pen.pipe, pen.species, leaf=pen.leaf),
        Coverer(),
    )
    set_runs(site, tuple(_runs(pen, lines)))
    edge = min(lines[1:], key=lambda line: abs(line - pen.roofed * x1)) if pen.roofed else x0
    edge = x1 if edge == lines[-1] else edge
    _close(site, pen, edge)
    grip = Grip(x1 + LOOP_REACH_MM, thick / 2)
    site.fit(Fitting.ROPE, "pulling rope", Group.GEAR, [(x1 + LOOP_REACH_MM, 0.0, thick / 2)])
    room = fit_inside(site, pen.inside, half, pen.height - thick, x0)
    _say(site, pen)
    made = Finished(
        "pipe-kit",
        pen.length,
        half,
        (None, None),
        grip,
        room,
        pen.height - thick,
        (
            *base_marks(site, pen.length, half),
            Dimension("side", (x1, 0), (x1, pen.height), 260, pen.height, "height"),
        ),
        openings=read_openings(values, pen.mesh, pen.roof),
        drag=lambda one: (bay_line(one, pen.bay),),
        packs=pen.pinned,
    )
    return finish(site, made)


def _runs(pen: PipeKitChoices, lines: tuple[float, ...]) -> Iterator[Run]:
    """Every pipe from node to node: both sides first, then what goes across, then the loop."""
    thick = pen.pipe.thick_mm
    y, low, high = pen.half - thick / 2, thick / 2, pen.height - thick / 2
    glued = not pen.pinned
    for side in (-y, y):
        yield from (Run((a, side, low), (b, side, low), BASE) for a, b in pairwise(lines))
        yield from (Run((x, side, low), (x, side, high), POST) for x in lines)
        yield from (Run((a, side, high), (b, side, high), TOP) for a, b in pairwise(lines))
    ys = (-y, 0.0, y) if pen.ridged else (-y, y)
    for x in lines:
        yield from (Run((x, a, high), (x, b, high), TOP_CROSS, glued) for a, b in pairwise(ys))
    if pen.ridged:
        yield from (Run((a, 0.0, high), (b, 0.0, high), RIDGE, glued) for a, b in pairwise(lines))
    rear, front = lines[0], lines[-1]
    yield Run((rear, -y, low), (rear, y, low), BASE_CROSS, glued)
    loop = (-y, -LOOP_HALF_MM, LOOP_HALF_MM, y)
    yield from (Run((front, a, low), (front, b, low), BASE_CROSS, glued) for a, b in pairwise(loop))
    out = front + LOOP_REACH_MM
    for a in loop[1:3]:
        yield Run((front, a, low), (out, a, low), LOOP)
    yield Run((out, loop[1], low), (out, loop[2], low), LOOP)


def _close(site: Site, pen: PipeKitChoices, edge: float) -> None:
    """Mesh tied all round, the tarp over the rear, a lid in the last open bay or, under the tarp, the last of all."""
    x0, x1 = site.x
    top = site.faces["top"]
    bays = list(pairwise(site.lines))
    bay = bays[-1]
    under = edge > bay[0] + 1
    v = _lid(pen)
    what: Covering = pen.roof if under else pen.mesh
    hang(site, top, bay, v, Leaf("lid", what, "top", stay=Fitting.PROP))
    sheltered: Covering = pen.roof if pen.walls == "sheltered" else pen.mesh
    for name in ("right", "left"):
        face = site.faces[name]
        site.cover.cover(face, wall("side of the covered part", sheltered), (x0, edge), (0, face.tall))
        site.cover.cover(face, wall("open side", pen.mesh), (edge, x1), (0, face.tall))
    site.cover.cover(site.faces["rear"], wall("rear", sheltered if edge > x0 else pen.mesh))
    site.cover.cover(site.faces["front"], wall("front", pen.mesh))
    site.cover.cover(top, Coat("tarp", pen.roof, Group.ROOF), (x0, edge), (0, top.tall))
    site.cover.cover(top, Coat("overhead mesh", pen.mesh, Group.MESH), (edge, x1), (0, top.tall))


def _lid(pen: PipeKitChoices) -> Flat:
    """From where to where across the top: half of it where a pipe runs along its middle."""
    thick = pen.pipe.thick_mm
    return (pen.half if pen.ridged else thick / 2, pen.width - thick / 2)


def _say(site: Site, pen: PipeKitChoices) -> None:
    site.notes.append(
        phrase("plastic pipe grows brittle in the sun: paint it, and look over every fitting each spring")
    )
    if pen.pinned:
        corner: Point = (pen.length, pen.height, 4 * pen.pipe.thick_mm)
        long, high, thick = (Quantity(mm, "mm") for mm in corner)
        site.notes.append(
            phrase(
                "packs flat: pull the pins of every cross pipe; two sides in {long} × {high} × {thick}, the rest beside them",
                long=long,
                high=high,
                thick=thick,
            )
        )
