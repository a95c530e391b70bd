"""A whole pen to begin from: the best that a short search meets with in one way of building."""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import lru_cache

from ergamot.core.balance.fitting import fitted, wants_of
from ergamot.core.balance.likely import likely_gears, likely_sizes
from ergamot.core.balance.mends import single_changes
from ergamot.core.balance.search.asked import Asked, parameter_of
from ergamot.core.balance.search.candidate import Candidate, better_of, tied_candidate, with_hatches
from ergamot.core.balance.search.short import descended
from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.kinds import Steel
from ergamot.core.errors import ErgamotError, OutOfRange
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import What
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.design import Design, build, change
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.parts.gear.parameters import CARRIED
from ergamot.core.gear.carried import WANTED_MM, carried

Given = tuple[tuple[str, Value], ...]  # names and values that are not to change

# Axle behind the wall and hold, mm, in the order they are tried so that the rear clears the grass
AXLES_BACK = ((20.0, 0.0), (150.0, 450.0), (250.0, 450.0), (300.0, 400.0), (350.0, 350.0), (450.0, 350.0))
KEPT_PROPOSALS = 128  # of one session at the pens and more; a design is small
KEPT_LOOKS = 128
MOST_SIZES = 4  # looked at on the best running gear; may move
# What the stock says, the shade it gives, how it is got into and what it looks like; judgement
HELD = frozenset(
    {"length", "width", "section", "roofed", "access", "roof_kind", "pitch", "rise", "wall", "overhang"}
)
# Of every axle that is looked at: the milder is tried at last
STOUT: Mapping[str, Value] = {"axle_steel": Steel.HARD}
SPARED = frozenset({"species"})  # other timber than usual only where it mends something; judgement
HATCH_TRIES = 4  # of each: two places and two sizes in the nearest side; may move
MOST_MENDED = 5  # of what is weakest, one after another; may move
MOST_TRIED = 24  # of one proposal, beside what was begun with; may move


def propose(
    catalogue: Catalogue,
    flock: Flock,
    farm: FarmConditions,
    shape: str,
    fixed: Mapping[str, Value] | None = None,
) -> Design:
    """A pen for a flock and the people who will move it.

    Args: catalogue; flock; farm; shape, its key; fixed, values that are not to change: what makes a school of it.
    Returns: the Design that is short or hard in least of all a short search meets with, and of those the lightest; with
        hatches where no arm gets, tied down where it would not stand the farm's gust.
    Raises: OutOfRange, UnknownChoice.
    Source: common practice.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.flock.flock import make_flock
    >>> from ergamot.core.farm.conditions import make_conditions
    >>> c = load_catalogue()
    >>> f = make_flock(c, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    >>> propose(c, f, make_conditions(c), "low-pen").shape
    'low-pen'
    """
    return proposed(catalogue, flock, farm, shape, tuple((fixed or {}).items())).design


@lru_cache(maxsize=KEPT_PROPOSALS)
def _place_for(
    catalogue: Catalogue, flock: Flock, farm: FarmConditions, shape: str, given: Given
) -> list[Candidate]:
    """Where a proposal is kept: empty until there is one."""
    return []


def remember(
    catalogue: Catalogue, flock: Flock, farm: FarmConditions, shape: str, given: Given, pen: Candidate
) -> None:
    """Keep a proposal that was worked out elsewhere.

    Args: catalogue; flock; farm; shape; given, as they were asked for; pen, what was proposed.
    Source: as `proposed`.

    >>> pen = proposed(c, broilers(31), farm(), "low-pen")
    >>> remember(c, broilers(32), farm(), "low-pen", (), pen)
    >>> proposed(c, broilers(32), farm(), "low-pen") is pen
    True
    """
    _place_for(catalogue, flock, farm, shape, given)[:] = [pen]


def proposed(
    catalogue: Catalogue, flock: Flock, farm: FarmConditions, shape: str, given: Given = ()
) -> Candidate:
    """The pen that is proposed, judged. What is begun from a start is what was proposed for it a moment ago: some are kept.

    Args: catalogue; flock; farm; shape, its key; given, names and values that are not to change.
    Returns: the Candidate.
    Raises: OutOfRange, UnknownChoice.
    Source: as `propose`.

    >>> proposed(c, broilers(), farm(), "low-pen").passes
    True
    """
    place = _place_for(catalogue, flock, farm, shape, given)
    if not place:
        place[:] = [_searched(catalogue, flock, farm, shape, given)]
    return place[0]


def _searched(
    catalogue: Catalogue, flock: Flock, farm: FarmConditions, shape: str, given: Given
) -> Candidate:
    """The best that a short search meets with."""
    asked = Asked(flock, farm, (shape,), dict(given))
    begun = first_look(catalogue, asked, MOST_SIZES)
    if begun is None:
        raise OutOfRange("shape", shape, "another: no size of it can be built for these birds")
    held = HELD | set(wants_of(catalogue, flock, shape))
    clear = _clearing(catalogue, asked, begun)
    strong = _standing(catalogue, asked, clear, held)
    found = []
    for one in {pen.key: pen for pen in (clear, strong)}.values():
        start = with_hatches(catalogue, asked, one, tied_candidate, HATCH_TRIES)
        found.append(descended(catalogue, asked, start.design, MOST_TRIED, held, SPARED))
    return with_hatches(
        catalogue, asked, _milder(catalogue, asked, better_of(*found)), tied_candidate, HATCH_TRIES
    )


