"""A verdict nobody ships, declared here alone: can its keeper look over the pen?"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from functools import partial

from ergamot.core.balance.case import Case
from ergamot.core.balance.questions import VERDICTS, Verdict
from ergamot.core.finding import Finding, Phrase, Telling, phrase
from ergamot.core.units import Quantity
from ergamot.core.working import Working

GOOD_MM, MOST_MM = 700.0, 1000.0
CAUTION = "Mind your nose on the ridge."


def height_mm(case: Case) -> float:
    """Return how high the highest of its sticks reaches, mm."""
    return max(z for one in case.structure.members for _, _, z in one.corners)


def judge_over(case: Case) -> Finding:
    """Judge whether its keeper looks over it."""
    work = Working()
    work.given("high", "its highest stick", height_mm(case), "mm", "made up for the tests")
    ratio = work.step("ratio", "good over high", f"{GOOD_MM:g}/high")
    tell = partial(
        Telling,
        phrase("it stands {high}", high=Quantity(height_mm(case), "mm")),
        phrase("{high} high", high=Quantity(height_mm(case), "mm")),
        phrase("{good} is good", good=Quantity(GOOD_MM, "mm")),
        work.steps,
        "ratio",
        cautions=(CAUTION,),
    )
    return Finding("over", "Over it", ratio, MOST_MM / height_mm(case), tell, _cost)


def _cost() -> Phrase:
    return phrase("on your toes")


OVER = Verdict(
    "over",
    "sight",
    judge_over,
    between="on your toes",
    stands="can be looked over",
    wanted="less height",
    post="Shape",
    short_at_post="too high",
    between_at_post="high",
    remedies=("height", "wall", "rise"),
    care="Looking over it",
    cautions=(CAUTION,),
)


@contextmanager
def looked_over() -> Iterator[Verdict]:
    """The verdicts with one more, while it lasts."""
    VERDICTS[OVER.key] = OVER
    try:
        yield OVER
    finally:
        del VERDICTS[OVER.key]
