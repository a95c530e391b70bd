"""How far two sticks stand apart, or how deep one is in the other."""

from __future__ import annotations

import numpy as np

from ergamot.core.frame.contact import solids
from ergamot.core.frame.structure import Member

OVERLAP_MM = 0.1  # sawn no finer than this


def separation_mm(a: Member, b: Member) -> float:
    """How far two sticks stand apart; below 0, how deep one is in the other.

    Args: a and b, sticks of convex pieces.
    Returns: mm, by the direction that parts them best.
    Source: separating axis theorem (Gottschalk 1996).

    >>> rails = [one for one in pen().members if one.role == "base side rail"]
    >>> round(separation_mm(*rails))
    2058
    """
    return float(separations((a, b), np.array([[0, 1]]))[0])


def separations(members: tuple[Member, ...], pairs: np.ndarray) -> np.ndarray:
    """How far the sticks of each of many pairs stand apart.

    Args: members; pairs, (n, 2) indices of them, from 0.
    Returns: (n,) mm, as separation_mm.
    Source: separating axis theorem (Gottschalk 1996).

    >>> separations((), np.zeros((0, 2), dtype=int)).tolist()
    []
    """
    if not len(pairs):
        return np.zeros(0)
    s = solids(members)
    pieces = [np.nonzero(s.owner == i)[0] for i in range(len(members))]
    rows = [(k, p, q) for k, (i, j) in enumerate(pairs) for p in pieces[i] for q in pieces[j]]
    pair, first, second = np.array(rows).T
    ends = s.corners.reshape(-1, 2, 4, 3)
    along = ends[:, 1] - ends[:, 0]
    round_it = (np.roll(ends, -1, axis=2) - ends).reshape(-1, 8, 3)
    edges = np.concatenate([along, round_it], axis=1)
    crossed = np.cross(edges[first][:, :, None], edges[second][:, None]).reshape(len(first), -1, 3)
    sizes = np.linalg.norm(crossed, axis=2, keepdims=True)
    parallel = sizes < 1e-3  # of mm²: no direction of its own, so the first face's stands in for it
    crossed = np.where(parallel, s.normals[first][:, :1], crossed / np.where(parallel, 1.0, sizes))
    axes = np.concatenate([s.normals[first], s.normals[second], crossed], axis=1)
    one, two = (np.einsum("pck,pak->pac", s.corners[i], axes) for i in (first, second))
    gaps = np.maximum(one.min(axis=2) - two.max(axis=2), two.min(axis=2) - one.max(axis=2)).max(axis=1)
    least = np.full(len(pairs), np.inf)
    np.minimum.at(least, pair, gaps)
    return least
