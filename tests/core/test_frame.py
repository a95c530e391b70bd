"""The structure is true: over hundreds of random pens, and one pen counted by hand."""

from __future__ import annotations

import math
from collections import Counter
from dataclasses import replace
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from scipy.spatial import ConvexHull, HalfspaceIntersection

from ergamot.core.errors import OutOfRange, UnknownChoice, Unreadable
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.kinds import Covers, Group, Item, Space
from ergamot.core.frame.mass import mass
from ergamot.core.frame.separation import separation_mm
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.frame.structure import Hardware, Panel
from ergamot.core.stock.cut_list import cut_list
from tests.depth import examples
from tests.soundness import (
    area_vector,
    closed_share,
    faults,
    loose,
    overlaps,
)
from tests.strategies import CATALOGUE, designs

PENS = examples(12)
EVERY_SHAPE = pytest.mark.parametrize("shape", list(SHAPES))
PLAIN = {"walls": "mesh", "gear": "skids", "section": "2x2", "bay": 1200}


@EVERY_SHAPE
@PENS
@given(st.data())
def test_nothing_is_wrong_with_a_pen(shape, data):
    """One piece, no two sticks in one space, every face closed, joints that meet, sticks that are sold."""
    assert faults(build(data.draw(designs(shape)), CATALOGUE)) == ()


@EVERY_SHAPE
@PENS
@given(st.data())
def test_parts_sum_to_totals_and_faces_to_a_closed_body(shape, data):
    structure = build(data.draw(designs(shape)), CATALOGUE)
    _sticks_measure_what_their_corners_say(structure)
    _labels_name_pieces_cut_alike(structure)
    weighed = mass(structure)

    def kg(when):
        parts = (structure.panels, structure.hardware)
        bought = sum(part.kg for kind in parts for part in kind if part.when == when)
        return bought + sum(m.dry_kg for m in structure.members if m.when == when)

    assert weighed.dry_kg == pytest.approx(kg("now"))
    assert weighed.aside_kg == pytest.approx(kg("aside"))
    assert (weighed.later_kg > 0) == (kg("later") > 0)
    assert weighed.full_kg == sum(one.kg for one in structure.contents)
    assert sum(dry for dry, _ in weighed.groups.values()) == pytest.approx(weighed.dry_kg)
    assert sum(fresh for _, fresh in weighed.groups.values()) == pytest.approx(weighed.fresh_kg)
    assert weighed.fresh_kg > weighed.dry_kg
    assert sum(piece.count for piece in cut_list(structure)) == len(structure.members)
    (x0, x1), (y0, y1) = structure.body.x, structure.body.y
    assert area_vector(structure) == pytest.approx((0, 0, (x1 - x0) * (y1 - y0) / 1e6), abs=1e-6)


@EVERY_SHAPE
@examples(2)
@given(st.data(), st.floats(1, 400))
def test_a_longer_pen_with_the_same_bays_is_never_lighter(shape, data, more):
    design = data.draw(designs(shape))
    structure = build(design, CATALOGUE)
    try:
        longer = build(
            change(CATALOGUE, design, {"length": float(design.values["length"]) + more}), CATALOGUE
        )
    except OutOfRange:
        assume(False)
        return
    counts = [Counter(m.role for m in s.members) for s in (structure, longer)]
    assume(counts[0] == counts[1])
    assume(len(structure.joints) == len(longer.joints))  # sticks that just touched are bolted no more
    houses = [[z.x[1] for z in s.zones if z.space is Space.HOUSE] for s in (structure, longer)]
    assume(not houses[0] or houses[0][0] <= houses[1][0])  # the partition moved to a nearer rib
    assume(design.values.get("bays") != "roll")
    roofs = [sum(p.area_m2 for p in s.panels if p.group is Group.ROOF) for s in (structure, longer)]
    grown = float(longer.body.x[1] - longer.body.x[0]) / (structure.body.x[1] - structure.body.x[0])
    assume(
        roofs[1] <= 1.05 * grown * roofs[0]
    )  # the edge of the roof went to the next rib: cloth where mesh was
    assert mass(longer).dry_kg >= mass(structure).dry_kg - 1e-6


