"""While nothing passes: the best pen of each way of building, changed by what is likely to mend what is worst of it."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from itertools import islice

from ergamot.core.balance.search.candidate import Candidate
from ergamot.core.balance.search.genes import SCHOOL, Draft, Genome, draft_key
from ergamot.core.balance.search.promising import promising
from ergamot.core.balance.search.short import single
from ergamot.core.catalogue import Catalogue
from ergamot.core.frame.parameters import Value

EACH = 3  # changes of one pen in a generation, before the next is looked beside; may move
AHEAD = 2  # of the best ways of building, which are looked beside in every generation; may move

Way = tuple[str, Value]  # of building: a shape and one of its schools


@dataclass
class Toward:
    """The best pen met with in each way of building, and what is still to be tried beside it."""

    catalogue: Catalogue
    genome: Genome
    best: dict[Way, tuple[Candidate, Iterator[Draft]]] = field(default_factory=dict)

    @property
    def passed(self) -> bool:
        """Does any pen pass? The best of its way does then."""
        return any(pen.passes for pen, _ in self.best.values())

    def meet(self, found: Mapping[str, Candidate | None], drafts: Mapping[str, Draft]) -> None:
        """Take in what a generation came to, by the keys of its drafts."""
        for key, one in found.items():
            if one is None:
                continue
            way = (one.design.shape, dict(drafts[key].values).get(SCHOOL, ""))
            if way not in self.best or _in_the_way(one) < _in_the_way(self.best[way][0]):
                self.best[way] = one, self._beside(one, drafts[key])

    def drafts(self, generation: int, tried: set[str]) -> Iterator[Draft]:
        """Drafts not tried yet: some beside the best ways of building, then beside the others in turn."""
        ways = sorted(self.best, key=lambda way: _in_the_way(self.best[way][0]))
        ahead, others = ways[:AHEAD], ways[AHEAD:]
        first = EACH * generation % max(1, len(others))
        for way in (*ahead, *others[first:], *others[:first]):
            untried = (one for one in self.best[way][1] if draft_key(one) not in tried)
            yield from islice(untried, EACH)

    def _beside(self, pen: Candidate, came_of: Draft) -> Iterator[Draft]:
        """A pen with one thing changed: what is likely to help first."""
        ways = list(single(self.catalogue, self.genome, pen))
        likely = [not aim or promising(self.catalogue, pen.design, changes, aim) for changes, aim in ways]
        for turn in (True, False):
            for (changes, _), may in zip(ways, likely, strict=True):
                if may is turn:
                    values = {**dict(came_of.values), **changes}
                    yield self.genome.draft(self.genome.shares(came_of.shape, values))


def _in_the_way(one: Candidate) -> tuple[int, tuple[float, float, float, str]]:
    """How far a pen is from passing: in how much it falls short, then its order."""
    return len(one.short) + one.lacks, one.order
