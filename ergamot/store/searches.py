"""Searches as they are kept: what each was asked, how far it is, every pen it tried. Nothing here commits."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from datetime import datetime, timedelta
from typing import Any

from sqlalchemy import delete, func, select, update
from sqlalchemy.dialects.mysql import insert
from sqlalchemy.orm import Session

from ergamot.core.errors import NotFound
from ergamot.store.models import SearchRow, TriedRow

WAITING, RUNNING, STOPPING, STOPPED, DONE, FAILED = (
    "waiting",
    "running",
    "stopping",
    "stopped",
    "done",
    "failed",
)
UNDER_WAY = (WAITING, RUNNING, STOPPING)
UNHEARD = timedelta(minutes=2)  # who was not heard of for so long works no more


def new_search(
    session: Session,
    farm_id: int,
    flock_id: int,
    asked: Mapping[str, Any],
    basis: str,
    seed: int,
    generations: int,
    user: str,
    now: datetime,
) -> SearchRow:
    """Keep a search that waits for its turn."""
    row = SearchRow(
        farm_id=farm_id,
        flock_id=flock_id,
        state=WAITING,
        asked=dict(asked),
        basis=basis,
        seed=seed,
        generations=generations,
        generation=0,
        tried=0,
        judged=0,
        worked_ms=0,
        front=[],
        note="",
        owner="",
        beat_at=None,
        made_by=user,
        made_at=now,
    )
    session.add(row)
    session.flush()
    return row


def search_row(session: Session, farm_id: int, search_id: int, lock: bool = False) -> SearchRow:
    """A search of a farm. Raises NotFound."""
    asked = select(SearchRow).where(SearchRow.id == search_id, SearchRow.farm_id == farm_id)
    row = session.scalar(asked.with_for_update() if lock else asked)
    if row is None:
        raise NotFound("There is no such search on this farm", field="search", value=search_id)
    return row


def newest_searches(session: Session, farm_id: int, most: int) -> list[SearchRow]:
    """The last searches of a farm, the newest first."""
    asked = select(SearchRow).where(SearchRow.farm_id == farm_id).order_by(SearchRow.id.desc()).limit(most)
    return list(session.scalars(asked))


def under_way(session: Session) -> int:
    """How many searches wait or run, of all farms."""
    return session.scalar(select(func.count()).where(SearchRow.state.in_(UNDER_WAY))) or 0


def take_next(
    session: Session, owner: str, mine: Iterable[int], gone: Iterable[str], now: datetime
) -> SearchRow | None:
    """The search that has waited longest, or one whose worker is gone, now `owner`'s; none where there is none."""
    asked = (
        select(SearchRow)
        .where(
            (SearchRow.state == WAITING)
            | (
                SearchRow.state.in_((RUNNING, STOPPING))
                & SearchRow.id.not_in(list(mine))
                & (SearchRow.owner.in_(list(gone)) | (SearchRow.beat_at < now - UNHEARD))
            )
        )
        .order_by(SearchRow.id)
        .limit(1)
        .with_for_update(skip_locked=True)
    )
    row = session.scalar(asked)
    if row is not None:
        row.state = STOPPED if row.state == STOPPING else RUNNING
        row.owner, row.beat_at, row.note = owner, now, ""
    return row


def owners(session: Session) -> set[str]:
    """Who says to work at a search now."""
    asked = select(SearchRow.owner).where(SearchRow.state.in_((RUNNING, STOPPING)))
    return set(session.scalars(asked))


def keep_tried(session: Session, search_id: int, tried: Mapping[str, tuple[str, str]]) -> None:
    """Keep what drafts came to, by their keys: the pen's key and body, both empty where it is no pen."""
    if not tried:
        return
    rows = [
        {"search_id": search_id, "draft_key": key, "pen_key": pen, "body": body}
        for key, (pen, body) in tried.items()
    ]
    made = insert(TriedRow)
    session.execute(made.on_duplicate_key_update(body=made.inserted.body), rows)


def tried_in(session: Session, search_id: int) -> dict[str, str]:
    """Every draft a search tried, by key, with the body it came to."""
    asked = select(TriedRow.draft_key, TriedRow.body).where(TriedRow.search_id == search_id)
    return {row[0]: row[1] for row in session.execute(asked)}


def pens_in(session: Session, search_id: int, keys: Iterable[str]) -> dict[str, str]:
    """Pens a search found, by their keys."""
    asked = select(TriedRow.pen_key, TriedRow.body).where(
        TriedRow.search_id == search_id, TriedRow.pen_key.in_(list(keys))
    )
    return {row[0]: row[1] for row in session.execute(asked)}


def tell_waiting(session: Session, note: str) -> None:
    """Why those that wait are not worked at."""
    session.execute(update(SearchRow).where(SearchRow.state == WAITING).values(note=note[:300]))


def set_state(session: Session, search_id: int, state: str, note: str = "") -> None:
    """How a search stands from now on."""
    session.execute(update(SearchRow).where(SearchRow.id == search_id).values(state=state, note=note[:300]))


def forget_searches(session: Session, flock_id: int) -> None:
    """Take away the searches of a flock that goes."""
    session.execute(delete(SearchRow).where(SearchRow.flock_id == flock_id))
