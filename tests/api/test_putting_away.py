"""Putting away, bringing back, deleting for good; lists that build nothing; history by pages; an old store moved on."""

from __future__ import annotations

from datetime import datetime

import pytest
from sqlalchemy import event, text
from sqlalchemy.orm import Session

from ergamot.core.frame import design as framing
from ergamot.store import documents
from ergamot.store.documents import PLACE, ROW
from ergamot.store.records import create, edits, find, revise, settled_farm, undo
from launch.mariadb import PrivateServer, free_port
from launch.serve import migrate
from tests.api.test_answers import FIELD, FLOCK, at, refused

NOW = datetime(2026, 5, 1, 7, 30)


@pytest.fixture
def farm(client):
    flock = client.post("/api/flocks", json=FLOCK).json
    pen = client.post("/api/pens", json={"flock_id": flock["id"], "name": "Bramble"}).json
    lawn = client.post("/api/fields", json=FIELD).json
    return flock, pen, lawn


def away(client):
    return {(one["kind"], one["name"]): one for one in client.get("/api/away").json["away"]}


@pytest.mark.parametrize(
    ("kind", "which", "name"),
    [("flocks", 0, "Spring broilers"), ("pens", 1, "Bramble"), ("fields", 2, "House lawn")],
)
def test_a_thing_put_away_is_out_of_its_list_and_comes_back_as_it_was(client, farm, kind, which, name):
    one = farm[which]
    before = client.get(f"/api/{kind}").json[kind]
    assert client.post(f"/api/{kind}/{one['id']}/away", headers=at(one["revision"])).status_code == 200
    assert client.get(f"/api/{kind}").json[kind] == []
    assert (kind.rstrip("s"), name) in away(client)
    client.post(f"/api/{kind}/{one['id']}/back", headers=at(one["revision"]))
    assert client.get(f"/api/{kind}").json[kind] == before
    assert away(client) == {}


def test_only_what_is_put_away_can_be_deleted_and_what_hangs_on_it_is_told_first(client, farm):
    flock, pen, _ = farm
    path = f"/api/flocks/{flock['id']}"
    assert client.delete(path, headers=at(1)).status_code == 409
    client.post(f"{path}/away", headers=at(1))
    hanging = away(client)["flock", "Spring broilers"]["hanging"]
    assert [(one["kind"], one["name"]) for one in hanging] == [("pen", "Bramble")]
    refused(client.delete(path, headers=at(1)), 409, "with")
    assert client.get(f"/api/pens/{pen['id']}").status_code == 200
    assert client.delete(f"{path}?told=1", headers=at(1)).status_code == 204
    refused(client.get(f"/api/pens/{pen['id']}"), 404, "pen")
    assert client.get("/api/pens").json["pens"] == []


def test_a_stale_hand_deletes_nothing(client, farm):
    lawn = farm[2]
    client.post(f"/api/fields/{lawn['id']}/away", headers=at(1))
    client.put(f"/api/fields/{lawn['id']}", json={**FIELD, "name": "Long lawn"}, headers=at(1))
    assert client.delete(f"/api/fields/{lawn['id']}", headers=at(1)).status_code == 412
    assert ("field", "Long lawn") in away(client)


def test_a_row_a_pen_is_built_of_is_not_put_away_until_the_pen_goes(client, farm):
    pen = farm[1]
    tables = {one["name"]: one for one in client.get("/api/catalogue").json["tables"]}
    cells = next(row["cells"] for row in tables["sheets"]["rows"] if row["key"] == "pvc")
    kept = client.put(
        "/api/catalogue/sheets/old", json={"cells": {**cells, "label": "old"}}, headers=at(0)
    ).json
    changed = client.patch(f"/api/pens/{pen['id']}", json={"values": {"roof": "old"}}, headers=at(1)).json
    refused_answer = client.post(f"/api/rows/{kept['id']}/away", headers=at(1))
    assert refused_answer.status_code == 422
    assert "Bramble" in refused_answer.json["detail"]
    client.post(f"/api/pens/{pen['id']}/undo", headers=at(changed["revision"]))
    assert client.post(f"/api/rows/{kept['id']}/away", headers=at(1)).status_code == 200
    shapes = client.get("/api/choices").json["shapes"]
    assert not any(choice["key"] == "old" for p in shapes[0]["parameters"] for choice in p["choices"])
    client.post(f"/api/rows/{kept['id']}/back", headers=at(1))
    shapes = client.get("/api/choices").json["shapes"]
    assert any(choice["key"] == "old" for p in shapes[0]["parameters"] for choice in p["choices"])


