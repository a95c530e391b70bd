"""The demo farm in a store, entered once in each line of tests and copied from then on: entering it takes ten seconds."""

from __future__ import annotations

from functools import cache
from typing import Any

from sqlalchemy import Engine

from ergamot.demo.tansy_rise import load, utc_now
from ergamot.store.models import Base

Rows = list[dict[str, Any]]


def demo_farm(store: Engine) -> None:
    """Enter the demo farm in an empty store."""
    kept = _rows(store)  # entered right here the first time
    with store.begin() as connection:
        for table in Base.metadata.sorted_tables:
            if connection.execute(table.select().limit(1)).first() is None and kept[table.name]:
                connection.execute(table.insert(), kept[table.name])


@cache
def _rows(store: Engine) -> dict[str, Rows]:
    load(store, utc_now())
    with store.connect() as connection:
        return {
            table.name: [dict(row) for row in connection.execute(table.select()).mappings()]
            for table in Base.metadata.sorted_tables
        }
