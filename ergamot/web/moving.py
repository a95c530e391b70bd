"""A pen on the move, asked for when a keeper looks at it; drilling templates to print."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace
from typing import Any

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.structure import Lever
from ergamot.core.gear.chart import Mover, OnGround
from ergamot.core.gear.moving import CAUTIONS, TESTS, TOWING
from ergamot.core.units import Quantity, parse_length
from ergamot.exchange.drill_template import template_dxf, template_pdf
from ergamot.operations.kept import kept
from ergamot.operations.moving import OnTheMove, moving_of, template_of
from ergamot.web.files import asked_paper, asked_system, file_answer
from ergamot.web.schemas.figures import Words, words
from ergamot.web.schemas.moving import MoverOut, MovingIn, MovingOut, OnGroundOut, SwingOut, SwungOut
from ergamot.web.unit_of_work import current_work

moving_part = APIBlueprint("moving", __name__, url_prefix="/api/pens")
STEP_DEG = 5
BIRD_GAP_MM = 50.0  # more than this behind lets small birds under; common practice
HEELS_MM = 350.0  # between hands and frame for someone walking backwards; common practice


@moving_part.post("/<int:pen_id>/moving")
@moving_part.input(MovingIn)
@moving_part.output(MovingOut)
def post_moving(pen_id: int, json_data: MovingIn) -> dict[str, Any]:
    """What moving the pen takes, as kept or with values being tried."""
    work = current_work()
    found = moving_of(work, kept(work, "pen", pen_id), json_data.values)
    return {
        "grounds": [_ground(one, found) for one in found.chart.grounds],
        "movers": [_mover(one, found) for one in found.chart.movers],
        "lines": [Words.model_validate(line) for line in _lines(found)],
        "swing": _swing(found, json_data.drilled),
        "cautions": [*CAUTIONS, *(TOWING if found.place.crew.drawbar_n else ())],
    }


@moving_part.get("/<int:pen_id>/drill-template.pdf")
@moving_part.doc(responses={200: "A drilling template at full size as PDF"})
def pdf_template(pen_id: int) -> Response:
    """Where to drill for swinging wheels, at full size, with a line to check the printer by."""
    work = current_work()
    record = kept(work, "pen", pen_id)
    made = template_pdf(template_of(work, record), record.body["name"], asked_paper(), asked_system())
    return file_answer(made, "application/pdf", f"drill-template-{pen_id}.pdf")


@moving_part.get("/<int:pen_id>/drill-template.dxf")
@moving_part.doc(responses={200: "A drilling template at full size as DXF"})
def dxf_template(pen_id: int) -> Response:
    """Where to drill for swinging wheels, in mm."""
    work = current_work()
    made = template_dxf(template_of(work, kept(work, "pen", pen_id)))
    return file_answer(made, "image/vnd.dxf", f"drill-template-{pen_id}.dxf")


def _ground(one: OnGround, found: OnTheMove) -> OnGroundOut:
    low, high = sorted((one.start_low, one.start_high))
    return OnGroundOut(
        label=one.ground.label,
        usual=one.ground.key == found.place.moving_ground.key,
        start=words(one.up.start, "heft"),
        keep=words(one.up.keep, "heft"),
        down=Words.model_validate(
            phrase("{keep}", keep=Quantity(one.keep_down, "heft"))
            if one.keep_down >= 0
            else phrase("hold back {keep}", keep=Quantity(-one.keep_down, "heft"))
        ),
        bump=None if one.up.bump is None else words(1000 * one.up.bump, "mm"),
        band=Words.model_validate(
            phrase("{low} to {high}", low=Quantity(low, "heft"), high=Quantity(high, "heft"))
        ),
        sinks=one.up.sinks,
    )


def _mover(one: Mover, found: OnTheMove) -> MoverOut:
    share = Quantity(min(9.99, 1 / max(one.ratio, 0.1001)), "share")
    verdict = "can; hardest is to {test}, {share} of what they should" if one.ratio >= 1 else (
        "should not: to {test} is {share} of what they should"
    )  # fmt: skip
    return MoverOut(
        key=one.crew.key,
        label=one.crew.label,
        chosen=one.crew in found.place.movers,
        ratio=one.ratio,
        words=Words.model_validate(phrase(verdict.replace("{test}", TESTS[one.ruling]), share=share)),
    )


def _lines(found: OnTheMove) -> Iterator[Phrase]:
    chart, place, structure = found.chart, found.place, found.structure
    if structure.axle and structure.front_axle is None:
        yield phrase("lift with feeders and drinkers full {full}", full=Quantity(chart.lift_full, "heft"))
        if chart.lift_birds > 0 and any(zone.role == "house" for zone in structure.zones):
            yield phrase(
                "lift with the birds riding in the house {birds}", birds=Quantity(chart.lift_birds, "heft")
            )
    if chart.niosh_n is not None:
        yield phrase(
            "a second opinion: NIOSH would have one person lift {limit} here",
            limit=Quantity(chart.niosh_n, "heft"),
        )
    if chart.balance_x is not None:
        yield phrase(
            "for a lift your mover can do the axle would stand {x} from the rear end",
            x=Quantity(max(0.0, 1000 * chart.balance_x), "mm"),
        )
    yield from _room_lines(found)
    usual = next(one for one in chart.grounds if one.ground.key == place.moving_ground.key)
    if usual.across > 0:
        yield phrase(
            "across your slope it drifts downhill with {across}", across=Quantity(usual.across, "heft")
        )
    yield phrase(
        "turning at a lane's end sweeps {radius} and takes {force} sideways at the hands",
        radius=Quantity(1000 * chart.swing_radius, "mm"),
        force=Quantity(chart.turn_force, "heft"),
    )
    if chart.clears_hump is not None:
        verdict = (
            "it clears yours" if 1000 * chart.clears_hump >= place.hump_mm else "yours is more: it touches"
        )
        yield phrase(
            f"a hump of {{hump}} passes under it; {verdict}", hump=Quantity(1000 * chart.clears_hump, "mm")
        )
    needs = 1000 * chart.passage_width
    fits = (
        "it goes through yours"
        if needs <= place.passage_mm
        else "yours is narrower: it does not get to the field"
    )
    yield phrase(f"needs a passage of {{needs}}; {fits}", needs=Quantity(needs, "mm"))


def _room_lines(found: OnTheMove) -> Iterator[Phrase]:
    """Heels of whoever walks backwards, and the gaps birds could pass."""
    structure = found.structure
    ahead = structure.grip.x_mm - structure.body.x[1]
    if structure.axle is not None and structure.front_axle is None:
        enough = "clear of heels" if ahead >= HEELS_MM else "short for heels: walk beside it, not backwards"
        yield phrase(f"hands {{ahead}} ahead of the frame: {enough}", ahead=Quantity(ahead, "mm"))
    if structure.axle is not None and structure.axle.rise_mm:
        rear = structure.axle.rise_mm
        front = structure.front_axle.rise_mm if structure.front_axle else rear
        words = "gap under the rails when raised {rear} at the rear" + (
            ", {front} at the front" if structure.front_axle else ", more at the carried end"
        )
        if rear > BIRD_GAP_MM:
            words += ": small birds pass, add a flap"
        yield phrase(words, rear=Quantity(rear, "mm"), front=Quantity(front, "mm"))


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
        rail=max(c[2] for m in found.structure.members if m.role == "base side rail" for c in m.corners),
        steps=[_swung(lever, float(deg)) for deg in degrees],
        lines=[Words.model_validate(line) for line in _swing_lines(found, lever)],
        drilled=None if not drilled else Words.model_validate(_as_drilled(lever, drilled)),
    )


def _swung(lever: Lever, deg: float) -> SwungOut:
    along, up = lever.swing.axle_at(deg)
    height = lever.swing.pivot_mm + up
    return SwungOut(deg=deg, along=-along, up=height, raised=max(0.0, lever.swing.radius_mm - height))


def _swing_lines(found: OnTheMove, lever: Lever) -> Iterator[Phrase]:
    swing = lever.swing
    yield phrase(
        "pivot {pivot} above the foot of the rail, axle {arm} from it: lifts the rail {rise}",
        pivot=Quantity(swing.pivot_mm, "mm"),
        arm=Quantity(swing.arm_mm, "mm"),
        rise=Quantity(swing.rise_mm, "mm"),
    )
    yield phrase(
        "parked it stands {clear} off the grass; it touches {touch} below level",
        clear=Quantity(swing.clear_mm, "mm"),
        touch=Quantity(swing.touch_deg, "deg"),
    )
    yield phrase(
        "past its dead point: the load holds it"
        if swing.holds_itself
        else "short of its dead point: only the pin holds it"
    )
    wide = found.structure.body.y[1] - found.structure.body.y[0]
    twist = math.degrees(math.atan(swing.rise_mm / wide))
    yield phrase(
        "with one side thrown and the other not the frame twists {twist}: throw them in turn, without haste",
        twist=Quantity(twist, "deg"),
    )
    if found.throw is not None:
        yield phrase("throwing it over takes {throw} at the handle", throw=Quantity(found.throw, "heft"))
    if found.gaps:
        nearest = found.gaps[0]
        yield phrase(
            f"nearest to anything: {{gap}} from the {nearest.member.role}", gap=Quantity(nearest.mm, "mm")
        )


def _as_drilled(lever: Lever, drilled: str) -> Phrase:
    """What a hole that is there already makes of it."""
    pivot = parse_length(drilled, "drilled")
    swing = replace(lever.swing, pivot_mm=pivot)
    if swing.rise_mm <= 0:
        return phrase("drilled there it does not lift the rail off the grass")
    trouble = "" if swing.clear_mm >= 0 else ", and parked it drags on the grass"
    return phrase(
        "drilled there it lifts {rise}, parked {clear} off the grass" + trouble,
        rise=Quantity(swing.rise_mm, "mm"),
        clear=Quantity(max(0.0, swing.clear_mm), "mm"),
    )
