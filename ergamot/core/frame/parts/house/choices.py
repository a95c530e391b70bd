"""What can be chosen about the house."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from ergamot.core.catalogue import Catalogue, Mesh, Sheet, pick
from ergamot.core.catalogue.kinds import Use
from ergamot.core.finding import What
from ergamot.core.frame.parameters import Choice, Parameter, Value, is_on, switch
from ergamot.core.frame.shape import Wanted

NEST_MM = 300.0  # a hen's box, wide, deep and high; judgement: she turns round in it
FLOOR_MESH = "welded-12"
ROOST_END_MM = 60.0  # of each bar lies on its rail
BARS_APART_M = 0.45  # wider than the least, so that a house comes out about as long as wide; judgement


LEAST_PANE_MM = 150.0
RANGING = "range"  # of what is beneath a house: nothing, the birds go out
OWN_WINDOW = ("window", "own")


class Place(StrEnum):
    """Where in its pen a house is."""

    REAR = "yes"
    WHOLE = "whole"


HOUSED = tuple(Place)


@dataclass(frozen=True)
class OwnWindow:
    """A window the keeper has: outside width and height, mm, and its mass, kg."""

    wide: float
    high: float
    kg: float


@dataclass(frozen=True)
class House:
    """The values of a house with its rows looked up; lengths in mm."""

    where: Place
    docks_at: float  # sill of another building's hole its pop hole meets in winter; 0 where it stands free
    ranges: bool  # nothing closes what is beneath: the birds go out on the grass by day
    length: float
    floor_z: float
    floor_of: Sheet | Mesh
    walls: Sheet
    roosts: str
    bars: int
    roosts_out: bool
    droppings_board: bool
    nests: str
    nest_count: int
    nest_hatch: str
    nests_later: bool
    vents: bool
    hatch: bool
    window: bool
    own_window: OwnWindow | None
    winter_floor: bool

    @property
    def whole(self) -> bool:
        """Is it as long as the pen?"""
        return self.where is Place.WHOLE


def house_parameters(default: str, floor_mm: float, whole: bool = False) -> tuple[Parameter, ...]:
    """What can be chosen about a house.

    Args: default, yes or no; floor_mm, usual height of its floor; whole, whether it may be as long as the pen, with
        upright walls.
    Returns: the parameters of group house.
    Source: common practice ranges.

    >>> house_parameters("no", 600.0)[0].name
    'house'
    """
    housed = ("house", *HOUSED)
    along = (Choice(Place.WHOLE, "the whole length", "a run beneath it, or none"),) if whole else ()
    return (
        Parameter(
            "house",
            "Raised house",
            "house",
            "choice",
            default,
            choices=(Choice(Place.REAR, "at the rear"), *along, Choice("no", "none")),
            kept=True,
        ),
        *(_beneath() if whole else ()),
        Parameter(
            "house_length",
            "House length",
            "house",
            "length",
            1200.0,
            600,
            2500,
            only_if=("house", Place.REAR),
            note="rear wall to partition",
            left_out=("house", "no"),
        ),
        Parameter(
            "house_floor",
            "House floor",
            "house",
            "length",
            floor_mm,
            300,
            1100,
            only_if=housed,
            note="above the ground",
            left_out=("house", "no"),
        ),
        Parameter(
            "house_floor_of",
            "Floor of",
            "house",
            "choice",
            "slats-19",
            table="sheets",
            uses=(Use.FLOOR,),
            only_if=housed,
        ),
        Parameter(
            "house_walls",
            "House walls of",
            "house",
            "choice",
            "ply-9",
            table="sheets",
            uses=(Use.WALL,),
            only_if=housed,
        ),
        Parameter(
            "roosts",
            "Roosts",
            "house",
            "choice",
            "level",
            choices=(
                Choice("level", "one level", "no quarrel for the top"),
                Choice("stepped", "stepped", "easier up"),
                Choice("none", "none"),
            ),
            only_if=housed,
            kept=True,
            left_out=("roosts", "none"),
        ),
        Parameter(
            "roost_bars",
            "Roost bars",
            "house",
            "count",
            2,
            1,
            8,
            only_if=housed,
            kept=True,
            left_out=("roosts", "none"),
        ),
        *(_for_cleaning() if whole else ()),
        Parameter(
            "nests",
            "Nest boxes",
            "house",
            "choice",
            "none",
            choices=(
                Choice("none", "none"),
                Choice("inside", "inside, on the floor"),
                Choice("outside", "outside the rear wall"),
            ),
            only_if=housed,
            kept=True,
            left_out=("nests", "none"),
        ),
        Parameter(
            "nest_count",
            "Number of nests",
            "house",
            "count",
            3,
            1,
            12,
            only_if=housed,
            kept=True,
            left_out=("nests", "none"),
        ),
        Parameter(
            "nest_hatch",
            "Eggs reached by",
            "house",
            "choice",
            "lid",
            choices=(Choice("lid", "a lid", "cheap"), Choice("hatch", "a side hatch", "dark and calm")),
            only_if=housed,
            kept=True,
        ),
        Parameter(
            "nests_later",
            "Nests fitted",
            "house",
            "choice",
            "now",
            choices=(Choice("now", "from the start"), Choice("later", "before lay begins")),
            only_if=housed,
            kept=True,
        ),
        switch(
            "mesh_floor",
            "Mesh floor",
            "house",
            Choice("yes", "welded mesh instead", "droppings fall through"),
            "no",
            only_if=housed,
            idle=(What.SPACE,),
        ),
        switch(
            "winter_floor",
            "Floor in winter",
            "house",
            Choice("yes", "plywood laid over", "out in spring"),
            "as in summer",
            only_if=housed,
        ),
        Parameter(
            "window",
            "Window",
            "house",
            "choice",
            "no",
            choices=(
                Choice("no", "none"),
                Choice("yes", "clear sheet over the pop hole"),
                Choice("own", "one you have", "the opening is cut to fit it"),
            ),
            only_if=("house", Place.REAR),
            kept=True,
        ),
        Parameter(
            "window_width",
            "Your window's width",
            "house",
            "length",
            400.0,
            LEAST_PANE_MM,
            1200,
            only_if=OWN_WINDOW,
            kept=True,
        ),
        Parameter(
            "window_height",
            "Your window's height",
            "house",
            "length",
            300.0,
            LEAST_PANE_MM,
            800,
            only_if=OWN_WINDOW,
            kept=True,
        ),
        Parameter(
            "window_kg", "Your window weighs", "house", "mass", 4.0, 0.2, 25, only_if=OWN_WINDOW, kept=True
        ),
        switch(
            "house_hatch",
            "Cleaning hatch",
            "house",
            Choice("yes", "in the rear wall, or a slope"),
            default="yes",
            only_if=housed,
        ),
        Parameter(
            "vents",
            "Vents",
            "house",
            "choice",
            "both",
            choices=(Choice("both", "low and high, closable"), Choice("none", "none")),
            only_if=housed,
        ),
    )


def _for_cleaning() -> tuple[Parameter, ...]:
    """What is taken out of a house with upright walls to clean it."""
    return (
        switch(
            "roosts_out",
            "Roosts held",
            "house",
            Choice("yes", "in cleats", "lifted out for cleaning"),
            "by screws",
            only_if=("house", *HOUSED),
        ),
        switch(
            "droppings_board",
            "Under the roosts",
            "house",
            Choice("yes", "a board to scrape", "slid out with what fell on it"),
            "the floor",
            only_if=("house", *HOUSED),
        ),
    )


def _beneath() -> tuple[Parameter, ...]:
    """What is under a house as long as its pen."""
    return (
        Parameter(
            "house_beneath",
            "Beneath it",
            "house",
            "choice",
            "run",
            choices=(
                Choice("run", "a run, meshed all round"),
                Choice(RANGING, "nothing", "the birds go out by day, in a fence of their own"),
            ),
            only_if=("house", Place.WHOLE),
            kept=True,
        ),
        Parameter(
            "docks_at",
            "Docks in winter at",
            "house",
            "length",
            0.0,
            0,
            1500,
            only_if=("house", Place.WHOLE),
            note="sill of the other building's hole over the ground; 0 stands free",
            kept=True,
            idle=tuple(What),
        ),
    )


def housed(flock: Wanted) -> dict[str, Value]:
    """What a flock that lays wants: a house long enough for its roosts, and nests; other birds want none.

    Args: flock, what it asks.
    Returns: values to begin with.
    Source: common practice: bars 0.45 m apart in a house about as long as it is wide.

    >>> housed(Wanted(500.0, 0.0, 0, False))
    {'house': 'no'}
    """
    if not flock.lays:
        return {"house": "no"}
    bars = max(1, min(8, round(math.sqrt(flock.roost_m / BARS_APART_M))))
    length = max(900.0, min(2400.0, flock.roost_m / bars * 1000 + 2 * ROOST_END_MM))
    return {
        "house": "yes",
        "house_length": math.ceil(length / 50) * 50.0,
        "roosts": "level",
        "roost_bars": bars,
        "nests": "outside",
        "nest_count": min(12, flock.nests),
    }


def read_house(values: Mapping[str, Value], catalogue: Catalogue) -> House | None:
    """Look up the house the values name.

    Args: values, checked; catalogue.
    Returns: the House, or None when there is none.
    Raises: UnknownChoice.
    Source: common practice.

    >>> read_house(asked("coop", house="no"), c)
    """
    if values["house"] not in HOUSED:
        return None
    sheet = pick(catalogue.sheets, str(values["house_floor_of"]), "house_floor_of")
    where = Place(str(values["house"]))
    return House(
        where=where,
        docks_at=float(values["docks_at"]) if where is Place.WHOLE else 0.0,
        ranges=where is Place.WHOLE and values["house_beneath"] == RANGING,
        length=float(values["house_length"]),
        floor_z=float(values["house_floor"]),
        floor_of=catalogue.meshes[FLOOR_MESH] if is_on(values, "mesh_floor") else sheet,
        walls=pick(catalogue.sheets, str(values["house_walls"]), "house_walls"),
        roosts=str(values["roosts"]),
        bars=int(float(values["roost_bars"])),
        roosts_out="roosts_out" in values and is_on(values, "roosts_out"),
        droppings_board="droppings_board" in values and is_on(values, "droppings_board"),
        nests=str(values["nests"]),
        nest_count=int(float(values["nest_count"])),
        nest_hatch=str(values["nest_hatch"]),
        nests_later=values["nests_later"] == "later",
        vents=values["vents"] == "both",
        hatch=is_on(values, "house_hatch"),
        window=where is Place.REAR and values["window"] != "no",
        own_window=_own_window(values) if where is Place.REAR else None,
        winter_floor=is_on(values, "winter_floor"),
    )


def _own_window(values: Mapping[str, Value]) -> OwnWindow | None:
    if values["window"] != "own":
        return None
    return OwnWindow(
        float(values["window_width"]), float(values["window_height"]), float(values["window_kg"])
    )
