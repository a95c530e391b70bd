"""What is bought, worked by hand on a few rectangles and boards: strips, sheets, packs, and a plan whose time is out."""

from __future__ import annotations

import math
from collections import Counter
from dataclasses import replace
from decimal import Decimal

import pytest

from ergamot.core.catalogue import Mesh, Sheet
from ergamot.core.catalogue.kinds import Aisle, Fitting, Sold
from ergamot.core.finding import phrase
from ergamot.core.frame.design import build, make_design
from ergamot.core.shed import Sort, Thing
from ergamot.core.stock import cheapest, fit
from ergamot.core.stock.at_hand import AtHand
from ergamot.core.stock.bill import bill_of
from ergamot.core.stock.coverings import (
    Bought,
    length_pack,
    mesh_lines,
    price_key,
    sheet_lines,
    sheet_share,
    wire_panel_lines,
)
from ergamot.core.stock.covers import is_plate
from ergamot.core.stock.cut_list import Piece
from ergamot.core.stock.diving import dive
from ergamot.core.stock.effort import GLANCE, Effort, OutOfEffort
from ergamot.core.stock.fit import Size, jumps
from ergamot.core.stock.linear import cost_of, first_fit, linear_optimum
from ergamot.core.stock.money import money_of
from ergamot.core.stock.patterns import Cutting, Stock, best_pattern, simple_patterns
from ergamot.core.stock.plate import Plate
from ergamot.core.stock.plates import plan_plates
from ergamot.core.stock.rectangles import Rectangle
from ergamot.core.stock.rolls import strip_metres
from ergamot.core.stock.sawing import Jig, jigs, marks
from ergamot.core.stock.stick_plans import stick_plans
from ergamot.core.stock.sticks import Want, plan_sticks
from ergamot.core.stock.wares import hardware_lines
from tests.strategies import CATALOGUE

LOW = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
A_MESH = next(one for one in LOW.panels if isinstance(one.covering, Mesh))
A_SHEET = next(one for one in LOW.panels if isinstance(one.covering, Sheet))
MESH = replace(
    CATALOGUE.meshes["welded-12"],
    roll_width_mm=(600.0, 900.0),
    roll_length_m=10.0,
    price=(Decimal(30), Decimal(40)),
)
SHEET = replace(
    A_SHEET.covering,
    cover_width_m=0.8,
    lengths_m=(2.0, 3.0),
    price=(Decimal(12), Decimal(17)),
)


def covered(panel, row, *sizes, curved=False, piece=""):
    """A pen with nothing on it but rectangles of one covering, by their sides in mm."""
    panels = tuple(
        replace(
            panel,
            covering=row,
            cut_mm=size,
            curved=curved,
            piece=piece or f"{row.key}-{i}",
            area_m2=size[0] * size[1] / 1e6,
        )
        for i, size in enumerate(sizes)
    )
    return replace(LOW, panels=panels)


def only(lines):
    (line,) = lines
    return line


def said(phrase):
    return phrase.text("metric")


def test_rolls_by_hand():
    """Two sides of 3.0 × 0.6 m and one of 2.0 × 0.6 m, a strip each: 8.0 m of the 10 m roll, the narrow one at 30."""
    line = only(mesh_lines(covered(A_MESH, MESH, (3000.0, 600.0), (600.0, 3000.0), (2000.0, 600.0))))
    assert (line.packs, line.each, line.cost, line.left) == (1, Decimal(30), Decimal(30), None)
    assert line.last_used == pytest.approx(0.8)
    assert (said(line.used), said(line.pack)) == ("8 m of roll", "roll 600 mm × 10 m")
    assert [figure.value for _, figure in line.pack.figures] == [600.0, 10.0]


