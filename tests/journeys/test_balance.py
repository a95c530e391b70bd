"""Balance in the browser: from a flock to a pen on the bench, with limits pulled on the way."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.depth import deep
from tests.journeys.steps import enter_flock, propose


def drawn(farm):
    """The pens on the paper, once there are some."""
    pens = farm.locator("[data-pen]")
    expect(pens.first).to_be_visible()
    return pens


def test_from_a_flock_to_a_pen_worth_building(farm):
    enter_flock(farm)
    farm.goto("/pens")
    farm.get_by_role("link", name="See all that is worth building").click()
    expect(farm.get_by_role("heading", name="Balance")).to_be_visible()
    drawn(farm)
    expect(farm.get_by_role("status").filter(has_text="pens judged")).to_contain_text("looking")
    farm.get_by_role("button", name="Enough").click()
    expect(farm.get_by_role("button", name="Go on")).to_be_visible()
    left = farm.get_by_role("status").filter(has_text=" left of ")
    expect(left).to_contain_text(f"left of {drawn(farm).count()}")
    tape = farm.get_by_role("slider", name="Limit on mass")
    tape.focus()
    tape.press("ArrowLeft")
    expect(tape).to_have_attribute("aria-valuetext", re.compile("at most"))
    tape.press("Home")
    why = farm.get_by_role("alert").filter(has_text=re.compile("Of \\d+ pens? none"))
    strongest = farm.get_by_role("slider", name="Limit on gust it stands")
    strongest.focus()
    strongest.press("End")
    expect(why).to_be_visible()
    why.get_by_role("button").first.click()
    expect(left).to_contain_text(re.compile("^[1-9]"))
    first = farm.locator("[data-pen][data-passes=true]").first
    first.focus()
    first.press("Enter")
    beside = farm.get_by_role("region", name="Side by side")
    expect(beside.get_by_role("article")).to_have_count(1)
    farm.reload()
    drawn(farm)
    farm.get_by_role("button", name="Put it on the bench").first.click()
    farm.wait_for_url(re.compile(r"/pens/\d+$"))
    expect(farm.locator("[data-verdict=wind]")).to_be_visible()


@deep
def test_what_else_a_pen_could_be_and_what_each_thing_of_it_costs(farm):
    enter_flock(farm)
    propose(farm)
    farm.get_by_role("button", name="Leave each out and judge again").click()
    costs = farm.get_by_role("region", name="What each thing costs")
    expect(costs.get_by_role("row").nth(3)).to_be_visible()
    farm.get_by_role("link", name="What else could it be?").click()
    expect(farm.get_by_text("Round a pen you have")).to_be_visible()
    drawn(farm)
    settled = farm.get_by_role("group", name="Settled")
    settled.get_by_role("combobox").first.select_option(label="gear: Moved on")
    settled.get_by_role("combobox").nth(1).select_option("skids")
    expect(settled).to_contain_text("Moved on: bare skids")
    drawn(farm)
    # a pipe kit is dragged whatever is settled, and has no such choice on the bench
    pen = farm.locator('[data-pen]:not([aria-label^="pipe kit" i])').first
    pen.focus()
    pen.press("Enter")
    farm.set_viewport_size({"width": 390, "height": 844})
    expect(farm.get_by_role("slider", name="Limit on estimated cost")).to_be_visible()
    wide = farm.evaluate("document.documentElement.scrollWidth")
    assert wide <= 390
    farm.get_by_role("button", name="Put it on the bench as a version").first.click()
    farm.wait_for_url(re.compile(r"/pens/\d+$"))
    farm.get_by_role("tab", name="Gear").click()
    expect(farm.get_by_role("button", name=re.compile("^Moved on: bare skids"))).to_be_visible()
