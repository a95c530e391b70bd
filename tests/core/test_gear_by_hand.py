"""The limits of a move, each tried a little below and a little above."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest

from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.farm.rolling import WHEEL_NUMBER
from ergamot.core.farm.way import Stretch
from ergamot.core.frame.clearance import swing_gaps
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.gear.carried import carried
from ergamot.core.gear.chart import moving_chart
from ergamot.core.gear.first_haul import first_haul
from ergamot.core.gear.haul import haul, movers_strength
from ergamot.core.gear.moving import judge_moving
from ergamot.core.gear.people import Able, recommended_n, strength, zone_of
from ergamot.core.gear.telling import told, told_of_swing, told_of_tail
from ergamot.core.gear.template import drill_template
from ergamot.core.units import Quantity, say
from tests.strategies import CATALOGUE

PLACE = make_conditions(CATALOGUE)


def built(shape="low-pen", **values):
    return build(make_design(CATALOGUE, shape, values), CATALOGUE)


def said(structure, place=PLACE):
    chart = moving_chart(CATALOGUE, structure, mass(structure), place, 0.0)
    return " | ".join(line.text("metric") for line in told(structure, chart, place))


def test_a_high_hold_comes_up_by_50_mm():
    """Held at 900 mm, over the 760 of carrying: the hands rise to 950."""
    structure = built("coop", gear="wheels", hold_height=900)
    run = structure.grip.x_mm - structure.axle.x_mm
    up, radius = structure.grip.z_mm - structure.axle.radius_mm, structure.axle.radius_mm
    assert structure.grip.z_mm > 760
    by_hand = math.asin((structure.grip.z_mm + 50 - radius) / math.hypot(run, up)) - math.atan2(up, run)
    assert carried(structure).deg == pytest.approx(math.degrees(by_hand), abs=1e-6)


def test_25_mm_are_wanted_under_a_carried_pen():
    clears = set()
    for back in range(160, 301, 5):
        structure = built(
            "hoop", gear="wheels", wheel="rubber-10", tail="bevelled", axle_back=back, hold_height=450
        )
        clear = carried(structure).clear_mm
        clears.add(clear)
        assert (list(told_of_tail(structure)) == []) == (clear >= 25)
    assert any(22.5 < clear < 25 for clear in clears)
    assert any(25 <= clear < 27.5 for clear in clears)


@pytest.mark.parametrize(("beside", "wished"), [(95, True), (105, False)])
def test_100_mm_on_each_side_are_wished_for(beside, wished):
    structure = built()
    needs = 1000 * moving_chart(CATALOGUE, structure, mass(structure), PLACE, 0.0).passage_width
    place = make_conditions(CATALOGUE, passage_mm=needs + 2 * beside)
    assert ("one would like" in said(structure, place)) == wished


@pytest.mark.parametrize(("number", "sinks"), [(4.8, True), (5.2, False)])
def test_a_wheel_under_a_wheel_number_of_five_ploughs(number, sinks):
    structure = built(gear="wheels")
    weighed, can = mass(structure), movers_strength(CATALOGUE, built(gear="wheels"), PLACE.crew)
    ground = CATALOGUE.grounds["wet"]
    axle = structure.axle
    load = haul(structure, weighed, ground, 0, can).axle / axle.wheels
    usual = WHEEL_NUMBER.of(
        CI=1000 * ground.cone_index_kpa, b=axle.wheel.width_mm / 1000, r=axle.radius_mm / 1000, N=load
    )
    assert haul(structure, weighed, ground, 0, can, firmness=number / usual).sinks == sinks


def test_soil_varies_from_six_tenths_to_half_as_much_again():
    structure = built(gear="wheels")
    weighed, can = mass(structure), movers_strength(CATALOGUE, structure, PLACE.crew)
    for one in moving_chart(CATALOGUE, structure, weighed, PLACE, 0.0).grounds:
        soft, hard = (
            haul(structure, weighed, one.ground, 0, can, firmness=share).start for share in (0.6, 1.5)
        )
        assert (one.start_low, one.start_high) == (hard, soft)


@pytest.mark.parametrize(("long", "rests"), [(19.5, 0), (20.5, 1), (39.5, 1), (40.5, 2)])
def test_one_rests_every_twenty_metres(long, rests):
    structure = built(gear="wheels")
    place = make_conditions(CATALOGUE, way=(Stretch(0.0, long, 4000.0, 0.0, "", 4000.0),))
    assert first_haul(CATALOGUE, structure, mass(structure), place).rests == rests


def test_hands_reach_63_cm_and_change_zone_where_the_guidance_says():
    assert recommended_n(62, 75, 25) < recommended_n(60, 75, 25)
    with pytest.raises(OutOfRange):
        recommended_n(64, 75, 25)
    heights = (0.24, 0.26, 0.74, 0.76, 1.04, 1.06, 1.39)
    assert [zone_of(height) for height in heights] == [0, 1, 1, 2, 2, 3, 3]
    with pytest.raises(OutOfRange):
        zone_of(1.41)


@pytest.mark.parametrize(
    ("rise", "words"),
    [(48, None), (52, "small birds pass"), (118, "small birds pass"), (122, "birds walk out")],
)
def test_birds_pass_under_a_raised_rail(rise, words):
    structure = built(gear="levers")
    raised = replace(structure, axle=replace(structure.axle, rise_mm=float(rise)))
    told_of = said(raised)
    assert ("add a flap" in told_of, "walk out" in told_of) == (
        words == "small birds pass",
        words == "birds walk out",
    )


@pytest.mark.parametrize(("ahead", "clear"), [(345, False), (355, True)])
def test_heels_swing_350_mm(ahead, clear):
    structure = built(gear="wheels")
    held = replace(structure, grip=replace(structure.grip, x_mm=structure.body.x[1] + ahead))
    assert ("clear of heels" in said(held)) == clear


def test_the_locking_pin_is_10_mm_five_bores_behind_the_pivot_and_15_mm_off_every_edge():
    structure = built(gear="levers")
    lever, bore = structure.levers[0], structure.axle.wheel.bore_mm
    carrier = drill_template(structure, CATALOGUE).plates[0]
    angle = math.radians(lever.swing.locked_deg)
    u = lever.x_mm - lever.points * 5 * bore * math.cos(angle)
    v = lever.swing.pivot_mm + 5 * bore * math.sin(angle)
    name = next(m for m in structure.members if f"{m.role} {m.label}" == carrier.title).role

    def pins(spare):
        """With the carrier's upper edge so far above the pin."""
        low = min(c[2] for m in structure.members if m.role == name for c in m.corners)
        cut = [
            replace(m, corners=tuple((x, y, low if z < v else v + spare) for x, y, z in m.corners))
            if m.role == name
            else m
            for m in structure.members
        ]
        plates = drill_template(replace(structure, members=tuple(cut)), CATALOGUE).plates
        return [hole for plate in plates for hole in plate.holes if hole.label == "locking pin"]

    assert pins(14.5) == []
    on_rail, on_lever = pins(15.5)
    assert on_rail.at == pytest.approx((u, v))
    assert (on_rail.diameter, on_lever.diameter) == (10.0, 10.0)
    pivot = next(
        hole for hole in drill_template(structure, CATALOGUE).plates[1].holes if hole.label == "pivot"
    )
    assert pivot.at[0] - on_lever.at[0] == pytest.approx(5 * bore)


