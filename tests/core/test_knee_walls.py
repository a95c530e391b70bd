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
from ergamot.core.frame.kinds import Duty
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
