"""Tables. A record is a flock, a pen, a lawn or the farm's place; its revisions are never changed."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from sqlalchemy import JSON, DateTime, ForeignKey, Integer, String, UniqueConstraint
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """All tables of the store."""


class FarmRow(Base):
    """A farm; everything else belongs to one."""

    __tablename__ = "farm"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(80))
    made_at: Mapped[datetime] = mapped_column(DateTime)


class RecordRow(Base):
    """One thing a keeper works on. `head` is the number of its newest revision."""

    __tablename__ = "record"

    id: Mapped[int] = mapped_column(primary_key=True)
    farm_id: Mapped[int] = mapped_column(ForeignKey("farm.id"), index=True)
    kind: Mapped[str] = mapped_column(String(16), index=True)
    head: Mapped[int] = mapped_column(Integer)
    made_at: Mapped[datetime] = mapped_column(DateTime)


class RevisionRow(Base):
    """One step in a record's life. `state` is the revision whose body this one holds: its own
    number for an edit, an earlier number for an undo or redo. `before` is the state an edit
    started from, 0 for the first."""

    __tablename__ = "revision"
    __table_args__ = (UniqueConstraint("record_id", "number"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    record_id: Mapped[int] = mapped_column(ForeignKey("record.id"), index=True)
    number: Mapped[int] = mapped_column(Integer)
    cause: Mapped[str] = mapped_column(String(8))
    state: Mapped[int] = mapped_column(Integer)
    before: Mapped[int] = mapped_column(Integer)
    body: Mapped[dict[str, Any]] = mapped_column(JSON)
    note: Mapped[str] = mapped_column(String(200))
    made_by: Mapped[str] = mapped_column(String(80))
    made_at: Mapped[datetime] = mapped_column(DateTime)
