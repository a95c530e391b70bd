"""The places of a pen a hand can pull a value by, as the design stands."""

from __future__ import annotations

from ergamot.core.frame.design import Design
from ergamot.core.frame.parameters import speaking
from ergamot.core.frame.shapes import shape_of
from ergamot.core.frame.structure import DragHandle, Structure


def drag_handles(structure: Structure, design: Design) -> tuple[DragHandle, ...]:
    """What of a pen can be pulled besides its dimensions: those of its values that matter as the others stand.

    Args: structure; design it was built from.
    Returns: a DragHandle for each, on its right side or its crown.
    Source: the structure.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> design = make_design(c, "coop", {})
    >>> [one.parameter for one in drag_handles(build(design, c), design)]
    ['pitch', 'roofed', 'bay', 'axle', 'house_floor', 'house_length']
    """
    declared = shape_of(design.shape).declared(design.values)
    shown = {one.name for one in speaking(declared, design.values)}
    return tuple(one for one in structure.drag_handles if one.parameter in shown)
