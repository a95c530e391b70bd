"""The kinds of row the catalogue holds, each frozen and checked as it is made."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal
from typing import Annotated, TypeVar

from ergamot.core.catalogue.columns import Among, Row, Within, same_number
from ergamot.core.errors import OutOfRange, UnknownChoice

RowT = TypeVar("RowT")

STEEL_KG_M3 = 7850.0  # EN 1991-1-1 table A.4


LEAST_NEST_MM = 100.0
MOST_PEOPLE = 3  # HSE L23 gives no share for more
PRICE = Within(0.01, 10_000)
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
        if not self.tight_m2 <= self.good_m2 <= self.roomy_m2:
            name = "good_m2" if self.good_m2 < self.tight_m2 else "roomy_m2"
            raise OutOfRange(name, getattr(self, name), "tight, good and roomy, each at least the one before")
        if self.birds_per_nest and self.nest_mm < LEAST_NEST_MM:
            raise OutOfRange("nest_mm", self.nest_mm, f"at least {LEAST_NEST_MM:g} where nests are asked for")

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


@dataclass(frozen=True)
class Section(Row):
    """A stick as sold: actual size, the lengths it is sold in and what each costs.

    `use` is frame, small or tube; `kg_m` is given for tube, whose size is its outside diameter.
    """

    key: str
    label: str
    use: Annotated[str, Among(("frame", "small", "tube"))]
    thick_mm: Annotated[float, Within(5, 300)]
    deep_mm: Annotated[float, Within(8, 400)]
    kg_m: Annotated[float | None, Within(0.02, 50)]
    stock_mm: Annotated[tuple[float, ...], Within(300, 15_000, "lengths sold")]
    prices: Annotated[tuple[Decimal, ...], PRICE]
    source: str

    def check(self) -> None:
        same_number("prices", self.stock_mm, self.prices, "stock_mm")
        if self.use == "tube" and (self.kg_m is None or self.thick_mm != self.deep_mm):
            name = "kg_m" if self.kg_m is None else "deep_mm"
            raise OutOfRange(
                name, getattr(self, name) or "", "given for tube, which is as thick as it is deep"
            )

    @property
    def longest_mm(self) -> float:
        return max(self.stock_mm)


@dataclass(frozen=True)
class Species(Row):
    """Density air-dry, how much heavier it leaves the yard, bending value and stiffness (No. 2, before factors)."""

    key: str
    label: str
    density_kg_m3: Annotated[float, Within(100, 1500)]
    fresh_factor: Annotated[float, Within(1, 2, "fresh to dry")]
    fb_mpa: Annotated[float, Within(0.5, 60, "bending value")]
    e_gpa: Annotated[float, Within(0.5, 40, "stiffness")]
    price_factor: Annotated[Decimal, Within(0.05, 50)]
    outdoors: str
    source: str


@dataclass(frozen=True)
class Sheet(Row):
    """A roof or wall sheet; `use` is roof or wall; spans in m between supports."""

    key: str
    label: str
    use: Annotated[str, Among(("roof", "wall", "floor", "tarp", "slats", "window"), many=True)]
    kg_m2: Annotated[float, Within(0.02, 60)]
    purlin_span_m: Annotated[float, Within(0.25, 5, "longest span")]
    cover_width_m: Annotated[float, Within(0.05, 20)]
    lengths_m: Annotated[tuple[float, ...], Within(0.3, 30)]
    price: Annotated[tuple[Decimal, ...], PRICE]
    service_years: Annotated[int, Within(0, 100)]
    note: str
    source: str

    def check(self) -> None:
        same_number("price", self.lengths_m, self.price, "lengths_m")


@dataclass(frozen=True)
class Mesh(Row):
    """Wire mesh; pitch centre to centre. Welded mesh has its mass and solidity worked out."""

    key: str
    label: str
    pitch_x_mm: Annotated[float, Within(3, 300, "pitch along")]
    pitch_y_mm: Annotated[float, Within(3, 300, "pitch across")]
    wire_mm: Annotated[float, Within(0.2, 10)]
    kg_m2: Annotated[float | None, Within(0.02, 20)]
    solidity: Annotated[float | None, Within(0.005, 0.95, "solid share")]
    roll_width_mm: Annotated[tuple[float, ...], Within(100, 4000)]
    roll_length_m: Annotated[float, Within(1, 200)]
    price: Annotated[tuple[Decimal, ...], PRICE]
    resists: str
    source: str

    def check(self) -> None:
        same_number("price", self.roll_width_mm, self.price, "roll_width_mm")
        if self.wire_mm >= min(self.pitch_x_mm, self.pitch_y_mm):
            raise OutOfRange("wire_mm", self.wire_mm, "thinner than the wires are apart")

    @property
    def mass_kg_m2(self) -> float:
        """(π d²/4)·ρ·(1/px + 1/py) for welded mesh; 12.7 mm, 1.04 wire is 1.05 kg/m²."""
        if self.kg_m2 is not None:
            return self.kg_m2
        wire_area = math.pi * (self.wire_mm / 1000) ** 2 / 4
        return wire_area * STEEL_KG_M3 * (1000 / self.pitch_x_mm + 1000 / self.pitch_y_mm)

    @property
    def solid_share(self) -> float:
        """1 − (1 − d/px)(1 − d/py) for welded mesh; 12.7 mm, 1.04 wire is 0.157."""
        if self.solidity is not None:
            return self.solidity
        return 1 - (1 - self.wire_mm / self.pitch_x_mm) * (1 - self.wire_mm / self.pitch_y_mm)


@dataclass(frozen=True)
class WirePanel(Row):
    """A stiff wire panel sold whole; `pitch_mm` apart stand the wires that run its length."""

    key: str
    label: str
    length_mm: Annotated[float, Within(1500, 12_000)]
    width_mm: Annotated[float, Within(300, 4000)]
    pitch_mm: Annotated[float, Within(10, 500)]
    cross_pitch_mm: Annotated[float, Within(10, 500)]
    wire_mm: Annotated[float, Within(1, 15)]
    kg: Annotated[float, Within(0.5, 200)]
    price: Annotated[Decimal, PRICE]
    source: str

    def check(self) -> None:
        if self.wire_mm >= min(self.pitch_mm, self.cross_pitch_mm):
            raise OutOfRange("wire_mm", self.wire_mm, "thinner than the wires are apart")
        if self.pitch_mm >= self.width_mm:
            raise OutOfRange("pitch_mm", self.pitch_mm, f"under {self.width_mm:g}, the panel's width")

    @property
    def kg_m2(self) -> float:
        return self.kg / (self.length_mm * self.width_mm * 1e-6)

    @property
    def solid_share(self) -> float:
        """1 − (1 − d/px)(1 − d/py), as for welded mesh."""
        return 1 - (1 - self.wire_mm / self.pitch_mm) * (1 - self.wire_mm / self.cross_pitch_mm)


@dataclass(frozen=True)
class Container(Row):
    """A feeder or drinker: mass empty, what it holds, and how many birds it serves at once.

    `use` is feeder or drinker; `edge_m` is feeding edge, of a trough or round (a trough where nothing is said);
    `points` drinking points.
    """

    key: str
    label: str
    use: Annotated[str, Among(("feeder", "drinker"))]
    kg: Annotated[float, Within(0.01, 100)]
    holds_kg: Annotated[float, Within(0.1, 500)]
    edge_m: Annotated[float, Within(0, 20)]
    edge: Annotated[str, Among(("trough", "round", ""))]
    points: Annotated[int, Within(0, 200)]
    price: Annotated[Decimal, PRICE]
    source: str

    def check(self) -> None:
        if self.use == "feeder" and not self.edge_m:
            raise OutOfRange("edge_m", self.edge_m, "above 0 for a feeder")
        if self.use == "drinker" and not self.points:
            raise OutOfRange("points", self.points, "1 or more for a drinker")


@dataclass(frozen=True)
class Wheel(Row):
    """A wheel as sold."""

    key: str
    label: str
    diameter_mm: Annotated[float, Within(50, 1500)]
    width_mm: Annotated[float, Within(10, 400)]
    bore_mm: Annotated[float, Within(5, 60)]
    kg: Annotated[float, Within(0.05, 100)]
    rated_kg: Annotated[float, Within(5, 3000)]
    price: Annotated[Decimal, PRICE]
    tyre: str
    source: str

    def check(self) -> None:
        if self.bore_mm > self.diameter_mm / 3:
            raise OutOfRange("bore_mm", self.bore_mm, "at most a third of the wheel")


@dataclass(frozen=True)
class Ground(Row):
    """A state of the ground: cone index, and friction of a skid for holding and for pulling."""

    key: str
    label: str
    cone_index_kpa: Annotated[float, Within(50, 10_000, "cone index")]
    holding_mu: Annotated[float, Within(0.02, 1.5, "friction that holds")]
    pulling_mu: Annotated[float, Within(0.02, 1.5, "friction when pulled")]
    first_pull: Annotated[float, Within(1, 3, "first pull to next")]
    anchor_factor: Annotated[float, Within(0, 2, "hold of anchors to firm soil")]
    source: str


@dataclass(frozen=True)
class Person(Row):
    """Guideline forces for one person, N, by the height of the hands, close to the body."""

    key: str
    label: str
    lift_low_n: Annotated[float, Within(1, 3000)]
    lift_knee_n: Annotated[float, Within(1, 3000)]
    lift_waist_n: Annotated[float, Within(1, 3000)]
    lift_chest_n: Annotated[float, Within(1, 3000)]
    push_start_n: Annotated[float, Within(1, 3000)]
    push_keep_n: Annotated[float, Within(1, 3000)]
    source: str


@dataclass(frozen=True)
class Crew(Row):
    """Who moves the pen: keys of the people who do it together, or a vehicle's pull and load on its hitch, N."""

    key: str
    label: str
    people: tuple[str, ...]
    drawbar_n: Annotated[float, Within(0, 50_000)]
    hitch_n: Annotated[float, Within(0, 20_000)]
    source: str

    def check(self) -> None:
        if bool(self.people) == bool(self.drawbar_n):
            raise OutOfRange(
                "people", " ".join(self.people), "one to three people, or a drawbar's pull, not both"
            )
        if len(self.people) > MOST_PEOPLE:
            raise OutOfRange("people", " ".join(self.people), f"at most {MOST_PEOPLE} together")


