"""Holes in the walls of a house meant to be there: a cleaning hatch, vents, a window."""

from __future__ import annotations

import math
from itertools import pairwise

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.finding import phrase
from ergamot.core.frame.covering import Coat
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Covers, Group, Purpose, Space
from ergamot.core.frame.parts.doors import Flap, hang_flap
from ergamot.core.frame.parts.house.choices import NEST_MM, House
from ergamot.core.frame.parts.house.fit import WINDOW_BELOW_ROOF_MM, window_sill
from ergamot.core.frame.parts.site import Site

VENT_MM = (350.0, 120.0)
WINDOW_MM = 250.0
WINDOW_LAP_MM = 20.0  # of a window one has, on the partition round its opening
HATCH_MM = (600.0, 400.0)
LEAST_HATCH_MM = 350.0  # an arm and what it carries; judgement
LEAST_FLAP_MM = 200.0  # high; a scraper and a hand; judgement
OVER_HATCH_MM = 40.0  # of wall left over a hatch; judgement: a narrower strip is not cut
RIB_CLEAR_MM = 20.0  # of sheet left beside a rib to screw through
STEP_MM = 20.0


def cleaning_hatch(site: Site, house: House) -> float | None:
    """A flap for cleaning and catching: in the rear wall over the nests, or in a slope beside them.

    Args: site; house.
    Returns: z of its top when it is in the rear wall, mm; None when it is not.
    Source: common practice.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> house = read_house(asked("coop"), c)
    >>> round(cleaning_hatch(begun("coop"), house))
    1020
    """
    low = house.floor_z + (20 if not house.nests.there else house.nests_top + 90)
    top = min(low + HATCH_MM[1], _under_roof(site, HATCH_MM[0]) - OVER_HATCH_MM)
    right, left = site.inside(min(top, site.profile.top_z))
    wide = min(HATCH_MM[0], left - right - 40)
    if wide < LEAST_HATCH_MM or top - low < LEAST_FLAP_MM:
        _slope_hatch(site, house)
        return None
    hang_flap(site, site.faces["rear"], (-wide / 2, wide / 2), (low, top), _flap(house))
    return top


def _flap(house: House) -> Flap:
    coat = Coat("cleaning hatch", house.walls, Group.HOUSE, Space.HOUSE)
    return Flap(Purpose.CLEANING, "flap with two-action latches", coat, "low", Space.HOUSE)


def _slope_hatch(site: Site, house: House) -> None:
    """Between two ribs, as low over the floor as it clears every stick behind the sheet."""
    face = site.faces.get("right slope")
    ends = [line for line in site.lines if line <= site.x[0] + house.length]
    if face is None or len(ends) < 2:
        site.notes.append(phrase("no room for a cleaning hatch in this house"))
        return
    a, b = max(pairwise(ends), key=lambda bay: round(bay[1] - bay[0]))
    clear = site.rib_mm / 2 + RIB_CLEAR_MM
    u = (a + clear, b - clear)
    rows = _rows_behind(site, face, u)
    v = (house.floor_z - face.origin[2]) / face.up[2] + RIB_CLEAR_MM
    while v + HATCH_MM[1] < face.tall - RIB_CLEAR_MM:
        if all(high < v or low > v + HATCH_MM[1] for low, high in rows):
            hang_flap(site, face, u, (v, v + HATCH_MM[1]), _flap(house))
            return
        v += STEP_MM
    site.notes.append(phrase("no room for a cleaning hatch in this house"))


def _rows_behind(site: Site, face: Face, u: Flat) -> list[Flat]:
    """How far up the face each stick lies that touches its inside within u."""
    rows = []
    for member in site.frame.members:
        flat = [face.flat(corner) for corner in member.corners]
        us, vs, ws = zip(*flat, strict=True)
        if max(us) > u[0] and min(us) < u[1] and max(ws) > -1:
            rows.append((min(vs), max(vs)))
    return rows


def set_vents(site: Site, house: House, hatch_top: float | None) -> None:
    """Low and high in the rear wall, a slide on each, mesh behind.

    Args: site; house; hatch_top, z of a cleaning hatch in the same wall, mm, or None.
    Source: common practice.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> house = read_house(asked("coop"), c)
    >>> site = begun("coop")
    >>> set_vents(site, house, None)
    >>> len(site.cover.openings)
    1
    """
    rear = site.faces["rear"]
    wide, high = VENT_MM
    mesh = site.catalogue.meshes["welded-12"]
    low = house.floor_z + (30 if not house.nests.there else house.nests_top + 120)
    if hatch_top is not None:
        low = hatch_top + 30
    top = _under_roof(site, wide)
    for z in (low, top - high - 60):
        right, left = site.inside(min(z + high, top))
        room = left - right
        use = min(wide, room - 40)
        in_hatch = hatch_top is not None and z < hatch_top
        if use < 100 or in_hatch or z + high > top or (z == low and low + high > top - 2 * high - 60):
            continue
        v = (z, z + high)
        site.cover.open(
            rear, (-use / 2, use / 2), v, Purpose.AIR, "vent", "slide over mesh", inside=Space.HOUSE
        )
        site.cover.lay(rear, Coat("vent mesh", mesh, Group.HOUSE, Space.HOUSE), (-use / 2, use / 2), v, 0.0)
        site.fit(Fitting.SLIDE, "vent slide", Group.HOUSE, [rear.point(0, z)])


