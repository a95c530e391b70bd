"""Space, Weight, Moving and Wind of one pen, for one flock, on one farm."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ergamot.core.balance.room import Provision, provisions
from ergamot.core.catalogue import Catalogue, pick
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Finding
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.space import judge_space
from ergamot.core.frame.mass import Mass, judge_weight, mass
from ergamot.core.frame.reach import unreached
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.moving import judge_moving
from ergamot.core.strength.verdict import Strength, judge_strength
from ergamot.core.weather.body import wind_body
from ergamot.core.weather.resistance import parked, spread
from ergamot.core.weather.threshold import Stability, stability, thresholds
from ergamot.core.weather.verdict import judge_wind


@dataclass(frozen=True)
class Judged:
    """The four findings in the order they are always shown, and what they were found from."""

    space: Finding
    weight: Finding
    moving: Finding
    wind: Finding
    mass: Mass
    stability: Stability
    provisions: tuple[Provision, ...]
    strength: Strength

    @property
    def everything(self) -> tuple[Finding, ...]:
        """The four and, behind them, how strong the frame is."""
        return (*self.findings, self.strength.finding)

    @property
    def findings(self) -> tuple[Finding, Finding, Finding, Finding]:
        return (self.space, self.weight, self.moving, self.wind)


def judge(catalogue: Catalogue, structure: Structure, flock: Flock, farm: FarmConditions) -> Judged:
    """Ask all four questions of a pen.

    Args: catalogue; structure; flock, the birds it is for; farm, its conditions.
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
    need = pick(catalogue.floor_needs, flock.strain.kind, "strain")
    weighed = mass(structure)
    stable = stability(
        wind_body(structure),
        parked(structure, weighed, farm.holding_ground),
        farm.exposure.roughness_m,
        farm.speed_up,
    )
    least, most = (
        thresholds(stable.loads, held, stable.factor) for held in spread(stable.holding, farm.holding_ground)
    )
    inside = provisions(flock, need, structure.room)
    space = judge_space(
        flock,
        need,
        structure.floor_under_m2(1000 * need.floor_head_m),
        structure.head_room_mm / 1000,
        structure.body.floor_m2,
    )
    said = (*(one.words for one in inside), *unreached(structure))
    return Judged(
        space=replace(space, details=(*space.details, *said)),
        weight=judge_weight(structure, weighed, farm.heaviest_kg),
        moving=judge_moving(catalogue, structure, weighed, farm),
        wind=judge_wind(stable, farm, (least, most)),
        mass=weighed,
        stability=stable,
        provisions=inside,
        strength=judge_strength(catalogue, structure, weighed, farm),
    )
