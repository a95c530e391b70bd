"""What can be chosen about the house, and what must hold for it to stand in its pen."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Mesh, Sheet, pick
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.parameters import Choice, Parameter, Value
from ergamot.core.frame.parts.site import refuse_above
from ergamot.core.frame.profile import Profile

NEST_MM = 300.0  # a hen's box, wide, deep and high; common practice
FLOOR_MESH = "welded-12"
NEST_WALL_MM = 9.0
LEAST_HOUSE_MM = 400.0  # head room in a house below which no hen roosts; common practice
LEAST_ROOST_GAP_MM = 300.0  # between bars, and from a wall to a bar half of it; common practice
ROOST_ABOVE_FLOOR_MM = 200.0  # common practice
ROOST_STEP_MM = 250.0  # common practice


@dataclass(frozen=True)
class House:
    """The values of a house with its rows looked up; lengths in mm."""

    length: float
    floor_z: float
    floor_of: Sheet | Mesh
    walls: Sheet
    roosts: str
    bars: int
    nests: str
    nest_count: int
    nest_hatch: str
    nests_later: bool
    vents: bool
    hatch: bool
    window: bool
    winter_floor: bool


def house_parameters(default: str, floor_mm: float) -> tuple[Parameter, ...]:
    """What can be chosen about a house.

    Args: default, yes or no; floor_mm, usual height of its floor.
    Returns: the parameters of group house.
    Source: common practice ranges.
    """
    housed = ("house", "yes")
    return (
        Parameter(
            "house",
            "Raised house",
            "house",
            "choice",
            default,
            choices=(Choice("yes", "at the rear"), Choice("no", "none")),
        ),
        Parameter(
            "house_length",
            "House length",
            "house",
            "length",
            1200.0,
            600,
            2500,
            only_if=housed,
            note="rear wall to partition",
        ),
        Parameter(
            "house_floor",
            "House floor",
            "house",
            "length",
            floor_mm,
            300,
            1100,
            only_if=housed,
            note="above the ground",
        ),
        Parameter(
            "house_floor_of",
            "Floor of",
            "house",
            "choice",
            "slats-19",
            table="sheets",
            use="floor",
            only_if=housed,
        ),
        Parameter(
            "house_walls",
            "House walls of",
            "house",
            "choice",
            "ply-9",
            table="sheets",
            use="wall",
            only_if=housed,
        ),
        Parameter(
            "roosts",
            "Roosts",
            "house",
            "choice",
            "level",
            choices=(
                Choice("level", "one level", "no quarrel for the top"),
                Choice("stepped", "stepped", "easier up"),
                Choice("none", "none"),
            ),
            only_if=housed,
        ),
        Parameter("roost_bars", "Roost bars", "house", "count", 2, 1, 8, only_if=housed),
        Parameter(
            "nests",
            "Nest boxes",
            "house",
            "choice",
            "none",
            choices=(
                Choice("none", "none"),
                Choice("inside", "inside, on the floor"),
                Choice("outside", "outside the rear wall"),
            ),
            only_if=housed,
        ),
        Parameter("nest_count", "Number of nests", "house", "count", 3, 1, 12, only_if=housed),
        Parameter(
            "nest_hatch",
            "Eggs reached by",
            "house",
            "choice",
            "lid",
            choices=(Choice("lid", "a lid", "cheap"), Choice("hatch", "a side hatch", "dark and calm")),
            only_if=housed,
        ),
        Parameter(
            "nests_later",
            "Nests fitted",
            "house",
            "choice",
            "now",
            choices=(Choice("now", "from the start"), Choice("later", "before lay begins")),
            only_if=housed,
        ),
        Parameter(
            "mesh_floor",
            "Mesh floor",
            "house",
            "choice",
            "no",
            choices=(Choice("no", "no"), Choice("yes", "welded mesh instead", "droppings fall through")),
            only_if=housed,
        ),
        Parameter(
            "winter_floor",
            "Floor in winter",
            "house",
            "choice",
            "no",
            choices=(Choice("no", "as in summer"), Choice("yes", "plywood laid over", "out in spring")),
            only_if=housed,
        ),
        Parameter(
            "window",
            "Window",
            "house",
            "choice",
            "no",
            choices=(Choice("no", "none"), Choice("yes", "clear sheet over the pop hole")),
            only_if=housed,
        ),
        Parameter(
            "house_hatch",
            "Cleaning hatch",
            "house",
            "choice",
            "yes",
            choices=(Choice("yes", "in the rear wall"), Choice("no", "none")),
            only_if=housed,
        ),
        Parameter(
            "vents",
            "Vents",
            "house",
            "choice",
            "both",
            choices=(Choice("both", "low and high, closable"), Choice("none", "none")),
            only_if=housed,
        ),
    )


def read_house(values: Mapping[str, Value], catalogue: Catalogue) -> House | None:
    """Look up the house the values name.

    Args: values, checked; catalogue.
    Returns: the House, or None when there is none.
    Raises: UnknownChoice.
    Source: common practice.
    """
    if values["house"] != "yes":
        return None
    sheet = pick(catalogue.sheets, str(values["house_floor_of"]), "house_floor_of")
    return House(
        length=float(values["house_length"]),
        floor_z=float(values["house_floor"]),
        floor_of=catalogue.meshes[FLOOR_MESH] if values["mesh_floor"] == "yes" else sheet,
        walls=pick(catalogue.sheets, str(values["house_walls"]), "house_walls"),
        roosts=str(values["roosts"]),
        bars=int(float(values["roost_bars"])),
        nests=str(values["nests"]),
        nest_count=int(float(values["nest_count"])),
        nest_hatch=str(values["nest_hatch"]),
        nests_later=values["nests_later"] == "later",
        vents=values["vents"] == "both",
        hatch=values["house_hatch"] == "yes",
        window=values["window"] == "yes",
        winter_floor=values["winter_floor"] == "yes",
    )


def check_house(house: House, profile: Profile, body_mm: float, deep: float, clear_mm: float) -> None:
    """Refuse a house its pen cannot hold.

    Args: house; profile, the pen's line; body_mm, rear to front; deep, of a stick; clear_mm, taken by
        the wall's own frame on each side.
    Raises: OutOfRange, naming the field and what it may be.
    Source: common practice.
    """
    refuse_above("house_length", house.length, body_mm - 500, "so that a run is left in front")
    most = profile.top_z - LEAST_HOUSE_MM - 2 * deep
    refuse_above("house_floor", house.floor_z, most, "to leave head room under this roof")
    if house.nests != "none":
        _check_nests(house, profile, clear_mm)
    if house.roosts != "none":
        _check_roosts(house, profile, deep, clear_mm)


def roosts_over_floor(house: House) -> float:
    """Height of the highest roost rail's top over the floor.

    Args: house.
    Returns: mm, 0 without roosts.
    Source: common practice.
    """
    if house.roosts == "none":
        return 0.0
    stepped = house.roosts == "stepped" and house.bars > 1
    return ROOST_ABOVE_FLOOR_MM + (ROOST_STEP_MM if stepped else 0.0)


def nest_row_mm(house: House) -> float:
    """Length of a row of nest boxes, partitions included.

    Args: house.
    Returns: mm.
    Source: common practice, 300 mm boxes.
    """
    return house.nest_count * (NEST_MM + NEST_WALL_MM) + NEST_WALL_MM


def _check_nests(house: House, profile: Profile, clear_mm: float) -> None:
    top = min(house.floor_z + NEST_MM + 60, profile.top_z - 1)
    right, left = profile.span_at(top)
    room = left - right - 2 * clear_mm - 40
    most = int((room - NEST_WALL_MM) / (NEST_MM + NEST_WALL_MM))
    if house.nest_count > most:
        if most < 1:
            raise OutOfRange("nests", house.nests, "none: the house is too narrow for a box at this height")
        raise OutOfRange("nest_count", house.nest_count, f"at most {most} across the rear of this house")


def roost_places(
    house: House, profile: Profile, deep: float, clear_mm: float
) -> tuple[tuple[float, float], ...]:
    """Where the bars run: (y, z of the rail's top), lowest first; fewer than wanted when too narrow.

    Args: house; profile; deep, of a stick, mm; clear_mm, taken by the wall's frame each side.
    Returns: places, from right to left on each rail.
    Source: common practice: 0.3 m between bars, half of it from the wall.
    """
    low = house.floor_z + ROOST_ABOVE_FLOOR_MM
    levels = [low] if house.roosts == "level" else [low, low + ROOST_STEP_MM]
    places: list[tuple[float, float]] = []
    share = -(-house.bars // len(levels))
    left_over = house.bars
    for z in levels:
        count = min(share, left_over)
        left_over -= count
        if z + LEAST_HOUSE_MM / 2 + deep > profile.top_z:
            continue
        right, left = profile.span_at(z + 60)
        room = left - right - 2 * clear_mm - LEAST_ROOST_GAP_MM
        fit = min(count, int(room / LEAST_ROOST_GAP_MM) + 1) if room > 0 else 0
        gap = LEAST_ROOST_GAP_MM if fit < 2 else min(room / (fit - 1), 1.5 * LEAST_ROOST_GAP_MM)
        middle = (left + right) / 2
        places += [(middle + (i - (fit - 1) / 2) * gap, z) for i in range(fit)]
    return tuple(places)


def _check_roosts(house: House, profile: Profile, deep: float, clear_mm: float) -> None:
    fit = len(roost_places(house, profile, deep, clear_mm))
    if fit < house.bars:
        if fit == 0:
            raise OutOfRange("roosts", house.roosts, "none: the house is too small for a bar at this height")
        raise OutOfRange("roost_bars", house.bars, f"at most {fit} with 0.3 m between them in this house")
