"""What birds sleep and stand on, and what a keeper steps on: roosts, the rails under them, floors, nests, the ramp."""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass

from ergamot.core.catalogue import FloorNeed
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.growth import mass_kg
from ergamot.core.frame.bending import BEAM_MOMENT
from ergamot.core.frame.kinds import ROOST_RAILS, ROOSTS, Duty
from ergamot.core.frame.structure import Member, Structure
from ergamot.core.strength.check import Check, bends, sags, source_of
from ergamot.core.strength.spans import SAME_PLACE_MM, Spans, spans_of
from ergamot.core.units import G
from ergamot.core.working import Working

LEAST_ROOST_M = 0.15  # a bird takes of a bar where her kind is asked none: as much as a bantam; judgement
LIES_ON_M2 = (
    0.025  # of floor under a bird of 1 kg, as mass^0.67; judgement: side by side they lie closer in no house
)
CANTILEVER = "w*a**2/2"  # moment over the last place a bar is carried at; statics
OVERHANG_SHARE = 0.5  # of a span: a longer overhang bends it more; statics


@dataclass(frozen=True)
class Birds:
    """What birds put on a pen: how many were placed, what one weighs at her heaviest, kg, and the bar she takes, m."""

    placed: int
    heaviest_kg: float
    roost_m: float

    def on_bar(self, metres: float) -> int:
        """How many sit on so much bar, as many as fit."""
        return max(0, min(self.placed, math.floor(metres / (self.roost_m or LEAST_ROOST_M) + 1e-9)))

    def on_floor(self, m2: float) -> int:
        """How many lie on so much floor, as many as fit."""
        each = LIES_ON_M2 * float(self.heaviest_kg**0.67)
        return max(0, min(self.placed, math.floor(m2 / each + 1e-9)))


def birds_of(flock: Flock, need: FloorNeed) -> Birds:
    """What a flock puts on a pen.

    Args: flock; need, the row of its kind.
    Returns: the Birds, as heavy as they are the day they leave.
    Source: the strain's growth; needs from the catalogue.

    >>> birds_of(broilers(), c.floor_needs["broiler"]).placed
    30
    """
    return Birds(flock.placed, mass_kg(flock.strain, flock.leaving_day), need.roost_m)


def roost_checks(structure: Structure, birds: Birds) -> Iterator[Check]:
    """Roosts under as many birds as fit on them, and the rails and posts that carry them.

    Args: structure; birds.
    Returns: an iterator of Checks: bending and sag of the bar that takes most, and of the rail; the screws of a rail that hangs.
    Source: statics; NDS 2018, for good; span ÷ 120.

    >>> coop = pen("coop", house="yes")
    >>> [one.what for one in roost_checks(coop, Birds(20, 1.95, 0.2))][:2]
    ['roosts bending', 'roosts sagging']
    """
    bars = [spans_of(structure, one) for one in structure.members if one.duty in ROOSTS]
    if not bars:
        return
    worst = max(bars, key=lambda bar: _load_n_m(bar, birds) * _bending_mm(bar) ** 2)
    refs = tuple(bar.member.ref for bar in bars)
    yield bends("roosts bending", refs, worst.member, _on_bar(worst, birds), worst.level_axis, "birds")
    if worst.overhang_mm <= OVERHANG_SHARE * (worst.longest[1] - worst.longest[0]):
        yield sags("roosts sagging", worst.member, _on_bar(worst, birds), worst.level_axis, refs)
    yield from _rail_checks(structure, bars, birds)


def _bending_mm(bar: Spans) -> float:
    """The span that bends it as much: its longest, or twice its overhang where that is more."""
    low, high = bar.longest
    return max(high - low, 2 * bar.overhang_mm)


def _load_n_m(bar: Spans, birds: Birds) -> float:
    metres = _bending_mm(bar) / 1000
    return birds.on_bar(metres) * birds.heaviest_kg * G / metres


def _on_bar(bar: Spans, birds: Birds) -> Working:
    """The moment of a bar between two places it is carried at, or over the last."""
    low, high = bar.longest
    work = Working()
    past = bar.overhang_mm > OVERHANG_SHARE * (high - low)
    span_m = (2 * bar.overhang_mm if past else high - low) / 1000
    given_birds(work, birds, birds.on_bar(span_m), "birds on it, as many as fit")
    given_own(work, bar.member)
    if past:
        work.given("a", "reaches past what carries it", bar.overhang_mm / 1000, "m", "the frame")
        work.step("w", "load along it", f"n*m*{G}/(2*a) + {G}*m_o", "N/m")
        work.step("M", "moment over what carries it", CANTILEVER, "N m", "statics")
    else:
        work.given("L", "between what carries it", span_m, "m", "the frame")
        work.step("w", "load along it", f"n*m*{G}/L + {G}*m_o", "N/m")
        work.step("M", "moment", BEAM_MOMENT, "N m", "statics")
    return work


