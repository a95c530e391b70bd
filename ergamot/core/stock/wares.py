"""What is bought by the piece, the pack, the metre and the litre: hardware, wheels, feeders, fixings, stain."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace

from ergamot.core.catalogue import Catalogue, Ware, usual
from ergamot.core.catalogue.kinds import Fitting, Sold
from ergamot.core.finding import phrase
from ergamot.core.frame.structure import Hardware, Structure
from ergamot.core.shed import Sort
from ergamot.core.stock.at_hand import AtHand
from ergamot.core.stock.coverings import EACH, Bought
from ergamot.core.stock.paint import coated_m2, stain_l
from ergamot.core.units import Quantity


def stain_line(structures: Sequence[Structure], catalogue: Catalogue) -> Bought | None:
    """What the wood of some pens is coated with, by its area.

    Args: structures; catalogue, with a row of paint.
    Returns: a line; None where there is no wood to coat.
    Source: two coats, 10 m² a litre; makers of outdoor stain.

    >>> stain_line([pen()], c).what
    'outdoor wood stain, a litre'
    """
    row = usual(catalogue, Fitting.PAINT)
    area = sum(coated_m2(one) for one in structures)
    litres = stain_l(area)
    if not litres:
        return None
    used = phrase("{area}, two coats", area=Quantity(round(area, 1), "m2"))
    return Bought(row.label, row.aisle, used, litres, EACH, row.price, row.price * litres, row=row.key)


def stain_lines(structures: Sequence[Structure], catalogue: Catalogue, hand: AtHand) -> list[Bought]:
    """The same less what is in hand.

    Args: structures; catalogue; hand, what of the shed may be used: what is taken is noted.
    Returns: a line, or none.
    Source: `stain_line`.

    >>> len(stain_lines([pen()], c, AtHand()))
    1
    """
    line = stain_line(structures, catalogue)
    if line is None:
        return []
    litres = line.packs - hand.counted(Sort.WARE, line.row, line.packs)
    return [replace(line, packs=litres, cost=line.each * litres)]


def hardware_lines(structure: Structure) -> list[Bought]:
    """Wheels, feeders, anchors, fittings and fixings, in whole packs.

    Args: structure.
    Returns: one line for each.
    Source: packs and prices in the catalogue.

    >>> hardware_lines(pen())[0].what
    'strap hinge 150 mm'
    """
    return ware_lines([(item, 1) for item in structure.hardware], AtHand())


def ware_lines(items: Sequence[tuple[Hardware, int]], hand: AtHand) -> list[Bought]:
    """Hardware of several pens, each so many times, less what is in hand, in whole packs.

    Args: items, with how many times each is wanted, 1 or more; hand, what of the shed may be used: what is taken is noted.
    Returns: one line for each row.
    Source: packs and prices in the catalogue.

    >>> ware_lines([], AtHand())
    []
    """
    bought: dict[Ware, list[tuple[Hardware, int]]] = {}
    for item, times in items:
        if item.row is not None:
            bought.setdefault(item.row, []).append((item, times))
    return [_ware_line(row, mine, hand) for row, mine in bought.items()]


def _ware_line(row: Ware, items: list[tuple[Hardware, int]], hand: AtHand) -> Bought:
    if row.sold is Sold.METRE:
        metres = sum(item.kg * times for item, times in items) / row.kg
        packs = max(0, math.ceil(metres - hand.metres(row.key, metres) - 1e-9))
        used = phrase("{long}", long=Quantity(round(metres, 2), "m"))
        pack = phrase("cut length, {long}", long=Quantity(1.0, "m"))
    else:
        number = sum(item.count * times for item, times in items)
        packs = math.ceil((number - hand.counted(Sort.WARE, row.key, number)) / row.pack)
        used = phrase(f"{number}")
        pack = phrase(f"pack of {row.pack}") if row.pack > 1 else EACH
    return Bought(row.label, row.aisle, used, packs, pack, row.price, row.price * packs, row=row.key)
