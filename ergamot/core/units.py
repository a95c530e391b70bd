"""How a keeper writes and reads lengths, weights and speeds, in feet and inches or in metres.

Inside the core every figure is SI (lengths of a design in mm). This is the one place that turns
figures into words, so a screen, a cut list and a calendar say the same thing the same way.
"""

from __future__ import annotations

import re
from datetime import date
from fractions import Fraction
from typing import Literal

from ergamot.core.errors import Unreadable
from ergamot.core.records import record

System = Literal["metric", "imperial"]

INCH_MM = 25.4  # International yard and pound agreement, 1959
FOOT_MM = 304.8  # same
ACRE_HA = 0.40468564224
POUND_KG = 0.45359237  # same
G = 9.81  # m/s², standard gravity rounded
MPH_MS = 0.44704  # from the international mile
KNOT_MS = 1852 / 3600  # international nautical mile

_NUMBER = r"\d+(?:\.\d+)?"
_INCHES = rf"(?:(?P<whole>{_NUMBER})(?:[ -](?P<num>\d+)/(?P<den>\d+))?|(?P<num2>\d+)/(?P<den2>\d+))"
_FEET_MARK = r"(?:'|′|ft\.?|feet|foot)"
_INCH_MARK = r"(?:\"|″|''|in\.?|inch|inches)"
_FEET_INCHES = re.compile(rf"^(?P<feet>{_NUMBER})\s*{_FEET_MARK}\s*-?\s*(?:{_INCHES}\s*{_INCH_MARK}?)?$")
_FEET_DASH = re.compile(rf"^(?P<feet>\d+)\s*-\s*{_INCHES}\s*{_INCH_MARK}?$")
_ONLY_INCHES = re.compile(rf"^{_INCHES}\s*{_INCH_MARK}$")
_METRIC = re.compile(rf"^(?P<n>{_NUMBER})\s*(?P<unit>mm|cm|m)?$")
_METRIC_MM = {"mm": 1.0, "cm": 10.0, "m": 1000.0}
_FRACTION_SIGNS = {"½": " 1/2", "¼": " 1/4", "¾": " 3/4", "⅛": " 1/8", "⅜": " 3/8", "⅝": " 5/8", "⅞": " 7/8"}


@record
class Quantity:
    """A figure with its unit: mm (about: mm, said roughly; room: in half feet or tenths of a metre), m, m2, kg, N, heft (a force shown as the weight it feels like),
    ms (speed), degC, day, share, or a plain word that is shown as it stands."""

    value: float
    unit: str


def parse_length(text: str, field: str = "length", bare: Literal["mm", "m"] = "mm") -> float:
    """Read a length as a builder writes it: `8'`, `7-10 1/2`, `7 ft 10 1/2 in`, `2.4m`, `2400`.

    Args: text, what was typed; field, the name used in an error; bare, what a number without a unit
        counts: mm on a pen, m on a field.
    Returns: the length in mm, to 0.1.
    Raises: Unreadable when the text is no length.
    Source: common practice.

    >>> parse_length("7-10 1/2"), parse_length("2.4m"), parse_length("8'")
    (2400.3, 2400.0, 2438.4)
    """
    plain = _short(text, field).lower().replace("’", "'").replace("”", '"').replace("−", "-")
    for sign, spelled in _FRACTION_SIGNS.items():
        plain = plain.replace(sign, spelled)
    plain = re.sub(r"\s+", " ", plain).strip()
    metric = _METRIC.match(plain.replace(",", "."))
    if metric:
        return round(float(metric["n"]) * _METRIC_MM[metric["unit"] or bare], 1)
    for pattern in (_FEET_INCHES, _FEET_DASH, _ONLY_INCHES):
        found = pattern.match(plain)
        if found:
            parts = found.groupdict()
            if (parts["den"] or parts["den2"]) and not 0 < int(parts["den"] or parts["den2"] or 0) <= FINEST:
                break
            return round(float(parts.get("feet") or 0) * FOOT_MM + _inches(parts) * INCH_MM, 1)
    raise Unreadable(
        f"“{text.strip()[:40]}” is not a length",
        field=field,
        value=text,
        allowed="a length such as 8', 7-10 1/2, 7 ft 10 1/2 in, 2.4m or 2400",
    )


