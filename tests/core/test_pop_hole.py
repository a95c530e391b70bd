"""The way between house and run: no roost and nothing that carries one stands in it."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Purpose, Space
from tests.depth import examples
from tests.soundness import faults
from tests.strategies import CATALOGUE, designs

SHORT = "a roost ends in the pop hole: fewer bars, or a wider house, leaves it free"


def made(**values):
    return build(make_design(CATALOGUE, "coop", {"house": "yes", **values}), CATALOGUE)


def pop_hole(pen):
    return next(
        one
        for one in pen.openings
        if one.purpose is Purpose.BIRDS and one.outside is Space.RUN and not one.leaf
    )


def stands_in(pen):
    """What reaches into the room right behind the hole, 100 mm deep."""
    xs, ys, zs = ([corner[axis] for corner in pop_hole(pen).corners] for axis in range(3))
    box = ((xs[0] - 100, xs[0]), (min(ys), max(ys)), (min(zs), max(zs)))
    found = []
    for one in pen.members:
        for solid in one.solids:
            shared = [
                min(max(corner[axis] for corner in solid), high)
                - max(min(corner[axis] for corner in solid), low)
                for axis, (low, high) in enumerate(box)
            ]
            if min(shared) > 0.5:
                found.append(one.role)
    return found


HOUSED = {"coop": ["yes", "middle"], "a-frame": ["yes"]}


@pytest.mark.parametrize("shape", HOUSED)
@examples(2)
@given(st.data())
def test_in_any_house_it_is_free_or_it_is_told(shape, data):
    design = data.draw(designs(shape, house=HOUSED[shape]))
    pen = build(design, CATALOGUE)
    assert faults(pen) == ()
    told = SHORT in [note.text("metric") for note in pen.notes]
    assert told or not [role for role in stands_in(pen) if role.startswith("roost")]


@pytest.mark.parametrize("bars", [1, 2, 3, 4])
def test_it_lies_between_the_ends_of_low_roosts(bars):
    """A coop 1.83 m wide: bars 450 apart, 64 wide, leave 386: room for a hole of 320, nearest to the middle."""
    pen = made(roost_bars=bars, roosts="level")
    ys = [y for _, y, _ in pop_hole(pen).corners]
    assert max(ys) - min(ys) == pytest.approx(320)
    assert stands_in(pen) == []
    middle = abs(sum(ys) / 4)
    assert middle == pytest.approx(0 if bars % 2 == 0 else 192 if bars == 1 else 225, abs=40)
    assert sum(one.role == "roost post" for one in pen.members) == bars
    assert sum(one.role == "roost rail" for one in pen.members) == 1


def test_high_roosts_keep_their_rail_over_it():
    """Stepped: those on the floor's level on legs, those 250 mm higher on a rail at both ends, its foot over the hole."""
    pen = made(roost_bars=4, roosts="stepped", wall=2000)
    rails = [one for one in pen.members if one.role == "roost rail"]
    assert len(rails) == 3
    assert sum(one.role == "roost post" for one in pen.members) == 2
    assert stands_in(pen) == []


def test_a_step_whose_rail_would_run_across_it_stands_on_legs_on_the_bars_below():
    """Sticks 140 deep: the upper rail's foot is lower than the hole is high, so that both steps stand on legs."""
    pen = made(roost_bars=4, roosts="stepped", wall=2000, section="2x6", roofed=0.4)
    assert faults(pen) == ()
    assert stands_in(pen) == []
    legs = sorted((one for one in pen.members if one.role == "roost post"), key=lambda one: one.centre[2])
    assert len(legs) == 4
    assert {min(z for _, _, z in one.corners) for one in legs[2:]} == {
        max(z for _, _, z in one.corners) + 38 for one in legs[:2]
    }


def test_where_bars_are_too_near_each_other_it_is_told():
    pen = made(roost_bars=4, roosts="level", width=1420, door_width=500, door_height=1500)
    assert (SHORT in [note.text("metric") for note in pen.notes]) is bool(stands_in(pen))
