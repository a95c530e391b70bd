"""Wind, moving and what would mend it, over HTTP; the drilling template opened with other libraries."""

from __future__ import annotations

import io
import json
import re

import ezdxf
import pypdf
import pytest

from ergamot.core.errors import Busy
from ergamot.web import long_work
from tests.api.test_drawing_files import fetched, pen_of

MM = 72 / 25.4


def tried(client, pen, what, **body):
    answer = client.post(f"/api/pens/{pen}/{what}", json=body)
    assert answer.status_code == 200, answer.text
    return answer.json


@pytest.mark.parametrize("shape", ["low-pen", "hoop", "coop"])
def test_the_wind_chart_tells_of_every_state_and_every_anchor(client, shape):
    pen, bench = pen_of(client, shape)
    wind = tried(client, pen, "wind", wind_from_deg=270)
    assert wind["states"][0]["key"] == "parked"
    assert [len(state["gusts"]) for state in wind["states"]] == [24] * len(wind["states"])
    parked = {gust["direction_deg"]: gust["least"] for gust in wind["states"][0]["gusts"]}
    assert parked == {gust["direction_deg"]: gust["least"] for gust in bench["gusts"]}
    assert re.search(r"front towards \d+°|as it likes: all headings are alike", wind["heading"]["metric"])
    assert len(wind["tyings"]) == 4
    pairs = [one["pairs"] for one in wind["tyings"] if one["pairs"]]
    assert pairs
    last = [one for one in wind["tyings"] if one["pairs"]][-1]
    values = {"anchors": last["pairs"], "anchor": last["key"], "anchors_at": last["layout"]}
    tied = tried(client, pen, "try", values=values)
    assert next(one for one in tied["findings"] if one["what"] == "wind")["ratio"] >= 0.999
    assert tried(client, pen, "wind")["heading"] is None


def test_ballast_says_what_it_does_to_the_lift_of_a_pen_that_is_carried(client):
    """kg at the middle of the rails: kg·(x_mid − x_axle)/(x_hand − x_axle), told as the weight it feels like."""
    pen, bench = pen_of(client, "low-pen")
    carried = tried(client, pen, "wind", values={"gear": "wheels", "tail": "square"})["ballast"]["metric"]
    each, lift = (float(figure) for figure in re.findall(r"([\d.]+) kg", carried))
    told = tried(client, pen, "told", values={"gear": "wheels", "tail": "square"})
    steps = {step["symbol"]: step["value"] for step in told["findings"][2]["working"]}
    middle = bench["values"]["length"]["value"] / 2000
    by_hand = 2 * each * (middle - steps["x_axle"]) / (steps["x_hand"] - steps["x_axle"])
    assert lift == pytest.approx(by_hand, rel=0.01)
    assert (
        "adds" not in tried(client, pen, "wind", values={"gear": "boards", "pairs": 2})["ballast"]["metric"]
    )


def test_a_wind_from_nowhere_is_refused_by_field(client):
    pen, _ = pen_of(client, "low-pen")
    refused = client.post(f"/api/pens/{pen}/wind", json={"wind_from_deg": 400})
    assert refused.status_code == 422
    assert refused.json["field"] == "wind_from_deg"


def test_the_moving_chart_tells_of_grounds_movers_and_levers(client):
    pen, _ = pen_of(client, "low-pen")
    plain = tried(client, pen, "moving", values={"gear": "wheels"})
    assert [one["label"] for one in plain["grounds"]] == [
        "firm dry sod",
        "moist pasture",
        "wet soft ground",
        "frozen",
    ]
    assert sum(one["usual"] for one in plain["grounds"]) == 1
    assert sum(one["chosen"] for one in plain["movers"]) == 1
    assert plain["swing"] is None
    swung = tried(client, pen, "moving", values={"gear": "boards"}, drilled="6 in")["swing"]
    assert [swung["steps"][0]["deg"], swung["steps"][-1]["deg"]] == [-60, 100]
    assert swung["steps"][0]["raised"] == 0
    lift = client.get(f"/api/pens/{pen}").json["values"]["lever_rise"]["value"]
    assert swung["steps"][-1]["raised"] == pytest.approx(lift, abs=0.1)
    assert "drilled there it lifts" in swung["drilled"]["metric"]
    refused = client.post(
        f"/api/pens/{pen}/moving", json={"values": {"gear": "boards"}, "drilled": "a bit up"}
    )
    assert (refused.status_code, refused.json["field"]) == (422, "drilled")


