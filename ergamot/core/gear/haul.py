"""One move of a pen: what must be lifted, carried, pulled and thrown, and what a crew can of it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import reduce

from ergamot.core.catalogue import Catalogue, Crew, Ground
from ergamot.core.farm.conditions import TURF_WORDS, FarmConditions
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.effort import CLIMBS, CLIMBS_AT_MOST
from ergamot.core.gear.moving_steps import (
    bump_steps,
    one_axle_steps,
    raise_steps,
    sinks,
    skid_steps,
    slope_steps,
    throw_steps,
    two_axle_steps,
)
from ergamot.core.gear.passing import clears_hump_mm
from ergamot.core.gear.people import (
    FARTHEST_M,
    GUIDELINE,
    KEEPS_FARTHER,
    MOST_LIFTED,
    MOST_PULLED,
    STARTS_FARTHER,
    TABLE_M,
    Able,
    Strength,
    strength,
)
from ergamot.core.gear.raising import WITH, Raising, hardest_throw, raising
from ergamot.core.gear.tasks import Task
from ergamot.core.working import Working

ROPE_HAND_M = 0.75  # a rope is pulled with the arms down; judgement: knuckle height of a grown person; may move: their pull is one
CI_SPREAD = (0.6, 1.5)  # soil on one day and one field, times the figure; judgement: rain alone halves it


@dataclass(frozen=True)
class Over:
    """What a crew can over what a task takes: of what is good to ask of them, and of the most."""

    good: float
    most: float

    def worse(self, other: Over) -> Over:
        """The less of two against each mark."""
        return Over(min(self.good, other.good), min(self.most, other.most))


@dataclass(frozen=True)
class Haul:
    """One move on one state of the ground, uphill, and what its crew can of it: all of it stands in `work`.

    Forces in N; `axle` is the load on the heavier pair of wheels; `throw` at a lever's handle; `raised`, putting wheels
    under; `bump`, m, the largest it gets over; `clears_mm`, the hump that passes under it. What the gear does not ask is 0 or
    None.
    """

    ground: Ground
    work: Working
    raised: Raising | None
    clears_mm: float | None

    @property
    def lift(self) -> float:
        return self.work.known.get("F_lift", 0.0)

    @property
    def carry(self) -> float:
        return self.work.known.get("F_carry", 0.0)

    @property
    def axle(self) -> float:
        return max(self.work.known.get("Q", 0.0), self.work.known.get("Q_f", 0.0))

    @property
    def start(self) -> float:
        return self.work.known["F_start"]

    @property
    def keep(self) -> float:
        return self.work.known["F_keep"]

    @property
    def throw(self) -> float | None:
        return self.work.known.get("F_throw")

    @property
    def bump(self) -> float | None:
        bump_mm = self.work.known.get("bump")
        return None if bump_mm is None else bump_mm / 1000

    @property
    def sinks(self) -> bool:
        return sinks(self.work)

    def over(self, farm: FarmConditions) -> Working:
        """The same on a farm's own turf: the working goes on to the bumps of it, and to its humps where they touch."""
        work = self.work.copy()
        if self.bump is not None:
            work.given(
                "h_turf",
                f"bumps of {TURF_WORDS[farm.turf]}",
                farm.bump_mm,
                "mm",
                "a judgement, by your turf",
            )
            work.by(CLIMBS)
            work.by(CLIMBS_AT_MOST)
        if self.clears_mm is not None and self.clears_mm < farm.hump_mm:
            work.given("h_clear", "hump that passes under it", self.clears_mm, "mm", "the frame")
            work.given("h_hump", "humps of your ground", farm.hump_mm, "mm", "your farm")
            work.step("r_hump", "passes under it over what there is", "h_clear/h_hump")
            work.given(
                "mu_h",
                f"friction of its rails, {self.ground.label}",
                self.ground.pulling_mu,
                "",
                self.ground.source,
            )
            work.step("F_hump", "dragged over it on its rails", "mu_h*W + F_slope", "N", "statics")
            work.step("s_hump", "the most over what that takes", "max(r_hump, most_start/F_hump)")
        return work


def haul(
    structure: Structure,
    weighed: Mass,
    ground: Ground,
    slope_percent: float,
    can: Strength,
    firmness: float = 1.0,
    far_m: float | None = None,
) -> Haul:
    """What moving the pen takes, uphill on the slope, timber fresh.

    Args: structure; weighed, its mass; ground; slope_percent, 0 to 25; can, the crew's strength; firmness, times
        the ground's cone index, 0.1 to 10; far_m, how far at a time, its own length where not given.
    Returns: the Haul.
    Source: moments about the axle; Wismer & Luth (1974); skid friction from the catalogue.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> from ergamot.core.frame.mass import mass
    >>> c = load_catalogue()
    >>> pen = build(make_design(c, "low-pen", {"gear": "skids"}), c)
    >>> moved = haul(pen, mass(pen), c.grounds["wet"], 0.0, movers_strength(c, pen, c.crews["man"]))
    >>> moved.lift, moved.start > moved.keep
    (0.0, True)
    """
    work = Working()
    slope_steps(work, structure, weighed, slope_percent)
    if structure.axle is None:
        skid_steps(work, ground)
    elif structure.front_axle is not None:
        two_axle_steps(work, structure, weighed, ground, firmness)
    else:
        one_axle_steps(work, structure, weighed, ground, firmness)
        _against(work, Task.LIFT, f"lift, hands {can.lift_zone}", can.lift)
        _against(work, Task.CARRY, f"carry, hands {can.carry_zone}", can.carry)
    _pulled(work, _own_length_m(structure) if far_m is None else far_m, can)
    if structure.axle is not None:
        bump_steps(work, structure)
    thrown = hardest_throw(structure, weighed)
    if thrown:
        throw_steps(work, structure, weighed, thrown[0])
        _against(work, Task.THROW, "throw a lever over, one of them", can.one)
    raised = raising(structure, weighed, can)
    if raised:
        raise_steps(work, structure, raised)
        _against(work, Task.RAISE, f"with {WITH[raised.by]}", raised.can, raised.source)
    return Haul(ground, work, raised, clears_hump_mm(structure))


