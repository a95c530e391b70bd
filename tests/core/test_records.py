"""Records: made anew with some fields changed, and held frozen by the type checker."""

from __future__ import annotations

from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st
from mypy import api

from ergamot.core.frame.design import build
from ergamot.core.records import changed
from tests.strategies import CATALOGUE, designs

WRITTEN_TO = """
from ergamot.core.records import changed, record

@record
class Stick:
    mm: float
    name: str = ""

stick = Stick(600.0)
changed(stick, mm=300.0).name
stick.mm = 300.0
Stick(mm="long")
"""


@given(designs(), st.data())
def test_a_record_changed_is_what_replace_gives(design, data):
    structure = build(design, CATALOGUE)
    for one in (*structure.members[:3], *structure.panels[:2], *structure.joints[:2], structure):
        name = data.draw(st.sampled_from(sorted(vars(one).keys() & type(one).__dataclass_fields__.keys())))
        value = data.draw(st.integers())
        new = changed(one, **{name: value})
        assert new == replace(one, **{name: value})
        assert getattr(new, name) == value
        assert new is not one


def test_the_type_checker_refuses_to_write_to_a_record():
    told, trouble, code = api.run(["--config-file=", "--strict", "--no-error-summary", "-c", WRITTEN_TO])
    assert (trouble, code) == ("", 1)
    of_line = [line.split(":")[1] for line in told.splitlines() if ": error:" in line]
    assert of_line == ["11", "12"], told
