"""A picture of a pen as DXF: full size in millimetres, a layer for each kind of line, true dimensions."""

from __future__ import annotations

import io

from ezdxf import filemanagement, units

from ergamot.core.drawing.picture import Picture
from ergamot.core.units import Quantity, System, say

LAYERS = {"stick": 25, "sheet": 35, "mesh": 18, "wheel": 35, "dimensions": 13}  # hundredths of mm
TEXT_MM = 60.0


def write_dxf(picture: Picture, system: System) -> str:
    """The picture's lines by layer, and its dimensions with their words in the keeper's units."""
    made = filemanagement.new("R2010", setup=True)
    made.units = units.MM
    made.header["$MEASUREMENT"] = 1
    for layer, weight in LAYERS.items():
        made.layers.add(layer, lineweight=weight, linetype="DASHED" if layer == "mesh" else "CONTINUOUS")
    space = made.modelspace()
    for line in picture.lines:
        space.add_line(line.a, line.b, dxfattribs={"layer": line.kind})
    for mark in picture.marks:
        drawn = space.add_linear_dim(
            base=mark.line[0],
            p1=mark.ends[0],
            p2=mark.ends[1],
            angle=90 if mark.upright else 0,
            text=say(Quantity(mark.mm, "mm"), system),
            override={"dimtxt": TEXT_MM, "dimasz": TEXT_MM / 2, "dimexe": TEXT_MM / 2, "dimexo": TEXT_MM / 4},
            dxfattribs={"layer": "dimensions"},
        )
        drawn.render()
    out = io.StringIO()
    made.write(out)
    return out.getvalue()
