"""Who may ask: hosts and origins, bodies, headers; odd tags, paths and names."""

from __future__ import annotations

from datetime import datetime
from functools import partial

import pytest
from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session

from ergamot.store import documents
from ergamot.store.models import FarmRow, RecordRow
from ergamot.store.records import create
from ergamot.web.app import make_app
from tests.api.test_answers import FIELD, FLOCK, at, refused
from tests.at_once import at_once
from tests.conftest import emptied

FIRST = {"If-Match": '"1"'}
NOW = datetime(2026, 1, 1)


@pytest.mark.parametrize("host", ["evil.example", "localhost.evil.example", "127.0.0.1.nip.example", ""])
def test_a_host_this_farm_is_not_known_by_gets_nothing(client, host):
    answer = client.get("/api/flocks", headers={"Host": host})
    assert (answer.status_code, answer.content_type) == (421, "application/problem+json")
    assert client.get("/", headers={"Host": host}).status_code == 421


@pytest.mark.parametrize("host", ["127.0.0.1:8710", "localhost", "[::1]:8710", "LOCALHOST:99"])
def test_names_of_this_machine_are_answered(client, host):
    assert client.get("/api/flocks", headers={"Host": host}).status_code == 200


def test_a_name_of_the_keepers_own_can_be_configured(store, monkeypatch):
    monkeypatch.setenv("ERGAMOT_HOSTS", "farm.local, shed:8710")
    client = make_app(store).test_client()
    assert client.get("/api/flocks", headers={"Host": "farm.local:80"}).status_code == 200
    assert client.get("/api/flocks", headers={"Host": "shed"}).status_code == 200
    assert client.get("/api/flocks", headers={"Host": "barn"}).status_code == 421


@pytest.mark.parametrize(
    "origin", ["https://evil.example", "null", "http://localhost:1", "file://", "garbage"]
)
def test_a_page_elsewhere_can_neither_read_nor_write(client, origin):
    for answer in (
        client.post("/api/flocks", json=FLOCK, headers={"Origin": origin}),
        client.get("/api/flocks", headers={"Origin": origin}),
    ):
        assert answer.status_code == 403
    assert client.get("/api/flocks").json["flocks"] == []
    assert client.post("/api/flocks", json=FLOCK, headers={"Origin": "http://localhost"}).status_code == 201


@pytest.mark.parametrize("site", ["cross-site", "same-site"])
def test_what_a_browser_says_came_from_elsewhere_changes_nothing(client, site):
    answer = client.post("/api/flocks", json=FLOCK, headers={"Sec-Fetch-Site": site})
    assert answer.status_code == 403


@pytest.mark.parametrize(
    "kind", ["text/plain", "application/x-www-form-urlencoded", "multipart/form-data", ""]
)
def test_a_body_that_is_not_json_is_not_read(client, kind):
    answer = client.post("/api/fields", data='{"name": "x"}', content_type=kind)
    assert answer.status_code == 415
    assert client.get("/api/fields").json["fields"] == []


def test_every_answer_tells_the_browser_what_it_may_do(client):
    for path in ("/", "/api/flocks", "/api/nothing", "/api/pens/9"):
        headers = client.get(path, buffered=True).headers
        policy = headers["Content-Security-Policy"]
        assert "script-src 'self'" in policy
        assert "unsafe-inline" not in policy
        assert "frame-ancestors 'none'" in policy
        assert headers["X-Frame-Options"] == "DENY"
        assert headers["X-Content-Type-Options"] == "nosniff"
        assert headers["Referrer-Policy"] == "no-referrer"


@pytest.mark.parametrize("tag", ["²", "٣", "-1", "1.0", '"', "9" * 400, "1; drop", '"1" "2"', "*"])
def test_an_odd_tag_is_no_revision(client, tag):
    lawn = client.post("/api/fields", json=FIELD).json
    answer = client.put(
        f"/api/fields/{lawn['id']}", json=FIELD, headers={"If-Match": tag.encode().decode("latin-1")}
    )
    refused(answer, 428, "If-Match")


