"""Cloth is no door, no nest's floor, and closes no house at night; where it lies flat, that is told."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given

from ergamot.core.errors import UnknownChoice
from ergamot.core.frame.design import build, make_design, no_longer_offered
from ergamot.core.frame.kinds import Covers, Purpose, Space
from ergamot.core.frame.shapes import shape_of
from tests.soundness import faults
from tests.strategies import CATALOGUE, designs

OWN = replace(
    CATALOGUE.sheets["tarp"],
    key="my-tarp",
    use=(*CATALOGUE.sheets["tarp"].use, CATALOGUE.sheets["ply-5"].use[0]),
)
WITH_OWN = replace(CATALOGUE, sheets={**CATALOGUE.sheets, OWN.key: OWN})
FLAT = "lies flat: rain ponds on it and snow stays"


def pen(shape, **values):
    return build(make_design(CATALOGUE, shape, values), CATALOGUE)


def test_the_walls_of_a_house_are_never_of_cloth_not_even_a_row_of_ones_own():
    for shape in ("coop", "a-frame", "low-pen", "hoop"):
        walls = next(one for one in shape_of(shape).parameters if one.name == "house_walls")
        assert OWN.key not in {one.key for one in walls.options(WITH_OWN)}
        with pytest.raises(UnknownChoice):
            make_design(WITH_OWN, shape, {"house_walls": OWN.key})


def test_a_pen_kept_with_such_walls_opens_with_the_usual_ones():
    kept = {**make_design(CATALOGUE, "coop", {}).values, "house_walls": OWN.key}
    assert no_longer_offered(WITH_OWN, "coop", kept) == ("house_walls",)
    assert no_longer_offered(WITH_OWN, "coop", {**kept, "house_walls": "ply-9"}) == ()
    gone = {**kept, "house_walls": "a row that was put away"}
    assert no_longer_offered(WITH_OWN, "coop", gone) == ()


def test_with_walls_of_tarp_doors_and_slides_are_of_board():
    asked = {"opening_1_face": "left", "opening_1_for": "birds", "opening_1_hung": "slides"}
    made = pen("coop", wall_sheet="tarp", door_fill="solid", house="no", **asked)
    leaves = [one for one in made.panels if one.closes]
    assert {one.role for one in leaves} == {"person door", "pop hole 1"}
    assert not any(one.rolls for one in leaves)


def test_a_lid_of_cloth_in_a_roof_has_mesh_under_it():
    kit = pen("pipe-kit", roofed=1.0)
    lid = [one for one in kit.panels if one.closes]
    assert [one.rolls for one in lid] == [True, False]
    assert lid[1].under


@given(designs())
def test_no_door_in_any_wall_is_of_cloth_and_no_house_is_closed_with_it_alone(design):
    made = build(design, CATALOGUE)
    assert faults(made) == ()
    doors = {
        one.ref for one in made.openings if one.purpose in (Purpose.KEEPER, Purpose.BIRDS, Purpose.CLEANING)
    }
    for one in made.standing:
        if one.rolls and one.closes in doors:
            assert abs(one.normal[2]) >= 0.5
            assert any(other.closes == one.closes and other.under for other in made.standing)
        if one.rolls and one.inside is Space.HOUSE and one.part is Covers.CLADDING:
            under = [
                p for p in made.standing if p.face == one.face and p.inside is Space.HOUSE and not p.solid
            ]
            assert sum(p.area_m2 for p in under if p.under) >= 0.98 * one.area_m2, one.role


@pytest.mark.parametrize(
    ("shape", "values", "flat"),
    [
        ("low-pen", {"roof": "tarp"}, True),
        ("low-pen", {"roof": "tarp", "fall": 12.0, "height": 900.0}, False),
        ("pipe-kit", {}, True),
        ("hoop", {}, False),
        ("a-frame", {"roof": "tarp"}, False),
        ("low-pen", {"roof": "pvc"}, False),
    ],
)
def test_a_flat_roof_of_cloth_says_what_stands_on_it(shape, values, flat):
    told = [one.text("metric") for one in pen(shape, **values).notes]
    assert any(FLAT in one for one in told) == flat
