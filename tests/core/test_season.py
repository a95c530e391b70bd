"""A field's season: what every plan keeps over random fields, flocks and pasts, and seasons worked by hand."""

from __future__ import annotations

from datetime import date, timedelta
from itertools import combinations, pairwise

import pytest
import shapely
from hypothesis import assume, given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import USUAL_MONTHS_C
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.kinds import Moves
from ergamot.core.ground.climate import Climate
from ergamot.core.ground.field import make_field, rectangle, unturned
from ergamot.core.ground.footprint import PenSize, with_room
from ergamot.core.ground.heading import Lie
from ergamot.core.ground.keeping import Keeping, make_keeping
from ergamot.core.ground.lanes import lay_out
from ergamot.core.ground.ledger import Ledger, Visit, overlap, strip_year
from ergamot.core.ground.manure import SHARES, Worth, manure
from ergamot.core.ground.minutes import Handling, round_m, round_of
from ergamot.core.ground.netting import near_the_house, netted, netting, netting_on, told_of_nets
from ergamot.core.ground.obstacle import Harvest, Shut, make_obstacle
from ergamot.core.ground.outlook import outlook
from ergamot.core.ground.schedule import plan_season
from ergamot.core.ground.shaping import with_area, with_side
from ergamot.core.ground.stay import Loads, Out, day_load
from ergamot.core.ground.team import Member, PutDown, Stays
from ergamot.core.ground.walk import placed
from tests.core.test_field import fields
from tests.depth import examples
from tests.strategies import CATALOGUE, flocks

USUAL = Climate(USUAL_MONTHS_C)
WARM = Climate((15.0,) * 12)
SIZES = (PenSize(3.0, 2.0, 3.4, 2.3), PenSize(2.4, 1.2, 2.6, 1.2), PenSize(3.6, 3.0, 4.6, 3.3, turn_m=0.8))
STRAINS = CATALOGUE.strains


def flock(strain, placed, hatch, out, leaves):
    return Flock(STRAINS[strain], placed, hatch, out, leaves)


SPRING = date(2026, 4, 1)
BROILERS = flock("broiler-slow", 20, SPRING, SPRING + timedelta(24), SPRING + timedelta(77))
HENS = flock("layer-hybrid", 12, SPRING - timedelta(150), SPRING, SPRING + timedelta(200))
TURKEYS = flock("turkey-hen", 8, SPRING - timedelta(20), SPRING + timedelta(22), SPRING + timedelta(85))


@st.composite
def teams(draw):
    """One to three pens with flocks of their own and any rule."""
    count = draw(st.integers(1, 3))
    members = []
    for key in range(count):
        birds = draw(flocks())
        stays = draw(st.sampled_from(list(Stays)))
        members.append(Member(key, birds, draw(st.sampled_from(SIZES)), stays, birds.out))
    return members


def planned(field, members, days=60, **more):
    start = min(one.first for one in members)
    try:
        return plan_season(CATALOGUE, field, members, USUAL, start, start + timedelta(days=days), **more)
    except OutOfRange as refused:
        assert refused.field == "outline"
        assume(False)


def box(visit):
    return shapely.Polygon(visit.corners)


TIGHT = st.builds(rectangle, st.floats(8, 24), st.floats(6, 14), st.floats(0, 360))


@examples(8)
@given(st.one_of(fields(), TIGHT), teams())
def test_every_season_keeps_to_its_field_its_rest_and_its_limits(field, members):
    season = planned(field, members, 120)
    free = field.free().buffer(1e-4)
    by_pen = {one.key: one for one in members}
    limits = {plan.member.key: {(m.day, m.part): m for m in plan.moves} for plan in season.plans}
    for visit in season.visits:
        assert free.covers(box(visit))
        flock = by_pen[visit.pen].flock
        assert flock.out <= visit.day <= visit.left <= flock.leaves
    inner = [box(one).buffer(-0.005) for one in season.visits]
    tree = shapely.STRtree(inner)
    for i, j in zip(*tree.query(inner, predicate="intersects"), strict=True):
        if i < j:
            first, then = sorted((season.visits[i], season.visits[j]), key=lambda each: each.day)
            assert first.ready <= then.day
    for plan in season.plans:
        for move in plan.moves:
            here = shapely.Polygon(placed(move.stop, plan.pen, plan.laid.heading_deg)).buffer(-0.005)
            near = (season.visits[i] for i in tree.query(here, predicate="intersects"))
            year = [one for one in near if one.day < move.day and (move.day - one.left).days < 365]
            had = sum(one.nitrogen_kg_ha for one in year) + move.nitrogen_kg_ha
            assert move.nitrogen_year_kg_ha == pytest.approx(had)
            assert had <= 250 + 1e-6 or "nitrogen" in move.passes
            assert plan.member.stays is not Stays.GRASS or not move.passes
            assert move.haul_m <= plan.pen.width_m + 1e-3 or any(
                "longer than a lane" in n.text("metric") for n in plan.notes
            )
    assert all(
        len(moves) == len(plan.moves) for moves, plan in zip(limits.values(), season.plans, strict=True)
    )


