"""Build: the cut list, the cutting plan and the bill, on screen and as CSV."""

from __future__ import annotations

from collections import Counter
from typing import Any

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.catalogue.kinds import Aisle
from ergamot.core.drawing.lists import Bent, Door, Lapped, bent_tubes, doors, lapped, side_of
from ergamot.core.drawing.offsets import offset_table
from ergamot.core.drawing.pipes import PipeParts, pipe_parts
from ergamot.core.drawing.welds import WeldMap, weld_map
from ergamot.core.stock.bill import Bill
from ergamot.core.stock.sticks import Bar, CuttingPlan
from ergamot.exchange.cut_list_csv import write_cut_list
from ergamot.exchange.template_svg import write_template
from ergamot.operations.build import pen_bill
from ergamot.operations.pens import built, design_of
from ergamot.web.files import answers_with, file_answer
from ergamot.web.long_work import takes_long
from ergamot.web.schemas.build import (
    AlikeWeldsOut,
    BarCutOut,
    BarOut,
    BendOut,
    BentOut,
    BillOut,
    BillQuery,
    BoughtOut,
    DoorOut,
    LappedOut,
    NotchOut,
    OffsetOut,
    PieceOut,
    PipeFittingOut,
    PipeOut,
    PipePartsOut,
    PlanOut,
    WeldMapOut,
    WeldOut,
)
from ergamot.web.schemas.figures import Words, words
from ergamot.web.unit_of_work import current_work

NUMBER_MM = 90.0  # of a weld's number from the weld, on the drawing

build_part = APIBlueprint("build", __name__, url_prefix="/api/pens")


@build_part.get("/<int:pen_id>/bill")
@build_part.input(BillQuery, location="query")
@build_part.output(BillOut)
@takes_long
def get_bill(pen_id: int, query_data: BillQuery) -> dict[str, Any]:
    """Everything it takes to build a pen."""
    work = current_work()
    record = work.kept("pen", pen_id)
    bill = pen_bill(work, record, query_data.seconds)
    structure = built(work, design_of(work, record))
    offsets = offset_table(structure)
    return {
        "pen_id": record.id,
        "pen_name": record.body["name"],
        "pieces": _pieces(bill),
        "plans": [_plan(section, species, plan) for section, species, plan in bill.plans],
        "lines": [
            BoughtOut(
                what=line.what,
                aisle=line.aisle.value,
                used=Words.model_validate(line.used),
                left=None if line.left is None else Words.model_validate(line.left),
                packs=line.packs,
                pack=Words.model_validate(line.pack),
                each=f"{line.each:.2f}",
                cost=f"{line.cost:.2f}",
            )
            for line in bill.lines
        ],
        "aisles": [aisle.value for aisle in Aisle],
        "total": f"{bill.total:.2f}",
        "bent": [_bent(one) for one in bent_tubes(structure)],
        "doors": [_door(one) for one in doors(structure)],
        "lapped": [_lapped(one) for one in lapped(structure)],
        "welds": _welds(weld_map(structure)),
        "pipes": _pipes(pipe_parts(structure)),
        "offsets": [OffsetOut(out=words(out, "mm"), up=words(up, "mm")) for out, up in offsets],
    }


def _bent(one: Bent) -> BentOut:
    return BentOut(
        label=one.label,
        count=one.count,
        tube=one.tube,
        length=words(one.length_mm, "mm"),
        radius=words(one.bends[0].radius_mm, "mm"),
        bends=[
            BendOut(
                mark=words(bend.mark_mm, "mm"),
                start=words(bend.start_mm, "mm"),
                turn_deg=round(bend.turn_deg, 1),
            )
            for bend in one.bends
        ],
    )


def _lapped(one: Lapped) -> LappedOut:
    return LappedOut(
        label=one.label,
        role=one.role,
        count=one.count,
        length=words(one.length_mm, "mm"),
        notches=[
            NotchOut(
                start=words(notch.run[0], "mm"),
                end=words(notch.run[1], "mm"),
                deep=words(notch.deep_mm, "mm"),
                upper=notch.upper,
            )
            for notch in one.notches
            if notch.run
        ],
        outline=[[round(u, 1), round(v, 1)] for u, v in side_of(one)],
    )


