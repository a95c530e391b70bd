"""The shed as a table, out and in: a row for each kind of thing."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal, InvalidOperation

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import ErgamotError
from ergamot.core.shed import Sort, Thing, make_thing
from ergamot.core.shed.thing import row_of
from ergamot.core.units import parse_length
from ergamot.exchange.tables import Cells, Format, read_table, write_table, wrong_cell

HEADS = ("sort", "key", "what", "timber", "count", "length", "width", "unsound", "worth", "note")
NEEDED = ("sort", "key", "count")


def write_shed(things: Sequence[Thing], catalogue: Catalogue, kind: Format) -> bytes:
    """Everything in a shed as a table; lengths in mm.

    Args: things; catalogue; kind, csv or xlsx.
    Returns: the file; `read_shed` reads it again.
    """
    rows = []
    for one in things:
        row = row_of(catalogue, one)
        what = one.name if row is None else row.label
        sizes = [f"{mm:g}" if mm else "" for mm in (one.long_mm, one.wide_mm, one.lost_mm)]
        rows.append(
            (one.sort.value, one.row, what, one.species, one.count, *sizes, f"{one.each:.2f}", one.note)
        )
    return write_table(HEADS, rows, kind, "Shed")


def read_shed(body: bytes, catalogue: Catalogue) -> list[Thing]:
    """The things of a table.

    Args: body, of a CSV or XLSX file with the columns sort, key and count, and as many of the others as are known; lengths with
        a unit or in mm; catalogue.
    Returns: the Things.
    Raises: Unreadable, naming the row and the column that is wrong; nothing of the file is kept then.
    """
    return [_thing(row, catalogue) for row in read_table(body, NEEDED)]


def _thing(row: Cells, catalogue: Catalogue) -> Thing:
    def text(name: str) -> str:
        return row.values.get(name, "")

    def length(name: str) -> float:
        if not text(name):
            return 0.0
        try:
            return parse_length(text(name), name)
        except ErgamotError as refused:
            raise wrong_cell(row, name, "is not a length") from refused

    sorts = {one.value: one for one in Sort}
    if text("sort") not in sorts:
        raise wrong_cell(row, "sort", f"is none of {', '.join(sorts)}")
    try:
        count = int(float(text("count")))
    except (ValueError, OverflowError) as wrong:
        raise wrong_cell(row, "count", "is not a number") from wrong
    try:
        worth = Decimal(text("worth").replace(",", ".") or "0")
    except InvalidOperation as wrong:
        raise wrong_cell(row, "worth", "is not an amount of money") from wrong
    sort = sorts[text("sort")]
    name = text("what") if sort is Sort.OTHER else ""
    thing = Thing(
        sort, text("key"), count, text("timber"), length("length"), length("width"), length("unsound"), worth,
        text("note"), name,
    )  # fmt: skip
    try:
        return make_thing(catalogue, thing)
    except ErgamotError as refused:
        raise wrong_cell(row, COLUMN_OF.get(refused.field, "key"), str(refused)) from refused


COLUMN_OF = {
    "row": "key",
    "species": "timber",
    "count": "count",
    "long_mm": "length",
    "wide_mm": "width",
    "lost_mm": "unsound",
    "each": "worth",
    "note": "note",
    "name": "what",
}
