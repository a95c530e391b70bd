"""A pen, its birds and its farm, with what is worked out of them for more than one verdict."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from functools import cached_property, partial

from ergamot.core.balance.room import Provision, provisions
from ergamot.core.catalogue import Catalogue, FloorNeed, pick
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.farm.season import in_season, told_of_season
from ergamot.core.finding import Finding, Phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.space import IN_HOUSE, INSIDE, judge_space
from ergamot.core.frame.mass import Mass, mass
from ergamot.core.frame.structure import Structure
from ergamot.core.frame.usable import usable_floor_m2
from ergamot.core.gear.haul import Haul, usual_haul
from ergamot.core.strength.floors import told_of_steps
from ergamot.core.strength.standing import birds_of
from ergamot.core.strength.verdict import Strength, judge_strength
from ergamot.core.weather.body import wind_body
from ergamot.core.weather.holding import Grips, grips, parked
from ergamot.core.weather.loads import Loads, wind_loads
from ergamot.core.weather.speed import local_factor
from ergamot.core.weather.threshold import Stability, Stands, as_grip_varies, thresholds


@dataclass(frozen=True)
class Case:
    """A pen, for a flock, on a farm, as every verdict is asked of it; `loads` is what the wind does to it, where that is known.

    Figures that more than one verdict needs are worked out when they are first asked for, and once: `floor` is Space by its
    floor alone.
    """

    catalogue: Catalogue = field(repr=False)
    structure: Structure
    flock: Flock
    farm: FarmConditions
    loads: Loads | None = None

    @cached_property
    def need(self) -> FloorNeed:
        return floor_need(self.catalogue, self.structure, self.flock)

    @cached_property
    def mass(self) -> Mass:
        return mass(self.structure)

    @cached_property
    def stands(self) -> Stands:
        return stands_of(self.structure, self.mass, self.farm, self.loads)

    @cached_property
    def provisions(self) -> tuple[Provision, ...]:
        return provisions(self.flock, self.need, self.structure.room)

    @cached_property
    def moved(self) -> Haul:
        """Return the move by the farm's own crew."""
        return usual_haul(self.catalogue, self.structure, self.mass, self.farm, self.farm.crew)

    @cached_property
    def floor_m2(self) -> float:
        return usable_floor_m2(self.structure, 1000 * self.need.floor_head_m)

    @cached_property
    def floor(self) -> Finding:
        return judge_space(
            self.flock,
            self.need,
            self.floor_m2,
            self.structure.head_room_mm / 1000,
            self.structure.body.floor_m2,
            IN_HOUSE if self.structure.ranges else INSIDE,
        )

    @cached_property
    def strength(self) -> Strength:
        found = judge_strength(
            self.catalogue,
            self.structure,
            self.mass,
            in_season(self.flock, self.farm),
            self.moved,
            birds_of(self.flock, self.need),
            self.stands.usual,
        )
        said = partial(_said_of_strength, self.structure, self.flock, self.farm)
        return replace(found, finding=found.finding.saying(said))


def _said_of_strength(structure: Structure, flock: Flock, farm: FarmConditions) -> tuple[Phrase, ...]:
    return (*told_of_steps(structure), *told_of_season(flock, farm))


def floor_need(catalogue: Catalogue, structure: Structure, flock: Flock) -> FloorNeed:
    """Find what its birds need of a pen's floor: less where they range by day and only sleep in it.

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
    """Work out how a pen stands in the wind, parked, on a farm.

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
    """Work out how a pen stands in the wind, parked, on a farm, where its ground holds least.

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
