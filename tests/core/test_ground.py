"""Lanes, rest and moves: worked examples and what every plan must keep."""

from __future__ import annotations

import math
from datetime import UTC, date, datetime, time, timedelta
from itertools import pairwise

import pytest
import shapely
from hypothesis import assume, given
from hypothesis import strategies as st
from icalendar import Calendar

from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import USUAL_MONTHS_C
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Moves
from ergamot.core.ground.climate import Climate
from ergamot.core.ground.field import make_field, rectangle
from ergamot.core.ground.footprint import PenSize, pen_size
from ergamot.core.ground.lanes import lay_out
from ergamot.core.ground.minutes import Handling
from ergamot.core.ground.obstacle import make_obstacle
from ergamot.core.ground.rest import ready_on, rest_days
from ergamot.core.ground.schedule import plan_moves
from ergamot.core.ground.stay import day_load
from ergamot.core.ground.team import RULES, Stays
from ergamot.exchange.calendar import write_calendar
from ergamot.exchange.moves import NamedPlan, move_time
from tests.strategies import CATALOGUE, designs, flocks

FIELDS = st.builds(rectangle, st.floats(8, 120), st.floats(6, 80), st.floats(0, 360))
USUAL = Climate(USUAL_MONTHS_C)


def test_rest_in_a_cold_spring():
    """12 days at 4 °C count nothing, 10 at 8 °C give 80, then (330 − 80)/14 = 17.9 → 18: 40 days."""
    assert rest_days(lambda d: 4 if d <= 12 else 8 if d <= 22 else 14) == 40
    assert rest_days(lambda d: 30) == 21
    assert ready_on((20.0,) * 12, date(2026, 6, 1)) == date(2026, 6, 22)
    with pytest.raises(OutOfRange):
        rest_days(lambda d: 4.9)


def test_rest_at_the_ends_of_growth():
    """330 at 5.2 °C are 63.5 → 64 days; over 25 °C no faster, 13.2 → 14; past 400 days it is given up."""
    assert rest_days(lambda d: 5.2) == 64
    assert rest_days(lambda d: 30, least=1) == 14
    assert rest_days(lambda d: 4 if d <= 378 else 15) == 400
    with pytest.raises(OutOfRange):
        rest_days(lambda d: 4 if d <= 379 else 15)


def test_a_days_wear_nitrogen_and_stay_by_hand():
    """Hens of 1.8 kg wear (1.8/2)^0.67 each; 2 bird-days a m² and one or two days are the longest of a stay."""
    hens = Flock(CATALOGUE.strains["layer-hybrid"], 12, date(2026, 1, 1), date(2026, 5, 1), date(2027, 5, 1))
    for area in (2.0, 5.0, 9.0):
        load = day_load(CATALOGUE, hens, 300, area, 15.0)
        share = CATALOGUE.floor_needs["hen"].wear_share
        known = {step.symbol: step.quantity.value for step in load.working}
        assert known["N_max"] == 25.0  # 250 kg on a hectare
        wear = load.living * share * (load.mass_kg / 2) ** 0.67 / area
        assert load.wear == pytest.approx(wear)
        other = min(load.cover_limit_kg_m2 / load.cover_kg_m2, 25.0 / load.nitrogen_g_m2)
        assert load.stay_days == pytest.approx(min(2.0 / wear, other, 2.0))
    assert day_load(CATALOGUE, hens, 300, 5.5, 15.0).ruled_by == "wear"
    assert day_load(CATALOGUE, hens, 300, 30.0, 15.0).ruled_by == "your longest stay"
    for strain, days in (("broiler-fast", 1.0), ("turkey-hen", 1.0), ("layer-bantam", 2.0)):
        few = Flock(CATALOGUE.strains[strain], 1, date(2026, 1, 1), date(2026, 2, 1), date(2026, 3, 1))
        assert day_load(CATALOGUE, few, 40, 1000.0, 15.0).stay_days == days


def test_three_moves_a_day_are_borne_and_four_too_many(broilers):
    loads = [day_load(CATALOGUE, broilers, 45, area / 10, 18.0) for area in range(15, 80)]
    assert {3, 4} <= {load.moves for load in loads}
    assert all(load.too_many == (load.moves >= 4) for load in loads)


def test_nitrogen_of_a_move_is_told_by_the_hectare(broilers):
    """10 000 m² a hectare, 1000 g a kg: tenfold."""
    plan = plan_moves(
        CATALOGUE, broilers, rectangle(60, 20, 0), PenSize(3, 2, 3, 2), Climate((15.0,) * 12), broilers.out, 3
    )
    assert plan.moves[0].nitrogen_kg_ha == pytest.approx(10 * plan.moves[0].load.nitrogen_g_m2)


