"""Anchors beside a pen: pairs of them along its long sides, strapped to the base rails.

one pair        two pairs       three pairs
+----o----+     o---------o     o----o----o
|         |     |         |     |         |
+----o----+     o---------o     o----o----o
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from ergamot.core.catalogue import Catalogue, pick
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.parameters import Parameter, Value
from ergamot.core.frame.structure import Anchor, Hardware, Structure

ANCHOR_PARAMETERS: tuple[Parameter, ...] = (
    Parameter("anchors", "Pairs of anchors", "ties", "count", 0, 0, 6, note="strapped to both long sides"),
    Parameter("anchor", "Anchor", "ties", "choice", "screw-380", table="anchors"),
)


def anchor_places(contacts: tuple[Flat, ...], pairs: int) -> tuple[Flat, ...]:
    """Where pairs of anchors stand: evenly from end to end of the long sides, one pair in the middle.

    Args: contacts, corners of what stands on the ground, mm; pairs, 0 to 6.
    Returns: places, right then left of each pair, mm.
    Source: common practice.

    >>> anchor_places(((0, -500), (2000, -500), (2000, 500), (0, 500)), 1)
    ((1000.0, -500), (1000.0, 500))
    """
    xs, ys = [x for x, _ in contacts], [y for _, y in contacts]
    long, middle = max(xs) - min(xs), (max(xs) + min(xs)) / 2
    places = [middle] if pairs == 1 else [min(xs) + long * i / max(1, pairs - 1) for i in range(pairs)]
    return tuple((x, y) for x in places for y in (min(ys), max(ys)))


def tied_down(structure: Structure, values: Mapping[str, Value], catalogue: Catalogue) -> Structure:
    """A structure with the anchors the values ask for; they stay at home when the pen is moved.

    Args: structure; values, checked; catalogue.
    Returns: the Structure.
    Raises: UnknownChoice.
    Source: common practice.
    """
    pairs = int(float(values["anchors"]))
    if not pairs:
        return structure
    row = pick(catalogue.anchors, str(values["anchor"]), "anchor")
    places = anchor_places(structure.contacts, pairs)
    anchors = tuple(Anchor(row.key, row.label, row.hold_n, place) for place in places)
    items = tuple(
        Hardware(
            f"anchor-{i}", "anchor and strap", "gear", row.label, row.kg, (*place, 0.0), row.key, when="aside"
        )
        for i, place in enumerate(places, start=1)
    )
    return replace(structure, anchors=anchors, hardware=(*structure.hardware, *items))
