"""Every stick of a low pen, in the order of the schedule in this package's docstring."""

from __future__ import annotations

import math

from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.carpentry import Framing
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.low_pen.choices import Chosen
from ergamot.core.frame.low_pen.layout import Layout

HANDLE_LAP_MM = 600.0  # how far a handle lies along the top rail; common practice
BRACE_LEG_MM = 300.0  # longest leg of a knee brace; common practice
BRACE_CLEAR_MM = 10.0  # left between a brace and the next stick
BOLT_END_DISTANCE = 7  # bolt diameters from a bolt to the end of a stick; NDS 12.5.1
BOLTED = frozenset({"handle", "axle leg"})


def set_sticks(pen: Chosen, layout: Layout) -> tuple[Framing, tuple[Phrase, ...]]:
    """Set the whole frame of a low pen.

    Args: pen, its choices; layout, its lines.
    Returns: the framing, and notes on what had to be left out.
    Source: common practice.
    """
    frame = Framing(pen.section, pen.species)
    _base(frame, pen, layout)
    _top(frame, pen, layout)
    _uprights(frame, pen, layout)
    notes = _braces(frame, pen, layout)
    _lid(frame, pen, layout)
    if pen.wheel:
        _handles(frame, pen, layout)
        _axle_legs(frame, pen)
    return frame, notes


def side_bands(pen: Chosen) -> tuple[Flat, Flat]:
    """The y range of the right and of the left side wall, mm.

    Args: pen, its choices.
    Returns: two (low, high) ranges, right then left.
    Source: geometry.
    """
    half, thick = pen.width / 2, pen.section.thick_mm
    return (-half, thick - half), (half - thick, half)


def _base(frame: Framing, pen: Chosen, lay: Layout) -> None:
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    for band in side_bands(pen):
        frame.stick(
            "base side rail",
            "B",
            "carries the whole pen and slides on the grass",
            (0, pen.length),
            band,
            (0, deep),
            "x",
        )
    for low in (lay.x0, lay.x1 - thick):
        frame.stick(
            "base cross rail",
            "B",
            "holds the side rails apart and closes the end at the ground",
            (low, low + thick),
            _inside(pen),
            (0, deep),
            "y",
        )


def _inside(pen: Chosen) -> Flat:
    inner = pen.width / 2 - pen.section.thick_mm
    return -inner, inner


def _top(frame: Framing, pen: Chosen, lay: Layout) -> None:
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    z = (pen.height - deep, pen.height)
    for band in side_bands(pen):
        frame.stick(
            "top side rail", "T", "ties the uprights and takes the roof", (lay.x0, lay.x1), band, z, "x"
        )
    for line in lay.crossings:
        under_roof = line <= lay.roof_edge
        why = "carries the roof sheet" if under_roof else "carries the overhead mesh"
        frame.stick("top cross rail", "C", why, (line - thick / 2, line + thick / 2), _inside(pen), z, "y")
    if lay.trimmer:
        x = (lay.lid_x[0] + thick / 2, lay.lid_x[1] - thick / 2)
        frame.stick("lid trimmer", "C", "the lid hinges on it", x, (-thick / 2, thick / 2), z, "x")


def _uprights(frame: Framing, pen: Chosen, lay: Layout) -> None:
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    z = (deep, pen.height - deep)
    for line in lay.uprights:
        for band in side_bands(pen):
            frame.stick(
                "upright",
                "U",
                "holds the top rail up; the side mesh lands on it",
                (line - deep / 2, line + deep / 2),
                band,
                z,
                "z",
            )
    for low in (lay.x0, lay.x1 - thick):
        for line in lay.end_studs:
            frame.stick(
                "end stud",
                "U",
                "stiffens the end wall and takes its mesh",
                (low, low + thick),
                (line - deep / 2, line + deep / 2),
                z,
                "z",
            )


def _braces(frame: Framing, pen: Chosen, lay: Layout) -> tuple[Phrase, ...]:
    """Four knee braces keep the side walls from racking; left out where there is no room."""
    deep = pen.section.deep_mm
    rail_foot = pen.height - deep
    ends = (
        (lay.x0 + deep, +1, lay.uprights[1] - lay.uprights[0] - deep),
        (lay.x1 - deep, -1, lay.uprights[-1] - lay.uprights[-2] - deep),
    )
    left_out = False
    for corner, ahead, bay in ends:
        leg = min(BRACE_LEG_MM, 0.75 * (pen.height - 2 * deep), bay - BRACE_CLEAR_MM)
        if leg < deep * math.sqrt(2) + 30:
            left_out = True
            continue
        for band in side_bands(pen):
            frame.knee_brace("K", "keeps the side wall from racking", (corner, rail_foot), leg, ahead, band)
    return (phrase("no room for knee braces: use plywood gussets in the corners"),) if left_out else ()


def _lid(frame: Framing, pen: Chosen, lay: Layout) -> None:
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    z = (pen.height, pen.height + thick)
    (x0, x1), (y0, y1) = lay.lid_x, lay.lid_y
    for low in (y0, y1 - deep):
        frame.stick("lid side", "L", "frames the lid", (x0, x1), (low, low + deep), z, "x", "lid")
    for low in (x0, x1 - deep):
        frame.stick(
            "lid end", "L", "frames the lid", (low, low + deep), (y0 + deep, y1 - deep), z, "y", "lid"
        )


def _handles(frame: Framing, pen: Chosen, lay: Layout) -> None:
    half, thick, deep = pen.width / 2, pen.section.thick_mm, pen.section.deep_mm
    lap = min(HANDLE_LAP_MM, (lay.x1 - lay.x0) / 2)
    for band in ((-half - thick, -half), (half, half + thick)):
        frame.stick(
            "handle",
            "H",
            "to lift and pull by; bolted to the top rail",
            (lay.x1 - lap, lay.x1 + pen.handle),
            band,
            (pen.height - deep, pen.height),
            "x",
            "gear",
        )


def needs_axle_leg(pen: Chosen) -> bool:
    """Does the axle stand too high to pass through the base rail itself?

    Args: pen, its choices.
    Returns: True when wheel radius is over rail depth less two bolt diameters.
    Source: two bolt diameters of wood left above a hole; common practice.
    """
    if pen.wheel is None:
        return False
    return pen.wheel.diameter_mm / 2 > pen.section.deep_mm - 2 * pen.wheel.bore_mm


def _axle_legs(frame: Framing, pen: Chosen) -> None:
    if pen.wheel is None or not needs_axle_leg(pen):
        return
    half, thick, deep = pen.width / 2, pen.section.thick_mm, pen.section.deep_mm
    top = pen.wheel.diameter_mm / 2 + BOLT_END_DISTANCE * pen.wheel.bore_mm
    for band in ((-half - thick, -half), (half, half + thick)):
        frame.stick(
            "axle leg",
            "A",
            "carries the axle above the rail; bolted to it",
            (pen.axle - deep / 2, pen.axle + deep / 2),
            band,
            (0, top),
            "z",
            "gear",
        )
