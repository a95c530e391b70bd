"""Mitres that nest: one saw cut ends a piece and begins the next; laid out as polygons none lies over another."""

from __future__ import annotations

import math
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from ergamot.core.frame.design import build, make_design
from ergamot.core.stock.bill import bill_of
from ergamot.core.stock.patterns import Mitre
from ergamot.core.stock.sticks import Want, plan_sticks
from tests.depth import examples
from tests.strategies import CATALOGUE

DEEP, KERF = 64.0, 3.0
SOLD = [(2438.0, Decimal("3.20")), (3658.0, Decimal("5.00"))]


def mitred(label, long, count, angle, both=True):
    """Pieces of 64 mm, their ends at an angle off square: the long point reaches 64·tan past the short one."""
    drop = DEEP * math.tan(math.radians(angle))
    return Want(label, long, count, Mitre(angle, both, round(long - (drop if both else drop / 2), 2)))


def test_by_hand():
    """Five of 500 at 45° take 500 + 4·(436 + 3·√2) = 2261 mm, 3 off for the saw and 5 for the ends: one 2438 where 2517 would
    not fit; one more would."""
    wants = [mitred("a", 500.0, 5, 45.0)]
    plan = plan_sticks(wants, SOLD)
    assert [len(bar.cuts) for bar in plan.bars] == [5]
    assert plan.bars[0].stock_mm == 2438.0
    assert plan_sticks([Want("a", 500.0, 5)], SOLD).cost > plan.cost
    used = 500 + 4 * (436 + KERF * 2**0.5)
    assert plan.bars[0].offcut_mm == pytest.approx(2438 - 5 - used - KERF, abs=0.1)


def test_one_mitred_end_nests_in_pairs():
    """Two of 1230 with one end at 45° are 2·1198 + 2·3·√2 = 2404.5 mm: out of one 2438; square they are 2463."""
    pair = plan_sticks([mitred("a", 1230.0, 2, 45.0, both=False)], SOLD)
    assert [len(bar.cuts) for bar in pair.bars] == [2]
    assert pair.bars[0].stock_mm == 2438.0
    three = plan_sticks([mitred("a", 1230.0, 3, 45.0, both=False)], SOLD)
    assert [bar.stock_mm for bar in three.bars] == [3658.0]  # the third is alone: 2404.5 + 1230 + 3·√2
    assert sum(bar.stock_mm for bar in plan_sticks([Want("a", 1230.0, 3)], SOLD).bars) > 3658
    alone = plan_sticks([mitred("a", 2440.0, 1, 45.0, both=False)], SOLD)
    assert alone.bars[0].stock_mm == 3658.0


def test_one_that_only_just_comes_out_of_its_board_does():
    """2432.9 mm of 2438 less 5: there is no room for the slant of the cut after it, and none is made."""
    plan = plan_sticks([mitred("a", 2432.9, 2, 45.0), mitred("b", 400.0, 1, 30.0)], SOLD)
    assert plan.proven
    assert sorted(bar.stock_mm for bar in plan.bars) == [2438.0, 3658.0]


def laid_out(bar, wants):
    """The pieces of a board as polygons where its laps say they lie, turned over one after the other."""
    mitres = {want.label: want.mitre for want in wants}
    at, found, turned = 0.0, [], {}
    for (label, long), lap in zip(bar.cuts, bar.laps or (0.0,) * len(bar.cuts), strict=True):
        at -= lap
        mitre = mitres[label]
        if mitre is None:
            points = [(0, 0), (long, 0), (long, DEEP), (0, DEEP)]
        else:
            drop = DEEP * math.tan(math.radians(mitre.angle_deg))
            over = turned[mitre.angle_deg, mitre.both] = not turned.get((mitre.angle_deg, mitre.both), True)
            if mitre.both:
                points = [(drop, 0), (long - drop, 0), (long, DEEP), (0, DEEP)]
                points = [(x, DEEP - y) for x, y in points] if over else points
            elif over:
                points = [(drop, 0), (long, 0), (long, DEEP), (0, DEEP)]
            else:
                points = [(0, 0), (long - drop, 0), (long, DEEP), (0, DEEP)]
                points = [(x, DEEP - y) for x, y in points]
        found.append(Polygon([(x + at, y) for x, y in points]))
        at += long + KERF
    return found


PIECES = st.lists(
    st.tuples(
        st.integers(200, 1500), st.integers(1, 5), st.sampled_from([0.0, 22.5, 30.0, 45.0]), st.booleans()
    ),
    min_size=1,
    max_size=5,
)


@examples(6)
@given(PIECES)
def test_nested_pieces_lie_on_their_board_and_apart(rows):
    wants = [
        mitred(f"p{i}", float(long), count, angle, both) if angle else Want(f"p{i}", float(long), count)
        for i, (long, count, angle, both) in enumerate(rows)
    ]
    plan = plan_sticks(wants, SOLD)
    assert sum(len(bar.cuts) for bar in plan.bars) == sum(want.count for want in wants)
    for bar in plan.bars:
        laid = laid_out(bar, wants)
        assert 0 < bar.used_mm <= bar.stock_mm
        assert max(one.bounds[2] for one in laid) <= bar.stock_mm - plan.trim_mm + 0.1
        for i, one in enumerate(laid):
            for other in laid[i + 1 :]:
                assert one.distance(other) >= KERF - 0.02
    square = plan_sticks([Want(want.label, want.length_mm, want.count) for want in wants], SOLD)
    if plan.proven and square.proven:
        assert plan.cost <= square.cost


def test_the_rafters_of_a_coop_share_their_cuts():
    bill = bill_of(build(make_design(CATALOGUE, "coop", {}), CATALOGUE), CATALOGUE)
    assert any(bar.laps for _, _, plan in bill.plans for bar in plan.bars)
