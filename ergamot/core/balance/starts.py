"""Whole designs to start from: one for each of several shapes, the most fitting first."""

from __future__ import annotations

from dataclasses import dataclass

from ergamot.core.balance.propose import first_look, proposed
from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate
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


def starts(catalogue: Catalogue, flock: Flock, farm: FarmConditions) -> tuple[Start, ...]:
    """Three designs of different shapes for a flock: those that look best, each in the best-looking way it is built.

    Args: catalogue; flock; farm.
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
    looks = [way for shape in SHAPES if (way := _best_way(catalogue, flock, farm, shape))]
    found: list[Start] = []
    for look, shape, school in sorted(looks, key=lambda way: way[0].order):
        if look.ratio(What.SPACE) < LEAST_ROOM:
            continue
        pen = proposed(catalogue, flock, farm, shape, tuple(SHAPES[shape].school_of(school).items()))
        structure = build(pen.design, catalogue)
        judged = judge(catalogue, structure, flock, farm)
        if judged.space.ratio >= 1:
            found.append(
                Start(pen, school, structure, judged, tools_lacking(SHAPES[shape].tools, farm.tools))
            )
        if len(found) == HOW_MANY:
            break
    return tuple(sorted(found, key=_rank))


def _best_way(
    catalogue: Catalogue, flock: Flock, farm: FarmConditions, shape: str
) -> tuple[Candidate, str, str] | None:
    """How a shape looks, its key, and the way of building it that looks best for these birds, by the key of its school: all of
    them on the running gear that looks best of the usual way."""
    looks: dict[str, Candidate] = {}
    for way in ("", *(school.key for school in SHAPES[shape].schools)):
        asked = Asked(flock, farm, (shape,), SHAPES[shape].school_of(way))
        if look := first_look(catalogue, asked, gear_of=looks.get("")):
            looks[way] = look
    ways = ((look, shape, way) for way, look in looks.items())
    return min(ways, key=lambda way: way[0].order, default=None)


def _rank(start: Start) -> tuple[int, int, float, int, float]:
    found = start.found
    return len(found.short), found.lacks, round(found.wanting, 1), found.borrowed, found.figures[Figure.MASS]