def test_a_list_of_pens_builds_and_judges_nothing_that_has_not_changed(client, farm, monkeypatch):
    flock, pen, _ = farm

    def never(*_):
        raise AssertionError("a list frames nothing")

    with monkeypatch.context() as frozen:
        for module in ("ergamot.operations.pens.build", "ergamot.operations.pens.judge"):
            frozen.setattr(module, never)
        frozen.setattr(framing, "build", never)
        line = client.get("/api/pens").json["pens"][0]
        assert line["judged"]
        assert line["verdicts"] == [
            {name: one[name] for name in ("what", "verdict", "word")}
            for one in pen["findings"]
            if one["verdict"] and one["shown_as"] == "level"
        ]
    client.put(f"/api/flocks/{flock['id']}", json={**FLOCK, "placed": 90}, headers=at(1))
    stale = client.get("/api/pens").json["pens"][0]
    assert (stale["judged"], stale["verdicts"]) == (False, [])
    fresh = client.post("/api/pens/judged", json={"ids": [pen["id"]]}).json["pens"][0]
    assert fresh["verdicts"][0] == {"what": "space", "verdict": "short", "word": "short"}
    assert client.get("/api/pens").json["pens"][0] == fresh


def test_pens_come_by_pages(client, farm):
    _, first, _ = farm
    ids = [first["id"]]
    for n in range(4):
        ids.append(client.post(f"/api/pens/{first['id']}/copy", json={"name": f"Copy {n}"}).json["id"])
    seen, after = [], 0
    while after is not None:
        page = client.get(f"/api/pens?most=2&after={after}").json
        assert len(page["pens"]) <= 2
        seen += [one["id"] for one in page["pens"]]
        after = page["after"]
    assert seen == ids


@pytest.fixture
def session(store):
    with Session(store) as opened:
        yield opened


def test_an_undo_asks_the_store_no_more_the_longer_the_history_is(session):
    """Three hundred steps taken back and brought back one by one: each asks as much as the first."""
    record = create(session, settled_farm(session, NOW), PLACE, {"n": 0}, "made", "keeper", NOW)
    for n in range(1, 301):
        record = revise(session, record, record.revision, {"n": n}, "", "keeper", NOW)
    asked = []
    event.listen(session.get_bind(), "before_cursor_execute", lambda *_: asked.append(1))
    counts = []
    for _ in range(300):
        asked.clear()
        record = undo(session, record, record.revision, "keeper", NOW)
        counts.append(len(asked))
    assert record.body == {"n": 0}
    assert max(counts) <= 6


def test_history_is_told_by_pages_and_says_what_stands(session):
    record = create(session, settled_farm(session, NOW), PLACE, {"n": 0}, "made", "keeper", NOW)
    for n in range(1, 120):
        record = revise(session, record, record.revision, {"n": n}, "", "keeper", NOW)
    for _ in range(10):
        record = undo(session, record, record.revision, "keeper", NOW)
    seen, before = [], 2**31 - 1
    while True:
        found, standing = edits(session, record, before, 25)
        if not found:
            break
        seen += [(one.number, one.number in standing) for one in found]
        before = found[-1].number
    assert [number for number, _ in seen] == list(range(120, 0, -1))
    assert {number for number, stands in seen if not stands} == set(range(111, 121))


OLD = """
CREATE TABLE farm (id INTEGER PRIMARY KEY AUTO_INCREMENT, name VARCHAR(80) NOT NULL, made_at DATETIME NOT NULL);
CREATE TABLE record (id INTEGER PRIMARY KEY AUTO_INCREMENT, farm_id INTEGER NOT NULL, kind VARCHAR(16) NOT NULL,
  head INTEGER NOT NULL, made_at DATETIME NOT NULL, INDEX ix_record_farm_id (farm_id), INDEX ix_record_kind (kind),
  FOREIGN KEY (farm_id) REFERENCES farm (id));
CREATE TABLE revision (id INTEGER PRIMARY KEY AUTO_INCREMENT, record_id INTEGER NOT NULL, number INTEGER NOT NULL,
  cause VARCHAR(8) NOT NULL, state INTEGER NOT NULL, `before` INTEGER NOT NULL, body JSON NOT NULL,
  note VARCHAR(200) NOT NULL, made_by VARCHAR(80) NOT NULL, made_at DATETIME NOT NULL,
  UNIQUE revision_number (record_id, number), FOREIGN KEY (record_id) REFERENCES record (id));
CREATE TABLE alembic_version (version_num VARCHAR(32) PRIMARY KEY);
INSERT INTO alembic_version VALUES ('0003');
INSERT INTO farm VALUES (1, 'My farm', '2026-01-01'), (2, 'My farm', '2026-01-01');
INSERT INTO record VALUES (1, 1, 'place', 1, '2026-01-01'), (2, 2, 'place', 2, '2026-01-01'),
  (3, 2, 'lawn', 5, '2026-01-01'), (4, 1, 'row', 1, '2026-01-01'), (5, 1, 'row', 1, '2026-01-01');
INSERT INTO revision (record_id, number, cause, state, `before`, body, note, made_by, made_at) VALUES
  (1, 1, 'edit', 1, 0, '{"crew": "man"}', '', 'k', '2026-01-01'),
  (2, 1, 'edit', 1, 0, '{"crew": "man"}', '', 'k', '2026-01-01'),
  (2, 2, 'edit', 2, 1, '{"crew": "woman"}', '', 'k', '2026-01-01'),
  (3, 1, 'edit', 1, 0, '{"name": "Lawn", "length_m": 1, "width_m": 9, "heading_deg": 0}', '', 'k', '2026-01-01'), (3, 2, 'edit', 2, 1, '{"name": "Lawn", "length_m": 2, "width_m": 9, "heading_deg": 0}', '', 'k', '2026-01-01'),
  (3, 3, 'edit', 3, 2, '{"name": "Lawn", "length_m": 3, "width_m": 9, "heading_deg": 0}', '', 'k', '2026-01-01'), (3, 4, 'undo', 2, 1, '{"name": "Lawn", "length_m": 2, "width_m": 9, "heading_deg": 0}', '', 'k', '2026-01-01'),
  (3, 5, 'undo', 1, 0, '{"name": "Lawn", "length_m": 1, "width_m": 9, "heading_deg": 0}', '', 'k', '2026-01-01'),
  (4, 1, 'edit', 1, 0, '{"table": "anchors", "key": "peg", "cells": {}}', '', 'k', '2026-01-01'),
  (5, 1, 'edit', 1, 0, '{"table": "anchors", "key": "peg", "cells": {}}', '', 'k', '2026-01-01');
"""


