"""What can be changed about a hoop, and what must hold between the choices."""

from __future__ import annotations

import itertools
import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from ergamot.core.catalogue import Catalogue, Mesh, Section, Sheet, Species, WirePanel, pick
from ergamot.core.catalogue.kinds import Use
from ergamot.core.errors import OutOfRange
from ergamot.core.finding import What
from ergamot.core.frame.curves import LEAST_SPREAD, MOST_SPREAD, Hoop, hoop, inset
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.parameters import Choice, Parameter, Value, any_of, looked_up
from ergamot.core.frame.parts.doors import MADE, OWN_DOOR_PARAMETERS, Doorway, read_doorway
from ergamot.core.frame.parts.gear import Gear, body_start, gear_parameters, read_gear
from ergamot.core.frame.parts.house import House, house_parameters, housed, read_house
from ergamot.core.frame.parts.house.kinds import Roosts
from ergamot.core.frame.parts.inside import INSIDE_PARAMETERS, Inside, read_inside
from ergamot.core.frame.parts.shell import end_parameters
from ergamot.core.frame.parts.site import both
from ergamot.core.frame.parts.timbers import Timbers, read_timbers, timber_parameters
from ergamot.core.frame.profile import Edge, Profile
from ergamot.core.frame.wanted import Wanted

CURVE_PIECES = 16  # strips the covering is drawn and loaded in
ARCH_PIECES = 8  # straight pieces of an end arch
LEAST_RISE_MM = 600.0  # lower than this nothing stands up in it; judgement
LEAST_DOOR_MM = 350.0
LEAST_WALL_MM = 300.0  # of a knee wall: studs and a brace find room; judgement
LONGEST_PANEL_MM = 6000.0  # asked for so long, it is left whole; judgement: two people carry no longer one
STAND_M = 1.2  # length of a roost stand
LEAST_FOR_ROOSTS_MM = 2000.0
ROOST_GAP_MM = 350.0  # between bars; judgement: turkeys back to back
LEFT_COVER, RIGHT_COVER = "left cover", "right cover"  # its two bent sides, foot to crown
# Knee walls a house hangs between, and what goes with them; judgement
HOUSED: Mapping[str, Value] = {"wall": 700.0, "skirt": 0.0, "door_height": 1400.0}
_STEPS = CURVE_PIECES // ARCH_PIECES

PARAMETERS: tuple[Parameter, ...] = (
    Parameter("length", "Length", "size", "length", 3048.0, 1200, 4876.8, note="base rails, end to end"),
    Parameter("width", "Width", "size", "length", 2438.4, 900, 4000, note="outside the base rails"),
    Parameter(
        "wall",
        "Knee walls",
        "size",
        "length",
        0.0,
        0,
        1000,
        note="the panels stand on them; 0 for none",
    ),
    Parameter("roofed", "Roofed", "size", "share", 0.6, 0, 1, note="from the rear", idle=(What.SPACE,)),
    Parameter(
        "skirt", "Cover stops at", "size", "length", 300.0, 0, 1200, note="mesh below; 0 covers to the base"
    ),
    *timber_parameters("2x4"),
    Parameter("panel", "Wire panel", "frame", "choice", "stock-16", table="wire_panels"),
    Parameter(
        "panel_cut",
        "Panels cut to",
        "frame",
        "length",
        LONGEST_PANEL_MM,
        1800,
        LONGEST_PANEL_MM,
        note="over the hoop; at its longest it is left whole",
    ),
    Parameter("ridge", "Ridge tube", "frame", "choice", "emt-23", table="sections", uses=(Use.TUBE,)),
    Parameter("cover", "Cover", "covering", "choice", "tarp", table="sheets", uses=(Use.COVER,)),
    Parameter("mesh", "Mesh", "covering", "choice", "welded-25x50", table="meshes", idle=(What.SPACE,)),
    Parameter(
        "wall_of",
        "Knee walls of",
        "covering",
        "choice",
        "mesh",
        choices=(Choice("mesh", "mesh"), Choice("solid", "sheet")),
        and_if=any_of("wall"),
    ),
    *end_parameters("mesh", lambda values: values["wall_of"] == "solid" and float(values["wall"]) > 0),
    Parameter(
        "door_width",
        "Door width",
        "covering",
        "length",
        600.0,
        LEAST_DOOR_MM,
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
        1300.0,
        300,
        1900,
        note="above the base rail",
        kept=True,
        only_if=MADE,
    ),
    *OWN_DOOR_PARAMETERS,
    Parameter(
        "roost_bars", "Roost bars", "inside", "count", 0, 0, 6, note="on a stand of their own", kept=True
    ),
    Parameter(
        "roost_height",
        "Roosts at",
        "inside",
        "length",
        500.0,
        250,
        900,
        kept=True,
        only_if=("house", "no"),
        and_if=any_of("roost_bars"),
    ),
    *(one for one in house_parameters("no", 350.0) if one.name != "roost_bars"),  # it has them already
    *INSIDE_PARAMETERS,
    *gear_parameters("a lifting rope", 700.0, handled=False),
)


