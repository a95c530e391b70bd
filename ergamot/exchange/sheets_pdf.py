"""A set of drawing sheets as PDF, A4 or Letter: the whole pen with its verdicts, its three views, the list of its doors
and of the tubes to bend.

Everything is drawn at a true scale; each sheet has a title block and a scale bar to check the printer by.
"""

from __future__ import annotations

import io
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Literal

from reportlab.lib.pagesizes import A4, LETTER, landscape
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfgen.canvas import Canvas

from ergamot.core.drawing.lists import Bent, Door
from ergamot.core.drawing.picture import Mark, Picture, scale_for
from ergamot.core.drawing.pipes import PipeParts
from ergamot.core.drawing.welds import WeldMap
from ergamot.core.finding import Finding
from ergamot.core.frame.geometry import Flat
from ergamot.core.units import Quantity, System, say
from ergamot.exchange.drawing_svg import DOT_MM, TEXT_MM, WIDTHS
from ergamot.exchange.print_fonts import BOLD, TOLD, printable, register_fonts
from ergamot.exchange.print_fonts import PLAIN as FONT

Paper = Literal["a4", "letter"]
PAPERS: dict[Paper, tuple[float, float]] = {"a4": A4, "letter": LETTER}
MARGIN_MM = 12.0
BLOCK_MM = 16.0  # height of the title block
GAP_MM = 8.0
BENDING = (
    "Measure every mark of a tube from the same end, the bender's hook towards it; all bends lie in one plane. The marks are "
    "for the take-up you entered: bend one offcut by 90° first and measure from its mark to its back."
)
NO_WELDS = WeldMap((), ())
NO_PIPES = PipeParts((), (), 0, 0)
WELD_LIST_MM, WELD_ROW_MM, NUMBER_MM = 70.0, 4.2, 3.5
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
    welds: WeldMap = NO_WELDS
    pipes: PipeParts = NO_PIPES

    @property
    def count(self) -> int:
        """How many sheets there are."""
        return 2 + self.listed + bool(self.welds.welds)

    @property
    def listed(self) -> bool:
        """Is there anything to list?"""
        return bool(self.doors or self.bent or self.pipes.pipes)


def write_sheets(sheets: SheetSet, paper: Paper, system: System) -> bytes:
    """Two sheets, landscape; more where there is anything to list, or to weld."""
    register_fonts()
    out = io.BytesIO()
    size = landscape(PAPERS[paper])
    page = _Page(Canvas(out, pagesize=size, invariant=1), size[0] / mm, size[1] / mm, sheets, system)
    page.canvas.setTitle(f"{sheets.name}: drawing sheets")
    page.canvas.setAuthor("Ergamot")
    page.whole()
    page.views()
    if sheets.listed:
        page.lists()
    if sheets.welds.welds:
        page.welded()
    page.canvas.save()
    return out.getvalue()


