"""What can hurt someone is said at the step where it can, and of a pen that is made of it."""

from __future__ import annotations

import pytest

from ergamot.core.catalogue.timber import Species
from ergamot.core.frame.design import build, make_design
from ergamot.core.making.dangers import CEMENT, SPRUNG, TREATED, WELDING
from ergamot.core.making.sheet import build_sheet
from ergamot.core.making.stages import Stage
from tests.strategies import CATALOGUE

EVERY = {TREATED, CEMENT, SPRUNG, *WELDING}

PENS = [
    ("low-pen", {}, set()),
    ("low-pen", {"species": "treated-pine"}, {TREATED}),
    ("pipe-kit", {}, {CEMENT}),
    ("hoop", {}, {SPRUNG}),
    ("low-pen", {"base_made": "steel"}, set(WELDING)),
]


@pytest.mark.parametrize(("shape", "values", "said"), PENS)
def test_a_pen_warns_of_what_it_is_made_of_and_of_nothing_else(shape, values, said):
    structure = build(make_design(CATALOGUE, shape, values), CATALOGUE)
    told = {line for task in build_sheet(structure, CATALOGUE).tasks for line in task.cautions}
    assert told & EVERY >= said
    assert told & {TREATED, CEMENT} == said & {TREATED, CEMENT}


def test_a_row_kept_before_says_in_its_name_whether_it_is_treated():
    told = {
        name: Species.filled({"key": "own", "label": name})["treated"]
        for name in ("Treated larch", "untreated larch", "larch")
    }
    assert told == {"Treated larch": "yes", "untreated larch": "", "larch": ""}
    assert Species.filled({"key": "own", "label": "larch", "treated": "yes"})["treated"] == "yes"


def test_cement_is_warned_of_where_pipes_are_glued_and_not_where_they_are_cut():
    structure = build(make_design(CATALOGUE, "pipe-kit", {}), CATALOGUE)
    stages = {task.stage for task in build_sheet(structure, CATALOGUE).tasks if CEMENT in task.cautions}
    assert stages
    assert not stages & {Stage.CUT, Stage.MESH, Stage.COVER}
