"""Drawings as files, each opened with a library that did not write it where there is one."""

from __future__ import annotations

import io
import math
from xml.etree import ElementTree

import ezdxf
import pypdf
import pytest
import trimesh

from ergamot.core.drawing.picture import picture
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.shapes import SHAPES
from tests.api.test_answers import FLOCK
from tests.depth import some
from tests.strategies import CATALOGUE

PROJECTIONS = ("corner", "plan", "side", "end")
SVG = "{http://www.w3.org/2000/svg}"


def pen_of(client, shape):
    flock = client.post("/api/flocks", json=FLOCK).json
    made = client.post("/api/pens", json={"flock_id": flock["id"], "name": "Bramble & pen", "shape": shape})
    return made.json["id"], made.json


def fetched(client, path):
    answer = client.get(path)
    assert answer.status_code == 200, answer.text
    return answer


@pytest.mark.parametrize("shape", SHAPES)
def test_a_gltf_holds_every_part_at_its_size(client, shape):
    pen, bench = pen_of(client, shape)
    scene = trimesh.load(io.BytesIO(fetched(client, f"/api/pens/{pen}/model.glb").data), file_type="glb")
    low, high = bench["model"]["low"], bench["model"]["high"]
    assert len(scene.geometry) == len(bench["model"]["parts"])
    # Metres, y up: x stays, z up becomes y, y to the left becomes −z
    assert scene.bounds[0] == pytest.approx([low[0] / 1e3, low[2] / 1e3, -high[1] / 1e3], abs=1e-4)
    assert scene.bounds[1] == pytest.approx([high[0] / 1e3, high[2] / 1e3, -low[1] / 1e3], abs=1e-4)


@pytest.mark.parametrize("look", PROJECTIONS)
def test_a_dxf_is_full_size_in_millimetres_with_true_dimensions(client, look):
    pen, bench = pen_of(client, "coop")
    text = fetched(client, f"/api/pens/{pen}/{look}.dxf?units=imperial").text
    made = ezdxf.read(io.StringIO(text))
    assert made.audit().errors == []
    assert made.units == ezdxf.units.MM
    ends = [end for line in made.modelspace().query("LINE") for end in (line.dxf.start, line.dxf.end)]
    if look == "plan":
        low, high = bench["model"]["low"], bench["model"]["high"]
        across = max(p.x for p in ends) - min(p.x for p in ends)
        assert across == pytest.approx(high[0] - low[0], abs=30)  # sheets lap a little over their sticks
        shown = {d.dxf.text for d in made.modelspace().query("DIMENSION")}
        assert bench["values"]["length"]["text"]["imperial"] in shown
        width = float(bench["values"]["width"]["value"])
        measured = [d.get_measurement() for d in made.modelspace().query("DIMENSION")]
        assert any(one == pytest.approx(width, abs=0.2) for one in measured)


@pytest.mark.parametrize("look", PROJECTIONS)
def test_an_svg_is_as_large_on_paper_as_its_scale_says(client, look):
    pen, _ = pen_of(client, "a-frame")
    root = ElementTree.fromstring(fetched(client, f"/api/pens/{pen}/{look}.svg").text)
    title = root.find(f"{SVG}title").text
    assert title.startswith("Bramble & pen")
    scale = int(title.rsplit(" ", 1)[1])
    design = make_design(CATALOGUE, "a-frame", client.get(f"/api/pens/{pen}/design.json").json["values"])
    drawn = picture(build(design, CATALOGUE), look)
    assert float(root.get("width").removesuffix("mm")) == pytest.approx(drawn.wide / scale + 10, abs=0.02)
    assert float(root.get("height").removesuffix("mm")) <= 210


