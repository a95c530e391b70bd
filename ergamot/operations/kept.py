"""Keeping new records, and stepping back and forth through the revisions of any."""

from __future__ import annotations

from typing import Literal, TypeVar

from ergamot.operations.work import Work
from ergamot.store.documents import Document
from ergamot.store.records import Record, Stale, create, create_keyed, redo, undo

Step = Literal["undo", "redo"]

__all__ = ["Record", "Stale", "Step", "keep_once", "take_step"]


B = TypeVar("B")


def keep_once(work: Work, document: Document[B], body: B, note: str) -> tuple[Record[B], bool]:
    """Keep a new record; where its sender gave it a mark and it is kept already, that one. Whether it was made now."""
    session, farm, user, now = work.session, work.settled_id, work.user, work.now
    if not work.mark:
        return create(session, farm, document, body, note, user, now), True
    return create_keyed(session, farm, document, f"sent/{work.mark}", body, note, user, now)


def take_step(work: Work, record: Record[B], base: int, step: Step) -> Record[B]:
    """Take the last change to a record back, or bring back what was taken, from revision `base`."""
    take = undo if step == "undo" else redo
    return take(work.session, record, base, work.user, work.now)
