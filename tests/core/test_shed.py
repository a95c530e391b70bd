"""The shed: what a keeper types, what is refused, and plans that use what is in hand: known optima, nothing used twice, never
dearer than without."""

from __future__ import annotations

from collections import Counter
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.errors import ErgamotError, OutOfRange, UnknownChoice, Unreadable
from ergamot.core.frame.design import build, make_design
from ergamot.core.shed import Sort, Thing, make_thing
from ergamot.core.shed.entry import read_entry
from ergamot.core.shed.thing import told
from ergamot.core.stock.bill import Wanted, bill_of, bill_of_several
from ergamot.core.stock.fit import stock_fit
from ergamot.core.stock.sticks import Board, Want, plan_sticks
from tests.depth import examples
from tests.strategies import CATALOGUE, designs

SOLD = [(2438.0, Decimal("3.20")), (3048.0, Decimal("4.30")), (3658.0, Decimal("5.00"))]
LOW = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)


def typed(text, like=None):
    return read_entry(text, CATALOGUE, like)


@pytest.mark.parametrize(
    ("text", "sort", "row", "count", "sizes"),
    [
        ("7 x 2x4 8'", Sort.STICK, "2x4", 7, (2438.4, 0)),
        ("12 2x2 8 ft", Sort.STICK, "2x2", 12, (2438.4, 0)),
        ("1.5 m 2x4", Sort.STICK, "2x4", 1, (1500, 0)),
        ("5 × 47×75 2400", Sort.STICK, "47x75", 5, (2400, 0)),
        ("6 emt-23 10'", Sort.STICK, "emt-23", 6, (3048, 0)),
        ("2 steel conduit ¾ in 3 m", Sort.STICK, "emt-23", 2, (3000, 0)),
        ("2 plywood 12 mm 1.2 x 0.6 m", Sort.SHEET, "ply-12", 2, (1200, 600)),
        ("plywood 9 mm", Sort.SHEET, "ply-9", 1, (2440, 1220)),
        ("2 osb 11 mm 4' x 8'", Sort.SHEET, "osb-11", 2, (2438.4, 1219.2)),
        ("welded 25 × 51 mm 6 m x 914 mm", Sort.ROLL, "welded-25x50", 1, (6000, 914)),
        ("stock panel 1.27 × 4.88 m", Sort.PANEL, "stock-16", 1, (0, 0)),
        ("200 fence staple", Sort.WARE, "staple", 200, (0, 0)),
        ("2 barrow wheel", Sort.WARE, "barrow-16", 2, (0, 0)),
        ("steel axle rod 16 mm 1.3 m", Sort.WARE, "rod-16", 1, (1300, 0)),
    ],
)
def test_what_is_typed_is_read(text, sort, row, count, sizes):
    thing = typed(text)
    assert (thing.sort, thing.row, thing.count) == (sort, row, count)
    assert (thing.long_mm, thing.wide_mm) == pytest.approx(sizes)


def test_a_line_without_a_section_is_of_the_one_before():
    before = typed("7 x 2x4 8'")
    thing = typed("3 @ 2.43 m larch, one bowed end", before)
    assert (thing.row, thing.species, thing.count, thing.long_mm) == ("2x4", "larch", 3, 2430.0)
    assert (thing.lost_mm, thing.note) == (150.0, "one bowed end")
    assert typed("4 x 2x4 12' douglas fir, both ends split").lost_mm == 300.0
    assert typed("4 x 2x4 12' oak, knotty").lost_mm == 0.0


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "Nothing"),
        ("2x4", "How long"),
        ("foo", "nothing of that name"),
        ("3 x 2x4 8' purple", "purple"),
        ("3 x 96 m 2x4", "96 in"),
        ("3 x 2x4 8 mm", "8 ft"),
        ("2 plywood 1.2 x 0.6 m", "Which of these"),
    ],
)
def test_what_is_not_understood_is_asked_about(text, says):
    with pytest.raises(Unreadable, match=says) as refused:
        typed(text)
    assert refused.value.field == "entry"
    assert refused.value.allowed


def test_of_boards_that_are_alike_those_told_first_are_used_first():
    """Six pieces, two to a board: one of the first, two of the second, none bought; never more of one than there are."""
    free = Decimal("0.00")
    hand = [Board(9, 2000.0, free, 1), Board(4, 2000.0, free, 5), Board(7, 2000.0, Decimal("1.00"), 5)]
    plan = plan_sticks([Want("a", 900.0, 6)], [(2438, Decimal("3.20"))], in_hand=hand)
    assert Counter(bar.thing for bar in plan.bars) == {9: 1, 4: 2}
    assert plan.cost == free


@examples(8)
@given(st.text(max_size=60))
def test_anything_typed_is_read_or_refused(text):
    try:
        thing = typed(text)
    except ErgamotError as refused:
        assert refused.field
    else:
        assert make_thing(CATALOGUE, thing) == thing