def test_plans_and_fields_at_the_ends_of_what_they_may_be(broilers):
    def plan(days):
        return plan_moves(
            CATALOGUE,
            broilers,
            rectangle(60, 20, 0),
            PenSize(3, 2, 3, 2),
            Climate((15.0,) * 12),
            broilers.out,
            days,
        )

    assert plan(800).moves
    with pytest.raises(OutOfRange):
        plan(801)
    assert rectangle(499, 2.1, 0).narrow_m == pytest.approx(2.1)
    for length, width in ((499, 1.9), (2001, 10)):
        with pytest.raises(OutOfRange):
            rectangle(length, width, 0)


def test_thirty_broilers_on_7_2_square_metres(broilers):
    """At 21 °C droppings cover 0.6 kg/m² in a day from about day 37: one move before, two after."""
    moves = {age: day_load(CATALOGUE, broilers, age, 7.2, 21.0).moves for age in range(22, 49)}
    assert moves[30] == 1
    assert moves[45] == 2
    assert 36 <= next(age for age, n in moves.items() if n == 2) <= 41


@given(FIELDS, designs())
def test_stops_lie_inside_the_field_apart_and_each_next_to_the_last(field, design):
    pen = pen_size(build(design, CATALOGUE))
    long, wide = _sides(field)
    assume(pen.overall_length_m <= long)
    assume(pen.overall_width_m <= wide)
    stops = lay_out(field, pen).stops
    assert stops
    boxes = [(s.u_m, s.v_m, s.u_m + pen.length_m, s.v_m + pen.width_m) for s in stops]
    for u0, v0, u1, v1 in boxes:
        assert u0 >= -1e-5
        assert v0 >= -1e-5
        assert u1 <= long + 1e-5
        assert v1 <= wide + 1e-5
    places = {(round(u, 4), round(v, 4)) for u, v, _, _ in boxes}
    assert len(places) == len(stops)
    for (a, b, *_), (c, d, *_) in pairwise(boxes):
        along, across = abs(a - c), abs(b - d)
        assert (along, across) in [
            (pytest.approx(pen.length_m), pytest.approx(0, abs=1e-5)),
            (pytest.approx(0, abs=1e-5), pytest.approx(pen.width_m)),
        ]


def _sides(field):
    first, second, third, _ = field.outline
    return math.dist(first, second), math.dist(second, third)


@given(FIELDS, flocks(), st.integers(1, 120))
def test_a_plan_keeps_rest_and_nitrogen_and_accounts_for_every_day(field, flock, days):
    pen = PenSize(3.0, 2.0, 3.4, 2.4)
    plan = plan_moves(CATALOGUE, flock, field, pen, USUAL, flock.out, days)
    by_stop = {}
    for move in plan.moves:
        assert flock.out <= move.day <= move.left <= flock.leaves
        assert (move.ready - move.left).days >= 21
        assert move.ready == ready_on(USUAL_MONTHS_C, move.left)
        before = by_stop.setdefault(move.stop, [])
        assert all(one.ready <= move.day for one in before)
        year = sum(one.nitrogen_kg_ha for one in before if (move.day - one.left).days < 365)
        assert move.nitrogen_year_kg_ha == pytest.approx(year + move.nitrogen_kg_ha)
        assert move.nitrogen_year_kg_ha <= 250 + 1e-6
        before.append(move)
    for move, then in pairwise(plan.moves):
        between = {one for one in plan.without if move.left <= one <= then.day}
        assert move.left == then.day or len(between) >= (then.day - move.left).days
    if plan.moves and not plan.without:
        days = [flock.out + timedelta(n) for n in range((plan.moves[-1].left - flock.out).days)]
        assert sum(m.wear for m in plan.moves) == pytest.approx(sum(_load(flock, on).wear for on in days))


def _load(flock, day):
    return day_load(CATALOGUE, flock, flock.age_on(day), 6.0, USUAL_MONTHS_C[day.month - 1])


