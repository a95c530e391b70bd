"""Rails longer than any board sold: where they are joined, by hand; and over random pens, that they are, soundly."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import END_TO_END, Duty
from ergamot.core.frame.mass import mass
from ergamot.core.frame.parts.splices import SQUARED_MM
from ergamot.core.frame.rejoined import rejoined
from ergamot.core.making.sheet import build_sheet
from ergamot.core.making.stages import blocks
from ergamot.core.stock.bill import bill_of
from ergamot.core.stock.effort import GLANCE
from ergamot.core.strength.verdict import judge_strength
from tests.depth import examples
from tests.soundness import faults
from tests.strategies import CATALOGUE, designs

FARM = make_conditions(CATALOGUE)
LOW = {"section": "2x2", "length": 4500.0}
SOLD_MM = CATALOGUE.sections["2x2"].longest_mm
# The same timber, as a yard that sells it long has it: there nothing is joined
LONG = replace(
    CATALOGUE,
    sections={
        **CATALOGUE.sections,
        "2x2": replace(
            CATALOGUE.sections["2x2"],
            stock_mm=(*CATALOGUE.sections["2x2"].stock_mm, 4876.8),
            prices=(*CATALOGUE.sections["2x2"].prices, CATALOGUE.sections["2x2"].prices[-1]),
        ),
    },
)


def low(**changed):
    return build(make_design(CATALOGUE, "low-pen", {**LOW, **changed}), CATALOGUE)


def strength(structure, catalogue=CATALOGUE):
    found = judge_strength(catalogue, structure, mass(structure), FARM)
    return {one.what: one for one in found.checks}


def test_a_rail_is_sawn_in_two_a_fifth_of_a_bay_from_an_upright():
    """4500 long: the right side's long part begins at the rear, the left side's at the front, each at most 3657.6; both are
    sawn alike, though the uprights are not set alike from the two ends."""
    pen = low()
    assert len(pen.splices) == 4
    stood = sorted({one.centre[0] for one in pen.members if one.duty is Duty.UPRIGHT})
    bases = [one for one in pen.splices if pen.by_ref[one.parts[0]].duty is Duty.BASE_RAIL]
    for one, from_rear in zip(bases, (True, False), strict=True):
        first, second = (pen.by_ref[ref] for ref in one.parts)
        assert first.length_mm + second.length_mm == pytest.approx(4500.0)
        assert (first.length_mm > second.length_mm) is from_rear
        assert max(first.length_mm, second.length_mm) <= 3657.6
        joint = first.length_mm
        a, b = max(x for x in stood if x < joint), min(x for x in stood if x > joint)
        assert min(joint - a, b - joint) == pytest.approx(0.2 * (b - a), abs=0.1 if from_rear else 100)
        assert max(first.length_mm, second.length_mm) == pytest.approx(3431.6, abs=0.1)
        plate = pen.by_ref[one.plate]
        assert (plate.length_mm, plate.centre[0]) == pytest.approx((2 * 8 * 38, joint))
        assert abs(plate.centre[1]) == pytest.approx(abs(first.centre[1]) - 38)


def test_four_screws_in_each_part_and_none_through_the_ends_that_meet():
    pen = low()
    plates = {one.plate for one in pen.splices}
    held = [one for one in pen.joints if plates & {*one.members} and one.fixing]  # a lid rests on one besides
    assert {(one.count, one.length_mm) for one in held} == {(4, 65.0)}
    assert len(held) == 2 * len(plates)
    parts = {frozenset(one.parts) for one in pen.splices}
    assert {one.count for one in pen.joints if frozenset(one.members) in parts} == {0}


def test_the_screws_carry_the_rails_moment_by_their_distance_from_the_middle():
    """Four in a row from 40 to 264 mm off the joint: 224 over, at ±112 and ±37.3. Of 1 N m the outer bear
    112/(2·112² + 2·37.3²) = 4.02 N each."""
    check = strength(low())["splices of the side rails"]
    rail = strength(low())["side rails when an end is lifted"]
    moment = next(one.quantity.value for one in rail.working if one.symbol == "M")
    assert check.demand == pytest.approx(1000 * moment * 112 / (2 * 112**2 + 2 * (112 / 3) ** 2), rel=1e-4)
    assert check.capacity == 600.0
    assert check.least == pytest.approx(1.25 * check.ratio)


def test_what_is_asked_of_a_rail_is_asked_of_both_its_parts():
    pen = low()
    used = judge_strength(CATALOGUE, pen, mass(pen), FARM).used
    for one in pen.splices:
        first, second = one.parts
        assert used[first] == used[second] > 0


def test_joined_a_pen_bears_as_one_of_long_boards_does_and_its_plates_weigh():
    pen, whole = low(), build(make_design(LONG, "low-pen", LOW), LONG)
    assert not whole.splices
    plates = sum(pen.by_ref[one.plate].dry_kg for one in pen.splices)
    sticks = sum(one.dry_kg for one in pen.members)
    assert sticks - sum(one.dry_kg for one in whole.members) == pytest.approx(plates)
    found, expected = strength(pen), strength(whole, LONG)
    assert found.keys() - expected.keys() == {"splices of the side rails"}
    for what, one in expected.items():
        more = mass(pen).fresh_kg / mass(whole).fresh_kg - 1
        assert found[what].ratio == pytest.approx(one.ratio, rel=3 * more), what


def test_the_parts_are_cut_and_the_plates_put_in_with_their_rails():
    pen = low()
    bill = bill_of(pen, CATALOGUE, GLANCE)
    assert sum(one.count for one in bill.pieces) == len(pen.members)
    assert all(one.length_mm <= SOLD_MM for one in bill.pieces if one.section == "2x2")
    stage = {part.ref: block.stage for block in blocks(pen) for part in block.parts}
    for one in pen.splices:
        if pen.by_ref[one.parts[0]].duty is Duty.BASE_RAIL:
            assert stage[one.plate] is stage[one.parts[0]]
    put_in = {ref for task in build_sheet(pen, CATALOGUE).tasks for ref in task.new}
    assert put_in >= {one.ref for one in pen.members}


def test_half_lapped_rails_are_refused():
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, "low-pen", {**LOW, "corners": "lap"})
    assert (refused.value.field, "may not be joined" in refused.value.message) == ("length", True)


def test_a_rail_of_three_is_refused():
    """A yard that sells nothing over 1.8 m: 4.5 m would take three."""
    short = replace(
        CATALOGUE.sections["2x3"], stock_mm=(1800.0,), prices=CATALOGUE.sections["2x3"].prices[:1]
    )
    yard = replace(CATALOGUE, sections={**CATALOGUE.sections, "2x3": short})
    with pytest.raises(OutOfRange) as refused:
        make_design(yard, "hoop", {"section": "2x3", "length": 4500.0, "width": 1700.0})
    assert refused.value.field == "length"


@examples(6)
@given(designs(section=["2x2"]), st.floats(3700, 4876))
def test_any_long_pen_of_two_by_two_is_as_sound_joined(design, length):
    try:
        design = make_design(CATALOGUE, design.shape, {**design.values, "length": round(length, 1)})
        structure = build(design, CATALOGUE)
    except OutOfRange:
        assume(False)
    assume(structure.splices)
    assert not faults(structure)
    for one in structure.members:
        if one.duty in END_TO_END and one.species:
            assert one.section.sold_for(one.length_mm)
    for one in structure.splices:
        first, plate = structure.by_ref[one.parts[0]], structure.by_ref[one.plate]
        parts = [structure.by_ref[ref].length_mm for ref in one.parts]
        assert max(parts) <= first.section.longest_mm - SQUARED_MM
        joint = max(x for x, _, _ in first.corners)
        assert plate.centre[0] == pytest.approx(joint)
    whole = rejoined(structure)
    assert len(whole.members) == len(structure.members) - 2 * len(structure.splices)
    assert {
        ref for one in whole.joints for ref in one.members if ref.startswith("stick")
    } <= whole.by_ref.keys()