@pytest.mark.parametrize(
    ("thing", "field"),
    [
        (Thing(Sort.STICK, "2x4", 0, "spf", 2400.0), "count"),
        (Thing(Sort.STICK, "2x4", 1, "spf", 96_000.0), "long_mm"),
        (Thing(Sort.STICK, "2x4", 1, "spf", 2400.0, lost_mm=2400.0), "lost_mm"),
        (Thing(Sort.STICK, "2x4", 1, "spf", 2400.0, each=Decimal(1_000_000)), "each"),
        (Thing(Sort.SHEET, "ply-12", 1, long_mm=1200.0), "wide_mm"),
        (Thing(Sort.OTHER, "", 1), "name"),
    ],
)
def test_what_cannot_be_in_a_shed_is_refused_by_its_field(thing, field):
    with pytest.raises(OutOfRange) as refused:
        make_thing(CATALOGUE, thing)
    assert refused.value.field == field
    with pytest.raises(UnknownChoice):
        make_thing(CATALOGUE, Thing(Sort.WARE, "nothing", 1))


def test_a_thing_is_told_with_its_size():
    assert told(CATALOGUE, typed("7 x 2x4 8'")).text("imperial") == "2×4 (38×89) spruce-pine-fir, 8 ft"
    assert (
        told(CATALOGUE, typed("other: {old} door 650 x 1700, green")).text("metric")
        == "{old} door 650 x 1700"
    )


def test_by_hand_with_boards_in_hand():
    """4×2400, 4×1124, 6×524 with three 2438 boards in hand at nothing: their three 2400s leave 2400, 4×1124 and 6×524 to buy:
    two 2438 of 1124 + 2×524 at 3.20; 2400 + 2×524 of a 3658 at 5.00; 1124s left, a pair of one 2438 at 3.20."""
    wants = [Want("a", 2400, 4), Want("b", 1124, 4), Want("c", 524, 6)]
    plan = plan_sticks(wants, SOLD, in_hand=[Board(7, 2438.0, Decimal(0), 3)])
    assert (plan.cost, plan.proven) == (Decimal("14.60"), True)
    assert Counter(bar.thing for bar in plan.bars)[7] == 3
    unsound = plan_sticks(wants, SOLD, in_hand=[Board(7, 2438.0, Decimal(0), 3, lost_mm=40.0)])
    assert all(length < 2400 for bar in unsound.bars if bar.thing for _, length in bar.cuts)


PERFECT = st.lists(st.lists(st.integers(150, 900), min_size=1, max_size=2), min_size=1, max_size=3)


