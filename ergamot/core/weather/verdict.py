"""The Wind verdict: the gust that first moves the parked pen, against the keeper's own."""

from __future__ import annotations

import numpy as np

from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Finding, Phrase, What, phrase
from ergamot.core.frame.mass import WEIGHT
from ergamot.core.units import Quantity
from ergamot.core.weather.body import WindBody
from ergamot.core.weather.loads import MESH_PUSH, SHEET_PUSH, SLIDES_BY, Loads, arm_inside
from ergamot.core.weather.resistance import LIFT_HELD, SLIDE_HELD, TIP_HELD, straps_about, straps_along_n
from ergamot.core.weather.speed import GUST, GUST_AT_10_M, LEAST_HEIGHT_M
from ergamot.core.weather.threshold import Gusts, Stability, as_good_as
from ergamot.core.working import Formula, Working

CAUTIONS = (
    "In a storm move the birds to a building. No pen designed here is a certified structure.",
    "Where someone could be hurt, ask a structural engineer.",
)
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


ARCH_KNOWN = 0.6  # rise over base, ASCE 7 arched roofs
WIDE = 1.05  # a narrower band is not worth telling; may move
BALANCE = "orifice flow: as much air in as out"


def judge_wind(
    stable: Stability, farm: FarmConditions, spread: tuple[Stability, Stability] | None = None
) -> Finding:
    """Does the parked pen stand in the keeper's design gust, whichever way it blows?

    Args: stable, of the parked pen; farm, with the design gust; spread, the same as grip and
        anchors vary, least and most, for a band.
    Returns: the Wind finding; its ratio is the gust it stands over the design gust.
    Source: static panel method, EN 1991-1-4 and ASCE 7 coefficients.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.resistance import Holding
    >>> from ergamot.core.weather.threshold import stability
    >>> low = pen()
    >>> stable = stability(wind_body(low), Holding(60.0, (1.5, 0.0), 0.45), 0.03)
    >>> judge_wind(stable, farm()).what.value
    'wind'
    """
    worst, best = stable.worst, stable.best
    work = _working(stable, worst, farm)
    stands = work.known["V10"]
    gust = Quantity(stands, "ms")
    band, band_words = _band(stable, farm, spread)
    return Finding(
        what=What.WIND,
        title="Wind",
        sentence=phrase(
            f"{worst.mode} first, wind from {side_of(worst.direction_deg)}; your gust is {{limit}}",
            limit=Quantity(farm.design_gust_ms, "ms"),
        ),
        figure=phrase("stands {gust}", gust=gust),
        ratio=work.known["ratio"],
        limit=phrase("your gust {limit} at 10 m", limit=Quantity(farm.design_gust_ms, "ms")),
        working=work.done(),
        answer="ratio",
        details=(*_details(stable, worst, best), *_beyond(stable.loads.body)),
        band=band,
        band_words=band_words,
        cautions=CAUTIONS,
    )


def _band(
    stable: Stability, farm: FarmConditions, spread: tuple[Stability, Stability] | None
) -> tuple[tuple[float, float] | None, Phrase | None]:
    """The gusts it may stand as grip and anchors vary, where that is wide enough to tell."""
    if spread is None:
        return None, None
    low, high = (one.worst.least for one in spread)
    if high < WIDE * low:
        return None, None
    words = (
        phrase("{low} to {high} as anchors and grip vary", low=Quantity(low, "ms"), high=Quantity(high, "ms"))
        if stable.holding.straps
        else phrase("to {high} on good grip", high=Quantity(high, "ms"))
    )
    return (low / farm.design_gust_ms, high / farm.design_gust_ms), words


