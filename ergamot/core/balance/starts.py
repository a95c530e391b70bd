"""Whole designs to start from: one for each of several shapes, the most fitting first."""

from __future__ import annotations

from dataclasses import dataclass

from ergamot.core.balance.propose import propose, sketched
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

HOW_MANY = 3


@dataclass(frozen=True)
class Start:
    """A design to begin from, what it comes to, and tools it needs that the farm has not. `school` is the way its shape is
    built in, by its key; empty as it usually is."""

    design: Design
    school: str
    structure: Structure
    judged: Judged
    lacking: tuple[Tool, ...]

    @property
    def fails(self) -> tuple[What, ...]:
        """The verdicts it falls short in, by name."""
        return tuple(one.what for one in self.judged.graded if one.falls_short)


def starts(catalogue: Catalogue, flock: Flock, farm: FarmConditions) -> tuple[Start, ...]:
    """Three designs of different shapes for a flock, each built in the way that looks best of all its shape is built in.

    Args: catalogue; flock; farm.
    Returns: up to three Starts, each good in Space to the leaving day; fewest short first, then what
        lacks least of feeders, drinkers, roosts and nests, then fewest tools to borrow, then the better of the weakest other verdict.
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
    found = []
    for shape in SHAPES:
        school = _best_way(catalogue, flock, farm, shape)
        if school is None:
            continue  # no size of it can be built for these birds
        design = propose(catalogue, flock, farm, shape, SHAPES[shape].school_of(school))
        structure = build(design, catalogue)
        judged = judge(catalogue, structure, flock, farm)
        if judged.space.ratio >= 1:
            found.append(
                Start(design, school, structure, judged, tools_lacking(SHAPES[shape].tools, farm.tools))
            )
    found.sort(key=_rank)
    return tuple(found[:HOW_MANY])


def _best_way(catalogue: Catalogue, flock: Flock, farm: FarmConditions, shape: str) -> str | None:
    """The way of building a shape, by the key of its school, that looks best for these birds: as it usually is, unless
    another looks better."""
    some = SHAPES[shape]
    ways = ["", *(school.key for school in some.schools)]
    looks = [
        (look, -i)
        for i, way in enumerate(ways)
        if (look := sketched(catalogue, flock, farm, shape, some.school_of(way)))
    ]
    return ways[-max(looks)[1]] if looks else None


def _rank(start: Start) -> tuple[int, int, int, int, float]:
    level, mark = min(one.rank for one in start.judged.graded if one.what is not What.SPACE)
    wanting = sum(one.lacks > 0 for one in start.judged.provisions)
    return len(start.fails), wanting, len(start.lacking), -level, -mark
