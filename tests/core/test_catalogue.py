"""Catalogue rows: what is impossible is refused as it is read; figures derived from rows."""

from __future__ import annotations

from dataclasses import fields, replace
from decimal import Decimal

import pytest

from ergamot.core.catalogue import Section, Sheet, Species, Strain, Wheel, pick
from ergamot.core.catalogue.tables import heading, unit_of
from ergamot.core.errors import ErgamotError, OutOfRange, UnknownChoice, require_range
from ergamot.core.flock.droppings import fresh_droppings_kg, protein_on
from tests.strategies import CATALOGUE


@pytest.mark.parametrize("wrong", [-1.0, float("nan"), float("inf")])
def test_a_row_with_an_impossible_figure_is_refused_by_column(wrong):
    with pytest.raises(OutOfRange) as refused:
        replace(CATALOGUE.wheels["rubber-10"], diameter_mm=wrong)
    assert refused.value.field == "diameter_mm"


def test_a_row_without_a_source_is_refused():
    with pytest.raises(OutOfRange) as refused:
        replace(CATALOGUE.meshes["hex-25"], source="  ")
    assert refused.value.field == "source"


def test_a_row_that_is_not_there_names_those_that_are():
    with pytest.raises(UnknownChoice) as refused:
        pick(CATALOGUE.grounds, "swamp", "moving_ground")
    assert refused.value.field == "moving_ground"
    assert all(key in refused.value.allowed for key in CATALOGUE.grounds)


@pytest.mark.parametrize(
    ("key", "kg_m2", "solid"),
    [
        ("welded-12", 1.05, 0.157),
        ("welded-25", 1.29, 0.124),
        ("welded-25x50", 1.50, 0.117),
        ("hex-25", 0.45, 0.09),
    ],
)
def test_mesh_by_its_wire(key, kg_m2, solid):
    """12.7 sq 1.04 wire: π·1.04²/4 = 0.8495 mm² × 7850 × 2/0.0127 = 1.050; 1 − (11.66/12.7)² = 0.157.
    25.4 × 50.8, 2.03: 3.2365 mm² × 7850 × (39.37 + 19.685) = 1.500; 1 − 0.9201·0.9600 = 0.117."""
    mesh = CATALOGUE.meshes[key]
    assert mesh.mass_kg_m2 == pytest.approx(kg_m2, abs=0.006)
    assert mesh.solid_share == pytest.approx(solid, abs=0.001)


def test_every_price_has_its_length_and_every_crew_its_people():
    for section in CATALOGUE.sections.values():
        assert len(section.prices) == len(section.stock_mm)
        assert section.stock_mm == tuple(sorted(section.stock_mm))
        assert section.prices == tuple(sorted(section.prices))
    for sheet in CATALOGUE.sheets.values():
        assert len(sheet.price) == len(sheet.lengths_m)
    for mesh in CATALOGUE.meshes.values():
        assert len(mesh.price) == len(mesh.roll_width_mm)
    for crew in CATALOGUE.crews.values():
        assert (1 <= len(crew.people) <= 4) != bool(crew.drawbar_n)
        assert set(crew.people) <= set(CATALOGUE.people)
    for wheel in CATALOGUE.wheels.values():
        assert f"rod-{wheel.bore_mm:.0f}" in CATALOGUE.hardware


def test_money_is_counted_never_rounded():
    prices = [
        getattr(row, column.name)
        for table in (CATALOGUE.wheels, CATALOGUE.hardware)
        for row in table.values()
        for column in fields(row)
        if column.name == "price"
    ]
    assert all(isinstance(price, Decimal) and price > 0 for price in prices)


@pytest.mark.parametrize(("day", "protein"), [(0, 0.22), (20, 0.22), (21, 0.20), (35, 0.18), (60, 0.18)])
def test_broiler_feed_changes_with_age(day, protein):
    assert protein_on(CATALOGUE, "broiler", day) == protein


def test_a_meat_bird_drops_what_it_eats():
    assert fresh_droppings_kg(CATALOGUE.floor_needs["turkey"], 250) == 0.25


@pytest.mark.parametrize("value", [0.999, 10.001, float("nan")])
def test_limits_include_their_ends_and_nothing_beyond(value):
    assert require_range("size", 1, 1, 10) == 1
    assert require_range("size", 10, 1, 10) == 10
    with pytest.raises(ErgamotError) as refused:
        require_range("size", value, 1, 10, "m")
    assert refused.value.allowed == "1 to 10 m"


@pytest.mark.parametrize(
    ("kind", "column", "words", "unit"),
    [
        (Sheet, "kg_m2", "mass", "kg/m2"),
        (Species, "density_kg_m3", "density", "kg/m3"),
        (Section, "thick_mm", "thick", "mm"),
        (Sheet, "purlin_span_m", "longest span", "m"),
        (Strain, "a_kg", "mass full grown", "kg"),
        (Sheet, "price", "price", ""),
        (Wheel, "tyre", "tyre", ""),
    ],
)
def test_a_columns_heading_reads_as_words_and_has_its_unit(kind, column, words, unit):
    assert (heading(kind, column), unit_of(kind, column)) == (words, unit)
