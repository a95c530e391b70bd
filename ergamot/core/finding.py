"""What a question answers with: a verdict in a sentence, and the working that shows why.

A `Working` is built by evaluating the very expressions it prints: each step is arithmetic over
the symbols above it, so what a keeper reads can be worked again by hand to the same figure.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from enum import StrEnum
from functools import lru_cache
from types import CodeType

from ergamot.core.units import Quantity, System, say


class What(StrEnum):
    """What a verdict is on, in the order they are shown."""

    SPACE = "space"
    WEIGHT = "weight"
    MOVING = "moving"
    WIND = "wind"
    STRENGTH = "strength"


class Grade(StrEnum):
    """How a pen stands against what is needed."""

    FAILS = "fails"
    RIGHT = "right"
    AMPLE = "ample"

    @property
    def word(self) -> str:
        """As a keeper reads it."""
        return {Grade.FAILS: "short", Grade.RIGHT: "right", Grade.AMPLE: "to spare"}[self]


AMPLE = 1.5  # half as much again as is needed counts as more than enough; judgement
PRINTED_DIGITS = 6  # significant digits a given figure is rounded to before it is used


@dataclass(frozen=True)
class Phrase:
    """A sentence with figures in it, written out only when the reader's units are known."""

    template: str
    figures: tuple[tuple[str, Quantity], ...] = ()

    def text(self, system: System) -> str:
        return self.template.format(**{name: say(figure, system) for name, figure in self.figures})


def phrase(template: str, **figures: Quantity) -> Phrase:
    """Make a sentence of a template and the figures it names.

    Args: template, text with `{name}` places; figures, one Quantity for each name.
    Returns: the Phrase.
    Source: common practice.

    >>> phrase("stands {gust}", gust=Quantity(22, "ms")).text("metric")
    'stands 22 m/s'
    """
    return Phrase(template, tuple(figures.items()))


@dataclass(frozen=True)
class Step:
    """One line of working: a symbol, what it is, and either a given figure or how it follows."""

    symbol: str
    says: str
    expression: str | None
    quantity: Quantity
    source: str


@dataclass(frozen=True)
class Finding:
    """A verdict. `ratio` is what there is over what is needed: 1 just passes.

    `band` is what the ratio may be where the figures behind it are not well known, told in `band_words`.
    """

    what: What
    title: str
    sentence: Phrase
    figure: Phrase
    ratio: float
    limit: Phrase
    working: tuple[Step, ...]
    answer: str
    details: tuple[Phrase, ...] = ()
    band: tuple[float, float] | None = None
    band_words: Phrase | None = None
    cautions: tuple[str, ...] = ()

    @property
    def verdict(self) -> Grade:
        if self.ratio < 1:
            return Grade.FAILS
        return Grade.RIGHT if self.ratio < AMPLE else Grade.AMPLE


_FUNCTIONS = {
    "sqrt": math.sqrt,
    "exp": math.exp,
    "log": math.log,
    "sin": math.sin,
    "cos": math.cos,
    "min": min,
    "max": max,
    "abs": abs,
}


@lru_cache(maxsize=4096)
def _compiled(expression: str) -> CodeType:
    return compile(expression, "<working>", "eval")


def evaluate(expression: str, known: dict[str, float]) -> float:
    """Work out one printed expression from the symbols above it.

    Args: expression, arithmetic over symbols (written by this program, never by a keeper); known,
        the figure each symbol stands for.
    Returns: a number, in the unit its step names.
    Source: common practice.

    >>> evaluate("W*a/b", {"W": 10.0, "a": 2.0, "b": 4.0})
    5.0
    """
    return float(eval(_compiled(expression), {"__builtins__": {}}, {**_FUNCTIONS, **known}))


def printed(value: float) -> float:
    """Round a figure to the digits a working prints.

    Args: value, any number.
    Returns: the number to six significant digits.
    Source: common practice.

    >>> printed(0.123456789)
    0.123457
    """
    return float(f"{value:.{PRINTED_DIGITS}g}")


@dataclass
class Working:
    """Collects steps; every figure it hands back has been worked from what is printed."""

    steps: list[Step] = field(default_factory=list)
    known: dict[str, float] = field(default_factory=dict)

    def given(self, symbol: str, says: str, value: float, unit: str = "", source: str = "") -> float:
        figure = printed(value)
        return self._add(symbol, says, None, figure, unit, source)

    def step(self, symbol: str, says: str, expression: str, unit: str = "", source: str = "") -> float:
        return self._add(symbol, says, expression, evaluate(expression, self.known), unit, source)

    def _add(
        self, symbol: str, says: str, expression: str | None, value: float, unit: str, source: str
    ) -> float:
        self.known[symbol] = value
        self.steps.append(Step(symbol, says, expression, Quantity(value, unit), source))
        return value

    def done(self) -> tuple[Step, ...]:
        return tuple(self.steps)
