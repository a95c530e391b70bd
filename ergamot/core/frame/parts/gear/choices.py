"""What can be chosen about moving, and what must hold between the choices."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Wheel, pick
from ergamot.core.catalogue.kinds import Steel
from ergamot.core.errors import OutOfRange
from ergamot.core.finding import What
from ergamot.core.frame.kinds import Held, Moves, PutUnder
from ergamot.core.frame.parameters import Choice, Parameter, Value, is_on, switch
from ergamot.core.frame.parts.site import both
from ergamot.core.frame.swing import Swing, swing_for

AXLE_TO_WALL_MM = 20.0  # the rod clears the rear wall; judgement
LEAST_BODY_MM = 900.0  # shorter than this there is no pen left in front of the axle; judgement
# two pairs of swinging wheels stand at least this far apart; judgement: levers pass each other
BETWEEN_PAIRS_MM = 600.0
LOW_AXLES = 2.0  # bores of wood under a hole; NDS 2018 table 12.5.1C, the unloaded edge
CARRIED = tuple(one for one in Moves if one.carried)
WHEELED = tuple(one for one in Moves if one.wheeled)
ON_RODS = tuple(one for one in Moves if one.on_rods or one.swinging)  # of the pen's own
FIXED = tuple(one for one in Moves if one.on_rods)
LEVEL = tuple(one for one in Moves if one.wheeled and not one.carried and one is not Moves.DOLLY)
TWO_AXLES = (Moves.AXLES, Moves.FRAME, Moves.CHASSIS)
LOOSE = tuple(one for one in Moves if one.loose)
SWINGING = tuple(one for one in Moves if one.swinging)
BESIDE = (
    *SWINGING,
    Moves.AXLES,
)  # what holds their wheels stands beside the frame, and must miss the rest of it
YIELD_MPA = {Steel.MILD: 250.0, Steel.HARD: 635.0}  # ASTM A307; SAE J429 grade 5


@dataclass(frozen=True)
class Gear:
    """How the pen moves; lengths in mm. `wheel` is None on skids, `swing` is None but for swinging wheels."""

    kind: Moves
    wheel: Wheel | None
    axle: float
    handle: float
    steel: Steel = Steel.MILD
    swing: Swing | None = None
    pairs: int = 1
    lever_handle: float = 600.0
    made: Held = Held.THROUGH
    put_under: PutUnder = PutUnder.LEVER
    back: float = AXLE_TO_WALL_MM
    bevelled: bool = False
    hold: float = 0.0
    ride: float = 0.0
    both_ends: bool = False
    bar: bool = False
    tongue: bool = False

    @property
    def axle_up(self) -> float:
        """How high its axle is over the foot of the rails, mm."""
        return (self.wheel.diameter_mm / 2 if self.wheel else 0.0) - self.ride

    @property
    def through(self) -> bool:
        """Does an axle pass behind the rear wall, held by legs or rails?"""
        return self.kind.carried


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
            "square",
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
    bar = switch(
        "bar",
        "Between the hands",
        "gear",
        Choice("yes", "a bar across"),
        "nothing",
        only_if=("gear", *WHEELED),
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
            note=why,
        ),
    )


def read_gear(values: Mapping[str, Value], catalogue: Catalogue) -> Gear:
    """Look up the gear the values name.

    Args: values, checked one by one; catalogue.
    Returns: the Gear.
    Raises: UnknownChoice; OutOfRange when a swinging wheel cannot do what is asked of it.
    Source: common practice; geometry of the swing.

    >>> read_gear(asked(gear="skids"), c).wheel is None
    True
    """
    kind = Moves(str(values["gear"]))
    wheel = pick(catalogue.wheels, str(values["wheel"]), "wheel") if kind.wheeled else None
    swing = None
    if wheel and kind.swinging:
        rise, arm, locked, parked = (
            float(values[name]) for name in ("lever_rise", "lever_arm", "lever_locked", "lever_parked")
        )
        swing = swing_for(wheel, rise, arm, locked, parked)
    return Gear(
        kind,
        wheel,
        float(values["axle"]),
        float(values["handle"]),
        Steel(str(values["axle_steel"])),
        swing,
        int(float(values["pairs"])) if swing else 1,
        float(values["lever_handle"]),
        Held(str(values["axle_made"])) if kind.on_rods else Held.THROUGH,
        PutUnder(str(values["put_under"])),
        float(values["axle_back"]),
        kind.carried and values["tail"] == "bevelled",
        float(values.get("hold_height", 0.0)),
        float(values["ride"]) if kind is Moves.AXLES else 0.0,
        kind in LEVEL and values["grips"] == "both",
        kind.wheeled and "bar" in values and is_on(values, "bar"),
        kind is Moves.AXLES and is_on(values, "tongue"),
    )


def body_start(gear: Gear, clear_mm: float = AXLE_TO_WALL_MM) -> float:
    """Where the rear wall stands: ahead of an axle that passes behind it, else at the very end.

    Args: gear; clear_mm, between the axle and the rear wall.
    Returns: mm from the rear end of the rails.
    Source: common practice.

    >>> body_start(Gear(Moves.SKIDS, None, 60.0, 350.0))
    0.0
    """
    return gear.axle + max(clear_mm, gear.back) if gear.through else 0.0


def check_gear(gear: Gear, length: float) -> None:
    """Refuse an axle that leaves no pen in front of it, or two pairs of wheels on top of each other.

    Args: gear; length, of the base rails, mm.
    Raises: OutOfRange.
    Source: common practice.

    >>> check_gear(read_gear(asked(), c), 3000.0)
    """
    if gear.through and length - gear.axle < LEAST_BODY_MM:
        raise OutOfRange("axle", gear.axle, f"at most {both(length - LEAST_BODY_MM)} in a pen this long")
    if gear.through and length - gear.axle - gear.back < LEAST_BODY_MM:
        most = length - gear.axle - LEAST_BODY_MM
        raise OutOfRange("axle_back", gear.back, f"at most {both(most)} in a pen this long")
    if gear.ride and gear.wheel and gear.axle_up < LOW_AXLES * gear.wheel.bore_mm:
        most = gear.wheel.diameter_mm / 2 - LOW_AXLES * gear.wheel.bore_mm
        raise OutOfRange("ride", gear.ride, f"at most {both(max(0.0, most))} on this wheel")
    if (gear.pairs == 2 or gear.kind in TWO_AXLES) and length - 2 * gear.axle < BETWEEN_PAIRS_MM:
        most = (length - BETWEEN_PAIRS_MM) / 2
        raise OutOfRange(
            "axle", gear.axle, f"at most {both(most)} with wheels at both ends of a pen this long"
        )
