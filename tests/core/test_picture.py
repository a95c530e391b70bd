"""Pictures to scale: what each look shows and hides, and how large it comes out on paper."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.drawing.lines import PROJECTIONS, lines
from ergamot.core.drawing.picture import SCALES, picture, scale_for
from ergamot.core.frame.design import build, make_design
from tests.depth import examples
from tests.strategies import CATALOGUE, designs


def built(shape="low-pen", **values):
    return build(make_design(CATALOGUE, shape, values), CATALOGUE)


@pytest.mark.parametrize("look", PROJECTIONS)
def test_a_look_is_three_unit_vectors_at_right_angles(look):
    eye, right, up = PROJECTIONS[look].eye, PROJECTIONS[look].right, PROJECTIONS[look].up
    for a, b in ((eye, right), (right, up), (up, eye)):
        assert sum(x * y for x, y in zip(a, b, strict=True)) == pytest.approx(0, abs=1e-12)
    for one in (eye, right, up):
        assert math.hypot(*one) == pytest.approx(1)


@examples(2)
@given(designs())
def test_every_look_shows_the_pen_at_its_true_extent(design):
    """Nothing lies outside what the sticks and wheels take up, but for sheet lapping over by 8 mm."""
    structure = build(design, CATALOGUE)
    corners = [corner for member in structure.members for solid in member.solids for corner in solid]
    corners += [corner for panel in structure.standing for corner in panel.corners]
    for item in structure.hardware:
        if item.size_mm and item.role == "wheel":
            (x, y, z), (across, wide) = item.place, item.size_mm
            corners += [
                (x + i * across / 2, y + j * wide / 2, z + k * across / 2)
                for i in (-1, 1)
                for j in (-1, 1)
                for k in (-1, 1)
            ]
    for name, look in PROJECTIONS.items():
        for axis, vector in enumerate((look.right, look.up)):
            spans = [sum(a * b for a, b in zip(corner, vector, strict=True)) for corner in corners]
            ends = [end[axis] for line in lines(structure, name) for end in (line.a, line.b)]
            assert min(spans) - 15 <= min(ends)
            assert max(ends) <= max(spans) + 15


def test_a_roof_hides_the_sticks_beneath_it_from_above_and_not_from_the_side():
    bare = built(roofed=0, walls="mesh", gear="skids")
    roofed = built(roofed=1, walls="mesh", gear="skids")
    rails = {m.ref for m in roofed.members if m.role == "top cross rail"}
    assert not {line.ref for line in lines(roofed, "plan")} & rails
    assert {line.ref for line in lines(bare, "plan")} & {
        m.ref for m in bare.members if m.role == "top cross rail"
    }
    uprights = {m.ref for m in roofed.members if m.role == "upright"}
    assert {line.ref for line in lines(roofed, "side")} & uprights


def test_a_wheel_from_above_is_closed_all_round():
    """Two rims of its width apart, and the tread between them where it turns away: a rectangle."""
    structure = replace(built("low-pen"), members=(), panels=())
    wheel = next(item for item in structure.hardware if item.role == "wheel")
    seen = [line for line in lines(structure, "plan") if line.ref == wheel.ref]
    across, wide = wheel.size_mm
    tread = [line for line in seen if abs(line.a[0] - line.b[0]) < 0.1]
    assert {round(math.dist(line.a, line.b), 1) for line in tread} == {round(wide, 1)}
    xs = [line.a[0] for line in tread]
    assert max(xs) - min(xs) == pytest.approx(across, rel=0.02)


@given(st.floats(100, 20_000), st.floats(100, 20_000))
def test_a_scale_fits_and_no_usual_larger_one_would(wide, tall):
    room = (250.0, 180.0)
    scale = scale_for(wide, tall, room)
    assert wide / scale <= room[0] + 1e-9
    assert tall / scale <= room[1] + 1e-9
    for larger in (one for one in SCALES if one < scale):
        assert wide / larger > room[0] or tall / larger > room[1]


def test_the_corner_has_no_dimensions_and_the_flat_looks_have_theirs():
    structure = built("coop")
    assert picture(structure, "corner").marks == ()
    for look in ("plan", "side", "end"):
        assert len(picture(structure, look).marks) == sum(d.view == look for d in structure.dimensions)