def floor_vent(site: Site, house: House, level: Face) -> None:
    """In the floor between its first two bearers, before any nests, a slide under it and mesh over it.

    Args: site; house; level, the face of its floor.
    Source: common practice: cool air comes up from the shade beneath.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> site = begun("coop")
    >>> floor_vent(site, read_house(asked("coop", vents="floor"), c), site.faces["rear"])
    >>> [one.role for one in site.cover.openings]
    ['floor vent']
    """
    wide, long = VENT_MM
    half = site.rib_mm / 2
    low = site.lines[0] + half + (NEST_MM if house.nests.within else 0.0)
    high = site.lines[1] - half
    if high - low < long + 2 * RIB_CLEAR_MM:
        site.notes.append(phrase("no room for a vent between the bearers of this floor"))
        return
    middle = (low + high) / 2
    u, v = (middle - long / 2, middle + long / 2), (-wide / 2, wide / 2)
    under = Space.OPEN if house.ranges else Space.RUN
    site.cover.open(
        level, u, v, Purpose.AIR, "floor vent", "slide under mesh", inside=Space.HOUSE, outside=under
    )
    mesh = site.catalogue.meshes["welded-12"]
    part = Covers.CLADDING if house.ranges else Covers.PARTITION
    site.cover.lay(level, Coat("vent mesh", mesh, Group.HOUSE, Space.HOUSE, under, part), u, v, 0.0)
    site.fit(Fitting.SLIDE, "vent slide", Group.HOUSE, [level.point(middle, 0.0)])


def _under_roof(site: Site, wide: float) -> float:
    """How high a hole so wide may be in the middle of an end: under the stick below a roof of one slope; rafters that lean
    together narrow it instead."""
    right, left = (site.profile.height_at(side * wide / 2) for side in (-1, 1))
    if abs(left - right) < 1:
        return site.profile.top_z
    return min(right, left) - site.frame.section.deep_mm * math.hypot(1, (left - right) / wide)


def set_window(site: Site, house: House, face: Face, y: Flat) -> None:
    """Clear sheet in the partition over the pop hole, where the roof leaves room for it; or the keeper's own.

    Args: site; house; face, of the partition; y, sides of the pop hole, mm.
    Source: common practice: a window one has laps its opening.

    >>> from ergamot.core.frame.parts.house.choices import read_house
    >>> house = read_house(asked("coop"), c)
    >>> site = begun("coop")
    >>> set_window(site, house, site.faces["rear"], (-400.0, 400.0))
    >>> len(site.cover.openings)
    1
    """
    sill = window_sill(house)
    own = house.own_window
    if own:
        right, left = site.profile.span_at(sill + own.high)
        middle, lap = (right + left) / 2, WINDOW_LAP_MM
        outer: Flat = (middle - own.wide / 2, middle + own.wide / 2)
        above = (sill, sill + own.high)
        hole = (outer[0] + lap, outer[1] - lap), (above[0] + lap, above[1] - lap)
        site.cover.open(
            face, *hole, Purpose.LIGHT, "window", "a window you have", inside=Space.HOUSE, outside=Space.RUN
        )
        coat = Coat(
            "your own window",
            site.catalogue.sheets["clear"],
            Group.HOUSE,
            Space.HOUSE,
            Space.RUN,
            Covers.PARTITION,
            own_kg=own.kg,
        )
        site.cover.lay(face, coat, outer, above, 0.0)
        return
    v = (sill, sill + WINDOW_MM)
    right, left = site.inside(min(v[1], site.profile.top_z))
    if v[1] > site.profile.top_z - WINDOW_BELOW_ROOF_MM or y[0] < right or y[1] > left:
        site.notes.append(phrase("no room for a window over the pop hole"))
        return
    site.cover.open(
        face, y, v, Purpose.LIGHT, "window", "clear sheet, fixed", inside=Space.HOUSE, outside=Space.RUN
    )
    clear = site.catalogue.sheets["clear"]
    site.cover.lay(
        face, Coat("window", clear, Group.HOUSE, Space.HOUSE, Space.RUN, Covers.PARTITION), y, v, 0.0
    )