def test_changes_that_would_mend_it_come_line_by_line(client):
    pen, bench = pen_of(client, "low-pen")
    answer = client.post(f"/api/pens/{pen}/mends", json={"what": "wind"})
    assert answer.mimetype == "application/x-ndjson"
    lines = [json.loads(line) for line in answer.text.splitlines()]
    assert len(lines) > 3
    assert [one["verdict"] for one in bench["findings"] if one["what"] == "weight"] == [None]
    for line in lines:
        assert [mark["what"] for mark in line["marks"]] == ["space", "moving", "wind", "strength"]
    kept = client.patch(
        f"/api/pens/{pen}",
        json={"values": lines[0]["changes"]},
        headers={"If-Match": f'"{bench["revision"]}"'},
    )
    assert kept.status_code == 200
    wind = next(one for one in kept.json["findings"] if one["what"] == "wind")
    told = next(mark for mark in lines[0]["marks"] if mark["what"] == "wind")
    assert (wind["ratio"], wind["word"]) == (pytest.approx(told["ratio"]), told["word"])
    assert client.post(f"/api/pens/{pen}/mends", json={"what": "luck"}).status_code == 422


def test_a_place_in_the_line_is_given_back_when_the_last_is_out_or_the_keeper_goes(monkeypatch):
    """Whoever answered never closing one that was read held up all long work for forty seconds."""
    monkeypatch.setattr(long_work, "LINE", long_work.Line(most_waiting=0))

    def asked():
        return long_work.until_sent(iter("ab"), "text/plain")

    read = asked()
    with pytest.raises(Busy):
        asked()
    assert read.get_data() == b"ab"
    left = asked()
    with pytest.raises(Busy):
        asked()
    left.close()
    assert asked().get_data() == b"ab"


def swinging(client):
    pen, bench = pen_of(client, "low-pen")
    kept = client.patch(
        f"/api/pens/{pen}",
        json={"values": {"gear": "levers"}},
        headers={"If-Match": f'"{bench["revision"]}"'},
    )
    assert kept.status_code == 200, kept.text
    return pen, kept.json


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_a_template_prints_at_full_size_with_a_line_to_check_it_by(client, paper):
    pen, _ = swinging(client)
    pages = pypdf.PdfReader(
        io.BytesIO(fetched(client, f"/api/pens/{pen}/drill-template.pdf?paper={paper}").data)
    ).pages
    assert len(pages) == 2
    for page in pages:
        drawn = page.get_contents().get_data().decode("latin-1")
        lines = [
            (float(x1) - float(x0), float(y1) - float(y0))
            for x0, y0, x1, y1 in re.findall(r"([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l", drawn)
        ]
        assert any(abs(dx - 100 * MM) < 0.01 and dy == 0 for dx, dy in lines)
        assert "must measure 100 mm" in page.extract_text()
        assert "full size" in page.extract_text()


def test_a_template_in_dxf_has_its_holes_as_far_apart_as_the_arm_is_long(client):
    pen, bench = swinging(client)
    made = ezdxf.read(io.StringIO(fetched(client, f"/api/pens/{pen}/drill-template.dxf").text))
    assert made.audit().errors == []
    assert made.units == ezdxf.units.MM
    circles = sorted(made.modelspace().query("CIRCLE"), key=lambda circle: circle.dxf.center.x)
    across = [circle for circle in circles if circle.dxf.radius == pytest.approx(circles[-1].dxf.radius)]
    arm = bench["values"]["lever_arm"]["value"]
    assert across[-1].dxf.center.x - across[-2].dxf.center.x == pytest.approx(arm)


def test_a_pen_on_fixed_wheels_has_no_template_and_says_why(client):
    pen, _ = pen_of(client, "low-pen")
    client.patch(f"/api/pens/{pen}", json={"values": {"gear": "wheels"}}, headers={"If-Match": '"1"'})
    refused = client.get(f"/api/pens/{pen}/drill-template.pdf")
    assert refused.status_code == 404
    assert "swinging wheels" in refused.json["detail"]


def test_all_that_a_pen_with_openings_has_may_be_sent_at_once(client):
    """As the screen sends it: over 120 values were refused, so such a pen was not drawn."""
    pen, bench = pen_of(client, "coop")
    asked = {f"opening_{n}_{name}": to for n in (1, 2) for name, to in (("face", "left"), ("for", "air"))}
    revised = client.patch(
        f"/api/pens/{pen}", json={"values": asked}, headers={"If-Match": f'"{bench["revision"]}"'}
    )
    assert revised.status_code == 200, revised.text
    every = {name: one["value"] for name, one in revised.json["values"].items()}
    assert len(every) > 120
    for what in ("try", "told", "lines", "wind", "moving", "steps"):
        assert tried(client, pen, what, values=every)
