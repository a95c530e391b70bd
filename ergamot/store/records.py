"""Reading and appending revisions. Nothing here commits: the caller's unit of work does."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Generic, TypeVar

from sqlalchemy import Select, delete, select
from sqlalchemy.dialects.mysql import insert
from sqlalchemy.orm import Session

from ergamot.core.errors import ErgamotError, NotFound, NothingToUndo
from ergamot.store.documents import PEN, Document, FlockBody, PenBody
from ergamot.store.documents.document import Stored
from ergamot.store.models import FarmRow, LineRow, RecordRow, RevisionRow

B = TypeVar("B")

HOME = "home"  # the key of the one farm there is
NO_FARM = 0
NEWEST = 2**31 - 1  # no number in the store is larger
LONGEST_NOTE = 200


@dataclass(frozen=True)
class Record(Generic[B]):
    """A record as it stands at its newest revision."""

    id: int
    document: Document[B]
    revision: int
    body: B
    can_undo: bool
    can_redo: bool
    away_at: datetime | None

    @property
    def kind(self) -> str:
        """Name the kind it is of."""
        return self.document.name

    @property
    def written(self) -> Stored:
        """Write its body as it is stored and sent."""
        return self.document.written(self.body)


@dataclass(frozen=True)
class Revision(Generic[B]):
    """One step in a record's life, as the store keeps it."""

    number: int
    cause: str
    state: int
    before: int
    body: B
    note: str
    made_by: str
    made_at: datetime


class Stale(ErgamotError):
    """Someone else changed the record since the revision an edit started from."""

    title = "Changed by someone else meanwhile"

    def __init__(self, base: int, theirs: Record[Any], base_body: Stored):
        super().__init__(
            "This was changed in another window since you opened it. Nothing was overwritten.",
            field="revision",
            value=base,
            allowed=str(theirs.revision),
        )
        self.theirs = theirs
        self.base_body = base_body


def farm_there(session: Session) -> int:
    """The one farm's number, 0 while the store is empty: nothing belongs to that."""
    return session.scalar(select(FarmRow.id).where(FarmRow.key == HOME)) or NO_FARM


def settled_farm(session: Session, now: datetime) -> int:
    """The one farm's number. An empty store gets its farm, however many ask for it at once."""
    found = farm_there(session)
    if not found:
        made = insert(FarmRow).values(key=HOME, name="My farm", made_at=now)
        session.execute(made.on_duplicate_key_update(key=made.inserted.key))
        found = farm_there(session)
    return found


def hold_farm(session: Session, farm_id: int) -> None:
    """Let nobody else count or add on this farm till the unit of work ends: who comes second sees what the first kept."""
    session.execute(select(FarmRow.id).where(FarmRow.id == farm_id).with_for_update())


def find(session: Session, farm_id: int, document: Document[B], record_id: int) -> Record[B]:
    """A record of a farm and a kind by its number, or NotFound."""
    row, kind = session.get(RecordRow, record_id) if record_id <= NEWEST else None, document.name
    if row is None or (row.farm_id, row.kind) != (farm_id, kind):
        raise NotFound(f"There is no {kind} number {record_id} on this farm", field=kind, value=record_id)
    return _record(document, row, _at(session, row.id, row.head))


def pens_for(session: Session, flock: Record[FlockBody]) -> list[Record[PenBody]]:
    """The pens of a flock, at hand and put away, oldest first."""
    newest = (RevisionRow.record_id == RecordRow.id) & (RevisionRow.number == RecordRow.head)
    mine = select(RecordRow, RevisionRow).join(RevisionRow, newest).where(RecordRow.flock_id == flock.id)
    return [_record(PEN, row, head) for row, head in session.execute(mine.order_by(RecordRow.id))]


