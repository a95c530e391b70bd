"""Lay rectangles out along a roll: wide ones in strips of its whole width, narrow ones side by side where a length of it is slit."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import NamedTuple

MESH_LAP_MM = 50.0  # two strips laid over each other; judgement: one mesh and a half, sewn
END_LAP_MM = 150.0  # two lengths end to end; judgement: as sheets on a low slope
NEAR_MM = 2.0  # so much wider than the roll is one strip yet: it gives


class Cut(NamedTuple):
    """A rectangle of mesh by its label, mm: the longer side, the shorter, how many."""

    label: str
    long_mm: float
    wide_mm: float
    times: int = 1


@dataclass(frozen=True)
class Strip:
    """A length of roll, mm, and the labels of what it is; several where it is slit along, as lengths beside or behind each
    other."""

    long_mm: float
    labels: tuple[str, ...]

    @property
    def label(self) -> str:
        """Tell what is written on it."""
        return " + ".join(f"{n} × {label}" if n > 1 else label for label, n in Counter(self.labels).items())


def roll_strips(cuts: Sequence[Cut], wide_mm: float, roll_mm: float) -> list[Strip]:
    """List every length that is cut off rolls for some rectangles.

    Args: cuts; wide_mm and roll_mm, how wide and long a roll is, above 50 and 150.
    Returns: strips no longer than a roll, those of wide rectangles first.
    Source: common practice, 50 mm lap; what is no wider than half the roll is slit out of it, the longest first.

    >>> [(one.long_mm, one.label) for one in roll_strips([Cut("Q1", 3600, 300, 2), Cut("Q2", 1800, 300, 2)], 914, 30000)]
    [(3600, '2 × Q1 + 2 × Q2')]
    """
    narrow = [one for one in cuts if 2 * one.wide_mm <= wide_mm + NEAR_MM and one.long_mm <= roll_mm]
    found: list[Strip] = []
    for one in cuts:
        if one in narrow:
            continue
        strips, long = side_by_side(one, wide_mm)
        parts = list(_off_one(long, roll_mm))
        found += [Strip(part, (one.label,)) for part in parts for _ in range(strips * one.times)]
    return [*found, *_slit(narrow, wide_mm)]


def side_by_side(one: Cut, wide_mm: float) -> tuple[int, float]:
    """Count how many strips of a roll's whole width lie side by side in a rectangle: lengthwise or across, whichever takes less.

    Args: one; wide_mm of the roll, above 50.
    Returns: (strips, how long each is, mm).
    Source: common practice, 50 mm lap.

    >>> side_by_side(Cut("Q1", 2000, 1800), 914)
    (3, 1800)
    """

    def strips(span: float) -> int:
        if span <= wide_mm + NEAR_MM:
            return 1
        return math.ceil((span - MESH_LAP_MM) / (wide_mm - MESH_LAP_MM) - 1e-9)

    ways = [(strips(one.wide_mm), one.long_mm), (strips(one.long_mm), one.wide_mm)]
    return min(ways, key=lambda way: way[0] * way[1])


def strip_metres(sizes_m: Sequence[tuple[float, float]], roll_width_m: float) -> float:
    """Work out the length of roll that covers rectangles.

    Args: sizes_m, (longer, shorter) side of each, m; roll_width_m, above the lap.
    Returns: m of roll, laps included.
    Source: as `roll_strips`.

    >>> strip_metres([(3.0, 0.6)], 0.61), round(strip_metres([(3.0, 1.0)], 0.61), 2)
    (3.0, 6.0)
    """
    cuts = [Cut(str(i), 1000 * long, 1000 * wide) for i, (long, wide) in enumerate(sizes_m)]
    return sum(one.long_mm for one in roll_strips(cuts, 1000 * roll_width_m, math.inf)) / 1000


class _Lane:
    """A slit length: how wide, and how much of it is left."""

    def __init__(self, wide: float, left: float) -> None:
        self.wide, self.left = wide, left


class _Level:
    """A length off the roll that is slit into lanes."""

    def __init__(self, long: float, wide: float) -> None:
        self.long, self.left, self.lanes, self.labels = long, wide, list[_Lane](), list[str]()

    def takes(self, one: Cut) -> bool:
        """Put a rectangle behind another, or beside them; whether there was room."""
        lane = next(
            (lane for lane in self.lanes if one.wide_mm <= lane.wide and one.long_mm <= lane.left), None
        )
        if lane is None and one.wide_mm <= self.left and one.long_mm <= self.long:
            lane = _Lane(one.wide_mm, self.long)
            self.lanes.append(lane)
            self.left -= one.wide_mm
        if lane is None:
            return False
        lane.left -= one.long_mm
        self.labels.append(one.label)
        return True


def _slit(cuts: Sequence[Cut], wide_mm: float) -> list[Strip]:
    levels: list[_Level] = []
    ordered = sorted(cuts, key=lambda one: (-one.long_mm, -one.wide_mm))
    for one in (each for each in ordered for _ in range(each.times)):
        if not any(level.takes(one) for level in levels):
            level = _Level(one.long_mm, wide_mm + NEAR_MM)
            level.takes(one)
            levels.append(level)
    return [Strip(level.long, tuple(level.labels)) for level in levels]


def _off_one(long: float, roll: float) -> Iterator[float]:
    """Part a strip in as many parts as it takes, lapped, where it is longer than a roll."""
    if long <= roll + 0.5:
        yield min(long, roll)
        return
    parts = math.ceil((long - END_LAP_MM) / (roll - END_LAP_MM))
    for _ in range(parts):
        yield (long + END_LAP_MM * (parts - 1)) / parts