def _welds(found: WeldMap) -> WeldMapOut:
    return WeldMapOut(
        outlines=[[[round(x, 1), round(y, 1)] for x, y in outline] for outline in found.outlines],
        welds=[
            WeldOut(
                number=one.number,
                joins=list(one.joins),
                along=words(one.place[0], "mm"),
                across=words(one.place[1] - found.right_mm, "mm"),
                bead=words(one.bead_mm, "mm"),
                seat=one.seat,
                at=[round(part, 1) for part in one.place],
                number_at=[round(part, 1) for part in found.beside(one, NUMBER_MM)],
            )
            for one in found.welds
        ],
        body=[
            AlikeWeldsOut(
                joins=list(one.joins),
                count=one.count,
                bead=words(one.bead_mm, "mm") if one.bead_mm else None,
            )
            for one in found.body
        ],
        bead=words(found.bead_mm, "mm"),
        fillet=words(found.fillet_mm, "mm"),
    )


def _pipes(parts: PipeParts) -> PipePartsOut:
    return PipePartsOut(
        pipes=[
            PipeOut(
                label=one.label,
                role=one.role,
                count=one.count,
                cut=words(one.cut_mm, "mm"),
                apart=words(one.apart_mm, "mm"),
            )
            for one in parts.pipes
        ],
        fittings=[
            PipeFittingOut(
                label=one.label,
                count=one.count,
                socket=words(one.socket_mm, "mm"),
                stop=words(one.stop_mm, "mm"),
            )
            for one in parts.fittings
        ],
        glued=parts.glued,
        pinned=parts.pinned,
    )


def _door(one: Door) -> DoorOut:
    wide, high = one.clear_mm
    return DoorOut(
        what=one.what,
        side=one.side,
        wide=words(wide, "mm"),
        high=words(high, "mm"),
        leaf_wide=words(one.leaf_mm[0], "mm"),
        leaf_high=words(one.leaf_mm[1], "mm"),
        foot=words(one.foot_mm, "mm"),
        made_of=one.made_of,
        closed_by=one.closed_by,
    )


def _pieces(bill: Bill) -> list[PieceOut]:
    catalogue = current_work().catalogue
    return [
        PieceOut(
            label=piece.label,
            role=piece.role,
            why=piece.why,
            section=catalogue.sections[piece.section].label,
            species=_timber(piece.species),
            count=piece.count,
            length_mm=piece.length_mm,
            length=words(piece.length_mm, "mm"),
            short=words(piece.short_mm, "mm"),
            angles_deg=piece.angles_deg,
            refs=list(piece.refs),
        )
        for piece in bill.pieces
    ]


def _timber(species: str) -> str:
    """What a stick is of; tube has no timber."""
    return current_work().catalogue.species[species].label if species else ""


def _plan(section: str, species: str, plan: CuttingPlan) -> PlanOut:
    catalogue = current_work().catalogue
    return PlanOut(
        section=catalogue.sections[section].label,
        species=_timber(species),
        bars=[_bar(bar, times) for bar, times in Counter(plan.bars).items()],
        boards=len(plan.bars),
        cost=f"{plan.cost:.2f}",
        bound=f"{plan.bound:.2f}",
        linear_bound=f"{plan.linear_bound:.2f}",
        gap=f"{plan.gap:.2f}",
        proven=plan.proven,
        kerf=words(plan.kerf_mm, "mm"),
        trim=words(plan.trim_mm, "mm"),
    )


def _bar(bar: Bar, times: int) -> BarOut:
    return BarOut(
        stock_mm=bar.stock_mm,
        stock=words(bar.stock_mm, "mm"),
        times=times,
        cuts=[
            BarCutOut(label=label, length_mm=length, text=words(length, "mm")) for label, length in bar.cuts
        ],
        offcut_mm=bar.offcut_mm,
        offcut=words(bar.offcut_mm, "mm"),
    )


@build_part.get("/<int:pen_id>/end-template.svg")
@build_part.doc(responses={200: "The end of a hoop at full size"})
@answers_with("image/svg+xml")
def get_template(pen_id: int) -> Response:
    """The end arch of a hoop at full size, to print at 100 % and lay the pieces on."""
    work = current_work()
    record = work.kept("pen", pen_id)
    text = write_template(built(work, design_of(work, record)), record.body["name"])
    return file_answer(text, "image/svg+xml", f"end-template-{pen_id}.svg")


@build_part.get("/<int:pen_id>/cut-list.csv")
@build_part.doc(responses={200: "The cut list as CSV"})
@takes_long
@answers_with("text/csv")
def get_cut_list(pen_id: int) -> Response:
    """The cut list and shopping list as CSV."""
    work = current_work()
    text = write_cut_list(pen_bill(work, work.kept("pen", pen_id)), work.catalogue)
    return file_answer(text, "text/csv", f"cut-list-{pen_id}.csv")
