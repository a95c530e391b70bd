"""A proposal's hatches: each lets an arm to what it did not get to, and costs nothing else of the pen."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import pytest

from ergamot.core.balance.hatches import MOST_HATCHES, within_reach
from ergamot.core.balance.propose import propose
from ergamot.core.balance.search.asked import make_asked
from ergamot.core.balance.search.candidate import judged_design, with_hatches
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.reach import out_of_reach
from ergamot.core.frame.shapes import SHAPES
from tests.soundness import faults
from tests.strategies import CATALOGUE

FARM = make_conditions(CATALOGUE)
LAYERS = make_flock(CATALOGUE, "layer-hybrid", 12, date(2026, 1, 5), date(2026, 5, 1), date(2027, 5, 1))


def share(design):
    return sum(one.share for one in out_of_reach(build(design, CATALOGUE)))


def test_a_raised_house_is_proposed_with_all_of_it_within_reach():
    school = SHAPES["coop"].school_of("raised")
    found = propose(CATALOGUE, LAYERS, FARM, "coop", school)
    assert out_of_reach(build(found, CATALOGUE)) == ()
    assert faults(build(found, CATALOGUE)) == ()
    added = [name for name in found.values if name.endswith("_face") and name != "opening_1_face"]
    assert 1 <= len(added) <= MOST_HATCHES


@pytest.mark.parametrize(
    ("shape", "values"), [("low-pen", {"gear": "skids"}), ("a-frame", {"gear": "skids"}), ("coop", {})]
)
def test_no_hatch_is_added_that_lets_an_arm_to_nothing(shape, values):
    bare = make_design(CATALOGUE, shape, values)
    hatched = within_reach(CATALOGUE, bare)
    number = len(SHAPES[shape].openings.numbers(hatched.values))
    assert number <= MOST_HATCHES
    assert share(hatched) <= share(bare) - 0.1 * number
    assert faults(build(hatched, CATALOGUE)) == ()


def test_hatches_that_cost_more_than_they_are_worth_are_left_away():
    """Where what is judged with them stands worse, the pen stays as it was."""
    asked = make_asked(CATALOGUE, LAYERS, FARM)
    small = make_design(CATALOGUE, "low-pen", {"length": 1828.8, "width": 1219.2})
    bare = judged_design(CATALOGUE, asked, small)
    assert bare.unreached

    def worse(catalogue, asked, design):
        return replace(judged_design(catalogue, asked, design), lacks=99)

    assert with_hatches(CATALOGUE, asked, bare, worse) is bare
    assert with_hatches(CATALOGUE, asked, bare, judged_design).unreached == 0


def test_what_is_all_within_reach_gets_none():
    small = make_design(CATALOGUE, "coop", {"house": "no", "gear": "skids"})  # it is walked into
    assert share(small) == 0
    assert within_reach(CATALOGUE, small) == small
