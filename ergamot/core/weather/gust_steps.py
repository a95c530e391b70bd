"""The working of a gust, step by step: what the wind does to every surface, what holds against it, what gust that is."""

from __future__ import annotations

from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.farm.rolling import SOIL
from ergamot.core.frame.kinds import Space
from ergamot.core.frame.mass import WEIGHT
from ergamot.core.weather.body import WindBody
from ergamot.core.weather.coefficients import MOUTH, faced_cp
from ergamot.core.weather.holding import ALONG
from ergamot.core.weather.loads import (
    MESH_PUSH,
    ROLLS_BY,
    SHEET_PUSH,
    SLIDES_BY,
    Loads,
    arm_inside,
    overturning_about,
)
from ergamot.core.weather.resistance import (
    LIFT_HELD,
    SLIDE_HELD,
    TIP_HELD,
    rolled_against,
    straps_about,
    straps_along_n,
)
from ergamot.core.weather.speed import GUST, GUST_AT_10_M
from ergamot.core.weather.threshold import Gusts, Stability
from ergamot.core.working import Formula, Working

NORMAL_DIGITS = 6  # decimals a surface's slope is told in: what is less is noise; may move

_SIDES = (
    "the front",
    "the front left",
    "the left",
    "the rear left",
    "the rear",
    "the rear right",
    "the right",
    "the front right",
)


def side_of(direction_deg: float) -> str:
    """Words for where the wind comes from, as seen from the pen.

    Args: direction_deg, 0 onto the front, turning towards the left.
    Returns: one of eight sides.
    Source: geometry.

    >>> side_of(0), side_of(90), side_of(345)
    ('the front', 'the left', 'the front')
    """
    return _SIDES[round(direction_deg / 45) % 8]


BALANCE = "orifice flow: as much air in as out"


def gust_working(stable: Stability, worst: Gusts, farm: FarmConditions, usual: bool) -> Working:
    """How a gust comes about, from the pushes on every surface to the gust at 10 m.

    Args: stable, of the pen; worst, the direction told of; farm, with its ground and gust; usual, whether it is worked on
        usual grip or on poor.
    Returns: the Working, with `V10`, m/s, and the farm's own gust `V_d`.
    Source: static panel method, EN 1991-1-4 and ASCE 7 coefficients.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.holding import Holding
    >>> from ergamot.core.weather.threshold import stability
    >>> stable = stability(wind_body(pen()), Holding(60.0, (1.5, 0.0), 0.35), 0.03)
    >>> known = gust_working(stable, stable.worst, farm(), False).known
    >>> round(known["V10"], 2) == round(stable.worst.least, 2)
    True
    """
    index, loads, holding = worst.case, stable.loads, stable.holding
    u = loads.up_wind[index]
    work = Working()
    hung = f", with {holding.ballast_kg:.0f} kg hung on it" if holding.ballast_kg else ""
    work.given("m", f"mass, timber dry{hung}", holding.mass_kg, "kg", "sum of the parts")
    work.by(WEIGHT)
    work.given("beta", f"wind from {side_of(worst.direction_deg)}, off the front", worst.direction_deg, "deg")
    work.given("ux", "up-wind, along the pen", float(u[0]))
    work.given("uy", "up-wind, towards the left", float(u[1]))
    _surface_steps(work, loads, index)
    steps = {"slides": _slide_steps, "lifts": _lift_steps, "tips": _tip_steps}[worst.mode]
    steps(work, stable, worst, farm, "usual grip" if usual else "poor grip")
    work.by(GUST)
    work.given(
        "f", f"gust at the pen over gust at 10 m, {farm.exposure.label}", stable.factor, "", "EN 1991-1-4"
    )
    work.by(GUST_AT_10_M)
    work.given("V_d", "your gust", farm.design_gust_ms, "ms", "your own limit")
    return work


def _mouth_steps(work: Working, loads: Loads, index: int) -> None:
    """What stands before the mouth of a sheltered part."""
    if loads.through is None:
        return
    up_wind = loads.up_wind[index : index + 1]
    work.given("C_r", "coefficient in the run, solved alone", float(loads.air[Space.RUN][index]), "", BALANCE)
    work.given("C_a", "of a wall where the mouth is", float(faced_cp(up_wind)[0]), "", "EN 1991-1-4")
    through = float(loads.through[index])
    work.given("S", "push that comes through the meshes up-wind of it", through, "", "Π(1 − φ)²")
    work.by(MOUTH)


