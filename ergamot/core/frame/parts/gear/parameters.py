"""What can be chosen about moving, as it is declared."""

from __future__ import annotations

from collections.abc import Mapping

from ergamot.core.catalogue.kinds import Steel
from ergamot.core.finding import What
from ergamot.core.frame.kinds import Held, Moves, PutUnder
from ergamot.core.frame.parameters import Choice, Parameter, Value, is_on, switch

AXLE_TO_WALL_MM = 20.0  # the rod clears the rear wall; judgement
CARRIED = tuple(one for one in Moves if one.carried)
WHEELED = tuple(one for one in Moves if one.wheeled)
ON_RODS = tuple(one for one in Moves if one.on_rods or one.swinging)  # of the pen's own
FIXED = tuple(one for one in Moves if one.on_rods)
LEVEL = tuple(one for one in Moves if one.wheeled and not one.carried and one is not Moves.DOLLY)
TWO_AXLES = (Moves.AXLES, Moves.FRAME, Moves.CHASSIS)
LOOSE = tuple(one for one in Moves if one.loose)
SWINGING = tuple(one for one in Moves if one.swinging)


def _by_hand(values: Mapping[str, Value]) -> bool:
    """Is it taken hold of by hand, not towed by a drawbar or a tongue?"""
    towed = values["gear"] == Moves.AXLES and is_on(values, "tongue")
    return values["gear"] != Moves.CHASSIS and not towed


def gear_parameters(hold: str, held_mm: float | None = None, handled: bool = True) -> tuple[Parameter, ...]:
    """What can be chosen about moving.

    Args: hold, words for what the hands take: two handles, or a lifting rope; held_mm, how high they take it, where a
        keeper may say; handled, whether they are handles, which a bar can join.
    Returns: the parameters of group gear.
    Source: common practice ranges.

    >>> gear_parameters("at the wall")[0].name
    'gear'
    """
    wheeled, swinging = ("gear", *WHEELED), ("gear", *SWINGING)
    return (
        Parameter(
            "gear",
            "Moved on",
            "gear",
            "choice",
            Moves.WHEELS,
            choices=(
                Choice(Moves.WHEELS, f"two wheels and {hold}", "tyres stay on the grass"),
                Choice(Moves.BOLT_ON, f"wheels bolted on, and {hold}", "taken off when parked"),
                Choice(Moves.DOLLY, f"a loose dolly, and {hold}", "under the rear, taken away when parked"),
                Choice(Moves.FRAME, "a lifting frame on four wheels", "lifts all of it, and comes away"),
                Choice(
                    Moves.CHASSIS,
                    "a towed chassis, its front pair turning",
                    "four wheels under it for a move",
                ),
                Choice(Moves.LEVERS, "lever wheels with a pin", "swing down and lift the rails"),
                Choice(Moves.BOARDS, "wheel boards past a dead point", "turn over and hold themselves"),
                Choice(Moves.AXLES, f"two fixed axles, and {hold}", "never comes down; turned by skidding"),
                Choice(Moves.SKIDS, "bare skids and a rope"),
            ),
            idle=(What.WEIGHT,),
        ),
        Parameter(
            "wheel",
            "Wheel",
            "gear",
            "choice",
            "rubber-10",
            table="wheels",
            only_if=wheeled,
            idle=(What.SPACE,),
        ),
        Parameter(
            "axle", "Axle place", "gear", "length", 60.0, 50, 600, only_if=wheeled, note="from the rear end"
        ),
        Parameter(
            "axle_back",
            "Axle behind the wall",
            "gear",
            "length",
            AXLE_TO_WALL_MM,
            20,
            900,
            only_if=("gear", *CARRIED),
            note="so that the rear clears when it is carried",
            idle=(What.SPACE, What.WIND),
        ),
        Parameter(
            "tail",
            "Tail of the rails",
            "gear",
            "choice",
            "bevelled",
            choices=(
                Choice("square", "sawn square"),
                Choice("bevelled", "bevelled up behind the axle", "does not dig in when carried"),
            ),
            only_if=("gear", *CARRIED),
        ),
        Parameter(
            "handle",
            "Reach to the hands",
            "gear",
            "length",
            350.0,
            200,
            900,
            only_if=wheeled,
            note="ahead of the front",
            idle=(What.SPACE, What.WIND),
        ),
        *_held(held_mm),
        *_hands(handled),
        Parameter(
            "axle_steel",
            "Axle of",
            "gear",
            "choice",
            Steel.MILD,
            choices=(
                Choice(Steel.MILD, "mild steel rod"),
                Choice(Steel.HARD, "grade 5 rod", "bends at 2.5 × the load"),
            ),
            only_if=("gear", *ON_RODS),
            idle=(What.SPACE, What.WEIGHT, What.MOVING, What.WIND),
        ),
        Parameter(
            "axle_made",
            "Axle held",
            "gear",
            "choice",
            Held.THROUGH,
            choices=(
                Choice(Held.THROUGH, "one rod right through"),
                Choice(Held.STUB, "a stub at each wheel, held on one side"),
                Choice(
                    Held.BOTH, "a stub at each wheel, held on both sides", "a second leg outside the wheel"
                ),
            ),
            only_if=("gear", *FIXED),
            idle=(What.SPACE, What.WIND),
        ),
        Parameter(
            "ride",
            "Rides over the grass",
            "gear",
            "length",
            40.0,
            10,
            150,
            only_if=("gear", Moves.AXLES),
            note="the gap under its rails, moved or parked",
        ),
        Parameter(
            "put_under",
            "Put under with",
            "gear",
            "choice",
            PutUnder.LEVER,
            choices=(
                Choice(PutUnder.LEVER, "a lever bar, corner by corner"),
                Choice(PutUnder.JACK, "a jack, corner by corner"),
                Choice(PutUnder.HANDS, "bare hands, a whole end at once"),
            ),
            only_if=("gear", *LOOSE),
            idle=(What.SPACE, What.WEIGHT, What.WIND, What.STRENGTH),
        ),
        Parameter(
            "pairs",
            "Pairs of wheels",
            "gear",
            "count",
            1,
            1,
            2,
            only_if=swinging,
            note="one at the rear, or both ends",
            idle=(What.WIND,),
        ),
        Parameter(
            "lever_rise",
            "Lifts the rails",
            "gear",
            "length",
            40.0,
            20,
            80,
            only_if=swinging,
            idle=(What.SPACE, What.WEIGHT, What.WIND),
        ),
        Parameter(
            "lever_arm",
            "Lever arm",
            "gear",
            "length",
            80.0,
            30,
            250,
            only_if=swinging,
            note="pivot to axle",
            idle=(What.SPACE, What.WEIGHT, What.WIND),
        ),
        Parameter(
            "lever_locked",
            "Locked",
            "gear",
            "angle",
            100.0,
            30,
            120,
            only_if=swinging,
            note="below level",
            idle=(What.SPACE, What.WEIGHT, What.WIND),
        ),
        Parameter(
            "lever_parked",
            "Parked",
            "gear",
            "angle",
            60.0,
            20,
            90,
            only_if=swinging,
            note="above level",
            idle=(What.SPACE, What.WEIGHT, What.WIND),
        ),
        Parameter(
            "lever_handle",
            "Lever handle",
            "gear",
            "length",
            600.0,
            300,
            1200,
            only_if=swinging,
            note="pulled off",
            idle=(What.SPACE, What.WEIGHT, What.WIND),
        ),
    )


