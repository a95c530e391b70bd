"""Framing and covering a walk-in coop."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace
from itertools import chain, pairwise

from ergamot.core.catalogue import Catalogue, Covering, Sheet
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.coop.choices import CoopChoices, chosen
from ergamot.core.frame.coop.sticks import set_noggins, set_roof, set_walls
from ergamot.core.frame.covering import Coat, under_cloth, wall
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Covers, Duty, Group, Space
from ergamot.core.frame.parameters import Value, is_on
from ergamot.core.frame.parts.doors import BARREL, Leaf, hang
from ergamot.core.frame.parts.drag import bay_line, pitched_crown, risen_crown, roof_edge
from ergamot.core.frame.parts.finish import Finished, finish
from ergamot.core.frame.parts.gear import (
    base_rails,
    body_start,
    handles,
    running_gear,
)
from ergamot.core.frame.parts.house import build_house
from ergamot.core.frame.parts.inside import BATTEN_MM, beside_gear, fit_inside
from ergamot.core.frame.parts.lines import evenly
from ergamot.core.frame.parts.marks import BESIDE_MM, base_marks, outermost, whole_and_halves
from ergamot.core.frame.parts.openings import read_openings
from ergamot.core.frame.parts.shell import Ribs, on_a_rib, ribbed_site
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.parts.walls import END_BRACES, end_braces
from ergamot.core.frame.structure import Dimension, DragHandle, Room, Structure

ROLLED_ON = "1x2"  # section of the batten a side tarp is rolled on
LEAST_CURTAIN_MM = 300.0  # a shorter run of mesh gets none; judgement


def build(values: Mapping[str, Value], catalogue: Catalogue) -> Structure:
    """Frame and cover a walk-in coop.

    Args: values, one for each parameter, checked; catalogue.
    Returns: the Structure.
    Source: common practice; see the schedule in this package's docstring.

    >>> build(asked("coop"), c).shape
    'coop'
    """
    pen = chosen(values, catalogue)
    site = _site(pen, catalogue)
    if pen.house and pen.house.ranges:
        site.open_below(pen.house.floor_z)
    base_rails(site, pen.length, pen.half, pen.gear)
    plates = set_walls(site, pen)
    site.strapped += set_roof(site, pen, plates)
    x0, x1 = site.x
    house_at, house_to = (x0 + pen.house.begins, x0 + pen.house.ends) if pen.house else (x0, x0)
    roof_to = on_a_rib(site, max(house_to, x0 + pen.roofed * (x1 - x0)))
    set_noggins(site, pen, roof_to)
    _ends(site, pen)
    _walls(site, pen, house_at, house_to)
    _roof(site, pen, (house_at, house_to), roof_to)
    room = build_house(site, pen.house) if pen.house else Room()
    if is_on(values, END_BRACES.name):
        end_braces(site, pen.timbers.foot_z)
    axles = running_gear(site, pen.gear, pen.length, pen.half)
    grip = handles(site, pen.gear, pen.half, pen.gear.hold)
    _curtains(site, pen, (house_to, x1))
    hang_z, run_from, floor_z = _hung(pen, site, house_to)
    hung = fit_inside(
        site, pen.inside, pen.half, hang_z, run_from, floor_z=floor_z, corner_z=pen.wall - pen.section.deep_mm
    )
    room = replace(hung, roost_m=room.roost_m, nests=room.nests)
    made = Finished(
        "coop",
        pen.length,
        pen.half,
        axles,
        grip,
        room,
        pen.run_top,
        _dimensions(pen, site),
        drag=lambda one: _drag(one, pen),
        openings=read_openings(values, pen.mesh, pen.wall_sheet),
        ranges=bool(pen.house and pen.house.ranges),
    )
    return finish(site, made)


def _hung(pen: CoopChoices, site: Site, house_to: float) -> tuple[float, float, float]:
    """Where feeders hang: from what, from where along the pen, over what floor, mm. Before the house; under it where it is
    as long as the pen; in it where nothing is beneath."""
    roof = pen.top.under_z(-pen.half * 0.4)
    if not (pen.house and pen.house.whole):
        return roof, house_to, 0.0
    if pen.house.ranges:
        return roof, site.x[0], pen.house.floor_z
    return pen.house.under_floor, site.x[0], 0.0


def _drag(structure: Structure, pen: CoopChoices) -> tuple[DragHandle, ...]:
    crown = risen_crown(structure) if pen.top.bent else pitched_crown(structure, math.degrees(pen.pitch))
    return crown, roof_edge(structure, pen.roofed), bay_line(structure, pen.bay)


def _site(pen: CoopChoices, catalogue: Catalogue) -> Site:
    x = (body_start(pen.gear), pen.length)
    roll = pen.mesh if pen.bays == "roll" else None
    ribs = Ribs(pen.timbers.rib_mm, pen.bay, roll, pen.house.parted if pen.house else ())
    frame = pen.timbers.framing()
    return ribbed_site(catalogue, pen.top.profile(), pen.top.clear, x, ribs, frame)


def _ends(site: Site, pen: CoopChoices) -> None:
    front, rear = site.faces["front"], site.faces["rear"]
    if pen.doorway.there:
        _door(site, pen, front)
    solid: Covering = pen.wall_sheet if pen.end_wall == "solid" else pen.mesh
    for end, beneath in ((front, pen.mesh), (rear, solid)):
        if pen.house and (pen.house.whole or (end is rear and pen.house.at_rear)):
            y, floor, name = (-pen.half, pen.half), pen.house.floor_z, end.name
            if not pen.house.ranges:
                site.cover.cover(end, wall(f"{name} end under the house", beneath), y, (0, floor))
            house_wall = wall(f"house {name}", pen.house.walls, Space.HOUSE)
            site.cover.cover(end, house_wall, y, (floor, site.profile.top_z))
        else:
            site.cover.cover(end, wall(f"{end.name} end", beneath))


def _door(site: Site, pen: CoopChoices, front: Face) -> None:
    deep, wide, high = pen.section.deep_mm, *pen.doorway.clear
    reach = wide / 2 + deep / 2
    foot = pen.sill_z
    v = (foot - deep / 2, foot + high + deep / 2)
    what: Covering = pen.mesh if pen.door_fill == "mesh" else pen.wall_sheet
    behind = pen.mesh if pen.door_fill == "both" else None
    hang(
        site,
        front,
        (-reach, reach),
        v,
        Leaf(
            "person door",
            what,
            "left",
            BARREL,
            mesh=behind,
            own_kg=pen.doorway.own_kg,
            inside=Space.HOUSE if pen.house and pen.house.whole else Space.RUN,
        ),
        pen.doorway.clear,
    )


def _walls(site: Site, pen: CoopChoices, house_at: float, house_to: float) -> None:
    """Mesh, but for the house: sheet above its floor, mesh beneath."""
    x0, x1 = site.x
    for name in ("right", "left"):
        face = site.faces[name]
        open_side = replace(wall("wall mesh", pen.mesh), under=pen.wall_curtain)
        site.cover.cover(face, open_side, (house_to, x1), (0, face.top))
        site.cover.cover(face, open_side, (x0, house_at), (0, face.top))
        if pen.house:
            floor = pen.house.floor_z
            if not pen.house.ranges:
                site.cover.cover(
                    face, wall("wall under the house", pen.mesh), (house_at, house_to), (0, floor)
                )
            site.cover.cover(
                face,
                wall("house wall", pen.house.walls, Space.HOUSE),
                (house_at, house_to),
                (floor, face.top),
            )


def _curtains(site: Site, pen: CoopChoices, x: Flat) -> None:
    """A tarp from the plate down over the mesh of each side, its foot rolled on a batten."""
    if not pen.wall_curtain or x[1] - x[0] < LEAST_CURTAIN_MM:
        return
    batten = site.catalogue.sections[ROLLED_ON]
    roll = Piece(Duty.BATTEN, "roll batten", "W", "the side tarp is rolled up on it", section=batten)
    ground = BATTEN_MM if pen.inside.ground == "batten" else 0.0  # it hangs over that, too
    foot = max(pen.timbers.foot_z, ground)
    z = (foot, foot + batten.deep_mm)
    for name in ("right", "left"):
        face = site.faces[name]
        site.cover.cover(face, Coat("side tarp", pen.curtain_of, Group.WALLS, hangs=True), x, (0, face.top))
        free = [(max(low, x[0]), min(high, x[1])) for low, high in beside_gear(site, pen.half, z[1])]
        runs = [pairwise(evenly(a, b, batten.longest_mm)) for a, b in free if b - a > LEAST_CURTAIN_MM]
        for run in chain.from_iterable(runs):
            site.frame.on_face(roll, face, run, z, (0.0, batten.thick_mm), "u")


def _roof(site: Site, pen: CoopChoices, house: Flat, roof_to: float) -> None:
    x0, x1 = site.x
    for face in site.profile.faces(site.x):
        if face.normal[2] <= 0:
            continue
        for zone, what, role, inside in (
            ((x0, house[0]), pen.roof, "roof", Space.RUN),
            (house, pen.roof, "house roof", Space.HOUSE),
            ((house[1], roof_to), pen.roof, "roof", Space.RUN),
            ((roof_to, x1), pen.mesh, "overhead mesh", Space.RUN),
        ):
            group = Group.ROOF if isinstance(what, Sheet) else Group.MESH
            whole = face.curved or (pen.top.bent and isinstance(what, Sheet) and what.rolls)
            coat = Coat(role, what, group, inside, piece=f"{role} sheet" if whole else "")
            if zone[1] - zone[0] > 1:
                site.cover.cover(face, coat, zone, (0, face.tall))
                if inside is Space.HOUSE:
                    under_cloth(site.cover, face, what, pen.mesh, zone, (0, face.tall))
        if pen.top.heel:
            _eaves(site, pen, face.name, roof_to)
    if pen.top.ridged and roof_to > x0:
        middle = ((x0 + roof_to) / 2, 0.0, site.profile.top_z)
        site.buy_length(Fitting.RIDGE_CAP, "ridge cap", Group.ROOF, middle, (roof_to - x0) / 1000)


def _eaves(site: Site, pen: CoopChoices, name: str, roof_to: float) -> None:
    """The sheet runs on past the wall over the rafters' tails."""
    face = site.faces[name]
    down = pen.overhang * (1 + pen.slope**2) ** 0.5
    if roof_to > site.x[0] and down > 25:
        coat = Coat("eaves", pen.roof, Group.ROOF, Space.OPEN, part=Covers.EAVES)
        site.cover.lay(face, coat, (site.x[0], roof_to), (-down, 0.0), 0.0)


