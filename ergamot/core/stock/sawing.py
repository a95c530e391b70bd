"""How to stand at the saw: all square cuts first, then each angle; where a board is marked; where the guide is clamped."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ergamot.core.stock.cut_list import Piece
from ergamot.core.stock.sticks import Bar

LEAST_JIG = 8  # so many alike are worth a stop block or a jig; judgement


@dataclass(frozen=True)
class Setting:
    """One setting of the saw, degrees off square, and how many ends of each label are sawn at it."""

    angle_deg: float
    ends: tuple[tuple[str, int], ...]


def settings(pieces: Sequence[Piece]) -> tuple[Setting, ...]:
    """The settings of the saw a cut list asks for, square first, then from the flattest angle on.

    Args: pieces, of a cut list.
    Returns: Settings; two ends of every stick are in one of them.
    Source: common practice.

    >>> from ergamot.core.stock.cut_list import cut_list
    >>> [one.angle_deg for one in settings(cut_list(pen()))]
    [0.0, 43.5, 45.0]
    """
    found: dict[float, dict[str, int]] = {}
    for piece in pieces:
        for angle in piece.angles_deg:
            ends = found.setdefault(angle, {})
            ends[piece.label] = ends.get(piece.label, 0) + piece.count
    return tuple(Setting(angle, tuple(found[angle].items())) for angle in sorted(found))


def marks(bar: Bar, kerf_mm: float, trim_mm: float) -> tuple[float, ...]:
    """Where along a board each piece ends, from the end it is squared off at.

    Args: bar; kerf_mm, 0 to 10; trim_mm lost at its ends, 0 to 50.
    Returns: mm for each piece, rising; half the trim is squared off before the first, what is not sound with it; nothing of
        a board that is hardly longer than its one piece.
    Source: arithmetic.

    >>> from decimal import Decimal
    >>> marks(Bar(2438.0, Decimal(3), (("a", 1000.0), ("b", 500.0)), 927.0), 3.0, 5.0)
    (1002.5, 1505.5)
    """
    whole = len(bar.cuts) == 1 and bar.stock_mm - bar.lost_mm - bar.cuts[0][1] < trim_mm
    at = bar.lost_mm / 2 + (0.0 if whole else trim_mm / 2)
    found = []
    for (_, length), lap in zip(bar.cuts, bar.laps or (0.0,) * len(bar.cuts), strict=True):
        at += length - lap
        found.append(round(at, 1))
        at += kerf_mm
    return tuple(found)


@dataclass(frozen=True)
class Jig:
    """Something worth making before many like pieces: for which label, how many there are, and whether they have an angle."""

    label: str
    count: int
    angled: bool


def jigs(pieces: Sequence[Piece]) -> tuple[Jig, ...]:
    """Which pieces are worth a stop block, or a jig where they have an angle.

    Args: pieces, of one pen or of several at once.
    Returns: Jigs, the most of a kind first.
    Source: common practice.

    >>> jigs(())
    ()
    """
    many = [one for one in pieces if one.count >= LEAST_JIG]
    return tuple(
        Jig(one.label, one.count, any(angle > 0 for angle in one.angles_deg))
        for one in sorted(many, key=lambda one: -one.count)
    )
