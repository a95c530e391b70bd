"""Whether a house fits its pen: head room, a row of nests, roosts with room between them."""

from __future__ import annotations

from collections.abc import Iterable

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.parts.house.choices import NEST_MM, House, OwnWindow
from ergamot.core.frame.parts.house.kinds import Roosts
from ergamot.core.frame.parts.house.parameters import LEAST_PANE_MM, LEAST_RUN_MM
from ergamot.core.frame.parts.site import both, refuse_above, refuse_below
from ergamot.core.frame.profile import Profile

NEST_WALL_MM = 9.0
LEAST_HOUSE_MM = 400.0  # head room in a house below which no hen roosts; judgement
LEAST_ROOST_GAP_MM = 300.0  # between bars; 1999/74/EC art. 4
LEAST_WALL_GAP_MM = 200.0  # from a bar to a wall; 1999/74/EC art. 4
ROOST_ABOVE_FLOOR_MM = 200.0  # judgement: over a day's droppings
ROOST_ABOVE_NESTS_MM = (
    40.0  # of bars over boxes they run above; judgement: a hen sleeps on the highest place there is
)
HOP_MM = 250.0  # a hen hops so high; judgement
ROOST_STEP_MM = HOP_MM
RAMP_DEG = 35.0  # steepest heavy breeds manage; judgement
# wide, high, for hens; 1999/74/EC art. 4 asks for 0.35 m high and 0.40 wide of a barn
POP_HOLE_MM = (320.0, 380.0)
OVER_NESTS_MM, BESIDE_NESTS_MM = 60.0, 40.0  # for the stick over a row and those beside it; judgement
WINDOW_ABOVE_MM = 60.0  # of partition left between pop hole and window
WINDOW_BELOW_ROOF_MM = 100.0
TRAY_UNDER_MM = 60.0  # under the bearers, for a day's droppings and a hand; judgement
UNDER_TRAY_MM = 90.0  # of its rail, and clear over the base; judgement
UNDER_PLATE_MM = 300.0  # of wall over the floor; judgement: a bird stands up beside it
STEP_MM = 50.0  # from one sill to the other; judgement: the birds step over it


def check_house(house: House, profile: Profile, body_mm: float, deep: float, clear_mm: float) -> None:
    """Refuse a house its pen cannot hold.

    Args: house; profile, the pen's line; body_mm, rear to front; deep, of a stick, mm; clear_mm, taken by
        the wall's own frame on each side.
    Raises: OutOfRange, naming the field and what it may be.
    Source: common practice.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> house = read_house(asked("coop"), c)
    >>> check_house(house, begun("coop").profile, 3000.0, 64.0, 38.0)
    """
    if not house.whole:
        most = body_mm - LEAST_RUN_MM - house.begins
        refuse_above("house_length", house.length, most, "so that a run is left in front")
    if house.nests.hung and not house.at_rear:
        raise OutOfRange("nests", house.nests, "inside, or on a ledge: a run is behind this house")
    most = profile.top_z - LEAST_HOUSE_MM - 2 * deep
    refuse_above("house_floor", house.floor_z, most, "to leave head room under this roof")
    if house.nests.there:
        _check_nests(house, profile, clear_mm)
    if house.roosts.there:
        _check_roosts(house, profile, deep, clear_mm)
    if house.own_window:
        _check_window(house.own_window, house, profile, clear_mm)


def check_under_plate(house: House, plate_mm: float, deep: float) -> None:
    """Refuse a floor or roosts that stand in what ties the walls' plates across an end.

    Args: house; plate_mm, top of the lower wall plate, mm; deep, of a stick, mm.
    Raises: OutOfRange.
    Source: common practice.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> check_under_plate(read_house(asked("coop"), c), 1600.0, 64.0)
    """
    refuse_above(
        "house_floor", house.floor_z, plate_mm - deep - UNDER_PLATE_MM, "to stand below the wall plate"
    )
    under = plate_mm - deep - roosts_over_floor(house) - house.bar.high - 10
    refuse_above("house_floor", house.floor_z, under, "for the roosts to clear the end plate")


