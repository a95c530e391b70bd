"""Pictures of every main view, from the demo farm, into docs/screenshots: make screenshots."""

from __future__ import annotations

import shutil
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from ergamot.demo.tansy_rise import load, utc_now
from ergamot.store.engine import open_engine
from launch.machine import the_browser
from launch.mariadb import PrivateServer, free_port
from launch.plain import LOCAL, ROOT, say
from launch.serve import Served, migrate

TARGET = ROOT / "docs" / "screenshots"
FOLDER = LOCAL / "pictures"
SETTLE_MS = 1500  # solids are drawn by hand here, without a graphics card
STEPS_OUT = 24


def open_pen(page: Page, name: str) -> None:
    page.goto("/pens")
    page.get_by_role("link", name=name).click()
    page.get_by_label("Verdicts").wait_for()
    page.get_by_label("pull length").wait_for()
    page.wait_for_timeout(SETTLE_MS)


def bench(page: Page) -> None:
    open_pen(page, "Tansy low pen")


def sheet(page: Page) -> None:
    bench(page)
    page.get_by_role("tab", name="Sheet").click()


def apart(page: Page) -> None:
    open_pen(page, "Hedge A-frame")
    slide = page.get_by_role("slider", name="Take apart")
    for _ in range(STEPS_OUT):
        slide.press("ArrowRight")
    page.wait_for_timeout(SETTLE_MS)


def compare(page: Page) -> None:
    page.goto("/compare")
    for name in ("Laying coop", "Hedge A-frame", "Turkey hoop"):
        page.get_by_role("checkbox", name=name).check()
    page.locator("[data-view=whole] [data-kind=stick]").nth(2).wait_for()
    page.get_by_role("cell", name="about").first.wait_for(state="detached")  # until all bills are there


def starts(page: Page) -> None:
    page.goto("/pens")
    page.get_by_role("button", name="See three to start from").click()
    page.locator("[data-start]").nth(2).wait_for()


def balance(page: Page) -> None:
    """What nothing beats for the first flock, once it is looked through."""
    page.goto("/balance")
    page.get_by_role("button", name="Look further").wait_for(timeout=600_000)
    page.locator("[data-pen]").first.wait_for()


def openings(page: Page) -> None:
    open_pen(page, "Laying coop")
    page.get_by_role("tab", name="Side", exact=True).click()
    page.get_by_role("tab", name="Openings").click()
    page.get_by_role("region", name="opening 2").scroll_into_view_if_needed()


def wind(page: Page) -> None:
    open_pen(page, "Laying coop")
    page.locator("[data-verdict=wind]").click()
    page.get_by_role("dialog").get_by_role("button", name="W", exact=True).click()
    page.get_by_text("front towards").wait_for()


def moving(page: Page) -> None:
    open_pen(page, "Orchard pen")
    page.locator("[data-verdict=moving]").click()
    page.get_by_role("slider", name="Throw it over").wait_for()
    page.get_by_role("region", name="Swinging wheel").scroll_into_view_if_needed()


def mends(page: Page) -> None:
    open_pen(page, "Turkey hoop")
    board = page.get_by_role("region", name="What would mend it")
    board.get_by_role("button", name="moving").click()
    board.locator("li").first.wait_for()
    board.get_by_role("status").wait_for(state="detached")
    board.get_by_role("button", name="Try").first.click()
    board.locator("li").first.scroll_into_view_if_needed()
    page.wait_for_timeout(SETTLE_MS)


def working(page: Page) -> None:
    bench(page)
    page.locator("[data-verdict=strength]").click()


def build(page: Page) -> None:
    bench(page)
    page.get_by_role("link", name="Material").click()
    page.get_by_label("Cutting plan").first.wait_for()


def ground(page: Page) -> None:
    page.goto("/ground")
    page.get_by_role("button", name="Bent meadow", exact=True).click()
    page.get_by_role("heading", name="Bent meadow", exact=True).wait_for()
    page.locator("[data-pen-stands]").first.wait_for()


ARGS = ["--no-sandbox", "--use-angle=swiftshader", "--enable-unsafe-swiftshader"]


def farm(page: Page) -> None:
    """The farm, down to the way to its field."""
    page.goto("/farm")
    page.get_by_role("heading", name="The way to the field").evaluate("one => one.scrollIntoView()")


def shed(page: Page) -> None:
    page.goto("/shed")
    page.get_by_role("img", name="The shed wall").wait_for()


def steps(page: Page) -> None:
    page.goto("/build")
    page.get_by_role("link", name="Laying coop").click()
    page.get_by_role("link", name="To build, step by step").click()
    page.get_by_role("img", name="Step 3").wait_for()
    page.get_by_text("Stand them and brace them").first.scroll_into_view_if_needed()
    page.wait_for_timeout(SETTLE_MS)


VIEWS = {
    "bench": bench,
    "sheet": sheet,
    "apart": apart,
    "compare": compare,
    "starts": starts,
    "openings": openings,
    "balance": balance,
    "wind": wind,
    "moving": moving,
    "mends": mends,
    "working": working,
    "pens": lambda page: page.goto("/pens"),
    "flocks": lambda page: page.goto("/flocks"),
    "build": build,
    "shed": shed,
    "steps": steps,
    "ground": ground,
    "farm": farm,
    "catalogue": lambda page: page.goto("/catalogue/sheets"),
}


def take(page: Page, target: Path) -> None:
    """One PNG a view at 1280 × 800."""
    for name, go in VIEWS.items():
        go(page)
        page.wait_for_load_state("networkidle")
        page.mouse.move(2, 2)
        page.wait_for_timeout(300)
        page.screenshot(path=target / f"{name}.png")
        say(f"docs/screenshots/{name}.png")


def main() -> None:
    shutil.rmtree(FOLDER, ignore_errors=True)
    TARGET.mkdir(parents=True, exist_ok=True)
    with PrivateServer(FOLDER, 33813, durable=False) as database:
        migrate(database.address)
        load(open_engine(database.address), utc_now())
        with Served(database, free_port(8792)) as served, sync_playwright() as play:
            chromium = play.chromium.launch(executable_path=str(the_browser()), args=ARGS)
            page = chromium.new_page(base_url=served.url, viewport={"width": 1280, "height": 800})
            take(page, TARGET)
            chromium.close()
    shutil.rmtree(FOLDER, ignore_errors=True)


if __name__ == "__main__":
    main()
