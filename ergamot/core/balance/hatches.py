"""Hatches for an arm where a pen leaves a corner no one gets at: what a proposal is given before it is tied down."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import Design, build, change
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import Space
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.parts.openings import likely_places, measured_from
from ergamot.core.frame.reach import ARM_MM, Reached, out_of_reach
from ergamot.core.frame.shapes import shape_of
from ergamot.core.frame.structure import Structure

MOST_HATCHES = 3  # more is another kind of pen; judgement
HALF_MM = 200.0  # of a hatch; may move: the usual one is 400 mm
LEAST_GAIN = 0.1  # of all its places; a hatch that lets an arm to less is not worth its hinges; judgement
ENOUGH = 0.5  # of what is out of reach: no better hatch is looked for; judgement
MOST_PLACES = 2  # of a side, the nearest to the corner; may move
SIZES_MM = (400.0, 360.0)  # the usual hatch, and the least an arm in a coat goes through; judgement


def within_reach(catalogue: Catalogue, design: Design, tries: int | None = None) -> Design:
    """A pen with hatches for an arm until all that arms can get to is reached, as far as they find room.

    Args: catalogue; design; tries, hatches framed for each that is wanted, 1 or more; all there are where it is not given.
    Returns: the same where all of it is reached, or no hatch helps. A space that would still not all be reached, however
        its hatches were set, as the middle of a wide pen, gets none.
    Source: common practice.

    >>> from ergamot.core.frame.design import make_design
    >>> bare = make_design(c, "a-frame", {"gear": "skids"})
    >>> pens = (build(each, c) for each in (bare, within_reach(c, bare)))
    >>> before, after = (sum(one.share for one in out_of_reach(each)) for each in pens)
    >>> after < before
    True
    """
    for left in range(MOST_HATCHES, 0, -1):
        structure = build(design, catalogue)
        sides = _sides(design, structure)
        lacking = tuple(one for one in out_of_reach(structure) if enough(sides, one.past, left))
        better = _with_a_hatch(catalogue, design, lacking, tries) if lacking else None
        if better is None:
            return design
        design = better
    return design


def _with_a_hatch(
    catalogue: Catalogue,
    design: Design,
    lacking: tuple[Reached, ...],
    tries: int | None,
) -> Design | None:
    """The same with the hatch that lets an arm to most of what it does not get to; none where none does."""
    structure = build(design, catalogue)
    far = max(lacking, key=lambda one: (one.share, one.beyond_mm))
    best, gained = None, LEAST_GAIN
    wanted = {one.zone.name for one in lacking}
    for values in itertools.islice(_hatches(design, structure, far), tries):
        try:
            tried = change(catalogue, design, values)
            whole = build(tried, catalogue)
        except OutOfRange:
            continue
        left = [one for one in out_of_reach(whole) if one.zone.name in wanted]
        gain = sum(one.share for one in lacking) - sum(one.share for one in left)
        if gain > gained:
            best, gained = tried, gain
            if not left or gain > ENOUGH * far.share:
                break
    return best


def enough(sides: Sequence[Face], places: Sequence[Point], hatches: int) -> bool:
    """Could some hatches let an arm to all of some places, were there room for them anywhere along the sides?

    Args: sides they may be in; places, mm; hatches, 0 or more.
    Returns: whether so many could, at whatever height.
    Source: geometry: what an arm gets to beside a hatch, seen along its side.

    >>> walls = [face for face in pen().faces if face.name != "top"]
    >>> [enough(walls, [(x, 0.0, 0.0)], 1) for x in (100.0, 1500.0)]
    [True, False]
    """
    reached = {group for face in sides for group in _at_once(face, places)}
    most = [one for one in reached if not any(one < other for other in reached)]
    if len(frozenset().union(*most)) < len(places):
        return False  # with any number, as in the middle of a wide pen
    return any(
        len(frozenset().union(*some)) == len(places)
        for some in itertools.combinations(most, min(hatches, len(most)))
    )


def _at_once(face: Face, places: Sequence[Point]) -> Iterator[frozenset[int]]:
    """Which of some places, by number, an arm gets to through one hatch in a side: for each, with the hatch as far back as
    still lets an arm to it."""
    flat = [face.flat(place) for place in places]
    beside = {
        i: HALF_MM + math.sqrt(ARM_MM**2 - away**2)
        for i, (_, _, away) in enumerate(flat)
        if abs(away) <= ARM_MM
    }
    for i, reach in beside.items():
        at = flat[i][0] - reach
        yield frozenset(j for j, far in beside.items() if abs(flat[j][0] - at) <= far + 1e-6)


def _sides(design: Design, structure: Structure) -> list[Face]:
    known = {choice.key for choice in shape_of(design.shape).faces}
    return [face for face in structure.faces if face.name in known]


def _hatches(design: Design, structure: Structure, far: Reached) -> Iterator[dict[str, Value]]:
    """Hatches beside a corner, in the sides an arm reaches it through, the nearest side first."""
    some = shape_of(design.shape).openings
    taken = some.numbers(design.values)
    number = next((n for n in range(1, some.most + 1) if n not in taken), None)
    sides = [(abs(face.flat(far.worst)[2]), face) for face in _sides(design, structure)]
    for away, face in sorted(sides, key=lambda pair: pair[0]):
        if number is None or away > ARM_MM:
            return
        along, up, _ = face.flat(far.worst)
        wanted = along - measured_from(structure, face)
        near = sorted(likely_places(structure, face.name), key=lambda at: abs(at - wanted))
        for at, size in itertools.product(near[:MOST_PLACES], SIZES_MM):
            yield {
                some.key(number, "face"): face.name,
                some.key(number, "at"): at,
                some.key(number, "sill"): round(_sill(far, face, up), 1),
                some.key(number, "width"): size,
                some.key(number, "height"): size,
                some.key(number, "filled"): "solid" if far.zone.space is Space.HOUSE else "mesh",
            }


def _sill(far: Reached, face: Face, up: float) -> float:
    """Of a wall, the floor of the place; of a slope or a top, half a hatch below it."""
    return far.zone.z[0] if abs(face.up[2]) > 1 - 1e-9 else max(0.0, up - HALF_MM)
