"""Every view of a random farm, read in feet and in metres: no words over words or cut off, no foreign unit or figure."""

from __future__ import annotations

import random
import re
from datetime import date, timedelta

import pytest
from playwright.sync_api import Page, expect

from ergamot.core.frame.shapes import SHAPES
from ergamot.core.ground.team import Stays
from tests.depth import DEPTH
from tests.journeys.reading import stumbles
from tests.strategies import CATALOGUE

SEEDS = (11,)
METRIC = re.compile(r"\d\s?(kg|mm|cm|m|m²|l|°C|kPa|kg/m²|km/h|m/s|g|ha)\b")
FEET = re.compile(r"\d\s?(lb|ft|in|sq ft|sq yd|gal|oz|°F|acre|mph)\b")
DIGITS = re.compile(r"\d{4,}\.\d|\d{3}\.\d{2,}|\.\d{3,} (?!m\b)")  # metres are told to the millimetre
MONEY = re.compile(r"^\d+\.\d\d$")  # what a bill comes to, as the build page and the book tell it
IN_BOTH = (
    "10 m · 33 ft",
    "at 10 m, as forecasts",
)  # a scale bar; how a wind is told


def post(page: Page, path: str, **body: object) -> dict:
    answer = page.request.post(path, data=body)
    assert answer.status == 201, answer.text()
    return answer.json()


def random_farm(page: Page, seed: int) -> list[int]:
    """A flock of any strain, size and stay for every shape, its pen, and two fields."""
    rng = random.Random(seed)
    pens = []
    for shape in SHAPES:
        strain = rng.choice(list(CATALOGUE.strains.values()))
        hatch = date.today() - timedelta(days=rng.randrange(150))
        out = hatch + timedelta(days=rng.randint(18, 140 if strain.lays else 45))
        leaves = out + timedelta(days=rng.randint(5, 500 if strain.lays else 80))
        days = {"hatch": f"{hatch}", "out": f"{out}", "leaves": f"{leaves}"}
        flock = post(
            page, "/api/flocks", name=f"Batch {shape}", strain=strain.key, placed=rng.randint(4, 60), **days
        )
        pens.append(post(page, "/api/pens", flock_id=flock["id"], name=f"Pen {shape}", shape=shape)["id"])
    for name, some in (("House", pens[:2]), ("Orchard", pens[2:])):
        size = {"length_m": rng.randint(60, 200), "width_m": rng.randint(40, 100)}
        field = post(page, "/api/fields", name=f"{name} lawn", heading_deg=rng.randrange(360), **size)
        team = [{"pen": pen, "stays": rng.choice(list(Stays)), "first": "2026-01-01"} for pen in some]
        answer = page.request.put(
            f"/api/fields/{field['id']}/team", data={"team": team}, headers={"If-Match": '"1"'}
        )
        assert answer.status == 200, answer.text()
    return pens


def legible(page: Page, where: str) -> list[str]:
    """Nothing lies over other words or is cut off; all that is said."""
    found = stumbles(page)
    assert len(found["texts"]) > 5, where
    assert (found["overlaps"], found["cut"]) == ([], []), where
    return found["texts"]


def read(page: Page, where: str, foreign: re.Pattern[str]) -> None:
    """Legible, in the units chosen, in figures as a person says them."""
    said = [text for text in legible(page, where) if not any(known in text for known in IN_BOTH)]
    assert [text for text in said if foreign.search(text)] == [], f"{where}: foreign units"
    told = [text for text in said if not MONEY.match(text)]
    assert [text for text in told if DIGITS.search(text)] == [], f"{where}: too many digits"


@pytest.mark.parametrize("system", ["metric", "imperial"])
@pytest.mark.parametrize("seed", SEEDS)
def test_every_view_of_a_random_farm_reads_well(farm: Page, seed: int, system: str):
    farm.goto("/farm")
    pens = random_farm(farm, seed)
    farm.evaluate("system => localStorage.setItem('ergamot-units', system)", system)
    foreign = FEET if system == "metric" else METRIC
    farm.goto("/flocks")
    for shape in SHAPES:
        farm.get_by_role("button", name=re.compile(f"^Batch {shape}")).click()
        expect(farm.get_by_role("heading", name=re.compile(f"^Batch {shape}"))).to_be_visible()
        read(farm, f"flocks, {shape}", foreign)
    farm.goto("/pens")
    expect(farm.get_by_role("link", name=f"Pen {next(iter(SHAPES))}")).to_be_visible()
    read(farm, "pens", foreign)
    for pen in pens if DEPTH > 1 else pens[system == "imperial" :: 2]:  # each system reads the others
        farm.goto(f"/pens/{pen}")
        expect(farm.get_by_label("Verdicts")).to_be_visible()
        farm.get_by_role("tab", name="Sheet").click()
        expect(farm.locator("[data-ref]").first).to_be_attached()
        read(farm, f"bench {pen}", foreign)
        # The workings are in metres and newtons whatever was chosen: once is enough
        worked = system == "metric" and (DEPTH > 1 or pen == pens[0])
        for what in ("space", "wind", "moving", "strength") if worked else ():
            farm.locator(f"[data-verdict={what}]").click()
            sheet = farm.get_by_role("dialog")
            expect(sheet.get_by_role("button", name="Close", exact=True)).to_be_visible()
            legible(farm, f"working of {what}, {pen}")  # worked in metres and newtons, to every digit
            sheet.get_by_role("button", name="Close", exact=True).click()
            expect(sheet).to_have_count(0)
        farm.goto(f"/build/{pen}")
        expect(farm.get_by_label("Cutting plan").first).to_be_visible()
        legible(farm, f"build {pen}")  # wares go by the names they are sold under
    farm.goto(f"/compare?pens={pens[0]},{pens[-1]}")
    expect(farm.locator("[data-view=whole]").nth(1)).to_be_visible()
    legible(farm, "side by side")  # wares, as on the build page
    for field in farm.request.get("/api/fields").json()["fields"]:
        farm.goto(f"/ground/{field['id']}")
        expect(farm.locator("[data-stops]").first).to_be_attached()
        read(farm, f"ground {field['id']}", foreign)
    farm.goto("/farm")
    expect(farm.get_by_label("Time zone")).to_be_visible()
    read(farm, "farm", foreign)
    for table in ("strains", "sections", "sheets", "wheels", "grounds", "people"):
        farm.goto(f"/catalogue/{table}")
        expect(farm.get_by_role("table")).to_be_visible()
        legible(farm, f"catalogue, {table}")  # densities and wheel numbers stay as they are published
