"""Sizes and running gear a builder would try first for a flock."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

from ergamot.core.balance.fitting import fitted
from ergamot.core.catalogue import Catalogue, Section, pick
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.space import needed_floor_m2
from ergamot.core.frame.design import Design, build, make_design
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.parts.built import BUILT, IN_THE_FIELD
from ergamot.core.frame.shapes import shape_of
from ergamot.core.frame.usable import usable_floor_m2
from ergamot.core.stock.sticks import KERF_MM, TRIM_MM

MOST_FLOOR = 1.3  # more floor than this over what is enough is carried for nothing; judgement
HALF_APART_MM = 100.0  # a half this near a stock length is no size of its own
KEPT_FLOORS = 64  # of a way of building for a flock; may move
LEAST_USABLE = 0.3  # of a floor; a shape with less is no pen for these birds


def likely_gears(shape: str, fixed: Mapping[str, Value]) -> list[Mapping[str, Value]]:
    """Running gear a builder would try first.

    Args: shape, its key; fixed, values that are not to change.
    Returns: values for each; of what moves only on what is fixed, none but that.
    Raises: UnknownChoice.
    Source: common practice.

    >>> [gear["gear"] for gear in likely_gears("low-pen", {})]
    ['skids', 'wheels', 'wheels', 'wheels', 'boards']
    """
    gears = shape_of(shape).proposal.gears
    return [gear for gear in gears if gear["gear"] == fixed.get("gear", gear["gear"])] or [{}]


def likely_sizes(
    catalogue: Catalogue, flock: Flock, farm: FarmConditions, shape: str, fixed: Mapping[str, Value]
) -> tuple[list[Flat], list[Flat]]:
    """List lengths and widths of a shape that are enough for a flock, and the rest, of those that get to the field.

    Args: catalogue; flock; farm, with the way to its field; shape, its key; fixed, values that are not to change.
    Returns: (length, width) in mm, the smallest that is enough first and none much larger; then all others, the largest first.
    Raises: UnknownChoice.
    Source: common practice; sizes of stock.

    >>> likely_sizes(c, broilers(), farm(), "low-pen", {})[0][0]
    (3657.6, 1828.8)
    """
    proposal = shape_of(shape).proposal
    section = catalogue.sections[proposal.section]
    row = pick(catalogue.floor_needs, flock.strain.kind, "strain")
    floor = _usual_floor(catalogue, flock, shape, tuple(fixed.items()), 1000 * row.floor_head_m)
    need = needed_floor_m2(flock, row.at_night if floor.ranges else row) / floor.usable
    limits = {p.name: (p.low, p.high) for p in shape_of(shape).parameters if p.name in ("length", "width")}
    goes = proposal.widths_mm if fixed.get(BUILT) == IN_THE_FIELD else _through(proposal.widths_mm, farm)
    sizes = [
        (long, wide)
        for long, wide in _all_sizes(section, goes)
        if limits["length"][0] <= long <= limits["length"][1]
        and limits["width"][0] <= wide <= limits["width"][1]
    ]
    spare = proposal.most_floor if flock.strain.lays else MOST_FLOOR
    near = _enough(floor, need, sizes, spare)
    return near, sorted((size for size in sizes if size not in near), key=math.prod, reverse=True)


@dataclass(frozen=True)
class _Floor:
    """What of a size is floor, as measured on a shape's usual pen: lost along and across it (mm), the share of the
    rest that has head room over it, and whether the birds have all they range over besides."""

    lost_mm: tuple[float, float]
    usable: float
    ranges: bool

    def inside_m2(self, size: Flat) -> float:
        return (size[0] - self.lost_mm[0]) * (size[1] - self.lost_mm[1]) / 1e6


@lru_cache(maxsize=KEPT_FLOORS)
def _usual_floor(
    catalogue: Catalogue, flock: Flock, shape: str, given: tuple[tuple[str, Value], ...], head_mm: float
) -> _Floor:
    """As high as these birds want it."""
    design = fitted(catalogue, flock, shape, dict(given)) or _usual(catalogue, shape, dict(given))
    usual = build(design, catalogue)
    body = usual.body
    sizes = ((body.floor_x, design.values["length"]), (body.floor_y, design.values["width"]))
    along, across = (float(outer) - (high - low) for (low, high), outer in sizes)
    usable = max(LEAST_USABLE, usable_floor_m2(usual, head_mm) / body.floor_m2)
    return _Floor((along, across), usable, usual.ranges)


def _through(widths_mm: tuple[float, ...], farm: FarmConditions) -> tuple[float, ...]:
    """The widths that go through the narrowest place on the way to the field; the least where none does."""
    return tuple(wide for wide in widths_mm if wide <= farm.narrowest_mm) or (min(widths_mm),)


def _usual(catalogue: Catalogue, shape: str, fixed: Mapping[str, Value]) -> Design:
    """The pen a shape usually is, with what makes a school of it where that can be built at its usual size."""
    try:
        return make_design(catalogue, shape, fixed)
    except OutOfRange:
        return make_design(catalogue, shape, {})


def _enough(
    floor: _Floor, need_m2: float, sizes: list[tuple[float, float]], spare: float
) -> list[tuple[float, float]]:
    """The smallest sizes with floor enough, and those larger by no more than `spare`; the largest of
    all when none is enough."""
    floors = {size: floor.inside_m2(size) for size in sizes}
    enough = [inside for inside in floors.values() if inside >= need_m2]
    if not enough:
        return sorted(floors, key=lambda size: -floors[size])[:1]
    fits = [size for size, inside in floors.items() if need_m2 <= inside <= min(enough) * spare]
    return sorted(fits, key=lambda size: floors[size])


def _all_sizes(section: Section, wide: tuple[float, ...]) -> list[tuple[float, float]]:
    """Stock lengths and boards sawn in two, by whole-foot widths; no narrower than two fifths."""
    halves = [math.floor((stock - TRIM_MM - KERF_MM) / 2) for stock in section.stock_mm]
    apart = [half for half in halves if all(abs(half - stock) > HALF_APART_MM for stock in section.stock_mm)]
    lengths = [*section.stock_mm, *map(float, apart)]
    return [(long, width) for long in lengths for width in wide if 0.4 * long <= width <= long]
