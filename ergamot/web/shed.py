"""The shed: what is in hand, typed, changed, taken, read from a table; and what other shops ask."""

from __future__ import annotations

import base64
import binascii
from decimal import Decimal

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.errors import Unreadable
from ergamot.core.shed.thing import SORT_WORDS, told
from ergamot.exchange.price_table import read_prices
from ergamot.exchange.shed_table import read_shed, write_shed
from ergamot.exchange.tables import MEDIA, Format
from ergamot.operations.kept import Record, Step, take_step
from ergamot.operations.shed import (
    add_things,
    change_thing,
    read_lines,
    set_aside,
    take_from,
    thing_of,
    thing_words,
    things,
)
from ergamot.operations.shops import keep_prices, make_own, rename_shop, shops
from ergamot.store.documents import THING, ThingBody
from ergamot.web.files import answers_with, file_answer
from ergamot.web.long_work import takes_long
from ergamot.web.schemas.figures import Words, words
from ergamot.web.schemas.shed import (
    AsideIn,
    LinesIn,
    OwnIn,
    PricesIn,
    ReadLinesOut,
    ReadOut,
    ShedOut,
    ShopNameIn,
    ShopOut,
    ShopsOut,
    SortOut,
    TableIn,
    TakeIn,
    ThingIn,
    ThingOut,
)
from ergamot.web.unit_of_work import current_work, from_revision

shed_part = APIBlueprint("shed", __name__, url_prefix="/api")


def _out(record: Record[ThingBody]) -> ThingOut:
    thing = thing_of(record)
    return ThingOut(
        id=record.id,
        revision=record.revision,
        can_undo=record.can_undo,
        can_redo=record.can_redo,
        **{name: getattr(thing, name) for name in ("sort", "row", "species", "count", "note", "name")},
        **{name: getattr(thing, name) for name in ("long_mm", "wide_mm", "lost_mm")},
        said=Words.model_validate(thing_words(current_work(), record)),
        long=words(thing.long_mm, "mm"),
        wide=words(thing.wide_mm, "mm"),
        lost=words(thing.lost_mm, "mm"),
        each=f"{thing.each:.2f}",
        worth=f"{thing.worth:.2f}",
        pen=record.body.pen,
    )


def _shed() -> ShedOut:
    kept = things(current_work())
    worth = sum((thing_of(one).worth for one in kept), Decimal(0))
    sorts = [SortOut(key=key, words=said) for key, said in SORT_WORDS.items()]
    return ShedOut(things=[_out(one) for one in kept], sorts=sorts, worth=f"{worth:.2f}")


@shed_part.get("/things")
@shed_part.output(ShedOut)
def get_shed() -> ShedOut:
    """Everything in the shed."""
    return _shed()


@shed_part.post("/things")
@shed_part.input(LinesIn)
@shed_part.output(ShedOut, 201)
def post_things(json_data: LinesIn) -> ShedOut:
    """Enter what was typed, a line for each kind of thing."""
    work = current_work()
    add_things(work, read_lines(work, json_data.lines))
    return _shed()


@shed_part.post("/things/read")
@shed_part.input(LinesIn)
@shed_part.output(ReadLinesOut)
def post_read(json_data: LinesIn) -> ReadLinesOut:
    """What was typed, as it is understood; nothing is kept."""
    work = current_work()
    return ReadLinesOut(
        read=[
            ReadOut(said=Words.model_validate(told(work.catalogue, one)), count=one.count, note=one.note)
            for one in read_lines(work, json_data.lines)
        ]
    )


@shed_part.patch("/things/<int:thing_id>")
@shed_part.input(ThingIn)
@shed_part.output(ShedOut)
@from_revision
def patch_thing(thing_id: int, json_data: ThingIn, base: int) -> ShedOut:
    """Change a thing, from the revision in If-Match."""
    change_thing(current_work(), thing_id, base, json_data.model_dump(exclude_unset=True))
    return _shed()


