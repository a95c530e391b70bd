"""The pen in the round: turned, pointed at, pulled, taken apart; the list of keys; nothing seriously out of reach."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.depth import deep
from tests.journeys.steps import enter_flock, field, level

AXE = Path(__file__).resolve().parents[2] / "ui" / "node_modules" / "axe-core" / "axe.min.js"


def propose_round(page: Page, name: str = "Bramble pen") -> None:
    """A pen for the first flock, as it first stands on the bench: in the round."""
    page.goto("/pens")
    page.get_by_label("Name").fill(name)
    page.get_by_role("button", name="Propose a pen").click()
    expect(page.locator("[data-view=solid] canvas")).to_be_visible()
    expect(page.get_by_label("pull length")).to_be_visible()


def serious(page: Page) -> list[str]:
    """What axe finds on the page that is serious or worse."""
    page.evaluate(AXE.read_text())  # as the browser's own tools would: pages take no inline script
    found = page.evaluate("axe.run({resultTypes: ['violations']})")
    return [
        f"{one['id']}: {node['html'][:120]}"
        for one in found["violations"]
        if one["impact"] in ("serious", "critical")
        for node in one["nodes"]
    ]


DRAWS = """() => {
  window.drawn = 0;
  for (const kind of [WebGLRenderingContext, WebGL2RenderingContext])
    for (const name of ["drawElements", "drawArrays"]) {
      const draw = kind.prototype[name];
      kind.prototype[name] = function (...given) { window.drawn += 1; return draw.apply(this, given); };
    }
}"""


def test_nothing_is_drawn_while_nothing_changes(farm: Page):
    farm.add_init_script(f"({DRAWS})()")
    enter_flock(farm)
    propose_round(farm)
    farm.mouse.move(2, 2)
    # told last, once its bill is worked out
    expect(farm.get_by_text(re.compile("^Material for"))).to_contain_text(re.compile(r"for \d+\.\d\d"))
    farm.wait_for_timeout(1500)
    before = farm.evaluate("window.drawn")
    assert before > 0
    farm.wait_for_timeout(1500)
    assert farm.evaluate("window.drawn") == before
    farm.get_by_role("button", name="side", exact=True).click()
    farm.wait_for_function("before => window.drawn > before", arg=before)


def test_a_length_is_pulled_on_a_flat_view_too(farm: Page):
    enter_flock(farm)
    propose_round(farm)
    farm.get_by_role("tab", name="Plan").click()
    grip = farm.get_by_label("pull length, plan")
    box = grip.bounding_box()
    before = float(grip.get_attribute("aria-valuenow"))
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    farm.mouse.move(x, y)
    farm.mouse.down()
    for i in range(1, 6):
        farm.mouse.move(x - 12 * i, y)
    with farm.expect_response(re.compile(r"/api/pens/\d+$")) as kept:
        farm.mouse.up()
    after = kept.value.json()["values"]["length"]["value"]
    assert 200 < before - after < 1200
    expect(grip).to_have_attribute("aria-valuenow", f"{after:g}")


@deep
def test_a_row_of_the_cut_list_is_lit_in_the_round(farm: Page):
    enter_flock(farm)
    propose_round(farm)
    farm.get_by_role("link", name="Build").click()
    expect(farm.locator("[data-view=pieces] canvas")).to_be_visible(timeout=30_000)
    farm.locator("table tbody tr").first.hover()
    label = farm.locator("table tbody tr").first.get_by_role("button").first.inner_text()
    expect(farm.get_by_role("img", name=re.compile(f"Frame of .*, {label} lit"))).to_be_visible()


def test_a_length_is_pulled_kept_as_one_step_and_taken_back(farm: Page):
    enter_flock(farm)
    propose_round(farm)
    before = field(farm, "length").input_value()
    grip = farm.get_by_label("pull length")
    box = grip.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    farm.mouse.move(x, y)
    farm.mouse.down()
    for i in range(1, 6):
        farm.mouse.move(x - 14 * i, y - 8 * i)
    expect(field(farm, "length")).not_to_have_value(before)
    farm.keyboard.press("Escape")
    expect(field(farm, "length")).to_have_value(before)
    farm.mouse.up()
    farm.mouse.move(x, y)
    farm.mouse.down()
    for i in range(1, 6):
        farm.mouse.move(x - 14 * i, y - 8 * i)
    with farm.expect_response(re.compile(r"/api/pens/\d+$")) as kept:
        farm.mouse.up()
    assert kept.value.json()["revision"] == 2
    expect(field(farm, "length")).not_to_have_value(before)
    farm.get_by_role("button", name="Every step").click()
    expect(farm.get_by_role("dialog")).to_contain_text(re.compile("Length .* → .*"))
    farm.keyboard.press("Escape")
    farm.get_by_role("button", name="Undo").click()
    expect(field(farm, "length")).to_have_value(before)


def test_a_grip_is_nudged_by_arrow_keys(farm: Page):
    enter_flock(farm)
    propose_round(farm)
    farm.get_by_label("pull width").focus()
    before = float(farm.get_by_label("pull width").get_attribute("aria-valuenow"))
    farm.keyboard.press("ArrowRight")
    expect(farm.get_by_label("pull width")).not_to_have_attribute("aria-valuenow", f"{before:g}")
    after = float(farm.get_by_label("pull width").get_attribute("aria-valuenow"))
    assert after - before == pytest.approx(12.7, abs=0.1)


def test_a_part_pointed_at_tells_its_cut_and_the_pen_is_turned_and_taken_apart(farm: Page):
    enter_flock(farm)
    propose_round(farm)
    view = farm.locator("[data-view=solid]")
    box = view.bounding_box()
    told = farm.locator("[aria-live=polite]").first
    # Along the front edge of the picture some stick is met
    for step in range(60):
        farm.mouse.move(box["x"] + box["width"] * (0.2 + step * 0.01), box["y"] + box["height"] * 0.6)
        if "·" in told.inner_text():
            break
    expect(told).to_contain_text("·")
    farm.get_by_role("button", name="top", exact=True).click()
    expect(view).to_have_attribute("aria-label", re.compile("from the top"))
    farm.keyboard.press("3")
    expect(view).to_have_attribute("aria-label", re.compile("from the side"))
    farm.get_by_role("slider", name="Take apart").press("ArrowRight")
    expect(view).to_contain_text(re.compile(r"step \d+ of \d+: "))
    expect(farm.get_by_label("Dimensions")).to_have_count(0)


def test_a_change_made_with_the_line_down_waits_and_goes_when_it_is_back(farm: Page):
    enter_flock(farm)
    propose_round(farm)
    farm.context.set_offline(True)
    field(farm, "height").fill("30 in")
    field(farm, "height").press("Enter")
    expect(farm.get_by_role("status")).to_contain_text(
        "Kept here, and sent as soon as it is back: Height 30 in"
    )
    farm.context.set_offline(False)
    expect(farm.get_by_role("status")).to_have_count(0)
    expect(field(farm, "height")).to_have_value("2 ft 6 in")


def test_keys_are_listed_and_take_a_keeper_about(farm: Page):
    farm.goto("/pens")
    expect(farm.get_by_role("heading", name="Pens")).to_be_visible()
    farm.keyboard.press("?")
    expect(farm.get_by_role("dialog", name="Keys")).to_contain_text("take the last change back")
    farm.keyboard.press("Escape")
    expect(farm.get_by_role("dialog")).to_have_count(0)
    farm.keyboard.press("g")
    expect(farm).to_have_url(re.compile("/ground"))


def test_a_version_is_made_and_laid_beside_its_pen(farm: Page):
    enter_flock(farm)
    propose_round(farm)
    farm.get_by_role("button", name="New version").click()
    farm.get_by_label("Its name").fill("Bramble on skids")
    farm.get_by_label("Why it is made").fill("no wheels to hand")
    farm.get_by_role("button", name="Make the version").click()
    expect(farm.get_by_role("heading", name="Bramble on skids")).to_be_visible()
    field(farm, "height").fill("30 in")
    field(farm, "height").press("Enter")
    expect(field(farm, "height")).to_have_value("2 ft 6 in")
    farm.goto("/compare")
    for name in ("Bramble pen", "Bramble on skids"):
        farm.get_by_role("checkbox", name=name).check()
    expect(farm.get_by_role("row", name=re.compile("^Height"))).to_contain_text("2 ft 6 in")
    expect(farm.get_by_role("row", name=re.compile("^Cost"))).to_contain_text(re.compile(r"\d+\.\d\d"))
    expect(farm.get_by_text("no wheels to hand")).to_be_visible()


def test_a_pen_is_begun_from_one_of_three(farm: Page):
    enter_flock(farm)
    farm.goto("/pens")
    farm.get_by_role("button", name="See three to start from").click()
    expect(farm.locator("[data-start]")).to_have_count(3)
    farm.get_by_role("button", name=re.compile("^Begin from this")).nth(1).click()
    expect(farm).to_have_url(re.compile(r"/pens/\d+"))
    expect(level(farm, "space")).to_contain_text("right")


def test_nothing_serious_keeps_anyone_out(farm: Page):
    enter_flock(farm)
    propose_round(farm)
    bench = farm.url
    assert serious(farm) == [], "bench"
    farm.get_by_role("link", name=re.compile("^Material")).click()
    expect(farm.get_by_label("Cutting plan").first).to_be_visible()
    assert serious(farm) == [], "build"
    farm.goto(bench)
    farm.get_by_role("link", name=re.compile("^On grass")).click()
    expect(farm.get_by_role("heading").first).to_be_visible()
    assert serious(farm) == [], "ground"
    for page_of in ("/pens", "/flocks", "/farm", "/catalogue", "/compare"):
        farm.goto(page_of)
        expect(farm.get_by_role("heading").first).to_be_visible()
        assert serious(farm) == [], page_of
