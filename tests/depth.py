"""Say how deep the tests dig: as deep as ten minutes allow under `make test`, DEPTH times as deep under `make proofs`."""

from __future__ import annotations

import os
from collections.abc import Sequence
from typing import Any, TypeVar

import pytest
from hypothesis import settings

Case = TypeVar("Case")

DEPTH = int(os.environ.get("DEPTH", "1"))
EXAMPLES = 4  # of a property that does not say how many

deep = (
    pytest.mark.deep
)  # left to `make proofs`: what it asks is asked elsewhere too, in another place or of another pen


def examples(count: int, **more: Any) -> settings:
    """Take so many examples of a property, times the depth."""
    return settings(max_examples=count * DEPTH, **more)


def some(cases: Sequence[Case], most: int) -> list[Case]:
    """Take cases spread evenly over all there are, at most so many times the depth: all of them where that is enough."""
    count = min(len(cases), most * DEPTH)
    return [cases[round(n * (len(cases) - 1) / max(1, count - 1))] for n in range(count)]
