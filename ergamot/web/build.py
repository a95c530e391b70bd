"""Build: the cut list, the cutting plan and the bill, on screen and as CSV."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.catalogue import pick
from ergamot.core.frame.shapes import shape_of
from ergamot.core.stock.fit import stock_fit
from ergamot.exchange.cut_list_csv import write_cut_list
from ergamot.exchange.price_table import write_prices
from ergamot.exchange.tables import MEDIA, Format
from ergamot.exchange.template_svg import write_template
from ergamot.operations.build import batch_bill, pen_bill
from ergamot.operations.pens import built, design_of
from ergamot.operations.places import place_record, read_place
from ergamot.operations.shops import own_prices
from ergamot.store.documents import PEN
from ergamot.web.bill_out import bill_out
from ergamot.web.files import answers_with, file_answer
from ergamot.web.long_work import takes_long
from ergamot.web.schemas.build import BatchIn, BillOut, BillQuery, CostOut, FitOut, FitQuery, JumpOut, SizeOut
from ergamot.web.schemas.figures import Words, words
from ergamot.web.unit_of_work import current_work

build_part = APIBlueprint("build", __name__, url_prefix="/api/pens")


@build_part.get("/<int:pen_id>/bill")
@build_part.input(BillQuery, location="query")
@build_part.output(BillOut)
@takes_long
def get_bill(pen_id: int, query_data: BillQuery) -> dict[str, Any]:
    """Everything it takes to build a pen."""
    work = current_work()
    record = work.kept(PEN, pen_id)
    batch = batch_bill(work, [(record, 1)], query_data.shed)
    farm = read_place(work, place_record(work))
    structure = built(work, design_of(work, record))
    return bill_out(batch, record.id, record.body.name, structure, farm.saw_guide_mm, farm.currency)


@build_part.get("/<int:pen_id>/cost")
@build_part.output(CostOut)
@takes_long
def get_cost(pen_id: int) -> CostOut:
    """What is to be paid for a pen: the total of its bill."""
    work = current_work()
    return CostOut(total=f"{pen_bill(work, work.kept(PEN, pen_id)).total:.2f}")


@build_part.get("/<int:pen_id>/sizes")
@build_part.input(FitQuery, location="query")
@build_part.output(FitOut)
@takes_long
def get_sizes(pen_id: int, query_data: FitQuery) -> FitOut:
    """What the pen would cost with one of its lengths half a metre shorter to half a metre longer, all bought."""
    work = current_work()
    design = design_of(work, work.kept(PEN, pen_id))
    lengths = {one.name: one for one in shape_of(design.shape).parameters if one.kind == "length"}
    pick(lengths, query_data.parameter, "parameter")
    found = stock_fit(work.catalogue, design, query_data.parameter, prices=own_prices(work))
    return FitOut(
        parameter=query_data.parameter,
        now=float(design.values[query_data.parameter]),
        sizes=[
            SizeOut(
                mm=one.mm,
                said=words(one.mm, "mm"),
                cost=f"{one.cost:.2f}",
                waste=round(one.waste, 4),
                bays=one.bays,
            )
            for one in found.sizes
        ],
        jumps=[
            JumpOut(
                mm=one.mm,
                said=words(one.mm, "about"),
                more=f"{one.more:+.2f}",
                why=[Words.model_validate(why) for why in one.why],
            )
            for one in found.jumps
        ],
    )


@build_part.post("/batch/bill")
@build_part.input(BatchIn)
@build_part.output(BillOut)
@takes_long
def post_batch(json_data: BatchIn) -> dict[str, Any]:
    """Everything it takes to build several pens at once: one plan, one list. Nothing is kept."""
    work = current_work()
    pens = [(work.kept(PEN, one.pen), one.times) for one in json_data.pens]
    batch = batch_bill(work, pens)
    farm = read_place(work, place_record(work))
    name = ", ".join(f"{times} × {record.body.name}" for record, times in pens)
    return bill_out(batch, 0, name, None, farm.saw_guide_mm, farm.currency)


def _prices(pen_id: int, kind: Format) -> Response:
    work = current_work()
    body = write_prices(pen_bill(work, work.kept(PEN, pen_id)).lines, {}, kind)
    return file_answer(body, MEDIA[kind], f"prices-{pen_id}.{kind}")


@build_part.get("/<int:pen_id>/prices.csv")
@build_part.doc(responses={200: "The shopping list as CSV, to be filled in with a shop's prices"})
@takes_long
@answers_with(MEDIA["csv"])
def get_prices_csv(pen_id: int) -> Response:
    """The shopping list as CSV without prices, for a shop to fill in."""
    return _prices(pen_id, "csv")


@build_part.get("/<int:pen_id>/prices.xlsx")
@build_part.doc(responses={200: "The shopping list as XLSX, to be filled in with a shop's prices"})
@takes_long
@answers_with(MEDIA["xlsx"])
def get_prices_xlsx(pen_id: int) -> Response:
    """The shopping list as a spreadsheet without prices, for a shop to fill in."""
    return _prices(pen_id, "xlsx")


@build_part.get("/<int:pen_id>/end-template.svg")
@build_part.doc(responses={200: "The end of a hoop at full size"})
@answers_with("image/svg+xml")
def get_template(pen_id: int) -> Response:
    """The end arch of a hoop at full size, to print at 100 % and lay the pieces on."""
    work = current_work()
    record = work.kept(PEN, pen_id)
    text = write_template(built(work, design_of(work, record)), record.body.name)
    return file_answer(text, "image/svg+xml", f"end-template-{pen_id}.svg")


@build_part.get("/<int:pen_id>/cut-list.csv")
@build_part.doc(responses={200: "The cut list as CSV"})
@takes_long
@answers_with("text/csv")
def get_cut_list(pen_id: int) -> Response:
    """The cut list and shopping list as CSV."""
    work = current_work()
    text = write_cut_list(pen_bill(work, work.kept(PEN, pen_id)), work.catalogue)
    return file_answer(text, "text/csv", f"cut-list-{pen_id}.csv")