def find_all(
    session: Session,
    farm_id: int,
    document: Document[B],
    away: bool | None = False,
    after: int = 0,
    most: int | None = None,
) -> list[Record[B]]:
    """Records of a kind, oldest first: those at hand, those put away, or (None) both; from the one after a number
    on, and at most so many."""
    asked = _of_kind(farm_id, document).where(RecordRow.id > after).limit(most)
    if away is not None:
        asked = asked.where(RecordRow.away_at.is_not(None) if away else RecordRow.away_at.is_(None))
    return [_record(document, row, head) for row, head in session.execute(asked)]


def find_keyed(session: Session, farm_id: int, document: Document[B], begins: str = "") -> list[Record[B]]:
    """All records of a kind of which the farm has one a key, at hand or put away, oldest first; those whose key begins so."""
    keyed = _of_kind(farm_id, document).where(RecordRow.key.startswith(begins, autoescape=True))
    return [_record(document, row, head) for row, head in session.execute(keyed)]


def _of_kind(farm_id: int, document: Document[Any]) -> Select[RecordRow, RevisionRow]:
    """Each record of a kind with the revision it stands at."""
    newest = (RevisionRow.record_id == RecordRow.id) & (RevisionRow.number == RecordRow.head)
    mine = (RecordRow.farm_id == farm_id) & (RecordRow.kind == document.name)
    return select(RecordRow, RevisionRow).join(RevisionRow, newest).where(mine).order_by(RecordRow.id)


def create(
    session: Session, farm_id: int, document: Document[B], body: B, note: str, user: str, now: datetime
) -> Record[B]:
    """Keep a new record as its first revision."""
    row = RecordRow(farm_id=farm_id, kind=document.name, key=None, head=1, made_at=now, away_at=None)
    session.add(row)
    session.flush()
    return _first(session, row, document, body, note, user, now)


def create_keyed(
    session: Session,
    farm_id: int,
    document: Document[B],
    key: str,
    body: B,
    note: str,
    user: str,
    now: datetime,
) -> tuple[Record[B], bool]:
    """Keep the only record of a key. Whoever asks second waits for the first and gets what it kept; the answer's
    second part tells whether it was made here."""
    kind = document.name
    made = insert(RecordRow).values(farm_id=farm_id, kind=kind, key=key, head=1, made_at=now)
    session.execute(made.on_duplicate_key_update(key=made.inserted.key))
    row = session.scalars(
        select(RecordRow).where(RecordRow.farm_id == farm_id, RecordRow.kind == kind, RecordRow.key == key)
    ).one()
    here = session.scalar(select(RevisionRow.id).where(RevisionRow.record_id == row.id).limit(1)) is None
    if here:
        return _first(session, row, document, body, note, user, now), True
    return _record(document, row, _at(session, row.id, row.head)), False


def create_many(
    session: Session,
    farm_id: int,
    document: Document[B],
    bodies: Mapping[str, B],
    note: str,
    user: str,
    now: datetime,
) -> None:
    """Keep new records by keys none of which is taken, all at once."""
    kind = document.name
    rows = [RecordRow(farm_id=farm_id, kind=kind, key=key, head=1, made_at=now) for key in bodies]
    session.add_all(rows)
    session.flush()
    session.add_all(
        _revision(row.id, document, 1, "edit", 1, 0, 0, body, note, user, now)
        for row, body in zip(rows, bodies.values(), strict=True)
    )
    session.flush()


def _first(
    session: Session, row: RecordRow, document: Document[B], body: B, note: str, user: str, now: datetime
) -> Record[B]:
    first = _revision(row.id, document, 1, "edit", 1, 0, 0, body, note, user, now)
    session.add(first)
    row.flock_id = _flock_in(body)
    session.flush()
    return _record(document, row, first)


def _flock_in(body: object) -> int | None:
    """Return the flock a body is for; None where it is for none."""
    return getattr(body, "flock_id", None)


