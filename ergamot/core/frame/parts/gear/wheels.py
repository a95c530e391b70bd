"""Wheels and what carries them: an axle through the rails or legs; else whatever the gear brings."""

from __future__ import annotations

from ergamot.core.catalogue import Wheel
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.footing import Axle
from ergamot.core.frame.kinds import Duty, Group, Held, Item, Moves, Parked
from ergamot.core.frame.parts.gear.choices import Gear
from ergamot.core.frame.parts.gear.iron import (
    END_DIAMETERS,
    WHEEL_GAP_MM,
    put_rod,
    put_wheel,
    rod_row,
    too_high,
)
from ergamot.core.frame.parts.gear.levers import swinging_wheels
from ergamot.core.frame.parts.gear.loose import loose_wheels
from ergamot.core.frame.parts.site import Site

LEG_FOOT_MM = 30.0  # a leg ends so far above the foot of bevelled rails; judgement
OVER_WHEEL_MM = 20.0  # a tyre clears the spacer over it; judgement: mud on it
Axles = tuple[Axle | None, Axle | None]  # rear, front


def needs_axle_leg(gear: Gear, deep: float) -> bool:
    """Does the axle stand too high to pass through the base rail itself, or need a leg on both sides?

    Args: gear; deep, of the rail, mm.
    Returns: True when wheel radius is over rail depth less two bolt diameters, or it is held on both sides.
    Source: two bolt diameters of wood left above a hole; common practice.

    >>> from ergamot.core.frame.parts.gear.choices import read_gear
    >>> needs_axle_leg(read_gear(asked("coop"), c), 64.0)
    True
    """
    if gear.wheel is None or not gear.kind.on_rods:
        return False
    return gear.made is Held.BOTH or too_high(gear.axle_up, gear.wheel.bore_mm, deep)


def running_gear(site: Site, gear: Gear, length: float, half: float) -> Axles:
    """Whatever the pen moves on.

    Args: site; gear; length of the base rails and half the outside width, mm.
    Returns: the rear Axle and the front one, None where there is none.
    Source: common practice.

    >>> from ergamot.core.frame.parts.gear.choices import read_gear
    >>> running_gear(begun(), read_gear(asked(gear="skids"), c), 3000.0, 900.0)
    (None, None)
    """
    if gear.wheel is None:
        place = (length, 0.0, site.frame.rail.section.deep_mm / 2)
        site.buy(site.usual(Fitting.ROPE), Item.ROPE, "pulling rope", Group.GEAR, [place])
        return None, None
    if gear.swing is not None:
        return swinging_wheels(site, gear, gear.wheel, gear.swing, length, half)
    if gear.kind.loose:
        return loose_wheels(site, gear, gear.wheel, length, half)
    rear = _pair(site, gear, gear.wheel, half, gear.axle)
    if gear.kind is not Moves.AXLES:
        return rear, None
    return rear, _pair(site, gear, gear.wheel, half, length - gear.axle, "front")


def _pair(site: Site, gear: Gear, wheel: Wheel, half: float, at: float, end: str = "") -> Axle:
    section, radius, up = site.frame.section, wheel.diameter_mm / 2, gear.axle_up
    leg = needs_axle_leg(gear, site.frame.rail.section.deep_mm)
    inner = half + (section.thick_mm if leg else 0)
    if leg:
        top, foot = up + END_DIAMETERS * wheel.bore_mm, LEG_FOOT_MM if gear.bevelled else 0.0
        if gear.made is Held.BOTH:
            top = max(top, up + radius + OVER_WHEEL_MM + section.thick_mm)
            _outer_legs(site, at, inner, wheel.width_mm + 2 * WHEEL_GAP_MM, foot, top)
        _axle_legs(site, at, half, foot, top)
    row, beside = rod_row(site, gear, wheel), wheel.width_mm + 2 * WHEEL_GAP_MM
    out = inner + beside / 2
    for side, word in ((-1, "right"), (1, "left")):
        put_wheel(site, f"{end}-{word}" if end else word, wheel, (at, side * out, up))
    if gear.made is Held.THROUGH:
        place = (at, 0.0, up)
        put_rod(
            site,
            f"axle-{end}" if end else "axle",
            Item.AXLE_ROD,
            row,
            wheel.bore_mm,
            place,
            2 * (inner + beside),
        )
    else:
        boards = 2 if gear.made is Held.BOTH else 1
        long = beside + boards * section.thick_mm + 2 * wheel.bore_mm
        for side, word in ((-1, "right"), (1, "left")):
            place = (at, side * (inner - section.thick_mm - wheel.bore_mm + long / 2), up)
            put_rod(
                site,
                f"stub-{end}-{word}" if end else f"stub-{word}",
                Item.STUB_AXLE,
                row,
                wheel.bore_mm,
                place,
                long,
            )
    parked = Parked.OFF if gear.kind is Moves.BOLT_ON else Parked.DOWN
    return Axle(
        at,
        radius,
        wheel,
        2,
        rise_mm=gear.ride,
        parked=parked,
        steel=gear.steel,
        held_sides=2 if gear.made is Held.BOTH else 1,
    )


def _outer_legs(site: Site, axle: float, inner: float, wide: float, foot: float, top: float) -> None:
    """A second leg outside each wheel, hung from a spacer over it."""
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    leg = Piece(Duty.AXLE_LEG, "axle leg", "A", "carries the outer end of the axle", Group.GEAR)
    spacer = Piece(Duty.LEG_SPACER, "leg spacer", "A", "ties the two legs over the wheel", Group.GEAR)
    x = (axle - deep / 2, axle + deep / 2)
    for side in (-1, 1):
        y = sorted((side * inner, side * (inner + wide)))
        site.frame.stick(spacer, x, (y[0], y[1]), (top - thick, top), "y")
        out = sorted((side * (inner + wide), side * (inner + wide + thick)))
        site.frame.stick(leg, x, (out[0], out[1]), (foot, top), "z")


def _axle_legs(site: Site, axle: float, half: float, foot: float, top: float) -> None:
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    leg = Piece(Duty.AXLE_LEG, "axle leg", "A", "carries the axle above the rail; bolted to it", Group.GEAR)
    for band in ((-half - thick, -half), (half, half + thick)):
        site.frame.stick(leg, (axle - deep / 2, axle + deep / 2), band, (foot, top), "z")
