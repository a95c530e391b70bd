"""From a forecast gust at 10 m over open ground to the gust at a low pen's roof."""

from __future__ import annotations

import math

from ergamot.core.errors import require_range
from ergamot.core.working import Formula

OPEN_ROUGHNESS_M = 0.03  # Davenport–Wieringa class 3, open (WMO-No. 8)
FORECAST_HEIGHT_M = 10.0  # WMO height of wind measurement
GUST_FACTOR = 3.0  # peak factor 3 on turbulence 2.5 u*, log profile
AIR = 0.613  # half of 1.226 kg/m³: q = 0.613·V² in Pa
PRESSURE = Formula(
    "q", "pressure of a gust at the pen", f"{AIR}*V_local**2", "Pa", "half the mass of air × V²"
)
GUST = Formula("V_local", "gust at the pen", f"sqrt(q/{AIR})", "m/s", f"q = {AIR}·V²")
GUST_AT_10_M = Formula("V10", "gust at 10 m it stands", "V_local/f", "m/s")
LEAST_HEIGHT_M = 0.5  # the log profile says little nearer the ground


def local_factor(height_m: float, roughness_m: float, speed_up: float = 1.0) -> float:
    """Gust at a height over the land as it is, for a forecast gust of 1 at 10 m over open ground.

    Args: height_m, 0.5 to 10 (less counts as 0.5); roughness_m, 0.005 to 1; speed_up, on a ridge, 1 to 1.5.
    Returns: S·(z0/0.03)^0.07·(ln(z/z0) + 3)/(ln(10/0.03) + 3).
    Raises: OutOfRange.
    Source: EN 1991-1-4 terrain factor; log profile with σu = 2.5 u* and peak factor 3.

    >>> [round(local_factor(0.6, z0), 3) for z0 in (0.03, 0.1, 0.3)]
    [0.681, 0.592, 0.493]
    """
    require_range("height", height_m, 0, 10, "m")
    require_range("roughness", roughness_m, 0.005, 1, "m")
    require_range("speed_up", speed_up, 1, 1.5)
    height = max(height_m, LEAST_HEIGHT_M)
    terrain: float = (roughness_m / OPEN_ROUGHNESS_M) ** 0.07
    open_profile = math.log(FORECAST_HEIGHT_M / OPEN_ROUGHNESS_M) + GUST_FACTOR
    return speed_up * terrain * (math.log(height / roughness_m) + GUST_FACTOR) / open_profile
