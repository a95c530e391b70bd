"""Rails, handles, axle, legs and braces while the pen is lifted at one end and dragged."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator

from ergamot.core.finding import Working
from ergamot.core.frame.bending import BEAM_MOMENT, HELD_BOTH, ROD_STRESS
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.parts.gear import WHEEL_GAP_MM, YIELD_MPA
from ergamot.core.frame.structure import Axle, Member, Structure
from ergamot.core.gear.haul import Haul
from ergamot.core.strength.check import Check, bends

MOVING_FACTOR = 1.25  # a pen is jolted as it goes; common practice
BUMP_FACTOR = 2.5  # load on a wheel at a bump over at rest; common practice
ROD_MM = {13.0: 12.7, 16.0: 15.9}  # rod that fits a bore: half inch, five eighths
SCREW_N = 600.0  # a 75–90 mm screw in shear, two to a joint; common practice
SCREWS = 2
LONG_SHARE = 0.8  # a stick this much as long as the rail is its top chord
HOLDERS = ("axle leg", "lever", "wheel board")
CARRIERS = ("axle leg", "pivot board")
LOADED_EDGE = 4.0  # bolt diameters, load across the grain; NDS 2018 table 12.5.1C
ACROSS = 1


def moving_checks(structure: Structure, weighed: Mass, moved: Haul) -> Iterator[Check]:
    """What moving does to a pen on wheels; dragging, to any.

    Args: structure; weighed; moved, forces on the ground it is moved on.
    Returns: an iterator of Checks.
    Source: statics; NDS 2018; mechanics of a round bar.
    """
    axle = structure.axle
    if axle is not None:
        yield from _rails(structure, weighed, axle)
        yield from _handles(structure, moved)
        yield from _rod(structure, axle, moved)
        yield from _bolt_holes(structure, axle)
    yield from _racking(structure, moved)


def _extent(member: Member, axis: int) -> tuple[float, float]:
    values = [corner[axis] for corner in member.corners]
    return min(values), max(values)


def _rails(structure: Structure, weighed: Mass, axle: Axle) -> Iterator[Check]:
    """A side rail between axle and front; a long stick above it shares the bending, a braced wall carries it."""
    rails = [m for m in structure.members if m.role == "base side rail"]
    if not rails:
        return
    rail = rails[0]
    front = structure.front_axle.x_mm if structure.front_axle else _extent(rail, 0)[1]
    work = Working()
    work.given("m", "mass, timber fresh", weighed.fresh_kg, "kg", "sum of the parts")
    work.given("L", "rail between axle and front", (front - axle.x_mm) / 1000, "m", "the frame")
    work.given("j", "jolts", MOVING_FACTOR, "", "common practice")
    work.step("w", "load on one rail", "j*m*9.81/2/L", "N/m")
    work.step("M0", "moment in one side", BEAM_MOMENT, "N m", "statics")
    top = _top_chord(structure, rail)
    if top and _braced(structure, rail):
        work.given(
            "H", "height of the braced wall", (top.centre[2] - rail.centre[2]) / 1000, "m", "the frame"
        )
        work.given("a", "longest bay", _longest_bay(structure, rail), "m", "the frame")
        section = rail.section
        work.given("A", "wood in the rail's section", section.thick_mm * section.deep_mm, "mm²", "the frame")
        work.given("S1", "its section modulus", section.thick_mm * section.deep_mm**2 / 6, "mm³", "the frame")
        # stress along the chord, as a moment that would give the same, and bending within a bay
        work.step(
            "M", "pull in the chord and bending in a bay", "M0/H/A*S1/1000 + w*a**2/10", "N m", "statics"
        )
    elif top:
        work.step("M", "shared with the long stick above", "M0/2", "N m", "alike sticks, no brace between")
    else:
        work.step("M", "all of it", "M0", "N m")
    refs = tuple(m.ref for m in (*rails, *([top] if top else [])))
    yield bends("side rails when an end is lifted", refs, rail, work, ACROSS, "moving")


def _top_chord(structure: Structure, rail: Member) -> Member | None:
    low, high = _extent(rail, 0)
    for member in structure.members:
        a, b = _extent(member, 0)
        same_side = abs(member.centre[1] - rail.centre[1]) < 60
        if same_side and member.centre[2] > rail.centre[2] + 150 and b - a >= LONG_SHARE * (high - low):
            return member
    return None


def _braced(structure: Structure, rail: Member) -> bool:
    return any(m.role == "wall brace" and abs(m.centre[1] - rail.centre[1]) < 60 for m in structure.members)


def _longest_bay(structure: Structure, rail: Member) -> float:
    places = sorted(
        m.centre[0]
        for m in structure.members
        if abs(m.centre[1] - rail.centre[1]) < 60 and m.role in ("stud", "upright")
    )
    gaps = [b - a for a, b in itertools.pairwise(places)]
    return max(gaps, default=1000.0) / 1000


def _handles(structure: Structure, moved: Haul) -> Iterator[Check]:
    sticks = [m for m in structure.members if m.role == "handle"]
    lift = max(moved.carry, moved.lift)
    if not sticks or lift < 1:
        return  # nothing to speak of is carried
    work = Working()
    work.given("lift", "lift while pulling", lift, "N", "the Moving verdict")
    work.given("j", "jolts", MOVING_FACTOR, "", "common practice")
    work.given("e", "hands ahead of the last bolt", (structure.grip.x_mm - structure.body.x[1]) / 1000, "m")
    work.step("M", "moment in one handle", "j*lift/2*e", "N m", "statics")
    yield bends("handles", tuple(m.ref for m in sticks), sticks[0], work, ACROSS, "moving")


def _rod(structure: Structure, axle: Axle, moved: Haul) -> Iterator[Check]:
    """The axle beside what holds it; a dolly is bought whole."""
    held = next((m for m in structure.members if m.role in HOLDERS), None)
    rod = next((item for item in structure.hardware if item.role in ("axle rod", "stub axle")), None)
    if rod is None:
        return
    wood = held or next(m for m in structure.members if m.role == "base side rail")
    work = Working()
    work.given("N", "load on one wheel at rest", max(moved.axle, 1) / axle.wheels, "N", "the Moving verdict")
    work.given("j", "a bump over rest", BUMP_FACTOR, "", "common practice")
    arm = axle.wheel.width_mm / 2 + WHEEL_GAP_MM + wood.section.thick_mm / 2
    from_wood = "middle of the wheel from the middle of what holds the rod"
    if axle.held_sides == 2:
        work.given("a", f"{from_wood}, on the one side", arm, "mm", "the frame")
        work.given("b", "and on the other", arm, "mm", "the frame")
        work.step("e", "a·b over their sum", HELD_BOTH, "mm", "statics")
    else:
        work.given("e", from_wood, arm, "mm", "the frame")
    across = ROD_MM.get(axle.wheel.bore_mm, axle.wheel.bore_mm)
    work.given("D", "rod", across, "mm", axle.wheel.source)
    work.step("sigma", "bending stress", ROD_STRESS, "MPa", "mechanics of a round bar")
    source = "ASTM A307" if axle.steel == "mild" else "SAE J429 grade 5"
    work.given("Fy", f"yield of the {axle.steel} steel", YIELD_MPA[axle.steel], "MPa", source)
    work.step("F", "what it may be stressed to", "Fy/1.5", "MPa", "common practice")
    work.step("ratio", "bears over takes", "F/sigma")
    refs = tuple(item.ref for item in structure.hardware if item.role == rod.role)
    yield Check("axle", refs, work.known["sigma"], work.known["F"], "MPa", work.done())


def _bolt_holes(structure: Structure, axle: Axle) -> Iterator[Check]:
    """Wood above a hole in the rail itself, against splitting across the grain. Legs are made long enough."""
    if (axle.rise_mm and not structure.levers) or any(m.role in CARRIERS for m in structure.members):
        return
    height = structure.levers[0].swing.pivot_mm if structure.levers else axle.radius_mm
    held = [m for m in structure.members if m.role == "base side rail"]
    work = Working()
    above = max(corner[2] for corner in held[0].corners) - height
    work.given("has", "wood above the middle of the hole", above, "mm", "the frame")
    work.given("D", "bore", axle.wheel.bore_mm, "mm", axle.wheel.source)
    work.step(
        "needs", "loaded edge, four bolt diameters", f"{LOADED_EDGE:g}*D", "mm", "NDS 2018 table 12.5.1C"
    )
    work.step("ratio", "has over needs", "has/needs")
    refs = tuple(m.ref for m in held)
    yield Check("wood over the axle", refs, work.known["needs"], work.known["has"], "mm", work.done())


def _racking(structure: Structure, moved: Haul) -> Iterator[Check]:
    braces = [m for m in structure.members if m.role in ("wall brace", "knee brace")]
    along = [m for m in braces if _extent(m, 0)[1] - _extent(m, 0)[0] > 100]
    if not along:
        return
    brace = along[0]
    run = _extent(brace, 0)[1] - _extent(brace, 0)[0]
    rise = _extent(brace, 2)[1] - _extent(brace, 2)[0]
    work = Working()
    work.given("P", "pull to start", moved.start, "N", "the Moving verdict")
    work.given("j", "jolts", MOVING_FACTOR, "", "common practice")
    work.given("n", "braces that lie along the pen", len(along), "", "the frame")
    work.given("cos", "their run over their length", run / math.hypot(run, rise), "", "the frame")
    work.step("R", "force in each", "j*P/(n*cos)", "N", "statics")
    work.given("V", "a screw in shear", SCREW_N, "N", "common practice")
    work.step("F", f"{SCREWS} screws at each end", f"{SCREWS}*V", "N")
    work.step("ratio", "bears over takes", "F/R")
    refs = tuple(m.ref for m in along)
    yield Check("braces when it is dragged", refs, work.known["R"], work.known["F"], "N", work.done())
