"""Pressure coefficients of pitched and bent roofs, and of spaces joined by an opening."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.frame.design import build, make_design
from ergamot.core.weather.body import Arch, Link, Surface, Vent, WindBody, wind_body
from ergamot.core.weather.coefficients import directions, inside_cp, outside_cp
from ergamot.core.weather.threshold import wind_loads
from tests.strategies import CATALOGUE

ONTO = np.array([[0.0, 1.0]])  # wind from the left, square to a ridge along x
FOOTPRINT = ((0.0, -1.0), (3.0, -1.0), (3.0, 1.0), (0.0, 1.0))


def slope(pitch, side=1):
    return (0.0, side * math.sin(math.radians(pitch)), math.cos(math.radians(pitch)))


# ASCE 7-16 fig. 27.3-1, wind square to the ridge, copied here: pitch, then low and high at h/L 0.25, 0.5, 1
WINDWARD = [
    (10, (-0.7, -0.18), (-0.9, -0.18), (-1.3, -0.18)),
    (15, (-0.5, 0.0), (-0.7, -0.18), (-1.0, -0.18)),
    (20, (-0.3, 0.2), (-0.4, 0.0), (-0.7, -0.18)),
    (25, (-0.2, 0.3), (-0.3, 0.2), (-0.5, 0.0)),
    (30, (-0.2, 0.3), (-0.2, 0.2), (-0.3, 0.2)),
    (35, (0.0, 0.4), (-0.2, 0.3), (-0.2, 0.2)),
    (45, (0.4, 0.4), (0.0, 0.4), (0.0, 0.3)),
    (59.99, (0.6, 0.6), (0.6, 0.6), (0.6, 0.6)),  # 60° and steeper is a wall
]
LEEWARD = [(10, -0.3, -0.5, -0.7), (15, -0.5, -0.5, -0.6), (20, -0.6, -0.6, -0.6), (40, -0.6, -0.6, -0.6)]
RATIOS = (0.25, 0.5, 1.0)


@pytest.mark.parametrize("row", WINDWARD, ids=lambda row: f"{row[0]} deg")
def test_wind_square_onto_a_slope_meets_the_table(row):
    for ratio, both in zip(RATIOS, row[1:], strict=True):
        for high, cp in zip((False, True), both, strict=True):
            found = outside_cp(slope(row[0] + 1e-9), ONTO, np.array([ratio]), np.array([high]))
            assert found == pytest.approx(cp, abs=1e-3)


@pytest.mark.parametrize("row", LEEWARD, ids=lambda row: f"{row[0]} deg")
def test_wind_square_over_a_slope_meets_the_table(row):
    for ratio, cp in zip(RATIOS, row[1:], strict=True):
        assert outside_cp(slope(row[0] + 1e-9, -1), ONTO, np.array([ratio])) == pytest.approx(cp, abs=1e-6)


@pytest.mark.parametrize(
    ("pitch", "ratio", "side", "cp"),
    [
        (10, 0.3, 1, -0.74),  # a fifth of the way from -0.7 to -0.9
        (10, 0.95, 1, -1.26),  # nine tenths from -0.9 to -1.3
        (57, 0.25, 1, 0.56),  # four fifths from 0.4 to 0.6
        (10.5, 0.25, -1, -0.32),  # a tenth from -0.3 to -0.5
        (19, 0.25, -1, -0.58),  # four fifths from -0.5 to -0.6
    ],
)
def test_between_the_tables_figures_it_is_linear(pitch, ratio, side, cp):
    found = outside_cp(slope(pitch + 1e-9, side), ONTO, np.array([ratio]), np.array([False]))
    assert found == pytest.approx(cp, abs=1e-6)


def test_walls_flat_roofs_and_floors_meet_their_tables():
    """Walls by the angle off the wind, roofs under 10° by h/L, −0.3 beneath a floor; 30° off upright is no wall."""
    walls = {0: 0.8, 30: 0.65, 60: 0.0, 75: -0.5, 90: -0.7, 120: -0.6, 180: -0.5}
    for degrees, cp in walls.items():
        wind = np.array([[math.cos(math.radians(degrees)), math.sin(math.radians(degrees))]])
        assert outside_cp((1.0, 0.0, 0.0), wind, np.ones(1)) == pytest.approx(cp)
    for ratio, cp in ((0.2, -0.7), (0.5, -0.7), (0.75, -0.85), (1.0, -1.0), (2.0, -1.0)):
        for pitch in (0, 9.5):
            assert outside_cp(slope(pitch), ONTO, np.array([ratio])) == pytest.approx(cp)
    assert outside_cp(slope(10.5), ONTO, np.array([0.2])) != pytest.approx(-0.7, abs=1e-3)
    assert outside_cp((0.0, 0.0, -1.0), ONTO, np.ones(1)) == pytest.approx(-0.3)
    for nz, wall in ((0.49, True), (0.52, False)):
        tilted = (0.0, math.sqrt(1 - nz**2), nz)
        along = outside_cp(tilted, np.array([[1.0, 0.0]]), np.ones(1))
        assert along == pytest.approx(-0.7 if wall else -1.0)


@given(st.floats(10.1, 59), st.floats(0.1, 1.5), st.booleans())
def test_along_the_ridge_a_slope_is_a_flat_roof(pitch, ratio, high):
    along = outside_cp(slope(pitch), np.array([[1.0, 0.0]]), np.array([ratio]), np.array([high]))
    flat = outside_cp((0.0, 0.0, 1.0), np.array([[1.0, 0.0]]), np.array([ratio]))
    assert along == pytest.approx(flat)


@given(st.floats(10.1, 59), st.floats(0, 2 * math.pi), st.floats(0.1, 1.5))
def test_the_high_values_are_never_below_the_low_ones(pitch, angle, ratio):
    wind, size = np.array([[math.cos(angle), math.sin(angle)]]), np.array([ratio])
    low, high = (outside_cp(slope(pitch), wind, size, np.array([each])) for each in (False, True))
    assert high >= low - 1e-9
    assert low >= -1.31
    assert high <= 0.81


@given(st.floats(0, 2 * math.pi), st.floats(-1, 1), st.floats(0.1, 1.2))
def test_a_bent_roof_mirrors_with_the_wind(angle, place, rise):
    wind = np.array([[math.cos(angle), math.sin(angle)]])
    back = np.array([[math.cos(angle), -math.sin(angle)]])
    one = outside_cp((0, 0, 1), wind, np.ones(1), arch=Arch(place, rise))
    assert one == pytest.approx(outside_cp((0, 0, 1), back, np.ones(1), arch=Arch(-place, rise)))


@pytest.mark.parametrize(
    ("place", "rise", "cp"),
    [(0.8, 0.5, 0.7), (0.8, 0.7, 0.8), (0.0, 0.4, -1.1), (0.0, 0.9, -1.3), (-0.8, 0.5, -0.5)],
)
def test_quarters_of_a_bent_roof_by_hand(place, rise, cp):
    """Windward +min(1.4r, 0.8), middle −min(0.7 + r, 1.3), leeward −0.5."""
    assert outside_cp((0, 0, 1), ONTO, np.ones(1), arch=Arch(place, rise)) == pytest.approx(cp)


@pytest.mark.parametrize(("place", "cp"), [(0.8, 0.0), (0.0, -0.9), (-0.8, -0.6)])
def test_a_bent_roof_in_a_wind_that_comes_at_45_degrees_by_hand(place, cp):
    """Half of it as across the ridge, +0.7, −1.1 and −0.5 of a rise of 0.4 to 0.5, half as along it, −0.7."""
    rise = 0.4 if place == 0.0 else 0.5
    wind = np.array([[math.sqrt(0.5), math.copysign(math.sqrt(0.5), ONTO[0, 1])]])
    assert outside_cp((0, 0, 1), wind, np.ones(1), arch=Arch(place, rise)) == pytest.approx(cp)


@pytest.mark.parametrize(
    ("rise", "high", "cp"),
    [(0.19, True, -0.9), (0.19, False, -0.9), (0.28, True, 0.12), (0.28, False, -0.42), (0.31, True, 0.1525)],
)
def test_an_arch_on_walls_by_hand(rise, high, cp):
    """ASCE 7 fig. 27.3-3: −0.9 under r 0.2; from there to 0.3 both 6r − 2.1 and 1.5r − 0.3; 2.75r − 0.7 above."""
    arch = Arch(0.8, rise, on_walls=True)
    assert outside_cp((0, 0, 1), ONTO, np.ones(1), np.array([high]), arch=arch) == pytest.approx(cp)


def test_a_hoops_rise_is_measured_over_its_feet_not_its_bulge():
    """A 4.88 m panel with feet 1830 apart bulges past them: r = rise over 1830."""
    pen = build(
        make_design(CATALOGUE, "hoop", {"width": 1868, "door_width": 500, "door_height": 1000}), CATALOGUE
    )
    strips = [surface for surface in wind_body(pen).surfaces if surface.arch]
    heights = [z for _, z in pen.offsets]
    assert strips[0].arch.rise == pytest.approx((max(heights) - min(heights)) / 1830, rel=0.01)
    assert max(abs(one.arch.place) for one in strips) <= 1


def body(links, vents):
    return WindBody((Surface("wall", 1.0, (0, 0, 0), (1, 0, 0)),), vents, FOOTPRINT, 1.0, FOOTPRINT, links)


def test_a_wide_way_between_two_spaces_makes_them_one():
    """House with its only way out through the run: as much air in the house as in the run."""
    vents = (Vent(0.5, (1, 0, 0)), Vent(0.5, (-1, 0, 0)))
    found = inside_cp(body((Link(5.0, ("run", "house")),), vents), directions(24), np.full(24, 0.5))
    assert found["house"] == pytest.approx(found["run"], abs=1e-3)


@given(st.floats(0.01, 2), st.floats(0.01, 2), st.floats(0.001, 3))
def test_a_joined_space_lies_between_its_own_wind_and_its_neighbours(front, rear, way):
    vents = (Vent(front, (1, 0, 0), "run"), Vent(rear, (-1, 0, 0), "house"))
    found = inside_cp(body((Link(way, ("run", "house")),), vents), directions(24), np.full(24, 0.5))
    ends = [outside_cp(vent.normal, directions(24), np.full(24, 0.5)) for vent in vents]
    for space in ("run", "house"):
        assert (found[space] >= np.minimum(*ends) - 1e-6).all()
        assert (found[space] <= np.maximum(*ends) + 1e-6).all()


def test_a_partition_is_pushed_by_the_two_spaces_and_the_sum_is_a_whole_pen():
    pen = build(make_design(CATALOGUE, "coop", {}), CATALOGUE)
    shape = wind_body(pen)
    loads = wind_loads(shape)
    index = next(i for i, one in enumerate(shape.surfaces) if one.name.startswith("partition"))
    wall = shape.surfaces[index]
    push = -(loads.cp[index] - loads.cpi[index]) * wall.area_m2
    assert loads.force[index][:, 0] == pytest.approx(push)
    assert np.abs(loads.force[index][:, 1:]).max() == 0


def test_wires_beneath_tarp_are_out_of_the_wind_and_pass_no_air():
    pen = build(make_design(CATALOGUE, "hoop", {"roofed": 1, "skirt": 0}), CATALOGUE)
    shape = wind_body(pen)
    assert not [one for one in shape.surfaces if one.name.startswith("wire panel") and one.area_m2 > 0.01]
    bare = build(make_design(CATALOGUE, "hoop", {"roofed": 0}), CATALOGUE)
    wires = [one for one in wind_body(bare).surfaces if one.name.startswith("wire panel")]
    mesh = [one for one in wind_body(bare).surfaces if one.name.startswith("mesh over")]
    assert sum(one.area_m2 for one in wires) == pytest.approx(sum(one.area_m2 for one in mesh))
    arched = [vent for vent in wind_body(bare).vents if vent.arch]
    assert len(arched) == len(mesh)
