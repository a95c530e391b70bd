"""Openings cut through the bent side of a hoop: what comes out is what closes them."""

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.design import Design, build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.frame.reach import out_of_reach
from ergamot.core.frame.structure import Structure
from ergamot.core.making.sheet import build_sheet
from ergamot.core.stock.coverings import mesh_lines, sheet_lines, wire_panel_lines
from ergamot.core.strength.snow import snow_checks
from ergamot.core.weather.body import wind_body
from ergamot.core.weather.holding import parked
from ergamot.core.weather.leaves import leaves
from ergamot.core.weather.states import opened
from ergamot.core.weather.threshold import stability

c = load_catalogue()
FARM = make_conditions(c)
HATCH = {
    "opening_1_face": "left cover",
    "opening_1_at": 1000.0,
    "opening_1_sill": 350.0,
    "opening_1_width": 500.0,
    "opening_1_height": 450.0,
}


def hoop(**given: object) -> Structure:
    return build(make_design(c, "hoop", given), c)


@given(
    at=st.floats(300, 2500),
    sill=st.floats(150, 1500),
    wide=st.floats(200, 800),
    tall=st.floats(200, 800),
    side=st.sampled_from(["left cover", "right cover"]),
    hung=st.sampled_from(["left", "right", "top", "lifts"]),
)
def test_what_comes_out_is_what_closes_it(at, sill, wide, tall, side, hung):
    """Nothing is gained or lost but ties and latches: not a kilogram of covering, not a metre bought."""
    asked = {"face": side, "at": at, "sill": sill, "width": wide, "height": tall, "hung": hung}
    try:
        cut = hoop(**{f"opening_1_{name}": value for name, value in asked.items()})
    except OutOfRange as refused:
        assert refused.field.startswith("opening_1_")
        assume(False)
    plain = hoop()
    for group in ("area_m2", "kg"):
        assert sum(getattr(p, group) for p in cut.panels) == pytest.approx(
            sum(getattr(p, group) for p in plain.panels), rel=1e-5
        )
    way = next(one for one in cut.openings if one.leaf == "hatch 1")
    shut = [panel for panel in cut.panels if panel.closes == way.ref]
    layers = {panel.covering.key: 0.0 for panel in shut}
    for panel in shut:
        layers[panel.covering.key] += panel.area_m2
    # the wire comes out of all of it; drawn in chords, it is a little less than its width times the curve
    # and cut to the edge of a strip where less than 25 mm of it would be taken or left, at its foot and its head
    assert layers["stock-16"] == pytest.approx(way.clear_mm[0] * tall / 1e6, abs=way.clear_mm[0] * 52 / 1e6)
    assert way.clear_mm[1] <= tall + 50
    for lines in (mesh_lines, wire_panel_lines, sheet_lines):
        assert [one.packs for one in lines(cut)] == [one.packs for one in lines(plain)]


def test_a_hatch_lets_an_arm_in_where_no_one_reached():
    """A long hoop with a small door at one end: an arm from the side gets at what was out of reach."""
    bare = {"length": 4800.0, "door_height": 400.0, "door_width": 400.0}
    before = sum(one.share for one in out_of_reach(hoop(**bare)))
    after = sum(one.share for one in out_of_reach(hoop(**bare, **HATCH)))
    assert after < before


def test_the_wires_beside_it_carry_what_was_cut_away():
    """By hand: wires 150 mm apart, 500 mm cut out: each wire beside it carries 150 + 250 mm of snow, 8/3 of its own."""
    plain, cut = (
        next(one for one in snow_checks(pen, FARM) if one.what == "wire hoop under snow")
        for pen in (hoop(), hoop(**HATCH))
    )
    pitch = c.wire_panels["stock-16"].pitch_mm
    assert cut.demand / plain.demand == pytest.approx((pitch + 250) / pitch, rel=1e-3)


def test_it_stands_open_in_the_wind_and_tears_by_its_own_latches():
    """Open, wind comes in through it; shut under the tarp, its two latches of 600 N hold it, by hand."""
    cut = hoop(**HATCH, roofed=1.0)
    way = next(one for one in cut.openings if one.leaf == "hatch 1")
    shut = stability(wind_body(cut), parked(cut, mass(cut), FARM.holding_ground), 0.03)
    wide = opened(cut, way)
    airy = sum((1 - p.solidity) * p.area_m2 for p in wide.standing) - sum(
        (1 - p.solidity) * p.area_m2 for p in cut.standing if not p.under
    )
    assert airy > 0.5 * way.clear_mm[0] * way.clear_mm[1] / 1e6
    own = next(one for one in leaves(cut, shut, 22.0) if one.role == "hatch 1")
    again = next(one for one in leaves(cut, shut, 44.0) if one.role == "hatch 1")
    assert own.tears_ms == pytest.approx(again.tears_ms)
    assert again.pull_n == pytest.approx(4 * own.pull_n)
    # 1200 N at twice what the same gust pulls: V goes with the root
    assert own.tears_ms == pytest.approx(22.0 * math.sqrt(1200.0 / own.pull_n), rel=1e-3)


def test_it_is_hung_with_the_doors_on_the_build_sheet():
    tasks = build_sheet(hoop(**HATCH), c).tasks
    doors = next(task for task in tasks if task.stage.name == "DOORS")
    assert any("tie" in label for label, _ in doors.fixings)


@pytest.mark.parametrize(
    ("given_", "field"),
    [
        ({"opening_1_hung": "slides"}, "opening_1_hung"),
        ({"opening_1_filled": "clear"}, "opening_1_filled"),
        ({"opening_1_height": 2200.0}, "opening_1_height"),
        ({"opening_1_at": 100.0}, "opening_1_at"),
        ({"opening_1_at": 1829.0}, "opening_1_at"),
    ],
)
def test_what_cannot_be_cut_or_hung_is_refused_by_name(given_, field):
    """Sliding a bent leaf, a clear one, at the foot, past the crown, at the end, over the seam of tarp and mesh."""
    with pytest.raises(OutOfRange) as refused:
        make_design(c, "hoop", {**HATCH, **given_})
    assert refused.value.field == field


def test_two_openings_never_share_wire():
    with pytest.raises(OutOfRange, match="would cut the hatch 1"):
        make_design(c, "hoop", {**HATCH, **{k.replace("1", "2", 1): v for k, v in HATCH.items()}})


def test_at_the_foot_it_begins_over_a_square_of_wire():
    low = next(one for one in hoop(**{**HATCH, "opening_1_sill": 0.0}).openings if one.leaf == "hatch 1")
    over = next(one for one in hoop(**{**HATCH, "opening_1_sill": 150.0}).openings if one.leaf == "hatch 1")
    assert low.corners == over.corners


def test_its_place_is_found_where_none_was_said():
    design: Design = make_design(c, "hoop", {"opening_1_face": "right cover", "opening_1_sill": 400.0})
    assert float(design.values["opening_1_at"]) > 0
