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
    """Drafts in parts, each a share of what is left, so that few are handed out and none waits long for the last of them: guided
    self-scheduling (Polychronopoulos & Kuck 1987)."""
    parts: list[Sequence[Draft]] = []
    while drafts:
        size = max(1, len(drafts) // (PARTS_EACH * workers))
        parts.append(drafts[:size])
        drafts = drafts[size:]
    return parts


PARTS_EACH = 2  # of what is left, for every worker; may move
