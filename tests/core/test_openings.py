"""Openings of the keeper's own: framed true wherever they fit, worked by hand, refused by what they would cut."""

from __future__ import annotations

from collections import Counter
from itertools import pairwise

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange, UnknownChoice
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.kinds import Duty, Group, Hung, Purpose, Space
from ergamot.core.frame.mass import mass
from ergamot.core.frame.reach import reach
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.weather.body import wind_body
from ergamot.core.weather.holding import Holding
from ergamot.core.weather.leaves import leaves
from ergamot.core.weather.threshold import stability
from ergamot.exchange.design_file import read_design, write_design
from tests.depth import examples
from tests.soundness import faults
from tests.strategies import CATALOGUE, designs

EVERY_SHAPE = pytest.mark.parametrize("shape", [key for key, one in SHAPES.items() if one.faces])


def cut(design, number=1, **asked):
    return change(CATALOGUE, design, {f"opening_{number}_{name}": value for name, value in asked.items()})


def coop(**values):
    return make_design(CATALOGUE, "coop", {"house": "no", **values})


def built(design):
    return build(design, CATALOGUE)


def choice(shape, name):
    some = next(one for one in SHAPES[shape].openings.parameters if one.name == name)
    return st.sampled_from([one.key for one in some.choices if one.key != "none"])


@EVERY_SHAPE
@examples(2)
@given(st.data())
def test_a_pen_with_openings_is_as_sound_as_one_without(shape, data):
    """One piece, no two sticks in one space, every face closed, joints that meet; its parts judged and drawn."""
    design, made = data.draw(designs(shape)), 0
    for number in (1, 2):
        asked = {
            name: data.draw(choice(shape, name), label=name) for name in ("face", "for", "hung", "filled")
        }
        low, high = (200, 700) if data.draw(st.booleans(), label="small") else (300, 1200)
        asked |= {
            "at": data.draw(st.integers(200, 3500), label="at"),
            "sill": data.draw(st.sampled_from([0, 300, 700]), label="sill"),
            "width": data.draw(st.integers(low, high), label="width"),
            "height": data.draw(st.integers(150, high), label="height"),
        }
        try:
            design, made = cut(design, number, **asked), made + 1
        except OutOfRange as refused:
            assert refused.field.startswith(f"opening_{number}_")
            assert refused.message
    assume(made)
    structure = built(design)
    assert faults(structure) == ()
    assert len([one for one in structure.openings if one.leaf[-1:].isdigit()]) == made
    pulled = {one.parameter for one in structure.drag_handles}
    assert {f"opening_{n}_at" for n in SHAPES[shape].openings.numbers(design.values)} <= pulled
    assert read_design(write_design(design, "kept"), CATALOGUE)[1] == design


def test_a_hatch_in_a_wall_by_hand():
    """2×3 studs at 0.88 m: 400 × 400 over a sill of 500 mm about 1.8 m from the rear wall stands where a stud stood.
    Two posts of 1625.6 − 2 × 64, a head and a sill of 400, a leaf of 464 round: 2 × 464 and 2 × 336."""
    before, after = built(coop()), built(cut(coop(), face="left", at=1800, sill=500))
    stick = lambda pen: Counter((one.role, round(one.length_mm, 1)) for one in pen.members)  # noqa: E731
    assert stick(before) - stick(after) == {("stud", 1497.6): 1}
    assert stick(after) - stick(before) == {
        ("opening post", 1497.6): 2,
        ("opening head", 400.0): 1,
        ("opening sill", 400.0): 1,
        ("hatch 1 side", 464.0): 2,
        ("hatch 1 end", 336.0): 2,
    }
    wood = (1497.6 + 2 * 400 + 2 * 464 + 2 * 336) * 38 * 64 * 1e-9 * CATALOGUE.species["spf"].density_kg_m3
    fittings = 2 * 0.15 + 2 * 0.10 + 0.10  # hinges, latches, a stay
    dry = lambda pen: sum(kg for group, (kg, _) in mass(pen).groups.items() if group is not Group.FIXINGS)  # noqa: E731
    assert dry(after) - dry(before) == pytest.approx(wood + fittings)
    leaf = next(one for one in after.panels if one.closes == "opening-2")
    wall = next(one for one in after.panels if one.role == "wall mesh" and one.holes)
    assert leaf.area_m2 == pytest.approx(0.464**2)
    x, z = ({round(corner[axis], 1) for corner in wall.holes[0]} for axis in (0, 2))
    start = after.body.x[0]
    assert (x, z) == ({start + 1800 - 232, start + 1800 + 232}, {468.0, 932.0})


