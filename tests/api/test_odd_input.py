"""What no keeper would type and a file may hold: refused by its field, or read; never "something went wrong here"."""

from __future__ import annotations

import base64
import gc
import gzip
import io
import json
import zipfile

import pytest
from openpyxl import Workbook
from sqlalchemy import create_engine

from ergamot.web.app import make_app
from ergamot.web.unit_of_work import machine_zone
from tests.api.test_answers import FLOCK

FIRST = {"If-Match": '"1"'}
SQUARE = [[0, 0], [0.001, 0], [0.001, 0.001], [0, 0.001], [0, 0]]


@pytest.fixture
def pen(client):
    flock = client.post("/api/flocks", json=FLOCK).json["id"]
    return client.post("/api/pens", json={"flock_id": flock, "name": "Bramble"}).json["id"]


def spreadsheet(rows):
    book, held = Workbook(), io.BytesIO()
    for row in rows:
        book.active.append(row)
    book.save(held)
    return held.getvalue()


def entered(client, body):
    return client.post("/api/things/table", json={"file": base64.b64encode(body).decode()})


@pytest.mark.parametrize("wanted", ["0002-01-01", "9999-12-31", "1999-12-31", "2101-01-01"])
def test_a_day_no_farm_has_is_refused_by_its_field(client, pen, wanted):
    kept = client.get(f"/api/pens/{pen}/making")
    answer = client.put(
        f"/api/pens/{pen}/making/days",
        json={"wanted": wanted},
        headers={"If-Match": kept.headers.get("ETag", '"0"')},
    )
    assert (answer.status_code, answer.json["field"]) == (422, "wanted")
    assert answer.json["allowed"] == "a day from 2000 to 2100"


def test_a_file_with_a_list_for_a_kind_or_a_harvest_in_year_one_is_read_or_refused(client):
    edge = {
        "type": "Feature",
        "properties": {"kind": []},
        "geometry": {"type": "Polygon", "coordinates": [SQUARE]},
    }
    assert client.post("/api/fields/read", json={"geojson": edge}).status_code == 200
    tree = {
        "type": "Feature",
        "properties": {"kind": "tree", "harvest": "0001-01-01"},
        "geometry": {"type": "Point", "coordinates": [0.0005, 0.0005]},
    }
    both = {"type": "FeatureCollection", "features": [{**edge, "properties": {}}, tree]}
    answer = client.post("/api/fields/read", json={"geojson": both})
    assert (answer.status_code, answer.json["field"]) == (422, "harvest")


def test_whole_numbers_without_end_are_no_figures(client, pen):
    long = "9" * 400
    for path, body in (
        ("/api/fields/read", f'{{"geojson": {{"type": "Polygon", "coordinates": [[[{long}, 0]]]}}}}'),
        (f"/api/pens/{pen}/moving", f'{{"values": {{"length": {long}}}}}'),
        ("/api/pens/batch/bill", f'{{"pens": [{{"pen": {long}}}]}}'),
    ):
        answer = client.post(path, data=body, content_type="application/json")
        assert answer.status_code in (400, 422), path


@pytest.mark.parametrize(
    ("column", "cell"),
    [
        ("worth", "sNaN"),
        ("worth", "-Infinity"),
        ("unsound", "-Infinity"),
        ("width", "Infinity"),
        ("count", "1e999"),
    ],
)
def test_figures_without_end_in_a_table_are_refused_by_their_column(client, column, cell):
    row = {
        "sort": "sheet",
        "key": "ply-12",
        "count": "1",
        "length": "1200",
        "width": "600",
        "unsound": "0",
        "worth": "3",
    }
    row[column] = cell
    text = ",".join(row) + "\n" + ",".join(row.values()) + "\n"
    answer = entered(client, text.encode())
    assert answer.status_code == 422
    assert column in answer.json["detail"]


def test_our_own_file_of_a_field_in_metres_comes_back(client):
    """A field that was entered by its sides has no place on earth: its file says that it is in metres."""
    field = {"name": "House lawn", "length_m": "40 m", "width_m": "12 m", "heading_deg": 20}
    made = client.post("/api/fields", json=field).json
    text = client.get(f"/api/fields/{made['id']}/field.geojson")
    assert text.status_code == 200
    read = client.post("/api/fields/read", json={"geojson": json.loads(text.text)})
    assert read.status_code == 200, read.text
    assert read.json["area"] == made["area"]