LONGEST_TEXT = 60  # no figure a keeper types is longer
FINEST = 64  # of an inch; no tape is marked finer


def _short(text: str, field: str) -> str:
    """What was typed without blanks around it, refused when it is longer than any figure."""
    tidy = text.strip()
    if len(tidy) > LONGEST_TEXT:
        raise Unreadable(
            f"“{tidy[:40]}…” is no figure", field=field, value=tidy[:LONGEST_TEXT], allowed="a figure"
        )
    return tidy


_TEMPERATURE = re.compile(rf"^(?P<n>-?{_NUMBER})\s*°?\s*(?P<unit>[cf]?)$")
_PERCENT = re.compile(rf"^(?P<n>-?{_NUMBER})\s*%?$")
_AMOUNT = re.compile(rf"^(?P<n>{_NUMBER})\s*(?P<unit>[a-z/ ²2]*)$")
_AMOUNT_UNITS: dict[str, dict[str, float]] = {
    "speed": {
        "": 1.0,
        "m/s": 1.0,
        "mph": MPH_MS,
        "km/h": 1 / 3.6,
        "kph": 1 / 3.6,
        "kn": KNOT_MS,
        "kt": KNOT_MS,
    },
    "mass": {"": 1.0, "kg": 1.0, "lb": POUND_KG, "lbs": POUND_KG},
    "area": {
        "": 1.0,
        "m2": 1.0,
        "m²": 1.0,
        "ha": 10_000.0,
        "acre": 10_000 * ACRE_HA,
        "acres": 10_000 * ACRE_HA,
        "sq ft": (FOOT_MM / 1000) ** 2,
        "sqft": (FOOT_MM / 1000) ** 2,
    },
    "spread": {"": 1.0, "kg/ha": 1.0, "lb/acre": POUND_KG / ACRE_HA, "lb/ac": POUND_KG / ACRE_HA},
}
_EXAMPLES = {
    "speed": "22 m/s or 50 mph",
    "mass": "80 kg or 176 lb",
    "spread": "170 kg/ha or 152 lb/acre",
    "area": "1200 m2, 0.4 ha, 1 acre or 5000 sq ft",
}


def parse_amount(text: str, kind: Literal["speed", "mass", "spread", "area"], field: str) -> float:
    """Read a wind speed, a weight or what is spread on a field with its unit: `40 mph`, `18`, `187 lb`, `150 lb/acre`.

    Args: text, what was typed, a bare number counting as SI or kg/ha; kind, speed, mass, spread or area; field, the name
        used in an error.
    Returns: m/s, kg, kg/ha or m².
    Raises: Unreadable when the text is no such amount.
    Source: common practice.

    >>> round(parse_amount("40 mph", "speed", "gust"), 2), round(parse_amount("187 lb", "mass", "heaviest"), 1)
    (17.88, 84.8)
    """
    found = _AMOUNT.match(_short(text, field).lower().replace(",", "."))
    units = _AMOUNT_UNITS[kind]
    if found is None or found["unit"] not in units:
        raise Unreadable(
            f"“{text.strip()[:40]}” is not a {kind}",
            field=field,
            value=text,
            allowed=f"such as {_EXAMPLES[kind]}",
        )
    return float(found["n"]) * units[found["unit"]]


def parse_temperature(text: str, field: str) -> float:
    """Read a temperature with its unit: `9.5`, `9,5 °C`, `49 F`.

    Args: text, what was typed, a bare number counting as °C; field, the name used in an error.
    Returns: °C, to 0.01.
    Raises: Unreadable when the text is no temperature.
    Source: common practice.

    >>> parse_temperature("50 °F", "months_c"), parse_temperature("-3.5", "months_c")
    (10.0, -3.5)
    """
    found = _TEMPERATURE.match(_short(text, field).lower().replace(",", ".").replace("−", "-"))
    if found is None:
        raise Unreadable(
            f"“{text.strip()[:40]}” is not a temperature",
            field=field,
            value=text,
            allowed="such as 9.5 °C or 49 °F",
        )
    figure = float(found["n"])
    return round((figure - 32) / 1.8 if found["unit"] == "f" else figure, 2)


