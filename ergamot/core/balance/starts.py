"""Whole designs to start from: one for each of several shapes, the most fitting first."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from ergamot.core.balance.propose import Given, first_look, proposed, remember
from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate
from ergamot.core.balance.search.executor import Hands, InLine
from ergamot.core.balance.search.figures import Figure
from ergamot.core.balance.verdicts import Judged, judge
from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.kinds import Tool
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.farm.tools import tools_lacking
from ergamot.core.finding import What
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.design import Design, build
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.passing import sticks

HOW_MANY = 3
# Of what is good in Space, where a shape looks best: what is changed of it then gives no more room
LEAST_ROOM = 0.9  # may move


@dataclass(frozen=True)
class Start:
    """A pen to begin from, what it comes to, and tools it needs that the farm has not. `school` is the way its shape is
    built in, by its key; empty as it usually is."""

    found: Candidate
    school: str
    structure: Structure
    judged: Judged
    lacking: tuple[Tool, ...]

    @property
    def design(self) -> Design:
        return self.found.design

    @property
    def fails(self) -> tuple[What, ...]:
        """The verdicts it falls short in, by name."""
        return self.found.short


@dataclass(frozen=True)
class _Way:
    """A shape and a way it is built in, by the key of its school, for a flock on a farm."""

    flock: Flock
    farm: FarmConditions
    shape: str
    school: str = ""

    @property
    def given(self) -> Given:
        return tuple(SHAPES[self.shape].school_of(self.school).items())


def starts(
    catalogue: Catalogue, flock: Flock, farm: FarmConditions, hands: Hands | None = None
) -> tuple[Start, ...]:
    """Three designs of different shapes for a flock: those that look best, each in the best-looking way it is built.

    Args: catalogue; flock; farm; hands, who works them out; this process, one after another, where none are given.
    Returns: up to three Starts, each good in Space to the leaving day; fewest short first, then what
        lacks least of feeders, drinkers, roosts and nests, then what wants least, then fewest tools to borrow, then the lightest.
    Source: common practice.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.flock.flock import make_flock
    >>> from ergamot.core.farm.conditions import make_conditions
    >>> c = load_catalogue()
    >>> f = make_flock(c, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    >>> len({start.design.shape for start in starts(c, f, make_conditions(c))})
    3
    """
    hands = hands or InLine(catalogue)
    looks = sorted(_best_looks(hands, flock, farm), key=lambda look: look[0].order)
    left = [way for look, way in looks if look.ratio(What.SPACE) >= LEAST_ROOM]
    found: list[Start] = []
    while left and len(found) < HOW_MANY:
        wanted = HOW_MANY - len(found)
        now, left = left[:wanted], left[wanted:]
        pens = hands.each(_proposed, now)
        found += [one for way, pen in zip(now, pens, strict=True) if (one := _start(catalogue, way, pen))]
    return tuple(sorted(found, key=_rank))


def _best_looks(hands: Hands, flock: Flock, farm: FarmConditions) -> Iterator[tuple[Candidate, _Way]]:
    """How each shape looks in the way of building it that looks best for these birds, and that way: every other way on the
    running gear that looks best of the usual one."""
    usual = [_Way(flock, farm, shape) for shape in SHAPES]
    first = dict(zip(usual, hands.each(_look, [(way, None) for way in usual]), strict=True))
    others = [replace(way, school=school.key) for way in usual for school in SHAPES[way.shape].schools]
    then = hands.each(_look, [(way, first[replace(way, school="")]) for way in others])
    looks = {**first, **dict(zip(others, then, strict=True))}
    for way in usual:
        own = [(look, one) for one, look in looks.items() if look and one.shape == way.shape]
        if own:
            yield min(own, key=lambda look: look[0].order)


def _look(catalogue: Catalogue, asked_for: tuple[_Way, Candidate | None]) -> Candidate | None:
    way, gear_of = asked_for
    return first_look(catalogue, Asked(way.flock, way.farm, (way.shape,), dict(way.given)), gear_of=gear_of)


def _proposed(catalogue: Catalogue, way: _Way) -> Candidate:
    return proposed(catalogue, way.flock, way.farm, way.shape, way.given)


def _start(catalogue: Catalogue, way: _Way, pen: Candidate) -> Start | None:
    """A proposal as a start, kept for whoever begins from it; none where it is not good in Space to the leaving day, or does not get to
    the field."""
    remember(catalogue, way.flock, way.farm, way.shape, way.given, pen)
    structure = build(pen.design, catalogue)
    judged = judge(catalogue, structure, way.flock, way.farm)
    lacking = tools_lacking(SHAPES[way.shape].tools, way.farm.tools)
    there = judged.space.ratio >= 1 and sticks(structure, way.farm) is None
    return Start(pen, way.school, structure, judged, lacking) if there else None


def _rank(start: Start) -> tuple[int, int, float, int, float]:
    found = start.found
    return len(found.short), found.lacks, round(found.wanting, 1), found.borrowed, found.figures[Figure.MASS]
