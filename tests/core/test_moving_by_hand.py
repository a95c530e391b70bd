"""What a move takes and what is said of it, worked by hand on a skid, on one axle, and on the way."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest

from ergamot.core.farm.conditions import make_conditions
from ergamot.core.farm.way import Stretch
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.gear.chart import moving_chart
from ergamot.core.gear.first_haul import first_haul, told_of_stretch, told_of_way
from ergamot.core.gear.haul import Over, haul, movers_strength
from ergamot.core.gear.moving import judge_moving
from ergamot.core.gear.telling import told_of_mover, told_of_share, told_of_tail
from ergamot.core.gear.template import bolt_stack_mm, drill_template
from tests.strategies import CATALOGUE

PLACE = make_conditions(CATALOGUE)
GRASS = CATALOGUE.grounds["wet"]


def built(shape="low-pen", **values):
    return build(make_design(CATALOGUE, shape, values), CATALOGUE)


def chart_of(structure, birds=0.0):
    return moving_chart(CATALOGUE, structure, mass(structure), PLACE, birds)


def metric(lines):
    return [line.text("metric") for line in lines]


def test_a_skidded_pen_turns_about_its_middle():
    """Its farthest corner is half its diagonal away; friction at a quarter of its length, pulled at an end: μ·W/2."""
    structure = built(gear="skids", length=3000, width=2000)
    chart = chart_of(structure)
    assert chart.swing_radius == pytest.approx(math.hypot(1.5, 1.0))
    assert chart.turn_force == pytest.approx(GRASS.pulling_mu * mass(structure).fresh_kg * 9.81 / 2)


def test_on_one_axle_a_tyre_is_turned_on_the_spot_and_one_side_rolls_back():
    """Side force: (0.5·N·b/4 + F_roll·B/2) over the hands' arm, N what the axle carries; the reach sweeps round it."""
    structure = built(gear="wheels")
    weighed, axle, hands = mass(structure), structure.axle, structure.grip.x_mm / 1000
    weight, x_axle = weighed.fresh_kg * 9.81, axle.x_mm / 1000
    lift = weight * (weighed.fresh_centre[0] / 1000 - x_axle) / (hands - x_axle)
    rolls = haul(structure, weighed, GRASS, 0.0, movers_strength(CATALOGUE, structure, PLACE.crew)).keep
    wide = (structure.body.y[1] - structure.body.y[0]) / 1000
    spun = 0.5 * (weight - lift) * axle.wheel.width_mm / 1000 / 4
    chart = chart_of(structure)
    assert chart.turn_force == pytest.approx((spun + rolls * wide / 2) / (hands - x_axle))
    assert chart.swing_radius == pytest.approx(math.hypot(hands - x_axle, wide / 2))


def test_full_feeders_and_birds_in_the_house_add_to_the_lift():
    structure = built("coop", gear="wheels", feeders=1, drinkers=1)
    weighed, x_axle, hands = mass(structure), structure.axle.x_mm, structure.grip.x_mm
    house = next(zone for zone in structure.zones if zone.name == "house")
    riding = [(20.0, (house.x[0] + house.x[1]) / 2)]
    full = [(one.kg, one.place[0]) for one in structure.contents]

    def lift(added):
        moments = weighed.fresh_kg * (weighed.fresh_centre[0] - x_axle) + sum(
            kg * (x - x_axle) for kg, x in added
        )
        return 9.81 * moments / (hands - x_axle)

    chart = chart_of(structure, 20.0)
    assert chart.lift_full == pytest.approx(lift(full))
    assert chart.lift_birds == pytest.approx(lift(riding))


