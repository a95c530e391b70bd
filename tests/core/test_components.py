"""Parts any shape may have: what the keeper owns, trim, floors, windows, what is there part of the year."""

from __future__ import annotations

import itertools
import math

import pytest

from ergamot.core.drawing.views import view
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.stock.bill import bill_of
from ergamot.core.stock.effort import GLANCE
from ergamot.core.weather.body import wind_body
from tests.strategies import CATALOGUE


def built(shape, **values):
    return build(make_design(CATALOGUE, shape, values), CATALOGUE)


@pytest.mark.parametrize("shape", ["a-frame", "hoop", "coop"])
def test_a_door_the_keeper_has_fixes_its_opening_and_is_neither_sawn_nor_bought(shape):
    """A door 620 × 820: with 64 mm sticks (89 under a hoop) the opening is that much less; it weighs 9 kg."""
    pen = built(shape, door_made="own", own_width=620, own_height=820, own_kg=9)
    deep = 89 if shape == "hoop" else 64
    way = next(o for o in pen.openings if "door" in o.role)
    (_, y0, z0), (_, y1, z1) = way.corners[0], way.corners[2]
    assert (y1 - y0, z1 - z0) == (pytest.approx(620), pytest.approx(820))
    heads = [m for m in pen.members if m.role == "door head"]
    if shape != "hoop":
        assert heads[0].length_mm == pytest.approx(620 - deep)
    own = next(p for p in pen.panels if p.role.startswith("your own"))
    assert own.kg == pytest.approx(9)
    assert not [m for m in pen.members if m.role.startswith(("door side", "person door side"))]
    assert all("your own" not in line.what for line in bill_of(pen, CATALOGUE).lines)
    assert next(s for s in wind_body(pen).surfaces if s.name.startswith("your own")).is_sheet


def test_a_door_too_tall_for_its_pen_is_refused_by_its_own_size():
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, "a-frame", {"door_made": "own", "own_height": 2000})
    assert refused.value.field == "own_height"


@pytest.mark.parametrize(("typed", "kg"), [("20 lb", 9.1), ("9 kg", 9.0), ("9", 9.0)])
def test_a_weight_is_typed_in_either_system(typed, kg):
    assert make_design(CATALOGUE, "coop", {"own_kg": typed}).values["own_kg"] == kg


def test_a_fascia_runs_along_the_rafter_ends_on_both_sides():
    """1×3 (19×64), as long as the house: x from 80 on the usual axle place to 3657.6."""
    bare, trimmed = built("coop"), built("coop", trim="fascia")
    boards = [m for m in trimmed.members if m.role == "fascia"]
    assert len(boards) == len(trimmed.members) - len(bare.members) == 2
    assert all(m.length_mm == pytest.approx(3657.6 - trimmed.body.x[0], abs=0.1) for m in boards)
    rafters = {m.ref for m in trimmed.members if m.role == "rafter"}
    tied = [j for j in trimmed.joints if any(m.ref in j.members for m in boards)]
    assert len(tied) == len(rafters)
    assert all(rafters & set(j.members) for j in tied)


def test_a_mesh_floor_weighs_as_mesh_and_lets_air_through():
    slats, meshed = built("coop"), built("coop", mesh_floor="yes")
    floor = next(p for p in meshed.panels if p.role == "house floor")
    assert floor.covering.key == "welded-12"
    assert mass(meshed).dry_kg < mass(slats).dry_kg
    assert len(wind_body(meshed).links) == len(wind_body(slats).links) + 1


def test_winter_inserts_cover_the_upright_mesh_and_wait_in_the_shed():
    bare, fitted = built("coop"), built("coop", winter="yes")
    inserts = [p for p in fitted.panels if p.role == "winter insert"]
    upright = [p for p in bare.panels if not p.solid and abs(p.normal[2]) < 0.5 and not p.raised]
    upright = [p for p in upright if p.role not in ("vent mesh", "door")]
    assert sum(p.area_m2 for p in inserts) == pytest.approx(sum(p.area_m2 for p in upright))
    assert mass(fitted).dry_kg == pytest.approx(mass(bare).dry_kg)
    assert mass(fitted).aside_kg == pytest.approx(sum(p.kg for p in inserts))
    shown = {outline.ref for outline in view(fitted, "side").outlines}
    assert not shown & {p.ref for p in inserts}


def test_a_winter_floor_lies_over_the_summer_one():
    fitted = built("coop", winter_floor="yes")
    floors = [p for p in fitted.panels if p.role in ("house floor", "winter floor")]
    assert [p.when for p in floors] == ["now", "aside"]
    assert floors[0].area_m2 == pytest.approx(floors[1].area_m2)