def _dimensions(pen: CoopChoices, site: Site) -> tuple[Dimension, ...]:
    half, top = pen.half, site.profile.top_z
    x0, x1 = site.x
    ahead = pen.gear.handle + 160 if pen.gear.wheel else BESIDE_MM
    out = outermost(site)
    marks = [
        *base_marks(site, pen.length, half, ahead),
        Dimension("side", (x1, 0), (x1, pen.wall), ahead, pen.wall, "wall"),
        Dimension("end", (-out, 0), (-out, top), -BESIDE_MM, top),
    ]
    if pen.house and not pen.house.whole:
        begins, ends = x0 + pen.house.begins, x0 + pen.house.ends
        marks.append(Dimension("side", (begins, top), (ends, top), 160, ends - begins, "house_length"))
    return tuple(marks)


def stops(parameter: str, values: Mapping[str, Value], catalogue: Catalogue) -> tuple[float, ...]:
    """Values of a length at which sticks come out of stock whole.

    Args: parameter, its name; values, the design as it stands; catalogue.
    Returns: lengths in mm, rising; none for a parameter that stock does not rule.
    Source: stock lengths in the catalogue.

    >>> stops("length", asked("coop"), c)[:2]
    (2438.4, 3048.0)
    """
    pen = chosen(values, catalogue)
    if parameter == "length":
        return tuple(sorted(pen.section.stock_mm))
    if parameter == "width":
        return whole_and_halves(pen.section, 2 * pen.section.thick_mm)
    if parameter == "wall":
        return whole_and_halves(pen.section, 2 * pen.section.deep_mm)
    return ()
