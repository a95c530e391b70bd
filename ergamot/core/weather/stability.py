"""Which gust tips, slides or lifts the pen, from every direction, in closed form.

All loads go with V², so each question is one division: q = what holds ÷ what moves per unit of q.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ergamot.core.frame.geometry import convex_hull
from ergamot.core.weather.holding import Holding, checked, drag_per_pull, windward
from ergamot.core.weather.pressure import directions, inside_cp, outside_cp, surface_cp
from ergamot.core.weather.speed import AIR, local_factor
from ergamot.core.weather.surfaces import Surface, WindBody

MESH_DRAG = 1.3  # wire on its solid area: a round bar 1.2 (EN 1991-1-4, 7.9), twists and edges a judgement
SLAT_DRAG = 1.8  # flat sticks square to the wind: 2.0 by 0.9 for their ends; EN 1991-1-4, 7.7 and 7.13
LEE_SHIELDING = 0.8  # mesh met through the pen: a shelter factor, EN 1991-1-4, 7.4.2; the figure a judgement
NEVER = float("inf")


@dataclass(frozen=True)
class Loads:
    """Force per unit of q on each surface, (surfaces, cases, 3) in m², and the coefficients on its sides.

    Cases are every direction with the low roof values, then every direction with the high ones.
    """

    force: np.ndarray
    cp: np.ndarray
    cpi: np.ndarray
    up_wind: np.ndarray

    @cached_property
    def total(self) -> np.ndarray:
        """(cases, 3): all surfaces together."""
        return np.asarray(self.force.sum(axis=0))

    @property
    def uplift(self) -> np.ndarray:
        return np.asarray(self.total[:, 2])

    @property
    def drag(self) -> np.ndarray:
        return np.asarray(np.hypot(self.total[:, 0], self.total[:, 1]))


@dataclass(frozen=True)
class Gusts:
    """Gusts at 10 m, m/s, for one direction; infinite where the wind cannot do it."""

    direction_deg: float
    tip: float
    slide: float
    lift: float
    tip_edge: int
    case: int

    @property
    def least(self) -> float:
        return min(self.tip, self.slide, self.lift)

    @property
    def mode(self) -> str:
        by_mode = {"slides": self.slide, "tips": self.tip, "lifts": self.lift}
        return min(by_mode, key=lambda mode: by_mode[mode])


@dataclass(frozen=True)
class Stability:
    """Every direction's gusts, the loads behind them, and the edges the pen can tip about."""

    gusts: tuple[Gusts, ...]
    loads: Loads
    edges: tuple[tuple[tuple[float, float], tuple[float, float]], ...]
    factor: float
    holding: Holding

    @property
    def worst(self) -> Gusts:
        return min(self.gusts, key=lambda gust: gust.least)

    @property
    def best(self) -> Gusts:
        return max(self.gusts, key=lambda gust: gust.least)


def wind_loads(body: WindBody, count: int = 24) -> Loads:
    """Force of the wind on every surface, for q = 1 Pa.

    Args: body; count, directions all round, 4 to 360.
    Returns: Loads for both runs of roof values. Sheet: −(Cp − Cpi)·A·n. Mesh: drag of its wire 1.3·φ·A·|cos α| and of the sticks
        it lies on 1.8·A·|cos α|, along the wind, × 0.8 on the lee side.
    Source: static panel method; EN 1991-1-4; drag of wire and slats common practice.
    """
    one_run = directions(count)
    up_wind = np.concatenate([one_run, one_run])
    high = np.repeat([False, True], count)
    extent = body.extent_m(up_wind)
    h_over_l = max(body.height_m, 0.5) / extent
    cpi = inside_cp(body, up_wind, h_over_l, high)
    still = np.zeros(len(up_wind))
    outer, inner = [], []
    force = np.zeros((len(body.surfaces), len(up_wind), 3))
    for i, surface in enumerate(body.surfaces):
        cp = cpi[surface.outside] if surface.outside else surface_cp(surface, up_wind, h_over_l, high)
        within = cpi[surface.inside] if surface.inside else _under_eaves(surface, up_wind, h_over_l)
        outer.append(cp)
        inner.append(within if surface.is_sheet else still)
        normal = np.array(surface.normal)
        if surface.is_sheet:
            force[i] = -((cp - within) * surface.area_m2)[:, None] * normal
        elif not surface.outside:
            cosine = up_wind @ normal[:2]
            share = (
                MESH_DRAG * surface.solidity * (1 - surface.backed_share) + SLAT_DRAG * surface.backed_share
            )
            shielded = np.where(cosine < 0, LEE_SHIELDING, 1.0)
            drag = share * surface.area_m2 * np.abs(cosine) * shielded
            force[i, :, :2] = -up_wind * drag[:, None]
    return Loads(force, np.array(outer), np.array(inner), up_wind)


def _under_eaves(surface: Surface, up_wind: np.ndarray, h_over_l: np.ndarray) -> np.ndarray:
    """Beneath an overhang the air pushes as on the wall below it."""
    x, y, _ = surface.normal
    size = (x * x + y * y) ** 0.5
    if size < 1e-6:
        return np.zeros(len(up_wind))
    return outside_cp((x / size, y / size, 0.0), up_wind, h_over_l)


