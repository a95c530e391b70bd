"""Ways to cut one bar: the search for patterns behind the cutting plan.

A pattern says how many of each wanted length come out of one bar of a stock length. It fits when
Σ l + kerf·(n − 1) + trim ≤ stock. A piece as long as its board is taken as it comes; one a
little shorter than the longest board sold is that board with one end sawn, for it comes from no other.

Pieces with the same mitre nest: one saw cut ends the one and begins the next, turned over where it must be. So they take
their mean length each, and what the last long point reaches past it once.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import cached_property

from ergamot.core.catalogue.timber import AS_SOLD_MM
from ergamot.core.stock.effort import Effort, OutOfEffort

A_LOOK = 5  # steps: one way to go on with a pattern; may move


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
class Mitre:
    """How a piece's ends are sawn: the angle off square, whether both ends are, and its mean length, mm."""

    angle_deg: float
    both: bool
    mean_mm: float


@dataclass(frozen=True)
class Cutting:
    """What is to be cut: lengths (mm, longest first), how many of each, and the saw; the mitre of each where it nests with
    its like; the longest board sold, mm, 0 where that is no matter."""

    lengths: tuple[float, ...]
    wanted: tuple[int, ...]
    kerf_mm: float
    trim_mm: float
    mitres: tuple[Mitre | None, ...] = ()
    longest_mm: float = 0.0

    @cached_property
    def each(self) -> tuple[float, ...]:
        """What one of each length takes of a bar, saw cut with it, mm; of those that nest without what reaches past."""
        return tuple(
            (length if mitre is None else mitre.mean_mm) + self.saw(i)
            for i, (length, mitre) in enumerate(zip(self.lengths, self._mitres, strict=True))
        )

    @cached_property
    def past(self) -> tuple[float, ...]:
        """How far the long point of each reaches past its mean length, mm; 0 where it does not nest."""
        return tuple(
            0.0 if mitre is None else length - mitre.mean_mm
            for length, mitre in zip(self.lengths, self._mitres, strict=True)
        )

    @cached_property
    def nests(self) -> tuple[int, ...]:
        """Which of them nest with each other: a number for each, below 0 where with none."""
        found: dict[tuple[float, bool, float], int] = {}
        return tuple(
            -1
            if mitre is None
            else found.setdefault((mitre.angle_deg, mitre.both, round(past, 1)), len(found))
            for mitre, past in zip(self._mitres, self.past, strict=True)
        )

    @cached_property
    def _mitres(self) -> tuple[Mitre | None, ...]:
        return self.mitres or (None,) * len(self.lengths)

    def saw(self, i: int) -> float:
        """What the cut after a piece takes of the bar's length, mm: more where it slants."""
        mitre = self._mitres[i]
        return self.kerf_mm if mitre is None else self.kerf_mm / math.cos(math.radians(mitre.angle_deg))

    @cached_property
    def in_pairs(self) -> tuple[bool, ...]:
        """Tell which nest with one other only: one of their ends is square."""
        return tuple(mitre is not None and not mitre.both for mitre in self._mitres)

    def reaches(self, i: int, count: int) -> float:
        """What so many that nest with one reach past their mean lengths, mm: once where both their ends are sawn, else where
        one is left without a fellow."""
        if not count or (self.in_pairs[i] and count % 2 == 0):
            return 0.0
        return self.past[i]

    def takes(self, i: int, count: int, before: int) -> float:
        """What so many more of a length take of a bar in which `before` of its nest are already, mm."""
        if not self.past[i]:
            return count * self.each[i]
        return count * self.each[i] + self.reaches(i, before + count) - self.reaches(i, before)

    def bare_mm(self, counts: tuple[int, ...]) -> float:
        return sum(length * count for length, count in zip(self.lengths, counts, strict=True))

    def alone(self, stock: Stock) -> list[Pattern]:
        """Pieces that are the board as it comes, or come from it with no room for the cut after them."""
        return [
            Pattern(stock, _only(i, 1, len(self.lengths)))
            for i, length in enumerate(self.lengths)
            if self.comes_from(length, stock) and not self.most(i, self.room(stock))
        ]

    def most(self, i: int, room: float, before: int = 0) -> int:
        """How many of one length fit in what is left of a bar (room counts one kerf more), beside those of its nest."""
        count = min(self.wanted[i], int((room + self.reaches(i, before) + 1e-6) // self.each[i]))
        while count > 0 and self.takes(i, count, before) > room + 1e-6:
            count -= 1
        return count

    def comes_from(self, length: float, stock: Stock) -> bool:
        """Can a piece come out of a bar: cut from it, or the bar as it is sold?"""
        cut = length + self.trim_mm + stock.lost_mm <= stock.length_mm + 1e-6
        return cut or self._is_the_board(length, stock)

    def _is_the_board(self, length: float, stock: Stock) -> bool:
        """Is a piece so near a sound board's length that at most one end is sawn, with no more to square off?"""
        of_the_longest = 0 < self.longest_mm <= stock.length_mm
        spare = max(AS_SOLD_MM, self.trim_mm) if of_the_longest else AS_SOLD_MM
        return not stock.lost_mm and -AS_SOLD_MM <= stock.length_mm - length <= spare

    def room(self, stock: Stock) -> float:
        return stock.length_mm - stock.lost_mm - self.trim_mm + self.kerf_mm


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
    found = [pattern for stock in stocks for pattern in cutting.alone(stock)]
    for stock in stocks:
        for i in range(size):
            count = cutting.most(i, cutting.room(stock))
            if count:
                found.append(Pattern(stock, _only(i, count, size)))
    return found


def best_pattern(
    cutting: Cutting, stock: Stock, worth: list[float], effort: Effort, above: float = 0.0
) -> tuple[float, Pattern | None]:
    """The pattern of greatest worth out of one bar.

    Args: cutting; stock; worth of one piece of each length, 0 or more; effort, what may be spent; above, only what is worth more
        is looked for, 0 or more.
    Returns: (worth, pattern); `above` and no pattern where nothing is worth more.
    Raises: OutOfEffort.
    Source: bounded knapsack by depth-first search with the fractional bound (Dantzig 1957).

    >>> cutting = Cutting((1000.0, 600.0), (2, 2), 3.0, 0.0)
    >>> board = Stock(2440.0, 500)
    >>> best_pattern(cutting, board, [3.0, 2.0], Effort(1e6))[1].counts
    (1, 2)
    """
    best: Pattern | None = None
    highest = [above]
    for found in _search(cutting, stock, worth, lambda: highest[0] + 1e-9, effort):
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
    effort: Effort,
) -> list[Pattern] | None:
    """Every full pattern of one stock worth at least so much.

    Args: cutting; stock; worth of each length, 0 or more; least, worth to reach, 0 or more; most, how many
        to list, 0 or more; effort, what may be spent.
    Returns: the patterns, or None when there are more than `most`.
    Raises: OutOfEffort.
    Source: reduced-cost enumeration (Baldacci et al. 2008).

    >>> cutting = Cutting((1000.0, 600.0), (2, 2), 3.0, 0.0)
    >>> board = Stock(2440.0, 500)
    >>> [one.counts for one in patterns_worth(cutting, board, [3.0, 2.0], 7.0, 10, Effort(1e6))]
    [(1, 2)]
    """
    listed: list[Pattern] = []
    for counts in _search(cutting, stock, worth, lambda: least, effort):
        listed.append(Pattern(stock, counts))
        if len(listed) > most:
            return None
    return listed


def _search(
    cutting: Cutting, stock: Stock, worth: list[float], floor: Callable[[], float], effort: Effort
) -> Iterator[tuple[int, ...]]:
    """Full patterns (nothing more fits) that may reach the floor, richest lengths tried first."""
    size = len(cutting.lengths)
    each, nests = cutting.each, cutting.nests
    order = sorted(range(size), key=lambda i: -worth[i] / each[i])
    counts = [0] * size
    held = [0] * (max(nests, default=-1) + 1)  # how many of each nest
    in_pairs = [
        (nest, cutting.past[nests.index(nest)])
        for nest in range(len(held))
        if cutting.in_pairs[nests.index(nest)]
    ]

    def bound(depth: int, room: float) -> float:
        value = 0.0
        for i in order[depth:]:
            take = min(cutting.wanted[i], room / each[i])
            value += worth[i] * take
            room -= take * each[i]
            if room <= 1e-9:
                break
        return value

    def given_back() -> float:
        """What a nest's odd piece may give back when it gets a fellow."""
        return sum(past for nest, past in in_pairs if held[nest] % 2)

    looks, enough = 0, effort.left / A_LOOK  # told at the end: one by one, telling costs as much as looking

    def descend(depth: int, room: float, value: float) -> Iterator[tuple[int, ...]]:
        nonlocal looks
        looks += 1
        if looks > enough:
            raise OutOfEffort
        if value + bound(depth, room + given_back() if in_pairs else room) < floor() - 1e-9:
            return
        if depth == size:
            full = all(
                counts[i] == cutting.wanted[i]
                or cutting.takes(i, 1, held[nests[i]] if nests[i] >= 0 else 0) > room + 1e-6
                for i in range(size)
            )
            if full and any(counts):
                yield tuple(counts)
            return
        i = order[depth]
        nest = nests[i]
        before = held[nest] if nest >= 0 else 0
        for count in range(cutting.most(i, room, before), -1, -1):
            counts[i] = count
            if nest >= 0:
                held[nest] = before + count
            yield from descend(depth + 1, room - cutting.takes(i, count, before), value + count * worth[i])
        counts[i] = 0
        if nest >= 0:
            held[nest] = before

    try:
        yield from descend(0, cutting.room(stock), 0.0)
    finally:
        effort.charge(A_LOOK * looks)
    for pattern in cutting.alone(stock):
        value = sum(w * n for w, n in zip(worth, pattern.counts, strict=True))
        if value >= floor() - 1e-9:
            yield pattern.counts
