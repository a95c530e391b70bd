"""Searches kept in the store: begun, worked at, stopped, gone on with after a kill; limits; what was found on the bench."""

from __future__ import annotations

import json
import os
import signal
from datetime import date
from functools import partial

import pytest
from hypothesis import given
from hypothesis import strategies as st
from sqlalchemy.orm import Session

from ergamot.core.balance.search.asked import make_asked
from ergamot.core.balance.search.candidate import judged_design
from ergamot.core.balance.search.executor import InLine
from ergamot.core.balance.search.genes import genome_of
from ergamot.core.balance.search.seeds import seeds
from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.catalogue.tables import merged
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import make_design
from ergamot.operations import searches
from ergamot.operations.searches import body_of, candidate_in
from ergamot.store.models import TriedRow
from ergamot.workers import jobs
from ergamot.workers.cluster import PLAIN, Cluster, NoCluster, may_speak_to
from ergamot.workers.jobs import Jobs
from ergamot.workers.judging import parts_of
from ergamot.workers.processes import Processes
from tests.api.test_answers import FLOCK, at, refused, told
from tests.at_once import at_once
from tests.depth import deep

C = load_catalogue()


def in_line(own):
    return InLine(merged(own))


@pytest.fixture(autouse=True)
def short(monkeypatch):
    """Searches of a few small generations."""
    monkeypatch.setattr(searches, "GENERATIONS", 3)
    monkeypatch.setattr(searches, "POPULATION", 12)
    monkeypatch.setattr(searches, "FURTHER", 2)
    monkeypatch.setattr(jobs, "POPULATION", 12)


@pytest.fixture
def flock(client):
    return client.post("/api/flocks", json=FLOCK).json["id"]


def begin(client, flock, **asked):
    answer = client.post("/api/searches", json={"flock_id": flock, "shapes": ["low-pen"], **asked})
    assert answer.status_code == 201, answer.text
    return answer.json


def worked(client, store, search, turns=200):
    """The search after its turns, or all of them."""
    with Jobs(store, in_line, "this:1") as work:
        while turns and work.turn():
            turns -= 1
    return client.get(f"/api/searches/{search['id']}").json


def gone_name():
    """Of a worker of this machine that is no more."""
    return f"{jobs.own_name().rpartition(':')[0]}:999999999"


def test_a_search_waits_runs_and_is_done(client, store, flock):
    begun = begin(client, flock)
    assert (begun["state"], begun["pens"], begun["left_s"]) == ("waiting", [], None)
    half = worked(client, store, begun, turns=1)
    assert half["state"] == "running"
    assert 0 < half["share"] < 1
    assert half["left_s"] > 0
    assert half["pens"]
    again = begin(client, flock)
    assert again["id"] == begun["id"]  # asked the same again
    other = begin(client, flock, more=["wind"])
    assert other["id"] != begun["id"]
    listed = client.get("/api/searches").json["searches"]
    assert [one["id"] for one in listed] == [other["id"], begun["id"]]


def test_what_tabs_ask_at_once_is_one_search_and_there_are_never_too_many(client, flock):
    def ask(**asked):
        body = {"flock_id": flock, "shapes": ["low-pen"], **asked}
        return client.application.test_client().post("/api/searches", json=body)

    same = at_once([ask] * 6)
    assert {one.status_code for one in same} == {201}
    assert len({one.json["id"] for one in same}) == 1
    others = at_once([partial(ask, at_most={"length": f"{30 + n} ft"}) for n in range(10)])
    assert sorted(one.status_code for one in others) == [201] * 7 + [409] * 3
    assert len(client.get("/api/searches").json["searches"]) == 8
    done = next(one for one in others if one.status_code == 201)
    client.post(f"/api/searches/{done.json['id']}/stop")
    assert ask(at_most={"length": "20 ft"}).status_code == 201
    assert client.post(f"/api/searches/{done.json['id']}/on").status_code == 409


def test_stopped_killed_and_gone_on_with_nothing_judged_is_lost(client, store, flock):
    """One search is worked through; another is stopped, gone on with, and its worker lost: the same front in the end."""
    whole = worked(client, store, begin(client, flock))
    keys = [pen["key"] for pen in whole["pens"]]
    assert (whole["state"], whole["share"]) == ("done", 1)
    alike = client.post("/api/flocks", json={**FLOCK, "name": "The same again"}).json["id"]
    broken = begin(client, alike)
    with Jobs(store, in_line, gone_name()) as gone:
        gone.turn()
        assert client.post(f"/api/searches/{broken['id']}/stop").json["state"] == "stopping"
        while gone.turn():
            pass  # what was begun is kept
    stopped = client.get(f"/api/searches/{broken['id']}").json
    assert stopped["state"] == "stopped"
    tried = stopped["tried"]
    assert client.post(f"/api/searches/{broken['id']}/on").json["state"] == "waiting"
    with Session(store) as session:
        before = session.query(TriedRow).filter_by(search_id=broken["id"]).count()
    assert before == tried
    with Jobs(store, in_line, gone_name()) as lost:
        lost.turn()  # taken, and never heard of again
    done = worked(client, store, broken)
    assert done["state"] == "done"
    assert [pen["key"] for pen in done["pens"]] == keys