@pytest.mark.parametrize(
    "path", ["/assets/nothing.js", "/" + "x" * 5000 + ".png", "/a%00b.svg", "/..%2f..%2fetc/passwd.txt"]
)
def test_a_file_that_is_not_there_is_said_so_the_same_way(client, path):
    answer = client.get(path)
    assert answer.status_code == 404
    assert answer.json["title"] == "Not found"


@pytest.mark.parametrize("path", ["/pens/12", "/" + "x" * 3000])
def test_every_address_a_keeper_can_be_at_gets_the_page(client, path):
    assert "<title>Ergamot</title>" in client.get(path, buffered=True).text


@pytest.mark.parametrize("number", [2**31, 10**40])
def test_a_number_no_record_can_have_is_not_found(client, number):
    refused(client.get(f"/api/pens/{number}"), 404, "pen")
    refused(client.post("/api/pens", json={"flock_id": number, "name": "x"}), 404, "flock")


@pytest.mark.parametrize("year", ["9999-12-30", "0001-01-01", "1850-06-01"])
def test_dates_far_from_any_flock_are_refused_by_name(client, year):
    answer = client.post(
        "/api/flocks", json={**FLOCK, "hatch": year, "out": "9999-12-30", "leaves": "9999-12-31"}
    )
    assert answer.status_code == 422
    assert answer.json["field"] in ("hatch", "out", "leaves")


@pytest.mark.parametrize("field", ["wings", "id", "revision"])
def test_a_field_that_is_not_known_is_refused_by_name(client, field):
    refused(client.post("/api/flocks", json={**FLOCK, field: 1}), 422, field)


@pytest.mark.parametrize(
    "typed", ["8-1/0", '1/0"', "7-10 1/0", "1" * 400, "9" * 61 + "m", "8-1/99999999999999999999"]
)
def test_a_length_that_cannot_be_is_refused(client, typed):
    refused(client.post("/api/fields", json={**FIELD, "length_m": typed}), 422, "length_m")


@pytest.mark.parametrize("name", ["bad\u0000name", "zero\u200bwidth", "bell\u0007", "\ud800"])
def test_a_name_with_signs_that_cannot_be_seen_is_refused(client, name):
    answer = client.post("/api/fields", json={**FIELD, "name": name})
    assert answer.status_code == 422
    assert client.get("/api/fields").json["fields"] == []


def test_a_change_that_changes_nothing_is_no_step(client):
    lawn = client.post("/api/fields", json=FIELD).json
    again = client.put(f"/api/fields/{lawn['id']}", json=FIELD, headers=at(1)).json
    assert (again["revision"], again["can_undo"]) == (1, False)


def _method(body, path):
    if body is None:
        return "GET"
    return "PATCH" if path == "/api/place" else "POST"


def test_what_is_only_read_makes_nothing(store):
    client = make_app(store).test_client()
    for path in (
        "/api/place",
        "/api/pens",
        "/api/flocks",
        "/api/fields",
        "/api/catalogue",
        "/api/choices",
        "/api/away",
    ):
        assert client.get(path).status_code == 200, path
    assert client.get("/api/place").json["revision"] == 1
    with Session(store) as session:
        assert (session.query(FarmRow).count(), session.query(RecordRow).count()) == (0, 0)
    changed = client.patch("/api/place", json={"turf": "rough"}, headers=FIRST)
    assert (changed.json["revision"], changed.json["turf"], changed.json["can_undo"]) == (2, "rough", True)


