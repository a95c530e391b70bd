"""A pen of each shape through the screen: chosen, drawn, switched about, refused, billed."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.depth import deep
from tests.journeys.steps import choose, enter_flock, field, keep_flock, lay_flat, level, propose, type_into


def enter_layers(page: Page) -> None:
    """Twelve layers of sixteen weeks."""
    page.goto("/flocks")
    page.get_by_label("Birds").select_option(label="layer, hybrid")
    page.get_by_label("How many").fill("12")
    page.get_by_label("Hatched").fill("2026-01-05")
    keep_flock(page)


def propose_shape(page: Page, shape: str) -> None:
    page.goto("/pens")
    page.get_by_role("radio", name=re.compile(f"^{shape}")).click()
    page.get_by_label("Name").fill("Bramble")
    page.get_by_role("button", name="Propose a pen").click()
    expect(page.get_by_role("heading", name="Bramble")).to_be_visible()
    lay_flat(page)


def pick(page: Page, label: str, option: str) -> None:
    page.get_by_role("button", name=re.compile(f"^{label}:")).click()
    page.get_by_role("option", name=option).click()
    expect(page.get_by_role("button", name=re.compile(f"^{label}: {option}"))).to_be_visible()


def whole(page: Page) -> int:
    """The isometric picture; how many lines it has."""
    page.get_by_role("tab", name="Whole").click()
    expect(page.locator("[data-view=whole] [data-kind=stick]").first).to_be_attached()
    return page.locator("[data-view=whole] [data-ref]").count()


def test_a_low_pen_with_a_falling_roof_and_a_side_hatch(farm: Page):
    enter_flock(farm)
    propose(farm)
    type_into(farm, "fall", "5°")
    expect(field(farm, "fall")).to_have_value("5°")
    farm.get_by_role("tab", name="Covering").click()
    farm.get_by_role("button", name=re.compile("^Reached by:")).click()
    farm.get_by_role("option", name="a hatch in the left side").click()
    expect(farm.get_by_role("alert").first).to_contain_text("choose other wheels")
    choose(farm, "Gear", "Moved on", "^two wheels")
    farm.get_by_role("tab", name="Covering").click()
    pick(farm, "Reached by", "a hatch in the left side")
    farm.get_by_role("tab", name="Inside").click()
    pick(farm, "Ground edge", "a batten outside the rails")
    assert whole(farm) > 100
    expect(level(farm, "space")).to_contain_text("no opening lets a person into the run")


def test_an_a_frame_with_a_house(farm: Page):
    enter_layers(farm)
    propose_shape(farm, "A-frame")
    expect(farm.locator("[data-view=end]")).to_be_visible()
    before = whole(farm)
    farm.get_by_role("tab", name="House").click()
    pick(farm, "Nest boxes", "none")
    expect(farm.get_by_text(re.compile("^nests: 0 of 3"))).to_be_visible()
    assert before > 100
    farm.get_by_role("tab", name="Size").click()
    farm.get_by_role("button", name="Apex angle: one more").click()
    expect(field(farm, "apex")).to_have_value("61°")


def test_a_hoop_of_wire_panels(farm: Page):
    enter_flock(farm, placed="40")
    propose_shape(farm, "hoop")
    expect(farm.get_by_text(re.compile("whole wire panels"))).to_be_visible()
    good = field(farm, "width").input_value()
    type_into(farm, "width", "15'")
    expect(farm.locator("[data-control=width]").get_by_role("alert")).to_contain_text("m")
    assert whole(farm) > 100
    field(farm, "width").press("Escape")
    farm.reload()
    expect(field(farm, "width")).to_have_value(good)
    farm.get_by_role("link", name="Material").click()
    expect(farm.get_by_text(re.compile("stock panel", re.IGNORECASE)).first).to_be_visible()


@deep
def test_a_walk_in_coop_for_layers(farm: Page):
    enter_layers(farm)
    propose_shape(farm, "walk-in coop")
    expect(farm.get_by_label("12 birds to scale")).to_be_visible()
    farm.get_by_role("tab", name="House").click()
    weight = level(farm, "weight").inner_text()
    pick(farm, "Nests fitted", "before lay begins")
    expect(level(farm, "weight")).not_to_have_text(weight, use_inner_text=True)
    level(farm, "weight").click()
    expect(farm.get_by_role("dialog")).to_contain_text("still to come, fitted later")
    farm.keyboard.press("Escape")
    farm.get_by_role("button", name="Number of nests: one less").click()
    expect(level(farm, "space")).to_contain_text("nests: 2 of 3, lacks 1")
    farm.get_by_role("tab", name="Covering").click()
    type_into(farm, "door_height", "6'4")
    expect(farm.get_by_role("alert")).to_contain_text("Door height must be at most")
    type_into(farm, "door_height", "4'8")
    expect(field(farm, "door_height")).to_have_value("4 ft 8 in")
    farm.get_by_role("tab", name="Size").click()
    pick(farm, "Roof", "arched over bent tube")
    assert whole(farm) > 200


def test_a_row_of_ones_own_in_the_catalogue(farm: Page):
    enter_flock(farm)
    propose(farm)
    weight = level(farm, "weight").inner_text()
    farm.get_by_role("link", name="Catalogue").click()
    farm.get_by_role("link", name="Timber", exact=True).click()
    farm.get_by_role("button", name=re.compile("^spruce")).first.click()
    dialog = farm.get_by_role("dialog")
    dialog.get_by_label("density, kg/m³").fill("lots")
    dialog.get_by_role("button", name="Keep as this farm's own").click()
    expect(dialog.get_by_role("alert")).to_contain_text("cannot be read")
    dialog.get_by_label("density, kg/m³").fill("800")
    dialog.get_by_role("button", name="Keep as this farm's own").click()
    expect(dialog).to_have_count(0)
    expect(farm.get_by_text("own", exact=True).first).to_be_visible()
    farm.go_back()
    farm.go_back()
    expect(level(farm, "weight")).not_to_have_text(weight, use_inner_text=True)
