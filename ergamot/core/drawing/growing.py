"""A pen half built, in lines from the corner: what is new dark, what stands already light."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace

from ergamot.core.drawing.lines import PROJECTIONS, Line, lines
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.structure import Structure


@dataclass(frozen=True)
class Growing:
    """The lines of what is new and of what stands already, mm in the picture; `low` and `high` hold the whole pen, so that it
    keeps its place from step to step."""

    new: tuple[Line, ...]
    stands: tuple[Line, ...]
    low: Flat
    high: Flat


def grown(structure: Structure, refs: Iterable[str]) -> Structure:
    """A structure with some of its parts only.

    Args: structure; refs, of sticks, coverings and hardware.
    Returns: the Structure; with all its references, the whole again.
    Source: the structure.

    >>> low = pen()
    >>> len(grown(low, [low.members[0].ref]).members)
    1
    """
    there = set(refs)
    return replace(
        structure,
        members=tuple(one for one in structure.members if one.ref in there),
        panels=tuple(one for one in structure.panels if one.ref in there),
        hardware=tuple(one for one in structure.hardware if one.ref in there),
    )


def growing(structure: Structure, new: Iterable[str], stands: Iterable[str]) -> Growing:
    """Draw a pen at one step of its building.

    Args: structure; new, references of what goes in; stands, of what stands already.
    Returns: the Growing.
    Source: `lines`, hidden lines removed.

    >>> low = pen()
    >>> found = growing(low, [low.members[0].ref], [])
    >>> len(found.new) > 3, found.stands
    (True, ())
    """
    fresh = set(new)
    drawn = lines(grown(structure, fresh | set(stands)))
    low, high = _bounds(structure)
    return Growing(
        tuple(line for line in drawn if line.ref in fresh),
        tuple(line for line in drawn if line.ref not in fresh),
        low,
        high,
    )


def _bounds(structure: Structure) -> tuple[Flat, Flat]:
    look = PROJECTIONS["corner"]
    corners = [corner for one in structure.members for corner in one.corners]
    corners += [corner for one in structure.standing for corner in one.corners]
    us, vs = (
        [sum(a * b for a, b in zip(corner, way, strict=True)) for corner in corners]
        for way in (look.right, look.up)
    )
    return (min(us), min(vs)), (max(us), max(vs))
