"""Base rails and what the pen moves on: skids and a rope, or two wheels, an axle and a hold."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Section, Wheel, pick
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.parameters import Choice, Parameter, Value
from ergamot.core.frame.parts.site import Site, both
from ergamot.core.frame.structure import Axle, Grip, Hardware

AXLE_TO_WALL_MM = 20.0  # the rod clears the rear wall; common practice
WHEEL_GAP_MM = 6.0  # washer and spacer between wheel and wood; common practice
BOLT_END_DISTANCE = 7  # bolt diameters from a bolt to the end of a stick; NDS 12.5.1
GRIP_FROM_END_MM = 50.0  # hands close round a handle this far from its end; common practice
ROPE_HOLD_MM = 700.0  # hands hold a lifting rope at knuckle height; common practice
HANDLE_LAP_MM = 600.0  # how far a handle lies along what it is bolted to; common practice
LEAST_BODY_MM = 900.0  # shorter than this there is no pen left in front of the axle; common practice


@dataclass(frozen=True)
class Gear:
    """How the pen moves; lengths in mm. `wheel` is None on skids."""

    wheel: Wheel | None
    axle: float
    handle: float


def gear_parameters(hold: str) -> tuple[Parameter, ...]:
    """What can be chosen about moving.

    Args: hold, words for what the hands take: two handles, or a lifting rope.
    Returns: the parameters of group gear.
    Source: common practice ranges.
    """
    wheeled = ("gear", "wheels")
    return (
        Parameter(
            "gear",
            "Moved on",
            "gear",
            "choice",
            "wheels",
            choices=(
                Choice("wheels", f"two wheels and {hold}"),
                Choice("skids", "bare skids and a rope"),
            ),
        ),
        Parameter("wheel", "Wheel", "gear", "choice", "rubber-10", table="wheels", only_if=wheeled),
        Parameter(
            "axle", "Axle place", "gear", "length", 60.0, 50, 600, only_if=wheeled, note="from the rear end"
        ),
        Parameter(
            "handle",
            "Hold reaches" if "rope" in hold else "Handles reach",
            "gear",
            "length",
            350.0,
            200,
            900,
            only_if=wheeled,
            note="ahead of the front",
        ),
    )


def read_gear(values: Mapping[str, Value], catalogue: Catalogue) -> Gear:
    """Look up the gear the values name.

    Args: values, checked; catalogue.
    Returns: the Gear.
    Raises: UnknownChoice.
    Source: common practice.
    """
    wheel = pick(catalogue.wheels, str(values["wheel"]), "wheel") if values["gear"] == "wheels" else None
    return Gear(wheel, float(values["axle"]), float(values["handle"]))


def body_start(gear: Gear, clear_mm: float = AXLE_TO_WALL_MM) -> float:
    """Where the rear wall stands: ahead of the axle, or at the very end on skids.

    Args: gear; clear_mm, between the axle and the rear wall.
    Returns: mm from the rear end of the rails.
    Source: common practice.

    >>> body_start(Gear(None, 60.0, 350.0))
    0.0
    """
    return gear.axle + clear_mm if gear.wheel else 0.0


def check_gear(gear: Gear, length: float) -> None:
    """Refuse an axle that leaves no pen in front of it.

    Args: gear; length, of the base rails, mm.
    Raises: OutOfRange.
    Source: common practice.
    """
    if gear.wheel and length - gear.axle < LEAST_BODY_MM:
        raise OutOfRange("axle", gear.axle, f"at most {both(length - LEAST_BODY_MM)} in a pen this long")


def side_bands(half: float, thick: float) -> tuple[Flat, Flat]:
    """The y range of the right and of the left side rail.

    Args: half, half the outside width, mm; thick, of the rail, mm.
    Returns: two (low, high) ranges, right then left.
    Source: geometry.

    >>> side_bands(500, 38)
    ((-500, -462), (462, 500))
    """
    return (-half, thick - half), (half - thick, half)


def base_rails(site: Site, length: float, half: float) -> None:
    """Two side rails the whole length, and a cross rail under each end wall.

    Args: site; length, mm; half, half the outside width, mm.
    Source: common practice.
    """
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    side = Piece("base side rail", "B", "carries the whole pen and slides on the grass")
    for band in side_bands(half, thick):
        site.frame.stick(side, (0, length), band, (0, deep), "x")
    across = Piece("base cross rail", "B", "holds the side rails apart and closes the end at the ground")
    for low in (site.x[0], site.x[1] - thick):
        site.frame.stick(across, (low, low + thick), (thick - half, half - thick), (0, deep), "y")


def needs_axle_leg(gear: Gear, deep: float) -> bool:
    """Does the axle stand too high to pass through the base rail itself?

    Args: gear; deep, of the rail, mm.
    Returns: True when wheel radius is over rail depth less two bolt diameters.
    Source: two bolt diameters of wood left above a hole; common practice.
    """
    return gear.wheel is not None and gear.wheel.diameter_mm / 2 > deep - 2 * gear.wheel.bore_mm


def running_gear(site: Site, gear: Gear, length: float, half: float) -> Axle | None:
    """Wheels, axle rod and the legs that carry it; or a rope on skids.

    Args: site; gear; length and half as base_rails.
    Returns: the Axle, or None on skids.
    Source: common practice.
    """
    section = site.frame.section
    if gear.wheel is None:
        site.buy("rope", "pulling rope", "gear", [(length, 0.0, section.deep_mm / 2)])
        return None
    wheel, radius = gear.wheel, gear.wheel.diameter_mm / 2
    leg = needs_axle_leg(gear, section.deep_mm)
    if leg:
        _axle_legs(site, gear.axle, half, radius + BOLT_END_DISTANCE * wheel.bore_mm)
    outside = half + (section.thick_mm if leg else 0) + WHEEL_GAP_MM
    middle = outside + wheel.width_mm / 2
    size = (wheel.diameter_mm, wheel.width_mm)
    for side, y in (("right", -middle), ("left", middle)):
        place = (gear.axle, y, radius)
        site.hardware.append(
            Hardware(f"wheel-{side}", "wheel", "gear", wheel.label, wheel.kg, place, wheel.key, size_mm=size)
        )
    rod = site.catalogue.hardware[f"rod-{wheel.bore_mm:.0f}"]
    rod_length = 2 * (outside + wheel.width_mm + WHEEL_GAP_MM)
    site.hardware.append(
        Hardware(
            "axle",
            "axle rod",
            "gear",
            f"{rod.label.removesuffix(' (per metre)')}, through both sides",
            rod.kg * rod_length / 1000,
            (gear.axle, 0.0, radius),
            rod.key,
            size_mm=(wheel.bore_mm, rod_length),
        )
    )
    return Axle(gear.axle, radius, wheel, 2)


def _axle_legs(site: Site, axle: float, half: float, top: float) -> None:
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    leg = Piece("axle leg", "A", "carries the axle above the rail; bolted to it", "gear")
    for band in ((-half - thick, -half), (half, half + thick)):
        site.frame.stick(leg, (axle - deep / 2, axle + deep / 2), band, (0, top), "z")


def handles(site: Site, gear: Gear, half: float, z: float) -> Grip:
    """Two handles along the outside of the walls, bolted to what they lie against.

    Args: site; gear; half, half the width they lie outside, mm; z, their top, mm.
    Returns: the Grip at their ends; on skids, where there are none, at the rope.
    Source: common practice.
    """
    if gear.wheel is None:
        return skid_grip(site.x[1], site.frame.section.deep_mm)
    x_front = site.x[1]
    lap = min(HANDLE_LAP_MM, (x_front - site.x[0]) / 2)
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    handle = Piece("handle", "H", "to lift and pull by; bolted on", "gear")
    for band in ((-half - thick, -half), (half, half + thick)):
        site.frame.stick(handle, (x_front - lap, x_front + gear.handle), band, (z - deep, z), "x")
    return Grip(x_front + gear.handle - GRIP_FROM_END_MM, z - deep / 2)


def lifting_rope(site: Site, gear: Gear, length: float, half: float) -> Grip:
    """A rope from both front corners of the base, held at knuckle height to lift and pull.

    Args: site; gear; length and half as base_rails.
    Returns: the Grip at the hands; on skids at the pulling rope.
    Source: common practice.
    """
    if gear.wheel is None:
        return skid_grip(length, site.frame.section.deep_mm)
    z = site.frame.section.deep_mm / 2
    site.buy("eye", "rope eye", "gear", [(length, -half / 2, z), (length, half / 2, z)])
    site.buy("rope", "lifting rope", "gear", [(length, 0.0, z)])
    return Grip(length + gear.handle, ROPE_HOLD_MM)


def skid_grip(length: float, deep: float) -> Grip:
    """On skids the rope is tied to the front of the base.

    Args: length, of the base rails; deep, of the rail; mm.
    Returns: the Grip.
    Source: common practice.

    >>> skid_grip(3000, 64).x_mm
    3000
    """
    return Grip(length, deep / 2)


def wheel_out(gear: Gear, half: float, section: Section) -> float:
    """How far the wheels stand out from the middle, mm.

    Args: gear; half, half the outside width; section, of the axle legs.
    Returns: mm.
    Source: geometry.
    """
    return half + (gear.wheel.width_mm + section.thick_mm + WHEEL_GAP_MM if gear.wheel else 0)
