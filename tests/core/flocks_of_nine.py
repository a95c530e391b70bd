"""Nine flocks a keeper may have: of a handful and of a hundred and fifty."""

from __future__ import annotations

from datetime import date

from ergamot.core.catalogue import Catalogue
from ergamot.core.flock.flock import Flock, make_flock

YEAR = (date(2026, 1, 1), date(2026, 5, 1), date(2027, 4, 1))
FAST = (date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
NINE = {
    "six hens": ("layer-hybrid", 6, *YEAR),
    "four bantams": ("layer-bantam", 4, *YEAR),
    "thirty broilers": ("broiler-fast", 30, *FAST),
    "fifteen turkeys": ("turkey-tom", 15, date(2026, 4, 1), date(2026, 5, 20), date(2026, 8, 5)),
    "twenty hens": ("layer-hybrid", 20, *YEAR),
    "sixty hens": ("layer-hybrid", 60, *YEAR),
    "forty heavy layers": ("layer-heavy", 40, *YEAR),
    "twenty-five slow broilers": ("broiler-slow", 25, date(2026, 4, 1), date(2026, 4, 29), date(2026, 6, 24)),
    "a hundred and fifty broilers": ("broiler-fast", 150, *FAST),
}


def flock_of(catalogue: Catalogue, name: str) -> Flock:
    """One of them."""
    return make_flock(catalogue, *NINE[name])
