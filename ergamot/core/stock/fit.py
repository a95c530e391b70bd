"""How the cost of a pen follows one of its lengths: the steps where a board, a sheet, a roll or a bay more is wanted."""

from __future__ import annotations

import itertools
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import ErgamotError, require_range
from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.design import Design, build, change
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.structure import Structure
from ergamot.core.stock.bill import Bill, bill_of
from ergamot.core.stock.effort import GLANCE
from ergamot.core.stock.linear import Ways
from ergamot.core.stock.paid import Prices

STEP_MM, REACH_MM = 25.0, 500.0
STEP_SHARE = 0.01  # of the cost, a change that is told; judgement


@dataclass(frozen=True)
class Size:
    """A pen of one size: mm, what all of it costs, the share of its boards that is waste, and how its bays are divided."""

    mm: float
    cost: Decimal
    waste: float
    bays: int
    packs: Mapping[Phrase, int]


@dataclass(frozen=True)
class Jump:
    """Where the cost jumps: at which size, by how much, and what runs out there, in words."""

    mm: float
    more: Decimal
    why: tuple[Phrase, ...]


@dataclass(frozen=True)
class Fit:
    """Cost and waste over a range of one length, and where the cost jumps."""

    sizes: tuple[Size, ...]
    jumps: tuple[Jump, ...]


def stock_fit(
    catalogue: Catalogue,
    design: Design,
    parameter: str,
    reach_mm: float = REACH_MM,
    step_mm: float = STEP_MM,
    prices: Prices | None = None,
) -> Fit:
    """Price a pen again over a range of one of its lengths.

    Args: catalogue; design; parameter, the name of a length; reach_mm to either side, 25 to 1000; step_mm, 10 to 250; prices
        the farm pays, as `bill_of` takes them.
    Returns: the Fit; sizes that cannot be built are left out.
    Raises: OutOfRange.
    Source: the bill of each size.

    >>> from ergamot.core.frame.design import make_design
    >>> found = stock_fit(c, make_design(c, "low-pen", {}), "length", 50.0, 50.0)
    >>> len(found.sizes)
    3
    """
    require_range("reach_mm", reach_mm, 25, 1000, "mm")
    require_range("step_mm", step_mm, 10, 250, "mm")
    sizes = tuple(_sizes(catalogue, design, parameter, reach_mm, step_mm, prices))
    return Fit(sizes, tuple(jumps(sizes)))


def _sizes(
    catalogue: Catalogue,
    design: Design,
    parameter: str,
    reach_mm: float,
    step_mm: float,
    prices: Prices | None,
) -> Iterator[Size]:
    middle = float(design.values[parameter])
    steps = round(reach_mm / step_mm)
    ways = Ways()
    for i in range(-steps, steps + 1):
        mm = round(middle + i * step_mm, 1)
        try:
            structure = build(change(catalogue, design, {parameter: mm}), catalogue)
            bill = bill_of(structure, catalogue, GLANCE, ways=ways, prices=prices)
        except ErgamotError:
            continue
        yield Size(mm, bill.total, _waste(bill), _bays(structure), _packs(bill))


def _packs(bill: Bill) -> Mapping[Phrase, int]:
    """How many packs are bought of each kind."""
    found: Counter[Phrase] = Counter()
    for line in bill.lines:
        found[line.called] += line.packs
    return found


def _waste(bill: Bill) -> float:
    """Share of the boards' length that ends as no piece."""
    bars = [bar for _, _, plan in bill.plans for bar in plan.bars]
    whole = sum(bar.stock_mm for bar in bars)
    used = sum(bar.used_mm for bar in bars)
    return 1 - used / whole if whole else 0.0


def _bays(structure: Structure) -> int:
    """Bays along the pen: its lines of uprights or ribs, less one."""
    duties = (Duty.UPRIGHT, Duty.RAFTER, Duty.BOW)
    lines = {round(one.centre[0]) for one in structure.members if one.duty in duties}
    return max(0, len(lines) - 1)


def jumps(sizes: Sequence[Size]) -> Iterator[Jump]:
    """Where the cost jumps, and what runs out there.

    Args: sizes, in their order.
    Returns: an iterator of Jumps, one for each size that costs a hundredth more or less than the one before.
    Source: judgement.

    >>> costs = (Decimal("100.00"), Decimal("100.99"), Decimal("102.00"))
    >>> [one.more for one in jumps([Size(0.0, cost, 0.0, bays, {}) for bays, cost in enumerate(costs)])]
    [Decimal('1.01')]
    """
    for before, after in itertools.pairwise(sizes):
        more = after.cost - before.cost
        if abs(more) < before.cost * Decimal(str(STEP_SHARE)):
            continue
        yield Jump(after.mm, more, tuple(_why(before, after)))


def _why(before: Size, after: Size) -> Iterator[Phrase]:
    """What changes between two sizes, the bays first."""
    if after.bays != before.bays:
        yield phrase(f"{after.bays} bays instead of {before.bays}")
    for what in sorted({*before.packs, *after.packs}, key=lambda one: one.text("metric")):
        more = after.packs.get(what, 0) - before.packs.get(what, 0)
        if more:
            yield phrase(f"{abs(more)} {'more' if more > 0 else 'fewer'}: {{what}}", what=what)
