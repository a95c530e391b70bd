"""A field's season over the API: several pens planned together, what is said of their moves, and the plan as files."""

from __future__ import annotations

import io
from datetime import date, timedelta
from importlib import import_module
from unittest.mock import patch

import pytest
import shapely
from icalendar import Calendar
from pypdf import PdfReader
from sqlalchemy.orm import Session

from ergamot.core.ground.ledger import overlap
from ergamot.demo.tansy_rise import BENT_MEADOW, PADDOCK
from tests.api.grass import BROILERS, HENS, SQUARE, day, put_pen, walk
from tests.api.test_answers import at, refused
from tests.demo_farm import demo_farm


@pytest.fixture
def field(client):
    """A field with a pen of broilers and a coop of hens on it."""
    made = client.post("/api/fields", json=SQUARE).json
    first = put_pen(client, "Bramble", BROILERS)
    second = put_pen(client, "Coop", HENS, shape="coop")
    team = [
        {"pen": first, "stays": "grass", "first": day(-6)},
        {"pen": second, "stays": "two-days", "first": day(-6)},
    ]
    assert walk(client, made, *team).status_code == 200
    return {"id": made["id"], "path": f"/api/fields/{made['id']}", "pens": [first, second]}


def season(client, field):
    answer = client.get(f"{field['path']}/season")
    assert answer.status_code == 200, answer.text
    return answer.json["season"]


def test_two_pens_walk_a_field_each_on_its_part_and_never_meet(client, field):
    seen = season(client, field)
    assert [pen["name"] for pen in seen["pens"]] == ["Bramble", "Coop"]
    low, high = (pen["band"] for pen in seen["pens"])
    assert low[1] < high[0] or high[1] < low[0]
    edge = shapely.Polygon(seen["edge"]).buffer(0.02)
    by_pen = {pen: [one for one in seen["visits"] if one["pen"] == pen] for pen in field["pens"]}
    assert all(len(visits) > 20 for visits in by_pen.values())
    for one in seen["visits"]:
        corners = list(zip(one["corners"][::2], one["corners"][1::2], strict=True))
        assert edge.covers(shapely.Polygon(corners))
    for one in by_pen[field["pens"][0]]:
        for other in by_pen[field["pens"][1]]:
            mine, theirs = (
                list(zip(each["corners"][::2], each["corners"][1::2], strict=True)) for each in (one, other)
            )
            assert not overlap(mine, theirs)


def test_a_field_without_pens_has_no_season(client):
    made = client.post("/api/fields", json=SQUARE).json
    assert client.get(f"/api/fields/{made['id']}/season").json["season"] is None


def test_moves_done_are_kept_and_a_replan_never_changes_them(client, field):
    before = season(client, field)
    first = field["pens"][0]
    answer = client.post(f"{field['path']}/done", json={"pen": first, "through": day(0)})
    assert answer.status_code == 200, answer.text
    done = [one for one in answer.json["season"]["visits"] if one["state"] == "done"]
    planned = [one for one in before["visits"] if one["pen"] == first and one["day"] < day(0)]
    assert [(one["day"], one["corners"]) for one in done] == [(one["day"], one["corners"]) for one in planned]
    stands = next(one for one in answer.json["season"]["visits"] if one["state"] == "stands")
    assert stands["day"] == day(0)
    narrower = {**SQUARE, "outline": [[0, 0], [60, 0], [60, 30], [0, 30]], "heading_deg": 90}
    revision = client.get("/api/fields").json["fields"][0]["revision"]
    assert client.put(field["path"], json=narrower, headers=at(revision)).status_code == 200
    after = season(client, field)
    kept = [one for one in after["visits"] if one["state"] == "done" and one["pen"] == first]
    assert [(one["day"], one["left"], one["nitrogen"]) for one in kept[: len(done)]] == [
        (one["day"], one["left"], one["nitrogen"]) for one in done
    ]
    assert all(
        one["day"] >= day(0) for one in after["visits"] if one["state"] == "planned" and one["pen"] == first
    )
    said_twice = client.post(f"{field['path']}/done", json={"pen": first, "through": day(0)}).json["season"]
    assert said_twice["visits"] == after["visits"]


