"""Space as a whole: the floor, what the birds find on it, and whether a person gets at all of it; the worst decides."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import partial

from ergamot.core.balance.room import Provision
from ergamot.core.finding import Finding, Phrase, Telling, phrase, rank_of
from ergamot.core.frame.reach import ARM_MM, Reached
from ergamot.core.units import Quantity
from ergamot.core.working import Working

HOOK_MM = 900.0  # a catching hook or a rake makes an arm so much longer; common practice: 0.9 to 1.2 m


@dataclass(frozen=True)
class _Asked:
    """One thing besides the floor: what there is over what is good, and over the least; in words, and worked out."""

    ratio: float
    least: float
    sentence: Phrase
    cost: Phrase
    work: Working


def with_inside(floor: Finding, inside: Sequence[Provision], reached: Sequence[Reached]) -> Finding:
    """Let what the birds lack, and what no arm gets at, decide Space where they are worse than the floor.

    Args: floor, the Space finding of the floor alone; inside, has against needs; reached, the spaces a person does not get at
        whole.
    Returns: the Finding of the worst of them.
    Source: needs from the catalogue; the least of each a judgement or 1999/74/EC and (EU) 2020/464; reach a judgement.

    >>> from ergamot.core.balance.room import provisions
    >>> from ergamot.core.flock.space import judge_space
    >>> need = c.floor_needs["broiler"]
    >>> floor = judge_space(broilers(), need, 7.0, 0.6)
    >>> bare = provisions(broilers(), need, pen(feeders=0, drinkers=0).room)
    >>> with_inside(floor, bare, ()).sentence.text("metric")
    'no feeding edge: needs 3.00 m'
    """
    asked = [
        *(_of_provision(one) for one in inside if one.lacks > 1e-9),
        *(_of_reach(one) for one in reached),
    ]
    if not asked:
        return floor
    worst = min(asked, key=lambda one: rank_of(one.ratio, one.least))
    if rank_of(worst.ratio, worst.least) >= floor.rank:
        return floor
    return replace(
        floor,
        ratio=worst.ratio,
        least=worst.least,
        tell=partial(_telling, floor, worst),
        costs=lambda: worst.cost,
    )


def _telling(floor: Finding, worst: _Asked) -> Telling:
    return replace(
        floor.telling,
        sentence=worst.sentence,
        working=worst.work.steps,
        details=(floor.sentence, *floor.details),
    )


def _of_provision(one: Provision) -> _Asked:
    work = Working()
    work.given("has", f"{one.name} there is", one.has, one.unit, "the frame")
    work.given("needs", f"{one.name} they need", one.needs, one.unit, one.source)
    work.given("k", "the least of it that will do", one.least_share, "", one.least_source)
    work.step("ratio", "has over needs", "has/needs")
    work.step("least", "has over the least", "has/(k*needs)")
    return _Asked(
        work.known["ratio"],
        work.known["least"],
        one.lacking,
        phrase(
            "they quarrel for it, and the weakest goes without; cheapest: as much more of it as is lacking"
        ),
        work,
    )


def _of_reach(one: Reached) -> _Asked:
    work = Working()
    work.given("a", "an arm", ARM_MM, "mm", "a judgement")
    work.given("h", "a catching hook or a rake in its hand", HOOK_MM, "mm", "common practice")
    if math.isinf(one.beyond_mm):
        work.step("ratio", "no opening lets a person in", "0*a")
        work.step("least", "nor a hook", "0*h")
        sentence = phrase(f"no opening lets a person into the {one.zone.name}")
    else:
        work.given("b", "its far corner lies past an arm", one.beyond_mm, "mm", "measured on the frame")
        work.step("ratio", "an arm over what it takes", "a/(a + b)")
        work.step("least", "an arm with a hook over what it takes", "(a + h)/(a + b)")
        sentence = phrase(
            f"the far corner of the {one.zone.name} lies {{beyond}} past an arm's reach",
            beyond=Quantity(one.beyond_mm, "about"),
        )
    cost = phrase("birds in the far corner must be driven out; cheapest: a hatch beside it, or a catch board")
    return _Asked(work.known["ratio"], work.known["least"], sentence, cost, work)
