"""The Wind verdict: the gust that first moves the parked pen, against the keeper's own."""

from __future__ import annotations

import numpy as np

from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.farm.rolling import SOIL
from ergamot.core.finding import Finding, Grade, Phrase, What, graded, phrase
from ergamot.core.frame.kinds import Space
from ergamot.core.frame.mass import WEIGHT
from ergamot.core.units import Quantity
from ergamot.core.weather.body import WindBody
from ergamot.core.weather.coefficients import MOUTH, faced_cp
from ergamot.core.weather.loads import MESH_PUSH, ROLLS_BY, SHEET_PUSH, SLIDES_BY, Loads, arm_inside
from ergamot.core.weather.resistance import (
    ALONG,
    LIFT_HELD,
    SLIDE_HELD,
    TIP_HELD,
    rolled_against,
    straps_about,
    straps_along_n,
)
from ergamot.core.weather.speed import GUST, GUST_AT_10_M, LEAST_HEIGHT_M
from ergamot.core.weather.threshold import Gusts, Stability, Stands, as_good_as
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


def judge_wind(stands: Stands, farm: FarmConditions) -> Finding:
    """Does the parked pen stand in the keeper's design gust, whichever way it blows?

    Args: stands, of the parked pen; farm, with the design gust.
    Returns: the Wind finding; its ratio is the gust it stands on poor grip over the design gust, its least the one it
        stands as is usual.
    Source: static panel method, EN 1991-1-4 and ASCE 7 coefficients.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.resistance import Holding
    >>> from ergamot.core.weather.threshold import stability, stands_on
    >>> stable = stability(wind_body(pen()), Holding(60.0, (1.5, 0.0), 0.35), 0.03)
    >>> judge_wind(stands_on(stable, c.grounds["moist"]), farm()).what.value
    'wind'
    """
    figures = {
        name: Quantity(one.worst.least, "ms")
        for name, one in (("poor", stands.poor), ("usual", stands.usual), ("firm", stands.firm))
    } | {"limit": Quantity(farm.design_gust_ms, "ms")}
    gust = farm.design_gust_ms
    short = stands.usual.worst.least < gust
    shown, other = (stands.usual, stands.poor) if short else (stands.poor, stands.usual)
    work = _working(shown, shown.worst, farm, short)
    ways = {True: ("least", "ratio"), False: ("ratio", "least")}[short]
    says = "the same on poor grip, anchors at half" if short else "the same as is usual, anchors as told"
    work.step(ways[0], "stands over your gust", "V10/V_d")
    work.given("V10_o", says, other.worst.least, "ms", "worked alike")
    work.step(ways[1], "that over your gust", "V10_o/V_d")
    ratio, least = work.known["ratio"], work.known["least"]
    grade = graded(ratio, least)
    worst = shown.worst
    return Finding(
        what=What.WIND,
        title="Wind",
        sentence=phrase(_SENTENCES[grade].format(worst.mode, side_of(worst.direction_deg)), **figures),
        figure=phrase("stands {poor}", **figures),
        ratio=ratio,
        least=least,
        limit=phrase("your gust {limit} at 10 m", **figures),
        working=work.done(),
        answer=ways[0],
        details=(*told_of_headings(stands), *_details(stands.poor), *_beyond(stands.poor.loads.body)),
        band=(ratio, stands.firm.worst.least / gust) if _wide(stands) else None,
        band_words=phrase("{poor} to {firm} as grip and anchors vary", **figures) if _wide(stands) else None,
        cautions=CAUTIONS,
        cost=phrase(COST),
    )


def _wide(stands: Stands) -> bool:
    return stands.firm.worst.least >= WIDE * stands.poor.worst.least


COST = "on a greasy day it goes; cheapest: a pair of anchors more, or its best end turned to a gale"
_SENTENCES = {
    Grade.SHORT: "{} first, wind from {}, at {{usual}} on usual grip; your gust is {{limit}}",
    Grade.BETWEEN: "hangs on your grass: {} first, wind from {}, at {{poor}} on poor grip, {{usual}} as is usual",
    Grade.RIGHT: "{} first, wind from {}, on poor grip too; your gust is {{limit}}",
    Grade.AMPLE: "{} first, wind from {}, on poor grip too; your gust is {{limit}}",
}


