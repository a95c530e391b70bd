"""What the Wind verdict prints comes to the gust it is judged by, whichever way the pen would go; and its edges."""

from __future__ import annotations

import math
from dataclasses import replace
from types import SimpleNamespace

import numpy as np
import pytest

from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.weather.anchors import fewest
from ergamot.core.weather.body import wind_body
from ergamot.core.weather.holding import Holding, Strap, parked
from ergamot.core.weather.states import rolled_up, states
from ergamot.core.weather.threshold import Stands, as_good_as, stability, thresholds
from ergamot.core.weather.verdict import judge_wind
from tests.core.test_anchors import FLOCK
from tests.strategies import CATALOGUE

FARM = make_conditions(CATALOGUE)


def pen(shape: str = "coop", **values):
    return build(make_design(CATALOGUE, shape, values), CATALOGUE)


def test_gusts_that_differ_by_less_than_a_millionth_are_alike():
    assert as_good_as(14.31234567) == 14.312346


def standing(structure, mass_kg: float, friction: float, at=None):
    x, y = at or (structure.body.x[1] / 2000, 0.0)
    return stability(wind_body(structure), Holding(mass_kg, (x, y), friction), 0.03)


@pytest.mark.parametrize(
    ("shape", "mass_kg", "friction", "mode"),
    [
        ("coop", 200, 0.2, "slides"),
        ("coop", 200, 1.0, "tips"),
        ("a-frame", 90, 1.0, "tips"),
        ("low-pen", 40, 0.3, "slides"),
    ],
)
def test_the_printed_working_comes_to_the_gust(shape, mass_kg, friction, mode):
    structure = pen(shape)
    beside = 0.8 * structure.body.y[1] / 1000 if mode == "tips" else 0.0
    stable = standing(structure, mass_kg, friction, (structure.body.x[1] / 2000, beside))
    assert stable.worst.mode == mode
    found = judge_wind(Stands(stable, stable, stable), FARM)
    known = {step.symbol: step.quantity.value for step in found.working}
    assert known["V10"] == pytest.approx(stable.worst.least, rel=1e-4)
    assert known["q"] == pytest.approx(0.613 * (stable.worst.least * stable.factor) ** 2, rel=2e-4)
    assert found.ratio == pytest.approx(stable.worst.least / FARM.design_gust_ms, rel=1e-4)
    pushes = [symbol for symbol in known if symbol[0] == "P" and symbol[1:].isdigit()]
    assert pushes == [f"P{i}" for i in range(1, len(stable.loads.body.surfaces) + 1)]
    if mode == "tips":
        arms = sum(
            known[f"P{symbol[1:]}"] * known[symbol]
            for symbol in known
            if symbol[0] == "a" and symbol[1:].isdigit()
        )
        assert known["M"] == pytest.approx(arms, rel=1e-4)
        assert known["H"] == pytest.approx(9.81 * mass_kg * known["b"], rel=1e-4)


def test_a_pen_that_lifts_first_by_hand():
    """A roof alone over ground it cannot slide or tip on: q = W over its uplift for 1 Pa."""
    structure = pen("low-pen", roofed=1.0)
    stable = standing(structure, 20, 1.0)
    only = tuple(replace(one, tip=math.inf, slide=math.inf) for one in stable.gusts)
    vars(stable).update(gusts=only, worst=min(only, key=lambda one: one.lift))
    known = {
        step.symbol: step.quantity.value for step in judge_wind(Stands(stable, stable, stable), FARM).working
    }
    uplift = stable.loads.uplift[stable.worst.case]
    assert known["q"] == pytest.approx(20 * 9.81 / uplift, rel=1e-4)
    assert known["V10"] == pytest.approx(stable.worst.lift, rel=1e-4)


@pytest.mark.parametrize(("wider", "told"), [(1.04, False), (1.06, True)])
def test_a_band_narrower_than_a_twentieth_is_not_told(wider, told):
    structure = pen("low-pen")
    low = standing(structure, 60, 0.3)
    high = standing(structure, 60 * wider**2, 0.3)  # gusts go with the root of what holds
    found = judge_wind(Stands(low, low, high), FARM)
    assert (found.band is not None) == told
    if found.band:
        assert found.band == pytest.approx((low.worst.least / 22, high.worst.least / 22), rel=1e-5)