@dataclass(frozen=True)
class HoopChoices:
    """The values of a hoop with their rows looked up, and the curve; lengths in mm."""

    length: float
    width: float
    wall: float
    wall_of: str
    roofed: float
    skirt: float
    section: Section
    species: Species
    timbers: Timbers
    panel: WirePanel
    ridge: Section
    cover: Sheet
    mesh: Mesh
    end_wall: str
    wall_sheet: Sheet
    doorway: Doorway
    roost_bars: int
    roost_height: float
    house: House | None
    gear: Gear
    inside: Inside
    curve: Hoop
    points: tuple[Flat, ...] = field(repr=False)

    @property
    def half(self) -> float:
        return self.width / 2

    @property
    def start(self) -> float:
        """Where the rear arch stands: it leans out over the axle legs, so ahead of them."""
        return body_start(self.gear, self.section.deep_mm / 2 + 5)

    @property
    def foot_z(self) -> float:
        """The panels' feet stand on the base rails, or on the plates of knee walls."""
        return self.wall or self.timbers.foot_z

    @property
    def stand(self) -> bool:
        """Do its roosts stand in the run?"""
        return self.roost_bars > 0 and self.house is None

    @property
    def arch(self) -> tuple[Flat, ...]:
        """Corners of the end arch on the curve."""
        return self.points[::_STEPS]

    @property
    def arch_inside(self) -> tuple[Flat, ...]:
        return inset(self.arch, self.section.deep_mm)

    def profile(self) -> Profile:
        half, foot = self.half, self.foot_z
        line = [(-half, 0.0), (-half, foot), *self.points, (half, foot), (half, 0.0)]
        names = ["right", "right ledge"]
        names += [f"arc {i + 1}" for i in range(CURVE_PIECES)]
        names += ["left ledge", "left"]
        on_curve = range(2, 2 + CURVE_PIECES)
        stretch = self.curve.length / sum(math.dist(a, b) for a, b in itertools.pairwise(self.points))
        edges = []
        for i, (name, a, b) in enumerate(zip(names, line[:-1], line[1:], strict=True)):
            bent = i in on_curve
            side = (RIGHT_COVER if a[1] < b[1] else LEFT_COVER) if bent else ""
            edges.append(Edge(name, a, b, bent, stretch if bent else 1.0, side))
        return Profile(tuple(edges), foot)


def chosen(values: Mapping[str, Value], catalogue: Catalogue) -> HoopChoices:
    """Look up the rows the values name and bend the panel.

    Args: values, one for each of PARAMETERS; catalogue.
    Returns: the HoopChoices.
    Raises: UnknownChoice, OutOfRange.
    Source: common practice; Euler's elastica.

    >>> chosen(asked("hoop"), c).length
    3048.0
    """
    section = pick(catalogue.sections, str(values["section"]), "section")
    panel = _cut(pick(catalogue.wire_panels, str(values["panel"]), "panel"), float(values["panel_cut"]))
    width = float(values["width"])
    base = width - section.thick_mm
    if not LEAST_SPREAD <= base / panel.length_mm <= MOST_SPREAD:
        low, high = (share * panel.length_mm + section.thick_mm for share in (LEAST_SPREAD, MOST_SPREAD))
        raise OutOfRange(
            "width", width, f"{both(low)} to {both(high)} with a hoop of {both(panel.length_mm)}"
        )
    curve = hoop(base, panel.length_mm)
    timbers = read_timbers(values, catalogue)
    foot = float(values["wall"]) or timbers.foot_z
    points = tuple((y, foot + z) for y, z in curve.points(CURVE_PIECES))
    return HoopChoices(
        **{
            **looked_up(HoopChoices, PARAMETERS, values, catalogue),
            "doorway": read_doorway(values, section.deep_mm),
            "timbers": timbers,
            "house": _house(values, catalogue),
            "gear": read_gear(values, catalogue),
            "inside": read_inside(values, catalogue),
            "panel": panel,
            "curve": curve,
            "points": points,
        }
    )


