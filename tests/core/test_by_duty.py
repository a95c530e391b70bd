"""Timber by what it does: uprights and plates of their own; and what stood in one space until it was looked for."""

from __future__ import annotations

import pytest

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Duty
from tests.soundness import faults
from tests.strategies import CATALOGUE

OWN = {
    "upright_made": "own",
    "upright_section": "2x2",
    "upright_species": "oak",
    "top_made": "own",
    "top_species": "larch",
}


def made(shape, **values):
    return build(make_design(CATALOGUE, shape, {"gear": "skids", **values}), CATALOGUE)


@pytest.mark.parametrize(("shape", "high"), [("coop", "wall"), ("low-pen", "height")])
def test_uprights_and_what_lies_on_them_are_of_timber_of_their_own(shape, high):
    """A stud of 38 × 38 mm oak from the base rail (64 mm) to the plate's underside, 64 mm below its top."""
    pen = made(shape, house="no", **OWN)
    assert faults(pen) == ()
    studs = [one for one in pen.members if one.duty is Duty.UPRIGHT]
    tall = float(make_design(CATALOGUE, shape, {}).values[high]) - 2 * 64
    oak = CATALOGUE.species["oak"].density_kg_m3
    assert sum(one.dry_kg for one in studs) == pytest.approx(len(studs) * 0.038 * 0.038 * tall / 1000 * oak)
    tops = [one for one in pen.members if one.duty in (Duty.PLATE, Duty.END_PLATE)]
    assert {one.species.key for one in tops} == {"larch"}
    rails = [one for one in pen.members if one.duty is Duty.BASE_RAIL]
    assert {(one.section.key, one.species.key) for one in rails} == {("2x3", "spf")}
    first = min(min(x for x, _, _ in one.corners) for one in studs)
    assert first == pytest.approx(pen.body.x[0])


def test_an_upright_is_as_thick_as_the_plate_on_it():
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, "coop", {**OWN, "upright_section": "47x50"})
    assert (refused.value.field, "38 mm thick" in refused.value.allowed) == ("upright_section", True)


def test_a_door_under_an_arched_roof_clears_the_tube_under_its_crown():
    """Over a low rise the head of a door as high as the bows allow stood in the ridge tube."""
    values = {
        "roof_kind": "arched",
        "rise": 300,
        "width": 2900,
        "wall": 1500,
        "house": "no",
        "door_width": 350,
    }
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, "coop", {**values, "door_height": 1950})
    most = float(refused.value.allowed.split("at most ")[1].split(" m")[0]) * 1000
    assert faults(made("coop", **values, door_height=most - 1)) == ()


def test_a_rolled_tarp_hangs_over_the_batten_on_the_ground():
    """On a base lower than the batten is high both lay at one height."""
    low = {"base_made": "steel", "base_steel": "rhs-40x60", "section": "2x4", "house": "no"}
    assert faults(made("coop", **low, wall_curtain="yes", ground="batten")) == ()


def test_a_rolled_tarp_ends_at_a_handle():
    """A handle as deep as it is held low stood where the batten was rolled up."""
    low = {"section": "2x6", "house": "no", "hold_height": 310, "wall_curtain": "yes", "gear": "wheels"}
    assert faults(made("coop", **low, door_height=1500)) == ()
