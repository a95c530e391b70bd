"""The axle, the wood round its stub, and what is left of a rail over its hole."""

from __future__ import annotations

from collections.abc import Iterator

from ergamot.core.catalogue import Hardware as HardwareRow
from ergamot.core.catalogue.kinds import Steel
from ergamot.core.frame.bending import (
    DURATION,
    HELD_BOTH,
    ROD_STRESS,
)
from ergamot.core.frame.footing import Axle
from ergamot.core.frame.kinds import RODS, Duty, Item
from ergamot.core.frame.parts.gear import WHEEL_GAP_MM, YIELD_MPA
from ergamot.core.frame.structure import Hardware, Member, Structure
from ergamot.core.gear.haul import Haul
from ergamot.core.strength.check import Check
from ergamot.core.working import Working

# over the load at rest: twice for one let go at once (statics), the rest for its fall, a judgement
BUMP_FACTOR = 2.5
HOLDERS = (Duty.AXLE_LEG, Duty.LEVER)
CARRIERS = (Duty.AXLE_LEG, Duty.PIVOT_BOARD)
# A stiff rod in one piece of wood, loaded beside it: mode II of the general dowel equations; AWC TR12
BEARING = "Fe*D*(sqrt((t + 2*e)**2 + t**2) - (t + 2*e))"
DOWEL = "0.0068948*6100*G**1.45/sqrt(D/25.4)"  # psi to MPa; NDS 2018 table 12.3.3, load across the grain
DOWEL_REDUCTION = 4.5  # mode II, 3.6·Kθ, Kθ 1.25 across the grain; NDS 2018 table 12.3.1B
LOADED_EDGE = 4.0  # bolt diameters, load across the grain; NDS 2018 table 12.5.1C
STEEL_EDGE = 1.5  # bolt diameters; AISC 360 table J3.4, rounded up


def rod_checks(structure: Structure, axle: Axle, moved: Haul) -> Iterator[Check]:
    """The axle beside what holds it; a dolly is bought whole.

    Args: structure; axle; moved, forces on the ground it is moved on.
    Returns: an iterator of Checks: the rod, and the wood round a stub.
    Source: mechanics of a round bar; AWC TR12.

    >>> from ergamot.core.gear.haul import haul, movers_strength
    >>> low = pen()
    >>> moved = haul(low, mass(low), c.grounds["wet"], 0.0, movers_strength(c, low, c.crews["man"]))
    >>> [one.what for one in rod_checks(low, low.axle, moved)]
    ['axle']
    """
    held = next((m for m in structure.members if m.duty in HOLDERS), None)
    rod = next((item for item in structure.hardware if item.item in RODS), None)
    if rod is None:
        return
    wood = held or next(m for m in structure.members if m.duty is Duty.BASE_RAIL)
    work = Working()
    work.given("N", "load on one wheel at rest", max(moved.axle, 1) / axle.wheels, "N", "the Moving verdict")
    work.given("j", "a bump over rest", BUMP_FACTOR, "", "twice for one let go at once, the rest a judgement")
    arm = axle.wheel.width_mm / 2 + WHEEL_GAP_MM + wood.section.thick_mm / 2
    from_wood = "middle of the wheel from the middle of what holds the rod"
    if axle.held_sides == 2:
        work.given("a", f"{from_wood}, on the one side", arm, "mm", "the frame")
        work.given("b", "and on the other", arm, "mm", "the frame")
        work.step("e", "a·b over their sum", HELD_BOTH, "mm", "statics")
    else:
        work.given("e", from_wood, arm, "mm", "the frame")
    across = _rod_mm(rod, axle)
    work.given("D", "rod", across, "mm", axle.wheel.source)
    work.step("sigma", "bending stress", ROD_STRESS, "MPa", "mechanics of a round bar")
    source = "ASTM A307" if axle.steel is Steel.MILD else "SAE J429 grade 5"
    work.given("Fy", f"yield of the {axle.steel} steel", YIELD_MPA[axle.steel], "MPa", source)
    work.step("F", "what it may be stressed to", "Fy/1.5", "MPa", "a judgement: no one is lifted by it")
    work.step("ratio", "bears over takes", "F/sigma")
    refs = tuple(item.ref for item in structure.hardware if item.item is rod.item)
    yield Check("axle", refs, work.known["sigma"], work.known["F"], "MPa", work)
    if rod.item is Item.STUB_AXLE and axle.held_sides == 1 and wood.species is not None:
        yield _bearing(structure, axle, moved, wood, across)


