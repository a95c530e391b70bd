"""Straps to the ground, ballast instead, and the pen in its other states."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.frame.parts.anchorage import MOST_PAIRS, anchor_places
from ergamot.core.weather.anchors import ballast_kg, fewest, pull_on_each, shortfall
from ergamot.core.weather.body import wind_body
from ergamot.core.weather.chart import heading_for, wind_chart
from ergamot.core.weather.holding import Holding, Strap, parked
from ergamot.core.weather.snow import snow_kg, snow_pa, stays
from ergamot.core.weather.states import rolled_up, states
from ergamot.core.weather.threshold import stability
from tests.core.test_wind import box
from tests.strategies import CATALOGUE, designs

PLACE = make_conditions(CATALOGUE)
FLOCK = make_flock(CATALOGUE, "layer-hybrid", 12, date(2026, 1, 1), date(2026, 5, 1), date(2026, 9, 1))
CORNERS = ((3.0, -1.0), (3.0, 1.0), (0.0, -1.0), (0.0, 1.0))


def test_what_the_box_with_an_open_end_lacks_at_25():
    """Gust 25 at 10 m is 17.0 at 0.6 m: q 177.7. Tips about the far short edge at 11.0 local: demand per q
    686.7·1.5/(0.613·11.0²) = 13.87, so 177.7·13.87 − 1030 = 1435 N m, over two corners 3 m from the edge
    239 N down each. Slides at 9.5: (309.0/55.5)·177.7 − 309.0 = 681 N."""
    body = box(hole=True)
    stable = stability(body, Holding(70, (1.5, 0), 0.45), 0.03)
    lacks = shortfall(stable, 25)
    far_edge = next(i for i, edge in enumerate(stable.loads.edges) if all(x == 0 for x, _ in edge))
    assert lacks.tip[far_edge][0] / (2 * 3.0) == pytest.approx(239, abs=1)
    # held back level, friction no longer helped by weight the wind takes: D + μL less μW
    assert lacks.slide[0] == pytest.approx(681, abs=1)


@pytest.mark.parametrize("pairs", range(6))
def test_more_anchors_never_lower_the_gust_it_stands(pairs):
    held = [Strap(place, 300.0, (math.sqrt(0.5), math.sqrt(0.5))) for place in CORNERS * 3]
    stands = [
        stability(box(hole=True), Holding(70, (1.5, 0), 0.45, straps=tuple(held[: 2 * n])), 0.03)
        for n in (pairs, pairs + 1)
    ]
    for fewer, more in zip(stands[0].gusts, stands[1].gusts, strict=True):
        for mode in ("tip", "slide", "lift"):
            assert getattr(more, mode) >= getattr(fewer, mode) - 1e-9


@pytest.mark.parametrize("gust", [20.0, 25.0, 35.0])
def test_the_fewest_hold_and_one_pair_less_do_not(gust):
    body = box(hole=True)
    bare = stability(body, Holding(70, (1.5, 0), 0.45), 0.03)
    contacts = tuple((1000 * x, 1000 * y) for x, y in body.contacts)
    ground = CATALOGUE.grounds["moist"]
    (tying,) = fewest(bare, gust, [CATALOGUE.anchors["t-post"]], ground, contacts)
    assert tying.pairs
    stakes = anchor_places(contacts, tying.pairs, tying.layout)
    assert tuple(one.place for one in stakes) == tying.places

    def straps(pull: float) -> tuple[Strap, ...]:
        return tuple(Strap((one.place[0] / 1000, one.place[1] / 1000), pull, one.away) for one in stakes)

    tied = replace(bare.holding, straps=straps(tying.pull_n))
    # pulled no harder than told, they hold in just this gust: told and stood by two roads
    assert stability(body, tied, 0.03).worst.least == pytest.approx(gust, rel=1e-6)
    slack = replace(bare.holding, straps=straps(tying.pull_n * 0.98))
    assert stability(body, slack, 0.03).worst.least < gust


@given(designs(), st.floats(16, 40))
def test_ballast_holds_any_pen_in_the_gust_it_was_reckoned_for(design, gust):
    structure = build(design, CATALOGUE)
    body = wind_body(structure)
    held = parked(structure, mass(structure), PLACE.holding_ground, tied=False)
    bare = stability(body, held, 0.03)
    kg = ballast_kg(bare, gust)
    x, y = body.middle
    whole = held.mass_kg + kg
    centre = tuple((held.mass_kg * a + kg * b) / whole for a, b in zip(held.centre_m, (x, y), strict=True))
    loaded = stability(body, Holding(whole, centre, held.friction), 0.03)
    assert loaded.worst.least >= gust * (1 - 1e-6)
    if kg > 1:
        assert bare.worst.least < gust


def test_no_anchor_helps_where_there_is_none():
    body = box(hole=True)
    bare = stability(body, Holding(70, (1.5, 0), 0.45), 0.03)
    assert pull_on_each(bare, shortfall(bare, 25), ()) == math.inf
    assert pull_on_each(bare, shortfall(bare, 5), ()) == 0


def test_a_design_with_anchors_stands_more_and_weighs_no_more_to_move():
    loose, tied = (
        build(make_design(CATALOGUE, "low-pen", {"anchors": pairs, "anchors_at": "round"}), CATALOGUE)
        for pairs in (0, 2)
    )
    assert len(tied.anchors) == 4
    assert mass(tied).fresh_kg == mass(loose).fresh_kg
    gusts = [
        stability(wind_body(one), parked(one, mass(one), PLACE.holding_ground), 0.03).worst.least
        for one in (loose, tied)
    ]
    assert gusts[1] > 1.3 * gusts[0]


def test_what_ties_a_pen_is_counted_on_for_half_of_what_it_is_told_to_hold():
    """In one spot and another an anchor holds from half to one and a half of its figure."""
    structure = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
    tyings = wind_chart(CATALOGUE, structure, FLOCK, PLACE).tyings
    assert tyings
    for one in tyings:
        assert one.holds_n == pytest.approx(0.5 * one.row.hold_n * PLACE.holding_ground.anchor_factor)


@given(designs())
def test_every_state_of_any_pen_is_told_in_figures(design):
    structure = build(design, CATALOGUE)
    found = states(structure, FLOCK, PLACE)
    assert found[0].key == "parked"
    assert len({one.key for one in found}) == len(found)
    for one in found:
        for gust in one.stable.gusts:
            assert not any(math.isnan(value) for value in (gust.tip, gust.slide, gust.lift))
            assert gust.least > 0
    heavier = [one for one in found if one.key in ("snow", "birds-in")]
    for one in heavier:
        assert one.stable.holding.mass_kg > found[0].stable.holding.mass_kg
    chart = wind_chart(CATALOGUE, structure, FLOCK, PLACE)
    assert chart.act_ms < found[0].stable.worst.least
    assert [leaf.tears_ms for leaf in chart.leaves] == sorted(leaf.tears_ms for leaf in chart.leaves)


def test_a_rolled_side_lets_the_wind_through():
    structure = build(make_design(CATALOGUE, "hoop", {"roofed": 1.0}), CATALOGUE)
    by_key = {one.key: one for one in states(structure, FLOCK, PLACE)}
    shut, rolled = by_key["parked"].stable.loads.body, by_key["rolled-left"].stable.loads.body
    sheet = [sum(s.area_m2 for s in body.surfaces if s.is_sheet) for body in (shut, rolled)]
    air = [sum(v.area_m2 for v in body.vents) for body in (shut, rolled)]
    assert sheet[1] < 0.9 * sheet[0]
    assert air[1] > air[0] + 0.5


def test_only_the_lower_half_of_the_cloth_of_that_side_is_rolled_up():
    structure = build(make_design(CATALOGUE, "hoop", {"roofed": 1.0}), CATALOGUE)
    for side in (-1, 1):
        left = {panel.ref: panel for panel in rolled_up(structure, side).standing if panel.solid}
        for panel in structure.standing:
            cloth = panel.covering.key in ("tarp", "vinyl")
            if panel.solid:
                low = panel.centre[2] < structure.body.z[1] / 2
                assert (panel.ref not in left) == (cloth and low and panel.normal[1] * side > 0.1)


def test_an_anchor_holds_its_figure_times_the_grounds():
    """A 300 N anchor in moist pasture, 0.8 of it; a box wider than long, so that what is across counts."""
    body = box(hole=True)
    bare = stability(body, Holding(70, (1.5, 0.2), 0.45), 0.03)
    contacts = tuple((1000 * x, 1000 * y) for x, y in body.contacts)
    row = CATALOGUE.anchors["t-post"]
    (tying,) = fewest(bare, 30.0, [row], CATALOGUE.grounds["moist"], contacts)
    assert tying.holds_n == pytest.approx(0.8 * row.hold_n)
    stakes = anchor_places(contacts, tying.pairs or MOST_PAIRS, tying.layout)
    assert tying.pull_n == pytest.approx(pull_on_each(bare, shortfall(bare, 30.0), stakes))


def test_snow_by_hand():
    """0.2 m settled at 250 kg/m³: 50 kg/m², 490.5 Pa; half way from 15° to 70° half of it stays."""
    assert snow_pa(0.2, 250) == pytest.approx(490.5)
    assert stays(42.5) == pytest.approx(0.5)
    structure = build(make_design(CATALOGUE, "low-pen", {"roofed": 1.0}), CATALOGUE)
    roof = sum(p.area_m2 for p in structure.standing if p.role in ("roof", "lid") and p.solid)
    kg, centre = snow_kg(structure, 0.2, 250)
    assert kg == pytest.approx(50 * roof)
    assert centre[1] == pytest.approx(0, abs=0.1)
    lies = [p for p in structure.standing if p.solid and p.normal[2] > 0 and not p.outside]
    middle = sum(p.area_m2 * p.centre[0] for p in lies) / sum(p.area_m2 for p in lies)
    assert centre[0] == pytest.approx(middle / 1000, rel=1e-6)


@given(st.integers(0, 23), st.floats(0, 359))
def test_turned_as_told_the_wind_comes_from_that_side(i, wind_from):
    """The side's own compass bearing, front less what it turns to the left, is where the wind is from."""
    direction = 15.0 * i
    front = heading_for(direction, wind_from)
    assert (front - direction) % 360 == pytest.approx(wind_from % 360, abs=1e-9)
