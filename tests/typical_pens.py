"""Twelve typical pens, invented: what a practical person expects of each, and what the app says. `python -m
tests.typical_pens` writes docs/typical-pens.md anew."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date
from pathlib import Path
from typing import Any

from ergamot.core.balance.verdicts import Judged, judge
from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.finding import What
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design

PAGE = Path(__file__).resolve().parents[1] / "docs" / "typical-pens.md"
CATALOGUE = load_catalogue()
ASKED = (What.SPACE, What.MOVING, What.WIND, What.STRENGTH)
EASY: dict[str, Any] = {
    "exposure": "hedged",
    "design_gust_ms": 18.0,
    "slope_percent": 1.0,
    "moving_ground": "moist",
}
HILL: dict[str, Any] = {"exposure": "open", "design_gust_ms": 24.0}
SPRING = (date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
SUMMER = (date(2026, 1, 1), date(2026, 5, 1), date(2026, 9, 1))
YEAR = (date(2026, 1, 1), date(2026, 5, 1), date(2027, 5, 1))
TURKEYS = (date(2026, 5, 1), date(2026, 6, 12), date(2026, 8, 20))


@dataclass(frozen=True)
class Typical:
    """A pen, its birds and farm; the word a practical person has for each verdict, and why the app's differs."""

    name: str
    shape: str
    values: dict[str, Any]
    birds: tuple[str, int, tuple[date, date, date]]
    farm: dict[str, Any]
    expected: tuple[str, str, str, str]
    why: dict[What, str] = field(default_factory=dict)

    @property
    def judged(self) -> Judged:
        strain, placed, dates = self.birds
        flock = make_flock(CATALOGUE, strain, placed, *dates)
        structure = build(make_design(CATALOGUE, self.shape, self.values), CATALOGUE)
        return judge(CATALOGUE, structure, flock, make_conditions(CATALOGUE, **self.farm))


