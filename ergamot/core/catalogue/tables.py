"""The catalogue as tables of text: listed for reading, and rows of a keeper's own laid over it."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass, fields, replace
from decimal import InvalidOperation
from functools import lru_cache
from typing import Any, get_type_hints

from ergamot.core.catalogue import birds, columns, coverings, farm, rows, timber, wares
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.catalogue.loader import load_catalogue, reader_of
from ergamot.core.errors import ErgamotError, OutOfRange, UnknownChoice, Unreadable
from ergamot.core.finding import Phrase, phrase
from ergamot.core.units import Quantity

LONGEST_CELL = 200
OwnRows = tuple[tuple[str, str], ...]  # (table, cells as JSON), in the order they were made


@dataclass(frozen=True)
class Table:
    """One kind of row: where it stands in the Catalogue, what it is called, what names a row."""

    name: str
    label: str
    row: type[columns.Row]
    key: str = "key"

    @property
    def columns(self) -> tuple[str, ...]:
        return tuple(column.name for column in fields(self.row))


TABLES: dict[str, Table] = {
    table.name: table
    for table in (
        Table("strains", "Birds", birds.Strain),
        Table("floor_needs", "What birds need", birds.FloorNeed, "kind"),
        Table("species", "Timber", timber.Species),
        Table("sections", "Sticks and tubes", timber.Section),
        Table("sheets", "Sheet, board and tarp", coverings.Sheet),
        Table("meshes", "Mesh", coverings.Mesh),
        Table("wire_panels", "Wire panels", coverings.WirePanel),
        Table("wheels", "Wheels", wares.Wheel),
        Table("hardware", "Fixings and fittings", wares.Hardware),
        Table("anchors", "Anchors", wares.Anchor),
        Table("containers", "Feeders and drinkers", wares.Container),
        Table("grounds", "Ground", farm.Ground),
        Table("people", "People", farm.Person),
        Table("crews", "Crews", farm.Crew),
        Table("exposures", "Open or sheltered", farm.Exposure),
    )
}


# Endings of columns' names, and the unit their figures are in
UNITS = (
    ("_mpa", "MPa"),
    ("_gpa", "GPa"),
    ("_kpa", "kPa"),
    ("_kg_m2", "kg/m2"),
    ("_kg_m3", "kg/m3"),
    ("_kg_m", "kg/m"),
    ("_m2", "m2"),
    ("_deg", "deg"),
    ("_mm", "mm"),
    ("_kg", "kg"),
    ("_m", "m"),
    ("_n", "N"),
)


def unit_of(kind: type[columns.Row], column: str) -> str:
    """The unit of a column's figures; nothing where they have none.

    Args: kind, the class of rows; column.
    Returns: as Quantity takes it.
    Source: the ending of the column's name.

    >>> unit_of(timber.Species, "density_kg_m3"), unit_of(coverings.Sheet, "lengths_m"), unit_of(wares.Wheel, "tyre")
    ('kg/m3', 'm', '')
    """
    if not isinstance(columns.asked_of(kind)[column], columns.Within):
        return ""
    return next((unit for ending, unit in UNITS if f"_{column}".endswith(ending)), "")


def heading(kind: type[columns.Row], column: str) -> str:
    """A column's name as a keeper reads it, without its unit.

    Args: kind, the class of rows; column, as in the data file.
    Returns: words.
    Source: common practice.

    >>> heading(timber.Species, "density_kg_m3"), heading(birds.Strain, "a_kg"), heading(coverings.Sheet, "service_years")
    ('density', 'mass full grown', 'service years')
    """
    asked = columns.asked_of(kind)[column]
    if isinstance(asked, columns.Within) and asked.heading:
        return asked.heading
    if unit_of(kind, column):
        ending = next(ending for ending, _ in UNITS if f"_{column}".endswith(ending))
        column = f"_{column}".removesuffix(ending).strip("_") or "mass"
    return column.replace("_", " ")


def takes(kind: type[columns.Row], column: str) -> str:
    """What may be put in a column, in words.

    Args: kind, the class of rows; column.
    Returns: words; nothing where any text will do.
    Source: the class itself.

    >>> takes(wares.Wheel, "rated_kg"), takes(wares.Container, "use")
    ('5 to 3000', 'feeder, drinker')
    """
    asked = columns.asked_of(kind)[column]
    if isinstance(asked, columns.Within):
        return f"{asked.low:g} to {asked.high:g}"
    if get_type_hints(kind)[column] is bool:
        return f"{columns.YES} or nothing"
    return asked.told if asked else ""


def said_cells(kind: type[columns.Row], cells: Mapping[str, str]) -> dict[str, Phrase]:
    """A row's figures with their units, to be read in metric or imperial.

    Args: kind, the class of rows; cells, text by column.
    Returns: a phrase for each column whose figures have a unit.
    Source: common practice.

    >>> said_cells(wares.Wheel, {"rated_kg": "110", "tyre": "air"})["rated_kg"].text("imperial")
    '243 lb'
    """
    said = {}
    for column, text in cells.items():
        unit = unit_of(kind, column) if column in columns.asked_of(kind) else ""
        try:
            figures = [Quantity(float(part), unit) for part in text.split()] if unit else []
        except ValueError:
            continue
        if figures:
            names = [f"f{i}" for i in range(len(figures))]
            said[column] = phrase(
                " · ".join(f"{{{name}}}" for name in names), **dict(zip(names, figures, strict=True))
            )
    return said


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


def cells_of(row: columns.Row) -> dict[str, str]:
    """A row as text, as it stands in its data file.

    Args: row.
    Returns: text by column.
    Source: common practice.

    >>> cells_of(load_catalogue().exposures["open"])["key"]
    'open'
    """
    return {column.name: _text(getattr(row, column.name)) for column in fields(row)}


def _text(value: Any) -> str:
    if value is None or value is False:
        return ""
    if value is True:
        return columns.YES
    if isinstance(value, tuple):
        return " ".join(_text(part) for part in value)
    return f"{value:g}" if isinstance(value, float) else str(value)


def read_row(table: Table, cells: Mapping[str, str]) -> columns.Row:
    """Read a row from text.

    Args: table; cells, text for every column of the table.
    Returns: the row, checked.
    Raises: Unreadable naming the column; OutOfRange when a figure is impossible or no source is given.
    Source: common practice.

    >>> two = {"key": "two", "label": "two", "people": "man man", "drawbar_n": "0", "hitch_n": "0", "source": "us"}
    >>> read_row(TABLES["crews"], two).people
    ('man', 'man')
    """
    hints = get_type_hints(table.row)
    read: dict[str, Any] = {}
    for column in table.columns:
        text = str(cells.get(column, "")).strip()
        if len(text) > LONGEST_CELL:
            raise OutOfRange(column, text[:40], f"at most {LONGEST_CELL} letters")
        asked = columns.asked_of(table.row)[column]
        try:
            read[column] = reader_of(hints[column])(text)
        except (ValueError, KeyError, OverflowError, InvalidOperation):
            if isinstance(asked, columns.Among):
                raise OutOfRange(column, text[:40], "one of: " + asked.told) from None
            raise Unreadable(
                f"“{text[:40]}” cannot be read as {column.replace('_', ' ')}", field=column, value=text
            ) from None
    if not str(read[table.key]).strip():
        raise OutOfRange(table.key, "", "given for every row")
    return table.row(**read)


@dataclass(frozen=True)
class Unusable:
    """An own row that is kept but cannot be used: its table and key, which column, and why."""

    table: str
    key: str
    column: str
    why: str


def merged(own: OwnRows) -> rows.Catalogue:
    """The shipped catalogue with a keeper's own rows over it, those that can be used.

    `unusable` tells of the others. The same rows give the same object.

    Args: own, later rows over earlier ones of the same key.
    Returns: the Catalogue.
    Source: the keeper's rows name their own.

    >>> merged(()) is load_catalogue()
    True
    """
    return _laid_over(own)[0]


def unusable(own: OwnRows) -> tuple[Unusable, ...]:
    """The own rows that cannot be used, and why.

    Args: own, as for merged.
    Returns: each with its column.
    Source: common practice.

    >>> unusable((("wheels", '{"key": "square", "source": "home"}'),))[0].column
    'diameter_mm'
    """
    return _laid_over(own)[1]


@lru_cache(maxsize=32)
def _laid_over(own: OwnRows) -> tuple[rows.Catalogue, tuple[Unusable, ...]]:
    catalogue = load_catalogue()
    left_out: list[Unusable] = []
    for name, cells in sorted(own, key=lambda one: LAST.index(one[0]) if one[0] in LAST else -1):
        read = json.loads(cells)
        try:
            catalogue = with_row(catalogue, name, as_now(name, read))
        except ErgamotError as refused:
            key = str(read.get(TABLES[name].key, "")) if name in TABLES else ""
            left_out.append(Unusable(name, key, refused.field, refused.message))
    return catalogue, tuple(left_out)


def as_now(name: str, cells: Mapping[str, str]) -> dict[str, str]:
    """The cells of an own row with those columns filled in that came after it was kept.

    Args: name of its table; cells, as they were kept.
    Returns: text for every column: as the shipped row of its key has it, else as the kind of row says.
    Raises: UnknownChoice.
    Source: common practice.

    >>> as_now("sheets", {"key": "my-tarp", "use": "roof tarp"})["stuff"]
    'cloth'
    """
    table = table_of(name)
    shipped = getattr(load_catalogue(), name).get(cells.get(table.key, ""))
    missing = (
        {
            column: text
            for column, text in cells_of(shipped).items()
            if column not in cells and column not in table.row.OWN
        }
        if shipped
        else {}
    )
    return {column: str(text) for column, text in {**table.row.filled(cells), **missing}.items()}


LAST = (
    "strains",
    "wheels",
    "crews",
)  # their rows name rows of other tables, or are made to fit them: laid last


def with_row(catalogue: rows.Catalogue, name: str, cells: Mapping[str, str]) -> rows.Catalogue:
    """A catalogue with one more row, or another in a row's place.

    Args: catalogue; name of a table; cells, text for every column.
    Returns: a new Catalogue.
    Raises: as read_row; UnknownChoice or OutOfRange when the row names what there is not.
    Source: common practice.

    >>> two = {"key": "two", "label": "two", "people": "man man", "drawbar_n": "0", "hitch_n": "0", "source": "us"}
    >>> with_row(c, "crews", two).crews["two"].people
    ('man', 'man')
    """
    table = table_of(name)
    row = read_row(table, cells)
    _check_names(catalogue, row)
    _check_fixed(row, getattr(load_catalogue(), name).get(getattr(row, table.key)))
    held = {**getattr(catalogue, name), getattr(row, table.key): row}
    return replace(catalogue, **{name: held})  # type: ignore[arg-type]  # a table holds rows of its kind


def _check_fixed(row: columns.Row, shipped: columns.Row | None) -> None:
    """A row over a shipped one is still what that is."""
    for column in row.FIXED if shipped else ():
        if getattr(row, column) != getattr(shipped, column):
            is_now = _text(getattr(shipped, column)) or "nothing"
            raise OutOfRange(column, _text(getattr(row, column)), f"{is_now}, as in the row it stands over")


def _check_names(catalogue: rows.Catalogue, row: columns.Row) -> None:
    """A row that names rows of another table must find them."""
    if isinstance(row, birds.Strain):
        rows.pick(catalogue.floor_needs, row.kind, "kind")
    if isinstance(row, farm.Crew):
        for person in row.people:
            rows.pick(catalogue.people, person, "people")
    if isinstance(row, wares.Wheel):
        bores = {one.bore_mm for one in rows.of_kind(catalogue, Fitting.ROD) if one.bore_mm}
        if row.bore_mm not in bores:
            fits = " or ".join(f"{bore:g}" for bore in sorted(bores))
            raise OutOfRange("bore_mm", row.bore_mm, f"{fits} mm, for which there are axle rods")
