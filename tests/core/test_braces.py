"""A keeper's own names with braces in them come out as they were typed wherever a pen is told of."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import fields, is_dataclass, replace
from datetime import date
from typing import Any

import pytest

from ergamot.core.balance.verdicts import judge
from ergamot.core.catalogue import Catalogue
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.finding import Phrase
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.making.sheet import build_sheet
from ergamot.core.making.upkeep import upkeep
from ergamot.core.stock.bill import bill_of
from ergamot.core.stock.effort import GLANCE
from tests.strategies import CATALOGUE

BRACED, BARE = "{kg} {} {area", "(kg) () (area"


def named(mark: str) -> Catalogue:
    """The catalogue with the mark behind the label of every row of every table."""
    tables = {}
    for field in fields(Catalogue):
        table = getattr(CATALOGUE, field.name)
        if isinstance(table, Mapping):
            tables[field.name] = {
                key: replace(row, label=f"{row.label} {mark}") if hasattr(row, "label") else row
                for key, row in table.items()
            }
    return replace(CATALOGUE, **tables)


def phrases(told: Any, seen: set[int]) -> Iterator[Phrase]:
    """Every phrase in an answer."""
    if id(told) in seen:
        return
    seen.add(id(told))
    if isinstance(told, Phrase):
        yield told
    elif is_dataclass(told):
        for field in fields(told):
            yield from phrases(getattr(told, field.name), seen)
        if hasattr(type(told), "telling"):
            yield from phrases(told.telling, seen)
    elif isinstance(told, Mapping):
        for one in told.values():
            yield from phrases(one, seen)
    elif isinstance(told, list | tuple | frozenset):
        for one in told:
            yield from phrases(one, seen)


def said(catalogue: Catalogue, shape: str, values: Mapping[str, Any]) -> list[str]:
    """Everything said of a pen: verdicts, notes, bill, build sheet and upkeep."""
    structure = build(make_design(catalogue, shape, values), catalogue)
    flock = make_flock(catalogue, "layer-hybrid", 12, date(2026, 1, 5), date(2026, 5, 10), date(2026, 9, 1))
    farm = make_conditions(catalogue)
    told = [
        judge(catalogue, structure, flock, farm),
        structure.notes,
        bill_of(structure, catalogue, GLANCE),
        build_sheet(structure, catalogue),
        upkeep(structure),
    ]
    return [
        one.text(system) for each in told for one in phrases(each, set()) for system in ("metric", "imperial")
    ]


PENS = [
    ("low-pen", {"roof": "tarp"}),
    ("low-pen", {"roof": "steel-29", "gear": "wheels", "catch_board": "yes"}),
    ("coop", {"house": "yes", "gear": "chassis"}),
    ("coop", {"house": "yes", "nests": "outside", "wall_sheet": "cedar-19"}),
    ("a-frame", {"house": "yes"}),
    ("hoop", {}),
    ("pipe-kit", {}),
]


@pytest.mark.parametrize(("shape", "values"), PENS)
def test_names_with_braces_are_said_as_they_are(shape, values):
    braced, bare = (said(named(mark), shape, values) for mark in (BRACED, BARE))
    assert any(BRACED in one for one in braced)
    assert [one.replace(BRACED, BARE) for one in braced] == bare
