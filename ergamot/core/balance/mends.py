"""What would mend a verdict: every one-step change there is, each worked out in full, the cheapest first."""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from decimal import Decimal

from ergamot.core.balance.questions import verdict_of
from ergamot.core.balance.verdicts import Judged, judge
from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import ErgamotError
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Grade, Phrase, Rank, phrase, plain
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.design import Design, build, change
from ergamot.core.frame.parameters import UNIT_OF, Parameter, Value, speaking
from ergamot.core.frame.parts.gear import SWINGING
from ergamot.core.frame.shapes import shape_of
from ergamot.core.stock.cost_estimate import estimated_cost
from ergamot.core.units import Quantity

BETTER = 1.01  # a change that does less than this for a verdict is not worth naming
WORSE = 0.9  # of what it was, where it was short already
PAIRED = 6  # of the best changes, tried two and two
STEPS: dict[str, tuple[float, ...]] = {
    "length": (-0.25, -0.12, 0.12, 0.25),  # of the value
    "share": (-0.4, -0.2, 0.2, 0.4),
    "angle": (-10.0, -5.0, 5.0, 10.0),
    "count": (-2.0, -1.0, 1.0, 2.0),
    "mass": (-0.2, 0.2),
}
GROUPS = ("size", "frame", "covering", "gear", "ties", "house")


@dataclass(frozen=True)
class Mend:
    """A change, in words, and what it does: the pen judged with it, kg and money more (or less). It `mends` what it lifts
    out of short or to right, and `spoils` what it lets fall below right or short."""

    changes: Mapping[str, Value]
    words: Phrase
    judged: Judged
    more_kg: float
    more_cost: Decimal
    stands: Rank
    mends: tuple[str, ...]
    spoils: tuple[str, ...]

    def rank(self, what: str) -> tuple[float, float, float]:
        """Sorted by this, what mends the verdict and spoils no other comes first, by grade and then the cheapest; then
        what comes nearest and spoils none; then the rest."""
        level, mark = self.stands
        mended = what in self.mends
        return (
            float(len(self.spoils)),
            -float(min(level, Grade.RIGHT.level)) if mended else 1.0,
            float(self.more_cost) if mended else -(level + mark / (1 + mark)),
        )


def mends(
    catalogue: Catalogue, design: Design, flock: Flock, farm: FarmConditions, what: str
) -> Iterator[Mend]:
    """Changes that would bring a verdict nearer to right, one after another as they are worked out.

    Args: catalogue; design; flock; farm; what, the verdict.
    Returns: an iterator of Mends: single changes, the most likely first, then the best of them in pairs when
        none alone mends it. Each is built and judged by the real engine.
    Source: common practice.

    >>> from ergamot.core.frame.design import make_design
    >>> first = next(mends(c, make_design(c, "low-pen", {}), broilers(), farm(), "moving"))
    >>> first.words.text("metric")
    'Reach to the hands 440 mm, not 350 mm'
    """
    return _search(catalogue, design, flock, farm, what)


def _search(
    catalogue: Catalogue, design: Design, flock: Flock, farm: FarmConditions, what: str
) -> Iterator[Mend]:
    base = build(design, catalogue)
    judged = judge(catalogue, base, flock, farm)
    start = _Start(design, judged, _ranks(judged), estimated_cost(base, catalogue))
    if what not in start.ranks:
        return  # it carries no grade
    found: list[Mend] = []
    first = verdict_of(what).first(judged)
    for changes in single_changes(catalogue, design, what, first):
        mend = _worked(catalogue, start, flock, farm, what, changes)
        if mend:
            found.append(mend)
            yield mend
    if any(_right(rank) for rank in (start.ranks[what], *(mend.stands for mend in found))):
        return
    best = sorted(found, key=lambda mend: mend.stands, reverse=True)[:PAIRED]
    for one, other in itertools.combinations(best, 2):
        if not set(one.changes) & set(other.changes):
            mend = _worked(catalogue, start, flock, farm, what, {**one.changes, **other.changes})
            if mend:
                yield mend


@dataclass(frozen=True)
class _Start:
    """The pen as it is."""

    design: Design
    judged: Judged
    ranks: Mapping[str, Rank]
    cost: Decimal


def _ranks(judged: Judged) -> dict[str, Rank]:
    """How everything that carries a grade stands."""
    return {one.what: one.rank for one in judged.graded}


def _right(rank: Rank) -> bool:
    return rank[0] >= Grade.RIGHT.level


