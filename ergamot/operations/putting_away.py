"""Putting pens, flocks, fields and rows away, bringing them back, and deleting them for good."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any

from ergamot.core.errors import ErgamotError
from ergamot.operations.making import forget_making
from ergamot.operations.moves_done import forget_pens
from ergamot.operations.own_rows import refuse_if_used, row_name
from ergamot.operations.shed import set_free, thing_words
from ergamot.operations.shops import bring_shop_back
from ergamot.operations.stays import stays_on
from ergamot.operations.work import Work
from ergamot.store.documents import FIELD, FLOCK, PEN, ROW, SHOP, THING, Document
from ergamot.store.records import Record, bring_back, erase, find_all, pens_for, put_away
from ergamot.store.searches import forget_searches


class StillAtHand(ErgamotError):
    """Only what is put away can be deleted."""

    title = "Put it away first"


class NotTold(ErgamotError):
    """More would go, or less, than whoever deletes was told."""

    title = "More hangs on it"


@dataclass(frozen=True)
class Hanging:
    """Something that goes when another thing is deleted."""

    kind: str
    id: int
    name: str


def hangs_on(work: Work, record: Record[Any]) -> tuple[Hanging, ...]:
    """What goes with a record when it is deleted: a flock's pens; of others nothing does.

    Versions of a pen go on by themselves; a row that a pen is built of is not put away at all.
    """
    if record.document is not FLOCK:
        return ()
    return tuple(Hanging(PEN.name, one.id, one.body.name) for one in pens_for(work.session, record))


def put_record_away(work: Work, document: Document[Any], record_id: int, base: int) -> Record[Any]:
    """Put a record away from the lists, from revision `base`; what refers to it goes on as before."""
    record = work.kept(document, record_id)
    if document is ROW:
        refuse_if_used(work, record)
    return put_away(work.session, record, base, work.now)


def bring_record_back(work: Work, document: Document[Any], record_id: int, base: int) -> Record[Any]:
    """Bring a record that was put away back into the lists."""
    record = work.kept(document, record_id)
    if document is SHOP and record.away_at is not None:
        return bring_shop_back(work, record, base)
    return bring_back(work.session, record, base)


def delete_record(work: Work, document: Document[Any], record_id: int, base: int, told: int) -> None:
    """Delete a record that was put away for good, with the `told` things that hang on it."""
    record = work.kept(document, record_id)
    if record.away_at is None:
        raise StillAtHand(
            f"This {document.name} is still in its list. Put it away first; then it can be deleted for good.",
            field=document.name,
            value=record_id,
        )
    hanging = hangs_on(work, record)
    if len(hanging) != told:
        names = ", ".join(one.name for one in hanging) or "nothing"
        raise NotTold(
            f"With it would go: {names}. Say so to delete it.",
            field="with",
            value=told,
            allowed=str(len(hanging)),
        )
    gone = {record.id} if document is PEN else {one.id for one in hanging}
    forget_pens(work, gone)
    set_free(work, gone)
    forget_making(work, gone)
    if document is FLOCK:
        forget_searches(work.session, record.id)
    for one in hanging:
        pen = work.kept(PEN, one.id)
        erase(work.session, pen, pen.revision)
    for stay in stays_on(work, record.id) if document is FIELD else ():
        erase(work.session, stay, stay.revision)
    erase(work.session, record, base)


@dataclass(frozen=True)
class Away:
    """Something that is put away, and what would go with it if it were deleted."""

    record: Record[Any]
    name: str
    since: datetime
    hanging: tuple[Hanging, ...]


def all_away(work: Work) -> tuple[Away, ...]:
    """Everything that is put away, kind by kind."""
    kinds: tuple[Document[Any], ...] = (PEN, FLOCK, FIELD, ROW, THING, SHOP)
    records = (one for kind in kinds for one in find_all(work.session, work.farm_id, kind, away=True))
    return tuple(
        Away(one, _name(work, one), one.away_at.replace(tzinfo=UTC), hangs_on(work, one))
        for one in records
        if one.away_at is not None
    )


def _name(work: Work, record: Record[Any]) -> str:
    if record.document is THING:
        return thing_words(work, record).text("metric")
    return row_name(record) if record.document is ROW else str(record.body.name)
