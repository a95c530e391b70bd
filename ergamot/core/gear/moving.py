"""The Moving verdict: this pen, these crews, this ground and slope, from picking up to keeping going."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import partial

from ergamot.core.catalogue import Catalogue
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Finding, Grade, Phrase, Rank, Telling, What, graded, phrase, rank_of
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.haul import (
    CI_SPREAD,
    Haul,
    Over,
    haul,
    least_of,
    movers_strength,
    ratios_of,
    ruling_of,
    usual_haul,
)
from ergamot.core.gear.passing import Stuck, sticks
from ergamot.core.gear.people import Strength
from ergamot.core.gear.tasks import Task
from ergamot.core.gear.telling import WHEN_IT_SINKS, told_of_task
from ergamot.core.units import G, Quantity
from ergamot.core.working import Working

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
WIDE = 1.05  # a narrower band is not worth telling; may move


@dataclass(frozen=True)
class _Move:
    """One move by the crew of a farm, and what they can of it."""

    farm: FarmConditions
    moved: Haul
    work: Working
    ratios: Mapping[Task, Over]
    least: Over
    stuck: Stuck | None

    @property
    def rank(self) -> Rank:
        return rank_of(self.least.good, self.least.most)


def judge_moving(
    catalogue: Catalogue,
    structure: Structure,
    weighed: Mass,
    farm: FarmConditions,
    moved: Haul | None = None,
) -> Finding:
    """Can everyone who must be able to move this pen do it on this ground?

    Args: catalogue; structure; weighed, its mass; farm, with crews, ground, slope and turf; moved, the move by its own crew,
        where that is known.
    Returns: the Moving finding, of the weakest of them; its ratio is the least of what is good to ask over what it
        takes, its least of the most that may be asked.
    Raises: OutOfRange.
    Source: HSE INDG143 and L23; Snook & Ciriello (1991); forces as `haul`.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> from ergamot.core.frame.mass import mass
    >>> from ergamot.core.farm.conditions import make_conditions
    >>> c = load_catalogue()
    >>> s = build(make_design(c, "low-pen", {}), c)
    >>> [judge_moving(c, s, mass(s), make_conditions(c, crew=crew)).verdict.value for crew in ("teenager", "man")]
    ['short', 'between']
    """
    stuck = sticks(structure, farm)
    moves = [
        _move(
            replace(farm, crew=crew),
            stuck,
            moved if moved and crew == farm.crew else usual_haul(catalogue, structure, weighed, farm, crew),
        )
        for crew in farm.movers
    ]
    hardest = min(moves, key=lambda move: move.rank)
    return Finding(
        what=What.MOVING,
        title="Moving",
        ratio=hardest.least.good,
        least=hardest.least.most,
        tell=partial(_telling, catalogue, structure, weighed, hardest),
        costs=partial(_cost, catalogue, structure, weighed, hardest.farm),
    )


def _move(farm: FarmConditions, stuck: Stuck | None, moved: Haul) -> _Move:
    work = moved.over(farm)
    if stuck is not None:
        work.given("b_has", "room there is on the way to the field", stuck.has_mm, "mm", "your farm")
        work.given("b_needs", "what it takes as it is hauled", stuck.needs_mm, "mm", "the frame")
        work.step(f"r_{stuck.task}", "room over what it takes", "b_has/b_needs")
        work.step(f"s_{stuck.task}", "the same: nobody's strength widens it", "b_has/b_needs")
    ratios = ratios_of(work)
    return _Move(farm, moved, work, ratios, least_of(ratios), stuck)


def _telling(catalogue: Catalogue, structure: Structure, weighed: Mass, move: _Move) -> Telling:
    farm, moved = move.farm, move.moved
    can = movers_strength(catalogue, structure, farm.crew)
    work = move.work.copy()
    for symbol, mark, says in (("ratio", "r", "against the guideline"), ("least", "s", "against the most")):
        names = ", ".join(f"{mark}_{name}" for name in move.ratios)
        work.step(symbol, f"{says}, the least of these rules", f"min({names})")
    band, band_words = _band(structure, weighed, farm, can, move.least.good)
    headline = (
        phrase("lift {lift}", lift=Quantity(moved.lift, "heft"))
        if structure.carried
        else phrase("pull {pull}", pull=Quantity(moved.start, "heft"))
    )
    grade = graded(move.least.good, move.least.most)
    return Telling(
        sentence=_sentence(move, grade, work),
        figure=headline,
        limit=phrase(
            "{who} easily: lift {lift}, start {start}, keep {keep}",
            who=farm.crew.label,
            lift=Quantity(can.lift.good, "heft"),
            start=Quantity(can.start.good, "heft"),
            keep=Quantity(can.keep.good, "heft"),
        ),
        working=work.steps,
        answer="least" if grade is Grade.SHORT else "ratio",
        details=(*_standing_by(farm, can), *_details(structure, catalogue, weighed, farm, can, moved)),
        band=band,
        band_words=band_words,
        cautions=cautions(structure, farm),
    )


def _sentence(move: _Move, grade: Grade, work: Working) -> Phrase:
    ruling = ruling_of(move.ratios)
    if move.stuck is not None and ruling is move.stuck.task:
        return move.stuck.words
    return told_of_task(ruling, grade, work, move.farm)


def _standing_by(farm: FarmConditions, can: Strength) -> tuple[Phrase, ...]:
    """Who can only look on while the others lift."""
    if not can.stand_by:
        return ()
    others = " and ".join(can.stand_by)
    return (
        phrase("of {who} {others} can only stand by when it is lifted", who=farm.crew.label, others=others),
    )


def _cost(catalogue: Catalogue, structure: Structure, weighed: Mass, farm: FarmConditions) -> Phrase:
    """What a hard move costs, and who beside them would make it easy."""
    costs = "tired backs put moves off; cheapest: "
    with_help = [
        crew
        for crew in catalogue.crews.values()
        if Counter(crew.people) > Counter(farm.crew.people) and not farm.crew.drawbar_n
    ]
    for crew in sorted(with_help, key=lambda one: len(one.people)):
        can = movers_strength(catalogue, structure, crew)
        moved = haul(structure, weighed, farm.moving_ground, farm.slope_percent, can)
        if min(over.good for over in ratios_of(moved.over(farm)).values()) >= 1:
            return phrase(costs + "{who} do it easily", who=crew.label)
    return phrase(f"{costs}less weight, or larger wheels")


def cautions(structure: Structure, farm: FarmConditions) -> tuple[str, ...]:
    """What can hurt someone while this pen is moved.

    Args: structure; farm, with its movers.
    Returns: sentences.
    Source: common practice.

    >>> cautions(pen(gear="skids"), farm())[-1]
    'Walking backwards, keep your heels clear of the frame.'
    """
    put_under = structure.axle is not None and structure.axle.put_under
    return (
        *CAUTIONS,
        *(JACKING if put_under else ()),
        *(TOWING if any(crew.drawbar_n for crew in farm.movers) else ()),
    )


def _band(
    structure: Structure, weighed: Mass, farm: FarmConditions, can: Strength, ratio: float
) -> tuple[tuple[float, float] | None, Phrase | None]:
    """What the verdict may be as the soil varies: only where the pull over it rules by much."""
    if structure.axle is None:
        low_mu = farm.moving_ground.holding_mu / farm.moving_ground.pulling_mu
        return (ratio, ratio / low_mu), phrase("less on ground that slides")
    soft, hard = (
        haul(structure, weighed, farm.moving_ground, farm.slope_percent, can, firmness=share)
        for share in CI_SPREAD
    )
    low, high = (min(over.good for over in ratios_of(moved.over(farm)).values()) for moved in (soft, hard))
    if high < WIDE * low:
        return None, None
    words = phrase(
        "start {hard} to {soft} as soil varies",
        hard=Quantity(hard.start, "heft"),
        soft=Quantity(soft.start, "heft"),
    )
    return (low, high), words


def _details(
    structure: Structure,
    catalogue: Catalogue,
    weighed: Mass,
    farm: FarmConditions,
    can: Strength,
    asked: Haul,
) -> tuple[Phrase, ...]:
    lines = []
    for key in ("dry", "wet"):
        ground = catalogue.grounds[key]
        usual = ground == farm.moving_ground
        moved = asked if usual else haul(structure, weighed, ground, farm.slope_percent, can)
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
            lines.append(phrase(f"{key}: the wheels sink; the pull will be more than shown: {WHEN_IT_SINKS}"))
    if structure.axle:
        lines.append(
            phrase(
                "the wheels carry {load} of the {rated} they are rated for",
                load=Quantity(moved.axle / G, "kg"),
                rated=Quantity(structure.axle.wheel.rated_kg * structure.axle.wheels, "kg"),
            )
        )
    return tuple(lines)
