"""What birds sleep and stand on, and what a keeper steps on, against beams worked another way."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given

from conftest import broilers, farm, pen
from ergamot.core.balance.verdicts import judge
from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.design import Design, build, change, make_design
from ergamot.core.frame.kinds import ROOST_RAILS, ROOSTS, Duty
from ergamot.core.frame.mass import mass
from ergamot.core.strength import standing
from ergamot.core.strength.floors import floor_checks, steps_in
from ergamot.core.strength.spans import Spans, spans_of
from ergamot.core.strength.standing import Birds, roost_checks
from ergamot.core.strength.verdict import judge_strength
from tests.strategies import designs

CATALOGUE = load_catalogue()
HEAVY = Birds(40, 2.83, 0.20)


def checks(structure, birds):
    return {one.what: one for one in (*roost_checks(structure, birds), *floor_checks(structure, birds))}


def house(**changed):
    """A coop all of it house, 4 m long: roosts from end to end."""
    asked = {
        "house": "whole",
        "length": 4000.0,
        "width": 2438.4,
        "wall": 1700.0,
        "roosts": "level",
        **changed,
    }
    return pen("coop", **asked)


def test_a_flat_bar_under_ten_heavy_hens_is_told_as_too_weak():
    """64 × 38 cedar laid flat over 3.86 m: 9.7 MPa of 7.05 and 115 mm of sag under ten, 17.6 and 208 under the nineteen that
    fit."""
    stand = pen("hoop", roost_bars=1, section="2x3", species="red-cedar")
    bar = next(one for one in stand.members if one.duty is Duty.ROOST)
    rails = sorted(
        (one for one in stand.members if one.duty is Duty.ROOST_RAIL), key=lambda one: one.centre[0]
    )
    by = 3860.0 - (rails[1].centre[0] - rails[0].centre[0])

    def longer(one):
        moved = tuple((x + by if x > rails[0].centre[0] + 60 else x, y, z) for x, y, z in one.corners)
        grown = max(x for x, _, _ in moved) - min(x for x, _, _ in moved) if one is bar else one.mean_mm
        return replace(one, corners=moved, mean_mm=grown, length_mm=grown)

    long = replace(stand, members=tuple(longer(one) for one in stand.members))
    ten = checks(long, Birds(10, 2.83, 0.20))
    bent, sagging = ten["roosts bending"], ten["roosts sagging"]
    assert bent.capacity == pytest.approx(7.05)
    assert bent.demand == pytest.approx(9.7, abs=0.1)
    assert sagging.demand == pytest.approx(115, abs=1.5)
    all_that_fit = checks(long, Birds(40, 2.83, 0.20))
    assert all_that_fit["roosts bending"].demand == pytest.approx(17.6, abs=0.1)
    assert all_that_fit["roosts sagging"].demand == pytest.approx(208, abs=2)


def test_a_keeper_of_eighty_kilograms_on_a_long_two_by_three():
    """80 kg in the middle of 2.36 m of 2×3: 463 N m on 25 941 mm³ are 17.85 MPa, and what it weighs itself besides."""
    one = checks(house(section="2x3"), HEAVY)["floor bearers under a person bending"]
    own = {step.symbol: step.quantity.value for step in one.working}
    assert own["L"] == pytest.approx(2.3624)
    alone = 1000 * 80 * 9.81 * 2.3624 / 4 / (38 * 64**2 / 6)
    assert alone == pytest.approx(17.87, abs=0.01)
    w = 9.81 * (own["g_f"] * own["c"] + own["m_o"])
    assert one.demand == pytest.approx(alone + 1000 * w * 2.3624**2 / 8 / (38 * 64**2 / 6), rel=1e-4)
    assert one.capacity == pytest.approx(6.0 * 1.5 * 0.85 * 1.25)
    assert one.grade.value == "short"


def test_a_person_is_counted_only_where_a_door_lets_one_in():
    assert steps_in(house())
    assert steps_in(house(door_width=500.0))
    assert not steps_in(house(door_width=499.0))
    assert not steps_in(house(door_width=450.0))
    assert not any("person" in what for what in checks(house(door_width=450.0), HEAVY))
    assert not steps_in(pen("coop", house="yes"))


MENDED = (
    {"roost_held": "ribs"},
    {"roost_held": "posts"},
    {"roost_laid": "edge"},
)


@pytest.mark.parametrize("changes", MENDED, ids=["rails", "posts", "on edge"])
def test_long_roosts_are_mended_by_rails_posts_or_on_edge(changes):
    weak = checks(house(), HEAVY)
    sound = checks(house(**changes), HEAVY)
    assert weak["roosts sagging"].ratio < 1
    assert all(sound[what].ratio >= 1 for what in ("roosts bending", "roosts sagging"))
    assert house(**changes).room.roost_m == pytest.approx(house().room.roost_m)


def test_posts_hand_their_birds_on_to_the_bearers_they_stand_on():
    """Four bars over bearers 0.8 m apart: an inner bearer carries 0.8 m of each, four heavy hens on it."""
    made = house(roost_held="posts", roost_bars=4)
    own = {
        step.symbol: step.quantity.value
        for step in checks(made, HEAVY)["floor bearers under roost posts bending"].working
    }
    bearers = sorted(one.centre[0] for one in made.members if one.duty is Duty.BEARER)
    assert own["k"] == 4
    assert own["n"] == math.floor(4 * (bearers[2] - bearers[1]) / 1000 / 0.2)


def test_deeper_bearers_carry_a_person():
    deeper = checks(house(bearer_made="own", bearer_section="2x6"), HEAVY)
    assert all(one.ratio >= 1 for what, one in deeper.items() if what.startswith("floor bearers"))
    bearer = next(
        one for one in house(bearer_made="own", bearer_section="2x6").members if one.duty is Duty.BEARER
    )
    assert max(z for _, _, z in bearer.corners) - min(z for _, _, z in bearer.corners) == pytest.approx(140)


def test_posts_do_not_stand_on_a_droppings_board():
    with pytest.raises(Exception, match="Roosts carried must be rails"):
        house(roost_held="posts", droppings_board="yes")


def test_a_mesh_floor_goes_by_its_span():
    """12.7 mm mesh of 1.04 mm wire: 78.7 wires of 0.849 mm² to a metre, 13.4 MN; y = L·(3wL/64EA)^⅓."""
    near, far = (
        checks(house(mesh_floor="yes", bay=bay), HEAVY)["mesh floor sagging"] for bay in (450.0, 1400.0)
    )
    own = {step.symbol: step.quantity.value for step in far.working}
    stiff = 200e9 * (1000 / 12.7) * math.pi * 1.04e-3**2 / 4
    n = min(40, math.floor(own["A"] / (0.025 * 2.83**0.67)))
    w = 9.81 * (n * 2.83 / own["A"] + 2.0 + own["g_f"])
    assert far.demand == pytest.approx(
        1000 * own["L"] * (3 * w * own["L"] / (64 * stiff)) ** (1 / 3), rel=1e-4
    )
    assert far.ratio < 1 <= near.ratio


def test_a_board_floor_bends_as_plywood_does_wet():
    """9 mm plywood, 5.6 MPa and 6.6 GPa on its whole thickness: a metre of it has 13 500 mm³ and 60 750 mm⁴."""
    found = checks(house(house_floor_of="ply-9", bay=1200.0), HEAVY)
    own = {step.symbol: step.quantity.value for step in found["house floor bending"].working}
    assert found["house floor bending"].demand == pytest.approx(
        1000 * own["w"] * own["L"] ** 2 / 8 / 13_500, rel=1e-4
    )
    assert found["house floor bending"].capacity == pytest.approx(5.6)
    sag = 5 * own["w"] * own["L"] ** 4 / (384 * 6.6e9 * 60_750e-12) * 1000
    assert found["house floor sagging"].demand == pytest.approx(sag, rel=1e-4)
    assert own["g_l"] == 10.0


def test_a_long_ramp_has_sides_and_a_short_one_none():
    def sides(floor):
        made = house(house_floor=floor, house_beneath="run", wall=floor + 900)
        return made, [one for one in made.members if one.duty is Duty.RAMP_SIDE]

    short, none = sides(500.0)
    long, two = sides(900.0)
    assert (len(none), len(two)) == (0, 2)
    assert checks(short, HEAVY)["ramp sagging"].ratio >= 1
    found = checks(long, HEAVY)
    assert found["ramp sagging"].ratio >= 1
    assert found["ramp bending"].ratio >= 1
    own = {step.symbol: step.quantity.value for step in found["ramp sagging"].working}
    board, stiff = 300 * 12**3 / 12, 2 * 9.7 * 19 * 38**3 / 12
    load = 9.81 * (own["n"] * 2.83 + own["m_b"]) * math.cos(own["theta"]) / own["L"]
    sag = 5 * load * own["L"] ** 4 / (384 * (6.6 * board + stiff) * 1e-3) * 1000
    assert found["ramp sagging"].demand == pytest.approx(sag, rel=1e-3)


def test_the_rail_of_a_ledge_bears_a_hen_in_every_box():
    found = checks(pen("coop", house="yes", nests="ledge", nest_count=5), Birds(20, 2.0, 0.2))
    own = {step.symbol: step.quantity.value for step in found["nest rails bending"].working}
    assert own["n"] == own["k"] == 5
    w = 9.81 * ((5 * 2.0 + 5 * 1.0 + own["m_b"]) / 2 / own["B"] + own["m_o"])
    assert own["w"] == pytest.approx(w, rel=1e-5)


def _beam(length, loads, even, stiff, steps=4000):
    """Largest moment and sag in the middle of a beam on two supports, by summing and integrating twice."""
    x = np.linspace(0, length, steps + 1)
    right = sum(p * at for at, p in loads) / length + even * length / 2
    left = sum(p for _, p in loads) + even * length - right
    moment = left * x - even * x**2 / 2 - sum(p * np.maximum(0, x - at) for at, p in loads)
    dx = length / steps
    slope = np.concatenate([[0], np.cumsum((moment[1:] + moment[:-1]) / 2 * dx)]) / stiff
    sag = np.concatenate([[0], np.cumsum((slope[1:] + slope[:-1]) / 2 * dx)])
    sag -= x / length * sag[-1]
    return moment.max(), abs(sag[steps // 2])


@given(designs(roosts=("level", "stepped")))
def test_rails_bend_and_sag_as_a_beam_worked_in_small_steps(design: Design):
    structure = build(design, CATALOGUE)
    found = checks(structure, HEAVY)
    rail = found.get("roost rails bending")
    if rail is None:
        return
    own = {step.symbol: step.quantity.value for step in rail.working}
    loads = [(at, own["P"]) for name, at in own.items() if name.startswith("x")]
    moment, _ = _beam(own["L"], loads, own["w"], 1.0)
    assert own["M"] == pytest.approx(moment, rel=1e-3)
    told = {step.symbol: step.quantity.value for step in found["roost rails sagging"].working}
    _, sag = _beam(own["L"], loads, own["w"], told["E"] * told["I"] * 1e-3)
    assert told["y"] == pytest.approx(1000 * sag, rel=5e-3)


@given(designs(roosts=("level", "stepped")))
def test_every_roost_rail_and_bearer_is_carried_at_two_places_or_more(design: Design):
    structure = build(design, CATALOGUE)
    for one in structure.members:
        if one.duty in ROOSTS | ROOST_RAILS | {Duty.BEARER}:
            spans = spans_of(structure, one)
            assert len(spans.places) >= 2, (one.role, one.ref)
            assert spans.overhang_mm <= 250.0, (one.role, spans)


@given(designs(roosts=("level", "stepped")))
def test_more_and_heavier_birds_never_make_it_stronger(design: Design):
    structure = build(design, CATALOGUE)
    few = checks(structure, Birds(4, 1.9, 0.2))
    for more in (checks(structure, Birds(60, 1.9, 0.2)), checks(structure, Birds(4, 3.9, 0.2))):
        assert all(more[what].ratio <= one.ratio + 1e-6 for what, one in few.items())


def test_the_front_rails_of_a_house_over_a_run_hang_between_its_posts():
    """The upper rail hung in the air behind them, the lower bar ended beside its post."""
    values = {
        "length": 1200.0, "width": 750.0, "height": 940.6, "section": "2x2", "house": "yes", "house_length": 600.0,
        "house_floor": 300.0, "house_top": 1200.0, "house_fall": 11.9, "nests": "outside-two", "nest_count": 3.0,
        "nests_later": "later", "roosts": "stepped", "roost_bars": 2.0, "roost_held": "ends",
    }  # fmt: skip
    made = build(make_design(CATALOGUE, "low-pen", values), CATALOGUE)
    borne = [spans_of(made, one) for one in made.members if one.duty in ROOSTS | ROOST_RAILS]
    assert [len(one.places) for one in borne] == [2] * 5


def test_they_take_part_in_the_verdict():
    weak = house()
    hens = replace(broilers(), strain=CATALOGUE.strains["layer-heavy"], placed=40)
    judged = judge(CATALOGUE, weak, hens, farm())
    told = [one.what for one in judged.strength.checks]
    assert "roosts bending" in told
    assert judged.strength.finding.falls_short
    without = judge_strength(CATALOGUE, weak, mass(weak), farm())
    assert not any(one.startswith("roost") for one in (check.what for check in without.checks))
    said = [one.text("metric") for one in judged.strength.finding.details]
    assert any("step and kneel over the floor bearers" in one for one in said)


def test_what_birds_stand_on_can_be_made_anew_one_by_one():
    begun = make_design(CATALOGUE, "coop", {"house": "whole", "roosts": "level"})
    for changes in (
        {"roost_held": "ribs"},
        {"roost_made": "own"},
        {"bearer_made": "own"},
        {"roost_laid": "edge"},
    ):
        assert (
            change(CATALOGUE, begun, changes).values[next(iter(changes))] != begun.values[next(iter(changes))]
        )


def test_flocks_are_as_heavy_as_the_day_they_leave():
    from ergamot.core.flock.growth import mass_kg
    from ergamot.core.strength.standing import birds_of

    flock: Flock = broilers()
    told = birds_of(flock, CATALOGUE.floor_needs["hen"])
    assert told.heaviest_kg == pytest.approx(mass_kg(flock.strain, 49))
    assert (told.on_bar(0.19), told.on_bar(0.2), told.on_bar(99.0)) == (0, 1, 30)


@pytest.mark.parametrize(("share", "past"), [(0.49, False), (0.51, True)])
def test_a_bar_that_reaches_far_past_its_last_rail_bends_there(share, past, monkeypatch):
    """Beyond half its span what hangs over bends it more than what lies between: w·a²/2 against w·L²/8, with the birds that fit on
    twice the overhang."""
    stand = pen("hoop", roost_bars=1)
    (bar,) = (one for one in stand.members if one.duty is Duty.ROOST)
    spans = spans_of(stand, bar)
    second = spans.length_mm / (1 + share)  # so much of the span is left over
    places = (replace(spans.places[0], at=0.0), replace(spans.places[1], at=second))
    monkeypatch.setattr(standing, "spans_of", lambda *_: Spans(bar, spans.axis, spans.length_mm, places))
    found = {one.what: one for one in roost_checks(stand, HEAVY)}
    assert ("roosts sagging" in found) is not past
    known = found["roosts bending"].work.known
    reach = (spans.length_mm - second if past else second) / 1000
    length = 2 * reach if past else reach
    load = HEAVY.on_bar(length) * HEAVY.heaviest_kg * 9.81 / length + 9.81 * known["m_o"]
    assert known["M"] == pytest.approx(load * reach**2 / (2 if past else 8), rel=1e-5)
