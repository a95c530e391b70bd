"""What several shapes have alike: bays, a solid or open end, and a site set out in ribs."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Mesh
from ergamot.core.catalogue.kinds import Use
from ergamot.core.finding import What
from ergamot.core.frame.carpentry import Framing
from ergamot.core.frame.covering import Coverer
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.parameters import Choice, Condition, Parameter
from ergamot.core.frame.parts.lines import rib_lines
from ergamot.core.frame.parts.openings import OF_SHEET, some_closed_by
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.profile import Profile


def bay_parameters(between: str) -> tuple[Parameter, ...]:
    """How far apart the ribs stand.

    Args: between, what the ribs are called: rafters, studs.
    Returns: the parameters bay and bays.
    Source: common practice ranges.

    >>> [one.name for one in bay_parameters("uprights")]
    ['bay', 'bays']
    """
    return (
        Parameter("bay", "Longest bay", "frame", "length", 900.0, 400, 1500, note=f"between {between}"),
        Parameter(
            "bays",
            "Bays set",
            "frame",
            "choice",
            "even",
            choices=(Choice("even", "evenly"), Choice("roll", f"so the mesh roll lands on {between}")),
        ),
    )


def end_parameters(end: str, elsewhere: Condition = lambda _: False) -> tuple[Parameter, ...]:
    """Return what closes the rear end, and what solid walls are made of.

    Args: end, solid or mesh, as it usually is; elsewhere, whether the shape has something of wall sheet besides.
    Returns: the parameters end_wall and wall_sheet.
    Source: common practice.

    >>> end_parameters("front")[0].name
    'end_wall'
    """
    both = (Choice("solid", "solid"), Choice("mesh", "mesh"))
    return (
        Parameter("end_wall", "Rear end", "covering", "choice", end, choices=both),
        Parameter(
            "wall_sheet",
            "Solid walls of",
            "covering",
            "choice",
            "ply-5",
            table="sheets",
            uses=(
                Use.WALL,
                Use.ROOF,
            ),
            and_if=lambda values: (
                values["end_wall"] == "solid" or elsewhere(values) or some_closed_by(values, *OF_SHEET)
            ),
            idle=(What.SPACE,),
        ),
    )


@dataclass(frozen=True)
class Ribs:
    """How the ribs of a pen are set: thickness along x, longest bay, the mesh roll they should suit, and
    the walls that part a house from its run, from the rear of the pen to where each lies on one and whether on its
    rear; mm."""

    thick: float
    bay: float
    roll: Mesh | None
    walls: tuple[tuple[float, bool], ...] = ()


def ribbed_site(
    catalogue: Catalogue,
    profile: Profile,
    clear: Callable[[float], Flat],
    x: Flat,
    ribs: Ribs,
    frame: Framing,
) -> Site:
    """A pen about to be built, its ribs set out from end to end.

    Args: catalogue; profile; clear, between a pair of ribs at a height; x, rear and front, mm; ribs; frame.
    Returns: the Site.
    Source: common practice.

    >>> first = begun("coop")
    >>> ribbed_site(c, first.profile, first.inside, (0.0, 3000.0), Ribs(64.0, 900.0, None), first.frame).x
    (0.0, 3000.0)
    """
    half = ribs.thick / 2
    walls = tuple(x[0] + at + (half if rear else -half) for at, rear in ribs.walls)
    lines, notes = rib_lines((x[0] + half, x[1] - half), walls, ribs.bay, ribs.roll, ribs.thick)
    site = Site(catalogue, profile, x, lines, ribs.thick, clear, frame, Coverer())
    site.notes += notes
    return site


def on_a_rib(site: Site, wanted: float) -> float:
    """Where a roof that should end somewhere does: on the front of a rib, or at an end wall.

    Args: site; wanted, x in mm.
    Returns: x, mm.
    Source: common practice: its edge is fixed to a rib.

    >>> site = begun("coop")
    >>> on_a_rib(site, site.lines[1] + 20) - site.lines[1]
    32.0
    """
    edges = [site.x[0], *(line + site.rib_mm / 2 for line in site.lines[1:-1]), site.x[1]]
    return min(edges, key=lambda edge: abs(edge - wanted))
