"""Searches for pens worth building: begun, looked at, stopped, gone on with; what they found put on the bench."""

from __future__ import annotations

import hashlib
import json
import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Any

from ergamot.core.balance.added import Added, added
from ergamot.core.balance.search.asked import Asked, make_asked
from ergamot.core.balance.search.candidate import Candidate, Mark
from ergamot.core.balance.search.figures import Figure
from ergamot.core.balance.search.front import best_of
from ergamot.core.balance.search.limits import Conflict, Limits, Through, conflict, through
from ergamot.core.balance.search.movers import who_would_move
from ergamot.core.balance.search.run import GENERATIONS, POPULATION
from ergamot.core.errors import ErgamotError, Full, NotFound
from ergamot.core.finding import What
from ergamot.core.frame.design import Design, build
from ergamot.core.ground.footprint import pen_size
from ergamot.core.ground.stay import Loads, moves_a_week
from ergamot.core.units import parse_length
from ergamot.operations.flocks import flock_of
from ergamot.operations.pens import copy_pen, keep_new, stands
from ergamot.operations.places import place_record, read_place
from ergamot.operations.program import mark_of_the_program
from ergamot.operations.seasons import climate_of
from ergamot.operations.shed import things, things_for
from ergamot.operations.work import Work
from ergamot.store.documents import FLOCK, PEN, PenBody
from ergamot.store.models import SearchRow
from ergamot.store.records import Record
from ergamot.store.searches import (
    DONE,
    RUNNING,
    STOPPED,
    STOPPING,
    UNDER_WAY,
    WAITING,
    new_search,
    newest_searches,
    pens_in,
    search_row,
    under_way,
)

MOST_UNDER_WAY = 8  # on one machine, all farms together; more would wait for ever
REMEMBERED = 40  # searches looked through for one that was asked the same; may move
SEED = 20260422  # of every search: what is asked anew is found anew; may move
FURTHER = 24  # generations more when a search is done and is to go on; may move


@dataclass(frozen=True)
class Found:
    """A search with the pens that nothing beats so far; whether the flock, the farm or the catalogue changed since."""

    row: SearchRow
    flock_name: str
    pens: tuple[Candidate, ...]
    out_of_date: bool

    @property
    def in_pens(self) -> int:
        """How many pens the flock is shared between."""
        return int(self.row.asked["in_pens"])

    @property
    def best(self) -> Candidate | None:
        """The pen to be shown first."""
        return best_of(self.pens)

    @property
    def left_s(self) -> float | None:
        """About how long it takes yet, seconds; None before anything is known."""
        if not self.row.generation or self.row.state not in UNDER_WAY:
            return None
        return self.row.worked_ms / 1000 / self.row.generation * (self.row.generations - self.row.generation)


def share_done(row: SearchRow) -> float:
    """How much of a search is done, 0 to 1."""
    return row.generation / max(1, row.generations)


def begin_search(
    work: Work,
    flock_id: int,
    shapes: Sequence[str] = (),
    fixed: Mapping[str, Any] | None = None,
    at_most: Mapping[str, str] | None = None,
    more: Sequence[str] = (),
    like: Design | None = None,
    in_pens: int = 1,
) -> SearchRow:
    """Ask for pens worth building; what was asked before, of things as they still are, is not searched again. `like` is a
    design to begin round; the flock is shared between `in_pens` pens alike."""
    told: dict[str, Any] = {
        "shapes": list(shapes),
        "fixed": dict(fixed or {}),
        "at_most": {name: parse_length(typed, name) for name, typed in (at_most or {}).items()},
        "more": list(more),
        "in_pens": in_pens,
        "like": _told(like) if like is not None else None,
    }
    asked_of(work, flock_id, told)  # refused before it is kept
    basis = _basis(work, flock_id, told)
    work.alone()  # tabs that ask the same at once get one search
    for row in newest_searches(work.session, work.farm_id, REMEMBERED):
        if row.basis == basis and row.state in (*UNDER_WAY, DONE, STOPPED):
            return row
    _refuse_a_full_queue(work)
    return new_search(
        work.session, work.settled_id, flock_id, told, basis, SEED, GENERATIONS, work.user, work.now
    )


def _refuse_a_full_queue(work: Work) -> None:
    if under_way(work.session) >= MOST_UNDER_WAY:
        raise Full(f"{MOST_UNDER_WAY} searches wait or run already. Stop one, or ask again when one is done.")


def asked_of(work: Work, flock_id: int, told: Mapping[str, Any]) -> Asked:
    """What a search is asked, read again. Raises what is no longer so."""
    flock, like = flock_of(work, work.kept(FLOCK, flock_id)), told["like"]
    return make_asked(
        work.catalogue,
        replace(flock, placed=math.ceil(flock.placed / told["in_pens"])),
        read_place(work, place_record(work)),
        tuple(told["shapes"]),
        told["fixed"],
        told["at_most"],
        tuple(told["more"]),
        Design(like["shape"], like["values"]) if like else None,
        things_for(work, ()),
    )


def _told(design: Design) -> dict[str, Any]:
    return {"shape": design.shape, "values": dict(design.values)}


def _basis(work: Work, flock_id: int, told: Mapping[str, Any]) -> str:
    """Everything a search is worked out from, in one fingerprint."""
    flock = work.kept(FLOCK, flock_id)
    everything = (
        mark_of_the_program(),
        flock.id,
        flock.written,
        place_record(work).written,
        work.own_rows,
        [(one.id, one.written) for one in things(work)],
        told,
        POPULATION,
    )
    return hashlib.sha256(json.dumps(everything, sort_keys=True, default=str).encode()).hexdigest()


