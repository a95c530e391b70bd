"""What the hands take hold of: handles bolted to the walls, or a rope."""

from __future__ import annotations

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.footing import Grip
from ergamot.core.frame.kinds import Duty, Group, Moves
from ergamot.core.frame.parts.gear.choices import Gear
from ergamot.core.frame.parts.site import Site

GRIP_FROM_END_MM = 50.0  # hands close round a handle this far from its end; judgement: half a hand
DRAWBAR_MM = 700.0  # a drawbar is held at knuckle height; judgement: of a grown person
HANDLE_LAP_MM = 600.0  # how far a handle lies along what it is bolted to; judgement: two bolts well apart


def handles(site: Site, gear: Gear, half: float, z: float) -> Grip:
    """Two handles along the outside of the walls, bolted to what they lie against.

    Args: site; gear; half, half the width they lie outside, mm; z, their top, mm.
    Returns: the Grip at their ends; where there are none, at the rope or the drawbar.
    Source: common practice.

    >>> from ergamot.core.frame.parts.gear.choices import read_gear
    >>> site = begun("coop")
    >>> handles(site, read_gear(asked("coop"), c), 900.0, 700.0).z_mm
    668.0
    """
    pulled = _pulled(gear, site.x[1], site.frame.rail.section.deep_mm)
    if pulled:
        return pulled
    x_front = site.x[1]
    lap = min(HANDLE_LAP_MM, (x_front - site.x[0]) / 2)
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    handle = Piece(Duty.HANDLE, "handle", "H", "to lift and pull by; bolted on", Group.GEAR)
    for band in ((-half - thick, -half), (half, half + thick)):
        site.frame.stick(handle, (x_front - lap, x_front + gear.handle), band, (z - deep, z), "x")
    return Grip(x_front + gear.handle - GRIP_FROM_END_MM, z - deep / 2)


def lifting_rope(site: Site, gear: Gear, length: float, half: float) -> Grip:
    """A rope from both front corners of the base, held to lift and pull.

    Args: site; gear; length of the base rails and half the outside width, mm.
    Returns: the Grip at the hands; on skids at the pulling rope, on a chassis at its drawbar.
    Source: common practice.

    >>> from ergamot.core.frame.parts.gear.choices import read_gear
    >>> site = begun("hoop")
    >>> lifting_rope(site, read_gear(asked("hoop"), c), 3000.0, 1200.0).z_mm
    700.0
    """
    pulled = _pulled(gear, length, site.frame.rail.section.deep_mm)
    if pulled:
        return pulled
    z = site.frame.rail.section.deep_mm / 2
    site.fit(Fitting.EYE, "rope eye", Group.GEAR, [(length, -half / 2, z), (length, half / 2, z)])
    site.fit(Fitting.ROPE, "lifting rope", Group.GEAR, [(length, 0.0, z)])
    return Grip(length + gear.handle, gear.hold)


def _pulled(gear: Gear, x_front: float, deep: float) -> Grip | None:
    """Where a pen that is never lifted by hand is pulled: at its rope, or the end of its drawbar."""
    if gear.kind is Moves.CHASSIS:
        return Grip(x_front + gear.handle, DRAWBAR_MM)
    return skid_grip(x_front, deep) if gear.wheel is None else None


def skid_grip(length: float, deep: float) -> Grip:
    """On skids the rope is tied to the front of the base.

    Args: length, of the base rails, mm; deep, of the rail, mm.
    Returns: the Grip.
    Source: common practice.

    >>> skid_grip(3000, 64).x_mm
    3000
    """
    return Grip(length, deep / 2)
