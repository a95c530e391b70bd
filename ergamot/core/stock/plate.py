"""A sheet that pieces are cut out of, and one as it is cut."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from ergamot.core.stock.rectangles import FITS_MM, Layout, Rectangle


@dataclass(frozen=True)
class Plate:
    """Sheets alike: size, mm, what one costs or is worth; in hand so many, known as `thing`, else as many as are bought."""

    long_mm: float
    wide_mm: float
    price: Decimal
    count: int | None = None
    thing: int = 0

    @property
    def area(self) -> float:
        return self.long_mm * self.wide_mm

    def holds(self, long_mm: float, wide_mm: float) -> bool:
        """Is there room on it for something of that size, lying so?"""
        return long_mm <= self.long_mm + FITS_MM and wide_mm <= self.wide_mm + FITS_MM

    def gives(self, piece: Rectangle) -> bool:
        """Does a piece come out of it, one way or the other?"""
        return any(self.holds(long, wide) for long, wide in piece.ways())


@dataclass(frozen=True)
class CutPlate:
    """One sheet and what is cut out of it."""

    plate: Plate
    layout: Layout

    @property
    def used(self) -> float:
        """Work out the share of it that ends as pieces."""
        return sum(one.long_mm * one.wide_mm for one in self.layout.laid) / self.plate.area

    @property
    def pieces(self) -> list[Rectangle]:
        """List what is cut out of it."""
        return [Rectangle(one.label, one.long_mm, one.wide_mm, one.turns) for one in self.layout.laid]


def cost_of(plan: Sequence[CutPlate]) -> Decimal:
    """Add up what some sheets cost.

    Args: plan.
    Returns: money, to the hundredth.
    Source: prices of the sheets.

    >>> cost_of([])
    Decimal('0.00')
    """
    return sum((one.plate.price for one in plan), Decimal("0.00"))
