"""What holds a pen where it stands: its weight, friction under it, tyres beside its rails, straps to the ground."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from ergamot.core.catalogue import Ground
from ergamot.core.errors import require_range
from ergamot.core.farm.rolling import PER_WHEEL, RESISTANCE, WHEEL_NUMBER
from ergamot.core.frame.footing import Anchor
from ergamot.core.frame.kinds import Item, Parked
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.records import changed, record
from ergamot.core.units import G
from ergamot.core.working import Formula

STRAP_DEG = 45.0  # straps run down at this angle; judgement: an anchor a pen's height out
# Of a pull: what presses the pen down, and what holds it level
DOWN_SHARE, ALONG_SHARE = math.sin(math.radians(STRAP_DEG)), math.cos(math.radians(STRAP_DEG))
# an anchor in one spot and another, times its figure; judgement: wet sand to stony clay
HOLD_SPREAD = (0.5, 1.5)
SURE = HOLD_SPREAD[0]  # of what an anchor is told to hold, what it does wherever it is set
ALONG = Formula("mu_x", "resistance along, part rolling", "(mu*(W - Q) + Crr*Q)/W", "", "statics")


@record
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


@record
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
    """The tyres a parked pen stands on, where nothing chocks them: all of it on two axles; else, beside its rails, they may
    carry all that the far end of the rails does not."""
    axle = structure.axle
    if axle is None or axle.parked is not Parked.DOWN or axle.chocked:
        return None
    front = structure.front_axle
    far = max(x for x, _ in structure.contacts)
    share = 1.0 if front else max(0.0, min(1.0, (far - x_mm) / (far - axle.x_mm)))
    carried = share * kg * G
    number = WHEEL_NUMBER.of(
        CI=1000 * ground.cone_index_kpa,
        b=axle.wheel.width_mm / 1000,
        r=axle.radius_mm / 1000,
        N=PER_WHEEL.of(Q=carried, n=axle.wheels + (front.wheels if front else 0)),
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
                straps=tuple(changed(strap, holds_n=share * strap.holds_n) for strap in holding.straps),
                rolling=holding.rolling
                if holding.wheels is None
                else holding.wheels.along(mu, holding.weight_n),
            )
            for mu, share in zip(mus, (HOLD_SPREAD[0], 1.0, HOLD_SPREAD[1]), strict=True)
        )
    )


def _taken_off(structure: Structure) -> bool:
    return structure.axle is not None and structure.axle.parked is Parked.OFF


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
