"""What is bought each or by the metre and weighs at a place: fixings, fittings, wheels, feeders, anchors."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal
from typing import Annotated

from ergamot.core.catalogue.columns import PRICE, Among, Row, Within
from ergamot.core.catalogue.kinds import PIPE_FITTINGS, Aisle, Drink, Edge, Fitting, Sold, Steel, Use
from ergamot.core.errors import OutOfRange

SCREW_HOLDS_N = "600"  # about a No. 10 screw in softwood, across its shank; NDS 2018 table 12L
# What some kinds of hardware cannot be used without, and those sold by the metre
ASKED_OF_FITTINGS: Mapping[Fitting, tuple[str, ...]] = {
    Fitting.SCREW: ("length_mm", "hold_n"),
    Fitting.BOLT: ("length_mm",),
    Fitting.ROD: ("diameter_mm", "bore_mm", "steel"),
    Fitting.HINGE: ("hold_n",),
    Fitting.LATCH: ("hold_n",),
    **dict.fromkeys(PIPE_FITTINGS, ("bore_mm", "length_mm", "stop_mm")),
}
MOST_KG = {Aisle.FIXINGS: 1.0, Aisle.HARDWARE: 30.0}  # of one; judgement: more is no screw, no hinge
BY_THE_METRE = (Fitting.ROD, Fitting.RIDGE_CAP, Fitting.GROUND_STRIP, Fitting.TRACK)


@dataclass(frozen=True)
class Hardware(Row):
    """Screws, hinges and the like: mass of one (or of a metre), price of a pack (or of a metre), how many in a pack.

    A pipe fitting has the outside of the pipe it takes as `bore_mm`, the depth of its sockets as `length_mm`, and how far
    from its centre a pipe stops in them. Screws and bolts have a length; a rod has its diameter, the bore of the wheels it fits, and its steel. `hold_n` is
    what one bears: a screw across its shank, a hinge or a latch pulled off.
    """

    FIXED = ("kind", "sold")

    key: str
    label: str
    kind: Annotated[Fitting, Among(tuple(Fitting))]
    sold: Annotated[Sold, Among(tuple(Sold))]
    diameter_mm: Annotated[float | None, Within(1, 100)]
    length_mm: Annotated[float | None, Within(5, 2000)]
    bore_mm: Annotated[float | None, Within(5, 60, "fits a bore of")]
    stop_mm: Annotated[float | None, Within(3, 80, "centre to stop")]
    steel: Annotated[Steel | None, Among(tuple(Steel), none=True)]
    hold_n: Annotated[float | None, Within(10, 50_000, "one holds")]
    kg: Annotated[float, Within(0.0001, 300)]
    price: Annotated[Decimal, PRICE]
    pack: Annotated[int, Within(1, 10_000)]
    source: str

    def check(self) -> None:
        for kind, names in ASKED_OF_FITTINGS.items():
            missing = [name for name in names if getattr(self, name) is None]
            if self.kind is kind and missing:
                raise OutOfRange(missing[0], "", f"given for a {kind}")
        if self.kind in BY_THE_METRE and self.sold is not Sold.METRE:
            raise OutOfRange("sold", self.sold, f"metre for a {self.kind}")
        most = MOST_KG.get(self.aisle, self.kg)
        if self.kg > most:
            raise OutOfRange("kg", self.kg, f"at most {most:g} for one {self.kind}")
        if self.diameter_mm and self.bore_mm and self.diameter_mm > self.bore_mm:
            raise OutOfRange("diameter_mm", self.diameter_mm, f"at most {self.bore_mm:g}, the bore it fits")

    @classmethod
    def filled(cls, cells: Mapping[str, str]) -> Mapping[str, str]:
        """What kind of thing a row is was once told by the start of its key."""
        key = cells.get("key", "")
        start, _, size = key.partition("-")
        of_length = start in (Fitting.SCREW, Fitting.BOLT) and size.isdigit()
        told = {"kind": start if of_length else Fitting.OTHER, "length_mm": size if of_length else ""}
        told["hold_n"] = SCREW_HOLDS_N if told["kind"] == Fitting.SCREW else ""
        label, metre = cells.get("label", "").partition(" (per metre)")[:2]
        told["sold"] = Sold.METRE if metre else Sold.EACH
        return {**told, "diameter_mm": "", "bore_mm": "", "stop_mm": "", "steel": "", **cells, "label": label}

    @property
    def aisle(self) -> Aisle:
        return self.kind.aisle


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

    aisle = Aisle.GEAR
    pack = 1
    sold = Sold.EACH


@dataclass(frozen=True)
class Container(Row):
    """A feeder or drinker: mass empty, what it holds, and how many birds it serves at once.

    `use` is feeder or drinker; `edge_m` is feeding edge, of a trough or round (a trough where nothing is said);
    `points` drinking points; `drink` what they drink from, by which water is spilt (open where nothing is said).
    """

    FIXED = ("use",)

    key: str
    label: str
    use: Annotated[Use, Among((Use.FEEDER, Use.DRINKER))]
    kg: Annotated[float, Within(0.01, 100)]
    holds_kg: Annotated[float, Within(0.1, 500)]
    edge_m: Annotated[float, Within(0, 20)]
    edge: Annotated[Edge, Among(tuple(Edge))]
    points: Annotated[int, Within(0, 200)]
    drink: Annotated[Drink, Among(tuple(Drink))]
    price: Annotated[Decimal, PRICE]
    source: str

    def check(self) -> None:
        if self.use is Use.FEEDER and not self.edge_m:
            raise OutOfRange("edge_m", self.edge_m, "above 0 for a feeder")
        if self.use is Use.DRINKER and not self.points:
            raise OutOfRange("points", self.points, "1 or more for a drinker")

    @classmethod
    def filled(cls, cells: Mapping[str, str]) -> Mapping[str, str]:
        """A row kept before it was told what birds drink from spills the most."""
        return {"drink": Drink.OPEN if cells.get("use") == Use.DRINKER else Drink.NONE, **cells}

    aisle = Aisle.INSIDE
    pack = 1
    sold = Sold.EACH

    @property
    def round(self) -> bool:
        """Do birds stand round it like spokes?"""
        return self.edge is Edge.ROUND

    def serves(self, uses: tuple[Use, ...]) -> bool:
        return self.use in uses


@dataclass(frozen=True)
class Anchor(Row):
    """Something to tie a pen to: its working hold in firm soil, N."""

    key: str
    label: str
    hold_n: Annotated[float, Within(10, 50_000)]
    kg: Annotated[float, Within(0.05, 100)]
    price: Annotated[Decimal, PRICE]
    source: str

    aisle = Aisle.GEAR
    pack = 1
    sold = Sold.EACH


Ware = Hardware | Wheel | Container | Anchor