def as_good_headings(stands: Stands) -> tuple[Gusts, ...]:
    """The directions a wind may as well come from as from the best: the grip does not tell them apart.

    Args: stands, of the parked pen.
    Returns: their gusts on poor grip, all round.
    Source: our judgement: one is no worse where its gust on usual grip reaches the best on poor.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.resistance import Holding
    >>> from ergamot.core.weather.threshold import stability, stands_on
    >>> stable = stability(wind_body(pen()), Holding(60.0, (1.5, 0.0), 0.35), 0.03)
    >>> stands = stands_on(stable, c.grounds["moist"])
    >>> stands.poor.best in as_good_headings(stands)
    True
    """
    best = stands.poor.best.least
    pairs = zip(stands.poor.gusts, stands.usual.gusts, strict=True)
    return tuple(poor for poor, usual in pairs if usual.least >= best)


def told_of_headings(stands: Stands) -> tuple[Phrase, ...]:
    """Which ends and sides a wind may best come from: those that the grip does not tell from the best.

    Args: stands, of the parked pen.
    Returns: one Phrase.
    Source: our judgement: a heading is no better where its gust on usual grip reaches the best on poor.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.resistance import Holding
    >>> from ergamot.core.weather.threshold import stability, stands_on
    >>> stable = stability(wind_body(pen()), Holding(60.0, (1.5, 0.0), 0.35), 0.03)
    >>> len(told_of_headings(stands_on(stable, c.grounds["moist"])))
    1
    """
    best, alike = stands.poor.best, as_good_headings(stands)
    sides = list(dict.fromkeys(side_of(one.direction_deg) for one in alike))
    gust = {"gust": Quantity(best.least, "ms")}
    if len(alike) == len(stands.poor.gusts):
        return (phrase("any heading is alike: they differ by less than your grass does", **gust),)
    if len(sides) == 1:
        return (phrase(f"best with the wind from {sides[0]}: {best.mode} at {{gust}}", **gust),)
    return (
        phrase(
            f"best with the wind from {side_of(best.direction_deg)}: {best.mode} at {{gust}}; about as good from "
            + " or ".join(side for side in sides if side != side_of(best.direction_deg)),
            **gust,
        ),
    )


def _details(stable: Stability) -> tuple[Phrase, ...]:
    lines = []
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
    rises = [surface.arch.rise for surface in body.surfaces if surface.arch]
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


def _working(stable: Stability, worst: Gusts, farm: FarmConditions, usual: bool) -> Working:
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
    if loads.body.mouth is None:
        return
    up_wind = loads.up_wind[index : index + 1]
    work.given("C_r", "coefficient in the run, solved alone", float(loads.air[Space.RUN][index]), "", BALANCE)
    work.given("C_a", "of a wall where the mouth is", float(faced_cp(up_wind)[0]), "", "EN 1991-1-4")
    through = float(loads.body.mouth.let_through(up_wind)[0])
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
            part = -surface.normal[axis]
            if part:
                terms.append(f"{'+' if part > 0 else '-'} {_times(abs(part))}P{i}")
        elif axis < 2:
            terms.append(f"- {'ux' if axis == 0 else 'uy'}*P{i}")
    return " ".join(terms) or "0"


def _times(part: float) -> str:
    return "" if part == 1 else f"{part:.6g}*"


def _slide_steps(work: Working, stable: Stability, worst: Gusts, farm: FarmConditions, grip: str) -> None:
    body, holding, ground = stable.loads.body, stable.holding, farm.holding_ground
    work.step("Dx", "push along the pen per Pa", _sum_along(body, 0), "m²")
    work.step("Dy", "push across it per Pa", _sum_along(body, 1), "m²")
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
        _held(work, SLIDE_HELD, "R", float(straps_along_n(stable.loads, holding)[worst.case]))
    work.step("q", "pressure that slides it", "H/D", "Pa")


def _lift_steps(work: Working, stable: Stability, worst: Gusts, farm: FarmConditions, grip: str) -> None:
    _held(work, LIFT_HELD, "T", stable.holding.down_n)
    work.step("q", "pressure that lifts it", "H/Lup", "Pa")


def _tip_steps(work: Working, stable: Stability, worst: Gusts, farm: FarmConditions, grip: str) -> None:
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