def test_a_stop_used_again_sums_its_nitrogen_and_is_closed_at_the_years_limit():
    """Thirty fast broilers over a field of few stops: what was had the first time counts the second."""
    flock = Flock(
        CATALOGUE.strains["broiler-slow"], 30, date(2026, 4, 1), date(2026, 4, 25), date(2026, 9, 1)
    )
    plan = plan_moves(
        CATALOGUE,
        flock,
        rectangle(31.0, 6.1, 0),
        PenSize(3.0, 2.0, 3.0, 2.0),
        Climate((18.0,) * 12),
        flock.out,
        120,
    )
    again = [m for m in plan.moves if m.nitrogen_year_kg_ha > m.nitrogen_kg_ha + 1]
    assert again
    first = next(m for m in plan.moves if m.stop == again[0].stop)
    assert again[0].nitrogen_year_kg_ha == pytest.approx(first.nitrogen_kg_ha + again[0].nitrogen_kg_ha)
    assert any("passed over" in note.text("metric") for note in plan.notes) or all(
        m.nitrogen_year_kg_ha < 250 for m in plan.moves
    )


def test_hens_that_may_stay_two_days_are_moved_every_second_day():
    """Twelve hens on 20 m²: worn and covered far within their limits in two days, the longest they stay."""
    flock = Flock(CATALOGUE.strains["layer-hybrid"], 12, date(2026, 1, 1), date(2026, 5, 1), date(2027, 5, 1))
    plan = plan_moves(
        CATALOGUE,
        flock,
        rectangle(60, 20, 0),
        PenSize(5.0, 4.0, 5.0, 4.0),
        Climate((15.0,) * 12),
        flock.out,
        14,
    )
    assert [(m.day.day, m.left.day) for m in plan.moves] == [(d, d + 2) for d in range(1, 15, 2)]
    assert all(
        m.wear == pytest.approx(sum(_hen_wear(flock, m.day + timedelta(i)) for i in (0, 1)))
        for m in plan.moves
    )
    # rest runs from the day they leave: at 15 °C 330 degree-days are 22 days
    assert (plan.moves[0].ready - plan.moves[0].left).days == 22


def _hen_wear(flock, day):
    return day_load(CATALOGUE, flock, flock.age_on(day), 20.0, 15.0).wear


@pytest.mark.parametrize(("length", "width"), [(2.5, 10), (10, 2.01)])
def test_a_field_smaller_than_the_pen_is_refused_with_what_it_needs(length, width):
    pen = pen_size(build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE))
    with pytest.raises(OutOfRange) as refused:
        lay_out(rectangle(length, width, 0), pen)
    assert refused.value.field == "outline"
    assert "ft" in refused.value.allowed


@pytest.mark.parametrize("sizes", [(0, 10), (10, -1), (2001, 10), (float("nan"), 10)])
def test_impossible_fields_are_refused(sizes):
    with pytest.raises(OutOfRange):
        rectangle(*sizes, 0)


def test_a_start_outside_the_stay_is_refused(broilers):
    pen = PenSize(3.0, 2.0, 3.4, 2.4)
    for start in (broilers.out - timedelta(1), broilers.leaves):
        with pytest.raises(OutOfRange) as refused:
            plan_moves(CATALOGUE, broilers, rectangle(40, 12, 0), pen, USUAL, start)
        assert refused.value.field == "start"


def test_the_calendar_opens_elsewhere_with_every_move(broilers):
    pen = PenSize(3.0, 2.0, 3.4, 2.4)
    plan = plan_moves(CATALOGUE, broilers, rectangle(40, 12, 0), pen, USUAL, broilers.out, 14)
    now = datetime(2026, 4, 20, 12, 0, tzinfo=UTC)
    named = NamedPlan("Bramble pen", plan, Handling(Moves.WHEELS))
    text = write_calendar([named], "Lawn", "Europe/Dublin", now, broilers.out)
    events = [one for one in Calendar.from_ical(text).walk("VEVENT") if one["STATUS"] == "CONFIRMED"]
    assert len(events) == len(plan.moves) >= 14
    assert len({str(event["UID"]) for event in events}) == len(events)
    later = write_calendar([named], "Lawn", "Europe/Dublin", now + timedelta(minutes=1), broilers.out)
    (after,) = {int(one["SEQUENCE"]) for one in Calendar.from_ical(later).walk("VEVENT")}
    assert after > max(int(event["SEQUENCE"]) for event in events)
    for event, move in zip(events, plan.moves, strict=True):
        assert event.decoded("DTSTART").date() == move.day
        assert f"lane {move.stop.lane + 1}, stop {move.stop.number + 1}" in str(event["SUMMARY"])


@given(st.integers(1, 12))
def test_moves_of_a_day_follow_each_other_in_daylight(parts):
    times = [move_time(part, parts) for part in range(1, parts + 1)]
    assert times == sorted(set(times))
    assert time(6) <= times[0]
    assert times[-1] <= time(19)


