"""The pen as built: the one source for drawing, mass, wind, cut list and cost.

Lengths in mm in the axes of `geometry`; masses in kg. Nothing here is ever changed after `build`.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Literal

from ergamot.core.catalogue import Section, Species
from ergamot.core.finding import Phrase
from ergamot.core.frame.face import Face
from ergamot.core.frame.footing import Anchor, Axle, Ballast, Grip, Lever
from ergamot.core.frame.geometry import Flat, Point

LEANS = 0.02  # a normal's part from which a covering is neither upright nor level
NO_FLOOR_M2 = 0.001  # as good as none
LEAST_FLOOR_MM = 300.0  # narrower is no floor; 1999/74/EC article 2
Group = Literal[
    "frame", "roof", "walls", "mesh", "doors", "house", "nests", "roosts", "inside", "gear", "fixings"
]
When = Literal["now", "later", "aside"]


@dataclass(frozen=True)
class Cut:
    """How one end of a stick is sawn: degrees off square (0 is a plain square cut)."""

    angle_deg: float = 0.0


@dataclass(frozen=True)
class Notch:
    """Wood taken out of a stick so that another can lie in it."""

    other: str
    volume_mm3: float


@dataclass(frozen=True)
class Member:
    """A stick or a tube. `length_mm` is to the long point, `short_mm` to the short point.

    Corners run round one end and then, in the same order, round the other. A bent tube is given as
    straight pieces in `bent`, end to end. A tube has no species: it weighs by the metre.
    """

    ref: str
    label: str
    role: str
    group: Group
    why: str
    section: Section
    species: Species | None
    corners: tuple[Point, ...]
    length_mm: float
    short_mm: float
    mean_mm: float
    cuts: tuple[Cut, Cut]
    centre: Point
    bent: tuple[tuple[Point, ...], ...] = ()
    notches: tuple[Notch, ...] = ()
    when: When = "now"

    @property
    def solids(self) -> tuple[tuple[Point, ...], ...]:
        """Its convex pieces: one for a straight stick."""
        return self.bent or (self.corners,)

    @property
    def volume_m3(self) -> float:
        """Wood in it: mean length × section, less each notch once."""
        whole = self.mean_mm * self.section.thick_mm * self.section.deep_mm
        return (whole - sum(notch.volume_mm3 for notch in self.notches)) * 1e-9

    @property
    def dry_kg(self) -> float:
        if self.section.kg_m is not None:
            return self.section.kg_m * self.mean_mm / 1000
        return self.volume_m3 * self.species.density_kg_m3 if self.species else 0.0

    @property
    def fresh_kg(self) -> float:
        return self.dry_kg * (self.species.fresh_factor if self.species else 1.0)


@dataclass(frozen=True)
class Panel:
    """A flat covering. `normal` points out of the pen, or out of the house for a partition.

    `solidity` is 1 for sheet; for mesh, the share of its area that is wire. `backed_m2` is the part of
    its area that lies on sticks, `bearings_mm` how far it lies on each. `outside` and `inside` name the spaces on its two sides ("" is the
    open air). `under` says that another covering lies over it. Strips of one bent sheet share a `piece`; `cut_mm` is the rectangle it is cut from.
    """

    ref: str
    role: str
    face: str
    group: Group
    covering: str
    label: str
    corners: tuple[Point, ...]
    holes: tuple[tuple[Point, ...], ...]
    normal: Point
    area_m2: float
    centre: Point
    kg_m2: float
    solidity: float
    backed_m2: float
    piece: str
    cut_mm: Flat
    inside: str = "run"
    outside: str = ""
    curved: bool = False
    when: When = "now"
    under: bool = False
    bearings_mm: tuple[float, ...] = ()

    @property
    def solid(self) -> bool:
        return self.solidity >= 1

    @property
    def kg(self) -> float:
        return self.area_m2 * self.kg_m2


@dataclass(frozen=True)
class Hardware:
    """Something bought that weighs at a place: a wheel, a hinge, a rod, the screws.

    `size_mm` is (diameter, width) of a wheel or (diameter, length) of a rod, lying across the pen.
    """

    ref: str
    role: str
    group: Group
    label: str
    kg: float
    place: Point
    row: str = ""
    count: int = 1
    size_mm: Flat | None = None
    when: When = "now"


@dataclass(frozen=True)
class Contents:
    """Feed, water or bedding: weighs only when the pen is full of it."""

    ref: str
    role: str
    kg: float
    place: Point


@dataclass(frozen=True)
class Opening:
    """A hole in a face meant to be there, what closes it, and the spaces on its two sides.

    `person` is whether a keeper reaches or steps through it; `clear_mm` its width and height.
    """

    ref: str
    role: str
    face: str
    corners: tuple[Point, ...]
    closed_by: str
    inside: str = "run"
    outside: str = ""
    person: bool = False
    clear_mm: Flat = (0.0, 0.0)
    open_share: float = 0.0

    @property
    def centre(self) -> Point:
        count = len(self.corners)
        x, y, z = (sum(corner[axis] for corner in self.corners) / count for axis in range(3))
        return (x, y, z)


@dataclass(frozen=True)
class Joint:
    """Where two parts are fixed to each other: with what, through how much, by which rule."""

    members: tuple[str, str]
    fixing: str
    count: int
    length_mm: float = 0.0
    through_mm: float = 0.0
    into_mm: float = 0.0
    rule: str = ""


@dataclass(frozen=True)
class Dimension:
    """A length worth writing on a drawing: between two points of a view, set off by `away` mm.

    `parameter` names what is changed by typing over it, if anything is.
    """

    view: Literal["plan", "side", "end"]
    a: Flat
    b: Flat
    away: float
    mm: float
    parameter: str = ""


@dataclass(frozen=True)
class Body:
    """The closed part of the pen as an upright box, mm: outside faces, and the floor inside."""

    x: Flat
    y: Flat
    z: Flat
    floor_x: Flat
    floor_y: Flat

    @property
    def floor_m2(self) -> float:
        return (self.floor_x[1] - self.floor_x[0]) * (self.floor_y[1] - self.floor_y[0]) / 1e6


@dataclass(frozen=True)
class Zone:
    """A space a bird or an egg can be in, as an upright box, mm."""

    name: str
    role: Literal["run", "house", "nests"]
    x: Flat
    y: Flat
    z: Flat


@dataclass(frozen=True)
class Room:
    """What the inside offers: roost length, nests, feeding edge (m), drinking points."""

    roost_m: float = 0.0
    nests: int = 0
    feeder_edge_m: float = 0.0
    feeder_round: bool = False
    drinker_points: int = 0


@dataclass(frozen=True)
class Structure:
    """A whole pen as built."""

    shape: str
    members: tuple[Member, ...]
    panels: tuple[Panel, ...]
    openings: tuple[Opening, ...]
    hardware: tuple[Hardware, ...]
    contents: tuple[Contents, ...]
    joints: tuple[Joint, ...]
    faces: tuple[Face, ...]
    zones: tuple[Zone, ...]
    room: Room
    body: Body
    mean_height_mm: float
    contacts: tuple[Flat, ...]
    axle: Axle | None
    front_axle: Axle | None
    grip: Grip
    head_room_mm: float
    dimensions: tuple[Dimension, ...]
    offsets: tuple[Flat, ...]
    notes: tuple[Phrase, ...]
    anchors: tuple[Anchor, ...] = ()
    ballast: tuple[Ballast, ...] = ()
    levers: tuple[Lever, ...] = ()

    @property
    def carried(self) -> bool:
        """Is one end carried in the hands while the other rolls?"""
        return self.axle is not None and self.front_axle is None

    def floor_under_m2(self, head_mm: float) -> float:
        """Floor inside the base rails with so much clear height over it, where it is wide enough to walk on.

        Every covering that leans over the run cuts some off at the height of a bird's head. Raised floors stand over
        as much of the run as they take from it.
        """
        (low, high), (x0, x1) = self.body.floor_y, self.body.floor_x
        for panel in self.standing:
            _, ny, nz = panel.normal
            if panel.inside != "run" or panel.outside or abs(nz) < LEANS or abs(panel.normal[0]) > LEANS:
                continue
            room = -nz * (head_mm - panel.centre[2]) + ny * panel.centre[1]  # ny·y may be at most this
            if abs(ny) > LEANS:
                low, high = (low, min(high, room / ny)) if ny > 0 else (max(low, room / ny), high)
        wide = high - low if high - low >= LEAST_FLOOR_MM else 0.0
        return max(NO_FLOOR_M2, wide * (x1 - x0) / 1e6)

    @cached_property
    def standing(self) -> tuple[Panel, ...]:
        """Its panels but for those that wait in the shed."""
        return tuple(panel for panel in self.panels if panel.when != "aside")

    @cached_property
    def by_ref(self) -> dict[str, Member]:
        """Its sticks by reference."""
        return {member.ref: member for member in self.members}
