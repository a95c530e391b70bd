"""Balance: searches begun, looked at while they run, stopped and gone on with; limits pulled; a pen put on the bench."""

from __future__ import annotations

from datetime import UTC
from functools import lru_cache

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.balance.added import Added
from ergamot.core.balance.questions import VERDICTS
from ergamot.core.balance.search.candidate import Candidate
from ergamot.core.balance.search.figures import SCALES, Figure
from ergamot.core.balance.search.limits import Need, Reason, make_limits
from ergamot.core.finding import phrase
from ergamot.core.frame.shapes import shape_of
from ergamot.operations.pen_lines import design_size
from ergamot.operations.pens import design_of
from ergamot.operations.searches import (
    SearchRow,
    added_in,
    begin_search,
    design_found,
    found_in,
    go_on,
    limited,
    moves_of,
    open_found,
    searches,
    share_done,
    stop_search,
)
from ergamot.store.documents import PEN
from ergamot.web.files import answers_with
from ergamot.web.long_work import until_sent
from ergamot.web.schemas.balance import (
    AddedOut,
    AxisOut,
    FoundOut,
    LeftOutOut,
    LimitsIn,
    OpenFoundIn,
    SearchesOut,
    SearchIn,
    SearchLineOut,
    SearchOut,
    ThroughOut,
    WayOutOut,
)
from ergamot.web.schemas.figures import Words, words
from ergamot.web.schemas.pens import PenMadeOut
from ergamot.web.schemas.verdicts import LevelOut
from ergamot.web.unit_of_work import current_work

balance_part = APIBlueprint("balance", __name__, url_prefix="/api/searches")

NEEDS = {Need.BIRDS: "what its birds need", Need.REACH: "a way in"}
AXES = [
    AxisOut(figure=one, label=scale.label, unit=scale.unit, little=not scale.much)
    for one, scale in SCALES.items()
]


def _said(figure: Figure, value: float) -> Words:
    """As a person says it: money and hours whole."""
    if figure in (Figure.COST, Figure.HOURS):
        return Words.model_validate(phrase(f"{value:.0f} h" if figure is Figure.HOURS else f"{value:.0f}"))
    return words(value, SCALES[figure].unit)


@lru_cache(maxsize=1024)
def _found(one: Candidate, pens: int) -> FoundOut:
    return FoundOut(
        key=one.key,
        shape=one.design.shape,
        called=shape_of(one.design.shape).called(one.design.values),
        size=Words.model_validate(design_size(one.design)),
        levels=[LevelOut.model_validate(mark) for mark in one.marks],
        figures={figure: round(value, 4) for figure, value in one.figures.items()},
        said={figure: _said(figure, value) for figure, value in one.figures.items()},
        together={figure: _said(figure, value) for figure, value in one.together(pens).items()},
        passes=one.passes,
        wanting=round(one.wanting, 3),
        lacks=one.lacks,
        unreached=one.unreached,
        borrowed=one.borrowed,
    )


def _out(search_id: int) -> SearchOut:
    found = found_in(current_work(), search_id)
    row, moves = found.row, moves_of(current_work(), found)
    return SearchOut(
        id=row.id,
        flock_id=row.flock_id,
        flock_name=found.flock_name,
        state=row.state,  # type: ignore[arg-type]  # one of State, as the store keeps it
        note=row.note,
        asked=row.asked,
        tried=row.tried,
        judged=row.judged,
        share=share_done(row),
        left_s=found.left_s,
        out_of_date=found.out_of_date,
        pens=[_found(one, found.in_pens) for one in found.pens],
        in_pens=found.in_pens,
        best=found.best.key if found.best else None,
        moves=None if moves is None else Words.model_validate(phrase(f"{moves:.3g}")),
        axes=AXES,
    )


def _line(row: SearchRow) -> SearchLineOut:
    return SearchLineOut(
        id=row.id,
        flock_id=row.flock_id,
        state=row.state,  # type: ignore[arg-type]  # one of State, as the store keeps it
        asked=row.asked,
        made_at=row.made_at.replace(tzinfo=UTC),
        share=share_done(row),
        found=len(row.front),
    )


