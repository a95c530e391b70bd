"""Templates of the build book: holes of swinging wheels and slanted ends of sticks, at full size."""

from __future__ import annotations

from collections.abc import Sequence

from reportlab.lib.units import mm

from ergamot.core.gear.template import Plate, Template
from ergamot.core.making.sawn_ends import SawnEnd
from ergamot.exchange.book_page import FOOT_MM, MARGIN_MM, BookPage
from ergamot.exchange.drill_template import CHECK_MM

BEHIND_MM = 45.0  # of the stick drawn behind its cut


def templates(page: BookPage, drilled: Template | None, sawn: Sequence[SawnEnd]) -> None:
    """The chapter of what is laid on the wood at full size, with a line to check the printer by.

    Args: page; drilled, of swinging wheels; sawn, the ends that are off square.
    """
    page.begin("Full size")
    pen = page.canvas
    pen.setLineWidth(0.8)
    y = page.y - 6
    pen.line(MARGIN_MM * mm, y * mm, (MARGIN_MM + CHECK_MM) * mm, y * mm)
    for end in (MARGIN_MM, MARGIN_MM + CHECK_MM):
        pen.line(end * mm, (y - 2) * mm, end * mm, (y + 2) * mm)
    page.y -= 12
    page.words("The line above must measure 100 mm (3 15/16 in): if it does not, print again at 100 %.")
    if drilled is None and not sawn:
        page.words("This pen asks for no template. Lay the first piece of each label on the next instead.")
    for plate in drilled.plates if drilled else ():
        _plate(page, plate)
    if sawn:
        page.words(
            "Slanted ends: lay the paper on the wood, long point on the end, and draw the heavy line over; saw beside it."
        )
    for one in sawn:
        _sawn_end(page, one)


def _sawn_end(page: BookPage, one: SawnEnd) -> None:
    """The last of a stick at full size: lay it on, long point on long point, and draw the cut over."""
    long_mm = min(one.slant_mm + BEHIND_MM, page.room)
    page.need(one.wide_mm + 16)
    page.head(f"{one.section}, {one.angle_deg:g}° off square", 11)
    page.words("; ".join(f"{label}, {count} {'ends' if count > 1 else 'end'}" for label, count in one.ends))
    base = page.y - 2 - one.wide_mm
    pen = page.canvas
    points = [((MARGIN_MM + u) * mm, (base + v) * mm) for u, v in one.outline(long_mm)]
    (long_point, short_point, above, below) = points
    pen.setLineWidth(1.2)
    pen.line(*long_point, *short_point)
    pen.setLineWidth(0.4)
    pen.line(*short_point, *above)
    pen.line(*long_point, *below)
    page.y = base - 6


def _plate(page: BookPage, plate: Plate) -> None:
    """A stick to drill, with its holes; at full size where the paper is large enough."""
    pen = page.canvas
    us, vs = zip(*plate.outline, strict=True)
    page.need(min(page.tall - 60, 90))
    page.head(plate.title, 11)
    first = plate.holes[0].at
    for hole in plate.holes:
        x, z = hole.at[0] - first[0], hole.at[1] - first[1]
        page.words(
            f"{hole.label}: {hole.diameter:g} mm; {page.said(abs(x))} along and {page.said(abs(z))} up from the first"
        )
    if max(vs) - min(vs) < page.y - FOOT_MM - 6 and max(us) - min(us) < page.room:
        base = page.y - 4 - (max(vs) - min(vs))
        for hole in plate.holes:
            px = (MARGIN_MM + hole.at[0] - min(us)) * mm
            py = (base + hole.at[1] - min(vs)) * mm
            pen.circle(px, py, hole.diameter / 2 * mm)
            pen.line(px - 8 * mm, py, px + 8 * mm, py)
            pen.line(px, py - 8 * mm, px, py + 8 * mm)
        pen.rect(MARGIN_MM * mm, base * mm, (max(us) - min(us)) * mm, (max(vs) - min(vs)) * mm)
        page.y = base - 4
    else:
        page.words("Larger than this paper: print its own template, from the pen's page.")
