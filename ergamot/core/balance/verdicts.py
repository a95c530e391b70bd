"""Space, Weight, Moving and Wind of one pen, for one flock, on one farm."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property, partial

from ergamot.core.balance.inside import with_inside
from ergamot.core.balance.room import Provision, provisions, told_of_water
from ergamot.core.balance.weight import judge_weight
from ergamot.core.catalogue import Catalogue, FloorNeed, pick
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.farm.season import in_season, told_of_season
from ergamot.core.finding import Finding, Phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.space import IN_HOUSE, INSIDE, judge_space
from ergamot.core.frame.mass import Mass, mass
from ergamot.core.frame.reach import out_of_reach, unreached
from ergamot.core.frame.structure import Structure
from ergamot.core.frame.usable import usable_floor_m2
from ergamot.core.gear.haul import Haul, usual_haul
from ergamot.core.gear.moving import judge_moving
from ergamot.core.strength.floors import told_of_steps
from ergamot.core.strength.standing import birds_of
from ergamot.core.strength.verdict import Strength, judge_strength
from ergamot.core.weather.body import wind_body
from ergamot.core.weather.holding import Grips, grips, parked
from ergamot.core.weather.leaves import leaves
from ergamot.core.weather.loads import Loads, wind_loads
from ergamot.core.weather.speed import local_factor
from ergamot.core.weather.threshold import Stability, Stands, as_grip_varies, thresholds
from ergamot.core.weather.verdict import judge_wind


@dataclass(frozen=True)
class Judged:
    """The four findings in the order they are always shown, and what they were found from: `floor` is Space by its floor alone; its mass, the
    move by the farm's own crew, the winds it stands, what its birds find in it. Weight is weighed when it is
    asked for: where it carries no grade, most who judge a pen never do."""

    space: Finding
    floor: Finding
    moving: Finding
    wind: Finding
    floor_m2: float
    mass: Mass
    moved: Haul
    stands: Stands
    provisions: tuple[Provision, ...]
    strength: Strength
    weigh: Callable[[], Finding]
    weighed: bool

    @cached_property
    def weight(self) -> Finding:
        return self.weigh()

    @property
    def everything(self) -> tuple[Finding, ...]:
        """The four and, behind them, how strong the frame is."""
        return (*self.findings, self.strength.finding)

    @property
    def graded(self) -> tuple[Finding, ...]:
        """Of everything, what carries a grade: Weight only against a figure of the keeper's own."""
        weight = (self.weight,) if self.weighed else ()
        return (self.space, *weight, self.moving, self.wind, self.strength.finding)

    @property
    def findings(self) -> tuple[Finding, Finding, Finding, Finding]:
        return (self.space, self.weight, self.moving, self.wind)


def floor_need(catalogue: Catalogue, structure: Structure, flock: Flock) -> FloorNeed:
    """What its birds need of a pen's floor: less where they range by day and only sleep in it.

    Args: catalogue; structure; flock.
    Returns: the FloorNeed.
    Raises: UnknownChoice.
    Source: needs from the catalogue.

    >>> floor_need(c, pen("coop"), broilers()).kind
    'broiler'
    """
    need = pick(catalogue.floor_needs, flock.strain.kind, "strain")
    return need.at_night if structure.ranges else need


def stands_of(
    structure: Structure, weighed: Mass, farm: FarmConditions, loads: Loads | None = None
) -> Stands:
    """How a pen stands in the wind, parked, on a farm.

    Args: structure; weighed, its mass; farm; loads, what the wind does to it, where that is known.
    Returns: the Stands.
    Raises: OutOfRange.
    Source: as `stability`.

    >>> stands_of(pen(), mass(pen()), farm()).poor.worst.least > 5
    True
    """
    loads = loads or wind_loads(wind_body(structure))
    return as_grip_varies(loads, _grips_of(structure, weighed, farm), _factor(loads, farm))


