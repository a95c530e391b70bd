"""The shed as sent and as changed: things, lines typed, tables read in."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ergamot.core.shed import Sort
from ergamot.web.schemas.figures import In, Out, Words

Line = Annotated[str, Field(max_length=400)]
Length = Annotated[str, Field(max_length=60)]


class ThingOut(Out):
    """One kind of thing in the shed; `pen` is the one it is kept for, null where it is for any."""

    id: int
    revision: int
    can_undo: bool
    can_redo: bool
    sort: Sort
    row: str
    species: str
    count: int
    said: Words
    long_mm: float
    wide_mm: float
    lost_mm: float
    long: Words
    wide: Words
    lost: Words
    each: str
    worth: str
    note: str
    name: str
    pen: int | None


class SortOut(Out):
    """A sort of things, in words."""

    key: Sort
    words: str


class ShedOut(Out):
    """Everything in the shed, and what it is worth together."""

    things: list[ThingOut]
    sorts: list[SortOut]
    worth: str


class LinesIn(In):
    """What was typed, a line for each kind of thing."""

    lines: list[Line] = Field(min_length=1, max_length=200)


class ReadOut(Out):
    """A line as it was understood; nothing is kept."""

    said: Words
    count: int
    note: str


class ReadLinesOut(Out):
    """Lines as they were understood."""

    read: list[ReadOut]


class ThingIn(In):
    """Changes to a thing, whichever of them are sent; lengths with a unit or in mm. A pen of null sets it free."""

    count: int = Field(1, ge=-1_000_000, le=1_000_000)
    long_mm: Length | float = 0.0
    wide_mm: Length | float = 0.0
    lost_mm: Length | float = 0.0
    each: float = 0.0
    note: str = Field("", max_length=400)
    name: str = Field("", max_length=400)
    pen: int | None = Field(None, ge=0, le=2**31 - 1)


class AsideIn(In):
    """How many of which things are to be kept for a pen."""

    things: dict[int, Annotated[int, Field(ge=1, le=100_000)]] = Field(min_length=1, max_length=500)


class TakeIn(In):
    """How many of a thing are taken out of the shed."""

    count: int = Field(ge=1, le=1_000_000)


class TableIn(In):
    """A CSV or XLSX file, in base64."""

    file: str = Field(max_length=6_000_000)


class PricesIn(TableIn):
    """A shop's prices, and the shop's name."""

    name: str = Field(max_length=200)


class ShopNameIn(In):
    """What a shop is called from now on."""

    name: str = Field(max_length=200)


class ShopOut(Out):
    """A shop whose prices are known."""

    id: int
    revision: int
    name: str
    dated: str
    prices: int
    own: bool


class OwnIn(In):
    """Whether a shop's list is what the farm pays."""

    own: bool


class ShopsOut(Out):
    """The shops whose prices are known."""

    shops: list[ShopOut]
