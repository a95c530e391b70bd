"""What the inside of a pen offers a flock against what it needs: roost, nests, feed and water."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ergamot.core.catalogue import FloorNeed
from ergamot.core.finding import Phrase, phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.structure import Room
from ergamot.core.units import Quantity


@dataclass(frozen=True)
class Provision:
    """One thing the birds need, how much of it there is, in `unit`; counts have none."""

    name: str
    has: float
    needs: float
    unit: str
    source: str

    @property
    def lacks(self) -> float:
        return max(0.0, self.needs - self.has)

    @property
    def words(self) -> Phrase:
        """Has and needs in words, and what is lacking."""
        figures = {"has": self._quantity(self.has), "needs": self._quantity(self.needs)}
        if self.lacks <= 1e-9:
            return phrase(f"{self.name}: {{has}}, needs {{needs}}", **figures)
        return phrase(
            f"{self.name}: {{has}}, needs {{needs}}, lacks {{lacks}}",
            lacks=self._quantity(self.lacks),
            **figures,
        )

    def _quantity(self, amount: float) -> Quantity:
        return Quantity(amount * 1000, "about") if self.unit == "m" else Quantity(amount, self.unit)


def provisions(flock: Flock, need: FloorNeed, room: Room) -> tuple[Provision, ...]:
    """Has against needs for every bird placed.

    Args: flock; need, the row of its kind; room, what the pen offers.
    Returns: roost, nests, feeding edge and drinking points, those a kind has no use for left out.
    Source: the catalogue's floor needs.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> c = load_catalogue()
    >>> f = Flock(c.strains["layer-hybrid"], 12, date(2026, 1, 1), date(2026, 5, 1), date(2026, 9, 1))
    >>> [(p.name, p.needs) for p in provisions(f, c.floor_needs["hen"], Room(nests=2))][:2]
    [('roost', 2.4), ('nests', 3.0)]
    """
    birds = flock.placed
    wanted = [
        Provision("roost", room.roost_m, round(birds * need.roost_m, 2), "m", need.source),
        Provision("nests", room.nests, _whole(birds, need.birds_per_nest), "", need.source),
        Provision(
            "feeding edge",
            room.feeder_edge_m,
            round(birds * need.edge_m(room.feeder_round), 2),
            "m",
            need.source,
        ),
        Provision(
            "drinking points", room.drinker_points, _whole(birds, need.birds_per_drinker), "", need.source
        ),
    ]
    lays = flock.strain.lays and flock.leaving_day >= flock.strain.lay_from_day
    return tuple(one for one in wanted if one.needs > 0 and (one.name != "nests" or lays))


def _whole(birds: int, each: float) -> float:
    return float(math.ceil(birds / each)) if each else 0.0
