"""What one step of a build is made up of: pieces, fixings, tools, minutes, and whether one person can do it."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence

from ergamot.core.catalogue import Catalogue, Sheet, WirePanel
from ergamot.core.catalogue.kinds import Stuff, Tool
from ergamot.core.frame.fixings import count_fixings
from ergamot.core.frame.kinds import HOLDS_WHEELS, Covers, Item
from ergamot.core.frame.structure import Joint, Member, Panel, Structure
from ergamot.core.making.rates import (
    DOOR_MIN,
    FITTING_MIN,
    MESH_MIN_M2,
    SHEET_MIN_M2,
    WHEEL_SET_MIN,
    joint_minutes,
)
from ergamot.core.making.stages import Stage
from ergamot.core.making.words import TOOLS
from ergamot.core.stock.paint import is_board

HEAVY_KG = 20.0  # what one person carries; HSE INDG143, at the waist with both hands
LONG_MM = 3000.0  # what one person holds level; common practice
LADDER_MM = 1700.0  # reached from the ground; judgement


def pieces_in(structure: Structure, refs: Sequence[str]) -> tuple[tuple[str, int], ...]:
    """The sticks among some parts, by label.

    Args: structure; refs.
    Returns: labels with their counts, 1 or more.
    Source: the structure.

    >>> pieces_in(pen(), [pen().members[0].ref])[0][1]
    1
    """
    counted = Counter(structure.by_ref[ref].label for ref in refs if ref in structure.by_ref)
    return tuple(sorted(counted.items()))


def fixings_in(
    structure: Structure, catalogue: Catalogue, joints: Sequence[Joint], panels: Sequence[Panel]
) -> tuple[tuple[str, int], ...]:
    """What some joints and coverings are fixed with.

    Args: structure; catalogue; joints; panels.
    Returns: fixings in words with their counts, 1 or more.
    Source: `count_fixings`.

    >>> fixings_in(pen(), c, (), ())
    ()
    """
    found = count_fixings(structure.members, tuple(panels), tuple(joints), catalogue)
    return tuple((one.label, one.count) for one in found)


def bought_in(structure: Structure, refs: Sequence[str]) -> tuple[tuple[str, int], ...]:
    """The hardware among some parts.

    Args: structure; refs.
    Returns: what it is with its count, 1 or more.
    Source: the structure.

    >>> bought_in(pen(), [])
    ()
    """
    counted: Counter[str] = Counter()
    for item in structure.hardware:
        if item.ref in set(refs):
            counted[item.label] += item.count
    return tuple(counted.items())


def tools_for(
    stage: Stage, structure: Structure, refs: Sequence[str], joints: Sequence[Joint]
) -> tuple[Tool, ...]:
    """What a stage is done with, by what goes in at it.

    Args: stage; structure; refs of what goes in; joints made.
    Returns: tools, each once.
    Source: common practice.

    >>> tools_for(Stage.COAT, pen(), [], [])
    ()
    """
    found = list(TOOLS.get(stage, ()))
    panels = [one for one in structure.panels if one.ref in set(refs)]
    sticks = [structure.by_ref[ref] for ref in refs if ref in structure.by_ref]
    if any(isinstance(one.covering, WirePanel) for one in panels):
        found.append(Tool.BOLT_CUTTERS)
    if any(isinstance(one.covering, Sheet) and one.covering.stuff is not Stuff.CLOTH for one in panels):
        found.append(Tool.SAW if any(is_board(one) for one in panels) else Tool.SNIPS)
    if any(one.section.welded for one in sticks):
        found.append(Tool.WELDER)
    tops = [corner[2] for one in sticks for corner in one.corners] + [
        c[2] for one in panels for c in one.corners
    ]
    if stage in (Stage.ROOF, Stage.COVER, Stage.MESH) and max(tops, default=0.0) > LADDER_MM:
        found.append(Tool.STEP_LADDER)
    return tuple(dict.fromkeys(found))


def heavy(structure: Structure, units: Sequence[Sequence[str]]) -> bool:
    """Is anything of it more than one person carries, or longer than one holds level?

    Args: structure; units, each of parts that go in as one.
    Returns: whether it is.
    Source: HSE INDG143; common practice.

    >>> heavy(pen(), [])
    False
    """
    panels = {one.ref: one for one in structure.panels}
    for refs in units:
        kg, long = 0.0, 0.0
        for ref in refs:
            if ref in structure.by_ref:
                member = structure.by_ref[ref]
                kg, long = kg + member.fresh_kg, max(long, member.length_mm)
            elif ref in panels:
                kg, long = kg + panels[ref].area_m2 * panels[ref].kg_m2, max(long, *panels[ref].cut_mm)
        if kg > HEAVY_KG or long > LONG_MM:
            return True
    return False


def minutes_of(
    structure: Structure, stage: Stage, refs: Sequence[str], joints: Sequence[Joint], panels: Sequence[Panel]
) -> float:
    """By the rates: joints, square metres, doors, sets of wheels, fittings.

    Args: structure; stage; refs of what goes in; joints and panels of it.
    Returns: minutes, 0 or more.
    Source: `rates`.

    >>> minutes_of(pen(), Stage.BASE, [], [], [])
    0.0
    """
    new = set(refs)
    items = [one for one in structure.hardware if one.ref in new]
    if stage is Stage.DOORS:
        leaves = {one.closes for one in panels if one.part is Covers.LEAF}
        return DOOR_MIN * max(1, len(leaves))
    meshed = sum(one.area_m2 for one in panels if not one.solid)
    sheeted = sum(one.area_m2 for one in panels if one.solid)
    total: float = MESH_MIN_M2 * meshed + SHEET_MIN_M2 * sheeted
    wheels = [one for one in items if one.item is Item.WHEEL]
    total += WHEEL_SET_MIN * math.ceil(len(wheels) / 2)
    held = {one.ref for one in structure.members if one.duty in HOLDS_WHEELS} if wheels else set()
    total += joint_minutes([one for one in joints if not set(one.members) & held])
    total += FITTING_MIN * sum(one.item is not Item.WHEEL for one in items)
    return total


def diagonal_mm(members: Sequence[Member], axes: tuple[int, int]) -> float:
    """Outside corner to outside corner of some sticks, in the plane of two axes.

    Args: members; axes, 0 to 2 for x, y, z.
    Returns: mm.
    Source: geometry.

    >>> diagonal_mm((), (0, 1))
    0.0
    """
    sides = []
    for axis in axes:
        values = [corner[axis] for one in members for corner in one.corners]
        sides.append(max(values, default=0.0) - min(values, default=0.0))
    return round(math.hypot(*sides), 1)
