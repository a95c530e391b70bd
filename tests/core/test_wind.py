"""Wind: worked examples of a closed box, and what symmetry and statics demand."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.weather.body import Surface, Vent, WindBody, base_gaps, wind_body
from ergamot.core.weather.coefficients import directions, inside_cp, mouth_cp, outside_cp
from ergamot.core.weather.holding import Holding, parked
from ergamot.core.weather.loads import overturning_about, wind_loads
from ergamot.core.weather.speed import local_factor
from ergamot.core.weather.threshold import stability, stands_on
from ergamot.core.weather.verdict import judge_wind
from tests.depth import examples
from tests.strategies import CATALOGUE, designs

FOOTPRINT = ((0.0, -1.0), (3.0, -1.0), (3.0, 1.0), (0.0, 1.0))


def box(hole: bool = False, turned: bool = False) -> WindBody:
    """A closed box 3.0 × 2.0 × 0.6 m, roof Cp −0.7 given, base gap only; or its front 85 % open."""
    front = 1.2 * (0.15 if hole else 1)
    walls = [
        Surface("front", front, (3, 0, 0.3), (1, 0, 0)),
        Surface("rear", 1.2, (0, 0, 0.3), (-1, 0, 0)),
        Surface("left", 1.8, (1.5, 1, 0.3), (0, 1, 0)),
        Surface("right", 1.8, (1.5, -1, 0.3), (0, -1, 0)),
        Surface("roof", 6.0, (1.5, 0, 0.6), (0, 0, 1), roof_cp=-0.7),
    ]
    vents = base_gaps(3, 2) + ([Vent(0.85 * 1.2, (1, 0, 0))] if hole else [])
    return WindBody(tuple(walls), tuple(vents), FOOTPRINT, 0.6, FOOTPRINT)


def at(body: WindBody, degrees: int, mass_kg: float = 70):
    found = stability(body, Holding(mass_kg, (1.5, 0), 0.45), 0.03)
    gust = found.gusts[degrees // 15]
    cpi = float(found.loads.cpi[0][degrees // 15])
    return cpi, gust, found.factor


@pytest.mark.parametrize(
    ("hole", "degrees", "cpi", "tip", "slide"),
    [
        (False, 90, -0.385, 20.8, 12.6),
        (False, 45, -0.125, 16.87, 12.00),
        (True, 0, 0.791, 11.0, 9.5),
    ],
)
def test_local_gusts_of_a_box(hole, degrees, cpi, tip, slide):
    """Long side on: walls push (0.8 + 0.385)·1.8 and draw 0.115·1.8, D = 2.34; roof (0.7 − 0.385)·6 =
    1.89 up; tip q = 686.7/(2.34·0.3 + 1.89·1) = 264.9 → 20.8 m/s."""
    inside, gust, factor = at(box(hole), degrees)
    assert inside == pytest.approx(cpi, abs=0.001)
    assert gust.tip * factor == pytest.approx(tip, abs=0.05)
    assert gust.slide * factor == pytest.approx(slide, abs=0.05)


@pytest.mark.parametrize(
    ("hole", "degrees", "tip", "slide"),
    [(False, 90, 30.5, 18.5), (False, 45, 24.8, 17.6), (True, 0, 16.2, 14.0), (True, 180, 40.0, 22.8)],
)
def test_gusts_at_ten_metres_of_a_box(hole, degrees, tip, slide):
    _, gust, _ = at(box(hole), degrees)
    assert gust.tip == pytest.approx(tip, abs=0.05)
    assert gust.slide == pytest.approx(slide, abs=0.05)


def test_the_box_lifts_at_24_3_long_side_on():
    _, gust, factor = at(box(), 90)
    assert gust.lift * factor == pytest.approx(24.3, abs=0.05)


@pytest.mark.parametrize(("roughness", "factor"), [(0.03, 0.681), (0.1, 0.592), (0.3, 0.493)])
def test_speed_near_the_ground(roughness, factor):
    assert local_factor(0.6, roughness) == pytest.approx(factor, abs=0.0005)
    assert local_factor(0.6, roughness, 1.3) == pytest.approx(1.3 * local_factor(0.6, roughness))


def test_wall_coefficients_at_45_degrees():
    """Between 30° (0.65) and 60° (0): 0.325; the far wall at 135°: −0.6 + 0.25·0.1 = −0.575."""
    north_east = np.array([[math.cos(math.pi / 4), math.sin(math.pi / 4)]])
    assert outside_cp((1, 0, 0), north_east, np.array([0.2])) == pytest.approx(0.325)
    assert outside_cp((-1, 0, 0), north_east, np.array([0.2])) == pytest.approx(-0.575)


@given(designs(), st.sampled_from([0.03, 0.1, 0.3]))
def test_any_pen_in_any_wind_gives_gusts_that_make_sense(design, roughness):
    structure = build(design, CATALOGUE)
    body, weighed = wind_body(structure), mass(structure)
    centre = (weighed.dry_centre[0] / 1000, weighed.dry_centre[1] / 1000)
    found = stability(body, Holding(weighed.dry_kg, centre, 0.35), roughness)
    heavier = stability(body, Holding(weighed.dry_kg * 2, centre, 0.35), roughness)
    for gust, twice in zip(found.gusts, heavier.gusts, strict=True):
        assert 0 < gust.slide <= gust.lift or gust.slide < float("inf")
        assert min(gust.tip, gust.lift) > 0
        for one, other in ((gust.slide, twice.slide), (gust.tip, twice.tip), (gust.lift, twice.lift)):
            assert other == pytest.approx(one * math.sqrt(2)) or one == other == float("inf")
    assert found.worst.least <= found.best.least


@given(designs())
def test_what_tips_a_pen_is_what_every_surface_adds(design):
    loads = wind_loads(wind_body(build(design, CATALOGUE)), 8)
    each = [overturning_about(loads, edge).sum(axis=0) for edge in loads.edges]
    assert loads.tipping == pytest.approx(np.array(each), abs=1e-9)


@given(designs())
def test_air_in_equals_air_out(design):
    """Of the pen as a whole and of each space in it."""
    body = wind_body(build(design, CATALOGUE))
    up = directions(24)
    ratio = max(body.height_m, 0.5) / body.extent_m(up)
    for high in (np.zeros(24, dtype=bool), np.ones(24, dtype=bool)):
        found = inside_cp(body, up, ratio, high)
        whole, area = np.zeros(24), 0.0
        for space, cpi in found.items():
            outer = [
                (v.area_m2, outside_cp(v.normal, up, ratio, high, v.arch))
                for v in body.vents
                if v.space == space
            ]
            inner = [
                (link.area_m2, found[link.spaces[link.spaces[0] == space]])
                for link in body.links
                if space in link.spaces
            ]
            if space == "sheltered part":
                through = (body.mouth.area_m2, mouth_cp(body.mouth, up, found["run"]))
                outer.append(through)  # a vent at the mouth, which takes from no one
            whole += inflow(outer, cpi)
            area += sum(each for each, _ in outer)
            if outer or inner:  # a hair lower air still comes in, a hair higher it goes out
                assert (inflow(outer + inner, cpi - 1e-6) >= 0).all()
                assert (inflow(outer + inner, cpi + 1e-6) <= 0).all()
            assert (cpi > -1.31).all()
            assert (cpi < 0.81).all()
        assert np.abs(whole).max() <= 1e-6 * area


def inflow(ways, cpi):
    """Air in less air out through (area, pressure beyond) of each way."""
    flows = [area * np.sign(cp - cpi) * np.sqrt(np.abs(cp - cpi)) for area, cp in ways]
    return sum(flows, np.zeros(24))


def test_a_pitched_roof_at_20_degrees_with_the_wind_at_45():
    """cos α = sin 20°·cos 45°: α 76.0, 0.70 of the way from −0.7 along the ridge to −0.3 windward: −0.42."""
    slope = (0.0, math.sin(math.radians(20)), math.cos(math.radians(20)))
    oblique = np.array([[math.sqrt(0.5), math.sqrt(0.5)]])
    assert outside_cp(slope, oblique, np.array([0.25])) == pytest.approx(-0.42, abs=0.005)


@examples(2)
@given(designs("low-pen"))
def test_a_pen_alike_on_both_sides_stands_alike_but_for_its_lid(design):
    """Left and right differ only by the lid's mesh and mass: slide speeds mirror within 5 %."""
    values = design.values
    assume(not values["fall"] and values["house"] == "no" and values["access"] == "lid")
    structure = build(design, CATALOGUE)
    weighed = mass(structure)
    found = stability(
        wind_body(structure), Holding(weighed.dry_kg, (weighed.dry_centre[0] / 1000, 0.0), 0.35), 0.03
    )
    for i in range(1, 12):
        assert found.gusts[i].slide == pytest.approx(found.gusts[24 - i].slide, rel=0.05)


