"""What a kind of bird wants in a shape of pen to begin with: house, roosts, nests, feeders, drinkers."""

from __future__ import annotations

import math
from collections.abc import Iterator

from ergamot.core.catalogue import Catalogue, pick
from ergamot.core.errors import OutOfRange
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.design import Design, make_design
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.shapes import shape_of
from ergamot.core.units import FOOT_MM

HEADROOM_SPARE_MM = 130.0  # birds stretch and jump; judgement: a hand's width and more over the standing bird
WALLS_MM = (609.6, 762.0, 914.4)  # low pens are as high as a roll of mesh is wide
MOST_HUNG = 12
ROOST_END_MM = 60.0  # of each bar lies on its rail
STEPS = {"length": 50.0, "count": 1.0}
LOW_HOLD_MM = 450.0  # between knee and knuckle: lifted from there it tips enough to clear; HSE INDG143 zones
TRIES = 80
# What to leave out when a part can be made no smaller
LEFT_OUT = {
    "nest_count": ("nests", "none"),
    "nests": ("nests", "none"),
    "roost_bars": ("roosts", "none"),
    "roosts": ("roosts", "none"),
    "house_length": ("house", "no"),
    "house_floor": ("house", "no"),
}


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
    values = {**_wanted(catalogue, flock, shape), **size}
    for _ in range(TRIES):
        try:
            return make_design(catalogue, shape, values)
        except OutOfRange as refused:
            if refused.field in size or not _less(shape, values, refused.field):
                return None
    return None


def _wanted(catalogue: Catalogue, flock: Flock, shape: str) -> dict[str, Value]:
    need = pick(catalogue.floor_needs, flock.strain.kind, "strain")
    feeder, drinker = "tube-10", "nipple-20"
    edge, points = catalogue.containers[feeder].edge_m, catalogue.containers[drinker].points
    each_m = need.edge_m(catalogue.containers[feeder].round)
    values: dict[str, Value] = {
        "feeder": feeder,
        "feeders": min(MOST_HUNG, math.ceil(flock.placed * each_m / edge)),
        "drinker": drinker,
        "drinkers": min(MOST_HUNG, math.ceil(flock.placed / need.birds_per_drinker / points)),
    }
    roost_m = flock.placed * need.roost_m
    if shape == "low-pen":
        head_room = flock.strain.head_room_m * 1000 + HEADROOM_SPARE_MM
        values |= {"height": next(roll for roll in WALLS_MM if roll >= head_room), "catch_board": "yes"}
    elif shape == "hoop" and roost_m:
        values |= {"roost_bars": min(6, math.ceil(roost_m / 1.2)), "roost_height": 500.0}
    elif shape in ("a-frame", "coop"):
        values |= {"house": "no"} if not flock.strain.lays else _house(flock, roost_m, need.birds_per_nest)
    return values


def _house(flock: Flock, roost_m: float, birds_per_nest: float) -> dict[str, Value]:
    bars = max(1, min(8, round(math.sqrt(roost_m / 0.45))))
    length = max(900.0, min(2400.0, roost_m / bars * 1000 + 2 * ROOST_END_MM))
    return {
        "house": "yes",
        "house_length": math.ceil(length / 50) * 50.0,
        "roosts": "level",
        "roost_bars": bars,
        "nests": "outside",
        "nest_count": min(12, math.ceil(flock.placed / birds_per_nest)),
    }


def _less(shape: str, values: dict[str, Value], field: str) -> bool:
    """Take a little off the part a refusal names, or leave it out; False when nothing is left to take."""
    one = next(p for p in shape_of(shape).parameters if p.name == field)
    if one.kind in ("length", "count"):
        less = float(values.get(field, one.default)) - STEPS[one.kind]
        if less >= one.low:
            values[field] = less
            return True
    part = LEFT_OUT.get(field)
    if part is None or values.get(part[0]) == part[1]:
        return False
    values[part[0]] = part[1]
    return True


def widths(shape: str) -> tuple[float, ...]:
    """Widths worth trying for a shape, mm.

    Args: shape, its key.
    Returns: whole feet, rising; cross rails come in twos and threes out of stock.
    Source: common practice.

    >>> len(widths("hoop"))
    4
    """
    feet = {"low-pen": (3, 4, 5, 6, 7, 8, 10, 12), "a-frame": (4, 5, 6, 8), "hoop": (6, 8, 10, 12)}
    return tuple(round(foot * FOOT_MM, 1) for foot in feet.get(shape, (4, 5, 6, 8)))


def gears(shape: str) -> Iterator[dict[str, Value]]:
    """What a pen of a shape may run on: skids, wheels large enough for rough grass, or wheel boards at both ends.

    Args: shape, its key.
    Returns: values of the running gear.
    Source: common practice.

    >>> sum(1 for _ in gears("coop"))
    3
    """
    low = shape == "low-pen"
    yield {"gear": "skids"}
    for wheel in ("rubber-10", "foam-13", "barrow-16") if low else ("barrow-16",):
        held = {} if low else {"hold_height": LOW_HOLD_MM}
        yield {"gear": "wheels", "wheel": wheel, "tail": "bevelled", **held}
    yield {"gear": "boards", "pairs": 2, "wheel": "foam-13" if low else "barrow-16"}