@dataclass
class _Page:
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

    def whole(self) -> None:
        """Sheet 1: the pen from the corner, verdicts beside it."""
        left, low, wide, tall = self.room
        beside = 78.0
        corner = self.sheets.pictures["corner"]
        scale = scale_for(corner.wide, corner.tall, (wide - beside - GAP_MM, tall))
        drawn = corner.wide / scale, corner.tall / scale
        x = left + (wide - beside - GAP_MM - drawn[0]) / 2
        self.draw(corner, scale, x, low + (tall - drawn[1]) / 2)
        self.verdicts(left + wide - beside, low + tall, beside)
        self.block(1, "the whole pen from the corner (isometric)", scale, bar=False)
        self.canvas.showPage()

    def views(self) -> None:
        """Sheet 2: plan over side, end beside the side, all at one scale."""
        left, low, wide, tall = self.room
        plan, side, end = (self.sheets.pictures[look] for look in ("plan", "side", "end"))
        across = max(plan.wide, side.wide) + end.wide
        up = plan.tall + side.tall
        scale = scale_for(across, up, (wide - GAP_MM, tall - GAP_MM))
        # Plan and side share where x is 0, side and end the ground
        first = min(plan.low[0], side.low[0])
        left += max(0.0, (wide - GAP_MM - across / scale) / 2)
        ground = low + max(-side.low[1], -end.low[1]) / scale
        self.draw(side, scale, left + (side.low[0] - first) / scale, ground + side.low[1] / scale)
        over = ground + max(side.high[1], 0) / scale + GAP_MM
        self.draw(plan, scale, left + (plan.low[0] - first) / scale, over)
        beside = left + (max(plan.high[0], side.high[0]) - first) / scale + GAP_MM
        self.draw(end, scale, beside, ground + end.low[1] / scale)
        self.block(2, "plan, side from the right, end from the front", scale, bar=True)
        self.canvas.showPage()

    def lists(self) -> None:
        """Sheet 3: the doors and hatches, then the tubes to bend with their marks."""
        left, low, wide, tall = self.room
        y = low + tall
        told = [
            (
                f"{one.what}, {one.side}",
                self.size(*one.clear_mm),
                self.size(*one.leaf_mm),
                self.said(one.foot_mm),
                one.made_of,
                one.closed_by,
            )
            for one in self.sheets.doors
        ]
        heads = ("door or hatch", "clear, wide by high", "its leaf", "foot over the grass", "of", "closed by")
        y = self.table("Doors and hatches", heads, told, y, wide)
        for one in self.sheets.bent:
            marks = [
                (str(i), self.said(bend.mark_mm), self.said(bend.start_mm), f"{bend.turn_deg:.1f}°")
                for i, bend in enumerate(one.bends, start=1)
            ]
            title = f"{one.label}: {one.count} of {one.tube}, {self.said(one.length_mm)} long before they are bent"
            y = self.table(title, ("bend", "mark", "it starts", "by"), marks, y - 4, wide)
        if self.sheets.pipes.pipes:
            y = self.piped(y, wide)
        if self.sheets.bent:
            for row in _wrapped(BENDING, wide):
                self.canvas.drawString(left * mm, y * mm, row)
                y -= 4.2
        self.block(3, "what opens, and what is bent", 1, bar=False, drawn=False)
        self.canvas.showPage()

    def piped(self, y: float, wide: float) -> float:
        """The pipes with their cuts, then the fittings they go into; where the next thing may begin."""
        parts = self.sheets.pipes
        cuts = [
            (one.label, one.role, str(one.count), self.said(one.cut_mm), self.said(one.apart_mm))
            for one in parts.pipes
        ]
        y = self.table("Pipes", ("label", "what", "how many", "cut", "centre to centre"), cuts, y - 4, wide)
        sold = [
            (one.label, str(one.count), self.said(one.socket_mm), self.said(one.stop_mm))
            for one in parts.fittings
        ]
        title = f"Fittings: {parts.glued} sockets glued, {parts.pinned} pinned dry"
        return self.table(title, ("fitting", "how many", "socket", "centre to stop"), sold, y - 4, wide)

    def welded(self) -> None:
        """The last sheet: the steel from above, its welds numbered, and a row for each."""
        left, low, wide, tall = self.room
        found, pen = self.sheets.welds, self.canvas
        xs, ys = zip(*(point for outline in found.outlines for point in outline), strict=True)
        across = wide - WELD_LIST_MM - GAP_MM
        round_it = 4 * NUMBER_MM  # paper for the numbers outside its corners
        scale = scale_for(max(xs) - min(xs), max(ys) - min(ys), (across - round_it, tall - round_it))
        up = low + (tall - (max(ys) - min(ys)) / scale) / 2

        def at(place: Flat) -> Flat:
            return (left + round_it / 2 + (place[0] - min(xs)) / scale) * mm, (
                up + (place[1] - min(ys)) / scale
            ) * mm

        for outline in found.outlines:
            path = pen.beginPath()
            path.moveTo(*at(outline[0]))
            for point in outline[1:]:
                path.lineTo(*at(point))
            path.close()
            pen.drawPath(path)
        pen.setFont(BOLD, 8)
        for one in found.welds:
            x, y = at(one.place)
            pen.circle(x, y, 1.2 * mm, fill=int(one.seat))
            x, y = at(found.beside(one, NUMBER_MM * scale))
            pen.drawCentredString(x, y - 1.0 * mm, str(one.number))
        rows = [
            (f"{one.number}  {' – '.join(one.joins)}", "seat" if one.seat else self.said(one.bead_mm))
            for one in found.welds
        ]
        x, y = left + across + GAP_MM, low + tall
        step = min(WELD_ROW_MM, tall / (len(rows) + 1))
        pen.setFont(FONT, 9 * step / WELD_ROW_MM)
        for told in [("joins", "bead"), *rows]:
            y -= step
            pen.drawString(x * mm, y * mm, told[0])
            pen.drawString((x + WELD_LIST_MM / 2) * mm, y * mm, told[1])
        self.block(self.sheets.count, "the steel from above: mitres and seats to weld", scale, bar=True)
        pen.showPage()

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
                    (MARGIN_MM + i * step) * mm, y * mm, _wrapped(cell, step - 2)[0] if cell else ""
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

    def verdicts(self, left: float, top: float, wide: float) -> None:
        """The four verdicts: title, word, figure, sentence."""
        pen, y = self.canvas, top
        for finding in self.sheets.findings:
            y -= 6
            pen.setFont(BOLD, 11)
            pen.drawString(left * mm, y * mm, finding.title)
            pen.drawRightString((left + wide) * mm, y * mm, finding.word)
            y -= 5
            pen.setFont(FONT, 9)
            cost = (finding.cost,) if finding.cost else ()
            for text in (one.text(self.system) for one in (finding.figure, finding.sentence, *cost)):
                for row in _wrapped(text, wide):
                    pen.drawString(left * mm, y * mm, row)
                    y -= 4.2
            pen.setLineWidth(0.13 * mm)
            pen.line(left * mm, (y + 1) * mm, (left + wide) * mm, (y + 1) * mm)
            y -= 2
        pen.setFont(FONT, 8)
        for row in _wrapped(
            "Not a certified structure. Follow local codes; ask a structural engineer where someone "
            "could be hurt.",
            wide,
        ):
            y -= 3.8
            pen.drawString(left * mm, y * mm, row)

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


def _wrapped(text: str, wide_mm: float, size: float = 9) -> list[str]:
    """Words in rows no wider than there is room for."""
    rows, row = [], ""
    for word in text.split():
        longer = f"{row} {word}".strip()
        if row and pdfmetrics.stringWidth(longer, FONT, size) > wide_mm * mm:
            rows.append(row)
            row = word
        else:
            row = longer
    return [*rows, row] if row else rows
