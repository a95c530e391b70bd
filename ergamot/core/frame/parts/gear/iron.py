"""Wheels, rods and stubs as they are bought and put in their place."""

from __future__ import annotations

from ergamot.core.catalogue import Hardware as Row
from ergamot.core.catalogue import Wheel
from ergamot.core.frame.geometry import Point
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
    Source: the catalogue.
    """
    return site.catalogue.hardware[f"rod-{wheel.bore_mm:.0f}{'-hard' if gear.steel == 'hard' else ''}"]


def put_wheel(site: Site, where: str, wheel: Wheel, place: Point) -> None:
    """Put a wheel on the pen.

    Args: site; where, for its reference; wheel; place, its middle, mm.
    Source: the catalogue.
    """
    size = (wheel.diameter_mm, wheel.width_mm)
    site.hardware.append(
        Hardware(f"wheel-{where}", "wheel", "gear", wheel.label, wheel.kg, place, wheel.key, size_mm=size)
    )


def put_rod(site: Site, ref: str, role: str, row: Row, bore_mm: float, place: Point, long_mm: float) -> None:
    """Put a length of rod across the pen.

    Args: site; ref; role, axle rod or stub axle; row it is cut from; bore_mm; place, its middle, and long_mm.
    Source: the catalogue, by the metre.
    """
    label, kg = row.label.removesuffix(" (per metre)"), row.kg * long_mm / 1000
    site.hardware.append(Hardware(ref, role, "gear", label, kg, place, row.key, size_mm=(bore_mm, long_mm)))
