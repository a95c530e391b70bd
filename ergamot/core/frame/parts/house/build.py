"""Setting a house into its pen: bearers, floor, partition, ramp, vents; then what stands in it."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import shapely
from shapely import Polygon

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.finding import phrase
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.contact import crossing
from ergamot.core.frame.covering import Coat
from ergamot.core.frame.face import Face, within_heights
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.kinds import Covers, Duty, Group, Purpose, Space, When
from ergamot.core.frame.parts.house.choices import House
from ergamot.core.frame.parts.house.fit import (
    POP_HOLE_MM,
    RAMP_DEG,
    roost_places,
)
from ergamot.core.frame.parts.house.furnish import before_the_hole, clear_mm, set_roosts, set_tray
from ergamot.core.frame.parts.house.holes import cleaning_hatch, floor_vent, set_vents, set_window
from ergamot.core.frame.parts.house.nests import inside_nests, outside_nests
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.structure import Joint, Room, Zone
from ergamot.core.units import Quantity

RAMP_MM = 300.0
RAMP_BESIDE_MM = 25.0  # from a wall, and the cleats on it
RAMP_CLEAR_MM = 60.0  # over its top, for treads between leaning ribs
TREAD_EVERY_MM = 150.0
PLAIN_RAMP_MM = 1100.0  # a longer one of 12 mm sags under heavy hens
ROUND_RAMP_MM = 5.0  # from the ground; judgement: it lies on its board
UNDER_HINGE_MM = 100.0  # left free of the bearer it hangs on
LEAST_HOLE_MM = 250.0  # of width; judgement: a heavy hen and her wings
BESIDE_MM = 20.0  # of sheet left beside a pop hole to screw through
PARTITION = "partition"  # the face between house and run
HOUSE_REAR = "house rear"  # the face behind a house in the middle of its pen
OVER_RUN = "house front"  # the face of what stands over a lower run


@dataclass(frozen=True)
class LowRun:
    """A run that a house stands taller than: how high it is and where it ends, mm."""

    top: float
    end: float


def build_house(site: Site, house: House, run: LowRun | None = None) -> Room:
    """Set a house into a pen's rear end.

    Args: site, of the whole pen, or of the house alone where it has a `run` lower than it before it; house, checked
        against the pen; run.
    Returns: the Room it offers: roosts and nests.
    Source: common practice; see this package's docstring.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> build_house(begun("coop"), read_house(asked("coop"), c)).nests
    0
    """
    if not house.at_rear:
        site = _from_its_rear(site, house)
    wall = site.x[0] + house.length
    end = wall - site.rib_mm / 2
    _bearers(site, house, end)
    if house.whole:
        if not house.ranges:
            _floor_hole(site, house)
        end = site.lines[-2] if len(site.lines) > 2 else site.lines[-1]  # the birds come in before the roosts
    else:
        _partition(site, house, wall, run)
    _floor(site, house, wall)
    if house.floor_vent:
        floor_vent(site, house, _level(site, house, wall))
    if house.tray:
        set_tray(site, house, site.lines[-2] if house.whole and not house.ranges else wall)
    roost_m = set_roosts(site, house, end)
    nests = 0
    if house.nests.within:
        nests = inside_nests(site, house)
    elif house.nests.hung:
        nests = outside_nests(site, house)
    hatch_top = cleaning_hatch(site, house) if house.hatch else None
    if house.vents:
        set_vents(site, house, hatch_top)
    right, left = site.inside(house.floor_z)
    site.zones.append(
        Zone("house", Space.HOUSE, (site.x[0], wall), (right, left), (house.floor_z, site.profile.top_z))
    )
    return Room(roost_m=roost_m, nests=nests)


def _from_its_rear(site: Site, house: House) -> Site:
    """The part of a pen in front of the rear of a house in its middle, that wall closed against the run behind it."""
    at = site.x[0] + house.begins
    lines = tuple(line for line in site.lines if line > at)
    part = replace(site, x=(at, site.x[1]), lines=lines)
    face = replace(_across(site, house, HOUSE_REAR, at), normal=(-1, 0, 0))
    part.faces["rear"] = site.within[HOUSE_REAR] = face
    within = Coat("house rear", house.walls, Group.HOUSE, Space.HOUSE, Space.RUN, Covers.PARTITION)
    site.cover.cover(face, within)
    site.notes.append(
        phrase("the run behind the house wants a door of its own: it is joined to the other only beneath")
    )
    return part


def _across(site: Site, house: House, name: str, at: float) -> Face:
    """What closes a house across the pen, from its floor up to the roof, round what passes it."""
    above = Polygon(site.profile.points).intersection(shapely.box(-1e5, house.floor_z, 1e5, 1e5))
    cut = _round_sticks(site, 0, at, above)
    return Face(name, (at, 0, 0), (0, 1, 0), (0, 0, 1), (1, 0, 0), tuple(cut.exterior.coords)[:-1])


def _bearers(site: Site, house: House, end: float) -> None:
    """Across the pen at every rib of the house; at an end of the pen flush with its wall."""
    thick = site.frame.section.thick_mm
    bearer = Piece(Duty.BEARER, "floor bearer", "J", "carries the house floor", Group.HOUSE, house.bearer)
    for line in site.lines:
        if line <= end + 1:
            at_front = house.whole and line == site.lines[-1]
            flush = (site.x[1] - thick, site.x[1]) if at_front else None
            site.cross_member(bearer, line, (house.under_floor, house.floor_z), flush)


def _floor_hole(site: Site, house: House) -> None:
    """A pop hole in the floor behind its last bearer, beside a wall, with a ramp back down into the run."""
    wide, long = POP_HOLE_MM
    right, left = site.inside(house.floor_z)
    front = site.x[1] - site.frame.section.thick_mm
    x = (max(front - long, site.lines[-2] + site.rib_mm / 2), front)
    bars = [y for y, _ in roost_places(house, site.profile, clear_mm(site, house))]
    y0 = max(
        (right + BESIDE_MM, -wide / 2, left - BESIDE_MM - wide),
        key=lambda at: min((abs(at + wide / 2 - bar) for bar in bars), default=0.0),
    )
    level = _level(site, house, site.x[1])
    _pop_hole(site, level, x, (y0, y0 + wide), "pop hole in the floor", (x[0], y0 + wide / 2, house.floor_z))
    middle = y0 + wide / 2
    _ramp(site, house, (x[1], site.x[0]), (middle - RAMP_MM / 2, middle + RAMP_MM / 2))


def _pop_hole(site: Site, face: Face, u: Flat, v: Flat, role: str, slide: Point) -> None:
    """From the house into the run, with a slide on a cord."""
    site.cover.open(
        face,
        u,
        v,
        Purpose.BIRDS,
        role,
        "slide with a cord",
        inside=Space.HOUSE,
        outside=Space.RUN,
        open_share=1.0,
    )
    site.fit(Fitting.SLIDE, "pop hole slide", Group.HOUSE, [slide])


def _round_sticks(site: Site, axis: int, at: float, region: Polygon) -> Polygon:
    """A flat piece cut round every stick that passes through its plane."""
    cut = [points for m in site.frame.members if len(points := crossing(m, axis, at)) >= 3]
    if not cut:
        return region
    owner = [i for i, points in enumerate(cut) for _ in points]
    places = [point for points in cut for point in points]
    hulls = shapely.convex_hull(shapely.multipoints(shapely.points(places), indices=owner))
    left = region.difference(shapely.union_all(hulls))
    parts = list(getattr(left, "geoms", [left]))
    return max(parts, key=lambda part: part.area)


def _level(site: Site, house: House, wall: float) -> Face:
    """The floor, cut round every stick that passes it. Where nothing is beneath, its outside is its underside."""
    z = house.floor_z
    right, left = site.profile.span_at(z)
    cut = _round_sticks(site, 2, z, shapely.box(site.x[0], right, wall, left))
    down = -1.0 if house.ranges else 1.0
    return Face("house floor", (0, 0, z), (1, 0, 0), (0, 1, 0), (0, 0, down), tuple(cut.exterior.coords)[:-1])


def _floor(site: Site, house: House, wall: float) -> None:
    level = _level(site, house, wall)
    under, part = (Space.OPEN, Covers.CLADDING) if house.ranges else (Space.RUN, Covers.PARTITION)
    site.cover.cover(level, Coat("house floor", house.floor_of, Group.HOUSE, Space.HOUSE, under, part))
    if house.winter_floor:
        over = Coat(
            "winter floor",
            site.catalogue.sheets["ply-12"],
            Group.HOUSE,
            Space.HOUSE,
            under,
            Covers.INSERT,
            when=When.ASIDE,
        )
        site.cover.cover(level, over)


def _partition(site: Site, house: House, wall: float, run: LowRun | None) -> None:
    """Stands on the front of a pair of ribs, from the floor up to the roof, round what passes it. What of it is over the run
    is outside."""
    z = house.floor_z
    face = _across(site, house, PARTITION, wall)
    high = POP_HOLE_MM[1]
    y = _between_roosts(site, house)
    middle = sum(y) / 2
    _pop_hole(site, face, y, (z, z + high), "pop hole", (wall, middle, z + high))
    if house.window:
        set_window(site, house, face, y)
    within = Coat("partition", house.walls, Group.HOUSE, Space.HOUSE, Space.RUN, Covers.PARTITION)
    if run is None:
        site.cover.cover(face, within)
        site.within[PARTITION] = face
    else:
        site.within[PARTITION] = within_heights(face, z, run.top)
        across = (site.profile.points[0][0], site.profile.points[-1][0])
        site.cover.cover(face, within, across, (z, run.top))
        over = Coat("house front over the run", house.walls, Group.HOUSE, Space.HOUSE)
        site.cover.cover(replace(face, name=OVER_RUN), over, across, (run.top, face.top))
    right, left = site.inside(z + RAMP_CLEAR_MM)
    low, up = right + RAMP_BESIDE_MM, left - RAMP_BESIDE_MM
    _ramp(
        site,
        house,
        (wall, run.end if run else site.x[1]),
        (max(middle - RAMP_MM / 2, low), min(middle + RAMP_MM / 2, up)),
    )


def _between_roosts(site: Site, house: House) -> Flat:
    """From where to where a pop hole is: as near as can be to where it was asked for, where no low roost ends in it."""
    wide, high = POP_HOLE_MM
    right, left = site.inside(house.floor_z + high)
    aside = {"right": right + BESIDE_MM + wide / 2, "left": left - BESIDE_MM - wide / 2}
    wanted = aside.get(house.pop_hole, 0.0)
    places = roost_places(house, site.profile, clear_mm(site, house)) if house.roosts.there else ()
    bars = sorted(y for y, z in places if before_the_hole(site, house, z))
    wide_by = max(house.bar.wide, site.frame.section.deep_mm) / 2  # a bar, or the post under its end
    edges = (right, *(side for y in bars for side in (y - wide_by, y + wide_by)), left)
    free = []
    for low, up in zip(edges[::2], edges[1::2], strict=True):
        across = min(wide, up - low)
        at = min(max(wanted, low + across / 2), up - across / 2)
        if across >= LEAST_HOLE_MM:
            free.append((-across, abs(at - wanted), at))
    if not free:
        site.notes.append(
            phrase("a roost ends in the pop hole: fewer bars, or a wider house, leaves it free")
        )
        start = max(wanted - wide / 2, right)
        return start, min(start + wide, left)
    across, _, at = min(free)
    return at + across / 2, at - across / 2


def _ramp(site: Site, house: House, x: Flat, y: Flat) -> None:
    """A board hinged under the pop hole, down into the run, with treads across it. x is from the hole to the end of the run
    it goes towards."""
    wall, end = x
    ahead = math.copysign(1.0, end - wall)
    room = abs(end - wall) - site.frame.section.thick_mm - 20
    run = min(house.floor_z / math.tan(math.radians(RAMP_DEG)), room)
    if run < house.floor_z / math.tan(math.radians(RAMP_DEG)) - 1:
        steep = math.degrees(math.atan2(house.floor_z, run))
        site.notes.append(
            phrase("the ramp is steeper than 35°: {steep} in this run", steep=Quantity(steep, "deg"))
        )
    length = math.hypot(run, house.floor_z)
    y = _beside_braces(site, (wall, wall + ahead * run), house.floor_z, y)
    up = (-ahead * run / length, 0.0, house.floor_z / length)
    normal = (ahead * house.floor_z / length, 0.0, run / length)
    face = Face(
        "ramp",
        (wall + ahead * run, 0, 0),
        (0, 1, 0),
        up,
        normal,
        ((y[0], 0), (y[1], 0), (y[1], length), (y[0], length)),
    )
    sheet = site.catalogue.sheets["ply-12"]
    site.cover.cover(
        face, Coat("ramp board", sheet, Group.HOUSE, Space.RUN, Space.RUN, Covers.RAMP, ref="ramp-board")
    )
    hung_on = [member for member in site.frame.members if member.duty is Duty.BEARER][-1]
    site.strapped.append(Joint(("ramp-board", hung_on.ref), None, 0, rule="hinged under the pop hole"))
    small = site.catalogue.sections["1x2"]
    if length > PLAIN_RAMP_MM:
        _ramp_sides(site, face, y, length)
    tread = Piece(Duty.FURNITURE, "ramp tread", "V", "a foothold on the ramp", Group.HOUSE, small)
    for i in range(1, int((length - 60) / TREAD_EVERY_MM) + 1):
        v = i * TREAD_EVERY_MM
        site.frame.on_face(tread, face, y, (v, v + small.thick_mm), (0, small.deep_mm), "u")
    site.fit(
        Fitting.HINGE, "ramp hinge", Group.HOUSE, [(wall, y[0], house.floor_z), (wall, y[1], house.floor_z)]
    )


def _beside_braces(site: Site, x: Flat, high: float, y: Flat) -> Flat:
    """A ramp moved in from the braces in the corners of the base, where its foot comes down among them. x is from its head
    to its foot, mm."""
    head, foot = x
    inner = [-math.inf, math.inf]
    for one in site.frame.members:
        if one.duty is not Duty.BASE_BRACE:
            continue
        along, across, up = ([corner[axis] for corner in one.corners] for axis in range(3))
        low = foot + (head - foot) * min(1.0, max(up) / high)  # nearer to its head it passes over them
        if min(along) < max(low, foot) and max(along) > min(low, foot):
            if sum(across) < 0:
                inner[0] = max(inner[0], max(across) + RAMP_BESIDE_MM)
            else:
                inner[1] = min(inner[1], min(across) - RAMP_BESIDE_MM)
    by = max(0.0, inner[0] - y[0]) or min(0.0, inner[1] - y[1])
    moved = (y[0] + by, y[1] + by)
    return moved if inner[0] <= moved[0] and moved[1] <= inner[1] else y


def _ramp_sides(site: Site, face: Face, y: Flat, length: float) -> None:
    """A stick on edge under both edges of a long ramp, from over the ground to before the bearer it hangs on."""
    small = site.catalogue.sections["1x2"]
    side = Piece(Duty.RAMP_SIDE, "ramp side", "V", "stiffens the ramp", Group.HOUSE, small)
    foot = small.deep_mm * abs(face.up[0]) / face.up[2] + ROUND_RAMP_MM
    for low in (y[0], y[1] - small.thick_mm):
        u = (low, low + small.thick_mm)
        site.frame.on_face(side, face, u, (foot, length - UNDER_HINGE_MM), (-small.deep_mm, 0.0), "v")
