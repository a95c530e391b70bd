"""What the ground of a farm does to a wheel: how it sinks, and what rolling over it takes. N, m and Pa."""

from __future__ import annotations

from ergamot.core.working import Formula

SOIL = "Wismer & Luth (1974)"
SINKS_BELOW = 5.0  # wheel number under which a towed wheel ploughs; Wismer & Luth (1974)
PER_WHEEL = Formula("N", "load on one wheel", "max(Q, 1)/n", "N")
WHEEL_NUMBER = Formula("Cn", "wheel number", "CI*b*2*r/N", "", SOIL)
RESISTANCE = Formula(
    "Crr",
    "rolling resistance",
    "0.04 + 1.2/Cn",
    "",
    SOIL,
    f"a low figure under a wheel number of {SINKS_BELOW:g}",
)
