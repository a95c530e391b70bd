"""A pen without the usual door in its front: that end is framed as the other, and any opening may be its way in."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.reach import reach
from tests.depth import examples
from tests.soundness import faults
from tests.strategies import CATALOGUE, designs

DOORED = ("coop", "hoop", "a-frame")


def without(design):
    return change(CATALOGUE, design, {"door_made": "none"})


@pytest.mark.parametrize("shape", DOORED)
@examples(2)
@given(st.data())
def test_any_pen_is_as_sound_without_it(shape, data):
    pen = build(without(data.draw(designs(shape))), CATALOGUE)
    assert faults(pen) == ()
    assert not [one for one in pen.openings if one.leaf in ("door", "person door")]
    assert not [one for one in pen.members if one.duty is Duty.POST or one.role.startswith("door")]


@pytest.mark.parametrize("shape", DOORED)
def test_without_it_nobody_gets_in_until_another_opening_is_cut(shape):
    bare = without(make_design(CATALOGUE, shape, {"house": "no"}))
    assert [one.way for one in reach(build(bare, CATALOGUE))] == ["no way in"]
    side, at = ("right slope", 380) if shape == "a-frame" else ("front", 700)
    asked = {"face": side, "for": "reach", "width": 450, "height": 400, "at": at}
    opened = change(CATALOGUE, bare, {f"opening_1_{name}": value for name, value in asked.items()})
    pen = build(opened, CATALOGUE)
    assert faults(pen) == ()
    assert [one.way for one in reach(pen)] == ["an arm"]


def test_a_coop_then_has_a_whole_plate_and_two_studs_in_its_front():
    """1.83 m wide, walls of 38 mm: the plate runs 1828.8 − 2 × 38 between them, as in the rear."""
    pen = build(without(make_design(CATALOGUE, "coop", {"house": "no"})), CATALOGUE)
    plates = sorted(round(one.length_mm, 1) for one in pen.members if one.role == "end plate")
    assert plates == [1752.8, 1752.8]
    assert sum(one.duty is Duty.END_STUD for one in pen.members) == 4


def test_what_its_size_was_no_longer_matters():
    """A door too tall for the roof is refused; taken away, its height is nobody's concern."""
    with pytest.raises(OutOfRange):
        make_design(CATALOGUE, "coop", {"door_height": 1950.0, "wall": 1200.0})
    assert make_design(CATALOGUE, "coop", {"door_height": 1950.0, "wall": 1200.0, "door_made": "none"})
