"""Processes of this machine that judge drafts, and give way to whoever waits for an answer, or help who does."""

from __future__ import annotations

import gc
import multiprocessing
import os
import signal
import threading
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from dataclasses import dataclass

from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate
from ergamot.core.balance.search.executor import Executor, Found, One
from ergamot.core.balance.search.genes import Draft
from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.tables import OwnRows, merged
from ergamot.core.frame.design import make_design
from ergamot.core.frame.shapes import SHAPES
from ergamot.workers.judging import judge_some, parts_of

NICER = 10  # than those who answer keepers
ALLOCATED = 50_000  # things, before those in a ring are looked for: a pen is a thousand, and hardly any of them in one
TRIES = 3  # at a part whose process was killed


def _begin(nicer: int) -> None:
    """A worker gives way to others, leaves it to its parent to end, and ends with it however that ends."""
    os.nice(nicer)
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    gc.set_threshold(ALLOCATED)
    threading.Thread(target=_end_with_parent, daemon=True).start()


def _end_with_parent() -> None:
    """Wait for the process that began this one, not for the thread of it that did, as the signal of Linux's prctl would."""
    parent = multiprocessing.parent_process()
    assert parent
    parent.join()
    os._exit(0)


def _ready() -> None:
    """Read the shipped catalogue, and frame a pen of each shape: who waits first waits no longer."""
    catalogue = merged(())
    for shape in SHAPES:
        make_design(catalogue, shape, {})


def worked(own: OwnRows, work: Callable[[Catalogue, One], Found], one: One) -> Found:
    """What one comes to, with the catalogue that a farm's own rows make."""
    return work(merged(own), one)


class Processes:
    """Some processes that judge drafts, or help the one they are beside; `nicer` says how far they give way to others. Use as a
    context manager."""

    def __init__(self, workers: int | None = None, nicer: int = NICER):
        self.workers = workers or os.cpu_count() or 1
        self._nicer = nicer
        self._beginning = threading.Lock()
        self._pool = self._started()

    def _started(self) -> ProcessPoolExecutor:
        way = multiprocessing.get_context("spawn")
        pool = ProcessPoolExecutor(self.workers, mp_context=way, initializer=_begin, initargs=(self._nicer,))
        for _ in range(self.workers):
            pool.submit(_ready)  # all of them are up before the first is waited for
        return pool

    def __enter__(self) -> Processes:
        return self

    def __exit__(self, *_: object) -> None:
        self._pool.shutdown(wait=True, cancel_futures=True)

    def of(self, own: OwnRows) -> Executor:
        """Judging with the catalogue that a farm's own rows make."""
        return _Judging(self, own)

    def worked(self, own: OwnRows, work: Callable[[Catalogue, One], Found], one: One) -> Found:
        """Something worked out by one of them; here, where it was killed at it."""
        pool = self._pool
        try:
            return pool.submit(worked, own, work, one).result()
        except BrokenProcessPool:
            self._begin_again(pool)
            return worked(own, work, one)

    def _begin_again(self, broken: ProcessPoolExecutor) -> None:
        """Others in the place of those that were killed, once, whoever met with it."""
        with self._beginning:
            if self._pool is broken:
                self._pool = self._started()

    def judged(self, own: OwnRows, asked: Asked, drafts: Sequence[Draft]) -> Iterator[Candidate | None]:
        """Each draft in its order; a part whose process was killed is judged again."""
        for part in self._answers(own, asked, parts_of(drafts, self.workers)):
            yield from part

    def _answers(
        self, own: OwnRows, asked: Asked, parts: list[Sequence[Draft]]
    ) -> Iterator[list[Candidate | None]]:
        done = 0
        for left in range(TRIES, 0, -1):
            pool = self._pool
            try:
                for answer in pool.map(
                    judge_some, *zip(*((own, asked, part) for part in parts[done:]), strict=True)
                ):
                    done += 1
                    yield answer
            except BrokenProcessPool:
                self._begin_again(pool)
                if left == 1:
                    raise
            else:
                return


@dataclass(frozen=True)
class _Judging:
    processes: Processes
    own: OwnRows

    def judged(self, asked: Asked, drafts: Sequence[Draft]) -> Iterator[Candidate | None]:
        if drafts:
            yield from self.processes.judged(self.own, asked, drafts)
