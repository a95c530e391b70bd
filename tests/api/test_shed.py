"""The shed, other shops' prices, batches, and a pen on the way from boards to standing: over HTTP, over the real store."""

from __future__ import annotations

import base64
import csv
import io
from collections import Counter
from datetime import timedelta
from decimal import Decimal
from functools import partial

import icalendar
import pypdf
import pytest
from openpyxl import Workbook, load_workbook

from tests.api.grass import BROILERS, TODAY, put_pen
from tests.api.test_answers import at
from tests.at_once import at_once


def enter(client, *lines):
    answer = client.post("/api/things", json={"lines": list(lines)})
    assert answer.status_code == 201, answer.text
    return answer.json["things"]


def bill_of(client, pen, **query):
    answer = client.get(f"/api/pens/{pen}/bill", query_string=query)
    assert answer.status_code == 200, answer.text
    return answer.json


def packed(body):
    return base64.b64encode(body).decode()


def test_what_is_typed_is_kept_and_changed_and_stepped_back(client):
    kept = enter(client, "7 x 2x4 8'", "3 @ 2.43 m larch, one bowed end", "2 plywood 12 mm 1.2 x 0.6 m")
    assert [(one["count"], one["row"]) for one in kept] == [(7, "2x4"), (3, "2x4"), (2, "ply-12")]
    assert kept[0]["said"]["imperial"].endswith("8 ft")
    path = f"/api/things/{kept[0]['id']}"
    changed = client.patch(path, json={"count": 5, "each": 2.5, "long_mm": "7' 6"}, headers=at(1)).json
    assert (changed["things"][0]["count"], changed["things"][0]["worth"], changed["worth"]) == (
        5,
        "12.50",
        "12.50",
    )
    assert changed["things"][0]["long_mm"] == pytest.approx(2286.0)
    stale = client.patch(path, json={"count": 1}, headers=at(1))
    assert stale.status_code == 412
    assert client.post(f"{path}/taken", json={"count": 2}).status_code == 200
    past = client.get(f"{path}/history").json["steps"]
    told = ["; ".join(words["imperial"] for words in step["words"]) for step in past]
    assert told == [
        "2 taken; there were 5, then 3",
        "there were 7, then 5; worth each 0.00 → 2.50; long 8 ft → 7 ft 6 in",
        "entered",
    ]
    back = client.post(f"{path}/undo", headers=at(3)).json
    back = client.post(f"{path}/undo", headers=at(4)).json
    assert back["things"][0]["count"] == 7
    assert [step["stands"] for step in client.get(f"{path}/history").json["steps"]] == [False, False, True]
    for field in ("count", "each", "long_mm", "lost_mm", "note", "name"):
        nothing = client.patch(path, json={field: None}, headers=at(5))
        assert nothing.status_code == 422, nothing.text
        assert field in nothing.text


def test_lines_are_read_before_they_are_kept_and_a_wrong_one_is_named(client):
    read = client.post("/api/things/read", json={"lines": ["7 x 2x4 8'", "40 screw 65 mm"]})
    assert [one["count"] for one in read.json["read"]] == [7, 40]
    wrong = client.post("/api/things", json={"lines": ["7 x 2x4 8'", "3 x 96 m 2x4"]})
    assert wrong.status_code == 422
    assert wrong.json["field"] == "entry"
    assert "Line 2" in wrong.json["detail"]
    assert "96 in" in wrong.json["detail"]
    assert client.get("/api/things").json["things"] == []


