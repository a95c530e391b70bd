"""Keeping pens: proposing one for a flock, changing it, trying a change, opening a design file."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from decimal import Decimal
from functools import lru_cache
from typing import Any, TypeVar, cast

from ergamot.core.balance.case import floor_need
from ergamot.core.balance.propose import propose
from ergamot.core.balance.search.executor import Hands
from ergamot.core.balance.starts import Start, starts
from ergamot.core.balance.verdicts import Judged, judge
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
from ergamot.core.frame.parameters import Kind, Parameter, Value, speaking
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


D = TypeVar("D")


@dataclass(frozen=True)
class Bench:
    """A pen on the bench: its design built and judged for its flock on this farm; drawn, and told of, as far as that is asked for.
    `written` keeps what was written out of all but its name and whose it is."""

    name: str
    flock_id: int
    flock_name: str
    flock: Flock
    farm: FarmConditions
    design: Design
    structure: Structure
    judged: Judged
    catalogue: Catalogue
    about_cost: Decimal
    written: dict[str, str] = field(default_factory=dict, repr=False, compare=False)
    _known: dict[str, object] = field(default_factory=dict, repr=False, compare=False)

    def _once(self, what: str, work_out: Callable[[], D]) -> D:
        if what not in self._known:
            self._known[what] = work_out()
        return cast(D, self._known[what])

    @property
    def views(self) -> tuple[View, ...]:
        """Draw it from above, from its side and from its end."""
        return self._once(
            "views",
            lambda: (view(self.structure, "plan"), view(self.structure, "side"), view(self.structure, "end")),
        )

    @property
    def parts(self) -> tuple[Part, ...]:
        """Return its parts as solids."""
        return self._once("parts", lambda: model(self.structure))

    @property
    def birds(self) -> tuple[Bird, ...]:
        """Return its birds as they stand."""
        return self._once("birds", lambda: birds(self.structure, self.flock))

    @property
    def declared(self) -> tuple[Parameter, ...]:
        """Return the parameters of its design."""
        return self._once("declared", lambda: shape_of(self.design.shape).declared(self.design.values))

    @property
    def kinds(self) -> Mapping[str, Kind]:
        """Return the kind of each parameter."""
        return self._once("kinds", lambda: {one.name: one.kind for one in self.declared})

    @property
    def speaking(self) -> frozenset[str]:
        """Name the parameters that matter as the others stand."""
        return self._once(
            "speaking", lambda: frozenset(one.name for one in speaking(self.declared, self.design.values))
        )

    @property
    def stops(self) -> Mapping[str, tuple[float, ...]]:
        """Return the values, mm, at which each of its lengths comes out whole."""
        shape, values = shape_of(self.design.shape), self.design.values
        lengths = [one.name for one in shape.parameters if one.kind == "length"]
        return self._once(
            "stops", lambda: {name: shape.stops(name, values, self.catalogue) for name in lengths}
        )

    @property
    def space_days(self) -> tuple[SpaceDay, ...]:
        """Return the floor a bird has, day by day."""

        def work_out() -> tuple[SpaceDay, ...]:
            need = floor_need(self.catalogue, self.structure, self.flock)
            floor = usable_floor_m2(self.structure, 1000 * need.floor_head_m)
            return space_by_day(self.flock, need, floor)

        return self._once("space_days", work_out)

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
class AsItStands:
    """A pen as it would stand: its design built, its flock, its farm."""

    design: Design
    structure: Structure
    flock: Flock
    farm: FarmConditions


def stands(work: Work, record: Record[PenBody], trying: Mapping[str, Any] | None = None) -> AsItStands:
    """A pen as kept, or with values being tried and not kept."""
    design = design_of(work, record, trying)
    flock = flock_of(work, work.kept(FLOCK, record.body.flock_id))
    return AsItStands(design, built(work, design), flock, read_place(work, place_record(work)))


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
    """Build and judge a pen, whoever it is for; an undo goes back to one of the last few."""
    catalogue, design = merged(own), Design(shape_key, dict(values), dict(typed))
    structure = framed(shape_key, values, own)
    return Bench(
        name="",
        flock_id=0,
        flock_name="",
        flock=flock,
        farm=farm,
        design=design,
        structure=structure,
        judged=judge(catalogue, structure, flock, farm),
        catalogue=catalogue,
        about_cost=estimated_cost(structure, catalogue),
    )
