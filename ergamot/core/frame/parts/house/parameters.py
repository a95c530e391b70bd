"""What can be chosen about a house, as it is declared."""

from __future__ import annotations

from collections.abc import Mapping

from ergamot.core.catalogue.kinds import Use
from ergamot.core.finding import EVERY, What
from ergamot.core.frame.parameters import Choice, Parameter, Value, any_of, is_on, switch
from ergamot.core.frame.parts.house.kinds import Nests, Place, Roosts, RoostsHeld

LEAST_PANE_MM = 150.0
LEAST_RUN_MM = 500.0  # of run before or behind a house; judgement: less is a gap
RANGING = "range"  # of what is beneath a house: nothing, the birds go out
OWN_WINDOW = ("window", "own")


HOUSED = tuple(Place)
HOUSED_BY_ANY = ("house", *HOUSED)
ROOSTING = ("roosts", *(one for one in Roosts if one.there))
NESTING = ("nests", *(one for one in Nests if one.there))
FLAT, ON_EDGE = "flat", "edge"  # how a roost is turned
PARTED = (Place.REAR, Place.MIDDLE)  # by a wall from the run before it


def _housed(values: Mapping[str, Value]) -> bool:
    """Is there a house?"""
    return values["house"] in HOUSED


def _with_bars(values: Mapping[str, Value]) -> bool:
    """Is there a house with bars in it?"""
    return _housed(values) and float(values["roost_bars"]) > 0


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
    along = (
        (
            Choice(Place.MIDDLE, "in the middle", "a run before it and behind, joined beneath"),
            Choice(Place.WHOLE, "the whole length", "a run beneath it, or none"),
        )
        if whole
        else ()
    )
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
        *((*_behind(), *_beneath()) if whole else ()),
        Parameter(
            "house_length",
            "House length",
            "house",
            "length",
            1200.0,
            600,
            2500,
            only_if=("house", *PARTED),
            note="its rear wall to its front",
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
            and_if=lambda values: not is_on(values, "mesh_floor"),
        ),
        *_of_the_floor(),
        Parameter(
            "house_walls",
            "House walls of",
            "house",
            "choice",
            "ply-9",
            table="sheets",
            uses=(Use.WALL,),
            only_if=housed,
            no_cloth=True,
        ),
        Parameter(
            "roosts",
            "Roosts",
            "house",
            "choice",
            "level",
            choices=(
                Choice(Roosts.LEVEL, "one level", "no quarrel for the top"),
                Choice(Roosts.STEPPED, "stepped", "easier up"),
                Choice("none", "none"),
            ),
            only_if=housed,
            and_if=any_of("roost_bars"),
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
            only_if=ROOSTING,
            and_if=_housed,
            kept=True,
            left_out=("roosts", "none"),
        ),
        *_of_the_roosts(),
        *(_for_cleaning() if whole else ()),
        Parameter(
            "nests",
            "Nest boxes",
            "house",
            "choice",
            "none",
            choices=(
                Choice("none", "none"),
                Choice(Nests.INSIDE, "inside, on the floor"),
                Choice(Nests.LEDGE, "inside, on a ledge", "floor left free under them"),
                Choice(Nests.OUTSIDE, "outside the rear wall"),
                Choice(Nests.TWO_ROWS, "outside it, in two rows", "eggs from a hatch"),
            ),
            only_if=housed,
            kept=True,
            left_out=("nests", "none"),
            smaller=(Nests.TWO_ROWS, Nests.OUTSIDE),
        ),
        Parameter(
            "nest_count",
            "Number of nests",
            "house",
            "count",
            3,
            1,
            12,
            only_if=NESTING,
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
            only_if=("nests", Nests.OUTSIDE),
            kept=True,
        ),
        Parameter(
            "nests_later",
            "Nests fitted",
            "house",
            "choice",
            "now",
            choices=(Choice("now", "from the start"), Choice("later", "before lay begins")),
            only_if=NESTING,
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
            "pop_hole",
            "Pop hole",
            "house",
            "choice",
            "middle",
            choices=(
                Choice("middle", "in the middle"),
                Choice("left", "at the left wall", "room beside it for a door"),
                Choice("right", "at the right wall", "room beside it for a door"),
            ),
            only_if=("house", *PARTED),
            kept=True,
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
            only_if=("house", *PARTED),
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
            choices=(
                Choice("both", "low and high, closable"),
                Choice("floor", "those, and one in the floor"),
                Choice("none", "none"),
            ),
            only_if=housed,
        ),
    )


