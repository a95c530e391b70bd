"""What a pen costs and for how long: by group, a bird, a year of service."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.kinds import Aisle, Fitting
from ergamot.core.errors import require_range
from ergamot.core.stock.coverings import Bought

CENT = Decimal("0.01")
# Years of service out of doors; judgements: coated softwood, galvanised wire, zinc-plated hardware, wheels
YEARS = {
    Aisle.TIMBER: 10,
    Aisle.SHEET: 10,
    Aisle.MESH: 10,
    Aisle.HARDWARE: 10,
    Aisle.FIXINGS: 10,
    Aisle.GEAR: 8,
    Aisle.INSIDE: 5,
}
YEARS_OF = {Fitting.PAINT: 3, Fitting.TIE: 2, Fitting.ROPE: 3, Fitting.CORD: 3}


@dataclass(frozen=True)
class Wears:
    """What is to be bought again after so many years, and for how much."""

    what: str
    years: int
    cost: Decimal


@dataclass(frozen=True)
class Money:
    """What is paid, by aisle; for each bird; for each year of service; and what wears out first."""

    by_aisle: tuple[tuple[Aisle, Decimal], ...]
    total: Decimal
    a_bird: Decimal
    a_year: Decimal
    wears: tuple[Wears, ...]


def money_of(lines: Sequence[Bought], catalogue: Catalogue, birds: int) -> Money:
    """Sum a shopping list up.

    Args: lines, of a bill; catalogue; birds the pen is for, 1 or more.
    Returns: the Money: a year's is the sum of what each line costs over the years it lasts.
    Raises: OutOfRange.
    Source: years of service as told beside them, those of sheets from the catalogue.

    >>> money_of((), c, 10).a_year
    Decimal('0.00')
    """
    require_range("birds", birds, 1, 100_000, "birds")
    sums: dict[Aisle, Decimal] = {}
    wears: list[Wears] = []
    for line in lines:
        sums[line.aisle] = sums.get(line.aisle, Decimal(0)) + line.cost
        wears.append(Wears(line.what, years_of(line, catalogue), line.cost))
    total = sum(sums.values(), Decimal(0))
    a_year = sum((one.cost / one.years for one in wears), Decimal(0))
    first = sorted(
        (one for one in wears if one.years < max(YEARS.values())), key=lambda one: (one.years, one.what)
    )
    ordered = tuple((aisle, sums[aisle]) for aisle in Aisle if aisle in sums)
    return Money(ordered, total, (total / birds).quantize(CENT), a_year.quantize(CENT), tuple(first))


def years_of(line: Bought, catalogue: Catalogue) -> int:
    """How many years what a line buys is of service.

    Args: line; catalogue.
    Returns: years, 1 or more.
    Source: the catalogue for sheets; else judgements by aisle.

    >>> from ergamot.core.stock.bill import bill_of
    >>> min(years_of(line, c) for line in bill_of(pen(), c).lines)
    3
    """
    sheet = catalogue.sheets.get(line.row)
    if sheet is not None and sheet.service_years:
        return sheet.service_years
    hardware = catalogue.hardware.get(line.row)
    if hardware is not None and hardware.kind in YEARS_OF:
        return YEARS_OF[hardware.kind]
    return YEARS[line.aisle]
