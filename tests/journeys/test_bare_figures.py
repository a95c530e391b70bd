"""A figure typed without its unit is in the unit its box shows, in feet and in metres, in every box there is."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.depth import some
from tests.journeys.steps import enter_flock, propose

ONE_FIGURE = re.compile(r"^(-?\d+(?:\.\d+)?)( ?[^\d\s][^\d]*)$")  # and not feet with inches
SYSTEMS = ("imperial", "metric")


def show_in(page: Page, system: str) -> None:
    page.evaluate("system => window.localStorage.setItem('ergamot-units', system)", system)
    page.reload()


def sweep(page: Page, boxes: str) -> int:
    """Type into each box the bare figure it shows: it stays what it is. How many could be tried."""
    tried = 0
    found = page.locator(boxes)
    expect(found.first).to_be_visible()
    for i in range(found.count()):
        box = found.nth(i)
        if not box.is_visible():
            continue
        shown = ONE_FIGURE.match(box.input_value())
        if not shown:
            continue
        box.fill(f"{shown[1]} ")
        box.press("Enter")
        expect(box).to_have_value(shown[0])
        expect(box).not_to_have_attribute("aria-invalid", "true")
        tried += 1
    return tried


@pytest.mark.parametrize("system", some(SYSTEMS, 1))
def test_every_box_of_the_bench_and_the_farm_keeps_its_unit(farm: Page, system):
    enter_flock(farm)
    propose(farm)
    show_in(farm, system)
    tried = 0
    for tab in ("Size", "Gear", "Inside", "Ties"):
        farm.get_by_role("tab", name=tab, exact=True).click()
        tried += sweep(farm, "[data-control] input[type=text]")
    farm.goto("/farm")
    tried += sweep(farm, "main input[type=text]")
    assert tried > 12


@pytest.mark.parametrize(
    ("system", "gust", "length"),
    some([("imperial", "50.0 mph", "60 ft"), ("metric", "50 m/s", "60 m")], 1),
)
def test_a_gust_of_fifty_and_a_field_sixty_wide(farm: Page, system, gust, length):
    enter_flock(farm)
    propose(farm)
    farm.goto("/farm")
    show_in(farm, system)
    box = farm.get_by_label("Gust to stand")
    box.fill("50")
    box.press("Enter")
    expect(box).to_have_value(gust)
    farm.goto("/ground")
    farm.get_by_label("Length", exact=True).fill("90")
    farm.get_by_label("Width", exact=True).fill("60")
    farm.get_by_role("button", name="Keep this field").click()
    expect(farm.get_by_label("Width", exact=True)).to_have_value(length)


def test_each_page_has_its_own_name_in_the_tab(farm: Page):
    enter_flock(farm)
    propose(farm)
    expect(farm).to_have_title("Bramble pen · Pens · Ergamot")
    farm.goto("/farm")
    expect(farm).to_have_title(re.compile("Farm.* · Ergamot$"))


def test_a_half_typed_flock_is_there_again(farm: Page):
    farm.goto("/flocks")
    farm.get_by_label("Name").fill("Late ducks")
    farm.get_by_label("How many").fill("17")
    farm.get_by_role("link", name="Farm").click()
    farm.get_by_role("link", name="Flocks").click()
    expect(farm.get_by_label("Name")).to_have_value("Late ducks")
    farm.reload()
    expect(farm.get_by_label("How many")).to_have_value("17")
