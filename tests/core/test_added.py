"""What each added thing of a pen costs: told for all there is of it, and worked again by hand."""

from __future__ import annotations

from datetime import date

import pytest

from ergamot.core.balance.added import added
from ergamot.core.balance.search.asked import make_asked
from ergamot.core.balance.search.candidate import judged_design
from ergamot.core.balance.search.figures import Figure
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.mass import mass
from tests.depth import some
from tests.strategies import CATALOGUE as C

HENS = make_flock(C, "layer-hybrid", 12, date(2026, 1, 1), date(2026, 5, 1), date(2026, 9, 1))
ASKED = make_asked(C, HENS, make_conditions(C))
HOUSED = {"house": "yes", "nests": "outside", "roosts": "level", "vents": "both", "window": "yes"}
OF_EACH = {"low-pen": {"height": 800.0}, "hoop": {"house": "no"}, "coop": HOUSED}


@pytest.mark.parametrize(
    ("shape", "more", "name", "without"),
    some(
        [
            ("low-pen", {"house": "yes"}, "house", "no"),
            ("coop", {}, "house", "no"),
            ("coop", {"door_made": "made"}, "door_made", "none"),
            ("coop", {"end_wall": "solid"}, "end_wall", "mesh"),
            ("hoop", {"end_wall": "solid"}, "end_wall", "mesh"),
            ("coop", {}, "nests", "none"),
            ("coop", {}, "roosts", "none"),
            ("coop", {}, "window", "no"),
            ("low-pen", {"walls": "sheltered"}, "walls", "mesh"),
            ("coop", {"gear": "wheels", "wheel": "barrow-16"}, "wheel", None),
        ],
        5,
    ),
)
def test_every_thing_a_pen_may_do_without_is_priced_by_leaving_it_out(shape, more, name, without):
    design = make_design(C, shape, {"length": 3657.6, "width": 2438.4, **OF_EACH[shape], **more})
    (one,) = (one for one in added(C, ASKED, design) if name in one.without)
    assert without is None or one.without == {name: without}
    bare = change(C, design, one.without)
    lighter = mass(build(design, C)).fresh_kg - mass(build(bare, C)).fresh_kg
    assert one.adds[Figure.MASS] == pytest.approx(lighter)
    cost = [judged_design(C, ASKED, each).figures[Figure.COST] for each in (design, bare)]
    assert one.adds[Figure.COST] == pytest.approx(cost[0] - cost[1])
