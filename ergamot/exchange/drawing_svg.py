"""A picture of a pen as SVG at a true scale on paper."""

from __future__ import annotations

from collections.abc import Callable
from xml.sax.saxutils import escape

from ergamot.core.drawing.picture import Mark, Picture
from ergamot.core.frame.geometry import Flat
from ergamot.core.units import Quantity, System, say

WIDTHS = {"stick": 0.25, "sheet": 0.4, "mesh": 0.18, "wheel": 0.35}  # mm on paper; ISO 128 steps
TEXT_MM = 3.0
DOT_MM = 0.6
MARGIN_MM = 5.0


def write_svg(picture: Picture, name: str, scale: int, system: System) -> str:
    """The picture at 1 : scale, sizes in real millimetres of paper, dimensions in the keeper's units."""
    wide = picture.wide / scale + 2 * MARGIN_MM
    tall = picture.tall / scale + 2 * MARGIN_MM

    def at(point: Flat) -> Flat:
        return (
            (point[0] - picture.low[0]) / scale + MARGIN_MM,
            (picture.high[1] - point[1]) / scale + MARGIN_MM,
        )

    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.2f}mm" height="{tall:.2f}mm" '
        f'viewBox="0 0 {wide:.2f} {tall:.2f}" font-family="sans-serif">',
        f"<title>{escape(name)}: {picture.look}, 1 : {scale}</title>",
    ]
    for kind, width in WIDTHS.items():
        dash = ' stroke-dasharray="0.8 0.6"' if kind == "mesh" else ""
        runs = " ".join(
            f"M{_xy(at(line.a))}L{_xy(at(line.b))}" for line in picture.lines if line.kind == kind
        )
        if runs:
            parts.append(
                f'<path id="{kind}" fill="none" stroke="black" stroke-width="{width}" '
                f'stroke-linecap="round"{dash} d="{runs}"/>'
            )
    parts.append('<g id="dimensions" stroke="black" stroke-width="0.13" fill="black">')
    for mark in picture.marks:
        parts += _mark(mark, at, system)
    return "\n".join([*parts, "</g></svg>"])


def _mark(mark: Mark, at: Callable[[Flat], Flat], system: System) -> list[str]:
    (a, b), (fa, fb) = (at(p) for p in mark.line), (at(p) for p in mark.ends)
    x, y = (a[0] + b[0]) / 2, (a[1] + b[1]) / 2
    turn = f' transform="rotate(-90 {x:.2f} {y:.2f})"' if mark.upright else ""
    words = escape(say(Quantity(mark.mm, "mm"), system))
    return [
        f'<path d="M{_xy(fa)}L{_xy(a)}M{_xy(fb)}L{_xy(b)}M{_xy(a)}L{_xy(b)}" fill="none"/>',
        *(f'<circle cx="{p[0]:.2f}" cy="{p[1]:.2f}" r="{DOT_MM}"/>' for p in (a, b)),
        f'<text x="{x:.2f}" y="{y - 0.9:.2f}" font-size="{TEXT_MM}" text-anchor="middle" stroke="none"{turn}>'
        f"{words}</text>",
    ]


def _xy(point: Flat) -> str:
    return f"{point[0]:.2f} {point[1]:.2f}"
