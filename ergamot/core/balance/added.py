"""What each added thing of a pen costs: it is left out, or made one step plainer, and the pen judged again."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ergamot.core.balance.mends import GROUPS
from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate, judged_design
from ergamot.core.balance.search.figures import Figure
from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import ErgamotError
from ergamot.core.finding import Phrase, phrase, plain
from ergamot.core.frame.design import Design, change
from ergamot.core.frame.parameters import UNIT_OF, Parameter, Value, speaking
from ergamot.core.frame.several import GONE
from ergamot.core.frame.shapes import shape_of
from ergamot.core.units import Quantity

A_STEP_MM = 100.0  # of a height: what the last of it costs; judgement
LEAST_FELT = {Figure.MASS: 0.1, Figure.COST: 0.5, Figure.HOURS: 0.05, Figure.GUST: 0.05, Figure.PULL: 0.5}
# As a thing is called where there is none of it; a solid wall's where it is mesh
PLAIN = ("no", "none", "0", "mesh")
PRICED = (*GROUPS, "inside")


@dataclass(frozen=True)
class Added:
    """One thing of a pen in words, what would be chosen without it, and what it adds: kg, money, hours, m/s, N."""

    words: Phrase
    without: Mapping[str, Value]
    adds: Mapping[Figure, float]


def added(catalogue: Catalogue, asked: Asked, design: Design) -> Iterator[Added]:
    """Price every added thing of a pen, one after another as they are worked out.

    Args: catalogue; asked, for its flock and farm; design.
    Returns: an iterator of what makes a difference that is felt: each thing left out alone, and what that changes.
    Raises: OutOfRange where the pen itself cannot be framed.
    Source: the engine that judges any pen, with and without.

    >>> asked = make_asked(c, broilers(), farm())
    >>> housed = make_design(c, "coop", {"house": "yes"})
    >>> any("Raised house: at the rear, not none" in one.words.text("metric") and one.adds[Figure.MASS] > 5 for one in added(c, asked, housed))
    True
    """
    whole = judged_design(catalogue, asked, design)
    for words, changes in _plainer(catalogue, design):
        try:
            bare = judged_design(catalogue, asked, change(catalogue, design, changes))
        except ErgamotError:
            continue  # the rest of the pen cannot be without it
        adds = _difference(whole, bare)
        if any(abs(adds[figure]) >= least for figure, least in LEAST_FELT.items()):
            yield Added(words, changes, adds)


def _difference(whole: Candidate, bare: Candidate) -> dict[Figure, float]:
    return {figure: whole.figures[figure] - bare.figures[figure] for figure in LEAST_FELT}


def _plainer(catalogue: Catalogue, design: Design) -> Iterator[tuple[Phrase, dict[str, Value]]]:
    shape = shape_of(design.shape)
    for one in speaking(shape.parameters, design.values):
        if one.group in PRICED:
            yield from _without(catalogue, design, one)
    for number in shape.openings.numbers(design.values):
        yield phrase(f"Opening {number}"), {shape.openings.key(number, "face"): GONE}


def _without(
    catalogue: Catalogue, design: Design, one: Parameter
) -> Iterator[tuple[Phrase, dict[str, Value]]]:
    """The plainest of a choice; one fewer; the next lighter row; the last of a height."""
    now = design.values[one.name]
    if one.kind == "choice":
        choices = one.options(catalogue)
        labels = {choice.key: choice.label for choice in choices}
        less = _smaller_row(catalogue, one, str(now)) if one.table else _plainest(list(labels))
        if less and less != now:
            told = plain(f"{one.label}: {labels[str(now)]}, not {labels[less]}")
            yield phrase(told), {one.name: less}
        return
    step = 1.0 if one.kind == "count" else A_STEP_MM if one.kind == "length" else 0.0
    less_of = float(now) - step
    if step and less_of >= one.low:
        by = Quantity(step, UNIT_OF[one.kind])
        words = "the last {by} of " if one.kind == "length" else "one of "
        yield phrase(words + plain(one.label[:1].lower() + one.label[1:]), by=by), {one.name: less_of}


def _plainest(keys: list[str]) -> str:
    """What is left where there is none of it, where that is offered, else what is declared first."""
    return next((key for key in keys if key in PLAIN), keys[0])


def _smaller_row(catalogue: Catalogue, one: Parameter, now: str) -> str:
    """The row of a table that is the next lighter; none where it is the lightest."""
    rows = {choice.key: getattr(catalogue, one.table)[choice.key] for choice in one.options(catalogue)}
    weights = {key: weight for key, row in rows.items() if (weight := _weight(row)) is not None}
    lighter = [key for key, weight in weights.items() if now in weights and weight < weights[now]]
    return max(lighter, key=lambda key: weights[key], default="")


def _weight(row: object) -> float | None:
    """What a row weighs, by the piece, the metre, the square metre or its section."""
    for name in ("kg", "kg_m2", "mass_kg_m2", "kg_m"):
        value = getattr(row, name, None)
        if value:
            return float(value)
    thick, deep = getattr(row, "thick_mm", None), getattr(row, "deep_mm", None)
    return float(thick) * float(deep) if thick and deep else None
