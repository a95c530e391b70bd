"""The real interface in headless Chromium, over the app as it is served, over the real MariaDB."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from playwright.sync_api import Page, expect

from launch.machine import the_browser
from launch.mariadb import PrivateServer, free_port
from launch.serve import Served

PATIENCE_MS = 60_000  # a loaded machine is slow, not wrong
expect.set_options(timeout=PATIENCE_MS)


@pytest.fixture(scope="session")
def served(database: PrivateServer, line: int) -> Iterator[Served]:
    with Served(database, free_port(8780 + line)) as running:
        yield running


@pytest.fixture(scope="session")
def browser_type_launch_args():
    return {
        "executable_path": str(the_browser()),
        "args": [
            "--no-sandbox",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--disable-gpu-rasterization",  # no card here: flat pages are drawn quicker without one made of software
            "--disable-gpu-compositing",
            "--use-angle=swiftshader",
            "--enable-unsafe-swiftshader",
        ],
    }


@pytest.fixture(scope="session")
def browser_context_args(served):
    return {"base_url": served.url, "viewport": {"width": 1280, "height": 800}}


@pytest.fixture
def farm(store, page: Page) -> Iterator[Page]:
    """A page on an empty farm; any error in the browser fails the journey."""
    page.context.set_default_timeout(PATIENCE_MS)  # of what is asked of the app beside the page, too
    wrong: list[str] = []
    page.on("pageerror", lambda error: wrong.append(str(error)))
    yield page
    assert wrong == []
