"""Read and write bodies of one kind: of one type, in its newest version, those of earlier versions brought up to it.

What has its default value is not stored. So no default of a body ever changes, unless an upcast writes out the old one.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Generic, TypeVar

from pydantic import ConfigDict, TypeAdapter, ValidationError

from ergamot.core.errors import ErgamotError

B = TypeVar("B")
Stored = dict[str, Any]
Upcast = Callable[[Stored], Stored]
EXACTLY = ConfigDict(extra="forbid")  # a body holds what its type declares and nothing else


class NotAsKept(ErgamotError):
    """A stored body that this program cannot read."""

    title = "What was kept cannot be read"


class Document(Generic[B]):
    """A kind of document. `upcasts` bring a body from each version to the next: the first from version 1 to 2, and so on."""

    def __init__(self, name: str, body: type[B], upcasts: tuple[Upcast, ...] = ()):
        self.name = name
        self.version = 1 + len(upcasts)
        self._upcasts = upcasts
        self.body = body
        self._adapter = TypeAdapter(body)

    def __repr__(self) -> str:
        return f"<Document {self.name}>"

    def brought_up(self, version: int, stored: Stored) -> Stored:
        """Bring a body that was stored in a version up to the newest. Raises NotAsKept for one of a newer program."""
        if version > self.version:
            raise NotAsKept(
                f"This {self.name} was kept by a newer program, in version {version} of its form. Use that program.",
                field="version",
                value=version,
                allowed=f"at most {self.version}",
            )
        for upcast in self._upcasts[version - 1 :]:
            stored = upcast(stored)
        return stored

    def read(self, version: int, stored: Stored) -> B:
        """Read a body as it was stored in a version. Raises NotAsKept where it is damaged, or of a newer program."""
        try:
            return self._adapter.validate_python(self.brought_up(version, stored))
        except ValidationError as bad:
            first = bad.errors()[0]
            place = ".".join(str(part) for part in first["loc"])
            raise NotAsKept(f"In a {self.name} that was kept, {place}: {first['msg']}", field=place) from None

    def written(self, body: B) -> Stored:
        """Write a body as it is stored in the newest version."""
        stored: Stored = self._adapter.dump_python(body, mode="json", exclude_defaults=True, warnings="error")
        return stored
