"""Sheets cut by straight cuts from side to side: replayed by a cutter of its own, known optima, and what is never dearer."""

from __future__ import annotations

import random
from collections import Counter
from dataclasses import replace
from decimal import Decimal
from itertools import accumulate, combinations, pairwise, permutations, product

import pytest
import rectpack
from hypothesis import assume, given
from hypothesis import strategies as st
from rectpack import guillotine

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Duty
from ergamot.core.stock.at_hand import AtHand
from ergamot.core.stock.covers import cover_pieces, plate_plan
from ergamot.core.stock.effort import Effort
from ergamot.core.stock.plate import Plate
from ergamot.core.stock.plates import plan_plates
from ergamot.core.stock.rectangles import Rectangle
from tests.depth import examples
from tests.strategies import CATALOGUE

PLY = Plate(2440.0, 1220.0, Decimal(38))
KERF = 3.0


def cut_apart(rectangles, kerf):
    """An independent cutter: part a region by straight cuts from side to side, as often as it takes, until every piece is alone;
    False where that cannot be. A trim is a last cut and free."""
    if len(rectangles) == 1:
        return True
    for axis in (0, 1):
        ordered = sorted(rectangles, key=lambda one: one[axis])
        groups, end = [[ordered[0]]], ordered[0][axis] + ordered[0][2 + axis]
        for one in ordered[1:]:
            if one[axis] >= end + kerf - 1e-6:
                groups.append([])
            groups[-1].append(one)
            end = max(end, one[axis] + one[2 + axis])
        if len(groups) > 1 and all(cut_apart(group, kerf) for group in groups):
            return True
    return False


def replay(plan, pieces):
    """Everything is cut once, lies on its sheet, apart from its neighbours, and comes off by straight cuts."""
    made = Counter()
    for cut in plan.plates:
        laid = [(one.x, one.y, one.long_mm, one.wide_mm) for one in cut.layout.laid]
        for x, y, long, wide in laid:
            assert x >= -1e-6
            assert y >= -1e-6
            assert x + long <= cut.plate.long_mm + 1e-6
            assert y + wide <= cut.plate.wide_mm + 1e-6
        for i, a in enumerate(laid):
            for b in laid[i + 1 :]:
                apart = [
                    a[k] + a[2 + k] + KERF <= b[k] + 1e-6 or b[k] + b[2 + k] + KERF <= a[k] + 1e-6
                    for k in (0, 1)
                ]
                assert any(apart)
        assert cut_apart(laid, KERF)
        made.update(
            (one.label, *sorted((round(one.long_mm, 3), round(one.wide_mm, 3)))) for one in cut.layout.laid
        )
    asked = Counter((one.label, *sorted((round(one.long_mm, 3), round(one.wide_mm, 3)))) for one in pieces)
    assert made == asked
    assert plan.cost == sum((one.plate.price for one in plan.plates), Decimal(0))
    assert plan.bound <= plan.cost
    taken = Counter(one.plate for one in plan.plates)
    assert all(plate.count is None or count <= plate.count for plate, count in taken.items())


SIDES = st.tuples(st.integers(150, 2400), st.integers(100, 1200), st.booleans())
PIECES = st.lists(SIDES, min_size=1, max_size=11).map(
    lambda sides: [
        Rectangle(f"q{i}", float(max(a, b)), float(min(a, b)), turns) for i, (a, b, turns) in enumerate(sides)
    ]
)
OFFCUTS = st.lists(
    st.tuples(st.integers(300, 2000), st.integers(200, 1200), st.integers(0, 9)), max_size=4
).map(
    lambda found: [
        Plate(float(a), float(b), Decimal(price), 1, i) for i, (a, b, price) in enumerate(found, start=1)
    ]
)


@examples(4)
@given(PIECES, OFFCUTS)
def test_a_cutter_of_its_own_cuts_every_plan(pieces, offcuts):
    plan = plan_plates(pieces, [PLY, *offcuts], KERF)
    replay(plan, pieces)
    assert plan.cost <= plan_plates(pieces, [PLY], KERF).cost


def test_a_plan_is_kept_for_the_same_work_and_another_price_is_another_plan():
    pieces = [Rectangle(f"q{i}", 700.0 + i, 400.0, True) for i in range(6)]
    plan = plan_plates(pieces, [PLY], KERF)
    assert plan.proven
    assert plan_plates(pieces, [PLY], KERF) is plan
    dearer = replace(PLY, price=PLY.price * 2)
    assert plan_plates(pieces, [dearer], KERF).cost == 2 * plan.cost


@examples(4)
@given(st.lists(st.floats(0.2, 0.8), min_size=1, max_size=3), st.data())
def test_a_sheet_sawn_up_goes_back_on_one_sheet(shares, data):
    """A perfect cutting: strips across, each sawn into two stacks, one of them into two pieces."""
    bounds = [0.0, *sorted({round(share, 3) for share in shares}), 1.0]
    pieces = []
    for low, high in pairwise(bounds):
        tall = 2440 * (high - low) - KERF
        assume(tall > 60)
        split = data.draw(st.floats(0.25, 0.75)) * 1220
        pieces.append(Rectangle(f"q{len(pieces)}", tall, split - KERF, False))
        half = data.draw(st.floats(0.3, 0.7)) * tall
        for part in (half - KERF, tall - half):
            pieces.append(Rectangle(f"q{len(pieces)}", part, 1220 - split, False))
    plan = plan_plates(pieces, [PLY], KERF)
    assert (len(plan.plates), plan.proven) == (1, True)
    replay(plan, pieces)


