"""Cells of a CSV file that a spreadsheet takes as text, whatever a keeper called a thing."""

from __future__ import annotations

from typing import Any

BEGINS_A_FORMULA = ("=", "+", "-", "@", "\t", "\r", "\n")


def harmless(row: tuple[Any, ...]) -> tuple[Any, ...]:
    """A row whose words cannot be run as formulas: those that begin one stand behind an apostrophe (OWASP, CSV
    injection).

    >>> harmless(("=1+1", "nails", 3, "-4.5"))
    ("'=1+1", 'nails', 3, '-4.5')
    """
    return tuple(_harmless(cell) for cell in row)


def _harmless(cell: Any) -> Any:
    if not isinstance(cell, str) or not cell.startswith(BEGINS_A_FORMULA):
        return cell
    try:
        float(cell)
    except ValueError:
        return f"'{cell}"
    return cell
