"""Everything a keeper asks of the wind: states, headings, when to act, what to tie it with, what goes first."""

from __future__ import annotations

from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import require_range
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.farm.season import in_season
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.mass import mass
from ergamot.core.frame.structure import Structure
from ergamot.core.weather.anchors import Anchorage, ballast_kg, fewest
from ergamot.core.weather.holding import SURE, parked
from ergamot.core.weather.leaves import Leaf, leaves
from ergamot.core.weather.states import WindState, states
from ergamot.core.weather.threshold import thresholds
from ergamot.core.weather.verdict import Headings, headings

FORECAST_SPARE = 1.25  # judgement: a gust may be a quarter over its forecast


@dataclass(frozen=True)
class WindChart:
    """A pen in the wind. Gusts in m/s at 10 m; `tyings` for each kind of anchor, without those and the ballast it has."""

    states: tuple[WindState, ...]
    headings: Headings
    act_ms: float
    tyings: tuple[Anchorage, ...]
    ballast_kg: float
    leaves: tuple[Leaf, ...]


def wind_chart(catalogue: Catalogue, structure: Structure, flock: Flock, farm: FarmConditions) -> WindChart:
    """The pen's own wind chart.

    Args: catalogue; structure; flock; farm, with its design gust and holding ground.
    Returns: the WindChart.
    Raises: OutOfRange.
    Source: as `states`, `fewest`, `ballast_kg` and `leaves`.

    >>> wind_chart(c, pen(), broilers(), farm()).states[0].key
    'parked'
    """
    stands = states(structure, flock, in_season(flock, farm))
    base = stands[0]
    loose = parked(structure, mass(structure), farm.holding_ground, tied=False)
    bare = thresholds(base.stable.loads, loose, base.stable.factor)
    gust = farm.design_gust_ms
    return WindChart(
        states=stands,
        headings=headings(base.stands),
        act_ms=base.stands.poor.worst.least / FORECAST_SPARE,
        tyings=fewest(bare, gust, catalogue.anchors.values(), farm.holding_ground, structure.contacts, SURE),
        ballast_kg=ballast_kg(bare, gust),
        leaves=leaves(structure, base.stable, gust),
    )


def heading_for(direction_deg: float, wind_from_deg: float) -> float:
    """Which way the front should point so that the wind comes from a side of the pen.

    Args: direction_deg, the side: 0 the front, turning towards the left; wind_from_deg, compass, 0 to 360.
    Returns: compass degrees of the front.
    Raises: OutOfRange.
    Source: geometry: the left of a pen that faces north is west.

    >>> heading_for(0.0, 270.0), heading_for(90.0, 270.0)
    (270.0, 0.0)
    """
    require_range("wind_from_deg", wind_from_deg, 0, 360, "°")
    return (wind_from_deg + direction_deg) % 360
