"""Random designs and flocks for properties, drawn from what the shapes themselves declare."""

from __future__ import annotations

from collections.abc import Sequence
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
MENDINGS = 12


def _offers(shape: str, parameter: str, key: str) -> bool:
    """Can a shape have a choice?"""
    own = next((one for one in SHAPES[shape].parameters if one.name == parameter), None)
    return own is not None and key in {choice.key for choice in own.options(CATALOGUE)}


WHEELED = [shape for shape in SHAPES if _offers(shape, "gear", "wheels")]
BASED = [shape for shape in SHAPES if _offers(shape, "base_made", "steel")]


def any_value(parameter: Parameter) -> st.SearchStrategy[object]:
    """Whatever a parameter may be."""
    if parameter.kind == "choice":
        return st.sampled_from([choice.key for choice in parameter.options(CATALOGUE)])
    step = {"length": 0.1, "angle": 0.1, "share": 0.01, "count": 1, "mass": 0.1}[parameter.kind]
    low, high = round(parameter.low / step), round(parameter.high / step)
    return st.integers(low, high).map(lambda n: round(n * step, 2))


@st.composite
def designs(draw: st.DrawFn, shape: str | None = None, **among: Sequence[str]) -> Design:
    """Any design of a shape, or of any shape, that can be built; with one of some choices where these are given.

    A value that does not go with the others is mended to its default, then to its least.
    """
    able = [
        key for key in SHAPES if all(_offers(key, name, one) for name, some in among.items() for one in some)
    ]
    shape = shape or draw(st.sampled_from(able), label="shape")
    parameters = {p.name: p for p in SHAPES[shape].parameters}
    values = {
        name: draw(st.sampled_from(among[name]) if name in among else any_value(p), label=name)
        for name, p in parameters.items()
    }
    mended: set[str] = set()
    for _ in range(MENDINGS):
        try:
            return make_design(CATALOGUE, shape, values)
        except OutOfRange as refused:
            one = parameters[refused.field]
            assume(one.name not in among)
            values[one.name] = one.low if one.name in mended and one.kind != "choice" else one.default
            mended.add(one.name)
    assume(False)
    raise AssertionError("unreachable")


@st.composite
def flocks(draw: st.DrawFn) -> Flock:
    """Any flock, meat birds or layers."""
    strain = draw(st.sampled_from(list(CATALOGUE.strains.values())))
    hatch = date(2026, 1, 1) + timedelta(days=draw(st.integers(0, 364)))
    out_day = draw(st.integers(1, 60))
    stay = draw(st.integers(1, 600 if strain.lays else 120))
    placed = draw(st.integers(1, 500))
    out = hatch + timedelta(days=out_day)
    return Flock(strain, placed, hatch, out, out + timedelta(days=stay))
