"""How long a change takes to be seen (make bench): figures, and the pen in the round, in software drawing.

Nothing here fails for being slow: the figures are for reading.
"""

from __future__ import annotations

import time

from playwright.sync_api import sync_playwright

from ergamot.web.app import make_app
from launch.machine import the_browser
from launch.serve import Served
from tests.api.test_answers import FLOCK
from tests.screenshots import ARGS

LAYERS = {"strain": "layer-hybrid", "placed": 12, "hatch": "2026-01-05", "out": "2026-05-10"}
CHANGES = 60
# From a key pressed on a grip to the figure changed, and to the frame after it drawn to the last pixel
WATCH = """
async (key) => {
  const grip = document.querySelector('[aria-label="pull Length"]');
  const canvas = document.querySelector('canvas');
  const before = grip.getAttribute('aria-valuenow');
  const start = performance.now();
  grip.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
  const frame = () => new Promise(requestAnimationFrame);
  while (document.querySelector('[aria-label="pull Length"]').getAttribute('aria-valuenow') === before) await frame();
  const figures = performance.now() - start;
  await frame();
  await frame();
  const gl = canvas.getContext('webgl2');
  gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, new Uint8Array(4));
  return [figures, performance.now() - start];
}
"""


def p95(taken):
    return sorted(taken)[int(0.95 * len(taken))]


def test_change_to_figures_and_to_solids_on_the_largest_pen(benchmark, store, database):
    client = make_app(store).test_client()
    flock = client.post("/api/flocks", json={**FLOCK, **LAYERS, "leaves": "2027-03-01"}).json
    pen = client.post("/api/pens", json={"flock_id": flock["id"], "name": "Coop", "shape": "coop"}).json
    with Served(database, 8793) as served, sync_playwright() as play:
        chromium = play.chromium.launch(executable_path=str(the_browser()), args=ARGS)
        page = chromium.new_page(viewport={"width": 1280, "height": 800})
        began = time.perf_counter()
        page.goto(f"{served.url}/pens/{pen['id']}")
        page.get_by_label("pull Length", exact=True).wait_for()
        ready = time.perf_counter() - began
        paint = page.evaluate("performance.getEntriesByName('first-contentful-paint')[0].startTime")
        keys = ["ArrowLeft" if i // 10 % 2 == 0 else "ArrowRight" for i in range(CHANGES)]
        taken = [page.evaluate(WATCH, key) for key in keys]
        benchmark.pedantic(lambda: page.evaluate(WATCH, "ArrowLeft"), rounds=3, iterations=1)
        chromium.close()
    figures, solids = ([one[i] for one in taken] for i in (0, 1))
    print(
        f"\n{len(pen['model']['parts'])} parts: first paint {paint:.0f} ms, in the round after {ready:.2f} s; "
        f"change to figures p95 {p95(figures):.0f} ms, to solids p95 {p95(solids):.0f} ms"
    )
