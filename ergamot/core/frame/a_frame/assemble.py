"""Framing and covering an A-frame."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace
from itertools import pairwise

from ergamot.core.catalogue import Catalogue, Covering
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.finding import phrase
from ergamot.core.frame.a_frame.choices import AFrameChoices, chosen
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.covering import Coat, under_cloth, wall
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Duty, Group, Space
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.parts.doors import Leaf, hang
from ergamot.core.frame.parts.drag import apex_crown, bay_line, roof_edge
from ergamot.core.frame.parts.finish import Finished, finish
from ergamot.core.frame.parts.gear import base_rails, body_start, lifting_rope, running_gear
from ergamot.core.frame.parts.house import build_house
from ergamot.core.frame.parts.inside import fit_inside
from ergamot.core.frame.parts.lines import evenly
from ergamot.core.frame.parts.marks import BESIDE_MM, base_marks, whole_and_halves
from ergamot.core.frame.parts.openings import read_openings
from ergamot.core.frame.parts.shell import Ribs, on_a_rib, ribbed_site
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.structure import Dimension, Room, Structure

JIG_OVER_DEG = 50.0  # judgement: most mitre saws turn no further
LEAST_BRACE_MM = 300.0


def build(values: Mapping[str, Value], catalogue: Catalogue) -> Structure:
    """Frame and cover an A-frame.

    Args: values, one for each parameter, checked; catalogue.
    Returns: the Structure.
    Source: common practice; see the schedule in this package's docstring.

    >>> build(asked("a-frame"), c).shape
    'a-frame'
    """
    pen = chosen(values, catalogue)
    site = _site(pen, catalogue)
    base_rails(site, pen.length, pen.half, pen.gear)
    _rafters(site, pen)
    room = Room()
    house_to = site.x[0]
    if pen.house:
        house_to = site.x[0] + pen.house.length
    roof_to = max(house_to, site.x[0] + pen.roofed * (site.x[1] - site.x[0]))
    roof_to = on_a_rib(site, roof_to)
    _noggins(site, pen, roof_to)
    _front(site, pen)
    _rear(site, pen)
    _slopes(site, pen, house_to, roof_to)
    if pen.house:
        room = build_house(site, pen.house)
    axles = running_gear(site, pen.gear, pen.length, pen.half)
    grip = lifting_rope(site, pen.gear, pen.length, pen.half)
    hang_z = pen.inner_z(pen.half * 0.4)
    hung = fit_inside(site, pen.inside, pen.half, hang_z, house_to)
    _say_jig(site, pen)
    room = replace(hung, roost_m=room.roost_m, nests=room.nests)
    head = pen.inner_z(0)
    return finish(
        site,
        Finished(
            "a-frame",
            pen.length,
            pen.half,
            axles,
            grip,
            room,
            head,
            _dimensions(pen, site),
            drag=lambda one: (
                apex_crown(one, 180 - 2 * math.degrees(pen.pitch)),
                roof_edge(one, pen.roofed),
                bay_line(one, pen.bay),
            ),
            openings=read_openings(values, pen.mesh, pen.wall_sheet),
        ),
    )


def _site(pen: AFrameChoices, catalogue: Catalogue) -> Site:
    x = (body_start(pen.gear), pen.length)
    roll = pen.mesh if pen.bays == "roll" else None
    ribs = Ribs(pen.section.thick_mm, pen.bay, roll, pen.house.parted if pen.house else ())
    frame = pen.timbers.framing()
    return ribbed_site(catalogue, pen.profile(), pen.clear, x, ribs, frame)


def _rafters(site: Site, pen: AFrameChoices) -> None:
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    foot, top = pen.foot_z, pen.ridge_y
    along, drop = deep / math.sin(pen.pitch), deep / math.cos(pen.pitch)
    ridge_z = pen.outer_z(top)
    rafter = Piece(Duty.RAFTER, "rafter", "R", "carries the slope; mitred at ridge and foot")
    for line in site.lines:
        for side in (-1, 1):
            outline = (
                (side * pen.half, foot),
                (side * top, ridge_z),
                (side * top, ridge_z - drop),
                (side * (pen.half - along), foot),
            )
            site.frame.profiled(rafter, outline, "x", (line - thick / 2, line + thick / 2))
        if not pen.ridge_board:
            site.fit(Fitting.GUSSET, "ridge gusset", Group.FRAME, [(line, 0.0, ridge_z - drop)])
    if pen.ridge_board:
        board = Piece(Duty.RIDGE, "ridge board", "D", "the rafters lean against it")
        site.frame.stick(board, site.x, (-top, top), (ridge_z - deep, ridge_z), "x")


def _noggins(site: Site, pen: AFrameChoices, roof_to: float) -> None:
    """Under sheet, so that it spans no further than it can; a brace where there is none."""
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    noggin = Piece(Duty.NOGGIN, "noggin", "N", "carries the roof sheet between rafters")
    brace = Piece(Duty.SIDE_BRACE, "slope brace", "K", "keeps the slope from racking")
    for name in ("right slope", "left slope"):
        face = site.faces[name]
        # Clear of the ridge board, whose corner reaches down past the rafters' inner edge
        usable = face.tall - deep - thick - deep / math.tan(math.pi / 2 - pen.pitch)
        rows = evenly(0, face.tall, pen.roof.purlin_span_m * 1000)[1:-1]
        for a, b in pairwise(site.lines):
            u = (a + thick / 2, b - thick / 2)
            if b + thick / 2 <= roof_to + 1:
                for v in rows:
                    v = min(v, usable)
                    site.frame.on_face(noggin, face, u, (v - thick / 2, v + thick / 2), (-deep, 0), "u")
            elif b == site.lines[-1]:
                _brace(site, pen, brace, name, u)


def _brace(site: Site, pen: AFrameChoices, brace: Piece, name: str, u: Flat) -> None:
    face, deep = site.faces[name], pen.section.deep_mm
    low = deep / math.tan(pen.pitch) + 20
    high = min(face.tall * 0.6, low + (u[1] - u[0]))
    if high - low > LEAST_BRACE_MM and u[1] - u[0] > LEAST_BRACE_MM:
        site.frame.diagonal(brace, face, (u[0], low), (u[1], high - deep * 1.5), (-pen.section.thick_mm, 0))


def _front(site: Site, pen: AFrameChoices) -> None:
    """Door posts up to the rafters, a head between them, and the leaf over the opening; or studs alone."""
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    wide, high = pen.doorway.clear
    x = (site.x[1] - thick, site.x[1])
    post = Piece(Duty.POST, "door post", "S", "the door hangs on it")
    if not pen.doorway.there:
        post = Piece(Duty.END_STUD, "end stud", "S", "stiffens the end")
    for side in (-1, 1):
        _stud(site, pen, post, (side * wide / 2, side * (wide / 2 + deep)), x)
    front = site.faces["front"]
    site.cover.cover(front, Coat("front end", pen.mesh, Group.MESH))
    if not pen.doorway.there:
        return
    top = pen.foot_z + high
    head = Piece(Duty.HEAD, "door head", "S", "closes the frame of the door")
    site.frame.stick(head, x, (-wide / 2, wide / 2), (top, top + deep), "y")
    reach = wide / 2 + deep / 2
    hang(
        site,
        front,
        (-reach, reach),
        (pen.foot_z - deep / 2, top + deep / 2),
        Leaf("door", pen.mesh, "left", own_kg=pen.doorway.own_kg),
        pen.doorway.clear,
    )


def _stud(site: Site, pen: AFrameChoices, piece: Piece, y: Flat, x: Flat, top: float | None = None) -> None:
    """An upright in an end wall, from the base cross rail to the rafters or to a level top."""
    foot = pen.foot_z
    tops = [top, top] if top is not None else [pen.inner_z(at) for at in y]
    if min(tops) - foot > 60:
        outline = ((y[0], foot), (y[0], tops[0]), (y[1], tops[1]), (y[1], foot))
        site.frame.profiled(piece, outline, "x", x)


def _rear(site: Site, pen: AFrameChoices) -> None:
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    x = (site.x[0], site.x[0] + thick)
    stud = Piece(Duty.END_STUD, "end stud", "S", "stiffens the rear end")
    top = pen.house.under_floor if pen.house else None
    at = max(pen.half / 3, deep)
    if top is not None and top > pen.inner_z(at + deep / 2):
        # Under a high house the rafters come down inside it: the studs move in, or reach the rafters beneath
        at = pen.clear(top)[1] - deep / 2
        if at < deep:
            at, top = max(pen.half / 3, deep), None
    for side in (-1, 1):
        _stud(site, pen, stud, (side * (at - deep / 2), side * (at + deep / 2)), x, top)
    rear = site.faces["rear"]
    what: Covering = pen.wall_sheet if pen.end_wall == "solid" else pen.mesh
    if pen.house:
        floor = pen.house.floor_z
        site.cover.cover(rear, wall("rear end under the house", what), (-pen.half, pen.half), (0, floor))
        site.cover.cover(
            rear,
            wall("house rear", pen.house.walls, Space.HOUSE),
            (-pen.half, pen.half),
            (floor, site.profile.top_z),
        )
    else:
        site.cover.cover(rear, wall("rear end", what))


def _slopes(site: Site, pen: AFrameChoices, house_to: float, roof_to: float) -> None:
    x0, x1 = site.x
    for name in ("right slope", "left slope"):
        face = site.faces[name]
        whole = (0.0, face.tall)
        if pen.house:
            split = (pen.house.floor_z - pen.foot_z) / math.sin(pen.pitch)
            under = wall("slope under the house", pen.mesh)
            site.cover.cover(face, under, (x0, house_to), (0, split))
            house_roof = Coat("house roof", pen.roof, Group.ROOF, Space.HOUSE)
            site.cover.cover(face, house_roof, (x0, house_to), (split, face.tall))
            under_cloth(site.cover, face, pen.roof, pen.mesh, (x0, house_to), (split, face.tall))
        site.cover.cover(face, Coat("roof", pen.roof, Group.ROOF), (house_to, roof_to), whole)
        site.cover.cover(face, Coat("mesh slope", pen.mesh, Group.MESH), (roof_to, x1), whole)
        if pen.slopes == "panel":
            wires = Coat("wire panel slope", pen.panel, Group.MESH, piece=f"wire panel {name}", under=True)
            site.cover.cover(face, wires, (roof_to, x1), whole)
    if roof_to > x0:
        middle = ((x0 + roof_to) / 2, 0.0, site.profile.top_z)
        site.buy_length(Fitting.RIDGE_CAP, "ridge cap", Group.ROOF, middle, (roof_to - x0) / 1000)


def _say_jig(site: Site, pen: AFrameChoices) -> None:
    steepest = max(math.degrees(pen.pitch), 90 - math.degrees(pen.pitch))
    if steepest > JIG_OVER_DEG:
        site.notes.append(
            phrase(f"the rafters are cut {steepest:.1f}° off square: past 50° a saw needs a jig")
        )


def _dimensions(pen: AFrameChoices, site: Site) -> tuple[Dimension, ...]:
    half, top = pen.half, site.profile.top_z
    x0, x1 = site.x
    marks = [
        *base_marks(site, pen.length, half),
        Dimension("side", (x1, 0), (x1, top), BESIDE_MM, top),
        Dimension("end", (-half, 0), (-half, top), -BESIDE_MM, top),
    ]
    if pen.house:
        end = x0 + pen.house.length
        marks.append(Dimension("side", (x0, top), (end, top), 160, end - x0, "house_length"))
    return tuple(marks)


def stops(parameter: str, values: Mapping[str, Value], catalogue: Catalogue) -> tuple[float, ...]:
    """Values of a length at which sticks come out of stock whole.

    Args: parameter, its name; values, the design as it stands; catalogue.
    Returns: lengths in mm, rising; none for a parameter that stock does not rule.
    Source: stock lengths in the catalogue.

    >>> stops("length", asked("a-frame"), c)[:2]
    (2438.4, 3048.0)
    """
    pen = chosen(values, catalogue)
    if parameter == "length":
        return tuple(sorted(pen.section.stock_mm))
    if parameter == "width":
        return whole_and_halves(pen.section, per_mm=2 * math.cos(pen.pitch))
    return ()
