"""What can be changed about a shape: every kind read, limited, said and looked up; and what flocks get in it."""

from __future__ import annotations

import json
import re
from dataclasses import fields
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.fitting import fitted
from ergamot.core.balance.room import provisions
from ergamot.core.catalogue.tables import TABLES, cells_of, merged, read_row
from ergamot.core.errors import ErgamotError, OutOfRange, UnknownChoice, Unreadable
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.coop.choices import CoopChoices
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.parameters import (
    UNIT_OF,
    Choice,
    Parameter,
    is_on,
    looked_up,
    read_values,
    speaking,
    switch,
)
from ergamot.core.frame.shapes import SHAPES
from tests.depth import examples
from tests.strategies import CATALOGUE, any_value, designs

KINDS = {
    "length": Parameter("wide", "Width", "size", "length", 1000.0, 500, 2000),
    "share": Parameter("part", "Part", "size", "share", 0.5, 0, 1),
    "angle": Parameter("lean", "Lean", "size", "angle", 30.0, 5, 45),
    "count": Parameter("many", "Many", "size", "count", 3, 1, 12),
    "mass": Parameter("heavy", "Heavy", "size", "mass", 12.0, 2, 40),
}
EVERY = [(key, one) for key, shape in SHAPES.items() for one in shape.parameters]


@pytest.mark.parametrize(
    ("kind", "typed", "value"),
    [
        ("length", "3 ft", 914.4),
        ("length", "60 cm", 600.0),
        ("share", "40 %", 0.4),
        ("share", "0.25", 0.25),
        ("angle", "30°", 30.0),
        ("angle", "12.5", 12.5),
        ("count", "4", 4.0),
        ("count", 3.4, 3.0),
        ("mass", "20 lb", 9.1),
        ("mass", "9 kg", 9.0),
    ],
)
def test_each_kind_is_read_as_a_keeper_writes_it(kind, typed, value):
    assert KINDS[kind].read(typed, CATALOGUE) == pytest.approx(value)


@given(st.sampled_from(list(KINDS.values())), st.floats(0, 1))
def test_within_the_limits_is_taken_and_beyond_them_refused_with_both(one, share):
    value = one.low + share * (one.high - one.low)
    assert one.low <= one.read(value, CATALOGUE) <= one.high
    for beyond in (one.low - 1, one.high + 1):
        with pytest.raises(OutOfRange) as refused:
            one.read(beyond, CATALOGUE)
        assert refused.value.field == one.name
        assert " to " in refused.value.allowed


@given(
    st.sampled_from(list(KINDS.values())),
    st.sampled_from(["", "many", "a bit", "--", "1 2 3", "9 kg kg", "½½"]),
)
def test_what_is_no_such_amount_is_refused_by_name(one, text):
    with pytest.raises((Unreadable, OutOfRange)) as refused:
        one.read(text, CATALOGUE)
    assert refused.value.field == one.name


@pytest.mark.parametrize(("shape", "one"), EVERY, ids=[f"{shape} {one.name}" for shape, one in EVERY])
def test_every_default_is_a_value_of_its_own(shape, one):
    assert one.read(one.default, CATALOGUE) == one.default
    assert one.group in ("size", "frame", "covering", "gear", "house", "inside", "ties")
    if one.kind != "choice":
        assert one.low < one.high
        assert one.kind in UNIT_OF
    if one.only_if:
        wanted = {p.name: p for p in SHAPES[shape].parameters}[one.only_if[0]]
        assert one.only_if[1] in [choice.key for choice in wanted.choices]


@given(designs(), st.data())
def test_what_does_not_matter_changes_nothing_and_is_never_what_is_refused(design, data):
    declared = SHAPES[design.shape].declared(design.values)
    silent = sorted({one.name for one in declared} - {one.name for one in speaking(declared, design.values)})
    changed = {one.name: data.draw(any_value(one), label=one.name) for one in declared if one.name in silent}
    before = build(design, CATALOGUE)
    assert build(make_design(CATALOGUE, design.shape, {**design.values, **changed}), CATALOGUE) == before


def others(one, now):
    """Other values of a parameter: every other choice; its ends, and figures near and far."""
    if one.kind == "choice":
        return [choice.key for choice in one.options(CATALOGUE) if choice.key != now]
    near = [float(now) + step for size in (1, 10, 50, 0.1) for step in (size, -size)]
    return [
        value
        for value in (one.low, one.high, *near, 0.8 * float(now))
        if one.low <= value <= one.high and value != now
    ]


