"""The stages a pen is built in, and what of it is put in at each: every part with a way in past what stands already."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import IntEnum

from ergamot.core.catalogue import Mesh, WirePanel
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import RODS, Covers, Duty, Group, Item, When
from ergamot.core.frame.placed import Placed
from ergamot.core.frame.steps import WaysIn
from ergamot.core.frame.structure import Member, Panel, Structure

FROM_ABOVE: Point = (0, 0, -1)
LEAST_SIDE = 3  # sticks that are worth joining flat on the ground first; judgement


class Stage(IntEnum):
    """What is done, in the order it is best done in."""

    CUT = 0
    BASE = 1
    SIDES = 2
    STAND = 3
    WALLS = 4
    ROOF = 5
    INSIDE = 6
    GEAR = 7
    COAT = 8
    MESH = 9
    COVER = 10
    DOORS = 11
    TIES = 12


TITLES: Mapping[Stage, str] = {
    Stage.CUT: "Cut and mark the sticks",
    Stage.BASE: "Lay the base and square it",
    Stage.SIDES: "Join the sides flat on the ground",
    Stage.STAND: "Stand them and brace them",
    Stage.WALLS: "Ends, posts and braces",
    Stage.ROOF: "Frame the roof",
    Stage.INSIDE: "House, roosts and nests",
    Stage.GEAR: "Running gear",
    Stage.COAT: "Coat the wood",
    Stage.MESH: "Mesh",
    Stage.COVER: "Walls and roof",
    Stage.DOORS: "Doors and hatches",
    Stage.TIES: "What is tied and hung",
}
_OF_A_SIDE = frozenset({Duty.UPRIGHT, Duty.PLATE, Duty.SIDE_BRACE, Duty.KNEE_BRACE})
_BASE = frozenset({Duty.BASE_RAIL, Duty.BASE_CROSS, Duty.BASE_BRACE, Duty.BATTEN})
_ROOF = frozenset(
    {
        Duty.RAFTER, Duty.CROSS_RAIL, Duty.BOW, Duty.ARCH, Duty.RIDGE, Duty.RIDGE_TUBE, Duty.COLLAR, Duty.NOGGIN,
        Duty.FASCIA, Duty.TRIMMER,
    }
)  # fmt: skip
_BY_ITEM = {Item.ANCHOR: Stage.TIES, Item.LAP: Stage.MESH}
_BY_GROUP = {
    Group.HOUSE: Stage.INSIDE,
    Group.ROOSTS: Stage.INSIDE,
    Group.NESTS: Stage.INSIDE,
    Group.INSIDE: Stage.TIES,
    Group.GEAR: Stage.GEAR,
    Group.DOORS: Stage.DOORS,
    Group.ROOF: Stage.COVER,
    Group.WALLS: Stage.COVER,
    Group.MESH: Stage.MESH,
}


@dataclass(frozen=True)
class Block:
    """What is put in at one go. `joined` are those parts of it that are joined flat on the ground before, side by side."""

    stage: Stage
    parts: tuple[Placed, ...]
    joined: tuple[tuple[str, ...], ...] = ()

    @property
    def refs(self) -> tuple[str, ...]:
        return tuple(part.ref for part in self.parts)


def blocks(structure: Structure) -> tuple[Block, ...]:
    """A pen's parts in the order they are put in, those of a stage together.

    Args: structure.
    Returns: blocks; what waits in the shed and loose fixings are in none. A stage comes twice where a part of it finds no way
        in past what comes after.
    Raises: ValueError when parts hold each other fast, which no pen here does.
    Source: assembly by disassembly, e.g. Homem de Mello & Sanderson (1991); stages by common practice.

    >>> [one.stage.name for one in blocks(pen())][:3]
    ['BASE', 'STAND', 'WALLS']
    """
    ways = WaysIn(structure)
    stage = {body.ref: stage_of(structure, body.ref) for body in ways.bodies}
    sides = _sides(structure)
    try:
        order = ways.order(_units(ways, stage, sides))
    except ValueError:
        sides = ()
        order = ways.order(_units(ways, stage, sides))
    joined = set(sides)
    found: list[tuple[Stage, list[Placed], list[tuple[str, ...]]]] = []
    for refs, way in order:
        at = Stage.STAND if refs in joined else stage[refs[0]]
        if not found or found[-1][0] is not at:
            found.append((at, [], []))
        found[-1][1].extend(Placed(ref, ways.by_ref[ref].label, way) for ref in refs)
        if refs in joined:
            found[-1][2].append(refs)
    made = [Block(at, tuple(parts), tuple(flat)) for at, parts, flat in found]
    return _with_bought(structure, made)


def stage_of(structure: Structure, ref: str) -> Stage:
    """The stage a part is put in at.

    Args: structure; ref, of a stick, a covering or a piece of hardware.
    Returns: the Stage.
    Source: common practice.

    >>> stage_of(pen(), pen().members[0].ref).name
    'BASE'
    """
    member = structure.by_ref.get(ref)
    if member is not None:
        rail = next((one.parts[0] for one in structure.splices if one.plate == ref), ref)
        return _stage_of_stick(structure.by_ref[rail])
    panel = next((one for one in structure.panels if one.ref == ref), None)
    if panel is not None:
        return _stage_of_panel(panel)
    item = next(one for one in structure.hardware if one.ref == ref)
    if item.item in _BY_ITEM:
        return _BY_ITEM[item.item]
    return _BY_GROUP.get(item.group, Stage.GEAR)


def _stage_of_stick(member: Member) -> Stage:
    if member.group is not Group.FRAME:
        return _BY_GROUP[member.group]
    if member.duty in _BASE:
        return Stage.BASE
    if member.duty in _ROOF:
        return Stage.ROOF
    return Stage.WALLS


def _stage_of_panel(panel: Panel) -> Stage:
    if panel.part is Covers.LEAF:
        return Stage.DOORS
    if isinstance(panel.covering, Mesh | WirePanel):
        return Stage.MESH
    return _BY_GROUP.get(panel.group, Stage.COVER)


def _sides(structure: Structure) -> tuple[tuple[str, ...], ...]:
    """The sticks of each upright side, where there are enough to join flat on the ground; the right side first."""
    found = []
    for side in (-1, 1):
        edge = max(
            (side * corner[1] for one in structure.members if one.duty in _BASE for corner in one.corners),
            default=0.0,
        )
        mine = tuple(
            one.ref
            for one in structure.members
            if one.duty in _OF_A_SIDE and one.group is Group.FRAME and _in_side(one, side, edge)
        )
        mine += tuple(one.plate for one in structure.splices if {*one.parts} <= {*mine})
        plates = any(structure.by_ref[ref].duty is Duty.PLATE for ref in mine)
        if plates and len(mine) >= LEAST_SIDE:
            found.append(mine)
    return tuple(found)


def _in_side(member: Member, side: int, edge: float) -> bool:
    """Does it lie wholly in the upright side of a pen?"""
    deep = max(member.section.thick_mm, member.section.deep_mm)
    return all(edge - deep - 1 <= side * corner[1] <= edge + 1 for corner in member.corners)


def _units(
    ways: WaysIn, stage: Mapping[str, Stage], sides: Sequence[tuple[str, ...]]
) -> list[tuple[tuple[str, ...], tuple[float, ...]]]:
    """Every part by itself, a side as one, each with when it would best be put in."""
    taken = {ref for refs in sides for ref in refs}
    units = [(refs, (float(Stage.STAND), float(i))) for i, refs in enumerate(sides)]
    alone = [
        ((body.ref,), (float(stage[body.ref]), *body.key)) for body in ways.bodies if body.ref not in taken
    ]
    return [*units, *alone]


def _with_bought(structure: Structure, made: list[Block]) -> tuple[Block, ...]:
    """The blocks with hinges, rods, feeders and the like at the end of their stage; a rod before its wheels."""
    bought = [
        item
        for item in structure.hardware
        if item.when is not When.ASIDE
        and (item.group is not Group.FIXINGS or item.item is Item.LAP)
        and item.item is not Item.WHEEL
    ]
    for at in dict.fromkeys(stage_of(structure, item.ref) for item in bought):
        mine = [item for item in bought if stage_of(structure, item.ref) is at]
        rods = tuple(Placed(item.ref, "", FROM_ABOVE) for item in mine if item.item in RODS)
        rest = tuple(Placed(item.ref, "", FROM_ABOVE) for item in mine if item.item not in RODS)
        there = [i for i, one in enumerate(made) if one.stage is at]
        if there:
            old = made[there[-1]]
            wheels = {item.ref for item in structure.hardware if item.item is Item.WHEEL}
            cut = next((i for i, part in enumerate(old.parts) if part.ref in wheels), len(old.parts))
            made[there[-1]] = Block(at, (*old.parts[:cut], *rods, *old.parts[cut:], *rest), old.joined)
        else:
            place = next((i for i, one in enumerate(made) if one.stage > at), len(made))
            made.insert(place, Block(at, (*rods, *rest)))
    return tuple(made)
