"""What the wind does to every surface of a pen for q = 1 Pa, and what that comes to for the pen as a whole.

All loads go with q = 0.613·V², so what a gust asks is one product, and the gust that moves the pen one division.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ergamot.core.frame.geometry import Flat, convex_hull
from ergamot.core.frame.kinds import Space
from ergamot.core.weather.body import Surface, WindBody
from ergamot.core.weather.coefficients import directions, inside_cp, outside_cp, surface_cp
from ergamot.core.working import Formula

MESH_DRAG = 1.3  # wire on its solid area: a round bar 1.2 (EN 1991-1-4, 7.9), twists and edges a judgement
SLAT_DRAG = 1.8  # flat sticks square to the wind: 2.0 by 0.9 for their ends; EN 1991-1-4, 7.7 and 7.13
LEE_SHIELDING = 0.8  # mesh met through the pen: a shelter factor, EN 1991-1-4, 7.4.2; the figure a judgement
SHEET_PUSH = Formula("P", "its push inwards per Pa", "(C - I)*A", "m²", "static panel method")
MESH_PUSH = Formula("P", "its push down-wind per Pa", "k*A", "m²")
SLIDES_BY = Formula(
    "D", "sliding per Pa, what it is lifted by with it", "sqrt(Dx**2 + Dy**2) + mu*Lup", "m²", "statics"
)
ROLLS_BY = Formula("D", "rolling per Pa, along the pen", "abs(Dx) + mu*Lup", "m²", "statics")

Edge = tuple[Flat, Flat]


@dataclass(frozen=True)
class Loads:
    """A body in the wind from every direction, for q = 1 Pa.

    Cases are every direction with the low roof values, then every direction with the high ones. Arrays (surfaces,
    cases): `cp` on the outside and `cpi` on the inside of sheet, `drag` per area of mesh, `push` in m²: inwards along
    the normal of sheet, down-wind on mesh. `up_wind` is (cases, 2), `air` the (cases,) coefficients in each space,
    `through` what of the wind comes to its mouth, where it has one.
    """

    body: WindBody
    up_wind: np.ndarray
    cp: np.ndarray
    cpi: np.ndarray
    drag: np.ndarray
    push: np.ndarray
    air: Mapping[Space, np.ndarray]
    through: np.ndarray | None

    @cached_property
    def force(self) -> np.ndarray:
        """(surfaces, cases, 3), m²: each push along its own way."""
        down_wind = np.concatenate([-self.up_wind, np.zeros((len(self.up_wind), 1))], axis=1)
        ways = [
            np.broadcast_to(-np.array(surface.normal), down_wind.shape) if surface.is_sheet else down_wind
            for surface in self.body.surfaces
        ]
        return np.asarray(self.push[:, :, None] * np.array(ways).reshape(*self.push.shape, 3))

    @cached_property
    def total(self) -> np.ndarray:
        """(cases, 3): all surfaces together."""
        return np.asarray(self.force.sum(axis=0))

    @property
    def uplift(self) -> np.ndarray:
        return np.asarray(self.total[:, 2])

    @cached_property
    def edges(self) -> tuple[Edge, ...]:
        """The edges it can tip about, counter-clockwise."""
        hull = convex_hull(list(self.body.contacts))
        return tuple(zip(hull, hull[1:] + hull[:1], strict=True))

    @cached_property
    def tipping(self) -> np.ndarray:
        """(edges, cases), m³: moment of all surfaces together about each edge, as overturning_about tells of each."""
        reach, outward = self._edge_frames
        centre = np.array([surface.centre for surface in self.body.surfaces]).reshape(-1, 1, 3)
        pushed = (self.force[:, :, :2] * centre[:, :, 2:]).sum(axis=0)
        lifted = (self.force[:, :, 2:] * centre[:, :, :2]).sum(axis=0)
        return np.asarray(outward @ (pushed - lifted).T + reach[:, None] * self.uplift)

    @cached_property
    def _edge_frames(self) -> tuple[np.ndarray, np.ndarray]:
        """(edges,) m how far out each edge lies, and (edges, 2) the way out over it."""
        starts, outward = (np.array(one) for one in zip(*map(edge_frame, self.edges), strict=True))
        return (starts * outward).sum(axis=1), outward

    def arms(self, places: np.ndarray) -> np.ndarray:
        """(edges, places), m: how far each of some places, (n, 2) m, lies inside each edge; 0 on it or beyond it."""
        reach, outward = self._edge_frames
        return np.asarray(np.maximum(0.0, reach[:, None] - outward @ places.T))

    def sliding(self, friction: float) -> np.ndarray:
        """(cases,), m²: what slides it, and what it is lifted by with it."""
        x, y = self.total[:, 0], self.total[:, 1]
        return SLIDES_BY.on(Dx=x, Dy=y, mu=friction, Lup=self.uplift)

    def rolling(self, resistance: float) -> np.ndarray:
        """(cases,), m²: what rolls it along."""
        return ROLLS_BY.on(Dx=self.total[:, 0], mu=resistance, Lup=self.uplift)


def wind_loads(body: WindBody, count: int = 24) -> Loads:
    """What the wind does to every surface, for q = 1 Pa.

    Args: body; count, directions all round, 4 to 360.
    Returns: Loads for both runs of roof values. Sheet: (Cp − Cpi)·A. Mesh: drag of its wire 1.3·φ·A·|cos α| and of
        the sticks it lies on 1.8·A·|cos α|, along the wind, × 0.8 on the lee side.
    Source: static panel method; EN 1991-1-4, 7.7, 7.9 and 7.13.

    >>> from ergamot.core.weather.body import Surface, WindBody
    >>> wall = Surface("wall", 2.0, (0.0, 0.0, 0.5), (1.0, 0.0, 0.0))
    >>> square = ((0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0))
    >>> wind_loads(WindBody((wall,), (), square, 1.0, square), 4).push[0].round(2).tolist()[:2]
    [1.6, -1.4]
    """
    one_run = directions(count)
    up_wind = np.concatenate([one_run, one_run])
    high = np.repeat([False, True], count)
    h_over_l = max(body.height_m, 0.5) / body.extent_m(up_wind)
    through = None if body.mouth is None else np.tile(body.mouth.let_through(one_run), 2)
    air = inside_cp(body, up_wind, h_over_l, high, through)
    shape = (len(body.surfaces), len(up_wind))
    cp, cpi, drag, push = (np.zeros(shape) for _ in range(4))
    area = np.array([[surface.area_m2] for surface in body.surfaces])
    alike: dict[object, np.ndarray] = {}  # what looks one way is pushed alike
    sheets = [i for i, surface in enumerate(body.surfaces) if surface.is_sheet]
    for i in sheets:
        surface = body.surfaces[i]
        looks = (surface.normal, surface.arch, surface.roof_cp)
        if not surface.outside and looks not in alike:
            alike[looks] = surface_cp(surface, up_wind, h_over_l, high)
        cp[i] = air[surface.outside] if surface.outside else alike[looks]
        cpi[i] = air[surface.inside] if surface.inside else _under_eaves(surface, up_wind, h_over_l)
    push[sheets] = SHEET_PUSH.on(C=cp[sheets], I=cpi[sheets], A=area[sheets])
    meshes = [i for i, one in enumerate(body.surfaces) if not one.is_sheet and not one.outside]
    drag[meshes] = _drag([body.surfaces[i] for i in meshes], up_wind)
    push[meshes] = MESH_PUSH.on(k=drag[meshes], A=area[meshes])
    return Loads(body, up_wind, cp, cpi, drag, push, air, through)


def _drag(meshes: Sequence[Surface], up_wind: np.ndarray) -> np.ndarray:
    """Of each mesh, per area: its wire, and the sticks it lies on; (meshes, cases)."""
    cosine = np.array([one.normal[:2] for one in meshes]).reshape(-1, 2) @ up_wind.T
    wire, slats = (
        np.array([(one.solidity, one.backed_share) for one in meshes]).reshape(-1, 2, 1).swapaxes(0, 1)
    )
    share = MESH_DRAG * wire * (1 - slats) + SLAT_DRAG * slats
    return np.asarray(share * np.abs(cosine) * np.where(cosine < 0, LEE_SHIELDING, 1.0))


def _under_eaves(surface: Surface, up_wind: np.ndarray, h_over_l: np.ndarray) -> np.ndarray:
    """Beneath an overhang the air pushes as on the wall below it."""
    x, y, _ = surface.normal
    size = (x * x + y * y) ** 0.5
    if size < 1e-6:
        return np.zeros(len(up_wind))
    return outside_cp((x / size, y / size, 0.0), up_wind, h_over_l)


def edge_frame(edge: Edge) -> tuple[np.ndarray, np.ndarray]:
    """A tipping edge's start and its outward direction (the hull runs counter-clockwise).

    Args: edge, two points, m.
    Returns: start (2,), outward unit vector (2,).
    Source: geometry.

    >>> edge_frame(((0.0, 0.0), (2.0, 0.0)))[1].tolist()
    [0.0, -1.0]
    """
    start = np.array(edge[0])
    along = np.array(edge[1]) - start
    along = along / np.linalg.norm(along)
    return start, np.array([along[1], -along[0]])


def arm_inside(edge: Edge, place: Flat) -> float:
    """How far a place lies inside a tipping edge.

    Args: edge, two points, m; place, m.
    Returns: m; 0 on the edge or beyond it.
    Source: geometry.

    >>> arm_inside(((0.0, 0.0), (2.0, 0.0)), (1.0, 0.7))
    0.7
    """
    start, outward = edge_frame(edge)
    return float(max(0.0, -((np.array(place) - start) @ outward)))


def overturning_about(loads: Loads, edge: Edge) -> np.ndarray:
    """Moment about a tipping edge of each surface's force for q = 1.

    Args: loads; edge, two points, m.
    Returns: (surfaces, cases) in m³: outward push × height + uplift × distance inside the edge.
    Source: statics.

    >>> from ergamot.core.weather.body import wind_body
    >>> loads = wind_loads(wind_body(pen()), 4)
    >>> overturning_about(loads, loads.edges[0]).shape == loads.push.shape
    True
    """
    start, outward = edge_frame(edge)
    centre = np.array([surface.centre for surface in loads.body.surfaces]).reshape(-1, 3)
    inside = -((centre[:, :2] - start) @ outward)
    push = loads.force[:, :, :2] @ outward
    moments: np.ndarray = push * centre[:, 2:3] + loads.force[:, :, 2] * inside[:, None]
    return moments
