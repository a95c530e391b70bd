"""How a pen moves, read from what was chosen, and what must hold between the choices."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Wheel, pick
from ergamot.core.catalogue.kinds import Steel
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.kinds import Held, Moves, PutUnder
from ergamot.core.frame.parameters import Value, is_on
from ergamot.core.frame.parts.gear.parameters import AXLE_TO_WALL_MM, LEVEL, ON_RODS, TWO_AXLES
from ergamot.core.frame.parts.site import both
from ergamot.core.frame.swing import Swing, swing_for

LEAST_BODY_MM = 900.0  # shorter than this there is no pen left in front of the axle; judgement
# two pairs of swinging wheels stand at least this far apart; judgement: levers pass each other
BETWEEN_PAIRS_MM = 600.0
LOW_AXLES = 2.0  # bores of wood under a hole; NDS 2018 table 12.5.1C, the unloaded edge
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
    pole: bool = False
    tongue: bool = False

    @property
    def axle_up(self) -> float:
        """How high its axle is over the foot of the rails, mm."""
        return (self.wheel.diameter_mm / 2 if self.wheel else 0.0) - self.ride

    @property
    def through(self) -> bool:
        """Does an axle pass behind the rear wall, held by legs or rails?"""
        return self.kind.carried


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
        Steel(str(values["axle_steel"])) if kind in ON_RODS else Steel.MILD,
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
        kind.wheeled and is_on(values, "bar"),
        kind.wheeled and kind is not Moves.CHASSIS and values.get("bar") == "pole",
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
