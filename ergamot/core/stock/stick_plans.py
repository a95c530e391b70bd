"""A cutting plan for every section and timber of some pens, out of the shed and the shop, and what is bought for it."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Mapping, Sequence
from decimal import Decimal

from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.kinds import Aisle
from ergamot.core.finding import phrase
from ergamot.core.stock.at_hand import AtHand
from ergamot.core.stock.coverings import Bought, length_pack, price_key
from ergamot.core.stock.cut_list import Piece
from ergamot.core.stock.effort import Effort
from ergamot.core.stock.linear import Ways
from ergamot.core.stock.paid import Prices
from ergamot.core.stock.sticks import CuttingPlan, Want, plan_sticks
from ergamot.core.units import Quantity

CENT = Decimal("0.01")
LEAST_A_PLAN = 30_000  # steps, however many there are; may move


def stick_plans(
    pieces: Sequence[Piece],
    catalogue: Catalogue,
    hand: AtHand,
    effort: Effort,
    cut: Mapping[str, int],
    paid: Prices,
    ways: Ways | None = None,
) -> list[tuple[str, str, CuttingPlan]]:
    """A plan for each section and timber, the deepest first: what is left of their boards may be ripped for the rest.

    Args: pieces; catalogue; hand, what the shed has, taken from as it is used; effort for all of them together; cut, how many of each label are cut already; paid, what
        the farm pays; ways to cut a pen nearly alike, to begin with and to add to.
    Returns: (section, species, plan) in the order the pieces name them.
    Raises: OutOfRange from the cutting plan.
    Source: Gilmore & Gomory (1961), each section by itself.

    >>> from ergamot.core.stock.cut_list import cut_list
    >>> found = stick_plans(cut_list(pen()), c, AtHand({}, False), Effort(1e6), {}, {})
    >>> all(plan.cost >= plan.bound for _, _, plan in found)
    True
    """
    kinds = list(dict.fromkeys((piece.section, piece.species) for piece in pieces))
    ordered = sorted(kinds, key=lambda kind: -catalogue.sections[kind[0]].deep_mm)
    plans: dict[tuple[str, str], CuttingPlan] = {}
    hard = {kind: _hardness(pieces, kind) for kind in kinds}
    for section_key, species_key in ordered:
        section, species = catalogue.sections[section_key], catalogue.species.get(species_key)
        wants = [
            Want(one.label, one.length_mm, one.count - min(one.count, cut.get(one.label, 0)), one.mitre)
            for one in pieces
            if (one.section, one.species) == (section_key, species_key)
        ]
        wants = [want for want in wants if want.count]
        factor = species.price_factor if species else Decimal(1)
        what = f"{section.label} {species.label}" if species else section.label
        prices = [
            paid.get(price_key(what, length_pack(mm)), (price * factor).quantize(CENT))
            for mm, price in zip(section.stock_mm, section.prices, strict=True)
        ]
        share = hard[section_key, species_key] / sum(hard[kind] for kind in kinds if kind not in plans)
        ripped = hand.to_rip(section, species_key, catalogue.sections)
        strips = {board.thing: count for board, count in ripped}
        boards = [*hand.boards(section_key, species_key), *(board for board, _ in ripped)]
        sold = list(zip(section.stock_mm, prices, strict=True))
        plan = plan_sticks(
            wants, sold, effort=effort.share(share).at_least(LEAST_A_PLAN), in_hand=boards, ways=ways
        )
        for number, count in Counter(bar.thing for bar in plan.bars if bar.thing).items():
            hand.take(number, math.ceil(count / strips.get(number, 1)))
        plans[section_key, species_key] = plan
    return [(*kind, plans[kind]) for kind in kinds]


def _hardness(pieces: Sequence[Piece], kind: tuple[str, str]) -> float:
    """How much of the time a section's plan is given: by the square of how many lengths there are."""
    return float(len({one.length_mm for one in pieces if (one.section, one.species) == kind}) ** 2)


def board_lines(catalogue: Catalogue, section_key: str, species_key: str, plan: CuttingPlan) -> list[Bought]:
    """What is bought of one section and timber: a line for each length.

    Args: catalogue; section_key and species_key, its rows; plan, which boards.
    Returns: the lines, the shortest boards first.
    Source: the plan.

    >>> from ergamot.core.stock.cut_list import cut_list
    >>> (section, species, plan), *_ = stick_plans(cut_list(pen()), c, AtHand({}, False), Effort(1e6), {}, {})
    >>> sum(line.cost for line in board_lines(c, section, species, plan)) == plan.cost
    True
    """
    section, species = catalogue.sections[section_key], catalogue.species.get(species_key)
    what = f"{section.label} {species.label}" if species else section.label
    lines = []
    for stock_mm in sorted({bar.stock_mm for bar in plan.bought}):
        bars = [bar for bar in plan.bought if bar.stock_mm == stock_mm]
        used = sum(bar.used_mm for bar in bars)
        lines.append(
            Bought(
                what=what,
                aisle=Aisle.TIMBER,
                used=phrase("{long}", long=Quantity(round(used / 1000, 1), "m")),
                packs=len(bars),
                pack=length_pack(stock_mm),
                each=bars[0].price,
                cost=bars[0].price * len(bars),
                size_mm=(stock_mm, 0.0),
                row=section_key,
            )
        )
    return lines
