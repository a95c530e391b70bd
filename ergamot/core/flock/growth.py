"""Growth: a Gompertz curve per strain, and how many birds are still living."""

from __future__ import annotations

from ergamot.core.catalogue import Strain
from ergamot.core.errors import require_range
from ergamot.core.flock.flock import Flock
from ergamot.core.working import Formula

GROWTH = Formula(
    "m",
    "mass of a bird that day",
    "A_end*exp(-log(A_end/m0)*exp(-K*D))",
    "kg",
    "growth curve of Gompertz (1825)",
)
YEAR_DAYS = 365.0
OLDEST_DAY = 828  # the latest leaving day and 28 days more


def mass_kg(strain: Strain, day: float) -> float:
    """How heavy one bird is on a day of age.

    Args: strain; day, age in days from hatch, 0 to 828.
    Returns: live mass in kg, as GROWTH.
    Raises: OutOfRange.
    Source: Gompertz (1825) growth curve; parameters per strain in the catalogue.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> round(mass_kg(load_catalogue().strains["broiler-fast"], 49), 2)
    2.54
    """
    require_range("age", day, 0, OLDEST_DAY, "days")
    return GROWTH.of(A_end=strain.a_kg, m0=strain.m0_kg, K=strain.k_day, D=day)


def gain_g(strain: Strain, day: float) -> float:
    """How much one bird gains in a day, taken about that day.

    Args: strain; day, age in days, 0.5 to 827.5.
    Returns: gain in g/day: 1000·(m(t + ½) − m(t − ½)).
    Raises: OutOfRange.
    Source: central difference of the Gompertz curve.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> 60 < gain_g(load_catalogue().strains["broiler-fast"], 42) < 70
    True
    """
    return 1000 * (mass_kg(strain, day + 0.5) - mass_kg(strain, day - 0.5))


def living(flock: Flock, day: float) -> float:
    """How many birds are expected to be alive on a day of age.

    Args: flock; day, age in days (before going out all live; after leaving, those that left).
    Returns: expected number, not rounded: losses spread evenly over the stay. Of meat birds the strain's mortality is
        of a batch, of layers of a year.
    Source: common practice; mortality per strain in the catalogue.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> broilers = load_catalogue().strains["broiler-fast"]
    >>> living(Flock(broilers, 100, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20)), 49)
    96.0
    """
    stay = flock.leaving_day - flock.out_day
    lost = flock.strain.mortality * (stay / YEAR_DAYS if flock.strain.lays else 1.0)
    through = (day - flock.out_day) / stay
    return flock.placed * (1 - min(1.0, lost) * min(max(through, 0.0), 1.0))
