"""Steps told in words, versions of a pen, designs to start from."""

from __future__ import annotations

import re

import pytest

from tests.api.test_answers import FLOCK
from tests.depth import some


@pytest.fixture
def pen(client):
    flock = client.post("/api/flocks", json=FLOCK).json
    return client.post("/api/pens", json={"flock_id": flock["id"], "name": "Bramble"}).json


def change(client, pen, **values):
    tag = {"If-Match": f'"{pen["revision"]}"'}
    return client.patch(f"/api/pens/{pen['id']}", json={"values": values}, headers=tag).json


def steps(client, pen):
    return client.get(f"/api/pens/{pen['id']}/history").json["steps"]


def test_each_step_is_told_from_what_to_what_in_both_units(client, pen):
    before = pen["values"]["height"]["text"]
    pen = change(client, pen, height="30 in", walls="mesh")
    told = steps(client, pen)
    assert [one["number"] for one in told] == [2, 1]
    words = [one["imperial"] for one in told[0]["words"]]
    assert words[0] == f"Height {before['imperial']} → 2 ft 6 in"
    assert re.fullmatch("Walls: solid .* → mesh all round", words[1])
    assert told[0]["words"][0]["metric"].endswith("→ 762 mm")
    assert told[1]["words"][0]["metric"] == "proposed for 30 birds"


def test_a_step_taken_back_stays_in_the_list_and_says_so(client, pen):
    pen = change(client, pen, height="30 in")
    tag = {"If-Match": f'"{pen["revision"]}"'}
    pen = client.post(f"/api/pens/{pen['id']}/undo", headers=tag).json
    assert [(one["number"], one["stands"]) for one in steps(client, pen)] == [(2, False), (1, True)]
    tag = {"If-Match": f'"{pen["revision"]}"'}
    pen = client.post(f"/api/pens/{pen['id']}/redo", headers=tag).json
    assert [one["stands"] for one in steps(client, pen)] == [True, True]


def test_names_with_braces_are_told_as_they_are(client, pen):
    tag = {"If-Match": f'"{pen["revision"]}"'}
    pen = client.patch(f"/api/pens/{pen['id']}", json={"name": "{width} pen"}, headers=tag).json
    assert steps(client, pen)[0]["words"][0]["metric"] == "named {width} pen"


def test_a_version_is_a_pen_of_its_own_that_knows_where_it_came_from(client, pen):
    pen = change(client, pen, height="30 in")
    copy = client.post(f"/api/pens/{pen['id']}/copy", json={"name": "Bramble, lower", "why": "wind"}).json
    assert (copy["version_of"], copy["why"]) == (pen["id"], "wind")
    assert copy["values"] == pen["values"]
    lower = change(client, copy, height="24 in")
    assert (lower["version_of"], lower["why"]) == (pen["id"], "wind")
    kept = client.get(f"/api/pens/{pen['id']}").json
    assert kept["values"]["height"]["value"] == 762
    second = client.post(f"/api/pens/{copy['id']}/copy", json={"name": "Third"}).json
    assert second["version_of"] == pen["id"]


def test_a_version_needs_a_name(client, pen):
    answer = client.post(f"/api/pens/{pen['id']}/copy", json={"name": "  "})
    assert (answer.status_code, answer.json["field"]) == (422, "name")


@pytest.mark.parametrize(
    ("strain", "placed"), some([("broiler-fast", 30), ("layer-hybrid", 12), ("turkey-hen", 10)], 1)
)
def test_designs_of_different_shapes_are_proposed_and_told_where_they_fall_short(client, strain, placed):
    days = (
        {"hatch": "2026-01-05", "out": "2026-05-10", "leaves": "2026-09-01"}
        if strain != "broiler-fast"
        else {}
    )
    flock = client.post("/api/flocks", json={**FLOCK, **days, "strain": strain, "placed": placed}).json
    starts = client.get(f"/api/pens/starts/{flock['id']}").json["starts"]
    assert 1 <= len({one["shape"] for one in starts}) == len(starts) <= 3
    for one in starts:
        verdicts = {finding["what"]: finding["verdict"] for finding in one["findings"]}
        assert one["fails"] == [what for what, verdict in verdicts.items() if verdict == "short"]
        assert one["lines"]
    assert [len(one["fails"]) for one in starts] == sorted(len(one["fails"]) for one in starts)
    assert starts[0]["fails"] == []
    for one in starts:
        asked = {"shape": one["shape"], "school": one["school"], "flock_id": flock["id"], "name": "Begun"}
        begun = client.post("/api/pens", json=asked).json
        listed = next(pen for pen in client.get("/api/pens").json["pens"] if pen["id"] == begun["id"])
        assert (listed["shape"], listed["size"]) == (one["label"], one["size"])


