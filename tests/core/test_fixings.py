"""Joints and fixings counted from the frame, and panels cut to it."""

from __future__ import annotations

import math
from collections import Counter
from dataclasses import replace
from itertools import product

import numpy as np
import pytest
from hypothesis import assume, given
from scipy.spatial import ConvexHull

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.fixings import count_fixings
from ergamot.core.frame.kinds import Covers, Duty, When
from ergamot.core.frame.separation import separation_mm
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
    return sum(item.count for item in structure.hardware if item.row and item.row.key == key)


@given(designs())
def test_every_joint_bears_somewhere_and_no_fixing_stands_proud(design):
    """Recounted from the wood: two sticks of a joint touch; a screw ends 3 mm inside the far face, and
    what it passes through and holds in adds up to its length."""
    structure = build(design, CATALOGUE)
    by_ref = structure.by_ref
    assert len({joint.members for joint in structure.joints}) == len(structure.joints)
    for joint in structure.joints:
        if (
            not all(ref in by_ref for ref in joint.members)
            or not joint.fixing
            or joint.fixing.kind in (Fitting.TIE, Fitting.CEMENT, Fitting.PIN)
        ):
            continue
        one, other = (by_ref[ref] for ref in joint.members)
        assert separation_mm(one, other) <= 0.5
        if joint.fixing.kind is Fitting.SCREW:
            deepest = max(max(m.section.thick_mm, m.section.deep_mm) for m in (one, other))
            assert joint.through_mm + joint.into_mm <= joint.length_mm + 1e-6
            assert 0 < joint.into_mm <= max(deepest, other.mean_mm) * 2**0.5
            if "skewed" not in joint.rule:
                assert joint.through_mm + joint.into_mm == pytest.approx(joint.length_mm)
                assert joint.length_mm <= reach(one, other) - 3 + 0.5
        elif joint.fixing.kind is Fitting.BOLT:
            assert joint.length_mm >= joint.through_mm + 15
        else:
            assert joint.fixing.kind in (Fitting.WELD, Fitting.POST_SEAT)
            assert joint.count


def reach(one, other):
    """Wood along the best line through both: from the outer side of one to the far side of the other."""
    best = 0.0
    for first, second in product(one.solids, other.solids):
        corners = np.array(first), np.array(second)
        for solid in corners:
            for face in ConvexHull(solid).equations:
                a, b = (c @ face[:3] for c in corners)
                gap = max(a.min() - b.max(), b.min() - a.max())
                if abs(gap) < 0.6:
                    best = max(best, max(a.max(), b.max()) - min(a.min(), b.min()))
    return best


@given(designs())
def test_the_fixings_bought_are_those_the_joints_call_for(design):
    structure = build(design, CATALOGUE)
    wanted = Counter()
    for joint in structure.joints:
        wanted[joint.fixing] += joint.count
    del wanted[None]  # what only rests
    for row, number in wanted.items():
        bought = sum(item.count for item in structure.hardware if item.ref == f"fixing-{row.key}")
        ties_mesh = design.shape == "pipe-kit" and row.kind is Fitting.TIE
        assert bought > number if ties_mesh else bought == number
    roles = {m.ref: m.role for m in structure.members}
    geared = [j for j in structure.joints if {"handle", "axle leg"} & {roles.get(ref) for ref in j.members}]
    assert {j.fixing.kind for j in geared if j.fixing} <= {Fitting.BOLT}
    assert not geared or structure.axle is not None


@given(designs())
def test_staples_go_round_every_mesh_and_screws_hold_every_sheet(design):
    """On wood: pipe takes ties, steel screws (test_pipe_kit.py, test_steel_base.py)."""
    assume(design.shape != "pipe-kit" and design.values["base_made"] != "steel")
    structure = build(design, CATALOGUE)
    edges = 0
    bent = [p for p in structure.panels if not p.solid and p.curved and p.when != "aside"]
    for piece in {panel.piece for panel in bent}:  # along both feet, and along the curve at both ends
        strips = [panel for panel in bent if panel.piece == piece]
        along = max(panel.cut_mm[0] for panel in strips)
        edges += math.ceil((2 * along + 2 * sum(panel.cut_mm[1] for panel in strips)) / 75)
    for panel in structure.panels:
        if not panel.solid and not panel.curved and panel.when != "aside":
            corners = panel.corners
            edges += math.ceil(
                sum(math.dist(a, b) for a, b in zip(corners, corners[1:] + corners[:1], strict=True)) / 75
            )
    assert count(structure, "staple") == edges
    held = [panel for panel in structure.panels if panel.solid and panel.when != "aside"]
    rows = [run for p in held for run in p.bearings_mm if run >= min(p.cut_mm) / 2]
    assert count(structure, "roof-screw") == sum(math.ceil(run / 450) + 1 for run in rows)


