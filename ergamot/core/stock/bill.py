"""The whole bill: boards, mesh, sheet, hardware and fixings, in whole packs, with the total."""

from __future__ import annotations

import math
from dataclasses import dataclass
from decimal import Decimal

from ergamot.core.catalogue import Catalogue
from ergamot.core.frame.structure import Hardware, Structure
from ergamot.core.stock.coverings import Bought, mesh_lines, sheet_lines, wire_panel_lines
from ergamot.core.stock.cut_list import Piece, cut_list
from ergamot.core.stock.sticks import TIME_LIMIT_S, CuttingPlan, Want, plan_sticks

CENT = Decimal("0.01")


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

    Args: structure; catalogue with example or own prices; seconds for each cutting plan, 0.1 to 60.
    Returns: the Bill; its total is the sum of its lines.
    Raises: OutOfRange, TakesTooLong from the cutting plan.
    Source: prices in the catalogue.
    """
    pieces = cut_list(structure)
    plans = []
    lines: list[Bought] = []
    for section_key, species_key in dict.fromkeys((p.section, p.species) for p in pieces):
        section, species = catalogue.sections[section_key], catalogue.species.get(species_key)
        wants = [
            Want(p.label, p.length_mm, p.count)
            for p in pieces
            if (p.section, p.species) == (section_key, species_key)
        ]
        factor = species.price_factor if species else Decimal(1)
        prices = [(price * factor).quantize(CENT) for price in section.prices]
        plan = plan_sticks(wants, list(zip(section.stock_mm, prices, strict=True)), seconds=seconds)
        plans.append((section_key, species_key, plan))
        lines += _board_lines(plan, f"{section.label} {species.label}" if species else section.label)
    lines += sheet_lines(structure, catalogue) + mesh_lines(structure, catalogue)
    lines += wire_panel_lines(structure, catalogue)
    lines += hardware_lines(structure, catalogue)
    return Bill(pieces, tuple(plans), tuple(lines))


def _board_lines(plan: CuttingPlan, what: str) -> list[Bought]:
    lines = []
    for stock_mm in sorted({bar.stock_mm for bar in plan.bars}):
        bars = [bar for bar in plan.bars if bar.stock_mm == stock_mm]
        used = sum(length for bar in bars for _, length in bar.cuts)
        lines.append(
            Bought(
                what=what,
                aisle="timber",
                used=f"{used / 1000:.2f} m",
                packs=len(bars),
                pack=f"board {stock_mm / 1000:.3f} m ({stock_mm / 304.8:.3g} ft)",
                each=bars[0].price,
                cost=bars[0].price * len(bars),
            )
        )
    return lines


def hardware_lines(structure: Structure, catalogue: Catalogue) -> list[Bought]:
    """Wheels, feeders, anchors, fittings and fixings, in whole packs.

    Args: structure; catalogue.
    Returns: one line for each.
    Source: packs and prices in the catalogue.
    """
    counts: dict[str, list[Hardware]] = {}
    for item in (one for one in structure.hardware if one.row):
        counts.setdefault(item.row, []).append(item)
    lines = []
    for key, items in counts.items():
        number = sum(item.count for item in items)
        if key in catalogue.wheels:
            wheel = catalogue.wheels[key]
            lines.append(
                Bought(wheel.label, "gear", f"{number}", number, "each", wheel.price, wheel.price * number)
            )
            continue
        if key in catalogue.containers:
            row_price, label = catalogue.containers[key].price, catalogue.containers[key].label
            lines.append(
                Bought(label, "feed and water", f"{number}", number, "each", row_price, row_price * number)
            )
            continue
        if key in catalogue.anchors:
            anchor = catalogue.anchors[key]
            cost = anchor.price * number
            lines.append(Bought(anchor.label, "gear", f"{number}", number, "each", anchor.price, cost))
            continue
        row = catalogue.hardware[key]
        used, packs = f"{number}", math.ceil(number / row.pack)
        pack = f"pack of {row.pack}" if row.pack > 1 else "each"
        if "per metre" in row.label:
            metres = sum(item.kg for item in items) / row.kg
            used, packs, pack = f"{metres:.2f} m", math.ceil(metres), "metre"
        label = row.label.removesuffix(" (per metre)")
        aisle = (
            "fixings" if items[0].group == "fixings" else "gear" if items[0].group == "gear" else "hardware"
        )
        lines.append(Bought(label, aisle, used, packs, pack, row.price, row.price * packs))
    return lines
