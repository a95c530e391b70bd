"""Strength of what works together: sticks bent alike, a braced side, screws, noggins, a frame that is wrung."""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.bending import size_factor, stiffness_n_m2, tube_modulus, wet_factor
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.strength.verdict import judge_strength
from tests.strategies import CATALOGUE, WHEELED


def checks(shape: str, snow_mm: float = 200.0, **values):
    structure = build(make_design(CATALOGUE, shape, values), CATALOGUE)
    place = make_conditions(CATALOGUE, snow_mm=snow_mm)
    found = judge_strength(CATALOGUE, structure, mass(structure), place).checks
    return structure, {one.what: one for one in found}


def steps(check) -> dict[str, float]:
    return {step.symbol: step.quantity.value for step in check.working}


def test_four_sticks_alike_bear_a_quarter_each():
    """A low pen without braces: two rails and two long sticks above, of one size: M0/2 in each rail."""
    structure, found = checks("low-pen")
    rails = found["side rails when an end is lifted"]
    known = steps(rails)
    assert known["M"] == pytest.approx(known["M0"] / 2, rel=1e-4)
    assert sorted({structure.by_ref[ref].role for ref in rails.refs}) == ["base side rail", "top side rail"]


def test_a_stick_and_a_tube_by_hand():
    """2×3 of spruce on edge: 9.7 GPa · 38·64³/12 mm⁴ = 8 052 N m². Conduit of 23 mm: S 446 mm³ · 11.5 mm · 200 GPa
    = 1 026 N m²."""
    structure, _ = checks("coop", roof_kind="arched", door_height=1400.0)
    rail = next(m for m in structure.members if m.role == "base side rail")
    tube = next(m for m in structure.members if m.role == "roof bow")
    assert rail.species.e_gpa == pytest.approx(9.7)
    assert stiffness_n_m2(rail, 1) == pytest.approx(8052, rel=1e-3)
    assert stiffness_n_m2(tube, 0) == pytest.approx(1026, rel=0.01)


def test_a_braced_slope_is_one_deep_beam_with_the_ridge():
    structure, found = checks("a-frame", roofed=0.5)
    known = steps(found["side rails when an end is lifted"])
    ridge = next(m for m in structure.members if m.role == "ridge board")
    rail = next(m for m in structure.members if m.role == "base side rail")
    lines = sorted({m.centre[0] for m in structure.members if m.role == "rafter"})
    assert known["a"] == pytest.approx(max(b - a for a, b in pairwise(lines)) / 1000, rel=1e-4)
    assert known["H"] == pytest.approx((ridge.centre[2] - rail.centre[2]) / 1000, rel=1e-4)
    assert ridge.ref in found["side rails when an end is lifted"].refs


@pytest.mark.parametrize("rise", [20.0, 40.0])
def test_one_lever_thrown_wrings_the_rails_by_hand(rise):
    """G = E/16; a thin rectangle turned t a metre has shear G·t·b: 9.7e3/16 · rise/width/length · 38 mm."""
    structure, found = checks("low-pen", gear="levers", lever_rise=rise)
    wrung = found["rails wrung by one lever"]
    rail = next(m for m in structure.members if m.role == "base side rail")
    wide = structure.body.y[1] - structure.body.y[0]
    by_hand = 9.7e3 / 16 * rise / wide / rail.length_mm * 38
    assert wrung.demand == pytest.approx(by_hand, rel=1e-3)
    assert wrung.capacity == pytest.approx(0.93)


def test_wheels_that_do_not_swing_wring_nothing():
    assert "rails wrung by one lever" not in checks("low-pen", gear="wheels")[1]


def test_screws_of_a_rail_that_hangs_between_two_by_hand():
    """490.5 Pa on c metres of roof, half of a rail's load on two screws of 600 N."""
    _, found = checks("low-pen")
    screws = found["top cross rail's screws under snow"]
    known = steps(screws)
    assert screws.demand == pytest.approx(490.5 * known["c"] * known["L"] / 2, rel=1e-3)
    assert screws.capacity == 1200


def test_rafters_that_lie_on_their_plates_do_not_hang_on_screws():
    _, found = checks("coop", roof_kind="gable")
    assert "rafter under snow" in found
    assert not any("screws" in what for what in found)


