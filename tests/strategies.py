"""Random designs and flocks for properties, drawn from what the shapes themselves declare."""

from __future__ import annotations

from datetime import date, timedelta

from hypothesis import assume
from hypothesis import strategies as st

from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.errors import OutOfRange
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.design import Design, make_design
from ergamot.core.frame.parameters import Parameter
from ergamot.core.frame.shapes import SHAPES

CATALOGUE = load_catalogue()


def _value(parameter: Parameter) -> st.SearchStrategy[object]:
    if parameter.kind == "choice":
        return st.sampled_from([choice.key for choice in parameter.options(CATALOGUE)])
    step = 0.1 if parameter.kind == "length" else 0.01
    low, high = round(parameter.low / step), round(parameter.high / step)
    return st.integers(low, high).map(lambda n: round(n * step, 2))


@st.composite
def designs(draw: st.DrawFn, shape: str = "low-pen") -> Design:
    """Any design of a shape that can be built."""
    values = {p.name: draw(_value(p), label=p.name) for p in SHAPES[shape].parameters}
    try:
        return make_design(CATALOGUE, shape, values)
    except OutOfRange:
        assume(False)
        raise


@st.composite
def flocks(draw: st.DrawFn) -> Flock:
    """Any meat flock."""
    strain = draw(st.sampled_from(list(CATALOGUE.strains.values())))
    hatch = date(2026, 1, 1) + timedelta(days=draw(st.integers(0, 364)))
    out_day = draw(st.integers(1, 60))
    stay = draw(st.integers(1, 120))
    placed = draw(st.integers(1, 500))
    out = hatch + timedelta(days=out_day)
    return Flock(strain, placed, hatch, out, out + timedelta(days=stay))