def test_a_door_at_the_other_end_takes_the_end_studs_out():
    """Walking in at both ends: its posts reach the rafters, its head the width of it, the end plate left whole."""
    pen = built(cut(coop(wall=1900), face="rear", **{"for": "person"}, width=650, height=1772))
    assert not [one for one in pen.members if one.duty is Duty.END_STUD]
    posts = [one for one in pen.members if one.role == "opening post"]
    assert [round(one.length_mm) for one in posts] == [1900 - 2 * 64] * 2
    ways = [one for one in pen.openings if one.purpose is Purpose.KEEPER]
    assert {one.face for one in ways} == {"front", "rear"}
    assert all(one.clear_mm[0] >= 650 and one.clear_mm[1] >= 1750 for one in ways)


def test_what_is_the_frame_itself_is_not_framed_again():
    """On the base rail and up to the plate: neither sill nor head. 1625.6 − 2 × 64 = 1497.6 clear."""
    pen = built(cut(coop(overhang=0), face="right", at=1800, width=600, height=1497.6))
    assert not [one for one in pen.members if one.role in ("opening head", "opening sill")]


@pytest.mark.parametrize(
    ("base", "asked", "cut_what", "field"),
    [
        ({}, {"face": "front", "at": 500, "width": 300}, "door post", "at"),
        ({}, {"face": "front", "at": 914, "width": 300}, "person door", "at"),
        ({}, {"face": "left", "at": 3100, "width": 500}, "wall brace", "at"),
        ({}, {"face": "left", "at": 250}, "stud at the corner", "at"),
        ({}, {"face": "left", "at": 4200, "width": 200}, "that side", "at"),
        ({}, {"face": "left", "at": 1800, "height": 1480}, "its own head", "height"),
        ({}, {"face": "left", "at": 1800, "sill": 90}, "its own sill", "sill"),
        ({}, {"face": "left", "at": 1800, "height": 1900}, "under what closes the wall above", "height"),
        ({}, {"face": "left roof", "at": 1344, "width": 1000}, "a rib", "width"),
        ({}, {"face": "left", "at": 1800, "height": 1497.6}, "rafter outside", "at"),
        ({"house": "yes"}, {"face": "left", "at": 1100, "sill": 200, "height": 300}, "holds the floor bearer", "at"),
        ({"house": "yes"}, {"face": "left", "at": 300, "width": 200, "sill": 450, "height": 400}, "edge of the house", "at"),
    ],
)  # fmt: skip
def test_what_it_would_cut_is_named(base, asked, cut_what, field):
    with pytest.raises(OutOfRange) as refused:
        cut(coop(**base), **asked)
    assert cut_what in refused.value.message
    assert refused.value.field == f"opening_1_{field}"


def test_what_a_refusal_says_would_do_does():
    """Clear of the brace: against the stud it stands on, which is then its post; or wholly short of that."""
    with pytest.raises(OutOfRange) as refused:
        cut(coop(), face="left", at=3100, width=500)
    assert "the wall brace: at most 2.385 m" in refused.value.message
    against = built(cut(coop(), face="left", at=2385, width=500))
    assert sum(one.role == "opening post" for one in against.members) == 1
    with pytest.raises(OutOfRange) as refused:
        cut(coop(), face="left", at=2350, width=500)
    assert "the stud that holds the wall brace: at most 2.321 m" in refused.value.message
    short = built(cut(coop(), face="left", at=2321, width=500))
    assert sum(one.role == "opening post" for one in short.members) == 2


@pytest.mark.parametrize(("face", "left_is"), [("left", 1), ("right", -1)])
def test_left_is_left_as_seen_from_outside(face, left_is):
    """Before the left side one looks to the right of the pen, and its front is on one's left."""
    for hung, way in (("left", left_is), ("right", -left_is)):
        pen = built(cut(coop(), face=face, at=1800, hung=hung))
        place = {
            role: [one.place[0] for one in pen.hardware if one.role == role and one.closes == "opening-2"]
            for role in ("hinge", "latch")
        }
        assert (place["hinge"][0] - place["latch"][0]) * way > 0