@examples(5)
@given(fields(), teams())
def test_pens_never_stand_on_the_same_ground_on_a_day(field, members):
    season = planned(field, members, 40)
    for one, other in combinations(season.visits, 2):
        if (
            one.pen != other.pen
            and one.day < max(other.left, other.day + timedelta(1))
            and other.day < max(one.left, one.day + timedelta(1))
        ):
            assert not overlap(one.corners, other.corners)


@examples(5)
@given(fields(), flocks(), st.integers(1, 30), st.sampled_from(list(Stays)))
def test_a_replan_never_changes_the_past_and_goes_on_from_where_the_pen_stands(field, birds, days, stays):
    one = Member(7, birds, SIZES[0], stays, birds.out)
    season = planned(field, [one])
    cut = birds.out + timedelta(days=days)
    done = [visit for visit in season.visits if visit.left <= cut and visit.day < cut]
    open_stay = next((visit for visit in season.visits if visit.day < cut < visit.left), None)
    assume(done and open_stay is None)
    *past, last = done
    assume(last.left == cut and last.day < cut)
    moves = [move for move in season.plans[0].moves if move.day == last.day]
    stands = PutDown(last.corners, last.day, len(moves), len(moves), last.day)
    again = plan_season(
        CATALOGUE,
        field,
        [Member(7, birds, SIZES[0], stays, birds.out, stands)],
        USUAL,
        birds.out,
        birds.out + timedelta(60),
        past=tuple(past),
    )
    assert again.past == tuple(past)
    stood = again.plans[0].stood
    assert stood is not None
    assert (stood.day, stood.corners) == (last.day, last.corners)
    assert all(visit.day >= stood.left for visit in again.visits[1:])


def test_three_pens_of_different_flocks_over_six_weeks_by_hand():
    """A 60 × 40 m field from 25 April: broilers daily (42 moves), hens every two days (21), turkeys weekly (6)."""
    start = SPRING + timedelta(24)
    team = [
        Member(1, BROILERS, SIZES[0], Stays.DAY, start),
        Member(2, HENS, SIZES[2], Stays.TWO_DAYS, start),
        Member(3, TURKEYS, SIZES[0], Stays.WEEK, start),
    ]
    season = plan_season(CATALOGUE, rectangle(60, 40, 90), team, WARM, start, start + timedelta(42))
    assert [len(plan.moves) for plan in season.plans] == [42, 21, 6]
    bands = [plan.part.band for plan in season.plans]
    assert all(low[1] + 0.7 < high[0] or high[1] + 0.7 < low[0] for low, high in combinations(bands, 2))
    for plan in season.plans:
        assert all(move.left == then.day for move, then in pairwise(plan.moves))
        assert all(move.haul_m <= plan.pen.width_m for move in plan.moves)


def test_ground_is_shared_by_what_is_asked_while_a_stop_rests_not_by_how_long_a_flock_is_out():
    """Two like pens moved daily, one out for 77 − 24 days, one for 200: at 15 °C a stop is back after 23 days, so each asks
    for 23 stops and gets half of the field."""
    team = [
        Member(1, BROILERS, SIZES[0], Stays.DAY, BROILERS.out),
        Member(2, HENS, SIZES[0], Stays.DAY, BROILERS.out),
    ]
    season = plan_season(CATALOGUE, rectangle(60, 40, 90), team, WARM, BROILERS.out, HENS.leaves)
    first, second = (high - low for low, high in (plan.part.band for plan in season.plans))
    assert first == pytest.approx(second, abs=0.5)
    assert team[0].area_asked(season.plans[0].part.loads, WARM, Keeping()) == pytest.approx(23 * 6)
    assert season.used_up_on is None


