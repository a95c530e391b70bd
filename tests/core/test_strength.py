"""Strength: beams and rods by hand, and what any frame must obey."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.bending import (
    ALLOWED,
    BEAM_MOMENT,
    DURATION,
    HELD_BOTH,
    RECTANGLE_MODULUS,
    RECTANGLE_SECOND,
    ROD_STRESS,
    SAG,
    cross_section,
    size_factor,
    tube_modulus,
    tube_wall_mm,
    wet_factor,
)
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.strength.snow import snow_checks
from ergamot.core.strength.verdict import judge_strength
from ergamot.core.working import evaluate
from tests.strategies import CATALOGUE, designs

PLACE = make_conditions(CATALOGUE)


def judged(design, place=PLACE):
    structure = build(design, CATALOGUE)
    return structure, judge_strength(CATALOGUE, structure, mass(structure), place)


def check(strength, what):
    return next(one for one in strength.checks if one.what == what)


@pytest.mark.parametrize(("diameter", "static", "bumped"), [(12.7, 67.7, 169.3), (15.9, 34.5, 86.3)])
def test_a_rod_held_on_one_side(diameter, static, bumped):
    """227 N at 60 mm: M 13 620 N mm, 32·13 620/(π·12.7³) = 67.7 MPa; 2.5 times that at a bump, over the
    167 MPa (250/1.5) of mild steel. At 15.9 mm half of it."""
    known = {"N": 227.0, "e": 60.0, "D": diameter}
    assert evaluate(ROD_STRESS, {**known, "j": 1.0}) == pytest.approx(static, abs=0.05)
    assert evaluate(ROD_STRESS, {**known, "j": 2.5}) == pytest.approx(bumped, abs=0.05)


def test_a_rod_held_on_both_sides():
    """227 N between 50 and 70 mm: M = 227·50·70/120 = 6 621 N mm, 32.9 MPa on 12.7 mm, 82.3 at a bump."""
    known = {"N": 227.0, "D": 12.7, "e": evaluate(HELD_BOTH, {"a": 50.0, "b": 70.0})}
    assert evaluate(ROD_STRESS, {**known, "j": 1.0}) == pytest.approx(32.9, abs=0.05)
    assert evaluate(ROD_STRESS, {**known, "j": 2.5}) == pytest.approx(82.3, abs=0.05)


def test_a_rafter_by_hand():
    """2×4 on edge: S = 38·89²/6 = 50 166 mm³, I = 38·89³/12 = 2 232 402 mm⁴. 300 N/m on 2.4 m: M = 300·5.76/8
    = 216 N m, 4.31 MPa; sag 5·300·2.4⁴/(384·9.7e9·2.232e-6) = 5.99 mm. Spruce to 6.0·1.5·0.85·1.15 = 8.80."""
    known = {"b": 38.0, "d": 89.0, "w": 300.0, "L": 2.4, "E": 9.7}
    modulus, moment = evaluate(RECTANGLE_MODULUS, known), evaluate(BEAM_MOMENT, known)
    assert modulus == pytest.approx(50166, abs=1)
    assert moment == pytest.approx(216)
    assert 1000 * moment / modulus == pytest.approx(4.306, abs=0.001)
    assert evaluate(SAG, {**known, "I": evaluate(RECTANGLE_SECOND, known)}) == pytest.approx(5.985, abs=0.01)
    factors = {"Fb": 6.0, "CF": size_factor(89), "CM": wet_factor(9.0), "CD": DURATION["snow"][0]}
    assert evaluate(ALLOWED, factors) == pytest.approx(8.7975)


def test_factors_of_timber():
    """White pine 2×4: 4.0·1.5 = 6.0, not over 7.9, so wet it keeps its value; 2×6 has 1.3; wind 1.6."""
    assert (size_factor(89), size_factor(140), size_factor(184)) == (1.5, 1.3, 1.2)
    assert (wet_factor(6.0), wet_factor(9.0)) == (1.0, 0.85)
    assert (CATALOGUE.species["white-pine"].fb_mpa, DURATION["wind"]) == (4.0, (1.6, 1.6))


def test_a_tube_by_its_mass():
    """23 mm conduit of 0.68 kg/m: area 86.6 mm², so 23² − d² = 110.3, d 20.46, wall 1.27; S = π(23⁴ − 20.46⁴)/
    (32·23) = 446 mm³."""
    tube = CATALOGUE.sections["emt-23"]
    assert tube_wall_mm(tube) == pytest.approx(1.27, abs=0.01)
    assert tube_modulus(tube) == pytest.approx(446, abs=2)


def test_a_low_pens_roof_rail_under_snow_by_hand():
    """Ten by seven foot of 2×3: rails 2.0574 m clear, each carrying about 0.5 m of a flat roof under 0.2 m of
    settled snow, 490.5 Pa."""
    structure, strength = judged(make_design(CATALOGUE, "low-pen", {}))
    rail = check(strength, "top cross rail under snow")
    steps = {step.symbol: step.quantity.value for step in rail.working}
    assert steps["L"] == pytest.approx(2.0574, abs=0.001)
    assert steps["w"] == pytest.approx(0.2 * 250 * 9.81 * steps["c"], rel=1e-5)
    stress = steps["w"] * steps["L"] ** 2 / 8 / (38 * 64**2 / 6) * 1000
    assert rail.demand == pytest.approx(stress, rel=1e-4)
    assert {structure.by_ref[ref].role for ref in rail.refs} == {"top cross rail"}


@given(designs(), st.sampled_from(["dry", "wet", "frozen"]), st.floats(0, 1500))
def test_of_any_pen_strength_is_told_in_figures_and_never_fails_to_answer(design, ground, snow):
    place = make_conditions(CATALOGUE, moving_ground=ground, snow_mm=snow)
    structure, strength = judged(design, place)
    known = {*structure.by_ref, *(one.ref for one in (*structure.panels, *structure.hardware))}
    for one in strength.checks:
        assert one.refs
        assert set(one.refs) <= known
        assert math.isfinite(one.ratio)
        assert one.ratio > 0
        worked = {step.symbol: step.quantity.value for step in one.working}
        assert worked["ratio"] == pytest.approx(one.ratio, rel=1e-3)
        assert worked.get("least", one.ratio) == pytest.approx(one.least, rel=1e-3)
    ranks = [one.rank for one in strength.checks]
    assert ranks == sorted(ranks)
    assert set(strength.used) <= known
    assert strength.finding.cautions


@given(designs(), st.floats(50, 400))
def test_twice_the_snow_takes_twice_and_none_takes_nothing(design, snow):
    found = [
        {one.what: one.demand for one in judged(design, make_conditions(CATALOGUE, snow_mm=depth))[1].checks}
        for depth in (0.0, snow, 2 * snow)
    ]
    assert not any("snow" in what for what in found[0])
    for what, takes in found[1].items():
        if what.startswith("knee wall"):  # the hoop is sprung besides
            assert takes < found[2][what] < 2 * takes
            continue
        factor = 2 if "snow" in what else 1
        assert found[2][what] == pytest.approx(factor * takes, rel=1e-4)


@given(designs("low-pen"))
def test_a_deeper_stick_of_the_same_wood_never_weakens_the_roof(design):
    frame = {"base_made": "same", "upright_made": "same", "house": "no"}
    try:
        design = change(CATALOGUE, design, {"section": "2x3", "height": 1200.0, "gear": "skids", **frame})
        deeper = change(CATALOGUE, design, {"section": "2x4"})
    except OutOfRange:
        assume(False)  # a roof that falls so far leaves no room at its low side
    found = [
        {one.what: one.ratio for one in judged(each)[1].checks if "cross rail " in one.what}
        for each in (design, deeper)
    ]
    for what, ratio in found[0].items():
        assert found[1][what] > ratio


def test_a_sticks_size_is_seen_as_it_lies():
    structure = build(make_design(CATALOGUE, "coop", {}), CATALOGUE)
    rail = next(m for m in structure.members if m.role == "base side rail")
    rafter = next(m for m in structure.members if m.role == "rafter")
    assert cross_section(rail, 1) == (38, 64)
    assert cross_section(rafter, 0) == (38, 64)


def test_a_frame_of_which_nothing_is_asked_says_so():
    design = make_design(CATALOGUE, "hoop", {"gear": "skids"})
    structure = build(design, CATALOGUE)
    bare = replace(structure, members=tuple(m for m in structure.members if "brace" not in m.role))
    finding = judge_strength(CATALOGUE, bare, mass(structure), make_conditions(CATALOGUE, snow_mm=0)).finding
    assert finding.verdict == "ample"
    assert "not reckoned" in finding.figure.text("metric")


def test_an_axle_held_on_both_sides_bends_half_as_much_and_hard_steel_bears_more():
    """Legs 38 thick, wheel 65, washers 6: 57.5 mm from either leg, so N·57.5/2; grade 5 yields at 635 over 250."""
    found = {}
    for made in ("stub", "both"):
        for steel in ("mild", "hard"):
            design = make_design(CATALOGUE, "low-pen", {"axle_made": made, "axle_steel": steel})
            structure, strength = judged(design)
            found[made, steel] = check(strength, "axle")
            assert sum(m.role == "axle leg" for m in structure.members) == (4 if made == "both" else 2)
    mild = found["stub", "mild"]
    steps = {step.symbol: step.quantity.value for step in found["both", "mild"].working}
    assert (steps["a"], steps["e"]) == (57.5, 28.75)
    alone = {step.symbol: step.quantity.value for step in mild.working}
    assert found["both", "mild"].demand / steps["N"] == pytest.approx(mild.demand / alone["N"] / 2)
    assert found["stub", "hard"].capacity / mild.capacity == pytest.approx(635 / 250)


def test_wet_snow_on_fine_mesh_is_half_of_what_lies_on_a_sheet():
    """0.3 m at 450 kg/m³, all of it on a flat top: 1324 Pa on a sheet, 662 on mesh, over the width a rail carries."""
    place = make_conditions(CATALOGUE, snow_mm=300.0, snow="wet")
    mesh = build(make_design(CATALOGUE, "low-pen", {"roofed": 0.0, "top_mesh": "welded-12"}), CATALOGUE)
    found = [one for one in snow_checks(mesh, place) if one.what == "top cross rail under snow"]
    assert found
    for one in found:
        known = one.work.known
        assert known["s_m"] == 0.5
        assert known["w"] == pytest.approx(662.175 * known["k"] * known["c"])
    assert list(snow_checks(mesh, replace(place, snow="settled"))) == []