def _surface_steps(work: Working, loads: Loads, index: int) -> None:
    _mouth_steps(work, loads, index)
    for i, surface in enumerate(loads.body.surfaces, start=1):
        own = {symbol: f"{symbol}{i}" for symbol in ("P", "C", "I", "A", "k")}
        work.given(f"A{i}", f"area of {surface.name}", surface.area_m2, "m2", "the frame")
        if surface.is_sheet:
            source = BALANCE if surface.outside else "EN 1991-1-4, ASCE 7"
            where = _side(surface.outside, "outside")
            work.given(f"C{i}", f"coefficient {where}", float(loads.cp[i - 1][index]), "", source)
            where = _side(surface.inside, "under the eaves")
            work.given(f"I{i}", f"coefficient {where}", float(loads.cpi[i - 1][index]), "", BALANCE)
            work.by(SHEET_PUSH.over(**own))
        else:
            work.given(
                f"k{i}",
                "its drag per area, wire 1.3 and sticks 1.8 across the wind",
                float(loads.drag[i - 1][index]),
                "",
                "EN 1991-1-4, 7.7, 7.9 and 7.13",
            )
            work.by(MESH_PUSH.over(**own))
    work.step("Lup", "uplift per Pa", _sum_along(loads.body, 2), "m²")


def _side(space: str, otherwise: str) -> str:
    return f"in the {space}" if space else otherwise


def _sum_along(body: WindBody, axis: int) -> str:
    """The pushes of all surfaces along x, y or z, as it is printed."""
    terms = []
    for i, surface in enumerate(body.surfaces, start=1):
        if surface.is_sheet:
            part = -round(surface.normal[axis], NORMAL_DIGITS)
            if part:
                terms.append(f"{'+' if part > 0 else '-'} {_times(abs(part))}P{i}")
        elif axis < 2:
            terms.append(f"- {'ux' if axis == 0 else 'uy'}*P{i}")
    return " ".join(terms) or "0"


def _times(part: float) -> str:
    return "" if part == 1 else f"{part:.{NORMAL_DIGITS}f}".rstrip("0") + "*"


def _slide_steps(work: Working, stable: Stability, worst: Gusts, farm: FarmConditions, grip: str) -> None:
    body, holding, ground = stable.loads.body, stable.holding, farm.holding_ground
    work.step("Dx", "push along the pen per Pa", _sum_along(body, 0), "m²")
    work.step("Dy", "push across it per Pa", _sum_along(body, 1), "m²")
    if worst.gripless and not worst.rolls:
        work.given("mu", "friction: lifted off its rails it hangs on its straps", 0.0, "", "statics")
    else:
        work.given("mu", f"friction, {ground.label}, {grip}", holding.friction, "", ground.source)
    if worst.rolls and holding.wheels is not None:
        work.given("Q", "on the tyres, which nothing chocks", holding.wheels.carried_n, "N", "moments")
        work.given("Crr", f"their rolling resistance, {ground.label}", holding.wheels.crr, "", SOIL)
        work.by(ALONG)
        work.by(ROLLS_BY.over(mu="mu_x"))
        straps = float(rolled_against(stable.loads, holding)[worst.case])
        _held(work, SLIDE_HELD.over(mu="mu_x"), "R", straps)
    else:
        work.by(SLIDES_BY)
        straps = float(straps_along_n(stable.loads, holding, worst.gripless)[worst.case])
        _held(work, SLIDE_HELD, "R", straps)
    work.step("q", "pressure that slides it", "H/D", "Pa")


def _lift_steps(work: Working, stable: Stability, worst: Gusts, farm: FarmConditions, grip: str) -> None:
    _held(work, LIFT_HELD, "T", stable.holding.down_n)
    work.step("q", "pressure that lifts it", "H/Lup", "Pa")


def _tip_steps(work: Working, stable: Stability, worst: Gusts, farm: FarmConditions, grip: str) -> None:
    edge = stable.loads.edges[worst.tip_edge]
    terms = []
    for i, moment in enumerate(overturning_about(stable.loads, edge)[:, worst.case], start=1):
        if abs(work.known[f"P{i}"]) < 1e-9:
            continue
        work.given(f"a{i}", f"arm of push {i} about the tipping edge", moment / work.known[f"P{i}"], "m")
        terms.append(f"P{i}*a{i}")
    work.given(
        "b", "centre of mass inside the edge", arm_inside(edge, stable.holding.centre_m), "m", "moments"
    )
    work.step("M", "overturning per Pa", " + ".join(terms), "m³")
    _held(work, TIP_HELD, "Mt", float(straps_about(stable.loads, stable.holding)[worst.tip_edge]))
    work.step("q", "pressure that tips it", "H/M", "Pa")


_TIED = {
    "R": ("straps up-wind hold against sliding", "N"),
    "T": ("straps pull it down", "N"),
    "Mt": ("straps hold about the edge", "N m"),
}


def _held(work: Working, formula: Formula, symbol: str, straps: float) -> None:
    """What holds it; of straps nothing is said where there are none."""
    if straps:
        says, unit = _TIED[symbol]
        work.given(symbol, says, straps, unit, "working holds, straps at 45°")
        work.by(formula)
    else:
        work.by(formula.without(symbol))
