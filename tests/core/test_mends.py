"""What would mend a verdict: each change keeps its word when it is made."""

from __future__ import annotations

from datetime import date

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ergamot.core.balance.mends import mends, single_changes
from ergamot.core.balance.verdicts import judge
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.finding import What
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.shapes import SHAPES
from tests.strategies import CATALOGUE, designs

FLOCK = make_flock(CATALOGUE, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
PLACE = make_conditions(CATALOGUE)


def ratios(design):
    judged = judge(CATALOGUE, build(design, CATALOGUE), FLOCK, PLACE)
    return {one.what: one.ratio for one in judged.everything}


@pytest.mark.parametrize("shape", SHAPES)
@pytest.mark.parametrize("what", list(What))
def test_each_keeps_its_word_when_it_is_made(shape, what):
    design = make_design(CATALOGUE, shape, {})
    before = ratios(design)
    found = list(mends(CATALOGUE, design, FLOCK, PLACE, what))
    assert len({str(sorted(one.changes.items())) for one in found}) == len(found)
    for one in found[:6]:
        after = ratios(change(CATALOGUE, design, one.changes))
        assert after[what] == pytest.approx(one.ratio)
        assert after[what] >= 1.01 * before[what]
        assert set(one.mends) == {w for w in What if before[w] < 1 <= after[w]}
        assert set(one.spoils) == {
            w for w in What if after[w] < 1 and (before[w] >= 1 or after[w] < 0.9 * before[w])
        }
        assert {finding.what for finding in one.judged.everything} == set(What)


def test_a_light_pen_in_a_gale_is_mended_by_tying_it_down():
    design = make_design(CATALOGUE, "low-pen", {})
    assert ratios(design)["wind"] < 1
    first = next(mends(CATALOGUE, design, FLOCK, PLACE, "wind"))
    assert first.changes == {"anchors": 1.0}
    assert first.mends == ("wind",)
    assert first.more_kg == 0
    assert first.more_cost > 0


@settings(max_examples=15)
@given(designs(), st.sampled_from(What))
def test_no_change_takes_from_the_birds_or_weakens_the_wire(design, what):
    for changes in single_changes(CATALOGUE, design, what):
        name, value = next(iter(changes.items()))
        assert len(changes) == 1 or changes["pairs"] == 2
        assert not name.startswith(("nest", "roost", "feeder", "drinker", "own_"))
        now = design.values[name]
        assert value != now
        if now in CATALOGUE.meshes:
            assert set(CATALOGUE.meshes[value].keeps_out) >= set(CATALOGUE.meshes[now].keeps_out)


def test_where_no_one_change_does_two_together_are_tried():
    design = make_design(CATALOGUE, "hoop", {})
    found = list(mends(CATALOGUE, design, FLOCK, make_conditions(CATALOGUE, crew="teenager"), "moving"))
    assert any(len(one.changes) == 2 for one in found)
    alone = max(one.ratio for one in found if len(one.changes) == 1)
    assert max(one.ratio for one in found) > alone


def test_what_mends_comes_first_then_what_spoils_nothing_then_the_cheapest():
    strong = make_conditions(CATALOGUE, heaviest_kg=100)
    found = list(mends(CATALOGUE, make_design(CATALOGUE, "low-pen", {}), FLOCK, strong, "moving"))
    ordered = sorted(found, key=lambda one: one.rank("moving"))
    good = [one for one in found if "moving" in one.mends and not one.spoils]
    assert good
    assert ordered[0] == min(good, key=lambda one: one.more_cost)
    assert [("moving" in one.mends) for one in ordered] == sorted(
        (("moving" in one.mends) for one in found), reverse=True
    )
    rest = [one.ratio for one in ordered if "moving" not in one.mends and not one.spoils]
    assert rest == sorted(rest, reverse=True)
