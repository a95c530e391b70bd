"""A keeper's own rows do whatever shipped rows can: framed, judged, cut, drawn, priced and written out, or refused."""

from __future__ import annotations

import json
from datetime import date
from decimal import Decimal
from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.verdicts import judge
from ergamot.core.catalogue.columns import Among, Within, asked_of
from ergamot.core.catalogue.kinds import Fitting, Pattern
from ergamot.core.catalogue.tables import TABLES, cells_of, merged, unusable, with_row
from ergamot.core.drawing.model import model
from ergamot.core.drawing.picture import picture
from ergamot.core.drawing.views import view
from ergamot.core.errors import ErgamotError, OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.frame.steps import steps
from ergamot.core.stock.bill import bill_of
from ergamot.core.stock.effort import GLANCE
from ergamot.core.weather.states import rolled_up
from ergamot.exchange.cut_list_csv import write_cut_list
from ergamot.exchange.design_file import read_design, write_design
from ergamot.exchange.drawing_dxf import write_dxf
from ergamot.exchange.model_gltf import write_gltf
from tests.depth import examples, some
from tests.strategies import CATALOGUE

CHOSEN_FROM = (
    "sections",
    "species",
    "sheets",
    "meshes",
    "wire_panels",
    "wheels",
    "hardware",
    "anchors",
    "containers",
)


def laid(table, key, like, **cells):
    """The catalogue with one row of one's own, like a shipped one but for some cells."""
    row = {**cells_of(getattr(CATALOGUE, table)[like]), "key": key, "source": "weighed at home", **cells}
    with_row(CATALOGUE, table, row)
    own = ((table, json.dumps(row)),)
    assert not unusable(own)
    return merged(own)


@st.composite
def own_rows(draw, table):
    """Cells of a row of a table, each figure anywhere in its column's range; and the shipped row it is like."""
    held = getattr(CATALOGUE, table.name)
    like = draw(st.sampled_from(list(held)), label="like")
    cells = cells_of(held[like])
    for name, asked in asked_of(table.row).items():
        if not draw(st.booleans(), label=name):
            continue
        if isinstance(asked, Within) and cells[name]:
            parts = len(cells[name].split())
            figure = (
                st.floats(asked.low, asked.high) if "." in cells[name] else st.integers(1, int(asked.high))
            )
            cells[name] = " ".join(
                f"{part:.5g}" for part in draw(st.lists(figure, min_size=parts, max_size=parts))
            )
        elif isinstance(asked, Among):
            cells[name] = draw(st.sampled_from(asked.words))
    own = draw(st.booleans(), label="its own key")
    return {**cells, table.key: "mine" if own else like, "source": "weighed at home"}


def asked_everything(catalogue, shape, chosen):
    """A pen of a shape with some of its choices fixed, and all that can be asked of it."""
    design = make_design(catalogue, shape, chosen)
    flock = make_flock(catalogue, "layer-hybrid", 8, date(2026, 1, 1), date(2026, 5, 1), date(2026, 6, 1))
    structure = build(design, catalogue)
    judged = judge(catalogue, structure, flock, make_conditions(catalogue))
    bill = bill_of(structure, catalogue, GLANCE)
    drawn = (model(structure), view(structure, "plan"), picture(structure, "side"), steps(structure))
    files = (
        write_cut_list(bill, catalogue),
        write_gltf(drawn[0], "own"),
        write_dxf(drawn[2], "metric"),
        write_design(design, "own"),
    )
    assert read_design(files[3], catalogue)[1].values == design.values
    return structure, judged, bill


@pytest.mark.parametrize(("name", "shape"), some([*product(CHOSEN_FROM, SHAPES)], 6))
@examples(2)
@given(st.data())
def test_any_row_of_ones_own_is_used_everywhere_or_refused_by_its_field(name, shape, data):
    table = TABLES[name]
    cells = data.draw(own_rows(table))
    parameters = SHAPES[shape].parameters
    try:
        catalogue = with_row(CATALOGUE, name, cells)
        row = getattr(catalogue, name)[cells[table.key]]
        offered = [
            one.name for one in parameters if one.table == name and (not one.uses or row.serves(one.uses))
        ]
        chosen = dict.fromkeys(offered, cells[table.key])
        structure, judged, bill = asked_everything(
            catalogue, shape, chosen | {"anchors": 1, "feeders": 1, "drinkers": 1}
        )
    except ErgamotError as refused:
        known = {*table.columns, *(one.name for one in parameters)}
        assert refused.field in known, (refused.field, refused.message)
        return
    assert all(finding.ratio >= 0 for finding in judged.findings)
    assert bill.total == sum((line.cost for line in bill.lines), Decimal(0)) > 0
    parts = (*structure.panels, *structure.hardware)
    used = [one for one in parts if row in (getattr(one, "covering", None), getattr(one, "row", None))]
    assert all(one.label == row.label for one in used)