def test_the_joints_of_a_plain_skid_pen_by_hand():
    """Skid pen 2.4 × 1.2 × 0.6 in 2×2: each end of 2 base and 3 top cross rails, 10; each end of 6
    uprights, 12; each end of 4 knee braces, 8; trimmer 2; lid ends to lid sides 4. The lid lies on the
    frame: its outer side on the left top rail and its ends on the two cross rails it spans, its sides
    and ends on rails and trimmer they cross. Frame joints alone: 32, and the lid's own corners 4."""
    structure = build(make_design(CATALOGUE, "low-pen", BARE), CATALOGUE)
    group = {m.ref: m.group for m in structure.members}
    kinds = [tuple(sorted(group[ref] for ref in joint.members)) for joint in structure.joints]
    assert kinds.count(("frame", "frame")) == 32
    assert kinds.count(("doors", "doors")) == 4


def test_a_pen_that_comes_apart_is_bolted_where_it_does_and_screwed_within_its_panels():
    """Four posts more at the corners; base and top cross rails, end studs and corner posts meet the sides on bolts."""
    whole, parts = (
        build(make_design(CATALOGUE, "low-pen", {"gear": "skids", "apart": apart}), CATALOGUE)
        for apart in ("no", "yes")
    )
    studs = [sum(m.duty is Duty.END_STUD for m in pen.members) for pen in (whole, parts)]
    assert studs[1] - studs[0] == 4
    side = {Duty.BASE_RAIL, Duty.UPRIGHT, Duty.PLATE, Duty.KNEE_BRACE}
    across = {Duty.BASE_CROSS, Duty.END_STUD, Duty.CROSS_RAIL}
    duty = {m.ref: m.duty for m in parts.members}
    met = {"bolt": 0, "screw": 0}
    for joint in parts.joints:
        ends = {duty[ref] for ref in joint.members if ref in duty}
        if ends & side and ends & across:
            assert joint.fixing.kind is Fitting.BOLT
            assert "comes apart" in joint.rule
            met["bolt"] += 1
        elif len(joint.members) == 2 and ends <= side:
            assert joint.fixing.kind is Fitting.SCREW
            met["screw"] += 1
    assert min(met.values()) > 8
    assert not any(joint.fixing and joint.fixing.kind is Fitting.BOLT for joint in whole.joints)
    assert any("comes apart into two sides" in note.text("metric") for note in parts.notes)


def panel_of(structure, solid, **changed):
    """A panel of a pen, mesh or sheet, with some things of it changed."""
    plain = (
        one
        for one in structure.panels
        if one.solid == solid and not one.curved and one.part is Covers.CLADDING
    )
    return replace(next(plain), **changed)


def fixed(structure, *panels):
    """What holds some panels to the frame of a pen, by the kind of fixing."""
    return {item.row.kind: item.count for item in count_fixings(structure.members, panels, (), CATALOGUE)}


def square(side, z=500.0):
    return ((0.0, 0.0, z), (side, 0.0, z), (side, 0.0, z + side), (0.0, 0.0, z + side))


def test_on_pipe_mesh_is_tied_every_100_mm_and_a_tarp_every_300():
    """1201 mm round: 13 ties and 5; a door's mesh is stapled to its own frame, every 75 mm: 17."""
    kit = build(make_design(CATALOGUE, "pipe-kit", {}), CATALOGUE)
    low = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
    mesh, sheet = (panel_of(low, solid, corners=square(300.25)) for solid in (False, True))
    assert fixed(kit, mesh) == {Fitting.TIE: 13}
    assert fixed(kit, sheet) == {Fitting.TIE: 5}
    assert fixed(kit, replace(sheet, corners=square(300.0))) == {Fitting.TIE: 4}
    assert fixed(kit, mesh, sheet) == {Fitting.TIE: 18}
    assert fixed(kit, replace(mesh, part=Covers.LEAF)) == {Fitting.STAPLE: 17}


def test_on_steel_mesh_is_screwed_every_150_mm():
    """1501 mm round: 11 screws on a welded body, 21 staples on its wooden leaf; what waits in the shed is held by none."""
    coop = build(make_design(CATALOGUE, "coop", {"base_made": "steel", "body_made": "steel"}), CATALOGUE)
    low = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
    mesh = panel_of(low, False, corners=square(375.25))
    assert fixed(coop, mesh) == {Fitting.ROOF_SCREW: 11}
    assert fixed(coop, replace(mesh, part=Covers.LEAF)) == {Fitting.STAPLE: 21}
    assert fixed(coop, replace(mesh, when=When.ASIDE)) == {}
    assert fixed(low, mesh) == {Fitting.STAPLE: 21}


def test_on_a_welded_base_only_the_edge_that_lies_on_it_is_screwed():
    """A square of 600 mm whose foot lies on the base: four screws along it, 24 staples round the rest."""
    low = build(make_design(CATALOGUE, "low-pen", {"base_made": "steel"}), CATALOGUE)
    mesh = panel_of(low, False, corners=square(600.0, z=10.0))
    assert fixed(low, mesh) == {Fitting.ROOF_SCREW: 4, Fitting.STAPLE: 24}


def test_a_row_of_screws_along_each_stick_behind_a_sheet():
    """901 mm: 4 at 450 and one to begin with; 450 mm, half of its 900 across: 2; 449 mm is no support of it."""
    low = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
    for runs, screws in (((901.0,), 4), ((901.0, 450.0), 6), ((901.0, 449.0), 4)):
        sheet = panel_of(low, True, bearings_mm=runs, cut_mm=(2000.0, 900.0))
        assert fixed(low, sheet) == {Fitting.ROOF_SCREW: screws}
