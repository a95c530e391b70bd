"""A month for the wall: its days with their moves, and on a sheet of its own the field from above with its lanes."""

from __future__ import annotations

import calendar
import io
from collections import defaultdict
from collections.abc import Sequence
from datetime import date
from itertools import pairwise

from reportlab.lib.pagesizes import landscape
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.field import Field, turned
from ergamot.core.ground.lanes import stop_corners
from ergamot.core.units import Quantity, System, say
from ergamot.exchange.moves import NamedPlan, move_time
from ergamot.exchange.print_fonts import BOLD, printable, register_fonts
from ergamot.exchange.print_fonts import PLAIN as FONT
from ergamot.exchange.sheet_page import MARGIN_MM, PAPERS, Paper, wrapped

HEAD_MM = 16.0
DAYS = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")
LETTERS = "ABCDEFGHIJKL"
GREY, PALE = 0.45, 0.85
MOST_LINES = 6  # of a day: more are counted


def write_almanac(
    field: Field, name: str, plans: Sequence[NamedPlan], month: date, paper: Paper, system: System
) -> bytes:
    """A month of a field's moves to hang up, and the field with every pen's lanes.

    Args: field; name, of it; plans, of its pens; month, any day of it; paper, a4 or letter; system, of the scale bar.
    Returns: the PDF, two sheets lying on their side.
    Raises: OutOfRange where no pen moves in that month.
    """
    register_fonts()
    wide, tall = landscape(PAPERS[paper])
    made = io.BytesIO()
    pen = Canvas(made, pagesize=(wide, tall), invariant=True)
    pen.setTitle(f"{name}, {month:%B %Y}")
    moves = _by_day(plans, month)
    if not moves:
        raise OutOfRange("month", f"{month:%Y-%m}", "a month in which a pen is moved")
    _month(pen, name, plans, month, moves, wide / mm, tall / mm)
    pen.showPage()
    _map(pen, field, name, plans, wide / mm, tall / mm, system)
    pen.showPage()
    pen.save()
    return made.getvalue()


def _by_day(plans: Sequence[NamedPlan], month: date) -> dict[int, list[str]]:
    """What each day of a month says: the letter of a pen, its lane and stop, the hour where it is not the first."""
    found: dict[int, list[tuple[str, str]]] = defaultdict(list)
    for letter, named in zip(LETTERS, plans, strict=False):
        for move in named.plan.moves:
            if (move.day.year, move.day.month) == (month.year, month.month):
                hour = f"{move_time(move.part, move.parts):%H:%M}"
                line = f"{letter}  lane {move.stop.lane + 1}, stop {move.stop.number + 1}"
                found[move.day.day].append((hour, line + (f", {hour}" if move.parts > 1 else "")))
    return {day: [line for _, line in sorted(lines)] for day, lines in found.items()}


def _head(pen: Canvas, title: str, wide: float, tall: float) -> float:
    """The title over a rule; where what is under it begins, mm."""
    pen.setFont(BOLD, 20)
    text, _ = printable(title)
    pen.drawString(MARGIN_MM * mm, (tall - MARGIN_MM - 8) * mm, text)
    pen.setLineWidth(0.6 * mm)
    pen.line(
        MARGIN_MM * mm, (tall - MARGIN_MM - 11) * mm, (wide - MARGIN_MM) * mm, (tall - MARGIN_MM - 11) * mm
    )
    return tall - MARGIN_MM - HEAD_MM