def test_grazers_count_when_the_grass_decides_how_long_a_stay_is():
    """Hens that may stay two days on much ground, 240 kg N/ha left on it by others of 250: cows' 8 leave room for one day."""
    field, pen = rectangle(12.0, 10.0, 90), PenSize(12.0, 10.0, 12.0, 10.0)
    load = day_load(CATALOGUE, HENS, HENS.age_on(HENS.out), 120.0, 15.0)
    one_day = 10 * load.nitrogen_g_m2
    whole = ((0.0, 0.0), (12.0, 0.0), (12.0, 10.0), (0.0, 10.0))
    left = HENS.out - timedelta(60)
    before = Visit(9, left, left, whole, 0.1, 0.1, 250 - 8 - 1.5 * one_day, left)
    for cows, days in ((0.0, 2), (8.0, 1)):
        one = Member(1, HENS, pen, Stays.GRASS, HENS.out)
        keeping = Keeping(grazers_days=3, grazers_kg_ha=cows)
        season = plan_season(
            CATALOGUE, field, [one], WARM, HENS.out, HENS.out + timedelta(5), keeping, (before,)
        )
        move = season.plans[0].moves[0]
        assert (move.left - move.day).days == days
        assert not move.passes


def test_a_strips_year_is_what_lies_on_it():
    day = date(2026, 6, 1)
    places = [((x, 0.0), (x + 3.0, 0.0), (x + 3.0, 2.0), (x, 2.0)) for x in (0.0, 3.0)]
    visits = [
        Visit(1, day, day + timedelta(1), places[0], 1.0, 0.3, 60.0, day + timedelta(23)),
        Visit(2, day + timedelta(30), day + timedelta(31), places[0], 1.0, 0.3, 50.0, day + timedelta(53)),
        Visit(1, day, day + timedelta(1), places[1], 1.0, 0.3, 40.0, day + timedelta(23)),
    ]
    early, late = (strip_year(visits, (1.0, 1.0), day + timedelta(n)) for n in (10, 40))
    assert (early.nitrogen_kg_ha, early.ready, len(early.visits)) == (60.0, day + timedelta(23), 2)
    assert (late.nitrogen_kg_ha, late.ready) == (110.0, day + timedelta(53))
    assert strip_year(visits, (1.0, 1.0), day + timedelta(380)).nitrogen_kg_ha == 50.0


def test_a_part_is_taken_over_by_the_next_flock_where_the_last_left_off():
    """Batch after batch in one pen's part: the second begins beside where the first ended, on fresh ground."""
    later = flock(
        "broiler-slow", 20, BROILERS.leaves - timedelta(24), BROILERS.leaves, BROILERS.leaves + timedelta(50)
    )
    team = [
        Member(1, BROILERS, SIZES[0], Stays.DAY, BROILERS.out),
        Member(2, later, SIZES[0], Stays.DAY, later.out),
    ]
    season = plan_season(CATALOGUE, rectangle(60, 14, 0), team, WARM, BROILERS.out, later.leaves)
    first, second = season.plans
    assert first.part.band is None
    assert second.part.band is None
    at = [
        plan.laid.stops.index(move.stop)
        for plan, move in ((first, first.moves[-1]), (second, second.moves[0]))
    ]
    assert at[1] == at[0] + 1


