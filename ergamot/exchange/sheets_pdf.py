"""A set of drawing sheets as PDF, A4 or Letter: the whole pen with its verdicts, its three views, the lists of its doors, of
the tubes to bend and of the notches to cut, and its welds.

Everything is drawn at a true scale; each sheet has a title block and a scale bar to check the printer by.
"""

from __future__ import annotations

import io

from reportlab.lib.pagesizes import landscape
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from ergamot.core.balance.questions import word_of
from ergamot.core.drawing.picture import scale_for
from ergamot.core.units import System
from ergamot.exchange.print_fonts import BOLD, register_fonts
from ergamot.exchange.print_fonts import PLAIN as FONT
from ergamot.exchange.sheet_lists import lists, notched, welded
from ergamot.exchange.sheet_page import GAP_MM, PAPERS, Page, Paper, SheetSet, wrapped


def write_sheets(sheets: SheetSet, paper: Paper, system: System) -> bytes:
    """Two sheets, landscape; more where there is anything to list, or to weld."""
    register_fonts()
    out = io.BytesIO()
    size = landscape(PAPERS[paper])
    page = Page(Canvas(out, pagesize=size, invariant=1), size[0] / mm, size[1] / mm, sheets, system)
    page.canvas.setTitle(f"{sheets.name}: drawing sheets")
    page.canvas.setAuthor("Ergamot")
    _whole(page)
    _views(page)
    if sheets.listed:
        lists(page)
    if sheets.lapped:
        notched(page)
    if sheets.welds.welds:
        welded(page)
    page.canvas.save()
    return out.getvalue()


def _whole(page: Page) -> None:
    """Sheet 1: the pen from the corner, verdicts beside it."""
    left, low, wide, tall = page.room
    beside = 78.0
    corner = page.sheets.pictures["corner"]
    scale = scale_for(corner.wide, corner.tall, (wide - beside - GAP_MM, tall))
    drawn = corner.wide / scale, corner.tall / scale
    x = left + (wide - beside - GAP_MM - drawn[0]) / 2
    page.draw(corner, scale, x, low + (tall - drawn[1]) / 2)
    _verdicts(page, left + wide - beside, low + tall, beside)
    page.block(1, "the whole pen from the corner (isometric)", scale, bar=False)
    page.canvas.showPage()


def _views(page: Page) -> None:
    """Sheet 2: plan over side, end beside the side, all at one scale."""
    left, low, wide, tall = page.room
    plan, side, end = (page.sheets.pictures[look] for look in ("plan", "side", "end"))
    across = max(plan.wide, side.wide) + end.wide
    up = plan.tall + side.tall
    scale = scale_for(across, up, (wide - GAP_MM, tall - GAP_MM))
    # Plan and side share where x is 0, side and end the ground
    first = min(plan.low[0], side.low[0])
    left += max(0.0, (wide - GAP_MM - across / scale) / 2)
    ground = low + max(-side.low[1], -end.low[1]) / scale
    page.draw(side, scale, left + (side.low[0] - first) / scale, ground + side.low[1] / scale)
    over = ground + max(side.high[1], 0) / scale + GAP_MM
    page.draw(plan, scale, left + (plan.low[0] - first) / scale, over)
    beside = left + (max(plan.high[0], side.high[0]) - first) / scale + GAP_MM
    page.draw(end, scale, beside, ground + end.low[1] / scale)
    page.block(2, "plan, side from the right, end from the front", scale, bar=True)
    page.canvas.showPage()


def _verdicts(page: Page, left: float, top: float, wide: float) -> None:
    """All verdicts: title, word, figure, sentence."""
    pen, y = page.canvas, top
    for finding in page.sheets.findings:
        y -= 6
        pen.setFont(BOLD, 11)
        pen.drawString(left * mm, y * mm, finding.title)
        pen.drawRightString((left + wide) * mm, y * mm, word_of(finding.what, finding.verdict))
        y -= 5
        pen.setFont(FONT, 9)
        cost = (finding.cost,) if finding.cost else ()
        for text in (one.text(page.system) for one in (finding.figure, finding.sentence, *cost)):
            for row in wrapped(text, wide):
                pen.drawString(left * mm, y * mm, row)
                y -= 4.2
        pen.setLineWidth(0.13 * mm)
        pen.line(left * mm, (y + 1) * mm, (left + wide) * mm, (y + 1) * mm)
        y -= 2
    pen.setFont(FONT, 8)
    for row in wrapped(
        "Not a certified structure. Follow local codes; ask a structural engineer where someone "
        "could be hurt.",
        wide,
    ):
        y -= 3.8
        pen.drawString(left * mm, y * mm, row)
