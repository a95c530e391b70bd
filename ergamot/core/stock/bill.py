"""The whole bill: boards, mesh, sheet, hardware and fixings, in whole packs, with the total."""

from __future__ import annotations

import math
from dataclasses import dataclass
from decimal import Decimal
from time import monotonic

from ergamot.core.catalogue import Catalogue, Ware
from ergamot.core.catalogue.kinds import Aisle, Sold
from ergamot.core.finding import phrase
from ergamot.core.frame.structure import Hardware, Structure
from ergamot.core.stock.coverings import EACH, Bought, mesh_lines, sheet_lines, wire_panel_lines
from ergamot.core.stock.cut_list import Piece, cut_list
from ergamot.core.stock.sticks import TIME_LIMIT_S, CuttingPlan, Want, plan_sticks
from ergamot.core.units import Quantity

CENT = Decimal("0.01")
LEAST_S = 0.1  # for one plan, however many there are; may move


@dataclass(frozen=True)
class Bill:
    """What to cut and what to buy. `plans` holds a cutting plan for each (section, species)."""

    pieces: tuple[Piece, ...]
    plans: tuple[tuple[str, str, CuttingPlan], ...]
    lines: tuple[Bought, ...]

    @property
    def total(self) -> Decimal:
        return sum((line.cost for line in self.lines), Decimal(0))


def bill_of(structure: Structure, catalogue: Catalogue, seconds: float = TIME_LIMIT_S) -> Bill:
    """Everything it takes to build a pen, priced.

    Args: structure; catalogue with example or own prices; seconds for all its cutting plans together,
        0.1 to 60.
    Returns: the Bill; its total is the sum of its lines.
    Raises: OutOfRange from the cutting plan.
    Source: prices in the catalogue.

    >>> bill = bill_of(pen(), c, 1.0)
    >>> sum(line.cost for line in bill.lines) == bill.total
    True
    """
    pieces = cut_list(structure)
    plans: list[tuple[str, str, CuttingPlan]] = []
    lines: list[Bought] = []
    kinds = list(dict.fromkeys((p.section, p.species) for p in pieces))
    deadline = monotonic() + seconds
    for section_key, species_key in kinds:
        section, species = catalogue.sections[section_key], catalogue.species.get(species_key)
        wants = [
            Want(p.label, p.length_mm, p.count)
            for p in pieces
            if (p.section, p.species) == (section_key, species_key)
        ]
        factor = species.price_factor if species else Decimal(1)
        prices = [(price * factor).quantize(CENT) for price in section.prices]
        left = max(LEAST_S, (deadline - monotonic()) / (len(kinds) - len(plans)))
        plan = plan_sticks(wants, list(zip(section.stock_mm, prices, strict=True)), seconds=left)
        plans.append((section_key, species_key, plan))
        lines += _board_lines(plan, f"{section.label} {species.label}" if species else section.label)
    lines += sheet_lines(structure) + mesh_lines(structure)
    lines += wire_panel_lines(structure)
    lines += hardware_lines(structure)
    return Bill(pieces, tuple(plans), tuple(lines))


def _board_lines(plan: CuttingPlan, what: str) -> list[Bought]:
    lines = []
    for stock_mm in sorted({bar.stock_mm for bar in plan.bars}):
        bars = [bar for bar in plan.bars if bar.stock_mm == stock_mm]
        used = sum(length for bar in bars for _, length in bar.cuts)
        lines.append(
            Bought(
                what=what,
                aisle=Aisle.TIMBER,
                used=phrase("{long}", long=Quantity(round(used / 1000, 1), "m")),
                packs=len(bars),
                pack=phrase("length {long}", long=Quantity(stock_mm, "mm")),
                each=bars[0].price,
                cost=bars[0].price * len(bars),
            )
        )
    return lines


def hardware_lines(structure: Structure) -> list[Bought]:
    """Wheels, feeders, anchors, fittings and fixings, in whole packs.

    Args: structure.
    Returns: one line for each.
    Source: packs and prices in the catalogue.

    >>> hardware_lines(pen())[0].what
    'strap hinge 150 mm'
    """
    bought: dict[Ware, list[Hardware]] = {}
    for item in structure.hardware:
        if item.row is not None:
            bought.setdefault(item.row, []).append(item)
    return [_ware_line(row, items) for row, items in bought.items()]


def _ware_line(row: Ware, items: list[Hardware]) -> Bought:
    number = sum(item.count for item in items)
    used, packs = phrase(f"{number}"), math.ceil(number / row.pack)
    pack = phrase(f"pack of {row.pack}") if row.pack > 1 else EACH
    if row.sold is Sold.METRE:
        metres = sum(item.kg for item in items) / row.kg
        used, packs = phrase("{long}", long=Quantity(round(metres, 2), "m")), math.ceil(metres)
        pack = phrase("cut length, {long}", long=Quantity(1.0, "m"))
    return Bought(row.label, row.aisle, used, packs, pack, row.price, row.price * packs)
