"""Openings of the keeper's own, on the bench: cut in, pulled, refused by what they would cut, closed up, taken back."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.journeys.steps import enter_flock, propose
from tests.journeys.test_shapes import propose_shape


def cut_in(farm: Page, use: str, face: str) -> None:
    farm.get_by_role("button", name=re.compile("^Another, for:")).click()
    farm.get_by_role("option", name=use).click()
    farm.get_by_role("button", name=re.compile("^in the:")).click()
    farm.get_by_role("option", name=face).click()
    farm.get_by_role("button", name="Cut it in").click()


def test_an_opening_is_cut_in_pulled_and_closed_up(farm: Page):
    enter_flock(farm)
    propose(farm)
    farm.get_by_role("tab", name="Openings").click()
    expect(farm.get_by_text("has no opening of yours yet")).to_be_visible()
    cut_in(farm, "feeding from outside", "left side")
    first = farm.get_by_role("region", name="opening 1")
    expect(first.get_by_role("heading")).to_contain_text("feeding from outside · left side")
    expect(farm.locator("[data-view=plan] [data-ref^=stick]").first).to_be_attached()
    sill = first.get_by_role("textbox", name="Clear width")
    before = sill.input_value()
    farm.get_by_role("slider", name="pull Clear width, opening 1").first.press("ArrowRight")
    expect(sill).not_to_have_value(before)
    farm.get_by_role("button", name="↶ Undo").click()
    expect(sill).to_have_value(before)
    first.get_by_role("button", name="Close it up").click()
    expect(farm.get_by_text("has no opening of yours yet")).to_be_visible()
    farm.get_by_role("button", name="↶ Undo").click()
    expect(first).to_be_visible()
    farm.reload()
    farm.get_by_role("tab", name="Openings").click()
    expect(first.get_by_role("textbox", name="Clear width")).to_have_value(before)


def test_what_does_not_fit_says_what_it_would_cut_and_loses_nothing(farm: Page):
    enter_flock(farm)
    propose(farm)
    farm.get_by_role("tab", name="Openings").click()
    cut_in(farm, "a person to go in by", "left side")
    expect(farm.get_by_role("alert").first).to_contain_text("Door 1 has no room")
    cut_in(farm, "an arm: feed, water, a bird", "left side")
    first = farm.get_by_role("region", name="opening 1")
    at = first.get_by_role("textbox", name="Its middle at")
    kept = at.input_value()
    at.fill("1")
    at.press("Enter")
    expect(first.get_by_role("alert").first).to_contain_text(re.compile("would cut|has no room"))
    farm.reload()
    farm.get_by_role("tab", name="Openings").click()
    expect(at).to_have_value(kept)
    farm.get_by_role("button", name="Every step").click()
    expect(farm.get_by_text("opening 1 made")).to_be_visible()


def test_a_hoop_is_cut_through_its_bent_side_and_what_came_out_hangs_there(farm: Page):
    enter_flock(farm)
    propose_shape(farm, "hoop")
    farm.get_by_role("tab", name="Openings").click()
    cut_in(farm, "an arm: feed, water, a bird", "left of the hoop")
    first = farm.get_by_role("region", name="opening 1")
    expect(first.get_by_role("heading")).to_contain_text("left of the hoop")
    wide = first.get_by_role("textbox", name="Clear width")
    before = wide.input_value()
    farm.get_by_role("slider", name="pull Clear width, opening 1").first.press("ArrowRight")
    expect(wide).not_to_have_value(before)
    at = first.get_by_role("textbox", name="Its middle at")
    at.fill("4 in")
    at.press("Enter")
    expect(first.get_by_role("alert").first).to_contain_text("the end of the hoop")
    first.get_by_role("button", name=re.compile("^How it opens:")).click()
    farm.get_by_role("option", name=re.compile("^slides up")).click()
    expect(farm.get_by_role("alert").filter(has_text="hinged on its left").first).to_be_visible()
