"""Where things stand in a low pen: rear wall, roof edge, bay lines, purlins, lid."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import pairwise

from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.low_pen.choices import LEAST_STRIP_MM, LowPenChoices
from ergamot.core.frame.parts.gear import body_start
from ergamot.core.frame.parts.lines import evenly
from ergamot.core.units import Quantity

END_STUD_MM = 1250.0  # longest mesh left without a stud in an end wall; judgement: wider, it bellies
HALF_LID_MM = 500.0  # half a pen at least this wide is lid enough; reach wants 0.35 × 0.35 m


@dataclass(frozen=True)
class Layout:
    """Lines across the pen, mm. `uprights` and `crossings` are centres along x, `housed` those of a house before the run.

    rear wall                roof edge            front
    |<- house ->|<- roofed ->|<------ open ------>|
    x0         run          edge                 x1
    """

    x0: float
    run: float
    x1: float
    roof_edge: float
    housed: tuple[float, ...]
    uprights: tuple[float, ...]
    crossings: tuple[float, ...]
    end_studs: tuple[float, ...]
    lid_x: Flat
    lid_y: Flat
    lid_solid: bool
    trimmer: bool
    hatch_x: Flat | None
    notes: tuple[Phrase, ...]

    @property
    def has_roof(self) -> bool:
        return self.roof_edge > self.run

    @property
    def has_open(self) -> bool:
        return self.roof_edge < self.x1


def lay_out(pen: LowPenChoices) -> Layout:
    """Set out the lines of a low pen.

    Args: pen, its choices.
    Returns: the Layout.
    Source: common practice; purlin spans from the catalogue.

    >>> from ergamot.core.frame.low_pen.choices import chosen
    >>> lay_out(chosen(asked(), c)).x0
    80.0
    """
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    x0 = body_start(pen.gear)
    x1 = pen.length
    run = x0 + (pen.tall.house.length if pen.tall else 0.0)
    edge, notes = _roof_edge(pen, x0, run, x1)
    stud = pen.timbers.rib_mm
    first, last = x0 + stud / 2, x1 - stud / 2
    housed = evenly(first, run - stud / 2, pen.bay) if pen.tall else [first]
    first = housed[-1]
    lines = evenly(first, edge if edge < x1 else last, pen.bay) if edge > run else [first]
    if edge < x1:
        lines = lines[:-1] + evenly(lines[-1], last, pen.bay)
    crossings = [run + thick / 2, *lines[1:-1], x1 - thick / 2]
    if not pen.slope:  # down a fall, noggins between the cross rails carry the sheet
        crossings = _with_purlins(crossings, edge, pen.roof.purlin_span_m * 1000)
    half = pen.width / 2 - thick / 2
    trimmer = pen.access == "lid" and half >= HALF_LID_MM
    lid_x, lid_solid = _lid_span(crossings, edge)
    studs = evenly(-half, half, END_STUD_MM)[1:-1]
    if pen.apart:  # an end that comes off has posts of its own at both corners
        corner = pen.half - thick - deep / 2
        studs = [-corner, *(line for line in studs if abs(line) < corner - deep), corner]
    return Layout(
        x0=x0,
        run=run,
        x1=x1,
        roof_edge=edge,
        housed=tuple(housed) if pen.tall else (),
        uprights=(*housed[:-1], *lines),
        crossings=tuple(crossings),
        end_studs=tuple(studs),
        lid_x=lid_x,
        lid_y=(0.0 if trimmer else -half, half),
        lid_solid=lid_solid,
        trimmer=trimmer,
        hatch_x=_widest(pairwise(lines)) if pen.access == "side-hatch" else None,
        notes=tuple(notes),
    )


def _roof_edge(pen: LowPenChoices, x0: float, run: float, x1: float) -> tuple[float, list[Phrase]]:
    """The roof ends on a cross rail; strips too narrow to build are given up or widened."""
    wanted = x0 + pen.roofed * (x1 - x0)
    if wanted <= run or pen.roofed == 1:
        return max(wanted, run), []
    edge = min(max(wanted, run + LEAST_STRIP_MM), x1 - LEAST_STRIP_MM)
    if abs(edge - wanted) < 1:
        return edge, []
    moved = Quantity(edge - x0, "mm")
    return edge, [phrase("the roof edge was moved to {edge}: a narrower strip cannot be framed", edge=moved)]


def _with_purlins(crossings: list[float], edge: float, span: float) -> list[float]:
    """Add cross rails under the roof so that no sheet spans further than it can."""
    lines = [crossings[0]]
    for line in crossings[1:]:
        under_roof = (lines[-1] + line) / 2 < edge
        lines += evenly(lines[-1], line, span)[1:] if under_roof else [line]
    return lines


def _lid_span(crossings: list[float], edge: float) -> tuple[Flat, bool]:
    """The lid lies between two cross rails: the widest open bay, or the last of a full roof."""
    bays = list(pairwise(crossings))
    in_open = [bay for bay in bays if bay[0] >= edge - 1]
    return (_widest(in_open), False) if in_open else (bays[-1], True)


def _widest(bays: Iterable[Flat]) -> Flat:
    """The first of the widest, to the millimetre."""
    return max(bays, key=lambda bay: round(bay[1] - bay[0]))
