"""Limits a keeper pulls on what was found: what passes, what leaves most out, and, where nothing passes, what would do."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import combinations

from ergamot.core.balance.questions import verdict_of
from ergamot.core.balance.search.candidate import Candidate
from ergamot.core.balance.search.figures import SCALES, Figure
from ergamot.core.errors import OutOfRange, UnknownChoice
from ergamot.core.finding import Grade, Phrase, What, phrase
from ergamot.core.units import Quantity

MOST_WAYS = 6  # out of a conflict that are told; judgement


class Need(StrEnum):
    """What a pen must have besides standing well."""

    BIRDS = "birds"
    REACH = "reach"


WANTED: Mapping[Need, str] = {
    Need.BIRDS: "a feeder, drinker, roost or nest more",
    Need.REACH: "a way in for who keeps them",
}
HAS: Mapping[Need, str] = {
    Need.BIRDS: "has all the feeders, roosts and nests its birds need",
    Need.REACH: "lets a person in wherever its birds are",
}
WITHOUT: Mapping[Need, str] = {
    Need.BIRDS: "with one that lacks something of theirs",
    Need.REACH: "with one that nobody gets into",
}
Limits = Mapping[Figure, float]
Reason = Figure | Need | str  # a limit; what it must have; a verdict, by its key


@dataclass(frozen=True)
class Through:
    """What passes, by key; what each limit and verdict leaves out, the most first."""

    passing: tuple[str, ...]
    left_out: tuple[tuple[Reason, int], ...]


@dataclass(frozen=True)
class WayOut:
    """One way to have something: limits moved to where they would do, verdicts left short, and the pens that pass then, by key,
    the one that wants least first."""

    limits: Limits
    short: tuple[str, ...]
    pens: tuple[str, ...]
    words: Phrase


@dataclass(frozen=True)
class Conflict:
    """Why nothing passes: what cannot be had together, in a sentence, and the ways out of it."""

    reasons: tuple[Reason, ...]
    words: Phrase
    ways: tuple[WayOut, ...]


def make_limits(given: Mapping[str, float]) -> dict[Figure, float]:
    """Check limits.

    Args: given, by the names of figures: kg, money, hours, m/s, N, m², mm, each 0 to a million.
    Returns: them by figure.
    Raises: UnknownChoice, OutOfRange.
    Source: common practice.

    >>> make_limits({"mass": 80.0})
    {<Figure.MASS: 'mass'>: 80.0}
    """
    known = {one.value: one for one in Figure}
    for name, value in given.items():
        if name not in known:
            raise UnknownChoice("limits", name, tuple(known))
        if not 0 <= value <= 1e6:
            raise OutOfRange(name, value, "0 to 1000000")
    return {known[name]: value for name, value in given.items()}


def fails(candidate: Candidate, limits: Limits) -> tuple[Reason, ...]:
    """What a pen does not keep: limits it passes over, verdicts it is short in.

    Args: candidate; limits.
    Returns: each once; none where it passes.
    Source: comparison.

    >>> one = judged_design(c, make_asked(c, broilers(), farm()), make_design(c, "low-pen", {"gear": "skids"}))
    >>> Figure.MASS in fails(one, {Figure.MASS: 1.0}), Figure.MASS in fails(one, {})
    (True, False)
    """
    over = [
        figure
        for figure, limit in limits.items()
        if not SCALES[figure].keeps(candidate.figures[figure], limit)
    ]
    return (*_short_in(candidate), *over)


def _short_in(candidate: Candidate) -> Iterator[str]:
    """The verdicts it is short in; of Space, what of it."""
    roomy = candidate.floor.verdict is not Grade.SHORT
    yield from (what for what in candidate.short if what != What.SPACE or not roomy)
    if candidate.lacks:
        yield Need.BIRDS
    elif What.SPACE in candidate.short and roomy:
        yield Need.REACH


def through(candidates: Sequence[Candidate], limits: Limits) -> Through:
    """Which of some pens pass some limits, and what leaves most of them out.

    Args: candidates; limits.
    Returns: the Through.
    Source: comparison.

    >>> through((), {})
    Through(passing=(), left_out=())
    """
    failed = {one.key: fails(one, limits) for one in candidates}
    counted = Counter(reason for reasons in failed.values() for reason in reasons)
    return Through(tuple(key for key, reasons in failed.items() if not reasons), tuple(counted.most_common()))


def conflict(
    candidates: Sequence[Candidate], limits: Limits, who: Callable[[Candidate], str] = lambda _: ""
) -> Conflict | None:
    """Why nothing passes, and what would do.

    Args: candidates, one or more; limits; who, would move a pen that those who must cannot; empty where no one is known.
    Returns: the Conflict; None where something passes, or nothing was found at all.
    Source: a smallest set of what cannot be had together, by leaving out one after another; ways out by the pens that lack
        least.

    >>> one = judged_design(c, make_asked(c, broilers(), farm()), make_design(c, "low-pen", {"anchors": 6}))
    >>> conflict([one], {Figure.MASS: 1.0}).words.text("metric")
    'Of 1 pen none weighs 1 kg at most'
    """
    failed = {one.key: set(fails(one, limits)) for one in candidates}
    if not failed or not all(failed.values()):
        return None
    reasons: list[Reason] = list(
        dict.fromkeys(reason for each in failed.values() for reason in sorted(each, key=str))
    )
    ways = _ways(candidates, failed, limits, who)
    least = ways[0]  # those that give up fewest verdicts come first
    if len(least.short) == 1 and least.limits == limits:
        alone = Counter(one.short[0] for one in ways for each in failed.values() if each == set(one.short))
        return Conflict(tuple(alone), _alone_told(len(candidates), alone), ways)
    together = _smallest(reasons, list(failed.values()))
    return Conflict(tuple(together), _told(len(candidates), together, limits), ways)


def _smallest(reasons: list[Reason], failed: list[set[Reason]]) -> list[Reason]:
    """A set of reasons that leaves everything out, none of which could be spared."""
    kept = list(reasons)
    for reason in reasons:
        fewer = [one for one in kept if one is not reason]
        if fewer and all(each & set(fewer) for each in failed):
            kept = fewer
    return kept


def _alone_told(count: int, alone: Mapping[str, int]) -> Phrase:
    """One verdict alone is in the way of some pens, perhaps another of others."""
    near = [
        f"{number} {'wants' if number == 1 else 'want'} nothing but {_wanted(reason)}"
        for reason, number in alone.items()
    ]
    return phrase(f"Of {_pens(count)} none will do: {', '.join(near)}")


def _wanted(reason: str) -> str:
    return WANTED[reason] if isinstance(reason, Need) else verdict_of(reason).wanted


def _pens(count: int) -> str:
    return f"{count} {'pen' if count == 1 else 'pens'}"


def _told(count: int, reasons: Sequence[Reason], limits: Limits) -> Phrase:
    parts: list[str] = []
    figures: dict[str, Quantity] = {}
    for i, reason in enumerate(reasons):
        part, told = _asked(reason, limits, f"q{i}")
        parts.append(part)
        figures |= told
    return phrase(f"Of {_pens(count)} none " + " and ".join(parts), **figures)


def _asked(reason: Reason, limits: Limits, name: str) -> tuple[str, dict[str, Quantity]]:
    if isinstance(reason, Need):
        return HAS[reason], {}
    if not isinstance(reason, Figure):
        return verdict_of(reason).stands, {}
    scale = SCALES[reason]
    return scale.asked.format(f"{{{name}}}"), {name: Quantity(limits[reason], scale.unit)}


def _ways(
    candidates: Sequence[Candidate],
    failed: Mapping[str, set[Reason]],
    limits: Limits,
    who: Callable[[Candidate], str],
) -> tuple[WayOut, ...]:
    """For every set of reasons that, given up, lets something pass: how little of each would do."""
    fewest = min(len(each) for each in failed.values())
    reasons = sorted({reason for each in failed.values() for reason in each}, key=str)
    found = []
    for given_up in combinations(reasons, fewest):
        near = [one for one in candidates if failed[one.key] <= set(given_up)]
        if not near:
            continue
        best = min(near, key=lambda one: (one.wanting, one.key))
        moved = {figure: best.figures[figure] for figure in given_up if isinstance(figure, Figure)}
        if len(given_up) == 1 and moved:
            figure = next(iter(moved))
            pick = max if SCALES[figure].much else min
            moved = {figure: pick(one.figures[figure] for one in near)}
        wider = {**limits, **{figure: SCALES[figure].just_keeping(has) for figure, has in moved.items()}}
        short = tuple(one for one in given_up if not isinstance(one, Figure))
        let_through = [one for one in candidates if set(fails(one, wider)) <= set(short)]
        pens = tuple(one.key for one in sorted(let_through, key=lambda one: one.order))
        others = who(best) if What.MOVING in short else ""
        found.append(WayOut(wider, short, pens, _way_told(wider, moved, short, others)))
    found.sort(key=lambda way: (len(way.short), -len(way.pens)))
    return tuple(found[:MOST_WAYS])


def _way_told(wider: Limits, moved: Mapping[Figure, float], short: Sequence[str], who: str) -> Phrase:
    parts, figures = [], {}
    for i, figure in enumerate(moved):
        parts.append(f"{{q{i}}} would do")
        figures[f"q{i}"] = Quantity(wider[figure], SCALES[figure].unit)
    parts += [
        WITHOUT[one]
        if isinstance(one, Need)
        else f"moved by {who}"
        if one == What.MOVING and who
        else f"with one short in {one}"
        for one in short
    ]
    return phrase(", and ".join(parts), **figures)
