"""Sheets that list: doors and hatches, tubes to bend, pipes, notches to cut; and the map of the welds."""

from __future__ import annotations

from reportlab.lib.units import mm

from ergamot.core.drawing.lists import side_of
from ergamot.core.drawing.picture import scale_for
from ergamot.core.frame.geometry import Flat
from ergamot.exchange.print_fonts import BOLD
from ergamot.exchange.print_fonts import PLAIN as FONT
from ergamot.exchange.sheet_page import GAP_MM, Page, wrapped

BENDING = (
    "Measure every mark of a tube from the same end, the bender's hook towards it; all bends lie in one plane. The marks are "
    "for the take-up you entered: bend one offcut by 90° first and measure from its mark to its back."
)
WELD_LIST_MM, WELD_ROW_MM, NUMBER_MM = 70.0, 4.2, 3.5


def lists(page: Page) -> None:
    """Sheet 3: the doors and hatches, then the tubes to bend with their marks."""
    left, low, wide, tall = page.room
    y = low + tall
    told = [
        (
            f"{one.what}, {one.side}",
            page.size(*one.clear_mm),
            page.size(*one.leaf_mm),
            page.said(one.foot_mm),
            one.made_of,
            one.closed_by,
        )
        for one in page.sheets.doors
    ]
    heads = ("door or hatch", "clear, wide by high", "its leaf", "foot over the grass", "of", "closed by")
    y = page.table("Doors and hatches", heads, told, y, wide)
    for one in page.sheets.bent:
        marks = [
            (str(i), page.said(bend.mark_mm), page.said(bend.start_mm), f"{bend.turn_deg:.1f}°")
            for i, bend in enumerate(one.bends, start=1)
        ]
        title = (
            f"{one.label}: {one.count} of {one.tube}, {page.said(one.length_mm)} long before they are bent"
        )
        y = page.table(title, ("bend", "mark", "it starts", "by"), marks, y - 4, wide)
    if page.sheets.pipes.pipes:
        y = _piped(page, y, wide)
    if page.sheets.bent:
        for row in wrapped(BENDING, wide):
            page.canvas.drawString(left * mm, y * mm, row)
            y -= 4.2
    page.block(3, "what opens, and what is bent", 1, bar=False, drawn=False)
    page.canvas.showPage()


def _piped(page: Page, y: float, wide: float) -> float:
    """The pipes with their cuts, then the fittings they go into; where the next thing may begin."""
    parts = page.sheets.pipes
    cuts = [
        (one.label, one.role, str(one.count), page.said(one.cut_mm), page.said(one.apart_mm))
        for one in parts.pipes
    ]
    y = page.table("Pipes", ("label", "what", "how many", "cut", "centre to centre"), cuts, y - 4, wide)
    sold = [
        (one.label, str(one.count), page.said(one.socket_mm), page.said(one.stop_mm))
        for one in parts.fittings
    ]
    title = f"Fittings: {parts.glued} sockets glued, {parts.pinned} pinned dry"
    return page.table(title, ("fitting", "how many", "socket", "centre to stop"), sold, y - 4, wide)


def notched(page: Page) -> None:
    """A sheet of the sticks to notch: each from the side, its upper edge up, and a row for each notch."""
    left, low, wide, tall = page.room
    pen, y = page.canvas, low + tall
    scale = scale_for(max(one.length_mm for one in page.sheets.lapped), 1.0, (wide, tall))
    for one in page.sheets.lapped:
        rows = [
            (
                f"{page.said(notch.run[0])} to {page.said(notch.run[1])}",
                page.said(notch.deep_mm),
                "upper" if notch.upper else "lower",
            )
            for notch in one.notches
            if notch.run
        ]
        title = f"{one.label}: {one.count} of {one.role}, {page.said(one.length_mm)} long"
        y = page.table(title, ("from one end", "deep", "in its side"), rows, y - 4, wide)
        y -= one.deep_mm / scale
        path = pen.beginPath()
        corners = side_of(one)
        path.moveTo(*((left + corners[0][0] / scale) * mm, (y + corners[0][1] / scale) * mm))
        for u, v in corners[1:]:
            path.lineTo((left + u / scale) * mm, (y + v / scale) * mm)
        path.close()
        pen.drawPath(path)
        y -= 4
    told = "Saw the shoulders half through, chisel the waste; try each corner before the next is cut."
    pen.setFont(FONT, 9)
    pen.drawString(left * mm, (y - 4) * mm, told)
    page.block(page.sheets.count - bool(page.sheets.welds.welds), "half-laps to cut", scale, bar=True)
    pen.showPage()


def welded(page: Page) -> None:
    """The last sheet: the steel from above, its welds numbered, and a row for each."""
    left, low, wide, tall = page.room
    found, pen = page.sheets.welds, page.canvas
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
        (f"{one.number}  {' – '.join(one.joins)}", "seat" if one.seat else page.said(one.bead_mm))
        for one in found.welds
    ]
    rows += [
        (f"{one.count} × {' – '.join(one.joins)}", page.said(one.bead_mm) if one.bead_mm else "lug")
        for one in found.body
    ]
    x, y = left + across + GAP_MM, low + tall
    step = min(WELD_ROW_MM, tall / (len(rows) + 1))
    pen.setFont(FONT, 9 * step / WELD_ROW_MM)
    for told in [("joins", "bead"), *rows]:
        y -= step
        pen.drawString(x * mm, y * mm, told[0])
        pen.drawString((x + WELD_LIST_MM / 2) * mm, y * mm, told[1])
    page.block(page.sheets.count, "the steel from above: mitres and seats to weld", scale, bar=True)
    pen.showPage()
