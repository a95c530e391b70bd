"""The Moving verdict: this pen, this crew, this ground and slope, from picking up to keeping going."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from ergamot.core.catalogue import Catalogue, Crew, Ground
from ergamot.core.finding import Finding, Phrase, Working, phrase
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Axle, Structure
from ergamot.core.gear.effort import (
    SINKS_BELOW,
    START_FACTOR,
    handle_lift,
    largest_bump,
    rolling_resistance,
    wheel_number,
)
from ergamot.core.gear.moving_steps import one_axle_steps, throw_steps, two_axle_steps
from ergamot.core.gear.people import Strength, strength
from ergamot.core.gear.throwing import hardest_throw
from ergamot.core.place import TURF_WORDS, Place
from ergamot.core.units import G, Quantity

CARRY_M = 0.76  # hands of someone who carries with arms down, just above the knuckle line; HSE INDG143
ROPE_HAND_M = 0.75  # a rope is pulled with the arms down; common practice

CAUTIONS = (
    "Lift with straight back and bent knees; stop when it is more than you can do comfortably.",
    "Count the birds and look along the rails before the frame comes down: it pinches.",
    "Walking backwards, keep your heels clear of the frame.",
)


TOWING = (
    "Towing: walking pace, nobody rides, a second person watches the birds and the rails.",
    "Not across a steep slope, and never with birds against the trailing rail.",
)
CI_SPREAD = (0.6, 1.5)  # soil on one day and one field, times the figure; common practice
WIDE = 1.05  # a narrower band is not worth telling


@dataclass(frozen=True)
class Haul:
    """Forces of one move on one state of the ground, N; bump in m (None on skids); throw at a lever's handle."""

    ground: Ground
    lift: float
    carry: float
    axle: float
    start: float
    keep: float
    bump: float | None
    sinks: bool
    throw: float | None = None


def haul(
    structure: Structure,
    weighed: Mass,
    ground: Ground,
    slope_percent: float,
    can: Strength,
    firmness: float = 1.0,
) -> Haul:
    """What moving the pen takes, uphill on the slope, timber fresh.

    Args: structure; weighed, its mass; ground; slope_percent, 0 to 25; can, the crew's strength; firmness, times
        the ground's cone index, 0.1 to 10.
    Returns: the Haul.
    Raises: OutOfRange.
    Source: moments about the axle; Wismer & Luth (1974); skid friction from the catalogue.
    """
    weight = weighed.fresh_kg * G
    uphill = weight * math.sin(math.atan(slope_percent / 100))
    axle, front = structure.axle, structure.front_axle
    if axle is None:
        slide = ground.pulling_mu * weight
        return Haul(ground, 0, 0, 0, slide * ground.first_pull + uphill, slide + uphill, None, False)
    x_cg, x_axle, radius = weighed.fresh_centre[0] / 1000, axle.x_mm / 1000, axle.radius_mm / 1000
    x_ahead = (front.x_mm if front else structure.grip.x_mm) / 1000
    lift = handle_lift(weight, x_cg, x_axle, x_ahead)  # carried by the hands, or by the front wheels
    loads = [(axle, weight - lift), *([(front, lift)] if front else [])]
    rolls = [_rolls(one, load, ground, firmness) for one, load in loads]
    rolling = sum(resists for resists, _ in rolls)
    keep = rolling + uphill
    hand = structure.grip.z_mm / 1000
    tilt = keep * (hand - radius) / (x_ahead - x_axle)
    spare = can.start_n - uphill
    return Haul(
        ground=ground,
        lift=0.0 if front else lift,
        carry=0.0 if front else lift + tilt,
        axle=weight - lift,
        start=START_FACTOR * rolling + uphill,
        keep=keep,
        bump=min(
            largest_bump(spare, max(load, 1.0) / one.wheels, one.radius_mm / 1000) for one, load in loads
        ),
        sinks=any(cn < SINKS_BELOW for _, cn in rolls),
        throw=thrown[1] if (thrown := hardest_throw(structure, weighed)) else None,
    )


def _rolls(axle: Axle, load: float, ground: Ground, firmness: float) -> tuple[float, float]:
    """Resistance of a pair of wheels, N, and their wheel number."""
    per_wheel = max(load, 1.0) / axle.wheels
    cone_index = ground.cone_index_kpa * 1000 * firmness
    cn = wheel_number(cone_index, axle.wheel.width_mm / 1000, 2 * axle.radius_mm / 1000, per_wheel)
    return max(load, 0.0) * rolling_resistance(cn), cn


