"""A whole pen to begin from: right for the flock, cut from stock, as movable as it can be made."""

from __future__ import annotations

import itertools
import math
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

from ergamot.core.balance.fitting import fitted
from ergamot.core.balance.hatches import within_reach
from ergamot.core.balance.mends import single_changes
from ergamot.core.balance.ties import tied_down
from ergamot.core.balance.verdicts import Judged, judge, stands_of
from ergamot.core.catalogue import Catalogue, Section, pick
from ergamot.core.catalogue.kinds import Steel
from ergamot.core.errors import ErgamotError, OutOfRange
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Grade, Rank, What
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.space import needed_floor_m2
from ergamot.core.frame.design import Design, build, change, make_design
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.mass import mass
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.parts.gear.parameters import CARRIED
from ergamot.core.frame.reach import unreached
from ergamot.core.frame.shapes import shape_of
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.carried import WANTED_MM, carried
from ergamot.core.stock.sticks import KERF_MM, TRIM_MM

MOST_FLOOR = 1.3  # more floor than this over what is enough is carried for nothing; judgement
HALF_APART_MM = 100.0  # a half this near a stock length is no size of its own
# Axle behind the wall and hold, mm, in the order they are tried so that the rear clears the grass
AXLES_BACK = ((20.0, 0.0), (150.0, 450.0), (250.0, 450.0), (300.0, 400.0), (350.0, 350.0), (450.0, 350.0))
KEEPS = 0.9  # of how good the other verdicts were, at the least
MOST_CHANGES = 12  # of the likeliest that are tried; each takes a while to frame
KEPT_APART = (What.SPACE, What.WIND)  # the one comes first, against the other a pen is tied
HELD_FAST = {"length", "width", "section"}  # what the flock and the stock said
LEAST_USABLE = 0.3  # of a floor; a shape with less is no pen for these birds
ENOUGH = 1.2  # of what is good; more counts for nothing; judgement
KEPT_PROPOSALS = 32  # of one session at the pens and more; a design is small
MOST_SIZES = 12  # each takes a while to frame

Score = tuple[bool, int, tuple[Rank, ...], float]  # how good a pen is, to compare: see _score


def propose(
    catalogue: Catalogue,
    flock: Flock,
    farm: FarmConditions,
    shape: str,
    fixed: Mapping[str, Value] | None = None,
) -> Design:
    """A pen for a flock and the people who will move it.

    Args: catalogue; flock; farm; shape, its key; fixed, values that are not to change: what makes a school of it.
    Returns: a Design whose floor is good to the leaving day where stock allows and where least is
        lacking or out of reach; among those, the one whose worst of Moving, Frame and the keeper's own weight is best, on
        a harder axle where a mild one would bend, tied down where it would not stand the farm's gust.
    Raises: OutOfRange, UnknownChoice.
    Source: common practice.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.flock.flock import make_flock
    >>> from ergamot.core.farm.conditions import make_conditions
    >>> c = load_catalogue()
    >>> f = make_flock(c, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    >>> propose(c, f, make_conditions(c), "low-pen").values["section"]
    '2x3'
    """
    return _proposed(catalogue, flock, farm, shape, tuple((fixed or {}).items()))


@lru_cache(maxsize=KEPT_PROPOSALS)
def _proposed(
    catalogue: Catalogue,
    flock: Flock,
    farm: FarmConditions,
    shape: str,
    given: tuple[tuple[str, Value], ...],
) -> Design:
    """What is begun from a start is what was proposed for it a moment ago: the last few are kept."""
    fixed = dict(given)
    ranked = [
        (_score(judge(catalogue, structure, flock, farm), structure), design)
        for design in likely_designs(catalogue, flock, shape, fixed)
        for structure in (build(design, catalogue),)
    ]
    if not ranked:
        raise OutOfRange("shape", shape, "another: no size of it can be built for these birds")
    best = max(ranked, key=lambda pair: pair[0])[1]
    stout = _stouter(catalogue, flock, farm, _clearing(catalogue, flock, farm, best))
    mended = _mended(catalogue, flock, farm, stout, frozenset(fixed))
    stood = _ranks(judge(catalogue, build(mended, catalogue), flock, farm))

    def keeps(structure: Structure) -> bool:
        return _keeps(stood, _ranks(judge(catalogue, structure, flock, farm)))

    reached = within_reach(catalogue, mended, keeps)
    structure = build(reached, catalogue)
    return tied_down(catalogue, farm, reached, stands_of(structure, mass(structure), farm))


