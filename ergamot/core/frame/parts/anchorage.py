"""What holds a pen down where it stands and stays behind when it moves: anchors beside it, cans of water on it.

        along the sides          at the ends            all round
pairs   o----o----o              +---------+            1----3----2'
        |         |              o         o            4         4'
        o----o----o              +---------+            2----3'---1'
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace
from functools import cache

from ergamot.core.catalogue import Catalogue, pick, usual
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.finding import What
from ergamot.core.frame.footing import Anchor, Ballast, Stake
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Group, Item, Moves, When
from ergamot.core.frame.parameters import Choice, Parameter, Value, any_of
from ergamot.core.frame.structure import Hardware, Structure

ROLLING = (Moves.WHEELS, Moves.AXLES)  # while it stands, unless it is chocked
MOST_PAIRS = 6
MOST_CANS = 10  # pairs; more is better held by anchors
WATER_KG = 20.0  # in a can of 20 litres
CAN_APART_MM = 300.0  # hooks along a rail; judgement: a can's width
SIDES_NOTE = "holds nothing against a wind end-on"
LAYOUTS = {"sides": "along both long sides", "ends": "across both ends", "round": "at the corners first"}

ANCHORAGE_PARAMETERS: tuple[Parameter, ...] = (
    Parameter(
        "anchors",
        "Pairs of anchors",
        "ties",
        "count",
        0,
        0,
        MOST_PAIRS,
        note="strapped to the base",
        idle=(What.SPACE, What.WEIGHT, What.MOVING, What.STRENGTH),
    ),
    Parameter(
        "anchor",
        "Anchor",
        "ties",
        "choice",
        "screw-380",
        table="anchors",
        and_if=any_of("anchors"),
        idle=(What.SPACE, What.WEIGHT, What.MOVING, What.STRENGTH),
    ),
    Parameter(
        "anchors_at",
        "Anchors stand",
        "ties",
        "choice",
        "round",
        choices=tuple(
            Choice(key, label, SIDES_NOTE if key == "sides" else "") for key, label in LAYOUTS.items()
        ),
        and_if=any_of("anchors"),
        idle=(What.SPACE, What.WEIGHT, What.MOVING, What.STRENGTH),
    ),
    Parameter(
        "ballast",
        "Pairs of water cans",
        "ties",
        "count",
        0,
        0,
        MOST_CANS,
        note="20 l each on both long sides, poured out to move",
        idle=(What.SPACE, What.WEIGHT, What.MOVING, What.STRENGTH),
    ),
    Parameter(
        "chocks",
        "Wheels while it stands",
        "ties",
        "choice",
        "no",
        choices=(
            Choice("no", "free to roll"),
            Choice("yes", "chocked", "a wedge of offcut before and behind each"),
        ),
        only_if=("gear", *ROLLING),
        idle=(What.SPACE, What.WEIGHT, What.MOVING, What.STRENGTH),
    ),
)


def anchor_places(contacts: tuple[Flat, ...], pairs: int, layout: str = "sides") -> tuple[Stake, ...]:
    """Where pairs of anchors stand, and which way from the pen their straps run.

    Args: contacts, corners of what stands on the ground, mm; pairs, 0 to 6; layout, sides (evenly from end to end of
        both, one pair in the middle), ends (evenly across both) or round (opposite corners, the other corners, the
        middles of the sides, of the ends, then between).
    Returns: stakes, the two of a pair one after the other: square to the side or end they stand at, from a corner all
        round out of it at 45°.
    Source: common practice.

    >>> [one.place for one in anchor_places(((0, -500), (2000, -500), (2000, 500), (0, 500)), 1)]
    [(1000.0, -500.0), (1000.0, 500.0)]
    >>> anchor_places(((0, -500), (2000, -500), (2000, 500), (0, 500)), 1, "ends")[0].away
    (-1.0, 0.0)
    """
    xs, ys = [x for x, _ in contacts], [y for _, y in contacts]
    x, y = (min(xs), max(xs)), (min(ys), max(ys))
    return tuple(
        Stake((x[0] + along * (x[1] - x[0]), y[0] + across * (y[1] - y[0])), away)
        for (along, across), away in laid_out(pairs, layout)
    )


@cache
def laid_out(pairs: int, layout: str) -> tuple[tuple[Flat, Flat], ...]:
    """How pairs of anchors are laid out about any pen.

    Args: pairs, 0 to 6; layout, as of `anchor_places`.
    Returns: of each its place, as shares of length and width, and its way out, the two of a pair one after the other.
    Source: common practice.

    >>> laid_out(1, "ends")
    (((0.0, 0.5), (-1.0, 0.0)), ((1.0, 0.5), (1.0, 0.0)))
    """
    if layout == "sides":
        return tuple(((at, side), _way(0.5, side)) for at in _evenly(pairs) for side in (0.0, 1.0))
    if layout == "ends":
        return tuple(((end, at), _way(end, 0.5)) for at in _evenly(pairs) for end in (0.0, 1.0))
    return tuple((place, _way(*place)) for pair in _ROUND[:pairs] for place in pair)


# Of length and width: the opposite corners, the others, the middles, then between
_ROUND: tuple[tuple[Flat, Flat], ...] = (
    ((0, 0), (1, 1)),
    ((0, 1), (1, 0)),
    ((0.5, 0), (0.5, 1)),
    ((0, 0.5), (1, 0.5)),
    ((0.25, 0), (0.75, 1)),
    ((0.25, 1), (0.75, 0)),
)


def _way(along: float, across: float) -> Flat:
    """Out of a rectangle from a place on its edge, by shares of its length and width: 0 or 1 is on the edge."""
    x, y = (-1.0 if share == 0 else 1.0 if share == 1 else 0.0 for share in (along, across))
    return x / math.hypot(x, y), y / math.hypot(x, y)


def _evenly(count: int) -> list[float]:
    return [0.5] if count == 1 else [i / (count - 1) for i in range(count)]


def cans_for(catalogue: Catalogue, kg: float) -> int | None:
    """How many pairs of full water cans weigh as much.

    Args: catalogue; kg, 0 or more.
    Returns: pairs; None when none are needed or more than can be hung.
    Source: 20 litres a can.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> cans_for(load_catalogue(), 50.0)
    2
    """
    pairs = math.ceil(kg / 2 / (usual(catalogue, Fitting.WATER_CAN).kg + WATER_KG))
    return pairs if 0 < pairs <= MOST_CANS else None


def anchored_down(structure: Structure, values: Mapping[str, Value], catalogue: Catalogue) -> Structure:
    """A structure with the anchors and the water the values ask for; both stay behind when the pen is moved.

    Args: structure; values, checked; catalogue.
    Returns: the Structure.
    Raises: UnknownChoice.
    Source: common practice.

    >>> len(anchored_down(pen(), asked(anchors=2.0), c).anchors)
    4
    """
    pairs, cans = (int(float(values[name])) for name in ("anchors", "ballast"))
    if structure.axle is not None and values["gear"] in ROLLING and values["chocks"] == "yes":
        structure = replace(structure, axle=replace(structure.axle, chocked=True))
    if pairs:
        structure = _anchored(structure, pairs, values, catalogue)
    return _weighted(structure, cans, catalogue) if cans else structure


def _anchored(
    structure: Structure, pairs: int, values: Mapping[str, Value], catalogue: Catalogue
) -> Structure:
    row = pick(catalogue.anchors, str(values["anchor"]), "anchor")
    stakes = anchor_places(structure.contacts, pairs, str(values["anchors_at"]))
    anchors = tuple(Anchor(row, stake) for stake in stakes)
    items = tuple(
        Hardware(
            f"anchor-{i}",
            Item.ANCHOR,
            "anchor and strap",
            Group.GEAR,
            row.label,
            row.kg,
            (*stake.place, 0.0),
            row,
            when=When.ASIDE,
        )
        for i, stake in enumerate(stakes, start=1)
    )
    return replace(structure, anchors=anchors, hardware=(*structure.hardware, *items))


def _weighted(structure: Structure, pairs: int, catalogue: Catalogue) -> Structure:
    row = usual(catalogue, Fitting.WATER_CAN)
    xs, half = [x for x, _ in structure.contacts], structure.body.y[1]
    middle = (min(xs) + max(xs)) / 2
    places = [
        (middle + (i - (pairs - 1) / 2) * CAN_APART_MM, side * half) for i in range(pairs) for side in (-1, 1)
    ]
    ballast = tuple(Ballast(row.kg + WATER_KG, place) for place in places)
    items = tuple(
        Hardware(
            f"can-{i}",
            Item.CAN,
            "water can",
            Group.GEAR,
            row.label,
            row.kg,
            (*place, 0.0),
            row,
            when=When.ASIDE,
        )
        for i, place in enumerate(places, start=1)
    )
    return replace(structure, ballast=ballast, hardware=(*structure.hardware, *items))