def least_length(pieces, wide):
    """How long a sheet so wide must be for some pieces, by straight cuts: every way to part them, and every width a cut may be
    at, tried."""
    if len(pieces) == 1:
        return min((a for a, b in pieces[0].ways() if b <= wide + 1e-9), default=float("inf"))
    best = float("inf")
    sides = {side for one in pieces for way in one.ways() for side in way}
    for n in range(1, len(pieces)):
        for some in combinations(range(len(pieces)), n):
            one = [pieces[i] for i in some]
            other = [pieces[i] for i in range(len(pieces)) if i not in some]
            best = min(best, least_length(one, wide) + KERF + least_length(other, wide))
            widths = {
                sum(held) + KERF * (len(held) - 1) for k in range(1, n + 1) for held in combinations(sides, k)
            }
            for at in widths:
                if at + KERF < wide:
                    best = min(best, max(least_length(one, at), least_length(other, wide - at - KERF)))
    return best


def fewest_sheets(pieces, plate):
    """The fewest sheets: every sharing of the pieces tried."""
    best = [len(pieces)]

    def share(i, sheets):
        if len(sheets) >= best[0]:
            return
        if i == len(pieces):
            best[0] = len(sheets)
            return
        for held in sheets:
            held.append(pieces[i])
            if least_length(held, plate.wide_mm) <= plate.long_mm + 1e-6:
                share(i + 1, sheets)
            held.pop()
        share(i + 1, [*sheets, [pieces[i]]])

    share(0, [])
    return best[0]


LARGE = st.tuples(st.integers(500, 1700), st.integers(400, 900), st.booleans())


@examples(3)
@given(st.lists(LARGE, min_size=2, max_size=4))
def test_a_few_pieces_come_out_of_the_fewest_sheets_there_can_be(sides):
    pieces = [
        Rectangle(f"q{i}", float(max(a, b)), float(min(a, b)), turns) for i, (a, b, turns) in enumerate(sides)
    ]
    plan = plan_plates(pieces, [PLY], KERF)
    assert (len(plan.plates), plan.proven) == (fewest_sheets(pieces, PLY), True)


def by_a_packing_library(pieces):
    """The fewest sheets of the guillotine heuristics of a packing library, each in all orders it knows."""
    found = []
    for place, parted in product(("Baf", "Bssf", "Blsf"), ("Sas", "Las", "Slas", "Llas", "Maxas", "Minas")):
        for order in (rectpack.SORT_AREA, rectpack.SORT_PERI, rectpack.SORT_LSIDE, rectpack.SORT_SSIDE):
            packer = rectpack.newPacker(
                rotation=True,
                pack_algo=getattr(guillotine, f"Guillotine{place}{parted}"),
                sort_algo=order,
                bin_algo=rectpack.PackingBin.BBF,
            )
            for one in pieces:
                packer.add_rect(round(one.long_mm + KERF), round(one.wide_mm + KERF))
            packer.add_bin(round(PLY.long_mm + KERF), round(PLY.wide_mm + KERF), count=len(pieces))
            packer.pack()
            found.append(len(packer))
    return min(found)


@pytest.mark.parametrize("seed", range(6))
def test_a_mix_of_boards_takes_no_more_sheets_than_a_packing_library_says(seed):
    drawn = random.Random(seed)
    pieces = [
        Rectangle(f"q{i}", float(drawn.randint(300, 1600)), float(drawn.randint(150, 1100)))
        for i in range(drawn.randint(8, 40))
    ]
    plan = plan_plates(pieces, [PLY], KERF, Effort(1_000_000))
    replay(plan, pieces)
    assert len(plan.plates) <= by_a_packing_library(pieces)


def test_two_stages_are_not_enough_and_three_are():
    """A strip 600 high holds a stack of two 290s beside a 600: with strips alone it takes a second sheet."""
    pieces = [
        Rectangle("a", 600.0, 900.0, False),
        Rectangle("b", 290.0, 317.0, False),
        Rectangle("c", 290.0, 317.0, False),
    ]
    small = Plate(600.0, 1220.0, Decimal(10))
    plan = plan_plates(pieces, [small], KERF)
    assert plan.cost == 10
    replay(plan, pieces)


def test_grain_keeps_a_piece_from_being_turned():
    plate = Plate(2000.0, 500.0, Decimal(10))
    lying = Rectangle("a", 500.0, 400.0, turns=False)
    assert plan_plates([lying] * 4, [plate], 0.0).cost == 10
    across = Rectangle("a", 400.0, 500.0, turns=True)
    assert plan_plates([across] * 5, [plate], 0.0).cost == 10


