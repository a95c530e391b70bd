"""Labels to stick on what is cut, on sheets of usual sizes: one for each stick."""

from __future__ import annotations

import io
from collections.abc import Sequence
from dataclasses import dataclass

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from ergamot.core.catalogue import Catalogue
from ergamot.core.stock.cut_list import Piece
from ergamot.core.units import Quantity, System, say
from ergamot.exchange.print_fonts import BOLD, printable, register_fonts
from ergamot.exchange.print_fonts import PLAIN as FONT
from ergamot.exchange.sheet_page import PAPERS, Paper, wrapped


@dataclass(frozen=True)
class LabelSheet:
    """How labels lie on a sheet: columns and rows, the size of one, the margins left and above, mm."""

    columns: int
    rows: int
    wide: float
    tall: float
    left: float
    top: float


# Sheets of labels as they are commonly sold: 3 × 8 of 70 × 37 mm; 3 × 10 of 2⅝ × 1 in
SHEETS: dict[Paper, LabelSheet] = {
    "a4": LabelSheet(3, 8, 70.0, 37.125, 0.0, 0.0),
    "letter": LabelSheet(3, 10, 66.675, 25.4, 4.7625, 12.7),
}
COLUMN_GAP_MM = {"a4": 0.0, "letter": 3.175}


def write_labels(
    pieces: Sequence[Piece], catalogue: Catalogue, pen_name: str, paper: Paper, system: System
) -> bytes:
    """A label for each stick of a cut list.

    Args: pieces; catalogue; pen_name; paper, a4 or letter; system, of the lengths.
    Returns: the PDF.
    """
    register_fonts()
    made = io.BytesIO()
    wide, tall = PAPERS[paper]
    pen = Canvas(made, pagesize=(wide, tall), invariant=True)
    pen.setTitle(f"Labels, {pen_name}")
    draw_labels(pen, pieces, catalogue, pen_name, paper, system)
    pen.save()
    return made.getvalue()


def draw_labels(
    pen: Canvas, pieces: Sequence[Piece], catalogue: Catalogue, pen_name: str, paper: Paper, system: System
) -> None:
    """Pages of labels on a file that is being written.

    Args: pen, the file; the rest as `write_labels`.
    """
    tall = PAPERS[paper][1]
    sheet = SHEETS[paper]
    each = [piece for piece in pieces for _ in range(piece.count)]
    full = sheet.columns * sheet.rows
    for i, piece in enumerate(each):
        if i and i % full == 0:
            pen.showPage()
        column, row = i % sheet.columns, (i % full) // sheet.columns
        x = sheet.left + column * (sheet.wide + COLUMN_GAP_MM[paper])
        y = tall / mm - sheet.top - (row + 1) * sheet.tall
        _label(pen, piece, catalogue, pen_name, (x, y, sheet.wide, sheet.tall), system)
    pen.showPage()


def _label(
    pen: Canvas,
    piece: Piece,
    catalogue: Catalogue,
    pen_name: str,
    room: tuple[float, float, float, float],
    system: System,
) -> None:
    x, y, wide, tall = room
    pen.setFont(BOLD, 22)
    pen.drawString((x + 4) * mm, (y + tall - 12) * mm, piece.label)
    pen.setFont(BOLD, 12)
    pen.drawRightString(
        (x + wide - 4) * mm, (y + tall - 10) * mm, say(Quantity(piece.length_mm, "mm"), system)
    )
    pen.setFont(FONT, 8)
    angles = " and ".join(f"{angle:g}°" for angle in piece.angles_deg if angle)
    timber = f" {catalogue.species[piece.species].label}" if piece.species else ""
    lines = [
        f"{piece.role}{f', ends {angles}' if angles else ''}",
        f"{catalogue.sections[piece.section].label}{timber}",
        pen_name,
    ]
    for i, line in enumerate(lines):
        text, _ = printable(line)
        pen.drawString((x + 4) * mm, (y + tall - 16.5 - 3.4 * i) * mm, wrapped(text, wide - 8)[0])