@pytest.mark.parametrize("kind", ["csv", "xlsx"])
def test_a_shed_goes_out_and_in_again(client, kind):
    enter(
        client,
        "7 x 2x4 8'",
        "2 plywood 12 mm 1.2 x 0.6 m",
        "other: old door, green",
        "welded 25 mm 8 m x 914 mm",
    )
    out = client.get(f"/api/things/table.{kind}")
    assert out.status_code == 200
    before = client.get("/api/things").json["things"]
    for one in before:
        client.post(f"/api/things/{one['id']}/taken", json={"count": one["count"]})
    assert client.get("/api/things").json["things"] == []
    again = client.post("/api/things/table", json={"file": packed(out.data)})
    assert again.status_code == 201, again.text
    told = [
        {key: one[key] for key in ("row", "count", "long_mm", "wide_mm", "note", "name")} for one in before
    ]
    assert [{key: one[key] for key in told[0]} for one in again.json["things"]] == told


def test_a_wrong_cell_is_named_by_row_and_column_and_nothing_is_kept(client):
    book = Workbook()
    sheet = book.active
    sheet.append(["sort", "key", "timber", "count", "length"])
    sheet.append(["stick", "2x4", "spf", 3, "8'"])
    sheet.append(["stick", "2x4", "spf", 3, "96 m"])
    held = io.BytesIO()
    book.save(held)
    refused = client.post("/api/things/table", json={"file": packed(held.getvalue())})
    assert refused.status_code == 422
    assert "Row 3, column “length”" in refused.json["detail"]
    sheet["E3"] = "8'"
    sheet.merge_cells("D2:D3")
    held = io.BytesIO()
    book.save(held)
    merged = client.post("/api/things/table", json={"file": packed(held.getvalue())})
    assert "Row 3, column “count”" in merged.json["detail"]
    assert "merged" in merged.json["detail"]
    others = client.post("/api/things/table", json={"file": packed(b"Item;Qty\nnails;3\n")})
    assert "no column “sort”" in others.json["detail"]
    assert "item, qty" in others.json["detail"]
    for junk in (b"PK\x03\x04broken", b"\x00\x01", b""):
        assert client.post("/api/things/table", json={"file": packed(junk)}).status_code == 422
    assert client.post("/api/things/table", json={"file": "not base64!"}).status_code == 422
    assert client.get("/api/things").json["things"] == []


def test_a_pen_takes_from_the_shed_and_never_costs_more(client):
    pen = put_pen(client, "Low", BROILERS, shape="low-pen")
    bare = bill_of(client, pen)
    assert bare["taken"] == []
    assert bare["all_bought"] == bare["total"]
    section = bare["plans"][0]["section_key"]
    enter(client, f"20 x {section} 3.6 m", "2 strap hinge")
    with_it = bill_of(client, pen)
    assert Decimal(with_it["total"]) < Decimal(bare["total"])
    assert with_it["all_bought"] == bare["total"]
    assert any(bar["thing"] for plan in with_it["plans"] for bar in plan["bars"])
    assert bill_of(client, pen, shed=False)["total"] == bare["total"]
    other = put_pen(client, "Other", BROILERS, shape="low-pen")
    things = client.get("/api/things").json["things"]
    client.patch(f"/api/things/{things[0]['id']}", json={"pen": other}, headers=at(1))
    kept_away = bill_of(client, pen)
    assert all(one["thing"] != things[0]["id"] for one in kept_away["taken"])
    assert any(one["thing"] == things[0]["id"] for one in bill_of(client, other)["taken"])