def test_a_pen_put_elsewhere_goes_on_from_there(client, field):
    first = field["pens"][0]
    seen = season(client, field)
    pen = seen["pens"][0]
    aside = pen["stops"][len(pen["stops"]) // 2]
    middle = {"u_m": aside["u_m"] + pen["length_m"] / 2, "v_m": aside["v_m"] + pen["width_m"] / 2}
    body = {"pen": first, "day": day(-4), **middle}
    answer = client.post(f"{field['path']}/by-hand", json=body)
    assert answer.status_code == 200, answer.text
    mine = [one for one in answer.json["season"]["visits"] if one["pen"] == first]
    stands = next(one for one in mine if one["state"] == "stands")
    assert stands["day"] == day(-4)
    then = next(one for one in mine if one["state"] == "planned")
    assert then["day"] > stands["day"]
    assert then["haul_m"] <= pen["width_m"] + 1e-6
    refused(client.post(f"{field['path']}/by-hand", json={**body, "u_m": 500}), 422, "place")
    refused(client.post(f"{field['path']}/by-hand", json={**body, "day": day(-5)}), 422, "day")
    back = client.post(f"{field['path']}/taken-back", json={"pen": first}).json["season"]
    assert all(
        one["day"] <= day(-5) for one in back["visits"] if one["pen"] == first and one["state"] == "stands"
    )


def test_a_missed_day_keeps_the_pen_where_it_was_and_a_wet_stop_is_passed_over(client, field):
    first = field["pens"][0]
    before = [one for one in season(client, field)["visits"] if one["pen"] == first]
    third = before[3]["day"]
    missed = client.post(f"{field['path']}/not-moved", json={"pen": first, "day": third}).json["season"]
    mine = [one for one in missed["visits"] if one["pen"] == first]
    stands = next(one for one in mine if one["state"] == "stands")
    assert stands["day"] == before[2]["day"]
    assert stands["left"] > third
    wet = next(one for one in mine if one["state"] == "planned")
    passed = client.post(f"{field['path']}/passed-over", json={"pen": first, "day": wet["day"]}).json[
        "season"
    ]
    week = (date.fromisoformat(wet["day"]) + timedelta(days=7)).isoformat()
    stood = [one for one in passed["visits"] if one["corners"] == wet["corners"] and one["day"] <= week]
    assert stood == []
    back = client.post(f"{field['path']}/taken-back", json={"pen": first}).json["season"]
    assert any(one["corners"] == wet["corners"] and one["day"] == wet["day"] for one in back["visits"])


def test_a_strips_year_and_a_days_working_are_told(client, field):
    seen = season(client, field)
    one = seen["visits"][0]
    u, v = sum(one["corners"][::2]) / 4, sum(one["corners"][1::2]) / 4
    told = client.get(f"{field['path']}/strip?u={u}&v={v}&on={one['day']}").json
    assert told["visits"][0]["day"] == one["day"]
    assert told["ready"] == one["ready"]
    assert told["limit"]["metric"] == "250 kg/ha"
    told_day = client.get(f"{field['path']}/day?pen={one['pen']}&on={one['day']}").json
    assert {step["symbol"] for step in told_day["working"]} >= {"wear", "cover", "N", "stay", "w"}
    refused(client.get(f"{field['path']}/day?pen={one['pen']}&on=2030-01-01"), 404, "on")


def test_the_season_goes_out_as_calendar_table_and_map(client, field):
    seen = season(client, field)
    planned = [one for one in seen["visits"] if one["state"] == "planned"]
    events = Calendar.from_ical(client.get(f"{field['path']}/moves.ics").text).walk("VEVENT")
    made = [one for one in events if one["STATUS"] == "CONFIRMED"]
    assert len(made) == len(planned)
    assert len({str(one["UID"]) for one in events}) == len(events)
    sequence = int(made[0]["SEQUENCE"])
    client.post(f"{field['path']}/done", json={"pen": field["pens"][0], "through": day(-5)})
    again = Calendar.from_ical(client.get(f"{field['path']}/moves.ics").text).walk("VEVENT")
    assert int(again[0]["SEQUENCE"]) >= sequence
    rows = client.get(f"{field['path']}/moves.csv?pen={field['pens'][1]}").text.splitlines()
    assert len(rows) == 1 + sum(one["pen"] == field["pens"][1] for one in planned)
    stops = client.get(f"{field['path']}/moves.geojson").get_json(force=True)["features"]
    assert any(one["properties"].get("pen") == "Coop" for one in stops)
    refused(client.get(f"{field['path']}/moves.csv?pen=999999"), 404, "pen")


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_a_month_goes_on_the_wall_with_its_moves_and_the_fields_lanes(client, field, paper):
    seen = season(client, field)
    month = next(one["day"] for one in seen["visits"] if one["state"] == "planned")
    answer = client.get(f"{field['path']}/almanac.pdf?month={month}&paper={paper}")
    assert answer.mimetype == "application/pdf"
    first, second = (page.extract_text() for page in PdfReader(io.BytesIO(answer.data)).pages)
    assert f"{date.fromisoformat(month):%B %Y}" in first
    in_it = [one for one in seen["visits"] if one["state"] == "planned" and one["day"][:7] == month[:7]]
    few = [one for one in in_it if sum(other["day"] == one["day"] for other in in_it) <= 6]
    letters = {pen["pen"]: letter for pen, letter in zip(seen["pens"], "AB", strict=True)}
    for one in few:
        assert f"{letters[one['pen']]}  lane {one['lane'] + 1}, stop {one['stop'] + 1}" in first
    assert "its lanes" in second
    refused(client.get(f"{field['path']}/almanac.pdf?month=2001-01-01"), 422, "month")


def test_moves_are_at_the_farms_own_hour_on_both_sides_of_the_clock_change(client, field):
    place = client.get("/api/place").json
    client.patch("/api/place", json={"zone": "Europe/Dublin"}, headers=at(place["revision"]))
    events = Calendar.from_ical(client.get(f"{field['path']}/moves.ics").text).walk("VEVENT")
    hours = {
        one.decoded("DTSTART").hour
        for one in events
        if one["STATUS"] == "CONFIRMED" and str(one["UID"]).endswith("-1@ergamot.invalid")
    }
    assert hours == {7}
    offsets = {one.decoded("DTSTART").utcoffset() for one in events if one["STATUS"] == "CONFIRMED"}
    assert timedelta(hours=1) in offsets


def test_a_bed_is_kept_off_before_it_is_picked_and_shut_ground_between_its_days(client, field):
    whole = {"kind": "gap", "form": "area", "points": [[0, 0], [60, 0], [60, 40], [0, 40]], "off_m": 0}
    shut = {**whole, "shut_from": day(3), "shut_to": day(5)}
    revision = client.get("/api/fields").json["fields"][0]["revision"]
    kept = client.put(field["path"], json={**SQUARE, "obstacles": [shut]}, headers=at(revision))
    assert kept.json["obstacles"][0]["shut_from"] == day(3)
    days = {one["day"] for one in season(client, field)["visits"] if one["state"] == "planned"}
    assert not days & {day(3), "2026-05-02", day(5)}
    bed = {**whole, "kind": "bed", "harvest": day(95), "touches_soil": False}
    revision = client.get("/api/fields").json["fields"][0]["revision"]
    client.put(field["path"], json={**SQUARE, "obstacles": [bed]}, headers=at(revision))
    stood = {one["day"] for one in season(client, field)["visits"] if one["state"] == "planned"}
    assert not any(day(5) <= one <= day(95) for one in stood)
    refused(
        client.put(
            field["path"],
            json={**SQUARE, "obstacles": [{**whole, "shut_from": day(3)}]},
            headers=at(revision + 1),
        ),
        422,
        "obstacles",
    )


@pytest.mark.parametrize(
    ("body", "field_named"),
    [
        ({"least_rest": 3}, "least_rest"),
        ({"grazers_days": 99}, "grazers_days"),
        ({"strip_kg_ha": 0}, "strip_kg_ha"),
        ({"falls_deg": 90}, "falls_deg"),
        ({"falls_deg": 90, "slope_percent": 80}, "slope_percent"),
    ],
)
def test_limits_of_a_field_are_checked(client, body, field_named):
    refused(client.post("/api/fields", json={**SQUARE, **body}), 422, field_named)


def test_a_pen_walks_one_field_and_a_deleted_pen_none(client, field):
    other = client.post("/api/fields", json={**SQUARE, "name": "Other"}).json
    body = {"team": [{"pen": field["pens"][0]}]}
    moved = client.put(f"/api/fields/{other['id']}/team", json=body, headers=at(1))
    assert [one["pen"] for one in moved.json["team"]] == [field["pens"][0]]
    left = client.get("/api/fields").json["fields"][0]
    assert [one["pen"] for one in left["team"]] == [field["pens"][1]]
    refused(
        client.put(f"/api/fields/{other['id']}/team", json={"team": [{"pen": 999999}]}, headers=at(2)),
        404,
        "pen",
    )
    twice = {"team": [{"pen": field["pens"][0]}] * 2}
    refused(client.put(f"/api/fields/{other['id']}/team", json=twice, headers=at(2)), 422, "team")


def test_the_demo_farms_fields_are_all_planned(client, store):
    demo_farm(store)
    for one in client.get("/api/fields").json["fields"]:
        seen = client.get(f"/api/fields/{one['id']}/season").json["season"]
        assert {pen["pen"] for pen in seen["pens"]} == {each["pen"] for each in one["team"]}
        assert seen["visits"]
        assert seen["manure"]["worth"] > 0
    named = [one["name"] for one in client.get("/api/fields").json["fields"]]
    assert {BENT_MEADOW["name"], PADDOCK["name"]} <= set(named)


def test_a_way_drawn_by_hand_is_walked_first_and_hours_and_nets_are_kept(client, field):
    first = field["pens"][0]
    revision = client.get("/api/fields").json["fields"][0]["revision"]
    asked = {"pen": first, "first": day(0), "hours": 8}
    put = client.put(f"{field['path']}/team", json={"team": [asked]}, headers=at(revision))
    assert put.status_code == 200, put.text
    seen = season(client, field)
    turned = {"pen": first, "places": [[-20.0, -2.0], [-20.0, -58.0]]}
    if seen["heading_deg"] == 90:
        turned["places"] = [[50.0, 38.0], [50.0, 2.0]]
    drawn = client.post(f"{field['path']}/way", json=turned, headers=at(put.json["revision"]))
    assert drawn.status_code == 200, drawn.text
    (kept,) = drawn.json["season"]["field"]["team"]
    assert (kept["hours"], len(kept["way"])) == (8, 2)
    stood = [one for one in drawn.json["season"]["visits"] if one["day"] >= day(0)]
    lanes = [one["lane"] for one in stood[:5]]
    assert len(set(lanes)) == 5
    netted = client.put(
        f"{field['path']}/team",
        json={"team": [{"pen": first, "nets": 2, "net_m": "164 ft"}]},
        headers=at(drawn.json["season"]["field"]["revision"]),
    )
    (kept,) = netted.json["team"]
    assert (kept["nets"], kept["way"]) == (2, [])
    assert kept["net_m"] == pytest.approx(49.987, abs=0.001)
    (pen,) = season(client, field)["pens"]
    assert pen["fenced"]
    assert pen["net_order"]
    for wrong, named in (({"nets": 40}, "nets"), ({"hours": 30}, "hours"), ({"way": [[1, 1]]}, "way")):
        answer = client.put(
            f"{field['path']}/team",
            json={"team": [{"pen": first, **wrong}]},
            headers=at(netted.json["revision"]),
        )
        refused(answer, 422, named)


def test_an_edge_is_made_to_measure_in_any_unit(client):
    outline = [[0, 0], [40, 0], [40, 10], [0, 10]]

    def shaped(**to):
        return client.post("/api/fields/shaped", json={"outline": outline, **to})

    told = shaped().json
    assert [one["metric"] for one in told["sides"]] == ["40 m", "10 m", "40 m", "10 m"]
    assert shaped(at=0, length="100 ft").json["outline"][1] == [30.48, 0]
    assert shaped(area="0.1 acre").json["area"]["metric"] == "405 m²"
    refused(shaped(at=9, length="3 m"), 422, "at")
    refused(shaped(area="wide"), 422, "area")


@pytest.mark.parametrize("what", ["flock", "pen", "farm", "field", "catalogue"])
def test_what_is_planned_for_days_gone_by_does_not_change_with_what_it_was_planned_from(client, field, what):
    before = [one for one in season(client, field)["visits"] if one["left"] < day(0)]
    assert len(before) >= 6
    pen = client.get(f"/api/pens/{field['pens'][0]}").json
    if what == "flock":
        answer = client.put(f"/api/flocks/{pen['flock_id']}", json={**BROILERS, "placed": 12}, headers=at(1))
    elif what == "pen":
        answer = client.patch(
            f"/api/pens/{pen['id']}", json={"values": {"length": "8 ft"}}, headers=at(pen["revision"])
        )
    elif what == "farm":
        revision = client.get("/api/place").json["revision"]
        answer = client.patch("/api/place", json={"months_c": [9.0] * 12}, headers=at(revision))
    elif what == "catalogue":
        tables = {one["name"]: one["rows"] for one in client.get("/api/catalogue").json["tables"]}
        cells = next(row["cells"] for row in tables["strains"] if row["key"] == BROILERS["strain"])
        heavier = {**cells, "a_kg": "6.5", "k_day": "0.055"}
        path = f"/api/catalogue/strains/{BROILERS['strain']}"
        answer = client.put(path, json={"cells": heavier}, headers=at(0))
    else:
        answer = client.post(f"{field['path']}/undo", headers=at(2))
    assert answer.status_code == 200, answer.text
    if what == "field":
        client.post(f"{field['path']}/redo", headers=at(3))
    again = {(one["pen"], one["day"], one["part"]): one for one in season(client, field)["visits"]}
    for one in before:
        same = again[one["pen"], one["day"], one["part"]]
        assert (same["left"], same["wear"], same["nitrogen"]) == (one["left"], one["wear"], one["nitrogen"])
        assert same["corners"] == pytest.approx(one["corners"], abs=0.02)


def test_a_pen_that_goes_to_another_field_leaves_what_it_left(client, field):
    first = field["pens"][0]
    stood = [one for one in season(client, field)["visits"] if one["pen"] == first and one["day"] < day(0)]
    other = client.post("/api/fields", json={**SQUARE, "name": "Other"}).json
    assert walk(client, other, {"pen": first}).status_code == 200
    left = [one for one in season(client, field)["visits"] if one["pen"] == first]
    assert [one["day"] for one in left] == [one["day"] for one in stood]
    assert {one["state"] for one in left} == {"done"}
    assert left[-1]["left"] == day(0)
    assert [pen["pen"] for pen in season(client, field)["pens"]] == [field["pens"][1]]


def test_a_pen_that_is_deleted_leaves_what_it_left_and_the_field(client, field):
    first = field["pens"][0]
    stood = [
        one["day"] for one in season(client, field)["visits"] if one["pen"] == first and one["day"] < day(0)
    ]
    revision = client.get(f"/api/pens/{first}").json["revision"]
    assert client.post(f"/api/pens/{first}/away", headers=at(revision)).status_code < 300
    assert client.delete(f"/api/pens/{first}", headers=at(revision)).status_code < 300
    seen = season(client, field)
    assert [one["day"] for one in seen["visits"] if one["pen"] == first] == stood
    assert [one["pen"] for one in seen["field"]["team"]] == [field["pens"][1]]


def test_what_was_done_on_a_field_goes_out_with_it_and_comes_in_elsewhere(client, field):
    kept = client.put(
        field["path"], json={**SQUARE, "origin": [-2.5, 51.2], "heading_deg": 90}, headers=at(2)
    )
    assert kept.status_code == 200, kept.text
    seen = season(client, field)
    done = [one for one in seen["visits"] if one["state"] == "done"]
    assert len(done) > 5
    out = client.get(f"{field['path']}/moves.geojson").get_json(force=True)
    read = client.post("/api/fields/read", json={"geojson": out}).json
    assert len(read["visits"]) == len(done)
    names = ("outline", "obstacles", "gate", "origin", "heading_deg", "visits")
    again = client.post("/api/fields", json={"name": "Again", **{name: read[name] for name in names}})
    assert again.status_code == 201, again.text
    pen = put_pen(client, "New", HENS)
    there = walk(client, again.json, {"pen": pen, "stays": "day"}).json["season"]
    past = [one for one in there["visits"] if one["state"] == "done"]
    assert sorted((one["day"], one["left"], one["nitrogen"]) for one in past) == sorted(
        (one["day"], one["left"], one["nitrogen"]) for one in done
    )
    wrong = {**read["visits"][0], "left": "2001-01-01"}
    refused(client.post("/api/fields", json={**SQUARE, "visits": [wrong]}), 422, "visits")


def test_teams_and_stays_are_not_lost_to_an_older_program(client, field, store):
    older = import_module("ergamot.store.migrations.versions.0017_seasons")
    with (
        Session(store) as session,
        patch.object(older.op, "get_bind", session.connection),
        pytest.raises(RuntimeError, match="are kept"),
    ):
        older.downgrade()