def sketched(
    catalogue: Catalogue, flock: Flock, farm: FarmConditions, shape: str, fixed: Mapping[str, Value]
) -> Score | None:
    """How good a way of building looks at its smallest size that is enough, before anything of it is mended or tied down.

    Args: catalogue; flock; farm; shape, its key; fixed, what makes a school of it.
    Returns: a score to compare with others', higher is better; None where no size of it can be built.
    Raises: UnknownChoice.
    Source: common practice.

    >>> low, coop = (sketched(c, broilers(), farm(), shape, {}) for shape in ("low-pen", "coop"))
    >>> low > coop
    True
    """
    looks = [
        _score(judge(catalogue, structure, flock, farm), structure)
        for design in likely_designs(catalogue, flock, shape, fixed, most_sizes=1)
        for structure in (build(design, catalogue),)
    ]
    return max(looks, default=None)


def _clearing(catalogue: Catalogue, flock: Flock, farm: FarmConditions, design: Design) -> Design:
    """The same with its tail bevelled and its axle as far behind the wall, its hold as low, as it takes to clear the
    grass when it is carried; no farther than the birds' room and the other verdicts allow."""
    whole = build(design, catalogue)
    if carried(whole) is None or design.values["gear"] not in CARRIED:
        return design
    judged = judge(catalogue, whole, flock, farm)
    start, room = _score(judged, whole), min(1.0, judged.space.ratio)
    stood = _ranks(judged)
    best, clears = design, -math.inf
    for back, hold in AXLES_BACK:
        low = {"hold_height": hold} if "hold_height" in design.values and hold else {}
        try:
            tried = change(catalogue, design, {"tail": "bevelled", "axle_back": back, **low})
            structure = build(tried, catalogue)
        except OutOfRange:
            continue
        tipped = carried(structure)
        judged = judge(catalogue, structure, flock, farm)
        score = _score(judged, structure)
        worse = judged.space.ratio < room or score[:2] < start[:2] or not _keeps(stood, _ranks(judged))
        if tipped is None or worse:
            continue
        if min(tipped.clear_mm, WANTED_MM) > clears + 1:
            best, clears = tried, min(tipped.clear_mm, WANTED_MM)
        if clears >= WANTED_MM:
            break
    return best


def _mended(
    catalogue: Catalogue, flock: Flock, farm: FarmConditions, design: Design, fixed: frozenset[str]
) -> Design:
    """The same with the likeliest change that lifts what stands worst, where that is short or hard and nothing falls."""
    judged = judge(catalogue, structure := build(design, catalogue), flock, farm)
    worst = min((one for one in judged.graded if one.what not in KEPT_APART), key=lambda one: one.rank)
    if worst.rank[0] >= Grade.RIGHT.level:
        return design
    best, standing = design, _score(judged, structure)
    for changes in itertools.islice(single_changes(catalogue, design, worst.what), MOST_CHANGES):
        if (HELD_FAST | fixed) & set(changes):
            continue
        try:
            tried = change(catalogue, design, changes)
            structure = build(tried, catalogue)
        except ErgamotError:
            continue
        score = _score(judge(catalogue, structure, flock, farm), structure)
        if score > standing:
            best, standing = tried, score
    return best


def _keeps(before: tuple[Rank, ...], after: tuple[Rank, ...]) -> bool:
    """Is nothing of a worse grade than before, nor much nearer to one?"""
    return all(
        now[0] > was[0] or (now[0] == was[0] and now[1] >= KEEPS * was[1])
        for was, now in zip(before, after, strict=True)
    )


def _stouter(catalogue: Catalogue, flock: Flock, farm: FarmConditions, design: Design) -> Design:
    """The same on a harder axle, where a mild one is the weakest thing in it and would bend."""
    weakest = judge(catalogue, build(design, catalogue), flock, farm).strength.checks
    if not weakest or weakest[0].what != "axle" or weakest[0].ratio >= 1:
        return design
    return change(catalogue, design, {"axle_steel": Steel.HARD})


