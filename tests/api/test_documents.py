"""Documents: whatever version a body was kept in, it opens as what it was; what is no body of ours is refused in words."""

from __future__ import annotations

import json
from collections import Counter
from decimal import Decimal
from pathlib import Path

import pytest
from hypothesis import HealthCheck, given
from hypothesis import strategies as st

from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.store import documents
from ergamot.store.documents import Document, NotAsKept
from tests.depth import examples
from tests.strategies import CATALOGUE

KINDS = {one.name: one for one in vars(documents).values() if isinstance(one, Document)}
# A line each: kind, version and body as an earlier version kept them, and figures it told of them
KEPT = [
    json.loads(line) for line in (Path(__file__).parent / "kept" / "bodies.jsonl").read_text().splitlines()
]

st.register_type_strategy(float, st.floats(allow_nan=False, allow_infinity=False))
st.register_type_strategy(Decimal, st.decimals(allow_nan=False, allow_infinity=False))
TYPED = [
    one for one in KINDS.values() if one is not documents.PLACE
]  # conditions are checked where they are read


def test_each_kind_and_each_version_of_it_has_its_samples():
    found = Counter((one["kind"], one["version"]) for one in KEPT)
    before = {(kind.name, version) for kind in KINDS.values() for version in range(1, kind.version)}
    assert before <= found.keys()
    assert {kind for kind, _ in found} == KINDS.keys()


@pytest.mark.parametrize("sample", KEPT, ids=lambda one: f"{one['kind']}-{one['version']}")
def test_what_an_earlier_version_kept_opens_as_it_was_and_is_written_once_for_all(sample):
    kind = KINDS[sample["kind"]]
    body = kind.read(sample["version"], sample["body"])
    written = kind.written(body)
    assert kind.read(kind.version, json.loads(json.dumps(written))) == body
    now = kind.brought_up(sample["version"], sample["body"])
    told = {name: value for name, value in now.items() if name in written}
    assert kind.read(kind.version, told) == body
    assert told.keys() == written.keys()


@pytest.mark.parametrize(
    "sample", [one for one in KEPT if one["kind"] == "pen"], ids=lambda one: one["body"]["name"]
)
def test_a_pen_of_an_earlier_version_is_framed_as_it_was(sample):
    body = documents.PEN.read(sample["version"], sample["body"])
    design = make_design(CATALOGUE, body.shape, {**body.values, **body.typed})
    assert {name: design.values[name] for name in sample["body"]["values"]} == sample["body"]["values"]
    assert design.values["tail"] == "square"
    assert mass(build(design, CATALOGUE)).fresh_kg == pytest.approx(sample["figures"]["fresh_kg"], rel=0.02)


def test_how_a_stay_ended_is_told_together():
    ended = next(one for one in KEPT if "left" in one["body"])
    body = documents.STAY.read(1, ended["body"])
    assert body.ended is not None
    assert (body.ended.left.isoformat(), body.ended.nitrogen_kg_ha) == ("2026-04-24", 21.25)
    assert documents.STAY.read(1, next(one["body"] for one in KEPT if "until" in one["body"])).ended is None


@pytest.mark.parametrize("kind", TYPED, ids=repr)
def test_every_body_comes_back_as_it_went(kind):
    @examples(12, suppress_health_check=[HealthCheck.too_slow])
    @given(st.from_type(kind.body))
    def comes_back(body):
        stored = json.loads(json.dumps(kind.written(body)))
        assert kind.read(kind.version, stored) == body

    comes_back()


@pytest.mark.parametrize("sample", KEPT[:1] + KEPT[1:40:6], ids=lambda one: one["kind"])
def test_what_is_no_body_is_refused_by_its_place_and_a_newer_one_by_its_version(sample):
    kind, body = KINDS[sample["kind"]], sample["body"]
    with pytest.raises(NotAsKept, match="newer program") as newer:
        kind.read(kind.version + 1, body)
    assert newer.value.value == kind.version + 1
    if kind is documents.PLACE:
        return
    with pytest.raises(NotAsKept) as strange:
        kind.read(sample["version"], {**body, "strange": 1})
    assert strange.value.field == "strange"
    lost = next(iter(body))
    with pytest.raises(NotAsKept) as lacking:
        kind.read(sample["version"], {name: value for name, value in body.items() if name != lost})
    assert lacking.value.field == lost
