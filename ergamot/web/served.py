"""How the app is served: whole requests only, from a loop that slow and half-open connections cannot hold up.

Gunicorn keeps the processes; in each, waitress reads every connection in one loop and hands a request to a thread
only once it is there to the last byte.

    connections --> one loop (waits, times out, limits) --> whole requests --> THREADS threads --> the app
"""

from __future__ import annotations

import json
import logging
import os
import threading
from collections.abc import Iterable
from typing import TYPE_CHECKING, Any

from gunicorn.workers.base import Worker
from waitress import wasyncore
from waitress.server import create_server
from waitress.task import ThreadedTaskDispatcher

if TYPE_CHECKING:
    from _typeshed.wsgi import StartResponse, WSGIApplication, WSGIEnvironment

THREADS = 10
SILENT_S = 15  # a connection that says nothing for so long is closed
MOST_CONNECTIONS = 500
LARGEST_BODY_BYTES = 8_000_000  # more is not even read; the app refuses what is over its own limit
LARGEST_HEADER_BYTES = 32_768
STOPPING_S = 5


MOST_QUEUED = 24  # requests that wait for a thread: about as many as are answered in two seconds; may move
AGAIN_S = 2
TOLD = json.dumps(
    {
        "type": "about:blank",
        "title": "Busy just now",
        "status": 429,
        "detail": "Many ask at once. It is asked again in a moment; nothing was done yet.",
    }
).encode()


class TurningAway(ThreadedTaskDispatcher):
    """Threads that answer nothing but to ask again."""

    def handler_thread(self, thread_no: int) -> None:
        """Handle requests till told to stop."""
        TURNED_AWAY.here = True
        super().handler_thread(thread_no)


class InTime(ThreadedTaskDispatcher):
    """Hands requests to threads; where too many wait already, a thread of its own tells the next to ask again."""

    def __init__(self) -> None:
        super().__init__()
        self.full = TurningAway()
        self.full.set_thread_count(1)

    def add_task(self, task: Any) -> None:
        """Take a request, or turn it away."""
        if len(self.queue) >= MOST_QUEUED:
            self.full.add_task(task)
        else:
            super().add_task(task)

    def shutdown(self, cancel_pending: bool = True, timeout: float = 5) -> bool:
        """Stop both."""
        self.full.shutdown(cancel_pending, timeout)
        return bool(super().shutdown(cancel_pending, timeout))


TURNED_AWAY = threading.local()


def in_time(app: WSGIApplication) -> WSGIApplication:
    """The app, but for a thread that turns away: there what is asked of the api is told to ask again, files are sent."""

    def answered(environ: WSGIEnvironment, start_response: StartResponse) -> Iterable[bytes]:
        if not getattr(TURNED_AWAY, "here", False) or not environ["PATH_INFO"].startswith("/api/"):
            return app(environ, start_response)
        heads = [
            ("Content-Type", "application/problem+json"),
            ("Content-Length", str(len(TOLD))),
            ("Retry-After", str(AGAIN_S)),
        ]
        start_response("429 Too Many Requests", heads)
        return [TOLD]

    return answered


class WholeRequests(Worker):
    """A gunicorn worker whose connections waitress reads."""

    def run(self) -> None:
        """Serve until told to stop, telling gunicorn all the while that the loop is alive."""
        connections: dict[int, Any] = {}
        # a request that waits its turn is no news
        logging.getLogger("waitress.queue").setLevel(logging.ERROR)
        dispatcher = InTime()
        dispatcher.set_thread_count(THREADS)
        server = create_server(
            in_time(self.wsgi),
            map=connections,
            _dispatcher=dispatcher,
            sockets=[one.sock for one in self.sockets],
            threads=THREADS,
            channel_timeout=SILENT_S,
            cleanup_interval=2,
            connection_limit=MOST_CONNECTIONS,
            max_request_body_size=LARGEST_BODY_BYTES,
            max_request_header_size=LARGEST_HEADER_BYTES,
            asyncore_use_poll=True,
            ident=None,
            clear_untrusted_proxy_headers=True,
        )
        while self.alive and self.ppid == os.getppid():  # without who began us, nobody ends us
            self.notify()
            wasyncore.loop(timeout=0.5, use_poll=True, map=connections, count=1)
        server.task_dispatcher.shutdown(cancel_pending=True, timeout=STOPPING_S)
        wasyncore.loop(timeout=0.1, use_poll=True, map=connections, count=5)
