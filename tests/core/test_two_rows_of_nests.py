"""Nest boxes hung outside a house in two rows, one over the other: as many as a large flock wants across one rear wall."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.fitting import fitted
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.kinds import Group, Purpose
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.making.sheet import build_sheet
from tests.core.flocks_of_nine import flock_of
from tests.depth import examples
from tests.soundness import faults
from tests.strategies import CATALOGUE, designs

TWO = {"house": "yes", "nests": "outside-two"}
LOW = SHAPES["coop"].school_of("low")


def made(**values):
    return build(make_design(CATALOGUE, "coop", {**TWO, **values}), CATALOGUE)


def test_eight_boxes_are_four_by_two_and_their_sheet_is_as_worked_by_hand():
    """Four boxes of 300 and five walls of 9: 1245 wide; 600 high, 320 deep, the lid falling 60: walls 5 × 0.32 × 0.6, floors
    2 × 0.32 × 1.245, a hatch 1.245 × 0.54, a lid 1.245 × √(0.32² + 0.06²)."""
    pen = made(nest_count=8)
    (nests,) = (zone for zone in pen.zones if zone.name == "nests")
    assert nests.y == pytest.approx((-622.5, 622.5))
    assert nests.z[1] - nests.z[0] == 600
    walls, floors, hatch = 5 * 0.32 * 0.6, 2 * 0.32 * 1.245, 1.245 * 0.54
    sheet = sum(one.area_m2 for one in pen.panels if one.group is Group.NESTS)
    assert sheet == pytest.approx(walls + floors + hatch + 1.245 * math.hypot(0.32, 0.06), rel=1e-6)
    (eggs,) = (one for one in pen.openings if one.purpose is Purpose.EGGS)
    assert eggs.clear_mm == pytest.approx((1245, 540))
    assert pen.room.nests == 8


def test_an_odd_box_has_its_place_in_a_whole_row():
    assert made(nest_count=7).room.nests == 8


@examples(2)
@given(designs("coop", house=["yes", "whole"]), st.integers(1, 12))
def test_any_coop_is_as_sound_with_them(design, count):
    try:
        pen = build(change(CATALOGUE, design, {"nests": "outside-two", "nest_count": count}), CATALOGUE)
    except OutOfRange as refused:
        assert refused.field in ("nests", "nest_count")
        return
    assert faults(pen) == ()
    assert pen.room.nests >= count
    assert build_sheet(pen, CATALOGUE).tasks


@pytest.mark.parametrize(
    ("values", "field", "told"),
    [
        ({**LOW, "house_floor": 600}, "nests", "in one row: two are higher than this house"),
        ({**LOW, "house_floor": 300, "nest_count": 8}, "nests", "in one row: .* too narrow higher up"),
        ({"nest_count": 12}, "nest_count", "at most 10"),
    ],
)
def test_where_there_is_no_room_it_is_told(values, field, told):
    with pytest.raises(OutOfRange, match=told) as refused:
        made(**values)
    assert refused.value.field == field


@pytest.mark.parametrize("school", ["raised", "chassis"])
def test_a_house_for_sixty_hens_begins_with_a_nest_for_every_five(school):
    size = {"length": 4876.8, "width": 2438.4, **SHAPES["coop"].school_of(school)}
    found = fitted(CATALOGUE, flock_of(CATALOGUE, "sixty hens"), "coop", size)
    assert build(found, CATALOGUE).room.nests == 12


def test_where_two_rows_find_no_room_one_is_tried_before_none():
    low = fitted(CATALOGUE, flock_of(CATALOGUE, "sixty hens"), "coop", LOW)
    assert low.values["nests"] == "outside"
    assert build(low, CATALOGUE).room.nests > 0
