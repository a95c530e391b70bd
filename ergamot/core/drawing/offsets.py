"""Setting out a curved end: heights of the curve at even steps from the middle, and its pieces."""

from __future__ import annotations

from itertools import pairwise

from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.structure import Structure

STEP_MM = 100.0
UPRIGHT_MM = 5.0  # nearer the side than this the curve stands upright: no height to give


def offset_table(structure: Structure, step: float = STEP_MM) -> tuple[Flat, ...]:
    """How high a curved end stands over the ground, from the middle outwards.

    Args: structure; step, mm between places, above 0.
    Returns: (out from the middle, up from the ground), mm, the greatest height at each place; none for a
        pen without a curved end.
    Source: geometry.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> [round(up) for _, up in offset_table(build(make_design(c, "hoop", {}), c), 500)]
    [1919, 1782, 1200]
    """
    if not structure.offsets:
        return ()
    widest = max(y for y, _ in structure.offsets)
    places = [i * step for i in range(int((widest - UPRIGHT_MM) / step) + 1)]
    return tuple((out, _height(structure.offsets, out)) for out in places)


def _height(points: tuple[Flat, ...], out: float) -> float:
    best = 0.0
    for (y0, z0), (y1, z1) in pairwise(points):
        if min(y0, y1) <= out <= max(y0, y1) and y0 != y1:
            best = max(best, z0 + (z1 - z0) * (out - y0) / (y1 - y0))
    return round(best, 1)


def arch_pieces(structure: Structure) -> tuple[tuple[str, tuple[Flat, ...]], ...]:
    """The pieces of the front end's arch, flat.

    Args: structure.
    Returns: (label, outline in (y, z), mm) of each; none for a pen without an arch.
    Source: the frame.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> len(arch_pieces(build(make_design(c, "hoop", {}), c)))
    8
    """
    front = [m for m in structure.members if m.duty is Duty.ARCH]
    front = [m for m in front if m.centre[0] > sum(structure.body.x) / 2]
    flats = [tuple((c[1], c[2]) for c in m.corners) for m in front]
    return tuple((m.label, (f[0], f[4], f[7], f[3])) for m, f in zip(front, flats, strict=True))
