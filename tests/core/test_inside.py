"""What the inside offers and what a person reaches: hand-worked, and over any pen."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.propose import propose
from ergamot.core.balance.room import provisions
from ergamot.core.balance.verdicts import judge
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import Flock, make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Group
from ergamot.core.frame.mass import mass
from ergamot.core.frame.reach import ARM_MM, reach, unreached
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.frame.structure import Room
from tests.depth import some
from tests.strategies import CATALOGUE, designs, flocks


def hens(placed: int) -> Flock:
    hatch = date(2026, 1, 1)
    return Flock(
        CATALOGUE.strains["layer-hybrid"], placed, hatch, hatch + timedelta(120), hatch + timedelta(400)
    )


def test_twelve_hens_need_so_much():
    """0.20 m of roost and 0.10 m of feeding edge each, a nest for five, a drinking point for ten."""
    room = Room(roost_m=2.0, nests=3, feeder_edge_m=1.25, drinker_points=1)
    found = {one.name: one for one in provisions(hens(12), CATALOGUE.floor_needs["hen"], room)}
    assert {name: one.needs for name, one in found.items()} == {
        "roost": pytest.approx(2.4),
        "nests": 3,
        "feeding edge": pytest.approx(1.2),
        "drinking points": 2,
    }
    assert found["roost"].lacks == pytest.approx(0.4)
    assert found["nests"].lacks == found["feeding edge"].lacks == 0
    assert found["roost"].words.text("metric") == "roost: 2.00 m of 2.40 m, lacks 400 mm"
    assert found["drinking points"].words.text("metric") == "drinking points: 1 of 2, lacks 1"


def test_broilers_want_neither_roost_nor_nests(broilers):
    names = [one.name for one in provisions(broilers, CATALOGUE.floor_needs["broiler"], Room())]
    assert names == ["feeding edge", "drinking points"]


def test_pullets_that_leave_before_they_lay_want_no_nests():
    hatch = date(2026, 1, 1)
    young = Flock(CATALOGUE.strains["layer-hybrid"], 12, hatch, hatch + timedelta(60), hatch + timedelta(100))
    assert "nests" not in [one.name for one in provisions(young, CATALOGUE.floor_needs["hen"], Room())]


@given(flocks(), st.integers(0, 40), st.integers(0, 40))
def test_more_of_a_thing_never_lacks_more(flock, nests, points):
    need = CATALOGUE.floor_needs[flock.strain.kind]
    few = provisions(flock, need, Room(nests=nests, drinker_points=points))
    more = provisions(flock, need, Room(nests=nests + 1, drinker_points=points + 1, roost_m=9))
    for one, other in zip(few, more, strict=True):
        assert other.lacks <= one.lacks
        assert one.lacks == max(0, one.needs - one.has)


def ways(structure):
    return {one.zone.name: one for one in reach(structure)}


def test_a_walk_in_coop_is_walked_into_and_its_nests_are_reached_from_outside():
    """A door 1800 mm clear is walked through; nests through their lid; house by an arm from behind."""
    pen = build(make_design(CATALOGUE, "coop", {"nests": "outside"}), CATALOGUE)
    found = ways(pen)
    assert found["run"].way == "walking in"
    assert found["nests"].way == "an arm"
    assert found["nests"].reached
    assert found["house"].way == "an arm"


def test_a_house_without_a_hatch_is_a_finding():
    pen = build(make_design(CATALOGUE, "coop", {"nests": "outside", "house_hatch": "no"}), CATALOGUE)
    assert math.isinf(ways(pen)["house"].beyond_mm)
    assert "no opening lets a person into the house" in [one.text("metric") for one in unreached(pen)]
    said = [
        one.text("metric")
        for one in judge(CATALOGUE, pen, hens(12), make_conditions(CATALOGUE)).finding("space").details
    ]
    assert "no opening lets a person into the house" in said


def test_the_far_corner_of_a_low_pen_by_hand():
    """Skid pen 2400 × 1200 × 600 in 38×38: lid over the left half between cross rails 19 and 1200. The far
    corner of the floor (2362, −562, 150) lies 1162 ahead of the lid, 562 beside and 450 under it:
    √(1162² + 562² + 450²) = 1367, 617 past an arm."""
    values = {"length": 2400, "width": 1200, "height": 600, "roofed": 0, "gear": "skids", "section": "2x2"}
    pen = build(make_design(CATALOGUE, "low-pen", {**values, "bay": 1200}), CATALOGUE)
    assert ways(pen)["run"].beyond_mm == pytest.approx(1367 - ARM_MM, abs=3)


@given(designs())
def test_more_doors_never_put_a_zone_out_of_reach(design):
    structure = build(design, CATALOGUE)
    bare = replace(structure, openings=())
    assert all(math.isinf(one.beyond_mm) for one in reach(bare))
    for one in reach(structure):
        assert one.beyond_mm >= 0
        assert one.reached == (one.beyond_mm == 0)


@pytest.mark.parametrize(
    ("shape", "strain", "placed"),
    some(
        [
            (shape, strain, placed)
            for shape in SHAPES
            for strain, placed in (("layer-hybrid", 16), ("turkey-hen", 8), ("broiler-fast", 25))
        ],
        5,
    ),
)
def test_every_shape_can_be_proposed_for_every_purpose(shape, strain, placed):
    hatch = date(2026, 3, 1)
    one = CATALOGUE.strains[strain]
    leaves = hatch + timedelta(one.leaves_from_day)
    flock = make_flock(CATALOGUE, strain, placed, hatch, hatch + timedelta(one.to_grass_day), leaves)
    design = propose(CATALOGUE, flock, make_conditions(CATALOGUE), shape)
    structure = build(design, CATALOGUE)
    judged = judge(CATALOGUE, structure, flock, make_conditions(CATALOGUE))
    assert design.shape == shape
    assert all(p.lacks == 0 for p in judged.provisions if p.name in ("feeding edge", "drinking points"))
    if shape == "coop" and strain == "layer-hybrid":
        assert not [p for p in judged.provisions if p.lacks]
        assert structure.room.nests >= 4


@given(designs("a-frame"))
def test_a_hatch_in_a_slope_lies_between_the_sticks_behind_it(design):
    structure = build(design, CATALOGUE)
    hatch = next((o for o in structure.openings if o.role.startswith("cleaning") and "slope" in o.face), None)
    if hatch is None:
        return
    face = next(one for one in structure.faces if one.name == hatch.face)
    (u0, v0, _), (u1, v1, _) = face.flat(hatch.corners[0]), face.flat(hatch.corners[2])
    for member in structure.members:
        us, vs, ws = zip(*(face.flat(corner) for corner in member.corners), strict=True)
        beside = max(us) <= u0 or min(us) >= u1 or max(vs) <= v0 or min(vs) >= v1
        assert beside or max(ws) <= -1


def test_the_house_of_an_a_frame_with_nests_behind_it_is_reached_through_a_slope():
    pen = build(
        make_design(CATALOGUE, "a-frame", {"house": "yes", "nests": "outside", "nest_count": 2}), CATALOGUE
    )
    assert ways(pen)["house"].way == "an arm"
    assert [o.face for o in pen.openings if o.role.startswith("cleaning")] == ["right slope"]


def test_roosts_in_cleats_are_lifted_out_with_no_screw_to_undo():
    """Two bars on a rail and, at the pop hole, a leg each; two blocks of 1×2 under the rail's ends carry it."""
    fast, loose = (
        build(make_design(CATALOGUE, "coop", {"roosts_out": out, "gear": "skids"}), CATALOGUE)
        for out in ("no", "yes")
    )
    rack = {one.ref for one in loose.members if one.role in ("roost", "roost rail")}
    cleats = {one.ref for one in loose.members if one.role == "roost cleat"}
    assert len(cleats) == 2
    across = [one for one in loose.joints if len(rack & set(one.members)) == 1]
    assert across
    assert all(one.fixing is None for one in across)
    held = {next(iter(set(one.members) - rack)) for one in across}
    assert cleats <= held
    screwed = {one.ref for one in fast.members if one.role in ("roost", "roost rail")}
    assert any(one.fixing for one in fast.joints if len(screwed & set(one.members)) == 1)
    wood = 2 * 0.038 * 0.019 * 0.038 * CATALOGUE.species["spf"].density_kg_m3
    dry = [mass(one).groups[Group.ROOSTS][0] for one in (fast, loose)]
    assert dry[1] - dry[0] == pytest.approx(wood)


