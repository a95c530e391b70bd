"""The catalogue as tables of text: listed for reading, and rows of a keeper's own laid over it."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass, fields, replace
from decimal import Decimal, InvalidOperation
from functools import lru_cache
from typing import Any, get_type_hints

from ergamot.core.catalogue import rows
from ergamot.core.catalogue.loader import READERS, load_catalogue
from ergamot.core.errors import OutOfRange, UnknownChoice, Unreadable, WrongOrder

LONGEST_CELL = 200
OwnRows = tuple[tuple[str, str], ...]  # (table, cells as JSON), in the order they were made


@dataclass(frozen=True)
class Table:
    """One kind of row: where it stands in the Catalogue, what it is called, what names a row."""

    name: str
    label: str
    row: type[rows.Row]
    key: str = "key"

    @property
    def columns(self) -> tuple[str, ...]:
        return tuple(column.name for column in fields(self.row))


TABLES: dict[str, Table] = {
    table.name: table
    for table in (
        Table("strains", "Birds", rows.Strain),
        Table("floor_needs", "What birds need", rows.FloorNeed, "kind"),
        Table("species", "Timber", rows.Species),
        Table("sections", "Sticks and tubes", rows.Section),
        Table("sheets", "Sheet, board and tarp", rows.Sheet),
        Table("meshes", "Mesh", rows.Mesh),
        Table("wire_panels", "Wire panels", rows.WirePanel),
        Table("wheels", "Wheels", rows.Wheel),
        Table("hardware", "Fixings and fittings", rows.Hardware),
        Table("anchors", "Anchors", rows.Anchor),
        Table("containers", "Feeders and drinkers", rows.Container),
        Table("grounds", "Ground", rows.Ground),
        Table("people", "People", rows.Person),
        Table("crews", "Crews", rows.Crew),
        Table("exposures", "Open or sheltered", rows.Exposure),
    )
}


UNITS = (
    ("_mpa", "MPa"),
    ("_gpa", "GPa"),
    ("_kg_m2", "kg/m²"),
    ("_kg_m3", "kg/m³"),
    ("_kg_m", "kg/m"),
    ("_m2", "m²"),
    ("_mm", "mm"),
    ("_kg", "kg"),
    ("_m", "m"),
    ("_n", "N"),
)


def heading(column: str) -> str:
    """A column's name as a keeper reads it, with its unit.

    Args: column, as in the data file; the unit ends its name.
    Returns: words.
    Source: common practice.

    >>> heading("density_kg_m3"), heading("kg_m2"), heading("service_years")
    ('density, kg/m³', 'mass, kg/m²', 'service years')
    """
    for ending, unit in UNITS:
        if f"_{column}".endswith(ending):
            what = f"_{column}".removesuffix(ending).strip("_").replace("_", " ")
            return f"{what or 'mass'}, {unit}"
    return column.replace("_", " ")


def table_of(name: str) -> Table:
    """Look a table up by its name.

    Args: name, such as sheets.
    Returns: the Table.
    Raises: UnknownChoice.
    Source: common practice.

    >>> table_of("meshes").columns[0]
    'key'
    """
    if name not in TABLES:
        raise UnknownChoice("table", name, tuple(TABLES))
    return TABLES[name]


def cells_of(row: rows.Row) -> dict[str, str]:
    """A row as text, as it stands in its data file.

    Args: row.
    Returns: text by column.
    Source: common practice.

    >>> cells_of(load_catalogue().exposures["open"])["key"]
    'open'
    """
    return {column.name: _text(getattr(row, column.name)) for column in fields(row)}


def _text(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, tuple):
        return " ".join(_text(part) for part in value)
    return f"{value:g}" if isinstance(value, float) else str(value)


def read_row(table: Table, cells: Mapping[str, str]) -> rows.Row:
    """Read a row from text.

    Args: table; cells, text for every column of the table.
    Returns: the row, checked.
    Raises: Unreadable naming the column; OutOfRange when a figure is impossible or no source is given.
    Source: common practice.
    """
    hints = get_type_hints(table.row)
    read: dict[str, Any] = {}
    for column in table.columns:
        text = str(cells.get(column, "")).strip()
        if len(text) > LONGEST_CELL:
            raise OutOfRange(column, text[:40], f"at most {LONGEST_CELL} letters")
        try:
            read[column] = READERS[hints[column]](text)
        except (ValueError, InvalidOperation):
            raise Unreadable(
                f"“{text[:40]}” cannot be read as {column.replace('_', ' ')}", field=column, value=text
            ) from None
    for name, value in read.items():
        figures = value if isinstance(value, tuple) else (value,)
        if any(isinstance(one, (Decimal, int, float)) and not 0 <= one < 1e7 for one in figures):
            raise OutOfRange(name, str(cells.get(name)), "figures of 0 or more")
    if not str(read[table.key]).strip():
        raise OutOfRange(table.key, "", "given for every row")
    return table.row(**read)


@lru_cache(maxsize=32)
def merged(own: OwnRows) -> rows.Catalogue:
    """The shipped catalogue with a keeper's own rows over it; the same rows give the same object.

    Args: own, later rows over earlier ones of the same key.
    Returns: the Catalogue.
    Raises: as read_row; UnknownChoice or WrongOrder when a row names what there is not.
    Source: the keeper's rows name their own.

    >>> merged(()) is load_catalogue()
    True
    """
    catalogue = load_catalogue()
    if not own:
        return catalogue
    changed: dict[str, dict[str, rows.Row]] = {}
    for name, cells in own:
        table = table_of(name)
        row = read_row(table, json.loads(cells))
        changed.setdefault(name, dict(getattr(catalogue, name)))[getattr(row, table.key)] = row
    whole = replace(catalogue, **changed)  # type: ignore[arg-type]  # each table holds rows of its kind
    _check_names(whole)
    return whole


def _check_names(catalogue: rows.Catalogue) -> None:
    """Rows that name rows of another table must find them."""
    for strain in catalogue.strains.values():
        rows.pick(catalogue.floor_needs, strain.kind, "kind")
    for crew in catalogue.crews.values():
        for person in crew.people:
            rows.pick(catalogue.people, person, "people")
    for section in catalogue.sections.values():
        if len(section.stock_mm) != len(section.prices):
            raise WrongOrder(
                "There must be one price for each stock length", field="prices", value=section.key
            )
