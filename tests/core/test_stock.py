"""Cutting plans: worked example, known optima, and what every plan must hold."""

from __future__ import annotations

import csv
import io
from collections import Counter
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, make_design
from ergamot.core.shed import Sort, Thing
from ergamot.core.stock.bill import bill_of
from ergamot.core.stock.cost_estimate import estimated_cost
from ergamot.core.stock.coverings import mesh_lines, sheet_lines
from ergamot.core.stock.effort import GLANCE, Effort
from ergamot.core.stock.linear import Ways, linear_optimum
from ergamot.core.stock.patterns import Cutting, Stock
from ergamot.core.stock.rolls import strip_metres
from ergamot.core.stock.sticks import Want, plan_sticks
from ergamot.exchange.cut_list_csv import write_cut_list
from tests.depth import examples
from tests.strategies import CATALOGUE, designs

SOLD = [(2438.0, Decimal("3.20")), (3048.0, Decimal("4.30")), (3658.0, Decimal("5.00"))]
WORKED = [Want("a", 2400, 4), Want("b", 1124, 4), Want("c", 524, 6)]


def test_the_worked_cutting():
    """4×2400, 4×1124, 6×524, kerf 3: 24.20 from six 2438 and one 3658; linear 24.00; 2438 only 25.60."""
    plan = plan_sticks(WORKED, SOLD)
    assert (plan.cost, plan.bound, plan.linear_bound, plan.proven) == (
        Decimal("24.20"),
        Decimal("24.20"),
        Decimal("24.00"),
        True,
    )
    assert Counter(bar.stock_mm for bar in plan.bars) == {2438.0: 6, 3658.0: 1}
    assert plan_sticks(WORKED, SOLD[:1]).cost == Decimal("25.60")


def holds(plan, wants):
    """Everything wanted is cut, nothing else, and every board fits its cuts."""
    cut = Counter(piece for bar in plan.bars for piece in bar.cuts)
    assert cut == Counter({(w.label, w.length_mm): w.count for w in wants})
    for bar in plan.bars:
        bare = sum(length for _, length in bar.cuts) - sum(bar.laps)
        uncut = len(bar.cuts) == 1 and -0.7 < bar.stock_mm - bare < plan.trim_mm
        used = bare + plan.kerf_mm * (len(bar.cuts) - 1) + plan.trim_mm
        assert uncut or used <= bar.stock_mm + 1e-6
    assert plan.cost == sum(bar.price for bar in plan.bars)
    assert plan.linear_bound <= plan.bound + Decimal("0.01")
    assert plan.bound <= plan.cost
    assert plan.gap == 0 or not plan.proven


WANTED = st.lists(st.tuples(st.integers(200, 3600), st.integers(1, 8)), min_size=1, max_size=6)


@examples(8)
@given(WANTED)
def test_every_plan_cuts_all_that_is_wanted_and_fits(wanted):
    wants = [Want(f"p{i}", float(length), count) for i, (length, count) in enumerate(wanted)]
    holds(plan_sticks(wants, SOLD), wants)


@examples(8)
@given(st.data())
def test_perfect_cuttings_are_found(data):
    """Boards of one length sawn into pieces without waste: so many boards is the known optimum."""
    board, kerf = 3000.0, 3.0
    lengths: Counter[float] = Counter()
    boards = data.draw(st.integers(1, 8))
    for _ in range(boards):
        pieces = data.draw(st.integers(1, 4))
        left = board - kerf * (pieces - 1)
        for remaining in range(pieces, 1, -1):
            piece = float(data.draw(st.integers(100, int(left - 100 * (remaining - 1)))))
            lengths[piece] += 1
            left -= piece
        lengths[left] += 1
    wants = [Want(f"p{i}", length, count) for i, (length, count) in enumerate(lengths.items())]
    plan = plan_sticks(wants, [(board, Decimal("5.00"))], kerf_mm=kerf, trim_mm=0)
    holds(plan, wants)
    assert plan.proven
    assert plan.cost == Decimal("5.00") * boards


def test_a_stick_as_long_as_its_board_is_used_as_it_comes():
    plan = plan_sticks([Want("rail", 3048.0, 2)], SOLD)
    assert [(bar.stock_mm, bar.offcut_mm) for bar in plan.bars] == [(3048.0, 0.0)] * 2


def test_a_piece_longer_than_any_board_is_refused_by_name():
    with pytest.raises(OutOfRange) as refused:
        plan_sticks([Want("B1", 4000, 2)], SOLD)
    assert "B1" in refused.value.message
    assert "3658" in refused.value.allowed


