"""A verdict that only the tests declare is judged, mended, searched for and limited like any other, with nothing else changed."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import pytest

from ergamot.core.balance.care import every_caution
from ergamot.core.balance.mends import mends
from ergamot.core.balance.propose import propose
from ergamot.core.balance.questions import VERDICTS
from ergamot.core.balance.search.asked import make_asked
from ergamot.core.balance.search.candidate import judged_design
from ergamot.core.balance.search.limits import conflict, fails
from ergamot.core.balance.search.promising import promising
from ergamot.core.balance.verdicts import judge
from ergamot.core.errors import UnknownChoice
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.finding import Grade
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, change, make_design
from tests.a_verdict import CAUTION, OVER, looked_over
from tests.strategies import CATALOGUE as C

FLOCK = make_flock(C, "broiler-fast", 20, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
PLACE = make_conditions(C)
ASKED = make_asked(C, FLOCK, PLACE)
HIGH = make_design(C, "low-pen", {"height": 1200})


@pytest.fixture(autouse=True)
def declared():
    with looked_over():
        yield


def test_it_is_found_behind_the_others_and_graded():
    judged = judge(C, build(HIGH, C), FLOCK, PLACE)
    assert [one.what for one in judged.findings][-1] == "over"
    assert judged.graded[-1].verdict is Grade.SHORT
    assert OVER.word(Grade.BETWEEN) == "on your toes"


def test_what_is_short_in_it_does_not_pass_and_limits_say_why():
    high = judged_design(C, ASKED, HIGH)
    assert "over" in high.short
    assert not high.passes
    assert "over" in fails(high, {})
    alone = replace(high, marks=tuple(one for one in high.marks if one.what == "over"), lacks=0)
    against = conflict([alone], {}, lambda _: "")
    assert against.reasons == ("over",)
    assert against.words.text("metric") == "Of 1 pen none will do: 1 wants nothing but less height"


def test_where_it_limits_nothing_it_keeps_no_pen_back(monkeypatch):
    monkeypatch.setitem(VERDICTS, "over", replace(OVER, limits=False))
    high = judged_design(C, ASKED, HIGH)
    assert "over" not in high.short
    assert high.ratio("over") == pytest.approx(judge(C, build(HIGH, C), FLOCK, PLACE).finding("over").ratio)
    monkeypatch.setitem(VERDICTS, "over", OVER)
    assert judged_design(C, ASKED, HIGH).wanting > high.wanting


def test_it_is_mended_by_what_it_says_itself_first():
    first = next(iter(mends(C, HIGH, FLOCK, PLACE, "over")))
    assert list(first.changes) == ["height"]
    mended = judge(C, build(change(C, HIGH, first.changes), C), FLOCK, PLACE).finding("over")
    assert mended.ratio > judge(C, build(HIGH, C), FLOCK, PLACE).finding("over").ratio


def test_what_is_proposed_keeps_to_it():
    for shape in ("low-pen", "coop"):
        proposed = propose(C, FLOCK, PLACE, shape)
        judged = judge(C, build(proposed, C), FLOCK, PLACE)
        assert shape == "coop" or judged.finding("over").verdict is not Grade.SHORT


def test_more_of_it_may_be_asked_and_of_none_there_is_not():
    assert make_asked(C, FLOCK, PLACE, more=("over",)).more == ("over",)
    with pytest.raises(UnknownChoice) as refused:
        make_asked(C, FLOCK, PLACE, more=("beauty",))
    assert refused.value.field == "more"
    assert promising(C, HIGH, {"species": "oak"}, "over")


def test_its_cautions_are_among_all_there_are():
    assert [care.lines for care in every_caution() if care.where == "Looking over it"] == [(CAUTION,)]