def first_look(
    catalogue: Catalogue, asked: Asked, most_sizes: int = 1, gear_of: Candidate | None = None
) -> Candidate | None:
    """The best of the pens a builder would try first, before anything of it is changed.

    Every running gear on the smallest size that is enough, then the next sizes on the best of these.

    Args: catalogue; asked, of one shape; most_sizes, 1 or more; gear_of, a pen of another way of building whose running gear
        alone is tried, where this way may have it; every likely one where there is none.
    Returns: the Candidate; None where no size of it can be built for these birds.
    Raises: UnknownChoice.
    Source: common practice.

    >>> looks = [first_look(c, make_asked(c, broilers(), farm(), (shape,))) for shape in ("low-pen", "coop")]
    >>> looks[0].order < looks[1].order
    True
    """
    (shape,) = asked.shapes
    gears = likely_gears(shape, asked.fixed)
    if gear_of is not None:
        gears = [gear for gear in gears if gear.items() <= gear_of.design.values.items()] or gears
    near, others = likely_sizes(catalogue, asked.flock, asked.farm, shape, asked.fixed)
    stout = STOUT if parameter_of(shape, "axle_steel") else {}

    def look(size: Flat, gear: Mapping[str, Value]) -> Candidate | None:
        built = {**stout, "length": size[0], "width": size[1], **gear, **asked.fixed}
        return _looked(
            catalogue, asked.flock, asked.farm, shape, tuple(asked.fixed.items()), tuple(built.items())
        )

    for at, size in enumerate((*near, *others)):
        looks = [(one, gear) for gear in gears if (one := look(size, gear))]
        if looks:
            best, gear = min(looks, key=lambda each: each[0].order)
            more = [one for other in near[at + 1 : at + most_sizes] if (one := look(other, gear))]
            return better_of(best, *more)
    return None


@lru_cache(maxsize=KEPT_LOOKS)
def _looked(
    catalogue: Catalogue,
    flock: Flock,
    farm: FarmConditions,
    shape: str,
    given: Given,
    built: Given,
) -> Candidate | None:
    """A pen with what these birds want in it, judged: what is looked at for the starts is looked at again to propose it."""
    asked = Asked(flock, farm, (shape,), dict(given))
    design = fitted(catalogue, flock, shape, dict(built))
    try:
        return None if design is None else tied_candidate(catalogue, asked, design)
    except ErgamotError:
        return None


def _milder(catalogue: Catalogue, asked: Asked, one: Candidate) -> Candidate:
    """The same on a mild axle, where that holds as well: it costs less."""
    if one.design.values.get("axle_steel") != Steel.HARD:
        return one
    mild = change(catalogue, one.design, {"axle_steel": Steel.MILD})
    return better_of(one, tied_candidate(catalogue, asked, mild))


def _standing(catalogue: Catalogue, asked: Asked, start: Candidate, held: frozenset[str]) -> Candidate:
    """Mend its frame where it is too weak: what is weakest first, by the first change that is enough for it, or the
    one that helps most."""
    for _ in range(MOST_MENDED):
        if What.STRENGTH not in start.short:
            break
        best = start
        first = start.mends.get(What.STRENGTH, ())
        for changes in single_changes(catalogue, start.design, What.STRENGTH, first):
            if not set(changes) <= set(first) - held:
                continue
            try:
                tried = tied_candidate(catalogue, asked, change(catalogue, start.design, changes))
            except ErgamotError:
                continue
            if tried.ratio(What.STRENGTH) > best.ratio(What.STRENGTH):
                best = tried
            if What.STRENGTH not in best.short or best.mends != start.mends:
                break
        if best is start:
            break
        start = best
    return start


def _clearing(catalogue: Catalogue, asked: Asked, start: Candidate) -> Candidate:
    """The same with its tail bevelled and its axle as far behind the wall, its hold as low, as it takes to clear the
    grass when it is carried; no farther than the birds' room and the other verdicts allow."""
    if start.design.values["gear"] not in CARRIED or carried(build(start.design, catalogue)) is None:
        return start
    best, clears = start, -math.inf
    for back, hold in AXLES_BACK:
        low = {"hold_height": hold} if "hold_height" in start.design.values and hold else {}
        try:
            design = change(catalogue, start.design, {"tail": "bevelled", "axle_back": back, **low})
            tried = tied_candidate(catalogue, asked, design)
        except ErgamotError:
            continue
        tipped = carried(build(tried.design, catalogue))
        if tipped is None or tried.wanting > start.wanting + 1e-6:
            continue
        if min(tipped.clear_mm, WANTED_MM) > clears + 1:
            best, clears = tried, min(tipped.clear_mm, WANTED_MM)
        if clears >= WANTED_MM:
            break
    return best
