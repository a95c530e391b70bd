"""The parts of a frame of plastic pipe: every pipe with its cut and what it is from centre to centre, every fitting."""

from __future__ import annotations

import math
from collections import Counter
from dataclasses import dataclass

import numpy as np

from ergamot.core.catalogue import Hardware as HardwareRow
from ergamot.core.catalogue.kinds import PIPE_FITTINGS, Fitting
from ergamot.core.frame.structure import Hardware, Member, Structure


@dataclass(frozen=True)
class Pipe:
    """Pipes cut alike: their label, what they are, how many, the cut, and centre to centre of the fittings on them, mm."""

    label: str
    role: str
    count: int
    cut_mm: float
    apart_mm: float


@dataclass(frozen=True)
class PipeFitting:
    """Fittings alike: what they are, how many, how deep their sockets are and how far the stop is from the centre, mm."""

    label: str
    count: int
    socket_mm: float
    stop_mm: float


@dataclass(frozen=True)
class PipeParts:
    """All pipes and fittings of a frame, and how many sockets are glued and pinned."""

    pipes: tuple[Pipe, ...]
    fittings: tuple[PipeFitting, ...]
    glued: int
    pinned: int


def pipe_parts(structure: Structure) -> PipeParts:
    """What a frame of plastic pipe is put together from.

    Args: structure.
    Returns: the PipeParts; empty for a frame of anything else.
    Source: the structure.

    >>> parts = pipe_parts(pen("pipe-kit"))
    >>> parts.fittings[0].label, parts.fittings[0].count, parts.pipes[0].apart_mm - parts.pipes[0].cut_mm
    ('elbow for 1 in pipe', 2, 35.0)
    """
    nodes = [one for one in structure.hardware if _kind(one) in PIPE_FITTINGS]
    if not nodes:
        return PipeParts((), (), 0, 0)
    places = np.array([one.place for one in nodes])
    alike: dict[str, list[Member]] = {}
    for member in structure.members:
        if member.species is None:
            alike.setdefault(member.label, []).append(member)
    fittings = Counter(one.row for one in nodes if isinstance(one.row, HardwareRow))
    sockets: Counter[Fitting] = Counter()
    for joint in structure.joints:
        if joint.fixing is not None:
            sockets[joint.fixing.kind] += joint.count
    return PipeParts(
        tuple(
            Pipe(
                label,
                " or ".join(dict.fromkeys(m.role for m in some)),
                len(some),
                some[0].length_mm,
                _apart(some[0], places),
            )
            for label, some in sorted(alike.items())
        ),
        tuple(
            PipeFitting(row.label, count, row.length_mm or 0.0, row.stop_mm or 0.0)
            for row, count in sorted(fittings.items(), key=lambda pair: PIPE_FITTINGS.index(pair[0].kind))
        ),
        sockets[Fitting.CEMENT],
        sockets[Fitting.PIN],
    )


def _kind(one: Hardware) -> Fitting | None:
    return one.row.kind if isinstance(one.row, HardwareRow) else None


def _apart(pipe: Member, places: np.ndarray) -> float:
    """From the centre of the fitting at one end to that at the other."""
    ends = (np.mean(pipe.corners[:4], axis=0), np.mean(pipe.corners[4:], axis=0))
    a, b = (places[int(np.linalg.norm(places - end, axis=1).argmin())] for end in ends)
    return round(math.dist(a, b), 2)
