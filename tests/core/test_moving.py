"""Moving: the worked pen on an axle, people together, and how effort follows the design."""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.farm.rolling import RESISTANCE, WHEEL_NUMBER
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.gear.carried import carried
from ergamot.core.gear.effort import LARGEST_BUMP, LIFT
from ergamot.core.gear.haul import haul
from ergamot.core.gear.moving import judge_moving
from ergamot.core.gear.people import Able, strength, together, zone_of
from ergamot.core.gear.tasks import Task
from tests.core.oracles import bump_force
from tests.depth import examples
from tests.strategies import CATALOGUE, designs

WET = CATALOGUE.grounds["wet"]


def test_the_worked_pen_on_its_axle():
    """80 kg, centre 1.35, axle 0.15, handle 3.0: 784.8·1.2/2.85 = 330.4 N; the axle takes 454.4 N.

    Whole pen by hand, 31.83 kg, centre 0.969, axle 0.15, handle 2.4: lift 113.6, axle 198.7 N.
    """
    lift = LIFT.of(W=80 * 9.81, x_cg=1.35, x_axle=0.15, x_hand=3.0)
    assert (lift, 784.8 - lift) == (pytest.approx(330.4, abs=0.1), pytest.approx(454.4, abs=0.1))
    small = LIFT.of(W=31.83 * 9.81, x_cg=0.969, x_axle=0.15, x_hand=2.4)
    assert (small, 31.83 * 9.81 - small) == (pytest.approx(113.6, abs=0.1), pytest.approx(198.7, abs=0.2))


@pytest.mark.parametrize(
    ("diameter", "width", "crr", "bump"),
    [(0.150, 0.040, 0.222, 606), (0.250, 0.050, 0.127, 389), (0.400, 0.080, 0.074, 282)],
)
def test_wheels_of_the_worked_pen_on_wet_ground(diameter, width, crr, bump):
    """Two wheels, CI 250 kPa, 227.2 N each (Wismer & Luth); a 30 mm ridge across both."""
    number = WHEEL_NUMBER.of(CI=250e3, b=width, r=diameter / 2, N=227.2)
    assert RESISTANCE.of(Cn=number) == pytest.approx(crr, abs=0.0005)
    assert bump_force(454.4, 0.030, diameter / 2) == pytest.approx(bump, abs=0.6)


def test_the_worked_pen_on_skids():
    """80 kg at 0.45: 353 N to keep, 424 N to start (first pull × 1.2)."""
    assert (pytest.approx(353, abs=0.5), pytest.approx(424, abs=0.5)) == (0.45 * 784.8, 1.2 * 0.45 * 784.8)


@given(st.floats(1, 2000), st.floats(1, 2000), st.floats(0.05, 0.4))
def test_the_largest_bump_is_the_one_that_takes_all_the_force(force, load, radius):
    height = LARGEST_BUMP.of(can_start=force + 40, F_slope=40, N=load, r=radius) / 1000
    assert 0 <= height < radius
    assert bump_force(load, height, radius) == pytest.approx(force, rel=1e-6)


def test_no_wheel_climbs_a_bump_as_high_as_its_axle():
    assert bump_force(100, 0.125, 0.125) == math.inf
    assert bump_force(100, 0.2, 0.125) == math.inf


@given(st.lists(st.floats(40, 250), min_size=1, max_size=3))
def test_people_together_do_no_more_than_their_sum_and_no_less_than_the_strongest(figures):
    assert max(figures) <= together(figures) <= sum(figures)
    for i in range(len(figures)):
        if len(figures) > 1:
            assert together(figures[:i] + figures[i + 1 :]) <= together(figures)


def test_a_third_who_is_weak_stands_by():
    """200 + 130 give 220; with 80 more, half of 410 is 205: the two lift, the third watches."""
    assert together([200, 130, 80]) == pytest.approx(220)
    assert together([200, 200, 200]) == 300


def test_hands_change_zone_at_the_heights_of_the_guidance():
    assert [zone_of(h) for h in (0.2, 0.25, 0.3, 0.75, 0.9, 1.2)] == [0, 0, 1, 1, 2, 3]
    assert strength(CATALOGUE, CATALOGUE.crews["teenager"], 0.58).lift == Able(80, 80)
    with pytest.raises(OutOfRange):
        zone_of(1.6)


