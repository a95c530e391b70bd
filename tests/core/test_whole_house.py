"""A house as long as its pen: over a run it shares its ground with, or over nothing, its birds out by day."""

from __future__ import annotations

import math
from datetime import date

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.verdicts import judge
from ergamot.core.catalogue.birds import FloorNeed
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Duty, Space
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.weather.body import wind_body
from tests.soundness import faults
from tests.strategies import CATALOGUE

HENS = make_flock(CATALOGUE, "layer-hybrid", 20, date(2026, 1, 1), date(2026, 5, 1), date(2027, 3, 1))
ALONE = {"house": "whole", "house_beneath": "range", "gear": "skids"}


def coop(**values):
    return build(make_design(CATALOGUE, "coop", values), CATALOGUE)


def pop_hole(**more):
    return {
        f"opening_1_{name}": value
        for name, value in {"face": "left", "for": "birds", "hung": "down", **more}.items()
    }


@given(
    long=st.floats(1200, 4800),
    wide=st.floats(1000, 2600),
    wall=st.floats(1100, 1900),
    floor=st.floats(300, 700),
    roof=st.sampled_from(["gable", "mono", "arched"]),
    beneath=st.sampled_from(["run", "range"]),
)
def test_it_is_sound_and_the_house_is_closed_all_round(long, wide, wall, floor, roof, beneath):
    """A closed body in air at one pressure is pushed nowhere: its sides' areas times their normals come to nothing."""
    try:
        pen = coop(
            length=long, width=wide, wall=wall, roof_kind=roof, pitch=22, rise=min(300, wide / 3), overhang=0,
            house="whole", house_beneath=beneath, house_floor=floor, roosts="none", vents="none", house_hatch="no",
        )  # fmt: skip
    except OutOfRange:
        return
    assert faults(pen) == ()
    if beneath == "range":
        skin = [
            one for one in pen.standing if one.inside is Space.HOUSE and not one.outside and not one.raised
        ]
        pushed = sum(one.area_m2 * np.array(one.normal) for one in skin)
        door = math.prod(max(c) - min(c) for c in np.array(pen.openings[0].corners)[:, 1:].T) / 1e6
        beside = 0.025 * max(one.area_m2 for one in skin)  # what lies on wood all round
        assert pushed + np.array([door, 0, 0]) == pytest.approx([0, 0, 0], abs=beside)


def test_by_day_they_need_what_they_need_in_a_run_and_by_night_less():
    """3 m by 2 m outside 38 mm of frame: 2.924 × 1.924 m; six hens a m² is good by night, 0.46 m² by day."""
    floor = 2.924 * 1.924
    for beneath, good, least in (("range", 0.17, 0.14), ("run", 0.46, 0.37)):
        pen = coop(
            length=3000, width=2000, house="whole", house_beneath=beneath, gear="skids", house_floor=550
        )
        space = judge(CATALOGUE, pen, HENS, make_conditions(CATALOGUE)).floor
        mass = (HENS.strain.a_kg, 1.9)
        assert mass[0] == pytest.approx(
            1.95, abs=0.1
        )  # so that the need is that of the row but for a few per cent
        assert space.ratio == pytest.approx(floor / 20 / good, rel=0.04)
        assert space.least == pytest.approx(floor / 20 / least, rel=0.04)
        words = " ".join(detail.text("metric") for detail in space.details)
        assert ("in the house they range from by day" in words) is (beneath == "range")


def test_a_row_kept_before_there_was_a_need_by_night_has_one_of_its_own():
    row = FloorNeed.filled({"tight_m2": "0.4", "good_m2": "0.5", "roomy_m2": "1.0"})
    assert row["range_m2"] == "4"
    assert (row["night_tight_m2"], row["night_good_m2"], row["night_roomy_m2"]) == ("0.148", "0.185", "0.37")
    assert FloorNeed.filled(row) == row


def test_under_it_is_its_run_as_high_as_its_floor_less_what_carries_it():
    pen = coop(house="whole", house_floor=700, gear="skids")
    run = next(zone for zone in pen.zones if zone.space is Space.RUN)
    assert (pen.head_room_mm, run.z) == (700 - 64, (0.0, 636.0))
    hole = next(one for one in pen.openings if {one.inside, one.outside} == {Space.HOUSE, Space.RUN})
    assert {round(corner[2]) for corner in hole.corners} == {700}
    ramp = next(panel for panel in pen.panels if panel.ref == "ramp-board")
    assert ramp.area_m2 == pytest.approx(0.3 * 0.7 / math.sin(math.radians(35)), rel=1e-6)
    treads = [one for one in pen.members if one.role == "ramp tread"]
    assert all(pen.body.x[0] < x < pen.body.x[1] for one in treads for x, _, _ in one.corners)
    assert all("floor bearer" in one.role or one.duty is not Duty.BEARER for one in pen.members)


def test_nothing_is_beneath_one_they_range_from():
    pen = coop(**ALONE, house_floor=600, catch_board="yes", feeders=1)
    below = [one for one in pen.panels if max(z for _, _, z in one.corners) < 599]
    assert below == []
    assert [zone.space for zone in pen.zones] == [Space.HOUSE]
    assert wind_body(pen).spaces == (Space.HOUSE,)
    assert [one.place[2] for one in pen.contents] == [800.0]
    assert "no run for a catch board" in " ".join(note.text("metric") for note in pen.notes)
    legs = [one for one in pen.members if one.duty is Duty.UPRIGHT]
    assert {min(z for _, _, z in one.corners) for one in legs} == {64.0}


