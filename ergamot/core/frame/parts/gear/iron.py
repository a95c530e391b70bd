"""Wheels, rods and stubs as they are bought and put in their place."""

from __future__ import annotations

from ergamot.core.catalogue import Hardware as Row
from ergamot.core.catalogue import Wheel, of_kind
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import Group, Item
from ergamot.core.frame.parts.gear.choices import Gear
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.structure import Hardware

WHEEL_GAP_MM = 6.0  # washer and spacer between wheel and wood; judgement
END_DIAMETERS = 7  # of wood beyond a bolt along the grain; NDS 2018 table 12.5.1A
AXLE_END_DIAMETERS = 4  # of wood beyond a bolt pressed away from the end; NDS 2018 table 12.5.1A, compression
# of wood above a bolt in a rail; half of NDS 12.5 for full load, as load goes down; judgement
OVER_DIAMETERS = 2


def too_high(bolt_mm: float, bore_mm: float, deep_mm: float) -> bool:
    """Does a bolt stand too high to pass through a rail itself?

    Args: bolt_mm, its middle above the foot of the rail; bore_mm; deep_mm of the rail.
    Returns: True when less than two of its diameters of wood would be left over its middle.
    Source: common practice.

    >>> too_high(100, 16, 140), too_high(125, 16, 64)
    (False, True)
    """
    return bolt_mm > deep_mm - OVER_DIAMETERS * bore_mm


def rod_row(site: Site, gear: Gear, wheel: Wheel) -> Row:
    """The rod sold that fits a wheel's bore, of the steel chosen.

    Args: site; gear; wheel.
    Returns: the catalogue's row.
    Raises: OutOfRange where none is sold.
    Source: the catalogue.

    >>> from ergamot.core.frame.parts.gear.choices import read_gear
    >>> gear = read_gear(asked("coop"), c)
    >>> rod_row(begun("coop"), gear, gear.wheel).label
    'steel axle rod 16 mm'
    """
    rods = of_kind(site.catalogue, Fitting.ROD)
    fits = [row for row in rods if row.bore_mm == wheel.bore_mm]
    found = next((row for row in fits if row.steel is gear.steel), None)
    if found is None and fits:
        raise OutOfRange("axle_steel", gear.steel, f"of {fits[0].steel} steel with this wheel")
    if found is None:
        bores = " or ".join(dict.fromkeys(f"{row.bore_mm:g}" for row in rods))
        raise OutOfRange("wheel", wheel.key, f"one with a bore of {bores} mm, for which there are rods")
    return found


def put_wheel(site: Site, where: str, wheel: Wheel, place: Point) -> None:
    """Put a wheel on the pen.

    Args: site; where, for its reference; wheel; place, its middle, mm.
    Source: the catalogue.

    >>> site = begun()
    >>> put_wheel(site, "left", c.wheels["barrow-16"], (100.0, 900.0, 200.0))
    >>> site.hardware[0].label
    'barrow 16 in'
    """
    size = (wheel.diameter_mm, wheel.width_mm)
    site.hardware.append(
        Hardware(
            f"wheel-{where}",
            Item.WHEEL,
            "wheel",
            Group.GEAR,
            wheel.label,
            wheel.kg,
            place,
            wheel,
            size_mm=size,
        )
    )


def put_rod(site: Site, ref: str, item: Item, row: Row, bore_mm: float, place: Point, long_mm: float) -> None:
    """Put a length of rod across the pen.

    Args: site; ref; item, an axle rod or a stub axle; row it is cut from; bore_mm; place, its middle, mm, and long_mm.
    Source: the catalogue, by the metre.

    >>> site = begun()
    >>> put_rod(site, "axle", Item.AXLE_ROD, site.usual(Fitting.ROD), 16.0, (100.0, 0.0, 200.0), 2000.0)
    >>> site.hardware[0].item.name
    'AXLE_ROD'
    """
    kg, size = row.kg * long_mm / 1000, (bore_mm, long_mm)
    role = "axle rod" if item is Item.AXLE_ROD else "stub axle"
    site.hardware.append(Hardware(ref, item, role, Group.GEAR, row.label, kg, place, row, size_mm=size))
