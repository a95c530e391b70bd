"""The cheapest sheets to cut all boards of one kind from: exact to a dozen pieces, with a bound by area beyond."""

from __future__ import annotations

import contextlib
import math
import random
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from functools import lru_cache
from time import monotonic

import numpy as np
from scipy.optimize import LinearConstraint, milp

from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.stock.patterns import OutOfTime
from ergamot.core.stock.strips import FITS_MM, Layout, Rectangle, Sheetful, shelves

SHEET_KERF_MM = 3.0  # a circular saw's cut; judgement: as wood
SHEET_LIMIT_S = 2.0  # then the best so far is given, and said not to be proven; may move
SEED, SHAKEN, AT_ONCE, A_TRY_S = 5, 0.5, 4, 0.25  # of the search for better ones; may move
KEPT_PLANS = 256  # may move
EXACT_PIECES = 12  # may move: more are laid by shelves first and proven by area where they can be


@dataclass(frozen=True)
class Plate:
    """Sheets alike: size, mm, what one costs or is worth; in hand so many, known as `thing`, else as many as are bought."""

    long_mm: float
    wide_mm: float
    price: Decimal
    count: int | None = None
    thing: int = 0

    @property
    def area(self) -> float:
        return self.long_mm * self.wide_mm


@dataclass(frozen=True)
class CutPlate:
    """One sheet and what is cut out of it."""

    plate: Plate
    layout: Layout

    @property
    def used(self) -> float:
        """Share of it that ends as pieces."""
        return sum(one.long_mm * one.wide_mm for one in self.layout.laid) / self.plate.area


@dataclass(frozen=True)
class PlatePlan:
    """Sheets to buy or take and cut by three rounds of straight cuts; no plan can cost less than `bound`."""

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
    seconds: float = SHEET_LIMIT_S,
) -> PlatePlan:
    """Cut all pieces out of the sheets sold and those in hand for the least money.

    Args: pieces, each one rectangle; plates, sizes on sale (no count) and in hand; kerf_mm, 0 to 10; seconds, 0.05 to 60.
    Returns: the PlatePlan, cheapest of all that strips, stacks and pieces can make, or the best found in the time.
    Raises: OutOfRange when a piece is larger than any sheet sold.
    Source: three-stage guillotine cutting, Gilmore & Gomory (1965); branch and bound.

    >>> ply = Plate(2440, 1220, Decimal("38"))
    >>> plan_plates([Rectangle("a", 1200, 600)] * 5, [ply]).cost
    Decimal('76.00')
    """
    require_range("kerf_mm", kerf_mm, 0, 10, "mm")
    require_range("seconds", seconds, 0.05, 60, "s")
    deadline = monotonic() + seconds
    kept = _kept(tuple(pieces), tuple(plates), kerf_mm)
    if kept.plan and (kept.plan.proven or kept.seconds >= seconds):
        return kept.plan
    sold = [one for one in plates if one.count is None]
    for piece in pieces:
        if not any(_comes_from(piece, one) for one in sold):
            raise OutOfRange(
                "size",
                f"{piece.long_mm:.0f} × {piece.wide_mm:.0f} mm",
                "within the largest sheet sold",
                f"Piece {piece.label} is larger than any sheet sold",
            )
    held = [one for one in plates if one.count and any(_comes_from(piece, one) for piece in pieces)]
    stocks = [*held, *sold]
    tried = (_by_shelves(pieces, some, kerf_mm) for some in (stocks, sold))
    best = min(tried, key=_cost)
    bound = _by_area(pieces, stocks)
    proven = _cost(best) <= bound
    if not proven:
        if len(pieces) > EXACT_PIECES:
            best = _improved(best, stocks, kerf_mm, deadline, bound)
            proven = _cost(best) <= bound
        else:
            search = _Search(stocks, kerf_mm, deadline, best, bound)
            try:
                search.run(tuple(pieces))
                proven = True
            except OutOfTime:
                proven = False
            best = search.best
    cost = _cost(best)
    plan = PlatePlan(tuple(best), cost, cost if proven else bound, proven, kerf_mm)
    kept.plan, kept.seconds = plan, seconds
    return plan


