"""Figures of the ground that no whole plan pins: what nets, moves and rounds take, when lanes run across a fall, how far is kept
off what stands in a field, and how much is asked too much."""

from __future__ import annotations

from dataclasses import replace
from datetime import date
from operator import attrgetter

import pytest
import shapely

from ergamot.core.errors import OutOfRange
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.kinds import Moves
from ergamot.core.ground.climate import Climate
from ergamot.core.ground.field import rectangle, turned
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.heading import Lie
from ergamot.core.ground.keeping import Keeping, make_keeping
from ergamot.core.ground.ledger import Visit, make_visit
from ergamot.core.ground.manure import Worth, manure
from ergamot.core.ground.minutes import Handling, round_of
from ergamot.core.ground.netting import near_the_house, netting, told_of_nets
from ergamot.core.ground.obstacle import HARVEST_DAYS, KINDS, LEAST_POINTS, WET_MONTHS, Form, make_obstacle
from ergamot.core.ground.outlook import outlook
from ergamot.core.ground.rest import grown, rest_days
from ergamot.core.ground.schedule import plan_season
from ergamot.core.ground.shaping import with_area
from ergamot.core.ground.team import RULES, Member, PutDown, Stays, share_out
from ergamot.core.units import Quantity, say
from tests.strategies import CATALOGUE

WARM = Climate((15.0,) * 12)


def birds(strain):
    return make_flock(CATALOGUE, strain, 30, date(2026, 3, 1), date(2026, 4, 1), date(2026, 5, 1))


def test_two_nets_of_fifty_metres():
    """98 m round: 24.5 square. ⌈100/3.6⌉ + 2 = 30 posts, a minute each and four besides, up and down: 68; on rough ground 5
    more, on tussocks 9. 7 kg a net; 0.1 to 0.25 J a net."""
    held = netting(2, 50.0, 100.0)
    assert (held.length_m, held.width_m, held.posts, held.minutes, held.kg) == (24.5, 24.5, 30, 68.0, 14.0)
    assert held.joules == (0.2, 0.5)
    assert (held.nets, held.net_m) == (2, 50.0)
    assert [netting(2, 50.0, 100.0, turf).added_posts for turf in ("lawn", "rough", "tussocks")] == [0, 5, 9]
    assert netting(2, 50.0, 100.0, "rough").minutes == 78.0
    assert netting(10, 50.0, 200.0, "rough").added_posts == 23  # of 139 + 10, 0.15 of them
    assert netting(20, 25.0, 100.0).kg == 70.0
    with pytest.raises(OutOfRange):
        netting(21, 50.0, 100.0)


@pytest.mark.parametrize(
    ("strain", "day"),
    [("broiler-fast", 28), ("turkey-hen", 42), ("layer-hybrid", 56), ("layer-bantam", 56)],
)
def test_the_young_stay_in_from_nets_until_their_day(strain, day):
    flock, held = birds(strain), netting(1, 50.0, 100.0)

    def said(age):
        return " ".join(one.text("metric") for one in told_of_nets(held, flock, age))

    assert f"until day {day}:" in said(day - 1)
    assert "until day" not in said(day)
    assert "0.1 to 0.2 J" in said(day) and "3000 V" in said(day)  # noqa: PT018


def test_half_the_wear_lies_within_five_metres_of_the_house():
    """A house 2 by 2 in the middle of 40 by 40: within 5 m of it 4 + 4·2·5 + 25·π = 122.5 m², half the wear on 1600."""
    size, house = PenSize(40, 40, 40, 40), PenSize(2, 2, 2, 2)
    assert near_the_house(size, house) == pytest.approx(0.5 * 1600 / 122.54, rel=0.002)


def test_lanes_run_across_from_a_fall_of_ten_in_a_hundred_and_within_fifteen_degrees():
    """It falls to the east: north is across, and up to 15° off it."""
    steep, gentle = Lie(10.0, 90.0), Lie(9.9, 90.0)
    assert [steep.across_the_fall(one) for one in (0.0, 15.0, 165.0, 15.1, 90.0)] == [
        True,
        True,
        True,
        False,
        False,
    ]
    assert gentle.across_the_fall(90.0)


def test_a_move_by_hand_and_by_what_it_goes_on():
    """3 to make ready, 1.5 to settle, 30 m at 15 a minute; 1.5 to turn; the gear's own; a vehicle's 4."""
    own = {
        Moves.SKIDS: 0.5, Moves.WHEELS: 0.5, Moves.AXLES: 0.5, Moves.LEVERS: 1.5, Moves.BOARDS: 1.5, Moves.BOLT_ON: 4.0,
        Moves.DOLLY: 2.0, Moves.FRAME: 5.0, Moves.CHASSIS: 5.0,
    }  # fmt: skip
    for gear, minutes in own.items():
        assert Handling(gear).move_min(30.0, turned=False) == 3.0 + minutes + 1.5 + 2.0
    assert Handling(Moves.SKIDS, vehicle=True).move_min(0.0, turned=True) == 3.0 + 0.5 + 1.5 + 4.0 + 1.5
    assert round_of(date(2026, 6, 1), (0.0, 0.0), [(8.0, (30.0, 40.0))]).minutes == pytest.approx(
        8 + 100 / 70
    )


