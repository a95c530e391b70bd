"""The search against exhaustive search on three reduced spaces of a few thousand pens each, and for nine flocks."""

from __future__ import annotations

import numpy as np
import pytest

from ergamot.core.balance.propose import first_look
from ergamot.core.balance.search.asked import make_asked
from ergamot.core.balance.search.candidate import candidate_of
from ergamot.core.balance.search.executor import InLine
from ergamot.core.balance.search.front import aims_of, best_of, filled, front_of
from ergamot.core.balance.search.limits import conflict
from ergamot.core.balance.search.run import POPULATION, Budget, search
from ergamot.core.balance.search.short import descended
from tests.core.flocks_of_nine import NINE, flock_of
from tests.core.test_search import FARM, C, beats, every_draft, reduced

SPACES = {
    "timber and gear of a low pen": ("low-pen", {"section", "species", "gear"}),
    "timber and roof of a low pen": ("low-pen", {"section", "roofed", "roof"}),
    "timber and width of a hoop": ("hoop", {"section", "width"}),
}
TRIED = 0.5  # of each space


@pytest.mark.parametrize("name", SPACES)
def test_a_reduced_space_is_found_as_exhaustive_search_finds_it(name):
    asked = reduced(*SPACES[name])
    drafts = every_draft(asked)
    assert len(drafts) > 1000
    everything = [one for one in (candidate_of(C, asked, draft) for draft in drafts) if one]
    best = front_of(asked, everything)
    generations = int(TRIED * len(drafts)) // POPULATION
    found = list(search(C, asked, 1, Budget(POPULATION, generations), InLine(C)))[-1]
    aims = np.array([aims_of(asked, one) for one in everything])
    low, high = aims.min(axis=0), aims.max(axis=0) + 1
    share_filled = filled(asked, found.front, high, low) / filled(asked, best, high, low)
    beaten = [one for one in found.front if any(beats(asked, other, one) for other in everything)]
    print(
        f"{name}: {len(drafts)} drafts, {len(best)} unbeaten; tried {found.tried}, filled {share_filled:.4f}"
    )
    assert share_filled >= 0.98
    assert not beaten


@pytest.mark.parametrize("name", SPACES)
def test_a_short_search_ends_at_the_best_of_a_reduced_space(name):
    shape, varied = SPACES[name]
    asked = reduced(shape, varied)
    everything = [one for one in (candidate_of(C, asked, draft) for draft in every_draft(asked)) if one]
    begun = first_look(C, asked)
    assert begun
    found = descended(C, asked, begun.design, 96)
    assert found.order[:2] == best_of(everything).order[:2]


@pytest.mark.parametrize("name", NINE)
def test_each_of_nine_flocks_is_offered_something_or_told_what_is_in_the_way(name):
    asked = make_asked(C, flock_of(C, name), FARM)
    front = list(search(C, asked, 1, Budget(POPULATION, 40), InLine(C)))[-1].front
    passing = [one for one in front if one.passes]
    against = conflict(front, {})
    best = best_of(front)
    assert best
    print(f"{name}: {len(passing)} of {len(front)} pass; best wants {best.wanting:.2f}; ", end="")
    print(against.words.text("metric") if against else best.design.shape)
    assert passing or against
    assert passing or against.ways[0].pens  # given up what is in the way, some pass
