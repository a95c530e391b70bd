"""Tell what can hurt someone at a step because of what the pen is made of: cement, fumes, dust, what springs back."""

from __future__ import annotations

from collections.abc import Sequence

from ergamot.core.catalogue import WirePanel
from ergamot.core.catalogue.kinds import Fitting, Made, Treated
from ergamot.core.frame.structure import Joint, Structure
from ergamot.core.making.stages import Stage

# Common practice
TREATED = "Treated wood: a mask against its dust, gloves, and none of it is ever burned."
CEMENT = "Solvent cement: in the open, gloves on, no flame near: its vapour burns and makes dizzy."
WELDING = (
    "Welding: helmet, leather, long sleeves; nothing that burns within 10 m; nobody looks into the arc.",
    "Zinc is ground off before welding, in the open: its fumes make ill.",
)
SPRUNG = "A bent panel springs back: two people, a rope across it, faces out of its way until it is fixed."
METAL_DUST = "Cut steel is hot and sharp: eyes covered, ends filed; sparks start fires."


def dangers(
    structure: Structure, stage: Stage, refs: Sequence[str], joints: Sequence[Joint]
) -> tuple[str, ...]:
    """List what is said at a step of this pen and not of every pen.

    Args: structure; stage; refs of what is new at it, of every stick where they are cut; joints that are made.
    Returns: sentences; none where it is made of nothing that hurts in a way of its own.
    Source: common practice; OSHA 1910.252 for welding.

    >>> pens = pen(), pen(species="treated-pine")
    >>> [len(dangers(each, Stage.CUT, [one.ref for one in each.members], [])) for each in pens]
    [0, 1]
    """
    found: list[str] = []
    sticks = [structure.by_ref[ref] for ref in refs if ref in structure.by_ref]
    if stage is Stage.CUT:
        if any(one.species is not None and one.species.treated is Treated.YES for one in sticks):
            found.append(TREATED)
        if any(one.section.made is Made.STEEL for one in sticks):
            found.append(METAL_DUST)
    fixed = {one.fixing.kind for one in joints if one.fixing is not None}
    if Fitting.CEMENT in fixed:
        found.append(CEMENT)
    if Fitting.WELD in fixed:
        found += WELDING
    new = set(refs)
    if any(one.curved and isinstance(one.covering, WirePanel) for one in structure.panels if one.ref in new):
        found.append(SPRUNG)
    return tuple(found)
