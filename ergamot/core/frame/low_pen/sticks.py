"""Every stick of a low pen, in the order of the schedule in this package's docstring."""

from __future__ import annotations

import math
from itertools import pairwise

from ergamot.core.finding import phrase
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.low_pen.choices import LowPenChoices
from ergamot.core.frame.low_pen.layout import Layout
from ergamot.core.frame.low_pen.tall import ROOF, TallHouse
from ergamot.core.frame.parts.gear import side_bands
from ergamot.core.frame.parts.lines import evenly
from ergamot.core.frame.parts.site import Site

BRACE_LEG_MM = 300.0  # longest leg of a knee brace; judgement: longer takes room from the birds
LEAST_STUD_MM = 60.0  # a shorter one stiffens nothing
BRACE_CLEAR_MM = 10.0  # left between a brace and the next stick


def set_sticks(site: Site, pen: LowPenChoices, lay: Layout) -> None:
    """Set the frame of a low pen above its base rails.

    Args: site; pen, its choices; lay, its lines.
    Source: common practice.

    >>> from ergamot.core.frame.low_pen.choices import chosen
    >>> from ergamot.core.frame.low_pen.layout import lay_out
    >>> site, choices = begun(), chosen(asked(), c)
    >>> set_sticks(site, choices, lay_out(choices))
    >>> len(site.frame.members)
    23
    """
    _uprights(site, pen, lay)
    _top(site, pen, lay)
    _roof_noggins(site, pen, lay)
    _braces(site, pen, lay)


def _top(site: Site, pen: LowPenChoices, lay: Layout) -> None:
    """The top of the run; of a house, at its own height, rafters between plates."""
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    side = Piece(Duty.PLATE, "top side rail", "T", "ties the uprights and takes the roof")
    rails = [
        (line, Piece(Duty.CROSS_RAIL, "top cross rail", "C", _carries(line, lay))) for line in lay.crossings
    ]
    _deck(site, pen, (lay.run, lay.x1), pen, side, rails)
    if pen.tall:
        plate = Piece(Duty.PLATE, "house plate", "T", "ties the uprights of the house and takes its roof")
        rafter = Piece(Duty.RAFTER, "house rafter", "R", "hung between the plates; carries the roof")
        lines = (lay.x0 + thick / 2, *lay.housed[1:-1], lay.run - thick / 2)
        _deck(site, pen, (lay.x0, lay.run), pen.tall, plate, [(line, rafter) for line in lines])
        _noggins(site, pen, pen.tall, site.faces[ROOF], lines)
    if lay.trimmer:
        x = (lay.lid_x[0] + thick / 2, lay.lid_x[1] - thick / 2)
        top = pen.top_at(-thick / 2)
        trimmer = Piece(Duty.TRIMMER, "lid trimmer", "C", "the lid hinges on it")
        site.frame.stick(trimmer, x, (-thick / 2, thick / 2), (top - deep, top), "x")


def _carries(line: float, lay: Layout) -> str:
    return "carries the roof sheet" if line <= lay.roof_edge else "carries the overhead mesh"


def _deck(
    site: Site,
    pen: LowPenChoices,
    x: Flat,
    roof: LowPenChoices | TallHouse,
    side: Piece,
    across: list[tuple[float, Piece]],
) -> None:
    """Two rails along a top and, hung between them, what carries it across."""
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    for band, top in zip(side_bands(pen.half, thick), _tops(roof, pen), strict=True):
        site.frame.stick(side, x, band, (top - deep, top), "x")
    inner, drop = pen.half - thick, deep * math.hypot(1, roof.slope)
    right, left = roof.top_at(-inner), roof.top_at(inner)
    outline = ((-inner, right), (inner, left), (inner, left - drop), (-inner, right - drop))
    for line, piece in across:
        site.frame.profiled(piece, outline, "x", (line - thick / 2, line + thick / 2))


def _tops(roof: LowPenChoices | TallHouse, pen: LowPenChoices) -> Flat:
    """Height of a top's side rails: under the plane of the roof all the way across each; right and left, mm."""
    return roof.top_at(-pen.half), roof.top_at(pen.half - pen.section.thick_mm)