def _score(judged: Judged, structure: Structure) -> Score:
    """Room for the birds first, then nothing lacking or out of reach; then the worst of what cannot be tied down, then
    the next; more than enough is not counted."""
    faults = sum(one.lacks > 0 for one in judged.provisions) + len(unreached(structure))
    return judged.space.ratio >= 1, -faults, _ranks(judged), judged.wind.least


def _ranks(judged: Judged) -> tuple[Rank, ...]:
    """How all stand but Space, which comes first, and Wind, against which a pen is tied; the worst first."""
    asked = (one for one in judged.graded if one.what not in KEPT_APART)
    return tuple(sorted((min(one.rank[0], Grade.RIGHT.level), min(one.rank[1], ENOUGH)) for one in asked))


def likely_designs(
    catalogue: Catalogue,
    flock: Flock,
    shape: str,
    fixed: Mapping[str, Value],
    most_sizes: int = MOST_SIZES,
) -> list[Design]:
    """Pens of a shape a builder would try first for a flock: of the smallest sizes that are enough, on each running gear.

    Args: catalogue; flock; shape, its key; fixed, values that are not to change; most_sizes, 1 or more.
    Returns: Designs, the smallest first; none where no size of it can be built.
    Raises: UnknownChoice.
    Source: common practice; sizes of stock.

    >>> {one.shape for one in likely_designs(c, broilers(), "low-pen", {}, 1)}
    {'low-pen'}
    """
    near, others = likely_sizes(catalogue, flock, shape, fixed)
    gears = likely_gears(shape, fixed)

    def designs(size: Flat) -> list[Design]:
        base: dict[str, Value] = {"length": size[0], "width": size[1]}
        made = (fitted(catalogue, flock, shape, {**base, **gear, **fixed}) for gear in gears)
        return [design for design in made if design is not None]

    found = [design for size in near[:most_sizes] for design in designs(size)]
    # None of those near enough can be built: the largest that can
    return found or next((made for size in others if (made := designs(size))), [])


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
    catalogue: Catalogue, flock: Flock, shape: str, fixed: Mapping[str, Value]
) -> tuple[list[Flat], list[Flat]]:
    """Lengths and widths of a shape that are enough for a flock, and the rest.

    Args: catalogue; flock; shape, its key; fixed, values that are not to change.
    Returns: (length, width) in mm, the smallest that is enough first and none much larger; then all others, the largest first.
    Raises: UnknownChoice.
    Source: common practice; sizes of stock.

    >>> likely_sizes(c, broilers(), "low-pen", {})[0][0]
    (3657.6, 1828.8)
    """
    proposal = shape_of(shape).proposal
    section = catalogue.sections[proposal.section]
    row = pick(catalogue.floor_needs, flock.strain.kind, "strain")
    begun = _usual(catalogue, shape, fixed)
    usual = build(begun, catalogue)
    floor = _floor_of(begun, usual, 1000 * row.floor_head_m)
    need = needed_floor_m2(flock, row.at_night if usual.ranges else row) / floor.usable
    limits = {p.name: (p.low, p.high) for p in shape_of(shape).parameters if p.name in ("length", "width")}
    sizes = [
        (long, wide)
        for long, wide in _all_sizes(section, proposal.widths_mm)
        if limits["length"][0] <= long <= limits["length"][1]
        and limits["width"][0] <= wide <= limits["width"][1]
    ]
    spare = proposal.most_floor if flock.strain.lays else MOST_FLOOR
    near = _enough(floor, need, sizes, spare)
    return near, sorted((size for size in sizes if size not in near), key=math.prod, reverse=True)


@dataclass(frozen=True)
class _Floor:
    """What of a size is floor, as measured on a shape's usual pen: lost along and across it (mm), and the share of the
    rest that has head room over it."""

    lost_mm: tuple[float, float]
    usable: float

    def inside_m2(self, size: Flat) -> float:
        return (size[0] - self.lost_mm[0]) * (size[1] - self.lost_mm[1]) / 1e6


def _floor_of(design: Design, usual: Structure, head_mm: float) -> _Floor:
    body = usual.body
    sizes = ((body.floor_x, design.values["length"]), (body.floor_y, design.values["width"]))
    along, across = (float(outer) - (high - low) for (low, high), outer in sizes)
    return _Floor((along, across), max(LEAST_USABLE, usual.floor_under_m2(head_mm) / body.floor_m2))


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
