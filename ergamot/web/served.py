"""How the app is served: whole requests only, from a loop that slow and half-open connections cannot hold up.

Gunicorn keeps the processes; in each, waitress reads every connection in one loop and hands a request to a thread
only once it is there to the last byte.

    connections --> one loop (waits, times out, limits) --> whole requests --> THREADS threads --> the app
"""

from __future__ import annotations

import logging
import os
from typing import Any

from gunicorn.workers.base import Worker
from waitress import wasyncore
from waitress.server import create_server

THREADS = 10
SILENT_S = 15  # a connection that says nothing for so long is closed
MOST_CONNECTIONS = 500
LARGEST_BODY_BYTES = 8_000_000  # more is not even read; the app refuses what is over its own limit
LARGEST_HEADER_BYTES = 32_768
STOPPING_S = 5


class WholeRequests(Worker):
    """A gunicorn worker whose connections waitress reads."""

    def run(self) -> None:
        """Serve until told to stop, telling gunicorn all the while that the loop is alive."""
        connections: dict[int, Any] = {}
        # a request that waits its turn is no news
        logging.getLogger("waitress.queue").setLevel(logging.ERROR)
        server = create_server(
            self.wsgi,
            map=connections,
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
