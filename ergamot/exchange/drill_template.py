"""Drilling templates at full size: PDF with a line to check the printer by, and DXF."""

from __future__ import annotations

import io
from collections.abc import Callable

from ezdxf import filemanagement, units
from reportlab.lib.pagesizes import landscape
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from ergamot.core.frame.geometry import Flat
from ergamot.core.gear.template import Plate, Template
from ergamot.core.units import Quantity, System, say
from ergamot.exchange.print_fonts import BOLD, PLAIN, printable, register_fonts
from ergamot.exchange.sheet_page import PAPERS, Paper

CHECK_MM = 100.0
MARGIN_MM = 12.0
TITLE_MM, NOTES_MM = 14.0, 52.0
CROSS_MM = 12.0
CLEAR_MM = 15.0
Place = Callable[[float, float], Flat]  # mm on the plate to points on the page


def template_pdf(template: Template, name: str, paper: Paper, system: System) -> bytes:
    """A page for each plate, at 1:1; what is longer than the paper is cut at a broken line clear of its holes."""
    out = io.BytesIO()
    size = landscape(PAPERS[paper])
    register_fonts()
    canvas = Canvas(out, pagesize=size, invariant=1)
    canvas.setTitle(f"{name}: drilling template, full size")
    wide, tall = size[0] / mm, size[1] / mm
    for plate in template.plates:
        _page(canvas, plate, template, name, (wide, tall), system)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _page(
    canvas: Canvas, plate: Plate, template: Template, name: str, size: tuple[float, float], system: System
) -> None:
    wide, tall = size
    canvas.setFont(BOLD, 13)
    canvas.drawString(
        MARGIN_MM * mm, (tall - MARGIN_MM) * mm, f"{printable(name)[0]}: {plate.title}, full size"
    )
    canvas.setFont(PLAIN, 9)
    for i, line in enumerate(template.lines):
        canvas.drawString(MARGIN_MM * mm, (NOTES_MM - 14 - 5 * i) * mm, line.text(system))
    canvas.setLineWidth(0.8)
    canvas.line(MARGIN_MM * mm, NOTES_MM * mm, (MARGIN_MM + CHECK_MM) * mm, NOTES_MM * mm)
    for end in (MARGIN_MM, MARGIN_MM + CHECK_MM):
        canvas.line(end * mm, (NOTES_MM - 2) * mm, end * mm, (NOTES_MM + 2) * mm)
    words = "this line must measure 100 mm (3 15/16 in): if it does not, print again at 100 %"
    canvas.drawString((MARGIN_MM + CHECK_MM + 4) * mm, (NOTES_MM - 1) * mm, words)
    room = (wide - 2 * MARGIN_MM, tall - TITLE_MM - NOTES_MM - 2 * MARGIN_MM)
    low, high = _window(plate, room)
    left = MARGIN_MM + (room[0] - (high[0] - low[0])) / 2
    foot = NOTES_MM + MARGIN_MM

    def at(u: float, v: float) -> tuple[float, float]:
        return (left + u - low[0]) * mm, (foot + v - low[1]) * mm

    _outline(canvas, plate, low, high, at)
    if plate.foot is not None and not low[1] <= plate.foot <= high[1]:
        below = Quantity(plate.holes[0].at[1] - plate.foot, "mm")
        words = f"the foot of the rail lies {say(below, system)} below the pivot"
        canvas.drawString(*at(low[0], low[1] - 5), words)
    for hole in plate.holes:
        x, y = at(*hole.at)
        canvas.circle(x, y, hole.diameter / 2 * mm)
        canvas.line(x - CROSS_MM * mm, y, x + CROSS_MM * mm, y)
        canvas.line(x, y - CROSS_MM * mm, x, y + CROSS_MM * mm)
        canvas.drawString(x + 3 * mm, y + (hole.diameter / 2 + 2) * mm, f"{hole.label}, {hole.diameter:g} mm")


def _window(plate: Plate, room: Flat) -> tuple[Flat, Flat]:
    """The part of a plate that is drawn: all of it, or what lies round its holes."""
    edges: list[tuple[float, float]] = []
    for axis in (0, 1):
        low, high = (f(p[axis] for p in plate.outline) for f in (min, max))
        if high - low > room[axis]:
            first, last = (f(hole.at[axis] for hole in plate.holes) for f in (min, max))
            spare = max(CLEAR_MM, (room[axis] - (last - first)) / 2)
            low, high = max(low, first - spare), min(high, last + spare)
            high = min(high, low + room[axis])
        edges.append((low, high))
    (x0, x1), (y0, y1) = edges
    return (x0, y0), (x1, y1)


def _outline(canvas: Canvas, plate: Plate, low: Flat, high: Flat, at: Place) -> None:
    us, vs = zip(*plate.outline, strict=True)
    whole_low, whole_high = (min(us), min(vs)), (max(us), max(vs))
    sides = (
        ((low[0], low[1]), (high[0], low[1]), low[1] > whole_low[1]),
        ((high[0], low[1]), (high[0], high[1]), high[0] < whole_high[0]),
        ((high[0], high[1]), (low[0], high[1]), high[1] < whole_high[1]),
        ((low[0], high[1]), (low[0], low[1]), low[0] > whole_low[0]),
    )
    for a, b, broken in sides:
        canvas.setDash([4, 3] if broken else [])
        canvas.line(*at(*a), *at(*b))
    canvas.setDash([])
    if plate.foot is not None and low[1] <= plate.foot <= high[1]:
        canvas.drawString(*at(low[0] + 2, plate.foot + 2), "foot of the rail")


def template_dxf(template: Template) -> str:
    """Every plate at full size in mm, side by side; outlines and holes on layers of their own."""
    made = filemanagement.new("R2010", setup=True)
    made.units = units.MM
    for layer in ("outline", "holes", "words"):
        made.layers.add(layer)
    space = made.modelspace()
    shift = 0.0
    for plate in template.plates:
        left = min(p[0] for p in plate.outline)

        def at(point: tuple[float, float], left: float = left, shift: float = shift) -> tuple[float, float]:
            return point[0] - left + shift, point[1]

        space.add_lwpolyline([at(p) for p in plate.outline], close=True, dxfattribs={"layer": "outline"})
        for hole in plate.holes:
            space.add_circle(at(hole.at), hole.diameter / 2, dxfattribs={"layer": "holes"})
            space.add_text(hole.label, height=5, dxfattribs={"layer": "words"}).set_placement(at(hole.at))
        shift += max(p[0] for p in plate.outline) - left + 50
    out = io.StringIO()
    made.write(out)
    return out.getvalue()
