"""What a pen is closed with: sheet, board and cloth, mesh, stiff wire panels."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal
from typing import Annotated

from ergamot.core.catalogue.columns import PRICE, YES, Among, Row, Within, same_number
from ergamot.core.catalogue.kinds import Beast, Pattern, Stuff, Use, Weave
from ergamot.core.errors import OutOfRange

STEEL_KG_M3 = 7850.0  # EN 1991-1-1 table A.4
# Of boards kept before their strength was asked: plywood, wet, its grain along the span, on its whole thickness; APA Plywood
# Design Specification 1997
PLY_KG_M3, PLY_FB_MPA, PLY_E_GPA = 560.0, "5.6", "6.6"
LEAST_FALL_DEG = "3"  # less and rain stands on sheets; judgement: makers of corrugated ask for 3° to 5°


@dataclass(frozen=True)
class Sheet(Row):
    """Sheet, board or cloth: what it may be used for, what it is; spans in m between supports.

    `least_fall_deg` is the least it must fall for rain to run off it, where it does not lie level. What birds stand on tells what
    it bears: `fb_mpa` and `e_gpa` of its whole thickness across its bearers, wet; `step_span_m`, 0 where nobody steps on it
    between them.
    """

    FIXED = ("stuff", "clear")

    key: str
    label: str
    use: Annotated[tuple[Use, ...], Among((Use.ROOF, Use.WALL, Use.FLOOR, Use.WINDOW, Use.COVER), many=True)]
    stuff: Annotated[Stuff, Among(tuple(Stuff))]
    clear: bool
    least_fall_deg: Annotated[float, Within(0, 15, "least fall")]
    kg_m2: Annotated[float, Within(0.02, 60)]
    purlin_span_m: Annotated[float, Within(0.25, 5, "longest span")]
    cover_width_m: Annotated[float, Within(0.05, 20)]
    lengths_m: Annotated[tuple[float, ...], Within(0.3, 30)]
    price: Annotated[tuple[Decimal, ...], PRICE]
    service_years: Annotated[int, Within(0, 100)]
    thick_mm: Annotated[float | None, Within(1, 60)]
    fb_mpa: Annotated[float | None, Within(0.3, 60, "bending value")]
    e_gpa: Annotated[float | None, Within(0.3, 40, "stiffness")]
    step_span_m: Annotated[float | None, Within(0, 3, "a person's longest span")]
    note: str
    source: str

    def check(self) -> None:
        same_number("price", self.lengths_m, self.price, "lengths_m")
        if Use.FLOOR in self.use:
            for name in ("thick_mm", "fb_mpa", "e_gpa", "step_span_m"):
                if getattr(self, name) is None:
                    raise OutOfRange(name, "", "given for a floor: birds stand on it")
        if self.stuff is Stuff.CLOTH and Use.FLOOR in self.use:
            raise OutOfRange("use", Use.FLOOR, "no floor: birds and people go through cloth")
        if self.stuff is not Stuff.CLOTH and Use.COVER in self.use:
            raise OutOfRange("stuff", self.stuff, "cloth, for a cover bent over a hoop")

    @classmethod
    def filled(cls, cells: Mapping[str, str]) -> Mapping[str, str]:
        """Cloth and clear sheet were once told by what they were used for; sheets were for roofs, boards for the rest."""
        uses = cells.get("use", "").split()
        stuff = (
            Stuff.CLOTH if "tarp" in uses else Stuff.SHEET if {"roof", "window"} & set(uses) else Stuff.BOARD
        )
        told = {"stuff": stuff, "clear": YES if Use.WINDOW in uses else "", "least_fall_deg": LEAST_FALL_DEG}
        now = [Use.COVER if use == "tarp" else use for use in uses if use != "slats"]
        floor = Use.FLOOR in now and "thick_mm" not in cells
        stiff = _as_plywood(float(cells["kg_m2"])) if floor else {}
        return {**dict.fromkeys(_BEARS, ""), **stiff, **told, **cells, "use": " ".join(now)}

    @property
    def mass_kg_m2(self) -> float:
        return self.kg_m2

    @property
    def solid_share(self) -> float:
        return 1.0

    @property
    def rolls(self) -> bool:
        """Can a side of it be rolled up?"""
        return self.stuff is Stuff.CLOTH

    @property
    def braces(self) -> bool:
        """Does it hold the bay it is screwed to in its plane?"""
        return self.stuff is not Stuff.CLOTH

    @property
    def pattern(self) -> Pattern:
        if self.clear:
            return Pattern.CLEAR
        return {Stuff.SHEET: Pattern.RIDGED, Stuff.CLOTH: Pattern.CLOTH}.get(self.stuff, Pattern.BOARD)

    @property
    def gap_mm(self) -> float:
        """The widest clear gap in it."""
        return 0.0

    def serves(self, uses: tuple[Use, ...]) -> bool:
        return any(use in uses for use in self.use)


_BEARS = ("thick_mm", "fb_mpa", "e_gpa", "step_span_m")


def _as_plywood(kg_m2: float) -> dict[str, str]:
    """What a board kept before its strength was asked is taken to bear, by its mass."""
    thick = min(60.0, max(1.0, kg_m2 / PLY_KG_M3 * 1000))
    return {"thick_mm": f"{thick:.1f}", "fb_mpa": PLY_FB_MPA, "e_gpa": PLY_E_GPA, "step_span_m": "0"}


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
    weave: Annotated[Weave, Among(tuple(Weave))]
    keeps_out: Annotated[tuple[Beast, ...], Among(tuple(Beast), many=True, none=True)]
    resists: str
    source: str

    @property
    def note(self) -> str:
        """What it does not resist."""
        if Beast.FOX not in self.keeps_out:
            return "a fox or a dog tears it: not where birds sleep"
        return "" if Beast.RAT in self.keeps_out else "keeps out foxes; rats and weasels pass"

    def check(self) -> None:
        same_number("price", self.roll_width_mm, self.price, "roll_width_mm")
        if self.wire_mm >= min(self.pitch_x_mm, self.pitch_y_mm):
            raise OutOfRange("wire_mm", self.wire_mm, "thinner than the wires are apart")
        if self.weave is Weave.TWISTED and (self.kg_m2 is None or self.solidity is None):
            name = "kg_m2" if self.kg_m2 is None else "solidity"
            raise OutOfRange(
                name, "", "given for twisted mesh: only welded mesh can be worked from its wires"
            )

    @classmethod
    def filled(cls, cells: Mapping[str, str]) -> Mapping[str, str]:
        """Mesh that told its mass and solidity was twisted; what kept nothing out said so in words."""
        told = bool(cells.get("kg_m2")) and bool(cells.get("solidity"))
        nothing = cells.get("resists", "").startswith("nothing")
        weave = Weave.TWISTED if told else Weave.WELDED
        return {"weave": weave, "keeps_out": "" if nothing else Beast.FOX, **cells}

    rolls = False
    braces = False

    @property
    def pattern(self) -> Pattern:
        return Pattern.TWISTED if self.weave is Weave.TWISTED else Pattern.WELDED

    @property
    def gap_mm(self) -> float:
        """The widest clear gap in it."""
        return max(self.pitch_x_mm, self.pitch_y_mm) - self.wire_mm

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

    rolls = False
    braces = False
    pattern = Pattern.PANEL

    @property
    def gap_mm(self) -> float:
        """The widest clear gap in it."""
        return max(self.pitch_mm, self.cross_pitch_mm) - self.wire_mm

    @property
    def mass_kg_m2(self) -> float:
        return self.kg / (self.length_mm * self.width_mm * 1e-6)

    @property
    def solid_share(self) -> float:
        """1 − (1 − d/px)(1 − d/py), as for welded mesh."""
        return 1 - (1 - self.wire_mm / self.pitch_mm) * (1 - self.wire_mm / self.cross_pitch_mm)


Covering = Sheet | Mesh | WirePanel
