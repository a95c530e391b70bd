"""What the inside of a pen offers a flock against what it needs: roost, nests, feed and water."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

from ergamot.core.catalogue import Container, FloorNeed
from ergamot.core.catalogue.kinds import Use
from ergamot.core.finding import Phrase, phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.intake import SPILLAGE, hottest_water
from ergamot.core.frame.kinds import Item
from ergamot.core.frame.structure import Room, Structure
from ergamot.core.units import Quantity

LEAST_ROOST = 0.9  # 0.18 of 0.20 m a hen; (EU) 2020/464
LEAST_NESTS = 5 / 7  # one to seven hens where one to five is good; 1999/74/EC article 4
LEAST_SERVED = 0.8  # of feeding edge and drinking points; judgement: they eat and drink in turns


@dataclass(frozen=True)
class Provision:
    """One thing the birds need, how much of it there is, in `unit`; counts have none. `each` is what one of `ware` adds,
    `least_share` how much of what they need will do."""

    name: str
    has: float
    needs: float
    unit: str
    source: str
    ware: str = ""
    each: float = 0.0
    least_share: float = 1.0
    least_source: str = ""

    @property
    def lacks(self) -> float:
        return max(0.0, self.needs - self.has)

    @property
    def lacking(self) -> Phrase:
        """Tell what is lacking, as a sentence of its own."""
        figures = self._lacking
        if not self.has:
            return phrase(f"no {self.name}: needs {{needs}}", needs=figures["needs"])
        return phrase(f"{self.name}: {{has}} of {{needs}}, lacks {{lacks}}", **figures)

    @property
    def words(self) -> Phrase:
        """Has and needs in words, in round figures, and what would make up what is lacking."""
        figures = {"has": self._quantity(self.has), "needs": self._quantity(self.needs)}
        if self.lacks <= 1e-9:
            return phrase(f"{self.name}: {{has}}, and {{needs}} is enough", **figures)
        if self.each:
            more = math.ceil(self.lacks / self.each - 1e-9)
            words = f"{self.name}: {{has}} of {{needs}}; lacks {more} more {{ware}}"
            return phrase(words, ware=self.ware, **figures)
        return phrase(f"{self.name}: {{has}} of {{needs}}, lacks {{lacks}}", **self._lacking)

    @property
    def _lacking(self) -> dict[str, Quantity]:
        """Has, needs and the one less the other, told so that they add up."""
        amounts = {"has": self.has, "needs": self.needs, "lacks": self.lacks}
        if self.unit == "m":
            return {name: Quantity(1000 * amount, "about") for name, amount in amounts.items()}
        return {name: Quantity(amount, self.unit) for name, amount in amounts.items()}

    def _quantity(self, amount: float) -> Quantity:
        return Quantity(amount * 1000, "room") if self.unit == "m" else Quantity(amount, self.unit)


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
        Provision(
            "roost",
            room.roost_m,
            round(birds * need.roost_m, 2),
            "m",
            need.source,
            least_share=LEAST_ROOST,
            least_source="0.18 of 0.20 m: (EU) 2020/464",
        ),
        Provision(
            "nests",
            room.nests,
            _whole(birds, need.birds_per_nest),
            "",
            need.source,
            least_share=LEAST_NESTS,
            least_source="one to seven hens: 1999/74/EC article 4",
        ),
        _served(
            "feeding edge",
            room.feeder_edge_m,
            round(birds * need.edge_m(room.feeder_round), 2),
            "m",
            need,
            room.feeder,
        ),
        _served(
            "drinking points",
            room.drinker_points,
            _whole(birds, need.birds_per_drinker),
            "",
            need,
            room.drinker,
        ),
    ]
    lays = flock.strain.lays and flock.leaving_day >= flock.strain.lay_from_day
    return tuple(one for one in wanted if one.needs > 0 and (one.name != "nests" or lays))


def _whole(birds: int, each: float) -> float:
    return float(math.ceil(birds / each)) if each else 0.0


def _served(
    name: str, has: float, needs: float, unit: str, need: FloorNeed, one: Container | None
) -> Provision:
    """What hangs in the pen serves so many; another of the same would serve more."""
    each = 0.0 if one is None else one.edge_m if unit else float(one.points)
    ware = one.label if one and each else ""
    least = "they eat and drink in turns: a judgement"
    return Provision(name, has, needs, unit, need.source, ware, each, LEAST_SERVED, least)


def told_of_water(flock: Flock, structure: Structure, hottest_c: float) -> Iterator[Phrase]:
    """Tell what is carried to them on the hottest day, what the pen's drinkers hold, and how often they are filled.

    Args: flock; structure; hottest_c, −10 to 40.
    Returns: one Phrase, none where nothing to drink from hangs in it.
    Raises: OutOfRange.
    Source: as `hottest_water`, of every bird placed, at the age it is most.

    >>> next(told_of_water(broilers(), pen(drinkers=2), 32.0)).text("metric")
    'water: 16 L hangs in it; on your hottest day, 32 °C, 21.6 L to 43.3 L are carried: filled 2 to 3 times'
    """
    inside = (one.row for one in structure.hardware if one.item is Item.INSIDE)
    drinkers = [row for row in inside if isinstance(row, Container) and row.use is Use.DRINKER]
    holds = sum(row.holds_kg for row in drinkers)
    if not holds:
        return
    spills = max((row.drink for row in drinkers), key=SPILLAGE.__getitem__)
    water = hottest_water(flock, hottest_c, spills)
    least, most = (math.ceil(litres / holds - 1e-9) for litres in (water.least_l, water.most_l))
    times = f"{least} to {most}" if most > least else f"{most}"
    often = "" if most == 1 else f": filled {times} times"
    yield phrase(
        f"water: {{holds}} hangs in it; on your hottest day, {{hot}}, {{water}} are carried{often}",
        holds=Quantity(holds, "L"),
        hot=Quantity(hottest_c, "degC"),
        water=water.words,
    )