def revise(
    session: Session, record: Record[B], base: int, body: B, note: str, user: str, now: datetime
) -> Record[B]:
    """Append an edit made from revision `base`; Stale when that is no longer the newest. An edit that changes
    nothing is no revision: the record is answered as it stands."""
    row, document = _locked(session, record, base), record.document
    head = _at(session, row.id, row.head)
    if document.read(head.version, head.body) == body:
        return _record(document, row, head)
    number = row.head + 1
    edit = _revision(row.id, document, number, "edit", number, head.state, 0, body, note, user, now)
    return _append(session, document, row, edit, body)


def edits(session: Session, record: Record[B], before: int, most: int) -> tuple[list[Revision[B]], set[int]]:
    """The newest edits of a record older than number `before`, newest first, and the numbers that stand of those
    from the oldest of them on: what an undo took back does not."""
    rows = session.scalars(
        select(RevisionRow)
        .where(RevisionRow.record_id == record.id, RevisionRow.cause == "edit", RevisionRow.number < before)
        .order_by(RevisionRow.number.desc())
        .limit(most)
    ).all()
    if not rows:
        return [], set()
    steps = session.execute(
        select(RevisionRow.number, RevisionRow.state, RevisionRow.before).where(
            RevisionRow.record_id == record.id, RevisionRow.number >= rows[-1].number
        )
    )
    came_from = {number: (state, earlier) for number, state, earlier in steps}
    standing, at = set(), came_from[record.revision][0]
    while at >= rows[-1].number:
        standing.add(at)
        at = came_from[at][1]
    return [_as_revision(record.document, row) for row in rows], standing


def revisions_of(session: Session, record: Record[B], numbers: set[int]) -> dict[int, Revision[B]]:
    """Some of a record's revisions by their numbers."""
    rows = session.scalars(
        select(RevisionRow).where(RevisionRow.record_id == record.id, RevisionRow.number.in_(numbers))
    )
    return {row.number: _as_revision(record.document, row) for row in rows}


def _as_revision(document: Document[B], row: RevisionRow) -> Revision[B]:
    body = document.read(row.version, row.body)
    return Revision(row.number, row.cause, row.state, row.before, body, row.note, row.made_by, row.made_at)


def undo(session: Session, record: Record[B], base: int, user: str, now: datetime) -> Record[B]:
    """Append a revision that holds what stood before the last step."""
    row = _locked(session, record, base)
    head = _at(session, row.id, row.head)
    if head.before == 0:
        raise NothingToUndo("There is nothing before this to go back to", field="revision", value=base)
    return _restore(session, record.document, row, "undo", head.before, head.state, user, now)


def redo(session: Session, record: Record[B], base: int, user: str, now: datetime) -> Record[B]:
    """Append a revision that holds what the last undo took back."""
    row = _locked(session, record, base)
    head = _at(session, row.id, row.head)
    if head.ahead == 0:
        raise NothingToUndo("There is no step that was taken back", field="revision", value=base)
    ahead = _ahead_of(session, row.id, head.ahead)
    return _restore(session, record.document, row, "redo", head.ahead, ahead, user, now)


def _ahead_of(session: Session, record_id: int, state: int) -> int:
    """What a redo brings back once `state` itself was brought back. It was taken back on the way here, so the
    last undo that showed it knows; where none did, it is the newest edit and nothing is ahead of it."""
    newest_edit = session.scalar(
        select(RevisionRow.number)
        .where(RevisionRow.record_id == record_id, RevisionRow.cause == "edit")
        .order_by(RevisionRow.number.desc())
        .limit(1)
    )
    if newest_edit is None or state == newest_edit:
        return 0
    shown = session.scalar(
        select(RevisionRow.ahead)
        .where(
            RevisionRow.record_id == record_id,
            RevisionRow.state == state,
            RevisionRow.cause == "undo",
            RevisionRow.number > newest_edit,
        )
        .order_by(RevisionRow.number.desc())
        .limit(1)
    )
    return shown or 0


