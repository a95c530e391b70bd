"""Building a pen: steps with their pictures and ticks, days, cut pieces, upkeep, the book and its labels."""

from __future__ import annotations

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.catalogue import pick
from ergamot.core.drawing.growing import growing
from ergamot.core.farm.tools import TOOLS
from ergamot.core.making.rates import Range
from ergamot.core.making.sheet import Task
from ergamot.core.making.upkeep import TIME_WORDS
from ergamot.core.stock.cut_list import cut_list
from ergamot.exchange.book_pdf import write_book
from ergamot.exchange.finish_calendar import write_finish
from ergamot.exchange.labels_pdf import write_labels
from ergamot.exchange.step_svg import write_step
from ergamot.operations.book import book_of
from ergamot.operations.kept import Record
from ergamot.operations.making import Making, cut_board, making_of, say_cut, set_days, sheet_of, tick
from ergamot.operations.pens import built, design_of
from ergamot.operations.places import today_on
from ergamot.store.documents import PEN, PenBody
from ergamot.web.files import answers_with, file_answer
from ergamot.web.long_work import takes_long
from ergamot.web.schemas.drawings import SheetQuery
from ergamot.web.schemas.figures import Words, words
from ergamot.web.schemas.making import (
    BoardIn,
    CountOut,
    CutIn,
    CutSoFarOut,
    DayOfWorkOut,
    DaysIn,
    LookOut,
    MakingOut,
    MinutesOut,
    SpareOut,
    TaskOut,
    TickIn,
    ToolOut,
)
from ergamot.web.unit_of_work import current_work, from_revision

making_part = APIBlueprint("making", __name__, url_prefix="/api/pens")


def _minutes(found: Range, times: float = 1.0) -> MinutesOut:
    return MinutesOut(
        about=round(found.minutes * times), least=round(found.least * times), most=round(found.most * times)
    )


def _counted(pairs: tuple[tuple[str, int], ...]) -> list[CountOut]:
    return [CountOut(what=what, count=count) for what, count in pairs]


def _task(task: Task, making: Making) -> TaskOut:
    return TaskOut(
        number=task.number,
        key=task.key,
        title=task.title,
        pictured=bool(task.new or task.stands),
        new=list(task.new),
        pieces=_counted(task.pieces),
        fixings=_counted(task.fixings),
        tools=[ToolOut(words=TOOLS[tool], borrow=tool in making.lacking) for tool in task.tools],
        check=Words.model_validate(task.check),
        cautions=list(task.cautions),
        minutes=_minutes(task.takes, making.pace),
        helper=task.helper,
        props=Words.model_validate(task.props) if task.props else None,
        freed=Words.model_validate(task.freed) if task.freed else None,
        copied=[Words.model_validate(one) for one in task.copied],
        dries_h=task.dries_h,
        done=task.key in making.done,
        took=making.done.get(task.key),
    )


def _out(pen: Record[PenBody]) -> MakingOut:
    work = current_work()
    found = making_of(work, pen)
    numbers = {one.key: str(one.number) for one in found.sheet.tasks}
    finish = found.finish
    return MakingOut(
        pen_id=pen.id,
        revision=found.record.revision,
        tasks=[_task(one, found) for one in found.sheet.tasks],
        aside=list(found.sheet.aside),
        hours=_minutes(found.sheet.hours, found.pace),
        pace=round(found.pace, 2),
        lacking=[TOOLS[tool] for tool in found.lacking],
        days=[
            DayOfWorkOut(
                day=one.day,
                tasks=[CountOut(what=numbers[key], count=round(minutes)) for key, minutes in one.tasks],
                dries=one.dries,
            )
            for one in finish.days
        ],
        begin=found.begin,
        wanted=found.wanted,
        wanted_by_flock=found.record.body.wanted is None,
        errands=found.record.body.errands,
        done_on=finish.done,
        late_days=finish.late_days,
        begin_by=finish.begin_by,
        upkeep=[
            LookOut(
                time=one.time,
                when=TIME_WORDS[one.time],
                words=Words.model_validate(one.words),
                due=today_on(work).year + one.years if one.years else None,
            )
            for one in found.upkeep
        ],
        cut=[
            CutSoFarOut(label=one.label, count=found.survives.cut.get(one.label, 0), of=one.count)
            for one in found.pieces
        ],
        spare=[
            SpareOut(id=number, label=one.label, count=one.count, length=words(one.length_mm, "mm"))
            for number, one in found.survives.spare.items()
        ],
    )


