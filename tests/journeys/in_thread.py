"""The app served from a thread of the tests, so that what they declare in this process is served too."""

from __future__ import annotations

import threading
from collections.abc import Iterator
from contextlib import contextmanager

from playwright.sync_api import Browser, Page
from sqlalchemy import Engine
from werkzeug.serving import make_server

from ergamot.web.app import make_app
from launch.mariadb import free_port
from tests.journeys.conftest import PATIENCE_MS


@contextmanager
def page_of(store: Engine, browser: Browser, line: int) -> Iterator[Page]:
    """A page of the app over a store, as this process has it."""
    port = free_port(8860 + line)
    server = make_server("127.0.0.1", port, make_app(store), threaded=True)
    serving = threading.Thread(target=server.serve_forever)
    serving.start()
    page = browser.new_page(base_url=f"http://127.0.0.1:{port}", viewport={"width": 1280, "height": 800})
    page.context.set_default_timeout(PATIENCE_MS)
    try:
        yield page
    finally:
        page.close()
        server.shutdown()
        serving.join()
