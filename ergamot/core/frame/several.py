"""A part a pen may have any number of: its controls are declared once, and stand for each under a number of its own."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.parameters import Parameter

KEPT_NAMES = 4096  # may move
GONE = "none"  # of its first parameter: this one is taken away


@dataclass(frozen=True)
class Several:
    """What each of them can have; the first of `parameters` says where it is, or that it is `GONE`. Each keeps its
    number when others are taken away.

    >>> where = Parameter("face", "Where", "openings", "choice", "left")
    >>> some = Several("opening", 12, (where,))
    >>> some.named(2)[0].name, some.numbers({"opening_2_face": "left", "length": 3000.0})
    ('opening_2_face', (2,))
    """

    name: str
    most: int
    parameters: tuple[Parameter, ...]

    @cached_property
    def _key(self) -> re.Pattern[str]:
        names = "|".join(one.name for one in self.parameters)
        return re.compile(rf"{self.name}_([1-9]\d?)_({names})")

    def key(self, number: int, name: str) -> str:
        """What one parameter of one of them is called."""
        return f"{self.name}_{number}_{name}"

    def named(self, number: int) -> tuple[Parameter, ...]:
        """The parameters of one of them."""
        return tuple(
            replace(
                one,
                name=self.key(number, one.name),
                label=f"{one.label}, {self.name} {number}",
                only_if=(self.key(number, one.only_if[0]), *one.only_if[1:]) if one.only_if else None,
            )
            for one in self.parameters
        )

    def numbers(self, given: Iterable[str]) -> tuple[int, ...]:
        """Which of them some values are of, rising."""
        own = [name for name in given if name.startswith(self.name)]
        return tuple(sorted({number for name in own if (number := _number_in(self._key, name))}))

    def standing(self, given: Mapping[str, object]) -> dict[str, object]:
        """Values without those of what is taken away. Raises OutOfRange where there are too many."""
        first = self.parameters[0].name
        gone = {n for n in self.numbers(given) if given.get(self.key(n, first)) == GONE}
        kept = {
            name: value
            for name, value in given.items()
            if not gone or _number_in(self._key, name) not in gone
        }
        numbers = self.numbers(kept)
        if len(numbers) > self.most:
            raise OutOfRange(self.key(numbers[-1], first), len(numbers), f"one of at most {self.most}")
        return kept


@lru_cache(maxsize=KEPT_NAMES)
def _number_in(key: re.Pattern[str], name: str) -> int:
    """Which of them a value is of, by its name; 0 where it is of none."""
    found = key.fullmatch(name)
    return int(found[1]) if found else 0
