"""The build sheet: stage by stage what goes in, with what, how it is checked, what can hurt, how long it takes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.kinds import Tool
from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.kinds import When
from ergamot.core.frame.structure import Structure
from ergamot.core.making.dangers import dangers
from ergamot.core.making.holding import Held, held_after
from ergamot.core.making.rates import COAT_MIN_M2, CUT_MIN, DRY_H, MITRE_MIN, Range, joint_minutes
from ergamot.core.making.sawn_ends import sawn_ends
from ergamot.core.making.stages import TITLES, Block, Stage, blocks
from ergamot.core.making.task_parts import (
    LONG_MM,
    bought_in,
    diagonal_mm,
    fixings_in,
    heavy,
    minutes_of,
    pieces_in,
    tools_for,
)
from ergamot.core.making.words import CAUTIONS, CHECKS, HELPERS, TOOLS
from ergamot.core.stock.cut_list import cut_list
from ergamot.core.stock.paint import coated_m2
from ergamot.core.units import Quantity

COPIES = 4  # so many alike are worth making one of first; judgement
LEAST_COAT_M2 = 0.05  # no wood to speak of; may move
FIRST_IS_NUMBER = 1


@dataclass(frozen=True)
class Task:
    """One step of the build. `new` and `stands` are references; `pieces` the cut-list labels with their counts; `fixings` what is
    bought that goes in, with counts; `props` says what is braced for a while, `freed` what need be no longer; `dangers` come of what it is made of."""

    stage: Stage
    takes: Range
    check: Phrase
    number: int = 0
    key: str = ""
    new: tuple[str, ...] = ()
    stands: tuple[str, ...] = ()
    pieces: tuple[tuple[str, int], ...] = ()
    fixings: tuple[tuple[str, int], ...] = ()
    tools: tuple[Tool, ...] = ()
    helper: str = ""
    props: Phrase | None = None
    freed: Phrase | None = None
    copied: tuple[Phrase, ...] = ()
    dries_h: float = 0.0
    dangers: tuple[str, ...] = ()

    @property
    def title(self) -> str:
        return TITLES[self.stage]

    @property
    def cautions(self) -> tuple[str, ...]:
        return (*CAUTIONS.get(self.stage, ()), *self.dangers)

    @property
    def minutes(self) -> float:
        return self.takes.minutes


@dataclass(frozen=True)
class BuildSheet:
    """Every step of building a pen, in order, and what waits in the shed until its season."""

    tasks: tuple[Task, ...]
    aside: tuple[str, ...]

    @property
    def hours(self) -> Range:
        """Of work in all, hours: about, least, most."""
        return Range(sum(one.minutes for one in self.tasks) / 60)


def build_sheet(structure: Structure, catalogue: Catalogue) -> BuildSheet:
    """The steps to build a pen in.

    Args: structure; catalogue, with the fixings sold.
    Returns: the BuildSheet: every stick, covering and fitting in one step, every stick cut in the first.
    Raises: ValueError when parts hold each other fast, which no pen here does.
    Source: rates, checks and aids of common practice; the order by `stages`, proved there.

    >>> [one.stage.name for one in build_sheet(pen(), c).tasks][:3]
    ['CUT', 'BASE', 'SIDES']
    """
    made = blocks(structure)
    held = held_after(structure, made)
    tasks = [_cutting(structure)]
    standing: list[str] = []
    coated = False
    before = Held((), 0, True)
    for block, after in zip(made, held, strict=True):
        if block.stage >= Stage.MESH and not coated:
            coated = True
            if coated_m2(structure) > LEAST_COAT_M2:
                tasks.append(_coating(structure, tuple(standing)))
        if block.joined:
            tasks.append(_joining(structure, catalogue, block))
        tasks.append(_putting(structure, catalogue, block, tuple(standing), before, after))
        standing += block.refs
        before = after
    numbered = tuple(
        _numbered(one, number, tasks[:at])
        for at, (number, one) in enumerate(enumerate(tasks, FIRST_IS_NUMBER))
    )
    aside = dict.fromkeys(panel.role for panel in structure.panels if panel.when is When.ASIDE)
    return BuildSheet(numbered, tuple(aside))


def _numbered(task: Task, number: int, before: Sequence[Task]) -> Task:
    again = sum(one.stage is task.stage for one in before)
    key = f"{task.stage.name.lower()}-{again + 1}"
    return replace(task, number=number, key=key)


def _cutting(structure: Structure) -> Task:
    pieces = cut_list(structure)
    cuts = sum(one.count for one in pieces)
    mitres = sum(one.count * sum(angle > 0 for angle in one.angles_deg) for one in pieces)
    copied = tuple(
        phrase(f"{one.label}: saw one, try it, then {one.count - 1} more by it")
        for one in pieces
        if one.count >= COPIES
    )
    if sawn_ends(structure):
        copied = (
            phrase("Slanted ends: mark the first of each by its full-size template in the build book"),
            *copied,
        )
    more = (Tool.MITRE_SAW,) if mitres else ()
    bent = (Tool.TUBE_BENDER,) if any(member.bends for member in structure.members) else ()
    return Task(
        Stage.CUT,
        pieces=tuple((one.label, one.count) for one in pieces),
        tools=(*TOOLS[Stage.CUT], *more, *bent),
        check=phrase("each label on its stick; lengths to the long point"),
        takes=Range(CUT_MIN * cuts + MITRE_MIN * mitres),
        copied=copied,
        dangers=dangers(structure, Stage.CUT, [one.ref for one in structure.members], []),
    )


def _coating(structure: Structure, stands: tuple[str, ...]) -> Task:
    area = coated_m2(structure)
    return Task(
        Stage.COAT,
        stands=stands,
        check=phrase(f"{CHECKS[Stage.COAT]}; about {{area}} of wood", area=Quantity(round(area, 1), "m2")),
        takes=Range(COAT_MIN_M2 * area),
        dries_h=DRY_H,
    )


def _joining(structure: Structure, catalogue: Catalogue, block: Block) -> Task:
    refs = [ref for side in block.joined for ref in side]
    joints = [one for side in block.joined for one in structure.joints if set(one.members) <= set(side)]
    first = structure.by_ref[refs[0]]
    diagonal = diagonal_mm([structure.by_ref[ref] for ref in block.joined[0]], (0, 2))
    return Task(
        Stage.SIDES,
        new=tuple(refs),
        pieces=pieces_in(structure, refs),
        fixings=fixings_in(structure, catalogue, joints, []),
        tools=tools_for(Stage.SIDES, structure, refs, joints),
        check=phrase(
            f"both its diagonals, outside, {{long}}; {CHECKS[Stage.SIDES]}", long=Quantity(diagonal, "mm")
        ),
        takes=Range(joint_minutes(joints)),
        copied=(phrase("Join one side, check it, build the other on top of it"),)
        if len(block.joined) > 1
        else (),
        dangers=dangers(structure, Stage.SIDES, refs, joints),
        helper=HELPERS[Stage.SIDES] if heavy(structure, block.joined) or first.length_mm > LONG_MM else "",
    )


def _putting(
    structure: Structure,
    catalogue: Catalogue,
    block: Block,
    stands: tuple[str, ...],
    before: Held,
    after: Held,
) -> Task:
    stage, refs = block.stage, block.refs
    joined = {ref for side in block.joined for ref in side}
    done, new = set(stands), set(refs)
    joints = [
        one
        for one in structure.joints
        if set(one.members) <= done | new
        and set(one.members) & new
        and not any(set(one.members) <= set(side) for side in block.joined)
    ]
    panels = [one for one in structure.panels if one.ref in new]
    check = phrase(CHECKS.get(stage, ""))
    if stage is Stage.BASE:
        base = [structure.by_ref[ref] for ref in refs if ref in structure.by_ref]
        check = phrase(
            "both diagonals {long}, outside corner to corner; then peg it",
            long=Quantity(diagonal_mm(base, (0, 1)), "mm"),
        )
    together = block.joined or tuple((ref,) for ref in refs)
    return Task(
        stage,
        new=refs,
        stands=stands,
        pieces=pieces_in(structure, [ref for ref in refs if ref not in joined]),
        fixings=fixings_in(structure, catalogue, joints, panels) + bought_in(structure, refs),
        tools=tools_for(stage, structure, refs, joints),
        check=check,
        copied=_templates(structure, stage),
        takes=Range(minutes_of(structure, stage, refs, joints, panels)),
        helper=HELPERS.get(stage, "") if heavy(structure, together) else "",
        dangers=dangers(structure, stage, refs, joints),
        props=_props(after),
        freed=_freed(before, after),
    )


def _templates(structure: Structure, stage: Stage) -> tuple[Phrase, ...]:
    """What is laid out or drilled by a template at full size."""
    if stage is Stage.GEAR and structure.levers:
        return (
            phrase(
                "Drill pivots and catches by the full-size template, through both boards clamped together"
            ),
        )
    if stage is Stage.ROOF and structure.offsets:
        return (phrase("Lay the end arch's pieces on its full-size template before they are joined"),)
    return ()


def _props(after: Held) -> Phrase | None:
    told = []
    if after.leaning:
        sides = "both sides" if after.leaning > 1 else "the side"
        told.append(f"{sides} with a batten each to the base or a peg, until the ends tie them")
    if after.loose:
        told.append(f"{', '.join(after.loose)}: held by one place, a clamp or a batten till it is tied")
    return phrase("Brace " + "; ".join(told)) if told else None


def _freed(before: Held, after: Held) -> Phrase | None:
    told = []
    if before.leaning and not after.leaning:
        told.append("the battens that held the sides")
    freed = [label for label in before.loose if label not in after.loose]
    if freed:
        told.append(f"what held {', '.join(freed)}")
    return phrase("Off come " + " and ".join(told)) if told else None
