"""What lists show of each pen. It is worked out when a pen is kept and kept beside it, with the name of everything it
was worked out from: a list builds and judges nothing."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from ergamot.core.balance.questions import VERDICTS
from ergamot.core.drawing.views import View
from ergamot.core.errors import ErgamotError
from ergamot.core.finding import Grade, Phrase, phrase
from ergamot.core.frame.design import Design
from ergamot.core.units import Quantity
from ergamot.operations.pens import Bench, bench, pens
from ergamot.operations.places import place_record
from ergamot.operations.program import mark_of_the_program
from ergamot.operations.work import Work
from ergamot.store.documents import FLOCK, FlockBody, PenBody, PlaceBody
from ergamot.store.records import Record, find_all, keep_line, lines

SHOWN = ("stick", "sheet", "wheel", "mesh")  # what a thumb-sized plan draws


@dataclass(frozen=True)
class Judgement:
    """What is shown of a pen beside what its record says: verdicts by what they judge, its plan, or why it cannot be
    worked out."""

    verdicts: Mapping[str, Grade]
    plan: Mapping[str, Any] | None
    trouble: str


@dataclass(frozen=True)
class PenLine:
    """A pen in a list; `judged` is none while its verdicts are not known as things stand."""

    record: Record[PenBody]
    flock_name: str
    leaves: date | None
    size: Phrase | None
    judged: Judgement | None


@dataclass(frozen=True)
class LinePage:
    """Some pens, and what to ask for to see those after them; none at the end."""

    lines: tuple[PenLine, ...]
    after: int | None


def _basis(
    work: Work, pen: Record[PenBody], flock: Record[FlockBody] | None, place: Record[PlaceBody]
) -> str:
    """Everything a pen's line is worked out from, in one fingerprint."""
    told = (
        mark_of_the_program(),
        pen.revision,
        flock.id if flock else 0,
        flock.revision if flock else 0,
        place.revision,
        work.own_rows,
    )
    return hashlib.sha256(repr(told).encode()).hexdigest()


def pen_lines(work: Work, after: int, most: int) -> LinePage:
    """Pens in a list, oldest first, from the one after a number on."""
    found = pens(work, after, most + 1)
    page = found[:most]
    return LinePage(_lines(work, page), page[-1].id if len(found) > most else None)


def _lines(work: Work, records: Sequence[Record[PenBody]]) -> tuple[PenLine, ...]:
    known = _flocks(work)
    place = place_record(work)
    kept = lines(work.session, [one.id for one in records])
    shown = []
    for one in records:
        flock = known.get(one.body.flock_id)
        basis, body = kept.get(one.id, ("", ""))
        judged = _read(body) if basis == _basis(work, one, flock, place) else None
        shown.append(_line(one, flock, judged))
    return tuple(shown)


def _flocks(work: Work) -> dict[int, Record[FlockBody]]:
    return {one.id: one for one in find_all(work.session, work.farm_id, FLOCK, away=None)}


def _line(pen: Record[PenBody], flock: Record[FlockBody] | None, judged: Judgement | None) -> PenLine:
    values = pen.body.values
    return PenLine(
        record=pen,
        flock_name=flock.body.name if flock else "",
        leaves=flock.body.leaves if flock else None,
        size=size_of(float(values["width"]), float(values["length"]))
        if {"width", "length"} <= values.keys()
        else None,
        judged=judged,
    )


def size_of(width: float, length: float) -> Phrase:
    """A pen's size in words; both in mm."""
    return phrase("{width} × {length}", width=Quantity(width, "mm"), length=Quantity(length, "mm"))


def design_size(design: Design) -> Phrase:
    """A design's size in words."""
    return size_of(float(design.values["width"]), float(design.values["length"]))


def judge_lines(work: Work, pen_ids: Sequence[int]) -> tuple[PenLine, ...]:
    """Work out what lists show of some pens, and keep it."""
    wanted = [one for one in pens(work) if one.id in set(pen_ids)]
    for one in wanted:
        try:
            remember_line(work, one, bench(work, one))
        except ErgamotError as refused:
            _keep(work, one, Judgement({}, None, refused.message))
    return _lines(work, wanted)


def _read(body: str) -> Judgement:
    kept = json.loads(body)
    verdicts = {what: Grade(grade) for what, grade in kept["verdicts"].items() if what in VERDICTS}
    return Judgement(verdicts, kept["plan"], kept["trouble"])


def remember_line(work: Work, pen: Record[PenBody], shown: Bench) -> None:
    """Keep what lists show of a pen that was just worked out."""
    graded = [one for one in shown.judged.graded if VERDICTS[one.what].listed]
    verdicts = {one.what: one.verdict for one in graded if one.verdict is not None}
    _keep(work, pen, Judgement(verdicts, _thumb(shown.views[0]), ""))


def _keep(work: Work, pen: Record[PenBody], judged: Judgement) -> None:
    flock = work.kept(FLOCK, pen.body.flock_id)
    body = json.dumps({"verdicts": judged.verdicts, "plan": judged.plan, "trouble": judged.trouble})
    keep_line(work.session, pen, _basis(work, pen, flock, place_record(work)), body)


def _thumb(view: View) -> dict[str, Any]:
    """A plan as small as it is shown: whole millimetres, outlines that can be seen."""
    return {
        "low": view.low,
        "high": view.high,
        "outlines": [
            {"kind": one.kind, "path": "".join(_closed(ring) for ring in (one.points, *one.holes))}
            for one in view.outlines
            if one.kind in SHOWN
        ],
    }


def _closed(ring: Sequence[tuple[float, float]]) -> str:
    """A closed ring of points as SVG draws it; one text is read and sent far sooner than its numbers."""
    return "M" + "L".join(f"{u:.0f} {v:.0f}" for u, v in ring) + "Z"
