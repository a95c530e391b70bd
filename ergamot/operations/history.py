"""What each step of a record was: what it changed, from what to what, when, and whether it stands."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any

from ergamot.core.errors import NotFound
from ergamot.core.farm.condition import Condition, Kind, shown_in
from ergamot.core.farm.conditions import CONDITIONS
from ergamot.core.finding import Phrase, phrase, plain
from ergamot.core.frame.parameters import UNIT_OF, Parameter, Value
from ergamot.core.frame.shapes import shape_of
from ergamot.core.units import Quantity
from ergamot.operations.shed import CHANGED
from ergamot.operations.work import Work
from ergamot.store.documents import PEN, PenBody, ThingBody
from ergamot.store.documents.document import Stored
from ergamot.store.records import NEWEST, Record, Revision, edits, revisions_of

_SIZES = {"long_mm": "long", "wide_mm": "wide", "lost_mm": "of it not sound"}
_SAID = {"row": "what it is", "species": "of", "note": "remembered", "name": "called"}
A_PAGE = 50  # steps told at once


@dataclass(frozen=True)
class Done:
    """One step: what it was in words, who took it and when; `stands` until it is taken back."""

    number: int
    words: tuple[Phrase, ...]
    by: str
    at: datetime
    stands: bool


def _unit(condition: Condition) -> str:
    """The unit of a condition's figure, or the table its key is of."""
    return {Kind.ROW: condition.table, Kind.CHOICE: "", Kind.ZONE: "", Kind.FIGURE: shown_in(condition)}.get(
        condition.kind, "list"
    )


# What is told of a flock, a field and the farm's conditions: its words, and the unit of a figure
_TOLD: dict[str, tuple[str, str]] = {
    "name": ("Name", ""),
    "strain": ("Birds", "strains"),
    "placed": ("How many", ""),
    "hatch": ("Hatched", ""),
    "out": ("Out on grass", ""),
    "leaves": ("Leaves", ""),
    "length_m": ("Length", "m"),
    "width_m": ("Width", "m"),
    "heading_deg": ("Heading", "deg"),
    "outline": ("Edge", "list"),
    "obstacles": ("What stands in it", "list"),
    "gate": ("Gate", "list"),
    "origin": ("Place on earth", "list"),
    "team": ("Pens on it", "list"),
    "keeping": ("Limits and rest", "list"),
    "falls_deg": ("Which way it falls", "deg"),
    **{name: (condition.label, _unit(condition)) for name, condition in CONDITIONS.items()},
}
_TABLES = ("strains", "crews", "grounds", "exposures")


@dataclass(frozen=True)
class Page:
    """Some steps of a record, the newest first; `older` is what to ask for the steps before them, none at the end."""

    steps: tuple[Done, ...]
    older: int | None


def history(work: Work, record: Record[Any], before: int = NEWEST, most: int = A_PAGE) -> Page:
    """Changes made to a record before revision `before`, newest first; undo and redo only mark which of them stand."""
    found, standing = edits(work.session, record, before, most + 1)
    page = found[:most]
    earlier = revisions_of(work.session, record, {one.before for one in page if one.before})
    steps = tuple(
        Done(
            one.number,
            _words(work, record, earlier.get(one.before), one),
            one.made_by,
            one.made_at.replace(tzinfo=UTC),
            one.number in standing,
        )
        for one in page
    )
    return Page(steps, page[-1].number if len(found) > most else None)


def _words(
    work: Work, record: Record[Any], before: Revision[Any] | None, after: Revision[Any]
) -> tuple[Phrase, ...]:
    if before is None:
        return (phrase(plain(after.note)),)
    match before.body, after.body:
        case PenBody() as old, PenBody() as new:
            changes = tuple(_pen_changes(work, old, new))
        case ThingBody() as old, ThingBody() as new:
            why = (phrase(plain(after.note)),) if after.note != CHANGED else ()
            changes = (*why, *_thing_changes(work, old, new))
        case old, new:
            written = record.document.written
            changes = tuple(_other_changes(work, written(old), written(new)))
    return changes or (phrase("nothing changed"),)


def _other_changes(work: Work, old: Stored, new: Stored) -> Iterator[Phrase]:
    for field, (label, unit) in _TOLD.items():
        a, b = old.get(field), new.get(field)
        if a == b:
            continue
        if unit == "list" or a is None or b is None:
            yield phrase(f"{label} changed")
        elif unit in _TABLES:
            rows = getattr(work.catalogue, unit)
            a, b = (rows[key].label if key in rows else key for key in (a, b))
            yield phrase(plain(f"{label}: {a} → {b}"))
        elif unit:
            yield phrase(label + " {old} → {new}", old=_figure(a, unit), new=_figure(b, unit))
        else:
            yield phrase(plain(f"{label}: {a} → {b}"))


def _thing_changes(work: Work, old: ThingBody, new: ThingBody) -> Iterator[Phrase]:
    if old.count != new.count:
        yield phrase(f"there were {old.count}, then {new.count}")
    if old.each != new.each:
        yield phrase(f"worth each {old.each} → {new.each}")
    if old.pen != new.pen:
        yield phrase(plain(f"kept for {_pen_named(work, new.pen)}"))
    for field, label in _SIZES.items():
        a, b = getattr(old, field), getattr(new, field)
        if a != b:
            yield phrase(label + " {old} → {new}", old=Quantity(a, "mm"), new=Quantity(b, "mm"))
    for field, label in _SAID.items():
        a, b = getattr(old, field), getattr(new, field)
        if a != b:
            yield phrase(plain(f"{label}: {a} → {b}"))


def _pen_named(work: Work, pen: int | None) -> str:
    if pen is None:
        return "any pen"
    try:
        return str(work.kept(PEN, pen).body.name)
    except NotFound:
        return "a pen that is no more"


def _figure(value: float, unit: str) -> Quantity:
    return Quantity(value * 1000, "mm") if unit == "m" else Quantity(value, unit)


def _pen_changes(work: Work, old: PenBody, new: PenBody) -> Iterator[Phrase]:
    if old.name != new.name:
        yield phrase(plain(f"named {new.name}"))
    if old.flock_id != new.flock_id:
        yield phrase("for another flock")
    shape = shape_of(new.shape)
    for number in sorted({*shape.openings.numbers(old.values), *shape.openings.numbers(new.values)}):
        was, now = (number in shape.openings.numbers(body.values) for body in (old, new))
        if was != now:
            yield phrase(f"opening {number} {'made' if now else 'taken away'}")
    both = {*old.values} & {*new.values}
    for one in shape.declared(both):
        a, b = old.values.get(one.name, one.default), new.values.get(one.name, one.default)
        if a != b:
            yield _change(work, one, a, b)


def _change(work: Work, one: Parameter, a: Value, b: Value) -> Phrase:
    if one.kind == "choice":
        labels = {choice.key: choice.label for choice in one.options(work.catalogue)}
        return phrase(plain(f"{one.label}: {labels.get(str(a), a)} → {labels.get(str(b), b)}"))
    unit = UNIT_OF[one.kind]
    return phrase(
        plain(one.label) + " {old} → {new}", old=Quantity(float(a), unit), new=Quantity(float(b), unit)
    )
