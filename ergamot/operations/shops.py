"""The prices of other shops, as they were told on a day; the farm's own stand in its catalogue."""

from __future__ import annotations

from collections.abc import Mapping, Sequence, Set
from dataclasses import replace
from datetime import date
from decimal import Decimal
from itertools import chain, count

from ergamot.core.errors import OutOfRange
from ergamot.core.stock.coverings import Bought
from ergamot.core.stock.shop import AtShop, at_shop
from ergamot.operations.places import today_on
from ergamot.operations.work import LONGEST_NAME, Work, checked_name
from ergamot.store.documents import SHOP, ShopBody
from ergamot.store.records import Record, bring_back, create, find_all, revise

MOST_SHOPS = 12


def shops(work: Work) -> list[Record[ShopBody]]:
    """The shops whose prices are known, oldest first."""
    return find_all(work.session, work.farm_id, SHOP)


def own_prices(work: Work) -> dict[str, Decimal]:
    """What the farm pays, over the catalogue's example prices: those of the list it says is its own."""
    found: dict[str, Decimal] = {}
    for record in shops(work):
        if record.body.own:
            found.update(record.body.prices)
    return found


def make_own(work: Work, shop_id: int, base: int, own: bool) -> Record[ShopBody]:
    """Say that a shop's list is what the farm pays, or that it is not any more; there is one such list at the most."""
    work.alone()
    record = work.kept(SHOP, shop_id)
    for other in shops(work):
        if own and other.id != shop_id and other.body.own:
            body = replace(other.body, own=False)
            revise(work.session, other, other.revision, body, "another is", work.user, work.now)
    note = "what we pay" if own else "not what we pay"
    return revise(work.session, record, base, replace(record.body, own=own), note, work.user, work.now)


def keep_prices(work: Work, name: str, prices: Mapping[str, str], dated: date | None) -> Record[ShopBody]:
    """Keep a shop's prices; those it told before and does not now stay as they were, under their own day no more."""
    tidy = checked_name(name)
    if not prices:
        raise OutOfRange("file", 0, "at least one price")
    work.alone()
    day, told = dated or today_on(work), {key: Decimal(price) for key, price in prices.items()}
    known = next((one for one in shops(work) if one.body.name.casefold() == tidy.casefold()), None)
    if known is None:
        _refuse_one_more(work, tidy)
        new = ShopBody(tidy, day, told)
        return create(work.session, work.settled_id, SHOP, new, f"{len(prices)} prices", work.user, work.now)
    body = replace(known.body, dated=day, prices={**known.body.prices, **told})
    return revise(work.session, known, known.revision, body, f"{len(prices)} prices", work.user, work.now)


def rename_shop(work: Work, shop_id: int, base: int, name: str) -> Record[ShopBody]:
    """Give a shop another name, from revision `base`; refused where another shop has it."""
    tidy = checked_name(name)
    work.alone()
    record = work.kept(SHOP, shop_id)
    if any(one.id != shop_id and one.body.name.casefold() == tidy.casefold() for one in shops(work)):
        raise OutOfRange("name", tidy, "a name no other shop has")
    note = f"called {tidy}"
    return revise(work.session, record, base, replace(record.body, name=tidy), note, work.user, work.now)


def bring_shop_back(work: Work, record: Record[ShopBody], base: int) -> Record[ShopBody]:
    """Bring a shop back from revision `base`: under its name with a number where another has that by now, and not as what
    the farm pays where another is."""
    work.alone()
    others = [one.body for one in shops(work)]
    _refuse_one_more(work, record.body.name)
    back = bring_back(work.session, record, base)
    body = replace(
        back.body,
        name=_free_name(back.body.name, {one.name.casefold() for one in others}),
        own=back.body.own and not any(one.own for one in others),
    )
    if body == back.body:
        return back
    return revise(work.session, back, back.revision, body, "brought back", work.user, work.now)


def _refuse_one_more(work: Work, name: str) -> None:
    if len(shops(work)) >= MOST_SHOPS:
        raise OutOfRange("name", name, f"at most {MOST_SHOPS} shops")


def _free_name(name: str, taken: Set[str]) -> str:
    """Return a name, with the least number after it that makes it one no other shop has."""
    numbered = (f"{name[: LONGEST_NAME - 4]} {number}" for number in count(2))
    return next(one for one in chain((name,), numbered) if one.casefold() not in taken)


def at_shops(work: Work, lines: Sequence[Bought]) -> tuple[AtShop, ...]:
    """What a shopping list costs at each shop that is known."""
    return tuple(
        at_shop(record.body.name, record.body.dated, record.body.prices, lines) for record in shops(work)
    )