def _noggins(
    site: Site,
    pen: LowPenChoices,
    roof: LowPenChoices | TallHouse,
    face: Face,
    lines: tuple[float, ...],
    lid: tuple[Flat, Flat] | None = None,
) -> None:
    """Between what carries sheet that falls to one side: its corrugations run down the fall as the rails do, so it spans
    from noggin to noggin. In the bay of a lid none stands within it or beside it."""
    if not roof.slope:
        return
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    noggin = Piece(Duty.NOGGIN, "noggin", "N", "carries the roof sheet between cross rails")
    edge = thick + deep * roof.slope  # of the side rails, as they reach under the slope
    for a, b in pairwise(lines):
        u = (a + thick / 2, b - thick / 2)
        low, high = lid[1] if lid and lid[0] == (a, b) else (math.inf, -math.inf)
        for v in evenly(0, face.tall, pen.roof.purlin_span_m * 1000)[1:-1]:
            beside = low - thick < v < high + thick
            if not beside and edge + thick < v < face.tall - edge - thick:
                site.frame.on_face(noggin, face, u, (v - thick / 2, v + thick / 2), (-deep, 0), "u")


def _roof_noggins(site: Site, pen: LowPenChoices, lay: Layout) -> None:
    """Under the sheet of the run."""
    face = site.faces["top"]
    low, high = ((y + pen.half) * face.tall / pen.width for y in lay.lid_y)
    lid = (lay.lid_x, (low, high)) if lay.lid_solid and pen.access == "lid" else None
    under = tuple(lay.crossings[:1]) + tuple(
        b for a, b in pairwise(lay.crossings) if (a + b) / 2 <= lay.roof_edge
    )
    _noggins(site, pen, pen, face, under, lid)


def _uprights(site: Site, pen: LowPenChoices, lay: Layout) -> None:
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    sawn = site.frame.stud
    upright = Piece(
        Duty.UPRIGHT, "upright", "U", "holds the top rail up; the side mesh lands on it", section=sawn
    )
    for line in lay.uprights:
        roof = pen.tall if pen.tall and line in lay.housed else pen
        for band, top in zip(side_bands(pen.half, thick), _tops(roof, pen), strict=True):
            site.frame.stick(
                upright,
                (line - sawn.deep_mm / 2, line + sawn.deep_mm / 2),
                band,
                (pen.timbers.foot_z, top - deep),
                "z",
            )
    stud = Piece(Duty.END_STUD, "end stud", "U", "stiffens the end wall and takes its mesh")
    drop, foot = deep * math.hypot(1, pen.slope), pen.timbers.foot_z
    for low in (lay.x0, lay.x1 - thick):
        tall = pen.tall if low == lay.x0 else None
        for line in lay.end_studs:
            a, b = line - deep / 2, line + deep / 2
            tops = [pen.top_at(a) - drop, pen.top_at(b) - drop]
            if tall:  # no further than the floor: nests and a hatch are over it
                tops = [tall.house.under_floor] * 2
                if tops[0] - foot < LEAST_STUD_MM:
                    continue
            outline = ((a, foot), (a, tops[0]), (b, tops[1]), (b, foot))
            site.frame.profiled(stud, outline, "x", (low, low + thick))


def _braces(site: Site, pen: LowPenChoices, lay: Layout) -> None:
    """Four knee braces keep the side walls from racking; left out where there is no room."""
    deep, thick = pen.section.deep_mm, pen.section.thick_mm
    stud = pen.timbers.rib_mm
    ends = (
        (lay.x0 + stud, +1, lay.uprights[0], lay.uprights[1]),
        (lay.x1 - stud, -1, lay.uprights[-2], lay.uprights[-1]),
    )
    left_out = False
    brace = Piece(Duty.KNEE_BRACE, "knee brace", "K", "keeps the side wall from racking")
    for corner, ahead, low, high in ends:
        roof = pen.tall if pen.tall and ahead > 0 else pen
        for band, top in zip(side_bands(pen.half, thick), _tops(roof, pen), strict=True):
            in_hatch = lay.hatch_x is not None and band[0] > 0 and lay.hatch_x == (low, high)
            leg = min(
                BRACE_LEG_MM, 0.75 * (top - deep - pen.timbers.foot_z), high - low - stud - BRACE_CLEAR_MM
            )
            if leg < deep * math.sqrt(2) + 30 or in_hatch:
                left_out = True
                continue
            site.frame.knee_brace(brace, (corner, top - deep), leg, ahead, band)
    if left_out:
        site.notes.append(phrase("no room for every knee brace: use plywood gussets in those corners"))
