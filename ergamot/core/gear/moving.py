"""The Moving verdict: this pen, these crews, this ground and slope, from picking up to keeping going."""

from __future__ import annotations

from dataclasses import replace

from ergamot.core.catalogue import Catalogue
from ergamot.core.finding import Finding, Phrase, What, Working, phrase
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.haul import CI_SPREAD, Haul, haul, movers_strength, tests_of
from ergamot.core.gear.moving_steps import (
    given_riding,
    one_axle_steps,
    raise_steps,
    throw_steps,
    two_axle_steps,
)
from ergamot.core.gear.people import Strength
from ergamot.core.gear.raising import WITH
from ergamot.core.gear.tasks import Task
from ergamot.core.gear.throwing import hardest_throw
from ergamot.core.place import TURF_WORDS, Place
from ergamot.core.units import G, Quantity

CAUTIONS = (
    "Lift with straight back and bent knees; stop when it is more than you can do comfortably.",
    "Count the birds and look along the rails before the frame comes down: it pinches.",
    "Walking backwards, keep your heels clear of the frame.",
)
JACKING = (
    "Raised on a jack: wheels chocked, on a board, birds shut in; nobody reaches under before it stands on its wheels.",
)
TOWING = (
    "Towing: walking pace, nobody rides, a second person watches the birds and the rails.",
    "Not across a steep slope, and never with birds against the trailing rail.",
)
GUIDELINE = "HSE INDG143, L23; vehicles by their row"
WIDE = 1.05  # a narrower band is not worth telling; may move


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
    >>> judge_moving(c, s, mass(s), make_place(c, crew="teenager")).verdict.word
    'short'
    """
    found = [_judged(catalogue, structure, weighed, replace(place, crew=crew)) for crew in place.movers]
    return min(found, key=lambda finding: finding.ratio)


def _judged(catalogue: Catalogue, structure: Structure, weighed: Mass, place: Place) -> Finding:
    can = movers_strength(catalogue, structure, place.crew)
    moved = haul(structure, weighed, place.moving_ground, place.slope_percent, can)
    work = _working(structure, weighed, moved, can, place)
    ratios = {task: work.known[f"r_{task}"] for task in Task if f"r_{task}" in work.known}
    ruling = min(ratios, key=lambda task: ratios[task])
    work.step("ratio", "the least of these rules", f"min({', '.join(f'r_{n}' for n in ratios)})")
    band, band_words = _band(structure, weighed, place, can, work.known["ratio"])
    headline = (
        phrase("lift {lift}", lift=Quantity(moved.lift, "heft"))
        if structure.carried
        else phrase("pull {pull}", pull=Quantity(moved.start, "heft"))
    )
    return Finding(
        what=What.MOVING,
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
        cautions=cautions(structure, place),
    )


def cautions(structure: Structure, place: Place) -> tuple[str, ...]:
    """What can hurt someone while this pen is moved.

    Args: structure; place, with its movers.
    Returns: sentences.
    Source: common practice.
    """
    put_under = structure.axle is not None and structure.axle.put_under
    return (
        *CAUTIONS,
        *(JACKING if put_under else ()),
        *(TOWING if any(crew.drawbar_n for crew in place.movers) else ()),
    )


def _band(
    structure: Structure, weighed: Mass, place: Place, can: Strength, ratio: float
) -> tuple[tuple[float, float] | None, Phrase | None]:
    """What the verdict may be as the soil varies: only where the pull over it rules by much."""
    if structure.axle is None:
        low_mu = place.moving_ground.holding_mu / place.moving_ground.pulling_mu
        return (ratio, ratio / low_mu), phrase("less on ground that slides")
    soft, hard = (
        haul(structure, weighed, place.moving_ground, place.slope_percent, can, firmness=share)
        for share in CI_SPREAD
    )
    low, high = (min(tests_of(structure, moved, can, place).values()) for moved in (soft, hard))
    if high < WIDE * low:
        return None, None
    words = phrase(
        "start {hard} to {soft} as soil varies",
        hard=Quantity(hard.start, "heft"),
        soft=Quantity(soft.start, "heft"),
    )
    return (low, high), words


def _sentence(ruling: Task, ratio: float, work: Working, place: Place) -> Phrase:
    who = place.crew.label
    if ruling is Task.BUMP:
        return phrase(
            f"{who} can get a wheel over {{can}}; " + TURF_WORDS[place.turf] + " has {needs}",
            can=Quantity(work.known["bump"], "mm"),
            needs=Quantity(work.known["h_turf"], "mm"),
        )
    can, takes = work.known[f"can_{ruling}"], work.known[f"F_{ruling}"]
    if ratio < 1:
        return phrase(
            f"to {ruling.words} takes {{takes}}; {who} should not do over {{can}}",
            takes=Quantity(takes, "heft"),
            can=Quantity(can, "heft"),
        )
    return phrase(
        f"{who} can {ruling.words}: {{takes}} of {{can}}",
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
    riding = given_riding(work, structure)
    work.step("F_slope", "held back by the slope", f"(W{riding})*s/sqrt(1 + s**2)", "N")
    if structure.axle is None:
        work.given("mu", f"pulling friction, {ground.label}", ground.pulling_mu, "", ground.source)
        work.given("k", "first pull over steady pull", ground.first_pull, "", ground.source)
        work.step("F_start", "pull to start", "k*mu*W + F_slope", "N")
        work.step("F_keep", "pull to keep going", "mu*W + F_slope", "N")
    elif structure.front_axle is not None:
        two_axle_steps(work, structure, weighed, ground)
    else:
        one_axle_steps(work, structure, weighed, ground)
        _against(work, Task.LIFT, f"lift, hands {can.lift_zone}", can.lift_n)
        _against(work, Task.CARRY, f"carry, hands {can.carry_zone}", can.carry_n)
    _against(work, Task.START, "pull to start", can.start_n)
    _against(work, Task.KEEP, "pull to keep going", can.keep_n)
    if structure.axle is not None:
        work.step(
            "bump",
            "largest bump one wheel climbs from rest",
            "1000*r*(1 - 1/sqrt(1 + (max(0, can_start - F_slope)/N)**2))",
            "mm",
            "moments about the top of the bump",
        )
        work.given(
            "h_turf", f"bumps of {TURF_WORDS[place.turf]}", place.bump_mm, "mm", "a judgement, by your turf"
        )
        work.step("r_bump", "climbs over meets", "bump/h_turf")
    thrown = hardest_throw(structure, weighed)
    if thrown:
        throw_steps(work, structure, weighed, thrown[0])
        _against(work, Task.THROW, "throw a lever over, one of them", can.one_n)
    if moved.raised:
        raise_steps(work, structure, weighed, moved.raised)
        _against(work, Task.RAISE, f"with {WITH[moved.raised.by]}", moved.raised.can_n, moved.raised.source)
    return work


def _against(work: Working, task: Task, says: str, can_n: float, source: str = GUIDELINE) -> None:
    work.given(f"can_{task}", f"{says}: guideline", can_n, "N", source)
    work.step(f"r_{task}", "can over takes", f"can_{task}/max(F_{task}, 1)")
