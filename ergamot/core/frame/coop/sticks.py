"""Every stick of a walk-in coop above its base, in the order of the schedule."""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import pairwise

from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.coop.bent import set_bows
from ergamot.core.frame.coop.choices import CoopChoices
from ergamot.core.frame.coop.roofs import Arched, Gable, Mono
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.joints import skewed
from ergamot.core.frame.kinds import Duty, Group
from ergamot.core.frame.parts.lines import evenly
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.parts.walls import end_plates, side_walls, wall_braces
from ergamot.core.frame.structure import Joint, Member, Notch

RAFTER = Piece(Duty.RAFTER, "rafter", "R", "carries the roof")
RIDGE = Piece(Duty.RIDGE, "ridge board", "D", "the rafters lean against it")
COLLAR_OVER_MM = 500.0  # a roof rising more than this gets collars; judgement: its foot spreads


def set_walls(site: Site, pen: CoopChoices) -> tuple[Member, Member]:
    """Set studs, plates, end plates, door posts and wall braces.

    Args: site; pen, its choices.
    Returns: the right and the left wall plate.
    Source: common practice.

    >>> from ergamot.core.frame.coop.choices import chosen
    >>> [plate.role for plate in set_walls(begun("coop"), chosen(asked("coop"), c))]
    ['wall plate', 'wall plate']
    """
    tops, foot = pen.top.plate_tops, pen.timbers.foot_z
    plates = side_walls(site, pen.half, foot, tops, site.lines, "the roof")
    _ends(site, pen)
    wall_braces(site, foot, tops, (site.lines[-2], site.lines[-1]), pen.full_braces)
    return plates


def _ends(site: Site, pen: CoopChoices) -> None:
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    inner, wide = pen.half - thick, pen.doorway.clear[0]
    rear, front = (site.x[0], site.x[0] + thick), (site.x[1] - thick, site.x[1])
    plate = Piece(Duty.END_PLATE, "end plate", "T", "ties the wall plates across the end")
    z = (pen.wall - deep, pen.wall)
    if not pen.top.hung:
        site.frame.stick(plate, rear, (-inner, inner), z, "y")
        if pen.doorway.there:
            end_plates(site, pen.half, pen.wall, wide / 2 + deep, front)
        else:
            site.frame.stick(plate, front, (-inner, inner), z, "y")
    _end_studs(site, pen, rear, pen.house is not None and pen.house.at_rear)
    under_house = pen.house is not None and pen.house.whole
    if under_house or not pen.doorway.there:
        _end_studs(site, pen, front, under_house)
    if pen.doorway.there:
        _door_posts(site, pen, front)


def _door_posts(site: Site, pen: CoopChoices, front: Flat) -> None:
    deep, wide = pen.section.deep_mm, pen.doorway.clear[0]
    post = Piece(Duty.POST, "door post", "S", "the door hangs on it")
    for side in (-1, 1):
        y = (side * wide / 2, side * (wide / 2 + deep))
        top = [pen.top.under_z(at) for at in y]
        foot = pen.sill_z
        outline = ((y[0], foot), (y[0], top[0]), (y[1], top[1]), (y[1], foot))
        site.frame.profiled(post, outline, "x", front)
    top_of_door = pen.sill_z + pen.doorway.clear[1]
    head = Piece(Duty.HEAD, "door head", "S", "closes the frame of the door")
    site.frame.stick(head, front, (-wide / 2, wide / 2), (top_of_door, top_of_door + deep), "y")


def _end_studs(site: Site, pen: CoopChoices, x: Flat, under_house: bool) -> None:
    deep = pen.section.deep_mm
    stud = Piece(Duty.END_STUD, "end stud", "S", "stiffens the end")
    for side in (-1, 1):
        y = (side * (pen.half / 3 - deep / 2), side * (pen.half / 3 + deep / 2))
        if pen.house and under_house:
            tops = [pen.house.under_floor] * 2
        elif pen.top.hung:
            tops = [pen.top.under_z(at) for at in y]
        else:
            tops = [pen.wall - deep] * 2
        foot = pen.timbers.foot_z
        outline = ((y[0], foot), (y[0], tops[0]), (y[1], tops[1]), (y[1], foot))
        if min(tops) - foot > 60:
            site.frame.profiled(stud, outline, "x", x)


def set_roof(site: Site, pen: CoopChoices, plates: tuple[Member, Member]) -> tuple[Joint, ...]:
    """Rafters, ridge, collars; or hung rafters; or bows strapped to the plates.

    Args: site; pen; plates, right and left.
    Returns: joints that lie in no touching face: the straps of bent tube.
    Source: common practice.

    >>> from ergamot.core.frame.coop.choices import chosen
    >>> site, choices = begun("coop"), chosen(asked("coop"), c)
    >>> set_roof(site, choices, set_walls(site, choices))
    ()
    """
    roof = pen.top
    if isinstance(roof, Arched):
        return set_bows(site, pen, roof, plates)
    if isinstance(roof, Gable):
        _gable(site, pen, roof, plates)
    elif isinstance(roof, Mono):
        _hung(site, pen, roof)
    return ()