def _pen(pen_id: int) -> Record[PenBody]:
    return current_work().kept(PEN, pen_id)


@making_part.get("/<int:pen_id>/making")
@making_part.output(MakingOut)
@takes_long
def get_making(pen_id: int) -> MakingOut:
    """How a pen is built, how far it is, and when it is done."""
    return _out(_pen(pen_id))


@making_part.put("/<int:pen_id>/making/steps")
@making_part.input(TickIn)
@making_part.output(MakingOut)
@from_revision
def put_step(pen_id: int, json_data: TickIn, base: int) -> MakingOut:
    """Tick a step off, or untick it, from the revision in If-Match (0 where nothing was said yet)."""
    pen = _pen(pen_id)
    tick(current_work(), pen, base, json_data.key, json_data.done, json_data.minutes)
    return _out(pen)


@making_part.put("/<int:pen_id>/making/days")
@making_part.input(DaysIn)
@making_part.output(MakingOut)
@from_revision
def put_days(pen_id: int, json_data: DaysIn, base: int) -> MakingOut:
    """Say when building begins and by when it must be done, from the revision in If-Match."""
    pen = _pen(pen_id)
    set_days(current_work(), pen, base, json_data.begin, json_data.wanted, json_data.errands)
    return _out(pen)


@making_part.put("/<int:pen_id>/making/cut")
@making_part.input(CutIn)
@making_part.output(MakingOut)
@from_revision
def put_cut(pen_id: int, json_data: CutIn, base: int) -> MakingOut:
    """Say how many of a label are cut, from the revision in If-Match; fewer where one was spoiled."""
    pen = _pen(pen_id)
    say_cut(current_work(), pen, base, json_data.label, json_data.count)
    return _out(pen)


@making_part.post("/<int:pen_id>/making/boards")
@making_part.input(BoardIn)
@making_part.output(MakingOut)
@from_revision
def post_board(pen_id: int, json_data: BoardIn, base: int) -> MakingOut:
    """Say that a board is cut, from the revision in If-Match: its offcut goes into the shed."""
    pen = _pen(pen_id)
    cut_board(current_work(), pen, base, json_data.labels, json_data.thing, json_data.offcut_mm)
    return _out(pen)


@making_part.get("/<int:pen_id>/making/<string:key>.svg")
@making_part.doc(responses={200: "The picture of a step as SVG"})
@answers_with("image/svg+xml")
def get_step_picture(pen_id: int, key: str) -> Response:
    """One step: what is new drawn dark, what stands already light."""
    work, pen = current_work(), _pen(pen_id)
    task = pick({one.key: one for one in sheet_of(work, pen).tasks}, key, "key")
    drawn = growing(built(work, design_of(work, pen)), task.new, task.stands)
    return Response(write_step(drawn, task.title), mimetype="image/svg+xml")


@making_part.get("/<int:pen_id>/making/days.ics")
@making_part.doc(responses={200: "The days of the build as iCalendar"})
@answers_with("text/calendar")
def get_days(pen_id: int) -> Response:
    """The days of the build as an iCalendar file."""
    work, pen = current_work(), _pen(pen_id)
    found = making_of(work, pen)
    titles = {one.key: one.title for one in found.sheet.tasks}
    text = write_finish(found.finish, titles, pen.id, pen.body.name, work.now)
    return file_answer(text, "text/calendar", f"build-{pen_id}.ics")


@making_part.get("/<int:pen_id>/book.pdf")
@making_part.input(SheetQuery, location="query")
@making_part.doc(responses={200: "The build book as PDF"})
@takes_long
@answers_with("application/pdf")
def get_book(pen_id: int, query_data: SheetQuery) -> Response:
    """The whole build book, on A4 or Letter."""
    made = write_book(book_of(current_work(), _pen(pen_id)), query_data.paper, query_data.units)
    return file_answer(made, "application/pdf", f"book-{pen_id}.pdf")


@making_part.get("/<int:pen_id>/labels.pdf")
@making_part.input(SheetQuery, location="query")
@making_part.doc(responses={200: "Labels for every stick as PDF"})
@answers_with("application/pdf")
def get_labels(pen_id: int, query_data: SheetQuery) -> Response:
    """Labels to stick on what is cut, on A4 or Letter sheets of labels."""
    work, pen = current_work(), _pen(pen_id)
    pieces = cut_list(built(work, design_of(work, pen)))
    made = write_labels(pieces, work.catalogue, pen.body.name, query_data.paper, query_data.units)
    return file_answer(made, "application/pdf", f"labels-{pen_id}.pdf")