def test_a_record_of_another_farm_is_not_found(store):
    client = make_app(store).test_client()
    made = client.post("/api/flocks", json=FLOCK).json["id"]
    with Session(store) as session:
        other = FarmRow(key="neighbour", name="Next door", made_at=NOW)
        session.add(other)
        session.flush()
        theirs = create(
            session,
            other.id,
            documents.FLOCK,
            documents.FlockBody("theirs", "layer", 6, *[NOW.date()] * 3),
            "",
            "them",
            NOW,
        ).id
        session.commit()
    assert client.get("/api/flocks").json["flocks"][0]["id"] == made
    for path in (f"/api/flocks/{theirs}/history", f"/api/flocks/{theirs}/undo"):
        asked = client.get(path) if path.endswith("history") else client.post(path, headers=FIRST)
        assert asked.status_code == 404, path
    pen = client.post("/api/pens", json={"flock_id": theirs, "name": "Bramble"})
    assert (pen.status_code, pen.json["field"]) == (404, "flock")


def test_two_first_requests_at_once_make_one_farm_and_one_place(store):
    app = make_app(store)
    for _ in range(12):
        emptied(store)
        asked = [
            (FLOCK, "/api/flocks"),
            ({**FLOCK, "name": "Other"}, "/api/flocks"),
            ({"turf": "rough"}, "/api/place"),
            ({"turf": "tussocks"}, "/api/place"),
            (FIELD, "/api/fields"),
            *(
                (None, path)
                for path in ("/api/pens", "/api/catalogue", "/api/flocks", "/api/fields", "/api/pens")
            ),
        ]
        answers = at_once(
            [
                partial(app.test_client().open, path, method=_method(body, path), json=body, headers=FIRST)
                for body, path in asked
            ]
        )
        codes = sorted(answer.status_code for answer in answers)
        assert codes == [200] * 6 + [201] * 3 + [
            412
        ]  # of two changes to the place from one revision, one is told
        with Session(store) as session:
            assert session.query(FarmRow).count() == 1
            assert session.query(RecordRow).filter_by(kind="place").count() == 1
        client = app.test_client()
        assert len(client.get("/api/flocks").json["flocks"]) == 2
        assert len(client.get("/api/fields").json["fields"]) == 1


def test_the_same_row_made_twice_at_once_is_made_once(store, client):
    tables = {one["name"]: one for one in client.get("/api/catalogue").json["tables"]}
    cells = dict(tables["anchors"]["rows"][0]["cells"], source="home")
    client.get("/api/place")

    def put(mine, hold):
        body = {"cells": {**cells, "hold_n": hold}}
        return mine.put("/api/catalogue/anchors/peg", json=body, headers={"If-Match": '"0"'})

    answers = at_once([partial(put, client.application.test_client(), hold) for hold in ("100", "200")])
    assert sorted(answer.status_code for answer in answers) == [200, 412]
    kept = {one["name"]: one for one in client.get("/api/catalogue").json["tables"]}["anchors"]["rows"]
    assert len([row for row in kept if row["key"] == "peg"]) == 1


@pytest.mark.parametrize(
    "says",
    [
        (1114, "The table 'revision' is full"),
        (1021, "Disk full"),
        (3, 'Errcode: 28 "No space left on device"'),
    ],
)
def test_a_full_disk_is_said_and_nothing_half_is_left(store, client, monkeypatch, says):
    def full(_):
        raise OperationalError("INSERT", {}, Exception(*says))

    with monkeypatch.context() as filled:
        filled.setattr(Session, "commit", full)
        answer = client.post("/api/flocks", json=FLOCK)
    assert answer.status_code == 507
    assert "disk" in answer.json["detail"]
    assert client.get("/api/flocks").json["flocks"] == []


def test_a_connection_lost_as_it_is_kept_is_said_and_nothing_half_is_left(store, client, monkeypatch):
    def lost(_):
        raise OperationalError("COMMIT", {}, Exception(2013, "Lost connection"))

    with monkeypatch.context() as away:
        away.setattr(Session, "commit", lost)
        answer = client.post("/api/flocks", json=FLOCK)
    assert (answer.status_code, answer.headers["Retry-After"]) == (503, "1")
    assert client.get("/api/flocks").json["flocks"] == []
