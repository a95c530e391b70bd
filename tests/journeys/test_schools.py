"""Ways of building that have a name of their own, through the screen: a raised house, bent tube on a box."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.depth import deep
from tests.journeys.steps import choose, enter_flock, field, level, type_into
from tests.journeys.test_shapes import enter_layers, pick, propose_shape


def marks(page: Page, other_than: str = "none yet") -> list[str]:
    """Where the bends of the first tube are marked, once the first mark is another than this."""
    rows = page.get_by_role("region", name="Bending the tubes").get_by_role("table").first.get_by_role("row")
    expect(rows).to_have_count(4)
    expect(rows.nth(1).get_by_role("cell").nth(1)).not_to_have_text(other_than)
    return [row.get_by_role("cell").nth(1).inner_text() for row in rows.all()[1:]]


def test_a_raised_house_its_birds_range_from_on_two_axles(farm: Page):
    enter_layers(farm)
    propose_shape(farm, "raised house, day range")
    level(farm, "space").click()
    expect(farm.get_by_role("dialog")).to_contain_text("in the house they range from by day")
    farm.keyboard.press("Escape")
    choose(farm, "Gear", "Moved on", "^two fixed axles")
    expect(field(farm, "ride")).to_be_visible()
    type_into(farm, "ride", "400")
    expect(farm.locator("[data-control=ride]").get_by_role("alert")).to_be_visible()
    field(farm, "ride").press("Escape")
    farm.get_by_role("tab", name="House").click()
    pick(farm, "Beneath it", "a run, meshed all round")
    level(farm, "space").click()
    expect(farm.get_by_role("dialog")).to_contain_text("inside the base rails")


@deep
def test_bows_bent_by_hand_are_marked_for_the_bender_in_hand(farm: Page):
    enter_flock(farm, placed="12")
    propose_shape(farm, "bent tube on a timber box")
    farm.get_by_role("tab", name="Frame").click()
    pick(farm, "Bows bent", "three times")
    bench = farm.url
    farm.get_by_role("link", name="Material").click()
    before = marks(farm)
    assert len(set(before)) == 3
    expect(farm.get_by_role("region", name="Doors and hatches")).to_contain_text("person door")
    farm.goto(bench)
    farm.get_by_role("tab", name="Frame").click()
    was = field(farm, "take_up").input_value()
    type_into(farm, "take_up", "7 in")
    expect(field(farm, "take_up")).not_to_have_value(was)
    expect(field(farm, "take_up")).to_have_value(re.compile("7 in"))
    farm.get_by_role("link", name="Material").click()
    after = marks(farm, before[0])
    assert not set(before) & set(after)


@deep
def test_a_steel_chassis_has_a_weld_for_every_corner_and_a_seat_for_every_post(farm: Page):
    enter_layers(farm)
    propose_shape(farm, "steel chassis, timber house")
    farm.get_by_role("tab", name="Frame").click()
    pick(farm, "Base of box", "steel box 40 × 80 × 3 mm")
    farm.get_by_role("tab", name="House").click()
    expect(farm.get_by_role("button", name=re.compile("^Under the floor: a steel tray"))).to_be_visible()
    farm.get_by_role("link", name="Material").click()
    welds = farm.get_by_role("region", name="Weld map")
    rows = welds.get_by_role("row")
    expect(rows.filter(has_text="B1 – B2")).to_have_count(4)
    seats = rows.filter(has_text="a seat").count()
    bought = farm.get_by_role("row").filter(has_text="post seat to weld on")
    expect(bought).to_contain_text(str(seats))
    expect(farm.get_by_role("row").filter(has_text="steel box 40 × 80 × 3 mm").first).to_be_visible()


@deep
def test_a_house_stands_over_a_low_run(farm: Page):
    enter_layers(farm)
    propose_shape(farm, "house over a low run")
    farm.get_by_role("tab", name="House").click()
    was = field(farm, "house_top").input_value()
    type_into(farm, "house_top", "60 in")
    expect(field(farm, "house_top")).to_have_value("60 in")
    farm.get_by_role("button", name=re.compile("Undo")).click()
    expect(field(farm, "house_top")).to_have_value(was)
    type_into(farm, "house_top", "25 in")
    refusal = farm.locator("[data-control=house_top]").get_by_role("alert")
    expect(refusal).to_contain_text("for the low side of its roof to clear the run")
    field(farm, "house_top").press("Escape")
    pick(farm, "Vents", "those, and one in the floor")
    farm.get_by_role("link", name="Material").click()
    expect(farm.get_by_role("row").filter(has_text="house rafter").first).to_be_visible()


def test_a_pipe_kit_is_pinned_so_that_it_packs_and_its_parts_are_listed(farm: Page):
    enter_flock(farm, placed="10")
    propose_shape(farm, "pipe kit")
    level(farm, "strength").click()
    expect(farm.get_by_role("dialog")).to_contain_text("sides whipping when it is carried")
    farm.keyboard.press("Escape")
    farm.get_by_role("tab", name="Frame").click()
    pick(farm, "Fittings", "sides glued, the rest pinned dry")
    expect(farm.get_by_text(re.compile("^packs flat"))).to_be_visible()
    farm.get_by_role("link", name="Material").click()
    parts = farm.get_by_role("region", name="Pipes and fittings")
    expect(parts).to_contain_text(re.compile(r"sockets are glued, \d+ pinned dry"))
    expect(parts.get_by_role("row").filter(has_text="three-way corner")).to_contain_text("8")
    expect(farm.get_by_role("row").filter(has_text="push pin 6 mm").first).to_be_visible()