LOW: dict[str, Any] = {"length": 2438.4, "width": 2438.4, "section": "2x2", "roof": "tarp"}
WHEELS: dict[str, Any] = {"gear": "wheels", "wheel": "barrow-16", "chocks": "yes"}
HOOP: dict[str, Any] = {"length": 3048, "width": 2438.4, "section": "2x4"}
TYPICAL: tuple[Typical, ...] = (
    Typical(
        "8 × 8 ft low pen of 2×2 under tarp, pulled on a rope by one man",
        "low-pen",
        {**LOW, "gear": "skids"},
        ("broiler-fast", 26, SPRING),
        {"crew": "man", **EASY},
        ("right", "hard", "short", "to spare"),
    ),
    Typical(
        "the same tied at its corners and pulled by two",
        "low-pen",
        {**LOW, "gear": "skids", "anchors": 2, "anchors_at": "round"},
        ("broiler-fast", 26, SPRING),
        {"crew": "two-men", **EASY},
        ("right", "hard", "to spare", "to spare"),
    ),
    Typical(
        "the same on two barrow wheels, one man",
        "low-pen",
        {**LOW, **WHEELS},
        ("broiler-fast", 26, SPRING),
        {"crew": "man", **EASY},
        ("right", "right", "short", "right"),
    ),
    Typical(
        "10 × 12 ft low pen of 2×4 under steel, on a dolly, a couple",
        "low-pen",
        {"length": 3657.6, "width": 3048, "section": "2x4", "gear": "dolly", "roof": "steel-29"},
        ("broiler-fast", 52, SPRING),
        {"crew": "man-woman", **EASY},
        ("right", "hard", "right", "to spare"),
        {
            What.MOVING: "Two who do it daily would call it hard. Its front end is 62 kg, and the most for this couple is "
            "45 (twice the guideline, a team of two at two thirds). Whoever drags the front instead of carrying it, "
            "or puts a second dolly under it, is right too: the app says so of a pen on wheels at both ends."
        },
    ),
    Typical(
        "the same, one woman alone",
        "low-pen",
        {"length": 3657.6, "width": 3048, "section": "2x4", "gear": "dolly", "roof": "steel-29"},
        ("broiler-fast", 60, SPRING),
        {"crew": "woman", **EASY},
        ("tight", "short", "right", "to spare"),
    ),
    Typical(
        "6 × 8 ft A-frame on two wheels for six hens, one woman",
        "a-frame",
        {"length": 2438.4, "width": 1828.8, "section": "2x2", **WHEELS},
        ("layer-hybrid", 6, SUMMER),
        {"crew": "woman", **EASY},
        ("right", "hard", "short", "to spare"),
    ),
    Typical(
        "the same, a fourteen-year-old",
        "a-frame",
        {"length": 2438.4, "width": 1828.8, "section": "2x2", **WHEELS},
        ("layer-hybrid", 6, SUMMER),
        {"crew": "teenager", **EASY},
        ("right", "short", "short", "to spare"),
    ),
    Typical(
        "8 × 10 ft hoop of wire panels on wheel boards, a couple on a hill",
        "hoop",
        {**HOOP, "gear": "boards", "pairs": 2},
        ("turkey-hen", 8, TURKEYS),
        {"crew": "man-woman", **HILL},
        ("right", "hard", "short", "right"),
    ),
    Typical(
        "the same with three pairs of long screw anchors all round",
        "hoop",
        {**HOOP, "gear": "boards", "pairs": 2, "anchors": 3, "anchors_at": "round", "anchor": "screw-760"},
        ("turkey-hen", 8, TURKEYS),
        {"crew": "man-woman", **HILL},
        ("right", "hard", "right", "right"),
    ),
    Typical(
        "the same hoop kept for hens all winter under its tarp",
        "hoop",
        {**HOOP, "gear": "boards", "pairs": 2},
        ("layer-hybrid", 10, YEAR),
        {"crew": "man-woman", **EASY},
        ("right", "right", "close", "short"),
    ),
    Typical(
        "walk-in coop for twelve hens on two wheels, a couple",
        "coop",
        {**WHEELS, "axle_steel": "hard"},
        ("layer-hybrid", 12, YEAR),
        {"crew": "man-woman", **EASY},
        ("right", "short", "close", "right"),
        {
            What.WIND: "A coop so heavy is trusted to stay. It stands 17.3 m/s on usual grip, and the farm asks for 18: "
            "by a hair, and two stakes settle it."
        },
    ),
    Typical(
        "the same coop on a chassis behind a quad",
        "coop",
        {"gear": "chassis"},
        ("layer-hybrid", 12, YEAR),
        {"crew": "quad", **EASY},
        ("right", "to spare", "close", "right"),
        {
            What.WIND: "As above: the same walls with less under them.",
            What.STRENGTH: "More than a person would swear to: nothing but its own weight rides on it.",
        },
    ),
)


def page() -> str:
    """The page as it stands in docs."""
    lines = [
        "# Twelve typical pens",
        "",
        "What a practical person expects of each, and what the app says of it. Written by `python -m tests.typical_pens`",
        "and held to what the app says by `tests/core/test_typical_pens.py`. The farm is hedged, on moist pasture, its gust",
        "18 m/s; the hill is open, 24 m/s, its ground wet. Where the two differ, the reason stands under the table.",
        "",
    ]
    for number, one in enumerate(TYPICAL, start=1):
        judged = one.judged
        said = {finding.what: finding for finding in judged.everything}
        strain, placed, dates = one.birds
        crew = CATALOGUE.crews[one.farm["crew"]].label
        lines += [
            f"## {number}. {one.name[0].upper()}{one.name[1:]}",
            "",
            f"{judged.mass.fresh_kg:.0f} kg fresh; {placed} × {CATALOGUE.strains[strain].label}, "
            f"{dates[1]:%d %B} to {dates[2]:%d %B %Y}; moved by {crew}.",
            "",
            "| | expected | the app | in its words |",
            "|---|---|---|---|",
        ]
        for what, expected in zip(ASKED, one.expected, strict=True):
            finding = said[what]
            name = "Frame" if what is What.STRENGTH else finding.title
            lines.append(f"| {name} | {expected} | **{finding.word}** | {finding.sentence.text('metric')} |")
        lines += ["", *(f"*{what.value.capitalize()}.* {why}" for what, why in one.why.items())]
        lines += [""] if one.why else []
    return "\n".join(lines).rstrip() + "\n"


if __name__ == "__main__":
    PAGE.write_text(page(), encoding="utf-8")
