"""The catalogue: every figure with its source; rows of the farm's own."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from apiflask import APIBlueprint

from ergamot.core.catalogue.tables import (
    TABLES,
    Table,
    Unusable,
    cells_of,
    heading,
    said_cells,
    table_of,
    takes,
    unit_of,
    unusable,
)
from ergamot.core.units import said_unit
from ergamot.operations.kept import Record
from ergamot.operations.moves_done import settle_pens
from ergamot.operations.own_rows import drop_row, is_shipped, keep_row, shipped_row, stands
from ergamot.store.documents import RowBody
from ergamot.web.long_work import takes_long
from ergamot.web.schemas.catalogue import CatalogueOut, ColumnOut, RowIn, RowOut, TableOut
from ergamot.web.schemas.figures import Words
from ergamot.web.unit_of_work import current_work, from_revision

catalogue_part = APIBlueprint("catalogue", __name__, url_prefix="/api/catalogue")


def _table(table: Table, left_out: Mapping[tuple[str, str], Unusable]) -> TableOut:
    work = current_work()
    kept = {record.body.key: record for record in work.row_records if record.body.table == table.name}
    used = getattr(work.catalogue, table.name)
    unused = {key: kept[key].body.cells for name, key in left_out if name == table.name and key not in used}
    return TableOut(
        name=table.name,
        label=table.label,
        key=table.key,
        columns=[
            ColumnOut(
                name=column,
                heading=heading(table.row, column),
                unit=said_unit(unit_of(table.row, column)),
                takes=takes(table.row, column),
            )
            for column in table.columns
        ],
        rows=[
            _row(table, key, cells_of(row), kept.get(key), left_out.get((table.name, key)))
            for key, row in used.items()
        ]
        + [_row(table, key, cells, kept[key], left_out[table.name, key]) for key, cells in unused.items()],
    )


def _row(
    table: Table, key: str, cells: dict[str, str], kept: Record[RowBody] | None, trouble: Unusable | None
) -> RowOut:
    return RowOut(
        key=key,
        id=kept.id if kept else 0,
        cells=cells,
        shown={column: Words.model_validate(words) for column, words in said_cells(table.row, cells).items()},
        trouble=trouble.why if trouble else "",
        own=kept is not None and stands(kept) and trouble is None,
        shipped=is_shipped(table, key),
        revision=kept.revision if kept else 0,
    )


@catalogue_part.get("")
@catalogue_part.output(CatalogueOut)
def get_catalogue() -> dict[str, Any]:
    """Every table with its rows, shipped and own."""
    left_out = {(one.table, one.key): one for one in unusable(current_work().own_rows)}
    return {"tables": [_table(table, left_out) for table in TABLES.values()]}


@catalogue_part.put("/<table>/<key>")
@catalogue_part.input(RowIn)
@catalogue_part.output(RowOut)
@takes_long
@from_revision
def put_row(table: str, key: str, json_data: RowIn, base: int) -> RowOut:
    """Keep a row of the farm's own, from the revision in If-Match (0 for a first one)."""
    settle_pens(current_work())
    record = keep_row(current_work(), table, key, base, json_data.cells)
    return _row(table_of(table), key, record.body.cells, record, None)


@catalogue_part.post("/<table>/<key>/shipped")
@catalogue_part.output(RowOut)
@takes_long
@from_revision
def back_to_shipped(table: str, key: str, base: int) -> RowOut:
    """Go back to the shipped row."""
    settle_pens(current_work())
    record = drop_row(current_work(), table, key, base)
    return _row(table_of(table), key, cells_of(shipped_row(table_of(table), key)), record, None)
