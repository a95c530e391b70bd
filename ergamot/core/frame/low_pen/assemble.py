"""Putting a low pen together: sticks, coverings, running gear, fixings, dimensions."""

from __future__ import annotations

from collections.abc import Mapping

from ergamot.core.catalogue import Catalogue
from ergamot.core.frame.carpentry import joints
from ergamot.core.frame.fixings import count_fixings
from ergamot.core.frame.low_pen.choices import Chosen, chosen
from ergamot.core.frame.low_pen.coverings import cover
from ergamot.core.frame.low_pen.layout import Layout, lay_out
from ergamot.core.frame.low_pen.sticks import BOLTED, needs_axle_leg, set_sticks
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.structure import Axle, Body, Dimension, Grip, Hardware, Structure

GRIP_FROM_END_MM = 50.0  # hands close round a handle this far from its end; common practice
WHEEL_GAP_MM = 6.0  # washer and spacer between wheel and wood; common practice


def build(values: Mapping[str, Value], catalogue: Catalogue) -> Structure:
    """Frame and cover a low pen.

    Args: values, one for each parameter, checked; catalogue.
    Returns: the Structure.
    Source: common practice; see the schedule in this package's docstring.
    """
    pen = chosen(values, catalogue)
    lay = lay_out(pen)
    framing, notes = set_sticks(pen, lay)
    members = framing.labelled()
    panels, openings = cover(pen, lay, members)
    joined = joints(members, BOLTED)
    hardware = _gear(pen, catalogue) + _lid_hardware(pen, lay, catalogue)
    hardware += count_fixings(members, panels, joined, catalogue)
    thick, half = pen.section.thick_mm, pen.width / 2
    return Structure(
        shape="low-pen",
        members=members,
        panels=panels,
        openings=openings,
        hardware=hardware,
        joints=joined,
        body=Body(
            x=(lay.x0, lay.x1),
            y=(-half, half),
            z=(0, pen.height),
            floor_x=(lay.x0 + thick, lay.x1 - thick),
            floor_y=(thick - half, half - thick),
        ),
        contacts=((0, -half), (pen.length, -half), (pen.length, half), (0, half)),
        axle=_axle(pen),
        grip=_grip(pen),
        head_room_mm=pen.height,
        dimensions=_dimensions(pen, lay),
        notes=lay.notes + notes,
    )


def _axle(pen: Chosen) -> Axle | None:
    return Axle(pen.axle, pen.wheel.diameter_mm / 2, pen.wheel, 2) if pen.wheel else None


def _grip(pen: Chosen) -> Grip:
    """Handles at the top rail; on skids the rope is held at knuckle height ahead of the base."""
    if pen.wheel:
        return Grip(pen.length + pen.handle - GRIP_FROM_END_MM, pen.height - pen.section.deep_mm / 2)
    return Grip(pen.length, pen.section.deep_mm / 2)


def _gear(pen: Chosen, catalogue: Catalogue) -> tuple[Hardware, ...]:
    if pen.wheel is None:
        rope = catalogue.hardware["rope"]
        place = (pen.length, 0.0, pen.section.deep_mm / 2)
        return (Hardware("rope", "pulling rope", "gear", rope.label, rope.kg, place, rope.key),)
    wheel, radius = pen.wheel, pen.wheel.diameter_mm / 2
    outside = pen.width / 2 + (pen.section.thick_mm if needs_axle_leg(pen) else 0) + WHEEL_GAP_MM
    middle = outside + wheel.width_mm / 2
    rod_length = 2 * (outside + wheel.width_mm + WHEEL_GAP_MM)
    rod = catalogue.hardware[f"rod-{wheel.bore_mm:.0f}"]
    wheels = tuple(
        Hardware(
            f"wheel-{side}",
            "wheel",
            "gear",
            wheel.label,
            wheel.kg,
            (pen.axle, y, radius),
            wheel.key,
            size_mm=(wheel.diameter_mm, wheel.width_mm),
        )
        for side, y in (("right", -middle), ("left", middle))
    )
    axle = Hardware(
        "axle",
        "axle rod",
        "gear",
        f"{rod.label.removesuffix(' (per metre)')}, through both sides",
        rod.kg * rod_length / 1000,
        (pen.axle, 0.0, radius),
        rod.key,
        size_mm=(wheel.bore_mm, rod_length),
    )
    return (*wheels, axle)


def _lid_hardware(pen: Chosen, lay: Layout, catalogue: Catalogue) -> tuple[Hardware, ...]:
    """Two hinges inboard, two latches at the outer edge, and a prop that holds the lid up."""
    z = pen.height + pen.section.thick_mm
    (x0, x1), (y0, y1) = lay.lid_x, lay.lid_y
    quarter = (x1 - x0) / 4
    places = [
        ("hinge", x0 + quarter, y0),
        ("hinge", x1 - quarter, y0),
        ("latch", x0 + quarter, y1),
        ("latch", x1 - quarter, y1),
        ("prop", (x0 + x1) / 2, y1),
    ]
    return tuple(
        Hardware(
            f"{row}-{i + 1}",
            row,
            "lid",
            catalogue.hardware[row].label,
            catalogue.hardware[row].kg,
            (x, y, z),
            row,
        )
        for i, (row, x, y) in enumerate(places)
    )


def _dimensions(pen: Chosen, lay: Layout) -> tuple[Dimension, ...]:
    half, top = pen.width / 2, pen.height
    ahead = pen.handle + 160 if pen.wheel else 220
    outboard = half + (pen.wheel.width_mm + pen.section.thick_mm if pen.wheel else 0)
    marks = [
        Dimension("plan", (0, -half), (pen.length, -half), -320, pen.length, "length"),
        Dimension("plan", (pen.length, -half), (pen.length, half), ahead, pen.width, "width"),
        Dimension("side", (lay.x0, 0), (lay.x1, 0), -190, lay.x1 - lay.x0),
        Dimension("side", (lay.x1, 0), (lay.x1, top), ahead, pen.height, "height"),
        Dimension("end", (-half, 0), (half, 0), -190, pen.width, "width"),
        Dimension("end", (-outboard, 0), (-outboard, top), -170, pen.height, "height"),
    ]
    if lay.has_roof and lay.has_open:
        marks.append(
            Dimension("plan", (lay.x0, half), (lay.roof_edge, half), 260, lay.roof_edge - lay.x0, "roofed")
        )
        marks.append(Dimension("plan", (lay.roof_edge, half), (lay.x1, half), 260, lay.x1 - lay.roof_edge))
    if pen.wheel:
        marks.append(
            Dimension("side", (pen.length, top), (pen.length + pen.handle, top), 220, pen.handle, "handle")
        )
    return tuple(marks)


def stops(parameter: str, values: Mapping[str, Value], catalogue: Catalogue) -> tuple[float, ...]:
    """Values of a length at which sticks come out of stock whole.

    Args: parameter, its name; values, the design as it stands; catalogue.
    Returns: lengths in mm, rising; none for a parameter that stock does not rule.
    Source: stock lengths and roll widths in the catalogue.
    """
    pen = chosen(values, catalogue)
    stock = pen.section.stock_mm
    if parameter == "length":
        return tuple(sorted(stock))
    if parameter == "width":
        cross = [length + 2 * pen.section.thick_mm for length in stock]
        halves = [length / 2 + 2 * pen.section.thick_mm for length in stock]
        return tuple(sorted({round(length, 1) for length in (*stock, *cross, *halves)}))
    if parameter == "height":
        return tuple(sorted(pen.side_mesh.roll_width_mm))
    return ()