@dataclass
class _Kept:
    """The last plan of some pieces, and how long it was looked for, seconds."""

    plan: PlatePlan | None = None
    seconds: float = 0.0


@lru_cache(maxsize=KEPT_PLANS)
def _kept(pieces: tuple[Rectangle, ...], plates: tuple[Plate, ...], kerf_mm: float) -> _Kept:
    """Where it is kept: a pen of another length asks for the boards of its house again, as they were."""
    return _Kept()


def _comes_from(piece: Rectangle, plate: Plate) -> bool:
    return any(
        long <= plate.long_mm + FITS_MM and wide <= plate.wide_mm + FITS_MM for long, wide in piece.ways()
    )


def _cost(plan: Sequence[CutPlate]) -> Decimal:
    return sum((one.plate.price for one in plan), Decimal("0.00"))


def _by_area(pieces: Sequence[Rectangle], stocks: Sequence[Plate]) -> Decimal:
    """The cheapest sheets with area enough, however they are cut."""
    if not pieces:
        return Decimal("0.00")
    cents = np.array([int(one.price * 100) for one in stocks])
    areas = np.array([one.area / 1e6 for one in stocks])
    most = np.array([math.inf if one.count is None else one.count for one in stocks])
    asked = sum(one.area for one in pieces) / 1e6
    solved = milp(
        cents,
        constraints=[
            LinearConstraint(areas[None], lb=asked - 1e-9),
            LinearConstraint(np.eye(len(stocks)), ub=most),
        ],
        integrality=np.ones(len(stocks), dtype=int),
    )
    return Decimal(round(solved.fun)).scaleb(-2) if solved.x is not None else Decimal("0.00")


def _by_shelves(pieces: Sequence[Rectangle], stocks: Sequence[Plate], kerf: float) -> list[CutPlate]:
    """Sheet after sheet, each of whichever size costs least for what goes on it."""
    left, plan, taken = list(pieces), list[CutPlate](), Counter[Plate]()
    while left:
        tried: list[tuple[float, float, int, Plate, Layout, list[Rectangle]]] = []
        for stock in stocks:
            if stock.count is not None and taken[stock] >= stock.count:
                continue
            layout, rest = shelves(left, stock.long_mm, stock.wide_mm, kerf)
            placed = sum(one.long_mm * one.wide_mm for one in layout.laid)
            if placed:
                tried.append((float(stock.price) / placed, -placed, len(tried), stock, layout, rest))
        _, _, _, stock, layout, left = min(tried, key=lambda one: one[:3])
        taken[stock] += 1
        plan.append(CutPlate(stock, layout))
    return plan


def _improved(
    plan: list[CutPlate], stocks: Sequence[Plate], kerf: float, deadline: float, bound: Decimal
) -> list[CutPlate]:
    """Takes a few sheets at a time, the emptiest most often, and cuts all that is on them anew as cheaply as can be."""
    chance = random.Random(SEED)
    while monotonic() < deadline and _cost(plan) > bound and len(plan) > 1:
        order = sorted(plan, key=lambda one: one.used + chance.random() * SHAKEN)
        few: list[CutPlate] = []
        for one in order:
            if sum(len(held.layout.laid) for held in (*few, one)) <= EXACT_PIECES and len(few) < AT_ONCE:
                few.append(one)
        if len(few) < 2:
            break
        rest = list(plan)
        for one in few:
            rest.remove(one)
        taken = Counter(one.plate for one in rest)
        free = [replace(one, count=None if one.count is None else one.count - taken[one]) for one in stocks]
        pieces = [
            Rectangle(laid.label, laid.long_mm, laid.wide_mm, laid.turns)
            for one in few
            for laid in one.layout.laid
        ]
        least = _by_area(pieces, free)
        search = _Search(free, kerf, min(deadline, monotonic() + A_TRY_S), few, least)
        with contextlib.suppress(OutOfTime):
            search.run(tuple(pieces))
        back = {replace(one, count=None): one for one in stocks}
        better = [CutPlate(back[replace(one.plate, count=None)], one.layout) for one in search.best]
        if _cost(better) < _cost(few) or _fuller(better, few):
            plan = [*rest, *better]
    return plan


