"""Setting openings: the frame round each, then the leaf that closes it."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
from shapely import LineString

from ergamot.core.catalogue import Covering
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.errors import OutOfRange
from ergamot.core.finding import phrase
from ergamot.core.frame.covering import Coat
from ergamot.core.frame.face import FAR_MM, Face
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Group, Hung, Purpose, Space
from ergamot.core.frame.parts.doors import Leaf, Side, door_of, hang
from ergamot.core.frame.parts.house.fit import HOP_MM, RAMP_DEG
from ergamot.core.frame.parts.openings.bent import MARGIN_MM, chord, cut_through, strips_of
from ergamot.core.frame.parts.openings.choices import Openings, WantedOpening
from ergamot.core.frame.parts.openings.plane import TOUCH_MM, is_wall
from ergamot.core.frame.parts.openings.room import (
    leads_to,
    no_room,
    refuse_before,
    refuse_overlap,
    standing_before,
)
from ergamot.core.frame.parts.openings.slides import slide_aside, slide_up
from ergamot.core.frame.parts.openings.slope import frame_in_slope
from ergamot.core.frame.parts.openings.wall import frame_in_wall
from ergamot.core.frame.parts.site import Site, both
from ergamot.core.frame.structure import DragHandle
from ergamot.core.units import Quantity

LEAST_PANE_MM = 20.0  # between the sticks of a leaf; judgement: less is all wood
STEEPEST_DEG = 50.0  # steepest light ones climb; judgement


def set_openings(site: Site, openings: Openings) -> None:
    """Frame and close every opening asked for, in the order of their numbers.

    Args: site, with all its other sticks, leaves, wheels and zones; openings.
    Raises: OutOfRange, naming the opening and what it would cut.
    Source: common practice; see this package's docstring.

    >>> from ergamot.core.frame.parts.openings.choices import Openings
    >>> site = begun("coop")
    >>> set_openings(site, Openings((), c.meshes["hex-25"], c.sheets["ply-5"]))
    >>> site.cover.openings
    []
    """
    for asked in openings.wanted:
        one = _measured(site, asked)
        if strips_of(site, one.face):
            cut_through(site, one)
            continue
        face = site.face(one.face)
        if face is None:
            bent = {each.part_of for each in site.faces.values() if each.part_of}
            sides = ", ".join(sorted({*site.faces, *site.within, *bent}))
            raise OutOfRange(one.named("face"), one.face, f"a side this pen has: {sides}")
        frame = frame_in_wall if is_wall(face) else frame_in_slope
        before = {member.ref for member in site.frame.members}
        u, v, lap = frame(site, one, face)
        _close(site, one, face, u, v, lap, openings)
        refuse_overlap(site, one, {member.ref for member in site.frame.members} - before)


def _measured(site: Site, one: WantedOpening) -> WantedOpening:
    """With where its side begins, and no lower than that: a wall of a house over nothing begins at its floor, what is cut out
    of a bent side over its foot."""
    face = site.face(one.face)
    if face is None:
        return replace(one, start=site.x[0], sill=max(one.sill, MARGIN_MM))  # of a bent side
    across = abs(face.along[1]) > abs(face.along[0])
    start = site.profile.points[0][0] if across else site.x[0]
    return replace(one, start=start, sill=max(one.sill, face.top - face.tall))


def _close(
    site: Site, one: WantedOpening, face: Face, u: Flat, v: Flat, lap: float, openings: Openings
) -> None:
    fills: dict[str, Covering] = {"mesh": openings.mesh, "clear": site.catalogue.sheets["clear"]}
    what = door_of(site, face, fills.get(one.filled, openings.sheet))
    behind = openings.mesh if one.filled == "both" else None
    inside = leads_to(site, one, face, u, v)
    if one.hung is Hung.SLIDES:
        slide_up(site, one, face, (u, v), what, inside)
        return
    if one.hung is Hung.FIXED:
        _fix(site, one, face, (u, v), lap, what, inside)
        return
    edges = [at for _, at in face.outline]
    outer = (u[0] - lap, u[1] + lap), (max(min(edges), v[0] - lap), min(max(edges), v[1] + lap))
    least = 2 * (site.frame.leaf or site.frame.section).deep_mm + LEAST_PANE_MM
    for name, (low, high) in zip(("width", "height"), outer, strict=True):
        if high - low < least and one.own_kg is None:
            needed = least - (high - low) + (one.width if name == "width" else one.height)
            raise no_room(one, "for the frame of its leaf", name, f"at least {both(needed)}")
    if one.hung is Hung.DOWN and one.purpose is Purpose.BIRDS:
        outer = (outer[0], _ramp(site, one, face, *outer))
    refuse_before(site, one, face, *outer)
    if one.hung is Hung.ASIDE:
        slide_aside(
            site,
            one,
            face,
            outer,
            Leaf(
                one.said,
                what,
                None,
                mesh=behind,
                inside=inside,
                own_kg=one.own_kg,
                purpose=one.purpose,
                slides=True,
            ),
        )
        return
    stay = Fitting.PROP if one.hung is Hung.TOP else Fitting.STAY
    leaf = Leaf(
        one.said,
        what,
        _hinge(one.hung, face),
        stay=stay,
        mesh=behind,
        inside=inside,
        own_kg=one.own_kg,
        purpose=one.purpose,
    )
    hang(site, face, *outer, leaf, (one.width, one.height))


def _fix(
    site: Site,
    one: WantedOpening,
    face: Face,
    clear: tuple[Flat, Flat],
    lap: float,
    what: Covering,
    inside: Space,
) -> None:
    """Screwed over its opening: it lets light through, and nobody."""
    u, v = clear
    refuse_before(site, one, face, u, v)
    site.cover.open(
        face,
        u,
        v,
        Purpose.LIGHT,
        f"{one.said} opening",
        f"{'one you have' if one.own_kg else what.label}, screwed on",
        leaf=one.said,
        inside=inside,
        clear_mm=(one.width, one.height),
    )
    coat = Coat(one.said, what, Group.DOORS, inside, own_kg=one.own_kg)
    site.cover.lay(face, coat, (u[0] - lap, u[1] + lap), (v[0] - lap, v[1] + lap), 0.0)


def _ramp(site: Site, one: WantedOpening, face: Face, u: Flat, v: Flat) -> Flat:
    """From where to where a leaf lies that is let down as a ramp: long enough to reach the ground at a slope birds manage,
    so shut it stands up past its opening."""
    foot = face.point(u[0], v[0])[2]
    if foot <= HOP_MM:
        return v
    wanted, least = (foot / math.sin(math.radians(steep)) for steep in (RAMP_DEG, STEEPEST_DEG))
    room = _free_over(site, face, u, v[1]) - v[0]
    if room < least:
        fits = foot - least + room
        raise no_room(one, "over it for a ramp down to the ground", "sill", f"at most {both(fits)}", fits)
    long = max(v[1] - v[0], min(wanted, room))
    if long < wanted - TOUCH_MM:
        steep = math.degrees(math.asin(foot / long))
        site.notes.append(phrase(f"the ramp of {one.said} is steep: {{steep}}", steep=Quantity(steep, "deg")))
    return v[0], v[0] + long


def _free_over(site: Site, face: Face, u: Flat, v: float) -> float:
    """How far up a face nothing outside it is in the way of a leaf, past v."""
    outline = face.region
    tops = [outline.intersection(LineString([(at, v), (at, FAR_MM)])).bounds for at in u]
    outside = [stick.bounds for stick in standing_before(site, face)]
    over = [low for a, low, c, _ in outside if a < u[1] and c > u[0] and low >= v - TOUCH_MM]
    free: float = min(*(top[3] if top else v for top in tops), *over, FAR_MM)
    return free


def _hinge(hung: Hung, face: Face) -> Side | None:
    """Along which edge of a face, whose own left may be its right as seen from outside."""
    if hung is Hung.LIFTS:
        return None
    if hung in (Hung.TOP, Hung.DOWN):
        return "top" if hung is Hung.TOP else "bottom"
    seen = float(np.cross(face.along, face.up) @ np.array(face.normal))
    return "left" if (hung is Hung.LEFT) == (seen > 0) else "right"


def pulls(site: Site, openings: Openings) -> tuple[DragHandle, ...]:
    """Where each opening is pulled: along by its middle, higher by its top, wider by its side.

    Args: site, with its openings set; openings.
    Returns: three DragHandles for each.
    Source: geometry.

    >>> from ergamot.core.frame.parts.openings.choices import Openings
    >>> pulls(begun("coop"), Openings((), c.meshes["hex-25"], c.sheets["ply-5"]))
    ()
    """
    found = []
    for one in (_measured(site, asked) for asked in openings.wanted):
        face, at = site.face(one.face) or chord(site, one)[0], sum(one.across) / 2
        opening = next(each for each in site.cover.openings if each.leaf == one.said)
        middle = face.flat(opening.centre)[1]
        for name, place, way, per_mm in (
            ("at", face.point(at, middle), face.along, 1.0),
            ("height", face.point(at, middle + one.height / 2), face.up, 1.0),
            ("width", face.point(one.across[1], middle), face.along, 2.0),
        ):
            found.append(DragHandle(one.named(name), place, way, per_mm))
    return tuple(found)