@balance_part.get("")
@balance_part.output(SearchesOut)
def get_searches() -> SearchesOut:
    """The farm's last searches, the newest first."""
    return SearchesOut(searches=[_line(row) for row in searches(current_work())])


@balance_part.post("")
@balance_part.input(SearchIn)
@balance_part.output(SearchOut, 201)
def post_search(json_data: SearchIn) -> SearchOut:
    """Look for pens worth building; what was asked before of things as they still are is not searched again."""
    work, like, found = current_work(), json_data.like, json_data.like_found
    round_it = design_of(work, work.kept(PEN, like)) if like is not None else None
    if found is not None:
        round_it = design_found(work, found.search_id, found.key)
    row = begin_search(
        work,
        json_data.flock_id,
        json_data.shapes,
        json_data.fixed,
        json_data.at_most,
        json_data.more,
        round_it,
        json_data.in_pens,
    )
    return _out(row.id)


@balance_part.get("/<int:search_id>")
@balance_part.output(SearchOut)
def get_search(search_id: int) -> SearchOut:
    """A search as it stands, with the pens that nothing beats so far."""
    return _out(search_id)


@balance_part.post("/<int:search_id>/stop")
@balance_part.output(SearchOut)
def post_stop(search_id: int) -> SearchOut:
    """Stop a search; what it found stays."""
    stop_search(current_work(), search_id)
    return _out(search_id)


@balance_part.post("/<int:search_id>/on")
@balance_part.output(SearchOut)
def post_on(search_id: int) -> SearchOut:
    """Go on with a search from where it was; one that is done, some generations further."""
    go_on(current_work(), search_id)
    return _out(search_id)


@balance_part.post("/<int:search_id>/through")
@balance_part.input(LimitsIn)
@balance_part.output(ThroughOut)
def post_through(search_id: int, json_data: LimitsIn) -> ThroughOut:
    """What passes some limits; where nothing does, what cannot be had together and what would do. Nothing is kept."""
    limits = make_limits(json_data.limits)
    passed, against = limited(current_work(), search_id, limits)
    return ThroughOut(
        passing=list(passed.passing),
        left_out=[LeftOutOut(reason=str(one), word=_word(one), count=n) for one, n in passed.left_out],
        why=Words.model_validate(against.words) if against else None,
        ways=[
            WayOutOut(
                limits=dict(way.limits),
                short=list(way.short),
                pens=list(way.pens),
                words=Words.model_validate(way.words),
            )
            for way in (against.ways if against else ())
        ],
    )


def _word(reason: Reason) -> str:
    if isinstance(reason, Figure):
        return SCALES[reason].label.lower()
    return NEEDS[reason] if isinstance(reason, Need) else VERDICTS[reason].called


@balance_part.post("/<int:search_id>/pens/<string:key>/open")
@balance_part.input(OpenFoundIn)
@balance_part.output(PenMadeOut, 201)
def post_open(search_id: int, key: str, json_data: OpenFoundIn) -> PenMadeOut:
    """Put a pen that was found on the bench, under a name; as a version of the pen it was looked for round, where one is told."""
    made = open_found(current_work(), search_id, key, json_data.name, json_data.version_of)
    return PenMadeOut(id=made.id, name=made.body.name)


added_part = APIBlueprint("added", __name__, url_prefix="/api/pens")


@added_part.get("/<int:pen_id>/added")
@added_part.doc(responses={200: "One AddedOut as JSON on each line, as soon as it is known"})
@answers_with("application/x-ndjson")
def get_added(pen_id: int) -> Response:
    """What each added thing of a pen costs, left out and judged again; closing the connection stops the work."""
    found = added_in(current_work(), pen_id)
    return until_sent((_added(one).model_dump_json() + "\n" for one in found), "application/x-ndjson")


def _added(one: Added) -> AddedOut:
    return AddedOut(
        words=Words.model_validate(one.words),
        without=dict(one.without),
        adds={figure: round(value, 3) for figure, value in one.adds.items()},
        said={figure: _said(figure, abs(value)) for figure, value in one.adds.items()},
    )
