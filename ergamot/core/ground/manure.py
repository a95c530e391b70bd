"""What birds leave on a field over the year: nitrogen by stop and as a mean, the rest by their shares of it, its worth."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

import shapely

from ergamot.core.ground.field import Field
from ergamot.core.ground.ledger import NITROGEN_DAYS, Visit

M2_A_HECTARE = 10_000.0


@dataclass(frozen=True)
class Shares:
    """Phosphorus and potassium of droppings, kg for each kg of nitrogen, as elements."""

    phosphorus: float
    potassium: float


# ASAE D384.2 (2005), table 1: excreted by a finished broiler N 53, P 16, K 31 g; a finished turkey hen N 260, P 74,
# K 110 g; a layer in a day N 1.6, P 0.48, K 0.58 g. A bantam as a layer.
SHARES = {
    "broiler": Shares(16 / 53, 31 / 53),
    "turkey": Shares(74 / 260, 110 / 260),
    "hen": Shares(0.48 / 1.6, 0.58 / 1.6),
    "bantam": Shares(0.48 / 1.6, 0.58 / 1.6),
}


@dataclass(frozen=True)
class Worth:
    """What a kg of each is worth on this farm, in its own money."""

    nitrogen: float
    phosphorus: float
    potassium: float


@dataclass(frozen=True)
class Manure:
    """What a field got in a year, kg, as a mean over the whole of it, kg N/ha, and what it is worth."""

    nitrogen_kg: float
    phosphorus_kg: float
    potassium_kg: float
    mean_kg_ha: float
    worth: float


def manure(field: Field, visits: Sequence[Visit], kinds: dict[int, str], until: date, worth: Worth) -> Manure:
    """What a field got in the year before a day.

    Args: field; visits, to it; kinds, the kind of bird of each pen, a hen where it is not known; until, a day; worth.
    Returns: the Manure: every visit by its own ground, of a stay that goes on past the day the days before it.
    Source: Directive 91/676/EEC counts by the year; ASAE D384.2.

    >>> from ergamot.core.ground.field import rectangle
    >>> place = ((0.0, 0.0), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0))
    >>> day = date(2026, 6, 1)
    >>> one = Visit(1, day, date(2026, 6, 2), place, 1.0, 0.3, 100.0, day)
    >>> got = manure(rectangle(40, 25, 0), [one], {1: "hen"}, date(2026, 7, 1), Worth(1.0, 2.0, 1.0))
    >>> round(got.nitrogen_kg, 3), round(got.mean_kg_ha, 3), round(got.phosphorus_kg, 3)
    (1.0, 10.0, 0.3)
    """
    by_kind = dict.fromkeys(SHARES, 0.0)
    for one in visits:
        if one.day < until and (until - one.left).days < NITROGEN_DAYS:
            whole = max(1, (one.left - one.day).days)
            part = min(whole, max(1, (until - one.day).days)) / whole
            area = float(shapely.Polygon(one.corners).area)
            by_kind[kinds.get(one.pen, "hen")] += part * one.nitrogen_kg_ha * area / M2_A_HECTARE
    nitrogen = sum(by_kind.values())
    phosphorus = sum(kg * SHARES[kind].phosphorus for kind, kg in by_kind.items())
    potassium = sum(kg * SHARES[kind].potassium for kind, kg in by_kind.items())
    return Manure(
        nitrogen,
        phosphorus,
        potassium,
        nitrogen / field.area_m2 * M2_A_HECTARE,
        nitrogen * worth.nitrogen + phosphorus * worth.phosphorus + potassium * worth.potassium,
    )