def test_the_door_is_no_higher_than_the_house_behind_it():
    values = make_design(
        CATALOGUE, "coop", {**ALONE, "wall": 1300, "house_floor": 500, "door_height": 1750}
    ).values
    assert 300 <= values["door_height"] < 1300 - 500 + 500
    with pytest.raises(OutOfRange) as refused:
        make_design(
            CATALOGUE,
            "coop",
            {**ALONE, "wall": 1000, "house_floor": 500, "door_made": "own", "own_height": 1700},
        )
    assert refused.value.field in ("own_height", "house_floor")


@pytest.mark.parametrize(("sill", "wall"), [(300, 1500), (400, 1500), (500, 1900)])
def test_a_pop_hole_that_drops_open_reaches_the_ground_at_a_slope_they_manage(sill, wall):
    """Hinged at the foot of the house wall; 35° where the wall has room for so long a ramp."""
    pen = coop(**ALONE, wall=wall, overhang=0, house_floor=sill, **pop_hole(sill=sill))
    leaf = next(panel for panel in pen.panels if panel.closes and panel.role == "pop hole 1")
    z = [corner[2] for corner in leaf.corners]
    assert min(z) == pytest.approx(sill)
    assert max(z) - min(z) == pytest.approx(max(350 + 32, sill / math.sin(math.radians(35))), abs=1)


def test_a_ramp_with_too_little_wall_over_it_is_steep_or_refused():
    steep = coop(**ALONE, wall=1250, overhang=0, house_floor=500, **pop_hole(sill=500))
    assert "ramp of pop hole 1 is steep" in " ".join(note.text("metric") for note in steep.notes)
    with pytest.raises(OutOfRange, match="no room over it for a ramp") as refused:
        coop(**ALONE, wall=1250, overhang=0, house_floor=500, **pop_hole(sill=700, height=300))
    assert refused.value.field == "opening_1_sill"


def test_what_opens_into_a_house_over_nothing_opens_no_lower_than_its_floor():
    pen = coop(**ALONE, house_floor=700, opening_1_face="left", opening_1_sill=100, opening_1_height=300)
    hatch = next(one for one in pen.openings if one.leaf == "hatch 1")
    assert min(z for _, _, z in hatch.corners) == pytest.approx(700)
    assert hatch.inside is Space.HOUSE


def test_a_house_docks_where_its_pop_hole_meets_the_other():
    """Within 50 mm of the other sill; on two axles it stands higher by what it rides."""
    docked = {**ALONE, "wall": 1500, "overhang": 0, "house_floor": 500, **pop_hole(sill=500, hung="slides")}
    assert coop(**docked, docks_at=550).living is Space.HOUSE
    for at, told in ((600, "within 50 mm"), (0, ""), (400, "500 mm")):
        if not at:
            coop(**docked, docks_at=at)
            continue
        with pytest.raises(OutOfRange, match=told) as refused:
            coop(**docked, docks_at=at)
        assert refused.value.field == "docks_at"
    assert coop(**{**docked, "gear": "axles", "ride": 60}, docks_at=600).gap_mm == 60
    with pytest.raises(OutOfRange, match="no pop hole in a side"):
        coop(**ALONE, docks_at=500)


@pytest.mark.parametrize("nests", ["inside", "ledge"])
@pytest.mark.parametrize("roosts", ["level", "stepped"])
def test_roosts_run_over_the_boxes_on_the_floor_and_not_through_them(nests, roosts):
    """Boxes 300 mm high, on a ledge 250 mm up: the rail of the lowest bar 40 mm over them."""
    pen = build(
        make_design(
            CATALOGUE,
            "coop",
            {
                "house": "yes",
                "wall": 1900,
                "nests": nests,
                "roosts": roosts,
                "roost_bars": 2,
                "gear": "skids",
            },
        ),
        CATALOGUE,
    )
    assert faults(pen) == ()
    boxes = next(zone for zone in pen.zones if zone.name == "nests")
    floor = next(zone.z[0] for zone in pen.zones if zone.name == "house")
    assert boxes.z[0] - floor == (250 if nests == "ledge" else 0)
    bars = [one for one in pen.members if one.role == "roost"]
    assert min(z for one in bars for _, _, z in one.corners) == pytest.approx(boxes.z[1] + 40)
    legs = [one for one in pen.members if one.role == "ledge leg"]
    assert {round(one.length_mm) for one in legs} == ({250 - 64} if nests == "ledge" else set())


def test_over_the_pop_hole_of_a_house_on_a_low_run_there_is_no_window_to_choose():
    """It would stand half in the run and half over it; a window goes in any of its sides instead."""
    names = {one.name for one in SHAPES["low-pen"].parameters}
    assert "house_top" in names
    assert not [name for name in names if name.startswith("window")]


def test_a_house_over_a_run_is_no_wider_than_its_rafters_are_sold():
    """14° and 3.65 m wide: (3650 − 2 × 38)/cos 14° and what a plumb cut adds is 3.69 m of 2×2, sold to 3.658."""
    tall = {
        "house": "yes",
        "height": 900.0,
        "house_floor": 300.0,
        "house_top": 1800.0,
        "house_fall": 14.0,
        "section": "2x2",
    }
    with pytest.raises(OutOfRange, match="for a rafter of its roof") as refused:
        make_design(CATALOGUE, "low-pen", {**tall, "width": 3650.0})
    assert refused.value.field == "width"
    assert faults(build(make_design(CATALOGUE, "low-pen", {**tall, "width": 3600.0}), CATALOGUE)) == ()