def test_a_noggin_carries_half_way_to_the_next_by_hand():
    structure, found = checks("coop", snow_mm=400.0)
    noggin = found["noggin under snow"]
    known = steps(noggin)
    assert {structure.by_ref[ref].role for ref in noggin.refs} == {"noggin"}
    assert known["w"] == pytest.approx(0.4 * 250 * 9.81 * known["k"] * known["c"], rel=1e-3)
    assert known["M"] == pytest.approx(known["w"] * known["L"] ** 2 / 8, rel=1e-3)
    wide = (structure.body.y[1] - structure.body.y[0]) / 1000
    assert 0 < known["c"] < wide / 2


@given(st.sampled_from(WHEELED), st.sampled_from(["skids", "wheels", "boards"]), st.floats(10, 800))
def test_deeper_snow_never_strengthens_anything(shape, gear, snow):
    less, more = (checks(shape, depth, gear=gear)[1] for depth in (snow, 1.5 * snow))
    for what, check in less.items():
        assert more[what].ratio <= check.ratio * 1.0001


def test_values_of_wood_and_tube_at_their_edges():
    """NDS: 1.5 to 89 mm, 1.3 to 140, then 1.2; wet lumber keeps its value to 7.9 MPa."""
    assert [size_factor(deep) for deep in (88, 90, 139, 141)] == [1.5, 1.3, 1.3, 1.2]
    assert (wet_factor(7.85), wet_factor(7.95)) == (1.0, 0.85)


def test_bows_of_steel_and_of_plastic_by_hand():
    """Steel to 205/1.5 MPa. Pipe of 33 mm, 0.50 kg/m at 1400 kg/m³: 357 mm², so d 25.2; 14 MPa; E 2.8 GPa."""
    low = {"roof_kind": "arched", "door_height": 1400.0}
    _, steel = checks("coop", **low)
    assert steel["roof bow under snow"].capacity == pytest.approx(205 / 1.5, rel=1e-5)
    structure, plastic = checks("coop", **low, tube="pvc-33")
    assert plastic["roof bow under snow"].capacity == pytest.approx(14.0)
    bow = next(m for m in structure.members if m.role == "roof bow")
    inside = math.sqrt(33**2 - 4 * 0.50 / 1400 * 1e6 / math.pi)
    second = math.pi * (33**4 - inside**4) / 64
    assert tube_modulus(bow.section) == pytest.approx(second / 16.5, rel=1e-6)
    assert stiffness_n_m2(bow, 0) == pytest.approx(2.8 * second / 1000, rel=1e-6)


@pytest.mark.parametrize(("share", "held"), [(0.78, False), (0.82, True)])
def test_a_bay_sheeted_for_four_fifths_is_held(share, held):
    structure = build(make_design(CATALOGUE, "low-pen", {"roofed": 1.0, "walls": "sheltered"}), CATALOGUE)
    uprights = sorted({m.centre[0] for m in structure.members if m.role in ("upright", "stud")})
    a, b = uprights[-2:]

    def cut(panel):
        """Sheet of the sides, left off beyond a share of the last bay."""
        inside = tuple((min(x, a + share * (b - a)), y, z) for x, y, z in panel.corners)
        return replace(panel, corners=inside) if panel.solid and abs(panel.normal[1]) > 0.5 else panel

    cut_up = replace(structure, panels=tuple(cut(panel) for panel in structure.panels))
    found = {
        one.what: one
        for one in judge_strength(CATALOGUE, cut_up, mass(structure), make_conditions(CATALOGUE)).checks
    }
    known = steps(found["side rails when an end is lifted"])
    assert ("a_o" in known) == (not held)


@pytest.mark.parametrize(("snow_mm", "told"), [(0.95, False), (1.05, True)])
def test_less_than_a_millimetre_of_snow_is_none(snow_mm, told):
    _, found = checks("low-pen", snow_mm=snow_mm)
    assert any("snow" in what for what in found) == told


def test_a_noggin_bends_as_it_lies():
    structure, found = checks("coop", snow_mm=400.0)
    noggin = structure.by_ref[found["noggin under snow"].refs[0]]
    known = steps(found["noggin under snow"])
    across = [corner[1] for corner in noggin.corners]
    flat = max(across) - min(across) > 50  # its wide side along the slope
    thick, deep = noggin.section.thick_mm, noggin.section.deep_mm
    assert (known["b"], known["d"]) == ((deep, thick) if flat else (thick, deep))
    spans = {
        round((max(xs) - min(xs)) / 1000, 6)
        for ref in found["noggin under snow"].refs
        for xs in [[corner[0] for corner in structure.by_ref[ref].corners]]
    }
    assert round(known["L"], 6) in spans
