"""A field drawn on squared paper, read from a file and written to one, and walked over."""

from __future__ import annotations

import json
import re

from playwright.sync_api import Page, expect

from ergamot.demo.tansy_rise import BENT_MEADOW
from tests.api.grass import BROILERS
from tests.demo_farm import demo_farm


def ground(farm: Page) -> None:
    farm.goto("/ground")
    expect(farm.get_by_role("heading", name="Fields")).to_be_visible()


def post_field(farm: Page, **body: object) -> None:
    answer = farm.request.post(
        "/api/fields", data={"name": "Home", "length_m": 40, "width_m": 20, "heading_deg": 90, **body}
    )
    assert answer.status == 201, answer.text()


def with_pen(farm: Page) -> int:
    """A pen of broilers that are out."""
    kept = farm.request.post("/api/flocks", data={**BROILERS, "name": "Spring"}).json()
    asked = {"flock_id": kept["id"], "name": "Bramble", "shape": "low-pen"}
    answer = farm.request.post("/api/pens", data=asked)
    assert answer.status == 201
    return answer.json()["id"]


def put_on(farm: Page, *names: str) -> None:
    """Put pens on the field that is shown."""
    for name in names:
        farm.get_by_role("button", name="Put a pen on it").click()
        farm.get_by_role("option", name=name, exact=True).click()
        expect(farm.get_by_label(f"How long {name} stays")).to_be_visible()


def test_a_corner_is_put_in_nudged_typed_and_kept_and_the_pen_walks_the_new_edge(farm: Page, store):
    with_pen(farm)
    post_field(farm)
    ground(farm)
    expect(farm.get_by_text("No pen with birds walks this field")).to_be_visible()
    put_on(farm, "Bramble")
    expect(farm.get_by_role("application", name=re.compile("Home from above"))).to_be_visible()
    farm.get_by_role("button", name="Draw its edge, and what stands in it").click()
    paper = farm.get_by_role("group", name="The field on squared paper")
    box = paper.bounding_box()
    assert box
    farm.mouse.click(box["x"] + box["width"] * 0.5, box["y"] + box["height"] * 0.08)
    expect(farm.get_by_role("button", name=re.compile("^corner 5,"))).to_be_visible()
    corner = farm.get_by_role("button", name=re.compile("^corner 2,"))
    corner.focus()
    corner.press("Shift+ArrowRight")
    expect(farm.get_by_role("textbox", name="m east", exact=True)).to_have_value("45")
    farm.get_by_role("textbox", name="m north", exact=True).fill("4")
    farm.get_by_role("textbox", name="m north", exact=True).press("Enter")
    farm.get_by_role("button", name="Put in a gate").click()
    farm.get_by_label("Put in").click()
    farm.get_by_role("option", name="a tree").click()
    farm.get_by_role("button", name="Keep the drawing").click()
    expect(farm.get_by_text("within 5 corners, 1 thing to keep off")).to_be_visible()
    expect(farm.locator("[data-stands=tree]")).to_be_attached()
    expect(farm.locator("[data-pen-stands]")).to_be_attached()
    farm.get_by_label("How long Bramble stays").click()
    farm.get_by_role("option", name="moved weekly").click()
    farm.get_by_text("what to know of its moves").click()
    expect(farm.get_by_text(re.compile("stays pass what the grass bears, by wear"))).to_be_visible()
    farm.get_by_role("button", name="↶ Undo").click()
    expect(farm.get_by_label("How long Bramble stays")).to_contain_text("as the grass bears")
    farm.get_by_role("button", name="↶ Undo").click()
    expect(farm.get_by_label("Width")).to_be_visible()


def test_a_corner_is_pulled_by_hand_and_an_edge_that_crosses_itself_is_told_and_not_kept(farm: Page, store):
    with_pen(farm)
    post_field(farm)
    ground(farm)
    farm.get_by_role("button", name="Draw its edge, and what stands in it").click()
    first, third = (
        farm.get_by_role("button", name=re.compile(f"^corner {n},")).bounding_box() for n in (1, 3)
    )
    assert first
    assert third
    farm.mouse.move(first["x"] + first["width"] / 2, first["y"] + first["height"] / 2)
    farm.mouse.down()
    farm.mouse.move(third["x"] + 40, (first["y"] + third["y"]) / 2, steps=6)
    farm.mouse.up()
    farm.get_by_role("button", name="Keep the drawing").click()
    expect(farm.get_by_role("alert")).to_contain_text("crosses itself")
    farm.get_by_role("button", name="Leave it as it was").click()
    expect(farm.get_by_role("heading", name="Home", exact=True)).to_be_visible()
    assert farm.request.get("/api/fields").json()["fields"][0]["revision"] == 1