def _of_the_floor() -> tuple[Parameter, ...]:
    """What carries the floor of a house."""
    return (
        Parameter(
            "bearer_made",
            "Floor bearers of",
            "house",
            "choice",
            "same",
            choices=(Choice("same", "as the frame"), Choice("own", "timber of their own")),
            only_if=HOUSED_BY_ANY,
            idle=(What.SPACE,),
        ),
        Parameter(
            "bearer_section",
            "Bearers sawn from",
            "house",
            "choice",
            "2x4",
            table="sections",
            uses=(Use.FRAME,),
            only_if=("bearer_made", "own"),
            note="on edge, as thick as the frame",
            idle=(What.SPACE,),
        ),
    )


def _of_the_roosts() -> tuple[Parameter, ...]:
    """What the bars of a house are sawn from, how they are turned, and what stands under them between their ends."""
    return (
        Parameter(
            "roost_made",
            "Roosts of",
            "house",
            "choice",
            "same",
            choices=(Choice("same", "as the frame"), Choice("own", "timber of their own")),
            only_if=ROOSTING,
            and_if=_with_bars,
            idle=(What.SPACE,),
        ),
        Parameter(
            "roost_section",
            "Roosts sawn from",
            "house",
            "choice",
            "2x4",
            table="sections",
            uses=(Use.FRAME,),
            only_if=("roost_made", "own"),
            idle=(What.SPACE,),
        ),
        Parameter(
            "roost_laid",
            "Roosts laid",
            "house",
            "choice",
            "flat",
            choices=(
                Choice(FLAT, "flat", "wide side up"),
                Choice(ON_EDGE, "on edge", "stiffer, top edges eased"),
            ),
            only_if=ROOSTING,
            and_if=_with_bars,
            idle=(What.SPACE, What.WEIGHT, What.MOVING, What.WIND),
        ),
        Parameter(
            "roost_held",
            "Roosts carried",
            "house",
            "choice",
            "ends",
            choices=(
                Choice(RoostsHeld.ENDS, "at both ends"),
                Choice(RoostsHeld.RIBS, "on a rail at every rib"),
                Choice(RoostsHeld.POSTS, "on a post at every floor bearer"),
            ),
            only_if=ROOSTING,
            and_if=_with_bars,
            idle=(What.SPACE, What.WIND),
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
            only_if=ROOSTING,
            and_if=_with_bars,
            kept=True,
        ),
        switch(
            "droppings_board",
            "Under the roosts",
            "house",
            Choice("yes", "a board to scrape", "slid out with what fell on it"),
            "the floor",
            only_if=ROOSTING,
            and_if=_with_bars,
            kept=True,
        ),
        switch(
            "tray",
            "Under the floor",
            "house",
            Choice("yes", "a steel tray", "slid out with what falls through mesh or slats"),
            "nothing",
            only_if=("house", *HOUSED),
            kept=True,
            idle=(What.SPACE,),
        ),
    )


def _behind() -> tuple[Parameter, ...]:
    """Where a house in the middle begins."""
    return (
        Parameter(
            "house_at",
            "House begins at",
            "house",
            "length",
            900.0,
            LEAST_RUN_MM,
            4000,
            only_if=("house", Place.MIDDLE),
            note="from the rear wall",
            kept=True,
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
            idle=EVERY,
        ),
    )