def test_what_is_in_hand_is_used_where_it_is_worth_less_than_it_saves():
    pieces = [Rectangle("a", 1200.0, 1200.0)] * 3
    dear, cheap = Plate(1210.0, 1210.0, Decimal(40), 1, 5), Plate(1210.0, 1210.0, Decimal(7), 1, 5)
    assert [one.plate.thing for one in plan_plates(pieces, [PLY, dear]).plates] == [0, 0]
    with_it = plan_plates(pieces, [PLY, cheap])
    assert (with_it.cost, len(with_it.bought)) == (Decimal(45), 1)


def test_what_no_sheet_is_large_enough_for_is_refused_by_its_label():
    with pytest.raises(OutOfRange, match="Q7"):
        plan_plates([Rectangle("Q7", 2500.0, 1300.0)], [PLY])


def test_many_pieces_are_laid_with_their_gap_told():
    pieces = [Rectangle(f"q{i}", 300.0 + 37 * (i % 9), 180.0 + 53 * (i % 7)) for i in range(60)]
    plan = plan_plates(pieces, [PLY], KERF, Effort(500_000))
    replay(plan, pieces)
    assert plan.gap >= 0
    assert plan.bound >= sum(one.area for one in pieces) / PLY.area * 38 - 38


@pytest.mark.parametrize("length", [700.0, 2400.0])
@pytest.mark.parametrize("floor", ["ply-12", "ply-18", "slats-19"])
def test_the_grain_of_a_floor_runs_over_its_bearers(floor, length):
    """A house shorter and one longer than the pen is wide: its bearers lie across the pen, so its grain runs along it, whatever
    walls may be cut of too; walls may turn."""
    made = make_design(
        CATALOGUE,
        "coop",
        {
            "house": "yes",
            "house_length": length,
            "house_floor_of": floor,
            "wall_sheet": "ply-12",
            "length": 3600.0,
        },
    )
    structure = build(made, CATALOGUE)
    pieces = cover_pieces(structure)
    (grained,) = [one for one in pieces if one.grained]
    bearers = [one for one in structure.members if one.duty is Duty.BEARER]
    assert all(abs(one.corners[0][0] - one.corners[4][0]) < 1 for one in bearers)
    (level,) = [panel for panel in structure.panels if panel.ref in grained.refs]
    along = max(x for x, _, _ in level.corners) - min(x for x, _, _ in level.corners)
    assert (grained.row, grained.long_mm) == (floor, pytest.approx(along, abs=0.1))
    plan = plate_plan(
        CATALOGUE.sheets[floor], [one for one in pieces if one.row == floor], AtHand(), Effort(1e6)
    )
    laid = [one for cut in plan.plates for one in cut.layout.laid if one.label == grained.label]
    assert sum(one.long_mm * one.wide_mm for one in laid) == pytest.approx(grained.long_mm * grained.wide_mm)
    assert not any(one.turns for one in laid)
    assert all(one.turns for cut in plan.plates for one in cut.layout.laid if one.label != grained.label)


def test_boards_of_a_long_floor_meet_on_a_bearer():
    """A coop that is all house, 4.2 m long, on bearers at its ribs: its 12 mm floor comes of sheets of 2.44 m, and each joint across
    the pen has a bearer under it."""
    made = make_design(
        CATALOGUE, "coop", {"house": "whole", "house_floor_of": "ply-12", "length": 4200.0, "bay": 900.0}
    )
    structure = build(made, CATALOGUE)
    (floor,) = [one for one in cover_pieces(structure) if one.grained]
    plan = plate_plan(CATALOGUE.sheets["ply-12"], [floor], AtHand(), Effort(1e6))
    parts = {round(one.long_mm, 1) for cut in plan.plates for one in cut.layout.laid}
    level = next(panel for panel in structure.panels if panel.ref in floor.refs)
    start = min(x for x, _, _ in level.corners)
    middles = {round(one.centre[0] - start, 1) for one in structure.members if one.duty is Duty.BEARER}
    assert sum(parts) == pytest.approx(floor.long_mm, abs=0.2)
    assert max(parts) <= 2440
    assert any(
        {round(joint, 1) for joint in accumulate(order[:-1])} <= middles for order in permutations(parts)
    )


@pytest.mark.parametrize("seed", [1, 9, 11, 24])
def test_what_stacks_leave_is_put_right_a_few_sheets_at_a_time(seed):
    """Fourteen pieces that what first fits puts on four sheets come out of three, as many as their area asks for; with one of
    them in hand, that one is used, once."""
    drawn = random.Random(seed)
    pieces = [Rectangle(f"q{i}", drawn.randint(500, 1250), drawn.randint(300, 900)) for i in range(14)]
    plan = plan_plates(pieces, [PLY])
    assert (plan.cost, plan.proven) == (Decimal(114), True)
    own = Plate(2440.0, 1220.0, Decimal(5), 1, 7)
    with_own = plan_plates(pieces, [PLY, own])
    assert sum(one.plate.thing == 7 for one in with_own.plates) <= 1
    assert with_own.cost <= 5 + 3 * PLY.price
    for found in (plan, with_own):
        assert Counter(laid.label for cut in found.plates for laid in cut.layout.laid) == Counter(
            one.label for one in pieces
        )
