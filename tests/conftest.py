"""The real MariaDB for every test that keeps something, and the app over it."""

from __future__ import annotations

import os
from collections.abc import Iterator
from datetime import date

import pytest
from hypothesis import HealthCheck, Phase, settings
from sqlalchemy import Engine, text
from sqlalchemy.exc import IntegrityError

from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.flock.flock import Flock, make_flock
from ergamot.core.stock.effort import GLANCE
from ergamot.operations import bills
from ergamot.store.engine import open_engine
from ergamot.web.app import make_app
from launch.mariadb import PrivateServer
from launch.plain import LOCAL
from launch.serve import DATABASE_PORTS, migrate
from tests.depth import DEPTH, EXAMPLES

MOST_TRIES = 5  # to empty a store that is still being written to

settings.register_profile(
    "ergamot",
    deadline=None,
    max_examples=EXAMPLES * DEPTH,  # soundness asks for more
    derandomize="RANDOM" not in os.environ,
    phases=[
        one for one in Phase if one is not Phase.shrink or "NO_SHRINK" not in os.environ
    ],  # see CONTRIBUTING
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much],
)
settings.load_profile("ergamot")


@pytest.fixture(scope="session")
def catalogue() -> Catalogue:
    return load_catalogue()


@pytest.fixture(scope="session")
def broilers(catalogue: Catalogue) -> Flock:
    """Thirty fast broilers, out at three weeks, gone at seven."""
    return make_flock(catalogue, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))


def pytest_collection_modifyitems(config: pytest.Config, items: list[pytest.Item]) -> None:
    """Take the longest of the journeys first, and leave what is marked deep to `make proofs`. Journeys stay behind the rest: the
    app they are served by works at any search in the database of its line."""
    items.sort(key=lambda item: (item.path.parent.name == "journeys", item.path.stem != "test_every_view"))
    if DEPTH > 1:
        return
    left = [item for item in items if item.get_closest_marker("deep")]
    if left:
        config.hook.pytest_deselected(items=left)
        items[:] = [item for item in items if item not in left]


@pytest.fixture(scope="session", autouse=True)
def _bills_soon_made() -> Iterator[None]:
    """Make bills with a glance: the core's own tests ask for the best plan, with all the effort there is."""
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(bills, "BILL", GLANCE)
        yield


@pytest.fixture(scope="session")
def line(worker_id: str) -> int:
    """Which of the lines of tests that run side by side this is: 0, 1 ..."""
    return int(worker_id.removeprefix("gw")) if worker_id != "master" else 0


@pytest.fixture(scope="session")
def database(line: int) -> Iterator[PrivateServer]:
    """A private MariaDB in the project's own folder, one for each line of tests, tables up to date."""
    folder = LOCAL / f"test-{line}"
    with PrivateServer(folder, DATABASE_PORTS["test"] + line, durable=False) as server:
        migrate(server.address)
        yield server


@pytest.fixture(scope="session")
def engine(database: PrivateServer) -> Iterator[Engine]:
    made = open_engine(database.address)
    yield made
    made.dispose()


@pytest.fixture
def store(engine: Engine) -> Engine:
    """The store, emptied."""
    return emptied(engine)


def emptied(engine: Engine) -> Engine:
    """A store with nothing in it. What the page of the last journey asked for may still be being kept while it is emptied: then
    it is emptied once more."""
    for tries_left in reversed(range(MOST_TRIES)):
        try:
            _empty(engine)
            break
        except IntegrityError:
            if not tries_left:
                raise
    return engine


def _empty(engine: Engine) -> None:
    """Delete all but bills: the same pens cost the same on the next farm. No one is to better them."""
    with engine.begin() as connection:
        connection.execute(text("SET foreign_key_checks = 0"))
        connection.execute(text("UPDATE record SET flock_id = NULL"))
        for table in ("tried", "search", "line", "revision", "record", "farm"):
            connection.execute(text(f"DELETE FROM {table}"))
        connection.execute(text("UPDATE bill SET effort = 2000000000"))
        connection.execute(text("SET foreign_key_checks = 1"))


@pytest.fixture
def client(store: Engine):
    """A client of the app over an empty store."""
    return make_app(store).test_client()