def test_a_board_is_cut_its_offcut_comes_back_and_a_spoiled_piece_is_planned_anew(client):
    pen = put_pen(client, "Low", BROILERS, shape="low-pen")
    section = bill_of(client, pen)["plans"][0]["section_key"]
    enter(client, f"3 x {section} 3.6 m")
    bill = bill_of(client, pen)
    bar = next(bar for plan in bill["plans"] for bar in plan["bars"] if bar["thing"])
    labels = [cut["label"] for cut in bar["cuts"]]
    path = f"/api/pens/{pen}/making"
    body = {"labels": labels, "thing": bar["thing"], "offcut_mm": 900.0}
    made = client.post(f"{path}/boards", json=body, headers=at(0))
    assert made.status_code == 200, made.text
    done = {one["label"]: one["count"] for one in made.json["cut"]}
    assert all(done[label] >= 1 for label in labels)
    things = client.get("/api/things").json["things"]
    assert sorted((one["count"], one["long_mm"]) for one in things) == [(1, 900.0), (2, 3600.0)]
    again = bill_of(client, pen)
    left = sum(
        cut["label"] == labels[0]
        for plan in again["plans"]
        for b in plan["bars"]
        for cut in b["cuts"] * b["times"]
    )
    of = next(one["of"] for one in made.json["cut"] if one["label"] == labels[0])
    assert left == of - done[labels[0]]
    spoiled = client.put(
        f"{path}/cut", json={"label": labels[0], "count": done[labels[0]] - 1}, headers=at(1)
    )
    assert spoiled.status_code == 200
    more = bill_of(client, pen)
    assert (
        sum(c["label"] == labels[0] for p in more["plans"] for b in p["bars"] for c in b["cuts"] * b["times"])
        == left + 1
    )
    wrong = client.put(f"{path}/cut", json={"label": labels[0], "count": 10_000}, headers=at(2))
    assert wrong.json["field"] == "count"


def test_a_changed_design_says_which_cut_pieces_survive(client):
    pen = put_pen(client, "Low", BROILERS, shape="low-pen")
    path = f"/api/pens/{pen}/making"
    cut = client.get(path).json["cut"]
    for revision, one in enumerate(cut):
        answer = client.put(
            f"{path}/cut", json={"label": one["label"], "count": one["of"]}, headers=at(revision)
        )
        assert answer.status_code == 200, answer.text
    all_cut = bill_of(client, pen)
    assert all(not plan["bars"] for plan in all_cut["plans"])
    values = client.get(f"/api/pens/{pen}").json["values"]
    shorter = values["length"]["value"] - 300
    revision = client.get(f"/api/pens/{pen}").json["revision"]
    changed = client.patch(f"/api/pens/{pen}", json={"values": {"length": shorter}}, headers=at(revision))
    assert changed.status_code == 200, changed.text
    now = client.get(path).json
    assert any(one["count"] == one["of"] for one in now["cut"])
    assert any(one["count"] < one["of"] for one in now["cut"])
    assert now["spare"]
    again = bill_of(client, pen)
    assert any(bar["thing"] < 0 for plan in again["plans"] for bar in plan["bars"])


def test_a_piece_that_only_nearly_fits_a_changed_design_can_be_spoiled(client):
    pen = put_pen(client, "Low", BROILERS, shape="low-pen")
    label, many = next(
        (one["label"], one["count"])
        for one in bill_of(client, pen)["pieces"]
        if one["role"] == "base side rail"
    )
    path = f"/api/pens/{pen}"
    client.put(f"{path}/making/cut", json={"label": label, "count": many}, headers=at(0))
    bench = client.get(path).json
    nearly = {"length": bench["values"]["length"]["value"] + 0.6}
    changed = client.patch(path, json={"values": nearly}, headers=at(bench["revision"]))
    assert changed.status_code == 200, changed.text

    def cut():
        found = client.get(f"{path}/making").json["cut"]
        return next(one["count"] for one in found if one["label"] == label)

    assert cut() == many
    spoiled = client.put(f"{path}/making/cut", json={"label": label, "count": many - 1}, headers=at(1))
    assert spoiled.status_code == 200, spoiled.text
    assert cut() == many - 1


