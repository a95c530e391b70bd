"""Tubes bent by hand: their marks and lengths by geometry, worked with pencil and measured on what is drawn."""

from __future__ import annotations

import math
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.drawing.lists import bent_tubes
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.bows import bow, lead_mm
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Duty
from ergamot.core.strength.snow import snow_checks
from tests.soundness import faults
from tests.strategies import CATALOGUE


def coop(**values):
    asked = {"roof_kind": "arched", "house": "no", "gear": "skids", "door_height": 1000, **values}
    return build(make_design(CATALOGUE, "coop", asked), CATALOGUE)


def test_a_gable_of_one_bend_by_hand():
    """Feet 2 m apart, crown 1 m up: legs of √2 m, a right angle between them. Round 200 mm the bend takes 200·tan 45° off
    both legs and gives 200·π/2: 2·(1414.2 − 200) + 314.2 = 2742.6; it starts at 1214.2."""
    made = bow(((-1000.0, 0.0), (0.0, 1000.0), (1000.0, 0.0)), 200.0, 26.4)
    assert made.length_mm == pytest.approx(2742.6, abs=0.1)
    (bend,) = made.bends
    assert (bend.start_mm, bend.turn_deg, bend.mark_mm) == pytest.approx((1214.2, 90, 1187.8), abs=0.1)
    assert made.height_at(0) == pytest.approx(1000 - 200 * (math.sqrt(2) - 1), abs=0.1)  # it cuts the corner


def test_a_trial_bend_tells_where_the_mark_goes():
    """A quarter bend to 114.3 mm of 23.4 mm tube has its back 126 mm past its start. Measured 152.4 from the mark, the mark
    is 26.4 mm before the start, for a bend of any angle."""
    assert lead_mm(152.4, 114.3, 23.4) == pytest.approx(152.4 - (114.3 + 23.4 / 2))


@given(
    rise=st.floats(200, 900),
    wide=st.floats(1000, 3000),
    count=st.integers(1, 5),
    radius=st.floats(40, 400),
)
def test_what_is_measured_along_the_drawn_line_is_what_the_marks_say(rise, wide, count, radius):
    """The drawn line, walked along, is as long as the tube; at each start it leaves the straight, by as much in all as
    the first leg and the last differ in direction."""
    rise = min(rise, wide / 2)
    corners = tuple(
        (-wide / 2 * math.cos(math.pi * i / (count + 1)), rise * math.sin(math.pi * i / (count + 1)))
        for i in range(count + 2)
    )
    try:
        made = bow(corners, radius)
    except OutOfRange as refused:
        assert refused.field == "bow_radius"
        assert bow(corners, float(refused.allowed.split()[2]) - 1).length_mm > wide
        return
    walked = [0.0]
    for a, b in pairwise(made.path):
        walked.append(walked[-1] + math.dist(a, b))
    assert walked[-1] == pytest.approx(made.length_mm, rel=0.01)
    assert made.length_mm < sum(math.dist(a, b) for a, b in pairwise(corners))
    ways = [math.degrees(math.atan2(b[1] - a[1], b[0] - a[0])) for a, b in (made.path[:2], made.path[-2:])]
    assert sum(bend.turn_deg for bend in made.bends) == pytest.approx(ways[0] - ways[1], abs=0.5)
    for bend in made.bends:
        assert min(abs(at - bend.start_mm) for at in walked) < 0.01 * made.length_mm
    for earlier, later in pairwise(made.bends):
        assert later.start_mm >= earlier.start_mm + math.radians(earlier.turn_deg) * radius - 1e-6


@pytest.mark.parametrize("bends", [1, 2, 3])
@pytest.mark.parametrize("purlins", [0, 2])
def test_a_coop_of_bent_bows_is_sound_and_its_roof_lies_on_flat_sides(bends, purlins):
    pen = coop(bow_bends=str(bends), rise=600, purlins=purlins)
    assert faults(pen) == ()
    assert sum(face.name.startswith("roof") for face in pen.faces) == bends + 1
    assert not any(face.curved for face in pen.faces)
    (bent,) = bent_tubes(pen)
    assert (len(bent.bends), bent.count) == (bends, sum(one.duty is Duty.BOW for one in pen.members))
    along = [one for one in pen.members if one.role == "purlin"]
    assert len({round(one.centre[1]) for one in along}) == 2 * purlins
    for tube in (one for one in along):
        assert abs(tube.centre[1]) < pen.body.y[1]


def test_its_cut_length_is_what_the_tube_is_before_it_is_bent():
    pen = coop(bow_bends="1", width=1838, rise=700, bow_radius=150, take_up=200)
    base, rise = 1800, 700 - CATALOGUE.sections["emt-23"].deep_mm - 2
    leg, turn = math.hypot(base / 2, rise), 2 * math.atan2(rise, base / 2)
    expected = 2 * (leg - 150 * math.tan(turn / 2)) + 150 * turn
    one = next(each for each in pen.members if each.duty is Duty.BOW)
    assert one.length_mm == pytest.approx(expected, abs=0.1)
    od = CATALOGUE.sections["emt-23"].deep_mm
    start = leg - 150 * math.tan(turn / 2)
    assert one.bends[0].mark_mm == pytest.approx(start - (200 - 150 - od / 2), abs=0.1)


@pytest.mark.parametrize(
    ("values", "field", "told"),
    [
        ({"bow_bends": "3", "bow_radius": 60}, "bow_radius", "tighter, it kinks"),
        (
            {"bow_bends": "3", "rise": 550, "bow_radius": 600, "width": 1200, "door_width": 400},
            "bow_radius",
            "bends so near each other",
        ),
        (
            {"bow_bends": "3", "take_up": 700, "width": 1200, "door_width": 400},
            "take_up",
            "before the tube's end",
        ),
    ],
)
def test_a_bend_the_tube_or_the_bender_cannot_make_is_refused(values, field, told):
    with pytest.raises(OutOfRange, match=told) as refused:
        coop(**values)
    assert refused.value.field == field


def test_straight_between_its_bends_it_bends_more_under_snow_than_a_curve():
    """w·L²/64 of an arch, and w·a²/8 of its longest straight besides."""
    farm = make_conditions(CATALOGUE)
    one = {}
    for bends in ("0", "3"):
        pen = coop(bow_bends=bends, rise=600, roof="tarp")
        one[bends] = next(c for c in snow_checks(pen, farm) if c.what == "roof bow under snow")
    known = {step.symbol: step for step in one["3"].working}
    assert "a" in known
    assert one["3"].ratio < one["0"].ratio