def test_a_droppings_board_lies_under_the_bars_and_a_hand_past_them():
    pen = build(make_design(CATALOGUE, "coop", {"droppings_board": "yes", "roost_bars": 2}), CATALOGUE)
    board = next(one for one in pen.panels if one.role == "droppings board")
    bars = [one for one in pen.members if one.role == "roost"]
    ys = [corner[1] for corner in board.corners]
    assert (min(ys), max(ys)) == (
        pytest.approx(min(one.centre[1] for one in bars) - 150),
        pytest.approx(max(one.centre[1] for one in bars) + 150),
    )
    legs = min(x for one in pen.members if one.role == "roost post" for x, _, _ in one.corners)
    long = (legs - pen.body.x[0]) / 1000  # to the legs at the pop hole, through which no board slides
    assert board.kg == pytest.approx(long * (max(ys) - min(ys)) / 1000 * 5.2)


def test_what_hangs_over_pulleys_is_drawn_up_for_a_move():
    """Two feeders and a drinker: a pulley over each, and one at the front for either cord."""
    hung = {"feeders": 2, "drinkers": 1, "pulleys": "yes"}
    pen = build(make_design(CATALOGUE, "coop", hung), CATALOGUE)
    assert sum(one.role == "pulley" for one in pen.hardware) == 5
    assert not any(
        one.role == "pulley" for one in build(make_design(CATALOGUE, "coop", {}), CATALOGUE).hardware
    )
