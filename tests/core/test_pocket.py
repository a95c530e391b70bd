"""A part under a roof that opens onto a meshed run: worked by hand facing, behind and at 45°, and what must hold of any;
straps that pull along themselves; tyres that stand on the grass."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from ergamot.core.balance.verdicts import judge
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.farm.season import in_season, months_out
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Space
from ergamot.core.frame.mass import mass
from ergamot.core.frame.parts.anchorage import anchor_places
from ergamot.core.weather.body import Arch, wind_body
from ergamot.core.weather.chart import heading_for
from ergamot.core.weather.coefficients import directions, inside_cp, mouth_cp, outside_cp
from ergamot.core.weather.gust_steps import side_of
from ergamot.core.weather.holding import Holding, Strap, parked
from ergamot.core.weather.loads import wind_loads
from ergamot.core.weather.resistance import resistance, straps_along_n
from ergamot.core.weather.snow import holds, snow_kg
from ergamot.core.weather.threshold import stability
from ergamot.core.weather.verdict import headings, told_of_headings
from tests.core.test_mends import FLOCK
from tests.depth import examples
from tests.strategies import CATALOGUE, designs

FARM = make_conditions(CATALOGUE)
LOW = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
BODY = wind_body(LOW)
FACING, BEHIND, OBLIQUE = (
    np.array([way]) for way in ((1.0, 0.0), (-1.0, 0.0), (math.sqrt(0.5), math.sqrt(0.5)))
)


def solidity_of(role: str) -> float:
    return next(one.solidity for one in LOW.panels if one.role == role)


def test_where_the_mouth_is():
    """It stands at the roof's front edge, as large as the pen is across."""
    roof = max(x for one in LOW.panels if one.role == "roof" for x, _, _ in one.corners)
    assert BODY.mouth.x_m == pytest.approx(roof / 1000)
    assert BODY.mouth.area_m2 == pytest.approx(2.1336 * 0.6096, rel=1e-3)
    assert {one.inside for one in BODY.surfaces if one.name.startswith("roof")} == {Space.SHELTER}
    assert {one.inside for one in BODY.surfaces if one.name.startswith("overhead")} == {Space.RUN}
    assert sum(vent.area_m2 for vent in BODY.vents) == pytest.approx(
        sum(vent.area_m2 for vent in wind_body(LOW).vents)
    )


@pytest.mark.parametrize(
    ("up_wind", "faces", "through"),
    [
        (FACING, 0.8, (1 - solidity_of("front wall")) ** 2),
        # from behind a line runs through the solid rear wall: nothing comes
        (BEHIND, -0.5, 0.0),
        # at 45° out of the side of the run, 1.07 m away, before it reaches the front, 1.19 m away
        (OBLIQUE, 0.325, (1 - solidity_of("open side")) ** 2),
    ],
)
def test_the_mouth_by_hand(up_wind, faces, through):
    """Of a wall there Cp 0.80, −0.50 and, half way from 0.65 at 30° to 0 at 60°, 0.325; (1 − φ)² through each mesh."""
    run = np.array([-0.2])
    assert mouth_cp(BODY.mouth, up_wind, run)[0] == pytest.approx(-0.2 + (faces + 0.2) * through, abs=1e-6)


@pytest.mark.parametrize("up_wind", [FACING, BEHIND, OBLIQUE])
def test_the_pocket_by_another_road(up_wind):
    """The run first, alone; then the sheltered part with its mouth as one vent more, each by a root finder of its own."""
    ratio = max(BODY.height_m, 0.5) / BODY.extent_m(up_wind)

    def space(of, more=()):
        ways = [
            (one.area_m2, outside_cp(one.normal, up_wind, ratio, None, one.arch)[0])
            for one in BODY.vents
            if one.space is of
        ]
        return brentq(
            lambda inside: sum(
                area * math.copysign(math.sqrt(abs(cp - inside)), cp - inside) for area, cp in [*ways, *more]
            ),
            -2,
            1,
            xtol=1e-12,
        )

    run = space(Space.RUN)
    mouth = mouth_cp(BODY.mouth, up_wind, np.array([run]))[0]
    found = inside_cp(BODY, up_wind, ratio)
    assert found[Space.RUN][0] == pytest.approx(run, abs=1e-6)
    assert found[Space.SHELTER][0] == pytest.approx(
        space(Space.SHELTER, [(BODY.mouth.area_m2, mouth)]), abs=1e-6
    )


