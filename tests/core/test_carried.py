"""A pen tipped on its axle: what clears the grass, worked by hand and on any pen, and what drags."""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given

from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.gear.carried import carried
from ergamot.core.gear.haul import haul
from ergamot.core.gear.moving import judge_moving
from ergamot.core.gear.people import strength
from ergamot.core.gear.telling import told_of_tail
from tests.depth import examples
from tests.soundness import faults
from tests.strategies import CATALOGUE, designs

LOW = {"gear": "wheels", "wheel": "rubber-10"}


def low_pen(**values):
    return build(make_design(CATALOGUE, "low-pen", {**LOW, **values}), CATALOGUE)


def test_a_square_tail_digs_in_by_hand():
    """Axle 60 mm from the end, r 125; hands 3288 mm ahead of it at 577.6, carried at 760.

    θ = asin((760 − 125)/√(3288² + 452.6²)) − atan(452.6/3288) = 11.03° − 7.84° = 3.19°.
    The tail's foot, 60 behind and 125 below the axle: 125 − 60·sin θ − 125·cos θ = −3.15 mm.
    The cross rail's foot, 20 ahead: 125 + 20·sin θ − 125·cos θ = 1.31 mm.
    """
    found = carried(low_pen(tail="square"))
    assert found.deg == pytest.approx(3.19, abs=0.01)
    assert found.tail_mm == pytest.approx(-3.15, abs=0.01)
    assert found.rear_mm == pytest.approx(1.31, abs=0.01)
    assert found.drags == pytest.approx(0.315, abs=0.001)


def test_a_pen_as_it_is_proposed_at_first_does_not_dig_in():
    """Its tail is bevelled unless its keeper wants it square, whichever shape it is carried in."""
    for shape in SHAPES:
        structure = build(make_design(CATALOGUE, shape, {}), CATALOGUE)
        found = carried(structure)
        assert found is None or found.tail_mm > 0


def test_what_drags_is_pulled_as_its_working_says():
    structure = low_pen(tail="square")
    weighed = mass(structure)
    finding = judge_moving(CATALOGUE, structure, weighed, make_conditions(CATALOGUE))
    known = {step.symbol: step.quantity.value for step in finding.working}
    assert known["s_d"] == pytest.approx(carried(structure).drags, rel=1e-5)
    rolls = known["Q"] * ((1 - known["s_d"]) * known["Crr"] + known["s_d"] * known["mu"])
    assert known["F_roll"] == pytest.approx(rolls)
    can = strength(CATALOGUE, CATALOGUE.crews["man"], 0.6)
    wet = CATALOGUE.grounds["wet"]
    square, bevelled = (
        haul(one, mass(one), wet, 0, can).keep for one in (structure, low_pen(tail="bevelled"))
    )
    assert bevelled < square
    assert any("digs" in line.text("metric") for line in told_of_tail(structure))


def test_a_bevelled_tail_an_axle_behind_and_a_low_hold_clear_25_mm():
    """A hoop held at 450: θ 5.35°; its cross rail 300 mm ahead of the axle clears 300·sin θ + 125·(1 − cos θ) = 28.5."""
    values = {**LOW, "tail": "bevelled", "axle_back": 300, "hold_height": 450}
    structure = build(make_design(CATALOGUE, "hoop", values), CATALOGUE)
    found = carried(structure)
    turn = math.radians(found.deg)
    assert found.rear_mm == pytest.approx(300 * math.sin(turn) + 125 * (1 - math.cos(turn)), abs=0.01)
    assert found.clear_mm >= 25
    assert list(told_of_tail(structure)) == []
    assert faults(structure) == ()


@examples(3)
@given(designs(gear=["wheels", "bolt-on"]))
def test_on_any_pen_a_bevel_clears_the_tail_and_changes_nothing_else_of_the_frame(design):
    try:
        square, bevelled = (
            build(change(CATALOGUE, design, {"tail": tail}), CATALOGUE) for tail in ("square", "bevelled")
        )
    except OutOfRange:
        assume(False)
    assert faults(bevelled) == ()
    assert carried(bevelled).tail_mm > carried(square).tail_mm
    assert mass(bevelled).fresh_kg < mass(square).fresh_kg
    assert [m.role for m in bevelled.members] == [m.role for m in square.members]
    rails = [m for m in bevelled.members if m.role == "base side rail"]
    for rail in rails:
        assert 2 * rail.cuts[0].angle_deg == pytest.approx(round(2 * rail.cuts[0].angle_deg))
    assert min(x for x, _ in bevelled.contacts) > 0
