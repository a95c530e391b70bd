"""Fields of any edge over the API: entered, changed, read from a file and written to one, a pen's moves over them."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from importlib import import_module
from unittest.mock import patch

import pytest
import shapely
from sqlalchemy.orm import Session

from ergamot.demo.tansy_rise import BENT_MEADOW
from ergamot.store.records import create, settled_farm
from tests.api.test_answers import FLOCK, at, refused

SQUARE = {"name": "Square", "outline": [[0, 0], [30, 0], [30, 30], [0, 30]]}


@pytest.fixture
def pen(client):
    flock = client.post("/api/flocks", json=FLOCK).json["id"]
    return client.post("/api/pens", json={"flock_id": flock, "name": "Bramble"}).json


def test_a_bent_field_with_what_stands_in_it_is_kept_and_planned_over(client, pen):
    kept = client.post("/api/fields", json=BENT_MEADOW)
    assert kept.status_code == 201, kept.text
    field = kept.json
    assert (field["length_m"], field["heading_deg"]) == (None, None)
    assert [one["kind"] for one in field["obstacles"]] == ["tree", "hollow", "path", "well"]
    plan = client.get(f"/api/pens/{pen['id']}/moves?field={field['id']}&start=2026-04-25").json
    edge = shapely.Polygon(plan["edge"]).buffer(0.01)
    tree = shapely.Point(plan["obstacles"][0]["points"][0]).buffer(2.4)
    for stop in plan["stops"]:
        u, v = stop["u_m"], stop["v_m"]
        box = shapely.box(u, v, u + plan["pen_length_m"], v + plan["pen_width_m"])
        assert edge.covers(box)
        assert not tree.intersects(box)
    assert plan["moves"][0]["stop"]["haul_m"] == 0


def test_a_field_is_changed_and_taken_back_and_its_steps_are_told(client):
    field = client.post("/api/fields", json=SQUARE).json
    path = f"/api/fields/{field['id']}"
    wider = {**SQUARE, "outline": [[0, 0], [50, 0], [50, 30], [0, 30]], "gate": [0, 15]}
    changed = client.put(path, json=wider, headers=at(1)).json
    assert changed["area"]["metric"] == "1500 m²"
    told = client.get(f"{path}/history").json["steps"][0]["words"]
    assert {one["metric"] for one in told} == {"Edge changed", "Gate changed"}
    assert client.post(f"{path}/undo", headers=at(2)).json["gate"] is None


@pytest.mark.parametrize(
    ("entered", "field"),
    [
        ({"outline": [[0, 0], [10, 10], [10, 0], [0, 10]]}, "outline"),
        ({"outline": [[0, 0], [10, 10]]}, "outline"),
        ({"outline": None}, "length_m"),
        ({"heading_deg": 400}, "heading_deg"),
        ({"obstacles": [{"kind": "bull", "form": "point", "points": [[1, 1]]}]}, "obstacles"),
        ({"obstacles": [{"kind": "tree", "form": "point", "points": [[400, 1]]}]}, "obstacles"),
    ],
)
def test_what_cannot_be_a_field_is_refused_and_the_old_one_kept(client, entered, field):
    kept = client.post("/api/fields", json=SQUARE).json
    refused(client.put(f"/api/fields/{kept['id']}", json={**SQUARE, **entered}, headers=at(1)), 422, field)
    assert client.get("/api/fields").json["fields"][0]["revision"] == 1


def test_a_field_goes_out_as_geojson_and_comes_in_again(client):
    field = client.post("/api/fields", json={**BENT_MEADOW, "origin": [-2.5, 51.2]}).json
    out = client.get(f"/api/fields/{field['id']}/field.geojson")
    assert out.mimetype == "application/geo+json"
    assert {one["geometry"]["type"] for one in out.json["features"]} == {"Polygon", "Point", "LineString"}
    read = client.post("/api/fields/read", json={"geojson": out.json}).json
    assert (read["name"], len(read["obstacles"])) == ("Bent meadow", 4)
    assert read["area"]["metric"] == field["area"]["metric"]
    again = client.post(
        "/api/fields", json={name: read[name] for name in ("name", "outline", "obstacles", "gate", "origin")}
    )
    assert again.status_code == 201


def test_a_drawn_field_goes_out_in_metres_and_is_only_read_so_when_that_is_said(client):
    field = client.post("/api/fields", json=SQUARE).json
    out = client.get(f"/api/fields/{field['id']}/field.geojson").json
    assert out["metres"] is True
    flat = client.post("/api/fields/read", json={"geojson": out, "in_metres": True}).json
    assert sorted(flat["outline"]) == sorted(field["outline"])
    far = {"type": "Polygon", "coordinates": [[[300, 300], [330, 300], [330, 330], [300, 330]]]}
    refused(client.post("/api/fields/read", json={"geojson": far}), 422, "file")


def test_stops_go_out_with_their_days(client, pen):
    field = client.post("/api/fields", json={**SQUARE, "origin": [-2.5, 51.2]}).json
    query = f"field={field['id']}&start=2026-04-25&days=5"
    plan = client.get(f"/api/pens/{pen['id']}/moves?{query}").json
    out = json.loads(client.get(f"/api/pens/{pen['id']}/moves.geojson?{query}").text)
    stops = [one["properties"] for one in out["features"] if one["properties"]["kind"] == "stop"]
    assert [one["from"] for one in stops] == [move["day"] for move in plan["moves"]]


def test_a_hollow_is_passed_over_in_the_wet_months_only(client):
    flock = client.post(
        "/api/flocks", json={**FLOCK, "hatch": "2026-09-10", "out": "2026-10-01", "leaves": "2026-11-01"}
    ).json["id"]
    pen = client.post("/api/pens", json={"flock_id": flock, "name": "Autumn"}).json
    low = {"kind": "hollow", "form": "area", "points": [[0, 0], [30, 0], [30, 8], [0, 8]], "off_m": 0}
    field = client.post("/api/fields", json={**SQUARE, "heading_deg": 90, "obstacles": [low]}).json
    plan = client.get(f"/api/pens/{pen['id']}/moves?field={field['id']}").json
    assert all(move["stop"]["v_m"] >= 8 - 0.01 for move in plan["moves"])
    assert any("wet in these months" in note["metric"] for note in plan["notes"])


def test_fields_that_are_no_rectangles_are_not_lost_to_an_older_program(store):
    older = import_module("ergamot.store.migrations.versions.0016_fields")
    now = datetime(2026, 4, 20, tzinfo=UTC)
    with Session(store) as session:
        create(session, settled_farm(session, now), "field", SQUARE, "made", "keeper", now)
        with (
            patch.object(older.op, "get_bind", session.connection),
            pytest.raises(RuntimeError, match="no rectangles"),
        ):
            older.downgrade()


def test_a_keepers_rule_is_planned_and_flagged(client, pen):
    field = client.post("/api/fields", json=SQUARE).json
    path = f"/api/pens/{pen['id']}/moves?field={field['id']}&start=2026-04-25"
    weekly = client.get(f"{path}&stays=week").json
    assert weekly["moves"][0]["left"] == "2026-05-02"
    assert {"wear", "droppings"} <= set(weekly["moves"][0]["passes"])
    assert any("pass what the grass bears" in note["metric"] for note in weekly["notes"])
    refused(client.get(f"{path}&stays=for-ever"), 422, "stays")
