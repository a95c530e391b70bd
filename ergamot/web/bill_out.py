"""A bill as it is sent: pieces, boards, sheets, rolls, what is bought and what is in hand, money."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from typing import Any

from ergamot.core.catalogue.kinds import Aisle
from ergamot.core.frame.structure import Structure
from ergamot.core.shed import Thing
from ergamot.core.shed.thing import told
from ergamot.core.stock.bill import Bill
from ergamot.core.stock.coverings import Bought
from ergamot.core.stock.covers import CoverPiece, RollPlan
from ergamot.core.stock.plate import CutPlate
from ergamot.core.stock.plates import PlatePlan
from ergamot.core.stock.sawing import jigs, marks, settings
from ergamot.core.stock.sticks import Bar, CuttingPlan
from ergamot.operations.build import Batch
from ergamot.operations.shops import at_shops
from ergamot.store.documents import THING
from ergamot.web.pen_parts_out import parts_out
from ergamot.web.schemas.build import (
    AisleSumOut,
    BarCutOut,
    BarOut,
    BoughtOut,
    CoverOut,
    EndsOut,
    JigOut,
    LaidOut,
    MoneyOut,
    PieceOut,
    PlanOut,
    PlateOut,
    PlatePlanOut,
    RollOut,
    SettingOut,
    ShopCostOut,
    TakenOut,
    WearsOut,
)
from ergamot.web.schemas.figures import Words, words
from ergamot.web.unit_of_work import current_work


def bill_out(
    batch: Batch, pen_id: int, pen_name: str, structure: Structure | None, guide_mm: float, currency: str
) -> dict[str, Any]:
    """A bill as it is sent; what is drawn of one pen only where there is its structure."""
    bill = batch.bill
    return {
        "pen_id": pen_id,
        "pen_name": pen_name,
        "currency": currency,
        "pieces": _pieces(bill),
        "covers": [_cover(one) for one in bill.covers],
        "plans": [_plan(section, species, plan, batch) for section, species, plan in bill.plans],
        "plates": [_plates(key, plan) for key, plan in bill.plates],
        "rolls": [_roll(one, batch) for one in bill.rolls],
        "lines": [_line(line) for line in bill.lines],
        "aisles": [aisle.value for aisle in Aisle],
        "total": f"{bill.total:.2f}",
        "taken": [_taken(batch, one.thing, one.count, f"{one.worth:.2f}") for one in bill.taken],
        "worth": f"{bill.worth:.2f}",
        "all_bought": f"{batch.all_bought:.2f}",
        "by_first_fit": f"{bill.saved:.2f}",
        "money": _money(batch),
        "shops": _shops(bill.lines),
        "settings": [
            SettingOut(
                angle_deg=one.angle_deg, ends=[EndsOut(label=label, count=count) for label, count in one.ends]
            )
            for one in settings(bill.pieces)
        ],
        "guide": words(guide_mm, "mm"),
        "jigs": [JigOut(label=one.label, count=one.count, angled=one.angled) for one in jigs(bill.pieces)],
        **parts_out(structure),
    }


def _line(line: Bought) -> BoughtOut:
    return BoughtOut(
        what=line.what,
        aisle=line.aisle.value,
        used=Words.model_validate(line.used),
        left=None if line.left is None else Words.model_validate(line.left),
        packs=line.packs,
        pack=Words.model_validate(line.pack),
        each=f"{line.each:.2f}",
        cost=f"{line.cost:.2f}",
    )


def _taken(batch: Batch, number: int, count: int, worth: str) -> TakenOut:
    kept_for = current_work().kept(THING, number).body.pen if number > 0 else None
    said = _thing_words(batch.things[number])
    return TakenOut(thing=number, count=count, pen=kept_for, said=said, worth=worth)


def _thing_words(thing: Thing) -> Words:
    return Words.model_validate(told(current_work().catalogue, thing))


def _money(batch: Batch) -> MoneyOut:
    money = batch.money
    return MoneyOut(
        by_aisle=[AisleSumOut(aisle=aisle.value, cost=f"{cost:.2f}") for aisle, cost in money.by_aisle],
        a_bird=f"{money.a_bird:.2f}",
        a_year=f"{money.a_year:.2f}",
        wears=[WearsOut(what=one.what, years=one.years, cost=f"{one.cost:.2f}") for one in money.wears],
    )


def _shops(lines: Sequence[Bought]) -> list[ShopCostOut]:
    return [
        ShopCostOut(
            name=one.name,
            dated=one.dated.isoformat(),
            each=[None if price is None else f"{price:.2f}" for price in one.each],
            has=one.has,
            total=f"{one.total:.2f}",
        )
        for one in at_shops(current_work(), lines)
    ]


def _cover(one: CoverPiece) -> CoverOut:
    catalogue = current_work().catalogue
    tables = (catalogue.sheets, catalogue.meshes, catalogue.wire_panels)
    row = next(table[one.row] for table in tables if one.row in table)
    return CoverOut(
        label=one.label,
        what=row.label,
        parts=list(one.parts),
        long=words(one.long_mm, "mm"),
        wide=words(one.wide_mm, "mm"),
        count=one.count,
    )


def _plates(key: str, plan: PlatePlan) -> PlatePlanOut:
    return PlatePlanOut(
        what=current_work().catalogue.sheets[key].label,
        sheets=[_plate(one) for one in plan.plates],
        cost=f"{plan.cost:.2f}",
        bound=f"{plan.bound:.2f}",
        gap=f"{plan.gap:.2f}",
        proven=plan.proven,
        kerf=words(plan.kerf_mm, "mm"),
    )


def _plate(one: CutPlate) -> PlateOut:
    return PlateOut(
        long_mm=one.plate.long_mm,
        wide_mm=one.plate.wide_mm,
        long=words(one.plate.long_mm, "mm"),
        wide=words(one.plate.wide_mm, "mm"),
        thing=one.plate.thing,
        across=one.layout.across,
        used=round(one.used, 3),
        laid=[
            LaidOut(
                label=laid.label,
                x=laid.x,
                y=laid.y,
                long_mm=laid.long_mm,
                wide_mm=laid.wide_mm,
                long=words(laid.long_mm, "mm"),
                wide=words(laid.wide_mm, "mm"),
                grained=not laid.turns,
            )
            for laid in one.layout.laid
        ],
    )


def _roll(one: RollPlan, batch: Batch) -> RollOut:
    return RollOut(
        what=current_work().catalogue.meshes[one.mesh].label,
        wide=words(one.wide_mm, "about"),
        bars=[_bar(bar, times, one.plan, batch, one.mesh) for bar, times in Counter(one.plan.bars).items()],
        metres=words(round(one.metres, 1), "m"),
        proven=one.plan.proven,
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


def _plan(section: str, species: str, plan: CuttingPlan, batch: Batch) -> PlanOut:
    catalogue = current_work().catalogue
    return PlanOut(
        section=catalogue.sections[section].label,
        species=_timber(species),
        section_key=section,
        species_key=species,
        bars=[_bar(bar, times, plan, batch, section) for bar, times in Counter(plan.bars).items()],
        boards=len(plan.bars),
        cost=f"{plan.cost:.2f}",
        bound=f"{plan.bound:.2f}",
        linear_bound=f"{plan.linear_bound:.2f}",
        gap=f"{plan.gap:.2f}",
        proven=plan.proven,
        kerf=words(plan.kerf_mm, "mm"),
        trim=words(plan.trim_mm, "mm"),
    )


def _bar(bar: Bar, times: int, plan: CuttingPlan, batch: Batch, row: str) -> BarOut:
    thing = batch.things.get(bar.thing)
    return BarOut(
        stock_mm=bar.stock_mm,
        stock=words(bar.stock_mm, "mm"),
        times=times,
        thing=bar.thing,
        from_what=_thing_words(thing) if thing else None,
        ripped=thing is not None and bar.thing > 0 and thing.row != row,
        lost=words(bar.lost_mm, "mm") if bar.lost_mm else None,
        cuts=[
            BarCutOut(
                label=label, length_mm=length, text=words(length, "mm"), mark=words(mark, "mm"), lap_mm=lap
            )
            for (label, length), mark, lap in zip(
                bar.cuts,
                marks(bar, plan.kerf_mm, plan.trim_mm),
                bar.laps or (0.0,) * len(bar.cuts),
                strict=True,
            )
        ],
        offcut_mm=bar.offcut_mm,
        offcut=words(bar.offcut_mm, "mm"),
    )
