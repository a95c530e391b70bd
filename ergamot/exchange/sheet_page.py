"""A sheet of drawings being drawn: its paper, pictures to scale, tables, title block and scale bar."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Literal

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfgen.canvas import Canvas

from ergamot.core.drawing.lists import Bent, Door, Lapped
from ergamot.core.drawing.picture import Mark, Picture
from ergamot.core.drawing.pipes import PipeParts
from ergamot.core.drawing.welds import WeldMap
from ergamot.core.finding import Finding
from ergamot.core.frame.geometry import Flat
from ergamot.core.units import Quantity, System, say
from ergamot.exchange.drawing_svg import DOT_MM, TEXT_MM, WIDTHS
from ergamot.exchange.print_fonts import BOLD, TOLD, printable
from ergamot.exchange.print_fonts import PLAIN as FONT

Paper = Literal["a4", "letter"]
PAPERS: dict[Paper, tuple[float, float]] = {"a4": A4, "letter": LETTER}
MARGIN_MM = 12.0
BLOCK_MM = 16.0  # height of the title block
GAP_MM = 8.0
NO_WELDS = WeldMap((), ())
NO_PIPES = PipeParts((), (), 0, 0)
BAR_STEPS = {"metric": (500.0, 4), "imperial": (304.8, 6)}  # mm a step of the scale bar, and how many


@dataclass(frozen=True)
class SheetSet:
    """What the sheets show: four pictures by look, the verdicts, the lists, and what the title block says."""

    name: str
    shape: str
    flock: str
    day: date
    pictures: dict[str, Picture]
    findings: tuple[Finding, ...]
    doors: tuple[Door, ...] = ()
    bent: tuple[Bent, ...] = ()
    lapped: tuple[Lapped, ...] = ()
    welds: WeldMap = NO_WELDS
    pipes: PipeParts = NO_PIPES

    @property
    def count(self) -> int:
        """How many sheets there are."""
        return 2 + self.listed + bool(self.lapped) + bool(self.welds.welds)

    @property
    def listed(self) -> bool:
        """Is there anything to list?"""
        return bool(self.doors or self.bent or self.pipes.pipes)


@dataclass
class Page:
    """One sheet being drawn; places in mm of paper from its lower left corner."""

    canvas: Canvas
    wide: float
    tall: float
    sheets: SheetSet
    system: System

    @property
    def room(self) -> tuple[float, float, float, float]:
        """Left, bottom, width and height of what is free over the title block."""
        low = MARGIN_MM + BLOCK_MM + GAP_MM / 2
        return MARGIN_MM, low, self.wide - 2 * MARGIN_MM, self.tall - MARGIN_MM - low

    def said(self, length_mm: float) -> str:
        return say(Quantity(length_mm, "mm"), self.system)

    def size(self, wide_mm: float, high_mm: float) -> str:
        return f"{self.said(wide_mm)} × {self.said(high_mm)}"

    def table(
        self, title: str, heads: tuple[str, ...], rows: Sequence[tuple[str, ...]], top: float, wide: float
    ) -> float:
        """Rows under heads; where the next thing may begin."""
        pen, y, step = self.canvas, top - 6, wide / len(heads)
        pen.setFont(BOLD, 11)
        pen.drawString(MARGIN_MM * mm, y * mm, title)
        for size, cells in ((8, heads), *((9, row) for row in rows)):
            y -= 5
            pen.setFont(FONT, size)
            for i, cell in enumerate(cells):
                pen.drawString(
                    (MARGIN_MM + i * step) * mm, y * mm, wrapped(cell, step - 2)[0] if cell else ""
                )
        return y - 3

    def draw(self, one: Picture, scale: int, x: float, y: float) -> None:
        """A picture with its lower left corner at (x, y)."""

        def at(point: Flat) -> Flat:
            return (x + (point[0] - one.low[0]) / scale) * mm, (y + (point[1] - one.low[1]) / scale) * mm

        pen = self.canvas
        pen.setLineCap(1)
        for kind, width in WIDTHS.items():
            pen.setLineWidth(width * mm)
            pen.setDash([0.8 * mm, 0.6 * mm] if kind == "mesh" else [])
            ends = [(*at(line.a), *at(line.b)) for line in one.lines if line.kind == kind]
            if ends:
                pen.lines(ends)
        pen.setDash([])
        pen.setLineWidth(0.13 * mm)
        for mark in one.marks:
            self.mark(mark, (at(mark.line[0]), at(mark.line[1])), (at(mark.ends[0]), at(mark.ends[1])))

    def mark(self, mark: Mark, line: tuple[Flat, Flat], ends: tuple[Flat, Flat]) -> None:
        """A dimension line with dots at its ends, its words over it."""
        pen = self.canvas
        pen.lines([(*ends[0], *line[0]), (*ends[1], *line[1]), (*line[0], *line[1])])
        for point in line:
            pen.circle(*point, DOT_MM * mm, stroke=0, fill=1)
        pen.saveState()
        pen.translate((line[0][0] + line[1][0]) / 2, (line[0][1] + line[1][1]) / 2)
        pen.rotate(90 if mark.upright else 0)
        pen.setFont(FONT, TEXT_MM * mm)
        pen.drawCentredString(0, 0.9 * mm, say(Quantity(mark.mm, "mm"), self.system))
        pen.restoreState()

    def block(self, number: int, what: str, scale: int, bar: bool, drawn: bool = True) -> None:
        """Title block along the foot: name, what it shows, scale, date, and a scale bar."""
        pen, low, wide = self.canvas, MARGIN_MM, self.wide - 2 * MARGIN_MM
        pen.setLineWidth(0.5 * mm)
        pen.line(MARGIN_MM * mm, (low + BLOCK_MM) * mm, (MARGIN_MM + wide) * mm, (low + BLOCK_MM) * mm)
        pen.setFont(BOLD, 13)
        name, lacks = printable(self.sheets.name[:60])
        pen.drawString(MARGIN_MM * mm, (low + 9.5) * mm, name)
        pen.setFont(FONT, 9)
        what_for, lacks_too = printable(f"{self.sheets.shape} for {self.sheets.flock}"[:80])
        pen.drawString(MARGIN_MM * mm, (low + 4.5) * mm, what_for)
        if lacks or lacks_too:
            pen.drawCentredString(self.wide / 2 * mm, (low + 9.5) * mm, TOLD)
        pen.drawString(MARGIN_MM * mm, low * mm, what)
        right = (MARGIN_MM + wide) * mm
        pen.setFont(BOLD, 11)
        told = f"1 : {scale}" if bar else "isometric"
        pen.drawRightString(right, (low + 9.5) * mm, told if drawn else "lists")
        pen.setFont(FONT, 9)
        pen.drawRightString(right, (low + 4.5) * mm, f"sheet {number} of {self.sheets.count}")
        pen.drawRightString(right, low * mm, self.sheets.day.isoformat())
        if bar:
            self.bar(MARGIN_MM + wide - 110, low + 6, scale)

    def bar(self, left: float, y: float, scale: int) -> None:
        """A bar of whole half-metres or feet, filled turn about."""
        pen = self.canvas
        step, most = BAR_STEPS[self.system]
        count = max(1, min(most, int(70 * scale / step)))
        each = step / scale
        pen.setLineWidth(0.25 * mm)
        for i in range(count):
            pen.rect((left + i * each) * mm, y * mm, each * mm, 2 * mm, fill=1 - i % 2)
        pen.setFont(FONT, 8)
        pen.drawString(left * mm, (y - 4) * mm, "0")
        end = say(Quantity(step * count, "mm"), self.system)
        pen.drawCentredString((left + count * each) * mm, (y - 4) * mm, end)


def wrapped(text: str, wide_mm: float, size: float = 9) -> list[str]:
    """Words in rows no wider than there is room for.

    Args: text; wide_mm, the room; size of the letters, points.
    Returns: the rows.
    Source: the widths of the letters.

    >>> from ergamot.exchange.print_fonts import register_fonts
    >>> register_fonts()
    >>> wrapped("one two", 200.0)
    ['one two']
    """
    rows, row = [], ""
    for word in text.split():
        longer = f"{row} {word}".strip()
        if row and pdfmetrics.stringWidth(longer, FONT, size) > wide_mm * mm:
            rows.append(row)
            row = word
        else:
            row = longer
    return [*rows, row] if row else rows
