"""Sheets filled piece by piece, each where it fits best: quick plans by straight cuts, in many ways, of which the best is taken."""

from __future__ import annotations

import itertools
import random
from collections import Counter
from collections.abc import Callable, Iterator, Sequence

from rectpack import guillotine
from rectpack.guillotine import Guillotine

from ergamot.core.stock.effort import Effort
from ergamot.core.stock.plate import CutPlate, Plate
from ergamot.core.stock.rectangles import Laid, Rectangle, sawn_apart

Order = Callable[[Rectangle], float]
Plan = list[CutPlate]

A_PIECE = 25  # steps: a piece tried on a sheet; may move
TENTHS_MM = 1e4  # the packing counts in whole ten-thousandths of a millimetre
SHAKEN = 0.4  # of the size a piece is ordered by, in random orders; may move

# Which free place a piece takes, and which way the rest of it is parted; every pair of them
PLACES = ("Baf", "Bssf", "Blsf")
PARTED = ("Sas", "Las", "Slas", "Llas", "Maxas", "Minas")
# What the pieces are ordered by, the largest first: those that most packings use come first
ORDERS: tuple[Order, ...] = (
    lambda one: one.area,
    lambda one: max(one.long_mm, one.wide_mm),
    lambda one: one.long_mm + one.wide_mm,
    lambda one: min(one.long_mm, one.wide_mm),
    lambda one: abs(one.long_mm - one.wide_mm),
    lambda one: max(one.long_mm, one.wide_mm) / min(one.long_mm, one.wide_mm),
)