def test_a_kind_that_cannot_hold_tells_where_its_pairs_would_stand():
    structure = pen("coop")
    stable = standing(structure, 20, 0.2)
    weak = replace(CATALOGUE.anchors["rebar"], hold_n=10.0)
    (found,) = fewest(stable, 40.0, [weak], CATALOGUE.grounds["moist"], structure.contacts)
    assert found.pairs is None
    assert len(found.places) == 12
    assert found.pull_n > found.holds_n


def test_one_side_rolled_up_bares_the_mesh_of_that_side_alone():
    structure = pen("hoop", roofed=1.0)
    under = {panel.ref for panel in structure.panels if panel.under}
    left = rolled_up(structure, 1)
    bared = under - {panel.ref for panel in left.panels if panel.under}
    assert bared
    assert {panel.ref for panel in structure.panels if panel.ref in bared and panel.normal[1] < -0.1} == set()
    assert {panel.ref for panel in left.panels if panel.under} == under - bared
    assert all(panel.rolls for panel in structure.panels if panel.ref not in {one.ref for one in left.panels})


def test_a_bent_roofs_mesh_lets_air_through_as_bent():
    body = wind_body(pen("hoop", roofed=0.5))
    bent = [
        one.arch
        for one in body.surfaces
        if one.arch and not one.is_sheet and not one.under and not one.outside
    ]
    assert bent
    assert [vent.arch for vent in body.vents if vent.arch] == bent


@pytest.mark.parametrize("shape", ["low-pen", "coop"])
def test_raised_it_stands_on_its_tyres_by_hand(shape):
    structure = pen(shape, gear="boards")
    weighed = mass(structure)
    raised = next(one for one in states(structure, FLOCK, FARM) if one.key == "raised").stable
    x, y, _ = weighed.dry_centre
    assert raised.holding.centre_m == (x / 1000, y / 1000)
    assert raised.holding.mass_kg == weighed.dry_kg
    ways = ((0, 1, 0), (0, -1, 0), (1, 0, 0), (-1, 0, 0))
    under = raised.loads.body.vents[-6 if raised.loads.body.mouth else -4 :]
    gaps = [sum(vent.area_m2 for vent in under if vent.normal == way) for way in ways]
    long, wide = ((high - low) / 1000 for low, high in (structure.body.x, structure.body.y))
    rise = structure.axle.rise_mm / 1000
    assert gaps == pytest.approx([long * rise, long * rise, wide * rise, wide * rise])
    shut = parked(structure, weighed, FARM.holding_ground)
    assert raised.holding.friction == 0.5 != shut.friction


def test_a_pen_lifted_off_its_rails_has_no_grip_rather_than_less_than_none():
    """1 m² pushed across and 4 m² of uplift, 100 N of pen, one strap of 1000 N against the wind: at 707 Pa its straps
    give way, long after the wind has taken its weight off the rails (2828 N of 807), others holding it down."""
    up_wind = np.array([[1.0, 0.0], [1.0, 0.0]])
    total = np.array([[-1.0, 0.0, 4.0]] * 2)
    loads = SimpleNamespace(
        up_wind=up_wind,
        total=total,
        uplift=total[:, 2],
        sliding=lambda friction: np.full(2, 1.0 + 4.0 * friction),
        edges=(((0.0, -9.0), (0.0, 9.0)),),
        arms=lambda places: np.zeros((1, len(places))),
        tipping=np.zeros((1, 2)),
    )
    away = tuple(Strap((1.0, side), 9000.0, (0.0, side)) for side in (1.0, -1.0))
    straps = (Strap((1.0, 0.0), 1000.0, (1.0, 0.0)), *away)
    for friction in (0.3, 0.4, 0.6):
        (gust,) = thresholds(loads, Holding(100 / 9.81, (1.0, 0.0), friction, straps=straps), 1.0).gusts
        assert gust.gripless
        assert gust.slide == pytest.approx((707.1 / 0.613) ** 0.5, rel=1e-3)
