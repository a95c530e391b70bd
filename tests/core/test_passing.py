"""What does not get to the field is never right in Moving, and is not proposed."""

from __future__ import annotations

from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.search.asked import make_asked
from ergamot.core.balance.search.candidate import judged_design
from ergamot.core.balance.search.drafts import design_of
from ergamot.core.balance.search.genes import Draft
from ergamot.core.balance.starts import starts
from ergamot.core.balance.verdicts import judge
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.farm.way import Stretch
from ergamot.core.finding import What
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.gear.chart import moving_chart
from ergamot.core.gear.moving import judge_moving
from ergamot.core.gear.passing import clears_hump_mm, sticks
from ergamot.core.gear.telling import told
from tests.depth import examples
from tests.strategies import CATALOGUE, designs

FLOCK = make_flock(CATALOGUE, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
TRACTOR = {"crew": "tractor", "hump_mm": 0.0}


def farm(**entered):
    return make_conditions(CATALOGUE, **entered)


def pen(shape="low-pen", **values):
    return build(make_design(CATALOGUE, shape, values), CATALOGUE)


def moving(structure, **entered):
    return judge_moving(CATALOGUE, structure, mass(structure), farm(**entered))


def test_a_pen_wider_than_the_passage_is_short_however_light_it_is():
    low = pen(width=2133.6, gear="skids")
    easy = moving(low, **TRACTOR, passage_mm=2400)
    stuck = moving(low, **TRACTOR, passage_mm=2000)
    assert not easy.falls_short
    assert stuck.falls_short
    assert (stuck.ratio, stuck.least) == pytest.approx((2000 / 2133.6, 2000 / 2133.6))
    assert stuck.sentence.text("metric") == (
        "too wide for the narrowest place on the way to the field: 2.00 m, it is 2.13 m as it is hauled"
    )
    told_in_working = {step.symbol: step.quantity.value for step in stuck.working}
    assert told_in_working[stuck.answer] == pytest.approx(stuck.least)


def test_wheels_outside_the_rails_count_on_the_way():
    bare, wheeled = pen(width=2133.6, gear="skids"), pen(width=2133.6, gear="wheels")
    at = farm(passage_mm=2200)
    assert sticks(bare, at) is None
    assert sticks(wheeled, at).needs_mm == wheeled.hauled_size.wide_mm > 2200


@pytest.mark.parametrize(
    ("shape", "values"),
    [
        ("low-pen", {"built": "field"}),
        ("low-pen", {"apart": "yes", "gear": "skids"}),
        ("pipe-kit", {"joined": "pinned"}),
        ("hoop", {"built": "field"}),
    ],
)
def test_built_in_the_field_or_carried_there_in_pieces_it_gets_there(shape, values):
    made = pen(shape, width=1800.0, **values)
    assert sticks(made, farm(passage_mm=900)) is None
    assert sticks(pen(shape, width=1800.0, gear="skids"), farm(passage_mm=900)) is not None
    said = [
        one.text("metric")
        for one in told(
            made, moving_chart(CATALOGUE, made, mass(made), farm(passage_mm=900), 0.0), farm(passage_mm=900)
        )
    ]
    assert any("built in the field" in one or "taken apart" in one for one in said)


def test_a_bend_it_does_not_get_round_is_told_with_its_stretch():
    way = (Stretch(20.0, 0.0, 3000.0, 0.0, "", 2800.0), Stretch(20.0, 20.0, 3000.0, 0.0, "", 9000.0))
    long = pen(length=4876.8, width=1800.0, gear="skids")
    found = sticks(long, farm(way=way))
    assert (found.task.value, found.stretch) == ("bend", 1)
    half = 2 * (2.8 - 1.8 * 0.5**0.5) / 0.5**0.5
    assert found.has_mm == pytest.approx(1000 * half, rel=1e-6)
    assert moving(long, **TRACTOR, way=way).falls_short


def test_a_hump_that_touches_is_no_longer_right():
    """Boards of 40 mm at both ends on a field of humps of 60: it drags over them."""
    low = pen(gear="boards", pairs=2, lever_rise=40.0, width=1200.0, length=1828.8)
    assert clears_hump_mm(low) == 40.0
    flat = moving(low, crew="two-men", hump_mm=40.0)
    humped = moving(low, crew="two-men", hump_mm=60.0)
    assert humped.ratio == pytest.approx(min(flat.ratio, 40 / 60))
    assert humped.verdict.value in ("between", "short")
    known = {step.symbol: step.quantity.value for step in humped.working}
    drag = CATALOGUE.grounds["wet"].pulling_mu * known["W"] + known["F_slope"]
    assert known["s_hump"] == pytest.approx(max(40 / 60, known["most_start"] / drag), rel=1e-5)


def test_what_sticks_is_neither_proposed_nor_passes():
    narrow = farm(passage_mm=1500)
    for one in starts(CATALOGUE, FLOCK, narrow):
        assert sticks(one.structure, narrow) is None
    asked = make_asked(CATALOGUE, FLOCK, narrow)
    assert design_of(CATALOGUE, asked, Draft("low-pen", (("width", 2133.6), ("length", 3048.0)))) is None
    wide = judged_design(CATALOGUE, asked, make_design(CATALOGUE, "low-pen", {"width": 2133.6}))
    assert not wide.passes
    assert What.MOVING in wide.short


@examples(3)
@given(designs(), st.floats(300, 6000))
def test_wherever_it_is_built_nothing_else_of_its_verdicts_changes(design, passage):
    at = farm(passage_mm=passage, hump_mm=0.0)
    home, field = (build(change(CATALOGUE, design, {"built": one}), CATALOGUE) for one in ("home", "field"))
    here, there = (judge(CATALOGUE, one, FLOCK, at) for one in (home, field))
    assert sticks(field, at) is None
    assert (here.finding("space").rank, here.finding("wind").rank) == (
        there.finding("space").rank,
        there.finding("wind").rank,
    )
    if sticks(home, at):
        assert here.finding("moving").falls_short
        assert here.finding("moving").rank <= there.finding("moving").rank
    else:
        assert here.finding("moving").rank == there.finding("moving").rank