def given_birds(work: Working, birds: Birds, count: int, words: str) -> None:
    """Write birds into a working: `n` of them, `m` kg each.

    Args: work; birds; count, 0 or more; words, what they are.
    Source: the strain's growth.

    >>> work = Working()
    >>> given_birds(work, Birds(20, 1.95, 0.2), 4, "birds on it")
    >>> work.known
    {'n': 4.0, 'm': 1.95}
    """
    work.given("n", words, count, "", "the room each needs")
    work.given("m", "a bird at her heaviest", birds.heaviest_kg, "kg", "growth of the strain")


def given_own(work: Working, member: Member) -> None:
    """Write what a metre of a stick weighs, dry as it is under a roof, into a working: `m_o`, kg/m.

    Args: work; member.
    Source: the catalogue.

    >>> work = Working()
    >>> given_own(work, pen().members[0])
    >>> round(work.known["m_o"], 2)
    1.09
    """
    own = member.dry_kg / (member.mean_mm / 1000)
    work.given("m_o", f"{member.section.label} itself", own, "kg/m", "the frame")


def _rail_checks(structure: Structure, bars: list[Spans], birds: Birds) -> Iterator[Check]:
    """Each rail carries half of every bar from it to the next place on either side; a bearer that posts stand on, as much."""
    rails = [spans_of(structure, one) for one in structure.members if one.duty in ROOST_RAILS]
    bearers = [spans_of(structure, one) for one in structure.members if one.duty is Duty.BEARER]
    yield from _loaded_by_bars("roost rails", [(one, _bars_on(one, bars)) for one in rails], birds)
    yield from _loaded_by_bars(
        "floor bearers under roost posts", [(one, _posts_on(one, bars)) for one in bearers], birds
    )


def _loaded_by_bars(what: str, each: list[tuple[Spans, list[Load]]], birds: Birds) -> Iterator[Check]:
    loaded = [(one, loads) for one, loads in each if loads]
    if not loaded:
        return
    rail, loads = max(loaded, key=lambda pair: _rough_moment(*pair))
    refs = tuple(one.member.ref for one, _ in loaded)
    axis = rail.level_axis
    yield bends(f"{what} bending", refs, rail.member, _on_rail(rail, loads, birds), axis, "birds")
    yield _rail_sags(what, rail, loads, birds, refs)
    hung, on_it = max(loaded, key=lambda pair: sum(load.metres for load in pair[1]) / len(pair[0].places))
    yield from hung_check(what, refs, hung, _end_of_rail(hung, on_it, birds))


@dataclass(frozen=True)
class Load:
    """A bar on a rail: how far along the rail it lies, mm, and how much of it the rail carries, m; what a metre of it
    weighs, kg."""

    at: float
    metres: float
    kg_m: float


def _bars_on(rail: Spans, bars: Iterable[Spans]) -> list[Load]:
    """The bars that lie on a rail."""
    return _loads(rail, bars, lambda by: by.ref == rail.member.ref)


def _posts_on(bearer: Spans, bars: Iterable[Spans]) -> list[Load]:
    """The bars whose posts stand over a bearer."""
    x = bearer.member.centre[0]
    return _loads(
        bearer, bars, lambda by: by.duty is Duty.ROOST_POST and abs(by.centre[0] - x) < SAME_PLACE_MM
    )


def _loads(on: Spans, bars: Iterable[Spans], carries: Callable[[Member], bool]) -> list[Load]:
    found = []
    start = min(corner[on.axis] for corner in on.member.corners)
    for bar in bars:
        at = [place.at for place in bar.places]
        for i, place in enumerate(bar.places):
            if not carries(place.by):
                continue
            low = 0.0 if i == 0 else (at[i - 1] + at[i]) / 2
            high = bar.length_mm if i == len(at) - 1 else (at[i] + at[i + 1]) / 2
            own = bar.member.dry_kg / (bar.member.mean_mm / 1000)
            found.append(Load(bar.member.centre[on.axis] - start, (high - low) / 1000, own))
    return sorted(found, key=lambda load: load.at)


def _rough_moment(rail: Spans, loads: list[Load]) -> float:
    low, high = rail.longest
    return (high - low) * sum(load.metres for load in loads if low < load.at < high)


def _end_of_rail(rail: Spans, loads: list[Load], birds: Birds) -> Working:
    """What a rail's end bears: of all that lies on it, its share."""
    metres = sum(load.metres for load in loads)
    work = Working()
    given_birds(work, birds, birds.on_bar(metres), "birds on the bars it carries, as many as fit")
    own = sum(load.metres * load.kg_m for load in loads) + rail.member.dry_kg
    work.given("m_b", "what it carries of the bars, and itself", own, "kg", "the frame")
    work.given("e", "places it is carried at", max(2, len(rail.places)), "", "the frame")
    work.step("R", "at each", f"{G}*(n*m + m_b)/e", "N", "statics")
    return work


