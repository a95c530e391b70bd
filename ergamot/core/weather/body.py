"""A pen as the wind meets it: flat surfaces, solid or mesh, and the ways air gets in."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ergamot.core.frame.geometry import Point, distance
from ergamot.core.frame.kinds import Part, Space, When
from ergamot.core.frame.structure import Panel, Structure

LEAST_SURFACE_M2 = 1e-6  # wires wholly beneath sheet meet no wind; may move
BASE_GAP_M = 0.010  # left under a base rail on turf; judgement: on the best of lawns


@dataclass(frozen=True)
class Surface:
    """A flat piece of the pen in the wind. `centre` in m, `normal` a unit vector out of the pen.

    solidity 1 is sheet; less is mesh and lets air through. `backed_share` is the part of a mesh
    that lies on sticks. `inside` and `outside` name the spaces on its two sides, "" the open air.
    Through a surface `under` another covering no air passes of its own. `arch` is set on a strip of a bent roof: its place across, −1 right to 1 left, and rise over base.
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
    arch: tuple[float, float] | None = None
    ref: str = ""

    @property
    def is_sheet(self) -> bool:
        return self.solidity >= 1


@dataclass(frozen=True)
class Vent:
    """An area air passes through into a space, with the outside pressure of the surface it is in."""

    area_m2: float
    normal: tuple[float, float, float]
    space: Space = Space.RUN
    arch: tuple[float, float] | None = None


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


def wind_body(structure: Structure, gap_m: float = BASE_GAP_M) -> WindBody:
    """Take a structure's outside, and the partitions in it, as surfaces and vents.

    Args: structure, with doors shut; gap_m under its base rails, 0.01 when parked.
    Returns: the WindBody; mesh lets air through its clear, unbacked area.
    Source: common practice.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> wind_body(build(make_design(c, "low-pen", {}), c)).height_m
    0.6096
    """
    met = (_surface(structure, panel) for panel in structure.panels if _meets_wind(panel))
    surfaces = tuple(surface for surface in met if surface.area_m2 > LEAST_SURFACE_M2)
    (x0, x1), (y0, y1) = ((low / 1000, high / 1000) for low, high in (structure.body.x, structure.body.y))
    vents = [
        Vent((1 - s.solidity) * s.area_m2 * (1 - s.backed_share), s.normal, s.inside, s.arch)
        for s in surfaces
        if not s.is_sheet and not s.outside and not s.under
    ]
    vents += base_gaps(x1 - x0, y1 - y0, gap_m)
    return WindBody(
        surfaces=surfaces,
        vents=tuple(vents),
        footprint=((x0, y0), (x1, y0), (x1, y1), (x0, y1)),
        height_m=structure.mean_height_mm / 1000,
        contacts=tuple((x / 1000, y / 1000) for x, y in structure.contacts),
        links=_links(structure, surfaces),
    )


def _meets_wind(panel: Panel) -> bool:
    """Parts in the shed, aprons on the grass and what hangs within one space meet no wind."""
    within = panel.inside == panel.outside and panel.part is not Part.EAVES
    return panel.when is When.NOW and not within


def _surface(structure: Structure, panel: Panel) -> Surface:
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
        arch=_place_on_arch(structure, panel) if panel.curved else None,
        ref=panel.ref,
    )


def _sheeted_m2(structure: Structure, panel: Panel) -> float:
    """Sheet over the same face, or on the leaf hung before it."""
    over = (p for p in structure.panels if p.face == panel.face and p.solid and p.when is When.NOW)
    return sum(p.area_m2 for p in over)


def _place_on_arch(structure: Structure, panel: Panel) -> tuple[float, float]:
    """Place across the widest plan width, −1 to 1, and rise over the base between the feet."""
    bent = [face for face in structure.faces if face.curved]
    corners = [face.point(*corner) for face in bent for corner in face.outline]
    widest = max(abs(corner[1]) for corner in corners)
    low, high = (f(corner[2] for corner in corners) for f in (min, max))
    foot = max(abs(corner[1]) for corner in corners if corner[2] < low + 1)
    return panel.centre[1] / widest, (high - low) / (2 * foot)


def _links(structure: Structure, surfaces: tuple[Surface, ...]) -> tuple[Link, ...]:
    """Openings between spaces, and mesh between them."""
    found = [
        Link(_flat_area_m2(opening.corners) * opening.open_share, (opening.inside, opening.outside))
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
