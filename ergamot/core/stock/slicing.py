"""Every way to part a few sheets into some pieces by straight cuts from side to side, however many there are.

What pieces can be put together by one more cut is a block; of blocks of the same pieces only those are kept that no other is
both shorter and narrower than. A plan that costs less than the best known wastes no more than the sheets it can pay for
have over, so blocks that waste more are left out: it is what makes tight plans quick to find, or to be ruled out.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterable, Iterator, Sequence
from decimal import Decimal
from typing import NamedTuple

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from ergamot.core.stock.effort import Effort
from ergamot.core.stock.plate import CutPlate, Plate
from ergamot.core.stock.rectangles import FITS_MM, Laid, Rectangle, sawn_apart

Counts = tuple[int, ...]  # of each kind of piece

A_PAIR = 5.0  # steps: two blocks put together; may move
A_SPLIT = 3.0  # steps: pieces parted in two; may move
MOST_STATES = 200_000  # that are listed; may move: beyond it the effort would be spent anyway
CENT = Decimal("0.01")


class _Block(NamedTuple):
    """Pieces put together, saw cuts beside them: how long and wide, and the two blocks and the axis, or the piece as it lies."""

    long: float
    wide: float
    made: tuple[_Block, _Block, int] | tuple[int, float, float]


def cheaper(
    pieces: Sequence[Rectangle], stocks: Sequence[Plate], kerf_mm: float, than: Decimal, effort: Effort
) -> list[CutPlate] | None:
    """Find the cheapest way to cut some pieces, where one costs less than the one known.

    Args: pieces, one or more; stocks, sheets on sale and in hand; kerf_mm, 0 to 10; than, what the plan known costs; effort.
    Returns: the plan; None where there is none cheaper, which is certain.
    Raises: OutOfEffort where it is not known.
    Source: blocks of guillotine cuts, Wang (1983); the pieces are shared out over the sheets by recursion.

    >>> ply = Plate(2440, 1220, Decimal("38"))
    >>> [len(one.layout.laid) for one in cheaper([Rectangle("a", 1200, 600)] * 4, [ply], 3.0, Decimal(76), Effort(1e6))]
    [4]
    """
    return _Sharing(pieces, stocks, kerf_mm, than, effort).best()


class _Sharing:
    """Hold pieces of a few kinds to be shared out over sheets, for less than some money."""

    def __init__(
        self, pieces: Sequence[Rectangle], stocks: Sequence[Plate], kerf: float, than: Decimal, effort: Effort
    ) -> None:
        ordered = sorted(pieces, key=lambda one: (-one.area, one.label))
        self._kinds: dict[tuple[float, float, bool], list[Rectangle]] = {}
        for one in ordered:
            self._kinds.setdefault((one.long_mm, one.wide_mm, one.turns), []).append(one)
        self._of = [held[0] for held in self._kinds.values()]
        self._whole: Counts = tuple(len(held) for held in self._kinds.values())
        self._stocks, self._kerf, self._effort, self._than = list(stocks), kerf, effort, than
        self._areas = [(one.long_mm + kerf) * (one.wide_mm + kerf) for one in self._of]
        self._waste = _most_area(self._stocks, kerf, than - CENT) - self._area(self._whole)
        self._blocks: dict[Counts, list[_Block]] = {}
        self._fits: list[dict[Counts, _Block]] = [{} for _ in self._stocks]
        self._known: dict[tuple[Counts, Counts], tuple[Decimal, tuple[int, Counts] | None]] = {}

    def best(self) -> list[CutPlate] | None:
        """Find the cheapest plan below the price; None where there is none."""
        if self._waste < -FITS_MM:
            return None
        self._make_blocks()
        cost, _ = self._cheapest(self._whole, (0,) * len(self._stocks))
        return self._plan() if cost < self._than else None

    def _area(self, counts: Counts) -> float:
        return sum(n * area for n, area in zip(counts, self._areas, strict=True))

    def _make_blocks(self) -> None:
        """Make all blocks that come out of some sheet, fewest pieces first."""
        most = max((one.long_mm + self._kerf) * (one.wide_mm + self._kerf) for one in self._stocks)
        if math.prod(n + 1 for n in self._whole) > MOST_STATES:
            self._effort.spend(self._effort.left + 1)
        states = sorted(itertools.product(*(range(n + 1) for n in self._whole)), key=sum)
        for counts in states[1:]:
            self._effort.spend(A_SPLIT)
            if self._area(counts) > most + FITS_MM:
                continue
            found = list(self._singles(counts)) if sum(counts) == 1 else list(self._joined(counts))
            kept = _undominated(found)
            if not kept:
                continue
            self._blocks[counts] = kept
            for full, stock in zip(self._fits, self._stocks, strict=True):
                there = next((one for one in kept if self._on(one, stock)), None)
                if there is not None:
                    full[counts] = there

    def _singles(self, counts: Counts) -> Iterator[_Block]:
        kind = counts.index(1)
        for long, wide in self._of[kind].ways():
            block = _Block(long + self._kerf, wide + self._kerf, (kind, long, wide))
            if any(self._on(block, stock) for stock in self._stocks):
                yield block

    def _joined(self, counts: Counts) -> Iterator[_Block]:
        """Blocks of two smaller ones side by side, or one beyond the other."""
        area = self._area(counts)
        ways: Iterable[Counts] = self._blocks
        if math.prod(n + 1 for n in counts) < len(self._blocks):
            ways = itertools.product(*(range(n + 1) for n in counts))
        for one in list(ways):
            self._effort.spend(A_SPLIT)
            if any(k > n for k, n in zip(one, counts, strict=True)):
                continue
            other = tuple(n - k for n, k in zip(counts, one, strict=True))
            if one > other or not any(one):
                continue
            first, second = self._blocks.get(one), self._blocks.get(other)
            if not first or not second:
                continue
            self._effort.spend(A_PAIR * len(first) * len(second))
            for a, b in itertools.product(first, second):
                for axis in (0, 1):
                    long = a.long + b.long if axis == 0 else max(a.long, b.long)
                    wide = a.wide + b.wide if axis == 1 else max(a.wide, b.wide)
                    if long * wide - area <= self._waste + FITS_MM:
                        block = _Block(long, wide, (a, b, axis))
                        if any(self._on(block, stock) for stock in self._stocks):
                            yield block

    def _on(self, block: _Block, stock: Plate) -> bool:
        return stock.holds(block.long - self._kerf, block.wide - self._kerf)

    def _cheapest(self, left: Counts, taken: Counts) -> tuple[Decimal, tuple[int, Counts] | None]:
        """Find what the rest costs at the least, and the first sheet of it: its number among the stocks, and what is cut of it."""
        if not any(left):
            return Decimal(0), None
        held = tuple(n if one.count is not None else 0 for n, one in zip(taken, self._stocks, strict=True))
        known = self._known.get((left, held))
        if known is not None:
            return known
        best: tuple[Decimal, tuple[int, Counts] | None] = (Decimal("Infinity"), None)
        first = next(i for i, n in enumerate(left) if n)
        for i, stock in enumerate(self._stocks):
            if stock.count is not None and taken[i] >= stock.count:
                continue
            more = tuple(n + (k == i) for k, n in enumerate(taken))
            for chosen in self._choices(i, left, first):
                self._effort.spend(A_PAIR)
                rest = tuple(n - k for n, k in zip(left, chosen, strict=True))
                cost = stock.price + self._cheapest(rest, more)[0]
                if cost < best[0]:
                    best = (cost, (i, chosen))
        self._known[left, held] = best
        return best

    def _choices(self, i: int, left: Counts, first: int) -> list[Counts]:
        """List what can be cut of one sheet with the first of what is left among it; not what could be cut with more beside."""
        self._effort.spend(A_SPLIT * len(self._fits[i]))
        there = [
            one for one in self._fits[i] if one[first] and all(k <= n for k, n in zip(one, left, strict=True))
        ]
        there.sort(key=sum, reverse=True)
        kept: list[Counts] = []
        for one in there:
            self._effort.spend(A_SPLIT * len(kept))
            if not any(all(k <= n for k, n in zip(one, more, strict=True)) for more in kept):
                kept.append(one)
        return kept

    def _plan(self) -> list[CutPlate]:
        plan, left, taken = [], self._whole, (0,) * len(self._stocks)
        waiting = [list(held) for held in self._kinds.values()]
        while any(left):
            _, chosen = self._cheapest(left, taken)
            assert chosen is not None
            i, counts = chosen
            laid = list(self._laid(self._fits[i][counts], 0.0, 0.0, waiting))
            layout = sawn_apart(laid, self._kerf)
            assert layout is not None
            plan.append(CutPlate(self._stocks[i], layout))
            left = tuple(n - k for n, k in zip(left, counts, strict=True))
            taken = tuple(n + (k == i) for k, n in enumerate(taken))
        return plan

    def _laid(self, block: _Block, x: float, y: float, waiting: list[list[Rectangle]]) -> Iterator[Laid]:
        """Lay the pieces of a block whose corner lies there."""
        if isinstance(block.made[0], _Block):
            a, b, axis = block.made
            yield from self._laid(a, x, y, waiting)
            yield from self._laid(b, x + a.long * (axis == 0), y + a.wide * (axis == 1), waiting)
        else:
            kind, long, wide = block.made
            one = waiting[kind].pop()
            yield Laid(one.label, x, y, long, wide, one.turns)


def _undominated(blocks: list[_Block]) -> list[_Block]:
    """Keep those that no other is both as short and as narrow as."""
    kept: list[_Block] = []
    for one in sorted(blocks, key=lambda one: (one.long, one.wide)):
        if not kept or one.wide < kept[-1].wide - FITS_MM:
            kept.append(one)
    return kept


def _most_area(stocks: Sequence[Plate], kerf: float, money: Decimal) -> float:
    """Find the most area, saw cuts with it, of whole sheets that cost no more than that, mm²; without end where one costs nothing."""
    areas = np.array([(one.long_mm + kerf) * (one.wide_mm + kerf) for one in stocks])
    most = np.array([math.inf if one.count is None else one.count for one in stocks])
    cents = np.array([float(one.price * 100) for one in stocks])
    solved = milp(
        -areas,
        constraints=[LinearConstraint(cents, ub=float(money * 100))],
        bounds=Bounds(0, most),
        integrality=np.ones(len(stocks), dtype=int),
    )
    return math.inf if solved.x is None else float(np.round(solved.x) @ areas)
