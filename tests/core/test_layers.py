"""Laying hens: eggs, feed and droppings of a flock over its life, and how long it stays on a stop."""

from __future__ import annotations

from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.flock.droppings import protein_on, strain_nitrogen_g
from ergamot.core.flock.flock import make_flock
from ergamot.core.flock.growth import gain_g, mass_kg
from ergamot.core.flock.intake import hen_feed_g, strain_feed_g
from ergamot.core.flock.lay import egg_mass_g, lay_rate
from ergamot.core.ground.stay import day_load
from tests.strategies import CATALOGUE

LAYERS = st.sampled_from([strain for strain in CATALOGUE.strains.values() if strain.lays])
HYBRID = CATALOGUE.strains["layer-hybrid"]


@given(LAYERS, st.integers(0, 800))
def test_eggs_begin_at_the_strains_day_rise_for_five_weeks_and_fall_slowly(strain, day):
    now, then = lay_rate(strain, day), lay_rate(strain, day + 7)
    assert 0 <= now <= strain.lay_peak < 1
    if day < strain.lay_from_day:
        assert now == 0
    elif day + 7 <= strain.lay_from_day + 35:
        assert then == pytest.approx(now + strain.lay_peak / 5)
    elif day >= strain.lay_from_day + 35 and then > 0:
        assert now - then == pytest.approx(0.004)


@given(LAYERS, st.integers(0, 800), st.floats(0, 1))
def test_short_days_take_their_share_of_the_eggs(strain, day, light):
    assert lay_rate(strain, day, light) == pytest.approx(light * lay_rate(strain, day))


@given(LAYERS, st.integers(1, 800), st.floats(-10, 40))
def test_a_hen_in_lay_is_fed_for_her_eggs(strain, day, warmth):
    fed = strain_feed_g(strain, day, warmth)
    if day >= strain.lay_from_day:
        plain = hen_feed_g(mass_kg(strain, day), gain_g(strain, day), 0, warmth)
        assert fed - plain == pytest.approx(2.07 * egg_mass_g(strain, day) / 2.8)
    assert fed > 0


@given(LAYERS, st.integers(1, 800), st.floats(0, 30))
def test_nitrogen_in_eggs_does_not_fall_on_the_grass(strain, day, warmth):
    fed = strain_feed_g(strain, day, warmth)
    eaten = fed * protein_on(CATALOGUE, strain.kind, day) / 6.25
    dropped = strain_nitrogen_g(CATALOGUE, strain, day, warmth)
    assert 0 <= dropped <= eaten
    held = 0.029 * gain_g(strain, day) + 0.0183 * egg_mass_g(strain, day)
    if dropped > 0:
        assert eaten - dropped == pytest.approx(held)


def test_forty_hens_on_twenty_square_metres():
    """Two days on a stop at most, fewer when a limit is reached sooner; droppings 0.8 of the feed."""
    hatch = date(2026, 1, 1)
    flock = make_flock(CATALOGUE, "layer-hybrid", 40, hatch, hatch + timedelta(120), hatch + timedelta(400))
    load = day_load(CATALOGUE, flock, 220, 20.0, 20.0)
    assert 0 < load.stay_days <= 2.0
    roomy = day_load(CATALOGUE, flock, 220, 400.0, 20.0)
    assert roomy.stay_days == pytest.approx(2.0)
    assert roomy.moves == 1


@pytest.mark.parametrize("bad", [(-1, 1.0), (829, 1.0), (200, 1.5), (200, -0.1)])
def test_ages_and_light_outside_the_rule_are_refused(bad):
    with pytest.raises(OutOfRange):
        lay_rate(HYBRID, *bad)


def test_meat_birds_lay_nothing():
    assert lay_rate(CATALOGUE.strains["broiler-fast"], 200) == 0
    assert egg_mass_g(CATALOGUE.strains["turkey-tom"], 200) == 0
