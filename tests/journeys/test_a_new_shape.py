"""A shape that only the tests declare, through the real screen: on offer, proposed, changed, judged, drawn, cut."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.a_shape import lean_to_on_offer
from tests.journeys.in_thread import page_of
from tests.journeys.steps import enter_flock, field, lay_flat, level, type_into


@pytest.fixture
def offered(store, line: int, browser: Browser) -> Iterator[Page]:
    """A page of the app over the same store, with one shape more."""
    with lean_to_on_offer(), page_of(store, browser, line) as page:
        yield page


def test_a_new_shape_has_its_controls_drawing_verdicts_and_cut_list(offered: Page):
    enter_flock(offered)
    offered.goto("/pens")
    offered.get_by_role("radio", name=re.compile("^lean-to made up for the tests")).click()
    offered.get_by_label("Name").fill("Lean")
    offered.get_by_role("button", name="Propose a pen").click()
    expect(offered.get_by_role("heading", name="Lean")).to_be_visible()
    lay_flat(offered)
    for what in ("space", "weight", "moving", "wind"):
        expect(level(offered, what)).to_be_visible()
    type_into(offered, "back_high", "3 ft 6 in")
    expect(field(offered, "back_high")).to_have_value("3 ft 6 in")
    expect(offered.locator("[data-view=end] [data-ref=stick-1]")).to_be_attached()
    offered.get_by_role("link", name=re.compile("^Material")).click()
    expect(offered.get_by_text("lean upright").first).to_be_visible()
