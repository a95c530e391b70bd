"""The way to the field, drawn on the farm's page and walked with a pen: through the real screen."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.journeys.steps import enter_flock, level, propose
from tests.journeys.test_turning import serious


def way_of(page: Page):
    return page.get_by_role("region", name="The way to the field")


def test_a_way_is_drawn_measured_and_says_where_a_pen_sticks(farm: Page):
    enter_flock(farm)
    propose(farm)
    bench = farm.url
    farm.goto("/farm")
    way = way_of(farm)
    way.get_by_role("button", name="A first stretch").click()
    expect(way.locator("[data-way]")).to_have_count(1)
    paper = way.get_by_role("group", name="The way from above")
    box = paper.bounding_box()
    assert box
    paper.click(position={"x": box["width"] * 0.85, "y": box["height"] * 0.3})
    expect(way.locator("[data-way]")).to_have_count(2)
    length = way.get_by_label("Length of stretch 1")
    length.fill("20 m")
    length.press("Enter")
    expect(length).to_have_value("65.6 ft")
    way.get_by_label("Narrowest of stretch 2").fill("wide enough")
    way.get_by_label("Narrowest of stretch 2").press("Enter")
    expect(way.get_by_role("alert")).to_contain_text("is not a length")
    way.get_by_label("Narrowest of stretch 2").fill("5 ft")
    way.get_by_label("Narrowest of stretch 2").press("Enter")
    expect(way.get_by_label("Narrowest of stretch 2")).to_have_value("5 ft")
    expect(way.get_by_role("alert")).to_have_count(0)
    assert serious(farm) == []
    farm.goto(bench)
    level(farm, "moving").click()
    haul = farm.get_by_role("region", name="The first haul")
    expect(haul.get_by_text(re.compile("stretch 2 stops it: too wide"))).to_be_visible()
    expect(haul.get_by_role("row", name=re.compile("too wide for its narrowest place"))).to_be_visible()
    assert serious(farm) == []


def test_an_end_is_pulled_and_taken_back(farm: Page):
    farm.goto("/farm")
    way = way_of(farm)
    way.get_by_role("button", name="A first stretch").click()
    end = way.get_by_role("button", name=re.compile("end of stretch 1, 0 m east and 30 m north"))
    box = end.bounding_box()
    assert box
    farm.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    farm.mouse.down()
    farm.mouse.move(box["x"] + 60, box["y"] + 20, steps=4)
    farm.mouse.up()
    expect(end).to_have_count(0)
    expect(way.get_by_role("button", name=re.compile("end of stretch 1"))).to_have_count(1)
    farm.get_by_role("button", name="↶ Undo").click()
    expect(end).to_have_count(1)
