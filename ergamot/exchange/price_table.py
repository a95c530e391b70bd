"""A shop's prices as a table, out to be filled in and in again."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from decimal import Decimal, InvalidOperation

from ergamot.core.stock.coverings import Bought
from ergamot.exchange.tables import Format, read_table, write_table, wrong_cell

HEADS = ("aisle", "what", "pack", "price")
NEEDED = ("what", "pack", "price")
MOST_PRICE = Decimal(100_000)


def write_prices(lines: Sequence[Bought], prices: Mapping[str, str], kind: Format) -> bytes:
    """The lines of a shopping list with a shop's prices, empty where it has none: to be filled in and read again.

    Args: lines; prices, by what a line is known by; kind, csv or xlsx.
    Returns: the file.
    """
    rows = [
        (line.aisle.value, line.what, line.pack.text("metric"), prices.get(line.key, "")) for line in lines
    ]
    return write_table(HEADS, rows, kind, "Prices")


def read_prices(body: bytes) -> dict[str, str]:
    """The prices of a table.

    Args: body, of a CSV or XLSX file with the columns what, pack and price; a row without a price is what the shop lacks.
    Returns: prices as text, by what a line is known by.
    Raises: Unreadable, naming the row and the column that is wrong.
    """
    found: dict[str, str] = {}
    for row in read_table(body, NEEDED):
        text = row.values.get("price", "").replace(",", ".").lstrip("€£$ ")
        if not text:
            continue
        try:
            price = Decimal(text)
        except InvalidOperation as wrong:
            raise wrong_cell(row, "price", "is not an amount of money") from wrong
        if not price.is_finite() or not Decimal(0) < price <= MOST_PRICE:
            raise wrong_cell(row, "price", f"must be above 0 and at most {MOST_PRICE}")
        if not row.values.get("what"):
            raise wrong_cell(row, "what", "must say what it is")
        found[f"{row.values['what']} | {row.values.get('pack', '')}"] = str(price.quantize(Decimal("0.01")))
    return found
