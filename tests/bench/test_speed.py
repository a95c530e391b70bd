"""How long things take (make bench). Nothing here fails for being slow: the figures are for reading."""

from __future__ import annotations

import json
import time

import pytest

from ergamot.core.balance.verdicts import judge
from ergamot.core.frame.design import build, make_design
from ergamot.core.place import make_place
from ergamot.core.stock.bill import bill_of
from ergamot.web.app import make_app
from launch.machine import PYTHON
from launch.serve import Served
from tests.api.test_answers import FLOCK
from tests.strategies import CATALOGUE

PENS = {
    "ten by seven": {},
    "twelve by six": {"length": "12'", "width": "6'"},
    "sixteen by ten": {"length": "16'", "width": "10'"},
}


@pytest.mark.parametrize("values", PENS.values(), ids=PENS.keys())
def test_build_and_four_verdicts(benchmark, broilers, values):
    design, place = make_design(CATALOGUE, "low-pen", values), make_place(CATALOGUE)
    judged = benchmark(lambda: judge(CATALOGUE, build(design, CATALOGUE), broilers, place))
    assert len(judged.findings) == 4


@pytest.mark.parametrize("values", PENS.values(), ids=PENS.keys())
def test_cutting_plan_of_its_sticks(benchmark, values):
    structure = build(make_design(CATALOGUE, "low-pen", values), CATALOGUE)
    bill = benchmark.pedantic(lambda: bill_of(structure, CATALOGUE), rounds=3)
    assert all(plan.gap == 0 for _, _, plan in bill.plans)


def test_change_to_answer_over_http(benchmark, store, database):
    """200 changes through gunicorn and MariaDB; the 95th percentile is printed with the table."""
    import urllib.request

    client = make_app(store).test_client()
    flock = client.post("/api/flocks", json=FLOCK).json
    pen = client.post("/api/pens", json={"flock_id": flock["id"], "name": "Bramble pen"}).json
    assert PYTHON.exists()
    with Served(database.address, 8790) as served:
        revision, taken = pen["revision"], []

        def change() -> None:
            nonlocal revision
            width = 1500 + 25 * (len(taken) % 40)
            request = urllib.request.Request(
                f"{served.url}/api/pens/{pen['id']}",
                json.dumps({"values": {"width": width}}).encode(),
                {"Content-Type": "application/json", "If-Match": f'"{revision}"'},
                method="PATCH",
            )
            start = time.perf_counter()
            with urllib.request.urlopen(request) as answer:
                revision = json.load(answer)["revision"]
            taken.append(time.perf_counter() - start)

        benchmark.pedantic(change, rounds=200, iterations=1)
    taken.sort()
    p95 = taken[int(0.95 * len(taken))]
    benchmark.extra_info["p95_ms"] = round(p95 * 1000, 1)
    print(f"\nchange to answer over HTTP: p95 {p95 * 1000:.1f} ms over {len(taken)} changes")
