"""A whole plan out of the linear optimum: one bar at a time is taken, and what is left is solved anew.

What the linear optimum uses half a bar of is rounded up or down; taking a bar and working the optimum of the rest again
lets the rest make up for it. Which bar is taken is drawn by how much of it the optimum wants, so that several tries differ.
"""

from __future__ import annotations

import random
from collections import Counter
from dataclasses import replace

import numpy as np

from ergamot.core.stock.effort import Effort
from ergamot.core.stock.linear import Optimum, Plan, Ways, linear_optimum
from ergamot.core.stock.patterns import Cutting, Pattern, Stock

NONE = 1e-6  # of a bar; of arithmetic; may move


def dive(
    cutting: Cutting, stocks: tuple[Stock, ...], optimum: Optimum, seed: int, effort: Effort
) -> Plan | None:
    """Take bars one by one till everything is cut.

    Args: cutting; stocks; optimum of both, whole; seed, 0 or more, of what is drawn; effort, what may be spent.
    Returns: patterns, and how many bars of each; None where the effort was spent.
    Source: diving with column generation (Sadykov et al. 2019).

    >>> cutting, stocks = Cutting((1000.0,), (3,), 0.0, 0.0), (Stock(2000.0, 300),)
    >>> whole = linear_optimum(cutting, stocks, Effort(1e6))
    >>> [one.counts for one in dive(cutting, stocks, whole, 1, Effort(1e6))[0]]
    [(2,), (1,)]
    """
    drawn, taken = random.Random(seed), Counter[Pattern]()
    left, held, found = cutting, stocks, optimum
    while any(left.wanted):
        ways = zip(found.shares, found.patterns, strict=True)
        share, one = max(ways, key=lambda way: min(1.0, way[0]) * drawn.random())
        bars = max(1, int(share + NONE))
        bought = next(stock for stock in stocks if _same(stock, one.stock))
        taken[Pattern(bought, one.counts)] += bars
        left, held, patterns = _rest(left, held, found.patterns, one, bars)
        found = linear_optimum(left, held, effort, Ways({(held, len(left.lengths)): patterns}))
        if not found.whole:
            return None
    return list(taken), np.array(list(taken.values()))


def _same(one: Stock, other: Stock) -> bool:
    """Are they the same boards, however many of them are left?"""
    return replace(one, most=None) == replace(other, most=None)


def _rest(
    cutting: Cutting, stocks: tuple[Stock, ...], patterns: list[Pattern], taken: Pattern, bars: int
) -> tuple[Cutting, tuple[Stock, ...], list[Pattern]]:
    """What is still to be cut once some bars are, the boards there are for it, and the ways to cut those."""
    wanted = tuple(
        max(0, count - bars * cut) for count, cut in zip(cutting.wanted, taken.counts, strict=True)
    )
    now = next(stock for stock in stocks if _same(stock, taken.stock))
    after = now if now.most is None else replace(now, most=now.most - bars)
    held = tuple(after if stock == now else stock for stock in stocks)
    ways = [replace(one, stock=after) if one.stock == now else one for one in patterns]
    if after.most == 0:
        held = tuple(stock for stock in held if stock != after)
        ways = [one for one in ways if one.stock != after]
    return replace(cutting, wanted=wanted), held, ways
