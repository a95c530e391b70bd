"""How long things take (make bench). Nothing here fails for being slow: the figures are for reading."""

from __future__ import annotations

import gc
import json
import time
from datetime import date, timedelta

import pytest

from ergamot.core.balance.mends import mends
from ergamot.core.balance.propose import propose
from ergamot.core.balance.verdicts import judge
from ergamot.core.drawing.lines import lines
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build
from ergamot.core.frame.shapes import shape_of
from ergamot.core.gear.chart import moving_chart
from ergamot.core.making.sheet import build_sheet
from ergamot.core.shed.entry import read_entry
from ergamot.core.stock import plates
from ergamot.core.stock.bill import Wanted, bill_of, bill_of_several
from ergamot.core.stock.fit import stock_fit
from ergamot.core.weather.chart import wind_chart
from ergamot.web.app import make_app
from launch.machine import PYTHON
from launch.serve import Served
from tests.api.test_answers import FLOCK
from tests.strategies import CATALOGUE

PENS = {
    "low pen for broilers": ("low-pen", "broiler-fast", 30),
    "low pen, sixteen by ten": ("low-pen", "broiler-fast", 80),
    "hoop for turkeys": ("hoop", "turkey-hen", 10),
    "coop for layers": ("coop", "layer-hybrid", 12),
    "A-frame for bantams": ("a-frame", "layer-bantam", 8),
}
EACH_PEN = pytest.mark.parametrize(("shape", "strain", "placed"), PENS.values(), ids=PENS.keys())


def proposed(shape, strain, placed):
    """The pen the demo farm would have for these birds, and the birds."""
    one, hatch = CATALOGUE.strains[strain], date(2026, 3, 1)
    out, leaves = (hatch + timedelta(day) for day in (one.to_grass_day, one.leaves_from_day))
    flock = make_flock(CATALOGUE, strain, placed, hatch, out, leaves)
    return propose(CATALOGUE, flock, make_conditions(CATALOGUE), shape), flock


def forget():
    """Sheet plans that are kept from the round before: to look them up is no measure."""
    plates._planned.cache_clear()


def framed(design):
    """The pen built, and not the one built a moment ago."""
    return shape_of(design.shape).build(dict(design.values), CATALOGUE)


@EACH_PEN
def test_build(benchmark, shape, strain, placed):
    design, _ = proposed(shape, strain, placed)
    assert benchmark(lambda: framed(design)).members


@EACH_PEN
def test_build_and_four_verdicts(benchmark, shape, strain, placed):
    design, flock = proposed(shape, strain, placed)
    place = make_conditions(CATALOGUE)
    judged = benchmark(lambda: judge(CATALOGUE, framed(design), flock, place))
    assert len(judged.findings) == 5


@EACH_PEN
def test_everything_asked_of_wind_and_moving(benchmark, shape, strain, placed):
    """Four verdicts and the frame, 24 directions in every state, anchors, every ground and every mover."""
    design, flock = proposed(shape, strain, placed)
    place, structure = make_conditions(CATALOGUE), build(design, CATALOGUE)

    def ask():
        judged = judge(CATALOGUE, structure, flock, place)
        chart = wind_chart(CATALOGUE, structure, flock, place)
        return judged, chart, moving_chart(CATALOGUE, structure, judged.mass, place, 20.0)

    assert benchmark(ask)[1].states


@EACH_PEN
def test_what_would_mend_moving(benchmark, shape, strain, placed):
    """Every one-step change built and judged; asked: within 3 s."""
    design, flock = proposed(shape, strain, placed)
    place = make_conditions(CATALOGUE, crew="teenager")
    assert benchmark.pedantic(lambda: list(mends(CATALOGUE, design, flock, place, "moving")), rounds=2)


@EACH_PEN
def test_whole_pen_in_lines(benchmark, shape, strain, placed):
    structure = build(proposed(shape, strain, placed)[0], CATALOGUE)
    assert benchmark(lambda: lines(structure))


