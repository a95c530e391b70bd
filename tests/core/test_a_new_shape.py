"""A shape that is declared and nothing else gets all that the shipped ones have."""

from __future__ import annotations

from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.mends import mends
from ergamot.core.balance.propose import propose
from ergamot.core.balance.questions import VERDICTS
from ergamot.core.balance.starts import starts
from ergamot.core.balance.verdicts import judge
from ergamot.core.drawing.handles import drag_handles
from ergamot.core.drawing.model import model
from ergamot.core.drawing.picture import picture
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.finding import What
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.steps import steps
from ergamot.core.stock.bill import bill_of
from ergamot.core.stock.effort import GLANCE
from ergamot.exchange.cut_list_csv import write_cut_list
from ergamot.exchange.design_file import read_design, write_design
from ergamot.exchange.drawing_dxf import write_dxf
from ergamot.exchange.model_gltf import write_gltf
from tests.a_shape import lean_to_on_offer
from tests.depth import examples
from tests.soundness import faults
from tests.strategies import CATALOGUE, designs

FLOCK = make_flock(CATALOGUE, "broiler-fast", 20, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
PLACE = make_conditions(CATALOGUE)


@pytest.fixture(autouse=True)
def on_offer():
    with lean_to_on_offer():
        yield


@examples(3)
@given(st.data())
def test_it_is_framed_true_judged_drawn_cut_and_written(data):
    design = data.draw(designs("lean-to"))
    structure = build(design, CATALOGUE)
    assert faults(structure) == ()
    assert {one.what for one in judge(CATALOGUE, structure, FLOCK, PLACE).findings} == set(VERDICTS)
    drawn = picture(structure, "end")
    assert {part.role for part in model(structure)} >= {"lean rail", "roof", "let-down"}
    bill = bill_of(structure, CATALOGUE, GLANCE)
    assert "lean upright" in write_cut_list(bill, CATALOGUE)
    assert write_gltf(model(structure), "Lean")
    assert write_dxf(drawn, "metric")
    assert len([part for step in steps(structure) for part in step.parts if part.label]) == len(
        structure.members
    )
    assert read_design(write_design(design, "Lean"), CATALOGUE)[1].values == design.values


def test_its_own_rule_its_own_stops_and_its_own_handle_hold():
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, "lean-to", {"back_high": 600, "front_low": 700})
    assert refused.value.field == "back_high"
    design = make_design(CATALOGUE, "lean-to", {})
    handle = next(
        one for one in drag_handles(build(design, CATALOGUE), design) if one.parameter == "back_high"
    )
    raised = change(CATALOGUE, design, {"back_high": 1000})
    moved = next(
        one for one in drag_handles(build(raised, CATALOGUE), raised) if one.parameter == "back_high"
    )
    assert moved.place[2] - handle.place[2] == pytest.approx(100)


def test_it_is_proposed_and_mended_as_it_says_itself():
    proposed = propose(CATALOGUE, FLOCK, PLACE, "lean-to")
    assert proposed.values["back_high"] == proposed.values["front_low"] + 250
    assert "lean-to" in {one.design.shape for one in starts(CATALOGUE, FLOCK, PLACE)} | {proposed.shape}
    tried = [next(iter(one.changes)) for one in mends(CATALOGUE, proposed, FLOCK, PLACE, What.WIND)]
    assert tried
