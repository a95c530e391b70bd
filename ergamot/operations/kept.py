"""Stepping back and forth through the revisions of a record of any kind."""

from __future__ import annotations

from typing import Literal

from ergamot.operations.work import Work
from ergamot.store.records import Kind, Record, Stale, redo, undo

Step = Literal["undo", "redo"]

__all__ = ["Kind", "Record", "Stale", "Step", "take_step"]


def take_step(work: Work, record: Record, base: int, step: Step) -> Record:
    """Take the last change to a record back, or bring back what was taken, from revision `base`."""
    take = undo if step == "undo" else redo
    return take(work.session, record, base, work.user, work.now)
