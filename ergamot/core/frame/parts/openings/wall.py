"""Framing an opening in a wall: a post on either side of it, a head over it, a sill under it.

      plate
======================
  |  |  head   |  |
  |  |=========|  |     each post runs from what is under it to what is over it;
  |  |         |  |     head and sill lie between the posts, and are left out where
  |  |  clear  |  |     the plate or the base rail is the edge of the opening
  |  |=========|  |
  |  |  sill   |  |
======================
      base rail
"""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np

from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.parts.openings.choices import LEAST_HIGH_MM, WantedOpening
from ergamot.core.frame.parts.openings.plane import TOUCH_MM, LaidStick, lying_in, under_and_over
from ergamot.core.frame.parts.openings.room import make_way, no_room
from ergamot.core.frame.parts.site import Site, both

LOOKS = 5  # places across a post that are looked at; may move
LEAST_STICK_MM = 60.0  # a shorter post is no post


def frame_in_wall(site: Site, one: WantedOpening, face: Face) -> tuple[Flat, Flat, float]:
    """Frame an opening in a wall.

    Args: site; one; face, upright.
    Returns: the clear opening, u and v in mm, and how far its leaf laps the frame, mm.
    Raises: OutOfRange, naming what it would cut or what it has no room for.
    Source: common practice: the leaf laps its frame by half a stick.

    >>> site = framed("coop")
    >>> frame_in_wall(site, hatch(), site.faces["left"])
    ((2200.0, 2600.0), (64.0, 464.0), 32.0)
    """
    thick, deep = site.trim.thick_mm, site.trim.deep_mm
    w = (-thick, 0.0)
    laid = lying_in(site.frame.members, face, w)
    u = one.across
    posts = ((u[0] - deep, u[0]), (u[1], u[1] + deep))
    low, high = _free(laid, one, u)
    v = _clear(one, low, high, deep)
    kept = [_stands(laid, post, v) for post in posts]
    free = (u[0] if kept[0] else posts[0][0], u[1] if kept[1] else posts[1][1])
    laid = make_way(site, one, face, laid, free, v)
    piece = Piece(Duty.POST, "opening post", "S", f"frames the {one.said}", section=site.trim)
    for post, stands in zip(posts, kept, strict=True):
        if not stands:
            _post(site, one, face, piece, laid, post, v, w)
    closing = replace(piece, duty=Duty.HEAD, why=f"closes the frame of the {one.said}")
    if high - v[1] > TOUCH_MM:
        head = replace(closing, role="opening head")
        site.frame.on_face(head, face, u, (v[1], v[1] + deep), w, "u")
    if v[0] - low > TOUCH_MM:
        sill = replace(closing, role="opening sill")
        site.frame.on_face(sill, face, u, (v[0] - deep, v[0]), w, "u")
    return u, v, deep / 2


def _free(laid: tuple[LaidStick, ...], one: WantedOpening, u: Flat) -> Flat:
    """How low and how high the wall is free within an opening's width, whatever may make way left out."""
    fixed = [stick for stick in laid if stick.member.duty in RAILS]
    middle = (one.sill, one.sill + one.height)
    spans = [under_and_over(fixed, at, middle) for at in (u[0] + TOUCH_MM, sum(u) / 2, u[1] - TOUCH_MM)]
    low, high = max(under for under, _ in spans), min(over for _, over in spans)
    if math.isinf(low) or math.isinf(high):
        raise no_room(one, "within that side", "at", "all of it within the side it is in")
    return low, high


def _clear(one: WantedOpening, low: float, high: float, deep: float) -> Flat:
    """Its sill and top: on the rail or a stick over it, to the plate or a stick under it."""
    sill = max(one.sill, low)
    top = sill + one.height
    if TOUCH_MM < sill - low < deep - TOUCH_MM:
        raise no_room(
            one,
            "for its own sill",
            "sill",
            f"at most {both(low)}, on the rail itself, or at least {both(low + deep)}",
        )
    if top > high + TOUCH_MM:
        raise no_room(
            one,
            "under what closes the wall above",
            "height",
            f"at most {both(max(0.0, high - sill))} there",
            high - sill,
        )
    if TOUCH_MM < high - top < deep - TOUCH_MM:
        under = high - deep - sill
        headed = f"at most {both(under)} under a head, or " if under >= LEAST_HIGH_MM else ""
        allowed = f"{headed}{both(high - sill)} to what is above"
        raise no_room(one, "for its own head", "height", allowed, high - sill)
    return sill, top


def _stands(laid: tuple[LaidStick, ...], post: Flat, v: Flat) -> bool:
    """Is there a stick already where a post would be?"""
    for stick in laid:
        a, b, c, d = stick.bounds
        if (
            abs(a - post[0]) <= TOUCH_MM
            and abs(c - post[1]) <= TOUCH_MM
            and b <= v[0] + TOUCH_MM
            and d >= v[1] - TOUCH_MM
        ):
            return True
    return False


def _post(
    site: Site,
    one: WantedOpening,
    face: Face,
    piece: Piece,
    laid: tuple[LaidStick, ...],
    u: Flat,
    v: Flat,
    w: Flat,
) -> None:
    """From what is under it to what is over it, cut to the slope of either."""
    places = np.linspace(u[0] + TOUCH_MM, u[1] - TOUCH_MM, LOOKS)
    lows, highs = np.array([under_and_over(laid, at, v) for at in places]).T
    if np.isinf([*lows, *highs]).any():
        raise no_room(one, "within that side", "at", "room for a post on both sides of it")
    high_a, high_b = _line(places, highs, u)
    low_a, low_b = (-end for end in _line(places, -lows, u))
    if min(high_a - low_a, high_b - low_b) < LEAST_STICK_MM:
        raise no_room(one, "under what closes the wall there", "at", "room for a post on both sides of it")
    corners = tuple(
        face.point(a, b, out)
        for ring in ((low_a, low_b), (high_a, high_b))
        for a, b, out in (
            (u[0], ring[0], w[0]),
            (u[1], ring[1], w[0]),
            (u[1], ring[1], w[1]),
            (u[0], ring[0], w[1]),
        )
    )
    site.frame.sawn(piece, corners)


def _line(places: np.ndarray, highs: np.ndarray, u: Flat) -> Flat:
    """The straight cut under what is over it, at the edges of a post: the slope of its ends, lowered to clear the rest."""
    slope = (highs[-1] - highs[0]) / (places[-1] - places[0])
    over = float(np.min(highs - slope * places))
    return float(over + slope * u[0]), float(over + slope * u[1])


# What closes a wall under and over an opening: it never makes way, and an opening may lie on it
RAILS = frozenset(
    {
        Duty.BASE_RAIL,
        Duty.BASE_CROSS,
        Duty.PLATE,
        Duty.END_PLATE,
        Duty.CROSS_RAIL,
        Duty.RAFTER,
        Duty.ARCH,
        Duty.RIDGE,
        Duty.BOW,
        Duty.BEARER,
        Duty.HEAD,
    }
)