def test_a_wider_roll_is_taken_where_it_costs_less():
    """Five of 2.5 × 0.9 m: five strips of the wide roll, 12.5 m, two rolls at 40; of the narrow 25 m, three at 30."""
    line = only(mesh_lines(covered(A_MESH, MESH, *[(2500.0, 900.0)] * 5)))
    assert (line.packs, line.each, line.cost) == (2, Decimal(40), Decimal(80))
    assert line.last_used == pytest.approx(0.25)
    assert said(line.left).startswith("75 % of the last one is left over")


def test_what_another_roll_bought_anyway_leaves_is_enough():
    """5.0 m of a mesh and 1.0 m of a like one: six of ten metres, so the second need not be bought. Beside 9.5 m it
    must: both come out of the wide roll, but that costs more than the narrow one bought anyway."""
    twin = replace(MESH, key="twin", label="twin mesh")
    pen = replace(
        LOW,
        panels=(
            *covered(A_MESH, MESH, (5000.0, 600.0)).panels,
            *covered(A_MESH, twin, (1000.0, 600.0)).panels,
        ),
    )
    first, second = mesh_lines(pen)
    assert first.left is None
    assert said(second.left) == f"90 % of it is left over; {MESH.label}, bought anyway, is enough for both"
    full = replace(pen, panels=(*covered(A_MESH, MESH, (9500.0, 600.0)).panels, *pen.panels[1:]))
    assert "bought anyway" not in said(mesh_lines(full)[1].left)


def test_strips_by_hand():
    """A roll of 0.6 m: 0.602 is one strip; 0.603 two of 3.0 m or six of 0.603 across; two cover 1.15 m (50 mm lap),
    1.151 takes three, so the six across are less."""
    found = [strip_metres([(3.0, high)], 0.6) for high in (0.602, 0.603, 1.15, 1.151)]
    assert found == pytest.approx([3.0, 3.618, 6.0, 6.906])


def test_strips_of_one_bent_sheet_are_one_piece():
    """Three strips of a curved cover, 1.0 m up each and 1.9, 2.0 and 1.9 m along: one of 2.0 × 3.0 m, four strips of
    0.9 m roll over 3.0 m (0.9 + 3 × 0.85 = 3.45) by 2.0 m, or three over 2.0 m (2.6) by 3.0 m: 8.0 m."""
    row = replace(MESH, roll_width_mm=(900.0,), price=(Decimal(40),))
    sizes = ((1900.0, 1000.0), (2000.0, 1000.0), (1900.0, 1000.0))
    line = only(mesh_lines(covered(A_MESH, row, *sizes, curved=True, piece="cover")))
    assert said(line.used) == "8 m of roll"
    # 2.59 m up after all: three strips of 2.0 m either way; a millimetre more than 2.60 m would be four
    low = tuple((along, 2600.0 / 3) for along, _ in sizes)
    assert (
        said(only(mesh_lines(covered(A_MESH, row, *low, curved=True, piece="cover"))).used) == "6 m of roll"
    )


def test_sheets_by_hand():
    """Four of 0.99 × 0.39 m: two by two out of a 2.0 × 0.8 m sheet, a saw cut between: one sheet, 0.965 of it used."""
    line = only(sheet_lines(covered(A_SHEET, SHEET, *[(990.0, 390.0)] * 4)))
    assert (line.packs, line.each, line.cost, line.left) == (1, Decimal(12), Decimal(12), None)
    assert line.last_used == pytest.approx(4 * 0.99 * 0.39 / 1.6)
    assert (said(line.used), said(line.pack)) == ("1.54 m²", "sheet 800 mm × 2.00 m")
    assert [figure.value for _, figure in line.pack.figures] == [800.0, 2000.0]
    five = only(sheet_lines(covered(A_SHEET, SHEET, *[(990.0, 390.0)] * 5)))
    assert (five.packs, five.each, five.last_used) == (1, Decimal(17), pytest.approx(5 * 0.99 * 0.39 / 2.4))
    little = only(sheet_lines(covered(A_SHEET, SHEET, (700.0, 390.0))))
    assert said(little.left).startswith("83 % of it is left over")
    two = only(sheet_lines(covered(A_SHEET, SHEET, (1990.0, 790.0), (500.0, 400.0))))
    assert (two.packs, two.last_used, two.left) == (2, 1.0, None)


