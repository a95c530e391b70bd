"""Snow on what can hold it: depth, density, and how much stays on a slope."""

from __future__ import annotations

import math

import numpy as np

from ergamot.core.catalogue import Mesh
from ergamot.core.errors import require_range
from ergamot.core.frame.structure import Panel, Structure
from ergamot.core.units import G

# All stays on a roof to 15°, none at 70°, linear between; ASCE 7 fig. 7.4-1, slippery unheated roofs
STAYS_DEG, STAYS = (15.0, 70.0), (1.0, 0.0)

# Mesh under wet snow: it bridges openings so fine, where it does not slide; common practice
FINE_MM, FLAT_DEG, MESH_HOLDS = 25.0, 45.0, 0.5


def stays(pitch_deg: float) -> float:
    """The share of the ground's snow that stays on a slope.

    Args: pitch_deg, 0 level to 90 upright.
    Returns: 1 to 15°, falling to 0 at 70°.
    Raises: OutOfRange.
    Source: ASCE 7 fig. 7.4-1.

    >>> stays(10), round(stays(42.5), 2), stays(80)
    (1.0, 0.5, 0.0)
    """
    require_range("pitch", pitch_deg, 0, 90, "°")
    return float(np.interp(pitch_deg, STAYS_DEG, STAYS))


def snow_pa(depth_m: float, density_kg_m3: float, pitch_deg: float = 0.0) -> float:
    """Weight of snow on each level m² under a slope.

    Args: depth_m on level ground, 0 to 3; density_kg_m3, 50 to 500; pitch_deg, 0 to 90.
    Returns: Pa.
    Raises: OutOfRange.
    Source: depth × density × g × the share that stays.

    >>> round(snow_pa(0.2, 250))
    490
    """
    require_range("snow_depth_m", depth_m, 0, 3, "m")
    require_range("snow_density", density_kg_m3, 50, 500, "kg/m³")
    return depth_m * density_kg_m3 * G * stays(pitch_deg)


def pitch_deg(panel: Panel) -> float:
    """How steep a panel lies: 0 level, 90 upright or leaning over.

    Args: panel.
    Returns: degrees.
    Source: geometry.

    >>> pitch_deg(next(one for one in pen(roofed=1.0).panels if one.normal[2] > 0.99))
    0.0
    """
    return math.degrees(math.acos(max(0.0, min(1.0, panel.normal[2]))))


def holds(panel: Panel, wet: bool) -> float:
    """The share of the snow a covering holds, before what slides off it.

    Args: panel; wet, whether the snow is.
    Returns: 1 of sheet; ½ of fine mesh flatter than 45° under wet snow; else 0, it falls through. What another covering
        lies over holds nothing.
    Source: common practice.

    >>> top = next(one for one in pen(roofed=0.0).panels if one.normal[2] > 0.99)
    >>> holds(top, True), holds(top, False)
    (0.5, 0.0)
    """
    if panel.solid:
        return 1.0
    covering = panel.covering
    if not wet or panel.under or not isinstance(covering, Mesh) or pitch_deg(panel) >= FLAT_DEG:
        return 0.0
    clear = min(covering.pitch_x_mm, covering.pitch_y_mm) - covering.wire_mm
    return MESH_HOLDS if clear <= FINE_MM else 0.0


def snow_kg(
    structure: Structure, depth_m: float, density_kg_m3: float, wet: bool = False
) -> tuple[float, tuple[float, float]]:
    """Snow that lies on a pen, and where its weight stands.

    Args: structure; depth_m on level ground, 0 to 3; density_kg_m3, 50 to 500; wet, so that fine mesh holds it too.
    Returns: kg and (x, y) in m.
    Raises: OutOfRange.
    Source: as `snow_pa`, over each panel's level area.

    >>> kg, middle = snow_kg(pen(roofed=0.0), 0.2, 250.0)
    >>> kg
    0.0
    """
    total, moment = 0.0, [0.0, 0.0]
    for panel in structure.standing:
        if panel.normal[2] <= 0 or panel.outside or not (share := holds(panel, wet)):
            continue
        kg = share * snow_pa(depth_m, density_kg_m3, pitch_deg(panel)) / G * panel.area_m2 * panel.normal[2]
        total += kg
        for axis in (0, 1):
            moment[axis] += kg * panel.centre[axis] / 1000
    return total, ((moment[0] / total, moment[1] / total) if total > 0 else (0.0, 0.0))
