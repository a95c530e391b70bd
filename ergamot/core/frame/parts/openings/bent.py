"""Openings cut through the bent side of a pen: cover, mesh and wire come out in one piece, and that piece is what closes it.

     _ - ~ ~
   /   hinged here, or on a side
  /|
 / | the way through, measured straight   strips of the bent side, foot to crown
|  |
|_/   its sill, along the curve
|
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.covering import LEAST_STRIP_MM
from ergamot.core.frame.face import Face, corners
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.kinds import Group, Hung, Item
from ergamot.core.frame.parts.openings.choices import WantedOpening
from ergamot.core.frame.parts.openings.plane import lying_in
from ergamot.core.frame.parts.openings.room import leads_to, no_room, refuse_before, refuse_cut
from ergamot.core.frame.parts.site import Site, both
from ergamot.core.frame.structure import Hardware

MARGIN_MM = 150.0  # left whole at an end, a foot, the crown or a seam: a square of wire panel; judgement
TIED_MM = 100.0  # apart along a hinge of wire ties; judgement
BEHIND_MM = 60.0  # what stands so near behind it is in its way: a stick and a half; judgement
HINGED = (Hung.LEFT, Hung.RIGHT, Hung.TOP, Hung.LIFTS)
FILLED = ("mesh", "solid", "both")
CLOSED_BY = "the piece cut out"


def strips_of(site: Site, name: str) -> tuple[Face, ...]:
    """The strips of a bent side, from its foot up.

    Args: site; name, of the side.
    Returns: strips; none where no bent side has that name.
    Source: geometry.

    >>> len(strips_of(begun("hoop"), "left cover")), strips_of(begun("hoop"), "left")
    (8, ())
    """
    found = [face for face in site.faces.values() if name and face.part_of == name]
    return tuple(sorted(found, key=lambda face: face.point(0.0, 0.0)[2]))


def cut_through(site: Site, one: WantedOpening) -> None:
    """Cut a bent side through and hang what comes out: tied along one edge, latched along the other.

    Args: site, with all that covers it; one, in a bent side.
    Raises: OutOfRange, naming what it would cut or how it cannot be hung.
    Source: common practice.

    >>> from dataclasses import replace
    >>> site = framed("hoop")
    >>> cut_through(site, replace(hatch(), face="left cover", at=1000.0, sill=300.0, start=site.x[0]))
    >>> site.cover.openings[-1].closed_by
    'the piece cut out'
    """
    if one.hung not in HINGED:
        allowed = "hinged on its left, its right or on top, or lifted off"
        raise OutOfRange(one.named("hung"), one.hung.value, allowed)
    if one.filled not in FILLED:
        allowed = "mesh or solid: what is cut out of the hoop closes it"
        raise OutOfRange(one.named("filled"), one.filled, allowed)
    flat, high = chord(site, one)
    u, v = one.across, (0.0, high)
    _keep_margins(site, one)
    refuse_before(site, one, flat, u, v)
    for stick in lying_in(site.frame.members, flat, (-BEHIND_MM, 0.0)):
        if stick.over(u, v):
            raise refuse_cut(one, f"the {stick.member.role}", "at", "clear of it, or on another side")
    opening = site.cover.open(
        flat,
        u,
        v,
        one.purpose,
        f"{one.said} opening",
        CLOSED_BY,
        leaf=one.said,
        inside=leads_to(site, one, flat, u, v),
        clear_mm=(one.width, high),
    )
    site.cover.cut_out(opening, [(face, u, part) for face, part in _shares(site, one)], one.said)
    _fit(site, one, flat, high, opening.ref)


def chord(site: Site, one: WantedOpening) -> tuple[Face, float]:
    """The flat way through an opening in a bent side, from its sill to its head.

    Args: site; one, in a bent side.
    Returns: the Face, its v from the sill up; how high it is clear, mm: less than its height along the curve.
    Raises: OutOfRange where it passes the crown.
    Source: geometry.

    >>> from dataclasses import replace
    >>> _, high = chord(framed("hoop"), replace(hatch(), face="left cover", sill=300.0))
    >>> 390 < high < 400
    True
    """
    strips = strips_of(site, one.face)
    foot, head = (_on_curve(strips, at) for at in _reach(strips, one))
    if foot is None or head is None:
        room = _round_it(strips) - MARGIN_MM - one.sill
        raise no_room(one, "under the crown", "height", f"at most {both(max(0.0, room))} there", room)
    across = np.subtract(head, foot)
    high = float(np.linalg.norm(across))
    _, dy, dz = (float(part) for part in across / high)
    out = 1.0 if foot[1] > 0 else -1.0
    outline = corners(site.x, (0.0, high))
    flat = Face(one.face, (0.0, foot[1], foot[2]), (1, 0, 0), (0, dy, dz), (0, out * dz, -out * dy), outline)
    return flat, high


def _round_it(strips: tuple[Face, ...]) -> float:
    """From the foot of a bent side to the crown along its curve, mm."""
    return sum(face.top * face.stretch for face in strips)


def _on_curve(strips: tuple[Face, ...], at: float) -> Point | None:
    """The place so far up the curve, mm from its foot; none past its crown."""
    for face in strips:
        if at <= face.top * face.stretch + 1e-6:
            return face.point(0.0, at / face.stretch)
        at -= face.top * face.stretch
    return None


def _reach(strips: tuple[Face, ...], one: WantedOpening) -> Flat:
    """From where to where it is cut along the curve, mm: to a strip's edge where less of the strip than can be cut to it would
    be taken or left."""
    edges, at = [0.0], 0.0
    for face in strips:
        at += face.top * face.stretch
        edges.append(at)

    def snapped(asked: float) -> float:
        near = min(edges, key=lambda edge: abs(edge - asked))
        return near if abs(near - asked) < LEAST_STRIP_MM else asked

    return snapped(one.sill), snapped(one.sill + one.height)


def _shares(site: Site, one: WantedOpening) -> Iterator[tuple[Face, Flat]]:
    """What of each strip it takes, from where to where up the strip, mm."""
    strips = strips_of(site, one.face)
    sill, top = _reach(strips, one)
    foot = 0.0
    for face in strips:
        head = foot + face.top * face.stretch
        low, high = max(sill, foot), min(top, head)
        if high - low > 1e-6:
            yield face, ((low - foot) / face.stretch, (high - foot) / face.stretch)
        foot = head


def _keep_margins(site: Site, one: WantedOpening) -> None:
    """A square of the wire stays whole all round it, so that cover and wire still hang together."""
    strips = strips_of(site, one.face)
    most = _round_it(strips) - MARGIN_MM - one.sill
    if one.height > most + 1e-6:
        raise no_room(one, "under the crown", "height", f"at most {both(max(0.0, most))} there", most)
    seams = {seam for face in strips for seam in site.cover.seams(face)}
    clear = MARGIN_MM + one.width / 2
    for edge in sorted({*site.x, *seams}):
        if abs(sum(one.across) / 2 - edge) >= clear - 1e-6:
            continue
        ways = [f"at most {both(edge - clear - one.start)}"] if edge > site.x[0] else []
        ways += [f"at least {both(edge + clear - one.start)}"] if edge < site.x[1] else []
        what = "the end of the hoop" if edge in site.x else "the seam where two coverings of the hoop meet"
        raise refuse_cut(one, what, "at", ", or ".join(ways))


def _fit(site: Site, one: WantedOpening, flat: Face, high: float, closes: str) -> None:
    """Ties along the edge it hangs by, two latches across from it; what lifts off is latched on both sides."""
    u = one.across
    seen = float(
        np.cross(flat.along, flat.up) @ np.array(flat.normal)
    )  # is its left, as seen from outside, the rear?
    left, right = u if seen > 0 else u[::-1]
    quarters = [(right, share * high) for share in (0.25, 0.75)]
    others = [(left, share * high) for share in (0.25, 0.75)]
    if one.hung is Hung.TOP:
        latched = [(u[0] + share * one.width, 0.0) for share in (0.25, 0.75)]
        hinge, long = (sum(u) / 2, high), one.width
    elif one.hung is Hung.RIGHT:
        latched, hinge, long = others, (right, high / 2), high
    else:
        latched, hinge, long = quarters, (left, high / 2), high
    if one.hung is Hung.LIFTS:
        latched = quarters + others
    else:
        tie, count = site.usual(Fitting.TIE), int(long / TIED_MM) + 1
        site.hardware.append(
            Hardware(
                f"{tie.key}-{len(site.hardware) + 1}",
                Item.FIXING,
                "ties it hangs by",
                Group.DOORS,
                tie.label,
                tie.kg * count,
                flat.point(*hinge),
                tie,
                count,
                closes=closes,
            )
        )
    site.fit(Fitting.LATCH, "latch", Group.DOORS, [flat.point(*at) for at in latched], closes=closes)
