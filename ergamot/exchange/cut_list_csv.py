"""The cut list and the shopping list as CSV, one row a piece or a pack."""

from __future__ import annotations

import csv
import io
from typing import Any

from ergamot.core.catalogue import Catalogue
from ergamot.core.stock.bill import Bill
from ergamot.core.units import say_feet_inches
from ergamot.exchange.spreadsheet import harmless

CUT_COLUMNS = (
    "label",
    "count",
    "piece",
    "section",
    "species",
    "length_mm",
    "length_ft_in",
    "short_point_mm",
    "angle_one_deg",
    "angle_other_deg",
)
BUY_COLUMNS = ("aisle", "item", "used", "packs", "pack", "each", "cost")


def write_cut_list(bill: Bill, catalogue: Catalogue) -> str:
    """Pieces first, then a blank line, then what to buy and the total."""
    out = io.StringIO()
    rows = csv.writer(out)

    def write(*cells: Any) -> None:
        rows.writerow(harmless(cells))

    write(*CUT_COLUMNS)
    for piece in bill.pieces:
        write(
            piece.label,
            piece.count,
            piece.role,
            catalogue.sections[piece.section].label,
            catalogue.species[piece.species].label if piece.species else "",
            f"{piece.length_mm:.1f}",
            say_feet_inches(piece.length_mm),
            f"{piece.short_mm:.1f}",
            *(f"{angle:g}" for angle in piece.angles_deg),
        )
    write()
    write(*BUY_COLUMNS)
    for line in bill.lines:
        write(
            line.aisle.value,
            line.what,
            line.used.text("metric"),
            line.packs,
            line.pack.text("metric"),
            f"{line.each:.2f}",
            f"{line.cost:.2f}",
        )
    write("", "total", "", "", "", "", f"{bill.total:.2f}")
    return out.getvalue()
