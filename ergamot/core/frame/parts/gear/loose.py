"""Wheels brought under a pen for a move and taken away after it: a dolly, a lifting frame, a towed chassis.

| gear    | pairs | lifts the rails             | front pair          |
|---------|-------|-----------------------------|---------------------|
| dolly   | rear  | 60 mm, wheels beside them   | carried in the hands |
| frame   | both  | 80 mm, wheels beside them   | straight            |
| chassis | both  | clear over the turned wheel | turns on a drawbar  |
"""

from __future__ import annotations

from ergamot.core.catalogue import Wheel
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.frame.footing import Axle
from ergamot.core.frame.kinds import Group, Item, Moves, Parked, PutUnder, When
from ergamot.core.frame.parts.gear.choices import Gear
from ergamot.core.frame.parts.gear.iron import WHEEL_GAP_MM
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.structure import Hardware

DOLLY_RISE_MM = 60.0  # the rear rides this high on a dolly; judgement: over tussocks
FRAME_RISE_MM = 80.0  # a lifting frame takes it this high; judgement: over tussocks
OVER_TURNED_MM = 20.0  # rails clear a wheel turned under them by this; judgement: mud on it
TURNS_DEG = 60.0  # a front axle turns this far before its wheels meet the bearer; judgement
TRACK_SHARE = 0.8  # wheels under a pen stand this share of the half width out; judgement: within the rails
BAR_MM = 50.0  # the bar between a loose pair, across
Put = tuple[Fitting, float, float, float]  # what is put under, x, rise, how far it turns
TOOLS = {PutUnder.LEVER: Fitting.LEVER_BAR, PutUnder.JACK: Fitting.JACK}


def loose_wheels(
    site: Site, gear: Gear, wheel: Wheel, length: float, half: float
) -> tuple[Axle, Axle | None]:
    """A dolly under the rear, a lifting frame or a chassis under both ends, and what it is put under with.

    Args: site; gear; wheel; length of the base rails and half the outside width, mm.
    Returns: the rear Axle and the front one, None on a dolly.
    Source: common practice.

    >>> from ergamot.core.frame.parts.gear.choices import read_gear
    >>> gear = read_gear(asked("coop", gear="dolly"), c)
    >>> rear, front = loose_wheels(begun("coop", gear="dolly"), gear, gear.wheel, 3000.0, 900.0)
    >>> rear.rides_kg
    8.6
    """
    tool = TOOLS.get(gear.put_under)
    if tool:
        site.buy(site.usual(tool), Item.TOOL, tool, Group.GEAR, [(0.0, 0.0, 0.0)], When.ASIDE)
    ahead = length - gear.axle
    if gear.kind is Moves.DOLLY:
        return _pair(site, gear, wheel, (Fitting.DOLLY, gear.axle, DOLLY_RISE_MM, 0.0), half), None
    if gear.kind is Moves.FRAME:
        rear, front = ((Fitting.LIFTING_FRAME, x, FRAME_RISE_MM, 0.0) for x in (gear.axle, ahead))
    else:
        rise = wheel.diameter_mm + OVER_TURNED_MM
        rear = (Fitting.CHASSIS_REAR, gear.axle, rise, 0.0)
        front = (Fitting.CHASSIS_FRONT, ahead, rise, TURNS_DEG)
    return _pair(site, gear, wheel, rear, half), _pair(site, gear, wheel, front, half)


def _pair(site: Site, gear: Gear, wheel: Wheel, put: Put, half: float) -> Axle:
    """Two wheels on a bar under the rails; they wait aside while the pen stands, and ride along."""
    kind, x, rise, turns = put
    end, radius = "rear" if x == gear.axle else "front", wheel.diameter_mm / 2
    bar = site.usual(kind)
    site.hardware.append(
        Hardware(
            f"{bar.key}-{end}", Item.LOOSE_BAR, kind, Group.GEAR, bar.label, bar.kg, (x, 0.0, radius), bar,
            size_mm=(BAR_MM, 2 * half), when=When.ASIDE,
        )
    )  # fmt: skip
    # What does not lift the rails over its wheels has them outside
    under = rise > wheel.diameter_mm
    out = half * TRACK_SHARE if under else half + WHEEL_GAP_MM + wheel.width_mm / 2
    for side, word in ((-1, "right"), (1, "left")):
        place = (x, side * out, radius)
        site.hardware.append(
            Hardware(
                f"loose-wheel-{end}-{word}", Item.LOOSE_WHEEL, "loose wheel", Group.GEAR, wheel.label, wheel.kg,
                place, wheel, size_mm=(wheel.diameter_mm, wheel.width_mm), when=When.ASIDE,
            )
        )  # fmt: skip
    return Axle(
        x, radius, wheel, 2, rise_mm=rise, parked=Parked.OFF, steel=gear.steel, rides_kg=bar.kg + 2 * wheel.kg,
        turns_deg=turns, put_under=gear.put_under,
    )  # fmt: skip
