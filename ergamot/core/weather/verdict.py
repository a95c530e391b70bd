"""The Wind verdict: the gust that first moves the parked pen, against the keeper's own."""

from __future__ import annotations

import numpy as np

from ergamot.core.finding import Finding, Phrase, What, phrase
from ergamot.core.place import Place
from ergamot.core.units import Quantity
from ergamot.core.weather.speed import AIR, LEAST_HEIGHT_M
from ergamot.core.weather.stability import Gusts, Stability, arm_inside, overturning_arms, slide_held_n
from ergamot.core.weather.surfaces import WindBody
from ergamot.core.working import Working

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
    body: WindBody, stable: Stability, place: Place, spread: tuple[Stability, Stability] | None = None
) -> Finding:
    """Does the parked pen stand in the keeper's design gust, whichever way it blows?

    Args: body; stable, its stability; place, with the design gust; spread, the same as grip and
        anchors vary, least and most, for a band.
    Returns: the Wind finding; its ratio is the gust it stands over the design gust.
    Source: static panel method, EN 1991-1-4 and ASCE 7 coefficients.
    """
    worst, best = stable.worst, stable.best
    work = _working(body, stable, worst, place)
    stands = work.known["V10"]
    gust = Quantity(stands, "ms")
    band, band_words = _band(stable, place, spread)
    return Finding(
        what=What.WIND,
        title="Wind",
        sentence=phrase(
            f"{worst.mode} first, wind from {side_of(worst.direction_deg)}; your gust is {{limit}}",
            limit=Quantity(place.design_gust_ms, "ms"),
        ),
        figure=phrase("stands {gust}", gust=gust),
        ratio=work.known["ratio"],
        limit=phrase("your gust {limit} at 10 m", limit=Quantity(place.design_gust_ms, "ms")),
        working=work.done(),
        answer="ratio",
        details=(*_details(stable, worst, best), *_beyond(body)),
        band=band,
        band_words=band_words,
        cautions=CAUTIONS,
    )


