"""Reading and appending revisions. Nothing here commits: the caller's unit of work does."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from ergamot.core.errors import ErgamotError, NotFound, NothingToUndo
from ergamot.store.models import FarmRow, RecordRow, RevisionRow

Kind = Literal["flock", "pen", "lawn", "place", "row"]


@dataclass(frozen=True)
class Record:
    """A record as it stands at its newest revision."""

    id: int
    kind: str
    revision: int
    body: dict[str, Any]
    can_undo: bool
    can_redo: bool


@dataclass(frozen=True)
class Revision:
    """One step in a record's life, as the store keeps it."""

    number: int
    cause: str
    state: int
    before: int
    body: dict[str, Any]
    note: str
    made_by: str
    made_at: datetime


class Stale(ErgamotError):
    """Someone else changed the record since the revision an edit started from."""

    title = "Changed by someone else meanwhile"

    def __init__(self, base: int, theirs: Record, base_body: dict[str, Any]):
        super().__init__(
            "This was changed in another window since you opened it. Nothing was overwritten.",
            field="revision",
            value=base,
            allowed=str(theirs.revision),
        )
        self.theirs = theirs
        self.base_body = base_body


def the_farm(session: Session, now: datetime) -> int:
    """The one farm's number, making it when the store is empty."""
    found = session.scalar(select(FarmRow.id).order_by(FarmRow.id).limit(1))
    if found is not None:
        return found
    farm = FarmRow(name="My farm", made_at=now)
    session.add(farm)
    session.flush()
    return farm.id


def find(session: Session, kind: Kind, record_id: int) -> Record:
    """A record of a kind by its number, or NotFound."""
    row = session.get(RecordRow, record_id)
    if row is None or row.kind != kind:
        raise NotFound(f"There is no {kind} number {record_id} on this farm", field=kind, value=record_id)
    return _record(session, row)


def find_all(session: Session, farm_id: int, kind: Kind) -> list[Record]:
    """All records of a kind, oldest first."""
    rows = session.scalars(
        select(RecordRow).where(RecordRow.farm_id == farm_id, RecordRow.kind == kind).order_by(RecordRow.id)
    )
    return [_record(session, row) for row in rows]


def create(
    session: Session, farm_id: int, kind: Kind, body: dict[str, Any], note: str, user: str, now: datetime
) -> Record:
    """Keep a new record as its first revision."""
    row = RecordRow(farm_id=farm_id, kind=kind, head=1, made_at=now)
    session.add(row)
    session.flush()
    session.add(_revision(row.id, 1, "edit", 1, 0, body, note, user, now))
    session.flush()
    return _record(session, row)


def revise(
    session: Session, record: Record, base: int, body: dict[str, Any], note: str, user: str, now: datetime
) -> Record:
    """Append an edit made from revision `base`; Stale when that is no longer the newest."""
    row = _locked(session, record, base)
    head = _at(session, row.id, row.head)
    number = row.head + 1
    session.add(_revision(row.id, number, "edit", number, head.state, body, note, user, now))
    row.head = number
    session.flush()
    return _record(session, row)


def revisions(session: Session, record: Record) -> list[Revision]:
    """Every step of a record, oldest first."""
    rows = session.scalars(
        select(RevisionRow).where(RevisionRow.record_id == record.id).order_by(RevisionRow.number)
    )
    return [
        Revision(r.number, r.cause, r.state, r.before, r.body, r.note, r.made_by, r.made_at) for r in rows
    ]


def undo(session: Session, record: Record, base: int, user: str, now: datetime) -> Record:
    """Append a revision that holds what stood before the last step."""
    row = _locked(session, record, base)
    state = _at(session, row.id, _at(session, row.id, row.head).state)
    if state.before == 0:
        raise NothingToUndo("There is nothing before this to go back to", field="revision", value=base)
    return _restore(session, row, "undo", state.before, user, now)


def redo(session: Session, record: Record, base: int, user: str, now: datetime) -> Record:
    """Append a revision that holds what the last undo took back."""
    row = _locked(session, record, base)
    ahead = _redo_state(session, row)
    if ahead is None:
        raise NothingToUndo("There is no step that was taken back", field="revision", value=base)
    return _restore(session, row, "redo", ahead, user, now)


def _restore(session: Session, row: RecordRow, cause: str, state: int, user: str, now: datetime) -> Record:
    target = _at(session, row.id, state)
    number = row.head + 1
    session.add(_revision(row.id, number, cause, state, target.before, target.body, target.note, user, now))
    row.head = number
    session.flush()
    return _record(session, row)


def _redo_state(session: Session, row: RecordRow) -> int | None:
    """The state undone last that grew from the state now shown, if no edit came since."""
    last_edit = session.scalar(
        select(func.max(RevisionRow.number)).where(
            RevisionRow.record_id == row.id, RevisionRow.cause == "edit"
        )
    )
    shown = _at(session, row.id, row.head).state
    if last_edit is None or shown == last_edit:
        return None
    return _grown_from(session, row.id, shown, last_edit)


def _grown_from(session: Session, record_id: int, shown: int, newest_edit: int) -> int | None:
    """Walk back from the newest edit to the state that came straight after the one shown."""
    state = newest_edit
    while state:
        before = _at(session, record_id, state).before
        if before == shown:
            return state
        state = before
    return None


def _locked(session: Session, record: Record, base: int) -> RecordRow:
    row = session.get(RecordRow, record.id, with_for_update=True, populate_existing=True)
    assert row is not None
    if row.head != base:
        base_row = session.scalar(
            select(RevisionRow).where(RevisionRow.record_id == row.id, RevisionRow.number == base)
        )
        raise Stale(base, _record(session, row), base_row.body if base_row else {})
    return row


def _at(session: Session, record_id: int, number: int) -> RevisionRow:
    return session.scalars(
        select(RevisionRow).where(RevisionRow.record_id == record_id, RevisionRow.number == number)
    ).one()


def _record(session: Session, row: RecordRow) -> Record:
    head = _at(session, row.id, row.head)
    state = head if head.state == head.number else _at(session, row.id, head.state)
    return Record(
        id=row.id,
        kind=row.kind,
        revision=row.head,
        body=head.body,
        can_undo=state.before != 0,
        can_redo=head.cause != "edit" and _redo_state(session, row) is not None,
    )


def _revision(
    record_id: int,
    number: int,
    cause: str,
    state: int,
    before: int,
    body: dict[str, Any],
    note: str,
    user: str,
    now: datetime,
) -> RevisionRow:
    return RevisionRow(
        record_id=record_id,
        number=number,
        cause=cause,
        state=state,
        before=before,
        body=body,
        note=note,
        made_by=user,
        made_at=now,
    )