@pytest.mark.parametrize(
    ("size", "share"),
    [
        ((2.0, 0.8), 1.0),  # the sheet itself
        ((2.0, 0.9), 1.5),  # three of 0.8 × 0.9 m, two out of each; two side by side would be 2
        ((1.99, 1.5), 2.0),  # two side by side, one of each length
        ((3.85, 0.8), 2.0),  # end to end: 0.15 m of lap, so two reach 3.85 m
        ((3.86, 0.8), 2.5),  # a centimetre more: three, or five of 0.8 m across, two out of each
        ((0.998, 0.3), 0.25),  # two along (2.003 over 1.001), two across
        ((0.9995, 0.3), 0.5),  # the saw cut leaves no second one along
    ],
)
def test_shares_of_a_sheet_by_hand(size, share):
    assert sheet_share(size, 2.0, 0.8) == pytest.approx(share)


def test_wire_panels_flat_and_bent():
    """Flat pieces share a panel; two of 1.2 m cover 2.35 m of a hoop, 50 mm lapped, and 2 mm more takes a third."""
    hoop = build(make_design(CATALOGUE, "hoop", {}), CATALOGUE)
    bent = next(one for one in hoop.panels if one.curved)
    row = replace(bent.covering, length_mm=5000.0, width_mm=1200.0, price=Decimal(20))
    along = [replace(bent, covering=row, cut_mm=(long, 3000.0)) for long in (2350.0, 2352.0)]
    flat = [
        replace(bent, covering=row, curved=False, piece=f"flat-{i}", cut_mm=(2400.0, 590.0)) for i in range(4)
    ]
    assert [only(wire_panel_lines(replace(hoop, panels=(one,)))).packs for one in along] == [2, 3]
    assert only(wire_panel_lines(replace(hoop, panels=tuple(flat)))).packs == 1  # two by two
    both = only(wire_panel_lines(replace(hoop, panels=(along[1], *flat))))
    assert (both.packs, both.cost, said(both.used)) == (4, Decimal(80), "2.35 m of hoop")


SOLD = [(2438.0, Decimal("3.20")), (3048.0, Decimal("4.30")), (3658.0, Decimal("5.00"))]


def test_longer_boards_come_first_and_the_fuller_before_the_emptier():
    plan = plan_sticks([Want("a", 2400, 2), Want("b", 3600, 1), Want("c", 3000, 1), Want("d", 1500, 1)], SOLD)
    order = [(bar.stock_mm, bar.offcut_mm) for bar in plan.bars]
    assert order == sorted(order, key=lambda one: (-one[0], one[1]))
    assert [bar.stock_mm for bar in plan.bars] == [3658.0, 3048.0, 2438.0, 2438.0, 2438.0]


def test_an_offcut_is_what_the_cuts_their_kerfs_and_the_trim_leave():
    """3658 − 2 × 1200 − 2 × 3 − 5 = 1247."""
    (bar,) = plan_sticks([Want("a", 1200, 2)], SOLD[2:]).bars
    assert (bar.cuts, bar.offcut_mm, bar.price) == ((("a", 1200), ("a", 1200)), 1247.0, Decimal("5.00"))


def out_of_effort(*_):
    raise OutOfEffort


@pytest.mark.parametrize(
    ("name", "instead"), [("patterns_worth", lambda *_: None), ("patterns_worth", out_of_effort)]
)
def test_a_plan_is_whole_where_the_patterns_cannot_be_listed(monkeypatch, name, instead):
    """Too many to list, or no effort left: whole bars of the linear optimum's patterns, said not to be proven."""
    wants = [Want("a", 2400, 4), Want("b", 1124, 4), Want("c", 524, 6)]
    best = plan_sticks(wants, SOLD)
    monkeypatch.setattr(cheapest, name, instead)
    plan = plan_sticks(wants, SOLD)
    assert not plan.proven
    assert plan.bound == Decimal("24.00") <= best.cost <= plan.cost
    cut = Counter(piece for bar in plan.bars for piece in bar.cuts)
    assert cut == {("a", 2400): 4, ("b", 1124): 4, ("c", 524): 6}


