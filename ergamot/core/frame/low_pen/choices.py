"""What can be changed about a low pen, and what must hold between the choices."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Mesh, Section, Sheet, Species
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.parameters import Choice, Parameter, Value, looked_up
from ergamot.core.frame.parts.gear import Gear, check_gear, gear_parameters, read_gear
from ergamot.core.frame.parts.inside import INSIDE_PARAMETERS, Inside, read_inside
from ergamot.core.frame.parts.shell import timber_parameters
from ergamot.core.frame.parts.site import check_stock, refuse_below

PARAMETERS: tuple[Parameter, ...] = (
    Parameter("length", "Length", "size", "length", 3048.0, 1200, 4876.8, note="base rails, end to end"),
    Parameter("width", "Width", "size", "length", 2133.6, 900, 3657.6, note="outside the side rails"),
    Parameter("height", "Height", "size", "length", 609.6, 450, 1200, note="ground to top of frame"),
    Parameter("roofed", "Roofed", "size", "share", 0.6, 0, 1, note="from the rear"),
    Parameter(
        "fall", "Roof falls", "size", "angle", 0.0, 0, 15, note="to the right; 0 is flat, else 3° or more"
    ),
    *timber_parameters("2x3"),
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
        "access",
        "Reached by",
        "covering",
        "choice",
        "lid",
        choices=(
            Choice("lid", "a lid in the top"),
            Choice("drop-front", "a front that drops"),
            Choice("side-hatch", "a hatch in the left side"),
        ),
    ),
    *gear_parameters("handles"),
    *INSIDE_PARAMETERS,
)

LEAST_FALL_DEG = 3.0  # less and rain stands on the sheets; common practice
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
    fall: float
    access: str
    gear: Gear
    inside: Inside

    @property
    def half(self) -> float:
        return self.width / 2

    @property
    def slope(self) -> float:
        return math.tan(math.radians(self.fall))

    def top_at(self, y: float) -> float:
        """Height of the top over a place across the pen; it falls to the right."""
        return self.height - (self.half - y) * self.slope

    @property
    def low_height(self) -> float:
        return self.top_at(-self.half)


def chosen(values: Mapping[str, Value], catalogue: Catalogue) -> Chosen:
    """Look up the rows the values name.

    Args: values, one for each of PARAMETERS; catalogue.
    Returns: the Chosen.
    Raises: UnknownChoice.
    Source: common practice.
    """
    return Chosen(
        **{
            **looked_up(Chosen, PARAMETERS, values, catalogue),
            "gear": read_gear(values, catalogue),
            "inside": read_inside(values, catalogue),
        }
    )


def check(values: Mapping[str, Value], catalogue: Catalogue) -> None:
    """Refuse values that each stand within their range but cannot be built together.

    Args: values, one for each of PARAMETERS; catalogue.
    Raises: OutOfRange, naming the field and what it may be.
    Source: common practice; stock lengths from the catalogue.
    """
    pen = chosen(values, catalogue)
    check_stock(pen.section, values, ("length", "width"))
    if 0 < pen.fall < LEAST_FALL_DEG:
        raise OutOfRange(
            "fall", pen.fall, f"0 for a flat roof, or at least {LEAST_FALL_DEG:g}° for rain to run off"
        )
    least = 2 * pen.section.deep_mm + LEAST_INSIDE_MM
    refuse_below("height", pen.height, least, f"with {pen.section.label} rails")
    refuse_below(
        "height", pen.height, least + pen.width * pen.slope, "for this fall to leave room at the low side"
    )
    check_gear(pen.gear, pen.length)
