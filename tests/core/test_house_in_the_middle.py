"""A house in the middle of a coop: a run before it and behind, walls of its own to both, joined beneath."""

from __future__ import annotations

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.kinds import Covers, Space
from ergamot.core.frame.steps import steps
from ergamot.core.weather.body import wind_body
from tests.depth import examples
from tests.soundness import faults
from tests.strategies import CATALOGUE, designs

MIDDLE = {"house": "middle", "length": 4800, "house_at": 1000, "house_length": 1200}


def made(**values):
    return build(make_design(CATALOGUE, "coop", {**MIDDLE, **values}), CATALOGUE)


@examples(2)
@given(designs("coop"), st.integers(500, 2500))
def test_any_coop_is_as_sound_with_one(design, at):
    inside = {"house": "middle", "house_at": at, "nests": "inside", "nest_count": 1, "docks_at": 0}
    try:
        moved = change(CATALOGUE, design, inside)
    except OutOfRange:
        assume(False)
    pen = build(moved, CATALOGUE)
    assert faults(pen) == ()
    assert steps(pen)
    house = next(zone for zone in pen.zones if zone.space is Space.HOUSE)
    assert house.x == pytest.approx((pen.body.x[0] + at, pen.body.x[0] + at + moved.values["house_length"]))


def test_its_four_sides_and_what_is_before_them():
    """1.2 m long behind a metre of run: sheet above the floor all round it, the rear end of the pen mesh as the front."""
    pen = made()
    roles = {
        (one.role, one.outside)
        for one in pen.panels
        if one.inside is Space.HOUSE and one.part is not Covers.LEAF
    }
    assert {
        ("house wall", Space.OPEN),
        ("partition", Space.RUN),
        ("house rear", Space.RUN),
        ("house roof", Space.OPEN),
    } <= roles
    assert not any(one.role == "house rear" and one.outside is Space.OPEN for one in pen.panels)
    rear = [one for one in pen.panels if one.face == "rear"]
    assert {one.inside for one in rear} == {Space.RUN}
    walls = [one for one in pen.panels if one.role == "house wall"]
    for wall in walls:
        xs = [x for x, _, _ in wall.corners]
        assert (min(xs), max(xs)) == pytest.approx((pen.body.x[0] + 1000, pen.body.x[0] + 2200))


def test_its_skin_is_closed_in_the_wind():
    """Area times outward normal of all that bounds the house, the floor too, sums to nothing."""
    body = wind_body(made(vents="none", house_hatch="no", mesh_floor="no", window="no"))
    total = [0.0, 0.0, 0.0]
    for one in body.surfaces:
        if one.inside is Space.HOUSE:
            sign = -1.0 if one.name.startswith("house floor") else 1.0
            for axis in range(3):
                total[axis] += sign * one.area_m2 * one.normal[axis]
    hole = 0.32 * 0.38
    assert total == pytest.approx([-hole, 0.0, 0.0], abs=0.12)


def test_what_opens_in_its_rear_wall_opens_into_the_run():
    pen = made(opening_1_face="house rear", opening_1_sill=1300, opening_1_width=200, opening_1_height=150)
    mine = [one for one in pen.openings if one.face == "house rear"]
    assert {one.outside for one in mine} == {Space.RUN}
    assert "hatch 1" in [one.leaf for one in mine]


@pytest.mark.parametrize(
    ("values", "field"),
    [
        ({"nests": "outside"}, "nests"),
        ({"house_at": 3400}, "house_length"),
        ({"house_at": 300}, "house_at"),
        ({"house": "yes", "opening_1_face": "house rear"}, "opening_1_face"),
    ],
)
def test_what_cannot_be_is_named(values, field):
    with pytest.raises(OutOfRange) as refused:
        made(**values)
    assert refused.value.field == field