def test_the_longest_first_each_where_there_is_room():
    """In 3000 with 5 off and 3 a cut: 1800 and 1100 go together (2903 + 5), 1600 opens a bar of its own and takes 1100
    too; the third 1100 opens the last."""
    cutting = Cutting((1800.0, 1600.0, 1100.0), (1, 1, 3), 3.0, 5.0)
    patterns, counts = first_fit(cutting, (Stock(3000.0, 400), Stock(4000.0, 700)))
    assert [one.counts for one in patterns] == [(1, 0, 1), (0, 1, 1), (0, 0, 1)]
    assert {one.stock.price_cents for one in patterns} == {400}
    assert counts.tolist() == [1, 1, 1]


def test_a_board_hardly_longer_than_its_piece_is_the_piece_with_one_end_sawn():
    """2438, the longest sold, with 5 to square off: 2438.6 is the board, 2435 is it with one end sawn, 2438.7 is longer; none
    comes of a board with an end that is not sound, and where longer ones are sold 2435 is cut from those."""
    board = Stock(2438.0, 320)
    lengths, wanted = (2438.7, 2438.6, 2435.0), (2, 2, 2)
    cutting = Cutting(lengths, wanted, 3.0, 5.0, longest_mm=2438.0)
    assert [one.counts for one in simple_patterns(cutting, (board,))] == [(0, 1, 0), (0, 0, 1)]
    assert best_pattern(cutting, board, [0.0, 9.0, 1.0], Effort(1e6))[1].counts == (0, 1, 0)
    assert simple_patterns(cutting, (Stock(2438.0, 320, 1.0),)) == []
    among_longer = Cutting(lengths, wanted, 3.0, 5.0, longest_mm=3658.0)
    assert [one.counts for one in simple_patterns(among_longer, (board,))] == [(0, 1, 0)]


def test_a_board_a_hair_off_its_length_is_the_board_itself():
    cutting = Cutting((2437.5, 2437.0), (2, 2), 3.0, 5.0)
    found = simple_patterns(cutting, (Stock(2438.0, 320),))
    assert [one.counts for one in found] == [(1, 0)]
    assert best_pattern(cutting, Stock(2438.0, 320), [9.0, 1.0], Effort(1e6))[1].counts == (1, 0)


def test_a_pen_a_hair_shorter_than_its_boards_has_its_bill():
    pen = build(make_design(CATALOGUE, "low-pen", {"section": "2x2", "length": 3655.0}), CATALOGUE)
    bill = bill_of(pen, CATALOGUE, GLANCE)
    (bar,) = {bar for _, _, plan in bill.plans for bar in plan.bars if bar.cuts[0][1] == 3655.0}
    assert (bar.stock_mm, bar.offcut_mm, marks(bar, 3.0, 5.0)) == (3657.6, 0.0, (3655.0,))


def test_bar_by_bar_out_of_the_linear_optimum_a_plan_comes_whole():
    """Of 1400 and 600, three each, in 2000 and no saw cut: the optimum pairs them, three bars at 300 and none over. Two of those
    boards are in hand for nothing: both are taken, and one is bought."""
    cutting = Cutting((1400.0, 600.0), (3, 3), 0.0, 0.0)
    stocks = (Stock(2000.0, 300), Stock(2000.0, 0, 0.0, 2, 7))
    optimum = linear_optimum(cutting, stocks, Effort(1e9))
    assert optimum.cents == pytest.approx(300)
    for seed in range(5):
        patterns, counts = dive(cutting, stocks, optimum, seed, Effort(1e9))
        assert cost_of(patterns, counts) == 300
        assert sum(n for one, n in zip(patterns, counts, strict=True) if one.stock == stocks[1]) == 2
    assert dive(cutting, stocks, optimum, 1, Effort(0)) is None  # nothing was left before it began