def parse_percent(text: str, field: str) -> float:
    """Read a slope or a share as a keeper types it: `3`, `-2,5 %`.

    Args: text, what was typed; field, the name used in an error.
    Returns: percent.
    Raises: Unreadable when the text is no percentage.
    Source: common practice.

    >>> parse_percent("-2,5 %", "rise_percent")
    -2.5
    """
    found = _PERCENT.match(_short(text, field).replace(",", ".").replace("−", "-"))
    if found is None:
        raise Unreadable(
            f"“{text.strip()[:40]}” is not a percentage",
            field=field,
            value=text,
            allowed="such as 3 or -2.5 %",
        )
    return float(found["n"])


def _inches(parts: dict[str, str | None]) -> float:
    over, under = parts["num"] or parts["num2"], parts["den"] or parts["den2"]
    fraction = int(over) / int(under) if over and under else 0.0
    return float(parts["whole"] or 0) + fraction


def say_feet_inches(mm: float) -> str:
    """Write a length as a tape measure reads, to the nearest 1/16 inch.

    Args: mm, any length in mm.
    Returns: text such as `7 ft 10 1/2 in`.
    Source: common practice.

    >>> say_feet_inches(2400.3), say_feet_inches(38), say_feet_inches(2438.4)
    ('7 ft 10 1/2 in', '1 1/2 in', '8 ft')
    >>> say_feet_inches(0.64)
    '0.025 in'
    """
    if 0.005 <= abs(mm) < FINE_MM:
        return f"{mm / INCH_MM:.3f} in"
    sixteenths = round(abs(mm) / INCH_MM * 16)
    feet, rest = divmod(sixteenths, 12 * 16)
    whole, part = divmod(rest, 16)
    words = [f"{feet} ft"] if feet else []
    if whole or part or not feet:
        fraction = f"{Fraction(part, 16)}" if part else ""
        words.append(" ".join(w for w in (str(whole) if whole or not part else "", fraction, "in") if w))
    return ("−" if mm < 0 and sixteenths else "") + " ".join(words)


def say(quantity: Quantity, system: System = "metric") -> str:
    """Write a figure with its unit, rounded as a keeper would read it.

    Args: quantity, the figure; system, metric or imperial.
    Returns: text such as `2.40 m` or `46 lb`.
    Source: common practice.

    >>> say(Quantity(2438.4, "mm")), say(Quantity(2438.4, "mm"), "imperial")
    ('2.438 m', '8 ft')
    >>> say(Quantity(330, "heft")), say(Quantity(330, "heft"), "imperial")
    ('33.6 kg', '74.2 lb')
    """
    value, unit = quantity.value, quantity.unit
    imperial = system == "imperial"
    if unit == "mm":
        return say_feet_inches(value) if imperial else _say_mm(value)
    if unit == "about":
        return _say_about(value, imperial)
    if unit == "room":
        return _say_room(value, imperial)
    if unit == "day":
        return f"day {value:.0f}"
    if unit == "share":
        return f"{value * 100:.0f} %"
    factor, word = _WORDS[unit][imperial] if unit in _WORDS else (1.0, unit)
    figure = value * factor + (32.0 if imperial and unit == "degC" else 0.0)
    if unit == "kg/ha":
        return f"{figure:.0f} {word}"
    return f"{_tidy(figure)}{'' if unit == 'deg' else ' '}{word}".strip()