@dataclass(frozen=True)
class Exposure(Row):
    """How open the land around the pen is: its roughness length."""

    key: str
    label: str
    roughness_m: Annotated[float, Within(0.003, 1)]
    source: str


@dataclass(frozen=True)
class Hardware(Row):
    """Screws, hinges and the like: mass of one, price of a pack, how many in a pack."""

    key: str
    label: str
    kg: Annotated[float, Within(0.0001, 300)]
    price: Annotated[Decimal, PRICE]
    pack: Annotated[int, Within(1, 10_000)]
    source: str


@dataclass(frozen=True)
class Anchor(Row):
    """Something to tie a pen to: its working hold in firm soil, N."""

    key: str
    label: str
    hold_n: Annotated[float, Within(10, 50_000)]
    kg: Annotated[float, Within(0.05, 100)]
    price: Annotated[Decimal, PRICE]
    source: str


@dataclass(frozen=True)
class Catalogue:
    """Every row by its key. Look one up with `pick`, which names what is on offer when it fails."""

    strains: Mapping[str, Strain]
    floor_needs: Mapping[str, FloorNeed]
    protein_stages: tuple[ProteinStage, ...]
    sections: Mapping[str, Section]
    species: Mapping[str, Species]
    sheets: Mapping[str, Sheet]
    meshes: Mapping[str, Mesh]
    wire_panels: Mapping[str, WirePanel]
    containers: Mapping[str, Container]
    wheels: Mapping[str, Wheel]
    grounds: Mapping[str, Ground]
    people: Mapping[str, Person]
    crews: Mapping[str, Crew]
    exposures: Mapping[str, Exposure]
    hardware: Mapping[str, Hardware]
    anchors: Mapping[str, Anchor]


def pick(rows: Mapping[str, RowT], key: str, field: str) -> RowT:
    """Look a row up by its key.

    Args: rows, one table of the catalogue; key, the row wanted; field, the name used in an error.
    Returns: the row.
    Raises: UnknownChoice when there is no such row.
    Source: common practice.

    >>> pick({"a": 1}, "a", "letter")
    1
    """
    if key not in rows:
        raise UnknownChoice(field, key, tuple(rows))
    return rows[key]