def test_a_missed_day_and_half_a_day_done_by_hand():
    """Daily, stands since the 3rd, not to be moved before the 6th: three days on one stop, told where they pass."""
    day = BROILERS.out
    place = ((1.0, 1.0), (4.0, 1.0), (4.0, 3.0), (1.0, 3.0))
    held = PutDown(place, day, 1, 1, day + timedelta(3))
    member = Member(1, BROILERS, SIZES[0], Stays.DAY, day, held)
    plan = plan_season(CATALOGUE, rectangle(60, 14, 0), [member], WARM, day, day + timedelta(10)).plans[0]
    loads = Loads(CATALOGUE, BROILERS, 6.0, WARM)
    assert plan.stood.left == plan.moves[0].day == day + timedelta(3)
    assert plan.stood.wear == pytest.approx(sum(one.wear for one in loads.over(day, 3)))
    weekly = Member(1, BROILERS, SIZES[0], Stays.WEEK, day, PutDown(place, day, 1, 1, day))
    plan = plan_season(CATALOGUE, rectangle(60, 14, 0), [weekly], WARM, day, day + timedelta(10)).plans[0]
    assert (plan.stood.left - plan.stood.day).days == 7  # the keeper's rule, whatever the grass bears
    twice = PutDown(place, day, 1, 2, day)
    member = Member(1, BROILERS, SIZES[0], Stays.HALF_DAY, day, twice)
    plan = plan_season(CATALOGUE, rectangle(60, 14, 0), [member], WARM, day, day + timedelta(3)).plans[0]
    assert [(move.day, move.part) for move in plan.moves[:3]] == [
        (day, 2),
        (day + timedelta(1), 1),
        (day + timedelta(1), 2),
    ]
    assert plan.stood.wear == pytest.approx(loads.on(day).wear / 2)


def test_grazers_ahead_and_behind_put_off_when_a_stop_is_used_again():
    """At 15 °C a stop rests 22 days. Cows three days ahead: 25; three days behind, the rest begins when they leave: 25."""
    left = date(2026, 6, 1)
    assert Keeping().ready_on(WARM, left) == date(2026, 6, 23)
    for days in (3, -3):
        assert Keeping(grazers_days=days).ready_on(WARM, left) == date(2026, 6, 26)
    assert Keeping(least_rest=60).ready_on(WARM, left) == date(2026, 7, 31)
    cows = Keeping(grazers_days=3, grazers_kg_ha=15.0)
    one = Member(1, BROILERS, SIZES[0], Stays.DAY, BROILERS.out)
    season = plan_season(CATALOGUE, rectangle(60, 14, 0), [one], WARM, BROILERS.out, BROILERS.leaves, cows)
    move = season.plans[0].moves[0]
    assert move.nitrogen_kg_ha == pytest.approx(10 * move.load.nitrogen_g_m2 + 15)
    for wrong in ({"least_rest": 20}, {"grazers_days": 31}, {"mean_kg_ha": 5}, {"grazers_kg_ha": 300}):
        with pytest.raises(OutOfRange) as refused:
            make_keeping(**wrong)
        assert refused.value.field == next(iter(wrong))


def test_the_past_of_other_pens_counts_on_the_same_strip_for_a_year():
    """A visit of 200 kg N/ha by a pen that is gone: closed to broilers of the grass for 365 days, open on the 366th."""
    field = rectangle(3.4, 2.3, 90)  # one stop
    whole = ((0.0, 0.0), (3.4, 0.0), (3.4, 2.3), (0.0, 2.3))
    for days, stands in ((364, 0), (365, 1)):
        left = BROILERS.out - timedelta(days)
        before = Visit(99, left - timedelta(1), left, whole, 1.0, 0.5, 249.9, left + timedelta(30))
        one = Member(1, BROILERS, SIZES[0], Stays.GRASS, BROILERS.out)
        season = plan_season(
            CATALOGUE, field, [one], WARM, BROILERS.out, BROILERS.out + timedelta(1), past=(before,)
        )
        assert len(season.plans[0].moves) == stands
        assert bool(season.plans[0].without) is (stands == 0)


def test_ground_shut_between_days_and_before_a_harvest_is_passed_over_then_only():
    corner = [(0, 0), (60, 0), (60, 14), (0, 14)]
    hay = make_obstacle(
        "gap", "area", corner, 0, "obstacles", Shut(BROILERS.out, BROILERS.out + timedelta(4))
    )
    field = make_field(corner, [hay], heading_deg=90)
    one = Member(1, BROILERS, SIZES[0], Stays.DAY, BROILERS.out)
    plan = plan_season(CATALOGUE, field, [one], WARM, BROILERS.out, BROILERS.out + timedelta(10)).plans[0]
    assert plan.moves[0].day == BROILERS.out + timedelta(5)
    assert len(plan.without) == 5
    for soil, days in ((True, 120), (False, 90)):
        picked = Harvest(date(2026, 9, 1), soil)
        assert picked.first == date(2026, 9, 1) - timedelta(days)
        bed = make_obstacle("bed", "area", corner, 0, "obstacles", picked)
        assert not bed.always
        assert [
            bed.shut_on(day)
            for day in (picked.first - timedelta(1), picked.first, picked.last, picked.last + timedelta(1))
        ] == [False, True, True, False]
    with pytest.raises(OutOfRange):
        make_obstacle("gap", "area", corner, 0, "obstacles", Shut(BROILERS.leaves, BROILERS.out))