@examples(6)
@given(PERFECT, PERFECT)
def test_boards_sawn_up_go_back_on_the_boards_they_came_from(held, bought):
    """A perfect cutting: pieces of boards in hand, worth nothing, and of boards that are all one length and price."""
    boards = [
        Board(i, float(sum(cut) + 3 * (len(cut) - 1) + 5), Decimal(0), 1) for i, cut in enumerate(held, 1)
    ]
    whole = 2438.0
    rows = [[*row, 2438 - 5 - 3 * len(row) - sum(row)] for row in bought]
    rows = [row for row in rows if row[-1] >= 100]
    lengths = [length for row in (*held, *rows) for length in row]
    wants = [Want(f"p{i}", float(length), 1) for i, length in enumerate(lengths)]
    plan = plan_sticks(wants, [(whole, Decimal("3.20"))], in_hand=boards)
    assert plan.cost <= Decimal("3.20") * len(rows)  # to fifteen lengths its best is found
    used = Counter(bar.thing for bar in plan.bars if bar.thing)
    assert all(used[board.thing] <= board.count for board in boards)
    if plan.proven:
        area = sum(lengths) - sum(board.length_mm for board in boards)
        assert plan.cost >= Decimal("3.20") * max(0, -(-int(area) // 2438))


HELD = st.lists(
    st.tuples(
        st.sampled_from(["2x2", "2x3", "2x4", "2x6", "1x3"]),
        st.integers(1, 6),
        st.integers(400, 3600),
        st.integers(0, 3),
    ),
    max_size=5,
).map(
    lambda rows: {
        i: Thing(Sort.STICK, row, count, "spf", float(long), each=Decimal(worth))
        for i, (row, count, long, worth) in enumerate(rows, start=1)
    }
)


@examples(2)
@given(designs(), HELD)
def test_mass_balance_and_never_dearer_than_without(design, things):
    """What is bought and in hand is what is in the pen, saw cuts, ends and offcuts; nothing is used twice; with a shed no pen
    costs more than without."""
    structure = build(design, CATALOGUE)
    bill = bill_of(structure, CATALOGUE, things=things, rips=True)
    taken = {one.thing: one.count for one in bill.taken}
    assert all(count <= things[number].count for number, count in taken.items())
    cut = Counter()
    for section, _, plan in bill.plans:
        for bar in plan.bars:
            uncut = len(bar.cuts) == 1 and abs(bar.cuts[0][1] - bar.stock_mm) < 0.7
            used = sum(long for _, long in bar.cuts) - sum(bar.laps) + bar.lost_mm
            rest = bar.stock_mm - used - plan.kerf_mm * (len(bar.cuts) - 1) - plan.trim_mm
            assert uncut or rest >= -1e-6
            assert uncut or bar.offcut_mm == pytest.approx(max(0.0, rest - plan.kerf_mm), abs=0.1)
            if bar.thing:
                assert things[bar.thing].long_mm == bar.stock_mm
            cut.update((section, label) for label, _ in bar.cuts)
    assert cut == Counter({(one.section, one.label): one.count for one in bill.pieces})
    own = Counter(
        bar.thing
        for s, _, plan in bill.plans
        for bar in plan.bars
        if bar.thing and things[bar.thing].row == s
    )
    assert all(own[number] <= taken[number] for number in own)
    proven = all(plan.proven for _, _, plan in bill.plans)
    without = bill_of(structure, CATALOGUE)
    if proven:
        assert bill.total + bill.worth <= without.total + Decimal("0.05")


def test_a_wide_board_is_ripped_where_there_is_a_saw_for_it():
    """A 2×6 of 140 mm gives two strips of 64: 2·64 + 3 = 131."""
    things = {4: Thing(Sort.STICK, "2x6", 3, "spf", 3657.6)}
    with_saw = bill_of(LOW, CATALOGUE, things=things, rips=True)
    assert [(one.thing, one.count) for one in with_saw.taken] == [(4, 3)]
    strips = sum(bar.thing == 4 for _, _, plan in with_saw.plans for bar in plan.bars)
    assert strips == 6
    assert bill_of(LOW, CATALOGUE, things=things).taken == ()


def test_part_rolls_sheets_and_boxes_come_off_the_list():
    bare = {line.what: line.packs for line in bill_of(LOW, CATALOGUE).lines}
    hinges = typed("20 strap hinge")
    staples = typed("100000 fence staple")
    bill = bill_of(LOW, CATALOGUE, things={1: hinges, 2: staples})
    lines = {line.what: line.packs for line in bill.lines}
    assert set(bare) - set(lines) == {told(CATALOGUE, one).text("metric") for one in (hinges, staples)}
    assert {one.thing for one in bill.taken} == {1, 2}
    mesh = bill.rolls[0]
    part = Thing(Sort.ROLL, mesh.mesh, 4, long_mm=15_200.0, wide_mm=mesh.wide_mm)
    rolled = bill_of(LOW, CATALOGUE, things={3: part})
    assert not next(one for one in rolled.rolls if one.mesh == mesh.mesh).plan.bought


def test_pieces_cut_already_are_not_cut_again():
    bill = bill_of(LOW, CATALOGUE)
    first = bill.pieces[0]
    again = bill_of(LOW, CATALOGUE, cut={first.label: first.count})
    labels = {label for _, _, plan in again.plans for bar in plan.bars for label, _ in bar.cuts}
    assert first.label not in labels
    assert again.total <= bill.total


def test_a_batch_is_one_plan_and_never_dearer_than_one_by_one():
    hoop = build(make_design(CATALOGUE, "hoop", {}), CATALOGUE)
    batch = bill_of_several([Wanted(LOW, 3), Wanted(hoop)], CATALOGUE)
    assert sum(one.count for one in batch.pieces) == 3 * len(LOW.members) + len(hoop.members)
    assert {one.label[0] for one in batch.pieces} == {"A", "B"}
    alone = 3 * bill_of(LOW, CATALOGUE).total + bill_of(hoop, CATALOGUE).total
    assert batch.total <= alone


def test_cost_against_length_names_what_runs_out():
    """Over the 3.66 m that boards are sold in, base rails come out of the next length: it jumps there, and says why."""
    design = make_design(CATALOGUE, "low-pen", {"length": 3600.0})
    found = stock_fit(CATALOGUE, design, "length", reach_mm=150.0, step_mm=25.0)
    assert [one.mm for one in found.sizes] == pytest.approx([3450.0 + 25 * i for i in range(13)])
    over = {one.mm: one.cost for one in found.sizes}
    assert over[3450.0] < over[3750.0]
    assert all(0 <= one.waste < 1 for one in found.sizes)
    for jump in found.jumps:
        assert jump.why
        before = over[round(jump.mm - 25.0, 1)]
        assert over[jump.mm] - before == jump.more
    unbuildable = stock_fit(
        CATALOGUE, make_design(CATALOGUE, "low-pen", {"length": 4876.8}), "length", 100.0, 50.0
    )
    assert max(one.mm for one in unbuildable.sizes) <= 4876.8


def test_a_door_is_not_what_hangs_a_door():
    """“1 door” was asked which jack, track or stay it is: none of them is a door."""
    with pytest.raises(Unreadable, match="begin with other:"):
        read_entry("1 door", CATALOGUE)
    assert read_entry("other: 1 door", CATALOGUE).name == "door"
    with pytest.raises(Unreadable, match=r"^Which of these: plywood 5 mm"):
        read_entry("2 plywood", CATALOGUE)
