"""Pictures of every main view, from the demo farm, into docs/screenshots: make screenshots."""

from __future__ import annotations

import shutil
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from ergamot.demo.tansy_rise import load, utc_now
from ergamot.store.engine import open_engine
from launch.mariadb import PrivateServer, free_port
from launch.plain import LOCAL, ROOT, say
from launch.serve import Served, migrate

TARGET = ROOT / "docs" / "screenshots"
FOLDER = LOCAL / "pictures"


def open_pen(page: Page, name: str) -> None:
    page.goto("/pens")
    page.get_by_role("link", name=name).click()
    page.get_by_label("Verdicts").wait_for()


def bench(page: Page) -> None:
    open_pen(page, "Tansy low pen")


def hoop(page: Page) -> None:
    open_pen(page, "Turkey hoop")


def coop(page: Page) -> None:
    open_pen(page, "Laying coop")
    page.get_by_role("tab", name="House").click()


def a_frame(page: Page) -> None:
    open_pen(page, "Hedge A-frame")


def whole(page: Page) -> None:
    open_pen(page, "Laying coop")
    page.get_by_role("tab", name="Whole").click()
    page.locator("[data-view=whole] [data-kind=stick]").first.wait_for()


def plan_of_orchard(page: Page) -> None:
    open_pen(page, "Orchard pen")
    page.get_by_role("tab", name="Plan").click()
    page.get_by_role("tab", name="Covering").click()


def wind(page: Page) -> None:
    bench(page)
    page.get_by_role("tab", name="Wind").click()


def working(page: Page) -> None:
    bench(page)
    page.locator("[data-verdict=moving]").click()


def build(page: Page) -> None:
    bench(page)
    page.get_by_role("link", name="Material").click()
    page.get_by_label("Cutting plan").first.wait_for()


def ground(page: Page) -> None:
    bench(page)
    page.get_by_role("link", name="On grass").click()
    page.locator("[data-pen-stands]").wait_for()


VIEWS = {
    "bench": bench,
    "bench-plan": plan_of_orchard,
    "a-frame": a_frame,
    "hoop": hoop,
    "coop": coop,
    "whole": whole,
    "wind": wind,
    "working": working,
    "pens": lambda page: page.goto("/pens"),
    "flocks": lambda page: page.goto("/flocks"),
    "build": build,
    "ground": ground,
    "farm": lambda page: page.goto("/farm"),
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
        with Served(database.address, free_port(8792)) as served, sync_playwright() as play:
            chromium = play.chromium.launch(executable_path="/usr/bin/chromium", args=["--no-sandbox"])
            page = chromium.new_page(base_url=served.url, viewport={"width": 1280, "height": 800})
            take(page, TARGET)
            chromium.close()
    shutil.rmtree(FOLDER, ignore_errors=True)


if __name__ == "__main__":
    main()
