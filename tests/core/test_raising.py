"""Wheels put under a pen: what it takes to raise an end, and a chassis that steers."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.drawing.model import model
from ergamot.core.drawing.views import view
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.gear.chart import moving_chart
from ergamot.core.gear.haul import haul, movers_strength
from ergamot.core.gear.moving import cautions, judge_moving
from ergamot.core.gear.people import Able
from ergamot.core.gear.raising import JACK_RATED_N, LEVER_GAIN, raising
from ergamot.core.gear.telling import told
from ergamot.core.units import G
from tests.depth import examples
from tests.strategies import CATALOGUE, WHEELED

PLACE = make_conditions(CATALOGUE)
LOOSE = st.sampled_from(["dolly", "frame", "chassis"])


def pen(shape: str = "low-pen", **values):
    return build(make_design(CATALOGUE, shape, values), CATALOGUE)


def raised(structure, crew: str = "man"):
    can = movers_strength(CATALOGUE, structure, CATALOGUE.crews[crew])
    return raising(structure, mass(structure), can)


@examples(4, deadline=None)
@given(shape=st.sampled_from(WHEELED), gear=LOOSE)
def test_the_same_corner_is_raised_three_ways(shape, gear):
    by = {way: raised(pen(shape, gear=gear, put_under=way)) for way in ("lever", "jack", "hands")}
    corner = by["jack"].corner_n
    assert all(one.corner_n == pytest.approx(corner) for one in by.values())
    assert by["jack"].takes_n == pytest.approx(corner)
    assert by["lever"].takes_n == pytest.approx(corner / LEVER_GAIN)
    assert by["hands"].takes_n == pytest.approx(2 * corner)
    assert 0 < corner < mass(pen(shape, gear=gear)).fresh_kg * G / 2
    assert by["jack"].can == Able(JACK_RATED_N, JACK_RATED_N)


def test_four_corners_weigh_the_pen_when_taken_hold_of_at_its_very_ends():
    """Half the rear's share and half the front's, twice each, is the whole: moments about either end."""
    structure = pen(gear="frame", axle=50.0)
    weighed = mass(structure)
    long = max(x for x, _ in structure.contacts)
    x = weighed.fresh_centre[0]
    rear = weighed.fresh_kg * G * (long - x) / (long - 50) / 2
    front = weighed.fresh_kg * G * x / (long - 50) / 2
    assert raised(structure).corner_n == pytest.approx(max(rear, front))


@pytest.mark.parametrize("gear", ["skids", "wheels", "bolt-on", "levers", "boards"])
def test_what_stays_on_the_pen_is_not_put_under(gear):
    assert raised(pen(gear=gear)) is None


@pytest.mark.parametrize(("crew", "low"), [("man", 100.0), ("teenager", 40.0), ("quad", 70.0)])
def test_bare_hands_are_low_at_the_rails(crew, low):
    """HSE INDG143 below the knee: a man 10 kg, a woman 7; three fifths of hers for a teenager."""
    assert raised(pen(gear="dolly", put_under="hands"), crew).can.good == low


def test_hands_fail_where_a_bar_does_it_and_the_working_says_so():
    place = make_conditions(CATALOGUE, crew="pickup")
    found = {}
    for way in ("hands", "lever"):
        structure = pen("coop", gear="chassis", put_under=way, wheel="barrow-16")
        found[way] = judge_moving(CATALOGUE, structure, mass(structure), place)
    assert found["hands"].verdict == "short"
    assert "raise an end" in found["hands"].sentence.text("metric")
    assert found["lever"].ratio > found["hands"].ratio
    known = {step.symbol: step.quantity.value for step in found["lever"].working}
    assert known["F_raise"] == pytest.approx(known["N_c"] / LEVER_GAIN, rel=1e-4)
    assert known["r_raise"] == pytest.approx(150 / known["F_raise"], rel=1e-4)


def test_a_chassis_steers_round_in_its_tightest_circle():
    """Axles 3 m apart, front turned 60°: 3/tan 60° = 1.732 m from the middle of the turn to the middle of the rear."""
    structure = pen(gear="chassis", length=3200.0, width=1800.0, axle=100.0)
    apart = structure.front_axle.x_mm - structure.axle.x_mm
    assert apart == pytest.approx(3000)
    chart = moving_chart(CATALOGUE, structure, mass(structure), PLACE, 0.0)
    ahead = structure.body.x[1] / 1000 - 0.1
    assert chart.swing_radius == pytest.approx(math.hypot(ahead, 1.732 + 0.9), abs=0.001)
    straight = moving_chart(CATALOGUE, (same := pen(gear="frame")), mass(same), PLACE, 0.0)
    assert chart.turn_force < straight.turn_force / 5
    said = [line.text("metric") for line in told(structure, chart, PLACE)]
    assert any("steers round within" in line for line in said)
    assert any("birds walk out" in line for line in said)


def test_rails_clear_the_wheels_that_turn_under_them():
    for key, wheel in CATALOGUE.wheels.items():
        structure = pen(gear="chassis", wheel=key)
        for axle in (structure.axle, structure.front_axle):
            assert axle.rise_mm >= wheel.diameter_mm + 20


def test_a_chassis_is_pulled_with_its_own_weight_and_nothing_is_carried():
    structure = pen(gear="chassis")
    weighed = mass(structure)
    can = movers_strength(CATALOGUE, structure, PLACE.crew)
    flat = haul(structure, weighed, PLACE.moving_ground, 0.0, can)
    steep = haul(structure, weighed, PLACE.moving_ground, 10.0, can)
    rides = structure.axle.rides_kg + structure.front_axle.rides_kg
    assert flat.lift == flat.carry == 0
    uphill = (weighed.fresh_kg + rides) * G * math.sin(math.atan(0.1))
    assert steep.keep - flat.keep == pytest.approx(uphill)
    assert not any(member.role == "handle" for member in structure.members)


def test_a_pen_too_short_for_two_axles_is_refused_by_name():
    with pytest.raises(OutOfRange) as refused:
        pen(gear="chassis", length=1500.0, axle=500.0)
    assert refused.value.field == "axle"


def test_cautions_follow_the_way_it_is_moved():
    towed = make_conditions(CATALOGUE, also=("quad",))
    assert not any("jack" in line for line in cautions(pen(), PLACE))
    assert any("jack" in line for line in cautions(pen(gear="chassis"), PLACE))
    assert any("Towing" in line for line in cautions(pen(), towed))


@pytest.mark.parametrize("gear", ["dolly", "frame", "chassis"])
@pytest.mark.parametrize("wheel", list(CATALOGUE.wheels))
def test_loose_wheels_clear_every_rail_and_wait_behind_the_pen(gear, wheel):
    """Under rails that are lifted over them, or beside the rails by at least 5 mm; drawn behind while it stands."""
    structure = pen(gear=gear, wheel=wheel)
    half = structure.body.y[1]
    loose = [item for item in structure.hardware if item.role == "loose wheel"]
    assert len(loose) == (2 if gear == "dolly" else 4)
    for item in loose:
        across, wide = item.size_mm
        beside = abs(item.place[1]) - wide / 2 - half
        over = structure.axle.rise_mm - across
        assert beside >= 5 or over >= 20
    drawn = [part for part in model(structure) if part.role == "loose wheel"]
    assert len(drawn) == len(loose)
    assert all(max(x for x, _, _ in part.corners) < 0 for part in drawn)
    assert not any(outline.role == "loose wheel" for outline in view(structure, "plan").outlines)
    chart = moving_chart(CATALOGUE, structure, mass(structure), PLACE, 0.0)
    widest = max(abs(item.place[1]) + item.size_mm[1] / 2 for item in loose)
    assert chart.passage_width >= 2 * widest / 1000
