"""Tables. A record is a flock, a pen, a field, a thing in the shed, a shop or the farm's place; its revisions are never changed."""

from __future__ import annotations

from datetime import datetime
from decimal import Decimal
from typing import Any

from sqlalchemy import JSON, DateTime, ForeignKey, Integer, Numeric, String, UniqueConstraint
from sqlalchemy.dialects.mysql import MEDIUMTEXT
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """All tables of the store."""


class FarmRow(Base):
    """A farm; everything else belongs to one. `key` tells it apart: there can be no second of the same."""

    __tablename__ = "farm"

    id: Mapped[int] = mapped_column(primary_key=True)
    key: Mapped[str] = mapped_column(String(40), unique=True)
    name: Mapped[str] = mapped_column(String(80))
    made_at: Mapped[datetime] = mapped_column(DateTime)


class RecordRow(Base):
    """One thing a keeper works on. `head` is the number of its newest revision. `key` is given where a farm
    has only one of it, as its place, or a row of one table and name. `away_at` says since when it is put away,
    `flock_id` which birds a pen is for, as its newest revision has it."""

    __tablename__ = "record"
    __table_args__ = (UniqueConstraint("farm_id", "kind", "key", name="record_key"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    farm_id: Mapped[int] = mapped_column(ForeignKey("farm.id"), index=True)
    kind: Mapped[str] = mapped_column(String(16), index=True)
    key: Mapped[str | None] = mapped_column(String(100))
    head: Mapped[int] = mapped_column(Integer)
    made_at: Mapped[datetime] = mapped_column(DateTime)
    away_at: Mapped[datetime | None] = mapped_column(DateTime)
    flock_id: Mapped[int | None] = mapped_column(ForeignKey("record.id"), index=True)


class RevisionRow(Base):
    """One step in a record's life. `state` is the revision whose body this one holds: its own
    number for an edit, an earlier number for an undo or redo. `before` is the state an edit
    started from, 0 for the first. `ahead` is the state a redo from here brings back, 0 for none. `version` is
    that of the form its body was written in."""

    __tablename__ = "revision"
    __table_args__ = (UniqueConstraint("record_id", "number"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    record_id: Mapped[int] = mapped_column(ForeignKey("record.id"), index=True)
    number: Mapped[int] = mapped_column(Integer)
    cause: Mapped[str] = mapped_column(String(8))
    state: Mapped[int] = mapped_column(Integer)
    before: Mapped[int] = mapped_column(Integer)
    ahead: Mapped[int] = mapped_column(Integer)
    version: Mapped[int] = mapped_column(Integer)
    body: Mapped[dict[str, Any]] = mapped_column(JSON)
    note: Mapped[str] = mapped_column(String(200))
    made_by: Mapped[str] = mapped_column(String(80))
    made_at: Mapped[datetime] = mapped_column(DateTime)


class LineRow(Base):
    """What a list shows of a pen, worked out when it was kept. `basis` names everything it was worked out from:
    when that no longer is so, the line is not to be believed."""

    __tablename__ = "line"

    record_id: Mapped[int] = mapped_column(ForeignKey("record.id"), primary_key=True)
    basis: Mapped[str] = mapped_column(String(64))
    body: Mapped[str] = mapped_column(MEDIUMTEXT)


class SearchRow(Base):
    """A search for pens worth building. `asked` is what it is asked, `front` the keys of what nothing beats so far; `basis`
    names everything it was asked of, `owner` who works at it, `beat_at` when that was last heard of."""

    __tablename__ = "search"

    id: Mapped[int] = mapped_column(primary_key=True)
    farm_id: Mapped[int] = mapped_column(ForeignKey("farm.id"), index=True)
    flock_id: Mapped[int] = mapped_column(ForeignKey("record.id"), index=True)
    state: Mapped[str] = mapped_column(String(10), index=True)
    asked: Mapped[dict[str, Any]] = mapped_column(JSON)
    basis: Mapped[str] = mapped_column(String(64))
    seed: Mapped[int] = mapped_column(Integer)
    generations: Mapped[int] = mapped_column(Integer)
    generation: Mapped[int] = mapped_column(Integer)
    tried: Mapped[int] = mapped_column(Integer)
    judged: Mapped[int] = mapped_column(Integer)
    worked_ms: Mapped[int] = mapped_column(Integer)
    front: Mapped[list[str]] = mapped_column(JSON)
    note: Mapped[str] = mapped_column(String(300))
    owner: Mapped[str] = mapped_column(String(60))
    beat_at: Mapped[datetime | None] = mapped_column(DateTime)
    made_by: Mapped[str] = mapped_column(String(80))
    made_at: Mapped[datetime] = mapped_column(DateTime)


class TriedRow(Base):
    """One draft a search tried, by its key: the pen it came to, none where it is no pen; `pen_key` tells pens apart."""

    __tablename__ = "tried"

    search_id: Mapped[int] = mapped_column(ForeignKey("search.id", ondelete="CASCADE"), primary_key=True)
    draft_key: Mapped[str] = mapped_column(String(24), primary_key=True)
    pen_key: Mapped[str] = mapped_column(String(24), index=True)
    body: Mapped[str] = mapped_column(MEDIUMTEXT)


class BillRow(Base):
    """A bill: what to cut from what, and what to buy. `basis` names everything it was worked out from, `asked` holds that; `effort`
    is what the best of it was looked for with."""

    __tablename__ = "bill"

    basis: Mapped[str] = mapped_column(String(64), primary_key=True)
    farm_id: Mapped[int] = mapped_column(ForeignKey("farm.id"), index=True)
    asked: Mapped[str] = mapped_column(MEDIUMTEXT)
    body: Mapped[str] = mapped_column(MEDIUMTEXT)
    total: Mapped[Decimal] = mapped_column(Numeric(12, 2))
    effort: Mapped[int] = mapped_column(Integer)
    found_at: Mapped[datetime] = mapped_column(DateTime)
