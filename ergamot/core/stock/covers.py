"""What is cut out of sheets and off rolls: each rectangle by its label, on which sheet it lies and off which roll it comes."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from typing import NamedTuple

from ergamot.core.catalogue import Covering, Mesh, Sheet, WirePanel
from ergamot.core.catalogue.kinds import Stuff
from ergamot.core.frame.kinds import Covers, Duty
from ergamot.core.frame.structure import Panel, Structure
from ergamot.core.stock.at_hand import AtHand
from ergamot.core.stock.effort import Effort
from ergamot.core.stock.plate import Plate
from ergamot.core.stock.plates import PlatePlan, plan_plates
from ergamot.core.stock.rectangles import Rectangle
from ergamot.core.stock.rolls import Cut, roll_strips
from ergamot.core.stock.sticks import CuttingPlan, Want, plan_sticks

SHEET_FROM_M = 0.6  # a board narrower than this is laid board by board; judgement: siding and slats
FLOORS = frozenset(
    {Covers.CLADDING, Covers.PARTITION, Covers.INSERT}
)  # parts that are walked on where they lie level
LEVEL = 0.9  # of a normal that points up or down: what it belongs to is level; may move


@dataclass(frozen=True)
class CoverPiece:
    """Rectangles of one covering cut alike, mm: the longer side first, or of what is `grained` the side the grain runs along.
    `parts` say what they close, `held` how far along the grain a bearer lies under it: boards meet there."""

    label: str
    row: str
    parts: tuple[str, ...]
    long_mm: float
    wide_mm: float
    count: int
    refs: tuple[str, ...]
    grained: bool = False
    held: tuple[float, ...] = ()


@dataclass(frozen=True)
class RollPlan:
    """The strips of a mesh as they come off rolls of one width, mm. It is proven where no width of roll can cost less."""

    mesh: str
    wide_mm: float
    price: Decimal
    plan: CuttingPlan

    @property
    def metres(self) -> float:
        """Of roll, that is used."""
        return sum(long for bar in self.plan.bars for _, long in bar.cuts) / 1000


class _Size(NamedTuple):
    """By what pieces are alike."""

    row: str
    long_mm: float
    wide_mm: float
    grained: bool
    held: tuple[float, ...]


def cover_pieces(structure: Structure) -> tuple[CoverPiece, ...]:
    """Every rectangle to cut out of sheet, mesh, cloth or wire panel, like ones together.

    Args: structure.
    Returns: pieces labelled by their covering, the largest first.
    Source: the structure.

    >>> [one.label for one in cover_pieces(pen())][:2]
    ['Q1', 'Q2']
    """
    sized: dict[str, tuple[Covering, float, float, list[Panel]]] = {}
    for panel in structure.panels:
        if panel.covering is None:
            continue
        along, up = panel.cut_mm
        key = f"{panel.covering.key} {panel.piece}"
        known = sized.get(key)
        if panel.curved and known:
            sized[key] = (known[0], max(along, known[1]), known[2] + up, [*known[3], panel])
        else:
            sized[key if not known else f"{key} {panel.ref}"] = (panel.covering, along, up, [panel])
    alike: dict[_Size, list[Panel]] = {}
    counts: dict[_Size, int] = {}
    for row, a, b, panels in sized.values():
        grained = _grained(panels[0])
        long, wide = (a, b) if grained else (max(a, b), min(a, b))
        held = _bearers(structure, panels[0]) if grained else ()
        size = _Size(row.key, round(long, 1), round(wide, 1), grained, held)
        alike.setdefault(size, []).extend(panels)
        counts[size] = counts.get(size, 0) + 1
    ordered = sorted(alike, key=lambda one: (one.row, -one.long_mm * one.wide_mm))
    return tuple(
        CoverPiece(
            f"Q{i}",
            size.row,
            tuple(dict.fromkeys(panel.role for panel in alike[size])),
            size.long_mm,
            size.wide_mm,
            counts[size],
            tuple(panel.ref for panel in alike[size]),
            size.grained,
            size.held,
        )
        for i, size in enumerate(ordered, start=1)
    )


def _grained(panel: Panel) -> bool:
    """Is it a board floor? Its grain runs along the pen, over bearers that lie across it. Walls and leaves may lie either way: wall
    sheathing is rated alike both ways, and a leaf's frame holds it at every edge (APA Engineered Wood Construction Guide)."""
    level = abs(panel.normal[2]) > LEVEL
    return level and panel.part in FLOORS and isinstance(panel.covering, Sheet) and is_plate(panel.covering)


def _bearers(structure: Structure, floor: Panel) -> tuple[float, ...]:
    """How far along a floor the middle of each bearer under it lies, mm."""
    xs = [x for x, _, _ in floor.corners]
    under = {one.centre[0] for one in structure.members if one.duty is Duty.BEARER}
    return tuple(sorted(round(x - min(xs), 1) for x in under if min(xs) < x < max(xs)))


def is_plate(row: Sheet) -> bool:
    """Is a board a sheet that pieces are cut out of, not siding laid board by board?

    Args: row, of the catalogue.
    Returns: whether it is.
    Source: common practice.

    >>> is_plate(c.sheets["ply-12"]), is_plate(c.sheets["steel-29"])
    (True, False)
    """
    return row.stuff is Stuff.BOARD and row.cover_width_m >= SHEET_FROM_M


