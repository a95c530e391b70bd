"""The farm's own rows of the catalogue: laid over the shipped ones, changed, taken back."""

from __future__ import annotations

import json
from collections.abc import Mapping

from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.catalogue.tables import OwnRows, Table, cells_of, merged, read_row, table_of
from ergamot.core.errors import OutOfRange, UnknownChoice
from ergamot.core.frame.design import build
from ergamot.operations.pens import design_in
from ergamot.operations.work import Work
from ergamot.store.records import Record, create, find_all, revise


def own_row(work: Work, table: str, key: str) -> Record | None:
    """The record of the farm's own row of a table, if it has one; it may have been taken back."""
    mine = (one for one in work.row_records if (one.body["table"], one.body["key"]) == (table, key))
    return next(mine, None)


def is_shipped(table: Table, key: str) -> bool:
    """Does the program ship a row of this key?"""
    return key in getattr(load_catalogue(), table.name)


def keep_row(work: Work, name: str, key: str, base: int, cells: Mapping[str, str]) -> Record:
    """Keep the farm's own row, new or changed from revision `base` (0 when there was none).

    It is read and laid over the catalogue first, and every pen built with it: what cannot be used is
    refused and nothing is kept.
    """
    table = table_of(name)
    tidy = cells_of(read_row(table, {**cells, table.key: key}))
    _check_pens(work, key, (*work.own_rows, (name, json.dumps(tidy, sort_keys=True))))
    return _keep(work, name, key, base, {"table": name, "key": key, "cells": tidy})


def drop_row(work: Work, name: str, key: str, base: int) -> Record:
    """Go back to the shipped row. A row of the farm's own stays: pens may be built of it."""
    table = table_of(name)
    record = own_row(work, name, key)
    if record is None or not is_shipped(table, key):
        raise OutOfRange("key", key, "a row of your own that stands over a shipped one")
    mine = (name, json.dumps(record.body["cells"], sort_keys=True))
    _check_pens(work, key, tuple(row for row in work.own_rows if row != mine))
    return _keep(work, name, key, base, {**record.body, "dropped": True})


def _check_pens(work: Work, key: str, own: OwnRows) -> None:
    """Every pen of the farm must still stand with these rows."""
    catalogue = merged(own)
    for record in find_all(work.session, work.farm_id, "pen"):
        try:
            build(design_in(catalogue, record), catalogue)
        except (OutOfRange, UnknownChoice) as refused:
            raise OutOfRange(
                refused.field,
                key,
                "figures your pens can still be built with",
                f"{record.body['name']} could not be built any more: {refused.message}",
            ) from None


def _keep(work: Work, name: str, key: str, base: int, body: dict[str, object]) -> Record:
    record = own_row(work, name, key)
    if record is None:
        return create(work.session, work.farm_id, "row", body, f"{name} {key}", work.user, work.now)
    return revise(work.session, record, base, body, f"{name} {key}", work.user, work.now)
