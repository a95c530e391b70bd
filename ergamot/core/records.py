"""Frozen records with some fields changed, where thousands of them are."""

from __future__ import annotations

from typing import Any, TypeVar

Record = TypeVar("Record")


def changed(one: Record, **changes: Any) -> Record:
    """What dataclasses.replace gives, several times as quick: for records that check nothing as they are made.

    Args: one, a frozen dataclass without slots; changes, by field.
    Returns: a new one; nothing that was worked out from the old one's fields is kept.
    Source: common practice.

    >>> from ergamot.core.units import Quantity
    >>> changed(Quantity(2.0, "kg"), value=3.0) == Quantity(3.0, "kg")
    True
    """
    made = object.__new__(type(one))
    of_old: dict[str, Any] = vars(one)
    fields: dict[str, Any] = type(one).__dataclass_fields__  # type: ignore[attr-defined]  # a dataclass
    vars(made).update({name: of_old[name] for name in fields}, **changes)
    return made
