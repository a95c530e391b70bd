"""Declare the bodies of things in the shed, of shops, and of the making of pens."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date
from decimal import Decimal

from ergamot.core.making.surviving import CutPiece
from ergamot.core.shed import Sort
from ergamot.store.documents.document import EXACTLY, Document


@dataclass(frozen=True)
class ThingBody:
    """A thing in the shed, the pen it is kept for, and the marks of those who took of it last."""

    __pydantic_config__ = EXACTLY

    sort: Sort
    row: str
    count: int
    species: str
    long_mm: float
    wide_mm: float
    lost_mm: float
    each: Decimal
    note: str
    name: str
    pen: int | None = None
    taken: tuple[str, ...] = ()


@dataclass(frozen=True)
class ShopBody:
    """A shop's prices by key, and the day they were told; `own` where they are what the farm pays."""

    __pydantic_config__ = EXACTLY

    name: str
    dated: date
    prices: dict[str, Decimal]
    own: bool = False


@dataclass(frozen=True)
class MakingBody:
    """The making of a pen: pieces that are cut, steps that are done with the minutes they took, and its days."""

    __pydantic_config__ = EXACTLY

    pen: int
    cut: tuple[CutPiece, ...] = ()
    done: dict[str, float | None] = field(default_factory=dict)
    begin: date | None = None
    wanted: date | None = None
    errands: int = 1


THING = Document("thing", ThingBody)
SHOP = Document("shop", ShopBody)
MAKING = Document("making", MakingBody)
