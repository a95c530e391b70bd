"""Rails, handles and braces while the pen is lifted at one end and dragged; its axle beside them."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator

import shapely

from ergamot.core.frame.bending import (
    BEAM_MOMENT,
    E_OVER_G,
    FV_MPA,
    stiffness_n_m2,
)
from ergamot.core.frame.footing import Axle
from ergamot.core.frame.joints import SCREWS_PER_JOINT
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Member, Structure
from ergamot.core.gear.haul import Haul
from ergamot.core.strength.axle import hole_checks, rod_checks
from ergamot.core.strength.check import Check, bends, source_of
from ergamot.core.working import Working

MOVING_FACTOR = 1.25  # judgement: a pen is jolted as it goes, at a walk
LONG_SHARE = 0.8  # a stick this much as long as the rail is its top chord; may move: others are one bay long
RUNS = (Duty.BASE_RAIL, Duty.PLATE, Duty.RIDGE, Duty.RIDGE_TUBE)  # bend alike, end to end
BAYS = (Duty.UPRIGHT, Duty.RAFTER)  # a side is divided by these
# a bay sheeted for this much of its length is as good as braced; judgement: screws in three rows
SHEET_SHARE = 0.8
# a diagonal that spans so much of a bay holds it; judgement: a triangle stiffer than the joints
BRACED_SHARE = 0.4  # may move: a brace spans a bay or is not in it
LEAST_BAY_MM = 150.0  # nearer than this, two sticks are one line of the frame; may move: no bay is so short
ALONG, ACROSS = 0, 1  # names of axes; may move


def moving_checks(structure: Structure, weighed: Mass, moved: Haul) -> Iterator[Check]:
    """What moving does to a pen on wheels; dragging, to any.

    Args: structure; weighed; moved, forces on the ground it is moved on.
    Returns: an iterator of Checks.
    Source: statics; NDS 2018; mechanics of a round bar.

    >>> from ergamot.core.gear.haul import haul, movers_strength
    >>> low = pen()
    >>> moved = haul(low, mass(low), c.grounds["wet"], 0.0, movers_strength(c, low, c.crews["man"]))
    >>> sorted(one.what for one in moving_checks(low, mass(low), moved))[0]
    'axle'
    """
    axle = structure.axle
    if axle is not None:
        yield from _rails(structure, weighed, axle)
        yield from _handles(structure, moved)
        yield from rod_checks(structure, axle, moved)
        yield from hole_checks(structure, axle)
        yield from _twist(structure)
    yield from _racking(structure, moved)


def _extent(member: Member, axis: int) -> tuple[float, float]:
    values = [corner[axis] for corner in member.corners]
    return min(values), max(values)


def _far(member: Member, axis: int) -> float:
    low, high = _extent(member, axis)
    return high - low


def _rails(structure: Structure, weighed: Mass, axle: Axle) -> Iterator[Check]:
    """A side rail between axle and front. A braced side carries it as one deep beam; else the sticks that run from
    end to end bend together, each by its stiffness."""
    rails = [m for m in structure.members if m.duty is Duty.BASE_RAIL]
    if not rails:
        return
    rail = rails[0]
    front = structure.front_axle.x_mm if structure.front_axle else _extent(rail, 0)[1]
    work = Working()
    work.given("m", "mass, timber fresh", weighed.fresh_kg, "kg", "sum of the parts")
    work.given("L", "rail between axle and front", (front - axle.x_mm) / 1000, "m", "the frame")
    work.given("j", "jolts", MOVING_FACTOR, "", "a judgement, at a walk")
    work.step("w", "load on one rail", "j*m*9.81/2/L", "N/m")
    work.step("M0", "moment in one side", BEAM_MOMENT, "N m", "statics")
    top = _top_chord(structure, rail) if rail.species else None  # steel is stiff enough to bend by itself
    bays = _bays(structure, rail) if top else ()
    held = [bay for bay in bays if _held(structure, rail, bay)]
    if top and held:
        others = [top]
        work.given(
            "H", "height of the braced wall", (top.centre[2] - rail.centre[2]) / 1000, "m", "the frame"
        )
        work.given("a", "longest bay", max(b - a for a, b in bays) / 1000, "m", "the frame")
        section = rail.section
        work.given("A", "wood in the rail's section", section.thick_mm * section.deep_mm, "mm²", "the frame")
        work.given("S1", "its section modulus", section.thick_mm * section.deep_mm**2 / 6, "mm³", "the frame")
        # stress along the chord, as a moment that would give the same, and bending within a bay
        within = "w*a**2/10"
        if len(held) < len(bays):
            opened = [bay for bay in bays if bay not in held]
            work.given(
                "a_o",
                "longest bay that nothing braces",
                max(b - a for a, b in opened) / 1000,
                "m",
                "the frame",
            )
            work.step("V", "shear at an end, on both chords of it", "w*L/2", "N", "statics")
            work.step(
                "M_o", "bending of a chord in an open bay", "V/2*a_o/2", "N m", "Vierendeel: bent both ways"
            )
            within = f"max({within}, M_o)"
        work.step(
            "M", "pull in the chord and bending in a bay", f"M0/H/A*S1/1000 + {within}", "N m", "statics"
        )
    else:
        runs = [m for m in structure.members if m.duty in RUNS and _long(m, rail)]
        others = [m for m in runs if m not in rails]
        work.given("EI", "stiffness of one rail", stiffness_n_m2(rail, ACROSS), "N m²", "E·I")
        both = sum(stiffness_n_m2(m, ACROSS) for m in runs)
        work.given("EIs", "of all that runs from end to end", both, "N m²", "E·I")
        work.step(
            "M", "the rail's share of both sides'", "2*M0*EI/EIs", "N m", "bent alike, no brace between"
        )
    refs = tuple(m.ref for m in (*rails, *others))
    yield bends("side rails when an end is lifted", refs, rail, work, ACROSS, "moving")


def _long(member: Member, rail: Member) -> bool:
    (a, b), (low, high) = _extent(member, 0), _extent(rail, 0)
    return b - a >= LONG_SHARE * (high - low)


def _top_chord(structure: Structure, rail: Member) -> Member | None:
    """The long stick above a rail: on its own side, else the ridge both sides lean on."""
    above = [
        m
        for m in structure.members
        if m.duty in RUNS and m.species is not None and _long(m, rail) and m.centre[2] > rail.centre[2] + 150
    ]
    beside = [m for m in above if abs(m.centre[1] - rail.centre[1]) < 60]
    ridge = [m for m in above if m.duty is Duty.RIDGE]
    return next(iter((*beside, *ridge)), None)


def _bays(structure: Structure, rail: Member) -> tuple[tuple[float, float], ...]:
    """The bays a rail's side is divided into, along x, mm."""
    low, high = _extent(rail, 0)
    places = sorted(
        {m.centre[0] for m in structure.members if m.centre[1] * rail.centre[1] > 0 and m.duty in BAYS}
    )
    inside = [place for place in places if low <= place <= high]
    return tuple((float(a), float(b)) for a, b in itertools.pairwise(inside) if b - a > LEAST_BAY_MM)


