"""Every stick of a low pen, in the order of the schedule in this package's docstring."""

from __future__ import annotations

import math
from itertools import pairwise

from ergamot.core.finding import phrase
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.low_pen.choices import Chosen
from ergamot.core.frame.low_pen.layout import Layout
from ergamot.core.frame.parts.gear import side_bands
from ergamot.core.frame.parts.lines import evenly
from ergamot.core.frame.parts.site import Site

BRACE_LEG_MM = 300.0  # longest leg of a knee brace; judgement: longer takes room from the birds
BRACE_CLEAR_MM = 10.0  # left between a brace and the next stick


def set_sticks(site: Site, pen: Chosen, lay: Layout) -> None:
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
    _noggins(site, pen, lay)
    _braces(site, pen, lay)


def rail_tops(pen: Chosen) -> Flat:
    """Height of the top side rails: under the roof plane all the way across each.

    Args: pen, its choices.
    Returns: right and left, mm.
    Source: geometry.

    >>> from ergamot.core.frame.low_pen.choices import chosen
    >>> rail_tops(chosen(asked(), c))
    (609.6, 609.6)
    """
    return pen.low_height, pen.top_at(pen.half - pen.section.thick_mm)


def _top(site: Site, pen: Chosen, lay: Layout) -> None:
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    side = Piece(Duty.PLATE, "top side rail", "T", "ties the uprights and takes the roof")
    for band, top in zip(side_bands(pen.half, thick), rail_tops(pen), strict=True):
        site.frame.stick(side, (lay.x0, lay.x1), band, (top - deep, top), "x")
    inner, drop = pen.half - thick, deep * math.hypot(1, pen.slope)
    right, left = pen.top_at(-inner), pen.top_at(inner)
    outline = ((-inner, right), (inner, left), (inner, left - drop), (-inner, right - drop))
    for line in lay.crossings:
        why = "carries the roof sheet" if line <= lay.roof_edge else "carries the overhead mesh"
        piece = Piece(Duty.CROSS_RAIL, "top cross rail", "C", why)
        site.frame.profiled(piece, outline, "x", (line - thick / 2, line + thick / 2))
    if lay.trimmer:
        x = (lay.lid_x[0] + thick / 2, lay.lid_x[1] - thick / 2)
        top = pen.top_at(-thick / 2)
        trimmer = Piece(Duty.TRIMMER, "lid trimmer", "C", "the lid hinges on it")
        site.frame.stick(trimmer, x, (-thick / 2, thick / 2), (top - deep, top), "x")


def _noggins(site: Site, pen: Chosen, lay: Layout) -> None:
    """Between the cross rails under sheet that falls to one side: its corrugations run down the fall as they do, so it
    spans from noggin to noggin."""
    if not pen.slope:
        return
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    face = site.faces["top"]
    noggin = Piece(Duty.NOGGIN, "noggin", "N", "carries the roof sheet between cross rails")
    edge = thick + deep * pen.slope  # of the side rails, as they reach under the slope
    low_y, high_y = ((y + pen.half) * face.tall / pen.width for y in lay.lid_y)
    for a, b in pairwise(lay.crossings):
        if (a + b) / 2 > lay.roof_edge:
            continue
        u = (a + thick / 2, b - thick / 2)
        in_lid = lay.lid_solid and pen.access == "lid" and (a, b) == lay.lid_x
        for v in evenly(0, face.tall, pen.roof.purlin_span_m * 1000)[1:-1]:
            beside = in_lid and low_y - thick < v < high_y + thick
            if not beside and edge + thick < v < face.tall - edge - thick:
                site.frame.on_face(noggin, face, u, (v - thick / 2, v + thick / 2), (-deep, 0), "u")


def _uprights(site: Site, pen: Chosen, lay: Layout) -> None:
    thick, deep = pen.section.thick_mm, pen.section.deep_mm
    upright = Piece(Duty.UPRIGHT, "upright", "U", "holds the top rail up; the side mesh lands on it")
    for line in lay.uprights:
        for band, top in zip(side_bands(pen.half, thick), rail_tops(pen), strict=True):
            site.frame.stick(
                upright, (line - deep / 2, line + deep / 2), band, (pen.timbers.foot_z, top - deep), "z"
            )
    stud = Piece(Duty.END_STUD, "end stud", "U", "stiffens the end wall and takes its mesh")
    drop, foot = deep * math.hypot(1, pen.slope), pen.timbers.foot_z
    for low in (lay.x0, lay.x1 - thick):
        for line in lay.end_studs:
            a, b = line - deep / 2, line + deep / 2
            outline = ((a, foot), (a, pen.top_at(a) - drop), (b, pen.top_at(b) - drop), (b, foot))
            site.frame.profiled(stud, outline, "x", (low, low + thick))


def _braces(site: Site, pen: Chosen, lay: Layout) -> None:
    """Four knee braces keep the side walls from racking; left out where there is no room."""
    deep, thick = pen.section.deep_mm, pen.section.thick_mm
    ends = (
        (lay.x0 + deep, +1, lay.uprights[0], lay.uprights[1]),
        (lay.x1 - deep, -1, lay.uprights[-2], lay.uprights[-1]),
    )
    left_out = False
    brace = Piece(Duty.KNEE_BRACE, "knee brace", "K", "keeps the side wall from racking")
    for corner, ahead, low, high in ends:
        for band, top in zip(side_bands(pen.half, thick), rail_tops(pen), strict=True):
            in_hatch = lay.hatch_x is not None and band[0] > 0 and lay.hatch_x == (low, high)
            leg = min(
                BRACE_LEG_MM, 0.75 * (top - deep - pen.timbers.foot_z), high - low - deep - BRACE_CLEAR_MM
            )
            if leg < deep * math.sqrt(2) + 30 or in_hatch:
                left_out = True
                continue
            site.frame.knee_brace(brace, (corner, top - deep), leg, ahead, band)
    if left_out:
        site.notes.append(phrase("no room for every knee brace: use plywood gussets in those corners"))
