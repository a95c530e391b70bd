"""Flocks: enter, change, and see what they need from hatch to leaving."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint

from ergamot.operations.flocks import add_flock, change_flock, flock_of, flock_sheet, flocks
from ergamot.operations.kept import Record, Step, take_step
from ergamot.operations.moves_done import settle_flock
from ergamot.store.documents import FLOCK, FlockBody
from ergamot.web.schemas.figures import Words, words
from ergamot.web.schemas.flocks import FlockDayOut, FlockFiguresOut, FlockIn, FlockOut, FlocksOut
from ergamot.web.unit_of_work import current_work, from_revision

flocks_part = APIBlueprint("flocks", __name__, url_prefix="/api/flocks")


def _out(record: Record[FlockBody]) -> dict[str, Any]:
    flock = flock_of(current_work(), record)
    return {
        "id": record.id,
        "revision": record.revision,
        "can_undo": record.can_undo,
        "can_redo": record.can_redo,
        **vars(record.body),
        "strain_label": flock.strain.label,
        "out_day": flock.out_day,
        "leaving_day": flock.leaving_day,
    }


@flocks_part.get("")
@flocks_part.output(FlocksOut)
def list_flocks() -> dict[str, Any]:
    """All flocks."""
    return {"flocks": [_out(record) for record in flocks(current_work())]}


@flocks_part.get("/<int:flock_id>/figures")
@flocks_part.output(FlockFiguresOut)
def get_figures(flock_id: int) -> FlockFiguresOut:
    """What a flock comes to on the grass: every day, and in all."""
    work = current_work()
    sheet = flock_sheet(work, work.kept(FLOCK, flock_id))
    return FlockFiguresOut(
        days=[
            FlockDayOut(
                day=d.day,
                on=d.on,
                mass_kg=d.mass_kg,
                feed_kg=d.feed_kg,
                water_l=d.water_l,
                need_m2=d.need_m2,
                eggs=round(d.eggs, 2),
                mass=words(d.mass_kg, "kg"),
                feed=words(d.feed_kg, "kg"),
                water=words(d.water_l, "L"),
                need=words(d.need_m2, "m2"),
            )
            for d in sheet.days
        ],
        needed_floor=words(sheet.needed_floor_m2, "m2"),
        leaving_mass=words(sheet.leaving_kg, "kg"),
        feed_total=words(round(sheet.feed_kg, 1), "kg"),
        water_peak=words(sheet.water_peak_l, "L"),
        water_hottest=Words.model_validate(sheet.water_hottest.words),
        hottest=words(sheet.hottest_c, "degC"),
        leave_alive=round(sheet.leave_alive),
    )


@flocks_part.post("")
@flocks_part.input(FlockIn)
@flocks_part.output(FlockOut, 201)
def post_flock(json_data: FlockIn) -> dict[str, Any]:
    """Enter a flock."""
    return _out(add_flock(current_work(), json_data.model_dump()))


@flocks_part.put("/<int:flock_id>")
@flocks_part.input(FlockIn)
@flocks_part.output(FlockOut)
@from_revision
def put_flock(flock_id: int, json_data: FlockIn, base: int) -> dict[str, Any]:
    """Change a flock, from the revision in If-Match."""
    work = current_work()
    settle_flock(work, work.kept(FLOCK, flock_id))
    return _out(change_flock(work, flock_id, base, json_data.model_dump()))


@flocks_part.post("/<int:flock_id>/<any(undo,redo):step>")
@flocks_part.output(FlockOut)
@from_revision
def step_flock(flock_id: int, step: Step, base: int) -> dict[str, Any]:
    """Take the last change to a flock back, or bring it back."""
    work = current_work()
    record = work.kept(FLOCK, flock_id)
    settle_flock(work, record)
    return _out(take_step(work, record, base, step))
