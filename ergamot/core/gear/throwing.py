"""Throwing a lever over: what each wheel lifts, and what that takes at the end of its handle."""

from __future__ import annotations

from ergamot.core.frame.footing import Lever
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.raising import corner_n


def lifted_n(structure: Structure, weighed: Mass, lever: Lever) -> float:
    """What one wheel lifts when its end comes up and the other end stays on the grass.

    Args: structure; weighed, its mass; lever.
    Returns: N: half of that end's share, timber fresh.
    Source: moments about the far end.

    >>> coop = pen("coop", gear="boards")
    >>> round(lifted_n(coop, mass(coop), coop.levers[0]))
    606
    """
    return corner_n(structure, weighed, lever.x_mm, lever.points < 0)


def hardest_throw(structure: Structure, weighed: Mass) -> tuple[Lever, float] | None:
    """The lever that takes most to throw over, and the force at its handle.

    Args: structure; weighed, its mass.
    Returns: (Lever, N), or None without levers.
    Raises: OutOfRange.
    Source: moments about the pivot.

    >>> hardest_throw(pen(), mass(pen()))
    """
    throws = [
        (lever, lever.swing.throw_n(lifted_n(structure, weighed, lever), lever.handle_mm))
        for lever in structure.levers
    ]
    return max(throws, key=lambda pair: pair[1], default=None)