def test_lanes_run_across_steep_ground_and_where_the_pen_stands_the_wind_best():
    square = make_field([(0, 0), (60, 0), (60, 60), (0, 60)])
    for falls in (0.0, 30.0, 90.0, 200.0):
        heading = lay_out(square, SIZES[0], Lie(12.0, falls)).heading_deg
        off = abs((heading - falls) % 180 - 90)
        assert off <= 15
    # stands 30 m/s with the wind on a side, 12 on its ends; the wind is from the west: its sides to it, so north and south
    gusts = tuple(30.0 if 5 <= i % 12 <= 7 else 12.0 for i in range(24))
    assert lay_out(square, SIZES[0], Lie(0.0, None, 270.0, gusts)).heading_deg == 0
    assert lay_out(square, SIZES[0], Lie(0.0, None, 0.0, gusts)).heading_deg == 90


def test_room_is_left_past_the_ends_of_lanes_for_its_gear_and_whoever_pulls():
    """3.4 × 2.3 m: about an axle at its rear its corners reach √(3.4² + 1.15²) = 3.589 m, 0.189 past its end; about its middle
    √(1.7² + 1.15²) − 1.7 = 0.352. A person stands in 0.8 m more, a vehicle in 3."""
    pen = PenSize(3.0, 2.0, 3.4, 2.3)
    for vehicle, about_axle, room, stops in (
        (False, True, 0.989, 12),
        (False, False, 1.152, 12),
        (True, True, 3.189, 11),
        (True, False, 3.352, 10),
    ):
        size = with_room(pen, vehicle, about_axle)
        assert size.turn_m == pytest.approx(room, abs=0.001)
        laid = lay_out(rectangle(40, 2.4, 0), size)
        assert len(laid.stops) == stops
        assert min(stop.u_m for stop in laid.stops) >= room - 0.001


def test_wet_months_move_birds_on_sooner():
    """Every day of the month wet: one and a half times the wear; 6 of 30 days: a tenth more."""
    for days, times in ((0.0, 1.0), (6.0, 1.1), (30.0, 1.5), (31.0, 1.5)):
        assert Climate((15.0,) * 12, (days,) * 12).wear_on(date(2026, 5, 1)) == pytest.approx(times)
    dry = day_load(CATALOGUE, HENS, 300, 6.0, 15.0)
    wet = day_load(CATALOGUE, HENS, 300, 6.0, 15.0, 1.5)
    assert wet.wear == pytest.approx(1.5 * dry.wear)
    assert wet.stay_days < dry.stay_days


def test_hours_out_scale_wear_feed_and_droppings_and_wear_is_worst_near_the_house():
    lives = day_load(CATALOGUE, HENS, 300, 100.0, 15.0)
    out = day_load(CATALOGUE, HENS, 300, 100.0, 15.0, out=Out(6.0))
    assert out.wear == pytest.approx(lives.wear / 2)
    assert out.cover_kg_m2 == pytest.approx(lives.cover_kg_m2 / 4)
    assert out.nitrogen_g_m2 == pytest.approx(lives.nitrogen_g_m2 / 4)
    near = day_load(CATALOGUE, HENS, 300, 100.0, 15.0, out=Out(12.0, 2.4))
    assert near.wear == pytest.approx(2.4 * lives.wear)
    assert near_the_house(PenSize(6, 6, 6, 6), PenSize(2, 2, 2, 2)) == 1.0  # all of it is near