def check_bearers(house: House, foot_mm: float) -> None:
    """Refuse a floor so low that what carries it meets the base.

    Args: house; foot_mm, top of the base rails, mm.
    Raises: OutOfRange.
    Source: geometry.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> check_bearers(read_house(asked("coop"), c), 64.0)
    """
    least = foot_mm + house.bearer.deep_mm
    refuse_below("house_floor", house.floor_z, least, "over the base rails and what carries it")


def check_tray(house: House, foot_mm: float) -> None:
    """Refuse a tray with no room under the floor, or nothing to catch.

    Args: house; foot_mm, top of the base rails, mm.
    Raises: OutOfRange.
    Source: common practice.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> check_tray(read_house(asked("coop", tray="yes"), c), 64.0)
    """
    if house.tray:
        least = foot_mm + house.bearer.deep_mm + TRAY_UNDER_MM + UNDER_TRAY_MM
        refuse_below("house_floor", house.floor_z, least, "for a tray under it to clear the base")


def check_dock(house: House, sills: Iterable[float], lifted: float) -> None:
    """Refuse a house that is to dock where none of its pop holes meets the other building's.

    Args: house; sills of the holes in its sides that birds go through, over the foot of its rails, mm; lifted, how far
        that is over the grass, mm.
    Raises: OutOfRange, naming what would meet.
    Source: common practice: a step no higher than a bird's foot is lifted.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> docked = read_house({**asked("coop", house="whole"), "docks_at": 620.0}, c)
    >>> check_dock(docked, (600.0,), 0.0)
    """
    if not house.docks_at:
        return
    over = sorted((sill + lifted for sill in sills), key=lambda sill: abs(sill - house.docks_at))
    if not over:
        raise OutOfRange(
            "docks_at", house.docks_at, "0: it has no pop hole in a side; add an opening for birds"
        )
    if abs(over[0] - house.docks_at) > STEP_MM:
        near = f"within {both(STEP_MM)} of {both(over[0])}, the sill of its pop hole"
        raise OutOfRange("docks_at", house.docks_at, f"{near}; or raise that, or the house floor")


def window_sill(house: House) -> float:
    """Height of a window's lower edge.

    Args: house.
    Returns: z, mm.
    Source: common practice: over the pop hole.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> house = read_house(asked("coop"), c)
    >>> round(window_sill(house) - house.floor_z)
    440
    """
    return house.floor_z + POP_HOLE_MM[1] + WINDOW_ABOVE_MM


def _check_window(own: OwnWindow, house: House, profile: Profile, clear_mm: float) -> None:
    sill = window_sill(house)
    tallest = profile.top_z - WINDOW_BELOW_ROOF_MM - sill
    right, left = profile.span_at(min(sill + own.high, profile.top_z - WINDOW_BELOW_ROOF_MM))
    widest = left - right - 2 * clear_mm
    if min(tallest, widest) < LEAST_PANE_MM:
        raise OutOfRange("window", "own", "none: there is no room for one over the pop hole")
    refuse_above("window_height", own.high, tallest, "between the pop hole and this roof")
    refuse_above("window_width", own.wide, widest, "between the slopes of this partition")


def roosts_over_floor(house: House) -> float:
    """Height of the highest roost rail's top over the floor.

    Args: house.
    Returns: mm, 0 without roosts.
    Source: common practice.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> house = read_house(asked("coop"), c)
    >>> roosts_over_floor(house)
    200.0
    """
    if not house.roosts.there:
        return 0.0
    stepped = house.roosts is Roosts.STEPPED and house.bars > 1
    return _lowest_roost(house) + (ROOST_STEP_MM if stepped else 0.0)


def _lowest_roost(house: House) -> float:
    """Over the floor, and over boxes that stand on it under the bars, mm."""
    over = house.nests_top + ROOST_ABOVE_NESTS_MM if house.nests.within else 0.0
    return max(ROOST_ABOVE_FLOOR_MM, over)