def _gable(site: Site, pen: CoopChoices, roof: Gable, plates: tuple[Member, Member]) -> None:
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    top = thick / 2
    ridge_z = roof.z(top)
    timber = pen.timbers.roof
    rafter = replace(
        RAFTER,
        why="carries the roof; seat cut over the wall plate",
        section=timber.section,
        species=timber.species,
    )
    for line in site.lines:
        x = (line - thick / 2, line + thick / 2)
        for side, plate in zip((-1, 1), plates, strict=True):
            ridge = ((side * top, ridge_z), (side * top, ridge_z - roof.drop))
            if roof.heel:
                tail = roof.half + roof.overhang
                z = roof.z(tail)
                outline = ((side * tail, z), ridge[0], ridge[1], (side * tail, z - roof.drop))
                seat = thick * thick * roof.slope / 2 * thick  # a triangle t wide, t·tan θ deep
                made = site.frame.profiled(rafter, outline, "x", x, (Notch(plate.ref, seat),))
                site.strapped.append(
                    skewed(
                        site.catalogue, made, plate, thick, "notched over the plate: skewed through the seat"
                    )
                )
            else:
                foot = pen.half - timber.section.deep_mm / math.sin(pen.pitch)
                outline = ((side * pen.half, pen.wall), ridge[0], ridge[1], (side * foot, pen.wall))
                site.frame.profiled(rafter, outline, "x", x)
    if pen.trim == "fascia" and roof.heel:
        _fascia(site, roof)
    board = replace(RIDGE, section=timber.section, species=timber.species)
    site.frame.stick(board, site.x, (-top, top), (ridge_z - timber.section.deep_mm, ridge_z), "x")
    if ridge_z - pen.wall > COLLAR_OVER_MM:
        collar = Piece(Duty.COLLAR, "collar", "C", "keeps the rafters from spreading")
        low = pen.wall + 0.4 * (ridge_z - pen.wall)
        for line in site.lines[1:-1]:
            site.cross_member(collar, line, (low, low + deep))


def _fascia(site: Site, roof: Gable) -> None:
    """A board along the plumb ends of the rafters on both sides."""
    small = site.catalogue.sections["1x3"]
    fascia = Piece(
        Duty.FASCIA, "fascia", "F", "closes the rafter ends; the gutter hangs on it", Group.ROOF, small
    )
    tail = roof.half + roof.overhang
    z = roof.z(tail)
    for side in (-1, 1):
        y = sorted((side * tail, side * (tail + small.thick_mm)))
        for run in pairwise(evenly(*site.x, small.longest_mm)):
            site.frame.stick(fascia, run, (y[0], y[1]), (z - small.deep_mm, z), "x")


def _hung(site: Site, pen: CoopChoices, roof: Mono) -> None:
    thick = pen.section.thick_mm
    inner = pen.half - thick
    right, left = roof.z(-inner), roof.z(inner)
    outline = ((-inner, right), (inner, left), (inner, left - roof.drop), (-inner, right - roof.drop))
    timber = pen.timbers.roof
    why = "hung between the wall plates; carries the roof"
    rafter = replace(RAFTER, why=why, section=timber.section, species=timber.species)
    ends = (site.x[0] + thick / 2, site.x[1] - thick / 2)
    for line in (ends[0], *site.lines[1:-1], ends[1]):
        site.frame.profiled(rafter, outline, "x", (line - thick / 2, line + thick / 2))


def set_noggins(site: Site, pen: CoopChoices, roof_to: float) -> None:
    """Sticks between rafters so that no sheet spans further than it can.

    Args: site; pen; roof_to, where the sheet ends, mm.
    Source: purlin spans in the catalogue.

    >>> from ergamot.core.frame.coop.choices import chosen
    >>> site, choices = begun("coop"), chosen(asked("coop"), c)
    >>> _ = set_roof(site, choices, set_walls(site, choices))
    >>> set_noggins(site, choices, 2000.0)
    >>> sum(one.duty is Duty.NOGGIN for one in site.frame.members)
    4
    """
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    noggin = Piece(Duty.NOGGIN, "noggin", "N", "carries the roof sheet between rafters")
    for name in pen.top.raftered:
        face = site.faces[name]
        low, high = 0.0, face.tall
        if pen.top.ridged:
            high = face.tall - thick / 2 / math.cos(pen.pitch) - deep * pen.slope
        rows = evenly(0, face.tall, pen.roof.purlin_span_m * 1000)[1:-1]
        # Below the seat the plate is in the way
        low = 2 * thick / math.cos(pen.pitch) + deep * pen.slope
        for a, b in pairwise(site.lines):
            if b + thick / 2 > roof_to + 40:
                continue
            u = _between(site, pen, a, b)
            for v in rows:
                if low + thick / 2 < v < high - thick / 2:
                    site.frame.on_face(noggin, face, u, (v - thick / 2, v + thick / 2), (-deep, 0), "u")


def _between(site: Site, pen: CoopChoices, a: float, b: float) -> Flat:
    """Clear between two rafters; the hung rafters of the ends stand flush with the end walls."""
    thick = pen.section.thick_mm
    if pen.top.hung:
        a = site.x[0] + thick / 2 if a == site.lines[0] else a
        b = site.x[1] - thick / 2 if b == site.lines[-1] else b
    return a + thick / 2, b - thick / 2