def test_an_open_front_fills_like_a_sail_and_from_behind_it_does_not():
    """Solid round three sides: facing the wind it is blown up from within, which the same wind from behind does not do."""
    shut = build(make_design(CATALOGUE, "a-frame", {"roofed": 0.5}), CATALOGUE)
    air = wind_loads(wind_body(shut), 4).air
    facing, _, behind, _ = air[Space.SHELTER][:4]
    assert facing > 0.3
    assert behind < 0.0
    stable = stability(wind_body(shut), parked(shut, mass(shut), FARM.holding_ground), 0.03)
    assert stable.gusts[0].least < stable.gusts[12].least


@examples(6)
@given(st.floats(0.02, 0.9), st.floats(0.02, 0.9))
def test_more_mesh_before_it_never_raises_the_pockets_pressure(one, other):
    """Facing the wind at a fixed run."""
    found = []
    for solidity in sorted((one, other)):
        screens = tuple(
            replace(screen, solidity=solidity) if screen.solidity < 1 else screen
            for screen in BODY.mouth.screens
        )
        mouth = replace(BODY.mouth, screens=screens)
        found.append(mouth_cp(mouth, FACING, np.array([0.1]))[0])
    assert found[1] <= found[0] + 1e-12


@pytest.mark.parametrize("roofed", [0.0, 1.0])
def test_a_run_all_roofed_or_not_at_all_is_one_space(roofed):
    body = wind_body(build(make_design(CATALOGUE, "low-pen", {"roofed": roofed}), CATALOGUE))
    assert body.mouth is None
    assert Space.SHELTER not in body.spaces


@examples(8)
@given(designs())
def test_parting_a_pen_at_its_mouth_loses_nothing(design):
    structure = build(design, CATALOGUE)
    body = wind_body(structure)
    met = {one.ref for one in body.surfaces}
    whole = sum(p.area_m2 for p in structure.panels if p.ref in met and not p.under)
    assert sum(s.area_m2 for s in body.surfaces if not s.under) == pytest.approx(whole, rel=1e-6)
    if body.mouth is not None:
        through = body.mouth.let_through(directions(24))
        assert ((through >= 0) & (through <= 1)).all()
        for one in body.surfaces:
            if one.inside is Space.SHELTER:
                assert one.centre[0] <= body.mouth.x_m + 1e-6


@given(designs(), st.integers(0, 23))
def test_turning_the_wind_turns_the_answer(design, turned):
    """A mouth is told by the wind's way alone: of directions asked one by one it says what it says of all."""
    body = wind_body(build(design, CATALOGUE))
    if body.mouth is None:
        return
    every = body.mouth.let_through(directions(24))
    assert body.mouth.let_through(directions(24)[turned : turned + 1])[0] == every[turned]


def test_the_working_shows_the_mouth():
    wind = judge(CATALOGUE, LOW, FLOCK, FARM).finding("wind")
    known = {step.symbol: step for step in wind.working}
    mouth = known["C_r"].quantity.value, known["C_a"].quantity.value, known["S"].quantity.value
    assert known["C_m"].quantity.value == pytest.approx(mouth[0] + (mouth[1] - mouth[0]) * mouth[2], rel=1e-4)
    assert "our judgement" in known["C_m"].source


# Straps


@pytest.mark.parametrize(
    ("away", "up_wind", "share"),
    [((0.0, 1.0), 0, 0.0), ((1.0, 0.0), 0, 1.0), ((1.0, 0.0), 12, 0.0), ((1.0, 0.0), 4, 0.5)],
)
def test_a_strap_holds_along_itself(away, up_wind, share):
    """T·max(0, d·u)·(cos 45° + μ·sin 45°): a pair at the sides does nothing end-on; at 60° half of it."""
    held = Holding(60.0, (1.5, 0.0), 0.4, straps=(Strap((3.0, 0.0), 300.0, away),))
    found = straps_along_n(wind_loads(BODY), held)[up_wind]
    assert found == pytest.approx(300 * share * (1 + 0.4) / math.sqrt(2), abs=1e-9)


