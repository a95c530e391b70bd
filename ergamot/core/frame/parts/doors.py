"""Doors, hatches and lids: a leaf laid over an opening, hinged on one side, latched on the other."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

from ergamot.core.catalogue import Covering, pick
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.covering import UPRIGHT_NZ, Coat
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.kinds import Covers, Duty, Group, Item, Purpose, Space
from ergamot.core.frame.parameters import Choice, Parameter, Value
from ergamot.core.frame.parts.site import Site, refuse_above
from ergamot.core.frame.structure import Opening

Side = Literal["left", "right", "top", "bottom"]
OWN, MADE = ("door_made", "own"), ("door_made", "made")
NO_DOOR_MM = (350.0, 300.0)  # where there is none, its posts stand as if an arm went through; judgement
MID_RAIL_OVER_MM = 1100.0  # a taller leaf gets a rail across its middle; judgement: it would rack
DOOR_BOARD, UNDER_CLOTH = "ply-5", "welded-25x50"  # rows of what stands in for cloth, and under it
TWO_ACTION, BARREL = "latch", "bolt-latch"  # rows of hardware


@dataclass(frozen=True)
class Leaf:
    """How a leaf is made: what covers it, where it hinges, how it latches, what holds it open; what lifts off has no
    hinge, latches on both its ends and nothing to hold it open; what slides, a latch on its leading side.

    `latch` is a row of hardware, `stay` a prop under a lid or a stay on a door. `mesh` fills the opening behind a solid
    leaf on hot nights.
    """

    role: str
    what: Covering
    hinge: Side | None
    latch: str = TWO_ACTION
    stay: Fitting = Fitting.STAY
    mesh: Covering | None = None
    inside: Space = Space.RUN
    own_kg: float | None = None
    purpose: Purpose = Purpose.KEEPER
    slides: bool = False


OWN_DOOR_PARAMETERS: tuple[Parameter, ...] = (
    Parameter(
        "door_made",
        "The door",
        "covering",
        "choice",
        "made",
        choices=(
            Choice("made", "made to fit"),
            Choice("own", "one you have", "the opening is made to fit it"),
            Choice("none", "none here", "cut openings of your own, in any side"),
        ),
        kept=True,
    ),
    Parameter(
        "own_width", "Your door's width", "covering", "length", 700.0, 400, 1000, only_if=OWN, kept=True
    ),
    Parameter(
        "own_height", "Your door's height", "covering", "length", 1700.0, 400, 2040, only_if=OWN, kept=True
    ),
    Parameter("own_kg", "Your door weighs", "covering", "mass", 12.0, 2, 40, only_if=OWN, kept=True),
)


@dataclass(frozen=True)
class Doorway:
    """The clear opening of a door, (width, height) in mm, and the mass of one the keeper has, kg.

    `named` are the parameters that give its width and height, `lap` how much larger they are. Where there is none, its
    posts stand as studs of that end.
    """

    clear: Flat
    own_kg: float | None
    named: tuple[str, str]
    lap: float
    there: bool = True

    def refuse_wider(self, most: float, why: str) -> None:
        """Refuse a clear width over `most`, mm, by the name and size it was given."""
        if self.there:
            refuse_above(self.named[0], self.clear[0] + self.lap, most + self.lap, why)

    def refuse_taller(self, most: float, why: str) -> None:
        """Refuse a clear height over `most`, mm, by the name and size it was given."""
        if self.there:
            refuse_above(self.named[1], self.clear[1] + self.lap, most + self.lap, why)


def read_doorway(values: Mapping[str, Value], deep: float) -> Doorway:
    """The opening a door needs: as asked, or half a stick inside one the keeper has all round.

    Where there is none it is the least one: its posts stand there as studs.

    Args: values, checked; deep, of the sticks round it, mm.
    Returns: the Doorway.
    Source: common practice: a leaf laps its frame by half a stick.

    >>> read_doorway(asked("coop"), 64.0).clear
    (650.0, 1750.0)
    """
    if values["door_made"] == "own":
        wide, high = float(values["own_width"]), float(values["own_height"])
        return Doorway((wide - deep, high - deep), float(values["own_kg"]), ("own_width", "own_height"), deep)
    there = values["door_made"] != "none"
    clear = (float(values["door_width"]), float(values["door_height"])) if there else NO_DOOR_MM
    return Doorway(clear, None, ("door_width", "door_height"), 0.0, there)


def door_of(site: Site, face: Face, what: Covering) -> Covering:
    """Tell what closes an opening in a wall of some covering: of cloth, a board, for cloth is no door.

    Args: site; face it is in; what the wall is covered with.
    Returns: the covering; in a roof it is as it was.
    Source: common practice: what can bite gets through cloth.

    >>> site = begun("coop")
    >>> [door_of(site, site.faces[name], c.sheets["tarp"]).key for name in ("left", "left roof")]
    ['ply-5', 'tarp']
    """
    if what.rolls and abs(face.normal[2]) < UPRIGHT_NZ:
        return site.catalogue.sheets[DOOR_BOARD]
    return what


def _closing(site: Site, face: Face, leaf: Leaf) -> Leaf:
    """A leaf that is a door: in a wall no cloth, in a roof cloth over mesh."""
    what = door_of(site, face, leaf.what)
    if what.rolls and leaf.mesh is None:
        return replace(leaf, mesh=site.catalogue.meshes[UNDER_CLOTH])
    return replace(leaf, what=what)


def hang(site: Site, face: Face, u: Flat, v: Flat, leaf: Leaf, clear: Flat | None = None) -> Opening:
    """Leave an opening in a face and hang a leaf over it; its sticks lie flat on the frame.

    Args: site; face; u and v, the leaf's outside on the face, mm; leaf; clear, width and height of the opening, where
        it is known: else the leaf is taken to lap what is round it by half a stick.
    Returns: the Opening.
    Source: common practice: two hinges, two latches, one stay.

    >>> site = begun("coop")
    >>> leaf = Leaf("door", c.meshes["hex-25"], "left", BARREL)
    >>> hang(site, site.faces["front"], (-300.0, 300.0), (64.0, 1500.0), leaf).ref
    'opening-1'
    """
    leaf = _closing(site, face, leaf)
    sawn, lap = site.frame.leaf or site.frame.section, site.frame.section.deep_mm
    thick, deep = sawn.thick_mm, sawn.deep_mm
    w = (0.0, thick)
    side = Piece(Duty.LEAF, f"{leaf.role} side", "L", f"frames the {leaf.role}", Group.DOORS, sawn)
    end = Piece(Duty.LEAF, f"{leaf.role} end", "L", f"frames the {leaf.role}", Group.DOORS, sawn)
    for low in () if leaf.own_kg else (u[0], u[1] - deep):
        site.frame.on_face(end, face, (low, low + deep), (v[0] + deep, v[1] - deep), w, "v")
    for low in () if leaf.own_kg else (v[0], v[1] - deep):
        site.frame.on_face(side, face, u, (low, low + deep), w, "u")
    if v[1] - v[0] > MID_RAIL_OVER_MM and not leaf.own_kg:
        middle = (v[0] + v[1]) / 2
        rail = Piece(
            Duty.LEAF, f"{leaf.role} rail", "L", f"keeps the {leaf.role} from sagging", Group.DOORS, sawn
        )
        site.frame.on_face(
            rail, face, (u[0] + deep, u[1] - deep), (middle - deep / 2, middle + deep / 2), w, "u"
        )
    opening = site.cover.open(
        face,
        u,
        v,
        leaf.purpose,
        f"{leaf.role} opening",
        f"{leaf.role} with {pick(site.catalogue.hardware, leaf.latch, 'latch').label} × 2",
        leaf=leaf.role,
        inside=leaf.inside,
        clear_mm=clear or (u[1] - u[0] - lap, v[1] - v[0] - lap),
    )
    coat = Coat(leaf.role, leaf.what, Group.DOORS, leaf.inside, part=Covers.LEAF, closes=opening.ref)
    if leaf.own_kg:
        whole = site.catalogue.sheets["ply-18"]
        own = replace(coat, role=f"your own {leaf.role}", what=whole, own_kg=leaf.own_kg)
        site.cover.lay(face, own, u, v, 0.0)
    else:
        site.cover.lay(face, coat, u, v, thick)
    if leaf.mesh is not None:
        behind = replace(coat, role=f"mesh behind the {leaf.role}", what=leaf.mesh, under=True)
        site.cover.lay(face, behind, u, v, 0.0)
    _fittings(site, face, u, v, leaf, thick, opening.ref)
    return opening


@dataclass(frozen=True)
class Flap:
    """A piece of the covering itself, hinged: no frame of its own. `hinge` is its low or high edge."""

    purpose: Purpose
    closed_by: str
    coat: Coat
    hinge: Literal["low", "high"]
    inside: Space


def hang_flap(site: Site, face: Face, u: Flat, v: Flat, flap: Flap) -> Opening:
    """Leave an opening in a face and close it with the piece cut out, on two hinges and two latches.

    Args: site; face; u and v, the opening on the face, mm; flap.
    Returns: the Opening.
    Source: common practice.

    >>> from ergamot.core.frame.covering import wall
    >>> site = begun("coop")
    >>> flap = Flap(Purpose.CLEANING, "flap", wall("flap", c.meshes["hex-25"]), "high", Space.RUN)
    >>> hang_flap(site, site.faces["front"], (-300.0, 300.0), (64.0, 400.0), flap).closed_by
    'flap'
    """
    opening = site.cover.open(
        face,
        u,
        v,
        flap.purpose,
        f"{flap.coat.role} opening",
        flap.closed_by,
        leaf=flap.coat.role,
        inside=flap.inside,
        clear_mm=(u[1] - u[0], v[1] - v[0]),
    )
    coat = replace(flap.coat, part=Covers.LEAF, closes=opening.ref)
    site.cover.lay(face, coat, u, v, 0.0)
    quarter = (u[1] - u[0]) / 4
    hinged = (Fitting.HINGE, Fitting.LATCH)
    for kind, at in zip(hinged, v if flap.hinge == "low" else reversed(v), strict=True):
        places = [face.point(place, at) for place in (u[0] + quarter, u[1] - quarter)]
        site.fit(kind, kind, flap.coat.group, places, flap.coat.when, opening.ref)
    return opening


def _fittings(site: Site, face: Face, u: Flat, v: Flat, leaf: Leaf, w: float, closes: str) -> None:
    def along(edge: Side) -> list[Point]:
        if edge in ("top", "bottom"):
            at, quarter = (v[1] if edge == "top" else v[0]), (u[1] - u[0]) / 4
            return [face.point(place, at, w) for place in (u[0] + quarter, u[1] - quarter)]
        at, quarter = (u[0] if edge == "left" else u[1]), (v[1] - v[0]) / 4
        return [face.point(at, place, w) for place in (v[0] + quarter, v[1] - quarter)]

    opposite: dict[Side, Side] = {"left": "right", "right": "left", "top": "bottom", "bottom": "top"}
    latch = pick(site.catalogue.hardware, leaf.latch, "latch")
    if leaf.slides:
        site.buy(latch, Item.FITTING, "latch", Group.DOORS, along("left")[:1], closes=closes)
        return
    if leaf.hinge is None:
        site.buy(latch, Item.FITTING, "latch", Group.DOORS, [*along("left"), *along("right")], closes=closes)
        return
    site.fit(Fitting.HINGE, "hinge", Group.DOORS, along(leaf.hinge), closes=closes)
    latched = along(opposite[leaf.hinge])
    site.buy(latch, Item.FITTING, "latch", Group.DOORS, latched, closes=closes)
    middle = latched[0], latched[1]
    x, y, z = ((a + b) / 2 for a, b in zip(*middle, strict=True))
    site.fit(leaf.stay, leaf.stay, Group.DOORS, [(x, y, z)])
