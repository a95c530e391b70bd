"""What tears off first: doors, lids, flaps and tarps at twice the pressure on them, against what holds them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ergamot.core.finding import Rank, rank_of
from ergamot.core.frame.structure import Panel, Structure
from ergamot.core.units import G
from ergamot.core.weather.cloth import AFTER_A_SEASON, BATTENED_N_M, GROMMET_N, Hold, cloth_holds
from ergamot.core.weather.loads import SHEET_PUSH, Loads
from ergamot.core.weather.speed import GUST, GUST_AT_10_M, PRESSURE
from ergamot.core.weather.threshold import Stability
from ergamot.core.working import Working

PEAK = 2.0  # pressure at an edge over that on the whole; EN 1991-1-4, 7.2: edge zones bear 1.5 to 2.5 times


@dataclass(frozen=True)
class Leaf:
    """Something that can be torn off: the gust at 10 m that does it (m/s), the pull in the keeper's gust (N).

    `new_ms` is the gust that tears it while its cloth is new, `lifts_ms` that at which a level lid rises when its latches are not
    shut; None for what hangs. `pull_m2` is what pulls it for each Pa, edges counted double; `hold` what holds its cloth,
    `fittings_n` what its hinges and latches bear, where it hangs on them.
    """

    role: str
    area_m2: float
    tears_ms: float
    new_ms: float
    pull_n: float
    lifts_ms: float | None
    pull_m2: float
    hold: Hold | None
    fittings_n: float | None

    def rank(self, gust_ms: float) -> Rank:
        """How it stands against a gust at 10 m: good as it is after a season, the least as it is new."""
        return rank_of(self.tears_ms / gust_ms, self.new_ms / gust_ms)


def leaves(structure: Structure, stable: Stability, gust_ms: float) -> tuple[Leaf, ...]:
    """Find the doors, lids, flaps and tarps of a pen, the first to go first.

    Args: structure; stable, of it parked; gust_ms, the keeper's gust at 10 m, above 0 to 60.
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
    fittings: dict[str, float] = {}
    for item in structure.hardware:
        fittings[item.closes] = fittings.get(item.closes, 0.0) + item.holds_n
    cloth, whole = _whole_ones(structure, hung)
    at = {surface.ref: i for i, surface in enumerate(stable.loads.body.surfaces)}
    holds = cloth_holds(structure, cloth) if cloth else {}
    found = []
    for name, strips in (*cloth.items(), *whole.items()):
        known = [panel for panel in strips if panel.ref in at]
        per_q = _pull_m2(known, stable.loads, at) if known else 0.0
        if per_q > 0:
            closes = strips[0].closes
            bears = fittings.get(closes, 0.0) if closes in hung else None
            found.append(_leaf(known, holds.get(name), bears, per_q, stable, gust_ms))
    return tuple(sorted(_worst_of_each(found), key=lambda leaf: leaf.tears_ms))


def _whole_ones(
    structure: Structure, hung: set[str]
) -> tuple[Mapping[str, list[Panel]], Mapping[str, list[Panel]]]:
    """What goes as a whole: all strips of each cloth; each leaf that hangs, all strips of one cut out of a bent side."""
    cloth: dict[str, list[Panel]] = {}
    whole: dict[str, list[Panel]] = {}
    for panel in structure.standing:
        if not panel.solid:
            continue
        if panel.curved and panel.closes in hung:  # cut out, it hangs by its ties and latches
            whole.setdefault(panel.closes, []).append(panel)
        elif panel.rolls:
            cloth.setdefault(panel.piece, []).append(panel)
        elif panel.closes in hung:
            whole[panel.ref] = [panel]
    return cloth, whole


def _pull_m2(strips: Sequence[Panel], loads: Loads, at: Mapping[str, int]) -> float:
    """What pulls on all of it together for each Pa, from whichever side the wind pulls hardest."""
    pulls = sum(
        np.maximum(
            0.0, -SHEET_PUSH.on(C=loads.cp[at[panel.ref]], I=loads.cpi[at[panel.ref]], A=panel.area_m2)
        )
        for panel in strips
    )
    return PEAK * float(np.max(pulls))


