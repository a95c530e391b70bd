"""A base welded of steel boxes: its mitres and beads, a seat for every post, what it bears, and what is refused; and a body
of steel on it."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.drawing.welds import weld_map
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.bending import hollow_modulus, stiffness_n_m2
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.mass import mass
from ergamot.core.strength.axle import CARRIERS, hole_checks
from ergamot.core.strength.verdict import judge_strength
from tests.depth import examples
from tests.soundness import faults
from tests.strategies import BASED, CATALOGUE, designs

BOX = {"base_made": "steel", "base_steel": "rhs-40x60", "gear": "skids"}


def made(shape="coop", **values):
    return build(make_design(CATALOGUE, shape, {**BOX, **values}), CATALOGUE)


def test_a_box_of_40_by_60_by_3_bends_as_its_walls_do():
    """4.35 kg/m of 7850 kg/m³ is 554.1 mm² of wall: t = (100 − √(10000 − 4·554.1))/4 = 2.945 mm with sharp corners. On
    edge S = (40·60³ − 34.11·54.11³)/(6·60) = 8987 mm³; E·I = 200 GPa · S · 30 mm."""
    rail = next(one for one in made(house="no").members if one.duty is Duty.BASE_RAIL)
    wall = (100 - (10_000 - 4 * 4.35 / 7850 * 1e6) ** 0.5) / 4
    on_edge = (40 * 60**3 - (40 - 2 * wall) * (60 - 2 * wall) ** 3) / 360
    assert hollow_modulus(rail, 1) == pytest.approx(on_edge, rel=1e-9)
    assert stiffness_n_m2(rail, 1) == pytest.approx(200 * on_edge * 30 / 1000, rel=1e-9)
    flat = (60 * 40**3 - (60 - 2 * wall) * (40 - 2 * wall) ** 3) / 240
    assert hollow_modulus(rail, 2) == pytest.approx(flat, rel=1e-9)


def test_four_mitres_are_welded_all_round_and_every_post_has_one_seat():
    """The face of a mitre is 40·√2 by 60 mm: a bead of 2·(56.6 + 60) = 233.1 mm at each of four corners."""
    pen = made(house="no")
    found = weld_map(pen)
    beads = [one for one in found.welds if not one.seat]
    assert [one.bead_mm for one in beads] == pytest.approx([2 * (40 * 2**0.5 + 60)] * 4)
    half = 1828.8 / 2
    assert {(round(x), round(abs(y))) for x, y in (one.place for one in beads)} == {
        (20, round(half - 20)),
        (round(3657.6 - 20), round(half - 20)),
    }
    posts = [one for one in pen.members if one.species and min(z for _, _, z in one.corners) == 60.0]
    stand = {Duty.UPRIGHT, Duty.POST, Duty.END_STUD}
    assert len([one for one in found.welds if one.seat]) == len([p for p in posts if p.duty in stand])
    rods = next(one for one in pen.hardware if one.row and getattr(one.row, "kind", "") is Fitting.WELD)
    assert rods.count == 4 * 2  # 233 mm at 150 mm a rod


def test_mesh_is_screwed_to_steel_every_150_mm_and_stapled_elsewhere():
    """The lower edges of a low pen's four mesh walls lie on the base: 2·2000 + 2·1000 mm, each side rounded up."""
    pen = made("low-pen", length=2000, width=1000, walls="mesh", roofed=0, access="lid")
    wood = build(
        make_design(
            CATALOGUE,
            "low-pen",
            {"gear": "skids", "length": 2000, "width": 1000, "walls": "mesh", "roofed": 0, "access": "lid"},
        ),
        CATALOGUE,
    )
    screws, staples = (
        [sum(one.count for one in each.hardware if one.row and one.row.key == key) for each in (pen, wood)]
        for key in ("roof-screw", "staple")
    )
    assert screws == [2 * math.ceil(2000 / 150) + 2 * math.ceil(1000 / 150), 0]
    assert 0 < staples[1] - staples[0] < 6000 / 75 + 8


