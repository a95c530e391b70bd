"""What slides out of an opening's way: up between guides on a cord, or aside under a track.

   track board, as long as the leaf twice
====o=======o=======================
|           |            :
|   leaf    |  its place :        it hangs on two rollers and is latched on its leading side
|___________|............:
"""

from __future__ import annotations

from ergamot.core.catalogue import Covering
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.covering import Coat
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.kinds import Covers, Duty, Group, Space
from ergamot.core.frame.parts.doors import Leaf, hang
from ergamot.core.frame.parts.openings.choices import WantedOpening
from ergamot.core.frame.parts.openings.room import no_room, refuse_before
from ergamot.core.frame.parts.site import Site, both

GUIDE = "1x2"  # section of what a slide runs in
TRACK = "1x3"  # section of the board a track is screwed to


def slide_up(
    site: Site, one: WantedOpening, face: Face, clear: tuple[Flat, Flat], what: Covering, inside: Space
) -> None:
    """A piece of the covering between two guides, drawn up by a cord: as much room over it as it is high.

    Args: site; one; face; clear, from where to where it opens, u and v in mm; what it is of; inside, the space behind it.
    Raises: OutOfRange, naming what is in its way.
    Source: common practice.

    >>> site = framed("coop")
    >>> slide_up(site, hatch(), site.faces["left"], ((2200.0, 2600.0), (64.0, 464.0)), c.sheets["ply-5"], Space.RUN)
    >>> site.cover.openings[-1].closed_by
    'hatch 1 drawn up on a cord'
    """
    u, v = clear
    small = site.catalogue.sections[GUIDE]
    lap = small.deep_mm / 2
    outer = (u[0] - lap, u[1] + lap), (v[0], v[1] + lap)
    guides = (outer[0][0] - small.deep_mm, outer[0][1] + small.deep_mm)
    top = v[1] + one.height
    refuse_before(site, one, face, guides, (v[0], v[1]))
    refuse_before(site, one, face, outer[0], (v[1], top))
    opening = site.cover.open(
        face,
        u,
        v,
        one.purpose,
        f"{one.said} opening",
        f"{one.said} drawn up on a cord",
        leaf=one.said,
        inside=inside,
        clear_mm=(one.width, one.height),
    )
    guide = Piece(Duty.LEAF, f"{one.said} guide", "L", f"the {one.said} slides in it", Group.DOORS, small)
    for low in (guides[0], outer[0][1]):
        site.frame.on_face(guide, face, (low, low + small.deep_mm), (v[0], top), (0.0, small.thick_mm), "v")
    coat = Coat(one.said, what, Group.DOORS, inside, part=Covers.LEAF, own_kg=one.own_kg, closes=opening.ref)
    site.cover.lay(face, coat, *outer, 0.0)
    place: list[Point] = [face.point(sum(u) / 2, top)]
    site.fit(Fitting.SLIDE, "slide", Group.DOORS, place, closes=opening.ref)
    site.buy_length(Fitting.CORD, "cord", Group.DOORS, place[0], 2 * one.height / 1000 + 1.0)


def slide_aside(site: Site, one: WantedOpening, face: Face, outer: tuple[Flat, Flat], leaf: Leaf) -> None:
    """A framed leaf on two rollers under a track, to whichever side is free.

    Args: site; one; face; outer, the leaf's outside, u and v in mm; leaf, without a hinge.
    Raises: OutOfRange, naming what is in its way on both sides, or that there is no room for the track.
    Source: common practice.

    >>> site = framed("coop")
    >>> leaf = Leaf("hatch 1", c.sheets["ply-5"], None, slides=True)
    >>> slide_aside(site, hatch(), site.faces["left"], ((2168.0, 2632.0), (64.0, 496.0)), leaf)
    >>> [one.role for one in site.hardware]
    ['latch', 'roller', 'roller', 'door track']
    """
    (low, high), v = outer
    board, wide = site.catalogue.sections[TRACK], high - low
    room = face.top - v[1]
    if room < board.deep_mm:
        less = one.height - (board.deep_mm - room)
        raise no_room(one, "over it for its track", "height", f"at most {both(max(0.0, less))}", less)
    ways = ((low - wide, low), (high, high + wide))
    stands = _free_side(site, one, face, ways, v)
    run = (min(low, stands[0]), max(high, stands[1]))
    refuse_before(site, one, face, run, (v[1], v[1] + board.deep_mm))
    hang(site, face, (low, high), v, leaf, (one.width, one.height))
    track = Piece(
        Duty.LEAF, f"{one.said} track board", "L", f"the {one.said} hangs from it", Group.DOORS, board
    )
    site.frame.on_face(track, face, run, (v[1], v[1] + board.deep_mm), (0.0, board.thick_mm), "u")
    closes = site.cover.openings[-1].ref
    hung = [face.point(at, v[1], board.thick_mm) for at in (low + wide / 4, high - wide / 4)]
    site.fit(Fitting.ROLLER, "roller", Group.DOORS, hung, closes=closes)
    middle = face.point(sum(run) / 2, v[1] + board.deep_mm / 2, board.thick_mm)
    site.buy_length(Fitting.TRACK, "door track", Group.DOORS, middle, (run[1] - run[0]) / 1000)


def _free_side(site: Site, one: WantedOpening, face: Face, ways: tuple[Flat, Flat], v: Flat) -> Flat:
    """Where the leaf stands when it is open: the first side on which nothing is in its way."""
    refused: OutOfRange | None = None
    for way in ways:
        try:
            refuse_before(site, one, face, way, v)
        except OutOfRange as error:
            refused = refused or error
        else:
            return way
    assert refused
    raise refused
