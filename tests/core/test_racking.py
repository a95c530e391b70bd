"""Walls that a gust leans over, worked by hand from their braces, sheets and corners."""

from __future__ import annotations

import math
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.case import stands_of
from ergamot.core.balance.mends import mends
from ergamot.core.balance.verdicts import judge
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.finding import What
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.mass import mass
from ergamot.core.frame.rejoined import rejoined
from ergamot.core.strength.racking import racking_checks
from tests.depth import examples
from tests.soundness import faults
from tests.strategies import CATALOGUE, designs

FARM = make_conditions(CATALOGUE)
FLOCK = make_flock(CATALOGUE, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
MESHED = {
    "house": "no",
    "end_wall": "mesh",
    "door_made": "none",
    "length": 3657.6,
    "width": 1828.8,
    "section": "2x3",
}
ACROSS = ("front end leaning in the gust", "rear end leaning in the gust")


def pen(shape="coop", **values):
    return build(make_design(CATALOGUE, shape, values), CATALOGUE)


def checks(structure, gust=22.0):
    stable = stands_of(structure, mass(structure), FARM).usual
    return {one.what: one for one in racking_checks(rejoined(structure), stable, gust)}


def across(structure, gust=22.0):
    return next(one for what, one in checks(structure, gust).items() if what in ACROSS)


def known(check):
    return {step.symbol: step.quantity.value for step in check.working}


def test_a_walk_in_with_mesh_ends_has_nothing_that_holds_it_across():
    """Two corner studs and two end studs, 38 across: 600 N over half of 38 or 64 mm at either end of 1.5 m is all there is."""
    made = pen(**MESHED)
    one = across(made)
    at_end = [m for m in made.members if m.centre[0] < 200 and m.duty in (Duty.UPRIGHT, Duty.END_STUD)]
    by_hand = 0.0
    for post in at_end:
        tall = (max(z for _, _, z in post.corners) - min(z for _, _, z in post.corners)) / 1000
        wide = max(y for _, y, _ in post.corners) - min(y for _, y, _ in post.corners)
        by_hand += 2 * 600 * 0.5 * wide / 1000 / tall
    assert len(at_end) == 4
    assert one.capacity == pytest.approx(by_hand, rel=1e-3)
    assert one.ratio < 0.5
    assert 550 < 2 * one.demand < 1400
    judged = judge(CATALOGUE, made, FLOCK, FARM).strength
    assert judged.finding.falls_short


def test_what_pushes_over_a_height_is_half_of_the_drag_over_it():
    """A coop all of mesh: 1.3 of its wire and 1.8 of its sticks over that height, both sides, the lee one at 0.8."""
    made = pen(**MESHED, roofed=0.0)
    one = across(made)
    told = known(one)
    stable = stands_of(made, mass(made), FARM).usual
    assert told["q"] == pytest.approx(0.613 * (22 * stable.factor) ** 2, rel=1e-5)
    assert one.demand == pytest.approx(0.5 * told["S"] * told["q"], rel=1e-5)
    whole = abs(stable.loads.total[:, 1]).max()
    assert 0.2 * whole < told["S"] < whole


def test_a_diagonal_bears_by_its_screws_and_its_slope():
    made = pen(**MESHED, end_braces="yes")
    assert faults(made) == ()
    braces = [one for one in made.members if one.role == "end brace" and one.centre[0] < 200]
    told = known(across(made))
    bears = 0.0
    for one in braces:
        run = max(y for _, y, _ in one.corners) - min(y for _, y, _ in one.corners)
        rise = max(z for _, _, z in one.corners) - min(z for _, _, z in one.corners)
        bears += 2 * 600 * run / math.hypot(run, rise)
    assert len(braces) == 2
    assert told["F_b"] == pytest.approx(bears, rel=1e-5)
    assert across(made).ratio > 1


def test_a_solid_end_bears_by_the_screws_along_its_sheet():
    """A rear of plywood 1.83 m wide: a screw of 350 N every 450 mm."""
    solid = pen(**{**MESHED, "end_wall": "solid"}, end_braces="yes")
    walls = checks(solid)
    assert walls["front end leaning in the gust"].ratio > 1
    from ergamot.core.strength.racking import _walls  # the rear is never the worse of the two here

    rear = next(wall for wall in _walls(rejoined(solid)) if wall.name == "rear end")
    assert rear.sheeted_m(900.0) == pytest.approx(1.8288)
    assert rear.bears_n(900.0) > 1.8288 * 350 / 0.45


def test_a_house_on_legs_leans_under_its_floor():
    """Sheet over the floor, nothing under it: the legs are asked, and braces beside the corners help."""
    legs = pen(house="whole", house_beneath="range", house_floor=700.0, wall=1500.0)
    braced = pen(house="whole", house_beneath="range", house_floor=700.0, wall=1500.0, end_braces="yes")
    bare, held = across(legs), across(braced)
    told = known(bare)
    assert told["b_s"] == 0.0
    assert bare.ratio < 1 < held.ratio


@pytest.mark.parametrize("change_to", [{"end_braces": "yes"}, {"gussets": "yes"}])
def test_gussets_and_braces_make_ends_stiffer(change_to):
    assert across(pen(**MESHED, **change_to)).capacity > across(pen(**MESHED)).capacity + 100


def test_a_knee_brace_turns_its_post_back():
    """2×2 sides 0.6 m high with knee braces of 300 mm: force times leg over the post's height, no more than it bends for."""
    low = pen("low-pen", height=609.6)
    sides = checks(low)["sides leaning in the gust"]
    assert known(sides)["F_c"] > 1000


def test_a_triangle_stands_across_by_itself_and_a_hoop_by_its_wires():
    triangle = checks(pen("a-frame"))["frame leaning in the gust"]
    assert known(triangle)["k"] == 1.0
    assert triangle.ratio > 5
    hoop = checks(pen("hoop", roofed=1.0, end_wall="mesh"))["hoop leaning in the gust"]
    told = known(hoop)
    bent = 500 * math.pi * told["D"] ** 3 / 32 / 1000
    assert told["F"] == pytest.approx(told["n"] * bent / (0.127 * told["f"]) + told["F_e"], rel=1e-4)


def test_a_pipe_kit_leans_by_its_own_rule():
    assert checks(pen("pipe-kit")) == {}


def test_braces_are_what_would_mend_it():
    design = make_design(CATALOGUE, "coop", {**MESHED, "anchors": 6})
    found = mends(CATALOGUE, design, FLOCK, make_conditions(CATALOGUE, snow_mm=0.0), What.STRENGTH)
    helps = next(one for one in found if What.STRENGTH in one.mends or "end_braces" in one.changes)
    assert set(helps.changes) <= {"end_braces", "gussets", "end_wall"}


@examples(5)
@given(designs(), st.floats(8, 40), st.floats(1.05, 2))
def test_a_stronger_gust_pushes_as_its_square(design, gust, more):
    made = build(design, CATALOGUE)
    weak, strong = checks(made, gust), checks(made, gust * more)
    for what, one in weak.items():
        if one.demand > 1.0:
            again = next((other for name, other in strong.items() if name[:5] == what[:5]), None)
            assert again is not None
            assert again.ratio == pytest.approx(one.ratio / more**2, rel=1e-4) or again.what != what


@examples(5)
@given(designs(end_braces=("no",)))
def test_braces_in_the_ends_never_weaken_and_stand_clear(design):
    try:
        braced = build(change(CATALOGUE, design, {"end_braces": "yes"}), CATALOGUE)
    except OutOfRange:
        return  # an opening of the keeper's own is there
    assert faults(braced) == ()
    bare = checks(build(design, CATALOGUE))
    for what, one in checks(braced).items():
        if what in bare and what in ACROSS:
            assert one.capacity >= bare[what].capacity - 1e-6
