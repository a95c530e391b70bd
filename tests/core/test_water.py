"""Water that is carried: spillage by what they drink from, and more in heat; one figure wherever it is told."""

from __future__ import annotations

from datetime import date

import pytest

from ergamot.core.balance.room import Provision, told_of_water
from ergamot.core.catalogue.kinds import Drink
from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.catalogue.wares import Container
from ergamot.core.flock.flock import make_flock
from ergamot.core.flock.intake import carried_water, hottest_water, strain_feed_g, water_drunk_ml
from ergamot.core.frame.design import build, make_design

C = load_catalogue()
BROILERS = make_flock(C, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
HENS = make_flock(C, "layer-hybrid", 12, date(2026, 1, 1), date(2026, 5, 1), date(2026, 9, 1))


@pytest.mark.parametrize(("drinker", "share"), [("nipple-20", 1.05), ("cup-10", 1.15), ("bell-8", 1.4)])
def test_a_pen_tells_what_is_carried_to_its_own_drinkers(drinker, share):
    """Hens at 30 °C: drunk at the age they drink most, times what spills."""
    days = range(HENS.out_day, HENS.leaving_day + 1)
    drunk = 12 * max(water_drunk_ml(strain_feed_g(HENS.strain, day, 30.0), 30.0) for day in days) / 1000
    assert hottest_water(HENS, 30.0, C.containers[drinker].drink).least_l == pytest.approx(drunk * share)
    pen = build(make_design(C, "coop", {"drinker": drinker, "drinkers": 1}), C)
    (told,) = told_of_water(HENS, pen, 30.0)
    assert f"{drunk * share:.2f} L are carried" in told.text("metric")


def test_broilers_near_their_finish_may_drink_as_much_again_in_heat_and_only_then():
    last = BROILERS.leaving_day
    for day, warmth, twice in (
        (last, 32.0, True),
        (last - 14, 27.0, True),
        (last - 15, 32.0, False),
        (last, 26.9, False),
    ):
        water = carried_water(BROILERS, day, warmth, Drink.OPEN, 30)
        assert water.most_l == pytest.approx(water.least_l * (2 if twice else 1))
    assert hottest_water(HENS, 40.0, Drink.OPEN).words.text("metric").count("L") == 1


def test_an_own_drinker_kept_before_is_taken_to_spill_the_most():
    old = {"key": "tub", "use": "drinker"}
    assert Container.filled(old)["drink"] == "open"
    assert Container.filled({**old, "drink": "cup"})["drink"] == "cup"
    assert Container.filled({"key": "tray", "use": "feeder"})["drink"] == ""


@pytest.mark.parametrize(("has", "needs"), [(1.2, 1.6), (0.85, 2.4), (1.164, 1.6), (2.35, 5.25)])
def test_has_and_lacks_add_up_to_needs(has, needs):
    """1.2 m of 1.6 m lacked 500 mm."""
    words = Provision("roost", has, needs, "m", "", "").lacking.text("metric")
    told = [float(one) * (1 if unit == "m" else 0.001) for one, unit in _lengths(words)]
    assert told[0] + told[2] == pytest.approx(told[1], abs=0.0051)
    assert told[2] == pytest.approx(needs - has, abs=0.0051)


def _lengths(words: str) -> list[tuple[str, str]]:
    parts = words.replace(",", " ").split()
    return [(one, parts[i + 1]) for i, one in enumerate(parts[:-1]) if parts[i + 1] in ("m", "mm")]
