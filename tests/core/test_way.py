"""The way to the field and the first haul along it."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.farm.way import Stretch, checked_way, legs, lengthened, longest_round_m
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.gear.first_haul import first_haul, told_of_way
from ergamot.core.gear.haul import haul, movers_strength
from tests.strategies import CATALOGUE

OPEN = Stretch(0, 30, 4000, 0, "", 20000)
PEN = build(make_design(CATALOGUE, "low-pen", {"wheel": "barrow-16"}), CATALOGUE)
WEIGHED = mass(PEN)

metres = st.floats(-300, 300).map(lambda value: round(value, 1))
ways = st.lists(
    st.builds(
        Stretch, metres, metres, st.floats(300, 9000), st.floats(-25, 25), st.just(""), st.floats(300, 9000)
    ),
    min_size=1,
    max_size=6,
).filter(lambda way: all(leg.length_m >= 0.5 for leg in legs(way)))


def hauled(*way: Stretch, structure=PEN, **place):
    return first_haul(CATALOGUE, structure, mass(structure), make_conditions(CATALOGUE, way=way, **place))


def test_a_rectangle_round_a_right_angle_by_hand():
    """A stick without width in a passage 1 m wide: √8 m, the ladder in a corridor. Something 1 m wide where there are
    2 m: 2(2 − 1·cos 45°)/sin 45° = 3.657 m; as wide as the passage: 2(1 − 0.7071)/0.7071 = 0.828 m."""
    assert longest_round_m(0, 1, 90) == pytest.approx(math.sqrt(8))
    assert longest_round_m(1, 2, 90) == pytest.approx(3.657, abs=0.001)
    assert longest_round_m(1, 1, 90) == pytest.approx(0.828, abs=0.001)
    assert longest_round_m(1, 0.9, 90) == 0
    assert longest_round_m(1, 1, 0) == math.inf


@given(st.floats(0, 3), st.floats(3, 9), st.floats(1, 179))
def test_the_middle_of_a_bend_is_its_tightest(width, room, bend):
    """Of all the angles a rectangle stands at on its way round, none leaves less than half way does."""
    whole = math.radians(bend)
    fits = [
        (room - width * math.cos(t)) / math.sin(t)
        + (room - width * math.cos(whole - t)) / math.sin(whole - t)
        for t in (whole * share / 40 for share in range(1, 40))
    ]
    assert min(fits) == pytest.approx(longest_round_m(width, room, bend), rel=1e-6)


@given(ways, st.data())
def test_a_stretch_is_as_long_as_it_was_measured_and_the_rest_goes_along(way, data):
    number = data.draw(st.integers(1, len(way)))
    longer = lengthened(way, number, 12.5)
    before, after = legs(way), legs(longer)
    assert after[number - 1].length_m == pytest.approx(12.5, abs=0.01)
    for i, (one, other) in enumerate(zip(before, after, strict=True), start=1):
        if i != number:
            assert other.length_m == pytest.approx(one.length_m, abs=0.01)


def test_bends_are_measured_either_way_round():
    zigzag = [replace(OPEN, east_m=e, north_m=n) for e, n in ((0, 10), (10, 10), (10, 20), (10, 10))]
    assert [leg.bend_deg for leg in legs(zigzag)] == [90, 90, 180, 0]


@pytest.mark.parametrize(
    ("change", "field", "words"),
    [
        ({"width_mm": 100.0}, "way-1-width_mm", "the narrowest place of stretch 1 must be 300 to 50000 mm"),
        ({"rise_percent": 40.0}, "way-1-rise_percent", "-25 to 25 %"),
        ({"room_mm": math.nan}, "way-1-room_mm", "the room to turn"),
        ({"north_m": 0.1}, "way-1-length", "0.5 to 10000 m"),
        ({"east_m": 9000.0}, "way-1-east_m", "-5000 to 5000"),
    ],
)
def test_what_is_no_way_is_refused_with_its_stretch(change, field, words):
    with pytest.raises(OutOfRange) as refused:
        checked_way([replace(OPEN, **change)])
    assert refused.value.field == field
    assert words in refused.value.message


def test_more_stretches_than_a_farm_has_are_refused():
    with pytest.raises(OutOfRange, match="at most 30"):
        checked_way([replace(OPEN, north_m=10.0 * i) for i in range(1, 33)])


def test_without_a_way_there_is_no_first_haul_and_the_told_passage_counts():
    assert hauled() is None
    assert make_conditions(CATALOGUE, passage_mm=1800).narrowest_mm == 1800
    assert make_conditions(CATALOGUE, passage_mm=1800, way=(OPEN,)).narrowest_mm == 4000


def test_the_narrowest_place_stops_it():
    found = hauled(OPEN, replace(OPEN, north_m=60, width_mm=1500))
    assert (found.hardest.leg.number, found.hardest.ruling) == (2, "passage")
    assert found.hardest.over.most == pytest.approx(1.5 / found.width_m)
    assert "too wide for its narrowest place" in list(told_of_way(found))[-1].text("metric")


def test_a_bend_stops_what_is_too_long_for_it():
    """A fifth of a metre to spare beside the pen, and a right angle: less than its length gets round."""
    wide = hauled(OPEN).width_m
    corner = replace(OPEN, room_mm=1000 * (wide + 0.2))
    found = hauled(corner, replace(OPEN, north_m=30, east_m=30), crew="pickup")
    assert (found.hardest.leg.number, found.hardest.ruling) == (1, "bend")
    half = math.sqrt(0.5)
    assert found.hardest.over.most == pytest.approx(
        2 * (wide + 0.2 - wide * half) / half / found.pen_length_m
    )
    assert found.hardest.over.most < 1


def test_uphill_is_pulled_and_downhill_held_back_by_hand():
    """Ten percent up and down: the slope's share is W·sin(atan 0.1), on top of rolling or against it."""
    up, down = hauled(
        replace(OPEN, rise_percent=10), replace(OPEN, north_m=60, rise_percent=-10), crew="quad"
    ).stretches
    place = make_conditions(CATALOGUE)
    level = haul(PEN, WEIGHED, place.moving_ground, 0.0, movers_strength(CATALOGUE, PEN, place.crew))
    slope = WEIGHED.fresh_kg * 9.81 * math.sin(math.atan(0.1))
    assert up.keep == pytest.approx(level.keep + slope, rel=1e-5)
    assert down.keep == pytest.approx(level.keep - slope, rel=1e-5)
    assert up.start - up.keep == pytest.approx(down.start - down.keep, rel=1e-5)


