"""The API: what a browser can ask, what it is told, and what it is refused, over the real store."""

from __future__ import annotations

import json
from datetime import date, timedelta

import jsonschema
import pytest
from sqlalchemy import create_engine

from ergamot.exchange.design_file import design_schema
from ergamot.web.app import make_app
from ergamot.web.openapi import with_named_parts

FLOCK = {
    "name": "Spring broilers",
    "strain": "broiler-fast",
    "placed": 30,
    "hatch": "2026-04-01",
    "out": "2026-04-22",
    "leaves": "2026-05-20",
}
FIELD = {"name": "House lawn", "length_m": "40 m", "width_m": "40 ft", "heading_deg": 20}


@pytest.fixture
def flock(client):
    return client.post("/api/flocks", json=FLOCK).json


@pytest.fixture
def pen(client, flock):
    answer = client.post("/api/pens", json={"flock_id": flock["id"], "name": "Bramble pen"})
    assert answer.status_code == 201
    return answer.json


def at(revision):
    return {"If-Match": f'"{revision}"'}


def told(client, pen_id, **values):
    """Return what is told of a pen once it is opened, with some values tried."""
    return client.post(f"/api/pens/{pen_id}/told", json={"values": values}).json


def change(client, pen, values, revision=None):
    return client.patch(
        f"/api/pens/{pen['id']}", json={"values": values}, headers=at(revision or pen["revision"])
    )


def refused(answer, status, field):
    assert answer.status_code == status
    assert answer.content_type == "application/problem+json"
    assert answer.json["field"] == field
    assert "Traceback" not in answer.text
    return answer.json


def test_a_flock_is_kept_with_its_figures(client, flock):
    figures = client.get(f"/api/flocks/{flock['id']}/figures").json
    assert (flock["out_day"], flock["leaving_day"], len(figures["days"])) == (21, 49, 29)
    assert figures["leaving_mass"] == {"metric": "2.54 kg", "imperial": "5.59 lb"}
    assert figures["needed_floor"]["metric"] == "6.09 m²"
    assert client.get("/api/flocks").json["flocks"] == [flock]


def test_a_proposed_pen_comes_whole(client, pen):
    assert [finding["what"] for finding in pen["findings"]] == [
        "space",
        "weight",
        "moving",
        "wind",
        "strength",
    ]
    assert not {"working", "facts"} & {*pen, *pen["findings"][0]}  # told when it is opened
    more = told(client, pen["id"])
    assert all(len(finding["working"]) > 5 for finding in more["findings"][:4])
    assert {view["name"] for view in pen["views"]} == {"plan", "side", "end"}
    assert len(pen["birds"]) == 30
    assert len(pen["gusts"]) == 24
    drawn = {outline["ref"] for view in pen["views"] for outline in view["outlines"]}
    assert {fact["ref"] for fact in more["facts"]} <= drawn
    shown = {
        outline["label"]
        for view in pen["views"]
        for outline in view["outlines"]
        if outline["kind"] == "stick"
    }
    assert {fact["title"].split(" ·")[0] for fact in more["facts"] if " · " in fact["title"]} == shown


def test_a_change_is_kept_as_typed_and_seen_by_others(client, pen):
    changed = change(client, pen, {"width": "7-10 1/2"}).json
    assert changed["values"]["width"]["value"] == 2400.3
    assert changed["values"]["width"]["typed"] == "7-10 1/2"
    assert changed["values"]["width"]["text"] == {"metric": "2.400 m", "imperial": "7 ft 10 1/2 in"}
    assert client.get(f"/api/pens/{pen['id']}").json == changed
    back = client.post(f"/api/pens/{pen['id']}/undo", headers=at(changed["revision"])).json
    assert back["values"] == pen["values"]
    again = client.post(f"/api/pens/{pen['id']}/redo", headers=at(back["revision"])).json
    assert again["values"] == changed["values"]
    assert again["revision"] == changed["revision"] + 2


