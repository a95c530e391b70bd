"""Pressure coefficients outside and inside, for many wind directions at once.

Symbols: Cp outside and Cpi inside coefficients (pressure over q); α the angle between a surface's
outward normal and the direction the wind comes from; q = 0.613·V².
"""

from __future__ import annotations

import numpy as np

from ergamot.core.weather.surfaces import Surface, WindBody

# Walls by α: linear between these, after EN 1991-1-4 7.2.2 and ASCE 7 fig. 27.3-1
WALL_ALPHA_DEG = (0.0, 30.0, 60.0, 75.0, 90.0, 120.0, 180.0)
WALL_CP = (0.80, 0.65, 0.0, -0.5, -0.7, -0.6, -0.5)
# Flat roofs (pitch under 10°): −0.7 up to h/L 0.5, falling to −1.0 at h/L 1; ASCE 7 fig. 27.3-1
FLAT_ROOF_H_L = (0.5, 1.0)
FLAT_ROOF_CP = (-0.7, -1.0)
SOLVER_STEPS = 40  # halvings of the interval −2…1: good to 3e-12


def directions(count: int = 24) -> np.ndarray:
    """Unit vectors pointing up-wind, 0° onto the front end, turning towards the left side.

    Args: count, how many evenly spaced, 4 to 360.
    Returns: array (count, 2).
    Source: geometry.

    >>> directions(4).round(6).tolist()[0]
    [1.0, 0.0]
    """
    angles = np.arange(count) * 2 * np.pi / count
    return np.stack([np.cos(angles), np.sin(angles)], axis=1)


def outside_cp(normal: tuple[float, float, float], up_wind: np.ndarray, h_over_l: np.ndarray) -> np.ndarray:
    """Outside pressure coefficient of a flat surface.

    Args: normal, unit vector out of the pen; up_wind, (n, 2) unit vectors; h_over_l, (n,) height over
        the footprint's extent along the wind.
    Returns: (n,) coefficients. Walls are surfaces within 30° of upright; the rest count as flat roof
        (valid to 10° of pitch).
    Source: EN 1991-1-4 7.2; ASCE 7 fig. 27.3-1.

    >>> outside_cp((1, 0, 0), directions(4), np.full(4, 0.2)).round(2).tolist()
    [0.8, -0.7, -0.5, -0.7]
    """
    if abs(normal[2]) <= 0.5:
        cosine = up_wind @ np.array(normal[:2])
        alpha = np.degrees(np.arccos(np.clip(cosine, -1, 1)))
        return np.asarray(np.interp(alpha, WALL_ALPHA_DEG, WALL_CP))
    return np.asarray(np.interp(h_over_l, FLAT_ROOF_H_L, FLAT_ROOF_CP))


def surface_cp(surface: Surface, up_wind: np.ndarray, h_over_l: np.ndarray) -> np.ndarray:
    """Outside coefficient of a surface, or the one it was given.

    Args: surface; up_wind and h_over_l as outside_cp.
    Returns: (n,) coefficients.
    Source: as outside_cp.
    """
    if surface.roof_cp is not None:
        return np.full(len(up_wind), surface.roof_cp)
    return outside_cp(surface.normal, up_wind, h_over_l)


def inside_cp(body: WindBody, up_wind: np.ndarray, h_over_l: np.ndarray) -> np.ndarray:
    """Inside coefficient at which as much air comes in as goes out.

    Args: body; up_wind, (n, 2); h_over_l, (n,).
    Returns: (n,) coefficients: the root of Σ A·sign(Cp − Cpi)·√|Cp − Cpi| = 0.
    Source: orifice flow, EN 1991-1-4 7.2.9; solved by halving.
    """
    area = np.array([vent.area_m2 for vent in body.vents])[:, None]
    cp = np.array([outside_cp(vent.normal, up_wind, h_over_l) for vent in body.vents])
    low, high = np.full(len(up_wind), -2.0), np.full(len(up_wind), 1.0)
    for _ in range(SOLVER_STEPS):
        middle = (low + high) / 2
        difference = cp - middle
        inflow = (area * np.sign(difference) * np.sqrt(np.abs(difference))).sum(axis=0)
        low, high = np.where(inflow > 0, middle, low), np.where(inflow > 0, high, middle)
    return np.asarray((low + high) / 2)
