"""A whole pen to begin from: right for the flock, cut from stock, as movable as it can be made."""

from __future__ import annotations

import math
from collections.abc import Iterator

from ergamot.core.balance.verdicts import Judged, judge
from ergamot.core.catalogue import Catalogue, Section, pick
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.space import needed_floor_m2
from ergamot.core.frame.design import Design, build, make_design
from ergamot.core.frame.parameters import Value
from ergamot.core.place import Place
from ergamot.core.units import FOOT_MM

WIDTHS_FT = (4, 5, 6, 7, 8, 10, 12)  # whole feet: cross rails come in twos and threes out of stock
MOST_FLOOR = 1.3  # more floor than this over the need is carried for nothing; common practice
WHEELS = ("rubber-10", "foam-13", "barrow-16")  # large enough for rough grass; common practice
HEADROOM_SPARE_MM = 130.0  # birds stretch and jump; common practice


def propose(catalogue: Catalogue, flock: Flock, place: Place) -> Design:
    """A low pen for a flock and the people who will move it.

    Args: catalogue; flock; place.
    Returns: a Design whose floor is good to the leaving day where stock allows; among those, the one
        whose worst of Weight, Moving and Wind is best. 2×3 framing.
    Raises: OutOfRange, UnknownChoice.
    Source: common practice.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.flock.flock import make_flock
    >>> from ergamot.core.place import make_place
    >>> c = load_catalogue()
    >>> f = make_flock(c, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    >>> propose(c, f, make_place(c)).values["section"]
    '2x3'
    """
    ranked = [
        (_score(judge(catalogue, build(design, catalogue), flock, place)), design)
        for design in _candidates(catalogue, flock)
    ]
    return max(ranked, key=lambda pair: pair[0])[1]


def _score(judged: Judged) -> tuple[bool, float]:
    """Room for the birds first; then the weakest of the other three, more than enough not counted."""
    others = (judged.weight.ratio, judged.moving.ratio, judged.wind.ratio)
    return judged.space.ratio >= 1, math.prod(min(1.2, ratio) for ratio in others) * min(1.0, *others)


def _candidates(catalogue: Catalogue, flock: Flock) -> Iterator[Design]:
    section = catalogue.sections["2x3"]
    need = needed_floor_m2(flock, pick(catalogue.floor_needs, flock.strain.kind, "strain"))
    head_room = flock.strain.head_room_m * 1000 + HEADROOM_SPARE_MM
    height = next(roll for roll in (609.6, 762.0, 914.4) if roll >= head_room)
    sizes = list(_sizes(section, need)) or [(section.longest_mm, 12 * FOOT_MM)]
    for length, width in sizes:
        size: dict[str, Value] = {"length": length, "width": width, "height": height}
        yield make_design(catalogue, "low-pen", {**size, "gear": "skids"})
        for wheel in WHEELS:
            yield make_design(catalogue, "low-pen", {**size, "gear": "wheels", "wheel": wheel})


def _sizes(section: Section, need_m2: float) -> Iterator[tuple[float, float]]:
    """Stock lengths by whole-foot widths, no narrower than two fifths of their length."""
    for length in section.stock_mm:
        for feet in WIDTHS_FT:
            width = feet * FOOT_MM
            inside = (width - 2 * section.thick_mm) * (length - 80 - 2 * section.thick_mm) / 1e6
            if need_m2 <= inside <= need_m2 * MOST_FLOOR and width <= length and width >= 0.4 * length:
                yield length, width
