"""Framing an opening in a slope or a flat top: trimmers between the two ribs it lies between; a flat top may open from
side to side over several, and the rails between go.
"""

from __future__ import annotations

import math

from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.parts.openings.choices import WantedOpening
from ergamot.core.frame.parts.openings.plane import TOUCH_MM, LaidStick, beside, lying_in, under_and_over
from ergamot.core.frame.parts.openings.room import make_way, no_room, refuse_cut
from ergamot.core.frame.parts.site import Site, both


def frame_in_slope(site: Site, one: WantedOpening, face: Face) -> tuple[Flat, Flat, float]:
    """Frame an opening in a slope.

    Args: site; one; face, leaning or level.
    Returns: the clear opening, u and v in mm, and how far its leaf laps the frame, mm.
    Raises: OutOfRange, naming what it would cut.
    Source: common practice: the leaf laps its trimmers by half their thickness.

    >>> site = framed("coop")
    >>> u, _, lap = frame_in_slope(site, hatch("left roof"), site.faces["left roof"])
    >>> u, lap
    ((2200.0, 2600.0), 19.0)
    """
    thick, deep = site.trim.thick_mm, site.trim.deep_mm
    w = (-deep, 0.0)
    laid = lying_in(site.frame.members, face, w)
    u = one.across
    middle = one.sill + one.height / 2
    fixed = [stick for stick in laid if stick.member.duty is not Duty.NOGGIN]
    within = [stick for stick in fixed if _lies_within(stick, u, middle)]
    fixed = [stick for stick in fixed if stick not in within]
    low, high = under_and_over(fixed, sum(u) / 2, (middle, middle))
    v = _clear(one, low, high, thick)
    if within:
        _give_up(site, one, face, within, v, (low, high))
        laid = tuple(stick for stick in laid if stick not in within)
    ribs = beside(fixed, sum(v) / 2, u)
    between = _between(one, u, ribs, thick)
    reach = (max(low, v[0] - thick), min(high, v[1] + thick))
    laid = make_way(site, one, face, laid, between, reach)
    trimmer = Piece(Duty.TRIMMER, "trimmer", "C", f"frames the {one.said}", section=site.trim)
    if v[0] - low > TOUCH_MM:
        site.frame.on_face(trimmer, face, between, (v[0] - thick, v[0]), w, "u")
    if high - v[1] > TOUCH_MM:
        site.frame.on_face(trimmer, face, between, (v[1], v[1] + thick), w, "u")
    for side, rib, at in ((u[0], ribs[0], (u[0] - thick, u[0])), (u[1], ribs[1], (u[1], u[1] + thick))):
        if abs(side - rib) > TOUCH_MM:
            site.frame.on_face(trimmer, face, at, v, w, "v")
    return u, v, thick / 2


def _lies_within(stick: LaidStick, u: Flat, at: float) -> bool:
    """Is it a rail of a flat top that crosses an opening from one of its sides to the other?"""
    span = stick.along(at) if stick.member.duty is Duty.CROSS_RAIL else None
    return span is not None and u[0] - TOUCH_MM < span[0] and span[1] < u[1] + TOUCH_MM


def _give_up(
    site: Site, one: WantedOpening, face: Face, within: list[LaidStick], v: Flat, free: Flat
) -> None:
    """Rails that only carry the top go where the whole of it opens from side to side: the leaf has sticks of its own."""
    if v[0] - free[0] > TOUCH_MM or free[1] - v[1] > TOUCH_MM:
        allowed = f"{both(free[1] - free[0])}, from side to side, or an opening between two of them"
        raise refuse_cut(one, f"the {within[0].member.role}", "height", allowed)
    for stick in within:
        low, _, high, _ = stick.bounds
        if any(low < seam < high for seam in site.cover.seams(face)):
            raise refuse_cut(
                one, f"the {stick.member.role} on which two coverings meet", "at", "on one side of it"
            )
        site.frame.members.remove(stick.member)


def _clear(one: WantedOpening, low: float, high: float, thick: float) -> Flat:
    if math.isinf(high):
        raise no_room(one, "within that side", "height", "all of it within the side it is in")
    sill = max(one.sill, low)
    top = sill + one.height
    if TOUCH_MM < sill - low < thick - TOUCH_MM:
        raise no_room(
            one, "for its own trimmer", "sill", f"at most {both(low)}, or at least {both(low + thick)}"
        )
    if top > high + TOUCH_MM or TOUCH_MM < high - top < thick - TOUCH_MM:
        raise no_room(
            one,
            "under what closes the slope above",
            "height",
            f"at most {both(max(0.0, high - thick - sill))} there",
            high - thick - sill,
        )
    return sill, top


def _between(one: WantedOpening, u: Flat, ribs: Flat, thick: float) -> Flat:
    """Rib to rib, where there is room between them for the opening and what trims it."""
    if any(math.isinf(rib) for rib in ribs):
        raise no_room(one, "within that side", "at", "all of it within the side it is in")
    bay = ribs[1] - ribs[0]
    least, most = (rib - one.start + way * one.width / 2 for rib, way in zip(ribs, (1, -1), strict=True))
    if one.width > bay + TOUCH_MM:
        raise refuse_cut(one, "a rib", "width", f"at most {both(bay)}, between two ribs there", bay)
    if u[0] < ribs[0] - TOUCH_MM or u[1] > ribs[1] + TOUCH_MM:
        raise refuse_cut(one, "a rib", "at", f"its middle between {both(least)} and {both(most)}")
    for gap in (u[0] - ribs[0], ribs[1] - u[1]):
        if TOUCH_MM < gap < thick - TOUCH_MM:
            raise no_room(
                one,
                "for its own trimmer",
                "at",
                f"its middle at {both(least)} or {both(most)}, against a rib, or {both(thick)} off it",
            )
    return ribs
