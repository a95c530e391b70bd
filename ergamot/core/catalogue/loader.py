"""Reads the catalogue's data files once; everything else in the core is handed the result."""

from __future__ import annotations

import csv
from collections.abc import Callable
from dataclasses import fields
from decimal import Decimal
from enum import StrEnum
from functools import cache
from importlib import resources
from types import UnionType
from typing import Any, TypeVar, get_args, get_type_hints

from ergamot.core.catalogue import birds, columns, coverings, farm, rows, timber, wares

RowT = TypeVar("RowT", bound=columns.Row)

READERS: dict[Any, Callable[[str], Any]] = {
    str: str,
    int: int,
    float: float,
    Decimal: Decimal,
    bool: lambda text: {"": False, columns.YES: True}[text],
}


def reader_of(hint: Any) -> Callable[[str], Any]:
    """How the text of a cell is read.

    Args: hint, the type of its column: text, a figure, a key, a tuple of either, or one of these or nothing.
    Returns: a function of the text; it raises ValueError, KeyError or what its type raises.
    Source: the row's own types.

    >>> reader_of(tuple[float, ...])("2.44 3.05"), reader_of(float | None)("")
    ((2.44, 3.05), None)
    """
    if isinstance(hint, UnionType):
        some = reader_of(get_args(hint)[0])
        return lambda text: some(text) if text else None
    if get_args(hint):
        part = reader_of(get_args(hint)[0])
        return lambda text: tuple(part(word) for word in text.split())
    if isinstance(hint, type) and issubclass(hint, StrEnum):
        return hint
    return READERS[hint]


def _read(file: str, kind: type[RowT]) -> list[RowT]:
    hints = get_type_hints(kind)
    text = resources.files("ergamot.core.catalogue").joinpath("data", file).read_text("utf-8")
    return [
        kind(**{column.name: reader_of(hints[column.name])(row[column.name]) for column in fields(kind)})
        for row in csv.DictReader(text.splitlines())
    ]


def _by_key(file: str, kind: type[RowT], key: str = "key") -> dict[str, RowT]:
    return {getattr(row, key): row for row in _read(file, kind)}


@cache
def load_catalogue() -> rows.Catalogue:
    """Read every data file shipped with the program.

    Returns: the whole catalogue, the same object each time.
    Raises: OutOfRange when a row holds an impossible figure or names no source.
    Source: each row names its own.

    >>> load_catalogue().sections["2x3"].deep_mm
    64.0
    """
    return rows.Catalogue(
        strains=_by_key("strains.csv", birds.Strain),
        floor_needs=_by_key("floor_needs.csv", birds.FloorNeed, "kind"),
        protein_stages=tuple(_read("protein_stages.csv", birds.ProteinStage)),
        sections=_by_key("sections.csv", timber.Section),
        species=_by_key("species.csv", timber.Species),
        sheets=_by_key("sheets.csv", coverings.Sheet),
        meshes=_by_key("meshes.csv", coverings.Mesh),
        wire_panels=_by_key("wire_panels.csv", coverings.WirePanel),
        containers=_by_key("containers.csv", wares.Container),
        wheels=_by_key("wheels.csv", wares.Wheel),
        grounds=_by_key("grounds.csv", farm.Ground),
        people=_by_key("people.csv", farm.Person),
        crews=_by_key("crews.csv", farm.Crew),
        exposures=_by_key("exposures.csv", farm.Exposure),
        hardware=_by_key("hardware.csv", wares.Hardware),
        anchors=_by_key("anchors.csv", wares.Anchor),
    )
