"""The cut list and the moves: seen, downloaded, opened and read."""

from __future__ import annotations

import csv
import json
import re
from datetime import date

from icalendar import Calendar
from playwright.sync_api import Page, expect

from tests.journeys.steps import enter_flock, field, lay_flat, propose, type_into


def test_the_cut_list_is_downloaded_opened_and_read(farm: Page, tmp_path):
    enter_flock(farm)
    propose(farm)
    farm.get_by_role("link", name=re.compile("^Material")).click()
    expect(farm.get_by_role("heading", name="Bramble pen: to cut and to buy")).to_be_visible()
    expect(farm.get_by_text("no plan can cost less").first).to_be_visible()
    with farm.expect_download() as started:
        farm.get_by_role("link", name="Cut list as CSV").click()
    file = tmp_path / "cuts.csv"
    started.value.save_as(file)
    rows = list(csv.reader(file.read_text().splitlines()))
    split = rows.index([])
    sticks = {row[0]: int(row[1]) for row in rows[1:split]}
    shown = farm.get_by_role("row").filter(has_text=re.compile("^[A-Z]\\d+ ×")).all_inner_texts()
    assert len(shown) == len(sticks)
    for line in shown:
        label, count = re.match(r"([A-Z]\d+) × (\d+)", line).groups()
        assert sticks[label] == int(count)
    assert rows[-1][-1] == farm.locator("[data-total]").inner_text()
    farm.get_by_role("link", name="Pens", exact=True).click()
    farm.get_by_role("link", name="Bramble pen").click()
    lay_flat(farm)
    drawn = set(
        farm.locator("[data-view=plan] [data-ref^=stick]").evaluate_all(
            "all => all.map(one => one.dataset.ref)"
        )
    )
    with farm.expect_response("**/bill") as bill:
        farm.get_by_role("link", name=re.compile("^Material")).click()
    assert drawn <= {ref for piece in bill.value.json()["pieces"] for ref in piece["refs"]}


def test_a_design_file_goes_out_and_in_through_the_screen(farm: Page, tmp_path):
    enter_flock(farm)
    propose(farm)
    type_into(farm, "width", "7-10 1/2")
    expect(field(farm, "width")).to_have_value("7 ft 10 1/2 in")
    farm.get_by_role("link", name=re.compile("^Material")).click()
    with farm.expect_download() as started:
        farm.get_by_role("link", name="Design as a file").click()
    file = tmp_path / "design.json"
    started.value.save_as(file)
    assert json.loads(file.read_text())["typed"] == {"width": "7-10 1/2"}
    farm.goto("/pens")
    farm.get_by_label("Or open a design file").set_input_files(file)
    expect(field(farm, "width")).to_have_value("7 ft 10 1/2 in")


def test_moves_over_a_field_are_downloaded_opened_and_read(farm: Page, tmp_path):
    enter_flock(farm)
    propose(farm)
    farm.get_by_role("link", name=re.compile("^On grass")).click()
    expect(farm.get_by_text("Enter a field: how long it is")).to_be_visible()
    farm.get_by_label("Length", exact=True).fill("3 m")
    farm.get_by_label("Width").fill("3 m")
    farm.get_by_role("button", name="Keep this field").click()
    expect(farm.get_by_role("heading", name="House lawn")).to_be_visible()
    farm.get_by_role("link", name="Pens", exact=True).click()
    farm.get_by_role("link", name="Bramble pen").click()
    farm.get_by_role("link", name=re.compile("^On grass")).click()
    farm.get_by_role("button", name="Put Bramble pen on this field").click()
    farm.get_by_label("First day of Bramble pen").fill("2026-04-22")
    expect(farm.get_by_role("alert")).to_contain_text("finds no place to stand")
    farm.get_by_label("Length", exact=True).fill("130 ft")
    farm.get_by_label("Width").fill("14 m")
    farm.get_by_label("Heading").fill("35")
    farm.get_by_role("button", name="Keep the change").click()
    expect(farm.locator("[data-stops]")).to_be_attached()
    with farm.expect_download() as started:
        farm.get_by_role("link", name="Moves as a calendar").click()
    file = tmp_path / "moves.ics"
    started.value.save_as(file)
    events = Calendar.from_ical(file.read_bytes()).walk("VEVENT")
    days = sorted({event.decoded("DTSTART").date() for event in events if event["STATUS"] == "CONFIRMED"})
    assert (days[0], days[-1]) == (date(2026, 4, 22), date(2026, 5, 19))
    peg = farm.get_by_role("slider", name="Day of the season")
    peg.focus()
    peg.press("Home")
    expect(farm.get_by_role("heading", name="Wed 22 April")).to_be_visible()
    almanac = farm.get_by_role("region", name="Almanac")
    expect(almanac.get_by_role("heading", name="April 2026")).to_be_visible()
    assert almanac.get_by_role("button", name=re.compile(r"A \d+ · \d+")).count() == 9
    farm.get_by_role("button", name="How long, and why").first.click()
    expect(farm.get_by_role("dialog")).to_contain_text("droppings in a day")


def test_the_farm_decides_the_verdicts(farm: Page):
    enter_flock(farm)
    propose(farm)
    farm.goto("/farm")
    farm.get_by_label("Gust to stand").fill("36 km/h")
    farm.get_by_label("Gust to stand").press("Enter")
    expect(farm.get_by_label("Gust to stand")).to_have_value("22.4 mph")
    farm.get_by_label("Heaviest pen").fill("heavy")
    farm.get_by_label("Heaviest pen").press("Enter")
    expect(farm.get_by_role("alert")).to_contain_text("is not a mass")
    farm.get_by_label("Heaviest pen").fill("200 lb")
    farm.get_by_label("Heaviest pen").press("Enter")
    expect(farm.get_by_role("alert")).to_have_count(0)
    farm.get_by_label("Slope").fill("ninety")
    farm.get_by_label("Slope").press("Enter")
    expect(farm.get_by_role("alert")).to_be_visible()
    farm.get_by_role("link", name="Pens", exact=True).click()
    expect(farm.get_by_role("row", name="Bramble pen").get_by_role("cell").nth(-2)).to_have_text(
        re.compile("right|to spare")
    )


def test_two_browsers_on_one_flock_and_one_field(farm: Page, browser, browser_context_args):
    """The later one sees both sides, its own typing kept, and decides."""
    enter_flock(farm)
    expect(farm.get_by_text("They leave at 5.59 lb each")).to_be_visible()
    other = browser.new_context(**browser_context_args).new_page()
    other.set_default_timeout(60_000)
    other.goto("/flocks")
    expect(other.get_by_label("How many")).to_have_value("30")
    farm.get_by_label("How many").fill("40")
    farm.get_by_role("button", name="Keep the change").click()
    expect(farm.get_by_role("heading", name="40 ×")).to_be_visible()
    other.get_by_label("How many").fill("25")
    other.get_by_role("button", name="Keep the change").click()
    dialog = other.get_by_role("dialog")
    expect(dialog.get_by_role("row", name="How many")).to_contain_text("40")
    expect(dialog.get_by_role("row", name="How many")).to_contain_text("25")
    expect(dialog.get_by_role("row", name="Hatched")).to_have_count(0)
    dialog.get_by_role("button", name="Put mine on top").click()
    expect(other.get_by_role("heading", name="25 ×")).to_be_visible()
    farm.reload()
    expect(farm.get_by_label("How many")).to_have_value("25")
    farm.get_by_role("button", name="↶ Undo").click()
    expect(farm.get_by_role("heading", name="40 ×")).to_be_visible()
    other.context.close()
