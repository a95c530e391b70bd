"""How much wood of a pen is coated, and what that takes."""

from __future__ import annotations

import math

from ergamot.core.catalogue import Sheet
from ergamot.core.catalogue.kinds import Made, Stuff
from ergamot.core.frame.structure import Panel, Structure

COATS = 2  # makers of outdoor stain
M2_PER_LITRE = 10.0  # of one coat on planed wood; makers of outdoor stain tell 8 to 14


def coated_m2(structure: Structure) -> float:
    """The wood of a pen that is coated, each side once.

    Args: structure.
    Returns: m²: all round every stick of wood, both sides of every board.
    Source: geometry.

    >>> 5 < coated_m2(pen()) < 30
    True
    """
    sticks = sum(
        2 * (one.section.thick_mm + one.section.deep_mm) * one.length_mm / 1e6
        for one in structure.members
        if one.section.made is Made.WOOD
    )
    return sticks + sum(2 * one.area_m2 for one in structure.panels if is_board(one))


def is_board(panel: Panel) -> bool:
    """Is it of board, sawn and coated as wood is?

    Args: panel.
    Returns: whether it is.
    Source: the catalogue.

    >>> {is_board(one) for one in pen().panels} == {True, False}
    True
    """
    return isinstance(panel.covering, Sheet) and panel.covering.stuff is Stuff.BOARD


def stain_l(area_m2: float) -> int:
    """Litres of stain for some wood.

    Args: area_m2, 0 to 1000.
    Returns: whole litres, in all its coats.
    Source: makers of outdoor stain.

    >>> stain_l(55.0), stain_l(12.0), stain_l(0.0)
    (11, 3, 0)
    """
    return math.ceil(area_m2 * COATS / M2_PER_LITRE - 1e-9)