def test_end_on_a_pair_at_the_sides_changes_nothing_and_one_at_the_ends_does():
    square = ((0.0, -1000.0), (3000.0, -1000.0), (3000.0, 1000.0), (0.0, 1000.0))
    slides = {}
    for layout in ("sides", "ends", "round"):
        straps = tuple(
            Strap((one.place[0] / 1000, one.place[1] / 1000), 400.0, one.away)
            for one in anchor_places(square, 1, layout)
        )
        held = Holding(60.0, (1.5, 0.0), 0.4, straps=straps)
        slides[layout] = stability(BODY, held, 0.03).gusts[0].slide
    bare = stability(BODY, Holding(60.0, (1.5, 0.0), 0.4), 0.03).gusts[0].slide
    assert slides["sides"] == pytest.approx(bare)
    assert slides["ends"] > slides["round"] > 1.1 * bare


# Tyres down


def test_tyres_on_the_grass_roll_until_they_are_chocked():
    """They bear W·(x_far − x_cg)/(x_far − x_axle); along, that share holds by Crr 0.04 + 1.2/Cn, the rest by μ."""
    free, chocked = (
        build(make_design(CATALOGUE, "low-pen", {"gear": "wheels", "chocks": key}), CATALOGUE)
        for key in ("no", "yes")
    )
    ground = FARM.holding_ground
    held = parked(free, mass(free), ground)
    weight = held.mass_kg * 9.81
    far = max(x for x, _ in free.contacts) / 1000
    carried = weight * (far - held.centre_m[0]) / (far - free.axle.x_mm / 1000)
    number = 700e3 * free.axle.wheel.width_mm / 1000 * 2 * free.axle.radius_mm / 1000 / (carried / 2)
    crr = 0.04 + 1.2 / number
    assert held.wheels.carried_n == pytest.approx(carried)
    assert held.wheels.crr == pytest.approx(crr)
    along = (0.35 * (weight - carried) + crr * carried) / weight
    assert held.rolling == pytest.approx(along)
    loads = wind_loads(wind_body(free))
    resists = resistance(loads, held)
    assert resists.roll == pytest.approx(along * weight)
    assert resists.slide == pytest.approx(0.35 * weight)
    still = parked(chocked, mass(chocked), ground)
    assert (still.rolling, still.wheels) == (None, None)
    gusts = [stability(wind_body(one), parked(one, mass(one), ground), 0.03).gusts for one in (free, chocked)]
    assert gusts[0][0].slide < gusts[1][0].slide
    assert gusts[0][6].slide == pytest.approx(gusts[1][6].slide)
    assert gusts[0][0].rolls
    assert not gusts[1][0].rolls


# Arches on walls, and snow


@pytest.mark.parametrize(
    ("rise", "low", "high"),
    [
        (0.1, -0.9, -0.9),
        (0.2, -0.9, 0.0),
        (0.25, -0.6, 0.075),
        (0.3, 0.125, 0.125),
        (0.5, 0.675, 0.675),
        (0.7, 0.95, 0.95),
    ],
)
def test_an_arch_on_walls_has_its_own_windward_quarter(rise, low, high):
    """ASCE 7 fig. 27.3-3, on elevated structures; from the ground 1.4 r."""
    runs = np.array([False, True])
    wind = np.array([[0.0, 1.0], [0.0, 1.0]])
    quarter = outside_cp((0, 0, 1), wind, np.ones(2), runs, Arch(0.8, rise, True))
    assert quarter == pytest.approx([low, high])
    assert outside_cp((0, 0, 1), wind, np.ones(2), runs, Arch(0.8, rise)) == pytest.approx(
        [min(0.8, 1.4 * rise)] * 2
    )
    for place, cp in ((0.0, -min(1.3, 0.7 + rise)), (-0.8, -0.5)):
        assert outside_cp((0, 0, 1), wind, np.ones(2), runs, Arch(place, rise, True)) == pytest.approx(
            [cp] * 2
        )


