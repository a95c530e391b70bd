"""Figures of the wind's reckoning that no whole pen shows apart, each tried by itself."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import date

import pytest

from ergamot.core.balance.case import stands_of
from ergamot.core.balance.verdicts import judge
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.weather.body import base_gaps
from ergamot.core.weather.chart import wind_chart
from ergamot.core.weather.cloth import cloth_holds
from ergamot.core.weather.holding import Holding, Strap, grips
from ergamot.core.weather.leaves import leaves
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
    """Two edges along the pen and two over its end arches, half their hold left."""
    hoop = built("hoop", roofed=1.0)
    strips = [replace(one, kg_m2=kg_m2) for one in hoop.panels if one.covering.key == "tarp"]
    xs = [corner[0] for panel in strips for corner in panel.corners]
    arch = sum(math.dist(panel.corners[0], panel.corners[1]) for panel in strips)
    edges = (2 * (max(xs) - min(xs)) + 2 * arch) / 1000
    assert cloth_holds(hoop, {"": strips})[""].worn_n == pytest.approx(edges * holds * 0.5)


def test_every_edge_of_a_cloth_holds_by_its_own_length():
    """A rear wall of tarp 2.13 × 0.61 m: all four edges on sticks, 1.0 kN/m, half of it left. It was measured along the pen
    alone, where an end wall has no length at all."""
    low = built("low-pen", wall_sheet="tarp", roof="tarp", height=609.6, width=2133.6)
    rear = next(one for one in low.panels if one.role == "rear wall")
    held = cloth_holds(low, {"rear": [rear]})["rear"]
    assert held.worn_n == pytest.approx(2 * (2.1336 + 0.6096) * 1000 * 0.5)
    stable = stands_of(low, mass(low), PLACE).poor
    tears = next(one for one in leaves(low, stable, 22.0) if one.role == "rear wall")
    assert tears.tears_ms == pytest.approx(math.sqrt(held.worn_n / tears.pull_m2 / 0.613) / stable.factor)
    assert tears.tears_ms > 22


def test_cloth_on_pipe_is_tied_by_grommets_300_apart():
    """On pipe no staple holds: a grommet 200 N light and 450 heavy, every 300 mm."""
    for roof, each in (("tarp", 200.0), ("vinyl", 450.0)):
        kit = built("pipe-kit", roof=roof)
        tarp = next(one for one in kit.panels if one.role == "tarp")
        edge = (
            sum(
                math.dist(a, b)
                for a, b in zip(tarp.corners, tarp.corners[1:] + tarp.corners[:1], strict=True)
            )
            / 1000
        )
        assert cloth_holds(kit, {"": [tarp]})[""].new_n == pytest.approx(edge / 0.3 * each)


def test_an_edge_over_wire_alone_is_tied_every_half_metre():
    hoop = built("hoop", roofed=0.5, length=3000.0)
    strips = [one for one in hoop.panels if one.covering.key == "tarp"]
    arch = sum(math.dist(panel.corners[0], panel.corners[1]) for panel in strips) / 1000
    held = cloth_holds(hoop, {"": strips})[""]
    assert held.tied_m == pytest.approx(arch)
    assert held.new_n == pytest.approx(held.battened_m * 1000 + arch / 0.5 * 200)


def test_what_is_rolled_up_hangs_by_its_upper_edge():
    coop = built("coop", wall_curtain="yes", curtain_of="tarp")
    side = next(one for one in coop.panels if one.hangs)
    xs = [x for x, _, _ in side.corners]
    held = cloth_holds(coop, {"": [side]})[""]
    assert held.worn_n == pytest.approx((max(xs) - min(xs)) / 1000 * 1000 * 0.5)


def test_what_tears_off_first_is_the_verdict():
    """Tied down fast, with side tarps that hang by their tops: they go before the pen does."""
    tied = {"anchors": 6, "anchor": "screw-760", "anchors_at": "round", "wall_curtain": "yes"}
    coop = built("coop", **tied)
    wind = judge(CATALOGUE, coop, FLOCK, PLACE).finding("wind")
    first = leaves(coop, stands_of(coop, mass(coop), PLACE).poor, PLACE.design_gust_ms)[0]
    assert first.role == "side tarp"
    assert (wind.ratio, wind.least) == pytest.approx((first.tears_ms / 22, first.new_ms / 22))
    assert first.new_ms == pytest.approx(math.sqrt(2) * first.tears_ms)
    assert wind.sentence.text("metric").startswith("the side tarp tears off at")
    told = {step.symbol: step.quantity.value for step in wind.working}
    assert told[wind.answer] == pytest.approx(wind.least if wind.falls_short else wind.ratio, rel=1e-4)
    bare = judge(CATALOGUE, built("coop", **{**tied, "wall_curtain": "no"}), FLOCK, PLACE).finding("wind")
    assert bare.rank > wind.rank


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
