"""Lengths as builders write them, and figures as keepers read them."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.errors import Unreadable
from ergamot.core.units import Quantity, parse_amount, parse_length, parse_temperature, say, say_feet_inches


@pytest.mark.parametrize(
    ("text", "mm"),
    [
        ("8'", 2438.4),
        ("8 ft", 2438.4),
        ("8′", 2438.4),
        ("7-10 1/2", 2400.3),
        ("7 ft 10 1/2 in", 2400.3),
        ("7' 10 1/2\"", 2400.3),
        ("7'10½\"", 2400.3),
        ("7ft 10.5in", 2400.3),
        ("30 in", 762.0),
        ('1 1/2"', 38.1),
        ("2.4m", 2400.0),
        ("2,4 m", 2400.0),
        ("240 cm", 2400.0),
        ("2400", 2400.0),
        (" 2400 MM ", 2400.0),
    ],
)
def test_lengths_are_read_as_written(text, mm):
    assert parse_length(text) == mm


@pytest.mark.parametrize("text", ["", "wide", "-3", "7--10", "8 ft 2 m", "1e9 mm", "8' x 10'", "∞", "2.4.1m"])
def test_what_is_no_length_is_refused(text):
    with pytest.raises(Unreadable) as refused:
        parse_length(text, "width")
    assert refused.value.field == "width"
    assert "7-10 1/2" in refused.value.allowed


def test_a_bare_number_on_a_field_is_metres():
    assert parse_length("40", bare="m") == 40_000
    assert parse_length("130 ft", bare="m") == 39_624


@pytest.mark.parametrize(
    ("text", "kind", "si"),
    [("40 mph", "speed", 17.88), ("65km/h", "speed", 18.06), ("35 kn", "speed", 18.01), ("22", "speed", 22)]
    + [("187 lb", "mass", 84.82), ("85,5 kg", "mass", 85.5), ("176 LBS", "mass", 79.83)],
)
def test_speeds_and_weights_are_read_with_their_unit(text, kind, si):
    assert parse_amount(text, kind, "x") == pytest.approx(si, abs=0.006)


@pytest.mark.parametrize(
    ("text", "kind"), [("breezy", "speed"), ("40 lb", "speed"), ("9 stone", "mass"), ("", "mass")]
)
def test_what_is_no_such_amount_is_refused(text, kind):
    with pytest.raises(Unreadable) as refused:
        parse_amount(text, kind, "limit")
    assert refused.value.field == "limit"
    assert refused.value.allowed


@pytest.mark.parametrize(
    ("text", "celsius"),
    [("9.5", 9.5), ("9,5 °C", 9.5), ("-3c", -3), ("50 F", 10), ("−40 °f", -40), ("32°F", 0), (" 20 ", 20)],
)
def test_temperatures_are_read_with_their_unit(text, celsius):
    assert parse_temperature(text, "months_c") == celsius


@pytest.mark.parametrize("text", ["", "mild", "10 K", "1-2", "9..5", "°C"])
def test_what_is_no_temperature_is_refused(text):
    with pytest.raises(Unreadable) as refused:
        parse_temperature(text, "months_c")
    assert refused.value.field == "months_c"


@given(st.floats(-40, 45))
def test_a_temperature_said_in_fahrenheit_is_read_back(celsius):
    said = say(Quantity(celsius, "degC"), "imperial")
    assert parse_temperature(said, "months_c") == pytest.approx(celsius, abs=0.3)


@given(st.integers(0, 12 * 16 * 40))
def test_what_is_said_in_feet_is_read_back_to_the_sixteenth(sixteenths):
    mm = sixteenths * 25.4 / 16
    assert parse_length(say_feet_inches(mm)) == pytest.approx(mm, abs=0.051)


@given(st.floats(1, 20_000))
def test_saying_a_length_loses_at_most_half_a_mark(mm):
    assert parse_length(say(Quantity(mm, "mm"), "imperial")) == pytest.approx(mm, abs=25.4 / 32 + 0.06)
    assert parse_length(say(Quantity(mm, "mm"))) == pytest.approx(mm, abs=0.51)


@pytest.mark.parametrize(
    ("quantity", "metric", "imperial"),
    [
        (Quantity(330, "heft"), "33.6 kg", "74.2 lb"),
        (Quantity(22, "ms"), "22 m/s", "49.2 mph"),
        (Quantity(20, "degC"), "20 °C", "68 °F"),
        (Quantity(6.09, "m2"), "6.09 m²", "65.6 sq ft"),
        (Quantity(49, "day"), "day 49", "day 49"),
        (Quantity(0.6, "share"), "60 %", "60 %"),
        (Quantity(0, "mm"), "0 mm", "0 in"),
    ],
)
def test_figures_are_said_in_both_systems(quantity, metric, imperial):
    assert (say(quantity), say(quantity, "imperial")) == (metric, imperial)