def test_tools_at_hand_are_kept_and_what_lacks_is_named(client):
    flock = client.post("/api/flocks", json=FLOCK).json
    place = client.get("/api/place").json

    def lacking():
        return {
            one["shape"]: one["lacking"]
            for one in client.get(f"/api/pens/starts/{flock['id']}").json["starts"]
        }

    assert any("angle" in tool for tools in lacking().values() for tool in tools)
    owned = ["step-ladder", "saw", "drill", "stapler", "mitre-saw", "bolt-cutters"]
    tag = {"If-Match": f'"{place["revision"]}"'}
    kept = client.patch("/api/place", json={"tools": owned}, headers=tag)
    assert kept.json["tools"] == ["saw", "mitre-saw", "drill", "stapler", "bolt-cutters", "step-ladder"]
    assert all(tools == [] for tools in lacking().values())
    tag = {"If-Match": f'"{kept.json["revision"]}"'}
    refused = client.patch("/api/place", json={"tools": ["laser"]}, headers=tag)
    assert (refused.status_code, refused.json["field"]) == (422, "tools")


def test_a_body_nested_beyond_reason_is_refused_early(client, pen):
    headers = {"Content-Type": "application/json"}
    answer = client.post("/api/pens/open", data="[" * 500_000, headers=headers)
    assert (answer.status_code, answer.json["title"]) == (400, "That could not be read")
    file = {"flock_id": pen["flock_id"], "file": "[" * 500_000}
    assert client.post("/api/pens/open", json=file).status_code == 422


def test_a_body_too_large_is_refused_unread(client, pen):
    file = {"flock_id": pen["flock_id"], "file": "x" * 3_000_000}
    assert client.post("/api/pens/open", json=file).status_code == 413


def test_steps_of_flock_field_and_place_are_told_too(client):
    flock = client.post("/api/flocks", json=FLOCK).json
    tag = {"If-Match": f'"{flock["revision"]}"'}
    client.put(
        f"/api/flocks/{flock['id']}", json={**FLOCK, "placed": 25, "strain": "broiler-slow"}, headers=tag
    )
    told = client.get(f"/api/flocks/{flock['id']}/history").json["steps"]
    assert [one["metric"] for one in told[0]["words"]] == [
        "Birds: broiler, fast → broiler, slow",
        "How many: 30 → 25",
    ]
    lawn = {"name": "House lawn", "length_m": 40, "width_m": 12, "heading_deg": 0}
    kept = client.post("/api/fields", json=lawn).json
    tag = {"If-Match": f'"{kept["revision"]}"'}
    client.put(f"/api/fields/{kept['id']}", json={**lawn, "length_m": "100 ft"}, headers=tag)
    told = client.get(f"/api/fields/{kept['id']}/history").json["steps"]
    assert told[0]["words"][0]["imperial"].endswith("→ 100 ft")
    place = client.get("/api/place").json
    tag = {"If-Match": f'"{place["revision"]}"'}
    client.patch("/api/place", json={"design_gust_ms": 25, "tools": ["saw"]}, headers=tag)
    told = client.get("/api/place/history").json["steps"]
    assert [one["metric"] for one in told[0]["words"]] == [
        "Tools at hand changed",
        "Gust to stand 22 m/s → 25 m/s",
    ]


def test_an_opening_is_told_as_made_changed_and_taken_away(client, pen):
    pen = change(client, pen, opening_2_face="left")
    pen = change(client, pen, opening_2_width=300)
    pen = change(client, pen, opening_2_face="none")
    told = [one["metric"] for step in steps(client, pen)[:3] for one in step["words"]]
    assert told == ["opening 2 taken away", "Clear width, opening 2 400 mm → 300 mm", "opening 2 made"]
    assert not any(name.startswith("opening_") for name in pen["values"])
