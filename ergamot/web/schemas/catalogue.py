"""The catalogue as the farm sees it: shipped rows, and the farm's own over them."""

from __future__ import annotations

from pydantic import Field

from ergamot.web.schemas.figures import In, Out, Words


class RowIn(In):
    """A row of the farm's own: text for every column."""

    cells: dict[str, str] = Field(max_length=40)


class RowOut(Out):
    """A row as it is used. `own` says it is the farm's; `revision` is 0 when it never was. `shown` has its figures with
    their units; `trouble` says why a row that is kept is not used."""

    key: str
    id: int
    cells: dict[str, str]
    shown: dict[str, Words]
    trouble: str
    own: bool
    shipped: bool
    revision: int


class ColumnOut(Out):
    """A column: its name in the data, as a keeper reads it, the unit its figures are typed in, and what it takes."""

    name: str
    heading: str
    unit: str
    takes: str


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
