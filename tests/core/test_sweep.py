"""A dense sweep: every shape on every gear, on every ground, moved by everyone, in every state of the wind."""

from __future__ import annotations

import math
from datetime import date
from itertools import product

import pytest

from ergamot.core.balance.verdicts import judge
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.gear.chart import moving_chart
from ergamot.core.weather.chart import wind_chart
from tests.depth import some
from tests.strategies import CATALOGUE, WHEELED

GEARS = [
    {"gear": "skids"},
    {"gear": "wheels"},
    {"gear": "bolt-on"},
    {"gear": "dolly"},
    {"gear": "frame"},
    {"gear": "chassis"},
    {"gear": "chassis", "put_under": "jack"},
    {"gear": "wheels", "axle_made": "both"},
    *({"gear": kind, "pairs": pairs} for kind in ("levers", "boards") for pairs in (1, 2)),
]
EXPOSURES = ("open", "sheltered")
FLOCK = make_flock(CATALOGUE, "layer-hybrid", 10, date(2026, 1, 1), date(2026, 5, 1), date(2026, 9, 1))


@pytest.mark.parametrize("gear", GEARS, ids=lambda gear: "-".join(str(value) for value in gear.values()))
@pytest.mark.parametrize("shape", WHEELED)
def test_nothing_is_raised_and_nothing_is_not_a_number(shape, gear):
    for wheel, ground, exposure in some([*product(CATALOGUE.wheels, CATALOGUE.grounds, EXPOSURES)], 5):
        structure = build(make_design(CATALOGUE, shape, {**gear, "wheel": wheel, "anchors": 1}), CATALOGUE)
        place = make_conditions(
            CATALOGUE, moving_ground=ground, holding_ground=ground, exposure=exposure, slope_percent=10
        )
        judged = judge(CATALOGUE, structure, FLOCK, place)
        for finding in judged.findings:
            assert math.isfinite(finding.ratio), finding.what
            assert finding.least >= finding.ratio >= 0
            for step in finding.working:
                assert not math.isnan(step.quantity.value), (finding.what, step.symbol)
    chart = wind_chart(CATALOGUE, structure, FLOCK, place)
    keys = {state.key for state in chart.states}
    assert ("raised" in keys) == (structure.axle is not None and structure.axle.rise_mm > 0)
    for state in chart.states:
        assert all(gust.least > 0 for gust in state.stable.gusts), state.key
    moved = moving_chart(CATALOGUE, structure, mass(structure), place, 20.0)
    assert all(
        0 <= one.over.good <= one.over.most < math.inf for one in moved.movers
    )  # 0: cannot hold it uphill
