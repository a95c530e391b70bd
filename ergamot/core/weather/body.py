"""A pen as the wind meets it: flat surfaces, solid or mesh, and the ways air gets in."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ergamot.core.frame.geometry import Point, distance
from ergamot.core.frame.kinds import Covers, Space, When
from ergamot.core.frame.structure import Opening, Panel, Structure
from ergamot.core.records import changed, record
from ergamot.core.weather.mouth import Mouth, mouth_of, part_of

WHOLE = 1 - 1e-6  # of arithmetic; may move
LEAST_SURFACE_M2 = 1e-6  # wires wholly beneath sheet meet no wind; may move
ON_WALLS_MM = 300.0  # an arch whose feet stand this high stands on walls; judgement: over any base rail; may move: none is near it
BASE_GAP_M = 0.010  # left under a base rail on turf; judgement: on the best of lawns


@dataclass(frozen=True)
class Arch:
    """A strip of a bent roof: its place across, −1 right to 1 left; rise over base; whether it springs from the ground or
    stands on walls."""

    place: float
    rise: float
    on_walls: bool = False


@record
class Surface:
    """A flat piece of the pen in the wind. `centre` in m, `normal` a unit vector out of the pen.

    solidity 1 is sheet; less is mesh and lets air through. `backed_share` is the part of a mesh
    that lies on sticks. `inside` and `outside` name the spaces on its two sides, "" the open air.
    Through a surface `under` another covering no air passes of its own. `arch` is set on a strip of a bent roof.
    `roof_cp` fixes the outside coefficient instead of working it out; `ref` points back to its panel.
    """

    name: str
    area_m2: float
    centre: tuple[float, float, float]
    normal: tuple[float, float, float]
    solidity: float = 1.0
    backed_share: float = 0.0
    roof_cp: float | None = None
    inside: Space = Space.RUN
    outside: Space = Space.OPEN
    under: bool = False
    arch: Arch | None = None
    ref: str = ""

    @property
    def is_sheet(self) -> bool:
        return self.solidity >= 1


@record
class Vent:
    """An area air passes through into a space, with the outside pressure of the surface it is in."""

    area_m2: float
    normal: tuple[float, float, float]
    space: Space = Space.RUN
    arch: Arch | None = None


@dataclass(frozen=True)
class Link:
    """An opening between two spaces inside."""

    area_m2: float
    spaces: tuple[Space, Space]


@dataclass(frozen=True)
class WindBody:
    """All the wind needs to know: surfaces, vents, links, footprint (m), mean height, contacts (m)."""

    surfaces: tuple[Surface, ...]
    vents: tuple[Vent, ...]
    footprint: tuple[tuple[float, float], ...]
    height_m: float
    contacts: tuple[tuple[float, float], ...]
    links: tuple[Link, ...] = ()
    mouth: Mouth | None = None

    def extent_m(self, directions: np.ndarray) -> np.ndarray:
        """Length of the footprint along each direction (n, 2)."""
        along = np.array(self.footprint) @ directions.T
        return np.asarray(along.max(axis=0) - along.min(axis=0))

    @property
    def middle(self) -> tuple[float, float]:
        """The middle of its footprint, m."""
        xs, ys = zip(*self.footprint, strict=True)
        return (max(xs) + min(xs)) / 2, (max(ys) + min(ys)) / 2

    @property
    def spaces(self) -> tuple[Space, ...]:
        """The spaces inside, each once."""
        named = [vent.space for vent in self.vents]
        named += [space for link in self.links for space in link.spaces]
        named += [side for s in self.surfaces for side in (s.inside, s.outside) if side]
        return tuple(dict.fromkeys(named))


def wind_body(structure: Structure, gap_m: float | None = None) -> WindBody:
    """Take a structure's outside, and the partitions in it, as surfaces and vents.

    Args: structure, with doors shut; gap_m under its base rails, where it is not as it stands parked: 0.01 on its rails.
    Returns: the WindBody; mesh lets air through its clear, unbacked area.
    Source: common practice.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> wind_body(build(make_design(c, "low-pen", {}), c)).height_m
    0.6096
    """
    if gap_m is None:
        gap_m = max(BASE_GAP_M, structure.open_gap_mm / 1000)
    mouth = mouth_of(structure, [panel for panel in structure.panels if _meets_wind(panel)])
    arches = _Arches(structure)
    pieces = (
        piece
        for panel in structure.panels
        if _meets_wind(panel)
        for piece in _at_the_mouth(panel, _surface(structure, panel, arches), mouth)
    )
    surfaces = tuple(surface for surface in pieces if surface.area_m2 > LEAST_SURFACE_M2)
    (x0, x1), (y0, y1) = ((low / 1000, high / 1000) for low, high in (structure.body.x, structure.body.y))
    vents = [
        Vent((1 - s.solidity) * s.area_m2 * (1 - s.backed_share), s.normal, s.inside, s.arch)
        for s in surfaces
        if not s.is_sheet and not s.outside and not s.under
    ]
    if not structure.ranges:
        vents += _parted(base_gaps(x1 - x0, y1 - y0, gap_m), (x0, x1), mouth)
    return WindBody(
        surfaces=surfaces,
        vents=tuple(vents),
        footprint=((x0, y0), (x1, y0), (x1, y1), (x0, y1)),
        height_m=structure.mean_height_mm / 1000,
        contacts=tuple((x / 1000, y / 1000) for x, y in structure.contacts),
        links=_links(structure, surfaces, mouth),
        mouth=mouth,
    )


def _at_the_mouth(panel: Panel, surface: Surface, mouth: Mouth | None) -> list[Surface]:
    """A surface in the spaces it bounds: of the run, those behind the mouth are the sheltered part's, and what stands
    on both sides of it is two."""
    if mouth is None or Space.RUN not in (surface.inside, surface.outside):
        return [surface]
    behind, ahead = (part_of(panel, 1000 * mouth.x_m, side) for side in (-1, 1))
    found = []
    for part, space in ((behind, Space.SHELTER), (ahead, Space.RUN)):
        if part is None:
            continue
        share, (x, y, z) = part
        if share > WHOLE and space is Space.RUN:
            return [surface]
        found.append(
            changed(
                surface,
                area_m2=share * surface.area_m2,
                centre=surface.centre if share > WHOLE else (x / 1000, y / 1000, z / 1000),
                inside=space if surface.inside is Space.RUN else surface.inside,
                outside=space if surface.outside is Space.RUN else surface.outside,
            )
        )
    return found


def _parted(gaps: list[Vent], x: tuple[float, float], mouth: Mouth | None) -> list[Vent]:
    """The gaps under the rails, each in the space it lets air into."""
    if mouth is None:
        return gaps
    behind = (mouth.x_m - x[0]) / (x[1] - x[0])
    shares = {0.0: (behind, 1 - behind), 1.0: (0.0, 1.0), -1.0: (1.0, 0.0)}
    return [
        changed(gap, area_m2=share * gap.area_m2, space=space)
        for gap in gaps
        for share, space in zip(shares[gap.normal[0]], (Space.SHELTER, Space.RUN), strict=True)
        if share
    ]


def _meets_wind(panel: Panel) -> bool:
    """Parts in the shed, aprons on the grass and what hangs within one space meet no wind."""
    within = panel.inside == panel.outside and panel.part is not Covers.EAVES
    return panel.when is When.NOW and not within


def _surface(structure: Structure, panel: Panel, arches: _Arches) -> Surface:
    x, y, z = panel.centre
    area = panel.area_m2
    if panel.under:  # beneath sheet its wires are out of the wind
        area = max(0.0, area - _sheeted_m2(structure, panel))
    return Surface(
        f"{panel.role}, {panel.face}",
        area,
        (x / 1000, y / 1000, z / 1000),
        panel.normal,
        panel.solidity,
        min(1.0, panel.backed_m2 / panel.area_m2),
        inside=panel.inside,
        outside=panel.outside,
        under=panel.under,
        arch=arches.of(panel) if panel.curved else None,
        ref=panel.ref,
    )


def _sheeted_m2(structure: Structure, panel: Panel) -> float:
    """Sheet over the same face, or on the leaf hung before it."""
    over = (p for p in structure.panels if p.face == panel.face and p.solid and p.when is When.NOW)
    return sum(p.area_m2 for p in over)


class _Arches:
    """Where strips lie on a bent roof: place across its widest, rise over the base between its feet, and what those stand
    on."""

    def __init__(self, structure: Structure) -> None:
        self._faces = [face for face in structure.faces if face.curved]

    @cached_property
    def _measured(self) -> tuple[float, float, bool]:
        corners = [face.point(*corner) for face in self._faces for corner in face.outline]
        widest = max(abs(corner[1]) for corner in corners)
        low, high = (pick(corner[2] for corner in corners) for pick in (min, max))
        foot = max(abs(corner[1]) for corner in corners if corner[2] < low + 1)
        return widest, (high - low) / (2 * foot), low > ON_WALLS_MM

    def of(self, panel: Panel) -> Arch:
        widest, rise, on_walls = self._measured
        return Arch(panel.centre[1] / widest, rise, on_walls)


def _links(structure: Structure, surfaces: tuple[Surface, ...], mouth: Mouth | None) -> tuple[Link, ...]:
    """Openings between spaces, and mesh between them."""

    def at(space: Space, opening: Opening) -> Space:
        behind = mouth is not None and opening.centre[0] < 1000 * mouth.x_m
        return Space.SHELTER if behind and space is Space.RUN else space

    found = [
        Link(
            _flat_area_m2(opening.corners) * opening.open_share,
            (at(opening.inside, opening), at(opening.outside, opening)),
        )
        for opening in structure.openings
        if opening.open_share and opening.outside and opening.inside != opening.outside
    ]
    found += [
        Link((1 - s.solidity) * s.area_m2, (s.inside, s.outside))
        for s in surfaces
        if s.outside and not s.is_sheet
    ]
    return tuple(found)


def _flat_area_m2(corners: tuple[Point, ...]) -> float:
    """Area of a rectangle in space."""
    return distance(corners[0], corners[1]) * distance(corners[1], corners[2]) / 1e6


def base_gaps(length_m: float, width_m: float, gap_m: float = BASE_GAP_M) -> list[Vent]:
    """The gap under the base rails of an upright box, a vent in each of its four walls.

    Args: length_m along x and width_m along y, m; gap_m, height of the gap.
    Returns: four vents.
    Source: common practice.

    >>> [round(v.area_m2, 3) for v in base_gaps(3.0, 2.0)]
    [0.03, 0.03, 0.02, 0.02]
    """
    return [
        Vent(length_m * gap_m, (0, 1, 0)),
        Vent(length_m * gap_m, (0, -1, 0)),
        Vent(width_m * gap_m, (1, 0, 0)),
        Vent(width_m * gap_m, (-1, 0, 0)),
    ]