def test_how_it_opens_is_what_is_bought_for_it():
    """Hinges and latches by where they are; what lifts off has four latches, what slides a cord of twice its height
    and a metre."""
    bought = {}
    for hung in Hung:
        pen = built(cut(coop(), face="left", at=1800, sill=300, hung=hung.value, filled="solid"))
        mine = [
            one for one in pen.hardware if one.closes == "opening-2" or one.role in ("cord", "stay", "prop")
        ]
        bought[hung] = Counter(str(one.role) for one in mine) - Counter({"stay": 1})  # of the person door
    assert bought[Hung.LEFT] == bought[Hung.DOWN] == {"hinge": 2, "latch": 2, "stay": 1}
    assert bought[Hung.TOP] == {"hinge": 2, "latch": 2, "prop": 1}
    assert bought[Hung.LIFTS] == {"latch": 4}
    assert bought[Hung.SLIDES] == {"slide": 1, "cord": 1}
    cord = next(one for one in pen.hardware if one.role == "cord") if hung is Hung.SLIDES else None
    pen = built(cut(coop(), face="left", at=1800, sill=300, hung="slides"))
    cord = next(one for one in pen.hardware if one.role == "cord")
    assert cord.kg == pytest.approx(cord.row.kg * (2 * 0.4 + 1))


def test_an_arm_reaches_through_it():
    """A low pen longer than an arm is reached from its lid to neither far corner; hatches in both sides reach them."""
    low = make_design(CATALOGUE, "low-pen", {"catch_board": "no"})
    worst = lambda design: next(one.beyond_mm for one in reach(built(design)) if one.zone.space is Space.RUN)  # noqa: E731
    assert worst(low) > 0
    nearer = cut(cut(low, 1, face="left", at=700), 2, face="right", at=700)
    assert worst(nearer) < worst(low)


def test_a_solid_leaf_can_be_torn_off_and_is_told():
    pen = built(cut(coop(), face="left", at=1800, filled="solid", **{"for": "cleaning"}))
    stable = stability(wind_body(pen), Holding(60.0, (1.5, 0.0), 0.45), 0.03)
    assert "cleaning door 1" in [one.role for one in leaves(pen, stable, 22.0)]


def test_it_leads_into_the_space_behind_it():
    housed = coop(house="yes", house_floor=600)
    pen = built(cut(housed, face="left", at=300, sill=700, height=300, width=200, **{"for": "eggs"}))
    mine = next(one for one in pen.openings if one.leaf == "egg hatch 1")
    assert (mine.inside, mine.purpose) == (Space.HOUSE, Purpose.EGGS)


def test_each_keeps_its_number_when_another_goes():
    both = cut(cut(coop(), 1, face="left", at=1800), 2, face="right", at=1800)
    one = cut(both, 1, face="none")
    assert not any(name.startswith("opening_1_") for name in one.values)
    assert [opening.leaf for opening in built(one).openings][-1] == "hatch 2"
    assert built(cut(one, 2, face="none")).members == built(coop()).members


def test_where_it_is_not_said_it_goes_where_there_is_room():
    """The middle of the widest bay first; lower and smaller where the usual one has no room."""
    middle = cut(coop(), face="left").values["opening_1_at"]
    lines = sorted(m.centre[0] for m in built(coop()).members if m.duty is Duty.UPRIGHT and m.centre[1] > 0)
    assert any(a < middle + 80 < b for a, b in pairwise(lines))
    low = make_design(CATALOGUE, "low-pen", {})
    eggs = cut(low, face="left", **{"for": "eggs"}).values
    assert (eggs["opening_1_sill"], eggs["opening_1_height"]) == (0.0, 250.0)


@pytest.mark.parametrize("name", ["opening_0_face", "opening_1_colour", "opening_100_face", "opening_x_face"])
def test_what_is_no_opening_is_refused_by_name(name):
    with pytest.raises(UnknownChoice) as refused:
        make_design(CATALOGUE, "coop", {name: "left"})
    assert name in str(refused.value.value)


def test_more_than_twelve_are_refused():
    many = {f"opening_{n}_face": "left" for n in range(1, 14)}
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, "coop", many)
    assert "at most 12" in refused.value.allowed


def test_a_side_this_pen_has_not_is_refused():
    with pytest.raises(OutOfRange) as refused:
        cut(coop(roof_kind="mono", pitch=10, wall=2000), face="left roof", at=1000)
    assert "roof" in refused.value.allowed
    assert (
        cut(coop(roof_kind="mono", pitch=10, wall=2000), face="roof", at=1344).values["opening_1_face"]
        == "roof"
    )


def test_no_leaf_lies_behind_a_wheel():
    """Swung up, a 250 mm wheel and its board stand outside the side, 145 mm from the rear end, under 400 mm."""
    pen = coop(gear="boards")
    with pytest.raises(OutOfRange) as refused:
        cut(pen, face="left", at=232, width=200, height=200)
    assert "the wheel board outside" in refused.value.message
    assert (
        built(cut(pen, face="left", at=232, width=200, height=200, sill=400)).openings[-1].leaf == "hatch 1"
    )