HENS = Flock(CATALOGUE.strains["layer-hybrid"], 12, date(2026, 1, 1), date(2026, 5, 1), date(2027, 5, 1))


def asked(stays, days=42, flock=HENS, field=None):
    return plan_moves(
        CATALOGUE,
        flock,
        field or rectangle(60, 20, 0),
        PenSize(3.0, 2.0, 3.0, 2.0),
        Climate((15.0,) * 12),
        flock.out,
        days,
        stays,
    )


@pytest.mark.parametrize("stays", [one for one in Stays if one is not Stays.GRASS])
def test_a_keepers_rule_is_kept_to_the_day(stays):
    """Half a day twice a day, a week a week: each stay as long as asked, the next where the last ends."""
    plan = asked(stays)
    rule = RULES[stays]
    if rule < 1:
        assert {move.parts for move in plan.moves} == {2}
        assert [move.part for move in plan.moves[:4]] == [1, 2, 1, 2]
    else:
        assert {(move.left - move.day).days for move in plan.moves} == {int(rule)}
    for move, then in pairwise(plan.moves):
        assert move.left == then.day


def test_a_weeks_patch_by_hand():
    """Twelve hens of about 1.8 kg on 6 m² for seven days: seven days' wear, droppings and nitrogen on one stop, which is
    past what the grass bears; it is told, with the worst, and planned all the same."""
    plan = asked(Stays.WEEK, 7)
    (move,) = plan.moves
    loads = [day_load(CATALOGUE, HENS, HENS.age_on(HENS.out + timedelta(n)), 6.0, 15.0) for n in range(7)]
    assert move.wear == pytest.approx(sum(one.wear for one in loads))
    assert move.cover_kg_m2 == pytest.approx(sum(one.cover_kg_m2 for one in loads))
    assert move.nitrogen_kg_ha == pytest.approx(10 * sum(one.nitrogen_g_m2 for one in loads))
    assert move.wear > 2.0
    assert "wear" in move.passes
    told = " ".join(note.text("metric") for note in plan.notes)
    assert "1 of 1 stays pass what the grass bears, by wear" in told


@given(flocks(), st.integers(1, 60))
def test_a_plan_of_the_grass_passes_no_limit(flock, days):
    """Whatever the birds: a stay within a tenth of a day counts as one, and no rule of the keeper's is followed."""
    plan = plan_moves(
        CATALOGUE, flock, rectangle(80, 40, 0), PenSize(3.0, 2.0, 3.4, 2.4), USUAL, flock.out, days
    )
    assert not any(move.passes for move in plan.moves)
    assert not any("pass what the grass bears" in note.text("metric") for note in plan.notes)


def test_a_wet_hollow_is_stood_on_in_summer_and_passed_over_in_autumn():
    low = make_obstacle("hollow", "area", [(0, 0), (30, 0), (30, 6), (0, 6)], None, "obstacles")
    field = make_field([(0, 0), (30, 0), (30, 24), (0, 24)], [low], heading_deg=90)
    autumn = Flock(HENS.strain, 12, date(2026, 4, 1), date(2026, 10, 1), date(2027, 5, 1))
    for flock, stands in ((HENS, True), (autumn, False)):
        plan = asked(Stays.TWO_DAYS, 14, flock, field)
        assert any(move.stop.v_m < 5 for move in plan.moves) is stands


def test_too_many_birds_are_told_by_the_moves_they_would_want_not_by_the_rule():
    many = Flock(CATALOGUE.strains["broiler-fast"], 90, date(2026, 4, 1), date(2026, 5, 1), date(2026, 5, 20))
    told = " ".join(note.text("metric") for note in asked(Stays.WEEK, 14, many).notes)
    load = day_load(CATALOGUE, many, many.age_on(many.out), 6.0, 15.0)
    assert f"too many birds for this pen from day {load.age}: {load.moves} moves a day" in told


@given(st.floats(0, 359), st.sampled_from(["well", "tree"]), st.floats(1, 60))
def test_no_place_within_the_distance_kept_off_a_point_is_left_out(bearing, kind, off):
    """A well kept off by so much: no place nearer is outside the ground it takes, in any direction, and little that is farther."""
    well = make_obstacle(kind, "point", [(0.0, 0.0)], off, "test")
    out = math.radians(bearing)
    near, far = (shapely.Point(r * math.sin(out), r * math.cos(out)) for r in (off - 1e-6, 1.002 * off))
    assert well.keep_off().contains(near)
    assert not well.keep_off().contains(far)
