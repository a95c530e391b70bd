"""Sticks and tubes as sold, and the wood they are of."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal
from typing import Annotated

from ergamot.core.catalogue.columns import PRICE, Among, Row, Within, same_number
from ergamot.core.catalogue.kinds import Made, Treated, Use
from ergamot.core.errors import OutOfRange

AS_SOLD_MM = 0.6  # a stick no more than this over its board's length is the board itself; judgement: nobody saws to less


@dataclass(frozen=True)
class Section(Row):
    """A stick as sold: actual size, the lengths it is sold in and what each costs.

    `use` is frame, small, tube or box; `kg_m` is given for tube, whose size is its outside diameter, and for a steel box,
    hollow and four-sided.
    """

    FIXED = ("use", "made")

    key: str
    label: str
    use: Annotated[Use, Among((Use.FRAME, Use.SMALL, Use.TUBE, Use.BOX))]
    made: Annotated[Made, Among(tuple(Made))]
    thick_mm: Annotated[float, Within(5, 300)]
    deep_mm: Annotated[float, Within(8, 400)]
    kg_m: Annotated[float | None, Within(0.02, 50)]
    stock_mm: Annotated[tuple[float, ...], Within(300, 15_000, "lengths sold")]
    prices: Annotated[tuple[Decimal, ...], PRICE]
    source: str

    def check(self) -> None:
        same_number("prices", self.stock_mm, self.prices, "stock_mm")
        if self.use is Use.TUBE and (self.kg_m is None or self.thick_mm != self.deep_mm):
            name = "kg_m" if self.kg_m is None else "deep_mm"
            raise OutOfRange(
                name, getattr(self, name) or "", "given for tube, which is as thick as it is deep"
            )
        if self.use is Use.BOX and self.kg_m is None:
            raise OutOfRange("kg_m", "", "given for a steel box")
        if (self.use in (Use.TUBE, Use.BOX)) == (self.made is Made.WOOD):
            raise OutOfRange(
                "made", self.made, "steel or plastic for tube, steel for a box, wood for all else"
            )
        if self.use is Use.BOX and self.made is not Made.STEEL:
            raise OutOfRange("made", self.made, "steel for a box: it is welded")

    @classmethod
    def filled(cls, cells: Mapping[str, str]) -> Mapping[str, str]:
        hollow = cells.get("use") in (Use.TUBE, Use.BOX)
        plastic = cells.get("key", "").startswith("pvc")  # as tubes were told apart before
        return {"made": (Made.PLASTIC if plastic else Made.STEEL) if hollow else Made.WOOD, **cells}

    @property
    def longest_mm(self) -> float:
        return max(self.stock_mm)

    def sold_for(self, mm: float) -> bool:
        """Is a board of it sold that a stick of such a length comes from, or is?"""
        return mm <= self.longest_mm + AS_SOLD_MM

    @property
    def welded(self) -> bool:
        """Is it steel that is welded to its like?"""
        return self.use is Use.BOX

    def serves(self, uses: tuple[Use, ...]) -> bool:
        plastic = self.use is Use.TUBE and self.made is Made.PLASTIC
        return self.use in uses or (plastic and Use.PIPE in uses)


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
    treated: Annotated[Treated, Among(tuple(Treated))]
    outdoors: str
    source: str

    @classmethod
    def filled(cls, cells: Mapping[str, str]) -> Mapping[str, str]:
        """A row kept before it was told whether wood is treated says so in its name."""
        named = f"{cells.get('key', '')} {cells.get('label', '')}".lower()
        return {
            "treated": Treated.YES if "treated" in named and "untreated" not in named else Treated.NO,
            **cells,
        }
