"""Write out the pictures of a pen: its parts as solids and its flat outlines, each corner's figures one after another."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from ergamot.core.drawing.handles import drag_handles
from ergamot.core.drawing.model import LEFT_BOX, RIGHT_BOX, Part
from ergamot.core.drawing.views import Outline
from ergamot.core.frame.geometry import Point
from ergamot.operations.pens import Bench
from ergamot.web.schemas.drawings import ModelOut, PartOut, PullOut
from ergamot.web.schemas.pens import OutlineOut

BOX_CORNERS = 8
BOXES = {RIGHT_BOX: "right", LEFT_BOX: "left"}
IN_THE_ROUND = 1  # digits after the point of a millimetre: one may look close


def outline_out(one: Outline) -> OutlineOut:
    """Write out an outline of a flat view."""
    return OutlineOut.model_construct(
        ref=one.ref,
        kind=one.kind,
        at=_whole(one.points),
        role=one.role,
        label=one.label,
        holes=[_whole(hole) for hole in one.holes],
        pattern=one.pattern,
    )


def model_out(bench: Bench) -> ModelOut:
    """Write out a pen in solids, where it can be pulled, and where it stands on the ground."""
    low, high = _low_and_high(bench)
    return ModelOut.model_construct(
        parts=[_part(one) for one in bench.parts],
        pulls=[PullOut.model_validate(one) for one in drag_handles(bench.structure, bench.design)],
        contacts=list(bench.structure.contacts),
        low=low,
        high=high,
    )


def _low_and_high(bench: Bench) -> tuple[Point, Point]:
    """Return the two far corners of the box that holds all parts of a pen, mm."""
    corners = [corner for part in bench.parts for corner in part.corners]
    xs, ys, zs = zip(*corners, strict=True)
    return (min(xs), min(ys), min(zs)), (max(xs), max(ys), max(zs))


def _whole(corners: Iterable[Sequence[float]]) -> list[int | float]:
    """Return the figures of some corners one after another, in whole mm: a flat view shows the whole pen, a pixel is some of them."""
    return [round(each) for corner in corners for each in corner]


def _figures(corners: Iterable[Sequence[float]]) -> list[int | float]:
    """Return the figures of some corners one after another, with no more digits than a screen shows."""
    rounded = [round(each, IN_THE_ROUND) for corner in corners for each in corner]
    return [int(each) if each == int(each) else each for each in rounded]


def _part(part: Part) -> PartOut:
    box = BOXES.get(part.triangles) if len(part.corners) == BOX_CORNERS else None
    return PartOut.model_construct(
        ref=part.ref,
        kind=part.kind,
        group=part.group,
        at=_figures(part.corners),
        label=part.label,
        material=part.material,
        pattern=part.pattern,
        kg=round(part.kg, 2),
        opening_mm=part.opening_mm,
        normal=part.normal,
        box=box,
        triangles=[] if box else list(part.triangles),
        edges=[] if box else list(part.edges),
    )
