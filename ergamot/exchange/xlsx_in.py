"""Read a spreadsheet in a process of its own, which has so much memory and time and no more.

A small file may unpack to anything, and what parses it is not ours: whatever becomes of it ends with that process. Run as
`python -m ergamot.exchange.xlsx_in` it reads the file from its input and writes its rows as JSON.
"""

from __future__ import annotations

import io
import json
import resource
import subprocess
import sys
import zipfile

from ergamot.core.errors import Unreadable

MOST_ROWS, MOST_COLUMNS = 3000, 60
MOST_CHARACTERS = 2000  # of a cell; more is cut off
MOST_UNPACKED = 30_000_000  # bytes that the parts of the file say they have
MOST_MEMORY = 600_000_000  # bytes, the interpreter with it
MOST_SECONDS = 10  # of processor
LONGEST_WAIT_S = 60.0  # on a busy machine
TOO_LONG, TOO_LARGE = 3, 4  # how the process ends then


def read_xlsx(body: bytes) -> list[tuple[int, list[str]]]:
    """Read the rows of a spreadsheet's first sheet.

    Args: body, of the file.
    Returns: (row, its cells as text), at most 3000 rows of 60 cells.
    Raises: Unreadable where it is none, is damaged, locked, or larger than any list.
    """
    try:
        done = subprocess.run(
            [sys.executable, "-m", "ergamot.exchange.xlsx_in"],
            input=body,
            capture_output=True,
            timeout=LONGEST_WAIT_S,
            check=False,
        )
    except subprocess.TimeoutExpired as late:
        raise Unreadable(
            "That spreadsheet takes too long to read", field="file", allowed="CSV or XLSX"
        ) from late
    if done.returncode == TOO_LONG:
        raise Unreadable("That list is too long", field="file", allowed=f"at most {MOST_ROWS} rows")
    if done.returncode == TOO_LARGE:
        raise Unreadable(
            "That spreadsheet is larger than any list", field="file", allowed="at most 30 MB unpacked"
        )
    if done.returncode != 0:
        raise Unreadable(
            "That spreadsheet cannot be read: it is damaged, locked or no spreadsheet",
            field="file",
            allowed="CSV or XLSX",
        )
    return [(number, cells) for number, cells in json.loads(done.stdout)]


def _main() -> int:
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (MOST_SECONDS, MOST_SECONDS))
    from openpyxl import load_workbook  # here, within the limits

    body = io.BytesIO(sys.stdin.buffer.read())
    with zipfile.ZipFile(body) as packed:
        if sum(one.file_size for one in packed.infolist()) > MOST_UNPACKED:
            return TOO_LARGE
    sheet = load_workbook(body, read_only=True, data_only=True).worksheets[0]
    rows: list[tuple[int, list[str]]] = []
    for number, row in enumerate(sheet.iter_rows(values_only=True, max_col=MOST_COLUMNS), start=1):
        if number > MOST_ROWS:
            return TOO_LONG
        rows.append((number, ["" if cell is None else str(cell).strip()[:MOST_CHARACTERS] for cell in row]))
    json.dump(rows, sys.stdout)
    return 0


if __name__ == "__main__":
    sys.exit(_main())