def _fuller(one: Sequence[CutPlate], other: Sequence[CutPlate]) -> bool:
    """Does a plan of the same cost leave one sheet emptier, so that another time it is saved?"""
    emptiest, before = (min(cut.used for cut in plan) for plan in (one, other))
    return _cost(one) == _cost(other) and emptiest < before - 1e-6


class _Search:
    """Every way to share pieces out over sheets that might cost less than the best known."""

    def __init__(
        self, stocks: Sequence[Plate], kerf: float, deadline: float, best: list[CutPlate], bound: Decimal
    ) -> None:
        self.stocks = sorted(
            stocks, key=lambda one: (one.count is None, one.price / Decimal(one.area), -one.area)
        )
        self.best, self.bound, self.deadline = best, bound, deadline
        self.full = {one: Sheetful(one.long_mm, one.wide_mm, kerf, deadline) for one in stocks}
        self._seen: dict[tuple[tuple[Rectangle, ...], tuple[int, ...]], Decimal] = {}

    def run(self, pieces: tuple[Rectangle, ...]) -> None:
        """Look at every plan that may be cheaper; OutOfTime where there are too many."""
        ordered = tuple(sorted(pieces, key=lambda one: (-one.area, one.label)))
        self._share(ordered, (0,) * len(self.stocks), [])

    def _share(self, left: tuple[Rectangle, ...], taken: tuple[int, ...], plan: list[CutPlate]) -> None:
        cost = _cost(plan)
        if not left:
            if cost < _cost(self.best):
                self.best = list(plan)
            return
        if _cost(self.best) <= self.bound or self._known(left, taken, cost):
            return
        if monotonic() > self.deadline:
            raise OutOfTime
        if cost + self._least(left, taken) >= _cost(self.best):
            return
        for i, stock in enumerate(self.stocks):
            if stock.count is not None and taken[i] >= stock.count:
                continue
            more = tuple(n + (k == i) for k, n in enumerate(taken))
            fitted: list[Counter[Rectangle]] = []
            for chosen in _choices(left, stock.area):
                counted = Counter(chosen)
                if any(counted <= one for one in fitted):
                    continue
                layout = self.full[stock].layout(chosen)
                if layout is None:
                    continue
                fitted.append(counted)
                rest = _rest(left, counted)
                self._share(rest, more, [*plan, CutPlate(stock, layout)])

    def _known(self, left: tuple[Rectangle, ...], taken: tuple[int, ...], cost: Decimal) -> bool:
        """Was the same left to cut from the same sheets before, for no more?"""
        held = tuple(n for n, stock in zip(taken, self.stocks, strict=True) if stock.count is not None)
        before = self._seen.get((left, held))
        if before is not None and before <= cost:
            return True
        self._seen[left, held] = cost
        return False

    def _least(self, left: tuple[Rectangle, ...], taken: tuple[int, ...]) -> Decimal:
        there = [
            Plate(
                one.long_mm, one.wide_mm, one.price, None if one.count is None else one.count - n, one.thing
            )
            for one, n in zip(self.stocks, taken, strict=True)
        ]
        return _by_area(left, there)


def _choices(left: tuple[Rectangle, ...], area: float) -> list[tuple[Rectangle, ...]]:
    """The largest piece with any others that have room by area, the fullest sheets first."""
    room = area - left[0].area
    found: list[tuple[tuple[Rectangle, ...], float]] = [((), 0.0)]
    rest = left[1:]
    for kind in dict.fromkeys(rest):
        most = rest.count(kind)
        found = [
            ((*held, *(kind,) * n), used + n * kind.area)
            for held, used in found
            for n in range(most, -1, -1)
            if used + n * kind.area <= room + FITS_MM
        ]
    found.sort(key=lambda one: -one[1])
    return [(left[0], *held) for held, _ in found if area >= left[0].area - FITS_MM]


def _rest(left: tuple[Rectangle, ...], counted: Counter[Rectangle]) -> tuple[Rectangle, ...]:
    there, rest = Counter(counted), []
    for one in left:
        if there[one]:
            there[one] -= 1
        else:
            rest.append(one)
    return tuple(rest)
