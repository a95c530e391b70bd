"""A table as CSV or as a spreadsheet: written with heads, read back cell by cell with its row and column."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any, Literal

from openpyxl import Workbook
from openpyxl.utils import get_column_letter

from ergamot.core.errors import Unreadable
from ergamot.exchange.spreadsheet import harmless
from ergamot.exchange.xlsx_in import MOST_COLUMNS, MOST_ROWS, read_xlsx

Format = Literal["csv", "xlsx"]
MEDIA: dict[Format, str] = {
    "csv": "text/csv",
    "xlsx": "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
}
PACKED = (b"PK", b"\xd0\xcf")  # how a spreadsheet begins, a locked one too
MOST_BYTES = 4_000_000  # of a file; more is no table of a shed or a shop


@dataclass(frozen=True)
class Cells:
    """One row of a table: its number as a spreadsheet counts, and its cells by the name of their column."""

    number: int
    values: dict[str, str]


def write_table(heads: Sequence[str], rows: Sequence[Sequence[Any]], kind: Format, title: str) -> bytes:
    """A table as a file.

    Args: heads; rows; kind, csv or xlsx; title, of the sheet.
    Returns: the file; words that begin a formula stand behind an apostrophe.
    """
    if kind == "csv":
        out = io.StringIO()
        writer = csv.writer(out)
        writer.writerow(heads)
        writer.writerows(harmless(tuple(row)) for row in rows)
        return out.getvalue().encode("utf-8-sig")
    book = Workbook()
    sheet = book.active
    sheet.title = title[:31]
    sheet.append(list(heads))
    for row in rows:
        sheet.append(list(harmless(tuple(row))))
    for i, head in enumerate(heads, start=1):
        longest = max((len(str(row[i - 1])) for row in rows), default=0)
        sheet.column_dimensions[get_column_letter(i)].width = min(60, max(len(head), longest) + 2)
    sheet.freeze_panes = "A2"
    held = io.BytesIO()
    book.save(held)
    return held.getvalue()


def read_table(body: bytes, needed: Sequence[str]) -> list[Cells]:
    """The rows of a CSV or XLSX file under their heads.

    Args: body, of the file, at most 4 MB; needed, heads it must have, in any order and whatever else it has beside.
    Returns: its rows with anything in them, at most 3000.
    Raises: Unreadable, saying which head is missing, or that it is no table.
    """
    if len(body) > MOST_BYTES:
        raise Unreadable("That file is larger than any list", field="file", allowed="at most 4 MB")
    rows = list(_xlsx(body) if body[:2] in PACKED else _csv(body))
    head = next((i for i, (_, cells) in enumerate(rows) if any(cells)), None)
    names = [_plain(cell) for cell in rows[head][1]] if head is not None else []
    missing = [one for one in needed if one not in names]
    if head is None or missing:
        found = ", ".join(name for name in names if name) or "nothing"
        raise Unreadable(
            f"There is no column “{missing[0] if missing else needed[0]}”; the first row has: {found}",
            field="file",
            allowed=f"the columns {', '.join(needed)}",
        )
    return [
        Cells(number, {name: cell for name, cell in zip(names, cells, strict=False) if name})
        for number, cells in rows[head + 1 :]
        if any(cells)
    ]


def wrong_cell(row: Cells, column: str, why: str) -> Unreadable:
    """A cell that cannot be read: its row and column, and what it held.

    Args: row; column; why, in words.
    Returns: the error, to be raised.
    """
    held = row.values.get(column, "")
    what = f"“{held[:40]}”" if held else "nothing (a merged cell holds something in its first row only)"
    return Unreadable(
        f"Row {row.number}, column “{column}”: {why}; it holds {what}", field="file", value=held[:60]
    )


def _plain(cell: str) -> str:
    return " ".join(cell.lower().split())


def _csv(body: bytes) -> Iterator[tuple[int, list[str]]]:
    try:
        text = body.decode("utf-8-sig")
    except UnicodeDecodeError:
        text = body.decode("cp1252", errors="replace")
    first = text.partition("\n")[0]
    mark = max((";", "\t", ","), key=first.count)
    try:
        for number, row in enumerate(csv.reader(io.StringIO(text), delimiter=mark), start=1):
            if number > MOST_ROWS:
                raise Unreadable("That list is too long", field="file", allowed=f"at most {MOST_ROWS} rows")
            yield number, [cell.strip().removeprefix("'") for cell in row[:MOST_COLUMNS]]
    except csv.Error as wrong:
        raise Unreadable("That is no CSV file", field="file", allowed="CSV or XLSX") from wrong


def _xlsx(body: bytes) -> Iterator[tuple[int, list[str]]]:
    for number, cells in read_xlsx(body):
        yield number, [cell.removeprefix("'") for cell in cells]
