"""About what a pen costs, quickly: sticks by the metre, the rest in whole packs; for comparing one with another."""

from __future__ import annotations

from decimal import Decimal

from ergamot.core.catalogue import Catalogue, Section
from ergamot.core.frame.structure import Structure
from ergamot.core.stock.coverings import mesh_lines, sheet_lines, wire_panel_lines
from ergamot.core.stock.wares import hardware_lines, stain_line

WASTE = Decimal("1.08")  # boards bought over sticks used; judgement: before there is a cutting plan


def estimated_cost(structure: Structure, catalogue: Catalogue) -> Decimal:
    """About what all of a pen's material costs, without working out a cutting plan.

    Args: structure; catalogue, with the price of stain.
    Returns: money, to the hundredth.
    Source: the least price per metre of each section, 8 % waste; packs, rolls and sheets whole.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> estimated_cost(build(make_design(c, "low-pen", {}), c), c) > 100
    True
    """
    sticks = Decimal(0)
    for member in structure.members:
        factor = member.species.price_factor if member.species else Decimal(1)
        sticks += _per_metre(member.section) * factor * Decimal(member.length_mm / 1000)
    lines = [
        *mesh_lines(structure),
        *wire_panel_lines(structure),
        *sheet_lines(structure),
        *hardware_lines(structure),
    ]
    stain = stain_line([structure], catalogue)
    if stain is not None:
        lines.append(stain)
    return (sticks * WASTE + sum((line.cost for line in lines), Decimal(0))).quantize(Decimal("0.01"))


def _per_metre(section: Section) -> Decimal:
    return min(
        price / Decimal(long / 1000) for price, long in zip(section.prices, section.stock_mm, strict=True)
    )
