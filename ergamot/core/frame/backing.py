"""What of a covering lies on sticks: there it is fastened, and there no air passes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import product

import numpy as np
import shapely
from shapely import Polygon

from ergamot.core.frame.carpentry import corners_of
from ergamot.core.frame.contact import FACES, TOUCH_MM, areas_of, boxed
from ergamot.core.frame.face import Face
from ergamot.core.frame.structure import Member, Panel
from ergamot.core.records import changed


def backed(panels: list[tuple[Panel, Face, Polygon]], members: tuple[Member, ...]) -> tuple[Panel, ...]:
    """Each panel with the part of it that lies on sticks, and how long it lies on each.

    Args: panels, each with its face and its outline on that, mm; members, all the sticks.
    Returns: the Panels, in their order.
    Source: geometry.

    >>> backed([], pen().members)
    ()
    """
    if not panels:
        return ()
    planes = [(face.name, face.origin) for _, face, _ in panels]
    faces = {plane: face for plane, (_, face, _) in zip(planes, panels, strict=True)}
    numbers = {plane: i for i, plane in enumerate(faces)}
    of_panel = np.array([numbers[plane] for plane in planes], dtype=int)
    pieces = _pieces_in(list(faces.values()), _side_quads(members))
    panel, piece = np.nonzero(of_panel[:, None] == pieces.face[None])
    shared = _Shared.of([part for _, _, part in panels], panel, pieces, piece)
    m2_each = np.bincount(shared.panel, shared.areas, len(panels)) / 1e6
    runs: list[list[float]] = [[] for _ in panels]
    for i, run, area in zip(
        *(one.tolist() for one in (shared.panel, shared.runs, shared.areas)), strict=True
    ):
        if area > 1:
            runs[i].append(run)
    return tuple(
        changed(made, backed_m2=min(m2, made.area_m2), bearings_mm=tuple(found)) if m2 else made
        for (made, _, _), m2, found in zip(panels, m2_each.tolist(), runs, strict=True)
    )


@dataclass(frozen=True)
class _Pieces:
    """Four-cornered pieces in the planes of faces: the number of the face of each, its corners on it, (n, 4, 2), the low and the
    high one, its area, and whether it is an upright rectangle."""

    face: np.ndarray
    corners: np.ndarray
    low: np.ndarray
    high: np.ndarray
    area: np.ndarray
    boxed: np.ndarray


def _pieces_in(faces: Sequence[Face], quads: np.ndarray) -> _Pieces:
    face, quad = np.nonzero(in_planes(quads, faces))
    starts = np.array([one.origin for one in faces]).reshape(-1, 1, 3)
    ways = np.array([(one.along, one.up) for one in faces]).reshape(-1, 2, 3)
    flat = np.einsum("nck,nak->nca", quads[quad] - starts[face], ways[face])
    return _Pieces(face, flat, flat.min(axis=1), flat.max(axis=1), areas_of(flat), boxed(flat))


@dataclass(frozen=True)
class _Shared:
    """What pieces share with panels: the number of the panel, the area, mm², and the longer side, mm, of each."""

    panel: np.ndarray
    areas: np.ndarray
    runs: np.ndarray

    @classmethod
    def of(cls, parts: list[Polygon], panel: np.ndarray, pieces: _Pieces, piece: np.ndarray) -> _Shared:
        """Of some pairs of a panel and a piece in its plane: on panels with square corners alone, nearly all there are, upright pieces
        and any that lie wholly on or off it need no clipping."""
        bounds = shapely.bounds(parts).reshape(-1, 4)
        low = np.maximum(pieces.low[piece], bounds[panel, :2])
        high = np.minimum(pieces.high[piece], bounds[panel, 2:])
        near = (high > low).all(axis=1)
        panel, piece, low, high = panel[near], piece[near], low[near], high[near]
        room = (high - low).prod(axis=1)
        areas, runs = room.copy(), (high - low).max(axis=1)
        slant = ~pieces.boxed[piece]
        filled = np.abs(shapely.area(parts) - (bounds[:, 2:] - bounds[:, :2]).prod(axis=1)) < 1.0
        for i in np.unique(panel[~filled[panel]]):
            own = panel == i
            areas[own], runs[own] = _on_cells(_cells(parts[i]), low[own], high[own])
        whole = slant & (pieces.low[piece] >= low).all(axis=1) & (pieces.high[piece] <= high).all(axis=1)
        whole &= areas > room - 1.0
        areas[whole] = pieces.area[piece][whole]
        unsure = np.isnan(areas) | (slant & ~whole & (areas > 0))
        for i in np.unique(panel[unsure]):
            own = unsure & (panel == i)
            areas[own], runs[own] = _clipped(pieces.corners[piece[own]], parts[i])
        return cls(panel, areas, runs)


def _cells(part: Polygon) -> np.ndarray:
    """The upright rectangles, (n, 2, 2), the low and the high corner of each, of which a part with square corners alone is made;
    none of any other."""
    rings = [shapely.get_coordinates(ring) for ring in (part.exterior, *part.interiors)]
    if any(np.diff(ring, axis=0).all(axis=1).any() for ring in rings):
        return np.zeros((0, 2, 2))
    u, v = (np.unique(ends).tolist() for ends in np.concatenate(rings).T)
    low, high = (np.array(list(product(*ends))) for ends in ((u[:-1], v[:-1]), (u[1:], v[1:])))
    return np.asarray(np.stack([low, high], axis=1)[shapely.contains_xy(part, (low + high) / 2)])


def _on_cells(cells: np.ndarray, low: np.ndarray, high: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """What upright rectangles share with cells, and the longer side of that; not known where there are none."""
    if not len(cells):
        return np.full(len(low), np.nan), np.full(len(low), np.nan)
    lows, highs = np.maximum(low[:, None], cells[:, 0]), np.minimum(high[:, None], cells[:, 1])
    met = (highs > lows).all(axis=2, keepdims=True)
    areas = np.where(met, highs - lows, 0.0).prod(axis=2).sum(axis=1)
    ends = np.where(met, highs, -np.inf).max(axis=1) - np.where(met, lows, np.inf).min(axis=1)
    return areas, np.maximum(ends.max(axis=1), 0.0)


def _clipped(flat: np.ndarray, part: Polygon) -> tuple[np.ndarray, np.ndarray]:
    shared = shapely.intersection(shapely.polygons(flat), part)
    low_u, low_v, high_u, high_v = np.nan_to_num(shapely.bounds(shared)).T
    return shapely.area(shared), np.maximum(high_u - low_u, high_v - low_v)


def _side_quads(members: tuple[Member, ...]) -> np.ndarray:
    """Every face of every stick: (faces, 4, 3)."""
    return corners_of(members)[:, np.array(FACES)].reshape(-1, 4, 3)


def in_planes(quads: np.ndarray, faces: Sequence[Face]) -> np.ndarray:
    """Which four-cornered pieces lie in the plane of which face?

    Args: quads, (n, 4, 3) mm; faces.
    Returns: (faces, n) of true and false.
    Source: geometry.

    >>> in_planes(np.zeros((1, 4, 3)), pen().faces[:2]).shape
    (2, 1)
    """
    normals = np.array([face.normal for face in faces]).reshape(-1, 3)
    starts = np.array([face.origin for face in faces]).reshape(-1, 3)
    away = quads.reshape(-1, 3) @ normals.T - (starts * normals).sum(axis=1)
    lies = (np.abs(away) <= TOUCH_MM).reshape(len(quads), 4, len(faces)).all(axis=1)
    return np.asarray(lies.T)
