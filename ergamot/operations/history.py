"""What each step of a pen was: which values it changed, from what to what, when, and whether it stands."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.parameters import UNIT_OF, Parameter, Value
from ergamot.core.frame.shapes import shape_of
from ergamot.core.units import Quantity
from ergamot.operations.work import Work
from ergamot.store.records import Record, Revision, revisions


@dataclass(frozen=True)
class Done:
    """One step: what it was in words, who took it and when; `stands` until it is taken back."""

    number: int
    words: tuple[Phrase, ...]
    by: str
    at: datetime
    stands: bool


def pen_history(work: Work, record: Record) -> tuple[Done, ...]:
    """Every change made to a pen, the newest first; undo and redo only mark which of them stand."""
    kept = {one.number: one for one in revisions(work.session, record)}
    standing, at = set(), kept[record.revision].state
    while at:
        standing.add(at)
        at = kept[at].before
    edits = [one for one in kept.values() if one.cause == "edit"]
    return tuple(
        Done(
            one.number,
            _words(work, kept.get(one.before), one),
            one.made_by,
            one.made_at,
            one.number in standing,
        )
        for one in reversed(edits)
    )


def _words(work: Work, before: Revision | None, after: Revision) -> tuple[Phrase, ...]:
    if before is None:
        return (phrase(_plain(after.note)),)
    return tuple(_changes(work, before.body, after.body)) or (phrase("nothing changed"),)


def _changes(work: Work, old: dict[str, Any], new: dict[str, Any]) -> Iterator[Phrase]:
    if old["name"] != new["name"]:
        yield phrase(_plain(f"named {new['name']}"))
    if old["flock_id"] != new["flock_id"]:
        yield phrase("for another flock")
    for one in shape_of(new["shape"]).parameters:
        a, b = old["values"].get(one.name, one.default), new["values"].get(one.name, one.default)
        if a != b:
            yield _change(work, one, a, b)


def _change(work: Work, one: Parameter, a: Value, b: Value) -> Phrase:
    if one.kind == "choice":
        labels = {choice.key: choice.label for choice in one.options(work.catalogue)}
        return phrase(_plain(f"{one.label}: {labels.get(str(a), a)} → {labels.get(str(b), b)}"))
    unit = UNIT_OF[one.kind]
    return phrase(
        _plain(one.label) + " {old} → {new}", old=Quantity(float(a), unit), new=Quantity(float(b), unit)
    )


def _plain(text: str) -> str:
    """Text that is no template."""
    return text.replace("{", "{{").replace("}", "}}")
