"""Where anchors stand, water hung on a pen, and how far grip and anchors may vary."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.case import stands_of
from ergamot.core.balance.search.asked import make_asked
from ergamot.core.balance.search.candidate import tied_candidate
from ergamot.core.balance.verdicts import judge
from ergamot.core.catalogue import Anchor
from ergamot.core.drawing.model import model
from ergamot.core.errors import OutOfRange, UnknownChoice
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.frame.parts.anchorage import LAYOUTS, MOST_CANS, MOST_PAIRS, anchor_places, cans_for
from ergamot.core.weather.anchors import fewest, pull_on_each, shortfall
from ergamot.core.weather.body import wind_body
from ergamot.core.weather.chart import wind_chart
from ergamot.core.weather.holding import Holding, grips, parked
from ergamot.core.weather.loads import arm_inside, wind_loads
from ergamot.core.weather.threshold import stability
from tests.core.test_anchors import FLOCK, PLACE
from tests.core.test_wind import box
from tests.depth import examples
from tests.strategies import CATALOGUE, designs

SQUARE = ((0.0, -1000.0), (3000.0, -1000.0), (3000.0, 1000.0), (0.0, 1000.0))
layouts = st.sampled_from(list(LAYOUTS))


@given(layouts, st.integers(0, MOST_PAIRS))
def test_pairs_stand_on_the_edge_and_balance_about_the_middle(layout, pairs):
    stakes = anchor_places(SQUARE, pairs, layout)
    places = [one.place for one in stakes]
    assert len(set(places)) == 2 * pairs
    assert all(math.hypot(*one.away) == pytest.approx(1) for one in stakes)
    assert [sum(one.away[axis] for one in stakes) for axis in (0, 1)] == pytest.approx([0, 0])
    for x, y in places:
        assert x in (0, 3000) or abs(y) == 1000
    if pairs:
        assert sum(x for x, _ in places) / len(places) == pytest.approx(1500)
        assert sum(y for _, y in places) == pytest.approx(0)


@pytest.mark.parametrize("gust", [18.0, 24.0, 30.0])
@pytest.mark.parametrize("key", list(CATALOGUE.anchors))
def test_no_layout_holds_with_fewer_or_pulls_less(gust, key):
    body = box(hole=True)
    bare = stability(body, Holding(70, (1.5, 0), 0.45), 0.03)
    ground, row = CATALOGUE.grounds["moist"], CATALOGUE.anchors[key]
    (tying,) = fewest(bare, gust, [row], ground, SQUARE)
    lacks = shortfall(bare, gust)

    def pull(pairs: int, layout: str) -> float:
        return pull_on_each(bare, lacks, anchor_places(SQUARE, pairs, layout))

    if tying.pairs is None:
        assert min(pull(MOST_PAIRS, layout) for layout in LAYOUTS) > tying.holds_n
        return
    assert tying.pull_n == pytest.approx(min(pull(tying.pairs, layout) for layout in LAYOUTS))
    if tying.pairs:
        assert all(pull(tying.pairs - 1, layout) > tying.holds_n for layout in LAYOUTS)


def test_a_kind_that_holds_more_never_takes_more_pairs():
    body = box(hole=True)
    bare = stability(body, Holding(70, (1.5, 0), 0.45), 0.03)
    row = CATALOGUE.anchors["t-post"]
    kinds = [
        Anchor(row.key, row.label, hold, row.kg, row.price, row.source) for hold in (200, 400, 800, 1600)
    ]
    found = [one.pairs for one in fewest(bare, 25, kinds, CATALOGUE.grounds["moist"], SQUARE)]
    known = [MOST_PAIRS + 1 if pairs is None else pairs for pairs in found]
    assert known == sorted(known, reverse=True)
    assert known[-1] < known[0]


@given(st.integers(1, MOST_CANS), st.sampled_from(["low-pen", "hoop", "a-frame"]))
def test_water_holds_the_pen_down_and_is_poured_out_to_move(pairs, shape):
    """Each full can 20.9 kg on the middle of a side: the mass in the wind, not in the move."""
    bare, hung = (build(make_design(CATALOGUE, shape, {"ballast": n}), CATALOGUE) for n in (0, pairs))
    weighed = mass(bare)
    assert mass(hung).fresh_kg == pytest.approx(weighed.fresh_kg)
    loose, held = (parked(one, mass(one), PLACE.holding_ground) for one in (bare, hung))
    assert held.mass_kg - loose.mass_kg == pytest.approx(2 * pairs * 20.9)
    assert held.ballast_kg == pytest.approx(2 * pairs * 20.9)
    before, after = (judge(CATALOGUE, one, FLOCK, PLACE) for one in (bare, hung))
    assert after.finding("wind").ratio > before.finding("wind").ratio
    assert after.finding("moving").ratio == pytest.approx(before.finding("moving").ratio)
    assert sum(part.role == "water can" for part in model(hung)) == 2 * pairs


@pytest.mark.parametrize("gust", [20.0, 26.0])
def test_the_cans_told_of_hold_in_the_gust(gust):
    place = make_conditions(CATALOGUE, design_gust_ms=gust)
    design = make_design(CATALOGUE, "low-pen", {"wheel": "barrow-16"})
    chart = wind_chart(CATALOGUE, build(design, CATALOGUE), FLOCK, place)
    cans = cans_for(CATALOGUE, chart.ballast_kg)
    assert cans is not None
    hung = build(make_design(CATALOGUE, "low-pen", {"wheel": "barrow-16", "ballast": cans}), CATALOGUE)
    assert judge(CATALOGUE, hung, FLOCK, place).finding("wind").ratio >= 0.99


def test_no_cans_where_none_are_needed_or_more_than_can_be_hung():
    assert cans_for(CATALOGUE, 0.0) is None
    assert cans_for(CATALOGUE, 41.8) == 1
    assert cans_for(CATALOGUE, 41.9) == 2
    assert cans_for(CATALOGUE, 5000.0) is None


def test_a_band_from_half_an_anchors_hold_to_half_as_much_again():
    tied = build(make_design(CATALOGUE, "low-pen", {"anchors": 2}), CATALOGUE)
    held = parked(tied, mass(tied), PLACE.holding_ground)
    on = grips(held, PLACE.holding_ground)
    each = (on.poor, on.usual, on.firm)
    assert [one.straps[0].holds_n / held.straps[0].holds_n for one in each] == [0.5, 1, 1.5]
    assert on.firm.friction >= on.usual.friction >= on.poor.friction == held.friction
    wind = judge(CATALOGUE, tied, FLOCK, PLACE).finding("wind")
    assert wind.band is not None
    assert wind.band[0] == wind.ratio < wind.least < wind.band[1]
    assert "as grip and anchors vary" in wind.band_words.text("metric")


@given(layouts, st.integers(1, MOST_PAIRS))
def test_a_stake_is_drawn_outside_the_rails_it_is_strapped_to(layout, pairs):
    pen = build(make_design(CATALOGUE, "low-pen", {"anchors": pairs, "anchors_at": layout}), CATALOGUE)
    for part, anchor in zip((part for part in model(pen) if part.role == "anchor"), pen.anchors, strict=True):
        foot = part.corners[0]
        assert math.dist(foot[:2], anchor.place) > 20
        outside = abs(foot[1]) > abs(anchor.place[1]) or not 0 <= foot[0] <= max(x for x, _ in pen.contacts)
        assert outside


@examples(5)
@given(designs(), st.integers(0, MOST_PAIRS), st.sampled_from(list(CATALOGUE.anchors)), layouts)
def test_what_is_tied_down_is_tied_anew_whatever_tied_it_before(design, pairs, anchor, layout):
    """Anchors that are there already are no help to those that are to hold alone."""
    asked = make_asked(CATALOGUE, FLOCK, PLACE)
    other = change(CATALOGUE, design, {"anchors": pairs, "anchor": anchor, "anchors_at": layout})
    one, two = (tied_candidate(CATALOGUE, asked, each) for each in (design, other))
    tied = ("anchors", *(("anchor", "anchors_at") if one.design.values["anchors"] else ()))
    assert [one.design.values[name] for name in tied] == [two.design.values[name] for name in tied]
    assert one.marks == two.marks
    structure = build(one.design, CATALOGUE)
    stands = stands_of(structure, mass(structure), PLACE)
    if one.design.values["anchors"]:
        assert stands.poor.worst.least >= PLACE.design_gust_ms - 1e-6
    if one.design.values["gear"] in ("wheels", "axles"):
        assert one.design.values["chocks"] == "yes"


@given(designs(), st.integers(0, MOST_PAIRS), st.sampled_from(list(CATALOGUE.anchors)), layouts)
def test_ties_alone_are_changed_as_all_else_is(design, pairs, anchor, layout):
    ties = {"anchors": pairs, "anchor": anchor, "anchors_at": layout}
    assert change(CATALOGUE, design, ties) == make_design(
        CATALOGUE, design.shape, {**design.values, **design.typed, **ties}
    )
    for name, value, kind in (("anchors", 99, OutOfRange), ("anchor", "string", UnknownChoice)):
        with pytest.raises(kind) as refused:
            change(CATALOGUE, design, {name: value})
        assert refused.value.field == name


@given(designs())
def test_arms_about_all_edges_are_those_about_each(design):
    structure = build(design, CATALOGUE)
    loads = wind_loads(wind_body(structure), 4)
    places = np.array([(0.3, 0.1), (1.0, -0.4), (9.0, 9.0), loads.edges[0][0]])
    for edge, arms in zip(loads.edges, loads.arms(places), strict=True):
        assert arms == pytest.approx([arm_inside(edge, place) for place in places.tolist()], abs=1e-9)
