"""Templates of slanted ends: by hand for two frames, against the cut list for any pen, at full size on the paper."""

from __future__ import annotations

import io
import math
from collections import Counter

import pypdf
import pytest
from hypothesis import given
from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from ergamot.core.frame.design import build, make_design
from ergamot.core.making.sawn_ends import SawnEnd, sawn_ends
from ergamot.core.making.sheet import build_sheet
from ergamot.core.stock.cut_list import cut_list
from ergamot.core.stock.sawing import settings as saw_settings
from ergamot.exchange.book_page import MARGIN_MM, BookPage
from ergamot.exchange.book_templates import templates
from ergamot.exchange.print_fonts import register_fonts
from tests.depth import examples
from tests.strategies import CATALOGUE, designs


def test_ends_by_hand_of_an_a_frame():
    """Of 38×64 at 60° to the ground: a plumb cut at the ridge is 30° off square and 64·tan 30° = 37 mm slant, one at the rail 60°."""
    frame = build(make_design(CATALOGUE, "a-frame", {"apex": 60.0}), CATALOGUE)
    found = {one.angle_deg: one for one in sawn_ends(frame) if "R1" in dict(one.ends)}
    rafters = sum(one.label == "R1" for one in frame.members)
    assert {angle: dict(one.ends)["R1"] for angle, one in found.items()} == {30.0: rafters, 60.0: rafters}
    assert [round(found[angle].slant_mm, 1) for angle in (30.0, 60.0)] == [37.0, 110.9]
    (_, short, above, below) = found[30.0].outline(80.0)
    assert short == (pytest.approx(36.95, abs=0.01), pytest.approx(64.0))
    assert (above[0], below) == (80.0, (80.0, 0.0))


def test_a_slant_longer_than_the_paper_goes_as_far_as_the_paper():
    end = SawnEnd("2×8", 184.0, 60.0, (("A1", 2),))
    (_, short, above, _) = end.outline(180.0)
    assert short == above == (180.0, pytest.approx(180.0 / math.tan(math.radians(60))))


@examples(6)
@given(designs())
def test_every_slanted_end_of_the_cut_list_has_its_template(design):
    structure = build(design, CATALOGUE)
    listed = Counter(
        {
            (label, one.angle_deg): count
            for one in saw_settings(cut_list(structure))
            if one.angle_deg
            for label, count in one.ends
        }
    )
    drawn = Counter(
        {(label, one.angle_deg): count for one in sawn_ends(structure) for label, count in one.ends}
    )
    assert drawn == listed
    told = any(
        "full-size template" in one.text("metric")
        for one in build_sheet(structure, CATALOGUE).tasks[0].copied
    )
    assert told == bool(listed)


def test_the_cut_is_drawn_at_full_size():
    """The heavy line of 64 mm at 45° on paper: 64 mm along and 64 mm across."""
    register_fonts()
    made = io.BytesIO()
    canvas = Canvas(made, pagesize=A4, pageCompression=0)
    page = BookPage(canvas, A4[0] / mm, A4[1] / mm, "Low", "metric")
    templates(page, None, [SawnEnd("2×3", 64.0, 45.0, (("K1", 8),))])
    page.close()
    canvas.save()
    (sheet,) = pypdf.PdfReader(io.BytesIO(made.getvalue())).pages
    assert "2×3, 45° off square" in sheet.extract_text()
    drawn = [line.split() for line in sheet.get_contents().get_data().decode().splitlines()]
    heavy = next(i for i, words in enumerate(drawn) if words == ["1.2", "w"])
    stroke = next(words for words in drawn[heavy:] if "l" in words)
    x0, y0, _, x1, y1 = (
        float(word) if word != "m" else 0.0 for word in stroke[stroke.index("m") - 2 : stroke.index("m") + 3]
    )
    assert (x0, x1 - x0, y1 - y0) == pytest.approx((MARGIN_MM * mm, 64 * mm, 64 * mm), abs=0.01)
