"""Bounds on a cutting plan and a first plan: what all pieces cost by length, the linear optimum, what first fits."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np
from scipy.optimize import linprog

from ergamot.core.stock.effort import Effort, OutOfEffort
from ergamot.core.stock.patterns import Cutting, Pattern, Stock, best_pattern, simple_patterns

Plan = tuple[list[Pattern], np.ndarray]
A_PROGRAMME, A_CELL = 2_500, 0.5  # steps: a linear programme, and each number of its table; may move


def cost_of(patterns: list[Pattern], counts: np.ndarray) -> int:
    """What a plan costs.

    Args: patterns; counts, how many bars of each, 0 or more.
    Returns: cents, a whole number.
    Source: prices of the stocks.

    >>> cost_of([Pattern(Stock(2438.0, 320), (1,))], np.array([2]))
    640
    """
    return sum(pattern.stock.price_cents * int(n) for pattern, n in zip(patterns, counts, strict=True))


def matrix(patterns: list[Pattern]) -> np.ndarray:
    """Counts of each length by pattern.

    Args: patterns.
    Returns: array (lengths, patterns), pieces of a bar.
    Source: the patterns.

    >>> matrix([Pattern(Stock(2438.0, 320), (1, 2))]).shape
    (2, 1)
    """
    return np.array([pattern.counts for pattern in patterns], dtype=float).T


def whole_coins(cents: float, coin: int) -> int:
    """The least whole number of coins no cheaper than that.

    Args: cents, 0 or more; coin, cents, 1 or more.
    Returns: cents, a whole number of coins.
    Source: arithmetic.

    >>> whole_coins(961.0, 10)
    970
    """
    return math.ceil(cents / coin - 1e-6) * coin


@dataclass(frozen=True)
class Optimum:
    """The linear optimum: its patterns, a bound on any plan in cents, each length's dual value, how `dear` it is that there are
    no more of some board, and how many bars of each pattern, a share. When the effort was spent it is not `whole`: the bound is by
    length alone, and the duals prove nothing."""

    patterns: list[Pattern]
    cents: float
    worth: list[float]
    dear: Mapping[Stock, float]
    whole: bool
    shares: tuple[float, ...] = ()


@dataclass
class Ways:
    """Ways to cut that served a pen, for one nearly alike to begin with: by the stocks and how many lengths there were."""

    kept: dict[tuple[tuple[Stock, ...], int], list[Pattern]] = field(default_factory=dict)

    def of(self, cutting: Cutting, stocks: tuple[Stock, ...]) -> list[Pattern]:
        """Those that can still be cut."""
        before = self.kept.get((stocks, len(cutting.lengths)), [])
        return [one for one in before if _can_be_cut(cutting, one)]

    def keep(self, cutting: Cutting, stocks: tuple[Stock, ...], patterns: list[Pattern]) -> None:
        self.kept[stocks, len(cutting.lengths)] = patterns


def _can_be_cut(cutting: Cutting, pattern: Pattern) -> bool:
    """Is there room for it on its board, and no more of a length than is wanted?"""
    room, held = cutting.room(pattern.stock), Counter[int]()
    for i, count in enumerate(pattern.counts):
        if count > cutting.wanted[i]:
            return False
        nest = cutting.nests[i]
        room -= cutting.takes(i, count, held[nest] if nest >= 0 else 0)
        held[nest] += count
    return room >= -1e-6


def seen_at_once(cutting: Cutting, stocks: tuple[Stock, ...], coin: int) -> Optimum | None:
    """The bound by length alone, where what first fits costs no more: strips off a roll are mostly so.

    Args: cutting; stocks; coin, cents, 1 or more.
    Returns: the Optimum, which proves that plan; None where there may be a cheaper one.
    Source: arithmetic.

    >>> seen_at_once(Cutting((1000.0,), (2,), 0.0, 0.0), (Stock(2000.0, 300),), 300).cents
    300.0
    """
    cents = by_length(cutting, stocks)
    if cost_of(*first_fit(cutting, stocks)) > whole_coins(cents, coin):
        return None
    return Optimum([], cents, [], {}, whole=False)


def linear_optimum(
    cutting: Cutting, stocks: tuple[Stock, ...], effort: Effort, ways: Ways | None = None
) -> Optimum:
    """Column generation, as far as the effort goes.

    Args: cutting; stocks; effort, what may be spent; ways to cut a pen nearly alike, to begin with and to add to.
    Returns: the Optimum, `whole` where it was reached.
    Source: Gilmore & Gomory (1961).

    >>> linear_optimum(Cutting((1000.0,), (3,), 0.0, 0.0), (Stock(2000.0, 300),), Effort(1e6)).cents
    450.0
    """
    ways = ways or Ways()
    patterns = simple_patterns(cutting, stocks)
    patterns = list(dict.fromkeys([*patterns, *ways.of(cutting, stocks)]))
    ways.keep(cutting, stocks, patterns)  # and whatever is added to them below
    least = by_length(cutting, stocks)
    limited = [stock for stock in stocks if stock.most is not None]
    while True:
        prices = np.array([pattern.stock.price_cents for pattern in patterns])
        rows = np.vstack([-matrix(patterns), uses(patterns, limited)])
        limits = np.array([*(-count for count in cutting.wanted), *(stock.most or 0 for stock in limited)])
        solved = linprog(prices, A_ub=rows, b_ub=limits, method="highs")
        duals = [max(0.0, -dual) for dual in solved.ineqlin.marginals]
        worth = duals[: len(cutting.lengths)]
        dear = dict(zip(limited, duals[len(cutting.lengths) :], strict=True))
        better, over = [], 1.0
        try:
            effort.spend(A_PROGRAMME + A_CELL * rows.size)
            for stock in stocks:
                asked = stock.price_cents + dear.get(stock, 0.0)
                value, pattern = best_pattern(cutting, stock, worth, effort, asked)
                if pattern and value > asked + 1e-6:
                    better.append(pattern)
                    over = max(over, value / max(asked, 1e-9))
        except OutOfEffort:
            return Optimum(patterns, least, worth, dear, whole=False)
        least = max(least, _scaled(cutting, worth, dear, over))
        if not better:
            shares = () if solved.x is None else tuple(map(float, solved.x))
            return Optimum(patterns, float(solved.fun or 0), worth, dear, True, shares)
        patterns += better


def _scaled(cutting: Cutting, worth: Sequence[float], dear: Mapping[Stock, float], over: float) -> float:
    """A bound on any plan before the optimum is reached: duals scaled down until no pattern is worth more than it costs
    (Farley 1990)."""
    pieces = sum(each * count for each, count in zip(worth, cutting.wanted, strict=True))
    return pieces / over - sum(each * (stock.most or 0) for stock, each in dear.items())


def uses(patterns: list[Pattern], limited: Sequence[Stock]) -> np.ndarray:
    """Which boards in hand each pattern is cut from.

    Args: patterns; limited, the kinds of boards there are only so many of.
    Returns: array (kinds, patterns) of 0 and 1.
    Source: the patterns.

    >>> uses([Pattern(Stock(2438.0, 320), (1,))], [Stock(2438.0, 320)]).tolist()
    [[1.0]]
    """
    if not limited:
        return np.zeros((0, len(patterns)))
    return np.array([[float(pattern.stock == stock) for pattern in patterns] for stock in limited])


def by_length(cutting: Cutting, stocks: tuple[Stock, ...]) -> float:
    """What all the pieces cost, saw cuts with them, if every bar were used to its end: no plan costs less.

    Args: cutting; stocks.
    Returns: cents, 0 or more.
    Source: arithmetic.

    >>> by_length(Cutting((1000.0,), (3,), 0.0, 0.0), (Stock(2000.0, 300),))
    450.0
    """
    long = sum(one * count for one, count in zip(cutting.each, cutting.wanted, strict=True))
    cents = 0.0
    for price, mm in sorted(_by_the_mm(stock, cutting.kerf_mm) for stock in stocks):
        cents += price * min(long, mm)
        long = max(0.0, long - mm)
    return cents


def _by_the_mm(stock: Stock, kerf_mm: float) -> tuple[float, float]:
    """What a mm of a stock costs, and how many mm of it there are."""
    mm = stock.length_mm + kerf_mm
    return stock.price_cents / mm, math.inf if stock.most is None else stock.most * mm


def first_fit(cutting: Cutting, stocks: tuple[Stock, ...]) -> Plan:
    """The longest first, each in the first bar with room, else in a new one of the least price for its length.

    Args: cutting; stocks; each length comes out of one that is sold.
    Returns: patterns, and how many bars of each: what there is when nothing better was found.
    Source: first-fit decreasing, common practice.

    >>> [one.counts for one in first_fit(Cutting((1000.0,), (3,), 0.0, 0.0), (Stock(2000.0, 300),))[0]]
    [(2,), (1,)]
    """
    bars: list[tuple[Stock, list[int], float]] = []
    size = len(cutting.lengths)
    for i, (length, count) in enumerate(zip(cutting.lengths, cutting.wanted, strict=True)):
        takes = length + cutting.saw(i)
        for _ in range(count):
            at = next((k for k, bar in enumerate(bars) if bar[2] + 1e-6 >= takes), None)
            if at is not None:
                stock, held, room = bars[at]
                held[i] += 1
                bars[at] = (stock, held, room - takes)
                continue
            taken = Counter(bar[0] for bar in bars)
            fits = [
                stock
                for stock in stocks
                if cutting.comes_from(length, stock) and (stock.most is None or taken[stock] < stock.most)
            ]
            stock = min(fits, key=lambda one: (one.price_cents, one.length_mm))
            held = [0] * size
            held[i] = 1
            bars.append((stock, held, cutting.room(stock) - takes))
    patterns = [Pattern(stock, tuple(held)) for stock, held, _ in bars]
    return patterns, np.ones(len(patterns), dtype=int)
