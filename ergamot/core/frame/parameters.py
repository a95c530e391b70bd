"""How a shape declares what can be changed about it; controls, checks and files follow from this."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, fields
from functools import lru_cache
from typing import Any, Literal

from ergamot.core.catalogue import Catalogue, pick
from ergamot.core.catalogue.kinds import Use
from ergamot.core.errors import OutOfRange, UnknownChoice, Unreadable
from ergamot.core.finding import EVERY
from ergamot.core.units import Quantity, parse_amount, parse_length, say

Value = float | str
Condition = Callable[[Mapping[str, Value]], bool]  # told by the values of a pen
Kind = Literal["length", "share", "angle", "count", "mass", "choice"]


UNIT_OF: dict[str, str] = {"length": "mm", "share": "share", "angle": "deg", "count": "", "mass": "kg"}
_AN = {"length": "a length", "share": "a share", "angle": "an angle", "count": "a number", "mass": "a weight"}


@dataclass(frozen=True)
class Choice:
    """One thing that can be picked, and a word of help about it."""

    key: str
    label: str
    note: str = ""


@dataclass(frozen=True)
class Parameter:
    """One thing about a shape that a keeper can change.

    Lengths are mm, shares 0 to 1, angles degrees, counts whole, masses kg. `table` names a catalogue table whose rows are the
    choices, those that serve one of `uses` where any are named.
    `only_if` names another parameter and the values it must hold for this one to matter and be shown, `and_if` tells by all values
    whether what else it hangs on is there. It has little or no say
    in the `idle` verdicts; what is `kept`, the keeper has or the birds need: it is not traded for a verdict. `left_out`
    is what to choose, of which parameter, where it can be made no smaller; `smaller`, a choice and the one that takes less
    room. With `no_cloth`, rows of cloth are no choice: what they would close stays shut by night.
    """

    name: str
    label: str
    group: str
    kind: Kind
    default: Value
    low: float = 0.0
    high: float = 0.0
    choices: tuple[Choice, ...] = ()
    table: str = ""
    uses: tuple[Use, ...] = ()
    only_if: tuple[str, ...] | None = None
    and_if: Condition | None = None
    note: str = ""
    idle: tuple[str, ...] = ()
    kept: bool = False
    left_out: tuple[str, str] | None = None
    smaller: tuple[str, str] | None = None
    no_cloth: bool = False

    @property
    def hangs(self) -> bool:
        """Does it hang on other parameters, so that it may not matter?"""
        return self.only_if is not None or self.and_if is not None

    def changes_verdict(self, key: str) -> bool:
        """May it change a verdict? One that idles in every verdict does in those that are declared later too."""
        return key not in self.idle and self.idle != EVERY

    def options(self, catalogue: Catalogue) -> tuple[Choice, ...]:
        """The choices on offer, read from the catalogue where the parameter names a table."""
        return _rows_of(self.table, self.uses, self.no_cloth, catalogue) if self.table else self.choices

    def read(self, given: object, catalogue: Catalogue) -> Value:
        """Turn what was typed or sent into a value within this parameter's limits.

        Raises Unreadable, OutOfRange or UnknownChoice, each naming this parameter.
        """
        if self.kind == "choice":
            options = self.options(catalogue)
            if not isinstance(given, str) or not any(one.key == given for one in options):
                raise UnknownChoice(self.name, given, tuple(one.key for one in options))
            return str(given)
        value = self._number(given)
        if not self.low <= value <= self.high:
            raise OutOfRange(self.name, given, self.allowed(), f"{self.label} must be {self.allowed()}")
        return value

    def stands_for(self, value: Value, catalogue: Catalogue) -> Any:
        """A value as it is used: a row of the catalogue, a whole number, a figure or a word."""
        if self.table:
            return pick(getattr(catalogue, self.table), str(value), self.name)
        return int(float(value)) if self.kind == "count" else value

    def _number(self, given: object) -> float:
        if isinstance(given, bool) or not isinstance(given, (int, float, str)):
            raise Unreadable(f"{self.label} must be a figure", field=self.name, value=given)
        figure = self._read_text(given) if isinstance(given, str) else float(given)
        if not math.isfinite(figure):
            raise OutOfRange(self.name, str(given), self.allowed())
        if self.kind == "count":
            return float(round(figure))
        return round(figure, 1) if self.kind in ("length", "angle", "mass") else round(figure, 4)

    def _read_text(self, text: str) -> float:
        if self.kind == "length":
            return parse_length(text, self.name)
        if self.kind == "mass":
            return parse_amount(text, "mass", self.name)
        try:
            share = float(text.strip().rstrip("%°"))
        except ValueError:
            raise Unreadable(
                f"“{text[:40]}” is not {_AN[self.kind]}", field=self.name, value=text, allowed=self.allowed()
            ) from None
        return share / 100 if text.strip().endswith("%") else share

    def allowed(self) -> str:
        """The limits in words, in both unit systems."""
        unit = UNIT_OF[self.kind]
        low, high = Quantity(self.low, unit), Quantity(self.high, unit)
        words = f"{say(low)} to {say(high)}"
        if unit in ("mm", "kg"):
            words += f" ({say(low, 'imperial')} to {say(high, 'imperial')})"
        return words


def matters(one: Parameter, declared: Mapping[str, Parameter], values: Mapping[str, Value]) -> bool:
    """Does a parameter matter as the others stand? One that does not stands as its first choice to those that hang on it.

    Args: one; declared, the parameters of its shape by name; values of them all, by name.
    Returns: whether what it hangs on is as it must be.
    Source: the declarations.

    >>> from ergamot.core.frame.shapes import shape_of
    >>> of_coop = {one.name: one for one in shape_of("coop").parameters}
    >>> wooden = {name: one.default for name, one in of_coop.items()} | {"base_made": "same", "body_made": "steel"}
    >>> matters(of_coop["body_steel"], of_coop, wooden), matters(of_coop["upright_made"], of_coop, wooden)
    (False, True)
    """
    if one.and_if is not None and not one.and_if(values):
        return False
    if one.only_if is None:
        return True
    name, *wanted = one.only_if
    on = declared.get(name)
    if on is not None and not matters(on, declared, values):
        return on.choices[0].key in wanted
    return values[name] in wanted


def any_of(*counts: str) -> Condition:
    """A condition that at least one of some things is there.

    Args: counts, names of parameters that say how many of each.
    Returns: the condition, told by values.
    Source: common practice.

    >>> any_of("feeders", "drinkers")({"feeders": 0.0, "drinkers": 2.0})
    True
    """
    return lambda values: any(float(values[name]) > 0 for name in counts)


def speaking(declared: Iterable[Parameter], values: Mapping[str, Value]) -> tuple[Parameter, ...]:
    """The parameters that matter as all of them stand.

    Args: declared, those of a shape; values of them all, by name.
    Returns: those of them, in their order.
    Source: the declarations.

    >>> from ergamot.core.frame.shapes import shape_of
    >>> low = shape_of("low-pen").parameters
    >>> on_skids = {one.name: one.default for one in low} | {"gear": "skids"}
    >>> {"wheel", "width"} & {one.name for one in speaking(low, on_skids)}
    {'width'}
    """
    known = {one.name: one for one in declared}
    return tuple(one for one in known.values() if matters(one, known, values))


@lru_cache(maxsize=256)
def _rows_of(table: str, uses: tuple[Use, ...], no_cloth: bool, catalogue: Catalogue) -> tuple[Choice, ...]:
    """The rows of a table that serve one of some uses; asked for again and again, and always the same."""
    return tuple(
        Choice(row.key, row.label, getattr(row, "note", "") or getattr(row, "outdoors", ""))
        for row in getattr(catalogue, table).values()
        if (not uses or row.serves(uses)) and not (no_cloth and row.rolls)
    )


def switch(
    name: str,
    label: str,
    group: str,
    on: Choice,
    off: str = "none",
    *,
    default: str = "no",
    only_if: tuple[str, ...] | None = None,
    and_if: Condition | None = None,
    note: str = "",
    idle: tuple[str, ...] = (),
    kept: bool = False,
) -> Parameter:
    """A part that is there or not; `is_on` reads it.

    Args: name, label and group of the parameter; on, what picking yes means; off, words for no; default,
        yes or no; only_if, and_if, note, idle and kept as Parameter has them.
    Returns: the Parameter, of choices no and yes.
    Source: common practice.

    >>> switch("winter", "Winter boards", "inside", Choice("yes", "on")).default
    'no'
    """
    choices = (Choice("no", off), Choice("yes", on.label, on.note))
    return Parameter(
        name,
        label,
        group,
        "choice",
        default,
        choices=choices,
        only_if=only_if,
        and_if=and_if,
        note=note,
        idle=idle,
        kept=kept,
    )


def is_on(values: Mapping[str, Value], name: str) -> bool:
    """Is a part switched on?

    Args: values, checked; name, of a switch.
    Returns: whether yes was picked; not, in a shape that has no such switch.
    Source: common practice.

    >>> is_on({"winter": "yes"}, "winter")
    True
    """
    return values.get(name) == "yes"


def read_values(
    parameters: tuple[Parameter, ...], given: Mapping[str, object], catalogue: Catalogue
) -> dict[str, Value]:
    """Read a whole set of values, filling in defaults for those not given.

    Args: parameters, as a shape declares them; given, by name; catalogue.
    Returns: a value for every parameter, in declared order.
    Raises: Unreadable, OutOfRange, UnknownChoice (also for a name that is not a parameter).
    Source: common practice.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> width = Parameter("width", "Width", "size", "length", 1828.8, 900, 3700)
    >>> read_values((width,), {"width": "8'"}, load_catalogue())
    {'width': 2438.4}
    """
    known = {parameter.name: parameter for parameter in parameters}
    for name in given:
        if name not in known:
            raise UnknownChoice("parameter", name, tuple(known))
    return {name: one.read(given.get(name, one.default), catalogue) for name, one in known.items()}


def looked_up(
    kind: type, parameters: tuple[Parameter, ...], values: Mapping[str, Value], catalogue: Catalogue
) -> dict[str, Any]:
    """What the values stand for, for those parameters a dataclass has a field of the same name for.

    Args: kind, the dataclass; parameters; values, one for each, checked; catalogue.
    Returns: by field name: rows, whole numbers, figures or words.
    Raises: UnknownChoice.
    Source: common practice.

    >>> from ergamot.core.frame.parts.inside import INSIDE_PARAMETERS, Inside
    >>> sorted(looked_up(Inside, INSIDE_PARAMETERS, asked(), c))[:2]
    ['catch_board', 'drinker']
    """
    names = {field.name for field in fields(kind)}
    return {one.name: one.stands_for(values[one.name], catalogue) for one in parameters if one.name in names}
