"""One move of a pen: what must be lifted, carried, pulled and thrown, and what a crew can of it."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Crew, Ground
from ergamot.core.frame.footing import Axle
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.carried import carried
from ergamot.core.gear.effort import (
    SINKS_BELOW,
    START_FACTOR,
    handle_lift,
    largest_bump,
    rolling_resistance,
    wheel_number,
)
from ergamot.core.gear.people import Strength, strength
from ergamot.core.gear.raising import Raising, raising
from ergamot.core.gear.tasks import Task
from ergamot.core.gear.throwing import hardest_throw
from ergamot.core.place import Place
from ergamot.core.units import G

ROPE_HAND_M = 0.75  # a rope is pulled with the arms down; judgement: knuckle height of a grown person; may move: their pull is one
CI_SPREAD = (0.6, 1.5)  # soil on one day and one field, times the figure; judgement: rain alone halves it


@dataclass(frozen=True)
class Haul:
    """Forces of one move on one state of the ground, N; bump in m (None on skids).

    `axle` is the load on the heavier pair of wheels; `throw` at a lever's handle; `raised`, putting wheels under.
    """

    ground: Ground
    lift: float
    carry: float
    axle: float
    start: float
    keep: float
    bump: float | None
    sinks: bool
    throw: float | None = None
    raised: Raising | None = None


def haul(
    structure: Structure,
    weighed: Mass,
    ground: Ground,
    slope_percent: float,
    can: Strength,
    firmness: float = 1.0,
) -> Haul:
    """What moving the pen takes, uphill on the slope, timber fresh.

    Args: structure; weighed, its mass; ground; slope_percent, 0 to 25; can, the crew's strength; firmness, times
        the ground's cone index, 0.1 to 10.
    Returns: the Haul.
    Raises: OutOfRange.
    Source: moments about the axle; Wismer & Luth (1974); skid friction from the catalogue.
    """
    weight = weighed.fresh_kg * G
    axle, front = structure.axle, structure.front_axle
    riding = sum(one.rides_kg for one in (axle, front) if one) * G
    uphill = (weight + riding) * math.sin(math.atan(slope_percent / 100))
    if axle is None:
        slide = ground.pulling_mu * weight
        return Haul(ground, 0, 0, 0, slide * ground.first_pull + uphill, slide + uphill, None, False)
    x_cg, x_axle, radius = weighed.fresh_centre[0] / 1000, axle.x_mm / 1000, axle.radius_mm / 1000
    x_ahead = (front.x_mm if front else structure.grip.x_mm) / 1000
    lift = handle_lift(weight, x_cg, x_axle, x_ahead)  # carried by the hands, or by the front wheels
    loads = [(axle, weight - lift + axle.rides_kg * G)]
    if front:
        loads.append((front, lift + front.rides_kg * G))
    rolls = [_rolls(one, load, ground, firmness) for one, load in loads]
    rolling = sum(resists for resists, _ in rolls)
    tipped = carried(structure)
    if tipped and tipped.drags:  # what touches the grass does not roll
        rolling = rolling * (1 - tipped.drags) + tipped.drags * ground.pulling_mu * max(loads[0][1], 0.0)
    keep = rolling + uphill
    hand = structure.grip.z_mm / 1000
    tilt = keep * (hand - radius) / (x_ahead - x_axle)
    spare = can.start_n - uphill
    return Haul(
        ground=ground,
        lift=0.0 if front else lift,
        carry=0.0 if front else lift + tilt,
        axle=max(load for _, load in loads),
        start=START_FACTOR * rolling + uphill,
        keep=keep,
        bump=min(
            largest_bump(spare, max(load, 1.0) / one.wheels, one.radius_mm / 1000) for one, load in loads
        ),
        sinks=any(cn < SINKS_BELOW for _, cn in rolls),
        throw=thrown[1] if (thrown := hardest_throw(structure, weighed)) else None,
        raised=raising(structure, weighed, can),
    )


def _rolls(axle: Axle, load: float, ground: Ground, firmness: float) -> tuple[float, float]:
    """Resistance of a pair of wheels, N, and their wheel number."""
    per_wheel = max(load, 1.0) / axle.wheels
    cone_index = ground.cone_index_kpa * 1000 * firmness
    cn = wheel_number(cone_index, axle.wheel.width_mm / 1000, 2 * axle.radius_mm / 1000, per_wheel)
    return max(load, 0.0) * rolling_resistance(cn), cn


def tests_of(structure: Structure, moved: Haul, can: Strength, place: Place) -> dict[Task, float]:
    """What a crew can over what a move takes, for everything that is asked of them.

    Args: structure; moved; can; place, with its turf.
    Returns: ratios by task, those the gear has.
    Source: as `judge_moving`.
    """
    ratios = {
        Task.START: can.start_n / max(moved.start, 1),
        Task.KEEP: can.keep_n / max(moved.keep, 1),
    }
    if moved.bump is not None:
        ratios[Task.BUMP] = 1000 * moved.bump / place.bump_mm
    if structure.carried:
        ratios[Task.LIFT] = can.lift_n / max(moved.lift, 1)
        ratios[Task.CARRY] = can.carry_n / max(moved.carry, 1)
    if moved.throw is not None:
        ratios[Task.THROW] = can.one_n / max(moved.throw, 1)
    if moved.raised is not None:
        ratios[Task.RAISE] = moved.raised.can_n / max(moved.raised.takes_n, 1)
    return ratios


def movers_strength(catalogue: Catalogue, structure: Structure, crew: Crew) -> Strength:
    """What a crew can do where this pen is taken hold of.

    Args: catalogue; structure; crew.
    Returns: the Strength.
    Raises: OutOfRange.
    Source: HSE INDG143 and L23.
    """
    return strength(catalogue, crew, structure.grip.z_mm / 1000 if structure.axle else ROPE_HAND_M)
