"""What a moving chart and its sentences do at their edges, by hand."""

from __future__ import annotations

import pytest

from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.gear.carried import carried
from ergamot.core.gear.chart import moving_chart
from ergamot.core.gear.haul import haul, least_of, movers_strength, ratios_of
from ergamot.core.gear.moving import judge_moving
from ergamot.core.gear.people import recommended_n
from ergamot.core.gear.telling import told
from tests.strategies import CATALOGUE


def on(shape: str = "low-pen", farm=None, **values):
    structure = build(make_design(CATALOGUE, shape, values), CATALOGUE)
    farm = farm or make_conditions(CATALOGUE)
    return structure, mass(structure), moving_chart(CATALOGUE, structure, mass(structure), farm, 40.0)


def said(structure, chart, farm) -> str:
    return "; ".join(line.text("metric") for line in told(structure, chart, farm))


@pytest.mark.parametrize("field", ["height_cm", "travel_cm"])
def test_hands_reach_from_the_ground_to_175_cm(field):
    given = {"reach_cm": 30.0, "height_cm": 70.0, "travel_cm": 30.0}
    assert recommended_n(**{**given, field: 175.0}) > 0
    for beyond in (175.5, -0.5):
        with pytest.raises(OutOfRange):
            recommended_n(**{**given, field: beyond})


def test_a_hump_as_high_as_it_clears_passes():
    structure, _, chart = on(gear="boards")
    assert chart.clears_hump is not None
    for more, words in ((0.0, "it clears yours"), (0.5, "yours is more: it touches")):
        farm = make_conditions(CATALOGUE, hump_mm=1000 * chart.clears_hump + more)
        assert words in said(structure, chart, farm)


@pytest.mark.parametrize(("shape", "house"), [("low-pen", False), ("coop", True)])
def test_birds_ride_only_where_there_is_a_house(shape, house):
    farm = make_conditions(CATALOGUE)
    structure, _, chart = on(shape, gear="wheels", **({"house": "yes"} if house else {}))
    assert ("riding in the house" in said(structure, chart, farm)) == house


@pytest.mark.parametrize("gear", ["skids", "dolly", "chassis", "frame"])
def test_what_is_not_carried_clears_nothing_by_being_carried(gear):
    structure, _, _ = on(gear=gear, **({"pairs": 2} if gear == "dolly" else {}))
    assert (carried(structure) is None) == (not structure.carried or structure.axle is None)


def test_level_figures_are_of_level_ground_whatever_the_slope():
    farm = make_conditions(CATALOGUE, slope_percent=12.0)
    structure, weighed, chart = on(farm=farm, gear="wheels")
    can = movers_strength(CATALOGUE, structure, farm.crew)
    for one in chart.grounds:
        level = haul(structure, weighed, one.ground, 0.0, can)
        assert (one.start_level, one.keep_level) == (level.start, level.keep)
        assert one.keep_down == pytest.approx(2 * level.keep - one.up.keep)
    keep = haul(structure, weighed, farm.moving_ground, 0.0, can).keep
    arm = (structure.grip.x_mm - structure.axle.x_mm) / 1000
    load = weighed.fresh_kg * 9.81 - haul(structure, weighed, farm.moving_ground, 0.0, can).lift
    wide = (structure.body.y[1] - structure.body.y[0]) / 1000
    spun = 0.5 * load * structure.axle.wheel.width_mm / 1000 / 4
    assert chart.turn_force == pytest.approx((spun + keep * wide / 2) / arm, rel=1e-4)


def test_a_drawbar_spins_the_front_tyres_by_its_own_length():
    """0.5 on what the front carries, a tyre's width over four, at the end of the drawbar."""
    structure, weighed, chart = on("coop", gear="chassis")
    rear, front = structure.axle, structure.front_axle
    assert front is not None
    assert front.turns_deg > 0
    weight = weighed.fresh_kg * 9.81
    carries = (
        weight * (weighed.fresh_centre[0] - rear.x_mm) / (front.x_mm - rear.x_mm) + 9.81 * front.rides_kg
    )
    drawbar = (structure.grip.x_mm - front.x_mm) / 1000
    by_hand = 0.5 * carries * front.wheel.width_mm / 1000 / 4 / drawbar
    assert chart.turn_force == pytest.approx(by_hand, rel=1e-6)


@pytest.mark.parametrize("crew", ["man", "man-woman"])
def test_the_band_of_moving_is_the_soil_at_six_tenths_and_half_as_much_again(crew):
    farm = make_conditions(CATALOGUE, crew=crew, slope_percent=5.0)
    structure, weighed, _ = on(gear="wheels", wheel="air-10")
    can = movers_strength(CATALOGUE, structure, farm.crew)
    low, high = (
        least_of(
            ratios_of(haul(structure, weighed, farm.moving_ground, 5.0, can, firmness=share).over(farm))
        ).good
        for share in (0.6, 1.5)
    )
    found = judge_moving(CATALOGUE, structure, weighed, farm)
    if high < 1.05 * low:
        assert found.band is None
    else:
        assert found.band == pytest.approx((low, high))
