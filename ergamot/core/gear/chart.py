"""Everything a keeper asks of moving: each state of the ground, each mover, turning, humps, the way to the field."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Crew, Ground
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Grade, graded
from ergamot.core.frame.kinds import Space
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.carried import CARRY_M
from ergamot.core.gear.effort import front_load_n, lift_of
from ergamot.core.gear.haul import (
    CI_SPREAD,
    Haul,
    Over,
    haul,
    least_of,
    movers_strength,
    ratios_of,
    ruling_of,
)
from ergamot.core.gear.passing import clears_hump_mm
from ergamot.core.gear.people import recommended_n
from ergamot.core.gear.raising import Raising
from ergamot.core.gear.tasks import Task
from ergamot.core.units import G

HANDS_CM = 30.0  # ahead of the ankles, a handle held at the sides; judgement: of a load carried close
# a tyre turned on the spot or pushed across; Wong, Theory of Ground Vehicles: wet earth 0.4 to 0.55
SCRUB_MU = 0.5
PASSAGE_SPARE_MM = 100.0  # on each side, to get through without scraping; judgement: wished for, never asked


@dataclass(frozen=True)
class OnGround:
    """A move on one state of the ground: uphill, level and downhill (N, below 0 it must be held back)."""

    ground: Ground
    up: Haul
    start_level: float
    keep_level: float
    keep_down: float
    across: float
    start_low: float
    start_high: float


@dataclass(frozen=True)
class Mover:
    """Who could move it: the least of what they can over what it takes, and what rules."""

    crew: Crew
    over: Over
    ruling: Task

    @property
    def grade(self) -> Grade:
        return graded(self.over.good, self.over.most)


@dataclass(frozen=True)
class MovingChart:
    """A pen on the move. Forces N, lengths m; None where the gear has no such thing."""

    grounds: tuple[OnGround, ...]
    movers: tuple[Mover, ...]
    lift_full: float
    lift_birds: float
    niosh_n: float | None
    balance_x: float | None
    swing_radius: float
    turn_force: float
    clears_hump: float | None
    passage_width: float
    raised: Raising | None


def moving_chart(
    catalogue: Catalogue, structure: Structure, weighed: Mass, farm: FarmConditions, birds_kg: float
) -> MovingChart:
    """What moving a pen takes in all conditions, and who could do it.

    Args: catalogue; structure; weighed, its mass; farm; birds_kg that ride in its house, 0 or more.
    Returns: the MovingChart.
    Raises: OutOfRange.
    Source: as `haul`; NIOSH (1994); statics of turning about the axle.

    >>> low = pen()
    >>> round(moving_chart(c, low, mass(low), farm(), 20.0).passage_width, 2)
    2.36
    """
    can = movers_strength(catalogue, structure, farm.crew)
    level = haul(structure, weighed, farm.moving_ground, 0.0, can)
    own = [(weighed.fresh_kg, weighed.fresh_centre[0])]
    clears = clears_hump_mm(structure)
    return MovingChart(
        grounds=tuple(
            _on(structure, weighed, ground, farm, catalogue) for ground in catalogue.grounds.values()
        ),
        movers=movers(catalogue, structure, weighed, farm),
        lift_full=lift_of(structure, [*own, *((one.kg, one.place[0]) for one in structure.contents)]),
        lift_birds=lift_of(structure, [*own, *_riding(structure, birds_kg)]),
        niosh_n=_niosh(structure) if structure.carried and not farm.crew.drawbar_n else None,
        balance_x=_balance(structure, weighed, can.lift.good) if structure.carried else None,
        swing_radius=_swing(structure),
        turn_force=turning_n(structure, weighed, farm.moving_ground, level.keep),
        clears_hump=None if clears is None else clears / 1000,
        passage_width=structure.hauled_size.wide_mm / 1000,
        raised=level.raised,
    )


def movers(
    catalogue: Catalogue, structure: Structure, weighed: Mass, farm: FarmConditions
) -> tuple[Mover, ...]:
    """Who could move a pen on a farm's ground.

    Args: catalogue; structure; weighed, its mass; farm, for its ground, slope and turf.
    Returns: a Mover for each crew of the catalogue, as they stand in it.
    Raises: OutOfRange.
    Source: as `haul`.

    >>> low = pen()
    >>> [one.crew.key for one in movers(c, low, mass(low), farm())][0]
    'man'
    """
    return tuple(_mover(catalogue, structure, weighed, farm, crew) for crew in catalogue.crews.values())


def _on(
    structure: Structure, weighed: Mass, ground: Ground, farm: FarmConditions, catalogue: Catalogue
) -> OnGround:
    can = movers_strength(catalogue, structure, farm.crew)
    up = haul(structure, weighed, ground, farm.slope_percent, can)
    level = haul(structure, weighed, ground, 0.0, can)
    slope = up.keep - level.keep
    if structure.axle is None:
        low, high = (level.start * share for share in (ground.holding_mu / ground.pulling_mu, 1.0))
    else:
        low, high = (
            haul(structure, weighed, ground, 0.0, can, firmness=share).start for share in CI_SPREAD[::-1]
        )
    return OnGround(
        ground=ground,
        up=up,
        start_level=level.start,
        keep_level=level.keep,
        keep_down=level.keep - slope,
        across=slope,
        start_low=low,
        start_high=high,
    )


def _mover(
    catalogue: Catalogue, structure: Structure, weighed: Mass, farm: FarmConditions, crew: Crew
) -> Mover:
    can = movers_strength(catalogue, structure, crew)
    moved = haul(structure, weighed, farm.moving_ground, farm.slope_percent, can)
    ratios = ratios_of(moved.over(farm))
    return Mover(crew, least_of(ratios), ruling_of(ratios))


def _riding(structure: Structure, birds_kg: float) -> list[tuple[float, float]]:
    house = next((zone for zone in structure.zones if zone.space is Space.HOUSE), None)
    return [(birds_kg, sum(house.x) / 2)] if house else []


def _niosh(structure: Structure) -> float:
    height = structure.grip.z_mm / 10
    return recommended_n(HANDS_CM, min(175.0, height), max(0.0, CARRY_M * 100 - height))


def _balance(structure: Structure, weighed: Mass, can_lift: float) -> float | None:
    """Where the axle would have to stand for a lift the mover can do: (W·x_cg − L·x_hand)/(W − L)."""
    weight = weighed.fresh_kg * G
    if weight <= can_lift:
        return None
    return (weight * weighed.fresh_centre[0] - can_lift * structure.grip.x_mm) / (weight - can_lift) / 1000


def _swing(structure: Structure) -> float:
    """What the far end sweeps when it turns about its axle, a skidded pen about its middle, or one that steers in
    its tightest circle."""
    (low, high), half = structure.body.x, structure.body.y[1]
    if structure.axle is None:
        return math.hypot((high - low) / 2, half) / 1000
    reach = max(structure.grip.x_mm, high)
    front = structure.front_axle
    if front is not None and front.turns_deg:
        # Both axles point at one middle; what is furthest from it is the outer front corner
        inside = (front.x_mm - structure.axle.x_mm) / math.tan(math.radians(front.turns_deg))
        return math.hypot(high - structure.axle.x_mm, inside + half) / 1000
    return math.hypot(reach - structure.axle.x_mm, half) / 1000


def turning_n(structure: Structure, weighed: Mass, ground: Ground, rolling_n: float) -> float:
    """Side force at the hands that turns a pen where it stands.

    Args: structure; weighed, its mass; ground; rolling_n, what keeps it rolling on the level.
    Returns: N. Skids turn about their middle, friction at a quarter of their length on the average, pulled at an end.
        On one axle each tyre is turned on the spot and one side rolls back as the other rolls on. On two axles the
        front tyres are pushed across, or spun on the spot by a drawbar where they steer.
    Source: statics; a tyre turned on the spot takes μ·N·b/4.

    >>> low = pen(gear="skids")
    >>> round(turning_n(low, mass(low), c.grounds["wet"], 0.0) / mass(low).fresh_kg / 9.81, 3)
    0.275
    """
    weight = weighed.fresh_kg * G
    axle, front = structure.axle, structure.front_axle
    if axle is None:
        return ground.pulling_mu * weight / 2
    arm = (structure.grip.x_mm - axle.x_mm) / 1000
    if front is not None:
        apart = (front.x_mm - axle.x_mm) / 1000
        carried = front_load_n(structure, weighed)
        if front.turns_deg:
            drawbar = (structure.grip.x_mm - front.x_mm) / 1000
            load = max(carried, 0.0) + front.rides_kg * G
            return SCRUB_MU * load * front.wheel.width_mm / 1000 / 4 / drawbar
        return SCRUB_MU * max(carried, 0.0) * apart / arm
    load = weight - lift_of(structure, [(weighed.fresh_kg, weighed.fresh_centre[0])])
    wide = (structure.body.y[1] - structure.body.y[0]) / 1000
    spun = SCRUB_MU * load * axle.wheel.width_mm / 1000 / 4
    return (spun + rolling_n * wide / 2) / arm