def _house(values: Mapping[str, Value], catalogue: Catalogue) -> House | None:
    """With as many roost bars as the pen has, and none where it has none."""
    house = read_house(values, catalogue)
    return replace(house, roosts=Roosts.NONE) if house and house.bars < 1 else house


def _cut(panel: WirePanel, most_mm: float) -> WirePanel:
    """A panel cut across on a wire where it is longer than wanted; what is cut off is bought with it."""
    if panel.length_mm <= most_mm or most_mm >= LONGEST_PANEL_MM:
        return panel
    wires = max(1, int(most_mm / panel.cross_pitch_mm + 1e-9))
    long = wires * panel.cross_pitch_mm
    return replace(panel, length_mm=long, kg=round(panel.kg * long / panel.length_mm, 3))


def wanted(flock: Wanted) -> dict[str, Value]:
    """What a flock wants in a hoop: roosts on a stand; where they lay, a house in it, hung between knee walls.

    Args: flock, what it asks.
    Returns: values to begin with.
    Source: common practice.

    >>> wanted(Wanted(500.0, 2.4, 0, False))
    {'roost_bars': 2, 'roost_height': 500.0}
    >>> wanted(Wanted(500.0, 2.4, 3, True))["wall"]
    700.0
    """
    if flock.lays:
        return {**housed(flock), **HOUSED}
    if not flock.roost_m:
        return {}
    return {"roost_bars": min(6, math.ceil(flock.roost_m / STAND_M)), "roost_height": 500.0}


def stand_half(pen: HoopChoices) -> float:
    """Half the width of a roost stand that clears the curve at bar height.

    Args: pen.
    Returns: mm.
    Source: geometry.

    >>> round(stand_half(chosen(asked("hoop"), c)))
    1082
    """
    thick = pen.section.thick_mm
    _, left = pen.profile().span_at(min(pen.roost_height + 2 * thick, pen.profile().top_z))
    return min(pen.half - pen.timbers.rail.thick_mm, left - 2 * thick)


def bars_that_fit(pen: HoopChoices) -> int:
    """Roost bars that fit on a stand, by the gap between them.

    Args: pen.
    Returns: 0 or more.
    Source: common practice, 0.35 m between bars of turkeys.

    >>> bars_that_fit(chosen(asked("hoop"), c))
    6
    """
    room = 2 * stand_half(pen) - pen.section.deep_mm
    return int(room / ROOST_GAP_MM) + 1 if room > ROOST_GAP_MM else 0


def under_arch(pen: HoopChoices, y: float) -> float:
    """Underside of an end arch over a place across the pen.

    Args: pen; y, mm, within the arch.
    Returns: z, mm; 0 outside it.
    Source: geometry.

    >>> h = chosen(asked("hoop"), c)
    >>> round(under_arch(h, 0.0)), round(under_arch(h, 800.0))
    (1825, 1331)
    """
    best = 0.0
    inside = pen.arch_inside
    for (y0, z0), (y1, z1) in itertools.pairwise(inside):
        if min(y0, y1) <= y <= max(y0, y1) and abs(y1 - y0) > 1e-9:
            best = max(best, z0 + (z1 - z0) * (y - y0) / (y1 - y0))
    return best


def post_places(pen: HoopChoices) -> Flat:
    """Inner and outer side of a door post, moved out so that it stands under one arch piece.

    Args: pen.
    Returns: (y inner, y outer) of the left post, mm.
    Source: geometry.

    >>> tuple(round(y) for y in post_places(chosen(asked("hoop"), c)))
    (300, 389)
    """
    deep = pen.section.deep_mm
    inner = pen.doorway.clear[0] / 2
    for corner in sorted(y for y, _ in pen.arch_inside):
        if inner < corner < inner + deep:
            inner = corner
    return inner, inner + deep
