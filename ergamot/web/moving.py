"""A pen on the move, asked for when a keeper looks at it; drilling templates to print."""

from __future__ import annotations

import math
from typing import Any

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.finding import phrase
from ergamot.core.frame.footing import Lever
from ergamot.core.gear.chart import Mover, OnGround
from ergamot.core.gear.first_haul import FirstHaul, OnTheWay, told_of_stretch, told_of_way
from ergamot.core.gear.moving import cautions
from ergamot.core.gear.telling import as_drilled, told, told_of_mover, told_of_swing
from ergamot.core.units import Quantity, parse_length
from ergamot.exchange.drill_template import template_dxf, template_pdf
from ergamot.operations.moving import OnTheMove, moving_of, template_of
from ergamot.store.documents import PEN
from ergamot.web.files import answers_with, file_answer
from ergamot.web.schemas.drawings import SheetQuery
from ergamot.web.schemas.figures import Words, words
from ergamot.web.schemas.moving import (
    MoverOut,
    MovingIn,
    MovingOut,
    OnGroundOut,
    OnTheWayOut,
    SwingOut,
    SwungOut,
    WayOut,
)
from ergamot.web.unit_of_work import current_work

moving_part = APIBlueprint("moving", __name__, url_prefix="/api/pens")
STEP_DEG = 5


@moving_part.post("/<int:pen_id>/moving")
@moving_part.input(MovingIn)
@moving_part.output(MovingOut)
def post_moving(pen_id: int, json_data: MovingIn) -> dict[str, Any]:
    """What moving the pen takes, as kept or with values being tried."""
    work = current_work()
    found = moving_of(work, work.kept(PEN, pen_id), json_data.values)
    return {
        "grounds": [_ground(one, found) for one in found.chart.grounds],
        "movers": [_mover(one, found) for one in found.chart.movers],
        "lines": [Words.model_validate(line) for line in told(found.structure, found.chart, found.farm)],
        "swing": _swing(found, json_data.drilled),
        "way": _way(found.way) if found.way else None,
        "cautions": list(cautions(found.structure, found.farm)),
    }


@moving_part.get("/<int:pen_id>/drill-template.pdf")
@moving_part.input(SheetQuery, location="query")
@moving_part.doc(responses={200: "A drilling template at full size as PDF"})
@answers_with("application/pdf")
def pdf_template(pen_id: int, query_data: SheetQuery) -> Response:
    """Where to drill for swinging wheels, at full size, with a line to check the printer by."""
    work = current_work()
    record = work.kept(PEN, pen_id)
    made = template_pdf(template_of(work, record), record.body.name, query_data.paper, query_data.units)
    return file_answer(made, "application/pdf", f"drill-template-{pen_id}.pdf")


@moving_part.get("/<int:pen_id>/drill-template.dxf")
@moving_part.doc(responses={200: "A drilling template at full size as DXF"})
@answers_with("image/vnd.dxf")
def dxf_template(pen_id: int) -> Response:
    """Where to drill for swinging wheels, in mm."""
    work = current_work()
    made = template_dxf(template_of(work, work.kept(PEN, pen_id)))
    return file_answer(made, "image/vnd.dxf", f"drill-template-{pen_id}.dxf")


def _ground(one: OnGround, found: OnTheMove) -> OnGroundOut:
    low, high = sorted((one.start_low, one.start_high))
    return OnGroundOut(
        label=one.ground.label,
        usual=one.ground.key == found.farm.moving_ground.key,
        start=words(one.up.start, "heft"),
        keep=words(one.up.keep, "heft"),
        down=_held(one.keep_down),
        bump=None if one.up.bump is None else words(1000 * one.up.bump, "mm"),
        band=Words.model_validate(
            phrase("{low} to {high}", low=Quantity(low, "heft"), high=Quantity(high, "heft"))
        ),
        sinks=one.up.sinks,
    )


def _way(found: FirstHaul) -> WayOut:
    return WayOut(
        stretches=[_stretch(one) for one in found.stretches],
        lines=[Words.model_validate(line) for line in told_of_way(found)],
    )


def _stretch(one: OnTheWay) -> OnTheWayOut:
    end = one.leg.stretch
    return OnTheWayOut(
        number=one.leg.number,
        east_m=end.east_m,
        north_m=end.north_m,
        ground=one.ground.label,
        length=words(one.leg.length_m, "m"),
        start=words(max(0.0, one.start), "heft"),
        keep=_held(one.keep),
        width=words(end.width_mm, "mm"),
        verdict=one.grade,
        words=Words.model_validate(told_of_stretch(one)),
    )


def _held(keep: float) -> Words:
    """What it takes to keep a pen going, or to hold it back."""
    if keep >= 0:
        return words(keep, "heft")
    return Words.model_validate(phrase("hold back {keep}", keep=Quantity(-keep, "heft")))


def _mover(one: Mover, found: OnTheMove) -> MoverOut:
    return MoverOut(
        key=one.crew.key,
        label=one.crew.label,
        chosen=one.crew in found.farm.movers,
        verdict=one.grade,
        words=Words.model_validate(told_of_mover(one)),
    )


def _swing(found: OnTheMove, drilled: str | None) -> SwingOut | None:
    if not found.structure.levers:
        return None
    lever = found.structure.levers[0]
    swing = lever.swing
    degrees = [
        *range(-math.floor(swing.parked_deg), math.floor(swing.locked_deg), STEP_DEG),
        swing.locked_deg,
    ]
    return SwingOut(
        pivot=swing.pivot_mm,
        radius=swing.radius_mm,
        rail=found.structure.rail_top_mm,
        steps=[_swung(lever, float(deg)) for deg in degrees],
        lines=[Words.model_validate(line) for line in told_of_swing(found.structure, found.weighed, lever)],
        drilled=None
        if not drilled
        else Words.model_validate(as_drilled(lever, parse_length(drilled, "drilled"))),
    )


def _swung(lever: Lever, deg: float) -> SwungOut:
    along, up = lever.swing.axle_at(deg)
    height = lever.swing.pivot_mm + up
    return SwungOut(deg=deg, along=-along, up=height, raised=max(0.0, lever.swing.radius_mm - height))
