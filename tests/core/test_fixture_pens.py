"""Pens as people build them: sound, as large as their parts add up to, a base weighed by hand, judged, cut and kept."""

from __future__ import annotations

import math
from datetime import date, timedelta

import pytest

from ergamot.core.balance.questions import VERDICTS
from ergamot.core.balance.verdicts import judge
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.mass import mass
from ergamot.core.stock.bill import bill_of
from ergamot.core.stock.effort import GLANCE
from ergamot.exchange.design_file import read_design, write_design
from tests.fixture_pens import PENS
from tests.soundness import faults
from tests.strategies import CATALOGUE

OF_STICKS = [pen for pen in PENS if pen.shape != "pipe-kit"]  # its pipes are weighed in test_pipe_kit.py
EACH = pytest.mark.parametrize("pen", PENS, ids=lambda pen: pen.name)


@EACH
def test_nothing_is_wrong_with_it_and_it_is_as_large_as_it_adds_up_to(pen):
    structure = pen.structure
    assert faults(structure) == ()
    top = max(z for one in structure.members for solid in one.solids for _, _, z in solid)
    size = structure.standing_size
    assert (size.long_mm, size.wide_mm, top) == pytest.approx((pen.long, pen.wide, pen.high), abs=10)


@pytest.mark.parametrize("pen", OF_STICKS, ids=lambda pen: pen.name)
def test_its_base_weighs_what_its_sticks_do(pen):
    """Two side rails the whole length and two cross rails between them, each its section times its timber; of steel, mitred
    at all four corners, a frame as long as its middle line at what a metre weighs. A bevelled tail is a triangle less."""
    values = pen.design.values
    long, wide = float(values["length"]), float(values["width"])
    if values["base_made"] == "steel":
        section = CATALOGUE.sections[str(values["base_steel"])]
        kg = section.kg_m * (2 * (long - section.thick_mm) + 2 * (wide - section.thick_mm)) / 1000
    else:
        own = values["base_made"] == "own"
        section = CATALOGUE.sections[str(values["base_section"] if own else values["section"])]
        timber = CATALOGUE.species[str(values["base_species"] if own else values["species"])]
        run = 2 * long + 2 * (wide - 2 * section.thick_mm)
        kg = run * section.thick_mm * section.deep_mm * 1e-9 * timber.density_kg_m3
    base = [one for one in pen.structure.members if one.duty in (Duty.BASE_RAIL, Duty.BASE_CROSS)]
    if values["base_made"] != "steel":
        slopes = sum(math.tan(math.radians(cut.angle_deg)) for one in base for cut in one.cuts)
        kg -= slopes * section.deep_mm**2 / 2 * section.thick_mm * 1e-9 * timber.density_kg_m3
    assert sum(one.dry_kg for one in base) == pytest.approx(kg, rel=1e-6)


@EACH
def test_it_is_judged_cut_and_kept(pen):
    strain = CATALOGUE.strains["layer-hybrid"]
    hatch = date(2026, 3, 1)
    leaves = hatch + timedelta(days=strain.leaves_from_day)
    flock = make_flock(CATALOGUE, strain.key, 6, hatch, hatch + timedelta(days=strain.to_grass_day), leaves)
    judged = judge(CATALOGUE, pen.structure, flock, make_conditions(CATALOGUE))
    assert [one.what for one in judged.findings] == list(VERDICTS)
    bill = bill_of(pen.structure, CATALOGUE, GLANCE)
    assert sum(piece.count for piece in bill.pieces) == len(pen.structure.members)
    assert bill.total > 0
    assert read_design(write_design(pen.design, pen.name), CATALOGUE) == (pen.name, pen.design)


