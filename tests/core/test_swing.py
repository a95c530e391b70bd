"""Swinging wheels: worked examples, both ways, and clearances all the way round on real pens."""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.clearance import LEAST_GAP_MM, swing_gaps
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.frame.swing import CLEAR_MM, Swing, pivot_for, shortest_arm, swing_for
from ergamot.core.gear.moving import judge_moving
from ergamot.core.gear.raising import hardest_throw, lifted_n
from tests.soundness import faults
from tests.strategies import CATALOGUE, WHEELED, designs

WHEEL = CATALOGUE.wheels["rubber-10"]
SWINGING = st.sampled_from(["levers", "boards"])


def test_holes_for_a_wheel_in_hand():
    """r 125, rise 40, clear 15, locked 100°, parked 60°: a ≥ 55/(0.9848 + 0.8660) = 29.7; a 60: p = 125 +
    59.09 − 40 = 144.1; it touches at asin(19.09/60) = 18.6°; 200 N: 200·60·cos 18.6°/600 = 19.0 N."""
    assert shortest_arm(40, 100, 60) == pytest.approx(29.7, abs=0.05)
    pivot = pivot_for(40, 60, 125, 100)
    assert pivot == pytest.approx(144.1, abs=0.05)
    swing = Swing(pivot, 60, 125, 100, 60)
    assert swing.touch_deg == pytest.approx(18.6, abs=0.05)
    assert swing.throw_n(200, 600) == pytest.approx(19.0, abs=0.05)
    assert swing.rise_mm == pytest.approx(40)
    assert swing.holds_itself


@given(st.floats(20, 80), st.floats(30, 250), st.floats(30, 120), st.floats(20, 90))
def test_the_rise_wanted_is_the_rise_there_is(rise, arm, locked, parked):
    try:
        swing = swing_for(WHEEL, rise, arm, locked, parked)
    except OutOfRange as refused:
        assert refused.field in ("lever_arm", "lever_rise")
        return
    assert swing.rise_mm == pytest.approx(rise)
    assert swing.clear_mm >= CLEAR_MM - 1e-6
    along, up = swing.axle_at(locked)
    # locked, the tyre's foot is as far under the rail's foot as the rail is raised
    assert swing.pivot_mm + up - swing.radius_mm == pytest.approx(-rise)
    assert math.hypot(along, up) == pytest.approx(arm)


@given(st.sampled_from(WHEELED).flatmap(designs), SWINGING, st.integers(1, 2))
def test_on_any_pen_every_wheel_clears_every_stick_and_the_frame_is_sound(design, kind, pairs):
    try:
        swung = change(CATALOGUE, design, {"gear": kind, "pairs": pairs})
    except OutOfRange:
        assume(False)
    structure = build(swung, CATALOGUE)
    assert len(structure.levers) == 2 * pairs
    assert faults(structure) == ()
    assert min(lever.swing.clear_mm for lever in structure.levers) >= CLEAR_MM - 1e-6
    for gap in swing_gaps(structure):
        assert gap.mm >= LEAST_GAP_MM, (gap.where, gap.at_deg, gap.member.role)


@given(st.sampled_from(WHEELED).flatmap(designs), SWINGING, st.integers(1, 2))
def test_no_corner_of_a_lever_comes_to_the_grass_on_its_way_or_locked(design, kind, pairs):
    """Each lever's own corners as framed, turned about its pivot degree by degree while the frame rises with it."""
    try:
        structure = build(change(CATALOGUE, design, {"gear": kind, "pairs": pairs}), CATALOGUE)
    except OutOfRange:
        assume(False)
    for lever in structure.levers:
        swing = lever.swing
        arm = next(
            member
            for member in structure.members
            if member.role in ("lever", "wheel board")
            and min(math.hypot(x - lever.x_mm, z - swing.pivot_mm) for x, _, z in member.corners) < 160
            and abs(min(member.corners, key=lambda c: abs(c[1]))[1] - lever.side * lever.inner_mm) < 0.5
        )
        corners = [(lever.points * (x - lever.x_mm), z - swing.pivot_mm) for x, _, z in arm.corners]
        for turned in range(int(swing.locked_deg + swing.parked_deg) + 1):
            turn, now = math.radians(turned), math.radians(turned - swing.parked_deg)
            pivot = max(swing.pivot_mm, swing.radius_mm + swing.arm_mm * math.sin(now))
            low = min(pivot - along * math.sin(turn) + up * math.cos(turn) for along, up in corners)
            assert low >= 4.5, (lever.where, turned, low)


@pytest.mark.parametrize("shape", WHEELED)
def test_on_two_pairs_nothing_is_carried_and_the_throw_is_judged(shape):
    structure = build(make_design(CATALOGUE, shape, {"gear": "boards", "pairs": 2}), CATALOGUE)
    weighed = mass(structure)
    thrown = hardest_throw(structure, weighed)
    assert thrown is not None
    lever, force = thrown
    assert force == pytest.approx(lever.swing.throw_n(lifted_n(structure, weighed, lever), 600))
    finding = judge_moving(CATALOGUE, structure, weighed, make_conditions(CATALOGUE))
    symbols = {step.symbol: step.quantity.value for step in finding.working}
    assert symbols["F_throw"] == pytest.approx(force, rel=1e-4)
    assert "F_lift" not in symbols
    assert symbols["Q"] + symbols["Q_f"] == pytest.approx(symbols["W"])


@given(st.sampled_from(WHEELED).flatmap(designs))
def test_what_the_rear_wheels_lift_is_what_the_far_end_does_not_carry(design):
    try:
        swung = change(CATALOGUE, design, {"gear": "levers", "pairs": 1})
    except OutOfRange:
        assume(False)
    structure = build(swung, CATALOGUE)
    weighed = mass(structure)
    lever = structure.levers[0]
    far = max(x for x, _ in structure.contacts)
    both = 2 * lifted_n(structure, weighed, lever)
    moment = weighed.fresh_kg * 9.81 * (far - weighed.fresh_centre[0])
    assert both * (far - lever.x_mm) == pytest.approx(moment, rel=1e-6)


def test_an_arm_too_short_is_refused_with_how_long_it_must_be():
    with pytest.raises(OutOfRange, match="at least 41 mm") as refused:
        swing_for(WHEEL, 60, 30, 100, 60)
    assert refused.value.field == "lever_arm"
    with pytest.raises(OutOfRange) as low:
        swing_for(CATALOGUE.wheels["plastic-6"], 70, 60, 30, 90)
    assert low.value.field in ("lever_rise", "lever_arm")