def test_how_far_is_kept_off_what_stands_in_a_field():
    off = {
        "tree": 1.5, "bed": 1.0, "path": 0.5, "well": 50.0, "water": 10.0, "paved": 0.5, "house": 3.0, "wood": 10.0,
        "gap": 0.0, "hollow": 0.0,
    }  # fmt: skip
    assert {kind: row.off_m for kind, row in KINDS.items()} == off
    assert {kind for kind, row in KINDS.items() if row.months != tuple(range(1, 13))} == {"hollow"}
    assert KINDS["hollow"].months == WET_MONTHS == (1, 2, 3, 10, 11, 12)
    assert HARVEST_DAYS == {True: 120, False: 90}
    assert LEAST_POINTS == {Form.POINT: 1, Form.LINE: 2, Form.AREA: 3}
    assert make_obstacle("tree", "point", [(0.0, 0.0)], 100.0, "obstacles").off_m == 100.0
    with pytest.raises(OutOfRange):
        make_obstacle("tree", "point", [(0.0, 0.0)], 100.1, "obstacles")


def test_how_a_field_is_kept_and_what_is_asked_too_much():
    """250 kg of nitrogen on a strip and 170 over the field in a year; three weeks of rest at the least, a year at the most;
    grazers a month off at the most."""
    assert Keeping() == Keeping(250.0, 170.0, 21, 0, 0.0)
    assert make_keeping(least_rest=365, grazers_days=-30).grazers_days == -30
    for asked in ({"least_rest": 366}, {"least_rest": 20}, {"grazers_days": 31}, {"grazers_days": -31}):
        with pytest.raises(OutOfRange):
            make_keeping(**asked)


def test_rules_of_stay_are_days():
    assert [RULES[one] for one in Stays if one in RULES] == [0.5, 1.0, 2.0, 3.0, 7.0, 21.0]


def test_grass_comes_back_by_its_warmth():
    """330 degree-days: at 11 °C in 30 days, at 30 as at 25 in 14, of which 21 are rested; none counted under 5."""
    assert rest_days(lambda day: 11.0) == 30
    assert (rest_days(lambda day: 30.0, 0), rest_days(lambda day: 30.0)) == (14, 21)
    assert rest_days(lambda day: 5.0) == 66
    assert rest_days(lambda day: 4.9 if day <= 10 else 11.0) == 40
    assert grown((30.0,) * 12, date(2026, 6, 1), date(2026, 6, 11)) == 250.0


@pytest.mark.parametrize(
    ("kind", "phosphorus", "potassium"),
    [("broiler", 0.3019, 0.5849), ("turkey", 0.2846, 0.4231), ("hen", 0.3, 0.3625), ("bantam", 0.3, 0.3625)],
)
def test_what_comes_with_a_kilogram_of_nitrogen(kind, phosphorus, potassium):
    """ASAE D384.2 (2005): 53 g of nitrogen with 16 of phosphorus and 31 of potassium of a broiler; 260, 74 and 110 of a turkey hen;
    1.6, 0.48 and 0.58 a day of a layer."""
    day, square = date(2026, 6, 1), ((0.0, 0.0), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0))
    visit = Visit(1, day, date(2026, 6, 2), square, 1.0, 0.3, 100.0, day)
    got = manure(rectangle(40, 25, 0), [visit], {1: kind}, date(2026, 7, 1), Worth(1.0, 1.0, 1.0))
    assert got.nitrogen_kg == pytest.approx(1.0)
    assert (got.phosphorus_kg, got.potassium_kg) == pytest.approx((phosphorus, potassium), abs=6e-5)


def test_the_outlook_is_drawn_week_by_week_and_on_the_last_day():
    flock, climate = birds("broiler-fast"), Climate((15.0,) * 12)
    one = Member(1, flock, PenSize(3.0, 2.0, 3.4, 2.3), Stays.DAY, flock.out)
    season = plan_season(CATALOGUE, rectangle(40, 12, 0), [one], climate, flock.out, flock.leaves)
    weeks = outlook(season, climate, Keeping(), 20.0).weeks
    assert [week.day.day for week in weeks] == [1, 8, 15, 22, 29, 30]


def test_a_field_is_at_most_two_kilometres_square():
    square = [(0, 0), (40, 0), (40, 10), (0, 10)]
    with_area(square, 4_000_000.0)
    with_area(square, 4.0)
    with pytest.raises(OutOfRange):
        with_area(square, 3.9)
    with pytest.raises(OutOfRange):
        with_area(square, 4_000_001.0)


