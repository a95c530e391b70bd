"""The picture of one step of a build: what is new drawn dark, what stands already light."""

from __future__ import annotations

from collections.abc import Sequence

from ergamot.core.drawing.growing import Growing
from ergamot.core.drawing.lines import Line

MARGIN_MM = 60.0  # of the pen, round it
INK, PENCIL = "#26312c", "#b9b3a2"
WIDTHS = {"stick": 1.0, "sheet": 1.4, "mesh": 0.6, "wheel": 1.2}  # of a pen stroke
STROKE = 0.0042  # of the picture's width: as a pencil on a hand-sized sheet


def write_step(drawn: Growing, title: str) -> str:
    """One step as SVG, fitting whatever it is put in.

    Args: drawn; title, for those who hear it.
    Returns: the picture.
    """
    wide = drawn.high[0] - drawn.low[0] + 2 * MARGIN_MM
    tall = drawn.high[1] - drawn.low[1] + 2 * MARGIN_MM
    body = "".join(
        _paths(drawn, lines, colour, thicker * STROKE * wide)
        for lines, colour, thicker in ((drawn.stands, PENCIL, 0.7), (drawn.new, INK, 1.25))
    )
    safe = title.replace("&", "&amp;").replace("<", "&lt;")
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {wide:.0f} {tall:.0f}" fill="none" '
        f'stroke-linecap="round" role="img"><title>{safe}</title>{body}</svg>'
    )


def _paths(drawn: Growing, lines: Sequence[Line], colour: str, thicker: float) -> str:
    made = []
    for kind, width in WIDTHS.items():
        runs = "".join(
            f"M{line.a[0] - drawn.low[0] + MARGIN_MM:.0f} {drawn.high[1] - line.a[1] + MARGIN_MM:.0f}"
            f"L{line.b[0] - drawn.low[0] + MARGIN_MM:.0f} {drawn.high[1] - line.b[1] + MARGIN_MM:.0f}"
            for line in lines
            if line.kind == kind
        )
        if runs:
            dash = ' stroke-dasharray="40 26"' if kind == "mesh" else ""
            made.append(f'<path d="{runs}" stroke="{colour}" stroke-width="{width * thicker:.1f}"{dash}/>')
    return "".join(made)
