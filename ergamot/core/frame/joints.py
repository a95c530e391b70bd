"""How two sticks are fixed to each other: which screw or bolt, how long, and why that one."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

from ergamot.core.catalogue import Catalogue, of_kind, usual
from ergamot.core.catalogue import Hardware as HardwareRow
from ergamot.core.catalogue.kinds import Fitting, Use
from ergamot.core.frame.contact import Bearing, bearings
from ergamot.core.frame.kinds import RACKED, Duty, Group
from ergamot.core.frame.structure import Joint, Member, Splice

SCREWS_PER_JOINT = 2  # judgement: on one a stick turns
GRIP_MM = 25.0  # least wood the point holds in; 6 diameters of a No. 8 screw, NDS 2018 12.1.5
# judgement: a point never comes nearer the far face, boards being 2 mm thinner than named
SHORT_OF_FACE_MM = 3.0
PLATE_SCREWS = 4  # of a splice plate in each part of its rail; judgement: the outer two take the bending
SKEW_OVER_MM = 70.0  # deeper than this is not screwed through: skewed through the end instead
SKEW_SCREW_MM = 75.0
SKEW_START_MM = 25.0  # from the end, at 45°; judgement: nearer splits it
BOLT_EXTRA_MM = 15.0  # two washers 4, nut 8, three threads 3
FILLET_MM = 3.0  # as thick as the wall; AWS D1.1 asks no more of it
BEAD_OF_A_ROD_MM = 150.0  # of such a fillet from a rod of 2.5 × 350 mm; judgement
LUG = "held by a lug welded on, two screws through it"
SEATED = "stands in a seat welded on, drained by an 8 mm hole, two bolts through it"
KEPT_CATALOGUES = 8  # whose fasteners are looked up once; may move
BOLTED = frozenset({Duty.HANDLE, Duty.AXLE_LEG, Duty.PIVOT_BOARD, Duty.LEVER})  # what is pulled and jolted


BASE = frozenset({Duty.BASE_RAIL, Duty.BASE_CROSS})
# A side of a pen whose sides, ends and top come apart: whatever else there is is of another
OF_A_SIDE = frozenset({Duty.BASE_RAIL, Duty.UPRIGHT, Duty.PLATE, Duty.KNEE_BRACE, Duty.SIDE_BRACE})
OF_AN_END = frozenset({Duty.BASE_CROSS, Duty.END_STUD})


def joints(
    members: tuple[Member, ...], catalogue: Catalogue, apart: bool = False, splices: Sequence[Splice] = ()
) -> tuple[Joint, ...]:
    """Every joint of a frame, from where its sticks bear on each other.

    Args: members; catalogue, with the lengths screws and bolts are sold in; apart, whether sides, ends and top are bolted
        to each other; splices, of its rails.
    Returns: one Joint for each touching pair.
    Source: common practice: screw = what it passes through and at least 25 mm grip, 3 mm short of the
        far face; bolt = parts, washers, nut and 3 mm.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> joints((), load_catalogue())
    ()
    """
    sold = fasteners(catalogue)
    found = bearings(members)
    plated = frozenset(ref for one in splices for ref in one.parts)
    made = tuple(_fix(members, bearing, sold, apart, plated) for bearing in found)
    on_base = [_stands_on_base(members, bearing) for bearing in found]
    return _once_each(made, on_base, [bearing.area_mm2 for bearing in found])


@dataclass(frozen=True)
class Fastener:
    """A screw or a bolt of the catalogue and the length of it chosen, mm."""

    row: HardwareRow
    mm: float


@dataclass(frozen=True)
class Fasteners:
    """What is sold to fix sticks with: screws and bolts, the shortest first; the tie tubes are strapped with."""

    screws: tuple[Fastener, ...]
    bolts: tuple[Fastener, ...]
    tie: HardwareRow
    weld: HardwareRow
    seat: HardwareRow
    lug: HardwareRow

    @cached_property
    def skewed(self) -> Fastener:
        """The screw that is skewed: the one nearest to the usual length."""
        return min(self.screws, key=lambda one: abs(one.mm - SKEW_SCREW_MM))


@lru_cache(maxsize=KEPT_CATALOGUES)
def fasteners(catalogue: Catalogue) -> Fasteners:
    """What is sold to fix sticks with.

    Args: catalogue; each kind of fastener has a row in it.
    Returns: the Fasteners.
    Source: the catalogue.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> fasteners(load_catalogue()).screws[0].mm
    30.0
    """
    screws, bolts = (_by_length(of_kind(catalogue, kind)) for kind in (Fitting.SCREW, Fitting.BOLT))
    once = (usual(catalogue, kind) for kind in (Fitting.TIE, Fitting.WELD, Fitting.POST_SEAT, Fitting.LUG))
    return Fasteners(screws, bolts, *once)


def _by_length(rows: Sequence[HardwareRow]) -> tuple[Fastener, ...]:
    return tuple(sorted((Fastener(row, row.length_mm or 0.0) for row in rows), key=lambda one: one.mm))


def _fix(
    members: tuple[Member, ...], bearing: Bearing, sold: Fasteners, apart: bool, plated: frozenset[str]
) -> Joint:
    i, j = bearing.pair
    first, second = members[i], members[j]
    if (first.group is Group.DOORS) != (second.group is Group.DOORS):
        return Joint((first.ref, second.ref), None, 0, rule="the leaf rests on the frame, hinged")
    if (first.duty in RACKED) != (second.duty in RACKED):
        return Joint((first.ref, second.ref), None, 0, rule="rests in its cleats, lifted out for cleaning")
    if Duty.SPLICE in (first.duty, second.duty) and not any(bearing.ends):
        return _plated(first, second, bearing, sold)
    lap = next((one for one in first.notches if one.other == second.ref and one.run), None)
    if lap:
        return _half_lapped(first, second, lap.deep_mm, sold, apart)
    if apart and _panel(first) != _panel(second) and first.group is second.group is Group.FRAME:
        return _comes_apart(_bolt(first, second, bearing, sold))
    if first.section.welded or second.section.welded:
        return _on_steel(first, second, bearing, sold)
    if first.duty in BOLTED or second.duty in BOLTED:
        return _bolt(first, second, bearing, sold)
    if first.section.kg_m is not None or second.section.kg_m is not None:
        return Joint((first.ref, second.ref), sold.tie, 2, rule="tube strapped with two ties")
    if all(bearing.ends) and {first.ref, second.ref} <= plated:
        return Joint((first.ref, second.ref), None, 0, rule="ends meet under a splice plate")
    if all(bearing.ends):
        return _skew(sold, first, second, bearing.deep_mm[1], "ends meet: skewed from both sides")
    # The screw starts in the stick that shows its side, the thinner one where both do.
    starts_first = bearing.ends[1] if any(bearing.ends) else bearing.deep_mm[0] <= bearing.deep_mm[1]
    starter, holder = (first, second) if starts_first else (second, first)
    through, into = bearing.deep_mm if starts_first else bearing.deep_mm[::-1]
    if through > SKEW_OVER_MM:
        return _skew(sold, holder, starter, through, "too deep to screw through: skewed through the end")
    fits = [screw for screw in sold.screws if screw.mm <= through + into - SHORT_OF_FACE_MM]
    grips = [screw for screw in fits if screw.mm >= through + GRIP_MM]
    if not fits:
        return _bolt(first, second, bearing, sold)
    screw = grips[0] if grips else fits[-1]
    held = "25 mm grip" if grips else "as much grip as the wood gives"
    rule = f"through {through:.0f} mm, {held}, 3 mm short of the far face"
    return Joint(
        (starter.ref, holder.ref),
        screw.row,
        SCREWS_PER_JOINT,
        screw.mm,
        through,
        screw.mm - through,
        rule,
    )


def _plated(first: Member, second: Member, bearing: Bearing, sold: Fasteners) -> Joint:
    """A splice plate on one part of its rail: a row of screws; bolts where no screw goes through."""
    deep = bearing.deep_mm if first.duty is Duty.SPLICE else bearing.deep_mm[::-1]
    plate, rail = (first, second) if first.duty is Duty.SPLICE else (second, first)
    fits = [screw for screw in sold.screws if deep[0] + GRIP_MM <= screw.mm <= sum(deep) - SHORT_OF_FACE_MM]
    if not fits:
        return replace(_bolt(first, second, bearing, sold), count=PLATE_SCREWS // 2)
    rule = f"{PLATE_SCREWS} screws in a row on each part of the rail, 25 mm grip, 3 mm short of the far face"
    return Joint(
        (plate.ref, rail.ref), fits[-1].row, PLATE_SCREWS, fits[-1].mm, deep[0], fits[-1].mm - deep[0], rule
    )


def _half_lapped(first: Member, second: Member, half: float, sold: Fasteners, apart: bool) -> Joint:
    """Two screws down through both halves; bolts where those are too thick to screw through, or come apart."""
    fits = [screw for screw in sold.screws if screw.mm <= 2 * half - SHORT_OF_FACE_MM]
    if apart or half > SKEW_OVER_MM or not fits:
        bolt = next((bolt for bolt in sold.bolts if bolt.mm >= 2 * half + BOLT_EXTRA_MM), sold.bolts[-1])
        rule = f"half-lapped: bolted through both halves, {2 * half:.0f} mm"
        return Joint((first.ref, second.ref), bolt.row, 2, bolt.mm, 2 * half, 0.0, rule)
    screw = fits[-1]
    rule = f"half-lapped: down through {half:.0f} mm of one half into the other"
    return Joint((first.ref, second.ref), screw.row, SCREWS_PER_JOINT, screw.mm, half, screw.mm - half, rule)


def _comes_apart(bolt: Joint) -> Joint:
    """A bolt that is turned by hand, its head sunk where none is sold long enough to pass the wood whole."""
    sunk = max(0.0, bolt.through_mm + BOLT_EXTRA_MM - bolt.length_mm)
    told = f", its head sunk {sunk:.0f} mm" if sunk else ""
    rule = f"bolted, two washers and a nut to be turned by hand: it comes apart here{told}"
    return replace(bolt, through_mm=bolt.through_mm - sunk, rule=rule)


def _panel(member: Member) -> int:
    """Which kind of panel of a pen that comes apart a stick is of: a side, an end, or the top."""
    return 0 if member.duty in OF_A_SIDE else 1 if member.duty in OF_AN_END else 2


def skewed(catalogue: Catalogue, starter: Member, holder: Member, far_mm: float, rule: str) -> Joint:
    """A joint that no touching face shows, such as a rafter's seat over its plate.

    Args: catalogue; starter, the stick the screws start in; holder; far_mm, wood beyond the joint; rule, in words.
    Returns: the Joint, of two skewed screws; of steel, welded.
    Source: common practice.

    >>> one, other = pen().members[:2]
    >>> skewed(c, one, other, 70.0, "two screws").count
    2
    """
    sold = fasteners(catalogue)
    if starter.section.welded and holder.section.welded:
        return _welded(sold, starter, holder, starter, mitred=False)
    if starter.section.welded or holder.section.welded:
        return Joint((holder.ref, starter.ref), sold.lug, 1, rule=LUG)
    return _skew(sold, starter, holder, far_mm, rule)


def _skew(sold: Fasteners, starter: Member, holder: Member, far: float, rule: str) -> Joint:
    """Two screws at 45°, one from each side, started a little way from the end."""
    along, screw = SKEW_START_MM * 2**0.5, sold.skewed
    return Joint(
        (starter.ref, holder.ref),
        screw.row,
        SCREWS_PER_JOINT,
        screw.mm,
        along,
        min(screw.mm - along, far * 2**0.5),
        rule,
    )


def _stands_on_base(members: tuple[Member, ...], bearing: Bearing) -> str:
    """What stands with its end on a steel base, by its reference; "" where that is not how the two meet."""
    for holder, standing, ends in ((0, 1, bearing.ends), (1, 0, bearing.ends[::-1])):
        base, other = members[bearing.pair[holder]], members[bearing.pair[standing]]
        if base.section.welded and base.duty in BASE and other.duty not in BASE and ends == (False, True):
            return other.ref
    return ""


def _once_each(made: tuple[Joint, ...], on_base: Sequence[str], areas: Sequence[float]) -> tuple[Joint, ...]:
    """What stands over a corner of a steel base has one seat or one bead, on the piece that carries most of it."""
    standing = [i for i, ref in enumerate(on_base) if ref and made[i].fixing is not None]
    best: dict[str, int] = {}
    for i in sorted(standing, key=lambda i: areas[i]):
        best[on_base[i]] = i
    same = set(standing) - set(best.values())
    return tuple(
        replace(joint, fixing=None, count=0, rule="over the corner, held there already")
        if i in same
        else joint
        for i, joint in enumerate(made)
    )


def _on_steel(first: Member, second: Member, bearing: Bearing, sold: Fasteners) -> Joint:
    """Steel to steel is welded all round; what stands on a base stands in a seat, what ends at a wall is held by a lug;
    what lies along steel is bolted."""
    if first.section.welded and second.section.welded:
        joined = first if bearing.ends[0] else second
        return _welded(sold, first, second, joined, mitred=all(bearing.ends))
    if first.section.use is Use.TUBE or second.section.use is Use.TUBE:
        return Joint((first.ref, second.ref), sold.tie, 2, rule="tube strapped with two ties")
    stands = bearing.ends[1] if first.section.welded else bearing.ends[0]
    if stands:
        steel, standing = (first, second) if first.section.welded else (second, first)
        if steel.duty in BASE:
            return Joint((steel.ref, standing.ref), sold.seat, 1, rule=SEATED)
        return Joint((steel.ref, standing.ref), sold.lug, 1, rule=LUG)
    return _bolt(first, second, bearing, sold)


def _welded(sold: Fasteners, first: Member, second: Member, joined: Member, mitred: bool) -> Joint:
    """A bead all round the end of one of two pieces of steel."""
    section = joined.section
    bead = 2 * (section.thick_mm * (2**0.5 if mitred else 1.0) + section.deep_mm)
    rods = math.ceil(bead / BEAD_OF_A_ROD_MM)
    rule = f"{'mitred, ' if mitred else ''}welded all round, {bead:.0f} mm of {FILLET_MM:g} mm fillet"
    return Joint((first.ref, second.ref), sold.weld, rods, bead, rule=rule)


def _bolt(first: Member, second: Member, bearing: Bearing, sold: Fasteners) -> Joint:
    parts = sum(bearing.deep_mm)
    if any(bearing.ends):
        parts = min(bearing.deep_mm) * 2
    bolt = next((bolt for bolt in sold.bolts if bolt.mm >= parts + BOLT_EXTRA_MM), sold.bolts[-1])
    rule = f"through {parts:.0f} mm of wood, two washers, nut and 3 mm"
    return Joint((first.ref, second.ref), bolt.row, 2, bolt.mm, parts, 0.0, rule)
