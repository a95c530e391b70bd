"""The moves of a field as files: a calendar, a table, the stops on the map."""

from __future__ import annotations

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.errors import NotFound
from ergamot.exchange.almanac_pdf import write_almanac
from ergamot.exchange.calendar import write_calendar
from ergamot.exchange.field_geojson import write_field
from ergamot.exchange.moves import NamedPlan
from ergamot.exchange.moves_csv import write_moves
from ergamot.exchange.visits_geojson import told_of_visit
from ergamot.operations.field_body import placed_field
from ergamot.operations.places import place_record, read_place
from ergamot.operations.seasons import FieldSeason, planned_on
from ergamot.web.files import answers_with, file_answer
from ergamot.web.long_work import takes_long
from ergamot.web.schemas.season import AlmanacQuery, CalendarQuery
from ergamot.web.unit_of_work import current_work

moves_files = APIBlueprint("moves_files", __name__, url_prefix="/api/fields/<int:field_id>")


def _plans(seen: FieldSeason, pen: int | None) -> list[NamedPlan]:
    """The plans of a field with the names of their pens: of one pen, or of all."""
    plans = [
        NamedPlan(seen.pens[plan.member.key].pen.body.name, plan, seen.pens[plan.member.key].handling)
        for plan in seen.season.plans
        if pen in (None, plan.member.key)
    ]
    if not plans:
        raise NotFound("There is no such pen on this field", field="pen", value=pen)
    return plans


@moves_files.get("/moves.ics")
@moves_files.input(CalendarQuery, location="query")
@moves_files.doc(responses={200: "The moves as iCalendar"})
@takes_long
@answers_with("text/calendar")
def get_calendar(field_id: int, query_data: CalendarQuery) -> Response:
    """The moves of a field, or of one pen on it, as an iCalendar file."""
    work = current_work()
    seen = planned_on(work, field_id)
    zone = read_place(work, place_record(work)).zone
    plans = _plans(seen, query_data.pen)
    text = write_calendar(plans, seen.record.body.name, zone, work.now, seen.today)
    return file_answer(text, "text/calendar", f"moves-{field_id}.ics")


@moves_files.get("/moves.csv")
@moves_files.input(CalendarQuery, location="query")
@moves_files.doc(responses={200: "The moves as CSV"})
@takes_long
@answers_with("text/csv")
def get_csv(field_id: int, query_data: CalendarQuery) -> Response:
    """The moves of a field, or of one pen on it, as a table."""
    text = write_moves(_plans(planned_on(current_work(), field_id), query_data.pen))
    return file_answer(text, "text/csv", f"moves-{field_id}.csv")


@moves_files.get("/moves.geojson")
@moves_files.input(CalendarQuery, location="query")
@moves_files.doc(responses={200: "The field and the stops with their days as GeoJSON"})
@takes_long
@answers_with("application/geo+json")
def get_stops(field_id: int, query_data: CalendarQuery) -> Response:
    """A field with the stops its pens make and their days, as GeoJSON."""
    seen = planned_on(current_work(), field_id)
    names = {named.plan.member.key: named.name for named in _plans(seen, query_data.pen)}
    visits = [
        (visit, told_of_visit(visit, names.get(visit.pen, ""), done))
        for all_of_it, done in ((seen.season.past, True), (seen.season.visits, False))
        for visit in all_of_it
        if query_data.pen in (None, visit.pen)
    ]
    text = write_field(placed_field(seen.record), visits)
    return file_answer(text, "application/geo+json", f"stops-{field_id}.geojson")


@moves_files.get("/almanac.pdf")
@moves_files.input(AlmanacQuery, location="query")
@moves_files.doc(responses={200: "A month for the wall, and the field's lanes, as PDF"})
@takes_long
@answers_with("application/pdf")
def get_almanac(field_id: int, query_data: AlmanacQuery) -> Response:
    """A month of a field's moves to hang up, and its lanes."""
    seen = planned_on(current_work(), field_id)
    name = seen.record.body.name
    made = write_almanac(
        seen.field, name, _plans(seen, None), query_data.month, query_data.paper, query_data.units
    )
    return file_answer(made, "application/pdf", f"almanac-{field_id}-{query_data.month:%Y-%m}.pdf")