def _held(structure: Structure, rail: Member, bay: tuple[float, float]) -> bool:
    """Is a bay held in its plane: by a diagonal in it, or by sheet over nearly all of it?"""
    side = rail.centre[1]
    for one in structure.members:
        if one.duty is Duty.SIDE_BRACE and one.centre[1] * side > 0:
            a, b = _extent(one, 0)
            if min(b, bay[1]) - max(a, bay[0]) > BRACED_SHARE * (bay[1] - bay[0]):
                return True
    sheets = [
        p
        for p in structure.standing
        if p.solid and p.braces and p.centre[1] * side > 0 and abs(p.normal[1]) > 0.5
    ]
    spans = shapely.unary_union(
        [shapely.box(min(c[0] for c in p.corners), 0, max(c[0] for c in p.corners), 1) for p in sheets]
    )
    covered = spans.intersection(shapely.box(bay[0], 0, bay[1], 1))
    return float(covered.area) >= SHEET_SHARE * (bay[1] - bay[0])


def _handles(structure: Structure, moved: Haul) -> Iterator[Check]:
    sticks = [m for m in structure.members if m.duty is Duty.HANDLE]
    lift = max(moved.carry, moved.lift)
    if not sticks or lift < 1:
        return  # nothing to speak of is carried
    work = Working()
    work.given("lift", "lift while pulling", lift, "N", "the Moving verdict")
    work.given("j", "jolts", MOVING_FACTOR, "", "a judgement, at a walk")
    work.given("e", "hands ahead of the last bolt", (structure.grip.x_mm - structure.body.x[1]) / 1000, "m")
    work.step("M", "moment in one handle", "j*lift/2*e", "N m", "statics")
    yield bends("handles", tuple(m.ref for m in sticks), sticks[0], work, ACROSS, "moving")
    yield from _poles(sticks, lift)


