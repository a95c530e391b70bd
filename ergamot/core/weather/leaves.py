"""What tears off first: doors, lids, flaps and tarps at twice the pressure on them, against their fixings."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ergamot.core.frame.structure import Panel, Structure
from ergamot.core.units import G
from ergamot.core.weather.loads import SHEET_PUSH
from ergamot.core.weather.speed import GUST, GUST_AT_10_M, PRESSURE
from ergamot.core.weather.threshold import Stability

PEAK = 2.0  # pressure at an edge over that on the whole; EN 1991-1-4, 7.2: edge zones bear 1.5 to 2.5 times
# a new tarp's battened edge; judgement: staples tear out long before cloth
EDGE_HOLDS_N_M = {"light": 1000.0, "heavy": 2500.0}
AFTER_A_SEASON = 0.5  # of what new cloth holds; judgement: sun and flapping
HEAVY_CLOTH_KG_M2 = 0.4  # vinyl on a scrim; light is woven poly


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


def leaves(structure: Structure, stable: Stability, gust_ms: float) -> tuple[Leaf, ...]:
    """Doors, lids, flaps and tarps of a pen, the first to go first.

    Args: structure; stable, of it parked; gust_ms, the keeper's gust at 10 m, 0 to 60.
    Returns: Leaves by the gust that tears them, rising.
    Source: EN 1991-1-4 pressures × 2 locally; holds common practice.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.holding import Holding
    >>> from ergamot.core.weather.threshold import stability
    >>> coop = pen("coop", door_fill="solid")
    >>> stable = stability(wind_body(coop), Holding(60.0, (1.5, 0.0), 0.45), 0.03)
    >>> [one.role for one in leaves(coop, stable, 22.0)]
    ['person door', 'cleaning hatch']
    """
    hung = {one.ref for one in structure.openings if one.purpose.person}
    fittings_n: dict[str, float] = {}
    for item in structure.hardware:
        fittings_n[item.closes] = fittings_n.get(item.closes, 0.0) + item.holds_n
    cloth: dict[str, list[Panel]] = {}
    bent: dict[str, list[Panel]] = {}
    whole: list[list[Panel]] = []
    for panel in structure.standing:
        if panel.solid and panel.curved and panel.closes in hung:
            bent.setdefault(panel.closes, []).append(panel)
        elif panel.solid and panel.rolls:
            cloth.setdefault(panel.piece, []).append(panel)
        elif panel.solid and panel.closes in hung:
            whole.append([panel])
    found = [
        leaf
        for strips in (*cloth.values(), *bent.values(), *whole)
        if (leaf := _leaf(tuple(strips), fittings_n.get(strips[0].closes, 0.0), stable, gust_ms)) is not None
    ]
    return tuple(sorted(_worst_of_each(found), key=lambda leaf: leaf.tears_ms))


def _leaf(strips: tuple[Panel, ...], fittings_n: float, stable: Stability, gust_ms: float) -> Leaf | None:
    """One thing that goes as a whole: a leaf, or all strips of a cloth bent over the pen. From whichever side the wind
    pulls hardest on all of it together. `fittings_n` is what its hinges and latches bear."""
    at = {surface.ref: i for i, surface in enumerate(stable.loads.body.surfaces)}
    known = [panel for panel in strips if panel.ref in at]
    if not known:
        return None
    loads = stable.loads
    pulls = sum(
        np.maximum(
            0.0, -SHEET_PUSH.on(C=loads.cp[at[panel.ref]], I=loads.cpi[at[panel.ref]], A=panel.area_m2)
        )
        for panel in known
    )
    per_q = PEAK * float(np.max(pulls))
    if per_q <= 0:
        return None
    first = known[0]
    rolls = first.rolls
    cut_out = first.curved and first.closes  # it hangs by its ties and latches, not by its edges
    holds = cloth_holds_n(known) if rolls and not cut_out else fittings_n

    def gust(force: float) -> float:
        return GUST_AT_10_M.of(V_local=GUST.of(q=force / per_q), f=stable.factor)

    lid = first.normal[2] > 0.5 and not rolls
    q = PRESSURE.of(V_local=gust_ms * stable.factor)
    area, kg = sum(panel.area_m2 for panel in known), sum(panel.kg for panel in known)
    return Leaf(first.role, area, gust(holds), per_q * q, gust(kg * G) if lid else None)


def cloth_holds_n(strips: Sequence[Panel]) -> float:
    """What a tarp is held with: its two edges along the pen, battened, as they are after a season outdoors.

    Args: strips of one cloth.
    Returns: N.
    Source: common practice: 1.0 kN/m of battened edge light, 2.5 heavy, half of it after a season.

    >>> round(cloth_holds_n([one for one in pen("hoop").panels if one.rolls]))
    1763
    """
    xs = [corner[0] for panel in strips for corner in panel.corners]
    heavy = strips[0].kg_m2 >= HEAVY_CLOTH_KG_M2
    return 2 * (max(xs) - min(xs)) / 1000 * EDGE_HOLDS_N_M["heavy" if heavy else "light"] * AFTER_A_SEASON


def _worst_of_each(found: list[Leaf]) -> list[Leaf]:
    """Strips of one tarp go together: the first of each name."""
    first: dict[str, Leaf] = {}
    for leaf in found:
        if leaf.role not in first or leaf.tears_ms < first[leaf.role].tears_ms:
            first[leaf.role] = leaf
    return list(first.values())
