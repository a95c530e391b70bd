"""Drafts judged by processes of this machine, which give way to whoever waits for an answer."""

from __future__ import annotations

import ctypes
import gc
import multiprocessing
import os
import signal
from collections.abc import Iterator, Sequence
from concurrent.futures import ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from dataclasses import dataclass

from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate
from ergamot.core.balance.search.executor import Executor
from ergamot.core.balance.search.genes import Draft
from ergamot.core.catalogue.tables import OwnRows, merged
from ergamot.workers.judging import judge_some, parts_of

PR_SET_PDEATHSIG = 1  # of linux/prctl.h
NICER = 10  # than those who answer keepers
ALLOCATED = 50_000  # things, before those in a ring are looked for: a pen is a thousand, and hardly any of them in one
TRIES = 3  # at a part whose process was killed


def _begin() -> None:
    """A worker gives way to others, leaves it to its parent to end, and ends with it however that ends (Linux prctl)."""
    os.nice(NICER)
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    gc.set_threshold(ALLOCATED)
    ctypes.CDLL(None).prctl(PR_SET_PDEATHSIG, signal.SIGKILL)


class Processes:
    """Some processes that judge drafts. Use as a context manager."""

    def __init__(self, workers: int | None = None):
        self.workers = workers or os.cpu_count() or 1
        self._pool = self._started()

    def _started(self) -> ProcessPoolExecutor:
        way = multiprocessing.get_context("spawn")
        pool = ProcessPoolExecutor(self.workers, mp_context=way, initializer=_begin)
        for _ in range(self.workers):
            pool.submit(
                merged, ()
            )  # all of them are up, and the shipped catalogue read, before the first is waited for
        return pool

    def __enter__(self) -> Processes:
        return self

    def __exit__(self, *_: object) -> None:
        self._pool.shutdown(wait=True, cancel_futures=True)

    def of(self, own: OwnRows) -> Executor:
        """Judging with the catalogue that a farm's own rows make."""
        return _Judging(self, own)

    def judged(self, own: OwnRows, asked: Asked, drafts: Sequence[Draft]) -> Iterator[Candidate | None]:
        """Each draft in its order; a part whose process was killed is judged again."""
        for part in self._answers(own, asked, parts_of(drafts, self.workers)):
            yield from part

    def _answers(
        self, own: OwnRows, asked: Asked, parts: list[Sequence[Draft]]
    ) -> Iterator[list[Candidate | None]]:
        done = 0
        for left in range(TRIES, 0, -1):
            try:
                for answer in self._pool.map(
                    judge_some, *zip(*((own, asked, part) for part in parts[done:]), strict=True)
                ):
                    done += 1
                    yield answer
            except BrokenProcessPool:
                self._pool = self._started()
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
