"""The drawing shows the structure: all of it, to scale, nearer things over farther ones."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.spatial import ConvexHull
from shapely import LineString, Point, Polygon

from ergamot.core.drawing.birds import birds
from ergamot.core.drawing.lines import EYE, RIGHT, UP, lines
from ergamot.core.drawing.views import view
from ergamot.core.frame.carpentry import Framing, Piece
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.geometry import convex_hull, polygon_area
from ergamot.core.frame.kinds import Duty
from tests.depth import examples
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
            real = [corner[axis] for solid in member.solids for corner in solid]
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


@given(designs("low-pen"))
def test_what_is_nearer_is_drawn_later(design):
    structure = build(design, CATALOGUE)
    order = [one.ref for one in view(structure, "plan").outlines]
    base = [m.ref for m in structure.members if m.role == "base side rail"]
    flat_lid = design.values["access"] == "lid" and not design.values["fall"]
    lid = [m.ref for m in structure.members if m.group == "doors" and flat_lid]
    panels = [p for p in structure.panels if p.when != "aside"]
    top = [p.ref for p in panels if p.face == "top" and not p.raised]
    assert max(order.index(ref) for ref in base) < min((order.index(ref) for ref in top), default=len(order))
    assert max((order.index(ref) for ref in top), default=0) < min(
        (order.index(ref) for ref in lid), default=len(order)
    )
    side = [one.ref for one in view(structure, "side").outlines]
    right, left = ([p.ref for p in panels if p.face == face and not p.raised] for face in ("right", "left"))
    assert max(side.index(ref) for ref in left) < min(side.index(ref) for ref in right)


@given(designs())
def test_dimensions_say_what_they_span(design):
    structure = build(design, CATALOGUE)
    for name in ("plan", "side", "end"):
        for dim in view(structure, name).dimensions:
            assert math.dist(dim.a, dim.b) == pytest.approx(dim.mm, abs=0.05)
            if dim.parameter and dim.parameter not in ("roofed", "house_length"):
                assert dim.mm == pytest.approx(float(design.values[dim.parameter]))
    fixed = design.values.get("roof_made") == "own"  # then its sheets say how wide it is
    assert ({"length"} if fixed else {"length", "width"}) <= {d.parameter for d in structure.dimensions}


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


def stick(x, y, z):
    return Framing(CATALOGUE.sections["2x3"], CATALOGUE.species["spf"]).stick(
        Piece(Duty.BASE_RAIL, "", "B", ""), x, y, z, "x"
    )


def test_a_covered_stick_draws_nothing_and_a_bare_one_its_nine_edges():
    """From above and in front three faces of a block are seen, with 3·4 − 3 = 9 edges between them."""
    structure = build(make_design(CATALOGUE, "low-pen", {"roofed": 1}), CATALOGUE)
    roof = next(panel for panel in structure.panels if panel.role == "roof")
    under = replace(stick((500, 900), (100, 138), (200, 264)), ref="under")
    bare = replace(structure, members=(under,), panels=(), hardware=())
    assert len(lines(bare)) == 9
    covered = replace(bare, panels=(roof,))
    assert {line.ref for line in lines(covered)} == {roof.ref}


def test_mesh_hides_nothing():
    structure = build(make_design(CATALOGUE, "low-pen", {"roofed": 0, "walls": "mesh"}), CATALOGUE)
    open_pen = replace(structure, panels=())
    meshed = [line for line in lines(structure) if line.kind != "mesh"]
    assert meshed == list(lines(open_pen))


@examples(3)
@given(designs(), st.randoms(use_true_random=False))
def test_what_is_drawn_can_be_seen_and_what_is_left_out_cannot(design, chance):
    """Threads to the eye from beside a point of an edge tell, without the drawing, whether it is hidden."""
    structure = replace(build(design, CATALOGUE), hardware=())
    bodies = {m.ref: [ConvexHull(np.array(s)).equations for s in m.solids] for m in structure.members}
    drawn = [line for line in lines(structure) if line.kind == "stick"]
    for member in chance.sample(structure.members, 10):
        others = [hull for ref, hulls in bodies.items() if ref != member.ref for hull in hulls]
        over = [LineString([line.a, line.b]) for line in drawn if line.ref != member.ref]
        shown = [LineString([line.a, line.b]) for line in drawn if line.ref == member.ref]
        piece = chance.choice(member.solids)
        for a, b in zip(piece[:4], piece[4:], strict=True):
            point = np.array(a) + (np.array(b) - np.array(a)) * chance.random()
            u, v, depth = point @ np.array([RIGHT, UP, EYE]).T
            beside = [np.array([u + i, v + j]) for i, j in ((3, 0), (-3, 0), (0, 3), (0, -3))]
            wood = [before(others, flat) for flat in beside]
            near = any(line.distance(Point(u, v)) < 1 for line in shown)
            own = max(
                before(bodies[member.ref], flat) for flat in beside
            )  # a lapped end is seen past its own shoulder
            if min(wood) > max(own, depth) + 6:  # an edge that falls into one nearer by draws the same line
                assert not near or any(line.distance(Point(u, v)) < 0.5 for line in over)
            sheet = behind_sheet(structure, Point(u, v), depth)
            if max(wood) < depth - 6 and not sheet and is_outline(piece, (a, b)):
                assert near


def is_outline(piece, edge):
    """Does one of the faces beside this edge look at the eye, clearly?"""
    faces = ConvexHull(np.array(piece)).equations
    beside = [f for f in faces if all(abs(f[:3] @ end + f[3]) < 1e-3 for end in edge)]
    return any(f[:3] @ np.array(EYE) > 0.01 for f in beside)


def before(bodies, flat):
    """Depth of the nearest wood on the thread through a point of the picture; −∞ where there is none."""
    foot = flat[0] * np.array(RIGHT) + flat[1] * np.array(UP)
    best = -math.inf
    for planes in bodies:
        rate, value = planes[:, :3] @ np.array(EYE), -(planes[:, :3] @ foot + planes[:, 3])
        with np.errstate(divide="ignore", invalid="ignore"):
            turn = value / rate
        low = max(turn[rate < -1e-12], default=-math.inf)
        high = min(turn[rate > 1e-12], default=math.inf)
        if low < high and (value[abs(rate) <= 1e-12] > 0).all():
            best = max(best, float(high))
    return best


def behind_sheet(structure, flat, depth):
    """Does some sheet, its edges taken 10 mm wide, stand before this point or touch it?"""
    for panel in (p for p in structure.panels if p.solid):
        across = [[tuple(np.array(c) @ np.array([RIGHT, UP]).T) for c in panel.corners]]
        if Polygon(across[0]).buffer(12).contains(flat):
            normal = np.array(panel.normal)
            foot = flat.x * np.array(RIGHT) + flat.y * np.array(UP)
            rate = normal @ np.array(EYE)
            if abs(rate) > 1e-6 and normal @ (np.array(panel.corners[0]) - foot) / rate > depth - 12:
                return True
    return False


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