def damaged():
    whole = spreadsheet([["sort", "key", "count"], ["sheet", "ply-12", 1]])
    yield "cut short", whole[: len(whole) // 2]
    yield "overwritten", whole[:200] + b"\0" * 300 + whole[500:]
    yield "locked", b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1" + b"\0" * 600
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w") as packed:
        packed.writestr("xl/workbook.xml", "<workbook")
    yield "parts missing", held.getvalue()
    held = io.BytesIO()
    with (
        zipfile.ZipFile(io.BytesIO(whole)) as had,
        zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as packed,
    ):
        for one in had.namelist():
            told = had.read(one)
            packed.writestr(one, told + b"<" * 40_000_000 if one.endswith("sheet1.xml") else told)
    yield "unpacks to forty megabytes", held.getvalue()


@pytest.mark.parametrize(
    ("how", "body"), list(damaged()), ids=lambda one: one if isinstance(one, str) else ""
)
def test_a_damaged_spreadsheet_is_one_plain_sentence(client, how, body):
    answer = entered(client, body)
    assert answer.status_code == 422, how
    assert answer.json["field"] == "file"
    assert "spreadsheet" in answer.json["detail"]


def test_a_spreadsheet_that_asks_for_all_memory_ends_in_its_own_process(client):
    """Each of 3000 rows has sixty long words of its own: a file of a few hundred kilobytes that takes a list's room and no more."""
    body = spreadsheet(
        [["sort", "key", "count"], *([f"{i}-{k}" * 60 for k in range(60)] for i in range(400))]
    )
    assert entered(client, body).status_code == 422


def test_what_is_taken_from_the_shed_is_taken_once_however_often_it_is_sent(client):
    client.post("/api/things", json={"lines": ["5 2x4 spf 8'"]})
    (thing,) = client.get("/api/things").json["things"]

    def taken(count, mark):
        path, told = f"/api/things/{thing['id']}/taken", {"Idempotency-Key": mark}
        return client.post(path, json={"count": count}, headers=told)

    for _ in range(3):
        answer = taken(2, "a1b2a1b2")
        assert answer.status_code == 200
    assert client.get("/api/things").json["things"][0]["count"] == 3
    taken(2, "c3c3c3c3")
    assert client.get("/api/things").json["things"][0]["count"] == 1
    for _ in range(2):
        taken(1, "d4d4d4d4")
    assert client.get("/api/things").json["things"] == []


def test_answers_are_small_where_the_browser_reads_that(client):
    plain = client.get("/api/catalogue")
    small = client.get("/api/catalogue", headers={"Accept-Encoding": "gzip"})
    assert "Content-Encoding" not in plain.headers
    assert small.headers["Content-Encoding"] == "gzip"
    assert len(small.data) < len(plain.data) / 4
    assert json.loads(gzip.decompress(small.data)) == plain.json
    again = client.get("/api/catalogue", headers={"Accept-Encoding": "br"})
    assert again.headers["Content-Encoding"] == "br"


def test_a_file_that_goes_out_gzipped_is_closed(tmp_path):
    (tmp_path / "index.html").write_text("<p>a page</p>" * 200)
    app = make_app(create_engine("mysql+pymysql://nobody@127.0.0.1/none"), ui=tmp_path)
    sent = app.test_client().get("/", headers={"Accept-Encoding": "gzip"})
    assert gzip.decompress(sent.data).startswith(b"<p>a page")
    sent.close()
    del sent
    gc.collect()  # a file that is still open is a warning now, and each warning fails a test


@pytest.mark.parametrize(
    ("told", "zone"), [("Pacific/Auckland", "Pacific/Auckland"), ("Nowhere/At all", None)]
)
def test_a_new_farm_is_in_the_time_zone_of_its_browser(client, told, zone):
    found = client.get("/api/place", headers={"Time-Zone": told}).json["zone"]
    assert found == (zone or machine_zone())


def test_what_is_sent_again_with_the_same_mark_is_kept_once(client):
    """A field with five thousand visits whose sender heard nothing and pressed again; a flock and a pen sent twice."""
    corners = [[0, 0], [3, 0], [3, 2], [0, 2]]
    visit = {"day": "2026-04-01", "left": "2026-04-02", "ready": "2026-05-02", "corners": corners}
    visits = [{**visit, "wear": 1.0, "cover_kg_m2": 0.1, "nitrogen_kg_ha": 5.0}] * 5000
    field = {"name": "House lawn", "length_m": "40 m", "width_m": "12 m", "heading_deg": 20, "visits": visits}
    for path, body in (("/api/fields", field), ("/api/flocks", FLOCK)):
        first, again, other = (
            client.post(path, json=body, headers={"Idempotency-Key": f"{path[5:]}-{mark}"})
            for mark in ("one1", "one1", "two2")
        )
        assert (first.status_code, again.status_code) == (201, 201)
        assert first.json["id"] == again.json["id"] != other.json["id"]
    assert len(client.get("/api/fields").json["fields"]) == 2
