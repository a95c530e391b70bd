"""What would mend it, the wind in every state, moving and swinging wheels: through the real screen."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.depth import deep
from tests.journeys.steps import choose, enter_flock, level, type_into
from tests.journeys.test_turning import propose_round, serious


def board(page: Page):
    return page.get_by_role("region", name="What would mend it")


def test_a_change_is_tried_taken_back_and_kept(farm: Page):
    enter_flock(farm)
    propose_round(farm)
    choose(farm, "Gear", "Moved on", "^two wheels")
    failing = level(farm, "moving")
    expect(failing).to_contain_text(re.compile("short|hard"))
    before = failing.inner_text()
    board(farm).get_by_role("button", name="moving").click()
    first = board(farm).locator("li").first
    expect(first).to_be_visible(timeout=15_000)
    expect(board(farm).get_by_role("status")).to_have_count(0, timeout=15_000)
    words = first.locator("span").first.inner_text()
    first.get_by_role("button", name="Try").click()
    expect(failing).not_to_have_text(before, use_inner_text=True)
    farm.get_by_role("tab", name="Side", exact=True).click()  # another picture of what is tried
    expect(farm.get_by_label("Side of Bramble")).to_be_visible()
    units = farm.get_by_role("button", name=re.compile("^Units, now"))
    expect(failing).to_contain_text(" lb")
    units.click()
    expect(failing).not_to_contain_text(" lb")  # nor was it worked out on the page: it is asked for again
    expect(failing).to_contain_text(" kg")
    failing.click()
    sheet = farm.get_by_role("dialog")
    expect(sheet.get_by_role("heading", name="The working")).to_be_visible()
    expect(sheet.get_by_role("row").nth(1)).to_be_visible()  # told once it is opened
    sheet.get_by_role("button", name="Close", exact=True).click()
    units.click()
    first.get_by_role("button", name="Take back").click()
    expect(failing).to_have_text(before, use_inner_text=True)
    with farm.expect_response(re.compile(r"/api/pens/\d+$")) as kept:
        first.get_by_role("button", name="Keep").click()
    assert kept.value.json()["revision"] == 3, words
    expect(failing).not_to_have_text(before, use_inner_text=True)


def test_a_pen_is_tied_down_from_its_wind_chart(farm: Page):
    farm.request.patch("/api/place", data={"design_gust_ms": 30.0}, headers={"If-Match": '"1"'})
    enter_flock(farm)
    propose_round(farm)
    expect(level(farm, "wind")).not_to_contain_text("short")
    farm.get_by_role("tab", name="Ties").click()
    type_into(farm, "anchors", "0")
    expect(level(farm, "wind")).to_contain_text("short")
    level(farm, "wind").click()
    sheet = farm.get_by_role("dialog")
    expect(sheet.get_by_role("heading", name="As it stands")).to_be_visible()
    sheet.get_by_role("button", name=re.compile("lid open")).click()
    expect(sheet.get_by_label("Wind chart, lid open")).to_be_visible()
    sheet.get_by_role("button", name="NW", exact=True).click()
    expect(sheet.get_by_text(re.compile(r"front towards \d+°"))).to_be_visible()
    assert serious(farm) == []
    sheet.get_by_role("button", name="tie it so").last.click()
    sheet.get_by_role("button", name="Close", exact=True).click()
    expect(level(farm, "wind")).not_to_contain_text("short")


@deep
def test_wheel_boards_are_chosen_thrown_over_and_their_template_fetched(farm: Page):
    enter_flock(farm)
    propose_round(farm)
    choose(farm, "Gear", "Moved on", "lever wheels")
    choose(farm, "Gear", "Moved on", "past a dead point")
    level(farm, "moving").click()
    sheet = farm.get_by_role("dialog")
    expect(sheet.get_by_role("img", name=re.compile(r"rail [1-9]\d mm up"))).to_be_visible()
    sheet.get_by_role("slider", name="Throw it over").focus()
    farm.keyboard.press("Home")
    expect(sheet.get_by_role("img", name=re.compile("rail 0 mm up"))).to_be_visible()
    sheet.get_by_label(re.compile("drilled already")).fill("140 mm")
    farm.keyboard.press("Enter")
    expect(sheet.get_by_text(re.compile("drilled there it lifts"))).to_be_visible()
    assert serious(farm) == []
    with farm.expect_download() as fetched:
        sheet.get_by_role("link", name="A4").click()
    assert fetched.value.suggested_filename.startswith("drill-template-")


def test_the_frame_says_what_is_weakest_and_shows_it(farm: Page):
    enter_flock(farm)
    propose_round(farm)
    farm.locator("[data-verdict=strength]").click()
    sheet = farm.get_by_role("dialog")
    expect(sheet.get_by_text(re.compile("never a certificate"))).to_be_visible()
    expect(sheet.get_by_text(re.compile("structural engineer"))).to_be_visible()
    sheet.get_by_role("button", name="Close", exact=True).click()
    farm.get_by_role("button", name="strain").click()
    expect(farm.get_by_text("hardly felt")).to_be_visible()
