"""The catalogue over HTTP: every row with its source; the farm's own rows over them, kept and taken back."""

from __future__ import annotations

import pytest

from ergamot.core.catalogue.tables import TABLES, cells_of, merged, read_row
from tests.api.test_answers import FLOCK
from tests.strategies import CATALOGUE

FIRST = {"If-Match": '"0"'}


def row_of(client, table, key):
    tables = {one["name"]: one for one in client.get("/api/catalogue").json["tables"]}
    return next(one for one in tables[table]["rows"] if one["key"] == key)


def pen_kg(client, pen):
    weight = next(one for one in client.get(f"/api/pens/{pen}").json["findings"] if one["what"] == "weight")
    return next(step["value"] for step in weight["working"] if step["symbol"] == "m_fresh")


@pytest.fixture
def pen(client):
    flock = client.post("/api/flocks", json=FLOCK).json["id"]
    return client.post("/api/pens", json={"flock_id": flock, "name": "Bramble"}).json["id"]


def test_every_table_and_row_is_listed_with_its_source(client):
    tables = client.get("/api/catalogue").json["tables"]
    assert [one["name"] for one in tables] == list(TABLES)
    for table in tables:
        assert {row["key"] for row in table["rows"]} == set(getattr(CATALOGUE, table["name"]))
        assert all(row["cells"]["source"] and not row["own"] for row in table["rows"])


@pytest.mark.parametrize("name", list(TABLES))
def test_a_row_read_from_its_own_text_is_the_same_row(name):
    for row in getattr(CATALOGUE, name).values():
        assert read_row(TABLES[name], cells_of(row)) == row


def test_an_own_row_stands_over_the_shipped_one_everywhere_until_it_is_taken_back(client, pen):
    before, bill = pen_kg(client, pen), client.get(f"/api/pens/{pen}/bill").json["total"]
    cells = {**row_of(client, "species", "spf")["cells"], "density_kg_m3": "700", "price_factor": "2"}
    kept = client.put("/api/catalogue/species/spf", json={"cells": cells}, headers=FIRST)
    assert kept.status_code == 200
    assert row_of(client, "species", "spf")["own"]
    assert pen_kg(client, pen) > before
    assert client.get(f"/api/pens/{pen}/bill").json["total"] != bill
    tag = {"If-Match": f'"{kept.json["revision"]}"'}
    back = client.post("/api/catalogue/species/spf/shipped", headers=tag)
    assert not back.json["own"]
    assert pen_kg(client, pen) == before
    assert client.get(f"/api/pens/{pen}/bill").json["total"] == bill


def test_a_row_of_ones_own_is_on_offer_and_can_be_built_of(client, pen):
    cells = {
        **row_of(client, "sheets", "pvc")["cells"],
        "label": "my old sheets",
        "source": "weighed at home",
    }
    assert client.put("/api/catalogue/sheets/old", json={"cells": cells}, headers=FIRST).status_code == 200
    shapes = client.get("/api/choices").json["shapes"]
    roof = next(p for p in shapes[0]["parameters"] if p["name"] == "roof")
    assert "my old sheets" in [choice["label"] for choice in roof["choices"]]
    tried = client.post(f"/api/pens/{pen}/try", json={"values": {"roof": "old"}})
    assert tried.json["values"]["roof"]["value"] == "old"
    refused = client.post("/api/catalogue/sheets/old/shipped", headers={"If-Match": '"1"'})
    assert refused.status_code == 422


@pytest.mark.parametrize(
    ("table", "key", "change", "field"),
    [
        ("species", "spf", {"density_kg_m3": "heavy"}, "density_kg_m3"),
        ("species", "spf", {"density_kg_m3": "-450"}, "density_kg_m3"),
        ("species", "spf", {"density_kg_m3": "nan"}, "density_kg_m3"),
        ("species", "spf", {"source": " "}, "source"),
        ("strains", "broiler-fast", {"kind": "ostrich"}, "kind"),
        ("sections", "2x3", {"prices": "3.20"}, "prices"),
    ],
)
def test_a_row_that_cannot_be_used_is_refused_by_column_and_nothing_is_kept(
    client, table, key, change, field
):
    before = row_of(client, table, key)
    answer = client.put(
        f"/api/catalogue/{table}/{key}", json={"cells": {**before["cells"], **change}}, headers=FIRST
    )
    assert (answer.status_code, answer.json["field"]) == (422, field)
    assert row_of(client, table, key) == before


def test_a_row_a_kept_pen_cannot_be_built_with_is_refused_by_the_pens_name(client, pen):
    cells = {**row_of(client, "sections", "2x3")["cells"], "stock_mm": "2000", "prices": "3.00"}
    answer = client.put("/api/catalogue/sections/2x3", json={"cells": cells}, headers=FIRST)
    assert (answer.status_code, answer.json["field"]) == (422, "length")
    assert answer.json["detail"].startswith("Bramble could not be built any more: No 2×3")
    assert not row_of(client, "sections", "2x3")["own"]
    assert client.get("/api/pens").status_code == 200


def test_two_keepers_on_one_row(client):
    cells = row_of(client, "wheels", "rubber-10")["cells"]
    path = "/api/catalogue/wheels/rubber-10"
    assert client.put(path, json={"cells": {**cells, "price": "9.00"}}, headers=FIRST).status_code == 200
    late = client.put(path, json={"cells": {**cells, "price": "8.00"}}, headers=FIRST)
    assert late.status_code == 412
    assert row_of(client, "wheels", "rubber-10")["cells"]["price"] == "9.00"


def test_there_is_no_such_table(client):
    answer = client.put("/api/catalogue/dragons/x", json={"cells": {}}, headers=FIRST)
    assert (answer.status_code, answer.json["field"]) == (422, "table")


def test_merging_nothing_is_the_shipped_catalogue():
    assert merged(()) is CATALOGUE
