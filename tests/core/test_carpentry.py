"""Sticks as sawn: lengths, cuts and centres measured another way; the flat sides they are set on."""

from __future__ import annotations

import itertools
import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.spatial import ConvexHull, Delaunay

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.carpentry import Framing, Piece, bounds
from ergamot.core.frame.face import Face, corners
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.profile import chain
from tests.strategies import CATALOGUE

TIMBER = CATALOGUE.species["spf"]
B = Piece(Duty.BASE_RAIL, "rail", "B", "")
SIZES = st.sampled_from(["2x2", "2x3", "2x4", "47x50"])
PLACES = st.floats(-2000, 2000, allow_nan=False)


def bench(section: str = "2x3") -> Framing:
    return Framing(CATALOGUE.sections[section], TIMBER)


def solid(member):
    """Volume and centre of mass from a cutting into tetrahedra."""
    points = np.array(member.corners)
    total, moment = 0.0, np.zeros(3)
    for four in points[Delaunay(points).simplices]:
        volume = abs(np.linalg.det(four[1:] - four[0])) / 6
        total += volume
        moment += volume * four.mean(axis=0)
    return total, moment / total


@given(SIZES, st.floats(300, 3000), st.floats(-60, 60), st.floats(-60, 60))
def test_a_stick_sawn_at_any_angles_weighs_and_balances_as_its_solid(section, length, first, second):
    frame = bench(section)
    deep, thick = frame.section.deep_mm, frame.section.thick_mm
    a, b = (deep * math.tan(math.radians(angle)) for angle in (first, second))
    outline = ((0.0, deep), (length, deep), (length - b, 0.0), (a, 0.0))
    made = frame.profiled(B, outline, "x", (0, thick))
    volume, centre = solid(made)
    assert made.volume_m3 * 1e9 == pytest.approx(volume, rel=1e-6)
    assert made.centre == pytest.approx(tuple(centre), abs=1e-3)
    for cut, angle in zip(made.cuts, (first, second), strict=True):
        assert cut.angle_deg == pytest.approx(abs(angle) if abs(angle) >= 0.05 else 0, abs=0.011)
    long, short = length - min(0, a) - min(0, b), length - max(0, a) - max(0, b)
    if short > 0:
        assert made.length_mm == pytest.approx(max(long, length - a - b, length), abs=0.02)


@given(SIZES, st.floats(100, 2400), st.sampled_from("xyz"), PLACES)
def test_a_square_stick_is_its_box(section, length, along, place):
    frame = bench(section)
    box = {axis: (place, place + side) for axis, side in zip("xyz", (38.0, 64.0, 50.0), strict=True)}
    box[along] = (place, place + length)
    made = frame.stick(B, box["x"], box["y"], box["z"], along)
    low, high = bounds((made,))[0]
    assert tuple(low) == pytest.approx(tuple(box[axis][0] for axis in "xyz"))
    assert tuple(high) == pytest.approx(tuple(box[axis][1] for axis in "xyz"))
    assert (made.length_mm, made.short_mm) == (
        pytest.approx(length, abs=0.01),
        pytest.approx(length, abs=0.01),
    )
    assert made.centre == pytest.approx(tuple((low + high) / 2))


@given(st.floats(120, 900), st.sampled_from([-1, 1]), SIZES)
def test_a_knee_brace_is_its_leg_times_the_root_of_two(leg, ahead, section):
    frame = bench(section)
    deep = frame.section.deep_mm
    if leg < deep * math.sqrt(2) + 30:
        return
    made = frame.knee_brace(B, (1000, 600), leg, ahead, (0, 38))
    assert made.length_mm == pytest.approx(leg * math.sqrt(2), abs=0.01)
    assert made.short_mm == pytest.approx(leg * math.sqrt(2) - 2 * deep, abs=0.01)
    assert [cut.angle_deg for cut in made.cuts] == [45, 45]


