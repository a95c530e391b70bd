"""What would mend a verdict: each change keeps its word when it is made."""

from __future__ import annotations

from datetime import date
from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.mends import mends, single_changes
from ergamot.core.balance.questions import VERDICTS
from ergamot.core.balance.verdicts import judge
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.finding import What
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.frame.shapes import SHAPES
from tests.depth import examples, some
from tests.strategies import CATALOGUE, designs

FLOCK = make_flock(CATALOGUE, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
PLACE = make_conditions(CATALOGUE)


def ranks(design):
    judged = judge(CATALOGUE, build(design, CATALOGUE), FLOCK, PLACE)
    return {one.what: one.rank for one in judged.graded}


@pytest.mark.parametrize(
    ("shape", "what"), some([*product(SHAPES, [one for one in VERDICTS if one != What.WEIGHT])], 3)
)
def test_each_keeps_its_word_when_it_is_made(shape, what):
    design = make_design(CATALOGUE, shape, {})
    before = ranks(design)
    found = list(mends(CATALOGUE, design, FLOCK, PLACE, what))
    assert len({str(sorted(one.changes.items())) for one in found}) == len(found)
    for one in found[:6]:
        after = ranks(change(CATALOGUE, design, one.changes))
        assert after[what] == pytest.approx(one.stands)
        level, was = after[what][0], before[what][0]
        assert level > was or (level == was and after[what][1] >= 1.01 * before[what][1])
        assert set(one.mends) == {w for w in before if before[w][0] < min(2, after[w][0])}
        fell = {w for w in before if after[w][0] < min(2, before[w][0])}
        worse = {w for w in before if after[w][0] == before[w][0] == 0 and after[w][1] < 0.9 * before[w][1]}
        assert set(one.spoils) == fell | worse
        assert {finding.what for finding in one.judged.graded} == set(before)


def test_what_carries_no_grade_is_not_mended():
    """A keeper who set no weight of their own is told of it; against one, it can be mended."""
    design = make_design(CATALOGUE, "low-pen", {})
    assert What.WEIGHT not in ranks(design)
    assert not list(mends(CATALOGUE, design, FLOCK, PLACE, What.WEIGHT))
    strict = make_conditions(CATALOGUE, heaviest_kg=60)
    first = next(mends(CATALOGUE, design, FLOCK, strict, What.WEIGHT))
    assert first.stands[1] > 60 / mass(build(design, CATALOGUE)).fresh_kg


def test_a_light_pen_in_a_gale_is_mended_by_tying_it_down():
    design = make_design(CATALOGUE, "low-pen", {})
    assert ranks(design)[What.WIND][0] == 0
    tied = next(
        one
        for one in mends(CATALOGUE, design, FLOCK, PLACE, What.WIND)
        if "anchors" in one.changes and one.mends
    )
    assert tied.mends == (What.WIND,)
    assert tied.more_kg == 0
    assert tied.more_cost > 0


@examples(2)
@given(designs(), st.sampled_from([*VERDICTS]))
def test_no_change_takes_from_the_birds_or_weakens_the_wire(design, what):
    for changes in single_changes(CATALOGUE, design, what):
        name, value = next(iter(changes.items()))
        assert len(changes) == 1 or changes["pairs"] == 2
        assert not name.startswith(("nest", "feeder", "drinker", "own_"))
        assert name not in (
            "roosts",
            "roost_bars",
        )
        now = design.values[name]
        assert value != now
        if now in CATALOGUE.meshes:
            assert set(CATALOGUE.meshes[value].keeps_out) >= set(CATALOGUE.meshes[now].keeps_out)


def test_where_no_one_change_does_two_together_are_tried():
    design = make_design(CATALOGUE, "hoop", {})
    found = list(mends(CATALOGUE, design, FLOCK, make_conditions(CATALOGUE, crew="teenager"), "moving"))
    assert any(len(one.changes) == 2 for one in found)
    alone = max(one.stands for one in found if len(one.changes) == 1)
    assert max(one.stands for one in found) > alone


def test_what_spoils_nothing_comes_first_then_what_mends_then_the_cheapest():
    strong = make_conditions(CATALOGUE, heaviest_kg=100)
    found = list(mends(CATALOGUE, make_design(CATALOGUE, "low-pen", {}), FLOCK, strong, "moving"))
    ordered = sorted(found, key=lambda one: one.rank("moving"))
    good = [one for one in found if one.stands[0] >= 2 and not one.spoils]
    assert good
    assert ordered[0] == min(good, key=lambda one: one.more_cost)
    assert [len(one.spoils) for one in ordered] == sorted(len(one.spoils) for one in found)
    harmless = [one for one in ordered if not one.spoils]
    assert [("moving" in one.mends) for one in harmless] == sorted(
        (("moving" in one.mends) for one in harmless), reverse=True
    )
    rest = [one.stands for one in ordered if "moving" not in one.mends and not one.spoils]
    assert rest == sorted(rest, reverse=True)


def test_sheets_and_doors_a_keeper_may_not_have_mend_nothing():
    """No search and no mend takes what is "one you have": only its keeper knows of it."""
    for shape in SHAPES:
        design = make_design(CATALOGUE, shape, {})
        tried = [change for what in VERDICTS for change in single_changes(CATALOGUE, design, what)]
        assert not [one for one in tried if {"roof_made", "door_made"} & one.keys()]
