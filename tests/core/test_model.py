"""The solid model: closed, looking out, as large and as heavy as what it stands for."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given

from ergamot.core.drawing.model import model
from ergamot.core.frame.design import build, make_design
from tests.depth import examples
from tests.strategies import CATALOGUE, designs


def volume_mm3(part):
    """By the divergence theorem: right only when every triangle looks out and none is missing."""
    corners = np.array(part.corners)
    return sum(np.dot(corners[a], np.cross(corners[b], corners[c])) for a, b, c in part.triangles) / 6


@examples(3)
@given(designs())
def test_solids_are_closed_and_hold_their_wood(design):
    structure = build(design, CATALOGUE)
    sticks = {m.ref: m for m in structure.members}
    for part in model(structure):
        if part.kind in ("sheet", "mesh"):
            continue
        sides = [pair for a, b, c in part.triangles for pair in ((a, b), (b, c), (c, a))]
        assert sorted(sides) == sorted((b, a) for a, b in sides)
        if part.kind == "stick":
            wood = sticks[part.ref]
            whole = wood.volume_m3 * 1e9 + sum(n.volume_mm3 for n in wood.notches if not n.run)
            assert volume_mm3(part) == pytest.approx(whole, rel=1e-6)
        else:
            assert volume_mm3(part) > 0


@examples(3)
@given(designs())
def test_coverings_keep_their_area_and_look_out(design):
    structure = build(design, CATALOGUE)
    panels = {p.ref: p for p in structure.panels if p.when != "aside"}
    drawn = {part.ref: part for part in model(structure) if part.kind in ("sheet", "mesh")}
    assert drawn.keys() == panels.keys()
    for ref, part in drawn.items():
        corners = np.array(part.corners)
        crossed = [np.cross(corners[b] - corners[a], corners[c] - corners[a]) for a, b, c in part.triangles]
        assert sum(np.linalg.norm(n) for n in crossed) / 2e6 == pytest.approx(panels[ref].area_m2, rel=1e-4)
        assert all(n @ np.array(part.normal) > 0 for n in crossed)


def test_a_mesh_knows_its_widest_gap():
    """Welded 25 × 50 mm of 2 mm wire or so: the gap is what is left of the longer pitch."""
    structure = build(make_design(CATALOGUE, "coop", {"mesh": "welded-25x50"}), CATALOGUE)
    row = CATALOGUE.meshes["welded-25x50"]
    gaps = {part.opening_mm for part in model(structure) if part.role == "wall mesh"}
    assert gaps == {row.pitch_y_mm - row.wire_mm}
