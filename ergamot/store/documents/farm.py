"""Declare the bodies of the farm's conditions and of its own rows in the catalogue."""

from __future__ import annotations

from dataclasses import dataclass

from pydantic import JsonValue

from ergamot.store.documents.document import EXACTLY, Document


@dataclass(frozen=True)
class RowBody:
    """A row of a table as the farm has it; `dropped` where it goes by the shipped row again."""

    __pydantic_config__ = EXACTLY

    table: str
    key: str
    cells: dict[str, str]
    dropped: bool = False


# Conditions are declared one by one in the core, and each checks what is kept of it where it is read
PlaceBody = dict[str, JsonValue]
PLACE = Document("place", PlaceBody)
ROW = Document("row", RowBody)
