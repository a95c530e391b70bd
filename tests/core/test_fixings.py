"""Joints and fixings counted from the frame, and panels cut to it."""

from __future__ import annotations

import math

import pytest
from hypothesis import given

from ergamot.core.frame.carpentry import bounds
from ergamot.core.frame.design import build, make_design
from tests.strategies import CATALOGUE, designs

BARE = {
    "walls": "mesh",
    "gear": "skids",
    "section": "2x2",
    "roofed": 0,
    "length": 2400,
    "width": 1200,
    "height": 600,
}


def count(structure, key):
    return sum(item.count for item in structure.hardware if item.row == key)


@given(designs())
def test_every_joint_is_two_sticks_bearing_on_each_other(design):
    structure = build(design, CATALOGUE)
    box = dict(zip((m.ref for m in structure.members), bounds(structure.members), strict=True))
    assert len({joint.members for joint in structure.joints}) == len(structure.joints)
    for joint in structure.joints:
        (low_a, high_a), (low_b, high_b) = (box[ref] for ref in joint.members)
        shared = [min(high_a[i], high_b[i]) - max(low_a[i], low_b[i]) for i in range(3)]
        assert sorted(side > 1 for side in shared) == [False, True, True]
        assert min(shared) == pytest.approx(0, abs=0.5)


@given(designs())
def test_screws_and_bolts_are_two_a_joint_and_bolts_hold_handles_and_legs(design):
    structure = build(design, CATALOGUE)
    roles = {m.ref: m.role for m in structure.members}
    bolted = [j for j in structure.joints if {"handle", "axle leg"} & {roles[ref] for ref in j.members}]
    assert {j.fixing for j in bolted} <= {"bolt-90"}
    assert count(structure, "bolt-90") == 2 * len(bolted)
    assert count(structure, "screw-75") == 2 * (len(structure.joints) - len(bolted))
    assert bool(bolted) == (structure.axle is not None)


@given(designs())
def test_staples_go_round_every_mesh_and_screws_hold_every_sheet(design):
    structure = build(design, CATALOGUE)
    edges = 0
    for panel in structure.panels:
        if not panel.solid:
            corners = panel.corners
            edges += math.ceil(
                sum(math.dist(a, b) for a, b in zip(corners, corners[1:] + corners[:1], strict=True)) / 75
            )
    assert count(structure, "staple") == edges
    sheets = [panel for panel in structure.panels if panel.solid]
    assert count(structure, "roof-screw") >= 4 * len(sheets)


def test_the_joints_of_a_plain_skid_pen_by_hand():
    """Skid pen 2.4 × 1.2 × 0.6 in 2×2: each end of 2 base and 3 top cross rails, 10; each end of 6
    uprights, 12; each end of 4 knee braces, 8; trimmer 2; lid ends to lid sides 4. The lid lies on the
    frame: its outer side on the left top rail and its ends on the two cross rails it spans, its sides
    and ends on rails and trimmer they cross. Frame joints alone: 32, and the lid's own corners 4."""
    structure = build(make_design(CATALOGUE, "low-pen", BARE), CATALOGUE)
    group = {m.ref: m.group for m in structure.members}
    kinds = [tuple(sorted(group[ref] for ref in joint.members)) for joint in structure.joints]
    assert kinds.count(("frame", "frame")) == 32
    assert kinds.count(("lid", "lid")) == 4
