"""A pen as the wind meets it: flat surfaces, solid or mesh, and the ways air gets in."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ergamot.core.frame.structure import Structure

BASE_GAP_M = 0.010  # left under a base rail on turf; common practice


@dataclass(frozen=True)
class Surface:
    """A flat piece of the outside. `centre` in m, `normal` a unit vector out of the pen.

    solidity 1 is sheet; less is mesh and lets air through. `backed_share` is the part of a mesh
    that lies on sticks. `roof_cp` fixes the outside coefficient instead of working it out.
    """

    name: str
    area_m2: float
    centre: tuple[float, float, float]
    normal: tuple[float, float, float]
    solidity: float = 1.0
    backed_share: float = 0.0
    roof_cp: float | None = None

    @property
    def is_sheet(self) -> bool:
        return self.solidity >= 1


@dataclass(frozen=True)
class Vent:
    """An area air passes through, behind a surface with this outward normal."""

    area_m2: float
    normal: tuple[float, float, float]


@dataclass(frozen=True)
class WindBody:
    """All the wind needs to know: surfaces, vents, footprint (m), height, weight's place (m)."""

    surfaces: tuple[Surface, ...]
    vents: tuple[Vent, ...]
    footprint: tuple[tuple[float, float], ...]
    height_m: float
    contacts: tuple[tuple[float, float], ...]

    def extent_m(self, directions: np.ndarray) -> np.ndarray:
        """Length of the footprint along each direction (n, 2)."""
        along = np.array(self.footprint) @ directions.T
        return np.asarray(along.max(axis=0) - along.min(axis=0))


def wind_body(structure: Structure) -> WindBody:
    """Take a structure's outside as surfaces and vents.

    Args: structure, parked on the ground.
    Returns: the WindBody; mesh lets air through its clear, unbacked area, and a 10 mm gap runs under
        each base rail.
    Source: common practice.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> wind_body(build(make_design(c, "low-pen", {}), c)).height_m
    0.6096
    """
    surfaces = tuple(
        Surface(
            f"{panel.role}, {panel.face}",
            panel.area_m2,
            (panel.centre[0] / 1000, panel.centre[1] / 1000, panel.centre[2] / 1000),
            panel.normal,
            panel.solidity,
            min(1.0, panel.backed_m2 / panel.area_m2),
        )
        for panel in structure.panels
    )
    (x0, x1), (y0, y1) = ((low / 1000, high / 1000) for low, high in (structure.body.x, structure.body.y))
    vents = [
        Vent((1 - s.solidity) * s.area_m2 * (1 - s.backed_share), s.normal)
        for s in surfaces
        if not s.is_sheet
    ]
    vents += base_gaps(x1 - x0, y1 - y0)
    return WindBody(
        surfaces=surfaces,
        vents=tuple(vents),
        footprint=((x0, y0), (x1, y0), (x1, y1), (x0, y1)),
        height_m=structure.body.z[1] / 1000,
        contacts=tuple((x / 1000, y / 1000) for x, y in structure.contacts),
    )


def base_gaps(length_m: float, width_m: float) -> list[Vent]:
    """The gap under the base rails of an upright box, a vent in each of its four walls.

    Args: length_m along x and width_m along y, m.
    Returns: four vents of 10 mm height.
    Source: common practice.

    >>> [round(v.area_m2, 3) for v in base_gaps(3.0, 2.0)]
    [0.03, 0.03, 0.02, 0.02]
    """
    return [
        Vent(length_m * BASE_GAP_M, (0, 1, 0)),
        Vent(length_m * BASE_GAP_M, (0, -1, 0)),
        Vent(width_m * BASE_GAP_M, (1, 0, 0)),
        Vent(width_m * BASE_GAP_M, (-1, 0, 0)),
    ]
