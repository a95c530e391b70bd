"""A hoop whose panels stand on walls: higher by them, sound, and pushed apart."""

from __future__ import annotations

import itertools
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.curves import hoop
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Duty, Space
from ergamot.core.strength.snow import snow_checks
from tests.soundness import faults
from tests.strategies import CATALOGUE

FARM = make_conditions(CATALOGUE)


def pen(**values):
    return build(make_design(CATALOGUE, "hoop", {"gear": "skids", **values}), CATALOGUE)


@given(
    wall=st.integers(300, 1000),
    wide=st.integers(1600, 3000),
    long=st.integers(1500, 4800),
    of=st.sampled_from(["mesh", "solid"]),
)
def test_it_is_sound_and_stands_as_much_higher_as_its_walls_are(wall, wide, long, of):
    size = {"width": wide, "length": long, "panel_cut": 4800, "door_height": 600}
    try:
        on_walls, low = pen(wall=wall, wall_of=of, **size), pen(**size)
    except OutOfRange:
        return
    assert faults(on_walls) == ()
    rails = low.rail_top_mm
    assert on_walls.body.z[1] - low.body.z[1] == pytest.approx(wall - rails)
    assert on_walls.body.floor_m2 == pytest.approx(low.body.floor_m2)
    studs = {m.centre[0] for m in on_walls.members if m.duty is Duty.UPRIGHT}
    assert max(b - a for a, b in itertools.pairwise(sorted(studs))) <= 900.0 + 1e-6


def test_a_wall_too_low_for_studs_is_refused():
    with pytest.raises(OutOfRange, match="0 for none, or at least 300 mm") as refused:
        pen(wall=150)
    assert refused.value.field == "wall"


def test_its_plates_are_pushed_out_by_what_the_hoop_weighs_and_how_it_is_sprung():
    """A parabolic arch under q pushes q·b²/8f; a strip bent to a curvature κ at its crown, EI·κ/f. Between the ends a
    plate 38 mm thick bears it on the flat."""
    structure = pen(wall=600, panel_cut=3600, width=2133.6, length=3048, cover="tarp", roofed=1.0)
    bent = hoop(2133.6 - 38, 3600)
    check = next(
        one for one in snow_checks(structure, FARM) if one.what == "knee wall plate pushed out under snow"
    )
    row = CATALOGUE.wire_panels["stock-16"]
    base, rise = 2.1336, bent.rise / 1000
    ei = 200e3 * math.pi * row.wire_mm**4 / 64 / 1e6
    snow = FARM.snow_mm / 1000 * FARM.snow_kg_m3 * 9.81
    sprung = ei * bent.sharpest * 1000 / rise / (row.pitch_mm / 1000)
    push = snow * base**2 / 8 / rise + sprung
    stress = push * 3.048**2 / 8 * 1000 / (89 * 38**2 / 6)
    assert check.demand == pytest.approx(stress, rel=0.01)
    longer = pen(wall=600, panel_cut=3600, width=2133.6, length=4267.2, cover="tarp", roofed=1.0)
    worse = next(one for one in snow_checks(longer, FARM) if one.what == check.what)
    assert check.ratio / worse.ratio == pytest.approx((4267.2 / 3048) ** 2, rel=0.01)


def test_doors_in_its_walls_open_into_the_run():
    asked = {
        "opening_1_face": "left",
        "opening_1_width": 500,
        "opening_1_height": 400,
        "opening_1_hung": "top",
    }
    structure = pen(wall=700, panel_cut=3600, width=2133.6, door_height=1200, **asked)
    hatch = next(one for one in structure.openings if one.leaf == "hatch 1")
    assert {round(corner[1]) for corner in hatch.corners} == {1067}
    assert faults(structure) == ()
    with pytest.raises(OutOfRange):
        pen(width=2133.6, **asked)


def test_a_house_within_hangs_between_the_studs_and_is_parted_off_by_an_arch():
    house = {"house": "yes", "house_floor": 450, "house_length": 1200, "roost_bars": 2, "door_height": 1200}
    structure = pen(wall=850, width=2133.6, length=3048, **house)
    assert faults(structure) == ()
    floor = next(zone for zone in structure.zones if zone.space is Space.HOUSE)
    assert (floor.z[0], floor.x) == (450.0, (0.0, 1200.0))
    assert sum(one.duty is Duty.ARCH for one in structure.members) == 3 * 8
    roosts = [one for one in structure.members if one.role == "roost"]
    assert len(roosts) == 2
    assert max(x for one in roosts for x, _, _ in one.corners) <= 1200
    assert not any(one.role == "roost sill" for one in structure.members)
    holes = [one for one in structure.openings if {one.inside, one.outside} == {Space.HOUSE, Space.RUN}]
    assert len(holes) == 1
    covered = [one for one in structure.standing if one.inside is Space.HOUSE and one.curved and one.solid]
    assert sum(one.area_m2 for one in covered) == pytest.approx(1.2 * 16 * 0.305, rel=0.3)


@pytest.mark.parametrize(
    ("values", "field", "told"),
    [
        ({"wall": 0}, "house", "none without knee walls"),
        ({"wall": 600, "house_floor": 500}, "house_floor", "hang between these knee walls"),
    ],
)
def test_a_house_that_finds_no_studs_to_hang_between_is_refused(values, field, told):
    with pytest.raises(OutOfRange, match=told) as refused:
        pen(house="yes", roost_bars=2, door_height=1000, **values)
    assert refused.value.field == field