def test_mesh_of_no_wire_feels_nothing():
    nothing = Surface("air", 2.0, (0, 0, 0.3), (1, 0, 0), solidity=0.0)
    body = WindBody((nothing,), tuple(base_gaps(3, 2)), FOOTPRINT, 0.6, FOOTPRINT)
    assert np.abs(wind_loads(body).force).max() == 0


def test_a_wind_that_lifts_nothing_never_tips():
    nothing = Surface("air", 2.0, (0, 0, 0.3), (1, 0, 0), solidity=0.0)
    body = WindBody((nothing,), tuple(base_gaps(3, 2)), FOOTPRINT, 0.6, FOOTPRINT)
    assert stability(body, Holding(50, (1.5, 0), 0.35), 0.03).worst.least == float("inf")


def test_a_pen_already_over_its_edge_stands_no_wind():
    assert stability(box(), Holding(70, (3.5, 0), 0.45), 0.03).worst.tip == 0


def test_figures_outside_validity_are_refused():
    for bad in (
        lambda: local_factor(0.6, 5),
        lambda: local_factor(20, 0.03),
        lambda: local_factor(1, 0.03, 3),
    ):
        with pytest.raises(OutOfRange):
            bad()
    with pytest.raises(OutOfRange):
        stability(box(), Holding(-1, (1.5, 0), 0.35), 0.03)


