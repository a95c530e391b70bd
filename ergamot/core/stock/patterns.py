"""Ways to cut one bar: the search for patterns behind the cutting plan.

A pattern says how many of each wanted length come out of one bar of a stock length. It fits when
Σ l + kerf·(n − 1) + trim ≤ stock. A piece as long as its board is taken as it comes, uncut.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from time import monotonic

LOOKS_UP = 512  # steps of the search between two looks at the clock; may move
UNCUT_MM = 0.6  # a piece this near its board's length is the board itself


class OutOfTime(Exception):
    """The search was not done by its deadline; caught by the cutting plan, never shown."""


@dataclass(frozen=True)
class Stock:
    """A length sold, mm, and its price in cents; or boards in hand, `most` of them, known as `thing`, what each is worth and
    what of its ends is not sound, mm."""

    length_mm: float
    price_cents: int
    lost_mm: float = 0.0
    most: int | None = None
    thing: int = 0


@dataclass(frozen=True)
class Pattern:
    """Counts of each wanted length, in the order of the wanted lengths, out of one bar."""

    stock: Stock
    counts: tuple[int, ...]


@dataclass(frozen=True)
class Cutting:
    """What is to be cut: lengths (mm, longest first), how many of each, and the saw."""

    lengths: tuple[float, ...]
    wanted: tuple[int, ...]
    kerf_mm: float
    trim_mm: float

    def bare_mm(self, counts: tuple[int, ...]) -> float:
        return sum(length * count for length, count in zip(self.lengths, counts, strict=True))

    def uncut(self, stock: Stock) -> list[Pattern]:
        """Pieces that are the board as it comes."""
        return [
            Pattern(stock, _only(i, 1, len(self.lengths)))
            for i, length in enumerate(self.lengths)
            if _as_it_comes(length, stock)
        ]

    def most(self, i: int, room: float) -> int:
        """How many of one length fit in what is left of a bar (room counts one kerf more)."""
        each = self.lengths[i] + self.kerf_mm
        return min(self.wanted[i], int((room + 1e-6) // each))

    def comes_from(self, length: float, stock: Stock) -> bool:
        """Can a piece come out of a bar: cut from it, or the bar as it is sold?"""
        cut = length + self.trim_mm + stock.lost_mm <= stock.length_mm + 1e-6
        return cut or _as_it_comes(length, stock)

    def room(self, stock: Stock) -> float:
        return stock.length_mm - stock.lost_mm - self.trim_mm + self.kerf_mm


def _as_it_comes(length: float, stock: Stock) -> bool:
    return not stock.lost_mm and abs(length - stock.length_mm) <= UNCUT_MM


def _only(index: int, count: int, size: int) -> tuple[int, ...]:
    return tuple(count if i == index else 0 for i in range(size))


def simple_patterns(cutting: Cutting, stocks: tuple[Stock, ...]) -> list[Pattern]:
    """Patterns of one length each, enough to cut everything somehow.

    Args: cutting; stocks on sale.
    Returns: patterns; a length that fits no stock has none.
    Source: common practice.

    >>> cutting = Cutting((1000.0, 600.0), (2, 2), 3.0, 0.0)
    >>> board = Stock(2440.0, 500)
    >>> [one.counts for one in simple_patterns(cutting, (board,))]
    [(2, 0), (0, 2)]
    """
    size = len(cutting.lengths)
    found = [pattern for stock in stocks for pattern in cutting.uncut(stock)]
    for stock in stocks:
        for i in range(size):
            count = cutting.most(i, cutting.room(stock))
            if count:
                found.append(Pattern(stock, _only(i, count, size)))
    return found


def best_pattern(
    cutting: Cutting, stock: Stock, worth: list[float], deadline: float = math.inf, above: float = 0.0
) -> tuple[float, Pattern | None]:
    """The pattern of greatest worth out of one bar.

    Args: cutting; stock; worth of one piece of each length, 0 or more; deadline, s, on the monotonic clock; above, only what is
        worth more is looked for, 0 or more.
    Returns: (worth, pattern); `above` and no pattern where nothing is worth more.
    Raises: OutOfTime.
    Source: bounded knapsack by depth-first search with the fractional bound (Dantzig 1957).

    >>> cutting = Cutting((1000.0, 600.0), (2, 2), 3.0, 0.0)
    >>> board = Stock(2440.0, 500)
    >>> best_pattern(cutting, board, [3.0, 2.0])[1].counts
    (1, 2)
    """
    best: Pattern | None = None
    highest = [above]
    for found in _search(cutting, stock, worth, lambda: highest[0] + 1e-9, deadline):
        value = sum(w * n for w, n in zip(worth, found, strict=True))
        if value > highest[0]:
            highest[0], best = value, Pattern(stock, found)
    return highest[0], best


def patterns_worth(
    cutting: Cutting,
    stock: Stock,
    worth: list[float],
    least: float,
    most: int,
    deadline: float = math.inf,
) -> list[Pattern] | None:
    """Every full pattern of one stock worth at least so much.

    Args: cutting; stock; worth of each length, 0 or more; least, worth to reach, 0 or more; most, how many
        to list, 1 or more; deadline, s, on the monotonic clock.
    Returns: the patterns, or None when there are more than `most`.
    Raises: OutOfTime.
    Source: reduced-cost enumeration (Baldacci et al. 2008).

    >>> cutting = Cutting((1000.0, 600.0), (2, 2), 3.0, 0.0)
    >>> board = Stock(2440.0, 500)
    >>> [one.counts for one in patterns_worth(cutting, board, [3.0, 2.0], 7.0, 10)]
    [(1, 2)]
    """
    listed: list[Pattern] = []
    for counts in _search(cutting, stock, worth, lambda: least, deadline):
        listed.append(Pattern(stock, counts))
        if len(listed) > most:
            return None
    return listed


def _search(
    cutting: Cutting, stock: Stock, worth: list[float], floor: Callable[[], float], deadline: float
) -> Iterator[tuple[int, ...]]:
    """Full patterns (nothing more fits) that may reach the floor, richest lengths tried first."""
    size = len(cutting.lengths)
    each = [length + cutting.kerf_mm for length in cutting.lengths]
    order = sorted(range(size), key=lambda i: -worth[i] / each[i])
    counts = [0] * size

    def bound(depth: int, room: float) -> float:
        value = 0.0
        for i in order[depth:]:
            take = min(cutting.wanted[i], room / each[i])
            value += worth[i] * take
            room -= take * each[i]
            if room <= 1e-9:
                break
        return value

    steps = itertools.count(1)

    def descend(depth: int, room: float, value: float) -> Iterator[tuple[int, ...]]:
        if next(steps) % LOOKS_UP == 0 and monotonic() > deadline:
            raise OutOfTime
        if value + bound(depth, room) < floor() - 1e-9:
            return
        if depth == size:
            full = all(counts[i] == cutting.wanted[i] or each[i] > room + 1e-6 for i in range(size))
            if full and any(counts):
                yield tuple(counts)
            return
        i = order[depth]
        for count in range(cutting.most(i, room), -1, -1):
            counts[i] = count
            yield from descend(depth + 1, room - count * each[i], value + count * worth[i])
        counts[i] = 0

    yield from descend(0, cutting.room(stock), 0.0)
    for pattern in cutting.uncut(stock):
        value = sum(w * n for w, n in zip(worth, pattern.counts, strict=True))
        if value >= floor() - 1e-9:
            yield pattern.counts
