"""Which program this is: what another one worked out is not to be believed."""

from __future__ import annotations

import hashlib
from functools import cache
from importlib import resources
from typing import Any


@cache
def mark_of_the_program() -> str:
    """A fingerprint of the core: what another version would judge is not to be believed."""
    core = resources.files("ergamot.core")
    told = hashlib.sha256()

    def read(folder: Any) -> None:
        for entry in sorted(folder.iterdir(), key=lambda one: one.name):
            if entry.is_dir():
                read(entry)
            elif entry.name.endswith((".py", ".csv")):
                told.update(entry.name.encode() + entry.read_bytes())

    read(core)
    return told.hexdigest()
