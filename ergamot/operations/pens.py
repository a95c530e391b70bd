"""Keeping pens: proposing one for a flock, changing it, trying a change, opening a design file."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from decimal import Decimal
from functools import lru_cache
from typing import Any

from ergamot.core.balance.propose import propose
from ergamot.core.balance.search.executor import Hands
from ergamot.core.balance.starts import Start, starts
from ergamot.core.balance.verdicts import Judged, floor_need, judge
from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.tables import OwnRows, merged
from ergamot.core.drawing.birds import Bird, birds
from ergamot.core.drawing.model import Part, model
from ergamot.core.drawing.views import View, view
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.space import SpaceDay, space_by_day
from ergamot.core.frame.design import Design, build, make_design, no_longer_offered
from ergamot.core.frame.parameters import Kind, Value, speaking
from ergamot.core.frame.reach import unreached
from ergamot.core.frame.shapes import shape_of
from ergamot.core.frame.structure import Structure
from ergamot.core.frame.usable import usable_floor_m2
from ergamot.core.stock.cost_estimate import estimated_cost
from ergamot.exchange.design_file import read_design
from ergamot.operations.flocks import flock_of
from ergamot.operations.kept import keep_once
from ergamot.operations.places import place_record, read_place
from ergamot.operations.work import Work, checked_name, checked_text
from ergamot.store.documents import FLOCK, PEN, PenBody
from ergamot.store.records import Record, find_all, revise

LONGEST_NOTE = 400


@dataclass(frozen=True)
class Bench:
    """A pen on the bench: its design built, drawn and judged for its flock on this farm. `written` keeps what was written out of all
    but its name and whose it is."""

    name: str
    flock_id: int
    flock_name: str
    flock: Flock
    farm: FarmConditions
    design: Design
    structure: Structure
    judged: Judged
    views: tuple[View, ...]
    parts: tuple[Part, ...]
    birds: tuple[Bird, ...]
    kinds: Mapping[str, Kind]
    speaking: frozenset[str]
    stops: Mapping[str, tuple[float, ...]]
    space_days: tuple[SpaceDay, ...]
    about_cost: Decimal
    written: dict[str, str] = field(default_factory=dict, repr=False, compare=False)

    @property
    def notes(self) -> tuple[Phrase, ...]:
        """What a keeper should know before building it: lacks first."""
        lacks = (one.words for one in self.judged.provisions if one.lacks > 0)
        return (*lacks, *unreached(self.structure), *self.structure.notes)


def design_of(work: Work, record: Record[PenBody], changed: Mapping[str, Any] | None = None) -> Design:
    """The design a record holds, with some values changed."""
    given = _given(record, work.catalogue)
    return _designed(record.body.shape, (*given.items(), *(changed or {}).items()), work.own_rows)


def design_in(catalogue: Catalogue, record: Record[PenBody]) -> Design:
    """The design a record holds, read with a catalogue."""
    return make_design(catalogue, record.body.shape, _given(record, catalogue))


def _given(record: Record[PenBody], catalogue: Catalogue) -> dict[str, Any]:
    """What a record holds of a design, without choices that are no longer on offer: what is usual stands in for them."""
    given = {**record.body.values, **record.body.typed}
    gone = no_longer_offered(catalogue, record.body.shape, given)
    return {name: value for name, value in given.items() if name not in gone}


@lru_cache(maxsize=32)
def _designed(shape: str, given: tuple[tuple[str, Any], ...], own: OwnRows) -> Design:
    """What is tried is often tried again or kept next: the last few designs are kept, as checked; later of `given`
    stands over earlier."""
    return make_design(merged(own), shape, dict(given))


@lru_cache(maxsize=32)
def framed(shape: str, values: tuple[tuple[str, Value], ...], own: OwnRows) -> Structure:
    """What is tried is often kept or drawn next: the last few structures are kept."""
    return build(Design(shape, dict(values)), merged(own))


def built(work: Work, design: Design) -> Structure:
    """A design as framed, from the farm's catalogue."""
    return framed(design.shape, tuple(design.values.items()), work.own_rows)


def _body(name: str, flock_id: int, design: Design) -> PenBody:
    return PenBody(name, flock_id, design.shape, dict(design.values), dict(design.typed))


def keep_new(work: Work, name: str, flock_id: int, design: Design, note: str) -> Record[PenBody]:
    """Keep a new pen of a design, for a flock."""
    body = _body(checked_name(name), flock_id, design)
    return keep_once(work, PEN, body, note)[0]


def propose_pen(work: Work, flock_id: int, name: str, shape: str, school: str = "") -> Record[PenBody]:
    """Propose a whole pen for a flock and the farm's movers, and keep it."""
    flock = flock_of(work, work.kept(FLOCK, flock_id))
    one = shape_of(shape)
    farm = read_place(work, place_record(work))
    design = propose(work.catalogue, flock, farm, one.key, one.school_of(school))
    return keep_new(work, name, flock_id, design, f"proposed for {flock.placed} birds")


