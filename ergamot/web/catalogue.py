"""The catalogue: every figure with its source; rows of the farm's own."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint

from ergamot.core.catalogue.tables import TABLES, Table, cells_of, heading, table_of
from ergamot.operations.own_rows import drop_row, is_shipped, keep_row
from ergamot.web.schemas.catalogue import CatalogueOut, ColumnOut, RowIn, RowOut, TableOut
from ergamot.web.unit_of_work import base_revision, current_work

catalogue_part = APIBlueprint("catalogue", __name__, url_prefix="/api/catalogue")


def _table(table: Table) -> TableOut:
    work = current_work()
    own = work.row_revisions
    rows = getattr(work.catalogue, table.name)
    return TableOut(
        name=table.name,
        label=table.label,
        key=table.key,
        columns=[ColumnOut(name=column, heading=heading(column)) for column in table.columns],
        rows=[
            RowOut(
                key=key,
                cells=cells_of(row),
                own=own.get((table.name, key), (0, False))[1],
                shipped=is_shipped(table, key),
                revision=own.get((table.name, key), (0, False))[0],
            )
            for key, row in rows.items()
        ],
    )


@catalogue_part.get("")
@catalogue_part.output(CatalogueOut)
def get_catalogue() -> dict[str, Any]:
    """Every table with its rows, shipped and own."""
    return {"tables": [_table(table) for table in TABLES.values()]}


@catalogue_part.put("/<table>/<key>")
@catalogue_part.input(RowIn)
@catalogue_part.output(RowOut)
def put_row(table: str, key: str, json_data: RowIn) -> RowOut:
    """Keep a row of the farm's own, from the revision in If-Match (0 for a first one)."""
    record = keep_row(current_work(), table, key, base_revision(), json_data.cells)
    return _row(table, key, record.body["cells"], own=True, revision=record.revision)


@catalogue_part.post("/<table>/<key>/shipped")
@catalogue_part.output(RowOut)
def back_to_shipped(table: str, key: str) -> RowOut:
    """Go back to the shipped row."""
    record = drop_row(current_work(), table, key, base_revision())
    return _row(table, key, record.body["cells"], own=False, revision=record.revision)


def _row(table: str, key: str, cells: dict[str, str], *, own: bool, revision: int) -> RowOut:
    return RowOut(key=key, cells=cells, own=own, shipped=is_shipped(table_of(table), key), revision=revision)
