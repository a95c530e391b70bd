"""Pieces of a sheet, where they lie on it, and the straight cuts from side to side that take them apart."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

FITS_MM = 1e-6  # of arithmetic; may move
CLOSE_MM = 0.01  # so much pieces may lie over each other where they are yet to be laid; may move


@dataclass(frozen=True)
class Rectangle:
    """A piece to cut out of a sheet, mm: along the sheet's grain and across it; whether it may lie the other way."""

    label: str
    long_mm: float
    wide_mm: float
    turns: bool = True

    @property
    def area(self) -> float:
        return self.long_mm * self.wide_mm

    def ways(self) -> tuple[tuple[float, float], ...]:
        """List how it can lie: along and across."""
        if self.turns and self.long_mm != self.wide_mm:
            return ((self.long_mm, self.wide_mm), (self.wide_mm, self.long_mm))
        return ((self.long_mm, self.wide_mm),)


@dataclass(frozen=True)
class Laid:
    """A piece where it lies on a sheet: its label, its corner nearest the sheet's, its size as it lies, mm; whether it might
    lie the other way."""

    label: str
    x: float
    y: float
    long_mm: float
    wide_mm: float
    turns: bool = True

    def side(self, axis: int) -> tuple[float, float]:
        """Tell where it begins and ends along the sheet (axis 0) or across it (axis 1), mm."""
        start, long = ((self.x, self.long_mm), (self.y, self.wide_mm))[axis]
        return start, start + long


@dataclass(frozen=True)
class Layout:
    """Pieces on a sheet, and whether its first cuts run across it (each part as wide as the sheet) or along it."""

    laid: tuple[Laid, ...]
    across: bool


def sawn_apart(laid: Sequence[Laid], kerf_mm: float) -> Layout | None:
    """Lay pieces as close as straight cuts from side to side allow, each cut parting what the one before it left.

    Args: laid, pieces that do not lie over each other, at least a saw cut apart, near enough, one or more; kerf_mm, 0 to 10.
    Returns: the Layout, its first corner at the sheet's; None where no such cuts take the pieces apart.
    Source: guillotine cutting, Gilmore & Gomory (1965).

    >>> found = sawn_apart([Laid("a", 0, 0, 500, 300), Laid("b", 510, 0, 400, 200)], 3.0)
    >>> [one.x for one in found.laid], found.across
    ([0.0, 503.0], True)
    >>> wheel = [Laid("a", 0, 0, 2, 1), Laid("b", 2, 0, 1, 2), Laid("c", 1, 2, 2, 1), Laid("d", 0, 1, 1, 2), Laid("e", 1, 1, 1, 1)]
    >>> sawn_apart(wheel, 0.0) is None
    True
    """
    if len(laid) == 1:
        return Layout((replace(laid[0], x=0.0, y=0.0),), across=True)
    for axis in (0, 1):
        groups = _parted(laid, axis)
        if len(groups) == 1:
            continue
        placed: list[Laid] = []
        at = 0.0
        for group in groups:
            part = sawn_apart(group, kerf_mm)
            if part is None:
                return None  # what one cut parts in any order, any other cut before it parts too
            moved = [
                replace(one, x=one.x + at) if axis == 0 else replace(one, y=one.y + at) for one in part.laid
            ]
            placed += moved
            at = max(one.side(axis)[1] for one in moved) + kerf_mm
        return Layout(tuple(placed), across=axis == 0)
    return None


def _parted(laid: Sequence[Laid], axis: int) -> list[list[Laid]]:
    """Put pieces in groups with a cut between each and the next."""
    groups: list[list[Laid]] = []
    end = 0.0
    for one in sorted(laid, key=lambda one: one.side(axis)):
        start, far = one.side(axis)
        if not groups or start >= end - CLOSE_MM:
            groups.append([])
        groups[-1].append(one)
        end = max(end, far)
    return groups
