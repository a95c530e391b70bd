"""A verdict that only the tests declare, through the real screen: on the bench, its fence, in lists, side by side, mended."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.a_verdict import CAUTION, looked_over
from tests.journeys.in_thread import page_of
from tests.journeys.steps import enter_flock, level


@pytest.fixture
def judging(store, line: int, browser: Browser) -> Iterator[Page]:
    """A page of the app over the same store, with one verdict more."""
    with looked_over(), page_of(store, browser, line) as page:
        yield page


def test_a_new_verdict_is_shown_wherever_the_others_are(judging: Page):
    enter_flock(judging, placed="29")  # benches of other flocks are remembered
    flock = judging.request.get("/api/flocks").json()["flocks"][0]["id"]
    made = []
    for name, height in (("Low", 600), ("High", 1200)):
        pen = judging.request.post(
            "/api/pens", data={"flock_id": flock, "name": name, "shape": "low-pen"}
        ).json()
        tag = {"If-Match": f'"{pen["revision"]}"'}
        path = f"/api/pens/{pen['id']}"
        assert judging.request.patch(path, data={"values": {"height": height}}, headers=tag).ok
        made.append(pen["id"])
    judging.goto(f"/pens/{made[1]}")
    expect(level(judging, "over")).to_have_attribute("data-grade", "short")
    expect(judging.get_by_role("link", name=re.compile("^Shape"))).to_contain_text("too high")
    board = judging.get_by_role("region", name="What would mend it")
    board.get_by_role("button", name="sight", exact=True).click()
    expect(board.get_by_text("then right").or_(board.get_by_text("then on your toes")).first).to_be_visible()
    level(judging, "over").click()
    expect(judging.get_by_role("dialog")).to_contain_text(CAUTION)
    judging.goto(f"/compare?pens={made[0]},{made[1]}")
    row = judging.get_by_role("row", name=re.compile("^sight", re.IGNORECASE))
    expect(row).to_contain_text("short")
    judging.goto("/pens")
    expect(judging.get_by_role("columnheader", name="sight")).to_be_visible()
    expect(judging.get_by_role("row", name=re.compile("High"))).to_contain_text("short")
