"""Setting out a hoop's end: its heights by place, and the end at full size."""

from __future__ import annotations

import math
from xml.etree import ElementTree

import pytest
from hypothesis import given

from ergamot.core.drawing.offsets import arch_pieces, offset_table
from ergamot.core.errors import NotFound
from ergamot.core.frame.curves import hoop
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.geometry import polygon_area
from ergamot.exchange.template_svg import write_template
from tests.strategies import CATALOGUE, designs

SVG = "{http://www.w3.org/2000/svg}"


def built(shape, **values):
    return build(make_design(CATALOGUE, shape, values), CATALOGUE)


def test_the_offset_table_of_a_hoop_by_hand():
    """Feet 2400 apart, panel 4880: the middle stands its rise, 1830 or so, over the 89 mm base rail."""
    pen = built("hoop", width=2438, section="2x4")
    table = dict(offset_table(pen))
    bent = hoop(2400, 4880)
    assert table[0] == pytest.approx(89 + bent.rise, abs=0.1)
    heights = list(table.values())
    assert heights == sorted(heights, reverse=True)
    fine = bent.points(2000)
    for out, up in table.items():
        true = max(z for y, z in fine if abs(y - out) < 3)
        assert up - 89 == pytest.approx(true, abs=12)


@given(designs("hoop"))
def test_the_template_shows_every_piece_of_the_end_at_full_size(design):
    pen = build(design, CATALOGUE)
    root = ElementTree.fromstring(write_template(pen, "Bramble <pen>"))
    wide, tall = (float(root.get(side).removesuffix("mm")) for side in ("width", "height"))
    box = [float(n) for n in root.get("viewBox").split()]
    assert (wide, tall) == pytest.approx((box[2], box[3]))
    drawn = [one.get("points") for one in root.iter(f"{SVG}polygon")]
    pieces = arch_pieces(pen)
    assert len(drawn) == len(pieces) == 8
    for points, (label, outline) in zip(drawn, pieces, strict=True):
        corners = [tuple(float(n) for n in pair.split(",")) for pair in points.split()]
        stick = next(m for m in pen.members if m.label == label)
        edges = [math.dist(corners[0], corners[1]), math.dist(corners[2], corners[3])]
        assert max(edges) <= stick.length_mm + 0.2
        assert min(edges) == pytest.approx(stick.short_mm, abs=0.2)
        assert polygon_area(tuple(outline)) == pytest.approx(stick.mean_mm * stick.section.deep_mm, rel=0.01)
        assert all(box[0] <= u <= box[0] + box[2] and box[1] <= v <= box[1] + box[3] for u, v in corners)
    assert {text.text for text in root.iter(f"{SVG}text")} >= {label for label, _ in pieces}


def test_a_pen_without_a_curve_has_no_template():
    with pytest.raises(NotFound):
        write_template(built("coop"), "x")
    assert offset_table(built("a-frame")) == ()
