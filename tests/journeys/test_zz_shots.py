import os

from ergamot.demo.tansy_rise import load, utc_now
from tests.screenshots import *


def test_shots(farm, store):
    assert load(store, utc_now())
    page = farm
    os.makedirs("/tmp/shots", exist_ok=True)

    def shot(n, full=False):
        page.wait_for_load_state("networkidle")
        page.screenshot(path=f"/tmp/shots/{n}.png", full_page=full)

    page.goto("/shed")
    page.get_by_role("heading", name="What is in the shed").wait_for()
    shot("shed", True)
    page.goto("/pens")
    page.get_by_text("Laying coop").first.wait_for()
    page.goto("/build")
    page.get_by_role("link", name="Laying coop").click()
    page.get_by_role("heading", name="Shopping list").wait_for(timeout=90000)
    shot("build", True)
    page.get_by_role("link", name="To build, step by step").click()
    page.get_by_role("heading", name="Finish by").wait_for()
    page.wait_for_timeout(3000)
    shot("steps", False)
    shot("steps_full", True)
    page.set_viewport_size({"width": 390, "height": 844})
    page.wait_for_timeout(500)
    shot("steps_phone", False)
    page.goto("/shed")
    page.get_by_role("heading", name="What is in the shed").wait_for()
    shot("shed_phone", True)
