"""What it takes to build a pen: pieces, cutting plan and bill."""

from __future__ import annotations

from functools import lru_cache

from ergamot.core.catalogue.tables import OwnRows, merged
from ergamot.core.frame.parameters import Value
from ergamot.core.stock.bill import Bill, bill_of
from ergamot.operations.pens import design_of, framed
from ergamot.operations.work import Work
from ergamot.store.records import Record


@lru_cache(maxsize=64)
def _bill(shape: str, values: tuple[tuple[str, Value], ...], own: OwnRows) -> Bill:
    """Bills are the same for the same values, and a cutting plan takes a while: keep the last few."""
    catalogue = merged(own)
    return bill_of(framed(shape, values, own), catalogue)


def pen_bill(work: Work, record: Record) -> Bill:
    """The bill of a pen as kept."""
    design = design_of(work, record)
    return _bill(design.shape, tuple(design.values.items()), work.own_rows)