@examples(4)
@given(designs())
def test_the_bill_counts_what_the_structure_holds(design):
    structure = build(design, CATALOGUE)
    bill = bill_of(structure, CATALOGUE, GLANCE)
    assert sum(piece.count for piece in bill.pieces) == len(structure.members)
    for section, species, plan in bill.plans:
        of_it = [p for p in bill.pieces if (p.section, p.species) == (section, species)]
        holds(plan, [Want(p.label, p.length_mm, p.count) for p in of_it])
    assert bill.total == sum(line.each * line.packs for line in bill.lines)
    assert all(line.packs >= 1 for line in bill.lines)


@pytest.mark.parametrize(
    ("size", "roll", "metres"),
    [((3.0, 0.6), 0.61, 3.0), ((3.0, 1.1), 0.61, 6.0), ((2.4, 0.61), 0.61, 2.4), ((2.0, 1.8), 0.914, 5.4)],
)
def test_mesh_is_laid_in_the_fewer_strips(size, roll, metres):
    """1.8 m of height from a 0.914 m roll: one strip covers 0.914, the second 0.864 more, 50 mm lap:
    1.778 < 1.8 takes three; across instead, 2.0 m needs three strips of 1.8 m. Lengthwise 6.0, so 5.4."""
    assert strip_metres([size], roll) == pytest.approx(metres)


def test_the_csv_reads_back_as_the_bill():
    bill = bill_of(build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE), CATALOGUE)
    rows = list(csv.reader(io.StringIO(write_cut_list(bill, CATALOGUE))))
    split = rows.index([])
    cuts = [dict(zip(rows[0], row, strict=True)) for row in rows[1:split]]
    assert {(r["label"], int(r["count"]), float(r["length_mm"])) for r in cuts} == {
        (p.label, p.count, round(p.length_mm, 1)) for p in bill.pieces
    }
    brace = next(r for r in cuts if r["piece"] == "knee brace")
    assert (brace["angle_one_deg"], brace["length_ft_in"]) == ("45", "1 ft 4 11/16 in")
    costs = [Decimal(row[-1]) for row in rows[split + 2 : -1]]
    assert sum(costs) == Decimal(rows[-1][-1]) == bill.total


@examples(5)
@given(WANTED, st.sampled_from([100, 20_000, 200_000]))
def test_less_effort_gives_a_whole_plan_that_is_no_cheaper_than_its_bound(wanted, steps):
    wants = [Want(f"p{i}", float(length), count) for i, (length, count) in enumerate(wanted)]
    hurried = plan_sticks(wants, SOLD, effort=Effort(steps))
    holds(hurried, wants)
    assert hurried.bound <= hurried.cost
    if hurried.proven:
        assert hurried.cost == plan_sticks(wants, SOLD).cost


def cutting(wanted, by=()):
    """What is wanted as a cutting, each length moved by some mm and some pieces."""
    moved = by or [(0, 0)] * len(wanted)
    kinds = {
        min(3600.0, float(length + mm)): max(1, count + more)
        for (length, count), (mm, more) in zip(wanted, moved, strict=False)
    }
    return Cutting(*zip(*sorted(kinds.items(), reverse=True), strict=True), 3.0, 5.0)


@examples(8)
@given(WANTED, st.lists(st.tuples(st.integers(-60, 60), st.integers(-1, 1)), min_size=6, max_size=6))
def test_ways_that_served_a_pen_nearly_alike_change_no_optimum(wanted, moved):
    """The next size of a pen begins with the ways of the one before: sooner at the same linear optimum."""
    stocks = (Stock(2438.0, 320), Stock(3048.0, 430), Stock(3658.0, 500, 0.0, 3, 1), Stock(3658.0, 500))
    ways, then = Ways(), cutting(wanted, moved)
    linear_optimum(cutting(wanted), stocks, Effort(1e9), ways)
    assert ways.of(cutting(wanted), stocks)
    following, alone = (
        linear_optimum(then, stocks, Effort(1e9), ways),
        linear_optimum(then, stocks, Effort(1e9)),
    )
    assert following.cents == pytest.approx(alone.cents)


def test_next_to_no_work_and_work_without_end_are_refused():
    structure = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
    for steps in (0, 1e9):
        with pytest.raises(OutOfRange) as refused:
            bill_of(structure, CATALOGUE, steps)
        assert refused.value.field == "steps"


def test_about_what_a_pen_costs_by_hand():
    """Sticks by the least price a metre of their section and their species' factor, 8 % more for waste; the rest whole."""
    for shape in ("hoop", "low-pen"):
        structure = build(make_design(CATALOGUE, shape, {}), CATALOGUE)
        sticks = Decimal(0)
        for member in structure.members:
            section = member.section
            least = min(
                float(price) / (long / 1000)
                for price, long in zip(section.prices, section.stock_mm, strict=True)
            )
            factor = float(member.species.price_factor) if member.species else 1.0
            sticks += Decimal(least * factor * member.length_mm / 1000)
        boards = {f"{one.section.label} {one.species.label}" for one in structure.members if one.species}
        boards |= {one.section.label for one in structure.members if not one.species}
        rest = sum(
            line.cost for line in bill_of(structure, CATALOGUE, GLANCE).lines if line.what not in boards
        )
        assert float(estimated_cost(structure, CATALOGUE)) == pytest.approx(
            float(sticks) * 1.08 + float(rest), abs=0.011
        )
        assert any(member.species is None for member in structure.members) == (shape == "hoop")


