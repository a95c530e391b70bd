"""Figures of the wind's reckoning that no whole pen shows apart, each tried by itself."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import date

import pytest

from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.weather.body import base_gaps
from ergamot.core.weather.chart import wind_chart
from ergamot.core.weather.holding import Holding, Strap, grips
from ergamot.core.weather.leaves import cloth_holds_n
from ergamot.core.weather.resistance import drag_per_pull
from ergamot.core.weather.snow import stays
from ergamot.core.weather.states import states
from tests.strategies import CATALOGUE

PLACE = make_conditions(CATALOGUE)
FLOCK = make_flock(CATALOGUE, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))


def built(shape, **values):
    return build(make_design(CATALOGUE, shape, values), CATALOGUE)


def test_straps_run_down_at_45_degrees():
    assert drag_per_pull(0.4) == pytest.approx(1.4 / math.sqrt(2))
    assert Strap((0.0, 0.0), 300.0).down_n == pytest.approx(300 / math.sqrt(2))


def test_anchors_hold_half_to_half_as_much_again():
    held = grips(Holding(70, (1.5, 0), 0.35, straps=(Strap((3.0, 1.0), 300.0),)), CATALOGUE.grounds["moist"])
    each = (held.poor, held.usual, held.firm)
    assert [one.straps[0].holds_n for one in each] == [150.0, 300.0, 450.0]
    assert [one.friction for one in each] == pytest.approx([0.35, 0.425, 0.5])


def test_one_acts_a_quarter_below_the_gust_it_stands():
    structure = built("low-pen")
    chart = wind_chart(CATALOGUE, structure, FLOCK, PLACE)
    assert chart.act_ms == pytest.approx(chart.states[0].stable.worst.least / 1.25)


@pytest.mark.parametrize(("kg_m2", "holds"), [(0.39, 1000.0), (0.41, 2500.0)])
def test_cloth_from_400_grams_is_heavy(kg_m2, holds):
    """Two battened edges along the pen, half their hold left."""
    strips = [
        replace(panel, kg_m2=kg_m2)
        for panel in built("hoop", roofed=1.0).panels
        if panel.covering.key == "tarp"
    ]
    xs = [corner[0] for panel in strips for corner in panel.corners]
    assert cloth_holds_n(strips) == pytest.approx(2 * (max(xs) - min(xs)) / 1000 * holds * 0.5)


def test_on_its_wheels_it_scrubs_across_and_rolls_along():
    holding = {one.key: one for one in states(built("low-pen", gear="levers"), FLOCK, PLACE)}
    raised = next(one.stable.holding for key, one in holding.items() if "wheel" in key or "raised" in key)
    assert raised.friction == 0.5
    assert raised.rolling in (None, 0.05)
    both = states(built("low-pen", gear="chassis"), FLOCK, PLACE)
    assert 0.05 in [one.stable.holding.rolling for one in both]


def test_snow_slides_from_15_to_70_degrees():
    assert stays(14.9) == 1.0
    assert stays(16.0) == pytest.approx(54 / 55)
    assert stays(69.0) == pytest.approx(1 / 55)


def test_ten_millimetres_are_left_under_the_rails():
    assert sum(vent.area_m2 for vent in base_gaps(3.0, 2.0)) == pytest.approx(10 * 0.010)
