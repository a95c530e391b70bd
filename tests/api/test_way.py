"""The way to the field over HTTP: drawn, measured, refused, taken back; and what it asks of a pen."""

from __future__ import annotations

import pytest

from tests.api.test_drawing_files import pen_of

YARD = {
    "east_m": 0,
    "north_m": 20,
    "width_mm": "10 ft",
    "rise_percent": "2 %",
    "ground": "dry",
    "room_mm": "6m",
}
LANE = {"east_m": 30, "north_m": 20, "width_mm": 2900, "rise_percent": -3, "room_mm": 6000}


def keep(client, *way, status: int = 200, **more):
    place = client.get("/api/place").json
    answer = client.patch(
        "/api/place", json={"way": list(way), **more}, headers={"If-Match": f'"{place["revision"]}"'}
    )
    assert answer.status_code == status, answer.text
    return answer.json


def test_a_way_is_kept_as_drawn_and_measured(client):
    kept = keep(client, YARD, LANE)["way"]
    assert [one["length"]["metric"] for one in kept] == ["20 m", "30 m"]
    assert kept[0]["width_mm"] == pytest.approx(3048)
    assert kept[0]["bend"]["metric"] == "90°"
    measured = keep(client, {**YARD, "length": "82 ft"}, LANE)["way"]
    assert measured[0]["north_m"] == pytest.approx(24.994, abs=0.001)
    assert measured[1]["north_m"] == pytest.approx(24.994, abs=0.001)
    assert [one["key"] for one in client.get("/api/choices").json["grounds"]].count(kept[0]["ground"]) == 1


def test_a_stretch_only_drawn_is_as_wide_as_the_one_before(client):
    drawn = {"east_m": 0, "north_m": 30}
    assert [one["width_mm"] for one in keep(client, drawn)["way"]] == [3000]
    after = keep(client, YARD, {"east_m": 30, "north_m": 20, "width_mm": None})["way"]
    assert [one["width_mm"] for one in after] == pytest.approx([3048, 3048])
    assert [one["room_mm"] for one in after] == [6000, 6000]


@pytest.mark.parametrize(
    ("change", "field", "words"),
    [
        ({"rise_percent": "steep"}, "way-2-rise_percent", "is not a percentage"),
        ({"width_mm": "wide"}, "way-2-width_mm", "is not a length"),
        ({"width_mm": 20}, "way-2-width_mm", "stretch 2 must be 300 to 50000 mm"),
        ({"length": "nowhere"}, "way-2-length", "is not a length"),
        ({"ground": "lava"}, "ground", "one of"),
        ({"east_m": 0}, "way-2-length", "0.5 to 10000 m"),
    ],
)
def test_what_is_wrong_with_a_stretch_is_said_of_it_and_nothing_is_lost(client, change, field, words):
    before = keep(client, YARD, LANE)
    refused = keep(client, YARD, {**LANE, **change}, status=422)
    assert refused["field"] == field
    assert words in refused["detail"]
    after = client.get("/api/place").json
    assert (after["revision"], after["way"]) == (before["revision"], before["way"])


def test_a_drawn_way_is_taken_back_like_anything_else(client):
    keep(client, YARD)
    revision = keep(client, YARD, LANE)["revision"]
    undone = client.post("/api/place/undo", headers={"If-Match": f'"{revision}"'}).json
    assert len(undone["way"]) == 1


def test_a_pen_says_which_stretch_stops_it(client):
    pen, _ = pen_of(client, "low-pen")
    assert client.post(f"/api/pens/{pen}/moving", json={}).json["way"] is None
    keep(client, YARD, {**LANE, "width_mm": "5 ft"}, crew="quad")
    way = client.post(f"/api/pens/{pen}/moving", json={}).json["way"]
    assert [one["verdict"] == "short" for one in way["stretches"]] == [False, True]
    assert way["stretches"][1]["words"]["metric"] == "no: too wide for its narrowest place"
    assert way["lines"][-1]["metric"].startswith("stretch 2 stops it")
    lines = [line["metric"] for line in client.post(f"/api/pens/{pen}/moving", json={}).json["lines"]]
    assert any("yours is narrower" in line for line in lines)