@given(st.integers(1, 40), st.integers(0, 30), st.sampled_from(["low-pen", "coop"]))
def test_what_is_in_hand_costs_its_own_worth_and_is_not_bought(count, each, shape):
    """Sticks by hand: what they need with waste, less what there is, at the least price; what is taken at its worth."""
    structure = build(make_design(CATALOGUE, shape, {}), CATALOGUE)
    stick = next(one for one in structure.members if one.species)
    thing = Thing(Sort.STICK, stick.section.key, count, stick.species.key, 2438.4, each=Decimal(each))
    alike = [m for m in structure.members if (m.section, m.species) == (stick.section, stick.species)]
    wanted = 1.08 * sum(one.length_mm for one in alike) / 1000
    taken = min(wanted, count * 2.4384)
    price = min(
        float(p) / (long / 1000) for p, long in zip(stick.section.prices, stick.section.stock_mm, strict=True)
    )
    less = taken * (price * float(stick.species.price_factor) - each / 2.4384)
    bare = float(estimated_cost(structure, CATALOGUE))
    assert float(estimated_cost(structure, CATALOGUE, {7: thing})) == pytest.approx(bare - less, abs=0.011)


def test_of_sheets_and_rolls_in_hand_so_many_fewer_are_bought():
    structure = build(make_design(CATALOGUE, "coop", {}), CATALOGUE)
    bare = estimated_cost(structure, CATALOGUE)
    for sort, lines in ((Sort.SHEET, sheet_lines(structure)), (Sort.ROLL, mesh_lines(structure))):
        line = max(lines, key=lambda one: one.packs)
        long, wide = line.size_mm
        all_of_it = Thing(sort, line.row, line.packs, "", long, wide)
        assert estimated_cost(structure, CATALOGUE, {1: all_of_it}) == pytest.approx(bare - line.cost)
        other = Thing(sort, "none", 40, "", long, wide)
        assert estimated_cost(structure, CATALOGUE, {1: other}) == bare
    ware = next(one for one in structure.hardware if one.row is not None and one.row.pack == 1)
    ready = Thing(Sort.WARE, ware.row.key, 1, each=Decimal("0.5"))
    assert estimated_cost(structure, CATALOGUE, {1: ready}) == bare - ware.row.price + Decimal("0.5")


def test_a_board_gives_what_its_trim_leaves_or_itself():
    """With 5 mm squared off, 2433 comes out of 2438, 2434 does not, and 2438 is the board itself."""
    cutting = Cutting((2438.0, 2434.0, 2433.0), (1, 1, 1), 3.0, 5.0)
    board = Stock(2438.0, 320)
    assert [cutting.comes_from(length, board) for length in cutting.lengths] == [True, False, True]
    assert cutting.room(board) == 2438 - 5 + 3


def lines_of(shape, **values):
    structure = build(make_design(CATALOGUE, shape, values), CATALOGUE)
    return {line.what: line for line in (*mesh_lines(structure), *sheet_lines(structure))}


def test_a_roll_bought_for_next_to_nothing_says_so_and_what_would_do():
    """Nine tenths roofed, a strip of overhead mesh is all there is of its kind: the sides' roll has enough for both."""
    found = lines_of("low-pen", roofed=0.9)
    strip = found[CATALOGUE.meshes["welded-25"].label]
    assert strip.last_used < 0.3
    told = strip.left.text("metric")
    assert f"{100 * (1 - strip.last_used):.0f} % of it is left over" in told
    assert f"{CATALOGUE.meshes['welded-12'].label}, bought anyway, is enough for both" in told
    both = lines_of("low-pen", roofed=0.9, top_mesh="welded-12")
    sides = CATALOGUE.meshes["welded-12"].label
    assert both[sides].packs == found[sides].packs


def test_a_weaker_mesh_is_never_told_to_stand_in():
    """The vents of a house keep rats out, which the run's mesh does not."""
    vent = lines_of("coop")[CATALOGUE.meshes["welded-12"].label]
    assert "offcut of your own" in vent.left.text("metric")
    assert "bought anyway" not in vent.left.text("metric")


@examples(4)
@given(designs())
def test_what_is_left_over_is_told_where_little_of_the_last_is_used(design):
    structure = build(design, CATALOGUE)
    for line in (*mesh_lines(structure), *sheet_lines(structure)):
        assert (line.left is not None) == (line.last_used < 0.3)
        assert line.packs >= 1
