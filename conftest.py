"""Names the examples in docstrings may use beside those of their own module (see CONTRIBUTING.md)."""

from __future__ import annotations

from dataclasses import fields
from datetime import date
from typing import Any
from unittest.mock import patch

import pytest

from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.carpentry import Framing
from ergamot.core.frame.covering import Coverer
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.frame.parts.site import Site

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
        pen(shape, **changed)
    first = made[0]
    kept = {one.name: getattr(first, one.name) for one in fields(Site)[:6]}
    return Site(**kept, frame=Framing(first.frame.section, first.frame.species), cover=Coverer())


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
        c=CATALOGUE, asked=asked, pen=pen, begun=begun, broilers=broilers, farm=farm, mass=mass
    )
