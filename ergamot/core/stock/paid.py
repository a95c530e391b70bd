"""What the farm pays: its own prices over those of the catalogue, each known by what is bought and how it is packed."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from decimal import Decimal

from ergamot.core.catalogue import Mesh, Sheet
from ergamot.core.finding import Phrase
from ergamot.core.stock.coverings import Bought, price_key, roll_pack, sheet_pack

Prices = Mapping[str, Decimal]


def priced(line: Bought, paid: Prices) -> Bought:
    """A line at what the farm pays for it.

    Args: line; paid, prices by what a line is known by.
    Returns: the line; itself where the farm has no price for it.
    Source: the farm's list.

    >>> from ergamot.core.stock.bill import bill_of
    >>> line = bill_of(pen(), c).lines[0]
    >>> priced(line, {line.key: Decimal(2)}).cost == 2 * line.packs
    True
    """
    each = paid.get(line.key, line.each)
    return line if each == line.each else replace(line, each=each, cost=each * line.packs)


def priced_sheet(row: Sheet, paid: Prices) -> Sheet:
    """A board or sheet whose sizes cost what the farm pays for them.

    Args: row; paid, prices by what a line is known by.
    Returns: the row with its prices.
    Source: the farm's list.

    >>> row = next(iter(c.sheets.values()))
    >>> priced_sheet(row, {}) == row
    True
    """
    packs = [sheet_pack(1000 * row.cover_width_m, 1000 * long) for long in row.lengths_m]
    return replace(row, price=_paid(row.label, packs, row.price, paid))


def priced_mesh(row: Mesh, paid: Prices) -> Mesh:
    """A mesh whose rolls cost what the farm pays for them.

    Args: row; paid, prices by what a line is known by.
    Returns: the row with its prices.
    Source: the farm's list.

    >>> row = c.meshes["hex-25"]
    >>> mine = {price_key(row.label, roll_pack(610.0, row.roll_length_m)): Decimal(9)}
    >>> [str(price) for price in priced_mesh(row, mine).price]
    ['9', '26.00', '34.00']
    """
    packs = [roll_pack(wide, row.roll_length_m) for wide in row.roll_width_mm]
    return replace(row, price=_paid(row.label, packs, row.price, paid))


def _paid(what: str, packs: Sequence[Phrase], prices: Sequence[Decimal], paid: Prices) -> tuple[Decimal, ...]:
    return tuple(paid.get(price_key(what, pack), price) for pack, price in zip(packs, prices, strict=True))
