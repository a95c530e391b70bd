"""What it takes to build a pen, or several: pieces, cutting plans and bill, from what is in hand and what is bought."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal

from ergamot.core.catalogue.kinds import Tool
from ergamot.core.errors import OutOfRange
from ergamot.core.shed import Thing
from ergamot.core.stock.bill import Bill
from ergamot.core.stock.money import Money, money_of
from ergamot.operations.bills import AskedBill, kept_bill
from ergamot.operations.flocks import flock_of
from ergamot.operations.making import survives_of
from ergamot.operations.pens import design_of
from ergamot.operations.places import place_record, read_place
from ergamot.operations.shed import things_for
from ergamot.operations.shops import own_prices
from ergamot.operations.work import Work
from ergamot.store.documents import FLOCK, PenBody
from ergamot.store.records import Record

MOST_PENS = 24  # in one batch; the letters of their labels


@dataclass(frozen=True)
class Batch:
    """A bill of one pen or several: whose it is, what of the shed it was made with, what it would cost all bought, and its money."""

    bill: Bill
    things: Mapping[int, Thing]
    all_bought: Decimal
    money: Money


def pen_bill(work: Work, record: Record[PenBody]) -> Bill:
    """The bill of a pen as kept, with what is in the shed and what is cut."""
    return batch_bill(work, [(record, 1)]).bill


def batch_bill(work: Work, pens: Sequence[tuple[Record[PenBody], int]], shed: bool = True) -> Batch:
    """The bill of several pens, so many of each, as one plan; of a single one, without the pieces that are cut already."""
    if not 1 <= len(pens) <= MOST_PENS or not 1 <= sum(times for _, times in pens) <= MOST_PENS:
        raise OutOfRange("pens", sum(times for _, times in pens), f"1 to {MOST_PENS} pens in a batch")
    designs = tuple(
        (design.shape, tuple(design.values.items()), times)
        for design, times in ((design_of(work, record), times) for record, times in pens)
    )
    farm = read_place(work, place_record(work))
    rips = Tool.TABLE_SAW in farm.tools
    things: dict[int, Thing] = things_for(work, [record.id for record, _ in pens]) if shed else {}
    cut: Mapping[str, int] = {}
    if shed and len(pens) == 1 and pens[0][1] == 1:
        found = survives_of(work, pens[0][0])
        cut, things = found.cut, {**found.things, **things}
    bought = AskedBill(designs, work.own_rows, prices=tuple(sorted(own_prices(work).items())))
    asked = replace(bought, things=tuple(things.items()), rips=rips, cut=tuple(sorted(cut.items())))
    bill = kept_bill(work, asked)
    whole = kept_bill(work, bought) if bill.taken or cut else bill
    birds = sum(
        flock_of(work, work.kept(FLOCK, record.body.flock_id)).placed * times for record, times in pens
    )
    return Batch(bill, things, whole.total, money_of(bill.lines, work.catalogue, birds))
