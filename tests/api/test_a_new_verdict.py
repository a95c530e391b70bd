"""A verdict that only the tests declare, in every answer that tells of verdicts."""

from __future__ import annotations

import json

import pytest

from ergamot.web.app import make_app
from tests.a_verdict import looked_over
from tests.api.test_answers import FLOCK, told


@pytest.fixture
def client(store):
    with looked_over():
        yield make_app(store).test_client()


@pytest.fixture
def pen(client):
    flock = client.post("/api/flocks", json={**FLOCK, "placed": 31}).json[
        "id"
    ]  # benches of other flocks are remembered
    made = client.post("/api/pens", json={"flock_id": flock, "name": "High", "shape": "low-pen"}).json
    tag = {"If-Match": f'"{made["revision"]}"'}
    return client.patch(f"/api/pens/{made['id']}", json={"values": {"height": 1200}}, headers=tag).json


def over(findings):
    return next(one for one in findings if one["what"] == "over")


def test_the_bench_a_trial_and_what_is_told_of_it(client, pen):
    kept = over(pen["findings"])
    assert (kept["name"], kept["shown_as"], kept["post"]) == ("sight", "level", "Shape")
    assert (kept["verdict"], kept["word"], kept["at_post"]) == ("short", "short", "too high")
    tried = client.post(f"/api/pens/{pen['id']}/try", json={"values": {"height": 800}}).json
    assert (over(tried["findings"])["word"], over(tried["findings"])["at_post"]) == ("on your toes", "high")
    assert over(told(client, pen["id"], height=800)["findings"])["working"]


def test_lists_choices_and_changes_that_would_mend_it(client, pen):
    lines = client.post("/api/pens/judged", json={"ids": [pen["id"]]}).json["pens"]
    assert over(lines[0]["verdicts"])["word"] == "short"
    declared = next(one for one in client.get("/api/choices").json["verdicts"] if one["key"] == "over")
    assert declared == {
        "key": "over", "name": "sight", "shown_as": "level", "listed": True, "always": True, "more": True,
    }  # fmt: skip
    mends = client.post(f"/api/pens/{pen['id']}/mends", json={"what": "over"}).text.splitlines()
    first = json.loads(mends[0])
    assert list(first["changes"]) == ["height"]
    assert over(first["marks"])["name"] == "sight"


def test_the_published_document_lists_it_and_what_there_is_not_is_refused(client, pen):
    listed = client.get("/api/openapi.json").json["components"]["schemas"]["MendIn"]["properties"]["what"]
    assert "over" in listed["enum"]
    answer = client.post(f"/api/pens/{pen['id']}/mends", json={"what": "beauty"})
    assert answer.status_code == 422
    assert "'over'" in answer.json["detail"]
