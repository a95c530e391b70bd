"""The prices of other shops, as they were told on a day; the farm's own stand in its catalogue."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from decimal import Decimal

from ergamot.core.errors import OutOfRange
from ergamot.core.stock.coverings import Bought
from ergamot.exchange.price_table import price_key
from ergamot.operations.places import today_on
from ergamot.operations.work import Work, checked_name
from ergamot.store.records import Record, create, find_all, revise

MOST_SHOPS = 12


@dataclass(frozen=True)
class AtShop:
    """What a list costs at one shop: what it has, its sum, and what it lacks."""

    shop: int
    name: str
    dated: date
    has: int
    total: Decimal
    lacks: tuple[str, ...]


def shops(work: Work) -> list[Record]:
    """The shops whose prices are known, oldest first."""
    return find_all(work.session, work.farm_id, "shop")


def keep_prices(work: Work, name: str, prices: Mapping[str, str], dated: date | None) -> Record:
    """Keep a shop's prices; those it told before and does not now stay as they were, under their own day no more."""
    tidy = checked_name(name)
    if not prices:
        raise OutOfRange("file", 0, "at least one price")
    day = (dated or today_on(work)).isoformat()
    known = next((one for one in shops(work) if one.body["name"].casefold() == tidy.casefold()), None)
    if known is None:
        if len(shops(work)) >= MOST_SHOPS:
            raise OutOfRange("name", tidy, f"at most {MOST_SHOPS} shops")
        body = {"name": tidy, "dated": day, "prices": dict(prices)}
        return create(
            work.session, work.settled_id, "shop", body, f"{len(prices)} prices", work.user, work.now
        )
    body = {"name": known.body["name"], "dated": day, "prices": {**known.body["prices"], **prices}}
    return revise(work.session, known, known.revision, body, f"{len(prices)} prices", work.user, work.now)


def at_shops(work: Work, lines: Sequence[Bought]) -> tuple[AtShop, ...]:
    """What a shopping list costs at each shop that is known."""
    found = []
    for record in shops(work):
        prices = record.body["prices"]
        there = [line for line in lines if price_key(line) in prices]
        total = sum((Decimal(prices[price_key(line)]) * line.packs for line in there), Decimal(0))
        lacks = tuple(
            f"{line.what}, {line.pack.text('metric')}" for line in lines if price_key(line) not in prices
        )
        day = date.fromisoformat(record.body["dated"])
        found.append(AtShop(record.id, record.body["name"], day, len(there), total, lacks))
    return tuple(found)


def shop_price(record: Record, line: Bought) -> Decimal | None:
    """What a shop asks for a pack of a line; None where it lacks it."""
    text = record.body["prices"].get(price_key(line))
    return Decimal(text) if text else None