def test_steps_are_ticked_hours_are_learned_and_late_is_told_early(client):
    pen = put_pen(client, "Low", BROILERS, shape="low-pen")
    path = f"/api/pens/{pen}/making"
    found = client.get(path).json
    assert found["tasks"][0]["key"] == "cut-1"
    assert not any(one["done"] for one in found["tasks"])
    slow = 3 * found["tasks"][0]["minutes"]["about"]
    ticked = client.put(
        f"{path}/steps", json={"key": "cut-1", "done": True, "minutes": slow}, headers=at(0)
    ).json
    assert (ticked["tasks"][0]["done"], ticked["tasks"][0]["took"]) == (True, slow)
    assert 1.5 < ticked["pace"] <= 3
    assert ticked["tasks"][1]["minutes"]["about"] > found["tasks"][1]["minutes"]["about"]
    assert "1" not in {task["what"] for day in ticked["days"] for task in day["tasks"]}
    soon = (TODAY + timedelta(days=1)).isoformat()
    late = client.put(f"{path}/days", json={"wanted": soon, "errands": 2}, headers=at(1)).json
    assert late["late_days"] > 0
    assert late["wanted"] == soon
    stale = client.put(f"{path}/steps", json={"key": "base-1", "done": True}, headers=at(1))
    assert stale.status_code == 412
    for wrong, field in (
        ({"key": "nonsense", "done": True}, "key"),
        ({"key": "base-1", "done": True, "minutes": 0}, "minutes"),
    ):
        assert client.put(f"{path}/steps", json=wrong, headers=at(2)).json["field"] == field
    undone = client.put(f"{path}/steps", json={"key": "cut-1", "done": False}, headers=at(2)).json
    assert not undone["tasks"][0]["done"]


