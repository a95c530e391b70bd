"""Who frames and judges what a search would try: this process, others beside it, or a cluster, all behind one door."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Protocol

from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate, candidate_of
from ergamot.core.balance.search.genes import Draft
from ergamot.core.catalogue import Catalogue


class Executor(Protocol):
    """Frames and judges drafts; answers in their order, None for one that is no pen."""

    def judged(self, asked: Asked, drafts: Sequence[Draft]) -> Iterator[Candidate | None]: ...


@dataclass(frozen=True)
class InLine:
    """In this process, one after another."""

    catalogue: Catalogue

    def judged(self, asked: Asked, drafts: Sequence[Draft]) -> Iterator[Candidate | None]:
        """Each draft as a Candidate, None for one that is no pen."""
        for draft in drafts:
            yield candidate_of(self.catalogue, asked, draft)
