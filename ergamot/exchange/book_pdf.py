"""The build book of a pen as PDF: cover, shopping, cutting, steps, templates, labels, upkeep; to hang in the shop."""

from __future__ import annotations

import io
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from ergamot.core.balance.questions import word_of
from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.kinds import Aisle
from ergamot.core.drawing.growing import Growing
from ergamot.core.farm.tools import TOOLS
from ergamot.core.finding import Finding, Phrase
from ergamot.core.frame.geometry import Flat
from ergamot.core.gear.template import Template
from ergamot.core.making.finish import Finish
from ergamot.core.making.sawn_ends import SawnEnd
from ergamot.core.making.sheet import BuildSheet, Task
from ergamot.core.making.stages import Stage
from ergamot.core.making.upkeep import TIME_WORDS, Look, Time
from ergamot.core.stock.bill import Bill
from ergamot.core.stock.shop import AtShop
from ergamot.core.units import System, say_day
from ergamot.exchange.book_cutting import cutting
from ergamot.exchange.book_page import MARGIN_MM, BookPage
from ergamot.exchange.book_templates import templates
from ergamot.exchange.labels_pdf import draw_labels
from ergamot.exchange.print_fonts import BOLD, printable, register_fonts
from ergamot.exchange.print_fonts import PLAIN as FONT
from ergamot.exchange.sheet_page import PAPERS, Paper

PICTURE_MM = (66.0, 48.0)
COVER_MM = 105.0
LIGHT = 0.68


@dataclass(frozen=True)
class Book:
    """What is in the book of one pen. `pictures` are of each step by its key, `whole` of the finished pen; `in_hand` says how
    many of which thing of the shed are used; `shops` what the list costs at each."""

    name: str
    shape: str
    flock: str
    day: date
    findings: Sequence[Finding]
    whole: Growing
    pictures: Mapping[str, Growing]
    sheet: BuildSheet
    bill: Bill
    catalogue: Catalogue
    finish: Finish
    upkeep: Sequence[Look]
    in_hand: Sequence[tuple[int, Phrase]]
    shops: Sequence[AtShop]
    lacking: Sequence[str]
    money: str
    guide_mm: float
    template: Template | None = None
    sawn: Sequence[SawnEnd] = ()


def write_book(book: Book, paper: Paper, system: System) -> bytes:
    """The whole book.

    Args: book; paper, a4 or letter; system, of its figures.
    Returns: the PDF.
    """
    register_fonts()
    made = io.BytesIO()
    size = PAPERS[paper]
    canvas = Canvas(made, pagesize=size, invariant=True)
    canvas.setTitle(f"{book.name}: build book")
    page = BookPage(canvas, size[0] / mm, size[1] / mm, book.name, system)
    _cover(page, book)
    _shopping(page, book)
    cutting(page, book.bill, book.catalogue, book.guide_mm)
    _steps(page, book)
    templates(page, book.template, book.sawn)
    _upkeep(page, book)
    page.close()
    draw_labels(canvas, book.bill.pieces, book.catalogue, book.name, paper, system)
    canvas.save()
    return made.getvalue()


def _cover(page: BookPage, book: Book) -> None:
    page.turn("Cover")
    pen = page.canvas
    pen.setFont(BOLD, 28)
    pen.drawString(MARGIN_MM * mm, (page.y - 10) * mm, printable(book.name)[0][:44])
    pen.setFont(FONT, 12)
    pen.drawString(
        MARGIN_MM * mm,
        (page.y - 17) * mm,
        printable(f"{book.shape} for {book.flock}, {say_day(book.day)}")[0],
    )
    page.y -= 24
    draw(page, book.whole, (MARGIN_MM, page.y - COVER_MM), (page.room, COVER_MM))
    page.y -= COVER_MM + 6
    for one in book.findings:
        word = word_of(one.what, one.verdict)
        told = f"{one.title}: {word}" if word else one.title
        page.canvas.setFont(BOLD, 9.5)
        page.canvas.drawString(MARGIN_MM * mm, (page.y - 3.6) * mm, told)
        page.words(f"{one.figure.text(page.system)}; {one.sentence.text(page.system)}", 38)
        page.y -= 1
    page.y -= 4
    hours = book.sheet.hours
    page.words(
        f"About {hours.minutes:.0f} hours of work ({hours.least:.0f} to {hours.most:.0f}); done {say_day(book.finish.done)}"
        + (f", {book.finish.late_days} days after it is wanted" if book.finish.late_days else "")
        + (f"; begin by {say_day(book.finish.begin_by)}" if book.finish.begin_by else "")
        + "."
    )
    if book.lacking:
        page.words("To borrow: " + "; ".join(book.lacking) + ".")
    page.y -= 3
    page.words(
        "A warning is no certificate: local codes come first, and an engineer where someone could be hurt.",
        size=8.5,
    )