@pytest.mark.parametrize(
    ("shape", "paper", "size"),
    some([(shape, *of) for of in (("a4", (842, 595)), ("letter", (792, 612))) for shape in SHAPES], 5),
)
def test_the_sheets_name_the_pen_its_scale_and_its_verdicts(client, shape, paper, size):
    pen, bench = pen_of(client, shape)
    data = fetched(client, f"/api/pens/{pen}/sheets.pdf?paper={paper}&units=imperial").data
    pages = pypdf.PdfReader(io.BytesIO(data)).pages
    assert len(pages) == 3
    for page in pages:
        assert (float(page.mediabox.width), float(page.mediabox.height)) == pytest.approx(size, abs=1)
        assert "Bramble & pen" in page.extract_text()
    first, second, third = (page.extract_text() for page in pages)
    for finding in bench["findings"]:
        assert finding["title"] in first
        assert finding["figure"]["imperial"] in first.replace("\n", " ")
    assert "1 : " in second
    assert bench["values"]["length"]["text"]["imperial"] in second
    bill = fetched(client, f"/api/pens/{pen}/bill").json
    assert bill["doors"]
    for door in bill["doors"]:
        assert f"{door['what']}, {door['side']}" in third
        assert f"{door['wide']['imperial']} × {door['high']['imperial']}" in third
    assert "sheet 3 of 3" in third


def changed(client, shape, **values):
    """A pen of a shape with some values changed."""
    pen, bench = pen_of(client, shape)
    revised = client.patch(
        f"/api/pens/{pen}", json={"values": values}, headers={"If-Match": f'"{bench["revision"]}"'}
    )
    assert revised.status_code == 200, revised.text
    return pen


def sheets_of(client, pen):
    data = fetched(client, f"/api/pens/{pen}/sheets.pdf?units=metric").data
    return [page.extract_text() for page in pypdf.PdfReader(io.BytesIO(data)).pages]


def test_the_sheets_tell_where_every_bend_is_marked(client):
    pen = changed(client, "coop", roof_kind="arched", bow_bends="2", house="no", door_height=1000)
    (tube,) = fetched(client, f"/api/pens/{pen}/bill").json["bent"]
    text = sheets_of(client, pen)[2]
    assert f"{tube['label']}: {tube['count']} of" in text
    assert len(tube["bends"]) == 2
    for bend in tube["bends"]:
        assert bend["mark"]["metric"] in text
        assert f"{bend['turn_deg']:.1f}°" in text


def test_a_sheet_maps_every_weld_of_a_steel_base(client):
    pen = changed(client, "coop", base_made="steel", house="no", gear="skids")
    welds = fetched(client, f"/api/pens/{pen}/bill").json["welds"]["welds"]
    pages = sheets_of(client, pen)
    text = pages[-1]
    assert f"sheet {len(pages)} of {len(pages)}" in text
    for one in welds:
        assert f"{one['number']}  {' – '.join(one['joins'])}" in text
    assert text.count("seat\n") >= sum(one["seat"] for one in welds)
    assert next(one["bead"]["metric"] for one in welds if not one["seat"]) in text


def test_a_sheet_draws_every_stick_that_is_half_lapped(client):
    pen = changed(client, "low-pen", corners="lap", gear="skids")
    lapped = fetched(client, f"/api/pens/{pen}/bill").json["lapped"]
    pages = sheets_of(client, pen)
    assert [one["count"] for one in lapped] == [2, 2]
    assert f"sheet {len(pages)} of {len(pages)}" in pages[-1]
    for one in lapped:
        assert f"{one['label']}: {one['count']} of {one['role']}, {one['length']['metric']} long" in pages[-1]
        for notch in one["notches"]:
            assert f"{notch['start']['metric']} to {notch['end']['metric']}" in pages[-1]
            assert notch["deep"]["metric"] in pages[-1]


def test_a_look_paper_or_unit_that_is_none_is_refused_by_name(client):
    pen, _ = pen_of(client, "low-pen")
    assert client.get(f"/api/pens/{pen}/below.svg").status_code == 404
    for path, field in (("plan.svg?units=cubits", "units"), ("sheets.pdf?paper=a9", "paper")):
        answer = client.get(f"/api/pens/{pen}/{path}")
        assert (answer.status_code, answer.json["field"]) == (422, field)


@pytest.mark.parametrize("shape", SHAPES)
def test_lines_from_a_side_stay_within_the_pen_and_dimensions_measure_it(shape):
    structure = build(make_design(CATALOGUE, shape, {}), CATALOGUE)
    for look in PROJECTIONS[1:]:
        one = picture(structure, look)
        for mark in one.marks:
            assert math.dist(*mark.line) == pytest.approx(mark.mm, abs=0.1)
        for line in one.lines:
            assert one.low[0] <= min(line.a[0], line.b[0])
            assert max(line.a[1], line.b[1]) <= one.high[1]