@given(st.integers(1, 23), st.floats(0.05, 0.9))
def test_turning_the_pen_turns_the_chart(steps, solidity):
    """Every surface of a box of sheet and mesh turned by so many sides: its gusts are the same, so many sides on."""
    turn = math.radians(15 * steps)

    def turned(point: tuple[float, ...]) -> tuple[float, ...]:
        x, y, *rest = point
        return (x * math.cos(turn) - y * math.sin(turn), x * math.sin(turn) + y * math.cos(turn), *rest)

    still = box(hole=True)
    surfaces = tuple(
        replace(one, solidity=solidity if one.name == "left" else 1.0, roof_cp=None) for one in still.surfaces
    )
    still = replace(still, surfaces=surfaces)
    body = replace(
        still,
        surfaces=tuple(
            replace(one, centre=turned(one.centre), normal=turned(one.normal)) for one in surfaces
        ),
        vents=tuple(replace(vent, normal=turned(vent.normal)) for vent in still.vents),
        footprint=tuple(turned(corner) for corner in still.footprint),
        contacts=tuple(turned(corner) for corner in still.contacts),
    )
    one = stability(still, Holding(70, (1.5, 0.1), 0.45), 0.03).gusts
    other = stability(body, Holding(70, turned((1.5, 0.1)), 0.45), 0.03).gusts
    for i in range(24):
        for mode in ("tip", "slide", "lift"):
            assert getattr(other[(i + steps) % 24], mode) == pytest.approx(getattr(one[i], mode), rel=1e-6)


def test_a_stretched_method_says_so():
    structure = build(make_design(CATALOGUE, "hoop", {"width": 1800.0}), CATALOGUE)
    weighed = mass(structure)
    body = wind_body(structure)
    place = make_conditions(CATALOGUE)
    stable = stability(body, parked(structure, weighed, place.holding_ground), 0.03)
    details = " ".join(
        line.text("metric") for line in judge_wind(stands_on(stable, place.holding_ground), place).details
    )
    assert "extrapolated" in details
    low = build(make_design(CATALOGUE, "low-pen", {"height": 450.0}), CATALOGUE)
    body = wind_body(low)
    details = " ".join(
        line.text("metric")
        for line in judge_wind(
            stands_on(
                stability(body, parked(low, mass(low), place.holding_ground), 0.03), place.holding_ground
            ),
            place,
        ).details
    )
    assert "taken at 500 mm" in details
    assert "extrapolated" not in details


@pytest.mark.parametrize(("rise", "said"), [(0.59, False), (0.61, True)])
def test_an_arch_is_known_to_a_rise_of_six_tenths(rise, said):
    structure = build(make_design(CATALOGUE, "hoop", {}), CATALOGUE)
    body = wind_body(structure)
    bent = tuple(
        replace(one, arch=replace(one.arch, rise=rise)) if one.arch else one for one in body.surfaces
    )
    body = replace(body, surfaces=bent)
    place = make_conditions(CATALOGUE)
    stable = stability(body, parked(structure, mass(structure), place.holding_ground), 0.03)
    told = judge_wind(stands_on(stable, place.holding_ground), place)
    details = " ".join(line.text("metric") for line in told.details)
    assert ("extrapolated" in details) == said


def test_of_two_sides_alike_the_first_all_round_is_told():
    """A low pen without doors at its sides stands as well from its left as from its right: told of the left always."""
    structure = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
    stable = stability(wind_body(structure), Holding(60, (structure.body.x[1] / 2000, 0), 0.45), 0.03)
    twin = next(one for one in stable.gusts if one.direction_deg == (-stable.worst.direction_deg) % 360)
    assert twin.least == pytest.approx(stable.worst.least, rel=1e-9)
    assert stable.worst.direction_deg <= 180


def test_noise_in_a_slope_is_not_told():
    """1e-9 of a wall that is upright was printed as a term of the sum, in a form no keeper reads."""
    pen = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
    noisy = replace(pen, panels=tuple(replace(one, normal=(*one.normal[:2], 1e-9)) for one in pen.panels))
    place = make_conditions(CATALOGUE)
    stable = stability(wind_body(noisy), parked(noisy, mass(noisy), place.holding_ground), 0.03)
    steps = judge_wind(stands_on(stable, place.holding_ground), place).working
    told = [step.expression or "" for step in steps]
    assert any("P1" in one for one in told)
    assert not any("e-" in one for one in told)