def nest_row_mm(house: House) -> float:
    """Length of a row of nest boxes, partitions included.

    Args: house.
    Returns: mm.
    Source: common practice, 300 mm boxes.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> house = read_house(asked("coop"), c)
    >>> nest_row_mm(house)
    936.0
    """
    return house.nests_in_row * (NEST_MM + NEST_WALL_MM) + NEST_WALL_MM


def _check_nests(house: House, profile: Profile, clear_mm: float) -> None:
    if house.nests.rows > 1 and house.floor_z + house.nests_top > profile.top_z - OVER_NESTS_MM:
        raise OutOfRange("nests", house.nests, "in one row: two are higher than this house is")
    most = house.nests.rows * _in_a_row(house.nests_top, house, profile, clear_mm)
    if house.nest_count <= most:
        return
    if house.nests.rows > 1 and _in_a_row(NEST_MM, house, profile, clear_mm) >= most:
        raise OutOfRange("nests", house.nests, "in one row: this house is too narrow higher up")
    if most < 1:
        raise OutOfRange("nests", house.nests, "none: the house is too narrow for a box at this height")
    raise OutOfRange("nest_count", house.nest_count, f"at most {most} across the rear of this house")


def _in_a_row(high_mm: float, house: House, profile: Profile, clear_mm: float) -> int:
    """How many boxes find room side by side, their tops so high over the floor."""
    right, left = profile.span_at(min(house.floor_z + high_mm + OVER_NESTS_MM, profile.top_z - 1))
    room = left - right - 2 * clear_mm - BESIDE_NESTS_MM
    return int((room - NEST_WALL_MM) / (NEST_MM + NEST_WALL_MM))


def roost_places(house: House, profile: Profile, clear_mm: float) -> tuple[tuple[float, float], ...]:
    """Where the bars run: (y, z of the rail's top), lowest first; fewer than wanted when too narrow.

    Args: house; profile; clear_mm, taken by the wall's frame each side.
    Returns: places, from right to left on each rail.
    Source: common practice: 0.3 m between bars, half of it from the wall.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> house = read_house(asked("coop"), c)
    >>> len(roost_places(house, begun("coop").profile, 38.0))
    2
    """
    low = house.floor_z + _lowest_roost(house)
    levels = [low] if house.roosts is Roosts.LEVEL else [low, low + ROOST_STEP_MM]
    places: list[tuple[float, float]] = []
    share = -(-house.bars // len(levels))
    left_over = house.bars
    for z in levels:
        count = min(share, left_over)
        left_over -= count
        if z + LEAST_HOUSE_MM / 2 + max(house.bar.wide, house.bar.high) > profile.top_z:
            continue
        right, left = profile.span_at(z + 60)
        room = left - right - 2 * (clear_mm + LEAST_WALL_GAP_MM)
        fit = min(count, int(room / LEAST_ROOST_GAP_MM) + 1) if room > 0 else 0
        gap = LEAST_ROOST_GAP_MM if fit < 2 else min(room / (fit - 1), 1.5 * LEAST_ROOST_GAP_MM)
        middle = (left + right) / 2
        places += [(middle + (i - (fit - 1) / 2) * gap, z) for i in range(fit)]
    return tuple(places)


def _check_roosts(house: House, profile: Profile, deep: float, clear_mm: float) -> None:
    if house.roosts is Roosts.STEPPED and house.bars > 1 and deep + house.bar.high > ROOST_STEP_MM:
        raise OutOfRange(
            "roost_laid",
            house.laid,
            "flat, or the roosts on one level: on edge they stand where the rail of the next step is",
        )
    if house.on_posts and house.droppings_board:
        raise OutOfRange(
            "roost_held", house.held, "rails, or at both ends: posts stand where the droppings board lies"
        )
    fit = len(roost_places(house, profile, clear_mm))
    if fit < house.bars:
        if fit == 0:
            raise OutOfRange("roosts", house.roosts, "none: the house is too small for a bar at this height")
        raise OutOfRange("roost_bars", house.bars, f"at most {fit} with 0.3 m between them in this house")