def test_a_search_that_was_lost_with_the_store_is_taken_up_again_at_once(client, store, flock):
    """By one of the same name, which knows nothing of it."""
    begun = begin(client, flock)
    with Jobs(store, in_line, "this:1") as before:
        before.turn()
    assert worked(client, store, begun)["state"] == "done"


def test_a_search_goes_further_and_says_when_it_is_out_of_date(client, store, flock):
    done = worked(client, store, begin(client, flock))
    assert not done["out_of_date"]
    client.post(f"/api/searches/{done['id']}/on")
    further = worked(client, store, done)
    assert further["tried"] > done["tried"]
    place = client.get("/api/place").json
    client.patch(
        "/api/place",
        json={"gust": "30 m/s"} if "gust" in place else {"slope_percent": 7},
        headers=at(place["revision"]),
    )
    stale = client.get(f"/api/searches/{done['id']}").json
    assert stale["out_of_date"]
    assert stale["pens"]
    refused(client.post(f"/api/searches/{done['id']}/on"), 422, "search")
    assert begin(client, flock)["id"] != done["id"]


def test_limits_and_the_ways_out_of_a_conflict(client, store, flock):
    done = worked(client, store, begin(client, flock))
    path = f"/api/searches/{done['id']}/through"
    free = client.post(path, json={"limits": {}}).json
    assert set(free["passing"]) == {pen["key"] for pen in done["pens"] if pen["passes"]}
    tight = client.post(path, json={"limits": {"mass": 5.0}}).json
    assert tight["passing"] == []
    assert "5" in tight["why"]["metric"]
    way = tight["ways"][0]
    assert way["pens"]
    wider = client.post(path, json={"limits": way["limits"]}).json
    assert way["short"] or {*wider["passing"]} == {*way["pens"]}
    refused(client.post(path, json={"limits": {"colour": 1}}), 422, "limits")
    refused(client.post(path, json={"limits": {"mass": -1}}), 422, "mass")


def test_a_pen_that_was_found_comes_on_the_bench_as_it_was_judged(client, store, flock):
    done = worked(client, store, begin(client, flock))
    pen = done["pens"][0]
    made = client.post(f"/api/searches/{done['id']}/pens/{pen['key']}/open", json={"name": "Found"})
    assert made.status_code == 201, made.text
    bench = client.get(f"/api/pens/{made.json['id']}").json
    levels = {level["what"]: level["ratio"] for level in pen["levels"]}
    for finding in bench["findings"]:
        if finding["what"] in levels:
            assert finding["ratio"] == pytest.approx(levels[finding["what"]])
    refused(client.post(f"/api/searches/{done['id']}/pens/none/open", json={"name": "Found"}), 404, "pen")
    path = f"/api/searches/{done['id']}/pens/{pen['key']}/open"
    version = client.post(path, json={"name": "Second", "version_of": made.json["id"]}).json
    kept = client.get(f"/api/pens/{version['id']}").json
    assert (kept["version_of"], kept["values"]) == (made.json["id"], bench["values"])
    refused(client.post(path, json={"name": "Third", "version_of": 2**31 - 1}), 404, "pen")
    like = begin(client, flock, like=made.json["id"])
    round_it = begin(client, flock, like_found={"search_id": done["id"], "key": pen["key"]})
    assert like["id"] == round_it["id"]  # the same pen, of the bench or found
    begun = worked(client, store, like, turns=1)
    with Session(store) as session:
        assert session.query(TriedRow).filter_by(search_id=begun["id"], pen_key=pen["key"]).count()


def test_what_each_thing_costs_adds_up_with_leaving_it_out(client, store, flock):
    pen = client.post("/api/pens", json={"flock_id": flock, "shape": "coop", "name": "Coop"}).json
    lines = [line for line in client.get(f"/api/pens/{pen['id']}/added").text.splitlines() if line]
    assert len(lines) > 5
    first = next(one for one in map(__import__("json").loads, lines) if one["adds"]["mass"] > 1)
    both = told(client, pen["id"]), told(client, pen["id"], **first["without"])
    fresh = [sum(group["fresh_kg"] for group in bench["groups"]) for bench in both]
    assert fresh[0] - fresh[1] == pytest.approx(first["adds"]["mass"], abs=0.05)


def test_two_pens_for_one_flock_are_reckoned_together(client, store, flock):
    done = worked(client, store, begin(client, flock, in_pens=2))
    pen = next(one for one in done["pens"] if one["key"] == done["best"])
    assert done["in_pens"] == 2
    assert float(pen["together"]["cost"]["metric"]) == pytest.approx(2 * pen["figures"]["cost"], abs=1)
    assert float(done["moves"]["metric"]) % 14 == 0  # meat birds: each pen so many whole times a day