def plate_plan(row: Sheet, pieces: Sequence[CoverPiece], hand: AtHand, effort: Effort) -> PlatePlan:
    """How the pieces of a board come out of sheets, those in hand among them.

    Args: row; pieces, of it; hand, what of the shed may be used: what is taken is noted; effort, what may be spent.
    Returns: the PlatePlan.
    Raises: OutOfRange.
    Source: `plates`.

    >>> plate_plan(c.sheets["ply-12"], [CoverPiece("Q1", "ply-12", ("floor",), 1200.0, 600.0, 5, ())], AtHand(), Effort(1e6)).cost
    Decimal('76.00')
    """
    wide = 1000 * row.cover_width_m
    sold = [Plate(1000 * long, wide, price) for long, price in zip(row.lengths_m, row.price, strict=True)]
    largest = max(sold, key=lambda one: one.long_mm)
    in_hand = hand.plates(row.key)
    tried: list[tuple[list[Rectangle], PlatePlan]] = []
    for whole_first in (False, True):
        asked = [
            Rectangle(one.label, long, across, turns=not one.grained)
            for one in pieces
            for long, across in _within(one, largest, whole_first) * one.count
        ]
        if not tried or asked != tried[0][0]:
            tried.append(
                (asked, plan_plates(asked, [*sold, *in_hand], effort=effort.share(1.0 if tried else 0.5)))
            )
    made = min((plan for _, plan in tried), key=lambda plan: plan.cost)
    for cut in made.plates:
        if cut.plate.thing:
            hand.take(cut.plate.thing, 1)
    return made


def _within(one: CoverPiece, largest: Plate, whole_first: bool) -> list[tuple[float, float]]:
    """A piece in as few parts as come out of the largest sheet: alike ones, or whole sheets and what is left beside them."""
    ways = [
        (largest.long_mm, largest.wide_mm),
        *([] if one.grained else [(largest.wide_mm, largest.long_mm)]),
    ]
    found = [
        [
            (a, b)
            for a in _parts(one.long_mm, along, whole_first, one.held)
            for b in _parts(one.wide_mm, across, whole_first)
        ]
        for along, across in ways
    ]
    return min(found, key=len)


def _parts(side: float, most: float, whole_first: bool, held: tuple[float, ...] = ()) -> list[float]:
    """A side in parts no longer than a sheet's: alike, or whole sheets first; over bearers, each as far as the last it reaches."""
    parts = max(1, math.ceil(side / most - 1e-3))
    if parts > 1 and held:
        found, at = [], 0.0
        while side - at > most:
            reached = max((one for one in held if at < one <= at + most), default=at + most)
            found.append(reached - at)
            at = reached
        return [*found, side - at]
    if not whole_first:
        return [min(most, side / parts)] * parts
    return [most] * (parts - 1) + [min(most, side - (parts - 1) * most)]


def roll_plan(row: Mesh, pieces: Sequence[CoverPiece], hand: AtHand, effort: Effort) -> RollPlan:
    """How the strips of a mesh come off rolls, of the width that costs least; part rolls in hand first.

    Args: row; pieces, of it; hand, what of the shed may be used: what is taken is noted; effort, what may be spent.
    Returns: the RollPlan.
    Raises: OutOfRange.
    Source: `rolls` for the strips, `sticks` for the strips on rolls.

    >>> made = roll_plan(c.meshes["hex-25"], [CoverPiece("Q1", "hex-25", ("side",), 3000.0, 600.0, 4, ())], AtHand(), Effort(1e6))
    >>> made.wide_mm, len(made.plan.bars)
    (610.0, 1)
    """
    widths = len(row.roll_width_mm)
    tried = [_off_rolls(row, i, pieces, hand, effort.share(1 / (widths - i))) for i in range(widths)]
    best = min(tried, key=lambda one: (one.plan.cost, one.metres))
    bound = min(one.plan.bound for one in tried)
    best = replace(best, plan=replace(best.plan, bound=bound, proven=best.plan.cost <= bound))
    for bar in best.plan.bars:
        if bar.thing:
            hand.take(bar.thing, 1)
    return best


def _off_rolls(row: Mesh, i: int, pieces: Sequence[CoverPiece], hand: AtHand, effort: Effort) -> RollPlan:
    wide, roll = row.roll_width_mm[i], 1000 * row.roll_length_m
    cuts = [Cut(one.label, one.long_mm, one.wide_mm, one.count) for one in pieces]
    together = Counter((one.label, round(one.long_mm, 1)) for one in roll_strips(cuts, wide, roll))
    plan = plan_sticks(
        [Want(label, long, count) for (label, long), count in together.items()],
        [(roll, row.price[i])],
        kerf_mm=0.0,
        trim_mm=0.0,
        effort=effort,
        in_hand=hand.rolls(row.key, wide),
    )
    return RollPlan(row.key, wide, row.price[i], plan)


def of_kind(pieces: Sequence[CoverPiece], row: Sheet | Mesh | WirePanel) -> list[CoverPiece]:
    """The pieces of one covering.

    Args: pieces; row.
    Returns: those of it.
    Source: the catalogue.

    >>> of_kind((), c.meshes["hex-25"])
    []
    """
    return [one for one in pieces if one.row == row.key]


def several(pieces: Sequence[CoverPiece], letter: str, times: int) -> tuple[CoverPiece, ...]:
    """The pieces of so many pens alike, each label with the pen's letter before it.

    Args: pieces; letter, "" for a pen by itself; times, 1 or more.
    Returns: pieces.
    Source: common practice.

    >>> several([CoverPiece("Q1", "hex-25", (), 1.0, 1.0, 2, ())], "B", 3)[0].count
    6
    """
    return tuple(replace(one, label=f"{letter}{one.label}", count=one.count * times) for one in pieces)
