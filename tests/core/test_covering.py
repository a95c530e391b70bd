"""Coverings cut to faces: what is left after openings, what lies on wood, what the keeper has."""

from __future__ import annotations

import pytest
import shapely
from hypothesis import example, given
from hypothesis import strategies as st
from shapely import Polygon, box

from ergamot.core.frame.carpentry import Framing, Piece
from ergamot.core.frame.covering import Coat, Coverer, wall
from ergamot.core.frame.face import Face, corners
from ergamot.core.frame.kinds import Duty, Group, Purpose, Space, When
from tests.strategies import CATALOGUE

MESH, PLY = CATALOGUE.meshes["welded-12"], CATALOGUE.sheets["ply-9"]
FRONT = Face("front", (0, 0, 0), (0, 1, 0), (0, 0, 1), (1, 0, 0), corners((0, 2000), (0, 1000)))
GABLE = Face("gable", (0, 0, 0), (0, 1, 0), (0, 0, 1), (1, 0, 0), ((0, 0), (2000, 0), (1000, 1000)))
FACES = st.sampled_from([FRONT, GABLE])
SPANS = st.tuples(st.integers(0, 18), st.integers(1, 10)).map(lambda n: (n[0] * 100.0, (n[0] + n[1]) * 100.0))


def rail():
    return Framing(CATALOGUE.sections["2x3"], CATALOGUE.species["spf"])


def shape(panel):
    return Polygon([(c[1], c[2]) for c in panel.corners], [[(c[1], c[2]) for c in h] for h in panel.holes])


@given(FACES, SPANS, SPANS)
def test_what_is_covered_is_the_face_less_its_openings(face, u, v):
    cover = Coverer()
    cover.cover(face, wall("wall", PLY))
    cover.open(face, u, v, Purpose.AIR, "hole", "nothing")
    panels = cover.done(())
    left = Polygon(face.outline).difference(box(u[0], v[0], u[1], v[1]))
    assert sum(panel.area_m2 for panel in panels) == pytest.approx(left.area / 1e6, abs=2e-3)
    for panel in panels:
        assert shape(panel).area / 1e6 == pytest.approx(panel.area_m2)
        assert panel.kg == pytest.approx(panel.area_m2 * PLY.kg_m2)
        wide, tall = panel.cut_mm
        assert panel.area_m2 <= wide * tall / 1e6 + 1e-9


@given(FACES, st.integers(1, 19))
def test_two_zones_side_by_side_are_the_whole(face, at):
    cover = Coverer()
    edge = at * 100.0
    cover.cover(face, wall("sheltered", PLY), (0, edge), (0, 1000))
    cover.cover(face, wall("open", MESH), (edge, 2000), (0, 1000))
    panels = cover.done(())
    assert sum(panel.area_m2 for panel in panels) == pytest.approx(Polygon(face.outline).area / 1e6, abs=1e-3)
    assert {panel.group for panel in panels} <= {"walls", "mesh"}


HOLE = ((900.0, 1100.0), (200.0, 500.0))


@given(
    FACES,
    st.lists(st.tuples(st.integers(0, 30), st.integers(1, 12)), max_size=6),
    st.lists(st.tuples(SPANS, SPANS), max_size=3),
)
@example(FRONT, [(15, 3)], [HOLE])  # a stick that ends in a hole bears as far as the hole
@example(FRONT, [(15, 3), (14, 9)], [HOLE, ((1000.0, 1500.0), (0.0, 300.0))])  # two holes, one at the edge
def test_the_wood_behind_a_panel_is_counted_as_clipping_would(face, uprights, holes):
    """Uprights 38 wide standing behind the face, by polygon union of each with the panel."""
    frame, cover = rail(), Coverer()
    for place, tall in uprights:
        y = place * 65.0
        frame.stick(Piece(Duty.UPRIGHT, "stud", "U", ""), (-64, 0), (y, y + 38), (0, tall * 90.0), "z")
    for u, v in holes:
        cover.open(face, u, v, Purpose.AIR, "hole", "nothing")
    cover.cover(face, wall("wall", MESH))
    panels = cover.done(tuple(frame.members))
    sticks = [box(p * 65.0, 0, p * 65.0 + 38, t * 90.0) for p, t in uprights]
    for panel in panels:
        shared = [stick.intersection(shape(panel)) for stick in sticks]
        backed = min(sum(one.area for one in shared) / 1e6, panel.area_m2)
        assert panel.backed_m2 == pytest.approx(backed, abs=1e-6)
        bearing = sorted(_longer(one) for one in shared if one.area > 1)
        assert sorted(panel.bearings_mm) == pytest.approx(bearing, abs=1e-6)


def _longer(shared):
    """The longer side of what has an area of what is shared: not of edges that only touch."""
    a, b, c, d = shapely.MultiPolygon([one for one in shapely.get_parts(shared) if one.area > 0]).bounds
    return max(c - a, d - b)


def test_wood_that_stands_off_the_face_holds_nothing():
    frame, cover = rail(), Coverer()
    frame.stick(Piece(Duty.UPRIGHT, "stud", "U", ""), (-65, -1), (0, 38), (0, 900), "z")
    cover.cover(FRONT, wall("wall", MESH))
    (panel,) = cover.done(tuple(frame.members))
    assert (panel.backed_m2, panel.bearings_mm) == (0, ())


def test_inserts_lie_over_upright_mesh_only():
    level = Face("top", (0, 0, 0), (1, 0, 0), (0, 1, 0), (0, 0, 1), corners((0, 500), (0, 500)))
    cover = Coverer()
    cover.cover(FRONT, wall("wall", MESH))
    cover.cover(level, wall("overhead", MESH))
    cover.cover(GABLE, wall("end", PLY))
    cover.over_mesh(Coat("insert", CATALOGUE.sheets["clear"], Group.INSIDE, when=When.ASIDE))
    inserts = [panel for panel in cover.done(()) if panel.role == "insert"]
    assert [(panel.face, panel.when) for panel in inserts] == [("front", "aside")]


def test_what_the_keeper_has_weighs_what_it_weighs():
    cover = Coverer()
    cover.lay(FRONT, Coat("own", PLY, Group.DOORS, own_kg=7.5), (0, 800), (0, 900), 0.0)
    (panel,) = cover.done(())
    assert (panel.kg, panel.covering, panel.label) == (pytest.approx(7.5), None, "your own")
    assert panel.solid


@pytest.mark.parametrize(
    ("what", "inside", "group"),
    [
        (PLY, Space.RUN, Group.WALLS),
        (MESH, Space.RUN, Group.MESH),
        (PLY, Space.HOUSE, Group.HOUSE),
    ],
)
def test_a_wall_weighs_with_its_own_kind(what, inside, group):
    assert wall("any", what, inside).group == group