def test_a_deep_base_of_its_own_timber_stiffens_and_weighs_more():
    """2×6 larch under 2×2 spruce: 140 mm of rail, everything else from there up."""
    plain = {"section": "2x2", "gear": "skids", "height": 700}
    deep = {**plain, "base_made": "own", "base_section": "2x6", "base_species": "larch"}
    one, other = (make_built(values) for values in (plain, deep))
    assert (one.rail_top_mm, other.rail_top_mm) == (38, 140)
    rails = [m for m in other.members if m.duty in (Duty.BASE_RAIL, Duty.BASE_CROSS)]
    assert {(m.section.key, m.species.key) for m in rails} == {("2x6", "larch")}
    assert {(m.section.key, m.species.key) for m in other.members if m not in rails} == {("2x2", "spf")}
    foot = {round(min(z for _, _, z in m.corners)) for m in other.members if m.duty is Duty.UPRIGHT}
    assert foot == {140}
    assert mass(other).dry_kg > mass(one).dry_kg


def make_built(values):
    return build(make_design(CATALOGUE, "low-pen", values), CATALOGUE)


@pytest.mark.parametrize(("base", "allowed"), [("47x50", "38 mm thick"), ("2x2", "at least 64 mm deep")])
def test_a_base_must_carry_what_stands_on_it(base, allowed):
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, "coop", {"base_made": "own", "base_section": base})
    assert refused.value.field == "base_section"
    assert allowed in refused.value.allowed


def test_lighter_doors_are_lighter_by_their_own_sticks():
    """A person door of 1×3 in place of 2×3 round 714 × 1814 mm: 2 × 714 + 3 cross pieces less their own ends."""
    plain, light = (
        make_design(CATALOGUE, "coop", values) for values in ({}, {"leaf_made": "own", "leaf_section": "1x3"})
    )
    leaf = lambda design: [m for m in build(design, CATALOGUE).members if m.duty is Duty.LEAF]  # noqa: E731
    assert {m.section.key for m in leaf(light)} == {"1x3"}
    length = sum(m.length_mm for m in leaf(light))
    assert length == pytest.approx(sum(m.length_mm for m in leaf(plain)))  # both 64 mm deep
    assert sum(m.dry_kg for m in leaf(light)) == pytest.approx(sum(m.dry_kg for m in leaf(plain)) / 2)


def test_rafters_of_a_deeper_section_than_the_frame_are_stood_over_the_plate_and_weighed_as_they_are():
    """2×4 rafters of larch on 2×3 studs, notched 38 mm: the ridge higher by (89 − 64)/cos 30°, wood by 89/64 and density."""
    frame = {"overhang": 150, "pitch": 30, "gear": "skids", "house": "no"}
    own = {"rafter_made": "own", "rafter_section": "2x4", "rafter_species": "larch"}
    one, other = (
        build(make_design(CATALOGUE, "coop", values), CATALOGUE) for values in (frame, {**frame, **own})
    )
    assert other.body.z[1] - one.body.z[1] == pytest.approx((89 - 64) / math.cos(math.radians(30)))
    assert faults(other) == ()
    rafters = [[m for m in pen.members if m.duty is Duty.RAFTER] for pen in (one, other)]
    assert {(m.section.key, m.species.key) for m in rafters[1]} == {("2x4", "larch")}
    assert {m.section.key for m in other.members if m.duty is Duty.UPRIGHT} == {"2x3"}
    heavier = CATALOGUE.species["larch"].density_kg_m3 / CATALOGUE.species["spf"].density_kg_m3 * 89 / 64
    kg = [sum(m.dry_kg for m in each) for each in rafters]
    assert kg[1] / kg[0] == pytest.approx(heavier, rel=0.02)


def test_rafters_as_thick_as_the_studs_they_stand_over_or_none():
    asked = {"rafter_made": "own", "rafter_section": "47x100"}
    with pytest.raises(OutOfRange, match="38 mm thick, as the studs under them") as refused:
        make_design(CATALOGUE, "coop", asked)
    assert refused.value.field == "rafter_section"


@pytest.mark.parametrize("overhang", [5, 27, 60])
def test_hands_take_hold_under_a_board_that_hangs_before_them(overhang):
    values = {
        "length": 1500,
        "width": 1250,
        "wall": 640,
        "overhang": overhang,
        "trim": "fascia",
        "section": "2x2",
    }
    more = {"hold_height": 900, "house": "no", "gear": "wheels", "door_width": 400, "door_height": 400}
    assert faults(build(make_design(CATALOGUE, "coop", {**values, **more}), CATALOGUE)) == ()