def single_changes(
    catalogue: Catalogue, design: Design, what: str, first: tuple[str, ...] = ()
) -> Iterable[dict[str, Value]]:
    """List every change of one value worth trying for a verdict, the likeliest first.

    Args: catalogue; design; what, the verdict; first, parameters that would mend what is worst in it.
    Returns: values by parameter name, one each but for swinging wheels at both ends; not all can be built.
    Source: common practice.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import make_design
    >>> c = load_catalogue()
    >>> next(iter(single_changes(c, make_design(c, "low-pen", {}), "wind")))
    {'chocks': 'yes'}
    """
    likely = (
        *first,
        *(name for name in verdict_of(what).mended_by(shape_of(design.shape)) if name not in first),
    )
    parameters = [
        one
        for one in speaking(shape_of(design.shape).parameters, design.values)
        if one.group in GROUPS and not one.kept and one.changes_verdict(what)
    ]

    def rank(one: Parameter) -> int:
        return likely.index(one.name) if one.name in likely else len(likely)

    for one in sorted(parameters, key=rank):
        for value in _other_values(one, design, catalogue):
            yield {one.name: value}
            if value in SWINGING and "pairs" in design.values:
                yield {one.name: value, "pairs": 2.0}  # wheels at both ends are one thing to choose


def _other_values(one: Parameter, design: Design, catalogue: Catalogue) -> Iterator[Value]:
    now = design.values[one.name]
    if one.kind == "choice":
        bought = set(design.values.values())  # what is bought for another part leaves less over
        keys = sorted(
            (choice.key for choice in one.options(catalogue) if choice.key != now),
            key=lambda key: not one.table or key not in bought,
        )
        yield from (key for key in keys if one.table != "meshes" or _resists(catalogue, key, str(now)))
        return
    at = float(now)
    steps = [at * (1 + by) if one.kind == "length" else at + by for by in STEPS[one.kind]]
    if one.kind == "length":
        stops = shape_of(design.shape).stops(one.name, design.values, catalogue)
        below, above = [s for s in stops if s < at - 1], [s for s in stops if s > at + 1]
        steps = [*below[-2:], *above[:2]] or [round(step, -1) for step in steps]
    yield from (round(step, 4) for step in steps if one.low <= step <= one.high and abs(step - at) > 1e-9)


def _resists(catalogue: Catalogue, key: str, now: str) -> bool:
    """Does a mesh keep out all that the one there is does? Safety is not traded for weight."""
    out, still_out = (set(catalogue.meshes[one].keeps_out) for one in (now, key))
    return out <= still_out


def _worked(
    catalogue: Catalogue,
    start: _Start,
    flock: Flock,
    farm: FarmConditions,
    what: str,
    changes: Mapping[str, Value],
) -> Mend | None:
    """The pen with the changes, built and judged; None when it cannot be, or is no better."""
    try:
        design = change(catalogue, start.design, changes)
        structure = build(design, catalogue)
        judged = judge(catalogue, structure, flock, farm)
    except ErgamotError:
        return None
    before, after = start.ranks, _ranks(judged)
    if not _better(before[what], after[what]):
        return None
    return Mend(
        changes=dict(changes),
        words=_words(catalogue, start.design, changes),
        judged=judged,
        more_kg=judged.mass.fresh_kg - start.judged.mass.fresh_kg,
        more_cost=estimated_cost(structure, catalogue) - start.cost,
        stands=after[what],
        mends=tuple(w for w in before if not _right(before[w]) and before[w][0] < after[w][0]),
        spoils=tuple(w for w in before if _spoilt(before[w], after[w])),
    )


def _better(before: Rank, after: Rank) -> bool:
    """Is it of a better grade, or nearer to one?"""
    return after[0] > before[0] or (after[0] == before[0] and after[1] >= BETTER * before[1])


def _spoilt(before: Rank, after: Rank) -> bool:
    """Does something fall below right that did not, or, short already, fall shorter by a tenth?"""
    fell = after[0] < min(before[0], Grade.RIGHT.level)
    return fell or (before[0] == after[0] == Grade.SHORT.level and after[1] < WORSE * before[1])


def _words(catalogue: Catalogue, design: Design, changes: Mapping[str, Value]) -> Phrase:
    parts: list[str] = []
    figures: dict[str, Quantity] = {}
    for i, (name, value) in enumerate(changes.items()):
        one = next(p for p in shape_of(design.shape).parameters if p.name == name)
        if one.kind == "choice":
            labels = {choice.key: choice.label for choice in one.options(catalogue)}
            told = f"{one.label}: {labels[str(value)]}, not {labels[str(design.values[name])]}"
            parts.append(plain(told))
            continue
        unit = UNIT_OF[one.kind]
        figures |= {
            f"to{i}": Quantity(float(value), unit),
            f"was{i}": Quantity(float(design.values[name]), unit),
        }
        parts.append(f"{one.label} {{to{i}}}, not {{was{i}}}")
    return phrase("; ".join(parts), **figures)
