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
from ergamot.core.stock.sticks import KERF_MM, TRIM_MM
from ergamot.core.units import FOOT_MM

WIDTHS_FT = (3, 4, 5, 6, 7, 8, 10, 12)  # whole feet: cross rails come in twos and threes out of stock
MOST_FLOOR = 1.3  # more floor than this over what is enough is carried for nothing; common practice
HALF_APART_MM = 100.0  # a half this near a stock length is no size of its own
TAIL_MM = 80.0  # of the base rails behind the rear wall, with the axle at its usual place
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
    for length, width in _sizes(section, need):
        size: dict[str, Value] = {"length": length, "width": width, "height": height}
        yield make_design(catalogue, "low-pen", {**size, "gear": "skids"})
        for wheel in WHEELS:
            yield make_design(catalogue, "low-pen", {**size, "gear": "wheels", "wheel": wheel})


def _sizes(section: Section, need_m2: float) -> list[tuple[float, float]]:
    """The smallest sizes with floor enough, and those up to three tenths larger; the largest of all
    when none is enough."""
    floors = {size: _inside_m2(section, size) for size in _all_sizes(section)}
    enough = [floor for floor in floors.values() if floor >= need_m2]
    if not enough:
        return [max(floors, key=lambda size: floors[size])]
    return [size for size, floor in floors.items() if need_m2 <= floor <= min(enough) * MOST_FLOOR]


def _all_sizes(section: Section) -> list[tuple[float, float]]:
    """Stock lengths and boards sawn in two, by whole-foot widths; no narrower than two fifths."""
    halves = [math.floor((stock - TRIM_MM - KERF_MM) / 2) for stock in section.stock_mm]
    apart = [half for half in halves if all(abs(half - stock) > HALF_APART_MM for stock in section.stock_mm)]
    lengths = [*section.stock_mm, *map(float, apart)]
    widths = [feet * FOOT_MM for feet in WIDTHS_FT]
    return [(long, wide) for long in lengths for wide in widths if 0.4 * long <= wide <= long]


def _inside_m2(section: Section, size: tuple[float, float]) -> float:
    """Floor inside the rails of a pen of a size on wheels, the usual tail behind its rear wall."""
    length, width = size
    return (width - 2 * section.thick_mm) * (length - TAIL_MM - 2 * section.thick_mm) / 1e6
