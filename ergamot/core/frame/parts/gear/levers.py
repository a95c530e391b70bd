"""Wheels on arms that swing: lever wheels held by a pin, wheel boards that go past their dead point.

Seen from the right, parked:

        o wheel
         \\  lever, from pivot to axle
    ======o=======  rail, or a pivot board bolted to it where the pivot stands higher than the rail is deep
"""

from __future__ import annotations

import math

from ergamot.core.catalogue import Wheel
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.footing import Axle, Lever
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Duty, Group, Item, Moves, Parked, When
from ergamot.core.frame.parts.gear.choices import Gear
from ergamot.core.frame.parts.gear.iron import (
    AXLE_END_DIAMETERS,
    END_DIAMETERS,
    WHEEL_GAP_MM,
    put_rod,
    put_wheel,
    rod_row,
    too_high,
)
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.swing import END_CLEAR_MM, Swing


def swinging_wheels(
    site: Site, gear: Gear, wheel: Wheel, swing: Swing, length: float, half: float
) -> tuple[Axle | None, Axle | None]:
    """A pair of swinging wheels at the rear, and another at the front where two are asked for.

    Args: site; gear; wheel; swing; length of the base rails and half the outside width, mm.
    Returns: the rear Axle and the front one.
    Raises: OutOfRange when a lever would reach the grass.
    Source: common practice; geometry of the swing.

    >>> from ergamot.core.frame.parts.gear.choices import read_gear
    >>> gear = read_gear(asked("coop", gear="boards"), c)
    >>> rear, front = swinging_wheels(begun("coop", gear="boards"), gear, gear.wheel, gear.swing, 3000.0, 900.0)
    >>> round(rear.rise_mm), front
    (40, None)
    """
    axles: list[Axle] = []
    ends = [(gear.axle, -1), (length - gear.axle, 1)][: gear.pairs]
    for x, points in ends:
        for side in (-1, 1):
            _one(site, gear, wheel, swing, x, points, side, half)
        along, _ = swing.axle_at(swing.locked_deg)
        axles.append(
            Axle(
                x + points * along, swing.radius_mm, wheel, 2, swing.rise_mm, Parked.LIFTED, steel=gear.steel
            )
        )
    site.buy(site.usual(Fitting.LEVER_BAR), Item.TOOL, "lever bar", Group.GEAR, [(0.0, 0.0, 0.0)], When.ASIDE)
    return axles[0], axles[1] if len(axles) > 1 else None


def _one(
    site: Site, gear: Gear, wheel: Wheel, swing: Swing, x: float, points: int, side: int, half: float
) -> None:
    section = site.frame.section
    thick, deep = section.thick_mm, section.deep_mm
    where = f"{'rear' if points < 0 else 'front'}-{'left' if side > 0 else 'right'}"
    inner = half
    if too_high(swing.pivot_mm, wheel.bore_mm, site.frame.rail.section.deep_mm):
        board = Piece(
            Duty.PIVOT_BOARD, "pivot board", "A", "carries the pivot above the rail; bolted to it", Group.GEAR
        )
        top = swing.pivot_mm + END_DIAMETERS * wheel.bore_mm
        site.frame.stick(board, (x - deep / 2, x + deep / 2), _band(side, inner, thick), (0, top), "z")
        inner += thick
    outline = _arm(swing, x, points, wheel.bore_mm, deep)
    word = "lever" if gear.kind is Moves.LEVERS else "wheel board"
    why = "swings the wheel down" + (
        "; past the dead point it holds itself" if swing.holds_itself else "; a pin holds it"
    )
    site.frame.profiled(
        Piece(Duty.LEVER, word, "W", why, Group.GEAR),
        outline,
        "y",
        _band(side, inner, thick),
    )
    lowest = swing.lowest_mm(END_DIAMETERS * wheel.bore_mm, AXLE_END_DIAMETERS * wheel.bore_mm, deep / 2)
    if lowest < END_CLEAR_MM:
        raise OutOfRange(
            "wheel",
            wheel.key,
            "a larger wheel, a longer arm or a smaller rise: this lever's end would dig into the grass on its way",
        )
    along, up = swing.axle_at(-swing.parked_deg)
    out = inner + thick + WHEEL_GAP_MM + wheel.width_mm / 2
    place = (x + points * along, side * out, swing.pivot_mm + up)
    put_wheel(site, where, wheel, place)
    long = thick + 2 * WHEEL_GAP_MM + wheel.width_mm + 3 * wheel.bore_mm
    middle = (place[0], side * (inner + long / 2), place[2])
    put_rod(site, f"stub-{where}", Item.STUB_AXLE, rod_row(site, gear, wheel), wheel.bore_mm, middle, long)
    site.levers.append(Lever(where, x, points, side, inner, swing, gear.lever_handle))


def _band(side: int, inner: float, thick: float) -> Flat:
    return (inner, inner + thick) if side > 0 else (-inner - thick, -inner)


def _arm(swing: Swing, x: float, points: int, bore: float, deep: float) -> tuple[Flat, Flat, Flat, Flat]:
    """The lever as it lies parked, in (x, z): as long again beyond each hole as the grain needs. The load on the axle
    presses towards the pivot, away from the lever's end."""
    angle = math.radians(swing.parked_deg)
    run, rise = points * math.cos(angle), math.sin(angle)
    start, end = -END_DIAMETERS * bore, swing.arm_mm + AXLE_END_DIAMETERS * bore

    def at(along: float, off: float) -> Flat:
        return x + along * run - off * rise * points, swing.pivot_mm + along * rise + off * run * points

    half = deep / 2
    return at(start, half), at(end, half), at(end, -half), at(start, -half)
