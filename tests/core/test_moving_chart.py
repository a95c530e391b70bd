"""Every ground, every mover, a second opinion, and the holes to drill."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.errors import NotFound, OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.farm.rolling import RESISTANCE, WHEEL_NUMBER
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.gear.chart import moving_chart, turning_n
from ergamot.core.gear.haul import haul, movers_strength
from ergamot.core.gear.moving import judge_moving
from ergamot.core.gear.people import recommended_n
from ergamot.core.gear.telling import as_drilled, told, told_of_swing
from ergamot.core.gear.template import bolt_stack_mm, drill_template
from tests.strategies import CATALOGUE, designs

PLACE = make_conditions(CATALOGUE)


def chart_of(design, place=PLACE, birds=0.0):
    structure = build(design, CATALOGUE)
    return structure, moving_chart(CATALOGUE, structure, mass(structure), place, birds)


@pytest.mark.parametrize(
    ("reach", "height", "travel", "kg"),
    [(25, 75, 25, 23.0), (50, 75, 25, 11.5), (30, 55, 40, 16.76), (40, 95, 100, 11.71)],
)
def test_niosh_by_hand(reach, height, travel, kg):
    """23·(25/H)(1 − 0.003|V − 75|)(0.82 + 4.5/D): at 30, 55, 40 cm 23·0.8333·0.94·0.9325 = 16.80, told as 16.76
    to 16.83; at 40, 95, 100 cm 23·0.625·0.94·0.865 = 11.69."""
    by_hand = 23 * (25 / reach) * (1 - 0.003 * abs(height - 75)) * min(1, 0.82 + 4.5 / travel)
    assert recommended_n(reach, height, travel) / 9.81 == pytest.approx(by_hand, rel=1e-9)
    assert recommended_n(reach, height, travel) / 9.81 == pytest.approx(kg, abs=0.06)


def test_what_no_one_can_reach_is_refused():
    with pytest.raises(OutOfRange):
        recommended_n(80, 75, 25)


def test_wismer_and_luth_by_hand():
    """A 400 × 90 barrow wheel under 450 N on moist pasture, 700 kPa: Cn = 700e3·0.09·0.4/450 = 56; Crr = 0.04 +
    1.2/56 = 0.0614. The same on 250 kPa: Cn 20, Crr 0.1."""
    assert WHEEL_NUMBER.of(CI=700e3, b=0.09, r=0.2, N=450) == pytest.approx(56)
    assert RESISTANCE.of(Cn=56) == pytest.approx(0.06143, abs=1e-5)
    assert RESISTANCE.of(Cn=WHEEL_NUMBER.of(CI=250e3, b=0.09, r=0.2, N=450)) == pytest.approx(0.1)


@given(designs(), st.sampled_from(list(CATALOGUE.crews)), st.floats(0, 25))
def test_of_any_pen_the_chart_is_told_in_figures(design, crew, slope):
    structure, chart = chart_of(design, make_conditions(CATALOGUE, crew=crew, slope_percent=slope), 20.0)
    assert [one.ground.key for one in chart.grounds] == list(CATALOGUE.grounds)
    for one in chart.grounds:
        figures = (
            one.up.start,
            one.start_level,
            one.keep_level,
            one.keep_down,
            one.start_low,
            one.start_high,
        )
        assert all(math.isfinite(figure) for figure in figures)
        assert one.start_low <= one.start_level * (1 + 1e-9)
        assert one.start_level <= one.start_high * (1 + 1e-9)
        assert one.keep_down <= one.keep_level <= one.up.keep
    assert {one.crew.key for one in chart.movers} == set(CATALOGUE.crews)
    assert chart.swing_radius > 0
    assert chart.turn_force > 0
    ys = [c[1] for m in structure.members for c in m.corners]
    wide = (max(ys) - min(ys)) / 1000
    assert chart.passage_width >= wide
    carried = structure.axle is not None and structure.front_axle is None
    assert (chart.niosh_n is not None) == (carried and not CATALOGUE.crews[crew].drawbar_n)


@given(designs(), st.sampled_from(["man", "three", "tractor"]))
def test_who_could_move_it_is_what_the_verdict_says_of_them(design, crew):
    place = make_conditions(CATALOGUE, crew=crew, passage_mm=6000.0)  # however narrow its way
    structure, chart = chart_of(design, place)
    finding = judge_moving(CATALOGUE, structure, mass(structure), place)
    mover = next(one for one in chart.movers if one.crew.key == crew)
    assert (mover.over.good, mover.over.most) == pytest.approx((finding.ratio, finding.least), rel=1e-4)
    assert mover.grade is finding.verdict


@given(designs(), st.floats(0, 60))
def test_the_lift_is_linear_in_what_rides(design, birds):
    found = [chart_of(design, birds=kg)[1].lift_birds for kg in (0.0, birds, 2 * birds)]
    assert found[2] - found[1] == pytest.approx(found[1] - found[0], abs=1e-6)


def test_with_the_axle_at_the_balance_point_the_lift_is_what_they_can_do():
    structure, chart = chart_of(make_design(CATALOGUE, "low-pen", {"section": "2x4"}))
    weighed = mass(structure)
    weight = weighed.fresh_kg * 9.81
    assert chart.balance_x is not None
    can = next(
        s.quantity.value
        for s in judge_moving(CATALOGUE, structure, weighed, PLACE).working
        if s.symbol == "can_lift"
    )
    x_hand, x_cg = structure.grip.x_mm / 1000, weighed.fresh_centre[0] / 1000
    lift = weight * (x_cg - chart.balance_x) / (x_hand - chart.balance_x)
    assert lift == pytest.approx(can, rel=1e-4)


def test_the_template_is_the_swing_of_the_frame():
    """Holes stand as far apart as the arm is long, the pivot as high as the design says; the pin clear of both."""
    structure = build(make_design(CATALOGUE, "low-pen", {"gear": "levers"}), CATALOGUE)
    template = drill_template(structure, CATALOGUE)
    carrier, lever = template.plates
    swing = structure.levers[0].swing
    by_label = {hole.label: hole for hole in lever.holes}
    assert by_label["axle"].at[0] - by_label["pivot"].at[0] == pytest.approx(swing.arm_mm)
    pivot = next(hole for hole in carrier.holes if hole.label == "pivot")
    assert pivot.at[1] == pytest.approx(swing.pivot_mm)
    assert pivot.diameter == structure.axle.wheel.bore_mm
    pins = [next((h for h in plate.holes if h.label == "locking pin"), None) for plate in (carrier, lever)]
    if pins[0]:
        apart = [
            math.dist(pin.at, hole.at) for pin, hole in zip(pins, (pivot, by_label["pivot"]), strict=True)
        ]
        assert apart[0] == pytest.approx(apart[1])
    assert bolt_stack_mm(structure) >= 2 * 38


def test_a_pen_without_swinging_wheels_has_no_template():
    with pytest.raises(NotFound):
        drill_template(build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE), CATALOGUE)


def test_a_lifting_frame_takes_all_of_it_and_comes_away():
    """Bar 14 kg and two 10 in wheels of 1.8: 17.6 kg at each end ride along, none of it on the pen when parked."""
    skids, framed = (
        build(make_design(CATALOGUE, "coop", {"gear": gear}), CATALOGUE) for gear in ("skids", "frame")
    )
    assert framed.front_axle is not None
    assert framed.axle.rides_kg == pytest.approx(17.6)
    can = movers_strength(CATALOGUE, framed, PLACE.crew)
    moved = haul(framed, mass(framed), CATALOGUE.grounds["wet"], 0.0, can)
    assert moved.lift == moved.carry == 0
    dragged = haul(skids, mass(skids), CATALOGUE.grounds["wet"], 0.0, can)
    assert moved.start < dragged.start
    assert mass(framed).fresh_kg - mass(skids).fresh_kg < 15  # handles, not the frame


def test_turning_by_hand():
    """Skids of W at 0.55: friction 0.55·W at L/4 on the average, pulled at L/2: 0.55·W/2. Boards at both ends: the
    front tyres pushed across at 0.5, about the rear axle."""
    skids = build(make_design(CATALOGUE, "low-pen", {"gear": "skids"}), CATALOGUE)
    weighed = mass(skids)
    wet = CATALOGUE.grounds["wet"]
    assert turning_n(skids, weighed, wet, 0.0) == pytest.approx(0.55 * weighed.fresh_kg * 9.81 / 2)
    boards = build(make_design(CATALOGUE, "low-pen", {"gear": "boards", "pairs": 2}), CATALOGUE)
    weighed = mass(boards)
    rear, front, hand = boards.axle.x_mm, boards.front_axle.x_mm, boards.grip.x_mm
    carried = weighed.fresh_kg * 9.81 * (weighed.fresh_centre[0] - rear) / (front - rear)
    by_hand = 0.5 * carried * (front - rear) / (hand - rear)
    assert turning_n(boards, weighed, wet, 0.0) == pytest.approx(by_hand)


@pytest.mark.parametrize(
    ("passage", "word"), [(900.0, "does not get to the field"), (9000.0, "goes through yours")]
)
def test_the_farms_own_passage_and_heels_are_told(passage, word):
    place = make_conditions(CATALOGUE, passage_mm=passage, hump_mm=500)
    for handle, heels in ((250.0, "short for heels"), (600.0, "clear of heels")):
        structure, chart = chart_of(make_design(CATALOGUE, "low-pen", {"handle": handle}), place)
        said = " / ".join(line.text("metric") for line in told(structure, chart, place))
        assert word in said
        assert heels in said
        assert "yours is more: it touches" in said


def test_a_hole_drilled_elsewhere_lifts_as_much_less_as_it_is_higher():
    structure = build(make_design(CATALOGUE, "low-pen", {"gear": "levers"}), CATALOGUE)
    lever = structure.levers[0]
    assert "lifts 30 mm" in as_drilled(lever, lever.swing.pivot_mm + 10).text("metric")
    assert "does not lift" in as_drilled(lever, lever.swing.pivot_mm + 60).text("metric")
    assert "drags on the grass" in as_drilled(lever, 30).text("metric")
    said = " / ".join(line.text("metric") for line in told_of_swing(structure, mass(structure), lever))
    assert "lifts the rail 40 mm" in said
    assert "the load holds it" in said
