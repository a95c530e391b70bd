"""One bill for the same pen, shed and prices: kept, read back as it was, and bettered while nobody waits."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta
from decimal import Decimal

import pytest
from sqlalchemy import delete, select, update
from sqlalchemy.orm import Session

from ergamot.core.catalogue.tables import merged
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.stock.effort import BILL
from ergamot.operations import bills
from ergamot.operations.bills import AskedBill, kept_bill, worked_bill
from ergamot.operations.build import pen_bill
from ergamot.operations.flocks import add_flock
from ergamot.operations.pens import propose_pen
from ergamot.operations.work import Work
from ergamot.store import bills as kept_bills
from ergamot.store.models import BillRow
from ergamot.workers.bills import Bills

NOW = datetime(2026, 5, 1, 6, 30)
HENS = {"name": "Hens", "strain": "layer-hybrid", "placed": 12}
DAYS = {"hatch": date(2026, 1, 5), "out": date(2026, 5, 1), "leaves": date(2026, 11, 1)}
LEAST = 1000  # steps: the first plan there is


@pytest.fixture
def work(store):
    with Session(store) as session:
        yield Work(session, "the teenager", NOW)


@pytest.fixture(autouse=True)
def _none_kept(store):
    """No bill that was found for another test."""
    with store.begin() as connection:
        connection.execute(delete(BillRow))


@pytest.fixture
def in_haste(monkeypatch):
    """Bills worked out with as little effort as can be."""
    monkeypatch.setattr(bills, "BILL", LEAST)


@pytest.fixture
def unhurried(monkeypatch):
    """Bills worked out with the effort there is for them when the app is served."""
    monkeypatch.setattr(bills, "BILL", BILL)


def kept(work):
    """Keep what a request would keep once it is answered."""
    for keep in work.later:
        keep(work.session)
    work.later.clear()


def pen_of(work, shape="coop"):
    return propose_pen(work, add_flock(work, {**HENS, **DAYS}).id, f"A {shape}", shape)


def here(own, better, asked):
    """Better a bill in this process."""
    return better(merged(own), asked)


def never(*_):
    raise AssertionError("worked out once more")


def cut_of(bill):
    """Count the sticks that are cut."""
    return sum(len(bar.cuts) for _, _, plan in bill.plans for bar in plan.bars)


@pytest.mark.parametrize("shape", SHAPES)
def test_a_bill_is_read_back_as_it_was_worked_out(work, shape, in_haste, monkeypatch):
    pen = pen_of(work, shape)
    first = pen_bill(work, pen)
    kept(work)
    monkeypatch.setattr(bills, "worked_bill", never)
    assert pen_bill(Work(work.session, "someone else", NOW), pen) == first


def test_what_a_bill_is_worked_out_from_tells_it_apart(work, in_haste):
    pen = pen_of(work, "low-pen")
    asked = AskedBill((("low-pen", tuple(pen.body.values.items()), 1),), ())
    whole = kept_bill(work, asked)
    label = whole.pieces[0].label
    fewer = kept_bill(work, AskedBill(asked.designs, (), cut=((label, 1),)))
    assert cut_of(fewer) == cut_of(whole) - 1
    dearer = {line.key: line.each * 2 for line in whole.lines if line.key}
    assert kept_bill(work, AskedBill(asked.designs, (), prices=tuple(dearer.items()))).total > whole.total
    kept(work)
    assert kept_bill(work, asked) == whole


def test_a_bill_found_in_haste_is_bettered_and_then_is_the_bill(client, engine, in_haste):
    flock = client.post("/api/flocks", json={**HENS, **{name: f"{day}" for name, day in DAYS.items()}}).json
    pen = client.post("/api/pens", json={"flock_id": flock["id"], "name": "Coop", "shape": "low-pen"}).json

    def told():
        bill = client.get(f"/api/pens/{pen['id']}/bill").json["total"]
        assert client.get(f"/api/pens/{pen['id']}/cost").json["total"] == bill
        assert client.get(f"/api/pens/{pen['id']}/cut-list.csv").text.strip().endswith(bill)
        return float(bill)

    hasty = told()
    with Bills(engine, here) as turns:
        assert not turns.better_one()  # its keeper may still be changing it
        with Session(engine) as session:
            session.execute(update(BillRow).values(found_at=datetime.now(UTC) - timedelta(hours=1)))
            session.commit()
        turns.turn()
    assert told() < hasty
    assert not Bills(engine, here).better_one()  # once is enough


def test_a_dearer_bill_takes_no_ones_place(work, unhurried):
    pen = pen_of(work, "low-pen")
    best = pen_bill(work, pen)
    kept(work)
    (basis,) = work.session.scalars(select(BillRow.basis))
    asked = AskedBill((("low-pen", tuple(pen.body.values.items()), 1),), ())
    hasty = worked_bill(work.catalogue, asked, LEAST)
    assert hasty.total > best.total
    assert not bills.keep_better(work, basis, hasty)
    assert not bills.keep_better(work, "another", hasty)
    assert pen_bill(work, pen) == best


def test_a_bill_that_cannot_cost_less_is_not_looked_for_again(work, unhurried):
    assert pen_bill(work, pen_of(work, "low-pen")).proven
    kept(work)
    later = Work(work.session, "nobody", NOW + timedelta(days=1))
    assert bills.next_to_better(later) is None


def test_a_bill_of_another_version_of_the_program_is_not_looked_for_again(work, in_haste, monkeypatch):
    pen_bill(work, pen_of(work, "low-pen"))
    kept(work)
    monkeypatch.setattr(bills, "mark_of_the_program", lambda: "a newer one")
    later = Work(work.session, "nobody", NOW + timedelta(days=1))
    assert bills.next_to_better(later) is None


def test_only_so_many_are_kept_and_the_oldest_go(work, monkeypatch):
    monkeypatch.setattr(kept_bills, "MOST_BILLS", 3)
    for number in range(5):
        at = NOW + timedelta(minutes=number)
        bill = kept_bills.NewBill(work.settled_id, f"{number}", "", "", Decimal(1), 1, at)
        kept_bills.keep_bill(work.session, bill)
    assert sorted(work.session.scalars(select(BillRow.basis))) == ["2", "3", "4"]
