"""The cheapest whole bars for a cutting, proven by their bound as far as the effort goes.

1. Column generation gives the linear optimum and what each piece is worth (its dual value).
2. Some plans are made out of it bar by bar; the best of them, and of what first fits, is the one to beat.
3. A plan within some slack of the optimum can only use patterns whose reduced cost is within the
   slack. So list those for a small slack and solve them as a MIP; when the plan found lies within
   the slack it is the best of all. Otherwise widen the slack and go on.
4. Of the plans that cost least, take one with the fewest bars. Without a proof, take the best of all patterns met.

Boards in hand are lengths like those sold, at what they are worth, but only so many of each: the dual value of that
limit is added to their price wherever a pattern's reduced cost is asked for.

Money is counted in the coarsest coin all prices are whole numbers of: it prunes the MIP well.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from ergamot.core.stock.diving import dive
from ergamot.core.stock.effort import Effort, OutOfEffort
from ergamot.core.stock.linear import (
    Optimum,
    Plan,
    Ways,
    cost_of,
    first_fit,
    linear_optimum,
    seen_at_once,
    whole_coins,
)
from ergamot.core.stock.patterns import Cutting, Pattern, Stock, patterns_worth
from ergamot.core.stock.whole import most_patterns, whole_bars

MOST_PATTERNS = 20_000  # may move: beyond it they are made as they are asked for, to the same plan
WIDEN = 5.0  # the slack tried next, when nothing was found within it; may move: only how soon it is found
FOR_OPTIMUM = 0.7  # of the effort, at the most, goes to the linear optimum; may move
FOR_DIVES = 0.4  # of what is left then, to plans out of it bar by bar; may move
LEAST_FOR_DIVES = 300_000  # steps; with less there is no such plan; may move
DIVES = 8  # at the most; may move: most are as cheap as the cheapest
FOR_PROOF = 0.6  # of what is left after them, to all ways that may be in a cheaper plan, the rest to those known; may move


@dataclass(frozen=True)
class Cheapest:
    """How many bars of each pattern; no plan costs less than `least` cents, nor, relaxed, than `linear`. `proven` says that
    these are it."""

    patterns: list[Pattern]
    counts: np.ndarray
    least: float
    linear: float
    proven: bool


def cheapest(
    cutting: Cutting, stocks: tuple[Stock, ...], effort: Effort, ways: Ways | None = None
) -> Cheapest:
    """The fewest of the cheapest bars that cut everything, or the best found with the effort.

    Args: cutting; stocks, of which each length comes out of one; effort, what may be spent; ways to cut a pen nearly alike, to
        begin with and to add to.
    Returns: the Cheapest.
    Source: Gilmore & Gomory (1961); reduced-cost enumeration (Baldacci et al. 2008); HiGHS MIP.

    >>> found = cheapest(Cutting((1000.0,), (3,), 0.0, 0.0), (Stock(2000.0, 300),), Effort(1e6))
    >>> cost_of(found.patterns, found.counts), found.linear, found.proven
    (600, 450.0, True)
    """
    coin = math.gcd(*(stock.price_cents for stock in stocks)) or 1
    optimum = seen_at_once(cutting, stocks, coin) or linear_optimum(
        cutting, stocks, effort.share(FOR_OPTIMUM), ways
    )
    (patterns, counts), least = _best_plan(cutting, stocks, coin, optimum, effort)
    floor = max(whole_coins(optimum.cents, coin), least or 0.0)
    return Cheapest(patterns, counts, floor, optimum.cents, least is None)


def _best_plan(
    cutting: Cutting, stocks: tuple[Stock, ...], coin: int, optimum: Optimum, effort: Effort
) -> tuple[Plan, float | None]:
    """A plan, and the least any plan can cost, cents; None where this is it.

    Whatever is cheaper than the best known is so by a coin at the least: its patterns' reduced costs lie within what the best
    costs over the linear optimum, less a coin.
    """
    least, best = 0.0, first_fit(cutting, stocks)
    if cost_of(*best) <= whole_coins(optimum.cents, coin):
        return best, None
    pool = optimum.patterns
    if optimum.whole and effort.left > LEAST_FOR_DIVES:
        plans = _dives(cutting, stocks, coin, optimum, effort.share(FOR_DIVES))
        best = min([best, *plans], key=lambda one: cost_of(*one))
        pool = list(dict.fromkeys([*pool, *(way for patterns, _ in plans for way in patterns)]))
    proof = effort.share(FOR_PROOF)
    slack = max(0.0, min(float(coin), cost_of(*best) - optimum.cents - coin))
    while optimum.whole and proof.left > 0:
        try:
            listed = _within(cutting, stocks, optimum, slack, proof)
        except OutOfEffort:
            break
        if listed is None:
            break
        found = whole_bars(cutting, listed, coin, proof, cost_of(*best) - coin)
        if found.counts is not None:
            best = (listed, found.counts)
        least = max(least, min(found.least, optimum.cents + slack))
        spare = cost_of(*best) - optimum.cents
        if not found.ended:
            break
        if spare - coin <= slack + 1e-6:
            fewer = whole_bars(cutting, listed, coin, effort, cost_of(*best), fewest=True)
            return best if fewer.counts is None else (listed, fewer.counts), None
        slack = min(spare - coin, WIDEN * slack)
    better = whole_bars(cutting, pool, coin, effort, cost_of(*best) - coin)
    return best if better.counts is None else (pool, better.counts), least


def _dives(
    cutting: Cutting, stocks: tuple[Stock, ...], coin: int, optimum: Optimum, effort: Effort
) -> list[Plan]:
    """Plans out of the linear optimum bar by bar, till one costs no more than it or their share of the effort is spent."""
    plans: list[Plan] = []
    for seed in range(DIVES):
        found = dive(cutting, stocks, optimum, seed, effort)
        if found is None:
            break
        plans.append(found)
        if cost_of(*found) <= whole_coins(optimum.cents, coin):
            break
    return plans


def _within(
    cutting: Cutting, stocks: tuple[Stock, ...], optimum: Optimum, spare: float, effort: Effort
) -> list[Pattern] | None:
    """All full patterns with a reduced cost within `spare` cents; None when there are too many."""
    listed: list[Pattern] = []
    most = min(MOST_PATTERNS, most_patterns(cutting, stocks, effort))
    for stock in stocks:
        least = stock.price_cents + optimum.dear.get(stock, 0.0) - spare - 1e-6
        found = patterns_worth(cutting, stock, optimum.worth, least, most - len(listed), effort)
        if found is None:
            return None
        listed += found
    return listed