def _rod_mm(rod: Hardware, axle: Axle) -> float:
    """The rod's own diameter; it is a little thinner than the bore it fits."""
    return (
        rod.row.diameter_mm or axle.wheel.bore_mm if isinstance(rod.row, HardwareRow) else axle.wheel.bore_mm
    )


def _bearing(structure: Structure, axle: Axle, moved: Haul, wood: Member, rod_mm: float) -> Check:
    """The wood round a stub held on one side: the load turns the rod in its hole."""
    assert wood.species is not None
    work = Working()
    work.given("N", "load on one wheel at rest", max(moved.axle, 1) / axle.wheels, "N", "the Moving verdict")
    work.given("j", "a bump over rest", BUMP_FACTOR, "", "twice for one let go at once, the rest a judgement")
    work.given("D", "rod", rod_mm, "mm", axle.wheel.source)
    boards = 2 if any(m.duty in CARRIERS for m in structure.members) and wood.duty not in CARRIERS else 1
    work.given("t", "wood the rod is held in", boards * wood.section.thick_mm, "mm", "the frame")
    arm = axle.wheel.width_mm / 2 + WHEEL_GAP_MM
    work.given("e", "middle of the wheel from the face of the wood", arm, "mm", "the frame")
    work.given(
        "G",
        f"specific gravity, {wood.species.label}",
        wood.species.density_kg_m3 / 1000,
        "",
        wood.species.source,
    )
    work.step("Fe", "dowel bearing across the grain", DOWEL, "MPa", "NDS 2018 table 12.3.3")
    work.step("P", "at which the rod turns in it", BEARING, "N", "AWC TR12, mode II")
    work.given("Rd", "reduction", DOWEL_REDUCTION, "", "NDS 2018 table 12.3.1B")
    work.given("CD", "duration: a bump", DURATION["wind"][0], "", "NDS 2018 table 2.3.2")
    work.step("F", "what may be hung on it", "P*CD/Rd", "N")
    work.step("R", "what is", "j*N", "N")
    work.step("ratio", "bears over takes", "F/R")
    return Check("wood round a stub axle", (wood.ref,), work.known["R"], work.known["F"], "N", work)


def hole_checks(structure: Structure, axle: Axle) -> Iterator[Check]:
    """Wood or steel above a hole in the rail itself. Legs are made long enough.

    Args: structure; axle.
    Returns: an iterator of Checks.
    Source: NDS 2018 table 12.5.1C; AISC 360 table J3.4.

    >>> low = pen()
    >>> [one.unit for one in hole_checks(low, low.axle)]
    []
    """
    if axle.put_under or any(m.duty in CARRIERS for m in structure.members):
        return
    height = structure.levers[0].swing.pivot_mm if structure.levers else axle.radius_mm
    held = [m for m in structure.members if m.duty is Duty.BASE_RAIL]
    work = Working()
    above = max(corner[2] for corner in held[0].corners) - height
    stuff = "wood" if held[0].species else "steel"
    work.given("has", f"{stuff} above the middle of the hole", above, "mm", "the frame")
    work.given("D", "bore", axle.wheel.bore_mm, "mm", axle.wheel.source)
    if held[0].species:
        work.step(
            "needs", "loaded edge, four bolt diameters", f"{LOADED_EDGE:g}*D", "mm", "NDS 2018 table 12.5.1C"
        )
    else:
        work.step("needs", "edge of a hole", f"{STEEL_EDGE:g}*D", "mm", "AISC 360 table J3.4, rounded up")
    work.step("ratio", "has over needs", "has/needs")
    refs = tuple(m.ref for m in held)
    yield Check(f"{stuff} over the axle", refs, work.known["needs"], work.known["has"], "mm", work)
