"""Who frames and judges what a search would try: this process, others beside it, or a cluster, all behind one door."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Protocol, TypeVar

from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate, candidate_of
from ergamot.core.balance.search.genes import Draft
from ergamot.core.catalogue import Catalogue

One = TypeVar("One")
Found = TypeVar("Found")


class Executor(Protocol):
    """Frames and judges drafts; answers in their order, None for one that is no pen."""

    def judged(self, asked: Asked, drafts: Sequence[Draft]) -> Iterator[Candidate | None]: ...


class Hands(Protocol):
    """Work something out for each of some, by a function of a module that is handed the catalogue; answer in their order."""

    def each(self, work: Callable[[Catalogue, One], Found], over: Sequence[One]) -> list[Found]: ...


@dataclass(frozen=True)
class InLine:
    """In this process, one after another."""

    catalogue: Catalogue

    def each(self, work: Callable[[Catalogue, One], Found], over: Sequence[One]) -> list[Found]:
        """What each of some comes to."""
        return [work(self.catalogue, one) for one in over]

    def judged(self, asked: Asked, drafts: Sequence[Draft]) -> Iterator[Candidate | None]:
        """Each draft as a Candidate, None for one that is no pen."""
        for draft in drafts:
            yield candidate_of(self.catalogue, asked, draft)