def test_a_tarp_of_ones_own_rolls_up_braces_nothing_and_is_drawn_as_cloth():
    own = laid("sheets", "old-sail", "tarp", label="an old sail")
    structure, _, _ = asked_everything(own, "hoop", {"cover": "old-sail", "roofed": 1.0})
    cloth = [panel for panel in structure.standing if panel.label == "an old sail"]
    assert cloth
    assert all(panel.rolls and not panel.braces and panel.pattern is Pattern.CLOTH for panel in cloth)
    assert len(rolled_up(structure, 1).standing) < len(structure.standing)


def test_a_wheel_of_an_odd_bore_is_used_where_there_is_a_rod_for_it():
    with pytest.raises(OutOfRange) as refused:
        laid("wheels", "cart", "barrow-16", bore_mm="20")
    assert refused.value.field == "bore_mm"
    rod = {**cells_of(CATALOGUE.hardware["rod-16"]), "key": "rod-20", "diameter_mm": "19", "bore_mm": "20"}
    wheel = {**cells_of(CATALOGUE.wheels["barrow-16"]), "key": "cart", "bore_mm": "20"}
    own = (("wheels", json.dumps(wheel)), ("hardware", json.dumps(rod)))
    assert not unusable(own)
    structure, _, bill = asked_everything(merged(own), "low-pen", {"wheel": "cart"})
    assert [item.row.key for item in structure.hardware if item.ref == "axle"] == ["rod-20"]
    with pytest.raises(OutOfRange) as refused:
        make_design_and_build(merged(own), wheel="cart", axle_steel="hard")
    assert refused.value.field == "axle_steel"
    assert any(line.what == CATALOGUE.hardware["rod-16"].label for line in bill.lines)


def make_design_and_build(catalogue, **values):
    return build(make_design(catalogue, "low-pen", values), catalogue)


def test_a_screw_of_ones_own_is_driven_where_it_is_the_one_that_fits():
    """38 mm passed through and 25 mm of grip: 63; a screw of 64 is nearer than the 65 sold."""
    own = laid("hardware", "odd-one", "screw-65", length_mm="64")
    used = {joint.fixing.key for joint in make_design_and_build(own).joints if joint.fixing}
    assert "odd-one" in used
    assert "screw-65" not in used


@pytest.mark.parametrize(("table", "key", "cell"), [
    ("hardware", "hinge", {"kind": "latch"}),
    ("sections", "1x2", {"use": "frame"}),
    ("sheets", "clear", {"clear": ""}),
    ("containers", "bell-8", {"use": "feeder", "edge_m": "1"}),
])  # fmt: skip
def test_a_row_over_a_shipped_one_is_still_what_that_is(table, key, cell):
    cells = {**cells_of(getattr(CATALOGUE, table)[key]), **cell}
    with pytest.raises(OutOfRange) as refused:
        with_row(CATALOGUE, table, cells)
    assert refused.value.field == next(iter(cell))


OLD_ROWS = [
    ("sheets", {"key": "my-tarp", "label": "sail", "use": "roof tarp", "kg_m2": "0.2", "purlin_span_m": "1.2",
                "cover_width_m": "3.6", "lengths_m": "5.9", "price": "30", "service_years": "3", "note": ""}),
    ("meshes", {"key": "net", "label": "net", "pitch_x_mm": "25", "pitch_y_mm": "25", "wire_mm": "0.9", "kg_m2": "0.4",
                "solidity": "0.08", "roll_width_mm": "1000", "roll_length_m": "25", "price": "40",
                "resists": "nothing much"}),
    ("sections", {"key": "pipe", "label": "pipe", "use": "tube", "thick_mm": "25", "deep_mm": "25", "kg_m": "0.7",
                  "stock_mm": "3000", "prices": "9"}),
    ("hardware", {"key": "screw-110", "label": "long screw", "kg": "0.01", "price": "15", "pack": "100"}),
    ("hardware", {"key": "hasp", "label": "my hasp", "kg": "0.2", "price": "4", "pack": "1"}),
]  # fmt: skip


def test_rows_kept_by_the_version_before_are_used_as_they_were():
    own = tuple((table, json.dumps({**cells, "source": "home"})) for table, cells in OLD_ROWS)
    assert not unusable(own)
    now = merged(own)
    assert now.sheets["my-tarp"].rolls
    assert (now.meshes["net"].pattern, now.meshes["net"].keeps_out) == (Pattern.TWISTED, ())
    assert now.sections["pipe"].made == "steel"
    assert (now.hardware["screw-110"].kind, now.hardware["screw-110"].length_mm) == (Fitting.SCREW, 110)
    assert (now.hardware["hasp"].kind, now.hardware["hasp"].label) == (Fitting.LATCH, "my hasp")
    asked_everything(now, "hoop", {"cover": "my-tarp", "mesh": "net", "ridge": "pipe"})
