"""What it takes to build a pen: pieces, cutting plan and bill."""

from __future__ import annotations

from functools import lru_cache

from ergamot.core.catalogue.tables import OwnRows, merged
from ergamot.core.frame.parameters import Value
from ergamot.core.stock.bill import Bill, bill_of
from ergamot.core.stock.sticks import TIME_LIMIT_S
from ergamot.operations.pens import design_of, framed
from ergamot.operations.work import Work
from ergamot.store.records import Record


@lru_cache(maxsize=64)
def _bill(shape: str, values: tuple[tuple[str, Value], ...], own: OwnRows, seconds: float) -> Bill:
    """Bills are the same for the same values, and a cutting plan takes a while: keep the last few."""
    catalogue = merged(own)
    return bill_of(framed(shape, values, own), catalogue, seconds)


def pen_bill(work: Work, record: Record, seconds: float = TIME_LIMIT_S) -> Bill:
    """The bill of a pen as kept, its cutting plan the best that is found in the time."""
    design = design_of(work, record)
    return _bill(design.shape, tuple(design.values.items()), work.own_rows, seconds)