def test_a_mover_is_told_what_share_the_hardest_takes():
    chart = chart_of(built(gear="wheels"))
    for one in chart.movers:
        words = told_of_mover(one).text("metric")
        start = {"short": "should not", "between": "with effort"}.get(one.grade, "easily")
        assert words.startswith(start)
        over = one.over.most if one.grade == "short" else one.over.good
        assert ("far more than they can" if over < 1 / 3 else f"{100 / over:.0f} %") in words
        assert one.ruling.words in words
    for over, start in (
        (Over(1.0, 1.0), "easily"),
        (Over(0.99, 1.0), "with effort"),
        (Over(0.5, 0.99), "should"),
    ):
        assert told_of_mover(replace(chart.movers[0], over=over)).text("metric").startswith(start)
    assert told_of_share(1 / 3, "of it").text("metric") == "300 % of it"
    assert told_of_share(0.333, "of it").text("metric") == "far more than they can"


def test_a_tail_that_digs_in_says_how_deep():
    deep = [
        metric(told_of_tail(built(gear="wheels", wheel=wheel, axle=axle)))
        for wheel in ("plastic-6", "rubber-8")
        for axle in (60, 300, 600)
    ]
    digging = [line for lines in deep for line in lines if "digs" in line]
    assert digging
    assert not any("digs -" in line or "digs −" in line for line in digging)


@pytest.mark.parametrize(
    ("beside", "words"),
    [(0.0, "tight on stretch 1: 0 mm"), (-1.0, "stretch 1 stops it"), (101.0, "it gets there")],
)
def test_a_passage_as_wide_as_the_pen_is_tight_and_a_narrower_one_stops_it(beside, words):
    structure = built(gear="wheels", wheel="barrow-16")
    wide = structure.hauled_size.wide_mm
    strong = make_conditions(
        CATALOGUE,
        crew="pickup",
        moving_ground="dry",
        way=(Stretch(0.0, 10.0, wide + 2 * beside, 0.0, "", 4000.0),),
    )
    found = first_haul(CATALOGUE, structure, mass(structure), strong)
    told = " | ".join(metric(told_of_way(found)))
    assert words in told
    assert ("tight" in told) == (beside == 0)
    stretch = replace(found.stretches[0], over=Over(1.0, 1.0))
    assert told_of_stretch(stretch).text("metric").startswith("hardest is to")
    assert told_of_stretch(replace(stretch, over=Over(0.5, 0.5))).text("metric").startswith("no:")


def test_the_verdict_tells_the_bumps_it_climbs_on_dry_and_wet_ground():
    structure = built(gear="wheels")
    weighed, can = mass(structure), movers_strength(CATALOGUE, structure, PLACE.crew)
    told = metric(judge_moving(CATALOGUE, structure, weighed, PLACE).details)
    for key in ("dry", "wet"):
        moved = haul(structure, weighed, CATALOGUE.grounds[key], PLACE.slope_percent, can)
        assert any(
            line.startswith(f"{key}: ") and f"over {1000 * moved.bump:.0f} mm from rest" in line
            for line in told
        )


def test_what_drags_is_worked_only_where_something_does():
    clear = judge_moving(
        CATALOGUE,
        built("hoop", gear="wheels", wheel="barrow-16", tail="bevelled", axle_back=450),
        mass(built("hoop", gear="wheels", wheel="barrow-16", tail="bevelled", axle_back=450)),
        PLACE,
    )
    digging = built(gear="wheels", wheel="plastic-6", axle=600)
    dragged = judge_moving(CATALOGUE, digging, mass(digging), PLACE)
    assert "s_d" not in {step.symbol for step in clear.working}
    assert "s_d" in {step.symbol for step in dragged.working}


def test_a_pivot_bolt_passes_all_the_wood_and_is_the_next_one_sold():
    structure = built(gear="levers")
    through = bolt_stack_mm(structure)
    sold = sorted(
        row.length_mm for row in CATALOGUE.hardware.values() if row.key.startswith("bolt-") and row.length_mm
    )
    bolt = next(length for length in sold if length >= through + 15)
    template = drill_template(structure, CATALOGUE)
    assert f": {bolt:.0f} mm," in template.lines[1].text("metric")
    side = structure.levers[0].side
    arm = next(
        m
        for m in structure.members
        if f"{m.role} {m.label}" == template.plates[1].title and m.centre[1] * side > 0
    )
    assert abs(arm.centre[0] - structure.levers[0].x_mm) < 400
