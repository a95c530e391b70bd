"""Framing and covering a hoop."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from ergamot.core.catalogue import Catalogue, Covering
from ergamot.core.catalogue.kinds import Fitting, Made
from ergamot.core.finding import phrase
from ergamot.core.frame.bending import DRAWN_WIRE_MPA, TUBE_E_GPA
from ergamot.core.frame.covering import Coat, Coverer, wall
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.hoop.choices import HoopChoices, chosen, post_places
from ergamot.core.frame.hoop.sticks import (
    roost_stand,
    roosts_end,
    set_base,
    set_ends,
    set_knee_walls,
    set_ridge,
)
from ergamot.core.frame.kinds import Group, Item, Space
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.parts.doors import Leaf, hang
from ergamot.core.frame.parts.drag import roof_edge
from ergamot.core.frame.parts.finish import Finished, finish
from ergamot.core.frame.parts.gear import lifting_rope, running_gear
from ergamot.core.frame.parts.house import build_house
from ergamot.core.frame.parts.inside import fit_inside
from ergamot.core.frame.parts.lines import panels_along, rib_lines
from ergamot.core.frame.parts.marks import BESIDE_MM, base_marks, whole_and_halves
from ergamot.core.frame.parts.openings import read_openings
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.structure import Dimension, Hardware, Room, Structure
from ergamot.core.units import Quantity

SET_OUT_PIECES = 240  # the curve as set out: finer than it is drawn
STUDS_APART_MM = 900.0  # of a knee wall; judgement: as far as mesh is stapled
LAP_TIE_MM = 200.0  # ties where two panels lap; judgement: at every wire


def build(values: Mapping[str, Value], catalogue: Catalogue) -> Structure:
    """Frame and cover a hoop.

    Args: values, one for each parameter, checked; catalogue.
    Returns: the Structure.
    Source: common practice; see the schedule in this package's docstring.

    >>> build(asked("hoop"), c).shape
    'hoop'
    """
    pen = chosen(values, catalogue)
    thick = pen.section.thick_mm
    x = (pen.start, pen.length)
    lines, rib = _ribs(pen, x)
    inner = pen.half - thick
    frame = pen.timbers.framing()
    site = Site(catalogue, pen.profile(), x, lines, rib, lambda z: (-inner, inner), frame, Coverer())
    set_base(site, pen)
    set_knee_walls(site, pen)
    set_ends(site, pen)
    site.strapped += set_ridge(site, pen)
    house = (
        build_house(site, pen.house)
        if pen.house
        else Room(roost_m=roost_stand(site, pen) if pen.stand else 0.0)
    )
    _cover(site, pen)
    _ends(site, pen)
    _panels(site, pen)
    axles = running_gear(site, pen.gear, pen.length, pen.half)
    grip = lifting_rope(site, pen.gear, pen.length, pen.half)
    front = roosts_end(site, pen) if pen.stand else x[0] + (pen.house.length if pen.house else 0.0)
    hung = fit_inside(site, pen.inside, pen.half, site.profile.height_at(pen.half * 0.4), front, 560)
    room = replace(hung, roost_m=house.roost_m, nests=house.nests)
    head = site.profile.top_z - pen.ridge.thick_mm
    curve = tuple((y, pen.foot_z + z) for y, z in pen.curve.points(SET_OUT_PIECES))
    return finish(
        site,
        Finished(
            "hoop",
            pen.length,
            pen.half,
            axles,
            grip,
            room,
            head,
            _dimensions(pen, site),
            curve,
            lambda one: (roof_edge(one, pen.roofed),),
            read_openings(values, pen.mesh, pen.wall_sheet),
        ),
    )


def _ribs(pen: HoopChoices, x: Flat) -> tuple[tuple[float, ...], float]:
    """Where the ribs stand along it, and how thick: the studs of knee walls, one of them under the front of a house; else
    its ends."""
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    if not pen.wall:
        return (x[0] + thick / 2, x[1] - thick / 2), thick
    walls = (x[0] + pen.house.length - deep / 2,) if pen.house else ()
    lines, _ = rib_lines((x[0] + deep / 2, x[1] - deep / 2), walls, STUDS_APART_MM, None, deep)
    return lines, deep


def _cover(site: Site, pen: HoopChoices) -> None:
    """Wire panels everywhere; over them tarp where roofed, above the skirt, and mesh on the rest. A house is all under
    tarp."""
    x0, x1 = site.x
    housed = x0 + pen.house.length if pen.house else x0
    edge = max(housed, x0 + pen.roofed * (x1 - x0))
    for face in site.profile.faces(site.x):
        if not face.curved:
            continue
        for zone, space in (((x0, housed), Space.HOUSE), ((housed, x1), Space.RUN)):
            if zone[1] - zone[0] > 1:
                hoop = Coat("wire panel hoop", pen.panel, Group.FRAME, space, piece="hoop", under=True)
                site.cover.cover(face, hoop, zone, (0, face.tall))
        if housed > x0:
            over = Coat("house cover", pen.cover, Group.ROOF, Space.HOUSE, piece="cover")
            site.cover.cover(face, over, (x0, housed), (0, face.tall))
            fine = Coat(
                "mesh under the house cover",
                pen.mesh,
                Group.MESH,
                Space.HOUSE,
                piece="house mesh",
                under=True,
            )
            site.cover.cover(face, fine, (x0, housed), (0, face.tall))
        middle = face.point(0, face.tall / 2)[2]
        bare = middle < pen.skirt
        if edge > housed + 1 and not bare:
            tarp = Coat("cover", pen.cover, Group.ROOF, piece="cover")
            site.cover.cover(face, tarp, (housed, edge), (0, face.tall))
        elif edge > housed + 1:
            side = Coat("mesh skirt", pen.mesh, Group.MESH, piece=f"skirt {face.point(0, 0)[1] > 0}")
            site.cover.cover(face, side, (housed, edge), (0, face.tall))
        over = Coat("mesh over the hoop", pen.mesh, Group.MESH, piece="mesh over the hoop")
        if x1 - edge > 1:
            site.cover.cover(face, over, (edge, x1), (0, face.tall))


def _ends(site: Site, pen: HoopChoices) -> None:
    front, rear = site.faces["front"], site.faces["rear"]
    if pen.doorway.there:
        deep, (_, high) = pen.section.deep_mm, pen.doorway.clear
        reach = post_places(pen)[0] + deep / 2
        foot = pen.timbers.foot_z
        v = (foot - deep / 2, foot + high + deep / 2)
        leaf = Leaf("door", pen.mesh, "left", own_kg=pen.doorway.own_kg)
        hang(site, front, (-reach, reach), v, leaf, pen.doorway.clear)
    site.cover.cover(front, wall("front end", pen.mesh))
    solid: Covering = pen.wall_sheet if pen.end_wall == "solid" else pen.mesh
    knee: Covering = pen.wall_sheet if pen.wall_of == "solid" else pen.mesh
    x0, x1 = site.x
    floor, to = (pen.house.floor_z, x0 + pen.house.length) if pen.house else (0.0, x0)
    if pen.house:
        wide = (min(v for v, _ in rear.outline), max(v for v, _ in rear.outline))
        site.cover.cover(rear, wall("rear end under the house", solid), wide, (0, floor))
        site.cover.cover(rear, wall("house rear", pen.house.walls, Space.HOUSE), wide, (floor, rear.top))
    else:
        site.cover.cover(rear, wall("rear end", solid))
    for name in ("right", "left") if pen.wall else ():
        face = site.faces[name]
        site.cover.cover(face, wall("knee wall", knee), (to, x1), (0, face.top))
        if pen.house:
            site.cover.cover(face, wall("knee wall under the house", knee), (x0, to), (0, floor))
            house_wall = wall("house wall", pen.house.walls, Space.HOUSE)
            site.cover.cover(face, house_wall, (x0, to), (floor, face.top))


def _panels(site: Site, pen: HoopChoices) -> None:
    """Laps and ties of the wire panels, and what is left of the last one."""
    length = site.x[1] - site.x[0]
    whole, last = panels_along(length, pen.panel)
    pieces = whole + (1 if last else 0)
    spare = max(0.0, whole * pen.panel.width_mm + last - length) / 1000
    kg = spare * pen.panel.length_mm / 1000 * pen.panel.mass_kg_m2
    middle = (sum(site.x) / 2, 0.0, pen.foot_z + pen.curve.rise / 2)
    ties = int((pieces - 1) * pen.panel.length_mm / LAP_TIE_MM) + 8
    tie, laps = site.usual(Fitting.TIE), f"laps of {pieces} wire panels"
    site.hardware += [
        Hardware("panel-laps", Item.LAP, "panel laps", Group.FRAME, laps, kg, middle),
        Hardware(
            "panel-ties",
            Item.LAP,
            "panel ties",
            Group.FIXINGS,
            tie.label,
            tie.kg * ties,
            middle,
            tie,
            ties,
        ),
    ]
    sprung = 1000 * TUBE_E_GPA[Made.STEEL] * pen.panel.wire_mm * pen.curve.sharpest / 2
    if sprung > DRAWN_WIRE_MPA:
        told = "bent up, its wires are sprung past their yield ({sprung} MPa of {bears}): they take a set, and stand so"
        site.notes.append(
            phrase(told, sprung=Quantity(round(sprung), ""), bears=Quantity(DRAWN_WIRE_MPA, ""))
        )
    if last:
        cut = Quantity(last, "mm")
        site.notes.append(phrase(f"{whole} whole wire panels and one cut on the wire at {{cut}}", cut=cut))


def _dimensions(pen: HoopChoices, site: Site) -> tuple[Dimension, ...]:
    half, top = pen.half, site.profile.top_z
    x1 = site.x[1]
    bulge = max(y for y, _ in pen.points)
    knee = Dimension("side", (x1, 0), (x1, pen.wall), BESIDE_MM / 2, pen.wall, "wall")
    return (
        *base_marks(site, pen.length, half),
        *((knee,) if pen.wall else ()),
        Dimension("side", (x1, 0), (x1, top), BESIDE_MM, top),
        Dimension("end", (-bulge, 0), (-bulge, top), -BESIDE_MM, top),
    )


def stops(parameter: str, values: Mapping[str, Value], catalogue: Catalogue) -> tuple[float, ...]:
    """Values of a length at which panels or sticks come out whole.

    Args: parameter, its name; values, the design as it stands; catalogue.
    Returns: lengths in mm, rising; none for a parameter that stock does not rule.
    Source: panel widths and stock lengths in the catalogue.

    >>> stops("length", asked("hoop"), c)[:2]
    (1379.5, 2599.5)
    """
    pen = chosen(values, catalogue)
    if parameter == "length":
        step = pen.panel.width_mm - 50
        return tuple(round(pen.start + n * step + 50, 1) for n in range(1, 5))
    if parameter == "width":
        return whole_and_halves(pen.section, 2 * pen.section.thick_mm)
    return ()
