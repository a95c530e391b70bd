"""Forces of moving: lift at the handle, rolling and sliding, and bumps. All N and m."""

from __future__ import annotations

import math

from ergamot.core.errors import require_range

SINKS_BELOW = 5.0  # wheel number under which a towed wheel ploughs; Wismer & Luth (1974)
START_FACTOR = 1.5  # starting a wheel against keeping it rolling; judgement: it has sunk overnight


def handle_lift(weight: float, x_cg: float, x_axle: float, x_handle: float) -> float:
    """Lift at the handle of a pen tipped on one axle.

    Args: weight, N, 0 or more; x_cg, x_axle, x_handle, m along the pen, the handle ahead of the axle.
    Returns: N: W·(x_cg − x_axle)/(x_handle − x_axle); below 0 when the pen tips back by itself.
    Raises: OutOfRange.
    Source: moments about the axle.

    >>> round(handle_lift(80 * 9.81, 1.35, 0.15, 3.0))
    330
    """
    require_range("x_handle", x_handle - x_axle, 0.05, 20, "m ahead of the axle")
    return weight * (x_cg - x_axle) / (x_handle - x_axle)


def wheel_number(cone_index_pa: float, width: float, diameter: float, load: float) -> float:
    """How firmly the ground carries a wheel.

    Args: cone_index_pa, Pa, above 0; width and diameter of the wheel, m, above 0; load, N, above 0.
    Returns: Cn = CI·b·d/W, no unit; under 5 it sinks.
    Raises: OutOfRange.
    Source: Wismer & Luth (1974).

    >>> round(wheel_number(250e3, 0.050, 0.250, 227), 1)
    13.8
    """
    require_range("wheel load", load, 0.1, 1e6, "N")
    return cone_index_pa * width * diameter / load


def rolling_resistance(cn: float) -> float:
    """Share of its load that it takes to tow a wheel over soil.

    Args: cn, wheel number, above 0; under 5 the figure is a low estimate.
    Returns: Crr = 0.04 + 1.2/Cn.
    Raises: OutOfRange.
    Source: Wismer & Luth (1974), towed wheel.

    >>> [round(rolling_resistance(wheel_number(250e3, b, d, 227)), 3)
    ...  for b, d in ((0.040, 0.150), (0.050, 0.250), (0.080, 0.400))]
    [0.222, 0.127, 0.074]
    """
    require_range("wheel number", cn, 1e-6, 1e9)
    return 0.04 + 1.2 / cn


def bump_force(load: float, bump: float, radius: float) -> float:
    """Pull that takes a wheel over a bump from rest.

    Args: load, N, on what meets it; bump, m, 0 or more; radius, m, above 0.
    Returns: N: load·√(2rh − h²)/(r − h); infinite when the bump is as high as the axle.
    Raises: OutOfRange.
    Source: moments about the top of the bump.

    >>> [round(bump_force(454.3, 0.030, d / 2)) for d in (0.150, 0.250, 0.400)]
    [606, 389, 282]
    """
    require_range("bump", bump, 0, 5, "m")
    if bump >= radius:
        return math.inf
    return load * math.sqrt(2 * radius * bump - bump**2) / (radius - bump)


def largest_bump(force: float, load: float, radius: float) -> float:
    """Highest bump one wheel climbs from rest.

    Args: force, N, to spare for it; load, N, on the wheel, above 0; radius, m, above 0.
    Returns: m: r·(1 − 1/√(1 + (F/N)²)), always less than the radius; 0 with no force to spare.
    Raises: OutOfRange.
    Source: bump_force turned round.

    >>> round(largest_bump(bump_force(227, 0.030, 0.125), 227, 0.125), 6)
    0.03
    """
    require_range("wheel load", load, 0.1, 1e6, "N")
    return radius * (1 - 1 / math.sqrt(1 + (max(0.0, force) / load) ** 2))
