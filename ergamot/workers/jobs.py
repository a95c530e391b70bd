"""Searches taken from the store one after another, each a generation in its turn, kept while the next is judged."""

from __future__ import annotations

import logging
import os
import socket
import time
from collections.abc import Callable, Iterator
from concurrent.futures import Future, ThreadPoolExecutor
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import Engine
from sqlalchemy.orm import Session

from ergamot.core.balance.search.executor import Executor
from ergamot.core.balance.search.run import POPULATION, Budget, Generation, search
from ergamot.core.catalogue.tables import OwnRows
from ergamot.core.errors import ErgamotError
from ergamot.operations.searches import asked_of, body_of, candidate_in
from ergamot.operations.work import Work
from ergamot.store.models import SearchRow
from ergamot.store.searches import (
    DONE,
    FAILED,
    RUNNING,
    STOPPED,
    STOPPING,
    keep_tried,
    owners,
    set_state,
    take_next,
    tried_in,
)

MOST_AT_ONCE = 2  # searches that take turns; the rest wait
LOOKS_S = 0.5  # between looks for another search while one is worked at
NOBODY = "search"
GONE = ""  # how a search stands whose flock was deleted
log = logging.getLogger(__name__)


def own_name() -> str:
    """Who this is, among all that work at searches."""
    return f"{socket.gethostname()[:40]}:{os.getpid()}"


def is_gone(owner: str) -> bool:
    """Did a worker of this machine end?"""
    host, _, pid = owner.rpartition(":")
    if host != socket.gethostname()[:40] or not pid.isdigit():
        return False
    try:
        os.kill(int(pid), 0)
    except ProcessLookupError:
        return True
    except PermissionError:
        return False
    return False


@contextmanager
def one_commit(engine: Engine) -> Iterator[Work]:
    """A unit of work of whoever searches, committed at its end and only there."""
    with Session(engine) as session:
        yield Work(session, NOBODY, datetime.now(UTC).replace(tzinfo=None))
        session.commit()


@dataclass
class _Job:
    generations: Iterator[Generation]
    known: int  # drafts that were kept before, which come round again
    kept: Future[str] | None = None  # how the search stood as its last generation was kept


class Jobs:
    """The searches this process works at, over a store, by whoever `executor_for` gives for a farm's own rows. Use as a context
    manager: what is being kept is kept before it ends."""

    def __init__(self, engine: Engine, executor_for: Callable[[OwnRows], Executor], name: str = ""):
        self._engine = engine
        self._executor_for = executor_for
        self._name = name or own_name()
        self._jobs: dict[int, _Job] = {}
        self._looked = 0.0
        self._keeper = ThreadPoolExecutor(1)

    def __enter__(self) -> Jobs:
        return self

    def __exit__(self, *_: object) -> None:
        self._keeper.shutdown()

    def turn(self) -> bool:
        """Take what waits, as far as there is room, and work one generation of each; whether there was anything to do."""
        if not self._jobs or time.monotonic() - self._looked > LOOKS_S:
            while len(self._jobs) < MOST_AT_ONCE and self._take():
                pass
            self._looked = time.monotonic()
        for search_id in list(self._jobs):
            self._advance(search_id)
        return bool(self._jobs)

    def _take(self) -> bool:
        with one_commit(self._engine) as work:
            session = work.session
            # its own that it does not work at were lost with the store, and are taken up again
            gone = [owner for owner in owners(session) if owner == self._name or is_gone(owner)]
            row = take_next(session, self._name, self._jobs, gone, work.now)
            if row is None:
                return False
            number, stopped = row.id, row.state == STOPPED
            try:
                if not stopped:
                    self._jobs[number] = self._begun(work, row)
            except ErgamotError as refused:
                set_state(session, number, FAILED, refused.message)
        return True

    def _begun(self, work: Work, row: SearchRow) -> _Job:
        asked = asked_of(work, row.flock_id, row.asked)
        known = {
            key: candidate_in(body) if body else None for key, body in tried_in(work.session, row.id).items()
        }
        budget = Budget(POPULATION, row.generations)
        executor = self._executor_for(work.own_rows)
        found = search(work.catalogue, asked, row.seed, budget, executor, known)
        return _Job(found, len(known))

    def _advance(self, search_id: int) -> None:
        """One generation of a search, more where they were kept before. The one before it is kept meanwhile: a search that is to
        stop has both."""
        job, begun = self._jobs[search_id], time.monotonic()
        state, note, generation = "", "", None
        try:
            generation = next(job.generations, None)
            while generation is not None and generation.tried < job.known:
                generation = next(job.generations, None)  # it was kept before it was stopped
            state = DONE if generation is None else ""
        except ErgamotError as refused:
            state, note = FAILED, refused.message
        except Exception:
            log.exception("search %s", search_id)
            state, note = FAILED, "Something went wrong in this search. It can be gone on with."
        ms = int(1000 * (time.monotonic() - begun))
        stood = job.kept.result() if job.kept else RUNNING
        if not state and stood == STOPPING:
            state = STOPPED
        if not state and stood != GONE:
            job.kept = self._keeper.submit(self._keep, search_id, generation, ms)
            return
        del self._jobs[search_id]
        self._keep(search_id, generation, ms, state, note)

    def _keep(
        self, search_id: int, generation: Generation | None, ms: int, state: str = "", note: str = ""
    ) -> str:
        """Keep what a generation came to, and how the search stands from now on where that is told; returns how it stands."""
        with one_commit(self._engine) as work:
            row = work.session.get(SearchRow, search_id, with_for_update=True)
            if row is None:
                return GONE
            if generation is not None:
                self._keep_generation(work, row, generation, ms)
            if state:
                row.state, row.note = state, note[:300]
            return row.state

    def _keep_generation(self, work: Work, row: SearchRow, generation: Generation, ms: int) -> None:
        bodies = {
            key: ("", "") if one is None else (one.key, body_of(one)) for key, one in generation.found.items()
        }
        keep_tried(work.session, row.id, bodies)
        row.generation, row.tried, row.judged = generation.number, generation.tried, generation.judged
        row.front = [one.key for one in generation.front]
        row.worked_ms += ms
        row.beat_at = work.now
