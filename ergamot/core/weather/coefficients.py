"""Pressure coefficients outside and inside, for many wind directions at once.

Symbols: Cp outside and Cpi inside coefficients (pressure over q); α the angle between a surface's
outward normal and the direction the wind comes from; q = 0.613·V².
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from functools import cache

import numpy as np

from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import Space
from ergamot.core.weather.body import Arch, Surface, WindBody
from ergamot.core.weather.mouth import Mouth
from ergamot.core.working import Formula

# Walls by α: linear between these, after EN 1991-1-4 7.2.2 and ASCE 7 fig. 27.3-1
WALL_ALPHA_DEG = (0.0, 30.0, 60.0, 75.0, 90.0, 120.0, 180.0)
WALL_CP = (0.80, 0.65, 0.0, -0.5, -0.7, -0.6, -0.5)
# Flat roofs (pitch under 10°): −0.7 up to h/L 0.5, falling to −1.0 at h/L 1; ASCE 7 fig. 27.3-1
FLAT_ROOF_H_L = (0.5, 1.0)
FLAT_ROOF_CP = (-0.7, -1.0)
FLAT_UNDER_DEG = 10.0
TINY = 1e-9  # of arithmetic; may move
WALL_NZ = 0.5 + TINY  # a normal this far up or down is no wall: 30° off upright
UNDER_CP = -0.3  # beneath a raised floor
# Pitched roofs: rows by h/L, columns by pitch; ASCE 7 fig. 27.3-1
ROOF_H_L = (0.25, 0.5, 1.0)
ROOF_PITCH_DEG = (10.0, 15.0, 20.0, 25.0, 30.0, 35.0, 45.0, 60.0)
ROOF_LOW = (
    (-0.7, -0.5, -0.3, -0.2, -0.2, 0.0, 0.4, 0.6),
    (-0.9, -0.7, -0.4, -0.3, -0.2, -0.2, 0.0, 0.6),
    (-1.3, -1.0, -0.7, -0.5, -0.3, -0.2, 0.0, 0.6),
)
ROOF_HIGH = (
    (-0.18, 0.0, 0.2, 0.3, 0.3, 0.4, 0.4, 0.6),
    (-0.18, -0.18, 0.0, 0.2, 0.2, 0.3, 0.4, 0.6),
    (-0.18, -0.18, -0.18, 0.0, 0.2, 0.2, 0.3, 0.6),
)
# Arched roofs by r, rise over base; ASCE 7 fig. 27.3-3
ARCH_LEE, ARCH_FLAT_CP = -0.5, -0.9
ARCH_FLAT, ARCH_STEEP = 0.2, 0.3
ARCH_MOST = 0.95  # 2.75·0.6 − 0.7: past r 0.6 no higher
MOUTH = Formula(
    "C_m",
    "coefficient at the mouth of the sheltered part",
    "C_r + (C_a - C_r)*S",
    "",
    "screen loss, (1 − φ)² of the push through each mesh: our judgement",
)
LEE_PITCH_DEG = (10.0, 15.0, 20.0)
ROOF_LEE = ((-0.3, -0.5, -0.6), (-0.5, -0.5, -0.6), (-0.7, -0.6, -0.6))
# halvings of the interval −2…1, to 1e-11: flow goes with the root of pressure
SOLVER_STEPS = 38  # may move


@cache
def directions(count: int = 24) -> np.ndarray:
    """Unit vectors pointing up-wind, 0° onto the front end, turning towards the left side.

    Args: count, how many evenly spaced, a number from 4 to 360.
    Returns: array (count, 2), the same one each time: it cannot be written to.
    Source: geometry.

    >>> directions(4).round(6).tolist()[0]
    [1.0, 0.0]
    """
    angles = np.arange(count) * 2 * np.pi / count
    up_wind = np.stack([np.cos(angles), np.sin(angles)], axis=1)
    up_wind.flags.writeable = False
    return up_wind


def outside_cp(
    normal: tuple[float, float, float],
    up_wind: np.ndarray,
    h_over_l: np.ndarray,
    high: np.ndarray | None = None,
    arch: Arch | None = None,
) -> np.ndarray:
    """Outside pressure coefficient of a flat surface or a strip of a bent roof.

    Args: normal, unit vector out of the pen; up_wind, (n, 2) unit vectors; h_over_l, (n,) mean height
        over the footprint's extent along the wind; high, (n,) whether the higher roof value rules, the
        lower where not given; arch, where it is a strip of a bent roof.
    Returns: (n,) coefficients. Walls are surfaces within 30° of upright; below 10° a roof is flat.
    Source: EN 1991-1-4 7.2; ASCE 7 fig. 27.3-1; arched roofs by ASCE 7, extrapolated past r 0.6.

    >>> outside_cp((1, 0, 0), directions(4), np.full(4, 0.2)).round(2).tolist()
    [0.8, -0.7, -0.5, -0.7]
    """
    if arch is not None:
        return _arch_cp(arch, up_wind, np.zeros(len(up_wind), dtype=bool) if high is None else high)
    if normal[2] < -WALL_NZ:
        return np.full(len(up_wind), UNDER_CP)
    cosine = up_wind @ np.array(normal[:2])
    alpha = np.degrees(np.arccos(np.clip(cosine, -1, 1)))
    if normal[2] <= WALL_NZ:
        return np.asarray(np.interp(alpha, WALL_ALPHA_DEG, WALL_CP))
    along_ridge = np.interp(h_over_l, FLAT_ROOF_H_L, FLAT_ROOF_CP)
    pitch = float(np.degrees(np.arccos(np.clip(normal[2], -1, 1))))
    if pitch < FLAT_UNDER_DEG:
        return np.asarray(along_ridge)
    use_high = np.zeros(len(up_wind), dtype=bool) if high is None else high
    lower, higher = (_by_height(table, ROOF_PITCH_DEG, pitch, h_over_l) for table in (ROOF_LOW, ROOF_HIGH))
    windward = np.where(use_high, higher, lower)
    leeward = _by_height(ROOF_LEE, LEE_PITCH_DEG, pitch, h_over_l)
    share = np.clip((90 - alpha) / pitch, -1, 1)
    return np.asarray(
        np.where(
            share > 0,
            along_ridge + share * (windward - along_ridge),
            along_ridge - share * (leeward - along_ridge),
        )
    )


def _by_height(
    table: tuple[tuple[float, ...], ...], pitches: tuple[float, ...], pitch: float, h_over_l: np.ndarray
) -> np.ndarray:
    rows = [float(np.interp(pitch, pitches, row)) for row in table]
    return np.asarray(np.interp(h_over_l, ROOF_H_L, rows))


def _arch_cp(arch: Arch, up_wind: np.ndarray, high: np.ndarray) -> np.ndarray:
    """Quarters of the plan width; oblique by β off across the ridge."""
    across = up_wind[:, 1]
    upwind_side = arch.place * np.sign(across)
    quarter = np.array([_windward_quarter(arch, run) for run in (False, True)])[high.astype(int)]
    straight = np.where(
        upwind_side > 0.5, quarter, np.where(upwind_side < -0.5, ARCH_LEE, -min(0.7 + arch.rise, 1.3))
    )
    return np.asarray(straight * across**2 - 0.7 * (1 - across**2))


def _windward_quarter(arch: Arch, high: bool) -> float:
    """By rise over base; on walls, of a flat arch the two values are both to be tried: the lower and the higher."""
    rise = arch.rise
    if not arch.on_walls:
        return min(1.4 * rise, 0.8)
    if rise < ARCH_FLAT:
        return ARCH_FLAT_CP
    if rise < ARCH_STEEP:
        return 1.5 * rise - 0.3 if high else 6 * rise - 2.1
    return min(2.75 * rise - 0.7, ARCH_MOST)


def surface_cp(
    surface: Surface, up_wind: np.ndarray, h_over_l: np.ndarray, high: np.ndarray | None = None
) -> np.ndarray:
    """Outside coefficient of a surface, or the one it was given.

    Args: surface; up_wind, h_over_l and high as outside_cp.
    Returns: (n,) coefficients.
    Source: as outside_cp.

    >>> wall = Surface("wall", 2.0, (0.0, 0.0, 0.5), (1.0, 0.0, 0.0))
    >>> surface_cp(wall, directions(4), np.full(4, 0.2)).round(2).tolist()
    [0.8, -0.7, -0.5, -0.7]
    """
    if surface.roof_cp is not None:
        return np.full(len(up_wind), surface.roof_cp)
    return outside_cp(surface.normal, up_wind, h_over_l, high, surface.arch)


def inside_cp(
    body: WindBody,
    up_wind: np.ndarray,
    h_over_l: np.ndarray,
    high: np.ndarray | None = None,
    through: np.ndarray | None = None,
) -> dict[Space, np.ndarray]:
    """For every space, the inside coefficient at which as much air comes in as goes out.

    Args: body; up_wind, (n, 2); h_over_l, (n,); high as outside_cp; through, (n,) what its mouth lets through, where
        that is known.
    Returns: (n,) coefficients by space: the root of Σ A·sign(Cp − Cpi)·√|Cp − Cpi| = 0, spaces joined
        by an opening solved together; a part that opens onto a meshed run after it, its mouth one vent more.
    Source: orifice flow, EN 1991-1-4 7.2.9; solved by halving; of two joined spaces the way between
        them fixes the one's pressure by the other's. No pen has more than two.

    >>> from ergamot.core.weather.body import wind_body
    >>> sorted(inside_cp(wind_body(pen()), directions(4), np.full(4, 0.2)))
    [<Space.RUN: 'run'>, <Space.SHELTER: 'sheltered part'>]
    """
    ways = {space: _ways_out(body, space, up_wind, h_over_l, high) for space in body.spaces}
    pairs = {frozenset(link.spaces) for link in body.links}
    before = [pair for pair in pairs if Space.SHELTER not in pair]
    found: dict[Space, np.ndarray] = {}
    found.update((space, _balance(way)) for space, way in ways.items() if space is not Space.SHELTER)
    _join(body, before, ways, found)
    if body.mouth is not None:
        ways[Space.SHELTER] = ways[Space.SHELTER].and_through(
            body.mouth.area_m2, mouth_cp(body.mouth, up_wind, found[Space.RUN], through)
        )
        found[Space.SHELTER] = _balance(ways[Space.SHELTER])
        _join(body, [pair for pair in pairs if Space.SHELTER in pair], ways, found)
    return found


def mouth_cp(
    mouth: Mouth, up_wind: np.ndarray, run: np.ndarray, through: np.ndarray | None = None
) -> np.ndarray:
    """The coefficient at the mouth of a sheltered part, of the wind that comes to it through the run.

    Args: mouth; up_wind, (n, 2); run, (n,) coefficients inside the run, which is solved first, alone; through, (n,) what
        is let through, where that is known.
    Returns: (n,): C_r + (Cp(α) − C_r)·Π(1 − φ)² over the meshes that a line up-wind from its middle crosses.
    Source: screen loss; our judgement.

    >>> from ergamot.core.weather.body import wind_body
    >>> low = wind_body(pen(roofed=0.5))
    >>> facing, _, behind, _ = mouth_cp(low.mouth, directions(4), np.zeros(4))
    >>> bool(facing > 0.5), float(behind)
    (True, 0.0)
    """
    return MOUTH.on(
        C_r=run, C_a=faced_cp(up_wind), S=mouth.let_through(up_wind) if through is None else through
    )


def faced_cp(up_wind: np.ndarray) -> np.ndarray:
    """The coefficient of a wall that faces the front.

    Args: up_wind, (n, 2) unit vectors.
    Returns: (n,).
    Source: EN 1991-1-4 7.2.2.

    >>> faced_cp(directions(4)).round(2).tolist()
    [0.8, -0.7, -0.5, -0.7]
    """
    off_front = np.degrees(np.arccos(np.clip(up_wind[:, 0], -1, 1)))
    return np.asarray(np.interp(off_front, WALL_ALPHA_DEG, WALL_CP))


def _join(
    body: WindBody,
    pairs: Iterable[frozenset[Space]],
    ways: dict[Space, _Ways],
    found: dict[Space, np.ndarray],
) -> None:
    """Solve pairs of spaces joined by an opening anew, together."""
    for pair in pairs:
        # The tighter of the two is solved for: its air is the more sensitive
        one, other = sorted(pair, key=lambda space: (float(ways[space].area.sum()), space))
        between = sum(link.area_m2 for link in body.links if frozenset(link.spaces) == pair)
        found[one], found[other] = _balance_joined(ways[one], ways[other], between)


@dataclass(frozen=True)
class _Ways:
    """The ways out of one space: areas (ways,) m² and the pressure beyond each, (ways, cases)."""

    area: np.ndarray
    cp: np.ndarray

    def and_through(self, area_m2: float, cp: np.ndarray) -> _Ways:
        """The same with one way more."""
        return _Ways(np.append(self.area, area_m2), np.vstack([self.cp, cp]))

    def inflow(self, cpi: np.ndarray) -> np.ndarray:
        """Air in less air out at an inside pressure."""
        difference = self.cp - cpi
        flow = np.abs(difference)
        np.sqrt(flow, out=flow)
        np.copysign(flow, difference, out=flow)
        return np.asarray(self.area.dot(flow))  # @ takes half as long again on so few


def _ways_out(
    body: WindBody, space: Space, up_wind: np.ndarray, h_over_l: np.ndarray, high: np.ndarray | None
) -> _Ways:
    areas: dict[tuple[Point, Arch | None], float] = {}  # those that look one way are one
    for vent in body.vents:
        if vent.space == space:
            areas[vent.normal, vent.arch] = areas.get((vent.normal, vent.arch), 0.0) + vent.area_m2
    cp = [outside_cp(normal, up_wind, h_over_l, high, arch) for normal, arch in areas]
    return _Ways(np.array(list(areas.values()), dtype=float), np.array(cp).reshape(len(areas), len(up_wind)))


def _balance(ways: _Ways) -> np.ndarray:
    """The pressure of a space by itself; 0 where there is no way out."""
    return _root(ways.inflow, ways.cp.shape[1]) if len(ways.area) else np.zeros(ways.cp.shape[1])


def _balance_joined(one: _Ways, other: _Ways, between_m2: float) -> tuple[np.ndarray, np.ndarray]:
    """The pressures of two spaces with a way between them.

    What comes into the one from outside goes through the way: that fixes the pressure across it, and
    so the other's. The two together take in as much as they give.
    """
    if not len(one.area) + len(other.area):
        return _balance(one), _balance(other)

    def beyond(cpi: np.ndarray) -> np.ndarray:
        through = one.inflow(cpi) / between_m2
        return np.asarray(cpi - through * np.abs(through))

    cpi = _root(lambda inside: one.inflow(inside) + other.inflow(beyond(inside)), one.cp.shape[1])
    return cpi, beyond(cpi)


def _root(inflow: Callable[[np.ndarray], np.ndarray], count: int) -> np.ndarray:
    """Where an inflow that falls as the pressure rises is nothing."""
    middle, step = np.full(count, -0.5), 0.75  # halves of -2 to 1
    for _ in range(SOLVER_STEPS):
        middle = middle + np.copysign(step, inflow(middle))
        step /= 2
    return middle