def tests_of(structure: Structure, moved: Haul, can: Strength, place: Place) -> dict[str, float]:
    """What a crew can over what a move takes, for everything that is asked of them.

    Args: structure; moved; can; place, with its turf.
    Returns: ratios by name: lift, carry, start, keep, bump, throw, those the gear has.
    Source: as `judge_moving`.
    """
    ratios = {"start": can.start_n / max(moved.start, 1), "keep": can.keep_n / max(moved.keep, 1)}
    if moved.bump is not None:
        ratios["bump"] = 1000 * moved.bump / place.bump_mm
    if structure.axle is not None and structure.front_axle is None:
        ratios["lift"] = can.lift_n / max(moved.lift, 1)
        ratios["carry"] = can.carry_n / max(moved.carry, 1)
    if moved.throw is not None:
        ratios["throw"] = can.one_n / max(moved.throw, 1)
    return ratios


def movers_strength(catalogue: Catalogue, structure: Structure, crew: Crew) -> Strength:
    """What a crew can do where this pen is taken hold of.

    Args: catalogue; structure; crew.
    Returns: the Strength.
    Raises: OutOfRange.
    Source: HSE INDG143 and L23.
    """
    return strength(catalogue, crew, structure.grip.z_mm / 1000 if structure.axle else ROPE_HAND_M)


def judge_moving(catalogue: Catalogue, structure: Structure, weighed: Mass, place: Place) -> Finding:
    """Can everyone who must be able to move this pen do it on this ground?

    Args: catalogue; structure; weighed, its mass; place, with crews, ground, slope and turf.
    Returns: the Moving finding, of the weakest of them; its ratio is the least of what they can over what it takes.
    Raises: OutOfRange.
    Source: HSE INDG143 and L23; forces as `haul`.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> from ergamot.core.frame.mass import mass
    >>> from ergamot.core.place import make_place
    >>> c = load_catalogue()
    >>> s = build(make_design(c, "low-pen", {}), c)
    >>> judge_moving(c, s, mass(s), make_place(c, crew="teenager")).verdict
    'fails'
    """
    found = [_judged(catalogue, structure, weighed, replace(place, crew=crew)) for crew in place.movers]
    return min(found, key=lambda finding: finding.ratio)


def _judged(catalogue: Catalogue, structure: Structure, weighed: Mass, place: Place) -> Finding:
    can = movers_strength(catalogue, structure, place.crew)
    moved = haul(structure, weighed, place.moving_ground, place.slope_percent, can)
    work = _working(structure, weighed, moved, can, place)
    ratios = {name: work.known[f"r_{name}"] for name in TESTS if f"r_{name}" in work.known}
    ruling = min(ratios, key=lambda name: ratios[name])
    work.step("ratio", "the least of these rules", f"min({', '.join(f'r_{n}' for n in ratios)})")
    band, band_words = _band(structure, weighed, place, can, work.known["ratio"])
    lifts = structure.axle is not None and structure.front_axle is None
    headline = (
        phrase("lift {lift}", lift=Quantity(moved.lift, "heft"))
        if lifts
        else phrase("pull {pull}", pull=Quantity(moved.start, "heft"))
    )
    return Finding(
        what="moving",
        title="Moving",
        sentence=_sentence(ruling, ratios[ruling], work, place),
        figure=headline,
        ratio=work.known["ratio"],
        limit=phrase(
            place.crew.label + ": lift {lift}, start {start}, keep {keep}",
            lift=Quantity(can.lift_n, "heft"),
            start=Quantity(can.start_n, "heft"),
            keep=Quantity(can.keep_n, "heft"),
        ),
        working=work.done(),
        answer="ratio",
        details=_details(structure, catalogue, weighed, place, can),
        band=band,
        band_words=band_words,
        cautions=(*CAUTIONS, *(TOWING if place.crew.drawbar_n else ())),
    )


def _band(
    structure: Structure, weighed: Mass, place: Place, can: Strength, ratio: float
) -> tuple[tuple[float, float] | None, Phrase | None]:
    """What the verdict may be as the soil varies: only where the pull over it rules by much."""
    if structure.axle is None:
        low_mu = place.moving_ground.holding_mu / place.moving_ground.pulling_mu
        return (ratio, ratio / low_mu), phrase("less where the ground lets it slide")
    soft, hard = (
        haul(structure, weighed, place.moving_ground, place.slope_percent, can, firmness=share)
        for share in CI_SPREAD
    )
    low, high = (min(tests_of(structure, moved, can, place).values()) for moved in (soft, hard))
    if high < WIDE * low:
        return None, None
    words = phrase(
        "{hard} to {soft} to start, as the soil varies",
        hard=Quantity(hard.start, "heft"),
        soft=Quantity(soft.start, "heft"),
    )
    return (low, high), words


