"""What holds cloth to a frame: every edge of it by its own length, battened on a stick or tied by its grommets."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ergamot.core.catalogue.kinds import Made
from ergamot.core.frame.contact import solids
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.structure import Panel, Structure

# A new battened edge, N a metre; judgement: staples tear out long before cloth
BATTENED_N_M = {"light": 1000.0, "heavy": 2500.0}
GROMMET_N = {"light": 200.0, "heavy": 450.0}  # pulled out of a hem; judgement
GROMMETS_APART_M = 0.5  # as tarps are sold with them; common practice
TIED_APART_M = 0.3  # of cloth on pipe, which takes no staple; judgement
AFTER_A_SEASON = 0.5  # of what new cloth holds; judgement: sun and flapping
HEAVY_CLOTH_KG_M2 = 0.4  # vinyl on a scrim; light is woven poly
ON_A_STICK_MM = 60.0  # an edge no further from one is battened on it; judgement: its hem reaches so far
LOOKED_AT_MM = 250.0  # apart along an edge; may move
SAME_MM = 1.0  # of arithmetic; may move
LEVEL = 0.05  # of rise along an edge that runs along the pen; may move


@dataclass(frozen=True)
class Hold:
    """How a cloth is held: metres of its edge battened, and tied by grommets so far apart."""

    battened_m: float
    tied_m: float
    apart_m: float
    heavy: bool

    @property
    def kind(self) -> str:
        return "heavy" if self.heavy else "light"

    @property
    def new_n(self) -> float:
        """What it bears when it is new."""
        return self.battened_m * BATTENED_N_M[self.kind] + self.tied_m / self.apart_m * GROMMET_N[self.kind]

    @property
    def worn_n(self) -> float:
        """What it bears after a season outdoors."""
        return self.new_n * AFTER_A_SEASON


def cloth_holds(structure: Structure, cloths: Mapping[str, Sequence[Panel]]) -> dict[str, Hold]:
    """Measure what holds each cloth: its outer edges, each by its length.

    An edge that lies on a stick is battened to it; one along a bent side is rolled on a batten tied to the wires; any other is
    tied by its grommets, as all of them are on pipe. What is rolled up hangs by its upper edge alone.

    Args: structure; cloths, by any name, the strips of each, one or more.
    Returns: the Hold of each.
    Source: common practice: battened 1.0 kN/m light, 2.5 heavy; a grommet 200 and 450 N; half of it after a season.

    >>> hoop = pen("hoop", roofed=1.0)
    >>> hold = cloth_holds(hoop, {"cover": [one for one in hoop.panels if one.rolls]})["cover"]
    >>> round(hold.battened_m, 1), round(hold.tied_m, 1)
    (14.4, 0.0)
    """
    edges = {name: _held_edges(strips) for name, strips in cloths.items()}
    piped = _piped(structure)
    shares = iter([] if piped else _on_sticks(structure, [edge for own in edges.values() for edge in own]))
    found = {}
    for name, strips in cloths.items():
        battened = tied = 0.0
        for a, b in edges[name]:
            length = math.dist(a, b) / 1000
            share = 0.0 if piped else next(shares)
            on = length if strips[0].curved and not piped and _runs_along(a, b) else share * length
            battened += on
            tied += length - on
        heavy = strips[0].kg_m2 >= HEAVY_CLOTH_KG_M2
        found[name] = Hold(battened, tied, TIED_APART_M if piped else GROMMETS_APART_M, heavy)
    return found


def _piped(structure: Structure) -> bool:
    """Is its base of pipe, which takes no staple?"""
    return any(one.duty is Duty.BASE_RAIL and one.section.made is Made.PLASTIC for one in structure.members)


def _held_edges(strips: Sequence[Panel]) -> list[tuple[Point, Point]]:
    edges = _outer(strips)
    if not strips[0].hangs:
        return edges
    top = max(max(a[2], b[2]) for a, b in edges)
    return [(a, b) for a, b in edges if min(a[2], b[2]) > top - SAME_MM]


def _runs_along(a: Point, b: Point) -> bool:
    size = math.dist(a, b)
    return abs(b[0] - a[0]) > (1 - LEVEL) * size


def _outer(strips: Sequence[Panel]) -> list[tuple[Point, Point]]:
    """The edges of a cloth that no two of its strips share."""
    once: dict[frozenset[tuple[int, ...]], tuple[Point, Point] | None] = {}
    for panel in strips:
        for a, b in zip(panel.corners, panel.corners[1:] + panel.corners[:1], strict=True):
            ends = frozenset(tuple(round(at / SAME_MM) for at in end) for end in (a, b))
            once[ends] = None if ends in once else (a, b)
    return [edge for edge in once.values() if edge is not None]


def _on_sticks(structure: Structure, edges: Sequence[tuple[Point, Point]]) -> list[float]:
    """Of each edge, the share that lies on a stick."""
    if not edges:
        return []
    looks = [max(2, round(math.dist(a, b) / LOOKED_AT_MM)) for a, b in edges]
    places = np.concatenate(
        [
            np.array(a) + np.outer((np.arange(n) + 0.5) / n, np.subtract(b, a))
            for (a, b), n in zip(edges, looks, strict=True)
        ]
    )
    s = solids(structure.members)
    beside = (places[:, None] >= s.low - ON_A_STICK_MM) & (places[:, None] <= s.high + ON_A_STICK_MM)
    place, piece = np.nonzero(beside.all(axis=2))
    off = np.einsum("nfk,nk->nf", s.normals[piece], places[place]) - s.offsets[piece]
    near = np.zeros(len(places))
    near[place[(off <= ON_A_STICK_MM).all(axis=1)]] = 1.0
    first = np.cumsum([0, *looks[:-1]])
    return [float(share) for share in np.add.reduceat(near, first) / looks]
