"""The catalogue as the farm sees it: shipped rows, and the farm's own over them."""

from __future__ import annotations

from pydantic import BaseModel, Field

from ergamot.web.schemas.figures import Out


class RowIn(BaseModel):
    """A row of the farm's own: text for every column."""

    cells: dict[str, str] = Field(max_length=40)


class RowOut(Out):
    """A row as it is used. `own` says it is the farm's; `revision` is 0 when it never was."""

    key: str
    cells: dict[str, str]
    own: bool
    shipped: bool
    revision: int


class ColumnOut(Out):
    """A column: its name in the data, and as a keeper reads it, with its unit."""

    name: str
    heading: str


class TableOut(Out):
    """One kind of row."""

    name: str
    label: str
    key: str
    columns: list[ColumnOut]
    rows: list[RowOut]


class CatalogueOut(Out):
    """Every table."""

    tables: list[TableOut]
