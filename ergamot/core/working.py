"""Figures worked from the very expressions that are printed.

A `Formula` is a relation written once: it computes, and it is what a keeper reads. A `Working` is made of given figures
and of formulas over the symbols above them, so what is printed can be worked again by hand to the same figure.
"""

from __future__ import annotations

import math
import re
from dataclasses import dataclass, field, replace
from functools import cached_property, lru_cache
from types import CodeType

import numpy as np

from ergamot.core.units import Quantity

PRINTED_DIGITS = 6  # significant digits a given figure is rounded to before it is used


@dataclass(frozen=True)
class Step:
    """One line of working: a symbol, what it is, and either a given figure or how it follows."""

    symbol: str
    says: str
    expression: str | None
    quantity: Quantity
    source: str


_FUNCTIONS = {
    "__builtins__": {},
    "sqrt": math.sqrt,
    "exp": math.exp,
    "log": math.log,
    "sin": math.sin,
    "cos": math.cos,
    "min": min,
    "max": max,
    "abs": abs,
}
_OF_ARRAYS = {**_FUNCTIONS, "sqrt": np.sqrt, "min": np.minimum, "max": np.maximum}
_SYMBOL = re.compile(r"[A-Za-z_]\w*")


@lru_cache(maxsize=4096)
def _compiled(expression: str) -> CodeType:
    return compile(expression, "<working>", "eval")


def evaluate(expression: str, known: dict[str, float]) -> float:
    """Work out one printed expression from the symbols above it.

    Args: expression, arithmetic over symbols (written by this program, never by a keeper); known,
        the figure each symbol stands for.
    Returns: a number, in the unit its step names.
    Source: arithmetic.

    >>> evaluate("W*a/b", {"W": 10.0, "a": 2.0, "b": 4.0})
    5.0
    """
    return float(eval(_compiled(expression), _FUNCTIONS, known))


def printed(value: float) -> float:
    """Round a figure to the digits a working prints.

    Args: value, any number.
    Returns: the number to six significant digits.
    Source: common practice.

    >>> printed(0.123456789)
    0.123457
    """
    return float(f"{value:.{PRINTED_DIGITS}g}")


@dataclass(frozen=True)
class Formula:
    """A relation, written once: what `symbol` is, and the arithmetic over other symbols that gives it in `unit`.

    `valid` tells where it holds, and is printed with its source.

    >>> force = Formula("F", "force", "m*a", "N", "Newton")
    >>> force.of(m=2.0, a=3.0), force.over(m="m_r").expression
    (6.0, 'm_r*a')
    """

    symbol: str
    says: str
    expression: str
    unit: str = ""
    source: str = ""
    valid: str = ""

    @cached_property
    def told_source(self) -> str:
        """Its source, and where it holds."""
        return "; ".join(word for word in (self.source, self.valid) if word)

    def of(self, **known: float) -> float:
        """The figure it gives."""
        return evaluate(self.expression, known)

    def on(self, **known: float | np.ndarray) -> np.ndarray:
        """The figures it gives of many cases at once, arrays broadcast together."""
        return np.asarray(eval(_compiled(self.expression), _OF_ARRAYS, known))

    def without(self, symbol: str) -> Formula:
        """The same where a term of a sum is nothing and not told."""
        return replace(self, expression=self.expression.replace(f" + {symbol}", ""))

    def over(self, says: str = "", **symbols: str) -> Formula:
        """The same relation of other symbols, told in other words."""
        return _over(self, says, tuple(symbols.items()))


@lru_cache(maxsize=256)
def _over(formula: Formula, says: str, symbols: tuple[tuple[str, str], ...]) -> Formula:
    named = dict(symbols)
    return replace(
        formula,
        symbol=named.get(formula.symbol, formula.symbol),
        says=says or formula.says,
        expression=_SYMBOL.sub(lambda found: named.get(found[0], found[0]), formula.expression),
    )


@dataclass
class Working:
    """Collects steps; every figure it hands back has been worked from what is printed. Of many moves and pens only the
    figures are asked: a step is made when it is read."""

    _rows: list[tuple[str, str, str | None, float, str, str]] = field(default_factory=list)
    known: dict[str, float] = field(default_factory=dict)

    @property
    def steps(self) -> tuple[Step, ...]:
        return tuple(
            Step(symbol, says, expression, Quantity(value, unit), source)
            for symbol, says, expression, value, unit, source in self._rows
        )

    def given(self, symbol: str, says: str, value: float, unit: str = "", source: str = "") -> float:
        return self._add(symbol, says, None, printed(value), unit, source)

    def step(self, symbol: str, says: str, expression: str, unit: str = "", source: str = "") -> float:
        return self._add(symbol, says, expression, evaluate(expression, self.known), unit, source)

    def by(self, formula: Formula) -> float:
        return self.step(formula.symbol, formula.says, formula.expression, formula.unit, formula.told_source)

    def _add(
        self, symbol: str, says: str, expression: str | None, value: float, unit: str, source: str
    ) -> float:
        self.known[symbol] = value
        self._rows.append((symbol, says, expression, value, unit, source))
        return value

    def copy(self) -> Working:
        return Working(list(self._rows), dict(self.known))