def open_pen(work: Work, flock_id: int, text: str) -> Record[PenBody]:
    """Keep a pen read from a design file, for a flock."""
    work.kept(FLOCK, flock_id)
    name, design = read_design(text, work.catalogue)
    return keep_new(work, name or "Opened pen", flock_id, design, "opened from a file")


def change_pen(
    work: Work, pen_id: int, base: int, values: Mapping[str, Any], name: str | None, flock_id: int | None
) -> Record[PenBody]:
    """Keep a change to a pen, made from revision `base`. It is built first: what cannot be framed
    is refused and nothing is kept."""
    record = work.kept(PEN, pen_id)
    design = design_of(work, record, values)
    built(work, design)
    if flock_id is not None:
        work.kept(FLOCK, flock_id)
    body = replace(
        record.body,
        name=checked_name(name) if name is not None else record.body.name,
        flock_id=flock_id if flock_id is not None else record.body.flock_id,
        shape=design.shape,
        values=dict(design.values),
        typed=dict(design.typed),
    )
    note = ", ".join([*values, *(["name"] if name else []), *(["flock"] if flock_id else [])]) or "no change"
    return revise(work.session, record, base, body, note[:200], work.user, work.now)


def copy_pen(work: Work, pen_id: int, name: str, why: str, design: Design | None = None) -> Record[PenBody]:
    """Keep a version of a pen, a copy of it or of another design, with a note why; both go on by themselves."""
    record = work.kept(PEN, pen_id)
    as_it_is = _body(name, record.body.flock_id, design) if design else record.body
    body = replace(
        as_it_is,
        name=checked_name(name),
        version_of=record.body.version_of or record.id,
        why=checked_text("why", why.strip()[:LONGEST_NOTE]),
    )
    note = f"a version of {record.body.name}"
    return keep_once(work, PEN, body, note[:200])[0]


def starts_for(work: Work, flock_id: int, hands: Hands) -> tuple[Start, ...]:
    """Three designs of different shapes to begin from, for a flock on this farm, by whoever works them out."""
    flock = flock_of(work, work.kept(FLOCK, flock_id))
    return starts(work.catalogue, flock, read_place(work, place_record(work)), hands)


def pens(work: Work, after: int = 0, most: int | None = None) -> list[Record[PenBody]]:
    """The farm's pens at hand, oldest first; from the one after a number on, and at most so many."""
    return find_all(work.session, work.farm_id, PEN, after=after, most=most)


@dataclass(frozen=True)
class Stands:
    """A pen as it would stand: its design built, its flock, its farm."""

    design: Design
    structure: Structure
    flock: Flock
    farm: FarmConditions


def stands(work: Work, record: Record[PenBody], trying: Mapping[str, Any] | None = None) -> Stands:
    """A pen as kept, or with values being tried and not kept."""
    design = design_of(work, record, trying)
    flock = flock_of(work, work.kept(FLOCK, record.body.flock_id))
    return Stands(design, built(work, design), flock, read_place(work, place_record(work)))


def bench(work: Work, record: Record[PenBody], trying: Mapping[str, Any] | None = None) -> Bench:
    """Build, draw and judge a pen as kept, or with values being tried and not kept."""
    design = design_of(work, record, trying)
    flock = work.kept(FLOCK, record.body.flock_id)
    worked = _worked(
        design.shape,
        tuple(design.values.items()),
        tuple(design.typed.items()),
        work.own_rows,
        flock_of(work, flock),
        read_place(work, place_record(work)),
    )
    return replace(worked, name=record.body.name, flock_id=flock.id, flock_name=flock.body.name)


@lru_cache(maxsize=32)
def _worked(
    shape_key: str,
    values: tuple[tuple[str, Value], ...],
    typed: tuple[tuple[str, str], ...],
    own: OwnRows,
    flock: Flock,
    farm: FarmConditions,
) -> Bench:
    """A pen built, drawn and judged; an undo goes back to one of the last few. Whose it is, is left open."""
    catalogue, design = merged(own), Design(shape_key, dict(values), dict(typed))
    structure, shape = framed(shape_key, values, own), shape_of(shape_key)
    need = floor_need(catalogue, structure, flock)
    lengths = [p.name for p in shape.parameters if p.kind == "length"]
    declared = shape.declared(design.values)
    kinds = {one.name: one.kind for one in declared}
    return Bench(
        name="",
        flock_id=0,
        flock_name="",
        flock=flock,
        farm=farm,
        design=design,
        structure=structure,
        judged=judge(catalogue, structure, flock, farm),
        views=(view(structure, "plan"), view(structure, "side"), view(structure, "end")),
        parts=model(structure),
        birds=birds(structure, flock),
        space_days=space_by_day(flock, need, usable_floor_m2(structure, 1000 * need.floor_head_m)),
        about_cost=estimated_cost(structure, catalogue),
        kinds=kinds,
        speaking=frozenset(one.name for one in speaking(declared, design.values)),
        stops={name: shape.stops(name, design.values, catalogue) for name in lengths},
    )
