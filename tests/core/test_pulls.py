"""Pulling by a place moves the place: what is there follows the hand."""

from __future__ import annotations

import pytest

from ergamot.core.drawing.handles import drag_handles
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.shapes import SHAPES
from tests.strategies import CATALOGUE

WAYS = {"low-pen": 1, "a-frame": 3, "hoop": 1, "coop": 4, "pipe-kit": 1}
PULL_MM = 60.0
TURNED = ("apex", "pitch", "fall")
TURN_MM = 20.0  # of a pull that turns an angle: a hand turns it a little at a time


def at(design):
    return {pull.parameter: pull for pull in drag_handles(build(design, CATALOGUE), design)}


@pytest.mark.parametrize("shape", SHAPES)
def test_a_place_pulled_comes_along_as_far_as_it_was_pulled(shape):
    design = make_design(CATALOGUE, shape, {})
    followed = 0
    for name, pull in at(design).items():
        far = TURN_MM if name in TURNED else PULL_MM
        value = float(design.values[name]) + far * pull.per_mm
        try:
            moved = at(change(CATALOGUE, design, {name: value}))[name]
        except OutOfRange:
            continue  # a limit of the shape: a hand would stop there
        if (shape, name) == ("a-frame", "roofed"):
            continue  # its sheet ends on a rafter: the edge comes along a bay at a time
        shift = [b - a for a, b in zip(pull.place, moved.place, strict=True)]
        along = sum(s * w for s, w in zip(shift, pull.way, strict=True))
        assert along == pytest.approx(far, abs=3), name
        followed += 1
    assert followed >= WAYS[shape]


@pytest.mark.parametrize("shape", SHAPES)
@pytest.mark.parametrize("share", [0.25, 0.45, 0.6, 0.8])
def test_the_roofs_edge_is_taken_hold_of_where_the_sheet_ends(shape, share):
    design = make_design(CATALOGUE, shape, {"roofed": share})
    structure = build(design, CATALOGUE)
    sheets = [p for p in structure.standing if p.group == "roof" and not p.outside]
    grip = at(design).get("roofed")
    assert grip is None or grip.place[0] == pytest.approx(
        max(c[0] for p in sheets for c in p.corners), abs=0.5
    )


def test_a_pen_without_wheels_or_house_has_nothing_to_pull_there():
    design = make_design(CATALOGUE, "coop", {"gear": "skids", "house": "no"})
    assert set(at(design)) == {"pitch", "roofed", "bay"}


def test_a_roof_of_uncut_sheets_has_no_edge_to_pull():
    design = make_design(CATALOGUE, "low-pen", {"roof_made": "own"})
    assert "roofed" not in at(design)


def test_each_kind_of_roof_is_lifted_by_its_own_value():
    crowns = {
        ("coop", "roof_kind", "gable"): "pitch",
        ("coop", "roof_kind", "mono"): "pitch",
        ("coop", "roof_kind", "arched"): "rise",
    }
    for (shape, name, kind), lifted in crowns.items():
        given = {name: kind, "door_height": 1400.0, "pitch": 15.0}
        found = at(make_design(CATALOGUE, shape, given))
        assert set(found) & {"pitch", "rise"} == {lifted}, kind


@pytest.mark.parametrize(
    ("shape", "given"),
    [
        ("coop", {"roof_kind": "mono", "pitch": 15.0, "door_height": 1400.0}),
        ("low-pen", {"fall": 6.0, "height": 900.0}),
    ],
)
def test_a_single_slope_is_turned_about_its_other_edge(shape, given):
    design = make_design(CATALOGUE, shape, given)
    name = "pitch" if shape == "coop" else "fall"
    pull = at(design)[name]
    moved = at(change(CATALOGUE, design, {name: float(design.values[name]) + TURN_MM * pull.per_mm}))[name]
    assert (moved.place[2] - pull.place[2]) * pull.way[2] == pytest.approx(TURN_MM, abs=3)
