"""The build order: nothing is put in through what already stands."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given

from ergamot.core.frame.contact import solids
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.placed import BuildStep, Placed
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.frame.steps import steps
from tests.bench.test_speed import EACH_PEN, PENS, proposed
from tests.depth import examples, some
from tests.strategies import CATALOGUE, designs

BACK_MM = (2.0, 10.0, 40.0, 150.0, 600.0, 2500.0)


def axes(a, b):
    """Face normals and edge crossings of two sticks: where a gap shows if there is one."""
    edges = [[c[1] - c[0], c[3] - c[0], c[4] - c[0]] for c in (a.corners, b.corners)]
    crossed = [np.cross(u, v) for u in edges[0] for v in edges[1]]
    all_axes = np.array([*a.normals, *b.normals, *crossed])
    size = np.linalg.norm(all_axes, axis=1)
    return all_axes[size > 1e-6] / size[size > 1e-6, None]


class Piece:
    def __init__(self, corners, normals):
        self.corners, self.normals = corners, normals


def depth_mm(a, b, shift):
    """How far one piece, shifted, reaches into another; negative when they are apart."""
    along = axes(a, b)
    one, other = (a.corners + shift) @ along.T, b.corners @ along.T
    return min(np.minimum(one.max(0), other.max(0)) - np.maximum(one.min(0), other.min(0)))


@pytest.mark.parametrize(("shape", "strain", "placed"), some([*PENS.values()], 2))
def test_every_stick_goes_in_without_meeting_one_already_placed(shape, strain, placed):
    """Each is drawn back the way it came, 2 mm to 2.5 m, and stands clear of all before it all the way."""
    structure = build(proposed(shape, strain, placed)[0], CATALOGUE)
    made = solids(structure.members)
    pieces = {member.ref: [] for member in structure.members}
    for owner, corners, normals in zip(made.owner, made.corners, made.normals, strict=True):
        pieces[structure.members[owner].ref].append(Piece(corners, normals))
    notched = {(m.ref, n.other) for m in structure.members for n in m.notches}
    standing = []
    for step in steps(structure):
        for part in step.parts:
            for back in BACK_MM if part.ref in pieces else ():
                shift = -back * np.array(part.way)
                for ref in standing:
                    if {(part.ref, ref), (ref, part.ref)} & notched:
                        continue
                    worst = max(depth_mm(a, b, shift) for a in pieces[part.ref] for b in pieces[ref])
                    assert worst < 1.5, (part, ref, back)
            if part.ref in pieces:
                standing.append(part.ref)


@EACH_PEN
def test_everything_that_stands_is_put_in_once(shape, strain, placed):
    structure = build(proposed(shape, strain, placed)[0], CATALOGUE)
    refs = [part.ref for step in steps(structure) for part in step.parts]
    assert len(refs) == len(set(refs))
    wanted = {m.ref for m in structure.members} | {p.ref for p in structure.panels if p.when != "aside"}
    wanted |= {item.ref for item in structure.hardware if item.when != "aside" and item.group != "fixings"}
    assert set(refs) == wanted


@examples(2)
@given(designs())
def test_any_pen_can_be_put_together(design):
    structure = build(design, CATALOGUE)
    order = steps(structure)
    assert order[0].title.startswith("base")
    assert all(np.linalg.norm(part.way) == pytest.approx(1, abs=1e-3) for s in order for part in s.parts)


@pytest.mark.parametrize(
    ("way", "words"),
    [
        ((0, 0, -1), "down from above"),
        ((-1, 0, 0), "from the front"),
        ((0, 0.5, -0.87), "down from above"),
        ((0, 1, 0), "from the right"),
    ],
)
def test_the_way_in_is_told_by_the_axis_it_lies_nearest_to(way, words):
    assert BuildStep("rail", (Placed("stick-1", "B1", way),)).from_where == words


def test_a_step_names_each_label_once_and_coverings_have_none():
    step = BuildStep(
        "rail", tuple(Placed(f"p{i}", label, (0, 0, -1)) for i, label in enumerate(("B1", "", "B2", "B1")))
    )
    assert step.labels == ("B1", "B2")


@pytest.mark.parametrize("shape", SHAPES)
def test_what_carries_comes_before_what_it_carries(shape):
    """Rails before uprights, uprights before plates, frame before coverings, sheets before doors' leaves."""
    order = [step.title for step in steps(build(make_design(CATALOGUE, shape, {}), CATALOGUE))]
    pairs = {
        "low-pen": ("base side rail", "upright", "top side rail", "top cross rail", "roof", "lid"),
        "a-frame": ("base side rail", "rafter", "ridge board", "front end", "door"),
        "hoop": ("base side rail", "wire panel hoop", "arch piece", "cover", "door"),
        "coop": ("base side rail", "stud", "wall plate", "rafter", "collar", "roof", "person door"),
        "pipe-kit": ("base pipe", "post", "top pipe", "tarp", "lid"),
    }[shape]
    places = [order.index(title) for title in pairs]
    assert places == sorted(places)


@examples(2)
@given(designs())
def test_hardware_comes_once_what_it_is_screwed_to_stands(design):
    """Rods before wheels, leaves before their hinges and latches, everything before the feeders are hung."""
    structure = build(design, CATALOGUE)
    order = [step.title for step in steps(structure)]
    for first, then in (("axle rod", "wheel"), ("stub axle", "wheel"), ("base side rail", "rope eye")):
        if first in order and then in order:
            assert order.index(first) < order.index(then)
    doors = {m.ref for m in structure.members if m.group == "doors"} | {
        p.ref for p in structure.panels if p.group == "doors"
    }
    hung = [i for i, step in enumerate(steps(structure)) if any(part.ref in doors for part in step.parts)]
    on_doors = {item.ref for item in structure.hardware if item.role == "hinge" and item.group == "doors"}
    hinged = [
        i for i, step in enumerate(steps(structure)) if any(part.ref in on_doors for part in step.parts)
    ]
    if hung and hinged:
        assert max(hung) < min(hinged)
