"""From the shed to a finished pen, through the real screen: counting, cutting from what is in hand, ticking off, in time."""

from __future__ import annotations

import io
import re

import pypdf
from playwright.sync_api import expect

from tests.depth import deep
from tests.journeys.steps import enter_flock, propose


def count(farm, *lines):
    farm.goto("/shed")
    farm.get_by_label("Count what is there").last.fill("\n".join(lines))
    read_back = farm.get_by_role("list", name="As it is understood").get_by_role("listitem")
    expect(read_back).to_have_count(len(lines))
    farm.get_by_role("button", name="Put it in the shed").click()
    expect(farm.get_by_label("Count what is there").last).to_have_value("")


def to_build(farm):
    farm.get_by_role("navigation", name="Parts").get_by_role("link", name="Build").click()
    expect(farm.get_by_role("heading", name="Shopping list")).to_be_visible()


def test_boards_in_hand_are_cut_first_and_their_offcuts_come_back(farm):
    enter_flock(farm)
    propose(farm)
    to_build(farm)
    before = farm.locator("[data-total]").inner_text()
    count(farm, "6 x 2x3 12'", "3 @ 2.43 m larch, one bowed end", "2 strap hinge")
    expect(farm.get_by_role("img", name=re.compile("The shed wall"))).to_be_visible()
    to_build(farm)
    expect(farm.locator("[data-total]")).not_to_have_text(before)
    taken = farm.get_by_role("list", name="Out of the shed")
    expect(taken).to_contain_text("2×3")
    expect(taken).not_to_contain_text("larch")
    farm.get_by_role("button", name="Set them aside for this pen").click()
    expect(taken).to_contain_text("2×3 (38×64) spruce-pine-fir, 12 ft, set aside")
    expect(farm.get_by_role("button", name="Set them aside for this pen")).to_have_count(0)
    farm.get_by_text("Marks along each board").first.click()
    boards = farm.get_by_role("list", name="Boards to cut").first
    hand = boards.get_by_role("listitem").filter(has_text="in hand").first
    hand.get_by_role("button").click()
    expect(farm.get_by_role("list", name="Out of the shed")).not_to_contain_text("6 × 2×3")
    cut = farm.get_by_text(re.compile(r"^(all cut|\d+ of \d+ cut)$"))
    expect(cut.first).to_be_visible()
    farm.reload()
    expect(cut.first).to_be_visible()
    farm.goto("/shed")
    expect(farm.get_by_label(re.compile("How many 2×3")).first).to_have_value("5")


def test_what_is_not_understood_is_asked_about_and_stays_as_typed(farm):
    farm.goto("/shed")
    entry = farm.get_by_label("Count what is there").last
    entry.fill("3 x 96 m 2x4")
    expect(farm.get_by_role("alert")).to_contain_text("did you mean 96 in")
    farm.get_by_role("button", name="Put it in the shed").click()
    expect(entry).to_have_value("3 x 96 m 2x4")
    entry.fill("3 x 96 in 2x4")
    expect(farm.get_by_role("alert")).to_have_count(0)
    farm.get_by_role("button", name="Put it in the shed").click()
    expect(farm.get_by_label(re.compile("How many 2×4"))).to_have_value("3")
    farm.get_by_role("button", name=re.compile("Take one 2×4")).click()
    expect(farm.get_by_label(re.compile("How many 2×4"))).to_have_value("2")
    with farm.expect_download() as out:
        farm.get_by_role("link", name="Out as CSV").click()
    table = out.value.path().read_bytes()
    farm.get_by_role("button", name=re.compile("Put away 2×4")).click()
    expect(farm.get_by_label(re.compile("How many 2×4"))).to_have_count(0)
    farm.get_by_label("In from CSV or XLSX").set_input_files(
        {"name": "shed.csv", "mimeType": "text/csv", "buffer": table}
    )
    expect(farm.get_by_label(re.compile("How many 2×4"))).to_have_value("2")


def test_steps_are_ticked_on_a_phone_and_stay_ticked(farm):
    enter_flock(farm)
    propose(farm)
    farm.set_viewport_size({"width": 390, "height": 844})
    to_build(farm)
    farm.get_by_role("link", name="To build, step by step").click()
    steps = farm.get_by_role("list", name="Steps").get_by_role("listitem")
    expect(steps.first).to_contain_text("Cut and mark the sticks")
    first = farm.get_by_role("checkbox", name=re.compile("1 Cut and mark"))
    first.click()
    expect(first).to_be_checked()
    expect(farm.get_by_text(re.compile("^1 of|1 of [0-9]+ steps done"))).to_be_visible()
    farm.get_by_label("Minutes step 1 took").fill("400")
    farm.get_by_label("Minutes step 1 took").press("Enter")
    expect(farm.get_by_text(re.compile("times the usual pace"))).to_be_visible()
    farm.reload()
    expect(first).to_be_checked()
    expect(farm.get_by_label("Minutes step 1 took")).to_have_value("400")
    picture = farm.get_by_role("img", name="Step 2: what is new drawn dark")
    picture.scroll_into_view_if_needed()
    expect(picture).to_have_js_property("complete", True)
    assert picture.evaluate("one => one.naturalWidth") > 0
    assert farm.evaluate("document.documentElement.scrollWidth") <= 390
    with farm.expect_download() as out:
        farm.get_by_role("link", name="The book as PDF").click()
    book = pypdf.PdfReader(io.BytesIO(out.value.path().read_bytes()))
    assert "Shopping" in " ".join(page.extract_text() for page in book.pages)


def test_late_is_told_early_and_a_later_day_is_in_time(farm):
    enter_flock(farm)
    propose(farm)
    to_build(farm)
    farm.get_by_role("link", name="To build, step by step").click()
    finish = farm.get_by_role("complementary", name="Finish by")
    wanted = finish.get_by_label("Wanted by")
    begin = finish.get_by_label("Begin on").input_value()
    wanted.fill(begin)
    wanted.press("Enter")
    expect(finish).to_contain_text("late")
    year = str(int(begin[:4]) + 1)
    wanted.fill(f"{year}{begin[4:]}".replace("-02-29", "-03-01"))
    wanted.press("Enter")
    expect(finish).to_contain_text("in time")
    expect(farm.get_by_role("table", name="Days of building")).to_be_visible()
    upkeep = farm.get_by_role("region", name="Upkeep")
    for when in ("Before the season", "Each week", "After a storm", "Laid up for winter"):
        expect(upkeep.get_by_role("heading", name=when)).to_be_visible()


@deep
def test_several_pens_are_one_list_and_another_size_is_priced(farm):
    enter_flock(farm)
    propose(farm)
    to_build(farm)
    alone = float(re.sub(r"[^\d.]", "", farm.locator("[data-total]").inner_text()))
    farm.get_by_role("button", name="length", exact=True).click()
    expect(farm.get_by_role("img", name=re.compile("Cost against length"))).to_be_visible()
    farm.get_by_role("link", name="Several pens at once").click()
    for _ in range(3):
        farm.get_by_role("button", name="One Bramble pen more").click()
    expect(farm.get_by_role("heading", name="Money")).to_be_visible()
    expect(farm.get_by_label("How many of Bramble pen")).to_have_text("3")
    expect(farm.get_by_text("Worth a stop block")).to_be_visible()
    together = float(re.sub(r"[^\d.]", "", farm.locator("[data-total]").inner_text()))
    assert alone < together <= 3 * alone
