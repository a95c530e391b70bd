"""Openings a keeper cuts into the wall between house and run: framed there, counted there, and of use only to who gets in."""

from __future__ import annotations

import pytest

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Space
from ergamot.core.frame.reach import reach
from ergamot.core.weather.body import wind_body
from tests.soundness import faults
from tests.strategies import CATALOGUE

HOUSED = {"house": "yes", "roosts": "none", "pop_hole": "right"}
OWN = {
    "coop": {},
    "hoop": {"wall": 600.0},
    "a-frame": {"width": 2600.0},
    "low-pen": {"height": 900.0, "house_floor": 400.0},
}


def made(shape: str, opening: dict | None = None, **values):
    asked = {f"opening_1_{name}": value for name, value in {"face": "partition", **(opening or {})}.items()}
    return build(make_design(CATALOGUE, shape, {**HOUSED, **OWN[shape], **values, **asked}), CATALOGUE)


def house_of(pen):
    return next(one for one in reach(pen) if one.zone.space is Space.HOUSE)


@pytest.mark.parametrize("shape", OWN)
@pytest.mark.parametrize("hung", ["left", "top", "lifts", "fixed"])
def test_it_is_framed_as_in_any_wall(shape, hung):
    pen = made(shape, {"width": 300, "height": 250, "hung": hung})
    assert faults(pen) == ()
    mine = next(one for one in pen.openings if one.leaf == "hatch 1")
    assert (mine.face, mine.inside, mine.outside) == ("partition", Space.HOUSE, Space.RUN)
    leaf = next(one for one in pen.panels if one.role == "hatch 1")
    assert (leaf.inside, leaf.outside) == (Space.HOUSE, Space.RUN)
    wall = next(one for one in pen.panels if one.role == "partition")
    assert len(wall.holes) + (len(wall.corners) > 4) >= 1


def test_a_door_between_stands_on_the_bearer_and_under_the_rafters():
    """A coop 1.83 m wide: 560 × 900 over a floor at 600; posts from the bearer, their tops cut to the roof."""
    pen = made("coop", {"for": "person", "width": 560, "height": 900, "sill": 600})
    posts = [one for one in pen.members if one.role == "opening post"]
    assert len(posts) == 2
    assert {min(z for _, _, z in one.corners) for one in posts} == {600.0}
    assert [one.role for one in pen.members].count("opening sill") == 0


def test_it_moves_the_pop_hole_out_of_its_way():
    middle, aside = (made("coop", {"sill": 600}, pop_hole=where) for where in ("left", "right"))
    holes = [next(one.centre[1] for one in pen.openings if one.role == "pop hole") for pen in (middle, aside)]
    assert holes[0] == pytest.approx(-holes[1])
    assert holes[0] > 300


def test_an_arm_reaches_through_it_only_where_one_gets_into_the_run():
    hatch = {"for": "reach", "width": 500, "height": 400, "sill": 600}
    for door, counts in (({}, True), ({"door_height": 900.0}, False)):
        with_it, without = (
            made("coop", hatch, house_hatch="no", **door),
            made("coop", {"face": "none"}, house_hatch="no", **door),
        )
        assert house_of(without).way == "no way in"
        assert (house_of(with_it).way == "an arm") is counts
    run = next(one for one in reach(with_it) if one.zone.space is Space.RUN)
    assert run.way == "an arm"
    assert run.beyond_mm > 0


def test_the_wind_meets_its_leaf_as_it_meets_the_wall_it_is_in():
    pen = made("coop", {"filled": "solid", "sill": 600})
    leaf, wall = (
        next(one for one in wind_body(pen).surfaces if one.name == f"{role}, partition")
        for role in ("hatch 1", "partition")
    )
    assert (leaf.inside, leaf.outside) == (wall.inside, wall.outside)


@pytest.mark.parametrize(
    ("values", "opening", "why"),
    [
        ({"house": "no"}, {}, "a side this pen has"),
        ({"house": "whole"}, {}, "a side this pen has"),
        ({"roosts": "level", "roost_bars": 2}, {"height": 250, "at": 1139}, "the roost post"),
        ({}, {"at": 420, "sill": 600}, "the pop hole"),
        ({}, {"width": 500, "height": 1500, "sill": 600}, "under what closes the wall above"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_named(values, opening, why):
    with pytest.raises(OutOfRange) as refused:
        made("coop", opening, **values)
    assert why in refused.value.message
    assert refused.value.field.startswith("opening_1_")