@given(st.integers(2, 12), st.floats(300, 1500))
def test_a_bent_tube_is_as_long_and_as_heavy_as_its_path(pieces, radius):
    frame = bench()
    turns = [math.pi * i / pieces for i in range(pieces + 1)]
    path = tuple((0.0, -radius * math.cos(t), radius * math.sin(t)) for t in turns)
    tube = Piece(Duty.BOW, "bow", "M", "", section=CATALOGUE.sections["emt-23"])
    made = frame.tube(tube, path, (1.0, 0.0, 0.0))
    length = sum(math.dist(a, b) for a, b in itertools.pairwise(path))
    assert made.length_mm == pytest.approx(length, abs=0.01)
    assert made.dry_kg == pytest.approx(made.section.kg_m * length / 1000)
    assert made.fresh_kg == made.dry_kg
    assert made.species is None
    assert len(made.solids) == pieces
    assert made.centre[1] == pytest.approx(0, abs=1e-6)


def test_like_pieces_share_a_label_whichever_end_comes_first():
    """Two rails of 900, one of 1200, a brace and the same brace turned round: B1 1200, B2 900 twice, K1 twice."""
    frame = bench()
    for length in (900, 1200, 900):
        frame.stick(B, (0, length), (0, 38), (0, 64), "x")
    for ahead in (1, -1):
        frame.knee_brace(Piece(Duty.KNEE_BRACE, "brace", "K", ""), (0, 600), 300, ahead, (0, 38))
    assert [member.label for member in frame.labelled()] == ["B2", "B1", "B2", "K1", "K1"]


FACES = st.builds(
    lambda x, y, z, turn, lean: _face((x, y, z), turn, lean),
    PLACES,
    PLACES,
    PLACES,
    st.floats(0, 2 * math.pi),
    st.floats(0.1, 3),
)


def _face(origin, turn, lean):
    along = (math.cos(turn), math.sin(turn), 0.0)
    up = (-math.sin(turn) * math.cos(lean), math.cos(turn) * math.cos(lean), math.sin(lean))
    normal = tuple(float(n) for n in np.cross(along, up))
    return Face("any", origin, along, up, normal, corners((0, 1000), (0, 500)))


@given(FACES, PLACES, PLACES, PLACES)
def test_a_place_on_a_face_comes_back_as_it_went(face, u, v, w):
    assert face.flat(face.point(u, v, w)) == pytest.approx((u, v, w), abs=1e-6)


@given(FACES, st.floats(10, 900), st.floats(10, 400), st.sampled_from("uv"))
def test_a_stick_on_a_face_fills_the_box_it_was_given(face, wide, tall, along):
    ring = face.box((0, wide), (0, tall), (-38, 0), along)
    assert float(ConvexHull(np.array(ring)).volume) == pytest.approx(wide * tall * 38, rel=1e-6)
    assert face.tall == 500


@given(st.floats(200, 1500), st.floats(300, 1500), st.floats(0, 800))
def test_a_gable_is_as_wide_at_a_height_as_it_is_high_at_a_place(half, wall, rise):
    points = [(-half, 0.0), (-half, wall), (0.0, wall + rise), (half, wall), (half, 0.0)]
    line = chain(points, ["right", "right roof", "left roof", "left"], wall)
    assert (line.top_z, line.mean_height) == pytest.approx((wall + rise, wall + rise / 2))
    assert line.span_at(wall / 2) == pytest.approx((-half, half))
    for share in (0.1, 0.5, 0.9):
        y = half * share
        z = line.height_at(y)
        assert z == pytest.approx(wall + rise * (1 - share))
        if rise > 1:
            assert line.span_at(z) == pytest.approx((-y, y), abs=1e-6)
    total = np.zeros(3)
    for face in line.faces((0, 2000)):
        area = float(ConvexHull(np.array([face.point(*c) for c in face.outline])[:, _flat_axes(face)]).volume)
        total += area / _flattened(face) * np.array(face.normal)
    assert total[2] == pytest.approx(2 * half * 2000, rel=1e-6)
    assert total[:2] == pytest.approx([0, 0], abs=1)
    with pytest.raises(OutOfRange):
        line.span_at(wall + rise + 1)


def _flat_axes(face):
    """The two axes a face shows most area across."""
    lost = int(np.argmax(np.abs(face.normal)))
    return [axis for axis in range(3) if axis != lost]


def _flattened(face):
    return float(np.max(np.abs(face.normal)))
