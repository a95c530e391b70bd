"""Laying: how many eggs a hen gives in a day, from her first egg on."""

from __future__ import annotations

from ergamot.core.catalogue import Strain
from ergamot.core.errors import require_range
from ergamot.core.flock.growth import OLDEST_DAY

RISE_DAYS = 35  # from the first egg to the peak; judgement: breeders' charts take five to seven weeks
# of the lay rate, after the peak; judgement: breeders' charts lose 0.3 to 0.5 of a point
FALL_PER_WEEK = 0.004


def lay_rate(strain: Strain, day: float, light: float = 1.0) -> float:
    """Eggs one hen lays in a day, on average.

    Args: strain; day, age in days, 0 to 828; light, share of full lay that the day's length allows,
        0 to 1.
    Returns: eggs per hen per day, 0 before lay and for meat birds.
    Raises: OutOfRange.
    Source: common practice: rising over five weeks to the strain's peak, then 0.4 points less a week.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> hybrid = load_catalogue().strains["layer-hybrid"]
    >>> lay_rate(hybrid, 125), round(lay_rate(hybrid, 161), 2), round(lay_rate(hybrid, 231), 2)
    (0.0, 0.93, 0.89)
    """
    require_range("age", day, 0, OLDEST_DAY, "days")
    require_range("light", light, 0, 1)
    if not strain.lays or day < strain.lay_from_day:
        return 0.0
    since = day - strain.lay_from_day
    if since <= RISE_DAYS:
        return strain.lay_peak * since / RISE_DAYS * light
    return max(0.0, strain.lay_peak - FALL_PER_WEEK * (since - RISE_DAYS) / 7) * light


def egg_mass_g(strain: Strain, day: float) -> float:
    """Egg one hen gives in a day.

    Args: strain; day, age in days, 0 to 828.
    Returns: g/day.
    Raises: OutOfRange.
    Source: as lay_rate, by the strain's egg.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> round(egg_mass_g(load_catalogue().strains["layer-hybrid"], 161), 1)
    55.8
    """
    return lay_rate(strain, day) * strain.egg_kg * 1000