@given(designs(), st.floats(0, 25))
def test_hauling_any_pen(design, slope):
    structure = build(design, CATALOGUE)
    weighed = mass(structure)
    can = strength(CATALOGUE, CATALOGUE.crews["two-men"], min(1.4, structure.grip.z_mm / 1000))
    dry, wet = (haul(structure, weighed, CATALOGUE.grounds[g], slope, can) for g in ("dry", "wet"))
    for moved in (dry, wet):
        assert moved.start >= moved.keep > 0
        if structure.axle:
            if structure.front_axle is None:
                whole = weighed.fresh_kg + structure.axle.rides_kg
                assert moved.lift + moved.axle == pytest.approx(whole * 9.81, rel=1e-5)
            else:
                assert moved.lift == moved.carry == 0
            assert moved.bump is not None
            assert 0 <= moved.bump < structure.axle.radius_mm / 1000
    if structure.axle:
        assert wet.keep >= dry.keep
    steeper = haul(structure, weighed, WET, min(25.0, slope + 5), can)
    assert steeper.keep >= wet.keep


@given(designs(), st.sampled_from(list(CATALOGUE.crews)))
def test_the_moving_verdict_is_the_least_of_its_parts(design, crew):
    structure = build(design, CATALOGUE)
    finding = judge_moving(CATALOGUE, structure, mass(structure), make_conditions(CATALOGUE, crew=crew))
    asked = {f"r_{task}" for task in Task}
    parts = [s.quantity.value for s in finding.working if s.symbol in asked]
    assert finding.ratio == pytest.approx(min(parts))
    carried = structure.axle is not None and structure.front_axle is None
    put_under = structure.axle is not None and bool(structure.axle.put_under)
    ways = [
        s.symbol for s in finding.working if s.symbol in {f"r_{one}" for one in (Task.HUMP, Task.PASSAGE)}
    ]
    work = 2 + (structure.axle is not None) + 2 * carried + bool(structure.levers) + put_under
    assert len(parts) == work + len(ways)


@examples(2)
@given(designs(gear=["wheels"]))
def test_a_smaller_wheel_never_rolls_easier_under_its_load(design):
    shares = []
    for wheel in ("plastic-6", "rubber-10", "barrow-16"):
        structure = build(
            make_design(CATALOGUE, design.shape, {**design.values, "wheel": wheel, "tail": "bevelled"}),
            CATALOGUE,
        )
        assume(carried(structure).drags == 0)
        can = strength(CATALOGUE, CATALOGUE.crews["man"], 0.6)
        moved = haul(structure, mass(structure), WET, 0, can)
        shares.append(moved.keep / moved.axle)
    assert shares == sorted(shares, reverse=True)


def test_mixed_limits_of_place_are_refused():
    for wrong in (
        {"slope_percent": 60},
        {"design_gust_ms": 0},
        {"heaviest_kg": float("nan")},
        {"months_c": (1.0,)},
    ):
        with pytest.raises(OutOfRange) as refused:
            make_conditions(CATALOGUE, **wrong)
        assert refused.value.field == next(iter(wrong))


@given(designs(), st.sets(st.sampled_from(list(CATALOGUE.crews)), min_size=1, max_size=4))
def test_the_weakest_of_those_who_must_manage_rules(design, crews):
    structure = build(design, CATALOGUE)
    weighed = mass(structure)
    alone = [
        judge_moving(CATALOGUE, structure, weighed, make_conditions(CATALOGUE, crew=crew)) for crew in crews
    ]
    first, *others = sorted(crews)
    together = judge_moving(
        CATALOGUE, structure, weighed, make_conditions(CATALOGUE, crew=first, also=others)
    )
    assert together.rank == min(one.rank for one in alone)
    assert together.least == pytest.approx(min(one.least for one in alone)) or together.least >= 1
    if together.band:
        low, high = together.band
        assert low <= together.ratio * (1 + 1e-4)
        assert together.ratio <= high * (1 + 1e-4)
        assert together.band_words is not None
