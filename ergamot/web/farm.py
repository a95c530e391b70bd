"""The farm: its place and limits, and everything there is to choose from."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any
from zoneinfo import available_timezones

from apiflask import APIBlueprint

from ergamot.core.balance.questions import VERDICTS
from ergamot.core.catalogue import Catalogue
from ergamot.core.farm.condition import Group, shown_in
from ergamot.core.farm.conditions import CONDITIONS, conditions_kept
from ergamot.core.farm.way import Leg, legs
from ergamot.core.frame.parameters import Parameter
from ergamot.core.frame.shapes import SHAPES
from ergamot.operations.kept import Record, Step, take_step
from ergamot.operations.moves_done import settle_pens
from ergamot.operations.places import (
    change_place,
    place_record,
    read_place,
    settled_place,
    today_on,
)
from ergamot.store.documents import PlaceBody
from ergamot.web.schemas.farm import (
    ChoiceOut,
    ChoicesOut,
    ConditionOut,
    GroupOut,
    ParameterOut,
    PlaceIn,
    PlaceOut,
    SchoolOut,
    ShapeOut,
    SketchOut,
    StretchOut,
)
from ergamot.web.schemas.figures import In, words
from ergamot.web.schemas.verdicts import VerdictOut
from ergamot.web.unit_of_work import current_work, from_revision

farm = APIBlueprint("farm", __name__, url_prefix="/api")


@farm.get("/choices")
@farm.output(ChoicesOut)
def choices() -> dict[str, Any]:
    """Everything there is to pick from."""
    catalogue = current_work().catalogue
    return {
        "strains": list(catalogue.strains.values()),
        "grounds": list(catalogue.grounds.values()),
        "groups": [GroupOut(name=one, note=one.note) for one in Group if one],
        "conditions": [
            ConditionOut(
                name=name,
                kind=one.kind,
                group=one.group,
                label=one.label,
                hint=one.hint,
                told_as=one.told_as,
                choices=[ChoiceOut(key=key, label=label) for key, label in one.options(catalogue).items()],
            )
            for name, one in CONDITIONS.items()
        ],
        "zones": sorted(available_timezones()),
        "verdicts": [VerdictOut.model_validate(one) for one in VERDICTS.values()],
        "shapes": [
            ShapeOut(
                key=shape.key,
                label=shape.label,
                sketch=SketchOut.model_validate(shape.sketch),
                parameters=[_parameter(one, catalogue) for one in shape.parameters],
                openings=[_parameter(one, catalogue) for one in shape.openings.parameters]
                if shape.faces
                else [],
                schools=[SchoolOut.model_validate(one) for one in shape.schools],
            )
            for shape in SHAPES.values()
        ],
    }


def _parameter(one: Parameter, catalogue: Catalogue) -> ParameterOut:
    return ParameterOut(
        name=one.name,
        label=one.label,
        group=one.group,
        kind=one.kind,
        low=one.low,
        high=one.high,
        choices=[ChoiceOut.model_validate(choice) for choice in one.options(catalogue)],
        note=one.note,
    )


def _out(record: Record[PlaceBody]) -> dict[str, Any]:
    conditions = read_place(current_work(), record)
    body = conditions_kept(conditions)
    return {
        "revision": record.revision,
        "can_undo": record.can_undo,
        "can_redo": record.can_redo,
        **body,
        **{
            one.told_as: None if body[name] is None else words(body[name], shown_in(one))
            for name, one in CONDITIONS.items()
            if one.told_as
        },
        "way": [_stretch(leg) for leg in legs(conditions.way)],
        "months": [words(mean, "degC") for mean in body["months_c"]],
        "today": today_on(current_work()),
    }


def _stretch(leg: Leg) -> StretchOut:
    one = leg.stretch
    return StretchOut(
        **asdict(one),
        length=words(leg.length_m, "m"),
        width=words(one.width_mm, "mm"),
        room=words(one.room_mm, "mm"),
        bend=words(leg.bend_deg, "deg"),
    )


@farm.get("/place")
@farm.output(PlaceOut)
def get_place() -> dict[str, Any]:
    """The farm's place."""
    return _out(place_record(current_work()))


@farm.patch("/place")
@farm.input(PlaceIn)
@farm.output(PlaceOut)
@from_revision
def patch_place(json_data: In, base: int) -> dict[str, Any]:
    """Change the farm's place, from the revision in If-Match."""
    changes = json_data.model_dump(exclude_unset=True, exclude_none=True)
    settle_pens(current_work())
    return _out(change_place(current_work(), base, changes))


@farm.post("/place/<any(undo,redo):step>")
@farm.output(PlaceOut)
@from_revision
def step_place(step: Step, base: int) -> dict[str, Any]:
    """Take the last change to the place back, or bring it back."""
    work = current_work()
    settle_pens(work)
    return _out(take_step(work, settled_place(work), base, step))