def test_every_value_says_whether_it_matters_as_the_others_stand(client, pen):
    def mattering(**values):
        return {*client.post(f"/api/pens/{pen['id']}/try", json={"values": values}).json["matters"]}

    assert {"gear", "wheel", "width"} & mattering(gear="skids") == {"gear", "width"}
    assert {"gear", "wheel", "width"} <= mattering(gear="wheels")
    cut = {"opening_1_face": "left", "opening_1_for": "reach"}
    assert "opening_1_kg" not in mattering(**cut)
    assert "opening_1_kg" in mattering(**cut, opening_1_filled="own")


def test_trying_keeps_nothing(client, pen):
    tried = client.post(f"/api/pens/{pen['id']}/try", json={"values": {"roofed": 1}}).json
    assert tried["values"]["roofed"]["value"] == 1
    assert client.get(f"/api/pens/{pen['id']}").json == pen


@pytest.mark.parametrize("units", ["metric", "imperial"])
def test_a_trial_shows_what_the_bench_would_in_the_units_asked(client, pen, units):
    """Beside what is kept: values that differ, verdicts, gusts, notes; solids or flat pictures as they are looked at; and told
    when opened, the same working."""
    path, values = f"/api/pens/{pen['id']}", {"length": "9 ft", "gear": "skids"}
    asked = {"values": values, "units": units}
    solid = client.post(f"{path}/try", json=asked).json
    flat = client.post(f"{path}/try", json={**asked, "drawn": "flat"}).json
    before = told(client, pen["id"], **values)
    bench = change(client, pen, values).json
    assert {*solid["values"]} == {
        name for name, one in bench["values"].items() if one["value"] != pen["values"][name]["value"]
    }
    assert solid["values"]["length"] == {
        "value": 2743.2,
        "typed": "9 ft",
        "text": bench["values"]["length"]["text"][units],
    }
    for tried, kept in zip(solid["findings"], bench["findings"], strict=True):
        assert tried["ratio"] == kept["ratio"]
        for name in ("figure", "sentence", "limit"):
            assert tried[name] == kept[name][units]
    assert [one["text"] for one in solid["gusts"]] == [one["text"][units] for one in bench["gusts"]]
    assert solid["notes"] == [one[units] for one in bench["notes"]]
    assert flat["model"] is None
    assert not any(one["outlines"] for one in solid["views"])
    for tried, kept in zip(solid["views"], bench["views"], strict=True):
        assert [one["text"] for one in tried["dimensions"]] == [
            one["text"][units] for one in kept["dimensions"]
        ]
    assert solid["model"] == bench["model"]
    for tried, kept in zip(flat["views"], bench["views"], strict=True):
        assert tried["outlines"] == kept["outlines"]
    assert told(client, pen["id"]) == before
    assert len(json.dumps(solid)) < 60_000


def test_the_later_of_two_is_shown_both(client, pen):
    assert change(client, pen, {"width": "8'"}).status_code == 200
    problem = refused(change(client, pen, {"width": "6'"}), 412, "revision")
    assert problem["theirs"]["typed"]["width"] == "8'"
    assert problem["base"]["values"]["width"] == pen["values"]["width"]["value"]
    assert client.get(f"/api/pens/{pen['id']}").json["values"]["width"]["typed"] == "8'"


@pytest.mark.parametrize(
    ("values", "field"),
    [
        ({"width": "0"}, "width"),
        ({"width": "-2 m"}, "width"),
        ({"length": "20 ft"}, "length"),
        ({"height": "tall"}, "height"),
        ({"roofed": 7}, "roofed"),
        ({"section": "tree trunk"}, "section"),
        ({"wings": 2}, "parameter"),
    ],
)
def test_bad_values_are_refused_by_field_and_nothing_moves(client, pen, values, field):
    problem = refused(change(client, pen, values), 422, field)
    assert problem["allowed"]
    assert client.get(f"/api/pens/{pen['id']}").json == pen


