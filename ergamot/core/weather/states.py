"""The same pen in its other states: doors open, a side rolled up, birds inside, under snow, on its wheels."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.growth import mass_kg
from ergamot.core.frame.kinds import Item, Space
from ergamot.core.frame.mass import Mass, mass
from ergamot.core.frame.structure import Opening, Panel, Structure
from ergamot.core.weather.body import wind_body
from ergamot.core.weather.holding import Holding, parked
from ergamot.core.weather.snow import snow_kg
from ergamot.core.weather.threshold import Stability, Stands, stability, stands_on

# a tyre across, and along; Wong, Theory of Ground Vehicles: wet earth 0.4 to 0.55, unmade road 0.05
SCRUB_MU, ROLLING = 0.5, 0.05


@dataclass(frozen=True)
class WindState:
    """One state a pen stands in: its name, what it comes to as its anchors are told to hold, and as grip varies."""

    key: str
    label: str
    stable: Stability
    stands: Stands


def states(structure: Structure, flock: Flock, farm: FarmConditions) -> tuple[WindState, ...]:
    """A pen as it stands in every state that changes how the wind takes it; parked and shut first.

    Args: structure; flock, for the weight of birds on floors; farm, its ground, land and snow.
    Returns: the WindStates.
    Raises: OutOfRange.
    Source: as `stability`; snow as `snow_kg`.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.flock.flock import make_flock
    >>> from ergamot.core.frame.design import build, make_design
    >>> from ergamot.core.farm.conditions import make_conditions
    >>> c = load_catalogue()
    >>> f = make_flock(c, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    >>> [one.key for one in states(build(make_design(c, "low-pen", {}), c), f, make_conditions(c))]
    ['parked', 'open-1', 'snow']
    """
    weighed = mass(structure)
    return tuple(_judged(each, farm) for each in _variants(structure, weighed, flock, farm))


@dataclass(frozen=True)
class _Variant:
    """How a pen stands in one state: what meets the wind, what holds it, the gap under its rails."""

    key: str
    label: str
    standing: Structure
    holding: Holding
    gap_m: float | None = None


def _judged(one: _Variant, farm: FarmConditions) -> WindState:
    body = wind_body(one.standing, one.gap_m)
    stable = stability(body, one.holding, farm.exposure.roughness_m, farm.speed_up)
    on_rails = one.holding.rolling is None or one.holding.wheels is not None
    stands = stands_on(stable, farm.holding_ground) if on_rails else Stands(stable, stable, stable)
    return WindState(one.key, one.label, stable, stands)


def _variants(structure: Structure, weighed: Mass, flock: Flock, farm: FarmConditions) -> Iterator[_Variant]:
    shut = parked(structure, weighed, farm.holding_ground)
    yield _Variant("parked", "parked and shut, birds out", structure, shut)
    for i, opening in enumerate((one for one in structure.openings if one.purpose.person), start=1):
        yield _Variant(f"open-{i}", f"{opening.leaf} open", opened(structure, opening), shut)
    for side, word in ((-1, "right"), (1, "left")):
        rolled = rolled_up(structure, side)
        if rolled is not structure:
            yield _Variant(f"rolled-{word}", f"{word} side rolled up", rolled, shut)
    housed = next((zone for zone in structure.zones if zone.space is Space.HOUSE), None)
    if housed:
        birds = flock.placed * mass_kg(flock.strain, flock.out_day)
        yield _Variant(
            "birds-in", "birds in the house", structure, _with(shut, birds, _middle(housed.x, housed.y))
        )
    snow, centre = snow_kg(structure, farm.snow_mm / 1000, farm.snow_kg_m3, farm.wet_snow)
    if snow > 0:
        yield _Variant("snow", "snow on the roof", structure, _with(shut, snow, centre))
    if structure.axle is not None and structure.axle.rise_mm and not structure.gap_mm:
        yield _raised(structure, weighed)


def _middle(x: tuple[float, float], y: tuple[float, float]) -> tuple[float, float]:
    return sum(x) / 2000, sum(y) / 2000


def _with(holding: Holding, kg: float, at: tuple[float, float]) -> Holding:
    """The same with a weight put in it."""
    whole = holding.mass_kg + kg
    x, y = ((holding.mass_kg * a + kg * b) / whole for a, b in zip(holding.centre_m, at, strict=True))
    return replace(holding, mass_kg=whole, centre_m=(x, y))


def _raised(structure: Structure, weighed: Mass) -> _Variant:
    """On its tyres at the rear, and at the front on tyres or on the front of its rails."""
    axle, front = structure.axle, structure.front_axle
    assert axle is not None
    wheel = next(item for item in structure.hardware if item.item in (Item.WHEEL, Item.LOOSE_WHEEL))
    out = abs(wheel.place[1])
    ahead = front.x_mm if front else max(x for x, _ in structure.contacts)
    at = out if front else structure.body.y[1]
    contacts = ((axle.x_mm, -out), (ahead, -at), (ahead, at), (axle.x_mm, out))
    height = structure.mean_height_mm + axle.rise_mm / (1 if front else 2)
    x, y, _ = weighed.dry_centre
    holding = Holding(weighed.dry_kg, (x / 1000, y / 1000), SCRUB_MU, ROLLING if front else None)
    for one in (axle, front):
        if one and one.rides_kg:
            holding = _with(holding, one.rides_kg, (one.x_mm / 1000, 0.0))
    standing = replace(structure, contacts=contacts, mean_height_mm=height)
    return _Variant("raised", "raised on its wheels", standing, holding, axle.rise_mm / 1000)


def leaf_of(structure: Structure, opening: Opening) -> tuple[Panel, ...]:
    """The panels that close an opening.

    Args: structure; opening of it.
    Returns: panels, none when it is not hung.
    Source: common practice.

    >>> coop = pen("coop")
    >>> len(leaf_of(coop, coop.openings[0]))
    1
    """
    return tuple(panel for panel in structure.panels if panel.closes == opening.ref)


def opened(structure: Structure, opening: Opening) -> Structure:
    """A structure with what closes an opening swung out of the way.

    Args: structure; opening of it.
    Returns: a Structure: air passes where the leaf was.
    Source: common practice: the leaf itself hangs clear and is left out.

    >>> coop = pen("coop")
    >>> len(opened(coop, coop.openings[0]).panels) == len(coop.panels)
    True
    """
    gone = {panel.ref for panel in leaf_of(structure, opening)}
    panels = tuple(
        replace(panel, solidity=0.0, backed_m2=0.0, under=False) if panel.ref in gone else panel
        for panel in structure.panels
    )
    return replace(structure, panels=panels)


def rolled_up(structure: Structure, side: int) -> Structure:
    """A structure with the tarp of one side rolled up; the same object when it has none.

    Args: structure; side, −1 to 1: the right or the left.
    Returns: a Structure; mesh that lay under the tarp stands free.
    Source: common practice: the lower half is rolled, to half its height on that side.

    >>> low = pen()
    >>> rolled_up(low, 1) is low
    True
    """
    half = structure.body.z[1] / 2
    gone = {
        panel.ref
        for panel in structure.panels
        if panel.rolls and panel.normal[1] * side > 0.1 and panel.centre[2] < half
    }
    if not gone:
        return structure
    faces = {panel.face for panel in structure.panels if panel.ref in gone}
    panels = tuple(
        replace(panel, under=False) if panel.under and panel.face in faces else panel
        for panel in structure.panels
        if panel.ref not in gone
    )
    return replace(structure, panels=panels)
