"""Tying a pen down: its wheels chocked; and the cheapest anchors that hold it in the farm's gust on poor grip."""

from __future__ import annotations

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.frame.design import Design, build, change
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.parts.anchorage import ROLLING
from ergamot.core.weather.anchors import fewest
from ergamot.core.weather.holding import SURE
from ergamot.core.weather.threshold import Stability


def untied(catalogue: Catalogue, design: Design) -> Design:
    """The same pen without anchors, its wheels chocked where it stands: what is tied down is tied anew from there.

    Args: catalogue; design.
    Returns: the Design.
    Source: common practice: a wedge costs nothing.

    >>> from ergamot.core.frame.design import make_design
    >>> wheeled = untied(c, make_design(c, "low-pen", {"gear": "wheels", "anchors": 2}))
    >>> wheeled.values["chocks"], wheeled.values["anchors"]
    ('yes', 0.0)
    """
    chocked = {"chocks": "yes"} if design.values["gear"] in ROLLING else {}
    return change(catalogue, design, {"anchors": 0.0, **chocked})


def tied_down(catalogue: Catalogue, farm: FarmConditions, design: Design, poor: Stability) -> Design:
    """The same pen with the cheapest anchors that hold it in the farm's gust on poor grip.

    Args: catalogue; farm; design, without anchors; poor, how that stands on poor grip.
    Returns: the Design; the same where it stands already or no anchors hold it.
    Source: as `fewest`.

    >>> from ergamot.core.frame.design import make_design
    >>> bare = make_design(c, "low-pen", {})
    >>> tied = tied_down(c, farm(), bare, on_poor_grip(pen(), mass(pen()), farm()))
    >>> float(tied.values["anchors"]) > 0
    True
    """
    if poor.worst.least >= farm.design_gust_ms:
        return design
    kinds = fewest(
        poor,
        farm.design_gust_ms,
        catalogue.anchors.values(),
        farm.holding_ground,
        build(design, catalogue).contacts,
        SURE,
    )
    holding = [one for one in kinds if one.pairs]
    if not holding:
        return design
    best = min(holding, key=lambda one: (one.pairs or 0) * one.row.price)
    ties: dict[str, Value] = {
        "anchors": float(best.pairs or 0),
        "anchor": best.row.key,
        "anchors_at": best.layout,
    }
    try:
        return change(catalogue, design, ties)
    except OutOfRange:
        return design
