"""What of the pieces cut for an earlier design still serves: as it is, or cut again."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal

from ergamot.core.errors import require_range
from ergamot.core.shed import LEAST_OFFCUT_MM, Sort, Thing
from ergamot.core.stock.cut_list import Piece

SAME_MM = 1.0  # of length, two sticks are cut alike; judgement: less than a pencil line and a saw cut
SAME_DEG = 0.5  # a saw is set no nearer


@dataclass(frozen=True)
class CutPiece:
    """Sticks that were cut: of what, how long to the long point, mm, at which angles, under which label, how many."""

    section: str
    species: str
    length_mm: float
    angles_deg: tuple[float, float]
    label: str
    count: int


@dataclass(frozen=True)
class Survives:
    """How many of each label of the design as it is are cut, and the cut pieces that fit nowhere in it, as sticks that can be cut
    again (by number below 0)."""

    cut: Mapping[str, int]
    spare: Mapping[int, CutPiece]

    @property
    def things(self) -> dict[int, Thing]:
        """The spare pieces as sticks in hand, worth nothing: their ends are sawn afresh."""
        return {
            number: Thing(Sort.STICK, one.section, one.count, one.species, one.length_mm, each=Decimal(0))
            for number, one in self.spare.items()
            if one.length_mm >= LEAST_OFFCUT_MM
        }


def of_piece(piece: Piece, count: int) -> CutPiece:
    """Some of a piece of the cut list, as cut.

    Args: piece; count, 1 or more and no more than the pen has of it.
    Returns: the CutPiece.
    Raises: OutOfRange.
    Source: the cut list.

    >>> from ergamot.core.stock.cut_list import cut_list
    >>> of_piece(cut_list(pen())[0], 1).label
    'A1'
    """
    require_range("count", count, 1, piece.count, f"of {piece.label}")
    return CutPiece(piece.section, piece.species, piece.length_mm, piece.angles_deg, piece.label, count)


def fewer(cut: Sequence[CutPiece], like: CutPiece, count: int) -> list[CutPiece]:
    """The cut pieces without so many that are sawn as one is, those of its own label first.

    Args: cut, pieces cut so far; like, a piece; count, how many go, 0 or more.
    Returns: the others.
    Source: common practice.

    >>> one = CutPiece("2x3", "spf", 600.0, (0.0, 0.0), "A1", 3)
    >>> [left.count for left in fewer([one], one, 2)]
    [1]
    """
    alike = sorted(
        (i for i, one in enumerate(cut) if _same(one, like)), key=lambda i: cut[i].label != like.label
    )
    gone: Counter[int] = Counter()
    for i in alike:
        gone[i] = min(cut[i].count, count - gone.total())
    return [replace(one, count=one.count - gone[i]) for i, one in enumerate(cut) if one.count > gone[i]]


def surviving(cut: Sequence[CutPiece], pieces: Sequence[Piece]) -> Survives:
    """Which pieces that were cut fit the design as it is.

    Args: cut, pieces cut so far; pieces, the cut list as it is now.
    Returns: the Survives: same section, timber and angles, and as long within a millimetre, whatever the label is now.
    Source: common practice.

    >>> from ergamot.core.stock.cut_list import cut_list
    >>> pieces = cut_list(pen())
    >>> surviving([of_piece(pieces[0], 1)], pieces).cut == {pieces[0].label: 1}
    True
    """
    wanted = Counter({one.label: one.count for one in pieces})
    done: Counter[str] = Counter()
    spare: dict[int, CutPiece] = {}
    for number, one in enumerate(sorted(cut, key=_own_label_first(pieces)), start=1):
        left = one.count
        alike = sorted(
            (piece for piece in pieces if _same(one, piece)), key=lambda piece: piece.label != one.label
        )
        for piece in alike:
            fits = min(left, wanted[piece.label] - done[piece.label])
            done[piece.label] += fits
            left -= fits
        if left:
            spare[-number] = replace(one, count=left)
    return Survives({label: count for label, count in done.items() if count}, spare)


def _own_label_first(pieces: Sequence[Piece]) -> Callable[[CutPiece], tuple[bool, str]]:
    labels = {one.label: one for one in pieces}

    def key(one: CutPiece) -> tuple[bool, str]:
        piece = labels.get(one.label)
        return (piece is None or not _same(one, piece), one.label)

    return key


def _same(one: CutPiece, piece: CutPiece | Piece) -> bool:
    """Are two sawn alike, whatever they are called?"""
    return (
        (one.section, one.species) == (piece.section, piece.species)
        and abs(one.length_mm - piece.length_mm) <= SAME_MM
        and all(
            abs(a - b) < SAME_DEG
            for a, b in zip(sorted(one.angles_deg), sorted(piece.angles_deg), strict=True)
        )
    )
