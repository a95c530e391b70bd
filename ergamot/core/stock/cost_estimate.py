"""About what a pen costs, quickly: sticks by the metre, the rest in whole packs; for comparing one with another."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import replace
from decimal import Decimal

from ergamot.core.catalogue import Catalogue, Section
from ergamot.core.frame.structure import Structure
from ergamot.core.shed import Sort, Thing
from ergamot.core.stock.at_hand import AtHand
from ergamot.core.stock.coverings import Bought, mesh_lines, sheet_lines, wire_panel_lines
from ergamot.core.stock.wares import stain_lines, ware_lines

WASTE = Decimal("1.08")  # boards bought over sticks used; judgement: before there is a cutting plan


def estimated_cost(
    structure: Structure, catalogue: Catalogue, in_hand: Mapping[int, Thing] | None = None
) -> Decimal:
    """About what all of a pen's material costs, without working out a cutting plan.

    Args: structure; catalogue, with the price of stain; in_hand, things of the shed it may be built of, by their number.
    Returns: money, to the hundredth: what is bought, and what is in hand at its own worth.
    Source: the least price per metre of each section, 8 % waste; packs, rolls and sheets whole; of what is in hand, sticks by
        the metre, rolls and sheets by their area.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> estimated_cost(build(make_design(c, "low-pen", {}), c), c) > 100
    True
    """
    hand = AtHand(in_hand or {})
    lines = [
        *(_after(line, Sort.ROLL, hand) for line in mesh_lines(structure)),
        *(_after(line, Sort.SHEET, hand) for line in sheet_lines(structure)),
        *(_counted(line, hand) for line in wire_panel_lines(structure)),
        *ware_lines([(item, 1) for item in structure.hardware], hand),
        *stain_lines([structure], catalogue, hand),
    ]
    worth = sum((hand.things[number].each * count for number, count in hand.taken.items()), Decimal(0))
    bought = sum((line.cost for line in lines), Decimal(0))
    return (sum(_sticks(structure, hand), Decimal(0)) + bought + worth).quantize(Decimal("0.01"))


def _sticks(structure: Structure, hand: AtHand) -> Iterator[Decimal]:
    """What the sticks of each section and timber cost: those in hand first."""
    metres: dict[tuple[str, str], Decimal] = {}
    sections = {member.section.key: member.section for member in structure.members}
    factors = {"": Decimal(1)}
    for member in structure.members:
        species = member.species.key if member.species else ""
        kind = (member.section.key, species)
        metres[kind] = metres.get(kind, Decimal(0)) + Decimal(member.length_mm / 1000)
        if member.species:
            factors[species] = member.species.price_factor
    for (section, species), used in metres.items():
        wanted = used * WASTE
        boards = hand.boards(section, species)
        there = sum((Decimal((one.length_mm - one.lost_mm) / 1000) * one.count for one in boards), Decimal(0))
        worth = sum((one.worth * one.count for one in boards), Decimal(0))
        taken = min(wanted, there)
        yield (wanted - taken) * _per_metre(sections[section]) * factors[species]
        yield worth * taken / there if there else Decimal(0)


def _after(line: Bought, sort: Sort, hand: AtHand) -> Bought:
    """A line of rolls or sheets less what of it is in hand, by area; its cost, with the worth of what is taken."""
    things = [one for one in hand.things.values() if one.sort is sort and one.row == line.row]
    each_m2 = line.size_mm[0] * line.size_mm[1] / 1e6
    there = sum(one.long_mm * one.wide_mm * one.count for one in things) / 1e6
    if not there or not each_m2:
        return line
    used = (line.packs - 1 + line.last_used) * each_m2
    taken = min(used, there)
    packs = math.ceil((used - taken) / each_m2 - 1e-9)
    worth = sum((one.worth for one in things), Decimal(0)) * Decimal(taken / there)
    return replace(line, packs=packs, cost=line.each * packs + worth)


def _counted(line: Bought, hand: AtHand) -> Bought:
    packs = line.packs - hand.counted(Sort.PANEL, line.row, line.packs)
    return replace(line, packs=packs, cost=line.each * packs)


def _per_metre(section: Section) -> Decimal:
    return min(
        price / Decimal(long / 1000) for price, long in zip(section.prices, section.stock_mm, strict=True)
    )
