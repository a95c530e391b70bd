"""Pipes between nodes: which fitting each node takes, how long each pipe is cut, what is glued and what is pinned."""

from __future__ import annotations

import itertools
from collections.abc import Sequence

from ergamot.core.catalogue import Hardware as HardwareRow
from ergamot.core.catalogue import of_kind
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import Group, Item
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.structure import Joint, Member
from ergamot.core.records import record

SAME_MM = 1.0  # between an outside diameter and what a fitting takes


@record
class Run:
    """A pipe from node to node along one axis, what it is for, and whether it is glued in its fittings or pinned."""

    a: Point
    b: Point
    piece: Piece
    glued: bool = True


def kind_of(ways: Sequence[Point]) -> Fitting:
    """The fitting that joins pipes leaving a node in some directions.

    Args: ways, unit vectors along the axes, no unit; 2 to 4 of them.
    Returns: its kind.
    Raises: ValueError where no such fitting is sold.
    Source: geometry.

    >>> kind_of([(1, 0, 0), (-1, 0, 0), (0, 0, 1)]).value
    'pipe tee'
    """
    straight = sum(
        all(p == -q for p, q in zip(a, b, strict=True)) for a, b in itertools.combinations(ways, 2)
    )
    kinds = {
        (2, 0): Fitting.ELBOW,
        (3, 0): Fitting.CORNER,
        (3, 1): Fitting.TEE,
        (4, 1): Fitting.FOUR_WAY,
        (4, 2): Fitting.CROSS,
    }
    if (len(ways), straight) not in kinds:
        raise ValueError(f"no fitting joins {list(ways)}")
    return kinds[len(ways), straight]


def fitting_for(site: Site, kind: Fitting) -> HardwareRow:
    """The fitting of a kind that takes the frame's pipe.

    Args: site, framed of pipe; kind.
    Returns: its row.
    Raises: OutOfRange where none takes a pipe so thick.
    Source: the catalogue.

    >>> fitting_for(begun("pipe-kit"), Fitting.TEE).stop_mm
    17.5
    """
    pipe = site.frame.section
    for row in of_kind(site.catalogue, kind):
        if abs((row.bore_mm or 0.0) - pipe.deep_mm) <= SAME_MM:
            return row
    raise OutOfRange("pipe", pipe.key, f"one that a {kind} is sold for: add it to your own hardware")


def set_runs(site: Site, runs: Sequence[Run]) -> None:
    """Set every pipe, cut to the stops of the fittings at its ends, a fitting at every node, and a joint in every socket.

    Args: site; runs.
    Raises: OutOfRange where a fitting is not sold, or a pipe would have no length.
    Source: cut = centre to centre, less the distance from centre to stop at each end.

    >>> from ergamot.core.frame.kinds import Duty
    >>> site, piece = begun("pipe-kit"), Piece(Duty.PLATE, "top pipe", "T", "ties the posts")
    >>> ring = [(x, y, 20.0) for x, y in ((0.0, 0.0), (1000.0, 0.0), (1000.0, 600.0), (0.0, 600.0))]
    >>> set_runs(site, [Run(a, b, piece) for a, b in zip(ring, ring[1:] + ring[:1])])
    >>> [one.length_mm for one in site.frame.members]
    [965.0, 565.0, 965.0, 565.0]
    """
    ways: dict[Point, list[tuple[int, Point]]] = {}
    for i, run in enumerate(runs):
        for node, other in ((run.a, run.b), (run.b, run.a)):
            ways.setdefault(node, []).append((i, _towards(node, other)))
    fittings = {
        node: fitting_for(site, kind_of([way for _, way in leaving])) for node, leaving in ways.items()
    }
    pipes = [_pipe(site, run, fittings[run.a], fittings[run.b]) for run in runs]
    glue, pin = site.usual(Fitting.CEMENT), site.usual(Fitting.PIN)
    for node, leaving in ways.items():
        row = fittings[node]
        site.buy(row, Item.FITTING, row.kind, Group.FRAME, [node])
        (first, _), *others = leaving
        for i, _ in others:
            loose = not (runs[i].glued and runs[first].glued)
            how = f"pinned dry in the {row.kind}" if loose else f"glued in the {row.kind}"
            sockets = 2 if i == others[0][0] else 1
            held = pin if loose else glue
            site.strapped.append(
                Joint(
                    (pipes[first].ref, pipes[i].ref), held, sockets, rule=f"{how}, {row.length_mm:g} mm deep"
                )
            )


def _towards(node: Point, other: Point) -> Point:
    """The unit vector from one node to another, along an axis."""
    x, y, z = ((b > a + 0.5) - (b < a - 0.5) for a, b in zip(node, other, strict=True))
    return (float(x), float(y), float(z))


def _pipe(site: Site, run: Run, at_a: HardwareRow, at_b: HardwareRow) -> Member:
    way = _towards(run.a, run.b)
    first, last = at_a.stop_mm or 0.0, at_b.stop_mm or 0.0
    between = sum(abs(q - p) for p, q in zip(run.a, run.b, strict=True))
    if between - first - last < (at_a.length_mm or 0.0) + (at_b.length_mm or 0.0):
        raise OutOfRange("bay", round(between, 1), "more: a pipe this short fills its two sockets")
    a = tuple(p + w * first for p, w in zip(run.a, way, strict=True))
    b = tuple(p - w * last for p, w in zip(run.b, way, strict=True))
    half = site.frame.section.thick_mm / 2
    span = [
        (min(p, q) - half * (not w), max(p, q) + half * (not w)) for p, q, w in zip(a, b, way, strict=True)
    ]
    x, y, z = span
    return site.frame.stick(run.piece, x, y, z, "xyz"[next(i for i, w in enumerate(way) if w)])
