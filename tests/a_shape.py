"""A shape nobody ships, declared here alone: a lean-to, low on the right and high on the left, let down at the front."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from contextlib import contextmanager

from ergamot.core.catalogue import Catalogue, pick
from ergamot.core.catalogue.kinds import Tool, Use
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.carpentry import Framing, Piece
from ergamot.core.frame.covering import Coat, Coverer, wall
from ergamot.core.frame.kinds import Duty, Group
from ergamot.core.frame.parameters import Parameter, Value
from ergamot.core.frame.parts.doors import Leaf, hang
from ergamot.core.frame.parts.drag import bay_line
from ergamot.core.frame.parts.finish import Finished, finish
from ergamot.core.frame.parts.gear import (
    base_rails,
    body_start,
    check_gear,
    gear_parameters,
    handles,
    read_gear,
    running_gear,
    side_bands,
)
from ergamot.core.frame.parts.inside import INSIDE_PARAMETERS, fit_inside, read_inside
from ergamot.core.frame.parts.lines import evenly
from ergamot.core.frame.parts.marks import base_marks
from ergamot.core.frame.parts.site import Site, check_stock
from ergamot.core.frame.parts.timbers import timber_parameters
from ergamot.core.frame.profile import chain
from ergamot.core.frame.shape import (
    BASIC_TOOLS,
    Proposal,
    Shape,
    Sketch,
    feet,
    remedies,
    usual_gears,
)
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.frame.structure import Dimension, DragHandle, Structure
from ergamot.core.frame.wanted import Wanted

PARAMETERS = (
    Parameter("length", "Length", "size", "length", 2438.4, 1200, 4876.8),
    Parameter("width", "Width", "size", "length", 1828.8, 900, 2500),
    Parameter("front_low", "Low side", "size", "length", 609.6, 500, 900),
    Parameter("back_high", "High side", "size", "length", 900.0, 550, 1400),
    *timber_parameters("2x3"),
    Parameter("bay", "Longest bay", "frame", "length", 1000.0, 500, 1500),
    Parameter("roof", "Roof", "covering", "choice", "steel-29", table="sheets", uses=(Use.ROOF,)),
    Parameter("mesh", "Mesh", "covering", "choice", "welded-12", table="meshes"),
    *gear_parameters("handles"),
    *INSIDE_PARAMETERS,
)


def check(values: Mapping[str, Value], catalogue: Catalogue) -> None:
    section = pick(catalogue.sections, str(values["section"]), "section")
    check_stock(section, values, ("length", "width"))
    check_gear(read_gear(values, catalogue), float(values["length"]))
    if float(values["back_high"]) < float(values["front_low"]):
        raise OutOfRange("back_high", values["back_high"], "at least as high as the low side")


def build(values: Mapping[str, Value], catalogue: Catalogue) -> Structure:
    gear = read_gear(values, catalogue)
    section = pick(catalogue.sections, str(values["section"]), "section")
    species = pick(catalogue.species, str(values["species"]), "species")
    length, half = float(values["length"]), float(values["width"]) / 2
    low, high = float(values["front_low"]), float(values["back_high"])
    thick, deep, slope = section.thick_mm, section.deep_mm, (high - low) / (2 * half)
    x0, x1 = body_start(gear), length
    lines = tuple(evenly(x0 + deep / 2, x1 - deep / 2, float(values["bay"])))
    site = Site(
        catalogue,
        chain([(-half, 0.0), (-half, low), (half, high), (half, 0.0)], ["right", "roof", "left"], low),
        (x0, x1),
        lines,
        deep,
        lambda z: (thick - half, half - thick),
        Framing(section, species),
        Coverer(),
    )
    base_rails(site, length, half, gear)
    upright = Piece(Duty.UPRIGHT, "lean upright", "U", "holds the eaves up")
    plate = Piece(Duty.PLATE, "lean plate", "T", "ties the uprights")
    tops = (low, high - thick * slope)
    for band, top in zip(side_bands(half, thick), tops, strict=True):
        site.frame.stick(plate, (x0, x1), band, (top - deep, top), "x")
        for line in lines:
            site.frame.stick(upright, (line - deep / 2, line + deep / 2), band, (deep, top - deep), "z")
    rail = Piece(Duty.CROSS_RAIL, "lean rail", "C", "carries the roof")
    inner, drop = half - thick, deep * math.hypot(1, slope)
    a, b = low + thick * slope, high - thick * slope
    outline = ((-inner, a), (inner, b), (inner, b - drop), (-inner, a - drop))
    for line in (x0 + thick / 2, *lines[1:-1], x1 - thick / 2):
        site.frame.profiled(rail, outline, "x", (line - thick / 2, line + thick / 2))
    roof = pick(catalogue.sheets, str(values["roof"]), "roof")
    mesh = pick(catalogue.meshes, str(values["mesh"]), "mesh")
    hang(
        site, site.faces["front"], (-half, half), (deep / 2, low - deep - 1), Leaf("let-down", mesh, "bottom")
    )
    for name in ("right", "left", "front", "rear"):
        site.cover.cover(site.faces[name], wall(f"{name} side", mesh))
    site.cover.cover(site.faces["roof"], Coat("roof", roof, Group.ROOF))
    axles = running_gear(site, gear, length, half)
    grip = handles(site, gear, half, low)
    room = fit_inside(site, read_inside(values, catalogue), half, low - deep, x0)
    marks = (
        *base_marks(site, length, half),
        Dimension("end", (half, 0), (half, high), 300, high, "back_high"),
    )
    return finish(
        site,
        Finished(
            "lean-to", length, half, axles, grip, room, low - drop, marks,
            drag=lambda one: (
                DragHandle("back_high", ((x0 + x1) / 2, half, high), (0.0, 0.0, 1.0)),
                bay_line(one, float(values["bay"])),
            ),
        ),
    )  # fmt: skip


def stops(parameter: str, values: Mapping[str, Value], catalogue: Catalogue) -> tuple[float, ...]:
    section = pick(catalogue.sections, str(values["section"]), "section")
    return tuple(section.stock_mm) if parameter == "length" else ()


def wants(flock: Wanted) -> dict[str, Value]:
    low = max(500.0, min(900.0, flock.head_room_mm))
    return {"front_low": low, "back_high": low + 250.0}


LEAN_TO = Shape(
    "lean-to",
    "lean-to",
    PARAMETERS,
    check,
    build,
    stops,
    Proposal(feet(4, 5, 6, 7), usual_gears(wheels=("barrow-16",), swung="foam-13", held={}), wants),
    remedies(light=("section", "roof"), easy=("section",), strong=("section", "bay"), still=("back_high",)),
    (*BASIC_TOOLS, Tool.SNIPS),
    Sketch("M14 44V30M66 44V18M12 31L68 17", "M10 31L70 16", "made up for the tests"),
)


@contextmanager
def lean_to_on_offer() -> Iterator[Shape]:
    """The shapes with one more, while it lasts."""
    SHAPES[LEAN_TO.key] = LEAN_TO
    try:
        yield LEAN_TO
    finally:
        del SHAPES[LEAN_TO.key]
