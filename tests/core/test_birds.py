"""Growth, intake, droppings and space, against worked examples and as properties."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange, WrongOrder
from ergamot.core.flock.droppings import nitrogen_g, strain_nitrogen_g
from ergamot.core.flock.flock import make_flock
from ergamot.core.flock.growth import gain_g, living, mass_kg
from ergamot.core.flock.intake import conversion, hen_feed_g, strain_feed_g, water_drunk_ml
from ergamot.core.flock.space import judge_space, needed_floor_m2, space_by_day
from tests.strategies import CATALOGUE, flocks

FAST = CATALOGUE.strains["broiler-fast"]


@pytest.mark.parametrize(("day", "kg"), [(21, 0.68), (35, 1.59), (49, 2.54), (56, 2.93)])
def test_fast_broiler_grows_as_the_gompertz_curve_says(day, kg):
    """m = 4.42·exp(−ln(4.42/0.042)·exp(−0.0434·t)); at day 35: exp(−4.656·0.2189) = 0.3609 × 4.42."""
    assert mass_kg(FAST, day) == pytest.approx(kg, abs=0.005)


@pytest.mark.parametrize(
    ("strain", "day", "ratio"),
    [("broiler-fast", 56, 2.24), ("broiler-slow", 84, 2.85), ("turkey-tom", 126, 2.59)],
)
def test_feed_conversion_to_slaughter(strain, day, ratio):
    assert conversion(CATALOGUE.strains[strain], day) == pytest.approx(ratio, abs=0.005)


def test_hen_and_her_water():
    """1.9 kg, 86 % lay of 60 g eggs: at 20 °C 116 g; at 30 °C 104.3 g and 306 mL (NRC 1994)."""
    assert hen_feed_g(1.9, 0, 51.6, 20) == pytest.approx(116, abs=0.5)
    hot = hen_feed_g(1.9, 0, 51.6, 30)
    assert hot == pytest.approx(104.3, abs=0.05)
    assert water_drunk_ml(hot, 30) == pytest.approx(306, abs=0.5)


@pytest.mark.parametrize(("day", "grams"), [(21, 1.7), (35, 2.9), (49, 3.8), (56, 4.1)])
def test_nitrogen_of_a_fast_broiler_on_one_feed(day, grams):
    found = nitrogen_g(strain_feed_g(FAST, day, 21), 0.20, gain_g(FAST, day))
    assert found == pytest.approx(grams, abs=0.05)


def test_nitrogen_on_a_strip():
    """Thirty at day 42: 168.3 g feed, 3.413 g N each; on 7.2 m² 142.2 kg N/ha in a day."""
    feed = strain_feed_g(FAST, 42, 21)
    each = nitrogen_g(feed, 0.20, gain_g(FAST, 42))
    assert (feed, each) == (pytest.approx(168.3, abs=0.05), pytest.approx(3.413, abs=0.0005))
    assert 30 * each / 7.2 * 10 == pytest.approx(142.2, abs=0.05)


@given(flocks(), st.floats(-10, 40))
def test_birds_grow_eat_and_never_leave_less_than_nothing(flock, warmth):
    for day in range(flock.out_day, flock.leaving_day + 1):
        assert mass_kg(flock.strain, day + 1) > mass_kg(flock.strain, day)
        assert strain_feed_g(flock.strain, day, warmth) > 0
        assert strain_nitrogen_g(CATALOGUE, flock.strain, day, warmth) >= 0
    stay = flock.leaving_day - flock.out_day  # a layer's mortality is a year's, a meat bird's a batch's
    lost = flock.strain.mortality * (stay / 365 if flock.strain.lays else 1)
    assert flock.placed * (1 - lost) == pytest.approx(living(flock, flock.leaving_day))


@given(flocks(), st.floats(0.5, 400))
def test_space_holds_to_the_day_named(flock, floor):
    """`good until day N` means good on N, and short of good on N + 1."""
    need = CATALOGUE.floor_needs[flock.strain.kind]
    days = space_by_day(flock, need, floor)
    good = [day.day for day in days if day.has_m2 >= day.good_m2]
    finding = judge_space(flock, need, floor, 1.0)
    words = finding.sentence.text("metric")
    assert (finding.ratio >= 1) == (days[-1].day in good)
    if good and good[-1] < flock.leaving_day:
        assert words.startswith(f"good until day {good[-1]},")
        assert good == list(range(days[0].day, good[-1] + 1))
    assert "day" in words


@given(flocks())
def test_the_needed_floor_is_just_enough(flock):
    need = CATALOGUE.floor_needs[flock.strain.kind]
    floor = needed_floor_m2(flock, need)
    assert judge_space(flock, need, floor * 1.0001, 1.0).ratio >= 1
    assert judge_space(flock, need, floor * 0.999, 1.0).ratio < 1
    fewer = replace(flock, placed=max(1, flock.placed - 1))
    assert needed_floor_m2(fewer, need) <= floor


@pytest.mark.parametrize("placed", [0, -3, 100_000])
def test_impossible_numbers_of_birds_are_refused_with_the_limit(placed):
    day = date(2026, 4, 1)
    with pytest.raises(OutOfRange) as refused:
        make_flock(CATALOGUE, "broiler-fast", placed, day, day + timedelta(21), day + timedelta(49))
    assert (refused.value.field, refused.value.value) == ("placed", placed)
    assert refused.value.allowed == "1 to 2000 birds"


@pytest.mark.parametrize(("out", "leaves", "field"), [(-1, 49, "out"), (21, 21, "leaves"), (21, 3, "leaves")])
def test_dates_in_the_wrong_order_are_refused(out, leaves, field):
    day = date(2026, 4, 1)
    with pytest.raises(WrongOrder) as refused:
        make_flock(CATALOGUE, "broiler-fast", 30, day, day + timedelta(out), day + timedelta(leaves))
    assert refused.value.field == field


def test_ages_outside_the_curve_are_refused():
    for age in (-1, 829, float("nan")):
        with pytest.raises(OutOfRange):
            mass_kg(FAST, age)