def test_pictures_calendar_labels_and_the_book_open_again(client):
    pen = put_pen(client, "Low", BROILERS, shape="low-pen")
    found = client.get(f"/api/pens/{pen}/making").json
    for task in found["tasks"]:
        if task["pictured"]:
            picture = client.get(f"/api/pens/{pen}/making/{task['key']}.svg")
            assert picture.data.startswith(b"<svg")
            assert (b"#26312c" in picture.data) == bool(task["new"])
    calendar = icalendar.Calendar.from_ical(client.get(f"/api/pens/{pen}/making/days.ics").data)
    days = list(calendar.walk("VEVENT"))
    assert len(days) == len(found["days"])
    sticks = sum(one["of"] for one in found["cut"])
    for paper, each in (("a4", 24), ("letter", 30)):
        labels = pypdf.PdfReader(io.BytesIO(client.get(f"/api/pens/{pen}/labels.pdf?paper={paper}").data))
        assert len(labels.pages) == -(-sticks // each)
        book = pypdf.PdfReader(io.BytesIO(client.get(f"/api/pens/{pen}/book.pdf?paper={paper}").data))
        words = " ".join(page.extract_text() for page in book.pages)
        for chapter in ("Shopping", "Cutting", "Building", "Full size", "Upkeep"):
            assert chapter in words
        assert all(task["title"] in words for task in found["tasks"])


def test_another_shops_prices_are_read_and_what_it_lacks_is_told(client):
    pen = put_pen(client, "Low", BROILERS, shape="low-pen")
    blank = client.get(f"/api/pens/{pen}/prices.xlsx")
    book = load_workbook(io.BytesIO(blank.data))
    sheet = book.active
    rows = list(sheet.iter_rows(min_row=2))
    for row in rows[1:]:
        row[3].value = 2.0
    held = io.BytesIO()
    book.save(held)
    kept = client.post("/api/shops", json={"name": "The yard by the bridge", "file": packed(held.getvalue())})
    assert kept.status_code == 201, kept.text
    assert kept.json["shops"][0]["prices"] == len(rows) - 1
    bill = bill_of(client, pen, shed=False)
    (shop,) = bill["shops"]
    assert shop["each"][0] is None
    assert Decimal(shop["total"]) == sum(2 * line["packs"] for line in bill["lines"][1:])
    own = client.put(f"/api/shops/{kept.json['shops'][0]['id']}/own", json={"own": True}, headers=at(1))
    assert own.json["shops"][0]["own"]
    paid = bill_of(client, pen, shed=False)
    sizes = client.get(f"/api/pens/{pen}/sizes").json
    (as_it_is,) = [one for one in sizes["sizes"] if abs(one["mm"] - sizes["now"]) < 1]
    assert Decimal(as_it_is["cost"]) < Decimal(bill["total"])  # by what the farm pays
    words = [why for jump in sizes["jumps"] for why in jump["why"] if "length" in why["metric"]]
    assert words
    assert all("ft" in why["imperial"] and " m" in why["metric"] for why in words)
    listed = {(line["what"], line["pack"]["metric"]) for line in bill["lines"][1:]}
    asked = [line for line in paid["lines"] if (line["what"], line["pack"]["metric"]) in listed]
    assert len(asked) > 5
    assert {line["each"] for line in asked} == {"2.00"}
    assert Decimal(paid["total"]) < Decimal(bill["total"])
    assert client.get(f"/api/pens/{pen}/cost").json == {"total": bill_of(client, pen)["total"]}
    for price, says in (("0", "above 0"), ("1000000", "at most"), ("cheap", "not an amount")):
        text = f"what,pack,price\nhinge,each,{price}\n".encode()
        wrong = client.post("/api/shops", json={"name": "x", "file": packed(text)})
        assert says in wrong.json["detail"]
        assert "Row 2, column “price”" in wrong.json["detail"]


def test_a_shop_is_named_anew_put_away_and_brought_back(client):
    def told(name):
        return client.post(
            "/api/shops", json={"name": name, "file": packed(b"what,pack,price\nhinge,each,2.5\n")}
        )

    def shops():
        return client.get("/api/shops").json["shops"]

    assert told("The yard").status_code == 201
    (yard,) = told("the YARD ").json["shops"]  # the same one
    told("By the bridge")
    taken = client.put(
        f"/api/shops/{yard['id']}/name", json={"name": "by the Bridge"}, headers=at(yard["revision"])
    )
    assert taken.status_code == 422
    assert taken.json["field"] == "name"
    named = client.put(
        f"/api/shops/{yard['id']}/name", json={"name": " Old  yard"}, headers=at(yard["revision"])
    )
    assert [one["name"] for one in named.json["shops"]] == ["Old yard", "By the bridge"]
    stale = client.put(f"/api/shops/{yard['id']}/name", json={"name": "x"}, headers=at(yard["revision"]))
    assert stale.status_code == 412
    now = shops()[0]
    assert client.post(f"/api/shops/{yard['id']}/away", headers=at(now["revision"])).status_code == 200
    assert [one["name"] for one in shops()] == ["By the bridge"]
    (away,) = client.get("/api/away").json["away"]
    assert (away["kind"], away["name"]) == ("shop", "Old yard")
    client.post(f"/api/shops/{yard['id']}/back", headers=at(away["revision"]))
    assert len(shops()) == 2
    client.post(f"/api/shops/{yard['id']}/away", headers=at(away["revision"]))
    gone = client.delete(f"/api/shops/{yard['id']}?told=0", headers=at(away["revision"]))
    assert gone.status_code == 204
    assert [one["name"] for one in shops()] == ["By the bridge"]


def test_a_shop_brought_back_is_told_apart_from_one_told_meanwhile(client):
    def told(name):
        body = {"name": name, "file": packed(b"what,pack,price\nhinge,each,2.5\n")}
        return client.post("/api/shops", json=body)

    def put(shop, what, **sent):
        return client.open(f"/api/shops/{shop['id']}/{what}", headers=at(shop["revision"]), **sent)

    def listed():
        return [(one["name"], one["own"]) for one in client.get("/api/shops").json["shops"]]

    (old,) = put(told("The yard").json["shops"][0], "own", method="PUT", json={"own": True}).json["shops"]
    put(old, "away", method="POST")
    (new,) = told("the YARD").json["shops"]
    put(new, "own", method="PUT", json={"own": True})
    assert put(old, "back", method="POST").status_code == 200
    assert sorted(listed()) == [("The yard 2", False), ("the YARD", True)]
    undone = put(told("The yard 2").json["shops"][0], "away", method="POST")
    assert undone.status_code == 200
    for i in range(11):
        told(f"Yard {i}")
    (away,) = client.get("/api/away").json["away"]
    refused = put(away, "back", method="POST")
    assert (refused.status_code, refused.json["field"]) == (422, "name")
    assert len(listed()) == 12


def test_a_shop_told_from_four_tabs_at_once_is_one(client):
    body = {"name": "The yard", "file": packed(b"what,pack,price\nhinge,each,2.5\n")}
    put_pen(client, "Low", BROILERS, shape="low-pen")
    answers = at_once([partial(client.application.test_client().post, "/api/shops", json=body)] * 4)
    assert {one.status_code for one in answers} == {201}
    assert len(client.get("/api/shops").json["shops"]) == 1


def test_several_pens_are_one_plan(client):
    pen = put_pen(client, "Low", BROILERS, shape="low-pen")
    other = put_pen(client, "Hoop", BROILERS, shape="hoop")
    body = {"pens": [{"pen": pen, "times": 3}, {"pen": other, "times": 1}]}
    batch = client.post("/api/pens/batch/bill", json=body)
    assert batch.status_code == 200, batch.text
    alone = 3 * Decimal(bill_of(client, pen)["total"]) + Decimal(bill_of(client, other)["total"])
    assert Decimal(batch.json["total"]) <= alone
    assert {one["label"][0] for one in batch.json["pieces"]} == {"A", "B"}
    assert batch.json["jigs"]
    for times in (0, -1, 100):
        wrong = client.post("/api/pens/batch/bill", json={"pens": [{"pen": pen, "times": times}]})
        assert wrong.status_code == 422


def test_stock_used_by_two_pens_at_once_is_not_there_twice(client):
    things = enter(client, "3 x 2x4 8'")
    number = things[0]["id"]
    assert client.post(f"/api/things/{number}/taken", json={"count": 2}).status_code == 200
    short = client.post(f"/api/things/{number}/taken", json={"count": 2})
    assert short.status_code in (409, 422)
    assert "1" in short.json["allowed"]
    assert client.get("/api/things").json["things"][0]["count"] == 1


def test_what_is_set_aside_for_a_pen_stands_in_no_others_plan(client):
    """Of each thing as many as the plan takes; what is over stays for any, and nothing is there twice."""
    first, second = (put_pen(client, name, BROILERS) for name in ("First", "Second"))
    enter(client, "9 x 2x3 10'", "2 x 2x3 8'", "180 screw 65 mm")
    taken = bill_of(client, first)["taken"]
    assert taken
    assert all(one["pen"] is None for one in taken)
    body = {"things": {one["thing"]: one["count"] for one in taken}}
    kept = client.post(f"/api/pens/{first}/aside", json=body)
    assert kept.status_code == 200, kept.text
    counts = Counter()
    for one in kept.json["things"]:
        counts[one["pen"]] += one["count"]
    assert counts[first] == sum(one["count"] for one in taken)
    assert sum(counts.values()) == 191
    assert 0 < counts[None] < 180
    assert {one["pen"] for one in bill_of(client, first)["taken"]} == {first}
    of_first = {one["id"] for one in kept.json["things"] if one["pen"] == first}
    assert not of_first & {one["thing"] for one in bill_of(client, second)["taken"]}
    number = next(iter(of_first))
    other = client.post(f"/api/pens/{second}/aside", json={"things": {number: 1}})
    assert other.status_code == 422, other.text
    assert "another pen" in other.json["detail"]
    more = client.post(f"/api/pens/{first}/aside", json={"things": {number: 99}})
    assert more.status_code == 422, more.text
    assert client.get("/api/things").json["things"] == kept.json["things"]


def test_a_csv_of_the_shed_runs_no_formula(client):
    enter(client, "other: =1+1")
    text = client.get("/api/things/table.csv").data.decode("utf-8-sig")
    rows = list(csv.reader(io.StringIO(text)))
    assert rows[1][2] == "'=1+1"