def changing(design, one):
    """Yield for each other value of a parameter that can be built whether it gives another pen."""
    usual = build(design, CATALOGUE)
    for value in others(one, design.values[one.name]):
        try:
            yield build(change(CATALOGUE, design, {one.name: value}), CATALOGUE) != usual
        except OutOfRange:
            continue


@pytest.mark.parametrize("shape", list(SHAPES))
def test_every_control_that_is_shown_changes_the_pen(shape):
    design = make_design(CATALOGUE, shape, {})
    for one in speaking(SHAPES[shape].declared(design.values), design.values):
        first = next(changing(design, one), None)
        assert first is None or first or any(changing(design, one)), one.name


BARE_HOOP = {"door_made": "none", "wall": 0.0, "end_wall": "mesh", "house": "no", "roost_bars": 0}


@pytest.mark.parametrize(
    ("shape", "stands", "idle"),
    [
        ("low-pen", {"anchors": 0}, {"anchor", "anchors_at"}),
        ("low-pen", {"feeders": 0, "drinkers": 0}, {"pulleys"}),
        ("low-pen", {"house": "no"}, {"roost_made", "roost_section", "roost_laid", "roost_held"}),
        ("low-pen", {"walls": "mesh"}, {"wall_sheet"}),
        ("low-pen", {"gear": "axles", "tongue": "yes"}, {"grips", "bar"}),
        ("a-frame", {"gear": "chassis"}, {"grips", "hold_height"}),
        ("coop", {"nests": "none"}, {"nest_count", "nest_hatch", "nests_later"}),
        ("coop", {"nests": "inside"}, {"nest_hatch"}),
        ("coop", {"roosts": "none"}, {"roost_bars", "roost_held", "roosts_out", "droppings_board"}),
        ("coop", {"mesh_floor": "yes"}, {"house_floor_of"}),
        ("coop", {"house": "whole"}, {"roofed", "house_length"}),
        ("hoop", BARE_HOOP, {"leaf_made", "leaf_section", "wall_of", "wall_sheet", "roost_height", "roosts"}),
    ],
)
def test_a_control_is_shown_only_with_what_it_is_of(shape, stands, idle):
    parameters = SHAPES[shape].parameters
    usual = {one.name: one.default for one in parameters}
    assert idle <= usual.keys()
    assert not idle & {one.name for one in speaking(parameters, {**usual, **stands})}


def test_what_an_opening_is_closed_by_shows_what_that_is_made_of():
    cut = {"opening_1_face": "left", "opening_1_filled": "solid"}
    usual = {one.name: one.default for one in SHAPES["hoop"].parameters}
    shown = {one.name for one in speaking(SHAPES["hoop"].parameters, {**usual, **BARE_HOOP, **cut})}
    assert {"leaf_made", "wall_sheet"} <= shown


def test_what_hangs_on_a_choice_that_does_not_matter_goes_by_its_first():
    parameters = SHAPES["coop"].parameters
    usual = {one.name: one.default for one in parameters}
    spoken = [
        {one.name for one in speaking(parameters, {**usual, **stands})}
        for stands in (
            {"base_made": "same", "body_made": "steel"},
            {"base_made": "steel", "body_made": "steel"},
            {"house": "no", "window": "own"},
            {"house": "yes", "window": "own"},
        )
    ]
    assert {"upright_made", "body_made", "body_steel"} & spoken[0] == {"upright_made"}
    assert {"upright_made", "body_made", "body_steel"} & spoken[1] == {"body_made", "body_steel"}
    assert not {"window", "window_width"} & spoken[2]
    assert {"window", "window_width"} <= spoken[3]


@pytest.mark.parametrize("shape", list(SHAPES))
def test_a_shape_stands_with_nothing_chosen_and_names_no_parameter_twice(shape):
    names = [one.name for one in SHAPES[shape].parameters]
    assert len(set(names)) == len(names)
    assert build(make_design(CATALOGUE, shape, {}), CATALOGUE).shape == shape


def test_a_switch_is_off_until_it_is_on():
    one = switch("vent", "Vent", "house", Choice("yes", "in the rear"), note="n")
    assert [choice.key for choice in one.options(CATALOGUE)] == ["no", "yes"]
    off, on = (read_values((one,), given, CATALOGUE) for given in ({}, {"vent": "yes"}))
    assert (is_on(off, "vent"), is_on(on, "vent")) == (False, True)
    with pytest.raises(UnknownChoice):
        read_values((one,), {"vent": "maybe"}, CATALOGUE)


