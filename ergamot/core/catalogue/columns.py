"""What columns of the catalogue may hold, and rows that are checked against it as they are made."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, fields
from decimal import Decimal
from functools import cache
from typing import ClassVar, get_type_hints

from ergamot.core.errors import OutOfRange

LONGEST_TEXT = 200
MOST_PARTS = 20  # lengths a row may list
YES = "yes"


@dataclass(frozen=True)
class Within:
    """What a column of figures holds: low to high, both included; a heading where its name does not say what it is."""

    low: float
    high: float
    heading: str = ""

    def check(self, name: str, value: object) -> None:
        """Refuse a cell outside; one with nothing in it is left to its type."""
        for part in value if isinstance(value, tuple) else (value,):
            if isinstance(part, (int, float, Decimal)) and not (
                math.isfinite(part) and self.low <= part <= self.high
            ):
                raise OutOfRange(name, str(part), f"{self.low:g} to {self.high:g}")


@dataclass(frozen=True)
class Among:
    """What a column of keys holds: one of a few, or, with `many`, some of them; with `none`, perhaps nothing."""

    words: tuple[str, ...]
    many: bool = False
    none: bool = False

    @property
    def told(self) -> str:
        """What it takes, in words."""
        return ", ".join(filter(None, self.words)) + (" or nothing" if self.none or "" in self.words else "")

    def check(self, name: str, value: object) -> None:
        """Refuse a cell that holds another key, or none."""
        words = value if isinstance(value, tuple) else () if value is None else (value,)
        for word in words if words or self.none else ("",):
            if word not in self.words:
                raise OutOfRange(name, str(word)[:40], "one of: " + self.told)


@dataclass(frozen=True)
class Row:
    """A catalogue row: every figure lies in its column's range, and a source is given.

    `FIXED` are the columns that a keeper's row over a shipped one must leave as they are: what it is, not how large.
    `OWN` are those that go by the rest of the row: where a row kept over a shipped one has none, that one's are not it.
    """

    FIXED: ClassVar[tuple[str, ...]] = ()
    OWN: ClassVar[tuple[str, ...]] = ()

    def __post_init__(self) -> None:
        for name, asked in asked_of(type(self)).items():
            value = getattr(self, name)
            _check_text(name, value)
            if asked is not None:
                asked.check(name, value)
        if not str(getattr(self, "source", "given")).strip():
            raise OutOfRange("source", "", "given for every row")
        self.check()

    def check(self) -> None:
        """What columns ask of each other; nothing unless a kind of row says so.

        Raises: OutOfRange naming the column.
        """

    @classmethod
    def filled(cls, cells: Mapping[str, str]) -> Mapping[str, str]:
        """The cells of a row kept before some of its columns were there, with those filled in."""
        return cells


PRICE = Within(0.01, 10_000)


def asked_of(kind: type[Row]) -> Mapping[str, Within | Among | None]:
    """What each column of a kind of row asks of its cells.

    Args: kind, a class of rows.
    Returns: by column; none where any text will do.
    Source: the class itself.

    >>> from ergamot.core.catalogue import Wheel
    >>> asked_of(Wheel)["bore_mm"]
    Within(low=5, high=60, heading='')
    """
    return _asked_of(kind)  # type: ignore[arg-type]  # mypy takes its rows' hash for a class's own


@cache
def _asked_of(kind: type[Row]) -> Mapping[str, Within | Among | None]:
    hints = get_type_hints(kind, include_extras=True)
    return {
        column.name: next(iter(getattr(hints[column.name], "__metadata__", ())), None)
        for column in fields(kind)
    }


def _check_text(name: str, value: object) -> None:
    parts = value if isinstance(value, tuple) else (value,)
    if len(parts) > MOST_PARTS:
        raise OutOfRange(name, len(parts), f"at most {MOST_PARTS} of them")
    for part in parts:
        if isinstance(part, str) and (len(part) > LONGEST_TEXT or not part.isprintable()):
            raise OutOfRange(name, part[:40], f"at most {LONGEST_TEXT} letters that can be seen")


def same_number(name: str, listed: tuple[object, ...], prices: tuple[object, ...], what: str) -> None:
    """Refuse a row whose sizes sold and their prices are not as many.

    Args: name of the column of prices; listed, the sizes; prices; what, the column of sizes.
    Raises: OutOfRange.
    Source: common practice.

    >>> same_number("prices", (1, 2), (3, 4), "length")
    """
    if not listed:
        raise OutOfRange(what, "", "at least one")
    if len(listed) != len(prices):
        raise OutOfRange(name, len(prices), f"one price for each of {len(listed)} sizes sold")
