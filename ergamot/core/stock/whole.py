"""Whole bars of the patterns at hand: the integer programme at the end of a cutting plan."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import LinearConstraint, milp

from ergamot.core.stock.effort import Effort
from ergamot.core.stock.linear import matrix, uses
from ergamot.core.stock.patterns import Cutting, Pattern, Stock

SOLVED, NO_SUCH_PLAN = 0, 2  # what the solver answers; may move
A_PROGRAMME, A_CELL = 5_000, 100.0  # steps: to begin with one, and for each number of its table; may move
A_NODE, A_NODE_CELL = 500, 0.5  # steps: of each branch, and for each number of its table; may move


@dataclass(frozen=True)
class Whole:
    """Whole bars of some patterns: how many of each, None where none were found; whether nothing better exists among them, and
    the least they can cost, cents."""

    counts: np.ndarray | None
    ended: bool
    least: float


def whole_bars(
    cutting: Cutting,
    patterns: list[Pattern],
    coin: int,
    effort: Effort,
    at_most: int,
    fewest: bool = False,
) -> Whole:
    """Fewest coins that cut everything, or fewest bars; costing at most so many cents.

    Args: cutting, what is to be cut; patterns, which may be used; coin, cents, 1 or more, all prices are whole numbers of;
        effort, what may be spent; at_most, cents, 0 or more; fewest, whether bars are counted instead of money.
    Returns: the Whole.
    Source: Gilmore & Gomory (1961); HiGHS MIP.

    >>> one = Pattern(Stock(2000.0, 300), (2,))
    >>> whole_bars(Cutting((900.0,), (3,), 0.0, 0.0), [one], 100, Effort(1e6), 900).counts.tolist()
    [2]
    """
    if not patterns:
        return Whole(None, True, math.inf)
    coins = np.array([pattern.stock.price_cents // coin for pattern in patterns])
    limits = [LinearConstraint(matrix(patterns), lb=np.array(cutting.wanted))]
    if fewest:  # else the solver bounds its own money, sooner than by a row of the table
        limits.append(LinearConstraint(coins, ub=at_most // coin))
    limited = list(dict.fromkeys(pattern.stock for pattern in patterns if pattern.stock.most is not None))
    if limited:
        most = np.array([stock.most or 0 for stock in limited])
        limits.append(LinearConstraint(uses(patterns, limited), ub=most))
    cells = len(patterns) * _rows(cutting, len(limited))
    effort.charge(A_PROGRAMME + A_CELL * cells)
    a_node = A_NODE + A_NODE_CELL * cells
    solved = milp(
        np.ones(len(patterns)) if fewest else coins,
        constraints=limits,
        integrality=np.ones(len(patterns), dtype=int),
        options={"node_limit": max(1, int(effort.left / a_node)), "mip_rel_gap": 0.0},
    )
    effort.charge(a_node * (solved.mip_node_count or 0))
    if solved.status == NO_SUCH_PLAN:
        return Whole(None, True, math.inf)
    counts = None if solved.x is None else np.round(solved.x).astype(int)
    if counts is not None and int(coins @ counts) * coin > at_most:
        counts = None
    bound = solved.mip_dual_bound
    least = 0.0 if bound is None or not math.isfinite(bound) else math.ceil(bound - 1e-6) * coin
    return Whole(counts, solved.status == SOLVED, least)


def most_patterns(cutting: Cutting, stocks: Sequence[Stock], effort: Effort) -> int:
    """Return how many patterns a programme may hold that the effort is enough for.

    Args: cutting; stocks; effort, what may be spent.
    Returns: 0 or more.
    Source: arithmetic.

    >>> most_patterns(Cutting((900.0,), (3,), 0.0, 0.0), [Stock(2000.0, 300)], Effort(25_000))
    100
    """
    rows = _rows(cutting, sum(stock.most is not None for stock in stocks))
    return max(0, int((effort.left - A_PROGRAMME) / (A_CELL * rows)))


def _rows(cutting: Cutting, limited: int) -> int:
    return len(cutting.lengths) + limited + 1