def _band(
    stable: Stability, place: Place, spread: tuple[Stability, Stability] | None
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
    return (low / place.design_gust_ms, high / place.design_gust_ms), words


def _details(stable: Stability, worst: Gusts, best: Gusts) -> tuple[Phrase, ...]:
    lines = [
        phrase(
            f"best with the wind from {side_of(best.direction_deg)}: {best.mode} at {{gust}}",
            gust=Quantity(best.least, "ms"),
        )
    ]
    modes = (("slides", "slide"), ("tips", "tip"), ("lifts", "lift"))
    for word, name in modes:
        gusts = min(stable.gusts, key=lambda g: getattr(g, name))
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


def _working(body: WindBody, stable: Stability, worst: Gusts, place: Place) -> Working:
    index = worst.case
    u = stable.loads.up_wind[index]
    work = Working()
    hung = f", with {stable.holding.ballast_kg:.0f} kg hung on it" if stable.holding.ballast_kg else ""
    work.given("m", f"mass, timber dry{hung}", stable.holding.mass_kg, "kg", "sum of the parts")
    work.step("W", "weight", "m*9.81", "N")
    work.given("beta", f"wind from {side_of(worst.direction_deg)}, off the front", worst.direction_deg, "deg")
    work.given("ux", "up-wind, along the pen", float(u[0]))
    work.given("uy", "up-wind, towards the left", float(u[1]))
    _surface_steps(work, body, stable, index)
    push = _push_expressions(body)
    work.step("Lup", "uplift per Pa", push[2], "m²")
    if worst.mode == "slides":
        work.step("Dx", "push along the pen per Pa", push[0], "m²")
        work.step("Dy", "push across it per Pa", push[1], "m²")
        work.given(
            "mu",
            f"friction, {place.holding_ground.label}",
            stable.holding.friction,
            "",
            place.holding_ground.source,
        )
        held = _given_ties(work, "R", slide_held_n(body, stable.loads, stable.holding)[index])
        work.step("q", "pressure that slides it", f"(mu*W{held})/(sqrt(Dx**2 + Dy**2) + mu*Lup)", "Pa")
    elif worst.mode == "lifts":
        held = _given_ties(work, "T", stable.holding.down_n)
        work.step("q", "pressure that lifts it", f"(W{held})/Lup", "Pa")
    else:
        _tip_steps(work, body, stable, worst, index)
    work.step("V_local", "gust at the pen", f"sqrt(q/{AIR})", "ms", "q = 0.613·V²")
    work.given(
        "f", f"gust at the pen over gust at 10 m, {place.exposure.label}", stable.factor, "", "EN 1991-1-4"
    )
    work.step("V10", "gust at 10 m it stands", "V_local/f", "ms")
    work.given("V_d", "your gust", place.design_gust_ms, "ms", "your own limit")
    work.step("ratio", "stands over your gust", "V10/V_d")
    return work


def _surface_steps(work: Working, body: WindBody, stable: Stability, index: int) -> None:
    for i, surface in enumerate(body.surfaces, start=1):
        work.given(f"A{i}", f"area of {surface.name}", surface.area_m2, "m2", "the frame")
        if surface.is_sheet:
            cp = float(stable.loads.cp[i - 1][index])
            within = float(stable.loads.cpi[i - 1][index])
            source = BALANCE if surface.outside else "EN 1991-1-4, ASCE 7"
            work.given(f"C{i}", f"coefficient {_side(surface.outside, 'outside')}", cp, "", source)
            work.given(
                f"I{i}", f"coefficient {_side(surface.inside, 'under the eaves')}", within, "", BALANCE
            )
            work.step(f"P{i}", "its push inwards per Pa", f"(C{i} - I{i})*A{i}", "m²")
        else:
            force = stable.loads.force[i - 1][index]
            drag = float(np.hypot(force[0], force[1])) / surface.area_m2
            work.given(
                f"k{i}",
                "its drag per area, wire 1.3 and sticks 1.8 across the wind",
                drag,
                "",
                "EN 1991-1-4, 7.7, 7.9 and 7.13",
            )
            work.step(f"P{i}", "its push down-wind per Pa", f"k{i}*A{i}", "m²")


def _side(space: str, otherwise: str) -> str:
    return f"in the {space}" if space else otherwise


def _push_expressions(body: WindBody) -> tuple[str, str, str]:
    """Sums along x, y and z of every surface's push."""
    sums: list[str] = []
    for axis in range(3):
        terms = []
        for i, surface in enumerate(body.surfaces, start=1):
            if surface.is_sheet:
                part = -surface.normal[axis]
                if part:
                    terms.append(f"{'+' if part > 0 else '-'} {_times(abs(part))}P{i}")
            elif axis < 2:
                terms.append(f"- {'ux' if axis == 0 else 'uy'}*P{i}")
        sums.append(" ".join(terms) or "0")
    return sums[0], sums[1], sums[2]


def _times(part: float) -> str:
    return "" if part == 1 else f"{part:.6g}*"


def _tip_steps(work: Working, body: WindBody, stable: Stability, worst: Gusts, index: int) -> None:
    edge = stable.edges[worst.tip_edge]
    arm = arm_inside(edge, stable.holding.centre_m)
    moments = overturning_arms(body, stable.loads, edge)[:, index]
    terms = []
    for i, moment in enumerate(moments, start=1):
        if abs(work.known[f"P{i}"]) < 1e-9:
            continue
        work.given(f"a{i}", f"arm of push {i} about the tipping edge", moment / work.known[f"P{i}"], "m")
        terms.append(f"P{i}*a{i}")
    work.given("b", "centre of mass inside the edge", arm, "m", "moments")
    work.step("M", "overturning per Pa", " + ".join(terms), "m³")
    held = _given_ties(
        work, "Mt", sum(strap.down_n * arm_inside(edge, strap.at) for strap in stable.holding.straps), "N m"
    )
    work.step("q", "pressure that tips it", f"(W*b{held})/M", "Pa")


_TIED = {
    "R": "straps up-wind hold against sliding",
    "T": "straps pull it down",
    "Mt": "straps hold about the edge",
}


def _given_ties(work: Working, symbol: str, value: float, unit: str = "N") -> str:
    """What the straps add, as a term of an expression; nothing without straps."""
    if not value:
        return ""
    work.given(symbol, _TIED[symbol], value, unit, "working holds, straps at 45°")
    return f" + {symbol}"
