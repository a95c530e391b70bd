"""The last step of every shape: cut the coverings, find the joints, count the fixings, weigh nothing yet."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import TypeVar

from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.clearance import refuse_clash, refuse_tight
from ergamot.core.frame.fixings import count_fixings
from ergamot.core.frame.footing import Axle, Grip
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.joints import joints
from ergamot.core.frame.kinds import Space, When
from ergamot.core.frame.lifted import lifted
from ergamot.core.frame.parts.drag import on_any_pen
from ergamot.core.frame.parts.openings import Openings, pulls, set_openings
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.parts.splices import splice
from ergamot.core.frame.profile import Profile
from ergamot.core.frame.structure import (
    Body,
    Dimension,
    DragHandle,
    Member,
    Opening,
    Panel,
    Room,
    Structure,
    Zone,
)

ON_GRASS_MM = 1.0
FLAT_NZ = 0.985  # of cloth that falls less than 10°; judgement: it sags more than that between its sticks
LEAST_POND_M2 = 0.3  # less holds no water to speak of; judgement
Closing = TypeVar("Closing", Panel, Opening)


@dataclass(frozen=True)
class Finished:
    """What a shape knows of itself once it is framed; lengths in mm. `drag` gives the places its own values are pulled by;
    `openings` are those the keeper has added. Where the birds range by day it has no run: `head_room` is in its house. `apart` says that its
    sides, ends and top are bolted to each other, `packs` that it comes apart without that; `tall` is the line of a part of it that stands over the rest."""

    shape: str
    length: float
    half: float
    axles: tuple[Axle | None, Axle | None]
    grip: Grip
    room: Room
    head_room: float
    dimensions: tuple[Dimension, ...]
    offsets: tuple[Flat, ...] = ()
    drag: Callable[[Structure], tuple[DragHandle, ...]] = lambda structure: ()
    openings: Openings | None = None
    ranges: bool = False
    apart: bool = False
    packs: bool = False
    tall: Profile | None = None


def _between(site: Site, parts: tuple[Closing, ...]) -> tuple[Closing, ...]:
    """What lies in a wall within the pen has the run before it, not the open."""
    return tuple(
        replace(one, outside=Space.RUN) if one.face in site.within and one.outside is Space.OPEN else one
        for one in parts
    )


def _ponds(panels: tuple[Panel, ...]) -> list[Phrase]:
    """Cloth that lies flat, on which water stands and snow stays."""
    flat = [
        one
        for one in panels
        if one.rolls and not one.curved and one.normal[2] > FLAT_NZ and one.when is When.NOW
    ]
    if sum(one.area_m2 for one in flat) < LEAST_POND_M2:
        return []
    said = "lies flat: rain ponds on it and snow stays: give it a fall, or prop it from beneath before either"
    return [phrase(f"the {flat[0].role} of cloth {said}")]


def _contacts(members: tuple[Member, ...], made: Finished, half: float) -> tuple[Flat, ...]:
    """Corners of what rests on the grass: from where the foot of the rails begins to their front end."""
    start = min(x for one in members for x, _, z in one.corners if z < ON_GRASS_MM)
    return ((start, -half), (made.length, -half), (made.length, half), (start, half))


def finish(site: Site, made: Finished) -> Structure:
    """Make the Structure of a framed pen.

    Args: site, with all its sticks, coverings and hardware; made, what the shape knows.
    Returns: the Structure.
    Source: common practice.

    >>> pen().shape  # the last step of building any shape
    'low-pen'
    """
    if made.openings:
        set_openings(site, made.openings)
    rear, front = made.axles
    rolling = [one.x_mm for one in (rear, front, *site.levers) if one is not None]
    splices = splice(site, rolling)
    members = site.frame.labelled()
    if site.levers or rear or front:
        refuse_clash(members, site.levers[0].x_mm if site.levers else rear.x_mm if rear else 0.0)
    panels = _between(site, site.cover.done(members))
    joined = (*joints(members, site.catalogue, made.apart, splices), *site.strapped)
    fixings = count_fixings(members, panels, joined, site.catalogue)
    half, thick = made.half, site.frame.rail.section.thick_mm
    floor_x = (site.x[0] + thick, site.x[1] - thick)
    floor_y = (thick - half, half - thick)
    run = () if made.ranges else (Zone("run", Space.RUN, floor_x, floor_y, (0.0, made.head_room)),)
    line = made.tall or site.profile
    structure = Structure(
        shape=made.shape,
        members=members,
        panels=panels,
        openings=_between(site, tuple(site.cover.openings)),
        hardware=(*site.hardware, *fixings),
        contents=tuple(site.contents),
        joints=joined,
        faces=tuple(site.faces.values()),
        zones=(*run, *site.zones),
        room=made.room,
        body=Body(site.x, (-half, half), (0, line.top_z), floor_x, floor_y),
        mean_height_mm=line.mean_height,
        contacts=_contacts(members, made, half),
        axle=made.axles[0],
        front_axle=made.axles[1],
        grip=made.grip,
        head_room_mm=made.head_room,
        dimensions=made.dimensions,
        offsets=made.offsets,
        notes=tuple(site.notes),
        levers=tuple(site.levers),
        living=Space.HOUSE if made.ranges else Space.RUN,
        within=tuple(site.within.values()),
        splices=splices,
        comes_apart=made.apart or made.packs,
    )
    site.notes += _ponds(panels)
    structure = replace(structure, notes=tuple(site.notes))
    refuse_tight(structure)
    pulled = pulls(site, made.openings) if made.openings else ()
    whole = replace(structure, drag_handles=(*made.drag(structure), *on_any_pen(structure), *pulled))
    return lifted(whole, whole.gap_mm) if whole.gap_mm else whole
