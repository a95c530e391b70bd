"""What all sticks are cut from: the cheapest boards of the lengths sold and in hand, proven by a bound."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace
from decimal import Decimal

import numpy as np

from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.stock.cheapest import cheapest
from ergamot.core.stock.effort import BILL, Effort
from ergamot.core.stock.linear import Ways, cost_of, first_fit
from ergamot.core.stock.patterns import Cutting, Mitre, Pattern, Stock

KERF_MM = 3.0  # a circular saw's cut; judgement: blades cut 2 to 3.2 mm
TRIM_MM = 5.0  # squared off the yard's end; judgement: seldom clean


@dataclass(frozen=True)
class Want:
    """So many pieces of one label and length, mm; how their ends are sawn where they may nest with their like."""

    label: str
    length_mm: float
    count: int
    mitre: Mitre | None = None


@dataclass(frozen=True)
class Board:
    """Boards in hand, alike: what they are known by, their length and what of their ends is not sound, mm, what one is worth,
    how many there are."""

    thing: int
    length_mm: float
    worth: Decimal
    count: int
    lost_mm: float = 0.0


@dataclass(frozen=True)
class Bar:
    """One board: what is cut from it in order, the offcut that is left, mm, and which of what is in hand it is; 0 of one that
    is bought. `laps` says for each piece how far it lies over the one before it, mm, where their mitres nest."""

    stock_mm: float
    price: Decimal
    cuts: tuple[tuple[str, float], ...]
    offcut_mm: float
    thing: int = 0
    lost_mm: float = 0.0
    laps: tuple[float, ...] = ()

    @property
    def used_mm(self) -> float:
        """So much of its length is in pieces."""
        return sum(length for _, length in self.cuts) - sum(self.laps)


@dataclass(frozen=True)
class CuttingPlan:
    """Boards to buy or take and to cut. No plan can cost less than `bound`; `linear_bound` is the relaxed one. The cost has
    what is in hand at its worth; `by_first_fit` is what the longest first, each where it first fits, would cost."""

    bars: tuple[Bar, ...]
    cost: Decimal
    bound: Decimal
    linear_bound: Decimal
    proven: bool
    kerf_mm: float
    trim_mm: float
    by_first_fit: Decimal = Decimal(0)

    @property
    def gap(self) -> Decimal:
        return self.cost - self.bound

    @property
    def bought(self) -> tuple[Bar, ...]:
        """Those that have to be bought."""
        return tuple(bar for bar in self.bars if not bar.thing)


def plan_sticks(
    wants: Sequence[Want],
    stock: Sequence[tuple[float, Decimal]],
    kerf_mm: float = KERF_MM,
    trim_mm: float = TRIM_MM,
    effort: Effort | None = None,
    in_hand: Sequence[Board] = (),
    ways: Ways | None = None,
) -> CuttingPlan:
    """Cut all pieces from the lengths sold for the least money.

    Args: wants, pieces with length above 0 and count 1 or more, or none; stock, (length mm, price) of each
        length sold; kerf_mm, 0 to 10; trim_mm lost at a board's ends, 0 to 50; effort that
        may go into it, that of a whole bill where none is given; in_hand, boards that need not be bought, worth 0 or more each; of
        alike ones the first are used first; ways to cut a pen nearly alike, to begin with and to add to.
    Returns: the CuttingPlan, cheapest, then fewest boards; the best found with the effort, `proven` or not.
    Raises: OutOfRange when a piece is longer than any board.
    Source: Gilmore & Gomory (1961); reduced-cost enumeration; HiGHS MIP.

    >>> sold = [(2438, Decimal("3.20")), (3048, Decimal("4.30")), (3658, Decimal("5.00"))]
    >>> plan_sticks([Want("a", 2400, 4), Want("b", 1124, 4), Want("c", 524, 6)], sold).cost
    Decimal('24.20')
    """
    require_range("kerf_mm", kerf_mm, 0, 10, "mm")
    require_range("trim_mm", trim_mm, 0, 50, "mm")
    if not wants:
        nothing = Decimal("0.00")
        return CuttingPlan((), nothing, nothing, nothing, True, kerf_mm, trim_mm)
    kinds = sorted(
        {(want.length_mm, want.mitre) for want in wants}, key=lambda kind: (-kind[0], str(kind[1]))
    )
    lengths = tuple(length for length, _ in kinds)
    wanted = tuple(sum(w.count for w in wants if (w.length_mm, w.mitre) == kind) for kind in kinds)
    longest = max(length for length, _ in stock)
    cutting = Cutting(lengths, wanted, kerf_mm, trim_mm, tuple(mitre for _, mitre in kinds), longest)
    sold = tuple(Stock(length, int(price * 100)) for length, price in sorted(stock))
    _refuse_too_long(cutting, sold, wants)
    alike: dict[tuple[float, float, Decimal], list[int]] = {}  # each by the thing it is of
    for one in in_hand:
        if any(_comes_from(cutting, length, one) for length in lengths):
            alike.setdefault((one.length_mm, one.lost_mm, one.worth), []).extend([one.thing] * one.count)
    held = tuple(
        Stock(length, int(worth * 100), lost, len(things), things[0])
        for (length, lost, worth), things in alike.items()
        if things
    )
    stocks = sold + held
    found = cheapest(cutting, stocks, effort or Effort(BILL), ways)
    bars = _from_the_first(_bars(cutting, found.patterns, found.counts, wants), [*alike.values()])
    cents = sum(int(bar.price * 100) for bar in bars)  # one of which nothing is cut is not bought
    proven = found.proven or found.least >= cents
    return CuttingPlan(
        bars=bars,
        cost=_money(cents),
        bound=_money(cents if proven else found.least),
        linear_bound=_money(found.linear),
        proven=proven,
        kerf_mm=kerf_mm,
        trim_mm=trim_mm,
        by_first_fit=_money(cost_of(*first_fit(cutting, stocks))),
    )


def _from_the_first(bars: tuple[Bar, ...], alike: Sequence[Sequence[int]]) -> tuple[Bar, ...]:
    """Of boards in hand that are alike, those that were told first."""
    left = {things[0]: iter(things) for things in alike if things}
    return tuple(replace(bar, thing=next(left[bar.thing])) if bar.thing else bar for bar in bars)


def _comes_from(cutting: Cutting, length: float, one: Board) -> bool:
    return cutting.comes_from(length, Stock(one.length_mm, 0, one.lost_mm))


def _money(cents: float) -> Decimal:
    return Decimal(round(cents)).scaleb(-2)


def _refuse_too_long(cutting: Cutting, stocks: tuple[Stock, ...], wants: Sequence[Want]) -> None:
    longest = max(stock.length_mm for stock in stocks)
    for want in wants:
        if not any(cutting.comes_from(want.length_mm, stock) for stock in stocks):
            raise OutOfRange(
                "length",
                want.length_mm,
                f"at most {longest:.0f} mm, the longest board sold",
                f"Piece {want.label} is {want.length_mm:.0f} mm; the longest board is {longest:.0f} mm",
            )


def _bars(
    cutting: Cutting, patterns: list[Pattern], counts: np.ndarray, wants: Sequence[Want]
) -> tuple[Bar, ...]:
    """Boards with the labels on them; pieces cut over the number wanted are left in the offcut."""
    kinds = list(zip(cutting.lengths, cutting.mitres, strict=True))
    waiting = [
        [w.label for w in wants if (w.length_mm, w.mitre) == kind for _ in range(w.count)] for kind in kinds
    ]
    bars = []
    for pattern, times in sorted(
        zip(patterns, counts, strict=True), key=lambda pair: -cutting.bare_mm(pair[0].counts)
    ):
        for _ in range(times):
            cuts: list[tuple[int, str]] = []
            for i in sorted(range(len(kinds)), key=lambda i: (cutting.nests[i], i)):
                for _ in range(min(pattern.counts[i], len(waiting[i]))):
                    cuts.append((i, waiting[i].pop(0)))
            if cuts:
                bars.append(_bar(cutting, pattern.stock, cuts))
    return tuple(sorted(bars, key=lambda bar: (-bar.stock_mm, bar.offcut_mm)))


def _bar(cutting: Cutting, stock: Stock, cuts: Sequence[tuple[int, str]]) -> Bar:
    """A board with its pieces on it, those of a nest side by side."""
    held: Counter[int] = Counter()
    laps, used, end = [], 0.0, -cutting.kerf_mm
    for i, _ in cuts:
        nest = cutting.nests[i]
        used += cutting.takes(i, 1, held[nest] if nest >= 0 else 0)
        held[nest] += 1
        begins = used - cutting.saw(i) - cutting.lengths[i]
        laps.append(round(end + cutting.kerf_mm - begins, 2))
        end = begins + cutting.lengths[i]
    left = stock.length_mm - stock.lost_mm - end - cutting.kerf_mm - cutting.trim_mm
    return Bar(
        stock.length_mm,
        Decimal(stock.price_cents) / 100,
        tuple((label, cutting.lengths[i]) for i, label in cuts),
        max(0.0, round(left, 1)),
        stock.thing,
        stock.lost_mm,
        tuple(laps) if any(laps) else (),
    )
