"""What can be chosen about a pipe kit, and what must hold between the choices."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Mesh, Section, Sheet, Species, pick
from ergamot.core.catalogue.kinds import Use
from ergamot.core.finding import What
from ergamot.core.frame.kinds import Moves
from ergamot.core.frame.parameters import Choice, Parameter, Value, looked_up
from ergamot.core.frame.parts.inside import INSIDE_PARAMETERS, Inside, read_inside
from ergamot.core.frame.parts.site import refuse_above
from ergamot.core.frame.wanted import Wanted

PINNED = "pinned"
WALLS_MM = (609.6, 762.0, 914.4)  # as high as a roll of mesh is wide
RIDGE_OVER_MM = (
    1300.0  # wider, a pipe runs along the middle of the top; judgement: mesh bellies and cross pipes sag
)
LEAST_BAY_MM = 250.0  # of a pipe between two fittings; judgement: shorter, it is nearly all sockets
# It has nothing a wheel could be held by: it slides, or is carried
_GEAR = Parameter(
    "gear",
    "Moved on",
    "gear",
    "choice",
    Moves.SKIDS,
    choices=(Choice(Moves.SKIDS, "its own pipes, and a rope", "two carry it over what is rough"),),
    idle=(What.WEIGHT,),
)


PARAMETERS: tuple[Parameter, ...] = (
    Parameter("length", "Length", "size", "length", 2400.0, 1200, 3657.6, note="over the pipes"),
    Parameter("width", "Width", "size", "length", 1200.0, 750, 2400, note="over the pipes"),
    Parameter("height", "Height", "size", "length", 609.6, 400, 1000, note="ground to top of frame"),
    Parameter(
        "roofed",
        "Covered",
        "size",
        "share",
        0.5,
        0,
        1,
        note="under a tarp, from the rear",
        idle=(What.SPACE,),
    ),
    Parameter("pipe", "Pipe", "frame", "choice", "pvc-33", table="sections", uses=(Use.PIPE,)),
    Parameter("bay", "Longest bay", "frame", "length", 900.0, 400, 1500, note="between posts"),
    Parameter(
        "joined",
        "Fittings",
        "frame",
        "choice",
        "glued",
        choices=(
            Choice("glued", "all glued"),
            Choice(PINNED, "sides glued, the rest pinned dry", "comes apart and packs flat"),
        ),
        idle=(What.SPACE,),
    ),
    Parameter("species", "Wooden parts", "frame", "choice", "spf", table="species", idle=(What.SPACE,)),
    Parameter(
        "roof",
        "Cover of",
        "covering",
        "choice",
        "tarp",
        table="sheets",
        uses=(Use.COVER,),
        idle=(What.SPACE,),
    ),
    Parameter(
        "walls",
        "Walls",
        "covering",
        "choice",
        "sheltered",
        choices=(
            Choice("mesh", "mesh all round"),
            Choice("sheltered", "the tarp comes down round the covered part"),
        ),
        idle=(What.SPACE,),
    ),
    Parameter("mesh", "Mesh", "covering", "choice", "welded-25", table="meshes"),
    _GEAR,
    *(one for one in INSIDE_PARAMETERS if one.name not in ("gussets", "catch_board")),
)


@dataclass(frozen=True)
class PipeKitChoices:
    """The values of a pipe kit with their catalogue rows looked up; lengths in mm."""

    length: float
    width: float
    height: float
    roofed: float
    pipe: Section
    species: Species
    bay: float
    joined: str
    roof: Sheet
    walls: str
    mesh: Mesh
    inside: Inside
    leaf: Section

    @property
    def half(self) -> float:
        return self.width / 2

    @property
    def pinned(self) -> bool:
        return self.joined == PINNED

    @property
    def ridged(self) -> bool:
        """Does a pipe run along the middle of its top?"""
        return self.width > RIDGE_OVER_MM


def chosen(values: Mapping[str, Value], catalogue: Catalogue) -> PipeKitChoices:
    """Look up the rows the values name.

    Args: values, one for each of PARAMETERS; catalogue.
    Returns: the PipeKitChoices.
    Raises: UnknownChoice.
    Source: common practice.

    >>> chosen(asked("pipe-kit"), c).pipe.key
    'pvc-33'
    """
    return PipeKitChoices(
        **{
            **looked_up(PipeKitChoices, PARAMETERS, values, catalogue),
            "inside": read_inside(values, catalogue),
            "leaf": pick(catalogue.sections, "1x2", "leaf"),
        }
    )


def check(values: Mapping[str, Value], catalogue: Catalogue) -> None:
    """Refuse values that each stand within their range but cannot be built together.

    Args: values, one for each of PARAMETERS; catalogue.
    Raises: OutOfRange, naming the field and what it may be.
    Source: common practice; stock lengths from the catalogue.

    >>> check(asked("pipe-kit"), c)
    """
    pen = chosen(values, catalogue)
    longest = pen.pipe.longest_mm
    across = pen.half if pen.ridged else pen.width
    refuse_above("width", across, longest, f"for a {pen.pipe.label} across it")
    refuse_above("bay", pen.bay, longest, f"for one {pen.pipe.label}")


def wanted(flock: Wanted) -> dict[str, Value]:
    """What a flock wants in a pipe kit: as high as a roll of mesh that clears them.

    Args: flock, what it asks.
    Returns: values to begin with.
    Source: common practice.

    >>> wanted(Wanted(500.0, 0.0, 0, False))
    {'height': 609.6}
    """
    enough = (roll for roll in WALLS_MM if roll >= flock.head_room_mm)
    return {"height": next(enough, WALLS_MM[-1])}