@pytest.mark.parametrize(
    ("wrong", "field"),
    [
        ({"placed": 0}, "placed"),
        ({"placed": 100_000}, "placed"),
        ({"placed": "plenty"}, "placed"),
        ({"out": "2026-03-01"}, "out"),
        ({"leaves": "2026-04-02"}, "leaves"),
        ({"leaves": "someday"}, "leaves"),
        ({"strain": "dodo"}, "strain"),
        ({"name": "   "}, "name"),
    ],
)
def test_bad_flocks_are_refused_by_field(client, wrong, field):
    refused(client.post("/api/flocks", json={**FLOCK, **wrong}), 422, field)
    assert client.get("/api/flocks").json["flocks"] == []


def test_edits_must_say_where_they_started(client, pen):
    refused(client.patch(f"/api/pens/{pen['id']}", json={"values": {"roofed": 1}}), 428, "If-Match")


def test_what_is_not_there_is_said_plainly(client):
    refused(client.get("/api/pens/4711"), 404, "pen")
    assert client.get("/api/nonsense").json["status"] == 404
    assert client.post("/api/flocks", data="{{{", content_type="application/json").status_code == 400


def test_the_place_follows_the_keeper(client, pen):
    place = client.get("/api/place").json
    changed = client.patch(
        "/api/place", json={"crew": "teenager", "design_gust_ms": 30}, headers=at(place["revision"])
    ).json
    assert (changed["crew"], changed["design_gust"]["imperial"]) == ("teenager", "67.1 mph")
    harder = client.get(f"/api/pens/{pen['id']}").json
    ratios = [{f["what"]: f["ratio"] for f in bench["findings"]} for bench in (pen, harder)]
    assert ratios[1]["moving"] < ratios[0]["moving"]
    assert ratios[1]["wind"] < ratios[0]["wind"]
    refused(
        client.patch("/api/place", json={"slope_percent": 90}, headers=at(changed["revision"])),
        422,
        "slope_percent",
    )
    assert client.post("/api/place/undo", headers=at(changed["revision"])).json["crew"] == place["crew"]


def test_the_place_reads_amounts_with_their_unit(client):
    place = client.get("/api/place").json
    months = ["50 °F", *place["months_c"][1:]]
    changes = {"design_gust_ms": "36 km/h", "heaviest_kg": "200 lb", "months_c": months}
    changed = client.patch("/api/place", json=changes, headers=at(place["revision"])).json
    assert (changed["design_gust_ms"], changed["months_c"][0]) == (10, 10)
    assert (changed["heaviest"]["imperial"], changed["months"][0]) == (
        "200 lb",
        {"metric": "10 °C", "imperial": "50 °F"},
    )
    for field, wrong in (("design_gust_ms", "a gale"), ("heaviest_kg", "9 mph"), ("months_c", ["mild"] * 12)):
        problem = refused(
            client.patch("/api/place", json={field: wrong}, headers=at(changed["revision"])), 422, field
        )
        assert problem["allowed"].startswith("such as")
    refused(
        client.patch("/api/place", json={"months_c": [10.0] * 11}, headers=at(changed["revision"])),
        422,
        "months_c",
    )
    assert client.get("/api/place").json == changed


def test_the_bill_and_its_csv_agree(client, pen):
    bill = client.get(f"/api/pens/{pen['id']}/bill").json
    text = client.get(f"/api/pens/{pen['id']}/cut-list.csv")
    assert text.content_type.startswith("text/csv")
    assert text.text.strip().endswith(bill["total"])
    assert sum(piece["count"] for piece in bill["pieces"]) == sum(
        len(bar["cuts"]) * bar["times"] for plan in bill["plans"] for bar in plan["bars"]
    )


