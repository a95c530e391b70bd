"""What each step of a pen, a flock, a field, a thing in the shed or the farm's place was."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint

from ergamot.operations.history import history
from ergamot.operations.kept import Record
from ergamot.operations.places import place_record
from ergamot.store.documents import FIELD, FLOCK, PEN, THING
from ergamot.web.schemas.history import HistoryOut, HistoryQuery
from ergamot.web.unit_of_work import current_work

history_part = APIBlueprint("history", __name__, url_prefix="/api")


def _out(record: Record[Any], query: HistoryQuery) -> HistoryOut:
    return HistoryOut.model_validate(history(current_work(), record, query.before))


@history_part.get("/pens/<int:pen_id>/history")
@history_part.input(HistoryQuery, location="query")
@history_part.output(HistoryOut)
def pen_history(pen_id: int, query_data: HistoryQuery) -> HistoryOut:
    """What each step of a pen was, the newest first."""
    return _out(current_work().kept(PEN, pen_id), query_data)


@history_part.get("/flocks/<int:flock_id>/history")
@history_part.input(HistoryQuery, location="query")
@history_part.output(HistoryOut)
def flock_history(flock_id: int, query_data: HistoryQuery) -> HistoryOut:
    """What each step of a flock was, the newest first."""
    return _out(current_work().kept(FLOCK, flock_id), query_data)


@history_part.get("/fields/<int:field_id>/history")
@history_part.input(HistoryQuery, location="query")
@history_part.output(HistoryOut)
def field_history(field_id: int, query_data: HistoryQuery) -> HistoryOut:
    """What each step of a field was, the newest first."""
    return _out(current_work().kept(FIELD, field_id), query_data)


@history_part.get("/things/<int:thing_id>/history")
@history_part.input(HistoryQuery, location="query")
@history_part.output(HistoryOut)
def thing_history(thing_id: int, query_data: HistoryQuery) -> HistoryOut:
    """What each step of a thing in the shed was, the newest first."""
    return _out(current_work().kept(THING, thing_id), query_data)


@history_part.get("/place/history")
@history_part.input(HistoryQuery, location="query")
@history_part.output(HistoryOut)
def place_history(query_data: HistoryQuery) -> HistoryOut:
    """What each step of the farm's place was, the newest first."""
    return _out(place_record(current_work()), query_data)