@EACH_PEN
def test_cutting_plan_of_its_sticks(benchmark, shape, strain, placed):
    structure = build(proposed(shape, strain, placed)[0], CATALOGUE)
    bill = benchmark.pedantic(lambda: bill_of(structure, CATALOGUE), setup=forget, rounds=2)
    assert bill.plans


SHED = (
    "9 x 2x3 8'",
    "4 x 2x3 10'",
    "3 x 2x4 12'",
    "2 x 2x6 10'",
    "2 plywood 12 mm 1.2 x 0.6 m",
    "plywood 9 mm",
)


@EACH_PEN
def test_cutting_plan_with_a_full_shed(benchmark, shape, strain, placed):
    """Asked: gap 0 in 2 s, or within a hundredth at the limit, which is 4 s."""
    structure = build(proposed(shape, strain, placed)[0], CATALOGUE)
    things = {i: read_entry(line, CATALOGUE) for i, line in enumerate(SHED, start=1)}
    bill = benchmark.pedantic(
        lambda: bill_of(structure, CATALOGUE, things=things, rips=True), setup=forget, rounds=2
    )
    assert sum(plan.gap for _, _, plan in bill.plans) <= bill.total / 100


def test_a_batch_of_ten_pens(benchmark):
    """About five hundred pieces; asked: within a hundredth in 5 s."""
    wanted = [
        Wanted(build(proposed(shape, strain, placed)[0], CATALOGUE), times)
        for (shape, strain, placed), times in zip(PENS.values(), (3, 1, 2, 2, 2), strict=True)
    ]
    bill = benchmark.pedantic(lambda: bill_of_several(wanted, CATALOGUE), setup=forget, rounds=2)
    assert sum(one.count for one in bill.pieces) > 300


@EACH_PEN
def test_cost_against_length(benchmark, shape, strain, placed):
    """Forty-one sizes; asked: 5 s."""
    design = proposed(shape, strain, placed)[0]
    found = benchmark.pedantic(lambda: stock_fit(CATALOGUE, design, "length"), setup=forget, rounds=1)
    assert len(found.sizes) > 20  # a pen as long as the longest boards has none above it


@EACH_PEN
def test_build_sheet(benchmark, shape, strain, placed):
    structure = build(proposed(shape, strain, placed)[0], CATALOGUE)
    assert benchmark(lambda: build_sheet(structure, CATALOGUE)).tasks


@pytest.mark.parametrize(("shape", "strain"), [("low-pen", "broiler-fast"), ("coop", "layer-hybrid")])
def test_change_to_answer_over_http(benchmark, store, database, shape, strain):
    """200 changes through gunicorn and MariaDB; the 95th percentile is printed with the table."""
    import urllib.request

    client = make_app(store).test_client()
    flock = client.post("/api/flocks", json={**FLOCK, "strain": strain}).json
    pen = client.post("/api/pens", json={"flock_id": flock["id"], "name": "Bramble pen", "shape": shape}).json
    assert PYTHON.exists()
    gc.collect()
    gc.freeze()  # a keeper's browser has no test runner's heap to walk while it waits
    with Served(database, 8790) as served:
        revision, taken = pen["revision"], []

        def change() -> None:
            nonlocal revision
            length = 3000 + 25 * (len(taken) % 40)
            request = urllib.request.Request(
                f"{served.url}/api/pens/{pen['id']}",
                json.dumps({"values": {"length": length}}).encode(),
                {"Content-Type": "application/json", "If-Match": f'"{revision}"'},
                method="PATCH",
            )
            start = time.perf_counter()
            with urllib.request.urlopen(request) as answer:
                body = answer.read()
            taken.append(time.perf_counter() - start)
            revision = json.loads(body)["revision"]

        benchmark.pedantic(change, rounds=200, iterations=1)
    taken.sort()
    p95 = taken[int(0.95 * len(taken))]
    benchmark.extra_info["p95_ms"] = round(p95 * 1000, 1)
    print(f"\nchange to answer over HTTP, {shape}: p95 {p95 * 1000:.1f} ms over {len(taken)} changes")
