"""The drawing shows the structure: all of it, to scale, nearer things over farther ones."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.drawing.birds import birds
from ergamot.core.drawing.views import view
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.geometry import convex_hull, overlap_mm2, polygon_area, polygon_centre
from tests.strategies import CATALOGUE, designs, flocks

VIEWS = st.sampled_from(["plan", "side", "end"])
ACROSS = {"plan": (0, 1), "side": (0, 2), "end": (1, 2)}


@given(designs(), VIEWS)
def test_every_stick_is_drawn_once_where_it_stands(design, name):
    structure = build(design, CATALOGUE)
    shown = view(structure, name)
    outlines = {one.ref: one for one in shown.outlines}
    assert len(outlines) == len(shown.outlines)
    u, v = ACROSS[name]
    for member in structure.members:
        outline = outlines[member.ref]
        assert outline.label == member.label
        for axis, flat in ((u, 0), (v, 1)):
            drawn = [point[flat] for point in outline.points]
            real = [corner[axis] for corner in member.corners]
            assert min(drawn) == pytest.approx(min(real), abs=0.06)
            assert max(drawn) == pytest.approx(max(real), abs=0.06)


@given(designs(), VIEWS)
def test_all_that_is_drawn_lies_within_the_corners_of_the_view(design, name):
    shown = view(build(design, CATALOGUE), name)
    for outline in shown.outlines:
        for u, v in outline.points:
            assert shown.low[0] <= u <= shown.high[0]
            assert shown.low[1] <= v <= shown.high[1]
    assert 0 <= shown.behind <= len(shown.outlines)


@given(designs())
def test_what_is_nearer_is_drawn_later(design):
    structure = build(design, CATALOGUE)
    order = [one.ref for one in view(structure, "plan").outlines]
    base = [m.ref for m in structure.members if m.role == "base side rail"]
    lid = [m.ref for m in structure.members if m.group == "lid"]
    top = [p.ref for p in structure.panels if p.face == "top"]
    assert max(order.index(ref) for ref in base) < min((order.index(ref) for ref in top), default=len(order))
    assert max((order.index(ref) for ref in top), default=0) < min(order.index(ref) for ref in lid)
    side = [one.ref for one in view(structure, "side").outlines]
    right, left = ([p.ref for p in structure.panels if p.face == face] for face in ("right", "left"))
    assert max(side.index(ref) for ref in left) < min(side.index(ref) for ref in right)


@given(designs())
def test_dimensions_say_what_they_span(design):
    structure = build(design, CATALOGUE)
    for name in ("plan", "side", "end"):
        for dim in view(structure, name).dimensions:
            assert math.dist(dim.a, dim.b) == pytest.approx(dim.mm, abs=0.05)
            if dim.parameter and dim.parameter != "roofed":
                assert dim.mm == pytest.approx(float(design.values[dim.parameter]))
    said = {dim.parameter for dim in structure.dimensions}
    assert {"length", "width", "height"} <= said


@given(designs(), flocks())
def test_every_bird_stands_on_the_floor(design, flock):
    structure = build(design, CATALOGUE)
    flown = birds(structure, flock)
    assert len(flown) == flock.placed
    body = structure.body
    for bird in flown:
        assert body.floor_x[0] < bird.x < body.floor_x[1]
        assert body.floor_y[0] < bird.y < body.floor_y[1]
    assert len({(bird.x, bird.y) for bird in flown}) > 0.9 * flock.placed
    assert birds(structure, flock) == flown


def test_a_full_grown_broiler_is_as_long_as_one(broilers):
    """2.54 kg against 2.3 kg at 400 mm: 400·(2.54/2.3)^⅓ = 413 mm."""
    structure = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
    assert birds(structure, broilers)[0].length == pytest.approx(413, abs=1)


POINTS = st.lists(st.tuples(st.integers(-50, 50), st.integers(-50, 50)), min_size=3, max_size=30)


@given(POINTS)
def test_a_convex_outline_holds_every_point_and_turns_one_way(points):
    hull = convex_hull(points)
    if len(hull) < 3 or polygon_area(hull) == 0:
        return
    following = hull[1:] + hull[:1]
    for (ax, ay), (bx, by) in zip(hull, following, strict=True):
        for px, py in points:
            assert (bx - ax) * (py - ay) - (by - ay) * (px - ax) >= 0
    centre = polygon_centre(hull)
    assert min(x for x, _ in hull) <= centre[0] <= max(x for x, _ in hull)


@given(st.tuples(*[st.integers(0, 20)] * 8))
def test_the_shared_area_of_two_rectangles_is_the_same_both_ways(n):
    one = ((min(n[0:2]), max(n[0:2])), (min(n[2:4]), max(n[2:4])))
    other = ((min(n[4:6]), max(n[4:6])), (min(n[6:8]), max(n[6:8])))
    counted = sum(
        1
        for u in range(20)
        for v in range(20)
        if one[0][0] <= u < one[0][1]
        and other[0][0] <= u < other[0][1]
        and one[1][0] <= v < one[1][1]
        and other[1][0] <= v < other[1][1]
    )
    assert overlap_mm2(one, other) == overlap_mm2(other, one) == counted