def test_a_net_of_three_lengths_in_a_strip():
    """3 × 50 m less a metre at each join are 147; 12 m wide leave 61.5 long: 738 m². 150 ÷ 3.6 = 41.7 → 42 posts and 3."""
    held = netting(3, 50.0, 12.0)
    assert (held.length_m, held.width_m) == (61.5, 12.0)
    assert held.area_m2 == pytest.approx(738)
    assert (held.posts, held.added_posts, held.kg) == (45, 0, 21.0)
    assert held.minutes == 2 * (4 + 45)
    assert held.joules == pytest.approx((0.3, 0.75))
    rough = netting(3, 50.0, 100.0, "tussocks")
    assert rough.length_m == rough.width_m == 36.75
    assert rough.added_posts == 14
    told = " ".join(one.text("metric") for one in told_of_nets(rough, TURKEYS, 30))
    assert "14 of them added for the ground" in told
    assert "chicks pass the net until day 42" in told
    assert netted(held).fenced
    for nets, each, wide in ((0, 50.0, 20.0), (21, 50.0, 20.0), (2, 5.0, 20.0), (2, 50.0, 0.5)):
        with pytest.raises(OutOfRange):
            netting(nets, each, wide)


def test_nets_are_set_narrower_where_a_square_finds_no_place():
    """A triangle 60 m long and 30 m high holds no square of 24.5 m whose sides lie along it."""
    thin = make_field([(0, 0), (60, 0), (0, 30)])
    held = netting_on(thin, 2, 50.0)
    assert held.width_m < 24.5
    assert held.length_m + held.width_m == pytest.approx(49)
    assert lay_out(thin, netted(held)).stops
    with pytest.raises(OutOfRange):
        netting_on(rectangle(20, 10, 0), 2, 50.0)


@given(st.integers(1, 20), st.floats(10, 100), st.floats(1, 200))
def test_nets_hold_as_much_as_they_go_round(nets, each, wide):
    held = netting(nets, each, wide)
    assert 2 * (held.length_m + held.width_m) == pytest.approx(nets * (each - 1))
    assert held.width_m <= min(wide, held.length_m + 1e-9)


def test_manure_by_hand_and_what_it_is_worth():
    """Two strips of 100 m² at 100 kg N/ha are 2 kg; of a hen's there are 0.48 ÷ 1.6 of phosphorus to each, 0.58 ÷ 1.6 of
    potassium. On 0.2 ha: 10 kg/ha. A stay that goes on counts by its days."""
    day = date(2026, 6, 1)
    place = ((0.0, 0.0), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0))
    visits = [
        Visit(1, day + timedelta(i), day + timedelta(i + 1), place, 1.0, 0.3, 100.0, day) for i in range(2)
    ]
    got = manure(rectangle(50, 40, 0), visits, {1: "hen"}, day + timedelta(30), Worth(1.0, 2.0, 3.0))
    assert got.nitrogen_kg == pytest.approx(2.0)
    assert got.phosphorus_kg == pytest.approx(2 * 0.3)
    assert got.potassium_kg == pytest.approx(2 * 0.3625)
    assert got.mean_kg_ha == pytest.approx(10.0)
    assert got.worth == pytest.approx(2.0 + 2 * 0.6 + 3 * 0.725)
    assert (
        manure(rectangle(50, 40, 0), visits, {1: "hen"}, day + timedelta(500), Worth(1, 1, 1)).nitrogen_kg
        == 0
    )
    week = [Visit(1, day, day + timedelta(7), place, 1.0, 0.3, 70.0, day)]
    assert manure(
        rectangle(50, 40, 0), week, {}, day + timedelta(3), Worth(1, 1, 1)
    ).nitrogen_kg == pytest.approx(0.3)
    assert set(SHARES) == {strain.kind for strain in STRAINS.values()}


def test_a_field_that_is_used_up_says_when_and_how_many_it_would_carry():
    """44 stops in four lanes of 11; at 15 °C 23 stops rest or are stood on at once with daily moves: carries 44 ÷ 23 pens.
    On 11 stops it runs out on the twelfth day, and would carry 11 ÷ 23 of the birds."""
    one = Member(1, BROILERS, SIZES[0], Stays.DAY, BROILERS.out)
    for wide, stops in ((8.3, 44), (2.3, 11)):
        season = plan_season(
            CATALOGUE, rectangle(33.4, wide, 0), [one], WARM, BROILERS.out, BROILERS.out + timedelta(40)
        )
        ahead = outlook(season, WARM, Keeping(), 0.0)
        assert ahead.stops_m2 == pytest.approx(6 * stops)
        assert ahead.carries == pytest.approx(stops / 23)
        told = " ".join(note.text("metric") for note in ahead.notes)
        if stops == 44:
            assert season.used_up_on is None
            assert "lasts" in told
        else:
            assert season.used_up_on == BROILERS.out + timedelta(11)
            assert f"with {int(20 * 11 / 23)} birds instead of 20" in told
            assert "72 m² more ground" in told
    over = outlook(season, WARM, Keeping(), 340.0)
    assert any("10 birds would keep it" in note.text("metric") for note in over.notes)