def test_a_field_is_read_from_a_file_and_comes_out_as_one(farm: Page, store, tmp_path):
    with_pen(farm)
    post_field(farm, **BENT_MEADOW, length_m=None, width_m=None, heading_deg=None, origin=[-2.5, 51.2])
    ground(farm)
    expect(farm.get_by_role("heading", name="Bent meadow", exact=True)).to_be_visible()
    with farm.expect_download() as started:
        farm.get_by_role("link", name="This field as GeoJSON").click()
    file = tmp_path / "meadow.geojson"
    started.value.save_as(file)
    found = json.loads(file.read_text("utf-8"))
    found["features"][0]["properties"]["name"] = "Read meadow"
    file.write_text(json.dumps(found), "utf-8")
    farm.get_by_label("A field as a GeoJSON file").set_input_files(file)
    expect(farm.get_by_role("heading", name="Read meadow", exact=True)).to_be_visible()
    points = tmp_path / "points.geojson"
    points.write_text('{"type": "Point", "coordinates": [0, 0]}', "utf-8")
    farm.get_by_label("A field as a GeoJSON file").set_input_files(points)
    expect(farm.get_by_role("alert")).to_contain_text("holds no field")
    put_on(farm, "Bramble")
    with farm.expect_download() as started:
        farm.get_by_role("link", name="Stops as GeoJSON").click()
    stops = tmp_path / "stops.geojson"
    started.value.save_as(stops)
    assert (
        sum(one["properties"]["kind"] == "stop" for one in json.loads(stops.read_text("utf-8"))["features"])
        >= 14
    )


def test_the_demo_farms_fields_are_walked_by_all_their_pens(farm: Page, store):
    demo_farm(store)
    for field in farm.request.get("/api/fields").json()["fields"]:
        farm.goto(f"/ground/{field['id']}")
        expect(farm.get_by_role("heading", name=field["name"], exact=True)).to_be_visible()
        out = len(farm.request.get(f"/api/fields/{field['id']}/season").json()["season"]["pens"])
        assert out == len(field["team"])
        expect(farm.locator("[data-pen-stands]").first).to_be_attached()


def test_a_season_is_pulled_along_a_strip_asked_for_its_year_and_a_move_done(farm: Page, store):
    demo_farm(store)
    lawn = farm.request.get("/api/fields").json()["fields"][0]
    farm.goto(f"/ground/{lawn['id']}")
    expect(farm.get_by_role("heading", name=re.compile("^Today, "))).to_be_visible()
    resting = farm.locator("[data-rests]").evaluate_all(
        "all => all.reduce((sum, one) => sum + Number(one.dataset.rests), 0)"
    )
    peg = farm.get_by_role("slider", name="Day of the season")
    peg.focus()
    for _ in range(4):
        peg.press("ArrowRight")
    expect(farm.get_by_role("heading", name=re.compile("^Today, "))).to_have_count(0)
    later = farm.locator("[data-rests]").evaluate_all(
        "all => all.reduce((sum, one) => sum + Number(one.dataset.rests), 0)"
    )
    assert later > resting
    field = farm.get_by_role("application", name=re.compile("House lawn from above"))
    field.focus()
    field.press("ArrowLeft")
    expect(farm.get_by_role("region", name="This strip")).to_be_visible()
    expect(farm.locator("[data-pointed]")).to_be_attached()
    for _ in range(4):
        peg.press("ArrowLeft")
    farm.get_by_role("button", name="They were").click()
    expect(farm.get_by_text(re.compile("before today (is|are) taken as made"))).to_have_count(0)
    farm.get_by_role("button", name="Done").first.click()
    expect(farm.get_by_text(re.compile("Tansy low pen: done, "))).to_be_visible()
    farm.reload()
    expect(farm.get_by_text(re.compile("Tansy low pen: done, "))).to_be_visible()
    farm.get_by_role("button", name="take the last word back").click()
    expect(farm.get_by_text(re.compile("Tansy low pen: done, "))).to_have_count(0)


def test_a_pen_that_stands_elsewhere_is_put_on_the_map_and_the_plan_goes_on_from_there(farm: Page, store):
    with_pen(farm)
    post_field(farm)
    ground(farm)
    put_on(farm, "Bramble")
    expect(farm.locator("[data-pen-stands=A]")).to_be_attached()
    before = farm.locator("[data-pen-stands=A] path").first.get_attribute("d")
    farm.get_by_role("button", name="stands elsewhere").click()
    expect(farm.locator("[data-held]")).to_be_attached()
    field = farm.get_by_role("application", name=re.compile("Home from above"))
    expect(field).to_be_focused()
    expect(field).to_be_in_viewport()
    box = field.bounding_box()
    assert box
    farm.mouse.click(box["x"] + box["width"] * 0.5, box["y"] + box["height"] * 0.3)
    farm.get_by_role("button", name="It stands here").click()
    expect(farm.locator("[data-held]")).to_have_count(0)
    expect(farm.get_by_text(re.compile("Bramble: done, where it was put"))).to_be_visible()
    assert farm.locator("[data-pen-stands=A] path").first.get_attribute("d") != before


