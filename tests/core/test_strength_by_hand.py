"""What every check of strength takes from the frame, measured again on its sticks; its limits written out here."""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import pairwise

import pytest

from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.gear.haul import haul, movers_strength
from ergamot.core.strength.verdict import judge_strength
from tests.strategies import CATALOGUE

PENS = {
    "coop": ("coop", {}),
    "coop with a house": ("coop", {"house": "yes", "length": 4200.0}),
    "half-roofed": ("low-pen", {"roofed": 0.5, "walls": "sheltered"}),
    "two bays": ("low-pen", {"roofed": 0.5, "walls": "sheltered", "length": 1500.0, "width": 1200.0}),
    "low pen": ("low-pen", {"roofed": 0.7}),
    "boards": ("low-pen", {"gear": "boards"}),
    "stub": ("low-pen", {"gear": "wheels", "axle_made": "stub"}),
    "bolted": ("low-pen", {"gear": "bolt-on", "axle_made": "stub"}),
    "levers": ("low-pen", {"gear": "levers"}),
    "A-frame": ("a-frame", {"roofed": 1.0}),
    "open A-frame": ("a-frame", {"roofed": 0.5, "bay": 900.0}),
    "hoop": ("hoop", {"roofed": 1.0}),
    "two pairs": ("coop", {"gear": "boards", "pairs": 2}),
}


def strong(name: str, snow_mm: float = 300.0):
    shape, values = PENS[name]
    structure = build(make_design(CATALOGUE, shape, values), CATALOGUE)
    weighed, place = mass(structure), make_conditions(CATALOGUE, snow_mm=snow_mm)
    found = judge_strength(CATALOGUE, structure, weighed, place)
    return structure, weighed, {one.what: one for one in found.checks}, found


def steps(check) -> dict[str, float]:
    return {step.symbol: step.quantity.value for step in check.working}


def along(member, axis=0):
    return along_of(member.corners, axis)


def along_of(corners, axis):
    values = [corner[axis] for corner in corners]
    return max(values) - min(values)


def named(structure, *roles):
    return [m for m in structure.members if m.role in roles]


def near(figure):
    return pytest.approx(figure, rel=2e-5)


@pytest.mark.parametrize("name", [name for name in PENS if name != "hoop"])
def test_braces_share_the_pull_by_how_they_lie(name):
    """1.25 P over n braces, each by its run over its length; two screws of 600 N at an end."""
    structure, weighed, found, _ = strong(name)
    place = make_conditions(CATALOGUE)
    can = movers_strength(CATALOGUE, structure, place.crew)
    pull = haul(structure, weighed, place.moving_ground, place.slope_percent, can).start
    leaning = [m for m in structure.members if "brace" in m.role and along(m) > 100]
    if not leaning:
        assert "braces when it is dragged" not in found
        return
    check = found["braces when it is dragged"]
    run, rise = along(leaning[0]), along(leaning[0], 2)
    assert check.demand == near(1.25 * pull / len(leaning) * math.hypot(run, rise) / run)
    assert check.capacity == 1200
    assert len(check.refs) == len(leaning)