def on_poor_grip(structure: Structure, weighed: Mass, farm: FarmConditions) -> Stability:
    """How a pen stands in the wind, parked, on a farm, where its ground holds least.

    Args: structure; weighed, its mass; farm.
    Returns: the Stability.
    Raises: OutOfRange.
    Source: as `stands_of`.

    >>> on_poor_grip(pen(), mass(pen()), farm()).worst == stands_of(pen(), mass(pen()), farm()).poor.worst
    True
    """
    loads = wind_loads(wind_body(structure))
    return thresholds(loads, _grips_of(structure, weighed, farm).poor, _factor(loads, farm))


def _grips_of(structure: Structure, weighed: Mass, farm: FarmConditions) -> Grips:
    return grips(parked(structure, weighed, farm.holding_ground), farm.holding_ground)


def _factor(loads: Loads, farm: FarmConditions) -> float:
    return local_factor(loads.body.height_m, farm.exposure.roughness_m, farm.speed_up)


def judge(
    catalogue: Catalogue,
    structure: Structure,
    flock: Flock,
    farm: FarmConditions,
    loads: Loads | None = None,
) -> Judged:
    """Ask all four questions of a pen.

    Args: catalogue; structure; flock, the birds it is for; farm, its conditions; loads, what the wind does to it, where that
        is known.
    Returns: the Judged.
    Raises: OutOfRange, UnknownChoice.
    Source: as each finding.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.flock.flock import make_flock
    >>> from ergamot.core.frame.design import build, make_design
    >>> from ergamot.core.farm.conditions import make_conditions
    >>> c = load_catalogue()
    >>> f = make_flock(c, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    >>> j = judge(c, build(make_design(c, "low-pen", {}), c), f, make_conditions(c))
    >>> [finding.what.value for finding in j.findings]
    ['space', 'weight', 'moving', 'wind']
    """
    need = floor_need(catalogue, structure, flock)
    weighed = mass(structure)
    stands = stands_of(structure, weighed, farm, loads)
    inside = provisions(flock, need, structure.room)
    moved = usual_haul(catalogue, structure, weighed, farm, farm.crew)
    birds = birds_of(flock, need)
    strength = judge_strength(
        catalogue, structure, weighed, in_season(flock, farm), moved, birds, stands.usual
    )
    floor_m2 = usable_floor_m2(structure, 1000 * need.floor_head_m)
    floor = judge_space(
        flock,
        need,
        floor_m2,
        structure.head_room_mm / 1000,
        structure.body.floor_m2,
        IN_HOUSE if structure.ranges else INSIDE,
    )
    return Judged(
        space=with_inside(floor, inside, out_of_reach(structure)).saying(
            partial(_said_of_inside, structure, flock, farm, inside)
        ),
        floor=floor,
        moving=judge_moving(catalogue, structure, weighed, farm, moved),
        wind=judge_wind(stands, farm, leaves(structure, stands.poor, farm.design_gust_ms)),
        floor_m2=floor_m2,
        mass=weighed,
        moved=moved,
        stands=stands,
        provisions=inside,
        weigh=partial(judge_weight, catalogue, structure, weighed, flock, farm),
        weighed=farm.heaviest_kg is not None,
        strength=replace(
            strength, finding=strength.finding.saying(partial(_said_of_strength, structure, flock, farm))
        ),
    )


def _said_of_strength(structure: Structure, flock: Flock, farm: FarmConditions) -> tuple[Phrase, ...]:
    return (*told_of_steps(structure), *told_of_season(flock, farm))


def _said_of_inside(
    structure: Structure, flock: Flock, farm: FarmConditions, inside: tuple[Provision, ...]
) -> tuple[Phrase, ...]:
    """What its birds find in it, and what no arm gets at."""
    water = told_of_water(flock, structure, farm.hottest_c)
    return (*(one.words for one in inside), *water, *unreached(structure))
