"""The floor that counts, against places tried one by one."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from ergamot.core.balance.verdicts import judge
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Space
from ergamot.core.frame.usable import usable_floor_m2
from tests.strategies import CATALOGUE, designs

FARM = make_conditions(CATALOGUE)
TURKEYS = make_flock(CATALOGUE, "turkey-tom", 6, date(2026, 4, 1), date(2026, 5, 20), date(2026, 8, 1))


def pen(shape, **values):
    return build(make_design(CATALOGUE, shape, values), CATALOGUE)


@pytest.mark.parametrize("high", [500.0, 740.0])
def test_turkeys_have_no_floor_under_a_top_they_cannot_stand_up_beneath(high):
    """A turkey's least is 0.75 m: a level top under it was never looked at."""
    low = judge(CATALOGUE, pen("low-pen", length=4876.8, width=2438.4, height=high), TURKEYS, FARM).floor
    assert low.falls_short
    assert low.sentence.text("metric").startswith("too tight from the first day")
    assert any("lies under less than 750 mm" in one.text("metric") for one in low.details)
    tall = judge(CATALOGUE, pen("low-pen", length=4876.8, width=2438.4, height=800.0), TURKEYS, FARM).floor
    assert not tall.falls_short


def test_every_kind_has_its_own_least():
    heads = {kind: row.floor_head_m for kind, row in CATALOGUE.floor_needs.items()}
    assert heads == {"broiler": 0.40, "turkey": 0.75, "hen": 0.45, "bantam": 0.45}


def test_a_tall_house_over_a_low_run_counts_where_a_bird_can_stand():
    """A run 0.745 m high before a house whose roof falls from 1.3 to 1.0 m, its floor at 0.3: at 0.75 only what stands over that
    floor, and of it where the roof is 1.05 m up or more, five sixths of the way down."""
    asked = {"height": 745.0, "house_top": 1300.0, "house_floor": 300.0, "house_length": 1200.0}
    made = pen("low-pen", house="yes", access="drop-front", width=2133.6, **asked)
    house = next(one for one in made.zones if one.space is Space.HOUSE)
    roof = next(one for one in made.standing if one.role == "house roof")
    low = min(z for _, _, z in roof.corners)
    down = (1050 - low) / (1300 - low) * 2133.6 - 1066.8
    assert usable_floor_m2(made, 450) == pytest.approx(made.body.floor_m2, rel=0.01)
    by_hand = (house.x[1] - made.body.floor_x[0]) * (made.body.floor_y[1] - down) / 1e6
    assert usable_floor_m2(made, 750) == pytest.approx(by_hand, rel=1e-3)


@given(designs(), st.integers(0, 1200))
def test_it_is_what_places_tried_one_by_one_have_over_them(design, head):
    """Every 30 mm along and across: the lowest covering over a place, of its own space, stands as high as asked, or it is narrow."""
    made = build(design, CATALOGUE)
    told = usable_floor_m2(made, head)
    body = made.body
    step = 30.0
    xs = np.arange(body.floor_x[0] + step / 2, body.floor_x[1], step)
    ys = np.arange(body.floor_y[0] + step / 2, body.floor_y[1], step)
    places = np.array([(x, y) for x in xs for y in ys])
    cells = shapely.points(places)
    house = next((one for one in made.zones if one.space is Space.HOUSE), None)

    def clear(space, floor):
        free = np.ones(len(places), dtype=bool)
        for one in made.standing:
            if (
                space not in (one.inside, one.outside)
                or one.inside is one.outside
                or abs(one.normal[2]) < 0.021
            ):
                continue
            over = shapely.contains(shapely.make_valid(Polygon([c[:2] for c in one.corners])), cells)
            n, c = one.normal, one.centre
            z = c[2] - (n[0] * (places[:, 0] - c[0]) + n[1] * (places[:, 1] - c[1])) / n[2]
            free &= ~(over & (z < floor + head - 0.2) & (z > floor + 0.2))
        return free

    free = clear(Space.HOUSE if made.ranges else Space.RUN, made.floor_z_mm)
    if house is not None and not made.ranges:
        on = shapely.contains(shapely.box(house.x[0], house.y[0], house.x[1], house.y[1]), cells)
        free |= on & clear(Space.HOUSE, house.z[0])
    counted = free.sum() * (body.floor_m2 / len(places))
    edge = (2 * (xs[-1] - xs[0]) + 6 * (ys[-1] - ys[0])) / 1000 * step / 1000  # of cells cut by an edge
    assert told <= counted + edge
    assert told >= min(counted - edge, max(0.001, counted - 0.3 * (xs[-1] - xs[0]) / 1000 * 4 - edge))


@given(designs(), st.integers(100, 1000), st.integers(1, 400))
def test_a_taller_bird_never_has_more_floor(design, head, more):
    made = build(design, CATALOGUE)
    assert usable_floor_m2(made, head + more) <= usable_floor_m2(made, head) + 1e-6


@given(designs(), st.integers(300, 900))
def test_what_waits_in_the_shed_takes_no_floor(design, head):
    made = build(design, CATALOGUE)
    bare = replace(made, panels=tuple(one for one in made.panels if one in made.standing))
    assert usable_floor_m2(bare, head) == pytest.approx(usable_floor_m2(made, head))