def _loaded_rail(rail: Spans, loads: list[Load], birds: Birds) -> tuple[Working, list[str]]:
    """The loads on a rail's longest stretch, and the symbols of how far along it each lies."""
    low, high = rail.longest
    within = [load for load in loads if low < load.at < high] or loads[:1]
    metres = sum(load.metres for load in within)
    work = Working()
    given_birds(work, birds, birds.on_bar(metres), "birds on the bars it carries, as many as fit")
    work.given("k", "bars that lie on it", len(within), "", "the frame")
    bars_kg = sum(load.metres * load.kg_m for load in within)
    work.given("m_b", "what it carries of the bars themselves", bars_kg, "kg", "the frame")
    work.step("P", "each bar on it", f"{G}*(n*m + m_b)/k", "N", "half of a bar to each side")
    given_own(work, rail.member)
    work.step("w", "its own weight", f"{G}*m_o", "N/m")
    work.given("L", "between what carries it", (high - low) / 1000, "m", "the frame")
    names = [f"x{i}" for i in range(1, len(within) + 1)]
    for name, load in zip(names, within, strict=True):
        work.given(name, "a bar lies from the end", max(0.0, load.at - low) / 1000, "m", "the frame")
    return work, names


def _on_rail(rail: Spans, loads: list[Load], birds: Birds) -> Working:
    work, names = _loaded_rail(rail, loads, birds)
    work.step(
        "R", "what its end bears", "P*(" + " + ".join(f"(L - {one})" for one in names) + ")/L", "N", "statics"
    )
    worst = max(_turning_points(work, names), key=lambda at: _moment_at(work, names, at))
    work.given("a", "it bends most so far from the end", worst, "m", "where the shear is nothing")
    before = [one for one in names if work.known[one] < worst]
    taken = " - P*(" + " + ".join(f"(a - {one})" for one in before) + ")" if before else ""
    work.step("M", "moment there", f"R*a{taken} + w*a*(L - a)/2", "N m", "statics")
    return work


def _turning_points(work: Working, names: list[str]) -> Iterator[float]:
    """Yield where the moment may be greatest: where the shear is nothing between two bars, or under the one it changes sign at."""
    known = work.known
    ends = [0.0, *sorted(known[name] for name in names), known["L"]]
    for passed, (low, high) in enumerate(itertools.pairwise(ends)):
        yield min(max(known["L"] / 2 + (known["R"] - passed * known["P"]) / known["w"], low), high)


def _moment_at(work: Working, names: list[str], at: float) -> float:
    known = work.known
    passed = sum(at - known[one] for one in names if known[one] < at)
    return known["R"] * at - known["P"] * passed + known["w"] * at * (known["L"] - at) / 2


def _rail_sags(what: str, rail: Spans, loads: list[Load], birds: Birds, refs: tuple[str, ...]) -> Check:
    """As much as the same load spread evenly would sag it, by each bar's part in that."""
    work, names = _loaded_rail(rail, loads, birds)
    near = [f"min({one}, L - {one})" for one in names]
    bent = " + ".join(f"{at}*(3*L**2 - 4*{at}**2)" for at in near)
    # P·b·(3L² − 4b²)/48EI in the middle, as the sag 5wL⁴/384EI of an even load
    work.step("w_p", "an even load that sags it as much", f"8*P*({bent})/(5*L**4)", "N/m", "beam theory")
    work.step("w", "with its own weight", "w_p + w", "N/m")
    return sags(f"{what} sagging", rail.member, work, rail.level_axis, refs)


def hung_check(what: str, refs: tuple[str, ...], one: Spans, work: Working) -> Iterator[Check]:
    """Ask the screws of a level stick that hangs between what carries it.

    Args: what, of what; refs; one, the stick; work, with R in it, N, what an end takes.
    Returns: an iterator of the Check of its weakest end; none where it lies on something everywhere, or no screw holds it.
    Source: statics; screws from the catalogue.

    >>> coop = pen("coop", house="yes")
    >>> rail = next(spans_of(coop, one) for one in coop.members if one.duty in ROOST_RAILS)
    >>> work = Working()
    >>> _ = work.given("R", "an end", 300.0, "N")
    >>> [round(one.ratio, 1) for one in hung_check("roost rails", (), rail, work)]
    [4.0]
    """
    joints = [place.hung for place in one.places if place.hung is not None and place.hung.screw_n is not None]
    if not joints:
        return
    weakest = min(joints, key=lambda each: each.count * (each.screw_n or 0.0))
    work.given("n_s", "screws there", weakest.count, "", "the frame")
    work.given("V", "a screw in shear", weakest.screw_n or 0.0, "N", source_of(weakest))
    work.step("F", "what they bear", "n_s*V", "N")
    work.step("ratio", "bears over takes", "F/R")
    yield Check(f"screws of the {what}", refs, work.known["R"], work.known["F"], "N", work)
