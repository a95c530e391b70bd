"""A page of another origin open in the keeper's browser: its forms, its scripts and its frames get nowhere."""

from __future__ import annotations

import http.server
import json
import threading
import urllib.request

import pytest
from playwright.sync_api import Page, expect

FORM = """<title>elsewhere</title>
<form id=f action="{url}/api/fields" method=post enctype="text/plain" target=answer>
<input name='{{"name":"planted","length_m":40,"width_m":12,"heading_deg":0,"x":"' value='"}}'></form>
<iframe name=answer></iframe><iframe id=framed src="{url}/pens"></iframe><p id=said>asking</p>
<script>
const lawn = JSON.stringify({{name: "planted", length_m: 40, width_m: 12, heading_deg: 0}});
document.getElementById("f").submit();
Promise.allSettled([
  fetch("{url}/api/fields", {{method: "POST", mode: "no-cors", headers: {{"Content-Type": "text/plain"}}, body: lawn}}),
  fetch("{url}/api/fields", {{method: "POST", headers: {{"Content-Type": "application/json"}}, body: lawn}}),
  fetch("{url}/api/fields").then((answer) => answer.json()),
]).then((all) => {{ document.getElementById("said").textContent = all.map((one) => one.status).join(" "); }});
</script>"""


@pytest.fixture
def elsewhere(served):
    """Another program of this machine, serving a page that means ill."""

    class Page(http.server.BaseHTTPRequestHandler):
        def do_GET(self):
            self.send_response(200)
            self.send_header("Content-Type", "text/html")
            self.end_headers()
            self.wfile.write(FORM.format(url=served.url).encode())

        def log_message(self, *_):
            """Quietly."""

    server = http.server.ThreadingHTTPServer(("127.0.0.1", 0), Page)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    yield f"http://127.0.0.1:{server.server_address[1]}/"
    server.shutdown()
    server.server_close()


def test_a_page_elsewhere_makes_nothing_and_frames_nothing(farm: Page, elsewhere, served):
    farm.goto(elsewhere)
    expect(farm.locator("#said")).not_to_have_text("asking")
    assert farm.locator("#said").inner_text().split()[1:] == ["rejected", "rejected"]
    framed = next(frame for frame in farm.frames if frame.name != "answer" and frame != farm.main_frame)
    assert "Ergamot" not in framed.content()
    with urllib.request.urlopen(f"{served.url}/api/fields") as answer:
        assert json.load(answer)["fields"] == []
