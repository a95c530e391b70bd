"""Design files: written and read back the same, and nothing strange gets in."""

from __future__ import annotations

import json
from pathlib import Path

import jsonschema
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.errors import ErgamotError, NewerFile, UnknownChoice, Unreadable
from ergamot.core.frame.design import Design, build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.frame.parameters import Parameter, read_values
from ergamot.core.units import say_feet_inches
from ergamot.exchange.design_file import FORMAT, VERSION, design_schema, read_design, write_design
from tests.depth import examples
from tests.strategies import CATALOGUE, designs

NAMES = st.text(st.characters(codec="utf-8", exclude_categories=["C"]), max_size=80)


@examples(8)
@given(designs(), NAMES)
def test_a_design_comes_back_as_it_went(design, name):
    text = write_design(design, name)
    assert read_design(text, CATALOGUE) == (name, design)
    assert write_design(*reversed(read_design(text, CATALOGUE))) == text


@given(designs("low-pen"), st.integers(1000, 1200))
def test_typed_lengths_come_back_as_typed(design, mm):
    roomy = {
        "roof_made": "cut",
        "fall": 0.0,
        "house": "no",
        "access": "lid",
        "length": 2400.0,
    }  # whatever else it has fits any width
    typed = make_design(CATALOGUE, "low-pen", {**design.values, **roomy, "width": say_feet_inches(mm)})
    _, back = read_design(write_design(typed, "x"), CATALOGUE)
    assert back.typed == {"width": say_feet_inches(mm)}
    assert back.values == typed.values
    jsonschema.validate(json.loads(write_design(typed, "x")), design_schema())


JSON = st.recursive(
    st.none() | st.booleans() | st.floats() | st.integers() | st.text(max_size=20),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=12), inner, max_size=4),
    max_leaves=12,
)
NEARLY = st.fixed_dictionaries(
    {"format": st.just(FORMAT), "version": st.integers(-2, 3) | JSON, "shape": st.just("low-pen") | JSON},
    optional={
        "name": JSON,
        "typed": JSON,
        "values": st.dictionaries(st.sampled_from(["width", "roof", "x"]), JSON),
    },
)


@examples(80)
@given(JSON | NEARLY)
def test_whatever_the_file_holds_it_is_read_whole_or_refused_in_words(content):
    try:
        _, design = read_design(json.dumps(content), CATALOGUE)
    except ErgamotError as refused:
        assert refused.message
        assert refused.field
    else:
        assert isinstance(design, Design)
        assert make_design(CATALOGUE, design.shape, design.values).values == design.values


def test_a_file_from_a_later_version_says_so_before_anything_else():
    later = {"format": FORMAT, "version": VERSION + 1, "shape": "flying-coop", "wings": 2}
    with pytest.raises(NewerFile) as refused:
        read_design(json.dumps(later), CATALOGUE)
    assert refused.value.allowed == f"at most {VERSION}"


@given(
    st.floats(allow_nan=True)
    | st.text(max_size=12)
    | st.booleans()
    | st.none()
    | st.lists(st.integers(), max_size=2)
)
def test_a_parameter_takes_only_what_lies_within_its_limits(given_value):
    width = Parameter("width", "Width", "size", "length", 1800.0, 900, 3700)
    try:
        read = read_values((width,), {"width": given_value}, CATALOGUE)["width"]
    except ErgamotError as refused:
        assert refused.field == "width"
    else:
        assert 900 <= read <= 3700


@pytest.mark.parametrize(
    ("kept", "dry_kg"),
    [("low-pen", 76.050564), ("coop", 211.375769), ("a-frame", 114.455626), ("hoop", 147.679265)],
)
def test_a_file_of_the_first_version_is_the_pen_it_was(kept, dry_kg):
    """Written by the last program that knew no openings of the keeper's own; weighed by it, too, but that legs stand under low
    roosts where their rail ran across the pop hole."""
    text = (Path(__file__).parent / "kept" / f"design-1-{kept}.json").read_text("utf-8")
    assert json.loads(text)["version"] == 1
    name, design = read_design(text, CATALOGUE)
    assert (name, design.shape) == (f"Kept {kept}", kept)
    assert design.values["tail"] == "square"
    assert mass(build(design, CATALOGUE)).dry_kg == pytest.approx(dry_kg, abs=1e-6)
    assert json.loads(write_design(design, name))["version"] == VERSION
    assert read_design(write_design(design, name), CATALOGUE)[1] == design


def test_openings_stand_in_a_list_of_their_own():
    asked = {"opening_3_face": "left", "opening_3_at": "5 ft", "opening_3_for": "eggs", "opening_3_sill": 700}
    design = make_design(CATALOGUE, "coop", {**asked, "house": "no"})
    file = json.loads(write_design(design, "one"))
    assert [one["number"] for one in file["openings"]] == [3]
    assert not any(name.startswith("opening_") for name in file["values"])
    assert file["openings"][0]["at"] == 1524.0
    back = read_design(json.dumps(file), CATALOGUE)[1]
    assert (back, back.typed["opening_3_at"]) == (design, "5 ft")


@pytest.mark.parametrize("number", [None, "two", 0, 1.5, 120, float("inf"), float("nan")])
def test_an_opening_without_a_number_is_refused(number):
    file = json.loads(write_design(make_design(CATALOGUE, "coop", {}), "one"))
    file["openings"] = [{"number": number, "face": "left"}]
    with pytest.raises((Unreadable, UnknownChoice)):
        read_design(json.dumps(file), CATALOGUE)


def test_two_openings_of_one_number_are_refused():
    file = json.loads(write_design(make_design(CATALOGUE, "coop", {}), "one"))
    file["openings"] = [{"number": 1, "face": side} for side in ("left", "right")]
    with pytest.raises(Unreadable) as refused:
        read_design(json.dumps(file), CATALOGUE)
    assert refused.value.field == "openings"