def test_a_way_is_drawn_for_a_pen_and_nets_are_put_round_it(farm: Page, store):
    with_pen(farm)
    post_field(farm, length_m=60, width_m=40)
    ground(farm)
    put_on(farm, "Bramble")
    expect(farm.locator("[data-pen-stands]")).to_be_attached()
    farm.get_by_text("hours out, nets round it, a way of its own").click()
    farm.get_by_role("button", name="Draw its way on the map").click()
    field = farm.get_by_role("application", name=re.compile("Home from above"))
    expect(field).to_be_focused()
    box = field.bounding_box()
    assert box
    for share in (0.2, 0.7):
        farm.mouse.click(box["x"] + box["width"] * 0.5, box["y"] + box["height"] * share)
    expect(farm.locator("[data-way='2']")).to_be_attached()
    farm.get_by_role("button", name="It goes this way").click()
    expect(farm.get_by_text("goes a way of your own")).to_be_visible()
    nets = farm.get_by_label("Electric nets round Bramble; empty: none")
    nets.fill("40")
    nets.press("Enter")
    expect(farm.get_by_role("alert")).to_contain_text("nets")
    nets.fill("2")
    nets.press("Enter")
    expect(farm.get_by_text(re.compile("in 2 nets of 164 ft, goes a way"))).to_be_visible()
    held = farm.get_by_text(re.compile("2 nets hold 80.4 ft by 80.4 ft"))
    expect(held).to_be_attached()  # the season is worked out anew: nothing moves under the pointer any more
    farm.get_by_text("what to know of its moves").click()
    expect(held).to_be_visible()
    order = farm.get_by_role("list", name="The order of moving the nets")
    expect(order.get_by_role("listitem").first).to_contain_text("energiser off")


def test_a_field_is_made_to_measure_and_a_part_of_it_shut_between_two_days(farm: Page, store):
    with_pen(farm)
    post_field(farm)
    ground(farm)
    farm.get_by_role("button", name="Draw its edge, and what stands in it").click()
    whole = farm.get_by_role("textbox", name="The whole field", exact=True)
    expect(whole).to_have_value("8611 sq ft")
    whole.fill("0.3 acre")
    whole.press("Enter")
    expect(whole).to_have_value("13068 sq ft")
    farm.get_by_role("button", name=re.compile("^corner 1,")).focus()
    side = farm.get_by_label("From corner 1 to the next")
    expect(side).to_be_visible()
    side.fill("100 ft")
    side.press("Enter")
    expect(side).to_have_value("100 ft")
    farm.get_by_label("Put in").click()
    farm.get_by_role("option", name="a part left out").click()
    farm.get_by_label("a part left out, 1: shut from").fill("2026-05-01")
    farm.get_by_label("a part left out, 1: to").fill("2026-06-30")
    farm.get_by_role("button", name="Keep the drawing").click()
    expect(farm.get_by_text("1 thing to keep off")).to_be_visible()
    (kept,) = farm.request.get("/api/fields").json()["fields"]
    assert (kept["obstacles"][0]["shut_from"], kept["obstacles"][0]["shut_to"]) == (
        "2026-05-01",
        "2026-06-30",
    )


def test_a_wet_stop_a_missed_day_limits_and_papers_are_all_said_on_the_screen(farm: Page, store, tmp_path):
    demo_farm(store)
    lawn = farm.request.get("/api/fields").json()["fields"][0]
    farm.goto(f"/ground/{lawn['id']}")
    today = farm.get_by_role("region", name="The day's moves")
    expect(today.get_by_role("heading", name=re.compile("^Today, "))).to_be_visible()
    planned = today.locator("li").first.inner_text()
    today.get_by_role("button", name="Too wet there").first.click()
    expect(today.locator("li").first).not_to_have_text(planned)
    today.get_by_role("button", name="take the last word back").click()
    expect(today.get_by_role("button", name="take the last word back")).to_have_count(1)
    today.get_by_role("button", name="not moved").click()
    expect(today.get_by_text(re.compile("Nothing is moved: the pens stay|done, "))).to_be_visible()
    farm.get_by_text("Its limits, its rest, and how it lies").click()
    for label, text in (("Least days a stop rests", "60"), ("Grazers come so many days ahead", "3")):
        farm.get_by_label(re.compile(label)).fill(text)
    farm.get_by_label("Most nitrogen on a strip in a year").fill("200 lb/acre")
    with farm.expect_response(lambda answer: answer.request.method == "PUT") as put:
        farm.get_by_role("button", name="Keep the change").click()
    assert put.value.status == 200, put.value.text()
    expect(farm.get_by_label("Most nitrogen on a strip in a year")).to_have_value("200 lb/acre")
    (kept, *_) = farm.request.get("/api/fields").json()["fields"]
    assert (kept["least_rest"], kept["grazers_days"], round(kept["strip_kg_ha"])) == (60, 3, 224)
    for name, head in (("Moves as a table", b"day,time,pen"), ("For the wall, A4", b"%PDF")):
        with farm.expect_download() as started:
            farm.get_by_role("link", name=name).click()
        file = tmp_path / name
        started.value.save_as(file)
        assert file.read_bytes().startswith(head)
