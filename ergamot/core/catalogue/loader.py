"""Reads the catalogue's data files once; everything else in the core is handed the result."""

from __future__ import annotations

import csv
from collections.abc import Callable
from dataclasses import fields
from decimal import Decimal
from functools import cache
from importlib import resources
from typing import Any, TypeVar, get_type_hints

from ergamot.core.catalogue import columns, rows

RowT = TypeVar("RowT", bound=columns.Row)

READERS: dict[Any, Callable[[str], Any]] = {
    str: str,
    int: int,
    float: float,
    Decimal: Decimal,
    float | None: lambda text: float(text) if text else None,
    tuple[float, ...]: lambda text: tuple(float(part) for part in text.split()),
    tuple[Decimal, ...]: lambda text: tuple(Decimal(part) for part in text.split()),
    tuple[str, ...]: lambda text: tuple(text.split()),
}


def _read(file: str, kind: type[RowT]) -> list[RowT]:
    hints = get_type_hints(kind)
    text = resources.files("ergamot.core.catalogue").joinpath("data", file).read_text("utf-8")
    return [
        kind(**{column.name: READERS[hints[column.name]](row[column.name]) for column in fields(kind)})
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
        strains=_by_key("strains.csv", rows.Strain),
        floor_needs=_by_key("floor_needs.csv", rows.FloorNeed, "kind"),
        protein_stages=tuple(_read("protein_stages.csv", rows.ProteinStage)),
        sections=_by_key("sections.csv", rows.Section),
        species=_by_key("species.csv", rows.Species),
        sheets=_by_key("sheets.csv", rows.Sheet),
        meshes=_by_key("meshes.csv", rows.Mesh),
        wire_panels=_by_key("wire_panels.csv", rows.WirePanel),
        containers=_by_key("containers.csv", rows.Container),
        wheels=_by_key("wheels.csv", rows.Wheel),
        grounds=_by_key("grounds.csv", rows.Ground),
        people=_by_key("people.csv", rows.Person),
        crews=_by_key("crews.csv", rows.Crew),
        exposures=_by_key("exposures.csv", rows.Exposure),
        hardware=_by_key("hardware.csv", rows.Hardware),
        anchors=_by_key("anchors.csv", rows.Anchor),
    )
