"""The pen as built: the one source for drawing, mass, wind, cut list and cost.

Lengths in mm in the axes of `geometry`; masses in kg. Nothing here is ever changed after `build`.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ergamot.core.catalogue import Section, Species, Wheel
from ergamot.core.finding import Phrase
from ergamot.core.frame.geometry import Flat, Point

Face = Literal["left", "right", "front", "rear", "top", "lid"]
Group = Literal["frame", "roof", "walls", "mesh", "lid", "gear", "fixings"]


@dataclass(frozen=True)
class Cut:
    """How one end of a stick is sawn: degrees off square (0 is a plain square cut)."""

    angle_deg: float = 0.0


@dataclass(frozen=True)
class Member:
    """A stick. `length_mm` is to the long point, `short_mm` to the short point.

    Corners run round one end and then, in the same order, round the other.
    """

    ref: str
    label: str
    role: str
    group: Group
    why: str
    section: Section
    species: Species
    corners: tuple[Point, ...]
    length_mm: float
    short_mm: float
    cuts: tuple[Cut, Cut]
    centre: Point

    @property
    def volume_m3(self) -> float:
        mean = (self.length_mm + self.short_mm) / 2
        return mean * self.section.thick_mm * self.section.deep_mm * 1e-9

    @property
    def dry_kg(self) -> float:
        return self.volume_m3 * self.species.density_kg_m3

    @property
    def fresh_kg(self) -> float:
        return self.dry_kg * self.species.fresh_factor


@dataclass(frozen=True)
class Panel:
    """A flat covering on one face. `normal` points out of the pen.

    `solidity` is 1 for sheet; for mesh, the share of its area that is wire.
    `backed_m2` is the part of its area that lies on sticks.
    """

    ref: str
    role: str
    face: Face
    group: Group
    covering: str
    label: str
    corners: tuple[Point, ...]
    normal: Point
    area_m2: float
    kg_m2: float
    solidity: float
    backed_m2: float

    @property
    def solid(self) -> bool:
        return self.solidity >= 1

    @property
    def kg(self) -> float:
        return self.area_m2 * self.kg_m2

    @property
    def centre(self) -> Point:
        count = len(self.corners)
        x, y, z = (sum(corner[axis] for corner in self.corners) / count for axis in range(3))
        return (x, y, z)


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
    size_mm: tuple[float, float] | None = None


@dataclass(frozen=True)
class Opening:
    """A hole in a face meant to be there, and what closes it."""

    ref: str
    role: str
    face: Face
    corners: tuple[Point, ...]
    closed_by: str


@dataclass(frozen=True)
class Joint:
    """Where two sticks are fixed to each other: which, with what, how many."""

    members: tuple[str, str]
    fixing: str
    count: int


@dataclass(frozen=True)
class Axle:
    """The wheels the pen is tipped on. x from the rear end of the rails; all mm."""

    x_mm: float
    radius_mm: float
    wheel: Wheel
    wheels: int


@dataclass(frozen=True)
class Grip:
    """Where the hands take hold, mm."""

    x_mm: float
    z_mm: float


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
class Structure:
    """A whole pen as built."""

    shape: str
    members: tuple[Member, ...]
    panels: tuple[Panel, ...]
    openings: tuple[Opening, ...]
    hardware: tuple[Hardware, ...]
    joints: tuple[Joint, ...]
    body: Body
    contacts: tuple[Flat, ...]
    axle: Axle | None
    grip: Grip
    head_room_mm: float
    dimensions: tuple[Dimension, ...]
    notes: tuple[Phrase, ...]
