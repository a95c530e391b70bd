"""The kinds of row the catalogue holds, each frozen and checked as it is made."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, fields
from decimal import Decimal
from typing import TypeVar

from ergamot.core.errors import OutOfRange, UnknownChoice

RowT = TypeVar("RowT")

STEEL_KG_M3 = 7850.0  # EN 1991-1-1 table A.4


@dataclass(frozen=True)
class Row:
    """A catalogue row: figures must be positive (shares may be 0), and a source must be given."""

    def __post_init__(self) -> None:
        for column in fields(self):
            value = getattr(self, column.name)
            if column.name == "source" and not str(value).strip():
                raise OutOfRange("source", value, "given for every row")
            if isinstance(value, float) and not (math.isfinite(value) and value >= 0):
                raise OutOfRange(column.name, value, "a figure of 0 or more")


@dataclass(frozen=True)
class Strain(Row):
    """A strain's growth on pasture (Gompertz) and the days it goes out and leaves."""

    key: str
    label: str
    kind: str
    m0_kg: float
    a_kg: float
    k_day: float
    to_grass_day: int
    leaves_from_day: int
    leaves_to_day: int
    feed_energy_kcal_g: float
    mortality: float
    head_room_m: float
    lay_from_day: int
    lay_peak: float
    egg_kg: float
    source: str

    @property
    def lays(self) -> bool:
        return self.lay_from_day > 0


@dataclass(frozen=True)
class FloorNeed(Row):
    """Finish floor need of a kind of bird, and how hard it is on the grass."""

    kind: str
    finish_kg: float
    tight_m2: float
    good_m2: float
    roomy_m2: float
    wear_share: float
    dropping_share: float
    cover_limit_kg_m2: float
    roost_m: float
    birds_per_nest: float
    nest_mm: float
    feeder_edge_m: float
    birds_per_drinker: float
    source: str


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
    use: str
    thick_mm: float
    deep_mm: float
    kg_m: float | None
    stock_mm: tuple[float, ...]
    prices: tuple[Decimal, ...]
    source: str

    @property
    def longest_mm(self) -> float:
        return max(self.stock_mm)


@dataclass(frozen=True)
class Species(Row):
    """Density air-dry, how much heavier it leaves the yard, bending value and stiffness (No. 2, before factors)."""

    key: str
    label: str
    density_kg_m3: float
    fresh_factor: float
    fb_mpa: float
    e_gpa: float
    price_factor: Decimal
    outdoors: str
    source: str


@dataclass(frozen=True)
class Sheet(Row):
    """A roof or wall sheet; `use` is roof or wall; spans in m between supports."""

    key: str
    label: str
    use: str
    kg_m2: float
    purlin_span_m: float
    cover_width_m: float
    lengths_m: tuple[float, ...]
    price: tuple[Decimal, ...]
    service_years: int
    note: str
    source: str


@dataclass(frozen=True)
class Mesh(Row):
    """Wire mesh; pitch centre to centre. Welded mesh has its mass and solidity worked out."""

    key: str
    label: str
    pitch_x_mm: float
    pitch_y_mm: float
    wire_mm: float
    kg_m2: float | None
    solidity: float | None
    roll_width_mm: tuple[float, ...]
    roll_length_m: float
    price: tuple[Decimal, ...]
    resists: str
    source: str

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
    length_mm: float
    width_mm: float
    pitch_mm: float
    cross_pitch_mm: float
    wire_mm: float
    kg: float
    price: Decimal
    source: str

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

    `use` is feeder or drinker; `edge_m` is feeding edge, `points` drinking points.
    """

    key: str
    label: str
    use: str
    kg: float
    holds_kg: float
    edge_m: float
    points: int
    price: Decimal
    source: str


@dataclass(frozen=True)
class Wheel(Row):
    """A wheel as sold."""

    key: str
    label: str
    diameter_mm: float
    width_mm: float
    bore_mm: float
    kg: float
    rated_kg: float
    price: Decimal
    tyre: str
    source: str


@dataclass(frozen=True)
class Ground(Row):
    """A state of the ground: cone index, and friction of a skid for holding and for pulling."""

    key: str
    label: str
    cone_index_kpa: float
    holding_mu: float
    pulling_mu: float
    first_pull: float
    anchor_factor: float
    source: str


@dataclass(frozen=True)
class Person(Row):
    """Guideline forces for one person, N, by the height of the hands, close to the body."""

    key: str
    label: str
    lift_low_n: float
    lift_knee_n: float
    lift_waist_n: float
    lift_chest_n: float
    push_start_n: float
    push_keep_n: float
    source: str


@dataclass(frozen=True)
class Crew(Row):
    """Who moves the pen: keys of the people who do it together, or a vehicle's pull and load on its hitch, N."""

    key: str
    label: str
    people: tuple[str, ...]
    drawbar_n: float
    hitch_n: float
    source: str


@dataclass(frozen=True)
class Exposure(Row):
    """How open the land around the pen is: its roughness length."""

    key: str
    label: str
    roughness_m: float
    source: str


@dataclass(frozen=True)
class Hardware(Row):
    """Screws, hinges and the like: mass of one, price of a pack, how many in a pack."""

    key: str
    label: str
    kg: float
    price: Decimal
    pack: int
    source: str


@dataclass(frozen=True)
class Anchor(Row):
    """Something to tie a pen to: its working hold in firm soil, N."""

    key: str
    label: str
    hold_n: float
    kg: float
    price: Decimal
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
