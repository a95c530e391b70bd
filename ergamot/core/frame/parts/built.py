"""Where a pen is built: at home, to be hauled to the field, or where it is to stand."""

from __future__ import annotations

from ergamot.core.finding import EVERY
from ergamot.core.frame.parameters import Choice, Parameter

BUILT, IN_THE_FIELD = "built", "field"

BUILT_PARAMETER = Parameter(
    BUILT,
    "Built",
    "gear",
    "choice",
    "home",
    choices=(
        Choice("home", "at home", "then hauled to the field"),
        Choice(IN_THE_FIELD, "in its field", "its parts are carried there; it need not fit the way"),
    ),
    idle=EVERY,
    kept=True,
)
