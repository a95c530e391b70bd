"""What grows with a farm (make bench): a list of a hundred pens, the steps of a pen changed ten thousand times."""

from __future__ import annotations

from dataclasses import replace
from datetime import datetime

import pytest
from sqlalchemy.orm import Session

from ergamot.store.documents import PEN
from ergamot.store.records import farm_there, find, redo, revise, undo
from tests.api.test_answers import FLOCK

NOW = datetime(2026, 5, 1, 7, 30)
PENS, STEPS = 100, 10_000


@pytest.fixture
def pen(client):
    flock = client.post("/api/flocks", json=FLOCK).json["id"]
    return client.post("/api/pens", json={"flock_id": flock, "name": "Bramble"}).json["id"]


def test_list_of_a_hundred_pens(benchmark, client, pen):
    for n in range(1, PENS):
        client.post(f"/api/pens/{pen}/copy", json={"name": f"Copy {n}"})
    client.post("/api/pens/judged", json={"ids": list(range(pen, pen + PENS))})
    found = benchmark.pedantic(lambda: client.get(f"/api/pens?most={PENS}"), rounds=20, warmup_rounds=2)
    assert [len(found.json["pens"]), all(one["judged"] for one in found.json["pens"])] == [PENS, True]


@pytest.fixture
def changed_often(store, pen):
    with Session(store) as session:
        record = find(session, farm_there(session), PEN, pen)
        for n in range(1, STEPS):
            body = replace(record.body, values={**record.body.values, "length": 3000.0 + n % 600})
            record = revise(session, record, record.revision, body, "", "keeper", NOW)
        session.commit()
    return pen


def test_history_and_undo_after_ten_thousand_steps(benchmark, client, store, changed_often):
    def page() -> None:
        answer = client.get(f"/api/pens/{changed_often}/history")
        assert answer.json["steps"]

    benchmark.pedantic(page, rounds=20, warmup_rounds=2)
    with Session(store) as session:
        record = find(session, farm_there(session), PEN, changed_often)
        taken = []
        for _ in range(200):
            for step in (undo, undo, redo):
                begun = datetime.now()
                record = step(session, record, record.revision, "keeper", NOW)
                taken.append((datetime.now() - begun).total_seconds() * 1000)
        session.commit()
    benchmark.extra_info["undo_ms"] = round(max(taken), 1)
    print(
        f"\nundo or redo after {STEPS} steps: median {sorted(taken)[len(taken) // 2]:.1f}, worst {max(taken):.1f} ms"
    )
