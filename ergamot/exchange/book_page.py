"""A page of the build book: upright paper, a heading, words, boxes to tick, and where the next thing goes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from ergamot.core.units import Quantity, System, say
from ergamot.exchange.print_fonts import BOLD, printable
from ergamot.exchange.print_fonts import PLAIN as FONT
from ergamot.exchange.sheet_page import wrapped

MARGIN_MM = 15.0
FOOT_MM = 14.0
GREY = 0.45
BOLD_NARROWER = 0.93  # of the room, for letters that are wider than those it is measured by


@dataclass
class BookPage:
    """A book being written, downwards from `y`, mm; a page turns by itself when there is no room."""

    canvas: Canvas
    wide: float
    tall: float
    name: str
    system: System
    y: float = 0.0
    number: int = 0
    chapter: str = ""

    @property
    def room(self) -> float:
        """Between the margins, mm."""
        return self.wide - 2 * MARGIN_MM

    def begin(self, chapter: str) -> None:
        """A new chapter on a new page."""
        self.turn(chapter)
        self.canvas.setFont(BOLD, 20)
        self.canvas.drawString(MARGIN_MM * mm, (self.y - 6) * mm, printable(chapter)[0])
        self.canvas.setLineWidth(0.6 * mm)
        self.canvas.line(MARGIN_MM * mm, (self.y - 9) * mm, (self.wide - MARGIN_MM) * mm, (self.y - 9) * mm)
        self.y -= 16

    def turn(self, chapter: str | None = None) -> None:
        """The next page."""
        self.close()
        self.chapter = self.chapter if chapter is None else chapter
        self.number += 1
        self.y = self.tall - MARGIN_MM

    def close(self) -> None:
        """Finish the page there is."""
        if self.number:
            self.canvas.setFont(FONT, 8)
            self.canvas.setFillGray(GREY)
            self.canvas.drawString(
                MARGIN_MM * mm, FOOT_MM / 2 * mm, printable(f"{self.name} · {self.chapter}")[0]
            )
            self.canvas.drawRightString((self.wide - MARGIN_MM) * mm, FOOT_MM / 2 * mm, str(self.number))
            self.canvas.setFillGray(0)
            self.canvas.showPage()

    def need(self, high: float) -> None:
        """Turn the page unless there is so much room left, mm."""
        if self.y - high < FOOT_MM:
            self.turn()

    def head(self, text: str, size: float = 13, keep: float = 16) -> None:
        """A heading within a chapter, on the page of what follows it: so much of that, mm."""
        self.need(keep)
        self.canvas.setFont(BOLD, size)
        self.canvas.drawString(MARGIN_MM * mm, (self.y - 5) * mm, printable(text)[0])
        self.y -= 9

    def words(
        self, text: str, left: float = 0.0, size: float = 9.5, bold: bool = False, wide: float | None = None
    ) -> None:
        """Rows of words from `left` of the margin."""
        room = (wide or self.room - left) * (BOLD_NARROWER if bold else 1.0)
        for row in wrapped(printable(text)[0], room, size):
            self.need(5)
            self.canvas.setFont(BOLD if bold else FONT, size)
            self.canvas.drawString((MARGIN_MM + left) * mm, (self.y - 3.6) * mm, row)
            self.y -= size * 0.48

    def ticked(self, text: str, left: float = 0.0, size: float = 9.5) -> None:
        """Words behind a box to tick."""
        self.need(6)
        self.canvas.setLineWidth(0.25 * mm)
        self.canvas.rect((MARGIN_MM + left) * mm, (self.y - 3.8) * mm, 3 * mm, 3 * mm)
        self.words(text, left + 5, size)
        self.y -= 0.6

    def row(
        self,
        cells: Sequence[str],
        steps: Sequence[float],
        size: float = 9,
        bold: bool = False,
        box: bool = False,
    ) -> None:
        """Cells of a table at their places from the margin; the last flush right where its place is 0."""
        self.need(6)
        if box:
            self.canvas.setLineWidth(0.25 * mm)
            self.canvas.rect(MARGIN_MM * mm, (self.y - 3.8) * mm, 3 * mm, 3 * mm)
        self.canvas.setFont(BOLD if bold else FONT, size)
        for i, (cell, at) in enumerate(zip(cells, steps, strict=True)):
            following = [step for step in steps[i + 1 :] if step > at]
            wide = (following[0] if following else self.room) - at - 1
            text = wrapped(printable(cell)[0], wide, size)[:1]
            if text:
                self.canvas.drawString((MARGIN_MM + at) * mm, (self.y - 3.6) * mm, text[0])
        self.y -= 5.2

    def said(self, length_mm: float) -> str:
        """A length in the book's units."""
        return say(Quantity(length_mm, "mm"), self.system)