@pytest.mark.parametrize(
    ("aisle", "kind", "years"),
    [
        (Aisle.TIMBER, None, 10),
        (Aisle.MESH, None, 10),
        (Aisle.HARDWARE, Fitting.HINGE, 10),
        (Aisle.FIXINGS, Fitting.SCREW, 10),
        (Aisle.GEAR, None, 8),
        (Aisle.INSIDE, None, 5),
        (Aisle.FIXINGS, Fitting.TIE, 2),
        (Aisle.HARDWARE, Fitting.PAINT, 3),
        (Aisle.HARDWARE, Fitting.ROPE, 3),
        (Aisle.HARDWARE, Fitting.CORD, 3),
    ],
)
def test_a_line_of_forty_costs_its_share_a_year(aisle, kind, years):
    row = next((key for key, one in CATALOGUE.hardware.items() if one.kind is kind), "")
    line = Bought("something", aisle, phrase("one"), 4, phrase("each"), Decimal(10), Decimal(40), row=row)
    assert money_of([line], CATALOGUE, 5).a_year == (Decimal(40) / years).quantize(Decimal("0.01"))


def test_a_plain_sheet_lasts_ten_years():
    line = Bought(
        "board", Aisle.SHEET, phrase("one"), 1, phrase("each"), Decimal(40), Decimal(40), row="none"
    )
    assert money_of([line], CATALOGUE, 5).a_year == Decimal("4.00")


def test_eight_alike_are_worth_a_jig():
    """Seven are not; with an angle it is a jig, square a stop block."""

    def cut(label, count, angle):
        return Piece(label, "", "", "2x3", "spf", 500.0, 500.0, (0.0, angle), count, ())

    assert jigs([cut("a", 7, 45.0), cut("b", 8, 0.0), cut("c", 9, 45.0)]) == (
        Jig("c", 9, True),
        Jig("b", 8, False),
    )


def test_a_part_roll_half_as_wide_again_is_cut_down_and_no_wider():
    """Of 600 wanted: 598 is sold as 600; 900 is cut down, 901 is not."""
    things = {
        number: Thing(Sort.ROLL, "welded-12", 1, long_mm=4000.0, wide_mm=wide)
        for number, wide in enumerate((597.0, 598.0, 900.0, 901.0), start=1)
    }
    assert [one.thing for one in AtHand(things).rolls("welded-12", 600.0)] == [2, 3]


def test_a_board_is_a_sheet_from_six_hundred_millimetres():
    board = CATALOGUE.sheets["ply-12"]
    assert [is_plate(replace(board, cover_width_m=wide)) for wide in (0.599, 0.6)] == [False, True]


def test_where_the_cost_jumps_by_a_hundredth_it_is_told_what_runs_out():
    """€100.00 to 101.00 is told, 99.50 to 100.00 is not; a bay more first, then what is bought more or fewer of."""
    boards, nails = phrase("2×3 spruce, length 3 m"), phrase("nails")
    sizes = (
        Size(3000.0, Decimal("99.50"), 0.1, 3, {boards: 8, nails: 2}),
        Size(3025.0, Decimal("100.00"), 0.1, 3, {boards: 8, nails: 3}),
        Size(3050.0, Decimal("101.00"), 0.1, 4, {boards: 10, nails: 2}),
    )
    (told,) = jumps(sizes)
    assert (told.mm, told.more) == (3050.0, Decimal("1.00"))
    assert [said(one) for one in told.why] == [
        "4 bays instead of 3",
        "2 more: 2×3 spruce, length 3 m",
        "1 fewer: nails",
    ]


