"""What can be changed about a low pen, and what must hold between the choices."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Mesh, Section, Sheet, Species, Wheel, pick
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.parameters import Choice, Parameter, Value
from ergamot.core.units import Quantity, say

PARAMETERS: tuple[Parameter, ...] = (
    Parameter("length", "Length", "size", "length", 3048.0, 1200, 4876.8, note="base rails, end to end"),
    Parameter("width", "Width", "size", "length", 2133.6, 900, 3657.6, note="outside the side rails"),
    Parameter("height", "Height", "size", "length", 609.6, 450, 1200, note="ground to top of frame"),
    Parameter("roofed", "Roofed", "size", "share", 0.6, 0, 1, note="from the rear"),
    Parameter("section", "Timber size", "frame", "choice", "2x3", table="sections"),
    Parameter("species", "Timber", "frame", "choice", "spf", table="species"),
    Parameter("bay", "Longest bay", "frame", "length", 1200.0, 500, 1500, note="between uprights"),
    Parameter("roof", "Roof", "covering", "choice", "pvc", table="sheets", use="roof"),
    Parameter(
        "walls",
        "Walls",
        "covering",
        "choice",
        "rear",
        choices=(
            Choice("mesh", "mesh all round"),
            Choice("rear", "solid at the rear"),
            Choice("sheltered", "solid round the roofed part"),
        ),
    ),
    Parameter("wall_sheet", "Solid walls of", "covering", "choice", "ply-5", table="sheets", use="wall roof"),
    Parameter("side_mesh", "Side mesh", "covering", "choice", "welded-12", table="meshes"),
    Parameter("top_mesh", "Overhead mesh", "covering", "choice", "hex-51", table="meshes"),
    Parameter(
        "gear",
        "Moved on",
        "gear",
        "choice",
        "wheels",
        choices=(Choice("wheels", "two wheels and handles"), Choice("skids", "bare skids and a rope")),
    ),
    Parameter("wheel", "Wheel", "gear", "choice", "rubber-10", table="wheels", only_if=("gear", "wheels")),
    Parameter(
        "axle",
        "Axle place",
        "gear",
        "length",
        60.0,
        50,
        600,
        only_if=("gear", "wheels"),
        note="from the rear end of the rails",
    ),
    Parameter(
        "handle",
        "Handles reach",
        "gear",
        "length",
        350.0,
        200,
        900,
        only_if=("gear", "wheels"),
        note="ahead of the front",
    ),
)

LEAST_BODY_MM = 900.0  # shorter than this there is no pen left in front of the axle; common practice
LEAST_INSIDE_MM = 300.0  # clear height below which no bird walks; common practice


@dataclass(frozen=True)
class Chosen:
    """The values of a low pen with their catalogue rows looked up; lengths in mm."""

    length: float
    width: float
    height: float
    roofed: float
    section: Section
    species: Species
    bay: float
    roof: Sheet
    walls: str
    wall_sheet: Sheet
    side_mesh: Mesh
    top_mesh: Mesh
    wheel: Wheel | None
    axle: float
    handle: float


def chosen(values: Mapping[str, Value], catalogue: Catalogue) -> Chosen:
    """Look up the rows the values name.

    Args: values, one for each of PARAMETERS; catalogue.
    Returns: the Chosen.
    Raises: UnknownChoice.
    Source: common practice.
    """
    number = {name: float(value) for name, value in values.items() if not isinstance(value, str)}
    word = {name: value for name, value in values.items() if isinstance(value, str)}
    return Chosen(
        length=number["length"],
        width=number["width"],
        height=number["height"],
        roofed=number["roofed"],
        section=pick(catalogue.sections, word["section"], "section"),
        species=pick(catalogue.species, word["species"], "species"),
        bay=number["bay"],
        roof=pick(catalogue.sheets, word["roof"], "roof"),
        walls=word["walls"],
        wall_sheet=pick(catalogue.sheets, word["wall_sheet"], "wall_sheet"),
        side_mesh=pick(catalogue.meshes, word["side_mesh"], "side_mesh"),
        top_mesh=pick(catalogue.meshes, word["top_mesh"], "top_mesh"),
        wheel=pick(catalogue.wheels, word["wheel"], "wheel") if word["gear"] == "wheels" else None,
        axle=number["axle"],
        handle=number["handle"],
    )


def check(values: Mapping[str, Value], catalogue: Catalogue) -> None:
    """Refuse values that each stand within their range but cannot be built together.

    Args: values, one for each of PARAMETERS; catalogue.
    Raises: OutOfRange, naming the field and what it may be.
    Source: common practice; stock lengths from the catalogue.
    """
    pen = chosen(values, catalogue)
    longest = pen.section.longest_mm
    for field in ("length", "width"):
        if float(values[field]) > longest:
            raise OutOfRange(
                field,
                values[field],
                f"at most {_both(longest)}, the longest {pen.section.label} sold",
                f"No {pen.section.label} is sold long enough: the longest is {_both(longest)}",
            )
    inside = pen.height - 2 * pen.section.deep_mm
    if inside < LEAST_INSIDE_MM:
        least = 2 * pen.section.deep_mm + LEAST_INSIDE_MM
        raise OutOfRange("height", pen.height, f"at least {_both(least)} with {pen.section.label} rails")
    if pen.wheel and pen.length - pen.axle < LEAST_BODY_MM:
        raise OutOfRange("axle", pen.axle, f"at most {_both(pen.length - LEAST_BODY_MM)} in a pen this long")


def _both(mm: float) -> str:
    length = Quantity(mm, "mm")
    return f"{say(length)} ({say(length, 'imperial')})"
