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
from ergamot.operations.field_body import body_of
from ergamot.store.documents import FIELD
from ergamot.store.records import create, settled_farm
from tests.api.grass import BROILERS, HENS, SQUARE, day, put_pen, walk
from tests.api.test_answers import at, refused


@pytest.fixture
def pen(client):
    return put_pen(client, "Bramble", BROILERS)


def test_a_bent_field_with_what_stands_in_it_is_kept_and_planned_over(client, pen):
    kept = client.post("/api/fields", json=BENT_MEADOW)
    assert kept.status_code == 201, kept.text
    field = kept.json
    assert (field["length_m"], field["heading_deg"]) == (None, None)
    assert [one["kind"] for one in field["obstacles"]] == ["tree", "hollow", "path", "well"]
    plan = walk(client, field, {"pen": pen}).json["season"]
    edge = shapely.Polygon(plan["edge"]).buffer(0.01)
    tree = shapely.Point(plan["obstacles"][0]["points"][0]).buffer(2.4)
    (walks,) = plan["pens"]
    for stop in walks["stops"]:
        u, v = stop["u_m"], stop["v_m"]
        box = shapely.box(u, v, u + walks["length_m"], v + walks["width_m"])
        assert edge.covers(box)
        assert not tree.intersects(box)
    assert plan["visits"][0]["haul_m"] == 0


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
    plan = walk(client, field, {"pen": pen}).json["season"]
    out = json.loads(client.get(f"/api/fields/{field['id']}/moves.geojson").text)
    stops = [one["properties"] for one in out["features"] if one["properties"]["kind"] == "stop"]
    assert [one["from"] for one in stops] == [move["day"] for move in plan["visits"]]


def test_a_hollow_is_passed_over_in_the_wet_months_only(client):
    low = {"kind": "hollow", "form": "area", "points": [[0, 0], [24, 0], [24, 6], [0, 6]], "off_m": 0}
    field = client.post(
        "/api/fields",
        json={
            "name": "S",
            "outline": [[0, 0], [24, 0], [24, 12], [0, 12]],
            "heading_deg": 90,
            "obstacles": [low],
        },
    ).json
    year = {**HENS, "placed": 4, "out": day(-30), "leaves": day(300)}
    plan = walk(client, field, {"pen": put_pen(client, "Coop", year), "stays": "two-days"}).json["season"]
    on_it = {int(one["day"][5:7]) for one in plan["visits"] if min(one["corners"][1::2]) < 6 - 0.01}
    assert on_it
    assert not on_it & {1, 2, 3, 10, 11, 12}
    assert any("wet or shut then" in note["metric"] for note in plan["pens"][0]["notes"])


def test_fields_that_are_no_rectangles_are_not_lost_to_an_older_program(store):
    older = import_module("ergamot.store.migrations.versions.0016_fields")
    now = datetime(2026, 4, 20, tzinfo=UTC)
    with Session(store) as session:
        create(session, settled_farm(session, now), FIELD, body_of(SQUARE), "made", "keeper", now)
        with (
            patch.object(older.op, "get_bind", session.connection),
            pytest.raises(RuntimeError, match="no rectangles"),
        ):
            older.downgrade()


def test_a_keepers_rule_is_planned_and_flagged(client, pen):
    field = client.post("/api/fields", json=SQUARE).json
    weekly = walk(client, field, {"pen": pen, "stays": "week", "first": day(0)}).json["season"]
    assert weekly["visits"][0]["left"] == day(7)
    assert {"wear", "droppings"} <= set(weekly["visits"][0]["passes"])
    assert any("pass what the grass bears" in note["metric"] for note in weekly["pens"][0]["notes"])
    body = {"team": [{"pen": pen, "stays": "for-ever"}]}
    refused(client.put(f"/api/fields/{field['id']}/team", json=body, headers=at(2)), 422, "team.0.stays")


def test_a_field_too_small_for_a_pen_says_what_it_needs(client, pen):
    small = client.post("/api/fields", json={"name": "S", "length_m": 3, "width_m": 3, "heading_deg": 0}).json
    refused(walk(client, small, {"pen": pen}), 422, "outline")


def test_a_flock_that_ranges_is_moved_in_its_fence_over_ground_enough_for_it(client):
    hens = {**HENS, "placed": 20}
    pen = put_pen(client, "Pear", hens, shape="coop", school="raised")
    lawn = client.post(
        "/api/fields", json={"name": "Strip", "length_m": 60, "width_m": 6, "heading_deg": 0}
    ).json
    (walks,) = walk(client, lawn, {"pen": pen}).json["season"]["pens"]
    assert "its birds range: a stop is 13.3 m by 6 m" in " ".join(note["metric"] for note in walks["notes"])
    assert len(walks["stops"]) == 4
