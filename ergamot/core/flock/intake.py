"""What the birds eat and drink, from their size, their growth and the day's temperature."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from ergamot.core.catalogue import Strain
from ergamot.core.catalogue.kinds import Drink
from ergamot.core.errors import require_range
from ergamot.core.finding import Phrase, phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.growth import gain_g, mass_kg
from ergamot.core.flock.lay import egg_mass_g
from ergamot.core.units import Quantity

COLDEST_C, HOTTEST_C = -10.0, 40.0
# share carried over drunk; common practice
SPILLAGE = {Drink.NIPPLE: 1.05, Drink.CUP: 1.15, Drink.OPEN: 1.4, Drink.NONE: 1.4}
HEAT_C = 27.0  # from here on broilers near their finish pant; common practice: 26 to 28 °C
FINISH_DAYS = 14  # before they leave
IN_HEAT = 2.0  # broilers near their finish may drink as much again; common practice


def grower_feed_g(mass: float, gain: float, temperature_c: float, energy_kcal_g: float = 3.0) -> float:
    """What one growing meat bird eats in a day.

    Args: mass, kg, 0.02 to 30; gain, g/day; temperature_c, −10 to 40; energy_kcal_g, of the feed,
        2 to 4 kcal/g.
    Returns: g/day: (150·(1 − 0.011·(T − 21))·m^0.75 + 3.6·gain)/E.
    Raises: OutOfRange.
    Source: maintenance and gain terms after NRC (1994), Nutrient Requirements of Poultry.

    >>> round(grower_feed_g(2.083, 65.5, 21), 0)
    165.0
    """
    require_range("mass", mass, 0.02, 30, "kg")
    require_range("temperature", temperature_c, COLDEST_C, HOTTEST_C, "°C")
    require_range("feed energy", energy_kcal_g, 2, 4, "kcal/g")
    upkeep: float = 150 * (1 - 0.011 * (temperature_c - 21)) * mass**0.75
    return (upkeep + 3.6 * gain) / energy_kcal_g


def hen_feed_g(mass: float, gain: float, egg_mass: float, temperature_c: float) -> float:
    """What one laying hen eats in a day, at 2.8 kcal/g.

    Args: mass, kg, 0.3 to 6; gain, g/day; egg_mass, g of egg a day; temperature_c, −10 to 40.
    Returns: g/day: (m^0.75·(173 − 1.95·T) + 5.5·gain + 2.07·egg mass)/2.8.
    Raises: OutOfRange.
    Source: NRC (1994), Nutrient Requirements of Poultry.

    >>> round(hen_feed_g(1.9, 0, 0.86 * 60, 20))
    116
    """
    require_range("mass", mass, 0.3, 6, "kg")
    require_range("temperature", temperature_c, COLDEST_C, HOTTEST_C, "°C")
    energy: float = mass**0.75 * (173 - 1.95 * temperature_c) + 5.5 * gain + 2.07 * egg_mass
    return energy / 2.8


def water_drunk_ml(feed_g: float, temperature_c: float) -> float:
    """What one bird drinks in a day.

    Args: feed_g, what it eats, g/day; temperature_c, −10 to 40.
    Returns: mL/day: feed·max(1.6, 1.8·(1 + 0.07·(T − 21))).
    Raises: OutOfRange.
    Source: common practice, twice the feed and more in heat.

    >>> round(water_drunk_ml(104.3, 30))
    306
    """
    require_range("temperature", temperature_c, COLDEST_C, HOTTEST_C, "°C")
    return feed_g * max(1.6, 1.8 * (1 + 0.07 * (temperature_c - 21)))


@dataclass(frozen=True)
class CarriedWater:
    """Water carried to a flock in a day, litres: at least, and at most where heat may make them drink more."""

    least_l: float
    most_l: float

    @property
    def words(self) -> Phrase:
        """The two, or the one where they are alike."""
        if self.most_l == self.least_l:
            return phrase("{least}", least=Quantity(self.least_l, "L"))
        return phrase("{least} to {most}", least=Quantity(self.least_l, "L"), most=Quantity(self.most_l, "L"))


def carried_water(flock: Flock, day: int, temperature_c: float, drink: Drink, birds: float) -> CarriedWater:
    """Work out what is carried to some birds of a flock on a day, spillage included.

    Args: flock; day of age, 0 to 827; temperature_c, −10 to 40; drink, what they drink from; birds, 0 or more.
    Returns: the CarriedWater.
    Raises: OutOfRange.
    Source: as water_drunk_ml; spillage and heat as SPILLAGE and IN_HEAT.

    >>> [round(litres, 1) for litres in vars(carried_water(broilers(), 49, 32.0, Drink.OPEN, 30)).values()]
    [21.6, 43.3]
    """
    each = water_drunk_ml(strain_feed_g(flock.strain, max(day, 0.5), temperature_c), temperature_c) / 1000
    near = flock.strain.kind == "broiler" and day >= flock.leaving_day - FINISH_DAYS
    least = each * SPILLAGE[drink] * birds
    return CarriedWater(least, least * IN_HEAT if near and temperature_c >= HEAT_C else least)


@lru_cache(maxsize=64)
def hottest_water(flock: Flock, hottest_c: float, drink: Drink) -> CarriedWater:
    """Work out what is carried to a whole flock on the hottest day there is, at the age it drinks most.

    Args: flock, every bird placed; hottest_c, −10 to 40; drink, what they drink from.
    Returns: the CarriedWater.
    Raises: OutOfRange.
    Source: as carried_water.

    >>> hottest_water(broilers(), 32.0, Drink.NIPPLE).words.text("metric")
    '16.2 L to 32.5 L'
    """
    days = range(flock.out_day, flock.leaving_day + 1)
    return max(
        (carried_water(flock, day, hottest_c, drink, flock.placed) for day in days),
        key=lambda one: (one.most_l, one.least_l),
    )


def strain_feed_g(strain: Strain, day: float, temperature_c: float) -> float:
    """What one bird of a strain eats on a day of age.

    Args: strain; day, age in days, 0.5 to 827.5; temperature_c, −10 to 40.
    Returns: g/day.
    Raises: OutOfRange.
    Source: as grower_feed_g; once a hen lays, as hen_feed_g.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> round(strain_feed_g(load_catalogue().strains["broiler-fast"], 42, 21), 1)
    168.3
    """
    if strain.lays and day >= strain.lay_from_day:
        eggs = egg_mass_g(strain, day)
        return hen_feed_g(mass_kg(strain, day), gain_g(strain, day), eggs, temperature_c)
    return grower_feed_g(mass_kg(strain, day), gain_g(strain, day), temperature_c, strain.feed_energy_kcal_g)


def conversion(strain: Strain, to_day: int, temperature_c: float = 21.0) -> float:
    """Feed conversion ratio from hatch to a day: all feed eaten over the final mass.

    Args: strain; to_day, 1 to 827; temperature_c, −10 to 40, held throughout.
    Returns: kg of feed per kg of bird.
    Raises: OutOfRange.
    Source: sum of strain_feed_g at t = ½ … D − ½.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> round(conversion(load_catalogue().strains["broiler-fast"], 56), 2)
    2.24
    """
    eaten = sum(strain_feed_g(strain, day + 0.5, temperature_c) for day in range(to_day))
    return eaten / 1000 / mass_kg(strain, to_day)
