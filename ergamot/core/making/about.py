"""About how long a pen takes to build, quickly: the build sheet's rates without its order; for comparing one with another."""

from __future__ import annotations

from ergamot.core.frame.kinds import Covers, Group, When
from ergamot.core.frame.structure import Structure
from ergamot.core.making.rates import COAT_MIN_M2, CUT_MIN, MITRE_MIN
from ergamot.core.making.stages import Stage, stage_of
from ergamot.core.making.task_parts import minutes_of
from ergamot.core.stock.cut_list import cut_list
from ergamot.core.stock.paint import coated_m2


def about_hours(structure: Structure) -> float:
    """About how long a pen takes to build, without working out the order of its steps.

    Args: structure.
    Returns: hours of work, above 0: those of the build sheet but for what its order parts in two.
    Source: the build sheet's rates.

    >>> from ergamot.core.making.sheet import build_sheet
    >>> round(about_hours(pen()) / build_sheet(pen(), c).hours.minutes, 2)
    1.0
    """
    pieces = cut_list(structure)
    minutes = CUT_MIN * sum(one.count for one in pieces)
    minutes += MITRE_MIN * sum(one.count * sum(angle > 0 for angle in one.angles_deg) for one in pieces)
    minutes += COAT_MIN_M2 * coated_m2(structure)
    leaf = {one.ref for one in structure.members if one.group is Group.DOORS}
    hung = [one for one in structure.panels if one.part is Covers.LEAF]
    if leaf or hung:
        minutes += minutes_of(structure, Stage.DOORS, (), (), hung)
    items = [
        one.ref
        for one in structure.hardware
        if one.when is not When.ASIDE
        and one.group is not Group.FIXINGS
        and stage_of(structure, one.ref) is not Stage.DOORS
    ]
    joints = [one for one in structure.joints if not set(one.members) & leaf]
    panels = [one for one in structure.standing if one.part is not Covers.LEAF]
    return (minutes + minutes_of(structure, Stage.TIES, items, joints, panels)) / 60
