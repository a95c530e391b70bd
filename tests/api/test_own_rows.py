"""The catalogue over HTTP: every row with its source; the farm's own rows over them, kept and taken back."""

from __future__ import annotations

from datetime import datetime

import pytest
from hypothesis import HealthCheck, given
from hypothesis import strategies as st
from sqlalchemy.orm import Session

from ergamot.core.catalogue.columns import Within, asked_of
from ergamot.core.catalogue.tables import TABLES, cells_of, merged, read_row
from ergamot.core.frame.design import build
from ergamot.core.frame.shapes import SHAPES
from ergamot.store.documents import ROW, RowBody
from ergamot.store.records import create_keyed, settled_farm
from tests.api.test_answers import FLOCK, at, change, told
from tests.depth import examples
from tests.strategies import CATALOGUE

FIRST = {"If-Match": '"0"'}


def row_of(client, table, key):
    tables = {one["name"]: one for one in client.get("/api/catalogue").json["tables"]}
    return next(one for one in tables[table]["rows"] if one["key"] == key)


def pen_kg(client, pen):
    weight = next(one for one in told(client, pen)["findings"] if one["what"] == "weight")
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


@pytest.fixture
def framed(monkeypatch):
    """The pens that were framed to prove a row, by their walls."""
    found = []

    def watched(design, catalogue):
        found.append(design.values["wall_sheet"])
        return build(design, catalogue)

    monkeypatch.setattr("ergamot.operations.proving.build", watched)
    return found


def test_a_row_of_ones_own_is_proved_on_the_pens_that_name_it_alone(client, pen, framed):
    def put(table, key, like, revision=0, **changed):
        cells = {**row_of(client, table, like)["cells"], "label": key, "source": "at home", **changed}
        tag = {"If-Match": f'"{revision}"'}
        return client.put(f"/api/catalogue/{table}/{key}", json={"cells": cells}, headers=tag)

    flock = client.get(f"/api/pens/{pen}").json["flock_id"]
    other = client.post("/api/pens", json={"flock_id": flock, "name": "Other", "shape": "low-pen"}).json
    assert put("sheets", "old", "ply-5").status_code == 200
    assert framed == []  # no pen can be built of it yet
    change(client, other, {"wall_sheet": "old"})
    assert put("sheets", "old", "ply-5", 1, kg_m2="4.2").status_code == 200
    assert framed == ["old"]
    assert put("sheets", "ply-5", "ply-5", kg_m2="2.9").status_code == 200
    assert len(framed) == 3  # what is shipped is used unnamed too


def test_a_row_the_farm_names_is_proved_on_every_pen(client, pen, framed):
    cells = {**row_of(client, "grounds", "wet")["cells"], "label": "my lawn", "source": "at home"}
    path = "/api/catalogue/grounds/my-lawn"
    assert client.put(path, json={"cells": cells}, headers=FIRST).status_code == 200
    place = client.get("/api/place").json
    answer = client.patch("/api/place", json={"holding_ground": "my-lawn"}, headers=at(place["revision"]))
    assert answer.status_code == 200, answer.text
    assert framed == []
    assert client.put(path, json={"cells": cells}, headers=at(1)).status_code == 200
    assert len(framed) == 1


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


LIMITS = [
    ("sheets", "pvc", {"purlin_span_m": "0.001"}, "purlin_span_m"),
    ("sheets", "pvc", {"price": "11.50"}, "price"),
    ("sheets", "pvc", {"use": "sail"}, "use"),
    ("hardware", "screw-75", {"pack": "0"}, "pack"),
    ("hardware", "screw-75", {"price": "nan"}, "price"),
    ("hardware", "screw-75", {"price": "0"}, "price"),
    ("floor_needs", "broiler", {"finish_kg": "0"}, "finish_kg"),
    ("floor_needs", "broiler", {"tight_m2": "9"}, "good_m2"),
    ("floor_needs", "duck", {}, "kind"),
    ("meshes", "welded-12", {"wire_mm": "9", "pitch_x_mm": "5"}, "wire_mm"),
    ("meshes", "welded-12", {"pitch_x_mm": "0"}, "pitch_x_mm"),
    ("wheels", "rubber-10", {"bore_mm": "20"}, "bore_mm"),
    ("wheels", "rubber-10", {"diameter_mm": "inf"}, "diameter_mm"),
    ("sections", "2x3", {"stock_mm": "1e9", "prices": "3"}, "stock_mm"),
    ("sections", "2x3", {"prices": "1 2 3 nan"}, "prices"),
    ("strains", "broiler-fast", {"m0_kg": "9"}, "m0_kg"),
    ("crews", "man", {"people": "man man man man man"}, "people"),
    ("crews", "man", {"people": "", "drawbar_n": "0"}, "people"),
    ("crews", "man", {"people": "giant"}, "people"),
    ("containers", "trough-1m", {"edge_m": "0"}, "edge_m"),
    ("anchors", "rebar", {"label": "a\u200bb"}, "label"),
    ("anchors", "rebar", {"hold_n": "1" * 5000}, "hold_n"),
    ("anchors", "Peg=1", {}, "key"),
]


@pytest.mark.parametrize(
    ("table", "key", "change", "field"), LIMITS, ids=[f"{t}-{f}-{i}" for i, (t, _, _, f) in enumerate(LIMITS)]
)
def test_a_cell_outside_its_columns_limits_is_refused_by_column(client, table, key, change, field):
    tables = {one["name"]: one for one in client.get("/api/catalogue").json["tables"]}
    rows = {row["key"]: row["cells"] for row in tables[table]["rows"]}
    cells = {**rows.get(key, next(iter(rows.values()))), **change}
    answer = client.put(f"/api/catalogue/{table}/{key}", json={"cells": cells}, headers=FIRST)
    assert (answer.status_code, answer.json["field"]) == (422, field)
    assert {one["name"]: one for one in client.get("/api/catalogue").json["tables"]} == tables


