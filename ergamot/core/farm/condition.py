"""One condition of the farm: what it is called, what it may be, and how it is read, kept and told."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import Field, asdict, dataclass, field
from enum import StrEnum
from typing import Any, Literal

from ergamot.core.catalogue import Catalogue, pick
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.tools import TOOLS, checked_tools
from ergamot.core.farm.way import checked_way

MONTHS, WEEK = 12, 7
MOST_LINES, LONGEST_LINE = 20, 80  # of a list of the keeper's own
KEY = "condition"


class Kind(StrEnum):
    """What is entered for a condition: the key of a row, some of them, one of a few words, a figure, and what is of its
    own kind."""

    ROW = "row"
    ROWS = "rows"
    CHOICE = "choice"
    FIGURE = "figure"
    MONTHS = "months"
    WEEK = "week"
    TOOLS = "tools"
    WAY = "way"
    LINES = "lines"
    ZONE = "zone"


class Group(StrEnum):
    """Where on the farm's page it stands; what has a panel of its own stands under none."""

    MOVERS = "Who moves pens"
    GROUND = "Ground"
    WIND = "Wind"
    FIELD = "Fields"
    SHED = "Shed and building"
    APART = ""

    @property
    def note(self) -> str:
        """What is said under it."""
        return _NOTES.get(self, "")


_NOTES = {
    Group.MOVERS: "Good is what the HSE guidelines allow nearly everyone (INDG143, L23); the most is twice that in lifting, "
    "and in pulling what nine in ten can (Snook & Ciriello, 1991). Under eighteen the guideline is the limit. The weakest "
    "who must move it decides.",
}


@dataclass(frozen=True)
class Condition:
    """A condition as it is declared: everything that reads, keeps, sends or shows it goes by this.

    `usual` is what a new farm has. A row is one of `table`; a choice one of `choices` (key to words); figures lie from
    `low` to `high` in `unit`, and may be typed as an `amount` with a unit of the keeper's own. `said` is what a refusal
    calls it, `told_as` what its figure is called where it is sent in words. A figure that is `left_open` may be none.
    """

    kind: Kind
    label: str
    usual: Any
    group: Group = Group.APART
    hint: str = ""
    said: str = ""
    table: str = ""
    choices: Mapping[str, str] | None = None
    low: float = 0.0
    high: float = 0.0
    unit: str = ""
    amount: Literal["speed", "mass", "length", "temperature"] | None = None
    told_as: str = ""
    left_open: bool = False

    def options(self, catalogue: Catalogue) -> dict[str, str]:
        """What there is to pick from, words by key."""
        if self.table:
            return {key: row.label for key, row in getattr(catalogue, self.table).items()}
        if self.kind is Kind.TOOLS:
            return {tool.value: words for tool, words in TOOLS.items()}
        return dict(self.choices or {})

    def read(self, catalogue: Catalogue, name: str, entered: Any) -> Any:
        """What was entered or kept, as the verdicts use it; refused where it cannot be."""
        if entered is None and self.left_open:
            return None
        return _READ[self.kind](self, catalogue, name, entered)

    def kept(self, value: Any) -> Any:
        """What is kept of it: keys of rows, plain figures and words."""
        return _KEPT.get(self.kind, lambda same: same)(value)

    def checked(self, name: str, value: float) -> float:
        """A figure within its limits."""
        if not self.low <= value <= self.high:
            allowed = f"{self.low:g} to {self.high:g} {self.unit}".strip()
            raise OutOfRange(name, value, allowed, f"{self.said} must be {allowed}")
        return value


def shown_in(condition: Condition) -> str:
    """The unit its figure is told in, as quantities are said; none where it is told as it was typed.

    Args: condition.
    Returns: a unit of `Quantity`, or "".
    Source: a declaration.

    >>> shown_in(Condition(Kind.FIGURE, "Gust", 22.0, amount="speed"))
    'ms'
    """
    return {"speed": "ms", "mass": "kg", "length": "mm", "temperature": "degC"}.get(
        condition.amount or "", ""
    )


def told(kind: Kind, label: str, usual: Any, **how: Any) -> Any:
    """Declare a condition beside the type it is read as.

    Args: kind; label, on the screen; usual, what a new farm has; how, the rest of a Condition.
    Returns: a field of a dataclass.
    Source: a declaration.

    >>> condition_of(told(Kind.FIGURE, "Slope", 3.0, high=25.0)).high
    25.0
    """
    return field(metadata={KEY: Condition(kind, label, usual, **how)})


def condition_of(declared: Field[Any]) -> Condition:
    """The condition a field declares.

    Args: declared, a field made by `told`.
    Returns: the Condition.
    Source: a declaration.

    >>> condition_of(told(Kind.ZONE, "Time zone", "UTC")).usual
    'UTC'
    """
    condition = declared.metadata[KEY]
    assert isinstance(condition, Condition)
    return condition


def _row(condition: Condition, catalogue: Catalogue, name: str, key: Any) -> Any:
    return pick(getattr(catalogue, condition.table), key, name)


def _rows(condition: Condition, catalogue: Catalogue, name: str, keys: Any) -> Any:
    return tuple(_row(condition, catalogue, name, key) for key in keys)


def _choice(condition: Condition, catalogue: Catalogue, name: str, key: Any) -> Any:
    pick(condition.choices or {}, key, name)
    return key


def _months(condition: Condition, catalogue: Catalogue, name: str, means: Any) -> Any:
    if len(means) != MONTHS:
        raise OutOfRange(name, len(means), "twelve figures, January first")
    return tuple(condition.checked(name, mean) for mean in means)


def _week(condition: Condition, catalogue: Catalogue, name: str, days: Any) -> Any:
    if len(days) != WEEK:
        raise OutOfRange(name, len(days), "seven figures, Monday first")
    return tuple(condition.checked(name, day) for day in days)


def _way(condition: Condition, catalogue: Catalogue, name: str, stretches: Any) -> Any:
    for one in stretches:
        if one.ground:
            pick(catalogue.grounds, one.ground, "ground")
    return checked_way(stretches)


def _lines(condition: Condition, catalogue: Catalogue, name: str, lines: Any) -> Any:
    kept = tuple(" ".join(str(line).split()) for line in lines)
    if len(kept) > MOST_LINES or any(len(line) > LONGEST_LINE for line in kept):
        raise OutOfRange(name, len(kept), f"at most {MOST_LINES} lines of {LONGEST_LINE} letters")
    return tuple(line for line in kept if line)


_READ: dict[Kind, Callable[[Condition, Catalogue, str, Any], Any]] = {
    Kind.ROW: _row,
    Kind.ROWS: _rows,
    Kind.CHOICE: _choice,
    Kind.FIGURE: lambda condition, _, name, value: condition.checked(name, value),
    Kind.MONTHS: _months,
    Kind.WEEK: _week,
    Kind.TOOLS: lambda *given: checked_tools(given[-1]),
    Kind.WAY: _way,
    Kind.LINES: _lines,
    Kind.ZONE: lambda *given: given[-1],
}
_KEPT: dict[Kind, Callable[[Any], Any]] = {
    Kind.ROW: lambda row: row.key,
    Kind.ROWS: lambda rows: [row.key for row in rows],
    Kind.MONTHS: list,
    Kind.WEEK: list,
    Kind.TOOLS: list,
    Kind.LINES: list,
    Kind.WAY: lambda way: [asdict(one) for one in way],
}