def _hands(handled: bool) -> tuple[Parameter, ...]:
    """At which ends they are, what joins them, what else it is pulled by."""
    bar = Parameter(
        "bar",
        "Between the hands",
        "gear",
        "choice",
        "no",
        choices=(
            Choice("no", "nothing"),
            Choice("yes", "a bar across"),
            Choice("pole", "a pole for two", "past both handles, to walk outside them"),
        ),
        only_if=("gear", *WHEELED),
        and_if=_by_hand,
    )
    return (
        Parameter(
            "grips",
            "Taken hold of at",
            "gear",
            "choice",
            "front",
            choices=(
                Choice("front", "the front"),
                Choice("both", "both ends", "no turning at a lane's end"),
            ),
            only_if=("gear", *LEVEL),
            and_if=_by_hand,
            kept=True,
        ),
        *((bar,) if handled else ()),
        switch(
            "tongue",
            "Tongue",
            "gear",
            Choice("yes", "a pole ahead, to tow it by"),
            only_if=("gear", Moves.AXLES),
        ),
    )


def _held(height_mm: float | None) -> tuple[Parameter, ...]:
    """How high the hands take hold: knee to just over knuckle."""
    if height_mm is None:
        return ()
    why = "the lower, the more it tips, and the rear clears"
    return (
        Parameter(
            "hold_height",
            "Hold taken at",
            "gear",
            "length",
            height_mm,
            300,
            900,
            only_if=("gear", *WHEELED),
            and_if=_by_hand,
            note=why,
        ),
    )
