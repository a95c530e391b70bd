"""JSON from outside: whole numbers of a length that figures have, and nothing that is no number."""

from __future__ import annotations

import json
from typing import Any

MOST_DIGITS = 300  # of a whole number: so many a floating-point figure holds; no field takes as large a one


def read_json(text: str | bytes) -> Any:
    """Read what some JSON holds.

    Args: text.
    Returns: it, as the standard library reads it.
    Raises: ValueError, also for whole numbers of more digits and for NaN and Infinity.

    >>> read_json('{"count": 30}')
    {'count': 30}
    >>> read_json("9" * 400)
    Traceback (most recent call last):
    ValueError: a number of 400 digits
    """
    return json.loads(text, parse_int=_whole, parse_constant=_no_number)


def _whole(digits: str) -> int:
    if len(digits) > MOST_DIGITS:
        raise ValueError(f"a number of {len(digits)} digits")
    return int(digits)


def _no_number(word: str) -> float:
    raise ValueError(f"{word} is no number")
