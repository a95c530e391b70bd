"""Rows about birds: how a strain grows, what a kind needs, what its feed holds."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import pairwise
from typing import Annotated

from ergamot.core.catalogue.columns import Among, Row, Within
from ergamot.core.errors import OutOfRange

RANGE_M2 = "4"  # a hen's; (EU) 2020/464
NIGHT_SHARE = 0.37  # of a hen's floor, in a house she ranges from; (EU) 2020/464 over a judgement
LEAST_NEST_MM = 100.0
BIRDS = Among(("broiler", "turkey", "hen", "bantam"))


@dataclass(frozen=True)
class Strain(Row):
    """A strain's growth on pasture (Gompertz) and the days it goes out and leaves."""

    key: str
    label: str
    kind: Annotated[str, BIRDS]
    m0_kg: Annotated[float, Within(0.01, 0.2, "mass at hatch")]
    a_kg: Annotated[float, Within(0.2, 40, "mass full grown")]
    k_day: Annotated[float, Within(0.005, 0.1, "speed of growth, a day")]
    to_grass_day: Annotated[int, Within(1, 120)]
    leaves_from_day: Annotated[int, Within(2, 750)]
    leaves_to_day: Annotated[int, Within(2, 750)]
    feed_energy_kcal_g: Annotated[float, Within(1, 5, "feed energy, kcal/g")]
    mortality: Annotated[float, Within(0, 0.9, "lost, share")]
    head_room_m: Annotated[float, Within(0.1, 2)]
    lay_from_day: Annotated[int, Within(0, 400)]
    lay_peak: Annotated[float, Within(0, 1, "most eggs a day, share")]
    egg_kg: Annotated[float, Within(0, 0.2)]
    source: str

    def check(self) -> None:
        if self.m0_kg >= self.a_kg:
            raise OutOfRange("m0_kg", self.m0_kg, f"under {self.a_kg:g} kg, the mass full grown")
        if self.leaves_from_day <= self.to_grass_day:
            raise OutOfRange(
                "leaves_from_day", self.leaves_from_day, f"after day {self.to_grass_day}, when they go out"
            )
        if self.leaves_to_day < self.leaves_from_day:
            raise OutOfRange("leaves_to_day", self.leaves_to_day, f"day {self.leaves_from_day} or later")
        if self.lay_from_day and not (self.lay_peak and self.egg_kg):
            name = "egg_kg" if self.lay_peak else "lay_peak"
            raise OutOfRange(name, getattr(self, name), "above 0 for birds that lay")

    @property
    def lays(self) -> bool:
        return self.lay_from_day > 0


@dataclass(frozen=True)
class FloorNeed(Row):
    """Finish floor need of a kind of bird, and how hard it is on the grass."""

    kind: Annotated[str, BIRDS]
    finish_kg: Annotated[float, Within(0.1, 40)]
    tight_m2: Annotated[float, Within(0.01, 10)]
    good_m2: Annotated[float, Within(0.01, 15)]
    roomy_m2: Annotated[float, Within(0.01, 20)]
    night_tight_m2: Annotated[float, Within(0.01, 10, "tight floor by night only")]
    night_good_m2: Annotated[float, Within(0.01, 15, "good floor by night only")]
    night_roomy_m2: Annotated[float, Within(0.01, 20, "roomy floor by night only")]
    range_m2: Annotated[float, Within(0.1, 100, "ground to range over")]
    wear_share: Annotated[float, Within(0.01, 5, "wear of grass, a 2 kg hen is 1")]
    dropping_share: Annotated[float, Within(0.1, 3, "droppings to feed")]
    cover_limit_kg_m2: Annotated[float, Within(0.05, 10, "most droppings")]
    roost_m: Annotated[float, Within(0, 1)]
    birds_per_nest: Annotated[float, Within(0, 100)]
    nest_mm: Annotated[float, Within(0, 800)]
    feeder_edge_m: Annotated[float, Within(0.005, 1, "edge of a trough")]
    round_edge_m: Annotated[float, Within(0.005, 1, "edge of a round feeder")]
    floor_head_m: Annotated[float, Within(0.1, 2, "head room over floor that counts")]
    birds_per_drinker: Annotated[float, Within(1, 200)]
    source: str

    def check(self) -> None:
        for when in ("", "night_"):
            for less, more in pairwise(f"{when}{how}_m2" for how in ("tight", "good", "roomy")):
                if getattr(self, more) < getattr(self, less):
                    told = "tight, good and roomy, each at least the one before"
                    raise OutOfRange(more, getattr(self, more), told)
        if self.birds_per_nest and self.nest_mm < LEAST_NEST_MM:
            raise OutOfRange("nest_mm", self.nest_mm, f"at least {LEAST_NEST_MM:g} where nests are asked for")

    @classmethod
    def filled(cls, cells: Mapping[str, str]) -> Mapping[str, str]:
        """A row kept before there were houses that birds range from: by night a bird needs what a hen does of her day."""
        if "night_good_m2" in cells:
            return {"range_m2": RANGE_M2, **cells}
        night = {
            f"night_{how}_m2": f"{max(0.01, NIGHT_SHARE * float(cells[f'{how}_m2'])):.3g}"
            for how in ("tight", "good", "roomy")
        }
        return {"range_m2": RANGE_M2, **cells, **night}

    @cached_property
    def at_night(self) -> FloorNeed:
        """What a bird needs of a house it only sleeps in."""
        return replace(
            self, tight_m2=self.night_tight_m2, good_m2=self.night_good_m2, roomy_m2=self.night_roomy_m2
        )

    def edge_m(self, is_round: bool) -> float:
        """Feeding edge a bird needs: round a feeder they stand like spokes, closer at the edge than along a trough."""
        return self.round_edge_m if is_round else self.feeder_edge_m


@dataclass(frozen=True)
class ProteinStage(Row):
    """Crude protein of the feed from a day of age on, as a share."""

    kind: str
    from_day: int
    protein: float
    source: str
