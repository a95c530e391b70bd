"""From an empty farm to a pen on the bench: proposed, changed, undone, shared, refused."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.journeys.steps import enter_flock, field, keep_flock, level, propose, type_into


def test_a_pen_is_proposed_and_changed(farm: Page):
    farm.goto("/")
    expect(farm.get_by_text("A pen begins with its birds")).to_be_visible()
    enter_flock(farm)
    expect(farm.get_by_text("They leave at 5.59 lb each")).to_be_visible()
    propose(farm)
    expect(level(farm, "space")).to_contain_text("good to the last day, day 49")
    expect(level(farm, "moving")).to_contain_text("a man and a woman can keep it moving")
    expect(farm.get_by_label("30 birds to scale")).to_be_visible()
    assert farm.locator("[data-view=plan] [data-ref^=stick]").count() > 30
    weight = level(farm, "weight").inner_text()
    type_into(farm, "width", "8'")
    expect(field(farm, "width")).to_have_value("8 ft")
    expect(level(farm, "weight")).not_to_have_text(weight)
    expect(farm.locator("[data-view=plan]")).to_contain_text("8 ft")
    farm.get_by_role("button", name=re.compile("Units")).click()
    expect(field(farm, "width")).to_have_value("2.438 m")
    expect(level(farm, "weight")).to_contain_text("kg fresh")
    type_into(farm, "width", "7-10 1/2")
    expect(field(farm, "width")).to_have_value("2.400 m")
    farm.get_by_role("slider", name="Length tape").press("ArrowLeft")
    expect(farm.get_by_role("button", name="↶ Undo")).to_be_enabled()
    farm.get_by_role("tab", name="Covering").click()
    farm.get_by_role("button", name=re.compile("^Roof:")).click()
    farm.get_by_role("option", name="steel, 29 gauge").click()
    expect(farm.get_by_role("button", name="Roof: steel, 29 gauge")).to_be_visible()
    farm.get_by_role("tab", name="Gear").click()
    farm.get_by_role("button", name=re.compile("^Moved on:")).click()
    farm.get_by_role("option", name="bare skids and a rope").click()
    expect(level(farm, "moving")).to_contain_text("pull")
    expect(farm.get_by_role("slider", name="Axle place tape")).to_have_count(0)


def test_dragging_the_tape_is_one_step_and_escape_takes_it_back(farm: Page):
    enter_flock(farm)
    propose(farm)
    before = field(farm, "width").input_value()
    tape = farm.get_by_role("slider", name="Width tape")
    tape.scroll_into_view_if_needed()
    box = tape.bounding_box()
    assert box
    farm.mouse.move(box["x"] + box["width"] * 0.4, box["y"] + 12)
    farm.mouse.down()
    for share in (0.5, 0.55, 0.6):
        farm.mouse.move(box["x"] + box["width"] * share, box["y"] + 12)
    expect(field(farm, "width")).not_to_have_value(before)
    farm.mouse.up()
    expect(farm.get_by_role("button", name="↶ Undo")).to_be_enabled()
    farm.get_by_role("button", name="↶ Undo").click()
    expect(field(farm, "width")).to_have_value(before)
    expect(farm.get_by_role("button", name="↶ Undo")).to_be_disabled()


def test_what_was_kept_is_there_after_reload_and_undo_goes_on(farm: Page):
    enter_flock(farm)
    propose(farm)
    first = field(farm, "width").input_value()
    type_into(farm, "width", "8'")
    expect(field(farm, "width")).to_have_value("8 ft")
    type_into(farm, "height", "30 in")
    expect(field(farm, "height")).to_have_value("2 ft 6 in")
    farm.reload()
    expect(field(farm, "height")).to_have_value("2 ft 6 in")
    farm.get_by_role("button", name="↶ Undo").click()
    expect(field(farm, "height")).to_have_value("2 ft")
    farm.keyboard.press("Control+z")
    expect(field(farm, "width")).to_have_value(first)
    farm.reload()
    expect(field(farm, "width")).to_have_value(first)
    farm.get_by_role("button", name="Redo ↷").click()
    expect(field(farm, "width")).to_have_value("8 ft")


def test_two_browsers_on_one_pen(farm: Page, browser, browser_context_args):
    enter_flock(farm)
    propose(farm)
    other = browser.new_context(**browser_context_args).new_page()
    other.set_default_timeout(60_000)
    other.goto(farm.url)
    expect(field(other, "width")).to_be_visible()
    type_into(farm, "width", "8'")
    expect(field(farm, "width")).to_have_value("8 ft")
    type_into(other, "width", "6 ft 6 in")
    dialog = other.get_by_role("dialog")
    expect(dialog).to_contain_text("Nothing was overwritten")
    expect(dialog.get_by_role("row", name="Width")).to_contain_text("8'")
    expect(dialog.get_by_role("row", name="Width")).to_contain_text("6 ft 6 in")
    dialog.get_by_role("button", name="Keep what stands").click()
    expect(field(other, "width")).to_have_value("8 ft")
    type_into(farm, "width", "9'")
    expect(field(farm, "width")).to_have_value("9 ft")
    type_into(other, "width", "7'")
    dialog.get_by_role("button", name="Put mine on top").click()
    expect(field(other, "width")).to_have_value("7 ft")
    farm.reload()
    expect(field(farm, "width")).to_have_value("7 ft")
    other.context.close()


def test_a_verdict_opens_its_working(farm: Page):
    enter_flock(farm)
    propose(farm)
    for what, words in (
        ("space", "Gompertz"),
        ("weight", "centre of mass"),
        ("moving", "Wismer & Luth"),
        ("wind", "as much air in as out"),
    ):
        level(farm, what).click()
        dialog = farm.get_by_role("dialog")
        expect(dialog.get_by_role("heading", name="The working")).to_be_visible()
        expect(dialog).to_contain_text(words)
        farm.keyboard.press("Escape")
        expect(dialog).to_have_count(0)
    farm.get_by_role("tab", name="Wind").click()
    expect(farm.locator("[data-rose]")).to_contain_text("worst: slides")


def test_what_cannot_be_is_refused_beside_its_field(farm: Page):
    enter_flock(farm, placed="0")
    expect(farm.get_by_role("alert")).to_contain_text("1 to 2000 birds")
    farm.get_by_label("How many").fill("a few")
    farm.get_by_role("button", name="Keep this flock").click()
    expect(farm.get_by_role("alert")).to_contain_text("the number of birds must be a whole number")
    farm.get_by_label("How many").fill("30")
    farm.get_by_label("Leave").fill("2026-04-02")
    farm.get_by_role("button", name="Keep this flock").click()
    expect(farm.get_by_role("alert")).to_contain_text("leave before they have gone out")
    farm.get_by_label("Leave").fill("2026-05-20")
    keep_flock(farm)
    propose(farm)
    before = level(farm, "space").inner_text()
    for text, limit in (("wide", "is not a length"), ("0", "750 mm to 3.658 m"), ("99 ft", "12 ft")):
        type_into(farm, "width", text)
        expect(farm.locator("[data-control=width]").get_by_role("alert")).to_contain_text(limit)
        expect(field(farm, "width")).to_have_value(text)
    expect(level(farm, "space")).to_have_text(before, use_inner_text=True)
    field(farm, "width").press("Escape")
    farm.goto("/pens")
    newer = b'{"format":"ergamot-design","version":99,"shape":"low-pen","values":{}}'
    farm.get_by_label("Or open a design file").set_input_files(
        {"name": "later.json", "mimeType": "application/json", "buffer": newer}
    )
    expect(farm.get_by_role("alert")).to_contain_text("Use a newer program")
