"""What holds a pen where it stands, its weight, friction under it, straps to the ground, and what that resists."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ergamot.core.catalogue import Ground
from ergamot.core.errors import require_range
from ergamot.core.farm.rolling import PER_WHEEL, RESISTANCE, WHEEL_NUMBER
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
SURE = HOLD_SPREAD[0]  # of what an anchor is told to hold, what it does wherever it is set
# Of a pull: what presses the pen down, and what holds it level
DOWN_SHARE, ALONG_SHARE = math.sin(math.radians(STRAP_DEG)), math.cos(math.radians(STRAP_DEG))
ALONG = Formula("mu_x", "resistance along, part rolling", "(mu*(W - Q) + Crr*Q)/W", "", "statics")
LIFT_HELD = Formula("H", "held down", "W + T", "N", "statics")
SLIDE_HELD = Formula("H", "held against sliding", "mu*W + R", "N", "statics")
TIP_HELD = Formula("H", "held about the edge", "W*b + Mt", "N m", "statics")


@dataclass(frozen=True)
class Strap:
    """A strap to an anchor: where it leaves the pen (m), the pull it holds (N), and the level way it runs, a unit
    vector from pen to stake."""

    at: tuple[float, float]
    holds_n: float
    away: tuple[float, float] = (0.0, 0.0)

    @property
    def down_n(self) -> float:
        return self.holds_n * DOWN_SHARE


@dataclass(frozen=True)
class Free:
    """Wheels that stand on the grass beside a parked pen's rails and are not chocked: what they carry (N) and their
    rolling resistance."""

    carried_n: float
    crr: float

    def along(self, friction: float, weight_n: float) -> float:
        """The resistance along the pen over its weight: what the rails bear rubs, what the wheels bear rolls."""
        return ALONG.of(mu=friction, W=weight_n, Q=min(self.carried_n, weight_n), Crr=self.crr)


@dataclass(frozen=True)
class Holding:
    """Mass (kg), its centre (x, y in m), friction of what stands on the ground, and ties.

    `rolling` is given on wheels: the resistance along the pen, while `friction` holds across it; `wheels` where it is
    theirs in part. `ballast_kg` of the mass is hung on it.
    """

    mass_kg: float
    centre_m: tuple[float, float]
    friction: float
    rolling: float | None = None
    straps: tuple[Strap, ...] = ()
    ballast_kg: float = 0.0
    wheels: Free | None = None

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
    along where it stands on wheels, (edges,) N m against tipping about each."""

    lift: float
    slide: np.ndarray
    roll: np.ndarray | None
    tip: np.ndarray


def resistance(loads: Loads, holding: Holding) -> Resistance:
    """What holds a pen against its loads.

    Args: loads; holding.
    Returns: the Resistance.
    Raises: OutOfRange.
    Source: statics of a rigid body; straps at 45°, which hold along themselves.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.loads import wind_loads
    >>> loads = wind_loads(wind_body(pen()), 4)
    >>> held = Holding(60.0, (1.5, 0.0), 0.45)
    >>> round(resistance(loads, held).lift, 1)
    588.6
    """
    weight = checked(holding).weight_n
    roll = None
    if holding.rolling is not None:
        roll = SLIDE_HELD.on(mu=holding.rolling, W=weight, R=rolled_against(loads, holding))
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
    """What straps hold against sliding, for each case: each along itself, against the wind.

    Args: loads; holding.
    Returns: (cases,) N: Σ T·max(0, d·u)·(cos ψ + μ·sin ψ), d from pen to stake, u up-wind.
    Source: statics of straps at 45°.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.loads import wind_loads
    >>> loads = wind_loads(wind_body(pen()), 4)
    >>> held = Holding(60.0, (1.5, 0.0), 0.0, straps=(Strap((3.0, 0.0), 1000.0, (1.0, 0.0)),))
    >>> straps_along_n(loads, held).round(1).tolist()[:4]
    [707.1, 0.0, 0.0, 0.0]
    """
    return _along(loads.up_wind, holding, holding.friction)


def rolled_against(loads: Loads, holding: Holding) -> np.ndarray:
    """What straps hold against rolling along, for each case.

    Args: loads; holding, on wheels.
    Returns: (cases,) N.
    Source: as `straps_along_n`, along the pen.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.loads import wind_loads
    >>> loads = wind_loads(wind_body(pen()), 4)
    >>> rolled_against(loads, Holding(60.0, (1.5, 0.0), 0.4, 0.1)).tolist()[:2]
    [0.0, 0.0]
    """
    return _along(ends_on(loads.up_wind), holding, holding.rolling or 0.0)