def test_numbers_of_mitres_stand_outside_and_of_seats_within_none_over_another():
    found = weld_map(made(house="no"))
    xs, ys = zip(*(point for outline in found.outlines for point in outline), strict=True)
    at = {one.number: found.beside(one, 90.0) for one in found.welds}
    for one in found.welds:
        x, y = at[one.number]
        assert (min(xs) < x < max(xs) and min(ys) < y < max(ys)) == one.seat
    apart = [math.dist(a, b) for a, b in itertools.combinations(at.values(), 2)]
    assert min(apart) > 100


def test_the_corners_are_cut_at_45_degrees_to_the_outside_size():
    rails = [one for one in made(house="no").members if one.section.welded]
    assert sorted(round(one.length_mm, 1) for one in rails) == [1828.8, 1828.8, 3657.6, 3657.6]
    assert {cut.angle_deg for one in rails for cut in one.cuts} == {45.0}
    assert {round(one.length_mm - one.short_mm, 1) for one in rails} == {80.0}


@examples(3)
@given(st.sampled_from(BASED).flatmap(designs))
def test_any_pen_is_sound_on_a_base_of_steel(design):
    try:
        steel = change(CATALOGUE, design, {"base_made": "steel", "base_steel": "rhs-40x80"})
    except OutOfRange as refused:
        assert refused.allowed
        return
    whole = build(steel, CATALOGUE)
    assert faults(whole) == ()
    assert {one.section.key for one in whole.members if one.duty in (Duty.BASE_RAIL, Duty.BASE_CROSS)} == {
        "rhs-40x80"
    }


def test_it_is_heavier_and_its_rails_are_not_what_fails():
    wood, steel = (
        build(make_design(CATALOGUE, "coop", {"house": "no", "gear": "skids", **more}), CATALOGUE)
        for more in ({}, BOX)
    )
    assert mass(steel).dry_kg > mass(wood).dry_kg + 20


@pytest.mark.parametrize(
    ("values", "allowed"),
    [
        ({"section": "2x6"}, "at least 78 mm high"),
        ({"section": "47x50", "base_steel": "rhs-40x60"}, "47 to 59 mm wide"),
        (
            {
                "base_steel": "rhs-40x80",
                "section": "2x4",
                "house": "whole",
                "tray": "yes",
                "house_floor": 300.0,
            },
            "at least 319 mm",  # 80 of rail, 89 of bearer, 60 under it, 90 to the rail
        ),
    ],
)
def test_what_does_not_go_with_it_is_refused_by_name(values, allowed):
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, "coop", {**BOX, **values})
    assert allowed in refused.value.allowed


def test_a_roost_stand_in_a_hoop_stands_clear_of_its_steel_rails():
    """40 mm of steel where 38 of wood was reckoned with: the posts stood 2 mm in the rail."""
    values = {"length": 2074, "width": 1293.9, "panel_cut": 4000, "roost_bars": 1, "roost_height": 250}
    small = {"section": "2x2", "base_steel": "rhs-40x40", "door_width": 350, "door_height": 300}
    assert faults(made("hoop", **values, **small)) == ()


BODY = {"body_made": "steel", "body_steel": "rhs-38x64", "section": "2x3"}


def test_a_body_of_steel_is_welded_to_its_base_and_timber_hangs_in_lugs():
    """Six lines of studs: twelve feet on the base and twelve plates on them, each 2·(38 + 64) = 204 mm of bead; no seat is left
    to stand in, and every end of timber at a wall has a lug."""
    pen = made(**BODY)
    assert faults(pen) == ()
    found = weld_map(pen)
    studs = [one for one in pen.members if one.duty is Duty.UPRIGHT]
    assert len(studs) == 12
    assert {one.section.key for one in studs} == {"rhs-38x64"}
    assert not [one for one in found.welds if one.seat]
    feet = [one for one in found.welds if one.joins[1] == studs[0].label or one.joins[0] == studs[0].label]
    assert len(feet) == 12
    assert {one.bead_mm for one in feet} == {204.0}
    heads = next(one for one in found.body if set(one.joins) == {"T1", "U1"})
    assert (heads.count, heads.bead_mm) == (12, 204.0)
    lugs = sum(one.count for one in found.body if not one.bead_mm)
    bought = next(one for one in pen.hardware if one.row and one.row.key == "weld-lug")
    assert bought.count == lugs > 0
    steel = {one.ref for one in pen.members if one.section.welded}
    for joint in pen.joints:
        if set(joint.members) <= steel:
            assert joint.fixing is None or joint.fixing.kind is Fitting.WELD
            assert joint.fixing is not None or "held there already" in joint.rule