TESTS = {
    "lift": "lift at the handles",
    "carry": "carry while pulling",
    "start": "start it moving",
    "keep": "keep it moving",
    "bump": "get over a bump",
    "throw": "throw a lever over",
}


def _sentence(ruling: str, ratio: float, work: Working, place: Place) -> Phrase:
    who = place.crew.label
    if ruling == "bump":
        return phrase(
            f"{who} can get a wheel over {{can}}; " + TURF_WORDS[place.turf] + " has {needs}",
            can=Quantity(work.known["bump"], "mm"),
            needs=Quantity(work.known["h_turf"], "mm"),
        )
    can, takes = work.known[f"can_{ruling}"], work.known[f"F_{ruling}"]
    if ratio < 1:
        return phrase(
            f"to {TESTS[ruling]} takes {{takes}}; {who} should not do over {{can}}",
            takes=Quantity(takes, "heft"),
            can=Quantity(can, "heft"),
        )
    return phrase(
        f"{who} can {TESTS[ruling]}: {{takes}} of {{can}}",
        takes=Quantity(takes, "heft"),
        can=Quantity(can, "heft"),
    )


def _details(
    structure: Structure, catalogue: Catalogue, weighed: Mass, place: Place, can: Strength
) -> tuple[Phrase, ...]:
    lines = []
    for key in ("dry", "wet"):
        moved = haul(structure, weighed, catalogue.grounds[key], place.slope_percent, can)
        bump = ", over {bump} from rest" if moved.bump is not None else ""
        lines.append(
            phrase(
                f"{key}: {{start}} to start, {{keep}} to keep going{bump}",
                start=Quantity(moved.start, "heft"),
                keep=Quantity(moved.keep, "heft"),
                bump=Quantity((moved.bump or 0) * 1000, "mm"),
            )
        )
        if moved.sinks:
            lines.append(phrase(f"{key}: the wheels sink; the pull will be more than shown"))
    if structure.axle:
        lines.append(
            phrase(
                "the wheels carry {load} of the {rated} they are rated for",
                load=Quantity(moved.axle / G, "kg"),
                rated=Quantity(structure.axle.wheel.rated_kg * structure.axle.wheels, "kg"),
            )
        )
    return tuple(lines)


def _working(structure: Structure, weighed: Mass, moved: Haul, can: Strength, place: Place) -> Working:
    work, ground = Working(), moved.ground
    work.given("m", "mass, timber fresh", weighed.fresh_kg, "kg", "sum of the parts")
    work.step("W", "weight", "m*9.81", "N")
    work.given("s", "slope of the site, uphill", place.slope_percent / 100, "rise per run", "your site")
    work.step("F_slope", "held back by the slope", "W*s/sqrt(1 + s**2)", "N")
    if structure.axle is None:
        work.given("mu", f"pulling friction, {ground.label}", ground.pulling_mu, "", ground.source)
        work.given("k", "first pull over steady pull", ground.first_pull, "", ground.source)
        work.step("F_start", "pull to start", "k*mu*W + F_slope", "N")
        work.step("F_keep", "pull to keep going", "mu*W + F_slope", "N")
    elif structure.front_axle is not None:
        two_axle_steps(work, structure, weighed, ground)
    else:
        one_axle_steps(work, structure, weighed, ground)
        _against(work, "lift", f"lift, hands {can.lift_zone}", can.lift_n)
        _against(work, "carry", f"carry, hands {can.carry_zone}", can.carry_n)
    _against(work, "start", "pull to start", can.start_n)
    _against(work, "keep", "pull to keep going", can.keep_n)
    if structure.axle is not None:
        work.step(
            "bump",
            "largest bump one wheel climbs from rest",
            "1000*r*(1 - 1/sqrt(1 + (max(0, can_start - F_slope)/N)**2))",
            "mm",
            "moments about the top of the bump",
        )
        work.given("h_turf", f"bumps of {TURF_WORDS[place.turf]}", place.bump_mm, "mm", "common practice")
        work.step("r_bump", "climbs over meets", "bump/h_turf")
    thrown = hardest_throw(structure, weighed)
    if thrown:
        throw_steps(work, structure, weighed, thrown[0])
        _against(work, "throw", "throw a lever over, one of them", can.one_n)
    return work


def _against(work: Working, name: str, says: str, can_n: float) -> None:
    work.given(f"can_{name}", f"{says}: guideline", can_n, "N", "HSE INDG143, L23; vehicles common practice")
    work.step(f"r_{name}", "can over takes", f"can_{name}/max(F_{name}, 1)")