def stability(
    body: WindBody,
    holding: Holding,
    roughness_m: float,
    speed_up: float = 1.0,
    count: int = 24,
    loads: Loads | None = None,
) -> Stability:
    """The gusts at 10 m that tip, slide or lift a pen as it stands, from all round.

    Args: body; holding, what keeps it there; roughness_m, 0.005 to 1; speed_up, 1 to 1.5; count of directions, 4 to 360;
        loads, of this body, where they are known.
    Returns: the Stability.
    Raises: OutOfRange.
    Source: statics of a rigid body; q = 0.613·V².
    """
    checked(holding)
    loads = loads or wind_loads(body, count)
    hull = convex_hull(list(body.contacts))
    edges = tuple(zip(hull, hull[1:] + hull[:1], strict=True))
    q_lift = _per(np.full(2 * count, holding.weight_n + holding.down_n), loads.uplift)
    q_slide = _slide_q(body, loads, holding)
    q_tip_each = np.array([_tip_q(body, loads, edge, holding) for edge in edges])
    factor = local_factor(body.height_m, roughness_m, speed_up)

    def gust(q: float) -> float:
        return float(np.sqrt(q / AIR) / factor)

    q_tip = q_tip_each.min(axis=0)
    by_mode = np.stack([q_tip, q_slide, q_lift]).reshape(3, 2, count)
    run = by_mode.min(axis=0).argmin(axis=0)  # the worse of the low and the high roof values
    q = by_mode.min(axis=1)
    cases_used = np.arange(count) + run * count
    gusts = tuple(
        Gusts(
            direction_deg=360 * i / count,
            tip=gust(q[0, i]),
            slide=gust(q[1, i]),
            lift=gust(q[2, i]),
            tip_edge=int(q_tip_each[:, cases_used[i]].argmin()),
            case=int(cases_used[i]),
        )
        for i in range(count)
    )
    return Stability(gusts, loads, edges, factor, holding)


def _per(holds: np.ndarray, moves: np.ndarray) -> np.ndarray:
    """holds ÷ moves where anything moves it at all, else never."""
    return np.where(moves > 1e-9, holds / np.maximum(moves, 1e-9), NEVER)


def edge_frame(
    edge: tuple[tuple[float, float], tuple[float, float]],
) -> tuple[np.ndarray, np.ndarray]:
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


def overturning_arms(
    body: WindBody, loads: Loads, edge: tuple[tuple[float, float], tuple[float, float]]
) -> np.ndarray:
    """Moment about a tipping edge of each surface's force for q = 1.

    Args: body; loads; edge, two points, m.
    Returns: (surfaces, directions) in m³: outward push × height + uplift × distance inside the edge.
    Source: statics.
    """
    start, outward = edge_frame(edge)
    centre = np.array([surface.centre for surface in body.surfaces])
    inside = -((centre[:, :2] - start) @ outward)
    push = loads.force[:, :, :2] @ outward
    moments: np.ndarray = push * centre[:, 2:3] + loads.force[:, :, 2] * inside[:, None]
    return moments


def _slide_q(body: WindBody, loads: Loads, holding: Holding) -> np.ndarray:
    """q = (μW + R)/(D + μL); on wheels also along the pen alone, where it rolls."""
    mu, weight = holding.friction, holding.weight_n
    held = mu * weight + slide_held_n(body, loads, holding)
    q = _per(held, loads.drag + mu * loads.uplift)
    if holding.rolling is None:
        return np.asarray(q)
    along = np.abs(loads.total[:, 0]) + holding.rolling * loads.uplift
    return np.asarray(np.minimum(q, _per(np.full(len(q), holding.rolling * weight), along)))


def slide_held_n(body: WindBody, loads: Loads, holding: Holding) -> np.ndarray:
    """What straps on the windward half hold against sliding, for each case.

    Args: body; loads; holding.
    Returns: (cases,) N: Σ T·(cos ψ + μ·sin ψ).
    Source: statics of straps at 45°.
    """
    pulls = np.array([strap.holds_n for strap in holding.straps])
    on = windward([strap.at for strap in holding.straps], body.middle, loads.up_wind)
    return np.asarray(pulls @ on * drag_per_pull(holding.friction))


def _tip_q(
    body: WindBody,
    loads: Loads,
    edge: tuple[tuple[float, float], tuple[float, float]],
    holding: Holding,
) -> np.ndarray:
    demand = overturning_arms(body, loads, edge).sum(axis=0)
    holds = holding.weight_n * arm_inside(edge, holding.centre_m)
    holds += sum(strap.down_n * arm_inside(edge, strap.at) for strap in holding.straps)
    return _per(np.full(demand.shape, holds), demand)


def arm_inside(edge: tuple[tuple[float, float], tuple[float, float]], place: tuple[float, float]) -> float:
    """How far a place lies inside a tipping edge.

    Args: edge, two points, m; place, m.
    Returns: m; 0 on the edge or beyond it.
    Source: geometry.

    >>> arm_inside(((0.0, 0.0), (2.0, 0.0)), (1.0, 0.7))
    0.7
    """
    start, outward = edge_frame(edge)
    return max(0.0, float(-((np.array(place) - start) @ outward)))
