"""One bill for the same pens, shed and prices: kept when it is found, looked for again while nobody waits, the same on every screen
and in the book."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from decimal import Decimal
from functools import partial

from pydantic import TypeAdapter

from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.tables import OwnRows, merged
from ergamot.core.frame.parameters import Value
from ergamot.core.shed import Thing
from ergamot.core.stock.bill import Bill, Wanted, bill_of_several
from ergamot.core.stock.effort import BILL
from ergamot.operations.pens import framed
from ergamot.operations.program import mark_of_the_program
from ergamot.operations.work import Work
from ergamot.store.bills import NewBill, better_bill, find_bill, keep_bill, take_bill

LONGER = 5 * BILL  # steps, for who looks while nobody waits; more is hardly ever cheaper; may move

_Design = tuple[str, tuple[tuple[str, Value], ...], int]


@dataclass(frozen=True)
class AskedBill:
    """The inputs of a bill: shapes with their values and how many of each, a farm's own rows, things of the shed by
    number, whether boards are ripped, how many pieces of each label are cut already, prices by what a line is known by."""

    designs: tuple[_Design, ...]
    own: OwnRows
    things: tuple[tuple[int, Thing], ...] = ()
    rips: bool = False
    cut: tuple[tuple[str, int], ...] = ()
    prices: tuple[tuple[str, Decimal], ...] = ()


_ASKED, _BILL = TypeAdapter(AskedBill), TypeAdapter(Bill)


@dataclass(frozen=True)
class Bettering:
    """A kept bill that is looked for again with more effort."""

    basis: str
    asked: AskedBill


def kept_bill(work: Work, asked: AskedBill) -> Bill:
    """Return the bill of what is asked: the one kept, or one worked out and kept from now on."""
    told = _ASKED.dump_json(asked).decode()
    basis = _basis(told)
    kept = find_bill(work.session, basis)
    if kept is not None:
        return _BILL.validate_json(kept)
    bill = worked_bill(merged(asked.own), asked, BILL)
    new = NewBill(
        work.farm_id, basis, told, _told(bill), bill.total, LONGER if bill.proven else BILL, work.now
    )
    work.later.append(partial(keep_bill, bill=new))
    return bill


def worked_bill(catalogue: Catalogue, asked: AskedBill, steps: int) -> Bill:
    """Work a bill out, with so many steps for its cutting plans."""
    wanted = [Wanted(framed(shape, values, asked.own), times) for shape, values, times in asked.designs]
    return bill_of_several(
        wanted, catalogue, steps, dict(asked.things), asked.rips, dict(asked.cut), prices=dict(asked.prices)
    )


def longer_bill(catalogue: Catalogue, asked: AskedBill) -> Bill:
    """Work a bill out with the effort there is for it while nobody waits."""
    return worked_bill(catalogue, asked, LONGER)


def next_to_better(work: Work) -> Bettering | None:
    """Take the kept bill that has waited longest to be looked for again; None where there is none. One of another version of the
    program is passed over: nobody asks for it any more."""
    row = take_bill(work.session, LONGER, work.now)
    if row is None or row.basis != _basis(row.asked):
        return None
    return Bettering(row.basis, _ASKED.validate_json(row.asked))


def keep_better(work: Work, basis: str, bill: Bill) -> bool:
    """Keep a bill in the place of a dearer one; return whether it was dearer."""
    return better_bill(work.session, basis, _told(bill), bill.total)


def _basis(asked: str) -> str:
    """Return what a bill is known by: its inputs as they are written, and this version of the program."""
    return hashlib.sha256(f"{mark_of_the_program()} {asked}".encode()).hexdigest()


def _told(bill: Bill) -> str:
    return _BILL.dump_json(bill).decode()
