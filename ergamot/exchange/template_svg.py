"""The end of a hoop at full size: every arch piece with its label, and heights every tenth of a metre."""

from __future__ import annotations

from xml.sax.saxutils import escape

from ergamot.core.drawing.offsets import arch_pieces, offset_table
from ergamot.core.errors import NotFound
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.structure import Structure
from ergamot.core.units import Quantity, say

MARGIN_MM = 60.0
CHECK_MM = 100.0  # a line to measure after printing


def write_template(structure: Structure, name: str) -> str:
    """An SVG in real millimetres; print it at 100 % and measure the check line before sawing."""
    if not structure.offsets:
        raise NotFound("Only a hoop has ends framed to a curve", field="shape", value=structure.shape)
    half = max(abs(y) for y, _ in structure.offsets) + MARGIN_MM
    top = max(z for _, z in structure.offsets) + MARGIN_MM
    low = -2 * MARGIN_MM

    def at(point: Flat) -> str:
        return f"{point[0]:.1f},{-point[1]:.1f}"

    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{2 * half:.1f}mm" height="{top - low:.1f}mm" '
        f'viewBox="{-half:.1f} {-top:.1f} {2 * half:.1f} {top - low:.1f}" font-family="sans-serif">',
        f"<title>{escape(name)}: end arch, full size</title>",
        '<g fill="none" stroke="black" stroke-width="0.6">',
        f'<path d="M{-half:.1f},0H{half:.1f}" stroke-dasharray="6 3"/>',
        f'<path d="M0,0V{-top:.1f}" stroke-dasharray="6 3"/>',
    ]
    for label, outline in arch_pieces(structure):
        parts.append(f'<polygon points="{" ".join(at(p) for p in outline)}" stroke-width="1"/>')
        u = sum(p[0] for p in outline) / 4
        v = sum(p[1] for p in outline) / 4
        parts.append(f'<text x="{u:.1f}" y="{-v:.1f}" {_TEXT} font-size="16">{escape(label)}</text>')
    curve = " ".join(at(p) for p in structure.offsets)
    parts.append(f'<polyline points="{curve}" stroke-width="1.4"/>')
    for out, up in offset_table(structure):
        for side in (1, -1):
            parts.append(f'<path d="M{side * out:.1f},0V{-up:.1f}" stroke-width="0.25"/>')
        parts.append(f'<text x="{out:.1f}" y="14" {_TEXT} font-size="9">{escape(_mm(out))}</text>')
        parts.append(f'<text x="{out:.1f}" y="{-up - 4:.1f}" {_TEXT} font-size="9">{escape(_mm(up))}</text>')
    parts.append(f'<path d="M{-CHECK_MM / 2},{MARGIN_MM}h{CHECK_MM}m0,-5v10m{-CHECK_MM},0v-10"/>')
    check = "this line must measure 100 mm: if it does not, print again at 100 %"
    parts.append(f'<text x="0" y="{MARGIN_MM + 18}" {_TEXT} font-size="11">{check}</text>')
    return "\n".join([*parts, "</g></svg>"])


_TEXT = 'text-anchor="middle" fill="black" stroke="none"'


def _mm(length: float) -> str:
    return say(Quantity(length, "mm"))