def test_a_window_is_cut_out_of_the_partition_and_glazed():
    """320 × 250 mm: 0.08 m² less plywood, the same of clear sheet."""
    bare, glazed = built("coop"), built("coop", window="yes")
    wall = [next(p for p in pen.panels if p.role == "partition") for pen in (bare, glazed)]
    assert wall[0].area_m2 - wall[1].area_m2 == pytest.approx(0.32 * 0.25, abs=1e-6)
    pane = next(p for p in glazed.panels if p.role == "window")
    assert (pane.covering.key, pane.area_m2) == ("clear", pytest.approx(0.08))


def test_a_window_the_keeper_has_fixes_its_opening_and_is_not_bought():
    """400 × 300 mm, lapped 20 all round: 360 × 260 out of the partition; it weighs 4.5 kg."""
    bare, own = built("coop"), built("coop", window="own", window_width=400, window_height=300, window_kg=4.5)
    wall = [next(p for p in pen.panels if p.role == "partition") for pen in (bare, own)]
    assert wall[0].area_m2 - wall[1].area_m2 == pytest.approx(0.36 * 0.26, abs=1e-6)
    pane = next(p for p in own.panels if p.role == "your own window")
    assert (pane.kg, pane.area_m2) == (pytest.approx(4.5), pytest.approx(0.12))
    assert [line.what for line in bill_of(own, CATALOGUE, GLANCE).lines] == [
        line.what for line in bill_of(bare, CATALOGUE, GLANCE).lines
    ]


@pytest.mark.parametrize(
    ("field", "values"),
    [
        ("window_height", {"window_height": 400}),
        ("window_width", {"window_height": 500, "window_width": 1200, "pitch": 30}),
        ("window", {"house_floor": 850}),
    ],
)
def test_a_window_with_no_room_is_refused_by_its_own_size(field, values):
    """Wall 1300, pitch 10° over 1829: the ridge at 1461; pop hole and sill take 440 over the floor."""
    low = {"wall": 1300, "door_height": 1100, "pitch": 10, "house_floor": 700, "nests": "none"}
    low |= {"roosts": "none", "window": "own"}
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, "coop", {**low, **values})
    assert refused.value.field == field


def own_roof(**values):
    return {"roof_made": "own", "own_sheets": 2, "own_sheet_across": 2000, "own_sheet_along": 900, **values}


@pytest.mark.parametrize("fall", [0, 10])
def test_uncut_sheets_the_keeper_has_fix_width_and_roof_of_a_low_pen(fall):
    """Two of 2000 × 900 mm on end: 1.8 m of roof, as wide as they reach, and none to buy."""
    design = make_design(CATALOGUE, "low-pen", own_roof(fall=fall, width="9 ft", height=1000))
    pen = build(design, CATALOGUE)
    assert design.values["width"] == pytest.approx(2000 * math.cos(math.radians(fall)))
    assert "width" not in design.typed
    roof = next(p for p in pen.panels if p.role == "roof")
    assert sorted(roof.cut_mm) == [pytest.approx(1800, abs=0.1), pytest.approx(2000, abs=0.1)]
    assert not roof.covering
    bought = {line.what for line in bill_of(pen, CATALOGUE).lines}
    assert CATALOGUE.sheets["pvc"].label not in bought
    assert make_design(CATALOGUE, "low-pen", design.values) == design
    assert all(d.parameter not in ("width", "roofed") for d in pen.dimensions)


@pytest.mark.parametrize(
    ("field", "values"),
    [
        ("own_sheets", {"own_sheets": 6}),
        ("own_sheet_along", {"own_sheet_along": 2500, "length": 2400, "own_sheets": 1}),
        ("access", {"own_sheets": 1, "own_sheet_along": 2000, "length": 2200}),
        ("length", {"own_sheets": 1, "own_sheet_along": 2000, "length": 2200, "access": "drop-front"}),
    ],
)
def test_sheets_that_will_not_lie_uncut_are_refused(field, values):
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, "low-pen", own_roof(**values))
    assert refused.value.field == field


@pytest.mark.parametrize("width", [1500, 1850, 2100, 2440])
def test_roosts_stand_clear_of_each_other_and_of_the_walls(width):
    """0.30 m between perches, 0.20 m to a wall (1999/74/EC art. 4); as many as fit, and one more is refused."""
    bars = 0
    for asked in range(1, 9):
        try:
            pen = built("coop", width=width, door_height=1500, roosts="level", roost_bars=asked)
        except OutOfRange as refused:
            assert refused.field in ("roosts", "roost_bars")
            break
        roosts = [m for m in pen.members if m.role == "roost"]
        walls = [abs(c[1]) for p in pen.panels if p.role == "house wall" for c in p.corners if c[2] < 2000]
        middles = sorted(m.centre[1] for m in roosts)
        assert len(middles) == asked
        assert all(b - a >= 300 - 0.1 for a, b in itertools.pairwise(middles))
        assert max(abs(c[1]) for m in roosts for c in m.corners) <= min(walls) - 200 + 0.1
        bars = asked
    assert 2 <= bars < 8