def test_a_row_kept_by_an_older_version_that_cannot_be_used_is_told_and_stops_nothing(client, pen, store):
    """As 45 of some hundred cells could be kept once: the row is left out, the catalogue says why, pages answer."""
    with Session(store) as session:
        farm = settled_farm(session, datetime(2026, 1, 1))
        cells = {**cells_of(CATALOGUE.sheets["pvc"]), "purlin_span_m": "0.001"}
        body = RowBody("sheets", "pvc", cells)
        create_keyed(session, farm, ROW, "sheets/pvc", body, "", "keeper", datetime(2026, 1, 1))
        session.commit()
    row = row_of(client, "sheets", "pvc")
    assert "0.25 to 5" in row["trouble"]
    assert not row["own"]
    for path in (
        f"/api/pens/{pen}",
        "/api/pens",
        f"/api/pens/{pen}/bill",
        "/api/choices",
        "/api/flocks",
    ):
        assert client.get(path).status_code == 200


BRACED = "fox wire {kg} {} {area"


def test_a_name_with_braces_is_said_as_it_was_typed_wherever_the_pen_is(client, pen):
    """A mesh, a board and a stick named with braces: every page of a pen built of them answers."""
    values = client.get(f"/api/pens/{pen}").json["values"]
    for table, name in (
        ("meshes", "side_mesh"),
        ("sheets", "roof"),
        ("sections", "section"),
        ("species", "species"),
    ):
        row = row_of(client, table, values[name]["value"])
        cells = {**row["cells"], "label": BRACED}
        kept = client.put(f"/api/catalogue/{table}/{row['key']}", json={"cells": cells}, headers=FIRST)
        assert kept.status_code == 200, kept.text
    for path in ("", "/bill", "/making", "/history", "/cut-list.csv", "/book.pdf", "/sheets.pdf"):
        answer = client.get(f"/api/pens/{pen}{path}")
        assert answer.status_code == 200, path
    assert BRACED in client.get(f"/api/pens/{pen}").text
    for path in ("lines", "moving", "wind"):
        assert client.post(f"/api/pens/{pen}/{path}", json={}).status_code == 200, path
    for what in ("wind", "weight", "strength"):
        assert client.post(f"/api/pens/{pen}/mends", json={"what": what}).status_code == 200
    flock = client.get(f"/api/pens/{pen}").json["flock_id"]
    assert client.get(f"/api/pens/starts/{flock}").status_code == 200


ANY_CELL = st.one_of(
    st.floats(allow_nan=True, allow_infinity=True).map(repr),
    st.sampled_from(["", "0", "-1", "1", "0.001", "1e9", "nan", "1 2 3", "man", "roof wall", "½", "٣"]),
    st.text(max_size=12),
)


@examples(5, suppress_health_check=list(HealthCheck))
@given(st.data())
def test_whatever_row_is_kept_every_page_still_answers(client, pen, data):
    """Random cells in random rows of all tables: refused by column, or kept, and then nothing answers 500."""
    table = data.draw(st.sampled_from(list(TABLES.values())))
    key = data.draw(st.sampled_from(list(getattr(CATALOGUE, table.name))))
    cells = cells_of(getattr(CATALOGUE, table.name)[key])
    for column in data.draw(st.lists(st.sampled_from(table.columns), min_size=1, max_size=2)):
        asked = asked_of(table.row)[column]
        near = st.just("")
        if isinstance(asked, Within):
            parts = len(cells[column].split()) or 1
            near = st.lists(
                st.floats(asked.low, asked.high).map(lambda f: f"{f:.4g}"), min_size=parts, max_size=parts
            ).map(" ".join)
        cells[column] = data.draw(st.one_of(near, near, ANY_CELL))
    known = {
        row["key"]: row["revision"]
        for one in client.get("/api/catalogue").json["tables"]
        if one["name"] == table.name
        for row in one["rows"]
    }
    answer = client.put(
        f"/api/catalogue/{table.name}/{key}", json={"cells": cells}, headers={"If-Match": f'"{known[key]}"'}
    )
    assert answer.status_code in (200, 422), answer.text
    if answer.status_code == 422:
        assert answer.json["field"]
        return
    flock = client.get(f"/api/pens/{pen}").json["flock_id"]
    for path in (
        f"/api/pens/{pen}",
        "/api/pens",
        "/api/flocks",
        f"/api/pens/{pen}/bill",
        "/api/catalogue",
        "/api/choices",
        f"/api/pens/{pen}/sheets.pdf",
    ):
        assert client.get(path).status_code in (200, 422), path
    for path in ("wind", "moving", "lines", "steps"):
        assert client.post(f"/api/pens/{pen}/{path}", json={}).status_code == 200, path
    shape = data.draw(st.sampled_from(list(SHAPES)))
    made = client.post("/api/pens", json={"flock_id": flock, "name": "Proposed", "shape": shape})
    assert made.status_code in (201, 422), made.text
    if made.status_code == 201:
        client.post(f"/api/pens/{made.json['id']}/away", headers={"If-Match": '"1"'})
        client.delete(f"/api/pens/{made.json['id']}", headers={"If-Match": '"1"'})