def _along(up_wind: np.ndarray, holding: Holding, friction: float) -> np.ndarray:
    pulls = np.array([strap.holds_n for strap in holding.straps])
    on = facing([strap.away for strap in holding.straps], up_wind)
    return np.asarray(pulls @ on * drag_per_pull(friction))


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
    wheels = _free_wheels(structure, kg, x, ground)
    return Holding(
        kg,
        (x / 1000, y / 1000),
        ground.holding_mu,
        rolling=None if wheels is None else wheels.along(ground.holding_mu, kg * G),
        straps=straps_of(structure.anchors, ground) if tied else (),
        ballast_kg=sum(one.kg for one in hung),
        wheels=wheels,
    )


def _free_wheels(structure: Structure, kg: float, x_mm: float, ground: Ground) -> Free | None:
    """The tyres a parked pen stands on beside its rails, where nothing chocks them: they may carry all that the far end
    of the rails does not."""
    axle = structure.axle
    if axle is None or axle.parked is not Stands.DOWN or axle.chocked:
        return None
    far = max(x for x, _ in structure.contacts)
    carried = max(0.0, min(1.0, (far - x_mm) / (far - axle.x_mm))) * kg * G
    number = WHEEL_NUMBER.of(
        CI=1000 * ground.cone_index_kpa,
        b=axle.wheel.width_mm / 1000,
        r=axle.radius_mm / 1000,
        N=PER_WHEEL.of(Q=carried, n=axle.wheels),
    )
    return Free(carried, RESISTANCE.of(Cn=number))


@dataclass(frozen=True)
class Grips:
    """What may hold a pen as grip and anchors vary from spot to spot: on poor grip with anchors that hold half, as is
    usual, and on firm ground."""

    poor: Holding
    usual: Holding
    firm: Holding


def grips(holding: Holding, ground: Ground) -> Grips:
    """The least, the usual and the most that may hold it.

    Args: holding, with its anchors as told; ground it stands on.
    Returns: the Grips: on the ground's friction for holding with anchors at half their hold; half way between that
        friction and the one for pulling, anchors as told; on that for pulling, anchors at half as much again.
    Source: common practice; the middle our judgement.

    >>> held = grips(Holding(60.0, (1.5, 0.0), 0.35), c.grounds["moist"])
    >>> held.poor.friction, held.usual.friction, held.firm.friction
    (0.35, 0.425, 0.5)
    """
    most = max(ground.pulling_mu, holding.friction)
    mus = (holding.friction, (holding.friction + most) / 2, most)
    return Grips(
        *(
            replace(
                holding,
                friction=mu,
                straps=tuple(replace(strap, holds_n=share * strap.holds_n) for strap in holding.straps),
                rolling=holding.rolling
                if holding.wheels is None
                else holding.wheels.along(mu, holding.weight_n),
            )
            for mu, share in zip(mus, (HOLD_SPREAD[0], 1.0, HOLD_SPREAD[1]), strict=True)
        )
    )


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
        Strap(
            (one.place[0] / 1000, one.place[1] / 1000),
            one.row.hold_n * ground.anchor_factor,
            one.stake.away,
        )
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


def ends_on(up_wind: np.ndarray) -> np.ndarray:
    """The end of the pen the wind comes from, for what moves only along it.

    Args: up_wind, (n, 2) unit vectors.
    Returns: (n, 2): along the pen, up-wind; nothing where it blows square across.
    Source: geometry.

    >>> ends_on(np.array([[0.6, 0.8], [-1.0, 0.0]])).tolist()
    [[1.0, 0.0], [-1.0, 0.0]]
    """
    return np.stack([np.sign(np.round(up_wind[:, 0], 9)), np.zeros(len(up_wind))], axis=1)


def facing(ways: Sequence[tuple[float, float]], up_wind: np.ndarray) -> np.ndarray:
    """How much of a pull along each way stands against the wind.

    Args: ways, unit vectors from pen to stake; up_wind, (n, 2) unit vectors.
    Returns: (ways, n): max(0, d·u), 0 to 1.
    Source: statics.

    >>> facing([(1.0, 0.0), (0.0, 1.0), (-1.0, 0.0)], np.array([[1.0, 0.0]])).tolist()
    [[1.0], [0.0], [0.0]]
    """
    if not ways:
        return np.zeros((0, len(up_wind)))
    return np.asarray(np.maximum(0.0, np.array(ways) @ up_wind.T))
