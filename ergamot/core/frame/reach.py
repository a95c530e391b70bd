"""Can a person get at every bird and every egg? Arms through openings, or walking and crouching in."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import Covers, Space
from ergamot.core.frame.structure import Opening, Structure, Zone
from ergamot.core.units import Quantity

ARM_MM = 750.0  # from the edge of an opening; judgement: a small adult's arm, the shoulder leaning in
LEAST_OPENING_MM = (350.0, 350.0)  # for arm and shoulder in a coat; judgement
EGG_OPENING_MM = (200.0, 150.0)  # a hand with an egg in it; judgement
WALK_MM = (600.0, 1750.0)  # wide, high; judgement: a grown person goes in with a bent neck and a bucket
CROUCH_MM = (500.0, 1200.0)  # wide, high enough to go in bent; judgement
STEP_OVER_MM = 350.0  # sill of a door a person goes in by
GRID = 6  # places a zone is sampled at, each way
BIRD_MM = 150.0  # a bird is held this far over its floor


@dataclass(frozen=True)
class Reached:
    """How a zone is reached: `way` in words, how far past an arm its worst place lies, mm, where that is, the share of its
    places that lie past one, and these."""

    zone: Zone
    way: str
    beyond_mm: float
    worst: Point = (0.0, 0.0, 0.0)
    share: float = 0.0
    past: tuple[Point, ...] = ()

    @property
    def reached(self) -> bool:
        return self.beyond_mm <= 0


def reach(structure: Structure) -> tuple[Reached, ...]:
    """For every zone a bird or an egg can be in, whether a person reaches all of it.

    Args: structure.
    Returns: one Reached for each zone; beyond_mm is infinite where no opening leads to it.
    Source: common practice: arm 0.75 m through 0.35 × 0.35 m, crouching under 1.2 m, walking in.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> [(one.zone.name, one.way) for one in reach(build(make_design(c, "hoop", {}), c))]
    [('run', 'crouching in')]
    """
    return tuple(_reach(structure, zone) for zone in structure.zones)


def unreached(structure: Structure) -> tuple[Phrase, ...]:
    """What no arm gets to, in words.

    Args: structure.
    Returns: a phrase for each zone not reached whole; none when all are.
    Source: as reach.

    >>> len(unreached(pen("coop")))
    1
    """
    found = []
    for one in out_of_reach(structure):
        if math.isinf(one.beyond_mm):
            found.append(phrase(f"no opening lets a person into the {one.zone.name}"))
        else:
            found.append(
                phrase(
                    f"the far corner of the {one.zone.name} lies {{beyond}} past an arm's reach",
                    beyond=Quantity(one.beyond_mm, "about"),
                )
            )
    return tuple(found)


def out_of_reach(structure: Structure) -> tuple[Reached, ...]:
    """Zones a person does not get at whole. Birds a catch board drives to the near end of a run are got at there.

    Args: structure.
    Returns: one Reached for each, none when all are.
    Source: as reach.

    >>> [one.zone.name for one in out_of_reach(pen("coop"))]
    ['house']
    """
    penned = any(panel.part is Covers.CATCH_BOARD for panel in structure.panels)
    return tuple(
        one
        for one in reach(structure)
        if not one.reached and not (penned and one.zone.space is Space.RUN and not math.isinf(one.beyond_mm))
    )


def _reach(structure: Structure, zone: Zone) -> Reached:
    ways = _ways(structure, zone)
    entered = _entered(zone, ways)
    if entered:
        return Reached(zone, entered, 0.0)
    least = EGG_OPENING_MM if zone.space is Space.NESTS else LEAST_OPENING_MM
    arms = [way for way in ways if way.clear_mm[0] >= least[0] and way.clear_mm[1] >= least[1]]
    if not arms:
        return Reached(zone, "no way in", math.inf, _places(zone)[0], 1.0, tuple(_places(zone)))
    places = _places(zone)
    away = np.min([_away(np.array(places), way) for way in arms], axis=0).tolist()
    worst, place = max(zip(away, places, strict=True))
    past = tuple(one for far, one in zip(away, places, strict=True) if far > ARM_MM)
    return Reached(zone, "an arm", max(0.0, worst - ARM_MM), place, len(past) / len(places), past)


def _ways(structure: Structure, zone: Zone) -> list[Opening]:
    """What leads into a zone from outside, and from another a person gets into from there."""
    ways = [
        one for one in structure.openings if one.purpose.person and zone.space in (one.inside, one.outside)
    ]
    outer = [one for one in ways if one.outside is Space.OPEN]
    if len(outer) == len(ways):
        return ways
    within = {
        other.space
        for other in structure.zones
        if other.space is not zone.space
        and _entered(
            other,
            [
                one
                for one in structure.openings
                if one.purpose.person and one.inside is other.space and one.outside is Space.OPEN
            ],
        )
    }
    return outer + [one for one in ways if {one.inside, one.outside} & within]


def _entered(zone: Zone, ways: list[Opening]) -> str:
    """How a person gets into a zone by any of some ways, in words; nothing where they do not."""
    tall = zone.z[1] - zone.z[0]
    for (wide, high), words in ((WALK_MM, "walking in"), (CROUCH_MM, "crouching in")):
        if tall >= high and any(_lets_in(way, wide, high) for way in ways):
            return words
    return ""


def _lets_in(way: Opening, wide: float, high: float) -> bool:
    sill = min(corner[2] for corner in way.corners)
    return way.clear_mm[0] >= wide and way.clear_mm[1] >= high and sill <= STEP_OVER_MM


def _places(zone: Zone) -> list[Point]:
    z = min(zone.z[0] + BIRD_MM, zone.z[1])
    share = [i / (GRID - 1) for i in range(GRID)]
    return [
        (zone.x[0] + (zone.x[1] - zone.x[0]) * i, zone.y[0] + (zone.y[1] - zone.y[0]) * j, z)
        for i in share
        for j in share
    ]


def _away(places: np.ndarray, way: Opening) -> np.ndarray:
    """From each of some places (n, 3) to the nearest point of an opening's box (n,), mm."""
    low, high = np.min(way.corners, axis=0), np.max(way.corners, axis=0)
    gaps = np.maximum(0.0, np.maximum(low - places, places - high))
    return np.asarray(np.linalg.norm(gaps, axis=1))
