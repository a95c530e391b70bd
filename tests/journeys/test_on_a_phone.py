"""Every page on a phone: nothing stands past its right edge. And what a first look at the pens costs to fetch."""

from __future__ import annotations

import gzip

from playwright.sync_api import Page, expect

from tests.demo_farm import demo_farm
from tests.depth import some

PHONE = {"width": 390, "height": 844}
FIRST_LOOK_BYTES = 130_000  # script and style of the pens' first paint, gzipped, letters apart
PAST_THE_EDGE = """() => {
  const past = [...document.querySelectorAll("header *, main *")].filter((one) => {
    const box = one.getBoundingClientRect();
    if (box.width === 0 || box.right <= innerWidth + 1) return false;
    for (let over = one.parentElement; over; over = over.parentElement)
      if (["auto", "scroll", "hidden", "clip"].includes(getComputedStyle(over).overflowX)) return false;
    return true;
  });
  return past.slice(0, 4).map((one) => `${one.tagName} ${one.textContent.slice(0, 40)}`);
}"""


SCROLLS_SIDEWAYS = """() => [...document.querySelectorAll("main *")]
  .filter((one) => one.scrollWidth > one.clientWidth + 1 && ["auto", "scroll"].includes(getComputedStyle(one).overflowX))
  .map((one) => `${one.tagName} ${one.className} ${one.textContent.slice(0, 40)}`)"""


def test_no_page_is_wider_than_a_phone(farm: Page, store):
    demo_farm(store)
    farm.set_viewport_size(PHONE)
    pens = farm.request.get("/api/pens").json()["pens"]
    first, second = pens[0]["id"], pens[1]["id"]
    of_each = list({pen["shape"]: pen["id"] for pen in pens}.values())
    pages = [
        "/pens", "/flocks", "/farm", "/shed", "/build/batch", "/catalogue", "/catalogue/hardware",
        f"/compare?pens={first},{second}",
        *(f"/build/{pen}/steps" for pen in some(of_each, 1)),
        *(f"/{part}/{pen}" for part in ("pens", "build") for pen in some(of_each, 2)),
        *(f"/ground?pen={pen['id']}" for pen in some(pens, 2)),
    ]  # fmt: skip
    for path in pages:
        farm.goto(path)
        expect(farm.get_by_role("heading").first).to_be_visible()
        farm.wait_for_load_state("networkidle")
        assert farm.evaluate(PAST_THE_EDGE) == [], path
        assert farm.evaluate("document.documentElement.scrollWidth") <= PHONE["width"], path
        assert farm.evaluate(SCROLLS_SIDEWAYS) == [], path


TABLES = {
    "/pens": {"pen", "for", "size"},
    "/catalogue/hardware": {"what, and its source"},
    "/build/{pen}": {"aisle", "item", "used"},
}


def test_a_table_laid_out_for_a_phone_is_a_table_to_those_who_hear_it(farm: Page, store):
    """As the browser tells it to a screen reader: rows, cells, and the heads that are not seen."""
    demo_farm(store)
    farm.set_viewport_size(PHONE)
    pen = farm.request.get("/api/pens").json()["pens"][0]["id"]
    for path, heads in TABLES.items():
        farm.goto(path.format(pen=pen))
        expect(farm.locator("table.stacks").first).to_be_visible()
        farm.wait_for_load_state("networkidle")
        told = _heard(farm)
        roles = [role for role, _ in told]
        assert "table" in roles, path
        assert roles.count("row") > 2, path
        assert roles.count("cell") + roles.count("gridcell") > roles.count("row"), path
        assert heads <= {name for role, name in told if role == "columnheader"}, path


def _heard(page: Page) -> list[tuple[str, str]]:
    """Role and name of all that the browser tells a screen reader."""
    nodes = page.context.new_cdp_session(page).send("Accessibility.getFullAXTree")["nodes"]
    return [
        (node["role"]["value"], node.get("name", {}).get("value", ""))
        for node in nodes
        if not node["ignored"]
    ]


def test_a_first_look_at_the_pens_fetches_little(farm: Page):
    fetched: dict[str, int] = {}

    def weigh(answer) -> None:
        if answer.url.split("?")[0].endswith((".js", ".css")):
            fetched[answer.url] = len(gzip.compress(answer.body(), 9))

    farm.on("response", weigh)
    farm.goto("/pens")
    expect(farm.get_by_role("heading", name="Pens", exact=True)).to_be_visible()
    farm.wait_for_load_state("networkidle")
    assert len(fetched) > 2
    assert sum(fetched.values()) <= FIRST_LOOK_BYTES, fetched