def test_a_hoop_springs_from_the_ground():
    body = wind_body(build(make_design(CATALOGUE, "hoop", {}), CATALOGUE))
    assert {one.arch.on_walls for one in body.surfaces if one.arch} == {False}


def test_a_summer_pen_knows_no_snow_and_one_out_all_year_does():
    assert months_out(FLOCK, FARM) == (4, 5)
    assert in_season(FLOCK, FARM).snow_mm == 0
    assert in_season(FLOCK, make_conditions(CATALOGUE, stands_out="year")).snow_mm == 200
    cold = make_conditions(CATALOGUE, months_c=[4.0] * 12)
    assert in_season(FLOCK, cold).snow_mm == 200
    hoop = build(make_design(CATALOGUE, "hoop", {}), CATALOGUE)
    summer, year = (
        judge(CATALOGUE, hoop, FLOCK, farm).strength
        for farm in (FARM, make_conditions(CATALOGUE, stands_out="year"))
    )
    assert not any("snow" in one.what for one in summer.checks)
    assert any("snow" in one.what for one in year.checks)
    assert any("no snow is reckoned with" in line.text("metric") for line in summer.finding.details)


@pytest.mark.parametrize(
    ("clear_mm", "pitch", "share"), [(24.9, 0, 0.5), (25.1, 0, 0.0), (24.9, 44, 0.5), (24.9, 46, 0.0)]
)
def test_mesh_holds_wet_snow_to_25_mm_and_45_degrees(clear_mm, pitch, share):
    pen = build(make_design(CATALOGUE, "low-pen", {"roofed": 0.0}), CATALOGUE)
    top = next(one for one in pen.standing if one.normal[2] > 0.99 and not one.solid)
    row = replace(top.covering, pitch_x_mm=clear_mm + 1.6, pitch_y_mm=clear_mm + 1.6, wire_mm=1.6)
    lean = math.radians(pitch)
    panel = replace(top, covering=row, normal=(0.0, math.sin(lean), math.cos(lean)))
    assert holds(panel, True) == share
    assert holds(replace(panel, under=True), True) == 0


def test_wet_snow_lies_half_as_deep_on_fine_level_mesh():
    """Overhead mesh of 25.4 mm with wires of 1.63: 23.8 mm clear. Dry snow falls through, as it does through 51 mm."""
    pen = build(make_design(CATALOGUE, "low-pen", {"roofed": 0.0, "top_mesh": "welded-25"}), CATALOGUE)
    top = [one for one in pen.standing if one.normal[2] > 0.99 and not one.solid]
    assert top
    fine = [one for one in top if holds(one, True)]
    assert {holds(one, True) for one in fine} == {0.5}
    area = sum(one.area_m2 for one in fine)
    assert snow_kg(pen, 0.2, 450, True)[0] == pytest.approx(0.5 * 0.2 * 450 * area)
    assert snow_kg(pen, 0.2, 450, False)[0] == 0


@given(st.floats(0, 359), st.floats(0, 359), st.sampled_from(range(24)))
def test_turning_the_farms_wind_turns_the_heading_told(wind, by, side):
    direction = 15.0 * side
    turned = heading_for(direction, (wind + by) % 360) - heading_for(direction, wind)
    assert math.cos(math.radians(turned - by)) == pytest.approx(1)


def test_headings_the_grip_does_not_tell_apart_are_told_to_be_alike():
    """Where usual grip in one heading stands what the best does on poor, that heading is as good."""
    stands = judge(CATALOGUE, LOW, FLOCK, FARM).stands
    best = stands.poor.best
    as_good = {side_of(usual.direction_deg) for usual in stands.usual.gusts if usual.least >= best.least}
    found = headings(stands)
    assert (found.best, found.alike) == (best, False)
    assert set(found.others) == as_good - {side_of(best.direction_deg)}
    told = told_of_headings(found).text("metric")
    assert told.startswith(f"best with the wind from {side_of(best.direction_deg)}")
    lee = replace(stands.usual, factor=stands.usual.factor / 9)  # behind a wall hardly any wind comes to it
    every = headings(replace(stands, usual=lee))
    assert every.alike
    assert "any heading is alike" in told_of_headings(every).text("metric")
