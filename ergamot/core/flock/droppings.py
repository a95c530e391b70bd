"""What the birds leave on the grass: nitrogen and fresh droppings."""

from __future__ import annotations

from ergamot.core.catalogue import Catalogue, FloorNeed, Strain
from ergamot.core.flock.growth import gain_g
from ergamot.core.flock.intake import strain_feed_g
from ergamot.core.flock.lay import egg_mass_g

NITROGEN_PER_GAIN = 0.029  # g N kept per g of gain; body protein about 18 %
NITROGEN_PER_EGG = 0.0183  # g N per g of egg
PROTEIN_PER_NITROGEN = 6.25  # Kjeldahl factor


def nitrogen_g(feed_g: float, protein: float, gain: float, egg_mass: float = 0.0) -> float:
    """Nitrogen one bird leaves in a day.

    Args: feed_g, eaten, g/day; protein, share of crude protein, 0 to 1; gain, g/day; egg_mass, g/day.
    Returns: g/day: feed·CP/6.25 − 0.029·gain − 0.0183·egg mass.
    Source: mass balance; ASAE D384.2.

    >>> round(nitrogen_g(168.3, 0.20, 67.98), 2)
    3.41
    """
    return feed_g * protein / PROTEIN_PER_NITROGEN - NITROGEN_PER_GAIN * gain - NITROGEN_PER_EGG * egg_mass


def protein_on(catalogue: Catalogue, kind: str, day: float) -> float:
    """Crude protein of the feed a kind of bird is given at an age.

    Args: catalogue; kind, such as broiler; day, age in days, 0 or more.
    Returns: share, 0 to 1.
    Source: stages in the catalogue.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> protein_on(load_catalogue(), "broiler", 30)
    0.2
    """
    stages = [s for s in catalogue.protein_stages if s.kind == kind and s.from_day <= day]
    return max(stages, key=lambda stage: stage.from_day).protein


def strain_nitrogen_g(catalogue: Catalogue, strain: Strain, day: float, temperature_c: float) -> float:
    """Nitrogen one bird of a strain leaves on a day of age, on staged feed.

    Args: catalogue; strain; day, age in days, 0.5 to 827.5; temperature_c, −10 to 40.
    Returns: g/day, never below 0.
    Raises: OutOfRange.
    Source: as nitrogen_g.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> c = load_catalogue()
    >>> 2 < strain_nitrogen_g(c, c.strains["broiler-fast"], 42, 21) < 3.5
    True
    """
    feed, eggs = strain_feed_g(strain, day, temperature_c), egg_mass_g(strain, day)
    return max(0.0, nitrogen_g(feed, protein_on(catalogue, strain.kind, day), gain_g(strain, day), eggs))


def fresh_droppings_kg(need: FloorNeed, feed_g: float) -> float:
    """Fresh droppings of one bird in a day.

    Args: need, the row of its kind; feed_g, eaten, g/day.
    Returns: kg/day: 1.0 × feed for meat birds, 0.8 × for hens.
    Source: common practice; ASAE D384.2.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> fresh_droppings_kg(load_catalogue().floor_needs["broiler"], 168.0)
    0.168
    """
    return need.dropping_share * feed_g / 1000