@pytest.mark.parametrize("name", ["coop", "half-roofed", "two bays", "A-frame", "open A-frame"])
def test_a_braced_side_by_its_bays(name):
    """w = 1.25·m·9.81/2/L; chord pull M0/H over its wood, with w·a²/10 within a bay, or V/2·a/2 where nothing braces."""
    structure, weighed, found, _ = strong(name)
    known = steps(found["side rails when an end is lifted"])
    rail = named(structure, "base side rail")[0]
    length = (max(c[0] for c in rail.corners) - structure.axle.x_mm) / 1000
    load = 1.25 * weighed.fresh_kg * 9.81 / 2 / length
    lines = sorted(
        {
            m.centre[0]
            for m in structure.members
            if m.role in ("upright", "stud", "rafter") and m.centre[1] * rail.centre[1] > 0
        }
    )
    bays = [(a, b) for a, b in pairwise(lines) if b - a > 150]
    longest = max(b - a for a, b in bays) / 1000
    whole = load * length**2 / 8
    wood, modulus = 38 * 64, 38 * 64**2 / 6
    within = load * longest**2 / 10
    sheets = [
        (min(xs), max(xs))
        for p in structure.panels
        if p.solid and p.braces and p.centre[1] * rail.centre[1] > 0 and abs(p.normal[1]) > 0.5
        for xs in [[c[0] for c in p.corners]]
    ]
    braces = [
        (min(c[0] for c in m.corners), max(c[0] for c in m.corners))
        for m in structure.members
        if m.role == "side brace" and m.centre[1] * rail.centre[1] > 0
    ]

    def held(a: float, b: float) -> bool:
        sheeted = sum(max(0.0, min(b, hi) - max(a, lo)) for lo, hi in set(sheets))
        return sheeted >= 0.8 * (b - a) or any(min(b, hi) - max(a, lo) > 0.4 * (b - a) for lo, hi in braces)

    opened = [(b - a) / 1000 for a, b in bays if not held(a, b)]
    assert ("a_o" in known) == bool(opened)
    if opened:
        assert known["a_o"] == near(max(opened))
        within = max(within, load * length / 2 / 2 * max(opened) / 2)
    assert known["M"] == near(whole / known["H"] / wood * modulus / 1000 + within)
    assert known["w"] == near(load)


@pytest.mark.parametrize("name", ["coop", "coop with a house", "A-frame", "open A-frame"])
def test_the_worst_noggin_is_the_one_that_bends_most(name):
    """Of all noggins under sheet: half way to the next up and down the slope, w·L² greatest."""
    structure, _, found, _ = strong(name)
    known = steps(found["noggin under snow"])
    worst = 0.0
    for panel in (
        p for p in structure.panels if p.solid and p.normal[2] > 0.02 and not p.outside and not p.raised
    ):
        xs, ys = [c[0] for c in panel.corners], [c[1] for c in panel.corners]
        under = [
            m
            for m in named(structure, "noggin")
            if min(xs) - 60 <= m.centre[0] <= max(xs) + 60 and min(ys) - 60 <= m.centre[1] <= max(ys) + 60
        ]
        for column in {round(m.centre[0]) for m in under}:
            mine = sorted((m for m in under if round(m.centre[0]) == column), key=lambda m: m.centre[1])
            rows = [min(ys), *sorted({round(m.centre[1]) for m in mine}), max(ys)]
            for m in mine:
                at = rows.index(round(m.centre[1]), 1)
                worst = max(worst, (rows[at + 1] - rows[at - 1]) / 2000 * (along(m) / 1000) ** 2)
    assert known["c"] * known["L"] ** 2 == pytest.approx(worst, rel=1e-3)


@pytest.mark.parametrize("name", ["coop", "half-roofed", "low pen", "A-frame"])
def test_the_rib_that_carries_most_is_the_one_told(name):
    """Half the bay each way, no farther than the roof; the span is the rib's own level length."""
    structure, _, found, _ = strong(name)
    check = next(
        one for what, one in found.items() if what in ("rafter under snow", "top cross rail under snow")
    )
    known = steps(check)
    role = structure.by_ref[check.refs[0]].role
    places = sorted({round(m.centre[0], 1) for m in named(structure, role)})
    roof = [p for p in structure.panels if p.solid and p.normal[2] > 0.02 and not p.outside]
    most = 0.0
    for at, x in enumerate(places):
        start = (places[at - 1] + x) / 2 if at else -math.inf
        end = (x + places[at + 1]) / 2 if at + 1 < len(places) else math.inf
        for panel in roof:
            xs = [c[0] for c in panel.corners]
            if min(xs) - 60 <= x <= max(xs) + 60:
                most = max(most, min(end, max(xs)) - max(start, min(xs)))
                break
    assert known["c"] == pytest.approx(most / 1000, rel=1e-3)
    spans = {round(along(m, 1) / 1000, 3) for m in named(structure, role)}
    assert round(known["L"], 3) in spans
    sag = next(one for what, one in found.items() if "sagging" in what)
    assert steps(sag)["L"] == known["L"]
    assert steps(sag)["w"] == near(known["w"])
    assert sag.refs == check.refs


