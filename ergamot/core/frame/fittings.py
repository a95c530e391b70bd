"""Where what is bought and screwed on comes in a build order: rods before their wheels, the rest once its own kind
of part stands."""

from __future__ import annotations

from collections.abc import Mapping, Sequence, Set
from itertools import groupby

from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import RODS, Group, Item, When
from ergamot.core.frame.placed import STAGE, BuildStep, Placed
from ergamot.core.frame.structure import Hardware, Structure

FROM_ABOVE: Point = (0, 0, -1)


def with_fittings(structure: Structure, order: Sequence[BuildStep]) -> tuple[BuildStep, ...]:
    """A build order with hinges, latches, rods, feeders and the like put in their place.

    Args: structure; order, of its sticks, coverings and wheels.
    Returns: the whole order: each role of hardware one step, after everything of its stage; what waits in the shed
        and screws are in none.
    Source: common practice.

    >>> with_fittings(pen(), ())[0].title
    'axle rod'
    """
    groups: dict[str, Group] = {
        **{stick.ref: stick.group for stick in structure.members},
        **{panel.ref: panel.group for panel in structure.panels},
        **{item.ref: item.group for item in structure.hardware},
    }
    bought = [
        item
        for item in structure.hardware
        if item.when is not When.ASIDE and item.group is not Group.FIXINGS and item.item is not Item.WHEEL
    ]
    made = list(order)
    wheels = {item.ref for item in structure.hardware if item.item is Item.WHEEL}
    roles = list(dict.fromkeys(item.role for item in bought))
    bought.sort(key=lambda item: (STAGE[item.group], roles.index(item.role)))
    for role, items in groupby(bought, key=lambda item: item.role):
        each = list(items)
        step = BuildStep(role, tuple(Placed(item.ref, "", _way(structure, item)) for item in each))
        made.insert(_place(made, groups, wheels, each[0]), step)
    return tuple(made)


def _place(order: Sequence[BuildStep], groups: Mapping[str, Group], wheels: Set[str], item: Hardware) -> int:
    """After the last step that is no later a stage than the item; a rod before the first wheel."""
    if item.item in RODS:
        return next((i for i, step in enumerate(order) if step.parts[0].ref in wheels), len(order))
    stage = STAGE[item.group]
    done = [i for i, step in enumerate(order) if STAGE[groups[step.parts[0].ref]] <= stage]
    return max(done, default=-1) + 1


def _way(structure: Structure, item: Hardware) -> Point:
    """In from the side it lies nearest to; what stands within, down from above."""
    if item.group is Group.INSIDE:
        return FROM_ABOVE
    (x, y, _), body = item.place, structure.body
    beside: tuple[tuple[float, Point], ...] = (
        (abs(x - body.x[0]), (1, 0, 0)),
        (abs(x - body.x[1]), (-1, 0, 0)),
        (abs(y - body.y[0]), (0, 1, 0)),
        (abs(y - body.y[1]), (0, -1, 0)),
        (abs(item.place[2] - body.z[1]), FROM_ABOVE),
    )
    return min(beside, key=lambda one: one[0])[1]