def test_a_door_slides_aside_to_where_the_wall_is_free():
    """700 × 1100 of a leaf 764 wide: a board twice as long over it, two rollers of 400 N, a latch; clear of all else."""
    wide = {"length": 4267.2, "wall": 1700.0, "bay": 1500.0, "overhang": 0.0}
    design = cut(coop(**wide), face="left", at=2050, width=700, height=1100, hung="aside", filled="solid")
    pen = built(design)
    board = next(one for one in pen.members if one.role == "hatch 1 track board")
    assert (board.length_mm, board.section.key) == (pytest.approx(2 * 764), "1x3")
    own = Counter(
        one.role for one in pen.hardware if one.closes == pen.openings[-1].ref or one.role == "door track"
    )
    assert own == {"roller": 2, "latch": 1, "door track": 1}
    leaf = next(one for one in pen.panels if one.role == "hatch 1")
    xs = [corner[0] for corner in leaf.corners]
    assert min(corner[0] for corner in board.corners) == pytest.approx(min(xs) - 764)
    assert faults(pen) == ()
    second = cut(design, 2, face="left", at=850, width=400, height=400, sill=500)
    assert min(c[0] for m in built(second).members if "track" in m.role for c in m.corners) >= 0
    with pytest.raises(OutOfRange, match="over it for its track"):
        cut(coop(**wide), face="left", at=2050, width=700, height=1572, hung="aside")


def test_half_of_a_flat_top_flips_up_and_the_rails_under_it_go():
    """Two bays of an open top from side rail to side rail: the cross rail between them is taken out, the leaf has its own."""
    asked = {
        "roofed": 0.0,
        "access": "drop-front",
        "gear": "skids",
        "length": 3000,
        "width": 1500,
        "bay": 800,
    }
    base = make_design(CATALOGUE, "low-pen", asked)
    rails = [one for one in built(base).members if one.duty is Duty.CROSS_RAIL]
    xs = sorted(one.centre[0] for one in rails)
    thick = rails[0].section.thick_mm
    low, high = xs[-3] + thick / 2, xs[-1] - thick / 2
    start = built(base).body.x[0]
    half = {"face": "top", "at": (low + high) / 2 - start, "width": high - low, "hung": "top"}
    pen = built(cut(base, **half, height=1500 - 2 * thick))
    assert faults(pen) == ()
    kept = sorted(one.centre[0] for one in pen.members if one.duty is Duty.CROSS_RAIL)
    assert kept == pytest.approx([x for x in xs if not low < x < high])
    leaf = next(one for one in pen.panels if one.role == "hatch 1")
    assert leaf.area_m2 > 0.9 * (high - low) * 1.42 / 1000
    with pytest.raises(OutOfRange, match="would cut the top cross rail") as refused:
        cut(base, **half, height=600, sill=300)
    assert refused.value.field == "opening_1_height"


@EVERY_SHAPE
def test_a_window_one_has_is_screwed_on_and_weighs_what_it_does(shape):
    """6 kg over an opening made to fit it: wood round it and 6 kg more; it lets light in and no arm."""
    plain = {"gear": "skids", "house": "no"} if shape == "coop" else {"gear": "skids"}
    before = make_design(CATALOGUE, shape, plain)
    face = {"a-frame": "left slope", "hoop": "rear"}.get(shape, "left")
    asked = {"face": face, "for": "light", "filled": "own", "kg": 6, "width": 200, "height": 160, "sill": 250}
    after = built(cut(before, **asked))
    assert faults(after) == ()
    window = next(one for one in after.panels if one.role == "window 1")
    assert (window.kg, window.covering) == (pytest.approx(6), None)
    hole = next(one for one in after.openings if one.purpose is Purpose.LIGHT)
    assert hole.clear_mm == (200.0, 160.0)
    assert not [one for one in after.hardware if one.closes == hole.ref]
    assert [one.beyond_mm for one in reach(after)] == [one.beyond_mm for one in reach(built(before))]


def test_a_door_one_has_is_hung_without_a_stick_of_its_own():
    asked = {"face": "left", "at": 1800, "width": 500, "height": 700, "filled": "own", "kg": 7.5}
    before, after = built(coop()), built(cut(coop(), **asked))
    assert not [one for one in after.members if one.duty is Duty.LEAF and "hatch" in one.role]
    leaf = next(one for one in after.panels if one.closes == after.openings[-1].ref)
    assert leaf.kg == pytest.approx(7.5)
    assert (
        sum(one.role == "hinge" for one in after.hardware)
        == sum(one.role == "hinge" for one in before.hardware) + 2
    )
