"""Curves a covering is bent to, and the lines a frame is set out on."""

from __future__ import annotations

import itertools
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.curves import LEAST_SPREAD, MOST_SPREAD, arc, arc_length, hoop, inset
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.parts.lines import by_roll, evenly, panels_along, rib_lines
from ergamot.core.frame.parts.marks import whole_and_halves
from tests.strategies import CATALOGUE

MESHES = st.sampled_from(list(CATALOGUE.meshes.values()))
PANELS = st.sampled_from(list(CATALOGUE.wire_panels.values()))


def run(points):
    return sum(math.dist(a, b) for a, b in itertools.pairwise(points))


@given(st.floats(LEAST_SPREAD + 1e-6, MOST_SPREAD - 1e-6), st.floats(2000, 6000))
def test_a_sprung_panel_keeps_its_length_and_its_symmetry(spread, length):
    bent = hoop(spread * length, length)
    points = bent.points(600)
    assert run(points) == pytest.approx(length, rel=2e-5)
    assert points[0] == (pytest.approx(-spread * length / 2, abs=0.01), 0)
    for (y, z), (other, up) in zip(points, reversed(points), strict=True):
        assert (y, z) == (pytest.approx(-other, abs=1e-6), pytest.approx(up, abs=1e-6))
    heights = [z for _, z in points[: len(points) // 2 + 1]]
    assert heights == sorted(heights)
    assert heights[-1] == pytest.approx(bent.rise)


@given(st.floats(LEAST_SPREAD + 1e-6, MOST_SPREAD - 0.021))
def test_feet_drawn_together_raise_the_crown_while_it_is_low(spread):
    """Bending moment grows where the panel is highest: a wider base is always a lower hoop."""
    assert hoop(spread * 4880, 4880).rise > hoop((spread + 0.02) * 4880, 4880).rise


@given(st.floats(600, 4000), st.floats(0.1, 0.99), st.integers(2, 40))
def test_an_arc_lies_on_one_circle(base, share, count):
    rise = share * base / 2
    points = arc(base, rise, count)
    radius = (base**2 / 4 + rise**2) / (2 * rise)
    assert len(points) == count + 1
    for y, z in points:
        assert math.hypot(y, z - (rise - radius)) == pytest.approx(radius, rel=1e-9)
    steps = [math.dist(a, b) for a, b in itertools.pairwise(points)]
    assert max(steps) == pytest.approx(min(steps), rel=1e-6)


@given(st.floats(600, 4000), st.floats(0.1, 0.99))
def test_an_arc_is_as_long_as_its_chords_grow_fine(base, share):
    rise = share * base / 2
    assert arc_length(base, rise) == pytest.approx(run(arc(base, rise, 4000)), rel=1e-6)


def test_what_is_bent_is_cut_along_its_curve():
    """A sprung panel is 4880 mm of cover however it is drawn; a bow is cut 2R·asin(b/2R), not its chords."""
    made = make_design(CATALOGUE, "hoop", {"skirt": 0, "roofed": 1.0})
    pen = build(made, CATALOGUE)
    long = CATALOGUE.wire_panels[made.values["panel"]].length_mm
    assert sum(one.cut_mm[1] for one in pen.panels if one.piece == "cover") == pytest.approx(long)
    made = make_design(CATALOGUE, "coop", {"roof_kind": "arched", "door_height": 1400.0})
    coop = build(made, CATALOGUE)
    bow = next(one for one in coop.members if one.role == "roof bow")
    middles = [tuple(sum(c[i] for c in solid[:4]) / 4 for i in range(3)) for solid in bow.convex]
    base, rise = -2 * middles[0][1], max(z for _, _, z in middles) - middles[0][2]
    radius = (base**2 / 4 + rise**2) / (2 * rise)
    assert bow.length_mm == pytest.approx(2 * radius * math.asin(base / 2 / radius), rel=1e-6)


@given(st.floats(600, 3000), st.floats(0.4, 0.95), st.floats(10, 90))
def test_a_line_set_in_lies_as_deep_everywhere(base, share, depth):
    outer = arc(base, share * base / 2, 8)
    inner = inset(outer, depth)
    for (a, b), (c, d) in zip(itertools.pairwise(outer), itertools.pairwise(inner), strict=True):
        along = ((b[0] - a[0]) / math.dist(a, b), (b[1] - a[1]) / math.dist(a, b))
        for point in (c, d):
            off = (point[0] - a[0]) * along[1] - (point[1] - a[1]) * along[0]
            assert off == pytest.approx(depth, abs=1e-6)


@given(st.floats(0, 500), st.floats(50, 4000), st.floats(100, 1500))
def test_lines_set_evenly_are_as_few_as_can_be(start, span, longest):
    lines = evenly(start, start + span, longest)
    gaps = [b - a for a, b in itertools.pairwise(lines)]
    assert (lines[0], lines[-1]) == (start, pytest.approx(start + span))
    assert max(gaps) <= longest + 1e-6
    assert max(gaps) == pytest.approx(min(gaps), rel=1e-6)
    assert len(gaps) == 1 or span / (len(gaps) - 1) > longest


@given(st.floats(1200, 4800), st.floats(0.2, 0.8), st.floats(400, 1500), st.none() | MESHES)
def test_a_partition_always_stands_on_a_rib(length, share, longest, roll):
    wall = share * length
    lines, _ = rib_lines((0, length), (wall,), longest, roll, 38)
    assert wall in [pytest.approx(line) for line in lines]
    assert list(lines) == sorted(lines)
    assert (lines[0], lines[-1]) == (0, pytest.approx(length))
    assert len(set(lines)) == len(lines)


@given(st.floats(600, 4800), st.floats(400, 1500), MESHES, st.sampled_from([38.0, 64.0]))
def test_a_roll_lands_on_sticks_or_it_is_said_that_it_does_not(length, longest, mesh, bearing):
    lines, notes = by_roll(0, length, longest, mesh, bearing)
    gaps = [b - a for a, b in itertools.pairwise(lines)]
    if not notes:
        rolls = [width - bearing for width in mesh.roll_width_mm]
        assert all(any(gap == pytest.approx(roll) for roll in rolls) for gap in gaps[:-1])
        assert max(gaps) <= longest + 1e-6
    else:
        words = notes[0].text("metric")
        assert "no roll" in words or "wider than the roll" in words


@given(st.floats(600, 6000), PANELS)
def test_panels_cover_the_length_and_no_more_than_one_wire_over(length, panel):
    whole, last = panels_along(length, panel)
    covered = whole * (panel.width_mm - 50) + 50
    if last:
        covered += last - 50
        assert last % panel.pitch_mm == pytest.approx(0, abs=1e-6) or last == panel.width_mm
    assert covered >= length - 1.001
    if whole > 1:
        assert covered - length <= panel.pitch_mm + 1


@pytest.mark.parametrize("section", ["2x2", "2x4", "47x50"])
def test_stops_leave_a_stick_whole_or_halved(section):
    row = CATALOGUE.sections[section]
    for size in whole_and_halves(row, 76):
        stick = size - 76
        assert any(
            stick == pytest.approx(share * sold, abs=0.06) for sold in row.stock_mm for share in (0.5, 1)
        )


@pytest.mark.parametrize(
    "bad", [lambda: arc(1000, 501, 4), lambda: arc(1000, 0, 4), lambda: hoop(4800, 4880)]
)
def test_curves_that_cannot_be_bent_are_refused(bad):
    with pytest.raises(OutOfRange):
        bad()
