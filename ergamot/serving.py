"""The app as it is served: beside each process that answers keepers two others, which share what takes long."""

from __future__ import annotations

import gc
from functools import partial

from apiflask import APIFlask

from ergamot.web.app import make_app
from ergamot.workers.beside import Beside
from ergamot.workers.parent import end_with_parent
from ergamot.workers.processes import Processes

BESIDE = 2  # each: with its own thread as many as there are starts


def make_served_app() -> APIFlask:
    """Make the app; what is loaded by now stays, so the collector need not walk it in an answer."""
    end_with_parent()
    app = make_app(hands=partial(Beside, Processes(BESIDE, nicer=0)))
    gc.collect()
    gc.freeze()
    return app