def usual_haul(
    catalogue: Catalogue, structure: Structure, weighed: Mass, farm: FarmConditions, crew: Crew
) -> Haul:
    """What moving the pen takes on a farm's own ground and slope.

    Args: catalogue; structure; weighed, its mass; farm; crew, who moves it.
    Returns: the Haul.
    Source: as `haul`.

    >>> usual_haul(c, pen(), mass(pen()), farm(), c.crews["man"]).ground.key
    'wet'
    """
    can = movers_strength(catalogue, structure, crew)
    return haul(structure, weighed, farm.moving_ground, farm.slope_percent, can)


def _own_length_m(structure: Structure) -> float:
    return (structure.body.x[1] - structure.body.x[0]) / 1000


def _pulled(work: Working, far_m: float, can: Strength) -> None:
    """Pulling against both marks: the most falls with the way."""
    pulls = (
        (Task.START, "pull to start", can.start, STARTS_FARTHER),
        (Task.KEEP, "pull to keep going", can.keep, KEEPS_FARTHER),
    )
    if not can.drives:
        work.given("d", "pulled at a time", min(FARTHEST_M, max(TABLE_M, far_m)), "m", "to the next stop")
    for task, says, able, farther in pulls:
        if can.drives:
            _against(work, task, says, able)
            continue
        work.given(f"can_{task}", f"{says}: guideline", able.good, "N", GUIDELINE)
        work.given(f"near_{task}", f"{says}: most, over {TABLE_M} m", able.most, "N", MOST_PULLED)
        work.by(farther)
        work.step(f"most_{task}", "the most", f"max(can_{task}, {farther.symbol}*near_{task})", "N")
        _ratios(work, task)


def _against(work: Working, task: Task, says: str, can: Able, source: str = GUIDELINE) -> None:
    work.given(f"can_{task}", f"{says}: guideline", can.good, "N", source)
    beyond = MOST_LIFTED if can.most > can.good else "no more than that"
    work.given(f"most_{task}", f"{says}: the most", can.most, "N", beyond)
    _ratios(work, task)


def _ratios(work: Working, task: Task) -> None:
    work.step(f"r_{task}", "guideline over takes", f"can_{task}/max(F_{task}, 1)")
    work.step(f"s_{task}", "most over takes", f"most_{task}/max(F_{task}, 1)")


def ratios_of(work: Working) -> dict[Task, Over]:
    """What a crew can over what a move takes, for everything that is asked of them.

    Args: work, of a move over a farm's turf.
    Returns: ratios by task, those the gear has.
    Source: as `haul`.

    >>> low = pen()
    >>> moved = haul(low, mass(low), c.grounds["wet"], 0.0, movers_strength(c, low, c.crews["man"]))
    >>> sorted(ratios_of(moved.over(farm())))
    [<Task.BUMP: 'bump'>, <Task.CARRY: 'carry'>, <Task.KEEP: 'keep'>, <Task.LIFT: 'lift'>, <Task.START: 'start'>]
    """
    return {
        task: Over(work.known[f"r_{task}"], work.known[f"s_{task}"])
        for task in Task
        if f"r_{task}" in work.known
    }


def least_of(ratios: Mapping[Task, Over]) -> Over:
    """The least against each mark, whatever task it is of.

    Args: ratios, at least one.
    Returns: the Over.
    Source: as `haul`.

    >>> least_of({Task.START: Over(0.5, 1.2), Task.LIFT: Over(0.6, 0.9)})
    Over(good=0.5, most=0.9)
    """
    return reduce(Over.worse, ratios.values())


def ruling_of(ratios: Mapping[Task, Over]) -> Task:
    """What rules a move: what nobody can, where there is such a thing, else what is hardest against the guideline.

    Args: ratios, at least one.
    Returns: a Task.
    Source: as `haul`.

    >>> ruling_of({Task.START: Over(0.5, 1.2), Task.LIFT: Over(0.6, 0.9)})
    <Task.LIFT: 'lift'>
    """
    if min(over.most for over in ratios.values()) < 1:
        return min(ratios, key=lambda task: ratios[task].most)
    return min(ratios, key=lambda task: ratios[task].good)


def movers_strength(catalogue: Catalogue, structure: Structure, crew: Crew) -> Strength:
    """What a crew can do where this pen is taken hold of.

    Args: catalogue; structure; crew.
    Returns: the Strength.
    Raises: OutOfRange.
    Source: HSE INDG143 and L23.

    >>> movers_strength(c, pen(), c.crews["man"]).start.good
    200.0
    """
    return strength(catalogue, crew, structure.grip.z_mm / 1000 if structure.axle else ROPE_HAND_M)
