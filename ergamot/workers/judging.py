"""What a worker does, wherever it is: frames and judges some drafts with a farm's own catalogue."""

from __future__ import annotations

from collections.abc import Sequence

from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate, candidate_of
from ergamot.core.balance.search.genes import Draft
from ergamot.core.catalogue.tables import OwnRows, merged


def judge_some(own: OwnRows, asked: Asked, drafts: Sequence[Draft]) -> list[Candidate | None]:
    """Each draft as a candidate, None for one that is no pen. The catalogue is made of a farm's own rows once and kept."""
    catalogue = merged(own)
    return [candidate_of(catalogue, asked, draft) for draft in drafts]


def parts_of(drafts: Sequence[Draft], workers: int) -> list[Sequence[Draft]]:
    """Drafts in parts: some for every worker, so that none waits long for another."""
    size = max(1, -(-len(drafts) // (PARTS_EACH * workers)))
    return [drafts[i : i + size] for i in range(0, len(drafts), size)]


PARTS_EACH = 12  # of a generation: of twenty-four, two workers take one draft at a time; may move