@pytest.mark.parametrize(("name", "boards"), [("boards", 2), ("levers", 2), ("stub", 1), ("bolted", 1)])
def test_wood_round_a_stub_by_hand(name, boards):
    """Fe·D·(√((t + 2e)² + t²) − (t + 2e)) of mode II (AWC TR12), Fe 6100 G^1.45/√D psi; by 4.5, 1.6 for a bump."""
    structure, weighed, found, _ = strong(name)
    check = found["wood round a stub axle"]
    known = steps(check)
    place = make_conditions(CATALOGUE)
    moved = haul(
        structure,
        weighed,
        place.moving_ground,
        place.slope_percent,
        movers_strength(CATALOGUE, structure, place.crew),
    )
    load, rod = moved.axle / structure.axle.wheels, known["D"]
    thick = boards * 38
    assert known["t"] == thick
    arm = known["e"]
    assert arm == near(structure.axle.wheel.width_mm / 2 + 6)
    assert check.demand == near(2.5 * load)
    bears = 0.0068948 * 6100 * 0.45**1.45 / math.sqrt(rod / 25.4)
    turns = bears * rod * (math.hypot(thick + 2 * arm, thick) - (thick + 2 * arm))
    assert check.capacity == near(turns * 1.6 / 4.5)


@pytest.mark.parametrize("name", list(PENS))
def test_each_stick_is_used_by_the_hardest_of_its_checks(name):
    _, _, found, told = strong(name)
    for ref, share in told.used.items():
        assert share == near(max(1 / one.ratio for one in found.values() if ref in one.refs))
    assert set(told.used) == {ref for one in found.values() for ref in one.refs}
    ratios = [one.ratio for one in told.checks]
    assert ratios == sorted(ratios)
    assert told.finding.ratio == near(min(99.0, ratios[0]))


def test_what_bears_less_than_a_tenth_is_told_as_that():
    """A hoop of wire under three metres of snow: less than a tenth is no figure."""
    *_, told = strong("hoop", snow_mm=3000.0)
    assert told.checks[0].ratio < 0.1
    assert told.finding.figure.text("metric") == "bears less than 0.10 × its load"
    *_, told = strong("hoop", snow_mm=300.0)
    assert told.finding.figure.text("metric") == "bears 0.12 × its load"


@pytest.mark.parametrize("name", ["coop", "low pen", "boards"])
def test_each_line_of_details_says_too_weak_where_it_is(name):
    *_, told = strong(name)
    for check, line in zip(told.checks, told.finding.details, strict=True):
        assert line.text("metric").startswith(check.what)
        assert line.text("metric").endswith("too weak") == (check.ratio < 1)
    assert ("more than it bears" in told.finding.sentence.text("metric")) == (told.checks[0].ratio < 1)


def test_noggins_of_a_lid_and_of_the_roof_under_it_are_two_rows():
    """An A-frame whose slopes are sheet below and a raised leaf above: neither's noggins are the other's neighbours.

    Rows 201, 429 and 658 mm from the ridge, eaves at 914, split at 543: the leaf's first row carries 429/2 = 214 mm, its
    second (543 - 201)/2 = 171, the sheet's one (914 - 543)/2 = 186. Were they neighbours it would be (914 - 429)/2 = 243.
    """
    structure, weighed, _, _ = strong("A-frame")

    def split(panel):
        if not panel.solid or panel.normal[2] < 0.1 or panel.outside:
            return [panel]
        side = 1 if panel.normal[1] > 0 else -1
        rows = sorted(
            {round(side * m.centre[1]) for m in named(structure, "noggin") if m.centre[1] * side > 0}
        )
        middle = side * (rows[1] + rows[2]) / 2
        ys = [c[1] for c in panel.corners]

        def cut(low, high):
            return tuple((x, min(max(y, low), high), z) for x, y, z in panel.corners)

        inner, outer = sorted((min(ys), max(ys)), key=abs)
        leaf = replace(panel, corners=cut(*sorted((inner, middle))), raised=True)
        return [replace(panel, corners=cut(*sorted((middle, outer)))), leaf]

    apart = replace(structure, panels=tuple(part for panel in structure.panels for part in split(panel)))
    place = make_conditions(CATALOGUE, snow_mm=300.0)
    found = {one.what: one for one in judge_strength(CATALOGUE, apart, weighed, place).checks}
    known = steps(found["noggin under snow"])
    assert known["c"] == pytest.approx(0.214, abs=0.002)


