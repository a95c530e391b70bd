"""Where to drill for swinging wheels: the carrier and the lever as flat plates with their holes, at full size."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import NotFound
from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.footing import Lever
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.joints import BOLT_EXTRA_MM, fasteners
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.structure import Member, Structure
from ergamot.core.units import Quantity

# from pivot to locking pin; judgement: end distance of a bolt in shear is 4 to 7, NDS 12.5
PIN_DIAMETERS = 5.0
PIN_EDGE_DIAMETERS = 1.5  # from the pin to an edge along the grain; NDS 2018 table 12.5.1C
PIN_MM = 10.0


@dataclass(frozen=True)
class Hole:
    """A hole to drill: place and diameter in mm, and what goes through it."""

    at: Flat
    diameter: float
    label: str


@dataclass(frozen=True)
class Plate:
    """One stick seen flat, mm: u along the pen to the front, v up from the foot of the rail; a lever along itself. The
    first of its holes is the pivot's."""

    title: str
    outline: tuple[Flat, ...]
    holes: tuple[Hole, ...]
    foot: float | None


@dataclass(frozen=True)
class Template:
    """Plates to print at full size and what to know beside them."""

    plates: tuple[Plate, ...]
    lines: tuple[Phrase, ...]


def drill_template(structure: Structure, catalogue: Catalogue) -> Template:
    """The drilling of one lever and of what carries it; the other side is its mirror image.

    Args: structure, on swinging wheels; catalogue, with the bolts sold.
    Returns: the Template.
    Raises: NotFound when the pen has no such wheels.
    Source: geometry of the swing; bolt lengths by what they pass through, two washers, nut and 3 mm.

    >>> len(drill_template(pen("coop", gear="boards"), c).plates)
    2
    """
    if not structure.levers:
        raise NotFound("Only swinging wheels have holes to set out", field="gear", value=structure.shape)
    lever = structure.levers[0]
    arm, carrier, bore = _arm(structure, lever), _carrier(structure, lever), _bore(structure)
    pin = _pin(lever, bore, carrier)
    holes = [Hole((lever.x_mm, lever.swing.pivot_mm), bore, "pivot")]
    if pin:
        holes.append(Hole(pin, PIN_MM, "locking pin"))
    return Template(
        plates=(
            Plate(_titled(carrier), _side(carrier), tuple(holes), 0.0),
            _lever_plate(lever, arm, bore, with_pin=pin is not None),
        ),
        lines=_lines(structure, bore, catalogue, pin is not None),
    )


def _bore(structure: Structure) -> float:
    assert structure.axle is not None
    return structure.axle.wheel.bore_mm


def _near(structure: Structure, lever: Lever, *duties: Duty) -> list[Member]:
    return [
        m
        for m in structure.members
        if m.duty in duties and m.centre[1] * lever.side > 0 and abs(m.centre[0] - lever.x_mm) < 400
    ]


def _arm(structure: Structure, lever: Lever) -> Member:
    return _near(structure, lever, Duty.LEVER)[0]


def _carrier(structure: Structure, lever: Lever) -> Member:
    """What the pivot is drilled in: the pivot board where there is one, else the rail."""
    boards = _near(structure, lever, Duty.PIVOT_BOARD)
    rails = (m for m in structure.members if m.duty is Duty.BASE_RAIL and m.centre[1] * lever.side > 0)
    return boards[0] if boards else next(rails)


def _side(member: Member) -> tuple[Flat, ...]:
    xs, zs = [c[0] for c in member.corners], [c[2] for c in member.corners]
    low, high = (min(xs), min(zs)), (max(xs), max(zs))
    return (low, (high[0], low[1]), high, (low[0], high[1]))


def _titled(member: Member) -> str:
    return f"{member.role} {member.label}"


def _pin(lever: Lever, bore: float, carrier: Member) -> Flat | None:
    """The locking pin's hole in the carrier, on the lever's tail as it lies when locked; None where it falls off."""
    reach = PIN_DIAMETERS * bore
    angle = math.radians(lever.swing.locked_deg)
    u = lever.x_mm - lever.points * reach * math.cos(angle)
    v = lever.swing.pivot_mm + reach * math.sin(angle)
    spare = PIN_EDGE_DIAMETERS * PIN_MM
    (x0, z0), _, (x1, z1), _ = _side(carrier)
    fits = x0 + spare <= u <= x1 - spare and z0 + spare <= v <= z1 - spare
    return (u, v) if fits else None


def _lever_plate(lever: Lever, arm: Member, bore: float, with_pin: bool) -> Plate:
    deep = arm.section.deep_mm
    beyond = (arm.length_mm - lever.swing.arm_mm) / 2
    holes = [
        Hole((beyond, deep / 2), bore, "pivot"),
        Hole((beyond + lever.swing.arm_mm, deep / 2), bore, "axle"),
    ]
    if with_pin:
        holes.append(Hole((beyond - PIN_DIAMETERS * bore, deep / 2), PIN_MM, "locking pin"))
    outline = ((0.0, 0.0), (arm.length_mm, 0.0), (arm.length_mm, deep), (0.0, deep))
    return Plate(_titled(arm), outline, tuple(holes), None)


def bolt_stack_mm(structure: Structure) -> float:
    """The wood a pivot bolt passes through: lever, pivot board where there is one, rail where it reaches it.

    Args: structure, on swinging wheels.
    Returns: mm.
    Source: the frame.

    >>> bolt_stack_mm(pen("coop", gear="boards"))
    76.0
    """
    lever = structure.levers[0]
    carrier = _carrier(structure, lever)
    through = _arm(structure, lever).section.thick_mm + carrier.section.thick_mm
    if carrier.duty is Duty.PIVOT_BOARD and lever.swing.pivot_mm < structure.rail_top_mm:
        through += carrier.section.thick_mm
    return through


def _lines(structure: Structure, bore: float, catalogue: Catalogue, pinned: bool) -> tuple[Phrase, ...]:
    swing, through = structure.levers[0].swing, bolt_stack_mm(structure)
    sold = [bolt.mm for bolt in fasteners(catalogue).bolts if bolt.mm >= through + BOLT_EXTRA_MM]
    return (
        phrase(
            "Pivot {pivot} above the foot of the rail; axle {arm} from the pivot; lifts {rise}, parked {clear} "
            "off the grass.",
            pivot=Quantity(swing.pivot_mm, "mm"),
            arm=Quantity(swing.arm_mm, "mm"),
            rise=Quantity(swing.rise_mm, "mm"),
            clear=Quantity(swing.clear_mm, "mm"),
        ),
        phrase(
            "Pivot bolt through {wood} of wood, two washers, nut and 3 mm: {bolt}, {bore} across.",
            wood=Quantity(through, "mm"),
            bolt=Quantity(sold[0] if sold else through + BOLT_EXTRA_MM, "mm"),
            bore=Quantity(bore, "mm"),
        ),
        phrase(
            "Past its dead point it holds itself; fit a stop block where it comes to rest."
            if swing.holds_itself
            else "It does not hold itself: never without its pin."
        ),
        phrase(
            "The locking pin passes lever and carrier; a hook or cord holds the lever up when parked."
            if pinned
            else "No room for a pin in this carrier: a stop block and a hook hold the lever."
        ),
        phrase("Drill a mirror image for the other side. Tighten pivots again after the first week."),
    )
