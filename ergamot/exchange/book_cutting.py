"""The chapter of the build book at the saw: settings, boards as they are cut, sheets as they are laid out."""

from __future__ import annotations

from collections import Counter

from reportlab.lib.units import mm

from ergamot.core.catalogue import Catalogue
from ergamot.core.stock.bill import Bill
from ergamot.core.stock.plate import CutPlate
from ergamot.core.stock.sawing import settings
from ergamot.core.stock.sticks import Bar
from ergamot.exchange.book_page import MARGIN_MM, BookPage
from ergamot.exchange.print_fonts import BOLD
from ergamot.exchange.print_fonts import PLAIN as FONT

BAR_MM, BAR_STEP_MM = 7.0, 12.5
SHEET_MM = 62.0  # a sheet's longer side on paper
WASTE = 0.82


def cutting(page: BookPage, bill: Bill, catalogue: Catalogue, guide_mm: float) -> None:
    """Settings of the saw, then every board in the order it is sawn, then every sheet.

    Args: page; bill; catalogue; guide_mm, from a circular saw's guide to its blade, 0 to 300.
    """
    page.begin("Cutting")
    page.words(
        f"Lengths are to the long point. With a circular saw the guide lies {page.said(guide_mm)} from the mark, on the side that "
        "stays; tick a board when its pieces bear their labels. Where two pieces lie over each other one slanting cut parts them: turn "
        "the second over."
    )
    page.y -= 3
    for one in settings(bill.pieces):
        what = "Square" if not one.angle_deg else f"Saw at {one.angle_deg:g}°"
        page.words(f"{what}: " + ", ".join(f"{count} ends of {label}" for label, count in one.ends))
    for section, species, plan in bill.plans:
        if not plan.bars:
            continue
        timber = f" {catalogue.species[species].label}" if species else ""
        page.y -= 3
        page.head(f"{len(plan.bars)} of {catalogue.sections[section].label}{timber}", keep=2 * BAR_STEP_MM)
        longest = max(bar.stock_mm for bar in plan.bars)
        for bar, times in Counter(plan.bars).items():
            _bar(page, bar, times, longest)
    for key, plates in bill.plates:
        page.y -= 3
        page.head(f"{len(plates.plates)} of {catalogue.sheets[key].label}", keep=SHEET_MM)
        for cut in plates.plates:
            _sheet(page, cut)


def _bar(page: BookPage, bar: Bar, times: int, longest: float) -> None:
    page.need(BAR_STEP_MM)
    pen, scale = page.canvas, (page.room - 42) / longest
    top = page.y - 2
    pen.setLineWidth(0.25 * mm)
    pen.rect(MARGIN_MM * mm, (top - 5) * mm, 3 * mm, 3 * mm)
    pen.setFont(BOLD, 9)
    pen.drawString((MARGIN_MM + 5) * mm, (top - 5) * mm, f"{times} ×")
    left = MARGIN_MM + 14
    pen.setFillGray(WASTE)
    pen.rect(left * mm, (top - BAR_MM) * mm, bar.stock_mm * scale * mm, BAR_MM * mm, fill=1)
    pen.setFillGray(1)
    at = left
    laps = bar.laps or (0.0,) * len(bar.cuts)
    for (label, long), lap in zip(bar.cuts, laps, strict=True):
        wide, at = long * scale, at - lap * scale
        pen.rect(at * mm, (top - BAR_MM) * mm, wide * mm, BAR_MM * mm, fill=1)
        pen.setFillGray(0)
        pen.setFont(BOLD, 8)
        pen.drawCentredString((at + wide / 2) * mm, (top - 3.2) * mm, label)
        pen.setFont(FONT, 6.5)
        if wide > 13:
            pen.drawCentredString((at + wide / 2) * mm, (top - 6.2) * mm, page.said(long))
        pen.setFillGray(1)
        at += wide + 0.4
    pen.setFillGray(0)
    pen.setFont(FONT, 7.5)
    told = page.said(bar.stock_mm) + (
        ", in hand" if bar.thing > 0 else ", cut again" if bar.thing < 0 else ""
    )
    pen.drawString((left + bar.stock_mm * scale + 1.5) * mm, (top - 4.6) * mm, told)
    page.y -= BAR_STEP_MM


def _sheet(page: BookPage, cut: CutPlate) -> None:
    plate = cut.plate
    scale = SHEET_MM / max(plate.long_mm, plate.wide_mm)
    tall = plate.wide_mm * scale
    page.need(tall + 8)
    pen, top = page.canvas, page.y - 2
    pen.setLineWidth(0.25 * mm)
    pen.rect(MARGIN_MM * mm, (top - 5) * mm, 3 * mm, 3 * mm)
    left = MARGIN_MM + 14
    pen.setFillGray(WASTE)
    pen.rect(left * mm, (top - tall) * mm, plate.long_mm * scale * mm, tall * mm, fill=1)
    for one in cut.layout.laid:
        x, y = left + one.x * scale, top - (one.y + one.wide_mm) * scale
        pen.setFillGray(1)
        pen.rect(x * mm, y * mm, one.long_mm * scale * mm, one.wide_mm * scale * mm, fill=1)
        pen.setFillGray(0)
        pen.setFont(BOLD, 7)
        pen.drawCentredString(
            (x + one.long_mm * scale / 2) * mm, (y + one.wide_mm * scale / 2 - 1) * mm, one.label
        )
    pen.setFillGray(0)
    right = left + plate.long_mm * scale + 4
    pen.setFont(FONT, 8)
    first = "first cuts across it" if cut.layout.across else "first cuts along it"
    for i, line in enumerate(
        [
            f"{page.said(plate.long_mm)} × {page.said(plate.wide_mm)}{', in hand' if plate.thing else ''}; {first}",
            *(
                f"{one.label}  {page.said(one.long_mm)} × {page.said(one.wide_mm)}{'' if one.turns else ', grain along'}"
                for one in cut.layout.laid[:8]
            ),
        ]
    ):
        pen.drawString(right * mm, (top - 4 - 3.8 * i) * mm, line)
    page.y -= max(tall, 4 + 3.8 * (1 + min(8, len(cut.layout.laid)))) + 5
