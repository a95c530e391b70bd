"""Kept bills looked for again with more effort, one at a time, while nobody searches."""

from __future__ import annotations

import logging
import time
from collections.abc import Callable
from concurrent.futures import Future, ThreadPoolExecutor

from sqlalchemy import Engine

from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.tables import OwnRows
from ergamot.core.stock.bill import Bill
from ergamot.operations.bills import AskedBill, keep_better, longer_bill, next_to_better
from ergamot.workers.jobs import one_commit

LOOKS_S = 5.0  # between looks for a bill that may be bettered
log = logging.getLogger(__name__)

Worked = Callable[[OwnRows, Callable[[Catalogue, AskedBill], Bill], AskedBill], Bill]


class Bills:
    """The kept bills of a store; `worked` has one looked for by another process. Use as a context manager: what was begun is ended."""

    def __init__(self, engine: Engine, worked: Worked):
        self._engine = engine
        self._worked = worked
        self._looked = -LOOKS_S
        self._waits = ThreadPoolExecutor(1)
        self._begun: Future[bool] | None = None

    def __enter__(self) -> Bills:
        return self

    def __exit__(self, *_: object) -> None:
        self._waits.shutdown()

    def turn(self) -> None:
        """Begin with the next kept bill, where there is one and none is under way."""
        if self._begun is not None and not self._begun.done():
            return
        if time.monotonic() - self._looked > LOOKS_S:
            self._looked = time.monotonic()
            self._begun = self._waits.submit(self.better_one)

    def better_one(self) -> bool:
        """Look for one kept bill again, and keep what was found where it is cheaper; return whether there was one."""
        with one_commit(self._engine) as work:
            found = next_to_better(work)
        if found is None:
            return False
        try:
            bill = self._worked(found.asked.own, longer_bill, found.asked)
        except Exception:
            log.exception("a bill was not bettered")
            return True
        with one_commit(self._engine) as work:
            keep_better(work, found.basis, bill)
        return True
