"""Bills as they are kept, by all they were worked out from, and which of them may yet be bettered. Nothing here commits."""

from __future__ import annotations

from dataclasses import asdict, dataclass
from datetime import datetime, timedelta
from decimal import Decimal

from sqlalchemy import delete, func, select
from sqlalchemy.dialects.mysql import insert
from sqlalchemy.orm import Session

from ergamot.store.models import BillRow

MOST_BILLS = 300  # kept for a farm; of more, the oldest are worked out again when they are asked for
SETTLED = timedelta(minutes=1)  # a pen that is still being changed asks for another bill sooner than that


def find_bill(session: Session, basis: str) -> str | None:
    """Return the bill kept for what it was worked out from; None where there is none."""
    return session.scalar(select(BillRow.body).where(BillRow.basis == basis))


@dataclass(frozen=True)
class NewBill:
    """A bill that was found, with all that is kept of it; the columns of `BillRow`."""

    farm_id: int
    basis: str
    asked: str
    body: str
    total: Decimal
    effort: int
    found_at: datetime


def keep_bill(session: Session, bill: NewBill) -> None:
    """Keep a bill that was found, and no more of a farm's than there is room for. The same found twice is kept once."""
    row = insert(BillRow).values(**asdict(bill))
    session.execute(row.on_duplicate_key_update(basis=row.inserted.basis))
    kept = session.scalar(select(func.count()).where(BillRow.farm_id == bill.farm_id)) or 0
    if kept > MOST_BILLS:
        oldest = (
            select(BillRow.basis)
            .where(BillRow.farm_id == bill.farm_id)
            .order_by(BillRow.found_at)
            .limit(kept - MOST_BILLS)
        )
        session.execute(delete(BillRow).where(BillRow.basis.in_(list(session.scalars(oldest)))))


def take_bill(session: Session, effort: int, now: datetime) -> BillRow | None:
    """Return the bill that has waited longest for so much effort, noted as having had it: whatever ends the work, it is not tried
    again and again. None where there is none."""
    asked = (
        select(BillRow)
        .where(BillRow.effort < effort, BillRow.found_at < now - SETTLED)
        .order_by(BillRow.found_at)
        .limit(1)
        .with_for_update(skip_locked=True)
    )
    row = session.scalar(asked)
    if row is not None:
        row.effort = effort
    return row


def better_bill(session: Session, basis: str, body: str, total: Decimal) -> bool:
    """Keep a bill in the place of a dearer one, where that is still kept; return whether it was."""
    row = session.get(BillRow, basis, with_for_update=True)
    if row is None or row.total <= total:
        return False
    row.body, row.total = body, total
    return True