def test_a_store_that_had_forked_is_one_farm_again_with_nothing_lost(tmp_path):
    """As the last version could leave it: two farms, two places, a row twice, steps taken back."""
    from ergamot.store.engine import open_engine
    from ergamot.store.records import find_all, find_keyed, redo

    with PrivateServer(tmp_path / "db", free_port(33990)) as server:
        server.sql("USE ergamot;" + OLD)
        migrate(server.address)
        engine = open_engine(server.address)
        with Session(engine) as session:
            farm = settled_farm(session, NOW)
            assert session.scalar(text("SELECT COUNT(*) FROM farm")) == 1
            assert session.scalar(text("SELECT COUNT(*) FROM revision")) == 10
            assert [one.body["crew"] for one in find_keyed(session, farm, PLACE)] == ["woman"]
            assert len(find_keyed(session, farm, ROW)) == 1
            lawn = find_all(session, farm, documents.FIELD)[0]
            assert (lawn.body.length_m, lawn.can_undo, lawn.can_redo) == (1, False, True)
            lawn = redo(session, lawn, lawn.revision, "k", NOW)
            lawn = redo(session, lawn, lawn.revision, "k", NOW)
            assert (lawn.body.length_m, lawn.can_redo) == (3, False)
        engine.dispose()


@pytest.mark.parametrize(
    ("first", "then", "kept"), [(80.0, 80.0, None), (80.0, 95.0, 95.0), (95.0, 80.0, 80.0)]
)
def test_a_heaviest_pen_that_nobody_ever_set_is_none(tmp_path, first, then, kept):
    """Farms began with one of 80 kg; where it was ever another, it is the keeper's own."""
    from ergamot.store.engine import open_engine
    from ergamot.store.records import find_keyed

    old = OLD
    for crew, figure in (("man", first), ("woman", then)):
        old = old.replace(f'{{"crew": "{crew}"}}', f'{{"crew": "{crew}", "heaviest_kg": {figure}}}')
    with PrivateServer(tmp_path / "db", free_port(33990)) as server:
        server.sql("USE ergamot;" + old)
        migrate(server.address)
        engine = open_engine(server.address)
        with Session(engine) as session:
            (place,) = find_keyed(session, settled_farm(session, NOW), PLACE)
            assert place.body == {"crew": "woman", "heaviest_kg": kept}
        engine.dispose()


def test_older_tables_are_not_gone_back_to_while_something_is_kept(tmp_path):
    import os
    import subprocess

    from launch.machine import PYTHON
    from launch.plain import ROOT

    with PrivateServer(tmp_path / "db", free_port(33990)) as server:
        migrate(server.address)
        server.sql("INSERT INTO ergamot.farm (`key`, name, made_at) VALUES ('home', 'My farm', NOW())")
        env = {**os.environ, "ERGAMOT_DATABASE": server.address}
        back = subprocess.run(
            [str(PYTHON), "-m", "alembic", "downgrade", "base"],
            cwd=ROOT,
            env=env,
            capture_output=True,
            text=True,
            check=False,
        )
        assert back.returncode != 0
        assert "not dropped while it is" in back.stderr
        server.sql("SELECT 1 FROM ergamot.farm")


def test_a_deleted_thing_can_not_be_revised_any_more(session):
    from ergamot.core.errors import NotFound
    from ergamot.store.records import erase, put_away

    record = create(session, settled_farm(session, NOW), PLACE, {"n": 0}, "made", "keeper", NOW)
    put_away(session, record, 1, NOW)
    erase(session, record, 1)
    with pytest.raises(NotFound):
        find(session, settled_farm(session, NOW), PLACE, record.id)
    with pytest.raises(NotFound):
        revise(session, record, 1, {"n": 1}, "", "keeper", NOW)
