"""What a shopping list costs at one shop, by the prices it told."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from decimal import Decimal

from ergamot.core.finding import Phrase
from ergamot.core.stock.coverings import Bought


@dataclass(frozen=True)
class AtShop:
    """A list at a shop: what a pack of each line costs there, None where it lacks it; the sum of what it has, and what it lacks."""

    name: str
    dated: date
    each: tuple[Decimal | None, ...]
    total: Decimal
    lacks: tuple[Phrase, ...]

    @property
    def has(self) -> int:
        """How many lines it has a price for."""
        return len(self.each) - len(self.lacks)


def at_shop(name: str, dated: date, prices: Mapping[str, Decimal], lines: Sequence[Bought]) -> AtShop:
    """Price a list by a shop's prices.

    Args: name; dated, the day they were told; prices, by what a line is known by; lines.
    Returns: the AtShop.
    Source: the shop's list.

    >>> from ergamot.core.stock.bill import bill_of
    >>> lines = bill_of(pen(), c).lines
    >>> found = at_shop("yard", date(2026, 3, 1), {lines[0].key: Decimal(2)}, lines)
    >>> found.has, found.total == 2 * lines[0].packs
    (1, True)
    """
    each = tuple(prices.get(line.key) for line in lines)
    total = sum(
        (price * line.packs for price, line in zip(each, lines, strict=True) if price is not None), Decimal(0)
    )
    lacks = tuple(line.called for price, line in zip(each, lines, strict=True) if price is None)
    return AtShop(name, dated, each, total, lacks)
