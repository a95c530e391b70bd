"""What is in the shed, as it is kept: each kind of thing a record with its history, which pen it is kept for."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from decimal import Decimal
from typing import Any

from ergamot.core.errors import ErgamotError, OutOfRange
from ergamot.core.finding import Phrase, phrase, plain
from ergamot.core.shed import LEAST_OFFCUT_MM, Thing, make_thing
from ergamot.core.shed.entry import read_entry
from ergamot.core.shed.thing import told
from ergamot.core.units import parse_length
from ergamot.operations.work import Work, checked_text
from ergamot.store.documents import PEN, THING, ThingBody
from ergamot.store.records import Record, create, find_all, put_away, revise

CHANGED = "changed"  # the note of a change that what it changed tells enough of
SET_ASIDE = "set aside for a pen"
MOST_THINGS = 2000  # kinds of things a shed holds; more is a yard's stock
MOST_SENDERS = 20  # marks of those who took of a thing last; may move


class NotEnough(ErgamotError):
    """More is taken than there is."""

    title = "There is not that much of it"


def things(work: Work) -> list[Record[ThingBody]]:
    """Everything in the shed, oldest first."""
    return find_all(work.session, work.farm_id, THING)


def thing_of(record: Record[ThingBody]) -> Thing:
    """The thing a record holds."""
    body = record.body
    return Thing(
        body.sort,
        body.row,
        body.count,
        body.species,
        body.long_mm,
        body.wide_mm,
        body.lost_mm,
        body.each,
        body.note,
        body.name,
    )


def thing_words(work: Work, record: Record[ThingBody]) -> Phrase:
    """What a thing is called in a list; by what it was entered as where its row is in the catalogue no more."""
    try:
        return told(work.catalogue, thing_of(record))
    except ErgamotError:
        return phrase(plain(record.body.row))


def _body(thing: Thing, pen: int | None) -> ThingBody:
    return ThingBody(**vars(thing), pen=pen)


def add_things(
    work: Work, more: Sequence[Thing], pen: int | None = None, note: str = "entered"
) -> list[Record[ThingBody]]:
    """Keep new things."""
    if len(things(work)) + len(more) > MOST_THINGS:
        raise OutOfRange("entry", MOST_THINGS, f"at most {MOST_THINGS} kinds of things in a shed")
    if pen is not None:
        work.kept(PEN, pen)
    bodies = []
    for thing in more:
        for name in ("note", "name"):
            checked_text(name, getattr(thing, name))
        bodies.append(_body(make_thing(work.catalogue, thing), pen))
    return [create(work.session, work.settled_id, THING, body, note, work.user, work.now) for body in bodies]


def read_lines(work: Work, lines: Sequence[str]) -> list[Thing]:
    """What was typed line by line, read and not kept; a line that does not say of what is of the one before. A refusal names
    its line."""
    found: list[Thing] = []
    for number, line in enumerate(lines, start=1):
        try:
            found.append(read_entry(line, work.catalogue, found[-1] if found else None))
        except ErgamotError as refused:
            if len(lines) > 1:
                refused.args = (f"Line {number}: {refused.message}",)
                refused.message = refused.args[0]
            raise
    return found


def change_thing(work: Work, number: int, base: int, changes: Mapping[str, Any]) -> Record[ThingBody]:
    """Keep a change to a thing, from revision `base`. Lengths may be typed with a unit; a pen of None sets it free."""
    record = work.kept(THING, number)
    pen = record.body.pen
    fields: dict[str, Any] = dict(vars(thing_of(record)))
    for name, entered in changes.items():
        if name == "pen":
            pen = entered
            if pen is not None:
                work.kept(PEN, pen)
        elif name in ("long_mm", "wide_mm", "lost_mm"):
            fields[name] = parse_length(entered, name) if isinstance(entered, str) else float(entered)
        elif name == "each":
            fields[name] = Decimal(str(entered))
        else:
            fields[name] = checked_text(name, entered) if isinstance(entered, str) else entered
    body = _body(make_thing(work.catalogue, Thing(**fields)), pen)
    return revise(work.session, record, base, body, CHANGED, work.user, work.now)


def things_for(work: Work, pens: Sequence[int]) -> dict[int, Thing]:
    """What of the shed some pens may be built of: what is kept for one of them, then what is kept for none."""
    found: dict[int, Thing] = {}
    for record in sorted(things(work), key=lambda one: one.body.pen is None):
        if record.body.pen not in (None, *pens):
            continue
        try:
            found[record.id] = make_thing(work.catalogue, thing_of(record))
        except ErgamotError:
            continue  # of a row the catalogue has no more: it stays in the shed, and no plan takes it
    return found


def _so_many(work: Work, record: Record[ThingBody], count: int) -> Thing:
    """A thing of which so many are to be taken. Raises NotEnough."""
    thing = thing_of(record)
    there = 0 if record.away_at else thing.count
    if count > there:
        raise NotEnough(
            f"There are {there} of {thing_words(work, record).text('metric')}, {count} were to be taken",
            field="thing",
            value=count,
            allowed=f"at most {there}",
        )
    return thing


def set_aside(work: Work, pen: int, counts: Mapping[int, int]) -> None:
    """Keep so many of some things for a pen; what is left over of each stays for any."""
    work.kept(PEN, pen)
    for number, count in counts.items():
        record = work.kept(THING, number)
        thing = _so_many(work, record, count)
        if record.body.pen == pen:
            continue
        if record.body.pen is not None:
            raise NotEnough(
                f"{thing_words(work, record).text('metric')} is kept for another pen",
                field="thing",
                value=number,
            )
        body = replace(record.body, pen=pen)
        if count < thing.count:
            add_things(work, [replace(thing, count=count)], pen, SET_ASIDE)
            body = replace(record.body, count=thing.count - count)
        revise(work.session, record, record.revision, body, SET_ASIDE, work.user, work.now)


def take_from(work: Work, number: int, count: int, what_for: str) -> None:
    """Take some of a thing out of the shed; the last of it is put away. What its sender says twice, by the same mark, is done
    once."""
    record = work.kept(THING, number)
    senders = record.body.taken
    if work.mark and work.mark in senders:
        return
    thing = _so_many(work, record, count)
    left = thing.count - count or thing.count  # the last of it is put away whole, and comes back so
    body = replace(record.body, count=left)
    if work.mark:
        body = replace(body, taken=(*senders, work.mark)[-MOST_SENDERS:])
    note = f"{count} {what_for}"[:200]
    if body != record.body:
        record = revise(work.session, record, record.revision, body, note, work.user, work.now)
    if count == thing.count:
        put_away(work.session, record, record.revision, work.now)


def return_offcut(work: Work, board: Thing, long_mm: float, pen: int | None) -> Record[ThingBody] | None:
    """Put an offcut of a board back, at its share of what the board was worth; one that is too short is not kept."""
    if long_mm < LEAST_OFFCUT_MM:
        return None
    share = (board.each * Decimal(str(round(long_mm / board.long_mm, 4)))).quantize(Decimal("0.01"))
    back = replace(board, count=1, long_mm=round(long_mm, 1), lost_mm=0.0, each=share, note="offcut")
    same = next(
        (one for one in things(work) if thing_of(one) == replace(back, count=thing_of(one).count)), None
    )
    if same is not None and same.body.pen == pen:
        body = replace(same.body, count=same.body.count + 1)
        return revise(work.session, same, same.revision, body, "an offcut came back", work.user, work.now)
    return add_things(work, [back], pen, "an offcut came back")[0]


def set_free(work: Work, pens: set[int]) -> None:
    """What was kept for pens that go is kept for none."""
    for record in find_all(work.session, work.farm_id, THING, away=None):
        if record.body.pen in pens:
            body = replace(record.body, pen=None)
            revise(work.session, record, record.revision, body, "its pen went", work.user, work.now)