def _shopping(page: BookPage, book: Book) -> None:
    page.begin("Shopping")
    steps = (5, 17, 92, 140, 160)
    for aisle in Aisle:
        lines = [line for line in book.bill.lines if line.aisle is aisle]
        if not lines:
            continue
        page.head(aisle.value, 11)
        for line in lines:
            cells = (
                str(line.packs), line.what, line.pack.text(page.system), f"{line.each:.2f}", f"{line.cost:.2f}",
            )  # fmt: skip
            page.row(cells, steps, box=True)
    page.y -= 2
    page.row(("", "Together", "", "", f"{book.money}{book.bill.total:.2f}"), steps, bold=True)
    if book.shops:
        page.head("At other shops", 11)
    for shop in book.shops:
        lacks = ", ".join(one.text(page.system) for one in shop.lacks[:4])
        page.ticked(
            f"{shop.name}, {say_day(shop.dated)}: {book.money}{shop.total:.2f} for {shop.has} of {len(shop.each)} lines"
            + (f"; lacks {lacks}" if lacks else "")
        )
    if book.in_hand:
        page.head("Out of the shed", 11)
    for count, thing in book.in_hand:
        page.ticked(f"{count} × {thing.text(page.system)}")


def _steps(page: BookPage, book: Book) -> None:
    page.begin("Building")
    for task in book.sheet.tasks:
        _step(page, book, task)


def _step(page: BookPage, book: Book, task: Task) -> None:
    page.need(PICTURE_MM[1] + 18)
    top, drawn = page.y, book.pictures.get(task.key)
    pen = page.canvas
    pen.setLineWidth(0.3 * mm)
    pen.rect(MARGIN_MM * mm, (top - 5) * mm, 4 * mm, 4 * mm)
    pen.setFont(BOLD, 13)
    pen.drawString((MARGIN_MM + 7) * mm, (top - 4.6) * mm, f"{task.number}  {task.title}")
    pen.setFont(FONT, 9)
    pen.drawRightString(
        (page.wide - MARGIN_MM) * mm, (top - 4.6) * mm, f"{task.takes.least:.0f} to {task.takes.most:.0f} min"
    )
    page.y = top - 9
    if drawn is not None and (drawn.new or drawn.stands):
        draw(page, drawn, (MARGIN_MM, page.y - PICTURE_MM[1]), PICTURE_MM)
    foot = page.y - PICTURE_MM[1]
    for text, bold in _said(task, page.system):
        page.words(text, PICTURE_MM[0] + 5, 9, bold)
    page.y = min(page.y, foot if drawn is not None else page.y) - 5


def _said(task: Task, system: System) -> list[tuple[str, bool]]:
    """A step's lines, and which are in bold."""
    said: list[tuple[str, bool]] = []
    if task.pieces and task.stage is not Stage.CUT:
        said.append((", ".join(f"{count} {label}" for label, count in task.pieces), True))
    if task.fixings:
        said.append(("With " + ", ".join(f"{count} {what}" for what, count in task.fixings), False))
    if task.tools:
        said.append(("Tools: " + ", ".join(TOOLS[one] for one in task.tools), False))
    check = task.check.text(system)
    if check:
        said.append((f"Check: {check}.", True))
    said += [(one.text(system) + ".", False) for one in (task.props, task.freed) if one]
    said += [(one.text(system) + ".", False) for one in task.copied[:6]]
    if task.helper:
        said.append((f"Two people; {task.helper}.", False))
    if task.dries_h:
        said.append((f"Dries {task.dries_h:.0f} hours before mesh or birds.", True))
    said += [(one, False) for one in task.cautions]
    return said


def _upkeep(page: BookPage, book: Book) -> None:
    page.begin("Upkeep")
    for time in Time:
        looks = [one for one in book.upkeep if one.time is time]
        if looks:
            page.head(TIME_WORDS[time], 12)
            for one in looks:
                due = f" (by {book.day.year + one.years})" if one.years else ""
                page.ticked(one.words.text(page.system) + due)
            page.y -= 2
    if book.sheet.aside:
        page.head("Waits in the shed", 12)
        for what in book.sheet.aside:
            page.ticked(what)


def draw(page: BookPage, drawn: Growing, corner: Flat, room: Flat) -> None:
    """A pen half built, in a frame of paper: what is new dark, what stands light.

    Args: page; drawn; corner, the lower left of the frame, and room, its size, mm of paper.
    """
    wide, tall = drawn.high[0] - drawn.low[0], drawn.high[1] - drawn.low[1]
    scale = min(room[0] / wide, room[1] / tall)
    left = corner[0] + (room[0] - wide * scale) / 2
    low = corner[1] + (room[1] - tall * scale) / 2

    def at(point: Flat) -> Flat:
        return (left + (point[0] - drawn.low[0]) * scale) * mm, (low + (point[1] - drawn.low[1]) * scale) * mm

    pen = page.canvas
    pen.setLineCap(1)
    for lines, grey, wider in ((drawn.stands, LIGHT, 0.2), (drawn.new, 0.0, 0.35)):
        pen.setStrokeGray(grey)
        for mesh in (True, False):
            pen.setDash([0.7 * mm, 0.5 * mm] if mesh else [])
            pen.setLineWidth(wider * (0.6 if mesh else 1) * mm)
            ends = [(*at(line.a), *at(line.b)) for line in lines if (line.kind == "mesh") == mesh]
            if ends:
                pen.lines(ends)
    pen.setDash([])
    pen.setStrokeGray(0)