def _sticks_measure_what_their_corners_say(structure):
    for member in structure.members:
        if member.section.kg_m is not None:
            continue
        edges = [math.dist(member.corners[i], member.corners[i + 4]) for i in range(4)]
        assert member.short_mm == pytest.approx(min(edges), abs=0.02)
        assert member.length_mm >= max(edges) - 0.02
        wood = _hull_volume(member)
        notched = sum(notch.volume_mm3 for notch in member.notches)
        assert member.volume_m3 * 1e9 == pytest.approx(wood - notched, rel=1e-4)


def _hull_volume(member):
    return float(ConvexHull(np.array(member.corners)).volume)


def _labels_name_pieces_cut_alike(structure):
    cuts = {}
    for member in structure.members:
        angles = tuple(sorted(cut.angle_deg for cut in member.cuts))
        same = (member.length_mm, member.short_mm, member.section.key, angles)
        assert cuts.setdefault(member.label, same) == same


@given(designs("coop"))
def test_a_notch_is_just_the_wood_the_plate_needs(design):
    """The wood two blanks would share is what the rafter's notch takes out, once."""
    structure = build(design, CATALOGUE)
    for member in structure.members:
        for notch in (one for one in member.notches if not one.run):
            plate = structure.by_ref[notch.other]
            planes = np.concatenate([ConvexHull(np.array(m.corners)).equations for m in (member, plate)])
            side = np.sign(member.centre[1])
            y = side * (structure.body.y[1] - plate.section.thick_mm / 3)
            seat = np.array([member.centre[0], y, max(c[2] for c in plate.corners) - 1])
            assume((planes[:, :3] @ seat + planes[:, 3] < 0).all())
            shared = HalfspaceIntersection(planes, seat).intersections
            assert ConvexHull(shared).volume == pytest.approx(notch.volume_mm3, rel=0.01)


@given(designs("low-pen"))
def test_covering_spans_and_mesh_backing_are_within_bounds(design):
    structure = build(design, CATALOGUE)
    rails = sorted(m.centre[0] for m in structure.members if m.role == "top cross rail")
    if float(design.values["fall"]):  # sheet lies down the fall, from noggin to noggin
        rails = sorted(m.centre[1] for m in structure.members if m.role in ("noggin", "top side rail"))
        rails = [a for a, b in pairwise([*rails, math.inf]) if b - a > 1]
        structure_falls = any(m.role == "noggin" for m in structure.members)
        rails = rails if structure_falls else []
    edge = max((max(c[0] for c in p.corners) for p in structure.panels if p.role == "roof"), default=0)
    span = CATALOGUE.sheets[str(design.values["roof"])].purlin_span_m * 1000
    for low, high in pairwise(rails):
        if high <= edge + 1:
            assert high - low <= span + 1
    for panel in structure.panels:
        assert 0 <= panel.backed_m2 <= panel.area_m2 + 1e-6


@given(designs())
def test_running_gear_stands_clear_of_the_frame(design):
    """Tyres level with the foot of the frame, outside every stick; axle behind the rear wall."""
    structure = build(design, CATALOGUE)
    wheels = [item for item in structure.hardware if item.role == "wheel"]
    fixed = structure.axle is not None and design.values["gear"] in ("wheels", "bolt-on")
    four = 4 if design.values["gear"] == "axles" else len(structure.levers)
    assert len(wheels) == (2 if fixed else four)
    for wheel in wheels if fixed else ():
        diameter, width = wheel.size_mm
        assert wheel.place[2] - diameter / 2 == pytest.approx(0)
        reach = wheel.place[0] + diameter / 2
        beside = [m for m in structure.members if m.role not in ("handle", "rafter", "leg spacer")]
        beside = [m for m in beside if m.role != "axle leg" or abs(m.centre[1]) < abs(wheel.place[1])]
        near = [c for m in beside if min(p[0] for p in m.corners) < reach for c in m.corners]
        assert abs(wheel.place[1]) - width / 2 > max((abs(c[1]) for c in near if c[2] < diameter), default=0)
        assert wheel.place[0] < structure.body.x[0]