def _leaf(
    strips: Sequence[Panel],
    hold: Hold | None,
    fittings_n: float | None,
    per_q: float,
    stable: Stability,
    gust_ms: float,
) -> Leaf:
    """One thing that goes as a whole, held by the weaker of its edges and its hinges and latches."""

    def gust(force: float) -> float:
        return GUST_AT_10_M.of(V_local=GUST.of(q=force / per_q), f=stable.factor)

    first = strips[0]
    hung_by = [] if fittings_n is None else [fittings_n]
    worn = min([*hung_by, *([hold.worn_n] if hold else [])])
    new = min([*hung_by, *([hold.new_n] if hold else [])])
    lid = first.normal[2] > 0.5 and not first.rolls
    area, kg = sum(panel.area_m2 for panel in strips), sum(panel.kg for panel in strips)
    return Leaf(
        first.role,
        area,
        gust(worn),
        gust(new),
        per_q * PRESSURE.of(V_local=gust_ms * stable.factor),
        gust(kg * G) if lid else None,
        per_q,
        hold,
        fittings_n,
    )


def tearing(leaf: Leaf, stable: Stability, gust_ms: float) -> Working:
    """Work out the gust that tears something off.

    Args: leaf; stable, of the pen it is on; gust_ms, the keeper's gust at 10 m, above 0 to 60.
    Returns: the Working: `ratio` is that gust over the keeper's, `least` that of new cloth.
    Source: EN 1991-1-4 pressures × 2 locally; holds common practice.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.holding import Holding
    >>> from ergamot.core.weather.threshold import stability
    >>> hoop = pen("hoop")
    >>> stable = stability(wind_body(hoop), Holding(60.0, (1.5, 0.0), 0.45), 0.03)
    >>> cover = leaves(hoop, stable, 22.0)[0]
    >>> round(tearing(cover, stable, 22.0).known["V10"] / cover.tears_ms, 4)
    1.0
    """
    work = Working()
    work.given(
        "S",
        f"pull on the {leaf.role} for each Pa, edges counted double",
        leaf.pull_m2,
        "m²",
        "EN 1991-1-4, 7.2",
    )
    new = "H"
    if leaf.hold is not None:
        hold, kind = leaf.hold, leaf.hold.kind
        work.given("l_b", "edges battened on sticks", hold.battened_m, "m", "the frame")
        work.given(
            "h_b", f"a battened edge of new {kind} cloth holds", BATTENED_N_M[kind], "N/m", "common practice"
        )
        work.given("l_t", "edges tied by grommets", hold.tied_m, "m", "the frame")
        work.given("a", "grommets apart", hold.apart_m, "m", "common practice")
        work.given("h_t", "one of them, new", GROMMET_N[kind], "N", "common practice")
        work.step("H_n", "what holds it new", "l_b*h_b + l_t/a*h_t", "N")
        work.given("k", "left of it after a season outdoors", AFTER_A_SEASON, "", "a judgement")
        work.step("H", "what holds it then", "k*H_n", "N")
        new = "H_n"
    if leaf.fittings_n is not None:
        work.given("H_f", "what its hinges and latches bear", leaf.fittings_n, "N", "the catalogue")
        work.step("H", "what holds it", "min(H, H_f)" if leaf.hold is not None else "H_f", "N")
        work.step("H_n", "the same of new cloth", "min(H_n, H_f)" if leaf.hold is not None else "H_f", "N")
        new = "H_n"
    work.step("q", "pressure at which that gives", "H/S", "Pa", "statics")
    work.by(GUST)
    work.given("f", "gust at the pen over gust at 10 m", stable.factor, "", "EN 1991-1-4 log profile")
    work.by(GUST_AT_10_M)
    work.given("V_d", "your gust at 10 m", gust_ms, "m/s", "your farm")
    work.step("ratio", "stands over your gust", "V10/V_d")
    work.step("least", "the same of new cloth", f"ratio*sqrt({new}/H)")
    return work


def _worst_of_each(found: list[Leaf]) -> list[Leaf]:
    """Strips of one tarp go together: the first of each name."""
    first: dict[str, Leaf] = {}
    for leaf in found:
        if leaf.role not in first or leaf.tears_ms < first[leaf.role].tears_ms:
            first[leaf.role] = leaf
    return list(first.values())
