"""A short search: from one pen down, change by change, to one that no pen beside it beats."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ergamot.core.balance.mends import single_changes
from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate, better_of, design_key, tied_candidate
from ergamot.core.balance.search.figures import Figure
from ergamot.core.balance.search.genes import Genome, genome_of
from ergamot.core.balance.search.promising import promising
from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import ErgamotError, require_range
from ergamot.core.finding import Grade, What
from ergamot.core.frame.design import Design, build, change
from ergamot.core.frame.mass import mass
from ergamot.core.frame.parameters import Value, speaking
from ergamot.core.frame.shapes import shape_of

Changes = Mapping[str, Value]

PAIRED = 8  # of the best changes, tried two and two; may move
FELT_KG = 0.01  # more than this is heavier; may move


def descended(
    catalogue: Catalogue,
    asked: Asked,
    start: Design,
    most: int,
    held: frozenset[str] = frozenset(),
    spared: frozenset[str] = frozenset(),
) -> Candidate:
    """The pen that is met with going from one to the next better beside it.

    By one change at a time, of those likely to help, and so from there on every other running gear; then the same by any change;
    then by two changes at once.

    Args: catalogue; asked, for its flock, its farm and what is settled; start; most, pens tried, 1 to 10000; held, parameters
        that stay as they are, besides what is settled; spared, those changed only where less is wanting then.
    Returns: a Candidate, tied down as cheaply as holds; the start where nothing that is met with is better.
    Raises: OutOfRange.
    Source: common practice: first improvement, begun again elsewhere.

    >>> found = descended(c, make_asked(c, broilers(), farm()), make_design(c, "low-pen", {}), 4)
    >>> found.design.shape
    'low-pen'
    """
    require_range("most", most, 1, 10_000)
    best = tied_candidate(catalogue, asked, start)
    genome = genome_of(catalogue, asked)
    way = _Way(catalogue, asked, genome, most, held | set(asked.fixed), spared, {best.key: best})
    likeliest = way.everywhere(best, likely=True)
    return way.by_two(better_of(likeliest, way.everywhere(best, likely=False)))


@dataclass
class _Way:
    """A way down from one pen to another, while there are pens left to try."""

    catalogue: Catalogue
    asked: Asked
    genome: Genome
    left: int
    held: frozenset[str]
    spared: frozenset[str]
    known: dict[str, Candidate | None]

    def everywhere(self, start: Candidate, likely: bool) -> Candidate:
        """The best that is met with going down from a pen, and from there on every other running gear."""
        best = self.down(start, likely)
        gears = self.genome.choices(start.design.shape, "gear")
        others = [one for gear in gears if (one := self.judged(best.design, {"gear": gear}, again=True))]
        for other in sorted(others, key=lambda one: one.order):
            best = better_of(best, self.down(other, likely))
        return best

    def down(self, best: Candidate, likely: bool) -> Candidate:
        """The best that is met with: every change, or every one that is likely to help, is tried once on the best so far, until
        none helps; begun anew where something else is to be mended first."""
        start = None
        while start is not best and self.left > 0:
            start = best
            for changes, aim in single(self.catalogue, self.genome, start):
                if not likely or aim is None or promising(self.catalogue, best.design, changes, aim):
                    best = self._better(best, changes, again=not likely)
                if _aims(best) != _aims(start):
                    break
        return best

    def by_two(self, best: Candidate) -> Candidate:
        """The best of those that differ in two things, of such as differ well in one."""
        beside = [
            (found, changes)
            for changes, _ in single(self.catalogue, self.genome, best)
            if (found := self.judged(best.design, changes, again=True))
        ]
        for changes in _paired(beside):
            best = self._better(best, changes)
        return best

    def _better(self, best: Candidate, changes: Changes, again: bool = False) -> Candidate:
        under = math.inf if best.wanting else best.figures[Figure.MASS]
        found = self.judged(best.design, changes, again, under)
        if found is None or (self.spared & set(changes) and found.order[0] >= best.order[0]):
            return best
        return better_of(best, found)

    def judged(
        self, design: Design, changes: Changes, again: bool = False, under: float = math.inf
    ) -> Candidate | None:
        """The pen with some things changed; none where there is none, it is not under so many kg, it was met with before and
        is not asked for `again`, or no more are to be tried."""
        if self.left <= 0 or self.held & set(changes):
            return None
        try:
            changed = change(self.catalogue, design, changes)
        except ErgamotError:
            self.left -= 1
            return None
        told = design_key(changed)
        if told in self.known:
            return self.known[told] if again else None
        self.left -= 1
        if under < math.inf and mass(build(changed, self.catalogue)).fresh_kg > under + FELT_KG:
            return None
        self.known[told] = self._tied(changed)
        return self.known[told]

    def _tied(self, design: Design) -> Candidate | None:
        try:
            return tied_candidate(self.catalogue, self.asked, design)
        except ErgamotError:
            return None


def _aims(one: Candidate) -> tuple[str, ...]:
    """List what is to be mended of it first: its worst verdict where one is wanting, and others it is short in; and its weight."""
    by_want = sorted(one.limiting, key=lambda mark: -mark.wanting)
    first = [mark.what for mark in by_want[:1] if mark.wanting]
    return (*first, *(mark.what for mark in by_want[1:] if mark.verdict is Grade.SHORT), What.WEIGHT)


def single(catalogue: Catalogue, genome: Genome, one: Candidate) -> Iterator[tuple[Changes, str | None]]:
    """One thing changed, and what for.

    Args: catalogue; genome, what is varied; one, the pen that is changed.
    Returns: an iterator: what may mend its worst verdict first and what may make it lighter, turn by turn; then any figure a
        step up or down.
    Source: as `single_changes`.

    >>> asked = make_asked(c, broilers(), farm())
    >>> light = judged_design(c, asked, make_design(c, "coop", {}))
    >>> next(single(c, genome_of(c, asked), light))[1] == "weight"
    True
    """
    turns = (
        ((each, what) for each in single_changes(catalogue, one.design, what, one.mends.get(what, ())))
        for what in _aims(one)
    )
    yield from (each for turn in itertools.zip_longest(*turns) for each in turn if each is not None)
    genes = genome.genes[one.design.shape]
    for parameter in speaking(shape_of(one.design.shape).parameters, one.design.values):
        now, gene = one.design.values[parameter.name], genes.get(parameter.name)
        if gene and isinstance(now, float):
            yield from (({gene.name: near}, None) for near in gene.beside(now))


def _paired(beside: list[tuple[Candidate, Changes]]) -> Iterator[Changes]:
    """Two things changed at once, of the best of those changed one by one. Asked for when all of these are known."""
    likeliest = sorted(beside, key=lambda each: each[0].order)[:PAIRED]
    for (_, one), (_, other) in itertools.combinations(likeliest, 2):
        if not set(one) & set(other):
            yield {**one, **other}