def test_a_plain_skid_pen_counted_by_hand():
    """2.400 × 1.200 × 0.600 m in 38×38 at 450 kg/m³, all mesh, no roof, on skids, bays to 1.2 m.

    x: no axle, body 0 to 2400. Bay lines 19, 1200, 2381. Half width less half a stick 581: the lid
    spans y 0 to 581 with a trimmer, between the first two cross rails (centres 19 and 1200).

      base side rails  2 × 2400      top side rails   2 × 2400
      base cross rails 2 × 1124      top cross rails  3 × 1124
      uprights 6 × 524 (600 − 76)    end studs: width 1162 under 1250, none
      knee braces: leg min(300, 0.75·524, 1143 − 10) = 300 → 424.26 long, short 424.26 − 2·38 = 348.26
      lid trimmer 1200 − 19 − 38 = 1143   lid sides 2 × 1181   lid ends 2 × (581 − 76) = 505

    Timber m: 9.6 + 5.62 + 3.144 + 4 × 0.38626 + 1.143 + 2.362 + 1.010 = 24.424 at 0.6498 kg/m.
    """
    structure = build(
        make_design(
            CATALOGUE, "low-pen", {**PLAIN, "length": 2400, "width": 1200, "height": 600, "roofed": 0}
        ),
        CATALOGUE,
    )
    found = {(p.label, p.count, round(p.length_mm, 2), round(p.short_mm, 2)) for p in cut_list(structure)}
    assert found == {
        ("B1", 2, 2400, 2400),
        ("B2", 2, 1124, 1124),
        ("C1", 1, 1143, 1143),
        ("C2", 3, 1124, 1124),
        ("K1", 4, 424.26, 348.26),
        ("L1", 2, 1181, 1181),
        ("L2", 2, 505, 505),
        ("T1", 2, 2400, 2400),
        ("U1", 6, 524, 524),
    }
    timber = sum(member.dry_kg for member in structure.members)
    assert timber == pytest.approx(24.424 * 0.038 * 0.038 * 450, abs=0.01)
    braces = [p for p in cut_list(structure) if p.label == "K1"]
    assert braces[0].angles_deg == (45, 45)


def test_the_whole_pen_weighed_by_hand():
    """2.400 × 1.200 × 0.600, 38×38 at 450 kg/m³: 4×2400, 4×1124, 6×524 = 17.240 m, 11.203 kg.

    Steel roof 2.88 m² × 3.3 = 9.504; 12.7 mm mesh sides 2.88 × 1.0505 = 3.025, front 0.756; ply rear
    0.72 × 5.2 = 3.744; two wheels 3.6 at x 0.15. Together 31.83 kg, centre of mass at x 0.969.
    """
    sparse = build(
        make_design(
            CATALOGUE, "low-pen", {**PLAIN, "length": 2400, "width": 1200, "height": 600, "roofed": 0}
        ),
        CATALOGUE,
    )
    keep = {"base side rail", "top side rail", "base cross rail", "top cross rail", "upright"}
    frame = [m for m in sparse.members if m.role in keep]
    frame.remove(next(m for m in frame if m.role == "top cross rail" and abs(m.centre[0] - 1200) < 1))
    assert sum(m.length_mm for m in frame) == pytest.approx(17_240)

    def panel(role: str, x: float, area: float, kg_m2: float) -> Panel:
        corner = (x, 0.0, 300.0)
        cut = (area, 1.0)
        return Panel(
            role,
            Covers.CLADDING,
            role,
            "top",
            Group.ROOF,
            None,
            (corner,) * 4,
            (),
            (0, 0, 1),
            area,
            corner,
            kg_m2,
            1,
            0,
            role,
            cut,
        )

    mesh = CATALOGUE.meshes["welded-12"].mass_kg_m2
    whole = replace(
        sparse,
        members=tuple(frame),
        panels=(
            panel("roof", 1200, 2.88, 3.3),
            panel("sides", 1200, 2.88, mesh),
            panel("front", 2400, 0.72, mesh),
            panel("rear", 0, 0.72, 5.2),
        ),
        hardware=(Hardware("w", Item.WHEEL, "wheels", Group.GEAR, "", 3.6, (150, 0, 125)),),
    )
    weighed = mass(whole)
    assert sum(m.dry_kg for m in frame) == pytest.approx(11.203, abs=0.001)
    assert mesh == pytest.approx(1.05, abs=0.005)
    assert CATALOGUE.meshes["welded-12"].solid_share == pytest.approx(0.157, abs=0.0005)
    assert weighed.dry_kg == pytest.approx(31.83, abs=0.01)
    assert weighed.dry_centre[0] == pytest.approx(969, abs=1)


