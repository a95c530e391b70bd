"""The farm's own rows of the catalogue: laid over the shipped ones, changed, taken back."""

from __future__ import annotations

import json
import re
from collections.abc import Mapping
from dataclasses import replace

from ergamot.core.catalogue import pick
from ergamot.core.catalogue.columns import Row
from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.catalogue.tables import Table, cells_of, read_row, table_of, with_row
from ergamot.core.errors import OutOfRange, UnknownChoice
from ergamot.operations.proving import prove
from ergamot.operations.work import Work
from ergamot.store.documents import ROW, RowBody
from ergamot.store.records import Record, bring_back, create_keyed, revise

LONGEST_KEY = 40
KEY = re.compile(r"[a-z0-9][a-z0-9-]{0,39}")


def own_row(work: Work, table: str, key: str) -> Record[RowBody] | None:
    """The record of the farm's own row of a table, if it has one; it may have been taken back or put away."""
    mine = (one for one in work.row_records if (one.body.table, one.body.key) == (table, key))
    return next(mine, None)


def stands(record: Record[RowBody]) -> bool:
    """Is a row of the farm's own in use: neither taken back nor put away?"""
    return not record.body.dropped and record.away_at is None


def row_name(record: Record[RowBody]) -> str:
    """What a row is called in a list."""
    table = table_of(record.body.table)
    return f"{record.body.cells.get('label') or record.body.key} ({table.label.lower()})"


def is_shipped(table: Table, key: str) -> bool:
    """Does the program ship a row of this key?"""
    return key in getattr(load_catalogue(), table.name)


def shipped_row(table: Table, key: str) -> Row:
    """The row of this key as the program ships it."""
    row: Row = pick(getattr(load_catalogue(), table.name), key, "key")
    return row


def keep_row(work: Work, name: str, key: str, base: int, cells: Mapping[str, str]) -> Record[RowBody]:
    """Keep the farm's own row, new or changed from revision `base` (0 when there was none).

    It is read, laid over the catalogue, and proved on every pen that uses it: what cannot be used is refused and
    nothing is kept.
    """
    table = table_of(name)
    unknown = next((column for column in cells if column not in table.columns), None)
    if unknown is not None:
        raise UnknownChoice("column", unknown, table.columns)
    if not is_shipped(table, key) and not KEY.fullmatch(key):
        raise OutOfRange(table.key, key[:LONGEST_KEY], f"1 to {LONGEST_KEY} small letters, digits and -")
    tidy = cells_of(read_row(table, {**cells, table.key: key}))
    with_row(work.catalogue, name, tidy)
    others = tuple(row for row in work.own_rows if not _is(row, name, key))
    prove(work, name, key, (*others, (name, json.dumps(tidy, sort_keys=True))))
    body = RowBody(name, key, tidy)
    record, note = own_row(work, name, key), f"{name} {key}"
    if record is None:
        record, made = create_keyed(
            work.session, work.settled_id, ROW, f"{name}/{key}", body, note, work.user, work.now
        )
        if made:
            return record
    kept = revise(work.session, record, base, body, note, work.user, work.now)
    return bring_back(work.session, kept, kept.revision) if kept.away_at else kept


def drop_row(work: Work, name: str, key: str, base: int) -> Record[RowBody]:
    """Go back to the shipped row. A row that is only the farm's own is put away instead."""
    table = table_of(name)
    record = own_row(work, name, key)
    if record is None or not is_shipped(table, key):
        raise OutOfRange("key", key[:LONGEST_KEY], "a row of your own that stands over a shipped one")
    prove(work, name, key, tuple(row for row in work.own_rows if not _is(row, name, key)))
    body = replace(record.body, dropped=True)
    return revise(work.session, record, base, body, f"{name} {key}", work.user, work.now)


def refuse_if_used(work: Work, record: Record[RowBody]) -> None:
    """A row that a pen is built of cannot be put away; the refusal names the pen."""
    name, key = record.body.table, record.body.key
    prove(work, name, key, tuple(row for row in work.own_rows if not _is(row, name, key)))


def _is(row: tuple[str, str], name: str, key: str) -> bool:
    table, cells = row
    return table == name and json.loads(cells)[table_of(name).key] == key
