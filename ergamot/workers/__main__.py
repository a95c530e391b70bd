"""Works at searches, and at kept bills while there are none, until told to stop: `python -m ergamot.workers`, over the store
named in ERGAMOT_DATABASE."""

from __future__ import annotations

import logging
import os
import signal
import time
from contextlib import suppress
from types import FrameType

from sqlalchemy.exc import SQLAlchemyError

from ergamot.core.errors import ErgamotError
from ergamot.store.engine import open_engine
from ergamot.store.searches import tell_waiting
from ergamot.workers.bills import Bills
from ergamot.workers.cluster import ADDRESS, Cluster
from ergamot.workers.jobs import Jobs, one_commit
from ergamot.workers.parent import end_with_parent
from ergamot.workers.processes import Processes

IDLE_S = 0.2  # between looks into the store when nothing waits
AFTER_TROUBLE_S = 3.0
log = logging.getLogger("ergamot.workers")


class _Told(BaseException):  # whatever catches exceptions lets it through
    """Raised by a signal to stop."""


def _stop(_: int, __: FrameType | None) -> None:
    raise _Told


def main() -> None:
    """Take searches from the store until a signal says to stop; what was kept is gone on with at the next start."""
    logging.basicConfig(level=logging.WARNING, format="%(name)s: %(message)s")
    for number in (signal.SIGTERM, signal.SIGINT, signal.SIGHUP):
        signal.signal(number, _stop)
    end_with_parent()
    engine = open_engine()
    address = os.environ.get(ADDRESS, "")
    while True:
        try:
            with (
                Cluster(address) if address else Processes() as workers,
                Jobs(engine, workers.of) as jobs,
                Bills(engine, workers.worked) as bills,
            ):
                while True:
                    if not jobs.turn():
                        bills.turn()
                        time.sleep(IDLE_S)
        except ErgamotError as refused:
            log.warning("%s", refused)
            with one_commit(engine) as work:
                tell_waiting(work.session, refused.message)
            time.sleep(AFTER_TROUBLE_S)
        except SQLAlchemyError as lost:
            log.warning("%s", lost)
            time.sleep(AFTER_TROUBLE_S)


def _until_told() -> None:
    with suppress(_Told):
        main()


if __name__ == "__main__":
    _until_told()