def test_long_grass_is_mown_before_birds_come_to_it_unless_cattle_were_there():
    """At 15 °C grass is long after 660 ÷ 15 = 44 days: not grazed yet this year, from 14 February on; and 44 after birds."""
    new_year = date(2026, 1, 1)
    for days, long in ((43, False), (44, True)):
        assert WARM.long_on(new_year + timedelta(days), None) is long
        assert WARM.long_on(date(2026, 6, 1) + timedelta(days), date(2026, 6, 1)) is long
    one = Member(1, BROILERS, SIZES[0], Stays.DAY, BROILERS.out)
    for ahead, mown in ((0, True), (3, False)):
        keeping = Keeping(grazers_days=ahead)
        season = plan_season(
            CATALOGUE, rectangle(60, 14, 0), [one], WARM, BROILERS.out, BROILERS.leaves, keeping
        )
        plan = season.plans[0]
        assert plan.moves[0].mow is mown
        assert any("mow before" in note.text("metric") for note in plan.notes) is mown


def test_rest_for_parasites_may_be_what_a_field_is_short_of():
    one = Member(1, BROILERS, SIZES[0], Stays.DAY, BROILERS.out)
    long = Keeping(least_rest=60)
    season = plan_season(CATALOGUE, rectangle(33.4, 8.3, 0), [one], WARM, BROILERS.out, BROILERS.leaves, long)
    told = [note.text("metric") for note in outlook(season, WARM, long, 0.0).notes]
    assert any("with 21 days of rest at the least instead of 60" in one for one in told)


def test_minutes_of_a_move_and_of_a_round():
    """3 + 0.5 + 1.5 minutes at rest, 30 m at 15 m a minute, 1.5 to turn; a vehicle 4 more."""
    assert Handling(Moves.WHEELS).move_min(30.0, turned=True) == pytest.approx(8.5)
    assert Handling(Moves.WHEELS, vehicle=True).move_min(30.0, turned=False) == pytest.approx(11.0)
    assert round_m((0.0, 0.0), [(30.0, 0.0), (10.0, 0.0), (30.0, 40.0)]) == pytest.approx(10 + 20 + 40 + 50)
    assert round_m(None, [(30.0, 0.0), (10.0, 0.0)]) == pytest.approx(20)
    made = round_of(date(2026, 6, 1), (0.0, 0.0), [(8.0, (35.0, 0.0)), (6.0, (70.0, 0.0))])
    assert (made.moves, made.walk_m, made.minutes) == (2, 140.0, 16.0)


def test_a_side_and_an_area_are_made_to_measure():
    square = [(0.0, 0.0), (40.0, 0.0), (40.0, 10.0), (0.0, 10.0)]
    assert with_side(square, 3, 20.0)[0] == (0.0, -10.0)
    assert shapely.Polygon(with_area(square, 900.0)).area == pytest.approx(900, rel=1e-3)
    for call in (
        lambda: with_side(square, 4, 10.0),
        lambda: with_side(square, 0, 0.1),
        lambda: with_area(square, 1.0),
    ):
        with pytest.raises(OutOfRange):
            call()


@given(
    st.lists(st.tuples(st.floats(-50, 50), st.floats(-50, 50), st.floats(0, 360)), min_size=2, max_size=12)
)
def test_the_ledger_finds_what_lies_on_a_place_as_shapes_do(spots):
    def corners(x, y, turn):
        return tuple(
            (x + a, y + b) for a, b in (unturned(one, turn) for one in ((-2, -1), (2, -1), (2, 1), (-2, 1)))
        )

    day = date(2026, 6, 1)
    visits = [Visit(i, day, day, corners(*spot), 1.0, 1.0, 1.0, day) for i, spot in enumerate(spots)]
    ledger = Ledger(visits)
    for one in visits:
        found = {each.pen for each in ledger.over(one.corners)}
        deep = {each.pen for each in visits if box(one).intersection(box(each)).area > 0.02}
        assert deep <= found
        assert found <= {each.pen for each in visits if box(one).distance(box(each)) < 1e-9}
