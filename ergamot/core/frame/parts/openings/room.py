"""Whether there is room for an opening: what it would cut, what can make way, which space it leads to."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
import shapely

from ergamot.core.catalogue.kinds import Made
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.carpentry import bounds
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import FURNISHES, Duty, Item, Space
from ergamot.core.frame.parts.openings.choices import WantedOpening
from ergamot.core.frame.parts.openings.plane import TOUCH_MM, LaidStick, lying_in
from ergamot.core.frame.parts.site import Site, both
from ergamot.core.frame.separation import OVERLAP_MM, separations
from ergamot.core.frame.structure import Member

# A stick that only divides a wall or carries sheet makes way: what frames the opening does its work
MAKES_WAY = frozenset({Duty.UPRIGHT, Duty.END_STUD, Duty.NOGGIN})
# What stands on a stick, so that it cannot be taken out
CARRIED = FURNISHES | frozenset(
    {
        Duty.BEARER,
        Duty.KNEE_BRACE,
        Duty.SIDE_BRACE,
        Duty.COLLAR,
        Duty.AXLE_LEG,
        Duty.PIVOT_BOARD,
        Duty.HANDLE,
    }
)
FAR_OUT_MM = 1000.0  # no part of a pen stands further out of a side than this
LEAF_ROOM_MM = 100.0  # before a wall within a pen: a leaf and a hand; judgement
BEHIND_MM = 60.0  # a space ends at most so far behind the side that closes it: a stick and what covers it


def refuse_cut(
    one: WantedOpening, what: str, name: str, allowed: str, most: float | None = None
) -> OutOfRange:
    """An opening in whose way something is: what it would cut, and what would do.

    Args: one; what is in its way; name, the parameter that is refused; allowed, in words; most of it
        that would do, mm, where there is such a limit.
    Returns: the error, to be raised.
    Source: common practice.

    >>> refuse_cut(hatch(), "the door post", "at", "at most 1 m").message
    'Hatch 1 would cut the door post: at most 1 m'
    """
    return _refused(one, f"would cut {what}", name, allowed, most)


def no_room(one: WantedOpening, where: str, name: str, allowed: str, most: float | None = None) -> OutOfRange:
    """An opening that does not fit where it is: why not, and what would do.

    Args: one; where there is no room; name, the parameter that is refused; allowed, in words; most of it
        that would do, mm, where there is such a limit.
    Returns: the error, to be raised.
    Source: common practice.

    >>> no_room(hatch(), "under the plate", "height", "at most 1 m").message
    'Hatch 1 has no room under the plate: at most 1 m'
    """
    return _refused(one, f"has no room {where}", name, allowed, most)


def _refused(one: WantedOpening, why: str, name: str, allowed: str, most: float | None) -> OutOfRange:
    value = {"at": one.at, "sill": one.sill, "width": one.width, "height": one.height}[name]
    said = f"{one.said.capitalize()} {why}: {allowed}"
    return OutOfRange(one.named(name), round(value, 1), allowed, said, most)


def make_way(
    site: Site, one: WantedOpening, face: Face, laid: tuple[LaidStick, ...], u: Flat, v: Flat
) -> tuple[LaidStick, ...]:
    """Take out what may make way for an opening and what frames it; refuse what may not.

    Args: site; one; face; laid, what lies in it; u and v, what must be free, mm.
    Returns: what is left of `laid`.
    Raises: OutOfRange, naming what it would cut and where it would not.
    Source: common practice.

    >>> make_way(framed("coop"), hatch(), pen("coop").faces[0], (), (0.0, 400.0), (0.0, 400.0))
    ()
    """
    for stick in [stick for stick in laid if stick.over(u, v)]:
        why = _why_it_stays(site, face, stick)
        if why:
            raise refuse_cut(one, why, "at", _elsewhere(one, face, stick, u, site.trim.deep_mm))
        site.frame.members.remove(stick.member)
        laid = tuple(each for each in laid if each is not stick)
    return laid


def _elsewhere(one: WantedOpening, face: Face, stick: LaidStick, u: Flat, deep: float) -> str:
    """Where its middle could be, clear of a stick on either side; over it, with its own sill, where that runs right across."""
    low, _, high, top = stick.bounds
    along = [at for at, _ in face.outline]
    before, after = low - u[1], high - u[0]
    words = []
    if u[0] + before > min(along):
        words.append(f"at most {both(one.at + before)}")
    if u[1] + after < max(along):
        words.append(f"at least {both(one.at + after)}")
    over = f"its sill at least {both(top + deep)}, " if top + deep + one.height < face.top else ""
    return ", or ".join(words) or f"{over}narrower than that, or on another side"


def _why_it_stays(site: Site, face: Face, stick: LaidStick) -> str:
    """What speaks against taking a stick out; nothing where it only divides the side."""
    member = stick.member
    if member.duty not in MAKES_WAY or member.section.made is Made.PLASTIC:
        return f"the {member.role}"
    low, _, high, _ = stick.bounds
    sides = [u for u, _ in face.outline]
    if member.duty is Duty.UPRIGHT and (low - min(sides) < TOUCH_MM or max(sides) - high < TOUCH_MM):
        return f"the {member.role} at the corner"
    if any(low < seam < high for seam in site.cover.seams(face)):
        return f"the {member.role} on which two coverings meet"
    for other in _touching(site.frame.members, member):
        if other.duty in CARRIED:
            return f"the {member.role} that holds the {other.role}"
    if any(member.ref in joint.members for joint in site.strapped):
        return f"the {member.role}"
    return ""


def _touching(members: list[Member], one: Member) -> Iterator[Member]:
    boxes, own = bounds(tuple(members)), bounds((one,))[0]
    near = np.all((boxes[:, 0] <= own[1] + TOUCH_MM) & (boxes[:, 1] >= own[0] - TOUCH_MM), axis=1)
    yield from (members[i] for i in np.nonzero(near)[0] if members[i] is not one)


def refuse_overlap(site: Site, one: WantedOpening, own: set[str]) -> None:
    """Refuse an opening whose sticks would stand where others are.

    Args: site, with them set; one; own, references of its sticks.
    Raises: OutOfRange, naming what is there.
    Source: separating planes.

    >>> refuse_overlap(begun("coop"), None, set())
    """
    members = site.frame.members
    new = [i for i, member in enumerate(members) if member.ref in own]
    if not new:
        return
    boxes = bounds(tuple(members))
    pairs = np.array(
        [
            (i, j)
            for i in new
            for j in np.nonzero(((boxes[:, 0] < boxes[i, 1]) & (boxes[:, 1] > boxes[i, 0])).all(axis=1))[0]
            if members[j].ref not in own
        ]
    ).reshape(-1, 2)
    for (_, j), gap in zip(pairs, separations(tuple(members), pairs), strict=True):
        if gap < -OVERLAP_MM:
            raise refuse_cut(
                one, f"the {members[j].role}", "at", "where the frame leaves room for its own sticks"
            )


def standing_before(site: Site, face: Face) -> tuple[LaidStick, ...]:
    """The sticks that stand before a side; before a wall within the pen, those its leaf would lie in.

    Args: site; face, of its sides or of the walls within it.
    Returns: each LaidStick.
    Source: geometry.

    >>> site = framed("coop")
    >>> len(standing_before(site, site.faces["left"])) > 0
    True
    """
    far = LEAF_ROOM_MM if face.name in site.within else FAR_OUT_MM
    return lying_in(site.frame.members, face, (0.0, far))


def refuse_before(site: Site, one: WantedOpening, face: Face, u: Flat, v: Flat) -> None:
    """Refuse a leaf that would lie on another's, on a stick outside, or behind a wheel.

    Args: site; one; face; u and v, the leaf's outside, mm.
    Raises: OutOfRange, naming what is there.
    Source: geometry.

    >>> site = framed("coop")
    >>> refuse_before(site, hatch(), site.faces["left"], (2200.0, 2600.0), (64.0, 464.0))
    """
    leaf = shapely.box(u[0], v[0], u[1], v[1])
    wall = shapely.Polygon(face.outline)
    if leaf.difference(wall).area > 1.0:
        raise no_room(one, "within that side", "at", "all of it within the side it is in")
    for other in site.cover.openings:
        there = shapely.Polygon([face.flat(corner)[:2] for corner in other.corners])
        if other.face == face.name and there.intersection(leaf).area > 1.0:
            raise refuse_cut(one, f"the {other.leaf or other.role}", "at", "where nothing else opens")
    for stick in standing_before(site, face):
        if stick.over(u, v):
            raise refuse_cut(one, f"the {stick.member.role} outside", "at", "where the side is free")
    for item in site.hardware:
        if item.item is Item.WHEEL and item.size_mm:
            a, b, out = face.flat(item.place)
            if out > 0 and leaf.distance(shapely.Point(a, b)) < item.size_mm[0] / 2 - TOUCH_MM:
                raise refuse_cut(one, "a wheel", "at", "clear of the wheels")


def leads_to(site: Site, one: WantedOpening, face: Face, u: Flat, v: Flat) -> Space:
    """The space behind an opening.

    Args: site; one; face; u and v, clear, mm.
    Returns: nests, house or run.
    Raises: OutOfRange where it would lie half in the house.
    Source: geometry.

    >>> site = framed("coop")
    >>> leads_to(site, hatch(), site.faces["left"], (2200.0, 2600.0), (64.0, 464.0))
    <Space.RUN: 'run'>
    """
    corners = face.rectangle(u, v)
    low, high = np.min(corners, axis=0), np.max(corners, axis=0)
    flat = [axis for axis in range(3) if abs(face.normal[axis]) < 0.99]
    for space in (Space.NESTS, Space.HOUSE):
        for zone in (zone for zone in site.zones if zone.space is space):
            start, end = np.array([zone.x, zone.y, zone.z]).T
            shared = np.minimum(high, end) - np.maximum(low, start)
            if shared.min() < -BEHIND_MM or shared[flat].min() < TOUCH_MM:
                continue
            if (low - start)[flat].min() < -BEHIND_MM or (end - high)[flat].min() < -BEHIND_MM:
                told = f"all of it in the {zone.name}, or none"
                raise refuse_cut(one, f"the edge of the {zone.name}", "at", told)
            return space
    return Space.RUN
