"""Relations worked another way than the core works them, for tests to hold it against."""

from __future__ import annotations

import math


def bump_force(load: float, bump: float, radius: float) -> float:
    """Pull, N, that takes a wheel of a radius (m) under a load (N) over a bump (m) from rest: moments about its top."""
    if bump >= radius:
        return math.inf
    return load * math.sqrt(2 * radius * bump - bump**2) / (radius - bump)