def test_a_field_is_entered_by_its_sides(client):
    lawn = client.post("/api/fields", json=FIELD).json
    assert (lawn["length_m"], lawn["width_m"]) == (40, pytest.approx(12.192))
    refused(client.post("/api/fields", json={**FIELD, "width_m": "narrow"}), 422, "width_m")


def test_a_design_file_goes_out_and_comes_back_the_same(client, flock, pen):
    change(client, pen, {"width": "7-10 1/2", "roof": "steel-29"})
    text = client.get(f"/api/pens/{pen['id']}/design.json").text
    jsonschema.validate(json.loads(text), design_schema())
    assert client.get("/api/pens/design.schema.json").json == design_schema()
    opened = client.post("/api/pens/open", json={"flock_id": flock["id"], "file": text})
    assert opened.status_code == 201
    assert opened.json["values"] == client.get(f"/api/pens/{pen['id']}").json["values"]
    assert opened.json["name"] == "Bramble pen"


@pytest.mark.parametrize(
    ("file", "field", "title"),
    [
        (
            '{"format":"ergamot-design","version":99,"shape":"low-pen","values":{}}',
            "version",
            "The file is from a newer version",
        ),
        ("not json at all", "file", "That could not be read"),
        ('{"format":"something-else"}', "file", "That could not be read"),
        (
            '{"format":"ergamot-design","version":1,"shape":"low-pen","values":{"width":1}}',
            "width",
            "Outside the limits",
        ),
        ('{"format":"ergamot-design","version":1,"shape":"low-pen"}', "values", "That could not be read"),
        ("[" * 50_000, "file", "That could not be read"),
        ("x" * 300_000, "file", "That could not be read"),
    ],
)
def test_strange_design_files_are_refused_and_no_pen_is_made(client, flock, file, field, title):
    problem = refused(client.post("/api/pens/open", json={"flock_id": flock["id"], "file": file}), 422, field)
    assert problem["title"] == title
    assert client.get("/api/pens").json["pens"] == []


def test_a_store_out_of_reach_is_said_plainly():
    nowhere = create_engine("mysql+pymysql://nobody:x@127.0.0.1:9/none", connect_args={"connect_timeout": 1})
    answer = make_app(nowhere).test_client().get("/api/flocks")
    assert answer.status_code == 503
    assert answer.json["title"] == "The store cannot be reached"


def test_every_answer_is_described_by_the_published_document(client, flock, pen):
    spec = with_named_parts(make_app(create_engine("mysql+pymysql://nobody@127.0.0.1/none")).spec)
    for body, name in (
        (flock, "FlockOut"),
        (pen, "BenchOut"),
        (client.get("/api/choices").json, "ChoicesOut"),
    ):
        jsonschema.validate(body, {"$ref": f"#/components/schemas/{name}", **spec})


def test_today_is_the_farms_day_wherever_the_program_runs(client):
    """Twenty-five hours lie between the two: it is never the same day in both."""
    days = []
    for revision, zone in enumerate(("Pacific/Pago_Pago", "Pacific/Kiritimati"), start=1):
        place = client.patch("/api/place", json={"zone": zone}, headers=at(revision)).json
        days.append(date.fromisoformat(place["today"]))
    assert days[1] - days[0] in (timedelta(1), timedelta(2))


def test_an_undo_goes_back_to_what_was_worked_out_and_written(client, pen, monkeypatch):
    path, first = f"/api/pens/{pen['id']}", client.get(f"/api/pens/{pen['id']}").json
    changed = client.patch(path, json={"values": {"length": "3.1 m"}}, headers=at(1)).json
    assert changed["views"] != first["views"]
    for what in ("ergamot.operations.pens.judge", "ergamot.web.bench._worked_out"):
        monkeypatch.setattr(what, None)  # whoever calls it fails
    back = client.post(f"{path}/undo", headers=at(2)).json
    again = {"revision": 3, "can_undo": False, "can_redo": True}
    assert back == {**first, **again}
    assert client.post(f"{path}/redo", headers=at(3)).json["views"] == changed["views"]
