"""Where sticks bear on each other: faces that lie in one plane, looking at each other."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import shapely

from ergamot.core.frame.carpentry import bounds, corners_of
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.structure import Member
from ergamot.core.records import record

TOUCH_MM = 0.5  # closer than this, two faces count as touching
LEAST_BEARING_MM2 = 100.0  # less is a corner, no bearing; judgement
# Faces of a stick by corner: its two ends, then its four sides
FACES = ((0, 1, 2, 3), (4, 5, 6, 7), (0, 1, 5, 4), (1, 2, 6, 5), (2, 3, 7, 6), (3, 0, 4, 7))


@record
class Bearing:
    """Two sticks (by index) touching; `ends` says whether the touching face is the end of each.

    `deep_mm` is how far each reaches behind the touching plane.
    """

    pair: tuple[int, int]
    area_mm2: float
    ends: tuple[bool, bool]
    deep_mm: tuple[float, float]


@dataclass(frozen=True)
class _Solids:
    """Every convex piece of every stick, ready to compare."""

    owner: np.ndarray
    corners: np.ndarray  # (pieces, 8, 3)
    low: np.ndarray
    high: np.ndarray
    upright: np.ndarray
    normals: np.ndarray  # (pieces, 6, 3), out of the wood
    offsets: np.ndarray


def solids(members: tuple[Member, ...]) -> _Solids:
    """Stack the convex pieces of sticks with their faces' planes.

    Args: members, one or more.
    Returns: arrays, one row a piece.
    Source: geometry.

    >>> rail = pen().members[0]
    >>> solids((rail,)).corners.shape
    (1, 8, 3)
    """
    owner = np.array([i for i, member in enumerate(members) for _ in member.solids])
    corners = corners_of(members)
    ring = corners[:, np.array(FACES)]  # (pieces, 6, 4, 3)
    normals = np.cross(ring[:, :, 1] - ring[:, :, 0], ring[:, :, 3] - ring[:, :, 0])
    normals /= np.linalg.norm(normals, axis=2, keepdims=True)
    middle = corners.mean(axis=1)[:, None]
    outward = np.einsum("pfk,pfk->pf", normals, ring[:, :, 0] - middle)
    normals *= np.where(outward < 0, -1.0, 1.0)[:, :, None]
    offsets = np.einsum("pfk,pfk->pf", normals, ring[:, :, 0])
    return _Solids(
        owner,
        corners,
        corners.min(axis=1),
        corners.max(axis=1),
        (np.abs(normals).max(axis=2) > 1 - 1e-9).all(axis=1),
        normals,
        offsets,
    )


def bearings(members: tuple[Member, ...]) -> tuple[Bearing, ...]:
    """Every place where two sticks bear face to face.

    Args: members.
    Returns: one Bearing for each touching pair, the largest where they touch in several places.
    Source: geometry.

    >>> bearings(())
    ()
    """
    if len(members) < 2:
        return ()
    s = solids(members)
    apart = np.maximum(s.low[:, None], s.low[None]) - np.minimum(s.high[:, None], s.high[None])
    close = np.triu((apart <= TOUCH_MM).all(axis=2), 1)
    close &= s.owner[:, None] != s.owner[None]
    first, second = np.nonzero(close)
    facing = s.normals[first] @ s.normals[second].transpose(0, 2, 1) < -0.9998
    meeting = np.abs(s.offsets[first][:, :, None] + s.offsets[second][:, None, :]) <= TOUCH_MM
    pair, one, other = np.nonzero(facing & meeting)
    if not len(pair):
        return ()
    area = _shared_area(s, first[pair], one, second[pair], other)
    kept = area >= LEAST_BEARING_MM2
    i, j = first[pair[kept]], second[pair[kept]]
    one, other, area = one[kept], other[kept], area[kept]
    normal = s.normals[i, one]
    behind = [np.ptp(np.einsum("pck,pk->pc", s.corners[side], normal), axis=1).tolist() for side in (i, j)]
    pairs = list(zip(s.owner[i].tolist(), s.owner[j].tolist(), strict=True))
    ends = list(zip((one < 2).tolist(), (other < 2).tolist(), strict=True))
    shared = area.tolist()
    best: dict[tuple[int, int], int] = {}  # the largest of each pair
    for k, owners in enumerate(pairs):
        if owners not in best or shared[best[owners]] < shared[k]:
            best[owners] = k
    return tuple(Bearing(pairs[k], shared[k], ends[k], (behind[0][k], behind[1][k])) for k in best.values())


def _shared_area(
    s: _Solids, first: np.ndarray, one: np.ndarray, second: np.ndarray, other: np.ndarray
) -> np.ndarray:
    """Area two faces in one plane share: boxes by their sides, of anything sawn too where both faces are, else by clipping."""
    area = np.zeros(len(first))
    boxes = s.upright[first] & s.upright[second]
    if boxes.any():
        shared = np.minimum(s.high[first[boxes]], s.high[second[boxes]]) - np.maximum(
            s.low[first[boxes]], s.low[second[boxes]]
        )
        axis = np.abs(s.normals[first[boxes], one[boxes]]).argmax(axis=1)
        shared[np.arange(len(axis)), axis] = 1.0
        area[boxes] = np.where((shared > 0).all(axis=1), shared.prod(axis=1), 0.0)
    sawn = np.nonzero(~boxes)[0]
    if len(sawn):
        rings = np.array(FACES)
        a = s.corners[first[sawn, None], rings[one[sawn]]]
        b = s.corners[second[sawn, None], rings[other[sawn]]]
        along = a[:, 1] - a[:, 0]
        along /= np.linalg.norm(along, axis=1, keepdims=True)
        up = np.cross(s.normals[first[sawn], one[sawn]], along)
        flat = [np.stack([np.einsum("pck,pk->pc", q, d) for d in (along, up)], axis=2) for q in (a, b)]
        area[sawn] = _flat_area(*flat)
    return area


def _flat_area(a: np.ndarray, b: np.ndarray) -> np.ndarray:
    """What each of some four-cornered pieces, (n, 4, 2), shares with another."""
    low = np.maximum(a.min(axis=1), b.min(axis=1))
    high = np.minimum(a.max(axis=1), b.max(axis=1))
    shared = np.clip(high - low, 0.0, None).prod(axis=1)  # the most it can be
    slant = (shared > 0) & ~(boxed(a) & boxed(b))
    shared[slant] = shapely.area(shapely.intersection(shapely.polygons(a[slant]), shapely.polygons(b[slant])))
    return np.asarray(shared)


def boxed(flat: np.ndarray) -> np.ndarray:
    """Which four-cornered pieces are rectangles square to both axes?

    Args: flat, (n, 4, 2) mm, corners in their order round it.
    Returns: (n,) of true and false, to a square millimetre.
    Source: geometry.

    >>> boxed(np.array([[[0, 0], [9, 0], [9, 5], [0, 5]], [[0, 0], [9, 0], [5, 5], [0, 5]]])).tolist()
    [True, False]
    """
    return np.asarray(np.abs(areas_of(flat) - np.ptp(flat, axis=1).prod(axis=1)) < 1.0)


def areas_of(flat: np.ndarray) -> np.ndarray:
    """The areas of four-cornered pieces.

    Args: flat, (n, 4, 2) mm, corners in their order round it.
    Returns: (n,) mm².
    Source: geometry: half of what their diagonals span.

    >>> areas_of(np.array([[[0, 0], [9, 0], [5, 5], [0, 5]]])).tolist()
    [35.0]
    """
    first, second = flat[:, 2] - flat[:, 0], flat[:, 3] - flat[:, 1]
    return np.asarray(np.abs(first[:, 0] * second[:, 1] - first[:, 1] * second[:, 0]) / 2)


def crossing(member: Member, axis: int, at: float) -> tuple[tuple[float, float], ...]:
    """Where a plane square to an axis cuts a stick.

    Args: member, straight; axis, 0 to 2 for x, y, z; at, the plane's place, mm.
    Returns: points of the cut in the other two axes, unordered; none where the plane misses it.
    Source: geometry.

    >>> rail = pen().members[0]
    >>> len(crossing(rail, 0, rail.centre[0]))
    4
    """
    points: list[tuple[float, float]] = []
    sides = [corner[axis] for solid in member.solids for corner in solid]
    if not min(sides) < at < max(sides):
        return ()
    rest = [a for a in range(3) if a != axis]
    for solid in member.solids:
        edges = [(solid[i], solid[i + 4]) for i in range(4)]
        edges += [(solid[k + i], solid[k + (i + 1) % 4]) for k in (0, 4) for i in range(4)]
        points += [_between(a, b, axis, at, rest) for a, b in edges if (a[axis] - at) * (b[axis] - at) < 0]
    return tuple(points)


def _between(a: Point, b: Point, axis: int, at: float, rest: list[int]) -> tuple[float, float]:
    share = (at - a[axis]) / (b[axis] - a[axis])
    u, v = (a[k] + share * (b[k] - a[k]) for k in rest)
    return u, v


__all__ = ["FACES", "TOUCH_MM", "Bearing", "areas_of", "bearings", "bounds", "boxed", "crossing", "solids"]
