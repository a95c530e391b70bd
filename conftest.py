"""Names the examples in docstrings may use beside those of their own module (see CONTRIBUTING.md)."""

from __future__ import annotations

from dataclasses import fields
from datetime import date
from typing import Any
from unittest.mock import patch

import pytest

from ergamot.core.balance.case import on_poor_grip, stands_of
from ergamot.core.balance.search.asked import make_asked
from ergamot.core.balance.search.candidate import judged_design
from ergamot.core.balance.search.executor import InLine
from ergamot.core.balance.search.genes import Draft
from ergamot.core.balance.verdicts import judge
from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.carpentry import Framing
from ergamot.core.frame.covering import Coverer
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.frame.parts.openings import read_openings
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.shapes import shape_of

CATALOGUE = load_catalogue()


def asked(shape: str = "low-pen", **changed: Any) -> dict[str, Any]:
    """What a pen of a shape is made by, as it is proposed but for what is changed."""
    return dict(make_design(CATALOGUE, shape, changed).values)


def pen(shape: str = "low-pen", **changed: Any) -> Any:
    """A pen built."""
    return build(make_design(CATALOGUE, shape, changed), CATALOGUE)


def begun(shape: str = "low-pen", **changed: Any) -> Site:
    """A pen's site before a stick stands on it."""
    made: list[Site] = []
    set_up = Site.__post_init__

    def watched(site: Site) -> None:
        set_up(site)
        made.append(site)

    with patch.object(Site, "__post_init__", watched):
        shape_of(shape).build(asked(shape, **changed), CATALOGUE)
    first = made[0]
    kept = {one.name: getattr(first, one.name) for one in fields(Site)[:6]}
    return Site(**kept, frame=Framing(first.frame.section, first.frame.species), cover=Coverer())


def framed(shape: str = "low-pen", **changed: Any) -> Site:
    """A pen's site with all its sticks on it, before anything is cut into its sides."""
    first = begun(shape, **changed)
    first.frame.members.extend(pen(shape, **changed).members)
    return first


def hatch(face: str = "left", **changed: Any) -> Any:
    """A hatch 400 mm square asked for in a side of a coop, 2.4 m from its rear wall."""
    asked_for = {"face": face, "at": 2400.0, **changed}
    values = asked("coop", **{f"opening_1_{name}": value for name, value in asked_for.items()})
    return read_openings(values, CATALOGUE.meshes["hex-25"], CATALOGUE.sheets["ply-5"]).wanted[0]


def broilers(placed: int = 30) -> Any:
    """Thirty broilers, three weeks old when they go out on 22 April 2026, seven when they leave."""
    return make_flock(
        CATALOGUE, "broiler-fast", placed, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20)
    )


def farm(**entered: Any) -> Any:
    """A new farm's conditions, but for what is entered."""
    return make_conditions(CATALOGUE, **entered)


@pytest.fixture(autouse=True)
def _names_of_examples(doctest_namespace: dict[str, Any]) -> None:
    doctest_namespace.update(
        c=CATALOGUE,
        asked=asked,
        pen=pen,
        begun=begun,
        framed=framed,
        hatch=hatch,
        broilers=broilers,
        farm=farm,
        mass=mass,
        make_design=make_design,
        judge=judge,
        on_poor_grip=on_poor_grip,
        stands_of=stands_of,
        make_asked=make_asked,
        judged_design=judged_design,
        Draft=Draft,
        InLine=InLine,
    )