def test_a_rafter_of_steel_sags_by_its_walls():
    """5·w·L⁴/(384·E·I), E 200 GPa, I of 38 by 64 mm of 410.2 mm² of wall: t = (102 − √(10404 − 4·410.2))/2 = 2.05 mm."""
    catalogue, farm = CATALOGUE, make_conditions(CATALOGUE, snow_mm=400.0)
    pen = made(**BODY, house="no")
    checks = judge_strength(catalogue, pen, mass(pen), farm).checks
    sag = next(one for one in checks if one.what == "rafter sagging under snow")
    known = {step.symbol: step.quantity.value for step in sag.working}
    area = 3.22 / 7850 * 1e6
    wall = (102 - (102**2 - 4 * area) ** 0.5) / 4
    second = (38 * 64**3 - (38 - 2 * wall) * (64 - 2 * wall) ** 3) / 12
    w, span = known["w"], known["L"]
    assert sag.demand == pytest.approx(5 * w * span**4 / (384 * 200 * second) * 1e6, rel=1e-5)
    assert sag.capacity == pytest.approx(1000 * span / 120)


def test_what_steel_may_be_asked_by_hand():
    """A box of S235 to 235/1.67 = 140.7 MPa in bending; the edge of a hole 1.5 times the bore from its middle."""
    pen = made(**BODY, house="no", gear="wheels", wheel="barrow-16")
    checks = judge_strength(CATALOGUE, pen, mass(pen), make_conditions(CATALOGUE, snow_mm=400.0)).checks
    rafter = next(one for one in checks if one.what == "rafter under snow")
    assert rafter.capacity == pytest.approx(235 / 1.67, abs=0.001)
    bare = replace(pen, members=tuple(one for one in pen.members if one.duty not in CARRIERS))
    (hole,) = hole_checks(bare, pen.axle)
    assert (hole.what, hole.demand) == ("steel over the axle", pytest.approx(1.5 * pen.axle.wheel.bore_mm))


@examples(3)
@given(designs("coop"))
def test_any_coop_is_sound_with_a_body_of_steel(design):
    box = {"2x2": "rhs-38x38", "2x3": "rhs-38x64", "2x4": "rhs-38x89"}.get(str(design.values["section"]))
    assume(box)
    try:
        steel = change(
            CATALOGUE,
            design,
            {"base_made": "steel", "base_steel": "rhs-40x80", "body_made": "steel", "body_steel": box},
        )
    except OutOfRange as refused:
        assert refused.allowed
        return
    whole = build(steel, CATALOGUE)
    assert faults(whole) == ()
    assert {one.section.key for one in whole.members if one.duty is Duty.UPRIGHT} == {box}


def test_a_body_of_steel_needs_a_base_of_steel_and_the_size_of_its_timber():
    assert make_design(CATALOGUE, "coop", {"body_made": "steel"}).values["body_made"] == "timber"
    kept = make_design(CATALOGUE, "coop", {**BOX, **BODY, "upright_made": "own"})
    assert kept.values["upright_made"] == "same"
    with pytest.raises(OutOfRange, match="38 × 64") as refused:
        make_design(CATALOGUE, "coop", {**BOX, **BODY, "body_steel": "rhs-38x89"})
    assert refused.value.field == "body_steel"
