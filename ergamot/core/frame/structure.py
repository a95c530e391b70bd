"""The pen as built: the one source for drawing, mass, wind, cut list and cost.

Lengths in mm in the axes of `geometry`; masses in kg. Nothing here is ever changed after `build`.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np

from ergamot.core.catalogue import Container, Covering, Section, Species, Ware
from ergamot.core.catalogue import Hardware as HardwareRow
from ergamot.core.catalogue.kinds import Fitting, Pattern
from ergamot.core.finding import Phrase
from ergamot.core.frame.bows import Bend
from ergamot.core.frame.face import Face
from ergamot.core.frame.footing import Anchor, Axle, Ballast, Grip, Lever
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.kinds import Covers, Duty, Group, Item, Parked, Purpose, Space, When
from ergamot.core.records import record


@record
class Cut:
    """How one end of a stick is sawn: degrees off square (0 is a plain square cut)."""

    angle_deg: float = 0.0


@dataclass(frozen=True)
class Notch:
    """Wood taken out of a stick so that another can lie in it. Of one that goes right across it: `run`, from where to where
    it is along the stick from its first end, how deep it is, mm, and whether in its upper side."""

    other: str
    volume_mm3: float
    run: Flat | None = None
    deep_mm: float = 0.0
    upper: bool = False


@record
class Member:
    """A stick or a tube; `duty` is what it does, `role` what it is called. `length_mm` is to the long point, `short_mm` to the short point.

    Corners run round one end and then, in the same order, round the other. A bent tube is given as
    straight pieces in `convex`, end to end, a stick notched right across as what is left of it; `bends` are those made by hand, from its first end. A tube has no species: it weighs by the metre.
    """

    ref: str
    label: str
    duty: Duty
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
    convex: tuple[tuple[Point, ...], ...] = ()
    notches: tuple[Notch, ...] = ()
    when: When = When.NOW
    bends: tuple[Bend, ...] = ()

    @property
    def solids(self) -> tuple[tuple[Point, ...], ...]:
        """Its convex pieces: one for a straight stick."""
        return self.convex or (self.corners,)

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


@record
class Panel:
    """A flat covering. `normal` points out of the pen, or out of the house for a partition.

    `covering` is None for a part the keeper has. `solidity` is 1 for sheet; for mesh, the share of its area that is
    wire. `backed_m2` is the part of its area that lies on sticks, `bearings_mm` how far it lies on each. `outside` and
    `inside` are the spaces on its two sides. `under` says that another covering lies over it, `closes` which opening it
    is the leaf of, `raised` that it lies on a frame of its own before the face, `hangs` that it is held along its upper edge alone. Strips of one bent sheet share a
    `piece`; `cut_mm` is the rectangle it is cut from.
    """

    ref: str
    part: Covers
    role: str
    face: str
    group: Group
    covering: Covering | None
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
    inside: Space = Space.RUN
    outside: Space = Space.OPEN
    curved: bool = False
    when: When = When.NOW
    under: bool = False
    bearings_mm: tuple[float, ...] = ()
    closes: str = ""
    raised: bool = False
    hangs: bool = False

    @property
    def label(self) -> str:
        """What it is of, in words."""
        return self.covering.label if self.covering else "your own"

    @property
    def solid(self) -> bool:
        return self.solidity >= 1

    @property
    def rolls(self) -> bool:
        """Can it be rolled up?"""
        return self.covering is not None and self.covering.rolls

    @property
    def braces(self) -> bool:
        """Does it hold the bay it is screwed to in its plane?"""
        return self.covering is None or self.covering.braces

    @property
    def pattern(self) -> Pattern:
        """How it is drawn."""
        return self.covering.pattern if self.covering else Pattern.BOARD

    @property
    def kg(self) -> float:
        return self.area_m2 * self.kg_m2


@record
class Hardware:
    """Something bought that weighs at a place: a wheel, a hinge, a rod, the screws; `row` is None for what is not,
    `closes` the opening whose leaf hangs on it or is shut with it.

    `size_mm` is (diameter, width) of a wheel or (diameter, length) of a rod, lying across the pen.
    """

    ref: str
    item: Item
    role: str
    group: Group
    label: str
    kg: float
    place: Point
    row: Ware | None = None
    count: int = 1
    size_mm: Flat | None = None
    when: When = When.NOW
    closes: str = ""

    @property
    def holds_n(self) -> float:
        """What it bears before it is pulled off; 0 where nothing hangs on it."""
        return self.row.hold_n or 0.0 if isinstance(self.row, HardwareRow) else 0.0


@dataclass(frozen=True)
class Contents:
    """Feed, water or bedding: weighs only when the pen is full of it."""

    ref: str
    role: str
    kg: float
    place: Point


@record
class Opening:
    """A hole in a face meant to be there, what it is for, what closes it, and the spaces on its two sides.

    `leaf` is what its door, lid or hatch is called; `clear_mm` its width and height.
    """

    ref: str
    purpose: Purpose
    role: str
    face: str
    corners: tuple[Point, ...]
    closed_by: str
    leaf: str = ""
    inside: Space = Space.RUN
    outside: Space = Space.OPEN
    clear_mm: Flat = (0.0, 0.0)
    open_share: float = 0.0

    @property
    def centre(self) -> Point:
        count = len(self.corners)
        x, y, z = (sum(corner[axis] for corner in self.corners) / count for axis in range(3))
        return (x, y, z)


@record
class Joint:
    """Where two parts are fixed to each other: with what (None where one only rests), through how much, by which rule."""

    members: tuple[str, str]
    fixing: HardwareRow | None
    count: int
    length_mm: float = 0.0
    through_mm: float = 0.0
    into_mm: float = 0.0
    rule: str = ""

    @property
    def screw_n(self) -> float | None:
        """What one of its screws bears across its shank; none where it is not screwed."""
        screwed = self.fixing is not None and self.fixing.kind is Fitting.SCREW
        return self.fixing.hold_n if self.fixing is not None and screwed else None


@dataclass(frozen=True)
class Splice:
    """Where no board is long enough: references of the two parts of a rail, in order along it, and of the plate on the joint."""

    parts: tuple[str, str]
    plate: str


@record
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
class DragHandle:
    """A place (mm) to pull a parameter by; `way` is a unit vector, `per_mm` what one mm along it adds."""

    parameter: str
    place: Point
    way: Point
    per_mm: float = 1.0


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
    space: Space
    x: Flat
    y: Flat
    z: Flat


@record
class Room:
    """What the inside offers: roost length, nests, feeding edge (m), drinking points; and one of its feeders and drinkers."""

    roost_m: float = 0.0
    nests: int = 0
    feeder_edge_m: float = 0.0
    feeder_round: bool = False
    drinker_points: int = 0
    feeder: Container | None = None
    drinker: Container | None = None


@dataclass(frozen=True)
class Size:
    """How long and how wide something is over all, mm."""

    long_mm: float
    wide_mm: float


@record
class Structure:
    """A whole pen as built. `faces` are its outside, `within` the walls between two of its spaces. One that `comes_apart` is carried
    to the field in flat pieces."""

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
    drag_handles: tuple[DragHandle, ...] = ()
    living: Space = Space.RUN
    within: tuple[Face, ...] = ()
    splices: tuple[Splice, ...] = ()
    comes_apart: bool = False
    built_in_field: bool = False

    @property
    def ranges(self) -> bool:
        """Do its birds go out on the grass by day, and only sleep in it?"""
        return self.living is Space.HOUSE

    @property
    def gap_mm(self) -> float:
        """How far over the grass it stands on its tyres; nothing where it stands on its rails."""
        axle = self.axle
        return axle.rise_mm if axle and axle.parked is Parked.DOWN else 0.0

    @property
    def open_gap_mm(self) -> float:
        """What of that nothing closes."""
        return 0.0 if self.has(Fitting.GROUND_STRIP) else self.gap_mm

    def has(self, kind: Fitting) -> bool:
        """Is a kind of hardware on it?"""
        return any(isinstance(one.row, HardwareRow) and one.row.kind is kind for one in self.hardware)

    @cached_property
    def floor_z_mm(self) -> float:
        """How high the floor they live on is over the grass."""
        return next((zone.z[0] for zone in self.zones if zone.space is self.living), 0.0)

    @cached_property
    def gussets(self) -> tuple[Point, ...]:
        """Where plywood corners hold it."""
        rows = ((one.place, one.row) for one in self.hardware)
        return tuple(
            place for place, row in rows if isinstance(row, HardwareRow) and row.kind is Fitting.GUSSET
        )

    @property
    def sprung(self) -> bool:
        """Is it bent from side to side out of stiff wire?"""
        return any(panel.curved and not panel.solid and panel.group is Group.FRAME for panel in self.panels)

    @property
    def carried(self) -> bool:
        """Is one end carried in the hands while the other rolls?"""
        return self.axle is not None and self.front_axle is None

    @cached_property
    def rail_top_mm(self) -> float:
        """How high the base rails stand over the grass."""
        return max(c[2] for m in self.members if m.duty is Duty.BASE_RAIL for c in m.corners)

    @cached_property
    def standing_size(self) -> Size:
        """What it takes up where it stands, with all that is on it."""
        return self._size([item for item in self.hardware if item.when is not When.ASIDE], ())

    @cached_property
    def hauled_size(self) -> Size:
        """What it takes up on the move: loose wheels under it, and whatever it is held by ahead of it."""
        on = [item for item in self.hardware if item.when is not When.ASIDE or item.item is Item.LOOSE_WHEEL]
        return self._size(on, (self.grip.x_mm,))

    def _size(self, items: Sequence[Hardware], ahead: tuple[float, ...]) -> Size:
        corners = [corner for member in self.members for corner in member.corners]
        xs, ys = [*(c[0] for c in corners), *ahead], [c[1] for c in corners]
        for item in items:
            if item.size_mm:
                ys += [item.place[1] - item.size_mm[1] / 2, item.place[1] + item.size_mm[1] / 2]
        return Size(max(xs) - min(xs), max(ys) - min(ys))

    @cached_property
    def standing(self) -> tuple[Panel, ...]:
        """Its panels but for those that wait in the shed."""
        return tuple(panel for panel in self.panels if panel.when is not When.ASIDE)

    @cached_property
    def corners_by_body(self) -> tuple[np.ndarray, np.ndarray]:
        """Corners of its sticks, (n, 3) mm: of those that stand wholly ahead of the body's rear, and of the rest."""
        inside: list[Point] = []
        behind: list[Point] = []
        for member in self.members:
            if member.when is not When.ASIDE:
                ahead = min(x for x, _, _ in member.corners) >= self.body.x[0] - 1
                (inside if ahead else behind).extend(member.corners)
        return np.array(inside).reshape(-1, 3), np.array(behind).reshape(-1, 3)

    @cached_property
    def drawn_solids(self) -> dict[str, tuple[tuple[Point, ...], ...]]:
        """The pieces of its sticks by reference, to the tenth of a millimetre that is drawn."""
        return {
            member.ref: tuple(
                tuple((round(x, 1), round(y, 1), round(z, 1)) for x, y, z in solid) for solid in member.solids
            )
            for member in self.members
        }

    def joints_of(self, ref: str) -> tuple[Joint, ...]:
        """The joints a stick has a part in."""
        return self._joints_by_ref.get(ref, ())

    @cached_property
    def _joints_by_ref(self) -> dict[str, tuple[Joint, ...]]:
        found: dict[str, list[Joint]] = {}
        for joint in self.joints:
            for ref in joint.members:
                found.setdefault(ref, []).append(joint)
        return {ref: tuple(joints) for ref, joints in found.items()}

    @cached_property
    def by_ref(self) -> dict[str, Member]:
        """Its sticks by reference."""
        return {member.ref: member for member in self.members}