_WORDS: dict[str, tuple[tuple[float, str], tuple[float, str]]] = {
    "m": ((1.0, "m"), (1000 / FOOT_MM, "ft")),
    "m2": ((1.0, "m²"), ((1000 / FOOT_MM) ** 2, "sq ft")),
    "m3": ((1.0, "m³"), ((1000 / FOOT_MM) ** 3, "cu ft")),
    "kg": ((1.0, "kg"), (1 / POUND_KG, "lb")),
    "g": ((1.0, "g"), (1 / POUND_KG / 1000 * 16, "oz")),
    "L": ((1.0, "L"), (1 / 3.785411784, "gal")),
    "kg/m2 shed": ((1.0, "kg/m²"), (1 / POUND_KG * (3 * FOOT_MM / 1000) ** 2, "lb/sq yd")),
    "kg/ha": ((1.0, "kg/ha"), (1 / POUND_KG * ACRE_HA, "lb/acre")),
    "bird-days/m2": ((1.0, "bird-days/m²"), ((3 * FOOT_MM / 1000) ** 2, "bird-days/sq yd")),
    "kg/m": ((1.0, "kg/m"), (1 / POUND_KG * FOOT_MM / 1000, "lb/ft")),
    "kg/m3": ((1.0, "kg/m³"), (1 / POUND_KG * (FOOT_MM / 1000) ** 3, "lb/cu ft")),
    "kg/m2": ((1.0, "kg/m²"), (1 / POUND_KG / (1000 / FOOT_MM) ** 2, "lb/sq ft")),
    "N": ((1.0, "N"), (1 / POUND_KG / 9.80665, "lbf")),
    "heft": ((1 / G, "kg"), (1 / POUND_KG / G, "lb")),
    "ms": ((1.0, "m/s"), (1 / MPH_MS, "mph")),
    "degC": ((1.0, "°C"), (1.8, "°F")),
    "deg": ((1.0, "°"), (1.0, "°")),
    "Pa": ((1.0, "Pa"), (1.0, "Pa")),
    "": ((1.0, ""), (1.0, "")),
}


def say_day(day: date, year: bool = True) -> str:
    """A day as it is said.

    Args: day; year, whether it is told.
    Returns: words.
    Source: common practice.

    >>> say_day(date(2026, 5, 3)), say_day(date(2026, 5, 3), year=False)
    ('3 May 2026', '3 May')
    """
    return f"{day.day} {day:%B %Y}" if year else f"{day.day} {day:%B}"


def said_unit(unit: str) -> str:
    """A unit as it is written in metric.

    Args: unit, as Quantity takes it.
    Returns: its sign.
    Source: SI brochure.

    >>> said_unit("kg/m2"), said_unit("MPa")
    ('kg/m²', 'MPa')
    """
    return _WORDS[unit][0][1] if unit in _WORDS else unit


FINE_MM = 1.5875  # a sixteenth of an inch: what is thinner, as a wire, is told finer


def _say_mm(value: float) -> str:
    if 0.005 <= abs(value) < FINE_MM:
        return f"{value:.2g} mm"
    return f"{value / 1000:.3f} m" if abs(value) >= 1000 else f"{value:.0f} mm"


def _say_about(mm: float, imperial: bool) -> str:
    """A length as a person says it where no saw is involved: whole inches, or centimetres."""
    if imperial:
        return say_feet_inches(round(mm / INCH_MM) * INCH_MM)
    return f"{mm / 1000:.2f} m" if abs(mm) >= 995 else f"{round(mm, -1):.0f} mm"


def _say_room(mm: float, imperial: bool) -> str:
    """A length as a person asks for room: half feet and tenths of a metre, under those inches and half decimetres."""
    if imperial:
        inches = mm / INCH_MM
        return say_feet_inches((round(inches / 6) * 6 if inches >= 24 else round(inches)) * INCH_MM)
    return f"{mm / 1000:.1f} m" if mm >= 950 else f"{round(mm / 50) * 50:.0f} mm"


def _tidy(figure: float) -> str:
    """Three figures for small values, whole numbers from a hundred up."""
    size = abs(figure)
    if size >= 100 or figure == round(figure):
        return f"{figure:.0f}"
    decimals = 1 if size >= 10 else 2 if size >= 0.1 else 4
    return f"{figure:.{decimals}f}"
