"""What can be changed about an A-frame, and what must hold between the choices."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Mesh, Section, Sheet, Species, WirePanel, pick
from ergamot.core.catalogue.kinds import Use
from ergamot.core.finding import What
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.parameters import Choice, Parameter, Value, looked_up
from ergamot.core.frame.parts.doors import MADE, OWN_DOOR_PARAMETERS, Doorway, read_doorway
from ergamot.core.frame.parts.gear import Gear, body_start, check_gear, gear_parameters, read_gear
from ergamot.core.frame.parts.house import House, check_bearers, check_house, house_parameters, read_house
from ergamot.core.frame.parts.inside import INSIDE_PARAMETERS, Inside, read_inside
from ergamot.core.frame.parts.shell import bay_parameters, end_parameters
from ergamot.core.frame.parts.site import refuse_above, refuse_below
from ergamot.core.frame.parts.timbers import Timbers, check_lengths, read_timbers, timber_parameters
from ergamot.core.frame.profile import Profile, chain

PARAMETERS: tuple[Parameter, ...] = (
    Parameter("length", "Length", "size", "length", 3048.0, 1200, 4876.8, note="base rails, end to end"),
    Parameter("width", "Width", "size", "length", 1828.8, 750, 3000, note="outside the base rails"),
    Parameter("apex", "Apex angle", "size", "angle", 60.0, 40, 110, note="between the slopes"),
    Parameter("roofed", "Roofed", "size", "share", 0.5, 0, 1, note="from the rear", idle=(What.SPACE,)),
    *timber_parameters("2x3"),
    *bay_parameters("rafters"),
    Parameter(
        "ridge",
        "Ridge",
        "frame",
        "choice",
        "board",
        choices=(Choice("board", "a ridge board"), Choice("none", "mitred, with gussets")),
    ),
    Parameter(
        "roof", "Roof", "covering", "choice", "pvc", table="sheets", uses=(Use.ROOF,), idle=(What.SPACE,)
    ),
    Parameter("mesh", "Mesh", "covering", "choice", "welded-25x50", table="meshes", idle=(What.SPACE,)),
    Parameter(
        "slopes",
        "Open slopes",
        "covering",
        "choice",
        "mesh",
        choices=(Choice("mesh", "mesh alone"), Choice("panel", "wire panels under the mesh", "stiff")),
    ),
    Parameter(
        "panel",
        "Wire panel",
        "covering",
        "choice",
        "stock-16",
        table="wire_panels",
        only_if=("slopes", "panel"),
    ),
    *end_parameters("solid"),
    Parameter(
        "door_width",
        "Door width",
        "covering",
        "length",
        500.0,
        350,
        900,
        note="clear, front end",
        kept=True,
        only_if=MADE,
    ),
    Parameter(
        "door_height",
        "Door height",
        "covering",
        "length",
        750.0,
        350,
        1900,
        note="above the base rail",
        kept=True,
        only_if=MADE,
    ),
    *OWN_DOOR_PARAMETERS,
    *house_parameters("no", 500.0),
    *gear_parameters("a lifting rope", 700.0, handled=False),
    *INSIDE_PARAMETERS,
)

LEAST_HEIGHT_MM = 600.0  # lower than this there is no room under the slopes; judgement


@dataclass(frozen=True)
class AFrameChoices:
    """The values of an A-frame with their rows looked up; lengths in mm, `pitch` θ in radians."""

    length: float
    width: float
    pitch: float
    roofed: float
    section: Section
    species: Species
    timbers: Timbers
    bay: float
    bays: str
    ridge_board: bool
    roof: Sheet
    mesh: Mesh
    slopes: str
    panel: WirePanel
    end_wall: str
    wall_sheet: Sheet
    doorway: Doorway
    house: House | None
    gear: Gear
    inside: Inside

    @property
    def half(self) -> float:
        return self.width / 2

    @property
    def foot_z(self) -> float:
        """Rafters stand on the base rails."""
        return self.timbers.foot_z

    @property
    def ridge_y(self) -> float:
        return self.section.thick_mm / 2 if self.ridge_board else 0.0

    def outer_z(self, y: float) -> float:
        return self.foot_z + (self.half - abs(y)) * math.tan(self.pitch)

    def inner_z(self, y: float) -> float:
        """Underside of the rafters over a place across the pen."""
        return self.outer_z(y) - self.section.deep_mm / math.cos(self.pitch)

    def clear(self, z: float) -> Flat:
        """Between the rafters' undersides at a height: right y, left y."""
        inner = self.half - self.section.deep_mm / math.sin(self.pitch)
        y = inner - (z - self.foot_z) / math.tan(self.pitch)
        return -y, y

    def profile(self) -> Profile:
        half, foot = self.half, self.foot_z
        points = [(-half, 0.0), (-half, foot), (0.0, self.outer_z(0)), (half, foot), (half, 0.0)]
        return chain(points, ["right", "right slope", "left slope", "left"], foot)


def chosen(values: Mapping[str, Value], catalogue: Catalogue) -> AFrameChoices:
    """Look up the rows the values name.

    Args: values, one for each of PARAMETERS; catalogue.
    Returns: the AFrameChoices.
    Raises: UnknownChoice.
    Source: common practice.

    >>> chosen(asked("a-frame"), c).length
    3048.0
    """
    deep = pick(catalogue.sections, str(values["section"]), "section").deep_mm
    return AFrameChoices(
        **{
            **looked_up(AFrameChoices, PARAMETERS, values, catalogue),
            "pitch": math.radians(90 - float(values["apex"]) / 2),
            "ridge_board": values["ridge"] == "board",
            "doorway": read_doorway(values, deep),
            "house": read_house(values, catalogue),
            "timbers": read_timbers(values, catalogue),
            "gear": read_gear(values, catalogue),
            "inside": read_inside(values, catalogue),
        }
    )


def check(values: Mapping[str, Value], catalogue: Catalogue) -> None:
    """Refuse values that each stand within their range but cannot be built together.

    Args: values, one for each of PARAMETERS; catalogue.
    Raises: OutOfRange, naming the field and what it may be.
    Source: common practice; stock lengths from the catalogue.

    >>> check(asked("a-frame"), c)
    """
    pen = chosen(values, catalogue)
    check_lengths(pen.timbers, values)
    deep = pen.section.deep_mm
    least = 2 * (LEAST_HEIGHT_MM - pen.foot_z) / math.tan(pen.pitch)
    refuse_below("width", pen.width, least, "at this apex angle, for room under the slopes")
    longest = pen.section.longest_mm
    refuse_above("width", pen.width, 2 * longest * math.cos(pen.pitch), f"for rafters in {pen.section.label}")
    check_gear(pen.gear, pen.length)
    wide, _ = pen.doorway.clear
    room = pen.inner_z(wide / 2 + deep) - 1.5 * deep
    pen.doorway.refuse_taller(room - pen.foot_z, "under these slopes with this door width")
    if pen.house:
        body = pen.length - body_start(pen.gear)
        check_bearers(pen.house, pen.foot_z)
        check_house(pen.house, pen.profile(), body, deep, deep / math.sin(pen.pitch))
