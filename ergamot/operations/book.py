"""Everything the build book of a pen shows."""

from __future__ import annotations

from ergamot.core.drawing.growing import growing
from ergamot.core.farm.tools import TOOLS
from ergamot.core.frame.shapes import shape_of
from ergamot.core.gear.template import drill_template
from ergamot.core.making.sawn_ends import sawn_ends
from ergamot.core.shed.thing import told
from ergamot.exchange.book_pdf import Book
from ergamot.operations.build import batch_bill
from ergamot.operations.making import making_of
from ergamot.operations.pens import bench
from ergamot.operations.places import today_on
from ergamot.operations.shops import at_shops
from ergamot.operations.work import Work
from ergamot.store.documents import PenBody
from ergamot.store.records import Record


def book_of(work: Work, record: Record[PenBody]) -> Book:
    """The build book of a pen as it is."""
    shown, made = bench(work, record), making_of(work, record)
    batch = batch_bill(work, [(record, 1)])
    structure = shown.structure
    every = [one.ref for one in structure.members]
    every += [one.ref for one in structure.standing] + [one.ref for one in structure.hardware]
    return Book(
        name=shown.name,
        shape=shape_of(shown.design.shape).called(shown.design.values),
        flock=shown.flock_name,
        day=today_on(work),
        findings=shown.judged.findings,
        whole=growing(structure, every, ()),
        pictures={
            one.key: growing(structure, one.new, one.stands)
            for one in made.sheet.tasks
            if one.new or one.stands
        },
        sheet=made.sheet,
        bill=batch.bill,
        catalogue=work.catalogue,
        finish=made.finish,
        upkeep=made.upkeep,
        in_hand=[(one.count, told(work.catalogue, batch.things[one.thing])) for one in batch.bill.taken],
        shops=at_shops(work, batch.bill.lines),
        lacking=[TOOLS[tool] for tool in made.lacking],
        money=shown.farm.currency,
        guide_mm=shown.farm.saw_guide_mm,
        template=drill_template(structure, work.catalogue) if structure.levers else None,
        sawn=sawn_ends(structure),
    )