def searches(work: Work) -> list[SearchRow]:
    """The farm's last searches, the newest first."""
    return newest_searches(work.session, work.farm_id, REMEMBERED)


def found_in(work: Work, search_id: int) -> Found:
    """A search as it stands, with what it found so far."""
    row = search_row(work.session, work.farm_id, search_id)
    kept = pens_in(work.session, row.id, row.front)
    pens = tuple(candidate_in(kept[key]) for key in row.front if key in kept)
    flock = work.kept(FLOCK, row.flock_id)
    try:
        current = _basis(work, row.flock_id, row.asked) == row.basis
    except ErgamotError:
        current = False
    return Found(row, flock.body.name, pens, not current)


def moves_of(work: Work, found: Found) -> float | None:
    """How often all pens the flock is shared between are moved in its last week, if each is the best; None where that is not
    known, or the birds range from it."""
    best = None if found.out_of_date else found.best
    structure = build(best.design, work.catalogue) if best else None
    if structure is None or structure.ranges:
        return None
    asked = asked_of(work, found.row.flock_id, found.row.asked)
    loads = Loads(work.catalogue, asked.flock, pen_size(structure).area_m2, climate_of(asked.farm))
    return found.in_pens * moves_a_week(loads.on(asked.flock.leaves))


def limited(work: Work, search_id: int, limits: Limits) -> tuple[Through, Conflict | None]:
    """What of a search passes some limits; where nothing does, what is in the way, and who else would move what cannot be
    moved."""
    found = found_in(work, search_id)

    def who(one: Candidate) -> str:
        if found.out_of_date:
            return ""
        return who_would_move(work.catalogue, asked_of(work, found.row.flock_id, found.row.asked), one)

    return through(found.pens, limits), conflict(found.pens, limits, who)


def stop_search(work: Work, search_id: int) -> None:
    """Stop a search after the generation it is at; one that waits, at once."""
    row = search_row(work.session, work.farm_id, search_id, lock=True)
    row.state = {WAITING: STOPPED, RUNNING: STOPPING}.get(row.state, row.state)


def go_on(work: Work, search_id: int) -> None:
    """Go on with a search: one that was stopped or failed from where it was, one that is done some generations further."""
    work.alone()
    row = search_row(work.session, work.farm_id, search_id, lock=True)
    if row.state in UNDER_WAY:
        return
    _refuse_a_full_queue(work)
    asked_of(work, row.flock_id, row.asked)
    basis = _basis(work, row.flock_id, row.asked)
    if basis != row.basis:
        raise ErgamotError("The flock, the farm or the catalogue changed since. Search anew.", field="search")
    if row.state == DONE:
        row.generations += FURTHER
    row.state, row.note = WAITING, ""


def design_found(work: Work, search_id: int, key: str) -> Design:
    """A pen that a search found."""
    row = search_row(work.session, work.farm_id, search_id)
    found = pens_in(work.session, row.id, [key])
    if key not in found:
        raise NotFound("This search found no such pen", field="pen", value=key[:24])
    return candidate_in(found[key]).design


def added_in(work: Work, pen_id: int) -> Iterator[Added]:
    """What each added thing of a pen costs, one after another; all that is kept has been read when this returns."""
    pen = stands(work, work.kept(PEN, pen_id))
    return added(work.catalogue, Asked(pen.flock, pen.farm), pen.design)


def open_found(
    work: Work, search_id: int, key: str, name: str, version_of: int | None = None
) -> Record[PenBody]:
    """Put a pen that a search found on the bench: as a pen of its own, or as a version of one of the same flock."""
    row = search_row(work.session, work.farm_id, search_id)
    design = design_found(work, search_id, key)
    if version_of is not None and work.kept(PEN, version_of).body.flock_id == row.flock_id:
        return copy_pen(work, version_of, name, "found by Balance", design)
    return keep_new(work, name, row.flock_id, design, "found by Balance")


def body_of(candidate: Candidate) -> str:
    """A candidate as it is kept."""
    return json.dumps(
        {
            **_told(candidate.design),
            "marks": [[one.what, one.ratio, one.least] for one in candidate.marks],
            "figures": {figure.value: value for figure, value in candidate.figures.items()},
            "lacks": candidate.lacks,
            "unreached": candidate.unreached,
            "borrowed": candidate.borrowed,
            "floor": [candidate.floor.ratio, candidate.floor.least],
            "mends": dict(candidate.mends),
        }
    )


def _first_mended(told: Any) -> dict[str, tuple[str, ...]]:
    """Read what would mend the worst of a candidate, by verdict; earlier it was kept of the frame alone."""
    by_verdict = {What.STRENGTH: told} if isinstance(told, list) else told
    return {what: tuple(names) for what, names in by_verdict.items()}


@lru_cache(maxsize=1024)
def candidate_in(body: str) -> Candidate:
    """A candidate as it was kept. While a search runs the same are asked for again and again: some fronts of them are kept."""
    told = json.loads(body)
    marks = tuple(Mark(what, ratio, least) for what, ratio, least in told["marks"])
    space = next((one.ratio, one.least) for one in marks if one.what == What.SPACE)
    return Candidate(
        Design(told["shape"], told["values"]),
        marks,
        {Figure(name): value for name, value in told["figures"].items()},
        told["lacks"],
        told["unreached"],
        told["borrowed"],
        Mark(
            What.SPACE, *told.get("floor", space)
        ),  # one kept before the floor stood apart was judged by it alone
        _first_mended(told.get("mends", {})),
    )


__all__ = ["SearchRow"]  # which the web may not reach for in the store
