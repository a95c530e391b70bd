"""What is proposed: a short search of one way of building, and the three pens to start from."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.propose import proposed
from ergamot.core.balance.search.asked import make_asked
from ergamot.core.balance.search.candidate import tied_candidate
from ergamot.core.balance.search.short import descended
from ergamot.core.balance.starts import starts
from ergamot.core.errors import OutOfRange
from ergamot.core.flock.space import needed_floor_m2
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.shapes import SHAPES
from tests.core.flocks_of_nine import flock_of
from tests.core.test_search import BROILERS, FARM, C
from tests.depth import examples, some


@examples(2)
@given(st.sampled_from(sorted(SHAPES)), st.integers(1, 9), st.sampled_from(["section", "bay", "gear"]))
def test_a_short_search_ends_no_worse_than_it_begins_and_keeps_what_it_is_to_hold(shape, most, held):
    asked = make_asked(C, BROILERS, FARM, (shape,), {"species": "larch"} if shape != "pipe-kit" else {})
    start = make_design(C, shape, dict(asked.fixed))
    found = descended(C, asked, start, most, frozenset({held}))
    assert found.order <= tied_candidate(C, asked, start).order
    stays = {held, *asked.fixed} & set(start.values)
    assert {name: found.design.values[name] for name in stays} == {name: start.values[name] for name in stays}


def test_the_further_it_looks_the_better_the_pen():
    asked = make_asked(C, BROILERS, FARM, ("low-pen",))
    start = make_design(C, "low-pen", {})
    orders = [descended(C, asked, start, most).order for most in (1, 8, 32)]
    assert orders == sorted(orders, reverse=True)
    assert orders[-1][:2] < orders[0][:2]


def test_a_search_of_nothing_is_refused():
    with pytest.raises(OutOfRange) as refused:
        descended(C, make_asked(C, BROILERS, FARM), make_design(C, "low-pen", {}), 0)
    assert refused.value.field == "most"


# What the best of the starts was once roosts, floors, ends, reach and the way to the field were judged: how many verdicts fell
# short, how much was wanting, and its kg
BEFORE = {
    "six hens": (0, 0.0, 106.0),
    "four bantams": (0, 0.0, 91.0),
    "thirty broilers": (0, 0.0, 70.0),
    "fifteen turkeys": (1, 2.8, 275.0),
    "twenty hens": (0, 0.44, 170.0),
    "forty heavy layers": (2, 3.4, 350.0),
    "twenty-five slow broilers": (0, 0.0, 51.0),
}
TOO_MANY = ("sixty hens", "a hundred and fifty broilers")


@pytest.mark.parametrize("name", some([*BEFORE], 1))
def test_the_best_start_is_no_worse_than_it_was_before(name):
    short, wanting, kg = BEFORE[name]
    first = starts(C, flock_of(C, name), FARM)[0].found
    assert len(first.short) <= short
    assert (round(first.wanting, 3), round(first.order[1], 1)) <= (wanting, kg)


@pytest.mark.parametrize("name", some(TOO_MANY, 1))
def test_no_start_is_offered_that_does_not_get_through_the_way_to_the_field(name):
    """The farm's way is 2.4 m wide; a pen with floor enough for so many is wider."""
    assert starts(C, flock_of(C, name), FARM) == ()


@pytest.mark.parametrize("shape", ["low-pen", "a-frame", "coop"])
def test_birds_that_lay_are_proposed_house_roost_and_nests(shape):
    flock = flock_of(C, "six hens")
    found = proposed(C, flock, FARM, shape)
    room = build(found.design, C).room
    assert found.lacks == 0
    assert room.nests >= 2
    assert room.roost_m >= 1.2
    assert found.design.values["house"] != "no"


@pytest.mark.parametrize("name", ["four bantams", "six hens"])
def test_small_flocks_get_small_pens(name):
    flock = flock_of(C, name)
    need = needed_floor_m2(flock, C.floor_needs[flock.strain.kind])
    found = proposed(C, flock, FARM, "a-frame")
    assert build(found.design, C).body.floor_m2 < max(3 * need, 3.0)


def test_starts_that_were_found_are_not_looked_for_again():
    class Idle:
        def each(self, work, over):
            raise AssertionError("they were looked for again")

    flock = flock_of(C, "six hens")
    assert starts(C, flock, FARM, Idle()) is starts(C, flock, FARM)