def test_a_person_walks_between_the_lanes_of_two_pens():
    flock = birds("broiler-fast")
    pens = [Member(key, flock, PenSize(3.0, 2.0, 3.4, 2.3), Stays.DAY, flock.out) for key in (1, 2)]
    season = plan_season(CATALOGUE, rectangle(40, 12, 0), pens, WARM, flock.out, flock.leaves)
    (_, left), (right, _) = sorted(plan.part.band for plan in season.plans)
    assert right - left == pytest.approx(0.8)


def test_a_pen_with_a_way_of_its_own_goes_that_first_and_then_the_rest():
    """Across the middle of 40 × 12 m: the stops it comes within a metre of, one after another."""
    flock = birds("broiler-fast")
    pen = Member(1, flock, PenSize(3.0, 2.0, 3.4, 2.3), Stays.DAY, flock.out)
    field, way = rectangle(40, 12, 0), ((-0.5, 20.0), (-11.5, 20.0))
    free, drawn = (
        share_out(CATALOGUE, field, [one], WARM, Keeping(), Lie())[0].laid
        for one in (pen, replace(pen, way=way))
    )
    place = attrgetter("u_m", "v_m")
    assert (free.drawn, sorted(map(place, free.stops))) == (0, sorted(map(place, drawn.stops)))
    near = [one for one in drawn.stops if beside(one, drawn.heading_deg, way) <= 1.0 + 1e-9]
    assert 0 < drawn.drawn == len(near)
    assert list(drawn.stops[: drawn.drawn]) == near


def beside(stop, heading_deg, way):
    """Return how far the middle of a stop of 3 × 2 m lies from a way, m."""
    line = shapely.LineString([turned(one, heading_deg) for one in way])
    return line.distance(shapely.Point(stop.u_m + 1.5, stop.v_m + 1.0))


def test_pens_keep_to_the_side_of_the_field_they_stand_on():
    flock = birds("broiler-fast")
    low, high = (((5.0, y), (8.0, y), (8.0, y + 2.0), (5.0, y + 2.0)) for y in (1.0, 8.0))
    first_is_low = []
    for first, second in ((low, high), (high, low)):
        pens = [
            Member(
                key,
                flock,
                PenSize(3.0, 2.0, 3.4, 2.3),
                Stays.DAY,
                flock.out,
                PutDown(place, flock.out, 1, 1, flock.out),
            )
            for key, place in ((1, first), (2, second))
        ]
        plans = plan_season(CATALOGUE, rectangle(40, 12, 90), pens, WARM, flock.out, flock.leaves).plans
        bands = {plan.member.key: plan.part.band for plan in plans}
        first_is_low.append(bands[1] < bands[2])
    assert sorted(first_is_low) == [False, True]


def test_the_young_are_told_of_behind_their_nets():
    young = make_flock(CATALOGUE, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 8), date(2026, 5, 20))
    held = netting(2, 50.0, 100.0)
    pen = Member(1, young, PenSize(3.0, 2.0, 3.4, 2.3), Stays.WEEK, young.out, nets=held)
    (plan,) = plan_season(CATALOGUE, rectangle(80, 60, 0), [pen], WARM, young.out, young.leaves).plans
    notes = [one.text("metric") for one in plan.notes]
    around = [one.text("metric") for one in told_of_nets(held, young, 7)]
    assert notes[: len(around)] == around
    assert any("until day 28" in one for one in notes)


def test_what_a_weeks_stay_costs_the_grass_is_told_in_hundredths():
    flock = birds("broiler-fast")
    pen = Member(1, flock, PenSize(3.0, 2.0, 3.4, 2.3), Stays.WEEK, flock.out)
    (plan,) = plan_season(CATALOGUE, rectangle(60, 14, 0), [pen], WARM, flock.out, flock.leaves).plans
    worst = max(move.wear for move in plan.moves if move.passes)
    assert round(worst, 2) != round(worst)
    told = next(one.text("metric") for one in plan.notes if "pass what the grass bears" in one.text("metric"))
    assert say(Quantity(round(worst, 2), "bird-days/m2")) in told


def test_what_is_told_of_a_visit_is_refused_with_its_unit():
    day = date(2026, 6, 1)
    place = [(0, 0), (3, 0), (3, 2), (0, 2)]
    for figures, unit in (
        ((101.0, 0.3, 60.0), "bird-days/m²"),
        ((1.0, 101.0, 60.0), "kg/m²"),
        ((1.0, 0.3, 5001.0), "kg/ha"),
    ):
        with pytest.raises(OutOfRange) as refused:
            make_visit(day, day, day, place, *figures, "visits")
        assert unit in refused.value.allowed