def test_the_check_for_overlap_can_see_one():
    """Two sticks pushed 5 mm into each other are found; moved apart again they are not."""
    structure = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
    first, other = structure.members[0], structure.members[2]
    assert separation_mm(first, other) == pytest.approx(0, abs=1e-6)
    pushed = replace(other, corners=tuple((x, y - 5 * (1 if y > 0 else -1), z) for x, y, z in other.corners))
    assert (
        separation_mm(first, replace(pushed, corners=tuple((x, y - 5, z) for x, y, z in other.corners))) < -4
    )
    bad = replace(structure, members=(first, replace(other, corners=first.corners), *structure.members[3:]))
    assert overlaps(bad)


def test_the_check_for_gaps_and_loose_sticks_can_see_them():
    structure = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
    open_front = replace(structure, panels=tuple(p for p in structure.panels if p.face != "front"))
    assert closed_share(open_front, "front") < 0.5
    leaf = next(p for p in structure.panels if p.raised)
    unframed = replace(structure, openings=())
    without = replace(unframed, panels=tuple(p for p in structure.panels if not p.raised))
    assert closed_share(unframed, leaf.face) == closed_share(without, leaf.face) < 0.9
    stray = next(m.ref for m in structure.members if m.role == "knee brace")
    apart = tuple(j for j in structure.joints if stray not in j.members)
    assert stray in loose(replace(structure, joints=apart))


@pytest.mark.parametrize(
    ("given_values", "field"),
    [
        ({"length": 0}, "length"),
        ({"width": -2400}, "width"),
        ({"length": "17'"}, "length"),
        ({"length": "13'", "section": "2x2", "corners": "lap"}, "length"),
        ({"height": "18 in", "section": "2x4"}, "height"),
        ({"roofed": 1.2}, "roofed"),
        ({"axle": 600, "length": 1300}, "axle"),
        ({"width": float("nan")}, "width"),
    ],
)
def test_sizes_that_cannot_be_built_are_refused_with_field_and_limit(given_values, field):
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, "low-pen", given_values)
    assert refused.value.field == field
    assert refused.value.allowed


def test_nonsense_is_refused_by_name():
    with pytest.raises(Unreadable):
        make_design(CATALOGUE, "low-pen", {"width": "wide"})
    with pytest.raises(Unreadable):
        make_design(CATALOGUE, "low-pen", {"roofed": "most of it"})
    for wrong in ({"section": "9x9"}, {"colour": "red"}):
        with pytest.raises(UnknownChoice):
            make_design(CATALOGUE, "low-pen", wrong)
    with pytest.raises(UnknownChoice):
        make_design(CATALOGUE, "castle", {})


def test_a_change_keeps_what_was_typed():
    typed = make_design(CATALOGUE, "low-pen", {"width": "7-10 1/2"})
    changed = change(CATALOGUE, typed, {"roofed": "40 %"})
    assert changed.typed == {"width": "7-10 1/2"}
    assert changed.values["roofed"] == 0.4
    assert change(CATALOGUE, changed, {"width": 2000.0}).typed == {}
