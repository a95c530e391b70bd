"""What holds a pen where it stands, its weight, friction under it, straps to the ground, and what that resists."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ergamot.core.catalogue import Ground
from ergamot.core.errors import require_range
from ergamot.core.frame.footing import Anchor
from ergamot.core.frame.kinds import Item, Stands
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.units import G
from ergamot.core.weather.loads import Edge, Loads, arm_inside
from ergamot.core.working import Formula

STRAP_DEG = 45.0  # straps run down at this angle; judgement: an anchor a pen's height out
# an anchor in one spot and another, times its figure; judgement: wet sand to stony clay
HOLD_SPREAD = (0.5, 1.5)
# an anchor less than this up-wind of the middle is not counted on against sliding
WINDWARD_M = 0.01  # of arithmetic; may move
# Of a pull: what presses the pen down, and what holds it level
DOWN_SHARE, ALONG_SHARE = math.sin(math.radians(STRAP_DEG)), math.cos(math.radians(STRAP_DEG))
LIFT_HELD = Formula("H", "held down", "W + T", "N", "statics")
SLIDE_HELD = Formula("H", "held against sliding", "mu*W + R", "N", "statics")
TIP_HELD = Formula("H", "held about the edge", "W*b + Mt", "N m", "statics")


@dataclass(frozen=True)
class Strap:
    """A strap to an anchor: place on the ground (m), and the pull it holds, N."""

    at: tuple[float, float]
    holds_n: float

    @property
    def down_n(self) -> float:
        return self.holds_n * DOWN_SHARE


@dataclass(frozen=True)
class Holding:
    """Mass (kg), its centre (x, y in m), friction of what stands on the ground, and ties.

    `rolling` is given on wheels: the resistance along the pen, while `friction` holds across it. `ballast_kg` of the
    mass is hung on it.
    """

    mass_kg: float
    centre_m: tuple[float, float]
    friction: float
    rolling: float | None = None
    straps: tuple[Strap, ...] = ()
    ballast_kg: float = 0.0

    @property
    def weight_n(self) -> float:
        return self.mass_kg * G

    @property
    def down_n(self) -> float:
        """What the straps add to its weight."""
        return sum(strap.down_n for strap in self.straps)


@dataclass(frozen=True)
class Resistance:
    """What a holding resists in the wind's cases: N against lifting, (cases,) N against sliding, and against rolling
    where it stands on wheels, (edges,) N m against tipping about each."""

    lift: float
    slide: np.ndarray
    roll: float | None
    tip: np.ndarray


def resistance(loads: Loads, holding: Holding) -> Resistance:
    """What holds a pen against its loads.

    Args: loads; holding.
    Returns: the Resistance.
    Raises: OutOfRange.
    Source: statics of a rigid body; straps at 45°, on the windward half against sliding.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.loads import wind_loads
    >>> loads = wind_loads(wind_body(pen()), 4)
    >>> held = Holding(60.0, (1.5, 0.0), 0.45)
    >>> round(resistance(loads, held).lift, 1)
    588.6
    """
    weight = checked(holding).weight_n
    roll = None if holding.rolling is None else SLIDE_HELD.of(mu=holding.rolling, W=weight, R=0.0)
    return Resistance(
        lift=LIFT_HELD.of(W=weight, T=holding.down_n),
        slide=SLIDE_HELD.on(mu=holding.friction, W=weight, R=straps_along_n(loads, holding)),
        roll=roll,
        tip=np.array(
            [
                TIP_HELD.of(W=weight, b=arm_inside(edge, holding.centre_m), Mt=straps_about(edge, holding))
                for edge in loads.edges
            ]
        ),
    )


def straps_along_n(loads: Loads, holding: Holding) -> np.ndarray:
    """What straps on the windward half hold against sliding, for each case.

    Args: loads; holding.
    Returns: (cases,) N: Σ T·(cos ψ + μ·sin ψ).
    Source: statics of straps at 45°.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.loads import wind_loads
    >>> loads = wind_loads(wind_body(pen()), 4)
    >>> held = Holding(60.0, (1.5, 0.0), 0.45)
    >>> straps_along_n(loads, held).tolist()[:2]
    [0.0, 0.0]
    """
    pulls = np.array([strap.holds_n for strap in holding.straps])
    on = windward([strap.at for strap in holding.straps], loads.body.middle, loads.up_wind)
    return np.asarray(pulls @ on * drag_per_pull(holding.friction))


def straps_about(edge: Edge, holding: Holding) -> float:
    """What straps hold about a tipping edge.

    Args: edge, two points, m; holding.
    Returns: N m: Σ T·sin ψ·arm.
    Source: statics of straps at 45°.

    >>> straps_about(((0.0, 0.0), (2.0, 0.0)), Holding(60.0, (1.0, 0.5), 0.45, straps=(Strap((1.0, 2.0), 0.0),)))
    0.0
    """
    return sum(strap.down_n * arm_inside(edge, strap.at) for strap in holding.straps)


def checked(holding: Holding) -> Holding:
    """Refuse what no pen can be.

    Args: holding, of mass 0.1 to 20000 kg, friction 0.05 to 1, rolling 0 to 1.
    Returns: the Holding.
    Raises: OutOfRange.
    Source: common practice.

    >>> checked(Holding(60.0, (1.5, 0.0), 0.45)).friction
    0.45
    """
    require_range("mass", holding.mass_kg, 0.1, 20000, "kg")
    require_range("friction", holding.friction, 0.05, 1)
    if holding.rolling is not None:
        require_range("rolling", holding.rolling, 0, 1)
    return holding


def parked(structure: Structure, weighed: Mass, ground: Ground, tied: bool = True) -> Holding:
    """What holds a pen on its rails: dry, with its ballast, and tied to its anchors.

    Args: structure; weighed, its mass; ground it stands on; tied, to the anchors and with the ballast it has.
    Returns: the Holding.
    Source: common practice: dry timber is the lighter.

    >>> low = pen()
    >>> parked(low, mass(low), c.grounds["moist"]).mass_kg == mass(low).dry_kg
    True
    """
    off = [item for item in structure.hardware if item.item is Item.WHEEL and _taken_off(structure)]
    hung = structure.ballast if tied else ()
    parts = [
        (weighed.dry_kg, weighed.dry_centre),
        *((-item.kg, item.place) for item in off),
        *((one.kg, one.place) for one in hung),
    ]
    kg = sum(part for part, _ in parts)
    x, y = (sum(part * place[axis] for part, place in parts) / kg for axis in (0, 1))
    return Holding(
        kg,
        (x / 1000, y / 1000),
        ground.holding_mu,
        straps=straps_of(structure.anchors, ground) if tied else (),
        ballast_kg=sum(one.kg for one in hung),
    )


def spread(holding: Holding, ground: Ground) -> tuple[Holding, Holding]:
    """The least and the most that may hold it, as grip and anchors vary from spot to spot.

    Args: holding; ground it stands on.
    Returns: anchors at half their hold; anchors at half as much again, and ground that grips as it drags.
    Source: common practice.

    >>> least, most = spread(Holding(60.0, (1.5, 0.0), 0.3), c.grounds["moist"])
    >>> least.friction <= most.friction
    True
    """
    slack, firm = (
        tuple(replace(strap, holds_n=share * strap.holds_n) for strap in holding.straps)
        for share in HOLD_SPREAD
    )
    grip = max(ground.pulling_mu, holding.friction)
    return replace(holding, straps=slack), replace(holding, straps=firm, friction=grip)


def _taken_off(structure: Structure) -> bool:
    return structure.axle is not None and structure.axle.parked is Stands.OFF


def straps_of(anchors: Sequence[Anchor], ground: Ground) -> tuple[Strap, ...]:
    """Straps to a pen's anchors, each as good as the ground lets it be.

    Args: anchors; ground they stand in.
    Returns: a Strap for each.
    Source: working holds of the catalogue times the ground's factor.

    >>> straps_of((), c.grounds["moist"])
    ()
    """
    return tuple(
        Strap((one.place[0] / 1000, one.place[1] / 1000), one.row.hold_n * ground.anchor_factor)
        for one in anchors
    )


def drag_per_pull(friction: float) -> float:
    """What one newton in a strap holds against sliding.

    Args: friction, 0 to 1.
    Returns: cos ψ + μ·sin ψ, no unit.
    Source: statics of a strap at ψ, 45°.

    >>> round(drag_per_pull(0.4), 3)
    0.99
    """
    return ALONG_SHARE + friction * DOWN_SHARE


def windward(
    places: Sequence[tuple[float, float]], middle: tuple[float, float], up_wind: np.ndarray
) -> np.ndarray:
    """Which places stand on the half of the pen the wind meets first.

    Args: places, m; middle of the pen, m; up_wind, (n, 2) unit vectors.
    Returns: (places, n) of 0 and 1.
    Source: geometry.

    >>> windward([(2.0, 0.0), (0.0, 0.0)], (1.0, 0.0), np.array([[1.0, 0.0]])).tolist()
    [[1.0], [0.0]]
    """
    if not places:
        return np.zeros((0, len(up_wind)))
    ahead = (np.array(places) - np.array(middle)) @ up_wind.T
    return np.asarray((ahead > WINDWARD_M).astype(float))
