"""What the hands take hold of: handles bolted to the walls, or a rope."""

from __future__ import annotations

from collections.abc import Iterator

from ergamot.core.catalogue import Section
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.errors import OutOfRange
from ergamot.core.finding import phrase
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.footing import Grip
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Duty, Group, Moves
from ergamot.core.frame.parts.gear.choices import Gear
from ergamot.core.frame.parts.site import Site, both

GRIP_FROM_END_MM = 50.0  # hands close round a handle this far from its end; judgement: half a hand
DRAWBAR_MM = 700.0  # a drawbar is held at knuckle height; judgement: of a grown person
POLE_OUT_MM = 400.0  # of a pole past either handle; judgement: one walks outside it, both hands on the wood
LEAST_OUT_MM = 200.0  # of it, for a hand; judgement
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
    pulled = _pulled(site, gear, site.x[1])
    if pulled:
        return pulled
    x_front, deep = site.x[1], site.frame.section.deep_mm
    for end, ahead in ((x_front, 1), (site.x[0], -1))[: 2 if gear.both_ends else 1]:
        _pair(site, gear, half, z, end, ahead)
    if gear.pole:
        return Grip(x_front + gear.handle - deep / 2, z + site.frame.section.thick_mm / 2, gear.both_ends)
    return Grip(x_front + gear.handle - GRIP_FROM_END_MM, z - deep / 2, gear.both_ends)


def _pair(site: Site, gear: Gear, half: float, z: float, end: float, ahead: int) -> None:
    """The handles of one end, and the bar that joins them, or the pole that lies on them."""
    lap = min(HANDLE_LAP_MM, (site.x[1] - site.x[0]) / 2)
    thick, deep = site.frame.section.thick_mm, site.frame.section.deep_mm
    tip = end + ahead * gear.handle
    handle = Piece(Duty.HANDLE, "handle", "H", "to lift and pull by; bolted on", Group.GEAR)
    x = sorted((end - ahead * lap, tip))
    for band in ((-half - thick, -half), (half, half + thick)):
        site.frame.stick(handle, (x[0], x[1]), band, (z - deep, z), "x")
    if gear.bar:
        bar = Piece(Duty.HANDLE, "handle bar", "H", "joins the handles: taken hold of anywhere", Group.GEAR)
        _join(site, bar, "bar", (tip, tip - ahead * thick), half, (z - deep, z))
    if gear.pole:
        pole = Piece(Duty.HANDLE, "pole", "H", "lies on both handles: two walk outside them", Group.GEAR)
        _join(site, pole, "pole", (tip, tip - ahead * deep), _pole_half(site, half + thick), (z, z + thick))


def _pole_half(site: Site, half: float) -> float:
    """Half of a pole's length: past either handle for one to walk there, or as far as a stick is sold for."""
    return min(half + POLE_OUT_MM, site.frame.section.longest_mm / 2)


def check_pole(gear: Gear, half: float, section: Section) -> None:
    """Refuse a pole where no stick is sold long enough to reach past both handles.

    Args: gear; half, half the width the handles lie outside, mm; section, of the frame.
    Raises: OutOfRange.
    Source: stock lengths in the catalogue.

    >>> from ergamot.core.frame.parts.gear.choices import read_gear
    >>> check_pole(read_gear(asked("coop", bar="pole"), c), 900.0, c.sections["2x3"])
    """
    if gear.pole and section.longest_mm / 2 < half + section.thick_mm + LEAST_OUT_MM:
        sold = both(section.longest_mm)
        raise OutOfRange("bar", "pole", f"a bar across: no {section.label} is sold longer than {sold}")


def _join(site: Site, piece: Piece, said: str, x: Flat, half: float, z: Flat) -> None:
    """Set what joins the handles of an end, where nothing stands there."""
    across = (min(x), max(x))
    if any(low < across[1] and high > across[0] for low, high in _beyond(site, half, z)):
        site.notes.append(phrase(f"the nests leave no room for a {said} at the rear"))
        return
    site.frame.stick(piece, across, (-half, half), z, "y")


def _beyond(site: Site, half: float, z: Flat) -> Iterator[Flat]:
    """From where to where along the pen something stands past its ends within so far of its middle, at some height."""
    for member in site.frame.members:
        xs, ys, zs = zip(*member.corners, strict=True)
        within = min(ys) > -half - 1 and max(ys) < half + 1 and min(zs) < z[1] and max(zs) > z[0]
        if within and (min(xs) < site.x[0] - 1 or max(xs) > site.x[1] + 1):
            yield min(xs), max(xs)


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
    pulled = _pulled(site, gear, length)
    if pulled:
        return pulled
    z = site.frame.rail.section.deep_mm / 2
    for end in (length, 0.0)[: 2 if gear.both_ends else 1]:
        site.fit(Fitting.EYE, "rope eye", Group.GEAR, [(end, -half / 2, z), (end, half / 2, z)])
        site.fit(Fitting.ROPE, "lifting rope", Group.GEAR, [(end, 0.0, z)])
    return Grip(length + gear.handle, gear.hold, gear.both_ends)


def _pulled(site: Site, gear: Gear, x_front: float) -> Grip | None:
    """Where a pen that is never lifted by hand is pulled: at its rope, or the end of its drawbar or tongue."""
    deep = site.frame.rail.section.deep_mm
    if gear.tongue:
        site.fit(Fitting.TONGUE, "towing tongue", Group.GEAR, [(x_front + gear.handle / 2, 0.0, deep / 2)])
        return Grip(x_front + gear.handle, deep / 2)
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
