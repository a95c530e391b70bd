"""How far a pen is built: pieces cut, steps ticked off with what they took, when it must be done; kept beside the pen."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date
from functools import lru_cache

from ergamot.core.catalogue import pick
from ergamot.core.catalogue.kinds import Tool
from ergamot.core.catalogue.tables import OwnRows, merged
from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.farm.tools import tools_lacking
from ergamot.core.frame.parameters import Value
from ergamot.core.making.finish import Finish, StepLeft, plan_finish
from ergamot.core.making.rates import pace
from ergamot.core.making.sheet import BuildSheet, build_sheet
from ergamot.core.making.surviving import CutPiece, Survives, fewer, of_piece, surviving
from ergamot.core.making.upkeep import Look, upkeep
from ergamot.core.shed import Thing
from ergamot.core.stock.at_hand import AtHand
from ergamot.core.stock.cut_list import Piece, cut_list
from ergamot.operations.flocks import flock_of
from ergamot.operations.pens import built, design_of, framed
from ergamot.operations.places import place_record, read_place, today_on
from ergamot.operations.shed import add_things, return_offcut, take_from, thing_of
from ergamot.operations.work import Work
from ergamot.store.documents import FLOCK, MAKING, PEN, THING, MakingBody, PenBody
from ergamot.store.records import Record, create_keyed, erase, find_all, find_keyed, revise

MOST_MINUTES = 10_000


@dataclass(frozen=True)
class Making:
    """The building of a pen: its sheet, which steps are done (with minutes where they were told), the days left, what it asks
    for once it stands, the sticks it is cut into. `lacking` are tools to borrow."""

    record: Record[MakingBody]
    sheet: BuildSheet
    done: Mapping[str, float | None]
    pace: float
    survives: Survives
    finish: Finish
    begin: date
    wanted: date
    errands: int
    upkeep: tuple[Look, ...]
    lacking: tuple[Tool, ...]
    pieces: tuple[Piece, ...]


def making_record(work: Work, pen_id: int) -> Record[MakingBody]:
    """How far a pen is built, as kept; nothing done where nothing was said."""
    found = [
        one for one in find_keyed(work.session, work.farm_id, MAKING, str(pen_id)) if one.body.pen == pen_id
    ]
    return found[0] if found else Record(0, MAKING, 0, MakingBody(pen_id), False, False, None)


@lru_cache(maxsize=16)
def _sheet(shape: str, values: tuple[tuple[str, Value], ...], own: OwnRows) -> BuildSheet:
    """Sheets are the same for the same values, and looked at often while a pen is built."""
    return build_sheet(framed(shape, values, own), merged(own))


def sheet_of(work: Work, pen: Record[PenBody]) -> BuildSheet:
    """The build sheet of a pen as it is."""
    design = design_of(work, pen)
    return _sheet(design.shape, tuple(design.values.items()), work.own_rows)


def making_of(work: Work, pen: Record[PenBody]) -> Making:
    """How far a pen is built, what is left of it and when that is done."""
    record, sheet = making_record(work, pen.id), sheet_of(work, pen)
    farm = read_place(work, place_record(work))
    done = record.body.done
    reckoned = {one.key: one.minutes for one in sheet.tasks}
    factor = pace(*_all_took(work))
    left = [
        StepLeft(one.key, one.title, one.minutes * factor, one.dries_h)
        for one in sheet.tasks
        if one.key not in done
    ]
    today = today_on(work)
    begin = max(record.body.begin or today, today)
    flock = flock_of(work, work.kept(FLOCK, pen.body.flock_id))
    wanted = record.body.wanted or flock.out
    errands = record.body.errands if not done else 0
    needed = dict.fromkeys(tool for one in sheet.tasks for tool in one.tools)
    structure = built(work, design_of(work, pen))
    pieces = tuple(cut_list(structure))
    return Making(
        record,
        sheet,
        {key: minutes for key, minutes in done.items() if key in reckoned},
        factor,
        surviving(record.body.cut, pieces),
        plan_finish(left, begin, wanted, farm.hours_a_week, errands),
        begin,
        wanted,
        errands,
        upkeep(structure),
        tools_lacking(needed, farm.tools),
        pieces,
    )


def _all_took(work: Work) -> tuple[dict[str, float], dict[str, float]]:
    """What every step of every pen took that was written down, and what was reckoned for it."""
    took: dict[str, float] = {}
    reckoned: dict[str, float] = {}
    for record in find_all(work.session, work.farm_id, MAKING, away=None):
        told = {key: minutes for key, minutes in record.body.done.items() if minutes}
        if not told:
            continue
        sheet = sheet_of(work, work.kept(PEN, record.body.pen))
        for one in sheet.tasks:
            if one.key in told:
                took[f"{record.id}/{one.key}"] = told[one.key]
                reckoned[f"{record.id}/{one.key}"] = one.minutes
    return took, reckoned


def survives_of(work: Work, pen: Record[PenBody], record: Record[MakingBody] | None = None) -> Survives:
    """What of the pieces cut for a pen fits it as it is now."""
    pieces = cut_list(built(work, design_of(work, pen)))
    return surviving((record or making_record(work, pen.id)).body.cut, pieces)


def tick(
    work: Work, pen: Record[PenBody], base: int, key: str, done: bool, minutes: float | None
) -> Record[MakingBody]:
    """Keep that a step is done, with the minutes it took where they are told, or that it is not."""
    keys = {one.key: one for one in sheet_of(work, pen).tasks}
    pick(keys, key, "key")
    if minutes is not None:
        require_range("minutes", minutes, 1, MOST_MINUTES, "minutes")
    record = making_record(work, pen.id)
    kept = {name: value for name, value in record.body.done.items() if name != key}
    if done:
        kept[key] = minutes
    note = f"{key} {'done' if done else 'not done'}"
    return _keep(work, pen, record, base, replace(record.body, done=kept), note)


def set_days(
    work: Work, pen: Record[PenBody], base: int, begin: date | None, wanted: date | None, errands: int
) -> Record[MakingBody]:
    """Keep when building begins, by when the pen is wanted (None: its flock's turn-out), and days to shop and borrow."""
    require_range("errands", errands, 0, 60, "days")
    record = making_record(work, pen.id)
    body = replace(record.body, begin=begin, wanted=wanted, errands=errands)
    return _keep(work, pen, record, base, body, "days")


def say_cut(work: Work, pen: Record[PenBody], base: int, label: str, count: int) -> Record[MakingBody]:
    """Keep that so many of a label are cut; fewer than before where one was spoiled."""
    pieces = {one.label: one for one in cut_list(built(work, design_of(work, pen)))}
    piece = pick(pieces, label, "label")
    require_range("count", count, 0, piece.count, f"of {label}")
    record = making_record(work, pen.id)
    now = survives_of(work, pen, record).cut.get(label, 0)
    cut = list(record.body.cut)
    if count > now:
        cut.append(of_piece(piece, count - now))
    else:
        cut = fewer(cut, of_piece(piece, 1), now - count)
    return _keep(work, pen, record, base, replace(record.body, cut=_together(cut)), f"{label}: {count} cut")


def cut_board(
    work: Work,
    pen: Record[PenBody],
    base: int,
    labels: Sequence[str],
    thing: int,
    offcut_mm: float,
) -> Record[MakingBody]:
    """Keep that a board is cut: its pieces are, it is in the shed no more, and its offcut comes back. A board of spare pieces
    (below 0) is one of those."""
    pieces = {one.label: one for one in cut_list(built(work, design_of(work, pen)))}
    record = making_record(work, pen.id)
    found = survives_of(work, pen, record)
    counted = Counter(labels)
    cut = list(record.body.cut)
    for label, count in counted.items():
        piece = pick(pieces, label, "labels")
        if found.cut.get(label, 0) + count > piece.count:
            raise OutOfRange(
                "labels", label, f"at most {piece.count - found.cut.get(label, 0)} more of {label}"
            )
        cut.append(of_piece(piece, count))
    if thing < 0:
        spare = found.spare.get(thing)
        if spare is None:
            raise OutOfRange("thing", thing, "one of the pieces that are to spare")
        cut = fewer(cut, spare, 1)
    elif thing:
        board = thing_of(work.kept(THING, thing))
        require_range("offcut_mm", offcut_mm, 0, board.long_mm, "mm")
        take_from(work, thing, 1, "cut up")
        section = pieces[labels[0]].section
        if board.row != section:
            board = _ripped(work, board, section, pen.id)
        return_offcut(work, board, offcut_mm, pen.id)
    return _keep(
        work, pen, record, base, replace(record.body, cut=_together(cut)), f"cut {', '.join(counted)}"
    )


def _ripped(work: Work, board: Thing, section: str, pen_id: int) -> Thing:
    """A board ripped into strips: all but the one that is cut come into the shed."""
    hand = AtHand({1: board}, rips=True)
    found = hand.to_rip(work.catalogue.sections[section], board.species, work.catalogue.sections)
    if not found:
        raise OutOfRange(
            "thing", board.row, f"a board that {work.catalogue.sections[section].label} can be ripped from"
        )
    ((strip, count),) = found
    one = replace(board, row=section, count=1, each=strip.worth, note="ripped")
    if count > 1:
        add_things(work, [replace(one, count=count - 1)], pen_id, "ripped from a wider board")
    return one


def _together(cut: Sequence[CutPiece]) -> tuple[CutPiece, ...]:
    """Pieces as they are kept, like ones together."""
    together: Counter[CutPiece] = Counter()
    for one in cut:
        together[replace(one, count=1)] += one.count
    return tuple(replace(one, count=count) for one, count in together.items())


def _keep(
    work: Work, pen: Record[PenBody], record: Record[MakingBody], base: int, body: MakingBody, note: str
) -> Record[MakingBody]:
    if not record.id:
        made, here = create_keyed(
            work.session, work.settled_id, MAKING, str(pen.id), body, note[:200], work.user, work.now
        )
        if here:
            return made
        record = made
    return revise(work.session, record, base, body, note[:200], work.user, work.now)


def forget_making(work: Work, pens: set[int]) -> None:
    """How far pens were built that are gone is kept no more."""
    for record in find_all(work.session, work.farm_id, MAKING, away=None):
        if record.body.pen in pens:
            erase(work.session, record, record.revision)
