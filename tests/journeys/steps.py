"""What a keeper does on the screen, in a keeper's words."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect


def enter_flock(page: Page, placed: str = "30") -> None:
    """Thirty fast broilers hatched on 1 April; the form fills in the usual days."""
    page.goto("/flocks")
    page.get_by_label("How many").fill(placed)
    page.get_by_label("Hatched").fill("2026-04-01")
    expect(page.get_by_label("Out on grass")).to_have_value("2026-04-22")
    keep_flock(page)


def keep_flock(page: Page) -> None:
    """Keep the flock entered; a page opened before the answer would cut the request off."""
    with page.expect_response(
        lambda answer: answer.request.method == "POST" and answer.url.endswith("/api/flocks")
    ):
        page.get_by_role("button", name="Keep this flock").click()


def propose(page: Page, name: str = "Bramble pen") -> None:
    """Ask for a pen for the first flock and arrive at its bench."""
    page.goto("/pens")
    page.get_by_label("Name").fill(name)
    page.get_by_role("button", name="Propose a pen").click()
    expect(page.get_by_role("heading", name=name)).to_be_visible()
    lay_flat(page)


def choose(page: Page, tab: str, label: str, option: str) -> None:
    """Pick from a list of words on the bench and wait until it is kept."""
    page.get_by_role("tab", name=tab).click()
    page.get_by_role("button", name=re.compile(f"^{label}:")).click()
    with page.expect_response(re.compile(r"/api/pens/\d+$")):
        page.get_by_role("option", name=re.compile(option)).click()


def lay_flat(page: Page) -> None:
    """From the pen in the round to the sheet of flat views."""
    page.get_by_role("tab", name="Sheet").click()


def level(page: Page, what: str):
    """A verdict's spirit level."""
    return page.locator(f"[data-verdict={what}]")


def field(page: Page, parameter: str):
    """The text field of a length or share on the bench."""
    return page.locator(f"[data-control={parameter}] input")


def type_into(page: Page, parameter: str, text: str) -> None:
    """Type a value and press Enter."""
    field(page, parameter).fill(text)
    field(page, parameter).press("Enter")
