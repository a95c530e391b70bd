"""What tears off first: doors, lids, flaps and tarps at twice the pressure on them, against their fixings."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from ergamot.core.frame.geometry import distance
from ergamot.core.frame.structure import Panel, Structure
from ergamot.core.units import G
from ergamot.core.weather.speed import AIR
from ergamot.core.weather.stability import Stability
from ergamot.core.weather.states import ROLLS, leaf_of
from ergamot.core.weather.surfaces import WindBody, surface_name

PEAK = 2.0  # pressure at an edge over that on the whole, lids and doors; common practice
FITTING_HOLDS_N = 600.0  # a hinge or latch on wood screws; common practice
FITTINGS = 4  # two hinges and two latches
EDGE_HOLDS_N_M = 500.0  # a tarp's edge stapled under a batten; common practice


@dataclass(frozen=True)
class Leaf:
    """Something that can be torn off: the gust at 10 m that does it (m/s), the pull in the keeper's gust (N).

    `lifts_ms` is the gust at which a level lid rises when its latches are not shut; None for what hangs.
    """

    role: str
    area_m2: float
    tears_ms: float
    pull_n: float
    lifts_ms: float | None


def leaves(structure: Structure, body: WindBody, stable: Stability, gust_ms: float) -> tuple[Leaf, ...]:
    """Doors, lids, flaps and tarps of a pen, the first to go first.

    Args: structure; body and stable, of it parked; gust_ms, the keeper's gust at 10 m, 0 to 60.
    Returns: Leaves by the gust that tears them, rising.
    Source: EN 1991-1-4 pressures × 2 locally; holds common practice.
    """
    hung = {panel.ref for one in structure.openings if one.person for panel in leaf_of(structure, one)}
    found = [
        leaf
        for panel in structure.standing
        if panel.solid and (panel.ref in hung or panel.covering in ROLLS)
        if (leaf := _leaf(panel, body, stable, gust_ms))
    ]
    return tuple(sorted(_worst_of_each(found), key=lambda leaf: leaf.tears_ms))


def _leaf(panel: Panel, body: WindBody, stable: Stability, gust_ms: float) -> Leaf | None:
    names = [surface.name for surface in body.surfaces]
    if surface_name(panel) not in names:
        return None
    index = names.index(surface_name(panel))
    suction = float(np.max(stable.loads.cpi[index] - stable.loads.cp[index]))
    if suction <= 0:
        return None
    per_q = PEAK * suction * panel.area_m2
    edge_m = sum(distance(a, b) for a, b in zip(panel.corners, panel.corners[1:], strict=False)) / 1000
    holds = EDGE_HOLDS_N_M * edge_m if panel.covering in ROLLS else FITTINGS * FITTING_HOLDS_N

    def gust(force: float) -> float:
        return math.sqrt(force / per_q / AIR) / stable.factor

    lid = panel.normal[2] > 0.5 and panel.covering not in ROLLS
    q = AIR * (gust_ms * stable.factor) ** 2
    return Leaf(panel.role, panel.area_m2, gust(holds), per_q * q, gust(panel.kg * G) if lid else None)


def _worst_of_each(found: list[Leaf]) -> list[Leaf]:
    """Strips of one tarp go together: the first of each name."""
    first: dict[str, Leaf] = {}
    for leaf in found:
        if leaf.role not in first or leaf.tears_ms < first[leaf.role].tears_ms:
            first[leaf.role] = leaf
    return list(first.values())
