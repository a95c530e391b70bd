"""The house some values ask for, and what a flock wants of one."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Mesh, Section, Sheet, pick
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.parameters import Value, is_on
from ergamot.core.frame.parts.house.kinds import Nests, Place, Roosts, RoostsHeld
from ergamot.core.frame.parts.house.parameters import (
    HOUSED,
    ON_EDGE,
    PARTED,
    RANGING,
)
from ergamot.core.frame.wanted import Wanted

MOST_IN_A_ROW = 6  # nests, before they are hung one row over another; judgement: a house 2 m wide
NEST_MM = 300.0  # a hen's box, wide, deep and high; judgement: she turns round in it
NEST_DEPTH_MM = 320.0  # of a row of boxes, front to back
LEDGE_MM = 250.0  # as high as a hen hops; judgement
FLOOR_MESH = "welded-12"
ALIKE_MM = 0.5  # sections no further apart are of one thickness
ROOST_END_MM = 60.0  # of each bar lies on its rail
BARS_APART_M = 0.45  # wider than the least, so that a house comes out about as long as wide; judgement


@dataclass(frozen=True)
class OwnWindow:
    """A window the keeper has: outside width and height, mm, and its mass, kg."""

    wide: float
    high: float
    kg: float


@dataclass(frozen=True)
class Bar:
    """What a roost is sawn from, and how it is turned: how wide it lies and how high it stands, mm."""

    section: Section
    wide: float
    high: float


@dataclass(frozen=True)
class House:
    """The values of a house with its rows looked up; lengths in mm."""

    where: Place
    docks_at: float  # sill of another building's hole its pop hole meets in winter; 0 where it stands free
    ranges: bool  # nothing closes what is beneath: the birds go out on the grass by day
    begins: float  # how far in front of the rear wall
    length: float
    floor_z: float
    floor_of: Sheet | Mesh
    bearer: Section
    walls: Sheet
    roosts: Roosts
    bars: int
    bar: Bar
    laid: str
    held: RoostsHeld
    roosts_out: bool
    droppings_board: bool
    tray: bool
    nests: Nests
    nest_count: int
    nest_hatch: str
    nests_later: bool
    vents: bool
    floor_vent: bool
    hatch: bool
    window: bool
    own_window: OwnWindow | None
    winter_floor: bool
    pop_hole: str = "middle"

    @property
    def under_floor(self) -> float:
        """How high the undersides of its bearers are, mm."""
        return self.floor_z - self.bearer.deep_mm

    @property
    def railed(self) -> bool:
        """Do its roosts lie on a rail at every rib?"""
        return self.held is RoostsHeld.RIBS

    @property
    def on_posts(self) -> bool:
        """Does a post stand under each roost at every floor bearer?"""
        return self.held is RoostsHeld.POSTS

    @property
    def nests_in_row(self) -> int:
        return -(-self.nest_count // self.nests.rows)

    @property
    def nests_high(self) -> float:
        """Of all their rows, mm."""
        return self.nests.rows * NEST_MM

    @property
    def nests_over_floor(self) -> float:
        """How high over its floor boxes along the rear wall begin, mm."""
        return LEDGE_MM if self.nests is Nests.LEDGE else 0.0

    @property
    def nests_top(self) -> float:
        """How far up from its floor the rear wall is taken by boxes, mm."""
        return self.nests_over_floor + self.nests_high if self.nests.there else 0.0

    @property
    def ends(self) -> float:
        """How far in front of the rear wall its front is, mm."""
        return self.begins + self.length

    @property
    def parted(self) -> tuple[tuple[float, bool], ...]:
        """The walls that part it from its runs: how far from the rear wall, mm, and whether it is its own rear."""
        if self.whole:
            return ()
        front = (self.ends, False)
        return ((self.begins, True), front) if self.begins else (front,)

    @property
    def at_rear(self) -> bool:
        """Is the rear wall of the pen its own?"""
        return self.where is not Place.MIDDLE

    @property
    def whole(self) -> bool:
        """Is it as long as the pen?"""
        return self.where is Place.WHOLE


def housed(flock: Wanted) -> dict[str, Value]:
    """What a flock that lays wants: a house long enough for its roosts, and nests; other birds want none.

    Args: flock, what it asks.
    Returns: values to begin with.
    Source: common practice: bars 0.45 m apart in a house about as long as it is wide.

    >>> housed(Wanted(500.0, 0.0, 0, False))
    {'house': 'no'}
    """
    if not flock.lays:
        return {"house": "no"}
    bars = max(1, min(8, round(math.sqrt(flock.roost_m / BARS_APART_M))))
    length = max(900.0, min(2400.0, flock.roost_m / bars * 1000 + 2 * ROOST_END_MM))
    return {
        "house": "yes",
        "house_length": math.ceil(length / 50) * 50.0,
        "roosts": "level",
        "roost_bars": bars,
        "nests": Nests.TWO_ROWS if flock.nests > MOST_IN_A_ROW else Nests.OUTSIDE,
        "nest_count": min(12, flock.nests),
    }


def read_house(values: Mapping[str, Value], catalogue: Catalogue) -> House | None:
    """Look up the house the values name.

    Args: values, checked; catalogue.
    Returns: the House, or None when there is none.
    Raises: UnknownChoice.
    Source: common practice.

    >>> read_house(asked("coop", house="no"), c)
    """
    if values["house"] not in HOUSED:
        return None
    sheet = pick(catalogue.sheets, str(values["house_floor_of"]), "house_floor_of")
    where = Place(str(values["house"]))
    frame = pick(catalogue.sections, str(values["section"]), "section")
    return House(
        where=where,
        docks_at=float(values["docks_at"]) if where is Place.WHOLE else 0.0,
        ranges=where is Place.WHOLE and values["house_beneath"] == RANGING,
        begins=float(values["house_at"]) if where is Place.MIDDLE else 0.0,
        length=float(values["house_length"]),
        floor_z=float(values["house_floor"]),
        floor_of=catalogue.meshes[FLOOR_MESH] if is_on(values, "mesh_floor") else sheet,
        bearer=_bearer(values, catalogue, frame),
        walls=pick(catalogue.sheets, str(values["house_walls"]), "house_walls"),
        roosts=Roosts(str(values["roosts"])),
        bars=int(float(values["roost_bars"])),
        bar=_bar(values, catalogue, frame),
        laid=str(values["roost_laid"]),
        held=RoostsHeld(str(values["roost_held"])),
        roosts_out=is_on(values, "roosts_out"),
        droppings_board=is_on(values, "droppings_board"),
        tray=is_on(values, "tray"),
        nests=Nests(str(values["nests"])),
        nest_count=int(float(values["nest_count"])),
        nest_hatch=str(values["nest_hatch"]),
        nests_later=values["nests_later"] == "later",
        vents=values["vents"] != "none",
        floor_vent=values["vents"] == "floor",
        hatch=is_on(values, "house_hatch"),
        window=where in PARTED and values.get("window", "no") != "no",
        own_window=_own_window(values) if where in PARTED else None,
        winter_floor=is_on(values, "winter_floor"),
        pop_hole=str(values["pop_hole"]),
    )


def _bearer(values: Mapping[str, Value], catalogue: Catalogue, frame: Section) -> Section:
    """What carries the floor: it stands between the ribs, as thick as they are."""
    if values["bearer_made"] != "own":
        return frame
    own = pick(catalogue.sections, str(values["bearer_section"]), "bearer_section")
    if abs(own.thick_mm - frame.thick_mm) > ALIKE_MM:
        raise OutOfRange(
            "bearer_section", own.key, f"{frame.thick_mm:g} mm thick, as the ribs it stands between"
        )
    return own


def _bar(values: Mapping[str, Value], catalogue: Catalogue, frame: Section) -> Bar:
    own = frame
    if values["roost_made"] == "own":
        own = pick(catalogue.sections, str(values["roost_section"]), "roost_section")
    if values["roost_laid"] == ON_EDGE:
        return Bar(own, own.thick_mm, own.deep_mm)
    return Bar(own, own.deep_mm, own.thick_mm)


def _own_window(values: Mapping[str, Value]) -> OwnWindow | None:
    if values.get("window") != "own":
        return None
    return OwnWindow(
        float(values["window_width"]), float(values["window_height"]), float(values["window_kg"])
    )