def packed(
    pieces: Sequence[Rectangle],
    stocks: Sequence[Plate],
    kerf_mm: float,
    effort: Effort,
    chance: random.Random,
) -> Iterator[Plan]:
    """Fill sheets in every way there is, then over and over in random orders, as long as there is effort left.

    Args: pieces, each of which comes out of a sheet that is sold; stocks, sheets on sale and in hand; kerf_mm, 0 to 10; effort;
        chance, of the random orders.
    Returns: an iterator of plans; at least one.
    Source: guillotine heuristics, Jylänki (2010).

    >>> from decimal import Decimal
    >>> ply = Plate(2440, 1220, Decimal("38"))
    >>> plan = next(packed([Rectangle("a", 1200, 600)] * 5, [ply], 3.0, Effort(1e5), random.Random(1)))
    >>> [len(one.layout.laid) for one in plan]
    [4, 1]
    """
    ways = [
        (getattr(guillotine, f"Guillotine{place}{parted}"), merge)
        for merge, place, parted in itertools.product((True, False), PLACES, PARTED)
    ]
    usual, others = ways[: len(ways) // 2], ways[len(ways) // 2 :]
    tried = itertools.chain(
        itertools.product(ORDERS, usual, _choices(stocks), (True,)),
        itertools.product(ORDERS, others, _choices(stocks), (True,)),
        itertools.product(ORDERS, ways, _choices(stocks), (False,)),
    )
    for order, (how, merge), some, fullest in tried:
        plan = _filled(
            sorted(pieces, key=lambda one: -order(one)), some, kerf_mm, how, merge, fullest, effort
        )
        if plan is not None:
            yield plan
        if effort.left <= 0:
            return
    while effort.left > 0:
        how, merge = chance.choice(ways)
        order = chance.choice(ORDERS)
        shaken = sorted(pieces, key=lambda one: -order(one) * (1 - SHAKEN * chance.random()))
        plan = _filled(
            shaken, chance.choice(_choices(stocks)), kerf_mm, how, merge, chance.random() < 0.5, effort
        )
        if plan is not None:
            yield plan


def _choices(stocks: Sequence[Plate]) -> list[list[Plate]]:
    """List sheets in the orders they may be opened in: what is in hand first, the cheapest by area, the largest; or bought alone."""
    held = sorted((one for one in stocks if one.count is not None), key=lambda one: one.price / int(one.area))
    sold = [one for one in stocks if one.count is None]
    by_area = sorted(sold, key=lambda one: (one.price / int(one.area), -one.area))
    largest = sorted(sold, key=lambda one: -one.area)
    found = [[*held, *by_area], [*held, *largest], by_area, largest]
    return [one for i, one in enumerate(found) if one not in found[:i]]


def _filled(
    ordered: Sequence[Rectangle],
    stocks: Sequence[Plate],
    kerf: float,
    how: type[Guillotine],
    merge: bool,
    fullest: bool,
    effort: Effort,
) -> Plan | None:
    """Lay each piece on the first sheet with room, or on that where it fits best, else on the first of another sheet it comes out of;
    None where some sheet is not sawn apart by straight cuts."""
    opened: list[tuple[Plate, Guillotine, list[tuple[Rectangle, Laid]]]] = []
    taken: Counter[Plate] = Counter()
    for one in ordered:
        effort.charge(A_PIECE * (1 + len(opened)))
        long, wide = (int((side + kerf) * TENTHS_MM) for side in (one.long_mm, one.wide_mm))
        tried = opened
        if fullest:
            fits = [
                (fit, i)
                for i, (_, full, _) in enumerate(opened)
                if (fit := _fit(full, one, long, wide)) is not None
            ]
            tried = [opened[min(fits)[1]]] if fits else []
        if any(_put(full, held, one, long, wide) for _, full, held in tried):
            continue
        for stock in stocks:
            if stock.gives(one) and (stock.count is None or taken[stock] < stock.count):
                size = [round((side + kerf) * TENTHS_MM) + 1 for side in (stock.long_mm, stock.wide_mm)]
                full, held = how(*size, rot=True, merge=merge), list[tuple[Rectangle, Laid]]()
                if _put(full, held, one, long, wide):
                    opened.append((stock, full, held))
                    taken[stock] += 1
                    break
        else:
            return None
    plan: Plan = []
    for stock, _, held in opened:
        layout = sawn_apart([laid for _, laid in held], kerf)
        if layout is None or not all(stock.holds(one.side(0)[1], one.side(1)[1]) for one in layout.laid):
            return None
        plan.append(CutPlate(stock, layout))
    return plan


def _fit(full: Guillotine, one: Rectangle, long: int, wide: int) -> float | None:
    full.rot = one.turns
    fit: float | None = full.fitness(long, wide)
    return fit


def _put(full: Guillotine, held: list[tuple[Rectangle, Laid]], one: Rectangle, long: int, wide: int) -> bool:
    """Lay a piece on a sheet where it fits best; whether there was room."""
    full.rot = one.turns
    put = full.add_rect(long, wide)
    if put is None:
        return False
    lies = one.ways()[0 if put.width == long else 1]
    held.append((one, Laid(one.label, put.x / TENTHS_MM, put.y / TENTHS_MM, *lies, one.turns)))
    return True


def smaller(plan: Sequence[CutPlate], stocks: Sequence[Plate]) -> Plan:
    """Make each sheet of a plan the cheapest that holds what is cut out of it.

    Args: plan; stocks, sheets on sale and in hand.
    Returns: the plan, which costs no more.
    Source: arithmetic.

    >>> from decimal import Decimal
    >>> from ergamot.core.stock.plate import cost_of
    >>> large, small = Plate(2440, 1220, Decimal("38")), Plate(1220, 610, Decimal("12"))
    >>> ways = packed([Rectangle("a", 600, 600)], [large], 3.0, Effort(1e3), random.Random(1))
    >>> cost_of(smaller(next(ways), [large, small]))
    Decimal('12.00')
    """
    taken = Counter(one.plate for one in plan)
    found: Plan = []
    for one in sorted(plan, key=lambda one: -one.plate.price):
        far = [max(laid.side(axis)[1] for laid in one.layout.laid) for axis in (0, 1)]
        taken[one.plate] -= 1
        free = [
            stock
            for stock in stocks
            if stock.holds(*far) and (stock.count is None or taken[stock] < stock.count)
        ]
        best = min((one.plate, *free), key=lambda stock: (stock.price, not stock.thing, stock.area))
        taken[best] += 1
        found.append(CutPlate(best, one.layout))
    return found
