"""What a kind of bird wants in a shape of pen to begin with: house, roosts, nests, feeders, drinkers."""

from __future__ import annotations

import math

from ergamot.core.catalogue import Catalogue, pick
from ergamot.core.errors import OutOfRange
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.design import Design, make_design
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.shapes import shape_of
from ergamot.core.frame.wanted import Wanted

HEADROOM_SPARE_MM = 130.0  # birds stretch and jump; judgement: a hand's width and more over the standing bird
MOST_HUNG = 12
STEPS = {"length": 50.0, "count": 1.0}
TRIES = 80


def fitted(catalogue: Catalogue, flock: Flock, shape: str, size: dict[str, Value]) -> Design | None:
    """A pen of a size with what these birds want in it; parts that do not fit are made fewer, then left out.

    Args: catalogue; flock; shape, its key; size, values that are not to change.
    Returns: a Design, or None when the shape cannot be built at this size.
    Raises: UnknownChoice.
    Source: common practice; needs from the catalogue.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.flock.flock import make_flock
    >>> c = load_catalogue()
    >>> f = make_flock(c, "layer-hybrid", 12, date(2026, 1, 1), date(2026, 5, 1), date(2026, 9, 1))
    >>> fitted(c, f, "coop", {"length": 3657.6, "width": 1828.8}).values["nests"]
    'outside'
    """
    values = {**wants_of(catalogue, flock, shape), **size}
    for _ in range(TRIES):
        try:
            return make_design(catalogue, shape, values)
        except OutOfRange as refused:
            if refused.field in size or not make_less(shape, values, refused.field):
                return None
    return None


def wants_of(catalogue: Catalogue, flock: Flock, shape: str) -> dict[str, Value]:
    """What a flock wants in a shape of pen, as values to begin with: feeders, drinkers, house, roosts, nests.

    Args: catalogue; flock; shape, its key.
    Returns: values by parameter name.
    Raises: UnknownChoice.
    Source: common practice; needs from the catalogue.

    >>> wants_of(c, broilers(), "low-pen")["feeder"]
    'tube-10'
    """
    return {**_hung(catalogue, flock), **shape_of(shape).proposal.wants(wanted(catalogue, flock))}


def usual_of(catalogue: Catalogue, flock: Flock, shape: str) -> dict[str, Value]:
    """A shape as it usually is, with what a flock wants in it.

    Args: catalogue; flock; shape, its key.
    Returns: a value for each of its parameters.
    Raises: UnknownChoice.
    Source: the shape's declarations; as `wants_of`.

    >>> usual = usual_of(c, broilers(), "low-pen")
    >>> usual["feeder"], usual["width"]
    ('tube-10', 2133.6)
    """
    wants = wants_of(catalogue, flock, shape)
    return {one.name: wants.get(one.name, one.default) for one in shape_of(shape).parameters}


def wanted(catalogue: Catalogue, flock: Flock) -> Wanted:
    """What a flock asks of any pen.

    Args: catalogue; flock.
    Returns: the Wanted.
    Raises: UnknownChoice.
    Source: needs from the catalogue.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.flock.flock import make_flock
    >>> c = load_catalogue()
    >>> f = make_flock(c, "layer-hybrid", 12, date(2026, 1, 1), date(2026, 5, 1), date(2026, 9, 1))
    >>> wanted(c, f).nests
    3
    """
    need = pick(catalogue.floor_needs, flock.strain.kind, "strain")
    nests = math.ceil(flock.placed / need.birds_per_nest) if need.birds_per_nest else 0
    head_room = flock.strain.head_room_m * 1000 + HEADROOM_SPARE_MM
    return Wanted(head_room, flock.placed * need.roost_m, nests, flock.strain.lays)


def _hung(catalogue: Catalogue, flock: Flock) -> dict[str, Value]:
    """Feeders and drinkers enough for every bird placed."""
    need = pick(catalogue.floor_needs, flock.strain.kind, "strain")
    feeder, drinker = (catalogue.containers[key] for key in ("tube-10", "nipple-20"))
    edge_m = flock.placed * need.edge_m(feeder.round)
    return {
        "feeder": feeder.key,
        "feeders": min(MOST_HUNG, math.ceil(edge_m / feeder.edge_m)),
        "drinker": drinker.key,
        "drinkers": min(MOST_HUNG, math.ceil(flock.placed / need.birds_per_drinker / drinker.points)),
    }


def make_less(shape: str, values: dict[str, Value], field: str) -> bool:
    """Take a little off the part a refusal names, or leave it out.

    Args: shape, its key; values, which are changed; field, the parameter that was refused.
    Returns: whether there was anything left to take.
    Source: common practice.

    >>> values = {"feeders": 3.0}
    >>> make_less("low-pen", values, "feeders"), values
    (True, {'feeders': 2.0})
    >>> values = {"nests": "outside-two"}
    >>> make_less("coop", values, "nests"), values
    (True, {'nests': 'outside'})
    """
    one = next((p for p in shape_of(shape).parameters if p.name == field), None)
    if one is None:  # of an opening that makes it what it is
        return False
    if one.kind in ("length", "count"):
        less = float(values.get(field, one.default)) - STEPS[one.kind]
        if less >= one.low:
            values[field] = less
            return True
    if one.smaller and values.get(field) == one.smaller[0]:
        values[field] = str(one.smaller[1])
        return True
    if one.left_out is None or values.get(one.left_out[0]) == one.left_out[1]:
        return False
    values[one.left_out[0]] = one.left_out[1]
    return True