@shed_part.post("/things/<int:thing_id>/taken")
@shed_part.input(TakeIn)
@shed_part.output(ShedOut)
def post_taken(thing_id: int, json_data: TakeIn) -> ShedOut:
    """Take some of a thing out of the shed; the last of it is put away."""
    take_from(current_work(), thing_id, json_data.count, "taken")
    return _shed()


@shed_part.post("/pens/<int:pen_id>/aside")
@shed_part.input(AsideIn)
@shed_part.output(ShedOut)
def post_aside(pen_id: int, json_data: AsideIn) -> ShedOut:
    """Set things of the shed aside for a pen: no other's plan takes them."""
    set_aside(current_work(), pen_id, json_data.things)
    return _shed()


@shed_part.post("/things/<int:thing_id>/<any(undo,redo):step>")
@shed_part.output(ShedOut)
@from_revision
def step_thing(thing_id: int, step: Step, base: int) -> ShedOut:
    """Take the last change to a thing back, or bring it back."""
    work = current_work()
    take_step(work, work.kept(THING, thing_id), base, step)
    return _shed()


def _file(text: str) -> bytes:
    try:
        return base64.b64decode(text, validate=True)
    except (binascii.Error, ValueError) as wrong:
        raise Unreadable("That is no file", field="file", allowed="a file in base64") from wrong


@shed_part.post("/things/table")
@shed_part.input(TableIn)
@shed_part.output(ShedOut, 201)
@takes_long
def post_table(json_data: TableIn) -> ShedOut:
    """Enter everything a table holds; where one cell is wrong, nothing."""
    work = current_work()
    add_things(work, read_shed(_file(json_data.file), work.catalogue), note="read from a table")
    return _shed()


def _table(kind: Format) -> Response:
    work = current_work()
    body = write_shed([thing_of(one) for one in things(work)], work.catalogue, kind)
    return file_answer(body, MEDIA[kind], f"shed.{kind}")


@shed_part.get("/things/table.csv")
@shed_part.doc(responses={200: "The shed as CSV"})
@answers_with(MEDIA["csv"])
def get_csv() -> Response:
    """Everything in the shed as CSV."""
    return _table("csv")


@shed_part.get("/things/table.xlsx")
@shed_part.doc(responses={200: "The shed as XLSX"})
@answers_with(MEDIA["xlsx"])
def get_xlsx() -> Response:
    """Everything in the shed as a spreadsheet."""
    return _table("xlsx")


def _shops() -> ShopsOut:
    return ShopsOut(
        shops=[
            ShopOut(
                id=one.id,
                revision=one.revision,
                name=one.body.name,
                dated=one.body.dated.isoformat(),
                prices=len(one.body.prices),
                own=bool(one.body.own),
            )
            for one in shops(current_work())
        ]
    )


@shed_part.get("/shops")
@shed_part.output(ShopsOut)
def get_shops() -> ShopsOut:
    """The shops whose prices are known."""
    return _shops()


@shed_part.post("/shops")
@shed_part.input(PricesIn)
@shed_part.output(ShopsOut, 201)
@takes_long
def post_prices(json_data: PricesIn) -> ShopsOut:
    """Keep the prices of a shop, read from a table."""
    keep_prices(current_work(), json_data.name, read_prices(_file(json_data.file)), None)
    return _shops()


@shed_part.put("/shops/<int:shop_id>/name")
@shed_part.input(ShopNameIn)
@shed_part.output(ShopsOut)
@from_revision
def put_name(shop_id: int, json_data: ShopNameIn, base: int) -> ShopsOut:
    """Give a shop another name, from the revision in If-Match."""
    rename_shop(current_work(), shop_id, base, json_data.name)
    return _shops()


@shed_part.put("/shops/<int:shop_id>/own")
@shed_part.input(OwnIn)
@shed_part.output(ShopsOut)
@from_revision
def put_own(shop_id: int, json_data: OwnIn, base: int) -> ShopsOut:
    """Say that a shop's list is what the farm pays, from the revision in If-Match."""
    make_own(current_work(), shop_id, base, json_data.own)
    return _shops()
