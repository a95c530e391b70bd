"""What would mend a pen's verdict, worked out one after another."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Any

from ergamot.core.balance.mends import Mend, mends
from ergamot.operations.pens import stands
from ergamot.operations.work import Work
from ergamot.store.documents import PenBody
from ergamot.store.records import Record


def mends_of(work: Work, record: Record[PenBody], trying: Mapping[str, Any], what: str) -> Iterator[Mend]:
    """Changes that would bring a verdict nearer to right; all that is kept has been read when this returns."""
    pen = stands(work, record, trying)
    return mends(work.catalogue, pen.design, pen.flock, pen.farm, what)
