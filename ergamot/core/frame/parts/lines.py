"""Setting out lines along a pen: evenly, or so that a mesh roll lands on the frame."""

from __future__ import annotations

import math
from itertools import pairwise

from ergamot.core.catalogue import Mesh, WirePanel
from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.geometry import Flat
from ergamot.core.units import Quantity

LEAST_REST_MM = 150.0  # a narrower last bay is not worth framing; judgement


def evenly(start: float, end: float, longest: float) -> list[float]:
    """Lines from start to end, both included, no further apart than `longest`.

    Args: start and end, mm, end above start; longest, mm, above 0.
    Returns: places, rising.
    Source: common practice.

    >>> evenly(0, 10, 4)
    [0.0, 3.3333333333333335, 6.666666666666667, 10.0]
    """
    gaps = max(1, math.ceil((end - start) / longest - 1e-9))
    return [start + (end - start) * i / gaps for i in range(gaps + 1)]


def rib_lines(
    ends: Flat, walls: tuple[float, ...], longest: float, roll: Mesh | None, bearing_mm: float
) -> tuple[tuple[float, ...], tuple[Phrase, ...]]:
    """Centres of the ribs of a pen, some of them carrying the walls that part its house from its run.

    Args: ends, first and last, mm; walls, the ribs of those, mm, rising, none without a house; longest bay,
        mm; roll, the mesh whose roll should land on ribs, or None for even bays; bearing_mm, of a rib.
    Returns: places, rising, and notes.
    Source: common practice.

    >>> rib_lines((0, 3000), (1200,), 900, None, 38)[0]
    (0.0, 600.0, 1200.0, 2100.0, 3000.0)
    """
    spans = pairwise((ends[0], *walls, ends[1]))
    lines: list[float] = []
    notes: list[Phrase] = []
    for start, end in spans:
        if roll is None:
            part, said = evenly(start, end, longest), tuple[Phrase, ...]()
        else:
            part, said = by_roll(start, end, longest, roll, bearing_mm)
        lines += part[1:] if lines else part
        notes += said
    return tuple(lines), tuple(notes)


def by_roll(
    start: float, end: float, longest: float, mesh: Mesh, bearing_mm: float
) -> tuple[list[float], tuple[Phrase, ...]]:
    """Lines so that the edges of a roll of mesh land on sticks: clear width = roll less its laps.

    Args: start and end, mm; longest bay, mm; mesh; bearing_mm, width of the stick it lands on.
    Returns: places, rising, and what a keeper should know when the roll does not land.
    Source: common practice: each edge laps half a stick.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> by_roll(0, 2000, 1200, load_catalogue().meshes["welded-12"], 64)[0]
    [0, 1155.0, 2000]
    """
    fits = [roll - bearing_mm for roll in mesh.roll_width_mm if roll - bearing_mm <= longest]
    if not fits:
        narrowest = Quantity(min(mesh.roll_width_mm), "mm")
        note = phrase(
            "no roll of {mesh} lands on this frame: the narrowest is {roll}", mesh=mesh.label, roll=narrowest
        )
        return evenly(start, end, longest), (note,)
    pitch = max(fits)
    lines = [start]
    while end - lines[-1] > pitch + 1e-6:
        lines.append(lines[-1] + pitch)
    if len(lines) > 1 and end - lines[-1] < LEAST_REST_MM:
        lines.pop()
        note = phrase(
            "the last bay is {bay}, wider than the roll: lap a strip there",
            bay=Quantity(end - lines[-1], "mm"),
        )
        return [*lines, end], (note,)
    return [*lines, end], ()


def panels_along(pen_length: float, panel: WirePanel, lap_mm: float = 50.0) -> tuple[int, float]:
    """Whole wire panels along a pen, and how much of a last one, cut on a wire.

    Args: pen_length, mm to cover; panel; lap_mm, one laid over the next.
    Returns: (whole panels, width of the last piece, 0 when they sum).
    Source: common practice.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> panels_along(3000, load_catalogue().wire_panels["stock-16"])
    (2, 600.0)
    """
    step = panel.width_mm - lap_mm
    whole = max(1, int((pen_length - lap_mm) / step + 1e-9))
    rest = pen_length - (whole * step + lap_mm)
    if rest <= 1:
        return whole, 0.0
    wires = -(-(rest + lap_mm) // panel.pitch_mm)
    return whole, min(panel.width_mm, wires * panel.pitch_mm)