def _restore(
    session: Session,
    document: Document[B],
    row: RecordRow,
    cause: str,
    state: int,
    ahead: int,
    user: str,
    now: datetime,
) -> Record[B]:
    target = _at(session, row.id, state)
    body = document.read(target.version, target.body)
    flock = _flock_in(body)
    if flock is not None and session.get(RecordRow, flock) is None:
        raise NothingToUndo("The birds it was for then were deleted", field="revision", value=row.head)
    step = _revision(
        row.id, document, row.head + 1, cause, state, target.before, ahead, body, target.note, user, now
    )
    return _append(session, document, row, step, body)


def _append(
    session: Session, document: Document[B], row: RecordRow, revision: RevisionRow, body: B
) -> Record[B]:
    session.add(revision)
    row.head, row.flock_id = revision.number, _flock_in(body)
    session.flush()
    return _record(document, row, revision)


def put_away(session: Session, record: Record[B], base: int, now: datetime) -> Record[B]:
    """Put a record away from the lists; nothing of it is lost. Stale when `base` is not its newest revision."""
    return _away(session, record, base, now)


def bring_back(session: Session, record: Record[B], base: int) -> Record[B]:
    """Bring a record that was put away back into the lists."""
    return _away(session, record, base, None)


def _away(session: Session, record: Record[B], base: int, at: datetime | None) -> Record[B]:
    row = _locked(session, record, base)
    row.away_at = at
    session.flush()
    return _record(record.document, row, _at(session, row.id, row.head))


def erase(session: Session, record: Record[Any], base: int) -> None:
    """Delete a record for good, with all its revisions. Stale when `base` is not its newest revision."""
    row = _locked(session, record, base)
    session.execute(delete(LineRow).where(LineRow.record_id == row.id))
    session.execute(delete(RevisionRow).where(RevisionRow.record_id == row.id))
    session.delete(row)
    session.flush()


def lines(session: Session, record_ids: list[int]) -> dict[int, tuple[str, str]]:
    """What lists show of records, with what each was worked out from, where that was kept."""
    rows = session.scalars(select(LineRow).where(LineRow.record_id.in_(record_ids)))
    return {row.record_id: (row.basis, row.body) for row in rows}


def keep_line(session: Session, record: Record[Any], basis: str, body: str) -> None:
    """Keep what lists show of a record, over what was kept before."""
    line = insert(LineRow).values(record_id=record.id, basis=basis, body=body)
    session.execute(line.on_duplicate_key_update(basis=line.inserted.basis, body=line.inserted.body))


def _locked(session: Session, record: Record[Any], base: int) -> RecordRow:
    document = record.document
    row = session.get(RecordRow, record.id, with_for_update=True, populate_existing=True)
    if row is None:
        raise NotFound(f"This {record.kind} was deleted meanwhile", field=record.kind, value=record.id)
    if row.head != base:
        base_row = session.scalar(
            select(RevisionRow).where(RevisionRow.record_id == row.id, RevisionRow.number == base)
        )
        theirs = _record(document, row, _at(session, row.id, row.head))
        raise Stale(base, theirs, document.brought_up(base_row.version, base_row.body) if base_row else {})
    return row


def _at(session: Session, record_id: int, number: int) -> RevisionRow:
    return session.scalars(
        select(RevisionRow).where(RevisionRow.record_id == record_id, RevisionRow.number == number)
    ).one()


def _record(document: Document[B], row: RecordRow, head: RevisionRow) -> Record[B]:
    return Record(
        id=row.id,
        document=document,
        revision=row.head,
        body=document.read(head.version, head.body),
        can_undo=head.before != 0,
        can_redo=head.ahead != 0,
        away_at=row.away_at,
    )


def _revision(
    record_id: int,
    document: Document[B],
    number: int,
    cause: str,
    state: int,
    before: int,
    ahead: int,
    body: B,
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
        ahead=ahead,
        version=document.version,
        body=document.written(body),
        note=note[:LONGEST_NOTE],
        made_by=user,
        made_at=now,
    )
