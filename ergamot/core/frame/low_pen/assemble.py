"""Putting a low pen together: base, sticks, coverings, running gear, what hangs in it, dimensions."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from ergamot.core.catalogue import Catalogue
from ergamot.core.finding import phrase
from ergamot.core.frame.covering import Coverer
from ergamot.core.frame.low_pen.choices import DROP_FRONT, LowPenChoices, chosen
from ergamot.core.frame.low_pen.coverings import close
from ergamot.core.frame.low_pen.layout import Layout, lay_out
from ergamot.core.frame.low_pen.sticks import set_sticks
from ergamot.core.frame.low_pen.tall import TallHouse, stepped
from ergamot.core.frame.parameters import Value, is_on
from ergamot.core.frame.parts.drag import bay_line, low_side, roof_edge
from ergamot.core.frame.parts.finish import Finished, finish
from ergamot.core.frame.parts.gear import base_rails, handles, running_gear
from ergamot.core.frame.parts.house import LowRun, build_house
from ergamot.core.frame.parts.inside import fit_inside
from ergamot.core.frame.parts.marks import base_marks, outermost, whole_and_halves
from ergamot.core.frame.parts.openings import read_openings
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.parts.walls import END_BRACES, end_braces
from ergamot.core.frame.profile import chain
from ergamot.core.frame.structure import Dimension, DragHandle, Room, Structure
from ergamot.core.units import Quantity


def build(values: Mapping[str, Value], catalogue: Catalogue) -> Structure:
    """Frame and cover a low pen.

    Args: values, one for each parameter, checked; catalogue.
    Returns: the Structure.
    Source: common practice; see the schedule in this package's docstring.

    >>> build(asked("low-pen"), c).shape
    'low-pen'
    """
    pen = chosen(values, catalogue)
    lay = lay_out(pen)
    half, thick, deep = pen.half, pen.section.thick_mm, pen.section.deep_mm
    line = [(-half, 0.0), (-half, pen.low_height), (half, pen.height), (half, 0.0)]
    site = Site(
        catalogue,
        chain(line, ["right", "top", "left"], pen.low_height),
        (lay.x0, lay.x1),
        lay.uprights,
        pen.timbers.rib_mm,
        lambda z: (thick - half, half - thick),
        pen.timbers.framing(),
        Coverer(),
    )
    if pen.tall:
        site.faces = stepped(site.faces, pen.tall, (lay.x0, lay.run, lay.x1))
    base_rails(site, pen.length, half, pen.gear)
    set_sticks(site, pen, lay)
    close(site, pen, lay)
    axles = running_gear(site, pen.gear, pen.length, half)
    grip = handles(site, pen.gear, half, pen.low_height)
    housed = _house(site, pen.tall, lay) if pen.tall else Room()
    if is_on(values, END_BRACES.name):
        end_braces(site, pen.timbers.foot_z, ("rear",) if pen.access == DROP_FRONT else ("front", "rear"))
    hung = fit_inside(site, pen.inside, half, pen.low_height - deep, lay.run)
    room = replace(hung, roost_m=housed.roost_m, nests=housed.nests)
    site.notes[:0] = lay.notes
    if pen.apart:
        site.notes.append(
            phrase(
                "comes apart into two sides, two ends and a top; the largest lies flat in {long} × {high}",
                long=Quantity(pen.length, "mm"),
                high=Quantity(max(pen.height, pen.width - 2 * thick), "mm"),
            )
        )
    made = Finished(
        "low-pen",
        pen.length,
        half,
        axles,
        grip,
        room,
        pen.low_height,
        _dimensions(site, pen, lay),
        drag=lambda one: _drag(one, pen),
        openings=read_openings(values, pen.side_mesh, pen.wall_sheet),
        apart=pen.apart,
        tall=pen.tall.profile() if pen.tall else None,
    )
    return finish(site, made)


def _house(site: Site, tall: TallHouse, lay: Layout) -> Room:
    """What is in the house, and its front over the run."""
    own = replace(site, profile=tall.profile(), x=(lay.x0, lay.run), lines=lay.housed)
    return build_house(own, tall.house, LowRun(site.profile.top_z, lay.x1))


def _drag(structure: Structure, pen: LowPenChoices) -> tuple[DragHandle, ...]:
    own = () if pen.tall else (low_side(structure, pen.fall),)
    return (roof_edge(structure, pen.roofed), *own, bay_line(structure, pen.bay))


def _dimensions(site: Site, pen: LowPenChoices, lay: Layout) -> tuple[Dimension, ...]:
    half, top = pen.half, pen.height
    ahead = pen.gear.handle + 160 if pen.gear.wheel else 220
    outboard = outermost(site)
    own = pen.roof_made == "own"
    low_name = "" if pen.slope else "height"  # the height is changed on the high side
    marks = [
        *base_marks(site, pen.length, half, ahead, "" if own else "width"),
        Dimension("side", (lay.x1, 0), (lay.x1, top), ahead, pen.height, "height"),
        Dimension("end", (-outboard, 0), (-outboard, pen.low_height), -170, pen.low_height, low_name),
    ]
    if pen.tall:
        high = pen.tall.top
        marks.append(Dimension("side", (lay.x0, 0), (lay.x0, high), -170, high, "house_top"))
        marks.append(
            Dimension("side", (lay.x0, high), (lay.run, high), 160, lay.run - lay.x0, "house_length")
        )
    if lay.has_roof and lay.has_open:
        roofed, name = lay.roof_edge - lay.x0, "" if own else "roofed"
        marks.append(Dimension("plan", (lay.x0, half), (lay.roof_edge, half), 260, roofed, name))
        marks.append(Dimension("plan", (lay.roof_edge, half), (lay.x1, half), 260, lay.x1 - lay.roof_edge))
    if pen.gear.wheel:
        reach = pen.gear.handle
        marks.append(Dimension("side", (pen.length, top), (pen.length + reach, top), 220, reach, "handle"))
    return tuple(marks)


def stops(parameter: str, values: Mapping[str, Value], catalogue: Catalogue) -> tuple[float, ...]:
    """Values of a length at which sticks come out of stock whole.

    Args: parameter, its name; values, the design as it stands; catalogue.
    Returns: lengths in mm, rising; none for a parameter that stock does not rule.
    Source: stock lengths and roll widths in the catalogue.

    >>> stops("length", asked("low-pen"), c)[:2]
    (2438.4, 3048.0)
    """
    pen = chosen(values, catalogue)
    if parameter == "length":
        return tuple(sorted(pen.section.stock_mm))
    if parameter == "width":
        whole = whole_and_halves(pen.section, 2 * pen.section.thick_mm)
        return tuple(sorted({*pen.section.stock_mm, *whole}))
    if parameter == "height":
        return tuple(sorted(pen.side_mesh.roll_width_mm))
    return ()
