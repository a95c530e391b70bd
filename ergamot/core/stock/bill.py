"""The whole bill of one pen or several: what is cut, from what is in hand and what is bought, and what that costs."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal

from ergamot.core.catalogue import Catalogue, Mesh, Sheet
from ergamot.core.catalogue.kinds import Aisle
from ergamot.core.finding import phrase
from ergamot.core.frame.structure import Structure
from ergamot.core.shed import Sort, Thing
from ergamot.core.stock.at_hand import AtHand
from ergamot.core.stock.coverings import (
    Bought,
    mesh_lines,
    roll_pack,
    sheet_lines,
    sheet_pack,
    wire_panel_lines,
)
from ergamot.core.stock.covers import (
    CoverPiece,
    RollPlan,
    cover_pieces,
    is_plate,
    of_kind,
    plate_plan,
    roll_plan,
    several,
)
from ergamot.core.stock.cut_list import Piece, cut_list
from ergamot.core.stock.effort import BILL, effort_of
from ergamot.core.stock.linear import Ways
from ergamot.core.stock.paid import Prices, priced, priced_mesh, priced_sheet
from ergamot.core.stock.plates import PlatePlan
from ergamot.core.stock.stick_plans import board_lines, stick_plans
from ergamot.core.stock.sticks import CuttingPlan
from ergamot.core.stock.wares import stain_lines, ware_lines
from ergamot.core.units import Quantity

FOR_STICKS = 0.7  # of the effort, the rest and what is left of it to sheets and rolls; may move
LEAST_A_ROW = 30_000  # steps, however many there are; may move
LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ"


@dataclass(frozen=True)
class Taken:
    """What of one thing in the shed is used: how many, and what they are worth."""

    thing: int
    count: int
    worth: Decimal


@dataclass(frozen=True)
class Bill:
    """What to cut and what to buy. `plans` holds a cutting plan for each (section, species), `plates` and `rolls` those of
    boards and meshes; `taken` is what comes out of the shed."""

    pieces: tuple[Piece, ...]
    plans: tuple[tuple[str, str, CuttingPlan], ...]
    lines: tuple[Bought, ...]
    covers: tuple[CoverPiece, ...] = ()
    plates: tuple[tuple[str, PlatePlan], ...] = ()
    rolls: tuple[RollPlan, ...] = ()
    taken: tuple[Taken, ...] = ()

    @property
    def total(self) -> Decimal:
        """What is to be paid."""
        return sum((line.cost for line in self.lines), Decimal(0))

    @property
    def saved(self) -> Decimal:
        """How much more the longest first, each where it first fits, would cost in boards."""
        return sum((plan.by_first_fit - plan.cost for _, _, plan in self.plans), Decimal(0))

    @property
    def proven(self) -> bool:
        """Tell whether none of its plans could cost less."""
        sticks = [*(plan for _, _, plan in self.plans), *(roll.plan for roll in self.rolls)]
        return all(one.proven for one in sticks) and all(plan.proven for _, plan in self.plates)

    @property
    def worth(self) -> Decimal:
        """What is used of what was in hand is worth."""
        return sum((one.worth for one in self.taken), Decimal(0))


@dataclass(frozen=True)
class Wanted:
    """Pens to build: each structure, and how many of it."""

    structure: Structure
    times: int = 1


def bill_of(
    structure: Structure,
    catalogue: Catalogue,
    steps: float = BILL,
    things: Mapping[int, Thing] | None = None,
    rips: bool = False,
    cut: Mapping[str, int] | None = None,
    ways: Ways | None = None,
    prices: Prices | None = None,
) -> Bill:
    """Everything it takes to build a pen, priced.

    Args: structure; catalogue with example or own prices; steps of work for all its cutting plans together,
        1000 to 100 million; things in the shed that may be used, by number; rips, whether wide boards can be ripped lengthwise; cut, how
        many pieces of each label are cut already; ways, where many pens nearly alike are priced, those of the one before; prices the farm pays, by what a line is known by, over those of the catalogue.
    Returns: the Bill; its total is the sum of its lines.
    Raises: OutOfRange from the cutting plan.
    Source: prices in the catalogue.

    >>> bill = bill_of(pen(), c)
    >>> sum(line.cost for line in bill.lines) == bill.total
    True
    """
    return bill_of_several((Wanted(structure),), catalogue, steps, things, rips, cut, ways, prices)


def bill_of_several(
    wanted: Sequence[Wanted],
    catalogue: Catalogue,
    steps: float = BILL,
    things: Mapping[int, Thing] | None = None,
    rips: bool = False,
    cut: Mapping[str, int] | None = None,
    ways: Ways | None = None,
    prices: Prices | None = None,
) -> Bill:
    """Everything it takes to build several pens at once: one plan, one list.

    Args: wanted, one or more pens, whose labels begin with each pen's letter where there are several; catalogue; steps of
        work for all the cutting plans together, 1000 to 100 million; things, rips, cut, ways and prices as `bill_of` takes them.
    Returns: the Bill.
    Raises: OutOfRange from the cutting plan.
    Source: prices in the catalogue.

    >>> two = bill_of_several((Wanted(pen(), 2),), c)
    >>> sum(one.count for one in two.pieces) == 2 * len(pen().members)
    True
    """
    letters = [""] if len(wanted) == 1 else list(LETTERS[: len(wanted)])
    pieces = [
        replace(piece, label=f"{letter}{piece.label}", count=piece.count * one.times)
        for letter, one in zip(letters, wanted, strict=True)
        for piece in cut_list(one.structure)
    ]
    covers = [
        piece
        for letter, one in zip(letters, wanted, strict=True)
        for piece in several(cover_pieces(one.structure), letter, one.times)
    ]
    hand, paid = AtHand(things or {}, rips), prices or {}
    effort = effort_of(steps)
    plans = stick_plans(pieces, catalogue, hand, effort.share(FOR_STICKS), cut or {}, paid, ways)
    lines = [
        line for section, species, plan in plans for line in board_lines(catalogue, section, species, plan)
    ]
    kinds = _coverings(wanted)
    plates: list[tuple[str, PlatePlan]] = []
    rolls: list[RollPlan] = []
    for row in kinds:
        part = effort.share(1 / (len(kinds) - len(plates) - len(rolls))).at_least(LEAST_A_ROW)
        if isinstance(row, Sheet):
            plates.append((row.key, plate_plan(priced_sheet(row, paid), of_kind(covers, row), hand, part)))
        else:
            rolls.append(roll_plan(priced_mesh(row, paid), of_kind(covers, row), hand, part))
    lines += _cover_lines(wanted, kinds, plates, rolls, hand)
    lines += ware_lines([(item, one.times) for one in wanted for item in one.structure.hardware], hand)
    lines += stain_lines([one.structure for one in wanted for _ in range(one.times)], catalogue, hand)
    lines = [priced(line, paid) for line in lines]
    taken = tuple(
        Taken(number, count, hand.things[number].each * count) for number, count in sorted(hand.taken.items())
    )
    return Bill(
        tuple(pieces), tuple(plans), tuple(line for line in lines if line.packs), tuple(covers), tuple(plates),
        tuple(rolls), tuple(one for one in taken if one.count),
    )  # fmt: skip


def _coverings(wanted: Sequence[Wanted]) -> list[Sheet | Mesh]:
    """The boards and meshes of some pens that have a cutting plan of their own, in the order they come."""
    rows = dict.fromkeys(panel.covering for one in wanted for panel in one.structure.panels)
    return [row for row in rows if isinstance(row, Mesh) or (isinstance(row, Sheet) and is_plate(row))]


def _cover_lines(
    wanted: Sequence[Wanted],
    planned: Sequence[Sheet | Mesh],
    plates: Sequence[tuple[str, PlatePlan]],
    rolls: Sequence[RollPlan],
    hand: AtHand,
) -> list[Bought]:
    """What is bought of every covering: as its plan says where it has one, else by the whole sheet."""
    boards, meshes = dict(plates), {one.mesh: one for one in rolls}
    by_row = {row.label: row for row in planned}
    found: dict[tuple[str, str], Bought] = {}
    for one in wanted:
        for line in (
            *sheet_lines(one.structure),
            *mesh_lines(one.structure),
            *wire_panel_lines(one.structure),
        ):
            key = (line.what, line.pack.text("metric"))
            row = by_row.get(line.what)
            key = (line.what, "") if row else key
            before = found.get(key)
            packs = line.packs * one.times + (before.packs if before else 0)
            found[key] = replace(before or line, packs=packs, cost=line.each * packs)
    lines: list[Bought] = []
    for line in found.values():
        row = by_row.get(line.what)
        if row is not None and row.key in boards:
            lines += _plate_lines(row.label, row.key, line, boards[row.key])
        elif row is not None:
            lines.append(_roll_line(row.label, line, meshes[row.key]))
        else:
            sort = Sort.PANEL if line.aisle is Aisle.MESH else Sort.SHEET
            got = hand.counted(sort, line.row, line.packs)
            lines.append(replace(line, packs=line.packs - got, cost=line.each * (line.packs - got)))
    return lines


def _plate_lines(what: str, row: str, line: Bought, plan: PlatePlan) -> list[Bought]:
    sizes = Counter(one.plate for one in plan.bought)
    return [
        replace(
            line,
            what=what,
            packs=count,
            pack=sheet_pack(plate.wide_mm, plate.long_mm),
            each=plate.price,
            cost=plate.price * count,
            left=line.left if len(sizes) == 1 and count == 1 and not plan.plates[1:] else None,
            size_mm=(plate.long_mm, plate.wide_mm),
            row=row,
        )
        for plate, count in sizes.items()
    ]


def _roll_line(what: str, line: Bought, plan: RollPlan) -> Bought:
    bought = plan.plan.bought
    mm = bought[0].stock_mm if bought else 0.0
    alone = len(plan.plan.bars) == len(bought) == line.packs
    return replace(
        line,
        what=what,
        used=phrase("{long} of roll", long=Quantity(round(plan.metres, 1), "m")),
        packs=len(bought),
        pack=roll_pack(plan.wide_mm, mm / 1000),
        each=plan.price,
        cost=plan.price * len(bought),
        left=line.left if alone else None,
        size_mm=(mm, plan.wide_mm),
        row=plan.mesh,
    )
