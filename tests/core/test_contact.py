"""Where sticks bear, and the screw or bolt each joint gets, by hand and over random sticks."""

from __future__ import annotations

import itertools

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.frame.carpentry import Framing, Piece
from ergamot.core.frame.contact import bearings, crossing
from ergamot.core.frame.joints import fasteners, joints
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.separation import separation_mm
from tests.strategies import CATALOGUE

B = Piece(Duty.BASE_RAIL, "rail", "B", "")


def bench(section="2x3"):
    return Framing(CATALOGUE.sections[section], CATALOGUE.species["spf"])


GRID = st.integers(0, 12).map(lambda n: n * 50.0)
BOXES = st.lists(
    st.tuples(GRID, GRID, GRID, st.sampled_from([50.0, 100.0, 300.0]), st.sampled_from("xyz")),
    min_size=2,
    max_size=8,
    unique_by=lambda box: box[:3],
)


@given(BOXES)
def test_bearings_of_boxes_are_the_areas_their_sides_share(boxes):
    """Counted side by side, without planes: two ranges overlap and the third meet at one value."""
    frame = bench()
    spans = []
    for x, y, z, long, along in boxes:
        sides = {
            axis: (at, at + (long if axis == along else 50))
            for axis, at in zip("xyz", (x, y, z), strict=True)
        }
        spans.append([sides[axis] for axis in "xyz"])
        frame.stick(B, *spans[-1], along)
    wanted = {}
    for (i, a), (j, b) in itertools.combinations(enumerate(spans), 2):
        shared = [min(p[1], q[1]) - max(p[0], q[0]) for p, q in zip(a, b, strict=True)]
        if sorted(side > 0 for side in shared) == [False, True, True] and min(shared) == 0:
            wanted[i, j] = float(np.prod([side for side in shared if side > 0]))
    found = {bearing.pair: bearing.area_mm2 for bearing in bearings(tuple(frame.members))}
    assert found == pytest.approx(wanted)


@given(st.floats(-200, 200), st.floats(-200, 200), st.floats(-200, 200))
def test_how_far_two_blocks_stand_apart_is_their_widest_gap(x, y, z):
    frame = bench()
    one = frame.stick(B, (0, 100), (0, 100), (0, 100), "x")
    other = frame.stick(B, (x, x + 100), (y, y + 100), (z, z + 100), "y")
    assert separation_mm(one, other) == pytest.approx(max(abs(x), abs(y), abs(z)) - 100, abs=1e-6)


@given(st.floats(1, 299))
def test_a_plane_across_a_stick_cuts_its_section_and_beyond_it_nothing(at):
    stick = bench().stick(B, (0, 300), (10, 48), (0, 64), "x")
    assert sorted(set(crossing(stick, 0, at))) == [(10, 0), (10, 64), (48, 0), (48, 64)]
    assert crossing(stick, 0, 300 + at) == ()


def joined(first, second, section="2x3", duties=(Duty.BASE_RAIL, Duty.BASE_RAIL)):
    frame = bench(section)
    for duty, (x, y, z, along) in zip(duties, (first, second), strict=True):
        frame.stick(Piece(duty, "", "B", ""), x, y, z, along)
    return joints(tuple(frame.members), CATALOGUE)


def test_a_rail_on_an_upright_end_is_screwed_through_the_rail():
    """38 mm rail flat on the end of an upright 500 long: 38 + 25 grip = 63, the next sold is 65: 27 in."""
    (joint,) = joined(((0, 600), (0, 64), (500, 538), "x"), ((100, 164), (0, 38), (0, 500), "z"))
    assert (joint.fixing.kind, joint.count, joint.length_mm) == (Fitting.SCREW, 2, 65)
    assert (joint.through_mm, joint.into_mm) == (38, 27)
    assert joint.members == ("stick-1", "stick-2")


def test_the_screw_starts_in_the_thinner_stick_and_stops_3_mm_short():
    """19 mm batten on a 38 mm rail: 19 + 25 = 44 → 45; far face 57 − 3 = 54 leaves it room."""
    frame = bench()
    frame.stick(B, (0, 600), (0, 38), (0, 64), "x")
    frame.stick(
        Piece(Duty.BATTEN, "batten", "W", "", section=CATALOGUE.sections["1x3"]),
        (0, 600),
        (38, 57),
        (0, 64),
        "x",
    )
    (joint,) = joints(tuple(frame.members), CATALOGUE)
    assert joint.members == ("stick-2", "stick-1")
    assert joint.through_mm == 19
    assert 19 + 25 <= joint.length_mm <= 57 - 3


def test_handles_and_legs_are_bolted_through_both():
    """38 + 38 of wood, 15 for washers, nut and threads: 91 → the next bolt sold."""
    (joint,) = joined(
        ((0, 600), (0, 38), (0, 64), "x"),
        ((0, 600), (38, 76), (0, 64), "x"),
        duties=(Duty.HANDLE, Duty.BASE_RAIL),
    )
    long = min(bolt.mm for bolt in fasteners(CATALOGUE).bolts if bolt.mm >= 91)
    assert (joint.fixing.kind, joint.fixing.length_mm) == (Fitting.BOLT, long)
    assert joint.count == 2


def test_wood_too_deep_to_screw_through_is_skewed():
    """A 2×4 on edge is 89 through: skewed with 75 mm screws from both sides."""
    (joint,) = joined(
        ((0, 600), (0, 38), (500, 589), "x"), ((100, 189), (0, 38), (0, 500), "z"), section="2x4"
    )
    assert (joint.fixing.kind, joint.length_mm) == (Fitting.SCREW, 75)
    assert "skewed" in joint.rule


def test_ends_that_meet_are_skewed_and_sticks_apart_are_not_joined():
    (joint,) = joined(((0, 300), (0, 38), (0, 64), "x"), ((300, 600), (0, 38), (0, 64), "x"))
    assert joint.rule == "ends meet: skewed from both sides"
    assert joined(((0, 300), (0, 38), (0, 64), "x"), ((301, 600), (0, 38), (0, 64), "x")) == ()


def test_a_tube_is_strapped():
    frame = bench()
    frame.stick(B, (0, 600), (0, 38), (0, 64), "x")
    tube = Piece(Duty.RIDGE_TUBE, "pipe", "M", "", section=CATALOGUE.sections["emt-23"])
    half = CATALOGUE.sections["emt-23"].thick_mm / 2
    frame.tube(tube, ((0.0, 19.0, 64 + half), (600.0, 19.0, 64 + half)), (0.0, 1.0, 0.0))
    (joint,) = joints(tuple(frame.members), CATALOGUE)
    assert (joint.fixing.kind, joint.count) == (Fitting.TIE, 2)


def test_screws_are_sold_from_short_to_long():
    sold = [screw.mm for screw in fasteners(CATALOGUE).screws]
    assert list(sold) == sorted(set(sold))
    assert min(sold) <= 30
    assert max(sold) >= 150
