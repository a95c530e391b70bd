"""A row of a keeper's own is proved before it is kept: on every pen that uses it, everything a page could ask is asked
once, and must be answered, in time. A row that the program ships may be used by a pen that does not name it, one of the keeper's own
only by those that do."""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import replace
from typing import Any, TypeVar

from ergamot.core.balance.verdicts import judge
from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.catalogue.tables import OwnRows, merged
from ergamot.core.drawing.model import model
from ergamot.core.drawing.views import view
from ergamot.core.errors import ErgamotError, OutOfRange
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.design import build
from ergamot.core.frame.structure import Structure
from ergamot.core.ground.climate import Climate
from ergamot.core.ground.field import rectangle
from ergamot.core.ground.footprint import pen_size
from ergamot.core.ground.schedule import plan_moves
from ergamot.core.stock.bill import bill_of
from ergamot.core.stock.effort import GLANCE
from ergamot.operations.flocks import flock_of
from ergamot.operations.pens import design_in
from ergamot.operations.places import place_record, read_place
from ergamot.operations.work import Work
from ergamot.store.documents import FLOCK, PEN, PenBody
from ergamot.store.records import Record, find_all

# Tables of which a pen takes what suits it best, and those whose rows are named by rows of others
LOOKED_THROUGH = frozenset({"hardware", "crews", "people", "floor_needs"})
LONGEST_S = 2.0  # an answer that takes longer is none
CUT_S = 3.0  # more, for a cutting plan
WIDE = rectangle(100.0, 100.0, 0.0)
V = TypeVar("V")


class Watched(Mapping[str, V]):
    """A table of the catalogue that notes when one of its rows is looked at."""

    def __init__(self, table: Mapping[str, V], key: str):
        self.table, self.key, self.seen = table, key, False

    def __getitem__(self, key: str) -> V:
        self.seen = self.seen or key == self.key
        return self.table[key]

    def __iter__(self) -> Iterator[str]:
        return iter(self.table)

    def __len__(self) -> int:
        return len(self.table)


def prove(work: Work, name: str, key: str, own: OwnRows) -> None:
    """Refuse rows with which a pen of the farm could no longer be framed, judged, drawn, cut or moved, by its name."""
    catalogue = merged(own)
    table = Watched(getattr(catalogue, name), key)
    watching = replace(catalogue, **{name: table})  # type: ignore[arg-type]  # a table holds rows of its kind
    proved: set[str] = set()
    pens = find_all(work.session, work.farm_id, PEN, away=None)
    for pen in pens if _unnamed_may_use(work, name, key) else _naming(work, pens, key):
        told = repr((pen.body.shape, sorted(pen.body.values.items()), pen.body.flock_id))
        if told in proved:
            continue
        proved.add(told)
        table.seen = False
        _prove_on(work, pen, watching, table)


def _unnamed_may_use(work: Work, name: str, key: str) -> bool:
    """May a pen use a row that neither it nor its flock names?"""
    of_farm = key in place_record(work).body.values()
    return of_farm or name in LOOKED_THROUGH or key in getattr(load_catalogue(), name)


def _naming(work: Work, pens: Sequence[Record[PenBody]], key: str) -> list[Record[PenBody]]:
    """Return the pens that name a row, or whose flock does."""
    flocks = {
        one.id for one in find_all(work.session, work.farm_id, FLOCK, away=None) if one.body.strain == key
    }
    return [one for one in pens if one.body.flock_id in flocks or key in one.body.values.values()]


def _prove_on(work: Work, pen: Record[PenBody], catalogue: Catalogue, table: Watched[Any]) -> None:
    """One pen: framed and judged; where that looked at the row, drawn, cut and moved as well."""
    flock_record = work.kept(FLOCK, pen.body.flock_id)

    def built() -> tuple[Structure, Flock, FarmConditions]:
        flock = flock_of(work, flock_record, catalogue)
        farm = read_place(work, place_record(work), catalogue)
        return build(design_in(catalogue, pen), catalogue), flock, farm

    structure, flock, farm = _answered(pen, table.key, "built", built)
    _answered(pen, table.key, "judged", lambda: judge(catalogue, structure, flock, farm))
    if not table.seen:
        return

    def drawn() -> None:
        model(structure)
        view(structure, "plan")

    def moved() -> None:
        plan_moves(catalogue, flock, WIDE, pen_size(structure), Climate(farm.months_c), flock.out, 14)

    _answered(pen, table.key, "drawn", drawn)
    _answered(pen, table.key, "cut", lambda: bill_of(structure, catalogue, GLANCE), LONGEST_S + CUT_S)
    _answered(pen, table.key, "moved", moved)


A = TypeVar("A")


def _answered(
    pen: Record[PenBody], key: str, done: str, ask: Callable[[], A], longest_s: float = LONGEST_S
) -> A:
    """An answer in time, or a refusal that names the pen and what could not be done with it any more."""
    name = pen.body.name
    begun = time.monotonic()
    try:
        answer = ask()
    except ErgamotError as refused:
        raise OutOfRange(
            refused.field,
            key,
            "figures your pens can still be built with",
            f"{name} could not be {done} any more: {refused.message}",
        ) from None
    except (ArithmeticError, ValueError, KeyError):
        raise OutOfRange(
            "key", key, "figures your pens can still be built with", f"{name} could not be {done} any more"
        ) from None
    if time.monotonic() - begun > longest_s:
        raise OutOfRange(
            "key", key, f"an answer within {LONGEST_S:g} s", f"{name} would take far too long to be {done}"
        )
    return answer
