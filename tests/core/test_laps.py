"""Half-lapped corners of a base: the wood that is left, what holds it, the same size outside."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from scipy.spatial import ConvexHull

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.kinds import Duty
from tests.depth import examples
from tests.soundness import faults
from tests.strategies import CATALOGUE, designs

BASE = (Duty.BASE_RAIL, Duty.BASE_CROSS)


def lapped(shape: str, **values):
    return build(make_design(CATALOGUE, shape, {"corners": "lap", **values}), CATALOGUE)


def base(pen):
    return [one for one in pen.members if one.duty in BASE]


@pytest.mark.parametrize("shape", ["low-pen", "coop", "hoop", "a-frame"])
@examples(2)
@given(st.data())
def test_any_pen_is_as_sound_with_them_and_as_large(shape, data):
    design = data.draw(designs(shape))
    try:
        lapped_design = change(CATALOGUE, design, {"corners": "lap"})
    except OutOfRange:  # a rail that is joined of two has no place for the joint beside a lap
        assume(False)
    before, pen = build(design, CATALOGUE), build(lapped_design, CATALOGUE)
    assert faults(pen) == ()
    assert pen.body == before.body
    for one in base(pen):
        wood = sum(ConvexHull(np.array(solid)).volume for solid in one.solids)
        assert one.volume_m3 * 1e9 == pytest.approx(wood, rel=1e-6)


def test_a_pen_on_skids_by_hand():
    """2×3 (38 × 64), 3.0 × 2.0 m on skids: four corners of 38 × 38, each stick loses 32 mm there; the cross rails are
    2000 long, butted they were 2000 − 2 × 38; wood 2·(3000·38·64) + 2·(1924·38·64) either way."""
    own = {"gear": "skids", "length": 3000, "width": 2000, "section": "2x3"}
    pen, butted = lapped("low-pen", **own), lapped("low-pen", **own, corners="butt")
    sides, across = ([one for one in base(pen) if one.duty is duty] for duty in BASE)
    assert [one.length_mm for one in (*sides, *across)] == [3000, 3000, 2000, 2000]
    for one in base(pen):
        length = one.length_mm
        assert [(notch.run, notch.deep_mm) for notch in one.notches] == [
            ((0, 38), 32),
            ((length - 38, length), 32),
        ]
        assert {notch.upper for notch in one.notches} == {one.duty is Duty.BASE_CROSS}
    wood = sum(one.volume_m3 for one in base(pen))
    assert wood * 1e9 == pytest.approx(2 * 3000 * 38 * 64 + 2 * 1924 * 38 * 64)
    assert wood == pytest.approx(sum(one.volume_m3 for one in base(butted)))
    held = [one for one in pen.joints if one.rule.startswith("half-lapped")]
    assert len(held) == 4
    assert {(one.count, one.through_mm, one.length_mm) for one in held} == {(2, 32.0, 50.0)}


def test_where_the_axle_passes_behind_the_wall_the_rear_is_butted():
    """The cross rail there meets the rails within their length: they keep all their wood where the axle bears."""
    rules = [one.rule for one in lapped("low-pen", gear="wheels").joints]
    assert sum(rule.startswith("half-lapped") for rule in rules) == 2


@pytest.mark.parametrize(("apart", "held_by", "through"), [("no", "screw", 70.0), ("yes", "bolt", 140.0)])
def test_a_deep_base_is_held_through_both_halves(apart, held_by, through):
    """70 mm of 2×6 is still screwed through; what comes apart is bolted through the whole 140."""
    pen = lapped("low-pen", gear="skids", base_made="own", base_section="2x6", apart=apart)
    held = [one for one in pen.joints if one.rule.startswith("half-lapped")]
    assert {(one.fixing.kind, one.count, one.through_mm) for one in held} == {(held_by, 2, through)}


def test_steel_is_mitred_whatever_was_said():
    pen = lapped("coop", base_made="steel")
    assert not any(one.notches for one in base(pen))