def test_a_bow_bends_half_loaded_and_buckles():
    """Two hinges, one half of it loaded: w·L²/64, not w·L²/8; and a thin one gives way in its plane."""
    structure = build(
        make_design(CATALOGUE, "coop", {"roof_kind": "arched", "door_height": 1400.0}), CATALOGUE
    )
    place = make_conditions(CATALOGUE, snow_mm=300.0)
    found = {one.what: one for one in judge_strength(CATALOGUE, structure, mass(structure), place).checks}
    known = steps(found["roof bow under snow"])
    assert known["M"] == near(known["w"] * known["L"] ** 2 / 64)
    buckling = next(one for what, one in found.items() if what.startswith("roof bow buckling"))
    arch = steps(buckling)
    assert arch["b"] == near(known["L"])
    assert arch["p"] == near(arch["w"] * arch["b"] ** 2 / (8 * arch["f"]) / arch["R"])
    assert not any("sagging" in what and "bow" in what for what in found)


def checked(shape, values, snow_mm=300.0):
    structure = build(make_design(CATALOGUE, shape, values), CATALOGUE)
    place = make_conditions(CATALOGUE, snow_mm=snow_mm)
    found = judge_strength(CATALOGUE, structure, mass(structure), place).checks
    return structure, {one.what.split(":")[0]: steps(one) for one in found}


def test_wires_beside_a_hole_carry_half_of_what_it_is_wide():
    """150 mm of their own and half of 600, not of the 300 it is high, where they bend and where they buckle."""
    hole = {"face": "left cover", "at": 1000.0, "sill": 350.0, "width": 600.0, "height": 300.0}
    _, found = checked("hoop", {f"opening_1_{name}": value for name, value in hole.items()})
    for what in ("wire hoop under snow", "wire hoop buckling under snow"):
        assert found[what]["w"] == near(0.3 * 250 * 9.81 * (0.15 + 0.6 / 2))


def test_a_knee_wall_is_pushed_out_by_the_spring_of_its_wires_and_the_snow_on_them():
    """The crown is as sharp as the circle through its highest three points; 200 GPa, wires of 5.7 mm 150 mm apart."""
    structure, found = checked("hoop", SHAPES["hoop"].school_of("knee"))
    known = found["knee wall plate pushed out under snow"]
    middle = len(structure.offsets) // 2
    (a, low), (c, high) = structure.offsets[middle - 1], structure.offsets[middle]
    half, sag = abs(c - a), high - low
    assert known["kappa"] == pytest.approx(1000 * 2 * sag / (half**2 + sag**2), rel=3e-4)
    stiff = 200e9 * math.pi * 0.0057**4 / 64
    wide = (structure.body.y[1] - structure.body.y[0]) / 1000
    snow = 0.3 * 250 * 9.81 * 0.15
    push = (snow * wide**2 / (8 * known["f"]) + stiff * known["kappa"] / known["f"]) / 0.15
    assert known["H"] == near(push)
    assert known["M"] == near(push * known["L"] ** 2 / 8)


def test_a_bow_of_few_bends_bends_as_a_beam_between_them_besides():
    structure, found = checked("coop", {**SHAPES["coop"].school_of("bent-tube"), "house": "no"})
    known = found["roof bow under snow"]
    (bow, *_) = named(structure, "roof bow")
    straight = max(along_of(solid, 1) for solid in bow.solids) / 1000
    assert 0.2 < straight < known["L"] / 2
    assert known["a"] == near(straight)
    assert known["M"] == near(known["w"] * (known["L"] ** 2 / 64 + straight**2 / 8))