def test_a_full_queue_and_what_cannot_be_are_told_and_nothing_is_kept(client, store, flock):
    refused(client.post("/api/searches", json={"flock_id": 999}), 404, "flock")
    refused(client.post("/api/searches", json={"flock_id": flock, "fixed": {"width": "90 ft"}}), 422, "width")
    refused(
        client.post("/api/searches", json={"flock_id": flock, "at_most": {"width": "narrow"}}), 422, "width"
    )
    for i in range(searches.MOST_UNDER_WAY):
        begin(client, flock, at_most={"length": f"{3000 + i} mm"})
    full = client.post("/api/searches", json={"flock_id": flock, "shapes": ["hoop"]})
    assert full.status_code == 409, full.text
    assert len(client.get("/api/searches").json["searches"]) == searches.MOST_UNDER_WAY


def test_a_flock_that_goes_takes_its_searches_with_it(client, store, flock):
    begun = begin(client, flock)
    with Jobs(store, in_line, "this:1") as work:
        work.turn()
        client.post(f"/api/flocks/{flock}/away", headers=at(1))
        gone = client.delete(f"/api/flocks/{flock}", headers=at(1))
        assert gone.status_code == 204, gone.text
        while work.turn():
            pass  # no error, and no more to do
    assert client.get(f"/api/searches/{begun['id']}").status_code == 404


def asked_and_drafts(count=24):
    flock = make_flock(C, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    asked = make_asked(C, flock, make_conditions(C), ("low-pen", "pipe-kit"))
    assert genome_of(C, asked).size > 10
    return asked, list(seeds(C, asked))[:count]


@given(st.integers(0, 200), st.integers(1, 16))
def test_drafts_are_handed_out_in_order_and_the_last_of_them_one_by_one(count, workers):
    drafts = list(range(count))
    parts = parts_of(drafts, workers)
    assert [one for part in parts for one in part] == drafts
    sizes = [len(part) for part in parts]
    assert sizes == sorted(sizes, reverse=True)
    assert sizes[-workers:] == [1] * min(count, workers)


def keys(candidates):
    return [one and one.key for one in candidates]


def test_processes_find_what_one_finds_and_go_on_when_one_is_killed():
    asked, drafts = asked_and_drafts()
    alone = keys(InLine(C).judged(asked, drafts))
    with Processes(2) as two:
        answers = two.of(()).judged(asked, drafts)
        first = next(answers)
        victim = next(iter(two._pool._processes))
        os.kill(victim, signal.SIGKILL)
        assert keys([first, *answers]) == alone


@deep
def test_a_cluster_finds_the_same_with_one_of_its_workers_killed(monkeypatch):
    monkeypatch.setenv(PLAIN, "yes")
    from distributed import LocalCluster

    asked, drafts = asked_and_drafts()
    alone = keys(InLine(C).judged(asked, drafts))
    with (
        LocalCluster(
            n_workers=2, threads_per_worker=1, processes=True, dashboard_address=None, host="127.0.0.1"
        ) as here,
        Cluster(here.scheduler_address) as cluster,
    ):
        assert cluster.workers == 2
        answers = cluster.of(()).judged(asked, drafts)
        first = next(answers)
        os.kill(next(iter(here.workers.values())).pid, signal.SIGKILL)
        assert keys([first, *answers]) == alone
        assert keys(cluster.of(()).judged(asked, drafts[:4])) == alone[:4]
        assert len(cluster._sent) == 1  # the farm's own rows went once


@deep
def test_a_dead_scheduler_and_one_without_tls_are_told(monkeypatch):
    with pytest.raises(NoCluster, match="only in TLS"):
        Cluster("tcp://127.0.0.1:9")
    monkeypatch.setenv(PLAIN, "yes")
    with pytest.raises(NoCluster, match="Nothing answers"):
        Cluster("tcp://127.0.0.1:9")
    with pytest.raises(NoCluster, match="only in TLS"):
        Cluster("tcp://cluster.example:8786")
    may_speak_to("tls://cluster.example:8786", ["ca", "cert", "key"], plain=False)


def test_a_pen_that_was_found_is_read_as_an_earlier_version_kept_it():
    weak = make_design(C, "coop", {"section": "2x2"})
    flock = make_flock(C, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    found = judged_design(C, make_asked(C, flock, make_conditions(C)), weak)
    assert found.mends["strength"]
    assert candidate_in(body_of(found)).mends == found.mends
    told = json.loads(body_of(found))
    told["mends"] = told["mends"]["strength"]  # it was kept of the frame alone
    assert candidate_in(json.dumps(told)).mends == found.mends
    del told["mends"]
    assert candidate_in(json.dumps(told)).mends == {}