def test_a_low_hold_is_raised_to_where_it_is_carried_in_a_second_opinion():
    """Hands 30 cm out and as low as the hold is, up to 76 cm: 23 kg, each share written out."""
    structure = built("hoop", gear="wheels", hold_height=350.0)
    chart = moving_chart(CATALOGUE, structure, mass(structure), PLACE, 0.0)
    low = structure.grip.z_mm / 10
    assert low < 50
    shares = (25 / 30) * (1 - 0.003 * (75 - low)) * (0.82 + 4.5 / (76 - low))
    assert chart.niosh_n == pytest.approx(23 * 9.81 * shares, rel=5e-4)


def test_a_tractor_lifts_on_its_hitch_and_pulls_on_its_drawbar():
    able = strength(CATALOGUE, CATALOGUE.crews["tractor"], 0.4)
    assert (able.lift, able.carry) == (Able(400.0, 400.0), Able(400.0, 400.0))
    assert (able.start, able.keep) == (Able(1000.0, 1000.0), Able(1000.0, 1000.0))
    assert able.lift_zone == able.carry_zone == "on the hitch"
    assert able.drives


def test_a_levers_holes_leave_as_much_wood_beyond_the_one_as_beyond_the_other():
    structure = built(gear="levers")
    lever = drill_template(structure, CATALOGUE).plates[1]
    places = {hole.label: hole.at[0] for hole in lever.holes}
    long = max(x for x, _ in lever.outline)
    assert places["pivot"] == pytest.approx(long - places["axle"])
    assert 0 < places["pivot"] < places["axle"] < long


def test_what_a_swinging_wheel_comes_nearest_to_is_told_with_how_near():
    structure = built("coop", gear="boards")
    nearest = min(swing_gaps(structure), key=lambda gap: gap.mm)
    lines = [line.text("metric") for line in told_of_swing(structure, mass(structure), structure.levers[0])]
    assert f"nearest to anything: {say(Quantity(nearest.mm, 'mm'))} from the {nearest.member.role}" in lines


def test_what_rides_over_no_bump_is_told_of_none():
    structure = built(gear="skids")
    lines = judge_moving(CATALOGUE, structure, mass(structure), PLACE).details
    assert not any("from rest" in line.text("metric") for line in lines)
