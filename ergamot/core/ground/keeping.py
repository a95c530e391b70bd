"""How a keeper wants a field kept: its limits, the rest it gets, who grazes it besides."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from ergamot.core.errors import require_range
from ergamot.core.ground.climate import Climate
from ergamot.core.ground.rest import LEAST_DAYS
from ergamot.core.ground.stay import STRIP_NITROGEN_KG_HA

MEAN_NITROGEN_KG_HA = 170.0  # of a whole field in a year; Directive 91/676/EEC, annex III
MOST_REST_DAYS = 365
MOST_GRAZERS_DAYS = 30


@dataclass(frozen=True)
class Keeping:
    """The most nitrogen of a strip and of the whole field in a year, kg/ha; the least days a stop rests, for parasites;
    grazers that come so many days ahead of the pens (below 0: behind them) and what they leave on each visit, kg N/ha."""

    strip_kg_ha: float = STRIP_NITROGEN_KG_HA
    mean_kg_ha: float = MEAN_NITROGEN_KG_HA
    least_rest: int = LEAST_DAYS
    grazers_days: int = 0
    grazers_kg_ha: float = 0.0

    def ready_on(self, climate: Climate, left: date) -> date:
        """The day the pens may come back to a place they left: rested, and those before them have had their turn."""
        behind, ahead = max(0, -self.grazers_days), max(0, self.grazers_days)
        return climate.ready_on(left + timedelta(days=behind), self.least_rest) + timedelta(days=ahead)


def make_keeping(
    strip_kg_ha: float = STRIP_NITROGEN_KG_HA,
    mean_kg_ha: float = MEAN_NITROGEN_KG_HA,
    least_rest: int = LEAST_DAYS,
    grazers_days: int = 0,
    grazers_kg_ha: float = 0.0,
) -> Keeping:
    """Check how a field is to be kept.

    Args: strip_kg_ha and mean_kg_ha, 10 to 1000; least_rest, 21 to 365 days; grazers_days, −30 to 30, 0 for none;
        grazers_kg_ha, 0 to 250.
    Returns: the Keeping.
    Raises: OutOfRange.
    Source: Directive 91/676/EEC; common practice.

    >>> make_keeping(least_rest=60).least_rest
    60
    """
    require_range("strip_kg_ha", strip_kg_ha, 10, 1000, "kg/ha")
    require_range("mean_kg_ha", mean_kg_ha, 10, 1000, "kg/ha")
    require_range("least_rest", least_rest, LEAST_DAYS, MOST_REST_DAYS, "days")
    require_range("grazers_days", grazers_days, -MOST_GRAZERS_DAYS, MOST_GRAZERS_DAYS, "days")
    require_range("grazers_kg_ha", grazers_kg_ha, 0, STRIP_NITROGEN_KG_HA, "kg/ha")
    return Keeping(strip_kg_ha, mean_kg_ha, int(least_rest), int(grazers_days), grazers_kg_ha)
