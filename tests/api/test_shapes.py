"""Every shape over HTTP: proposed, changed, drawn whole, billed, moved, refused without losing anything."""

from __future__ import annotations

import pytest

from ergamot.core.frame.shapes import SHAPES
from tests.api.grass import walk
from tests.api.test_answers import FLOCK, told
from tests.depth import some

LAYERS = {
    "strain": "layer-hybrid",
    "placed": 12,
    "hatch": "2026-01-05",
    "out": "2026-05-10",
    "leaves": "2027-03-01",
}
CANNOT_STAND = {
    "low-pen": ({"fall": 15, "width": "12'"}, "height"),
    "a-frame": ({"door_height": 1900}, "door_height"),
    "hoop": ({"width": 4000, "panel": "stock-12"}, "width"),
    "coop": ({"wall": 1200, "door_height": 1900}, "door_height"),
}


@pytest.fixture
def flock(client):
    return client.post("/api/flocks", json={**FLOCK, **LAYERS}).json["id"]


@pytest.mark.parametrize("shape", list(SHAPES))
def test_a_pen_of_every_shape_is_judged_drawn_billed_and_moved(client, flock, shape):
    answer = client.post("/api/pens", json={"flock_id": flock, "name": "Bramble", "shape": shape})
    assert answer.status_code == 201
    pen = answer.json
    assert pen["shape"] == shape
    assert [one["what"] for one in pen["findings"]] == ["space", "weight", "moving", "wind", "strength"]
    shown = {one["ref"] for view in pen["views"] for one in view["outlines"]}
    assert {one["ref"] for one in told(client, pen["id"])["facts"] if one["ref"].startswith("stick")} <= shown
    lines = client.post(f"/api/pens/{pen['id']}/lines", json={}).json["lines"]
    assert {line["kind"] for line in lines} >= {"stick", "sheet"}
    bill = client.get(f"/api/pens/{pen['id']}/bill").json
    assert bill["pieces"]
    lawn = client.post("/api/fields", json={"name": "L", "length_m": 40, "width_m": 12, "heading_deg": 0})
    assert walk(client, lawn.json, {"pen": pen["id"], "first": "2026-04-22"}).status_code == 200


@pytest.mark.parametrize(
    ("shape", "values", "field"), some([(s, *case) for s, case in CANNOT_STAND.items()], 2)
)
def test_what_cannot_stand_is_refused_by_field_and_the_last_good_design_stays(
    client, flock, shape, values, field
):
    pen = client.post("/api/pens", json={"flock_id": flock, "name": "Bramble", "shape": shape}).json
    path = f"/api/pens/{pen['id']}"
    tag = {"If-Match": f'"{pen["revision"]}"'}
    for answer in (
        client.patch(path, json={"values": values}, headers=tag),
        client.post(f"{path}/try", json={"values": values}),
        client.post(f"{path}/lines", json={"values": values}),
    ):
        assert answer.status_code == 422
        assert answer.json["field"] == field
        assert answer.json["allowed"]
    after = client.get(path).json
    assert (after["revision"], after["values"]) == (pen["revision"], pen["values"])


def test_a_shape_there_is_not_is_refused_by_name(client, flock):
    answer = client.post("/api/pens", json={"flock_id": flock, "name": "Bramble", "shape": "castle"})
    assert (answer.status_code, answer.json["field"]) == (422, "shape")
    assert "coop" in answer.json["allowed"]


def test_a_component_switched_on_shows_in_weight_and_words(client, flock):
    pen = client.post("/api/pens", json={"flock_id": flock, "name": "Bramble", "shape": "coop"}).json
    path = f"/api/pens/{pen['id']}"
    fewer = client.post(f"{path}/try", json={"values": {"nest_count": 1}}).json
    assert "nests: 1 of 3, lacks 2" in fewer["notes"]
    later = told(client, pen["id"], nests_later="later")
    weight = next(one for one in later["findings"] if one["what"] == "weight")
    assert any("fitted later" in line["metric"] for line in weight["details"])
    assert any("drinkers are full" in line["metric"] for line in weight["details"])