def test_a_stretch_has_its_own_ground():
    dry, wet = hauled(replace(OPEN, ground="dry"), replace(OPEN, north_m=60, ground="wet")).stretches
    assert (dry.ground.key, wet.ground.key) == ("dry", "wet")
    assert dry.keep < wet.keep


def test_rests_and_time_by_hand():
    """90 m by people: at 0.6 m/s 150 s, four rests of 30 s. Towed at 1 m/s: 90 s, no rest."""
    walked = hauled(replace(OPEN, north_m=90))
    assert (walked.rests, walked.seconds) == (4, pytest.approx(270))
    towed = hauled(replace(OPEN, north_m=90), crew="quad")
    assert (towed.rests, towed.seconds) == (0, pytest.approx(90))


@given(ways, st.sampled_from(["teenager", "man-woman", "tractor"]))
def test_every_way_is_answered_and_more_movers_never_make_it_easier(way, crew):
    one = hauled(*way, crew=crew)
    both = hauled(*way, crew=crew, also=("woman",))
    assert one.length_m == pytest.approx(sum(leg.length_m for leg in legs(way)))
    for alone, shared in zip(one.stretches, both.stretches, strict=True):
        for mark in ("good", "most"):
            assert math.isfinite(getattr(alone.over, mark))
            assert getattr(shared.over, mark) <= getattr(alone.over, mark)
    assert list(told_of_way(one))
