"""Whole designs to start from: one for each of several shapes, the most fitting first."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from functools import lru_cache

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
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.design import Design, build
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.passing import sticks

HOW_MANY = 3
MOST_WAYS = 12  # of building, the best-looking, that are tried for them; may move
# Of what is good in Space, where a shape looks best: what is changed of it then gives no more room
LEAST_ROOM = 0.9  # may move
KEPT_STARTS = 8  # flocks: their page is opened again and again; may move


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
    def fails(self) -> tuple[str, ...]:
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

    The last that were asked for are kept.

    Args: catalogue; flock; farm; hands, who works them out; this process, one after another, where none are given.
    Returns: up to three Starts, each with floor that is good to the leaving day; fewest short first, then what
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
    place = _place_for(catalogue, flock, farm, tuple(SHAPES))
    if not place:
        place[:] = [_searched(catalogue, flock, farm, hands or InLine(catalogue))]
    return place[0]


@lru_cache(maxsize=KEPT_STARTS)
def _place_for(
    catalogue: Catalogue, flock: Flock, farm: FarmConditions, shapes: tuple[str, ...]
) -> list[tuple[Start, ...]]:
    """Return the place where starts among these shapes are kept: empty until there are some."""
    return []


def _searched(catalogue: Catalogue, flock: Flock, farm: FarmConditions, hands: Hands) -> tuple[Start, ...]:
    looks = sorted(_looks(hands, flock, farm), key=lambda look: look[0].order)
    left = [way for look, way in looks if look.floor.ratio >= LEAST_ROOM][:MOST_WAYS]
    found: dict[str, Start] = {}
    while left and len(found) < HOW_MANY:
        now = _of_other_shapes(left, found)[: HOW_MANY - len(found)]
        if not now:
            break
        left = [way for way in left if way not in now]
        for way, pen in zip(now, hands.each(_proposed, now), strict=True):
            start = _start(catalogue, way, pen)
            if start is not None:
                found[way.shape] = start
    return tuple(sorted(found.values(), key=_rank))


def _of_other_shapes(ways: list[_Way], found: Mapping[str, Start]) -> list[_Way]:
    """The best-looking way of each shape that is not found yet."""
    best: dict[str, _Way] = {}
    for way in ways:
        if way.shape not in found:
            best.setdefault(way.shape, way)
    return list(best.values())


def _looks(hands: Hands, flock: Flock, farm: FarmConditions) -> Iterator[tuple[Candidate, _Way]]:
    """Look at each way of building a shape for these birds: every other way on the running gear that looks best
    of the usual one."""
    usual = [_Way(flock, farm, shape) for shape in SHAPES]
    first = dict(zip(usual, hands.each(_look, [(way, None) for way in usual]), strict=True))
    others = [replace(way, school=school.key) for way in usual for school in SHAPES[way.shape].schools]
    then = hands.each(_look, [(way, first[replace(way, school="")]) for way in others])
    looks = {**first, **dict(zip(others, then, strict=True))}
    yield from ((look, way) for way, look in looks.items() if look)


def _look(catalogue: Catalogue, asked_for: tuple[_Way, Candidate | None]) -> Candidate | None:
    way, gear_of = asked_for
    return first_look(catalogue, Asked(way.flock, way.farm, (way.shape,), dict(way.given)), gear_of=gear_of)


def _proposed(catalogue: Catalogue, way: _Way) -> Candidate:
    return proposed(catalogue, way.flock, way.farm, way.shape, way.given)


def _start(catalogue: Catalogue, way: _Way, pen: Candidate) -> Start | None:
    """A proposal as a start, kept for whoever begins from it; none where its floor is not good to the leaving day, or it does not get to
    the field."""
    remember(catalogue, way.flock, way.farm, way.shape, way.given, pen)
    structure = build(pen.design, catalogue)
    judged = judge(catalogue, structure, way.flock, way.farm)
    lacking = tools_lacking(SHAPES[way.shape].tools, way.farm.tools)
    there = judged.floor.ratio >= 1 and sticks(structure, way.farm) is None
    return Start(pen, way.school, structure, judged, lacking) if there else None


def _rank(start: Start) -> tuple[int, int, float, int, float]:
    found = start.found
    return len(found.short), found.lacks, round(found.wanting, 1), found.borrowed, found.figures[Figure.MASS]
