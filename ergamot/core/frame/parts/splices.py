"""Rails that no board is sold long enough for: sawn in two, and joined under a splice plate where they are bent least."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import pairwise

import numpy as np

from ergamot.core.errors import OutOfRange
from ergamot.core.finding import phrase
from ergamot.core.frame.carpentry import Piece, bounds
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import END_TO_END, Duty
from ergamot.core.frame.parts.site import Site, both
from ergamot.core.frame.separation import OVERLAP_MM
from ergamot.core.frame.structure import Joint, Member, Splice
from ergamot.core.units import Quantity

# depths of its rail a plate reaches past the joint to either side; judgement: four screws in a row
REACH = 8.0
# of a bay from an upright: a rail running on over its uprights is bent least at 0.21 of equal bays, by statics; where that is
# not clear, nearer the middle, where it is bent less than over an upright
OF_A_BAY = (0.2, 0.25, 0.3, 0.35, 0.4, 0.45, 0.5)
LEAST_BAY_MM = 250.0  # two sticks nearer than this are one place the rail is held at; judgement
SQUARED_MM = 5.0  # of a board, so that the ends that meet are square; judgement: a yard's end seldom is
CLEAR_MM = 120.0  # between the joint and an axle or a lever's pivot; judgement
# two rails whose joints would differ by less are sawn alike; judgement: a tenth of a bay nearer an upright, the bending is a fifth
ALIKE_MM = 100.0
TOUCH_MM = 0.5  # of arithmetic
PLATE = Piece(Duty.SPLICE, "splice plate", "X", "joins a rail that no board is sold long enough for")


def splice(site: Site, axles: Sequence[float]) -> tuple[Splice, ...]:
    """Saw in two whatever is longer than any board sold, as near to the longest board as may be, and plate the joint.

    Args: site, with all its sticks; axles, where along the pen what rolls is held, mm.
    Returns: a Splice for each rail so joined; the sticks of the site are its parts then.
    Raises: OutOfRange where nothing is sold long enough for a stick that may not be joined, or a joint finds no place.
    Source: common practice; statics of a beam over many supports.

    >>> splice(framed(), ())  # boards are sold long enough for it
    ()
    """
    found: list[Splice] = []
    joined: list[Member] = []
    cut_at: dict[
        Duty, float
    ] = {}  # how long the part is that begins at its own end, of the first rail of a duty
    for whole in tuple(site.frame.members):
        if whole.species is None or whole.section.sold_for(whole.length_mm):
            continue
        if whole.duty not in END_TO_END or whole.notches:
            raise _too_long(whole, "and this one may not be joined of two")
        placed = next(_placed(site, whole, axles, cut_at.get(whole.duty)), None)
        if placed is None:
            raise _too_long(whole, "and there is no place for a joint clear of what stands there")
        found.append(_joined(site, whole, *placed))
        joined.append(whole)
        cut_at.setdefault(whole.duty, _part_mm(whole, placed[0]))
    for section in dict.fromkeys(whole.section for whole in joined):
        most = Quantity(section.longest_mm, "mm")
        told = "no {section} is sold longer than {most}: rails are joined of two"
        site.notes.append(phrase(told, section=section.label, most=most))
    return tuple(found)


def _begins_at_rear(whole: Member) -> bool:
    """Those of the two sides, and of a rail and the plate over it, begin from opposite ends: no two joints lie side by side."""
    return (whole.centre[1] > 0) == (whole.duty is Duty.PLATE)


def _part_mm(whole: Member, at: float) -> float:
    low, high = (float(each[0]) for each in bounds((whole,))[0])
    return at - low if _begins_at_rear(whole) else high - at


def _too_long(stick: Member, why: str) -> OutOfRange:
    sold = both(stick.section.longest_mm)
    return OutOfRange(
        "length",
        round(stick.length_mm, 1),
        f"at most {sold}, the longest {stick.section.label} sold",
        f"No {stick.section.label} is sold long enough for a {stick.role}: the longest is {sold}, {why}",
    )


def _placed(
    site: Site, whole: Member, axles: Sequence[float], like: float | None
) -> Iterator[tuple[float, tuple[Flat, Flat, Flat]]]:
    """Where a joint may lie and the box of its plate: where the rail is bent least first, then the longest board; sawn as its fellow
    is where that is next to nothing off."""
    sticks = bounds(tuple(site.frame.members))
    own = bounds((whole,))[0]
    (low, y_low, z_low), (high, y_high, z_high) = own.tolist()
    longest = whole.section.longest_mm - SQUARED_MM
    reach = REACH * (z_high - z_low)
    from_rear = _begins_at_rear(whole)
    away = -1 if whole.centre[1] > TOUCH_MM else 1  # towards the middle of the pen
    thick = y_high - y_low
    y = (y_low - thick, y_low) if away < 0 else (y_high, y_high + thick)
    walls = [face.origin[0] for face in site.within.values()]
    spots = _spots(sticks, own)
    for at in (spot for share in OF_A_BAY for spot in sorted(spots[share], reverse=from_rear)):
        if like is not None and abs(_part_mm(whole, at) - like) <= ALIKE_MM:
            at = low + like if from_rear else high - like
        x = (at - reach, at + reach)
        if max(at - low, high - at) > longest or x[0] < low or x[1] > high:
            continue
        if any(abs(at - axle) < CLEAR_MM for axle in axles) or any(x[0] < wall < x[1] for wall in walls):
            continue
        if not _clashes(sticks, np.array([(x[0], y[0], z_low), (x[1], y[1], z_high)])):
            yield at, (x, y, (z_low, z_high))


def _spots(sticks: np.ndarray, own: np.ndarray) -> dict[float, set[float]]:
    """Places along a rail by the share of a bay they are from what stands on it, hangs from it or leans on it."""
    touches = np.all((sticks[:, 0] <= own[1] + TOUCH_MM) & (sticks[:, 1] >= own[0] - TOUCH_MM), axis=1)
    across = sticks[:, 1, 0] - sticks[:, 0, 0] < LEAST_BAY_MM
    held = sorted(set(sticks[touches & across].mean(axis=1)[:, 0]))
    bays = [(a, b) for a, b in pairwise(held) if b - a >= LEAST_BAY_MM]
    return {
        share: {round(float(at), 1) for a, b in bays for at in (a + share * (b - a), b - share * (b - a))}
        for share in OF_A_BAY
    }


def _clashes(sticks: np.ndarray, box: np.ndarray) -> bool:
    return bool(
        np.any(np.all((sticks[:, 0] < box[1] - OVERLAP_MM) & (sticks[:, 1] > box[0] + OVERLAP_MM), axis=1))
    )


def _joined(site: Site, whole: Member, at: float, box: tuple[Flat, Flat, Flat]) -> Splice:
    """The rail as its two parts in its place, and the plate after them."""
    frame = site.frame
    as_whole = Piece(
        whole.duty, whole.role, whole.label, whole.why, whole.group, whole.section, whole.when, whole.species
    )
    joint = tuple((at, y, z) for _, y, z in whole.corners[:4])
    frame.sawn(as_whole, (*whole.corners[:4], *joint))
    frame.sawn(as_whole, (*joint, *whole.corners[4:]))
    second, first = frame.members.pop(), replace(frame.members.pop(), ref=whole.ref)
    place = frame.members.index(whole)
    frame.members[place : place + 1] = [first, second]
    past = {one.ref for one in frame.members if one.centre[0] > at}
    frame.members[:] = [_notched_for(one, whole, second, past) for one in frame.members]
    site.strapped[:] = [_strapped_to(one, whole, second, past) for one in site.strapped]
    plate = frame.stick(replace(PLATE, section=whole.section, species=whole.species), *box, "x")
    return Splice((first.ref, second.ref), plate.ref)


def _strapped_to(joint: Joint, whole: Member, second: Member, past: set[str]) -> Joint:
    """What is fixed to a rail past where it is joined is fixed to its second part."""
    a, b = joint.members
    if a == whole.ref and b in past:
        a = second.ref
    if b == whole.ref and a in past:
        b = second.ref
    return joint if (a, b) == joint.members else replace(joint, members=(a, b))


def _notched_for(stick: Member, whole: Member, second: Member, past: set[str]) -> Member:
    """What is notched over a rail past where it is joined is so over its second part."""
    if stick.ref not in past or not any(notch.other == whole.ref for notch in stick.notches):
        return stick
    notches = (
        replace(notch, other=second.ref) if notch.other == whole.ref else notch for notch in stick.notches
    )
    return replace(stick, notches=tuple(notches))
