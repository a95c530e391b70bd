"""The cheapest sheets to cut all boards of one kind from, by straight cuts from side to side, proven or with what may be gained."""

from __future__ import annotations

import contextlib
import random
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from functools import lru_cache

from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.stock.effort import BILL, Effort, OutOfEffort
from ergamot.core.stock.packed import packed, smaller
from ergamot.core.stock.plate import CutPlate, Plate, cost_of
from ergamot.core.stock.rectangles import Rectangle
from ergamot.core.stock.sheet_bound import least_cost
from ergamot.core.stock.slicing import cheaper

SHEET_KERF_MM = 3.0  # a circular saw's cut; judgement: as wood
KEPT_PLANS = 256  # may move
SEED, SHAKEN = 5, 0.5  # of the sheets that are cut anew together: the emptiest most often; may move
MOST_AT_ONCE, MOST_SHEETS = 12, 4  # pieces, and sheets, that are cut anew together; may move
# Of the effort: to quick plans, to all ways there are for all pieces, and to each few sheets that are cut anew; may move
FOR_QUICK, FOR_ALL, FOR_A_FEW = 0.4, 0.6, 0.15


@dataclass(frozen=True)
class PlatePlan:
    """Sheets to buy or take and cut by straight cuts from side to side; no plan can cost less than `bound`."""

    plates: tuple[CutPlate, ...]
    cost: Decimal
    bound: Decimal
    proven: bool
    kerf_mm: float

    @property
    def gap(self) -> Decimal:
        return self.cost - self.bound

    @property
    def bought(self) -> tuple[CutPlate, ...]:
        """Those that have to be bought."""
        return tuple(one for one in self.plates if not one.plate.thing)


def plan_plates(
    pieces: Sequence[Rectangle],
    plates: Sequence[Plate],
    kerf_mm: float = SHEET_KERF_MM,
    effort: Effort | None = None,
) -> PlatePlan:
    """Cut all pieces out of the sheets sold and those in hand for the least money.

    Args: pieces, each one rectangle; plates, sizes on sale (no count) and in hand; kerf_mm, 0 to 10; effort that may go into it,
        that of a whole bill where none is given.
    Returns: the PlatePlan, cheapest of all that straight cuts from side to side can make, or the best found with the effort.
    Raises: OutOfRange when a piece is larger than any sheet sold.
    Source: guillotine cutting: Jylänki (2010), Wang (1983); bounds of Fekete & Schepers (2004).

    >>> ply = Plate(2440, 1220, Decimal("38"))
    >>> plan_plates([Rectangle("a", 1200, 600)] * 5, [ply]).cost
    Decimal('76.00')
    """
    require_range("kerf_mm", kerf_mm, 0, 10, "mm")
    sold = [one for one in plates if one.count is None]
    for piece in pieces:
        if not any(one.gives(piece) for one in sold):
            raise OutOfRange(
                "size",
                f"{piece.long_mm:.0f} × {piece.wide_mm:.0f} mm",
                "within the largest sheet sold",
                f"Piece {piece.label} is larger than any sheet sold",
            )
    whole = effort or Effort(BILL)
    plan, spent = _planned(tuple(pieces), tuple(plates), kerf_mm, int(whole.left))
    whole.charge(spent)
    return plan


@lru_cache(maxsize=KEPT_PLANS)
def _planned(
    pieces: tuple[Rectangle, ...], plates: tuple[Plate, ...], kerf: float, steps: int
) -> tuple[PlatePlan, float]:
    """Make the plan, and count the steps it took. It is kept: a pen of another length asks for the boards of its house again as they were."""
    effort = Effort(steps)
    stocks = [one for one in plates if one.count is None or any(one.gives(piece) for piece in pieces)]
    bound, chance = least_cost(pieces, stocks, kerf), random.Random(SEED)
    best = _quick(pieces, stocks, kerf, bound, effort.share(FOR_QUICK), chance)
    proven = cost_of(best) <= bound
    if not proven:
        with contextlib.suppress(OutOfEffort):
            better = cheaper(pieces, stocks, kerf, cost_of(best), effort.share(FOR_ALL))
            best, proven = better or best, True
    if not proven:
        best = _improved(best, stocks, kerf, bound, effort, chance)
        proven = cost_of(best) <= bound
    cost = cost_of(best)
    return PlatePlan(tuple(best), cost, cost if proven else bound, proven, kerf), steps - effort.left


def _quick(
    pieces: Sequence[Rectangle],
    stocks: Sequence[Plate],
    kerf: float,
    bound: Decimal,
    effort: Effort,
    chance: random.Random,
) -> list[CutPlate]:
    """Take the best of many plans each of which is soon made; none more are made once one is proven."""
    best: list[CutPlate] | None = None
    if not pieces:
        return []
    for plan in packed(pieces, stocks, kerf, effort, chance):
        made = smaller(plan, stocks)
        if best is None or cost_of(made) < cost_of(best):
            best = made
        if cost_of(best) <= bound:
            break
    assert best is not None
    return best


def _improved(
    plan: list[CutPlate],
    stocks: Sequence[Plate],
    kerf: float,
    bound: Decimal,
    effort: Effort,
    chance: random.Random,
) -> list[CutPlate]:
    """Take a few sheets at a time, the emptiest most often, and cut all that is on them anew as cheaply as can be."""
    tried: set[frozenset[int]] = set()
    while effort.left > 0 and cost_of(plan) > bound and len(plan) > 1:
        few = _a_few(plan, chance)
        if few is None or frozenset(map(id, few)) in tried:
            effort.charge(1000)
            continue
        tried.add(frozenset(map(id, few)))
        rest = [one for one in plan if not any(one is other for other in few)]
        taken = Counter(one.plate for one in rest)
        free = {
            one if one.count is None else replace(one, count=one.count - taken[one]): one for one in stocks
        }
        pieces = [piece for one in few for piece in one.pieces]
        try:
            better = cheaper(pieces, [*free], kerf, cost_of(few), effort.share(FOR_A_FEW))
        except OutOfEffort:
            continue
        if better is not None:
            plan = [*rest, *(CutPlate(free[one.plate], one.layout) for one in better)]
    return plan


def _a_few(plan: Sequence[CutPlate], chance: random.Random) -> list[CutPlate] | None:
    few: list[CutPlate] = []
    for one in sorted(plan, key=lambda one: one.used + chance.random() * SHAKEN):
        there = sum(len(held.layout.laid) for held in (*few, one))
        if there <= MOST_AT_ONCE and len(few) < MOST_SHEETS:
            few.append(one)
    return few if len(few) > 1 else None