def test_boards_cost_what_the_farm_pays():
    """A euro a metre in its own list; without one the list price, half as much again for larch."""
    row, larch = CATALOGUE.sections["2x3"], CATALOGUE.species["larch"]
    piece = Piece("a", "", "", "2x3", "larch", 2000.0, 2000.0, (0.0, 0.0), 5, ())
    own = {mm: Decimal(f"{mm / 1000:.2f}") for mm in row.stock_mm}
    listed = {mm: price * Decimal("1.5") for mm, price in zip(row.stock_mm, row.prices, strict=True)}
    paid = {price_key(f"{row.label} {larch.label}", length_pack(mm)): price for mm, price in own.items()}
    for told, prices in ((paid, own), ({}, listed)):
        ((_, _, plan),) = stick_plans([piece], CATALOGUE, AtHand(), Effort(1e6), {}, told)
        assert plan.bars
        assert all(bar.price == prices[bar.stock_mm] for bar in plan.bars)


def test_the_deepest_boards_are_given_out_before_any_is_ripped():
    """One 2×6 in hand, a piece of 2×6 and one of 2×3 wanted: the board is the 2×6's."""
    pieces = [
        Piece(label, "", "", section, "spf", 2000.0, 2000.0, (0.0, 0.0), 1, ())
        for label, section in (("a", "2x3"), ("b", "2x6"))
    ]
    hand = AtHand({1: Thing(Sort.STICK, "2x6", 1, "spf", 2400.0)}, True)
    plans = {section: plan for section, _, plan in stick_plans(pieces, CATALOGUE, hand, Effort(1e6), {}, {})}
    assert [bar.thing for bar in plans["2x6"].bars] == [1]
    assert [bar.thing for bar in plans["2x3"].bars] == [0]


def test_money_by_aisle_and_all_together():
    lines = [
        Bought("one", aisle, phrase("one"), 1, phrase("each"), Decimal(cost), Decimal(cost), row="none")
        for aisle, cost in ((Aisle.TIMBER, 30), (Aisle.HARDWARE, 7), (Aisle.TIMBER, 12))
    ]
    found = money_of(lines, CATALOGUE, 7)
    assert dict(found.by_aisle) == {Aisle.TIMBER: Decimal(42), Aisle.HARDWARE: Decimal(7)}
    assert (found.total, found.a_bird) == (Decimal(49), Decimal("7.00"))


def test_hardware_is_bought_in_whole_packs_of_what_one_pen_has():
    wanted = Counter[str]()
    for item in LOW.hardware:
        if item.row is not None and item.row.sold is not Sold.METRE:
            wanted[item.row.key] += item.count
    packs = {line.row: line.packs for line in hardware_lines(LOW)}
    rows = {item.row.key: item.row for item in LOW.hardware if item.row is not None}
    assert wanted
    assert {key: packs[key] for key in wanted} == {
        key: math.ceil(count / rows[key].pack) for key, count in wanted.items()
    }


def test_one_length_of_rope_is_taken_where_one_is_enough():
    hand = AtHand({1: Thing(Sort.WARE, "rope", 3, long_mm=5000.0)})
    assert hand.metres("rope", 4.0) == 5.0
    assert hand.left(1) == 2
    assert hand.metres("rope", 6.0) == 10.0
    assert hand.left(1) == 0


def test_cost_is_told_half_a_metre_either_way_in_steps_of_25_mm(monkeypatch):
    bill = bill_of(LOW, CATALOGUE, GLANCE)
    monkeypatch.setattr(fit, "bill_of", lambda *_, **__: bill)
    design = make_design(CATALOGUE, "low-pen", {"length": 3000.0})
    found = fit.stock_fit(CATALOGUE, design, "length")
    assert [size.mm for size in found.sizes] == [2500.0 + 25 * i for i in range(41)]


def test_a_saw_takes_three_millimetres_of_a_sheet():
    """Two pieces of 1218.5 and the cut between them are a sheet of 2440; of 1218.6 they are not."""
    board = Plate(2440.0, 1220.0, Decimal(38))
    for long, sheets in ((1218.5, 1), (1218.6, 2)):
        plan = plan_plates([Rectangle("a", long, 1000.0, turns=False)] * 2, [board])
        assert len(plan.plates) == sheets
