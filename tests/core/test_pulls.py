"""Pulling by a place moves the place: what is there follows the hand."""

from __future__ import annotations

import pytest

from ergamot.core.drawing.pulls import pulls
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.shapes import SHAPES
from tests.strategies import CATALOGUE

WAYS = {"low-pen": 1, "a-frame": 3, "hoop": 1, "coop": 3}
PULL_MM = 60.0


def at(design):
    return {pull.parameter: pull for pull in pulls(build(design, CATALOGUE), design.values)}


@pytest.mark.parametrize("shape", SHAPES)
def test_a_place_pulled_comes_along_as_far_as_it_was_pulled(shape):
    design = make_design(CATALOGUE, shape, {})
    followed = 0
    for name, pull in at(design).items():
        value = float(design.values[name]) + PULL_MM * pull.per_mm
        try:
            moved = at(change(CATALOGUE, design, {name: value}))[name]
        except OutOfRange:
            continue  # a limit of the shape: a hand would stop there
        shift = [b - a for a, b in zip(pull.place, moved.place, strict=True)]
        along = sum(s * w for s, w in zip(shift, pull.way, strict=True))
        assert along == pytest.approx(PULL_MM, abs=2), name
        followed += 1
    assert followed >= WAYS[shape]


def test_a_pen_without_wheels_or_house_has_nothing_to_pull_there():
    design = make_design(CATALOGUE, "coop", {"gear": "skids", "house": "no"})
    assert set(at(design)) == {"roofed", "bay"}


def test_a_roof_of_uncut_sheets_has_no_edge_to_pull():
    design = make_design(CATALOGUE, "low-pen", {"roof_made": "own"})
    assert "roofed" not in at(design)