def test_values_are_looked_up_for_the_fields_there_are():
    parameters = SHAPES["coop"].parameters
    values = read_values(parameters, {}, CATALOGUE)
    found = looked_up(CoopChoices, parameters, values, CATALOGUE)
    assert found["section"] is CATALOGUE.sections["2x3"]
    assert found["roof_kind"] == "gable"
    assert "door_width" not in found
    assert set(found) <= {field.name for field in fields(CoopChoices)}


FLOCKS = st.tuples(
    st.sampled_from(["layer-hybrid", "layer-bantam", "turkey-hen", "broiler-fast"]), st.integers(4, 40)
)


@given(st.sampled_from(list(SHAPES)), FLOCKS, st.integers(0, 3))
def test_what_a_flock_gets_never_changes_the_size_it_was_asked_for(shape, of, index):
    strain, placed = of
    hatch, one = date(2026, 3, 1), CATALOGUE.strains[strain]
    out, leaves = (hatch + timedelta(day) for day in (one.to_grass_day, one.leaves_from_day))
    flock = make_flock(CATALOGUE, strain, placed, hatch, out, leaves)
    size = {"length": 3657.6, "width": SHAPES[shape].proposal.widths_mm[-1 - index]}
    for gear in SHAPES[shape].proposal.gears:
        design = fitted(CATALOGUE, flock, shape, {**size, **gear})
        if design is None:
            continue
        assert {name: design.values[name] for name in size} == size
        room = build(design, CATALOGUE).room
        hung = {p.name: p for p in provisions(flock, CATALOGUE.floor_needs[one.kind], room)}
        assert hung["feeding edge"].lacks == 0
        assert hung["drinking points"].lacks == 0


ROWS = st.sampled_from([(table, key) for table in TABLES.values() for key in getattr(CATALOGUE, table.name)])


@given(ROWS, st.data(), st.text(max_size=12))
def test_any_text_in_a_row_is_read_or_refused_by_its_column(of, data, text):
    table, key = of
    column = data.draw(st.sampled_from(table.columns))
    cells = {**cells_of(getattr(CATALOGUE, table.name)[key]), column: text}
    try:
        row = read_row(table, cells)
    except ErgamotError as refused:
        assert refused.field == column
        assert refused.message
    else:
        assert isinstance(row, table.row)
        assert read_row(table, cells_of(row)) == row


@given(ROWS)
def test_a_row_laid_over_itself_changes_nothing_else(of):
    table, key = of
    cells = json.dumps({**cells_of(getattr(CATALOGUE, table.name)[key]), "source": "weighed at home"})
    laid = merged(((table.name, cells),))
    for name in TABLES:
        shipped, now = getattr(CATALOGUE, name), getattr(laid, name)
        changed = {each for each in now if now[each] != shipped.get(each)}
        assert changed == ({key} if name == table.name else set())
    assert getattr(laid, table.name)[key].source == "weighed at home"


def with_a_hatch(data, shape):
    """Three lengths of a shape, and a hatch, of any size they may be."""
    lengths = [one for one in SHAPES[shape].parameters if one.kind == "length"]
    asked = {one.name: data.draw(any_value(one)) for one in data.draw(st.permutations(lengths))[:3]}
    asked["opening_1_face"] = data.draw(st.sampled_from(["left", "right", "front", "rear"]))
    for name, most in (("at", 3000), ("sill", 1500), ("width", 1500), ("height", 1500)):
        asked[f"opening_1_{name}"] = data.draw(st.integers(100, most), label=name)
    return asked


@examples(20)
@given(st.data())
def test_what_is_allowed_is_never_less_than_the_least(data):
    """Such as "at most 13 mm" of what begins at 300."""
    shape = data.draw(st.sampled_from(list(SHAPES)))
    asked = with_a_hatch(data, shape)
    try:
        make_design(CATALOGUE, shape, asked)
    except OutOfRange as refused:
        declared = {one.name: one for one in SHAPES[shape].declared(asked)}
        for figure, unit in re.findall(r"at most (-?[\d.]+) (mm|m)\b", refused.allowed):
            assert float(figure) * (1000 if unit == "m" else 1) >= declared[refused.field].low - 1
    except ErgamotError:
        pass


def test_where_not_even_the_least_fits_that_is_said():
    hatch = {
        "opening_1_face": "left",
        "opening_1_at": 2600.0,
        "opening_1_sill": 1445.0,
        "opening_1_height": 150.0,
    }
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, "coop", {"house": "no", **hatch})
    assert refused.value.field == "opening_1_height"
    assert "even the least, 120 mm (4 3/4 in), does not fit there" in refused.value.message