def _poles(sticks: list[Member], lift: float) -> Iterator[Check]:
    """What lies on both handles and runs past them, lifted by one person at either end of it."""
    between = max(_extent(m, 1)[1] for m in sticks if _far(m, 0) > _far(m, 1))
    poles = [m for m in sticks if _extent(m, 1)[1] > between]
    if not poles:
        return
    work = Working()
    work.given("lift", "lift while pulling", lift, "N", "the Moving verdict")
    work.given("j", "jolts", MOVING_FACTOR, "", "a judgement, at a walk")
    work.given("e", "hands past the handle, at the most", (_extent(poles[0], 1)[1] - between) / 1000, "m")
    work.step("M", "moment over a handle", "j*lift/2*e", "N m", "statics")
    yield bends("pole", tuple(m.ref for m in poles), poles[0], work, ALONG, "moving")


def _twist(structure: Structure) -> Iterator[Check]:
    """One lever thrown, its fellow not: the sticks that run from end to end are wrung."""
    rails = [m for m in structure.members if m.duty is Duty.BASE_RAIL]
    rail = rails[0] if rails and structure.levers else None
    if rail is None or rail.species is None:
        return
    swing = structure.levers[0].swing
    low, high = _extent(rail, 0)
    work = Working()
    work.given("h", "lifted on one side", swing.rise_mm, "mm", "the design")
    work.given("B", "between the two sides", structure.body.y[1] - structure.body.y[0], "mm", "the frame")
    work.given("L", "over the length of", (high - low) / 1000, "m", "the frame")
    work.step("t", "twist", "h/B/L", "rad/m", "geometry: nothing but the sticks holds it flat")
    work.given("E", f"stiffness, {rail.species.label}", rail.species.e_gpa, "GPa", rail.species.source)
    work.given("b", f"thickness of {rail.section.label}", rail.section.thick_mm, "mm", "the frame")
    work.step("tau", "shear in the wood", f"E/{E_OVER_G:g}*t*b", "MPa", "mechanics of a thin rectangle")
    work.given("F", "what it may be sheared to", FV_MPA, "MPa", "NDS Supplement table 4A")
    work.step("ratio", "bears over takes", "F/tau")
    refs = tuple(m.ref for m in rails)
    yield Check("rails wrung by one lever", refs, work.known["tau"], work.known["F"], "MPa", work)


def _racking(structure: Structure, moved: Haul) -> Iterator[Check]:
    braces = [m for m in structure.members if m.duty in (Duty.SIDE_BRACE, Duty.KNEE_BRACE)]
    along = [m for m in braces if _extent(m, 0)[1] - _extent(m, 0)[0] > 100]
    if not along:
        return
    brace = along[0]
    run = _extent(brace, 0)[1] - _extent(brace, 0)[0]
    rise = _extent(brace, 2)[1] - _extent(brace, 2)[0]
    work = Working()
    work.given("P", "pull to start", moved.start, "N", "the Moving verdict")
    work.given("j", "jolts", MOVING_FACTOR, "", "a judgement, at a walk")
    work.given("n", "braces that lie along the pen", len(along), "", "the frame")
    work.given("cos", "their run over their length", run / math.hypot(run, rise), "", "the frame")
    work.step("R", "force in each", "j*P/(n*cos)", "N", "statics")
    held = [
        one for m in along for one in structure.joints if m.ref in one.members and one.screw_n is not None
    ]
    if not held:
        return
    weakest = min(held, key=lambda joint: joint.screw_n or 0.0)
    work.given("V", "a screw in shear", weakest.screw_n or 0.0, "N", source_of(weakest))
    work.step("F", f"{SCREWS_PER_JOINT} screws at each end", f"{SCREWS_PER_JOINT}*V", "N")
    work.step("ratio", "bears over takes", "F/R")
    refs = tuple(m.ref for m in along)
    yield Check("braces when it is dragged", refs, work.known["R"], work.known["F"], "N", work)