def _details(stable: Stability, worst: Gusts, best: Gusts) -> tuple[Phrase, ...]:
    lines = [
        phrase(
            f"best with the wind from {side_of(best.direction_deg)}: {best.mode} at {{gust}}",
            gust=Quantity(best.least, "ms"),
        )
    ]
    modes = (("slides", "slide"), ("tips", "tip"), ("lifts", "lift"))
    for word, name in modes:
        gusts = min(stable.gusts, key=lambda g: as_good_as(getattr(g, name)))
        value = getattr(gusts, name)
        lines.append(
            phrase(f"{word} at {{gust}} from {side_of(gusts.direction_deg)}", gust=Quantity(value, "ms"))
            if np.isfinite(value)
            else phrase(f"never {word}")
        )
    return tuple(lines)


def _beyond(body: WindBody) -> tuple[Phrase, ...]:
    """Where the method is stretched past what it was made for."""
    rises = [surface.arch[1] for surface in body.surfaces if surface.arch]
    lines = []
    if rises and max(rises) > ARCH_KNOWN:
        lines.append(
            phrase("its arch is higher than the coefficients were measured for: they are extrapolated")
        )
    if body.height_m < LEAST_HEIGHT_M:
        lines.append(
            phrase(
                "lower than the log profile tells of: taken at {low}",
                low=Quantity(1000 * LEAST_HEIGHT_M, "mm"),
            )
        )
    return tuple(lines)


def _working(stable: Stability, worst: Gusts, farm: FarmConditions) -> Working:
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
    {"slides": _slide_steps, "lifts": _lift_steps, "tips": _tip_steps}[worst.mode](work, stable, worst, farm)
    work.by(GUST)
    work.given(
        "f", f"gust at the pen over gust at 10 m, {farm.exposure.label}", stable.factor, "", "EN 1991-1-4"
    )
    work.by(GUST_AT_10_M)
    work.given("V_d", "your gust", farm.design_gust_ms, "ms", "your own limit")
    work.step("ratio", "stands over your gust", "V10/V_d")
    return work


def _surface_steps(work: Working, loads: Loads, index: int) -> None:
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
            part = -surface.normal[axis]
            if part:
                terms.append(f"{'+' if part > 0 else '-'} {_times(abs(part))}P{i}")
        elif axis < 2:
            terms.append(f"- {'ux' if axis == 0 else 'uy'}*P{i}")
    return " ".join(terms) or "0"


def _times(part: float) -> str:
    return "" if part == 1 else f"{part:.6g}*"


def _slide_steps(work: Working, stable: Stability, worst: Gusts, farm: FarmConditions) -> None:
    work.step("Dx", "push along the pen per Pa", _sum_along(stable.loads.body, 0), "m²")
    work.step("Dy", "push across it per Pa", _sum_along(stable.loads.body, 1), "m²")
    ground = farm.holding_ground
    work.given("mu", f"friction, {ground.label}", stable.holding.friction, "", ground.source)
    work.by(SLIDES_BY)
    _held(work, SLIDE_HELD, "R", float(straps_along_n(stable.loads, stable.holding)[worst.case]))
    work.step("q", "pressure that slides it", "H/D", "Pa")


def _lift_steps(work: Working, stable: Stability, worst: Gusts, farm: FarmConditions) -> None:
    _held(work, LIFT_HELD, "T", stable.holding.down_n)
    work.step("q", "pressure that lifts it", "H/Lup", "Pa")


def _tip_steps(work: Working, stable: Stability, worst: Gusts, farm: FarmConditions) -> None:
    edge = stable.loads.edges[worst.tip_edge]
    terms = []
    for i, moment in enumerate(stable.loads.overturning[worst.tip_edge, :, worst.case], start=1):
        if abs(work.known[f"P{i}"]) < 1e-9:
            continue
        work.given(f"a{i}", f"arm of push {i} about the tipping edge", moment / work.known[f"P{i}"], "m")
        terms.append(f"P{i}*a{i}")
    work.given(
        "b", "centre of mass inside the edge", arm_inside(edge, stable.holding.centre_m), "m", "moments"
    )
    work.step("M", "overturning per Pa", " + ".join(terms), "m³")
    _held(work, TIP_HELD, "Mt", straps_about(edge, stable.holding))
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