def _month(
    pen: Canvas,
    name: str,
    plans: Sequence[NamedPlan],
    month: date,
    moves: dict[int, list[str]],
    wide: float,
    tall: float,
) -> None:
    top = _head(pen, f"{name}, {month:%B %Y}", wide, tall)
    weeks = calendar.Calendar().monthdayscalendar(month.year, month.month)
    step, foot = (wide - 2 * MARGIN_MM) / 7, MARGIN_MM + 5 * ((len(plans) + 2) // 3) + 2
    high = (top - foot) / len(weeks)
    pen.setFont(FONT, 10)
    for i, day_name in enumerate(DAYS):
        pen.drawString((MARGIN_MM + i * step + 1.5) * mm, (top + 1) * mm, day_name)
    pen.setLineWidth(0.2 * mm)
    for row, week in enumerate(weeks):
        for column, day in enumerate(week):
            if day:
                x, y = MARGIN_MM + column * step, top - row * high
                _day(pen, day, moves.get(day, []), x, y, step, high)
    pen.setFont(FONT, 10)
    for i, (letter, named) in enumerate(zip(LETTERS, plans, strict=False)):
        text, _ = printable(f"{letter}  {named.name}")
        across = (wide - 2 * MARGIN_MM) / 3
        x, y = MARGIN_MM + (i % 3) * across, foot - 6 - 5 * (i // 3)
        pen.drawString(x * mm, y * mm, wrapped(text, across - 4)[0])


def _day(pen: Canvas, day: int, lines: list[str], x: float, y: float, wide: float, high: float) -> None:
    """A day's square with a box to tick before each move."""
    pen.rect(x * mm, (y - high) * mm, wide * mm, high * mm)
    pen.setFont(BOLD, 11)
    pen.drawString((x + 1.5) * mm, (y - 5) * mm, str(day))
    shown = (
        lines
        if len(lines) <= MOST_LINES
        else [*lines[: MOST_LINES - 1], f"and {len(lines) - MOST_LINES + 1} more"]
    )
    step = min(4.4, (high - 7) / max(1, len(shown)))
    pen.setFont(FONT, min(8.5, step / 0.42))
    for i, line in enumerate(shown):
        down = y - 9.5 - i * step
        pen.rect((x + 1.5) * mm, (down - 0.3) * mm, 2.2 * mm, 2.2 * mm)
        pen.drawString((x + 5) * mm, down * mm, line)


def _map(
    pen: Canvas, field: Field, name: str, plans: Sequence[NamedPlan], wide: float, tall: float, system: System
) -> None:
    """The field with its lanes to the right, every stop of every pen, what stands in it, and where north is."""
    heading = plans[0].plan.laid.heading_deg
    top = _head(pen, f"{name}, its lanes", wide, tall)
    edge = [turned(corner, heading) for corner in field.outline]
    us, vs = zip(*edge, strict=True)
    room = (wide - 2 * MARGIN_MM - 24, top - MARGIN_MM - 12)
    scale = min(room[0] / (max(us) - min(us)), room[1] / (max(vs) - min(vs)))

    def at(place: Flat) -> Flat:
        return (MARGIN_MM + (place[0] - min(us)) * scale) * mm, (
            MARGIN_MM + 10 + (place[1] - min(vs)) * scale
        ) * mm

    def ring(places: Sequence[Flat], fill: float | None, stroke: float = 0.0) -> None:
        path = pen.beginPath()
        path.moveTo(*at(places[0]))
        for place in places[1:]:
            path.lineTo(*at(place))
        path.close()
        pen.setStrokeGray(stroke)
        if fill is not None:
            pen.setFillGray(fill)
        pen.drawPath(path, stroke=1, fill=int(fill is not None))
        pen.setFillGray(0)
        pen.setStrokeGray(0)

    pen.setLineWidth(0.1 * mm)
    for letter, named in zip(LETTERS, plans, strict=False):
        size = min(9.0, max(3.5, named.plan.pen.width_m * scale * 1.8))
        for stop in named.plan.laid.stops:
            ring(stop_corners(stop, named.plan.pen), None, GREY)
        pen.setFont(BOLD, size)
        for stop in (one for one in named.plan.laid.stops if one.number == 0):
            x, y = at((stop.u_m, stop.v_m))
            pen.drawString(x + 0.6 * mm, y + 0.6 * mm, f"{letter}{stop.lane + 1}")
    pen.setLineWidth(0.3 * mm)
    for one in field.obstacles:
        places = [turned(place, heading) for place in one.points]
        if len(places) == 1:
            pen.circle(*at(places[0]), 1.5 * mm, stroke=1, fill=0)
        elif one.form == "area":
            ring(places, PALE)
        else:
            for a, b in pairwise(places):
                pen.line(*at(a), *at(b))
    pen.setLineWidth(0.7 * mm)
    ring(edge, None)
    _north(pen, heading, wide - MARGIN_MM - 8, top - 14)
    metres = 10.0 if system == "metric" else 9.144
    pen.setLineWidth(0.4 * mm)
    pen.line(MARGIN_MM * mm, (MARGIN_MM + 3) * mm, (MARGIN_MM + metres * scale) * mm, (MARGIN_MM + 3) * mm)
    pen.setFont(FONT, 9)
    pen.drawString(
        (MARGIN_MM + metres * scale + 2) * mm, (MARGIN_MM + 2) * mm, say(Quantity(metres, "m"), system)
    )


def _north(pen: Canvas, heading: float, x: float, y: float) -> None:
    pen.saveState()
    pen.translate(x * mm, y * mm)
    pen.rotate(heading - 90)
    pen.setLineWidth(0.5 * mm)
    pen.lines([(0, -7 * mm, 0, 7 * mm), (-2 * mm, 4 * mm, 0, 7 * mm), (2 * mm, 4 * mm, 0, 7 * mm)])
    pen.setFont(BOLD, 11)
    pen.drawCentredString(0, 8 * mm, "N")
    pen.restoreState()
