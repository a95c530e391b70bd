"""A pen on two fixed axles never comes down: it stands, rolls and is blown about on its tyres."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.verdicts import judge
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Duty, Item
from ergamot.core.frame.mass import mass
from ergamot.core.gear.chart import SCRUB_MU, moving_chart
from ergamot.core.gear.telling import told
from ergamot.core.stock.bill import bill_of
from ergamot.core.stock.effort import GLANCE
from ergamot.core.weather.body import wind_body
from ergamot.core.weather.holding import parked
from ergamot.core.weather.states import states
from tests.core.test_whole_house import HENS
from tests.soundness import faults
from tests.strategies import CATALOGUE

FARM = make_conditions(CATALOGUE)


def pen(shape="low-pen", **values):
    return build(make_design(CATALOGUE, shape, {"gear": "axles", **values}), CATALOGUE)


def low_and_high(structure):
    z = [corner[2] for member in structure.members for corner in member.corners]
    return min(z), max(z)


@given(
    shape=st.sampled_from(["low-pen", "a-frame", "hoop", "coop"]),
    ride=st.integers(10, 70),
    made=st.sampled_from(["through", "stub", "both"]),
    axle=st.floats(60, 500),
)
def test_all_of_it_stands_higher_by_what_it_rides_and_its_tyres_stand_on_the_grass(shape, ride, made, axle):
    try:
        up = pen(shape, ride=ride, axle_made=made, axle=axle)
    except OutOfRange:
        return
    skids = build(make_design(CATALOGUE, shape, {"gear": "skids"}), CATALOGUE)
    assert faults(up) == ()
    assert low_and_high(up)[0] == pytest.approx(ride)
    assert max(z for p in up.panels for *_, z in p.corners) == pytest.approx(
        max(z for p in skids.panels for *_, z in p.corners) + ride
    )
    wheels = [one for one in up.hardware if one.item is Item.WHEEL]
    assert len(wheels) == 4
    assert [one.place[2] - one.size_mm[0] / 2 for one in wheels] == pytest.approx([0, 0, 0, 0])
    assert {(x, y) for x, y in up.contacts} == {one.place[:2] for one in wheels}
    faces = {face.name: face for face in up.faces}
    for one in (each for each in up.openings if each.face in faces):
        face = faces[one.face]
        assert all(abs(face.flat(corner)[2]) < 1e-6 for corner in one.corners)


def test_free_it_rolls_and_chocked_it_slides():
    """All of its weight rolls: along, it holds by rolling resistance alone, about a tenth; chocked, by friction."""
    free, chocked = pen(), pen(chocks="yes")
    ground = FARM.holding_ground
    loose = parked(free, mass(free), ground)
    assert loose.wheels.carried_n == pytest.approx(loose.weight_n)
    assert loose.rolling == pytest.approx(loose.wheels.crr)
    assert 0.03 < loose.rolling < 0.15 < parked(chocked, mass(chocked), ground).friction
    assert parked(chocked, mass(chocked), ground).rolling is None
    winds = [judge(CATALOGUE, one, HENS, FARM).finding("wind").ratio for one in (free, chocked)]
    assert winds[0] < winds[1]


def test_standing_on_its_wheels_is_no_state_of_its_own():
    structure = pen()
    stood = [one.key for one in states(structure, HENS, FARM)]
    assert "parked" in stood
    assert "raised" not in stood


def test_the_gap_lets_the_wind_in_until_a_strip_closes_it():
    """0.09 m beneath it across each end, against 0.01 m with a strip all round, sold by the metre."""
    open_, closed = pen(ride=90), pen(ride=90, ground="strip")
    for structure, gap in ((open_, 0.09), (closed, 0.01)):
        wide = (structure.body.y[1] - structure.body.y[0]) / 1000
        ends = [vent.area_m2 for vent in wind_body(structure).vents if abs(vent.normal[0]) == 1]
        assert sum(ends) >= 2 * gap * wide
        assert any(area == pytest.approx(gap * wide) for area in ends)
    assert (open_.open_gap_mm, closed.open_gap_mm) == (90.0, 0.0)
    strips = [
        one for one in closed.hardware if one.row and getattr(one.row, "kind", None) is Fitting.GROUND_STRIP
    ]
    (x0, x1), (y0, y1) = closed.body.x, closed.body.y
    metres = 2 * ((x1 - x0) + (y1 - y0)) / 1000
    assert sum(one.kg for one in strips) == pytest.approx(0.43 * metres)
    words = " ".join(one.text("metric") for one in said(open_))
    assert "90 mm open under the rails, parked too" in words
    assert "open under the rails" not in " ".join(one.text("metric") for one in said(closed))


def said(structure):
    return tuple(told(structure, moving_chart(CATALOGUE, structure, mass(structure), FARM, 0.0), FARM))


def test_nothing_is_lifted_and_what_it_takes_to_turn_is_what_the_front_tyres_scrub():
    """What the front axle carries times what a tyre scrubs, apart over the arm to the hands."""
    structure = pen(axle=200)
    weighed = mass(structure)
    chart = moving_chart(CATALOGUE, structure, weighed, FARM, 0.0)
    rear, front = structure.axle.x_mm, structure.front_axle.x_mm
    carried = weighed.fresh_kg * 9.80665 * (weighed.fresh_centre[0] - rear) / (front - rear)
    turned = SCRUB_MU * carried * (front - rear) / (structure.grip.x_mm - rear)
    assert (chart.turn_force, chart.clears_hump) == pytest.approx((turned, 0.04), rel=0.01)
    assert chart.lift_full == 0


@pytest.mark.parametrize(
    ("values", "field"),
    [({"ride": 150, "wheel": "rubber-8"}, "ride"), ({"axle": 600, "length": 1700}, "axle")],
)
def test_what_a_wheel_or_a_length_has_no_room_for_is_refused_by_name(values, field):
    with pytest.raises(OutOfRange) as refused:
        pen(**values)
    assert refused.value.field == field


def test_hands_at_both_ends_and_a_bar_between_them():
    plain, both = pen(), pen(grips="both", bar="yes")
    handles = [one for one in both.members if one.duty is Duty.HANDLE]
    assert (len(handles), sum(one.duty is Duty.HANDLE for one in plain.members)) == (6, 2)
    bars = [one for one in handles if one.role == "handle bar"]
    (x0, x1), reach = both.body.x, 350.0
    assert sorted(round(np.mean([c[0] for c in bar.corners])) for bar in bars) == [
        round(x0 - reach + 19),
        round(x1 + reach - 19),
    ]
    assert both.standing_size.long_mm == pytest.approx(plain.standing_size.long_mm + reach)
    assert "taken hold of at both ends" in " ".join(one.text("metric") for one in said(both))


def test_nests_behind_leave_no_room_for_a_bar_at_the_rear():
    coop = pen("coop", grips="both", bar="yes", nests="outside", hold_height=650)
    assert "no room for a bar at the rear" in " ".join(note.text("metric") for note in coop.notes)
    assert faults(coop) == ()


def test_a_tongue_is_bought_and_pulled_at_its_eye():
    structure = pen(tongue="yes", handle=800)
    assert structure.grip.x_mm == structure.body.x[1] + 800
    assert not any(one.duty is Duty.HANDLE for one in structure.members)
    bill = bill_of(structure, CATALOGUE, GLANCE)
    assert any("towing tongue" in line.what for line in bill.lines)


def test_it_has_the_floor_of_one_on_skids():
    down = build(make_design(CATALOGUE, "low-pen", {"gear": "skids"}), CATALOGUE)
    ratios = [judge(CATALOGUE, one, HENS, FARM).finding("space").ratio for one in (pen(), down)]
    assert ratios[0] == pytest.approx(ratios[1])
