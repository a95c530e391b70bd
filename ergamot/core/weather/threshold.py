"""Which gust tips, slides or lifts the pen, from every direction: what resists over what each Pa asks."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ergamot.core.catalogue import Ground
from ergamot.core.finding import Grade, graded
from ergamot.core.weather.body import WindBody
from ergamot.core.weather.holding import Grips, Holding, checked, grips
from ergamot.core.weather.loads import Loads, wind_loads
from ergamot.core.weather.resistance import Resistance, resistance
from ergamot.core.weather.speed import GUST, GUST_AT_10_M, local_factor

NEVER = float("inf")
ALIKE_DIGITS = 6  # decimals of m/s by which directions are compared; may move


@dataclass(frozen=True)
class Gusts:
    """Gusts at 10 m, m/s, for one direction; infinite where the wind cannot do it. `rolls` says that it slides on its
    wheels, along; `gripless` that it is lifted off its rails as it slides, and hangs on its straps."""

    direction_deg: float
    tip: float
    slide: float
    lift: float
    tip_edge: int
    case: int
    rolls: bool = False
    gripless: bool = False

    @property
    def least(self) -> float:
        return min(self.tip, self.slide, self.lift)

    @property
    def mode(self) -> str:
        by_mode = {"slides": self.slide, "tips": self.tip, "lifts": self.lift}
        return min(by_mode, key=lambda mode: by_mode[mode])


@dataclass(frozen=True)
class Stability:
    """The wind's loads on a pen, what keeps it there, and the gust at the pen over that at 10 m; from these what resists, and
    every direction's gusts. Worked out as they are asked for: who ties a pen down asks for no gusts."""

    loads: Loads
    holding: Holding
    factor: float

    @cached_property
    def resists(self) -> Resistance:
        return resistance(self.loads, self.holding)

    @cached_property
    def _all_round(self) -> _AllRound:
        return _all_round(self.loads, self.holding, self.resists, self.factor)

    @cached_property
    def gusts(self) -> tuple[Gusts, ...]:
        return tuple(self._all_round.at(i) for i in range(len(self._all_round.cases)))

    @cached_property
    def worst(self) -> Gusts:
        return self._all_round.at(int(self._all_round.compared.argmin()))

    @cached_property
    def best(self) -> Gusts:
        return self._all_round.at(int(self._all_round.compared.argmax()))


def stability(
    body: WindBody,
    holding: Holding,
    roughness_m: float,
    speed_up: float = 1.0,
    count: int = 24,
) -> Stability:
    """The gusts at 10 m that tip, slide or lift a pen as it stands, from all round.

    Args: body; holding, what keeps it there; roughness_m, 0.005 to 1; speed_up, 1 to 1.5; count of directions,
        4 to 360.
    Returns: the Stability.
    Raises: OutOfRange.
    Source: statics of a rigid body; q = 0.613·V².

    >>> from ergamot.core.weather.body import wind_body
    >>> len(stability(wind_body(pen()), Holding(60.0, (1.5, 0.0), 0.45), 0.03).gusts)
    24
    """
    return thresholds(wind_loads(body, count), holding, local_factor(body.height_m, roughness_m, speed_up))


def thresholds(loads: Loads, holding: Holding, factor: float) -> Stability:
    """The same of loads that are known.

    Args: loads; holding; factor, gust at the pen over gust at 10 m, above 0.
    Returns: the Stability.
    Raises: OutOfRange.
    Source: statics of a rigid body: q = resistance ÷ load for 1 Pa; of low and high roof values the worse.

    >>> from ergamot.core.weather.body import wind_body
    >>> thresholds(wind_loads(wind_body(pen()), 4), Holding(60.0, (1.5, 0.0), 0.45), 0.7).factor
    0.7
    """
    return Stability(loads, checked(holding), factor)


@dataclass(frozen=True)
class _AllRound:
    """(3, directions) gusts at 10 m, m/s, that tip, slide and lift; of each direction the edge it tips about, its worse case,
    whether it rolls or has no grip there."""

    by_mode: np.ndarray
    edges: np.ndarray
    cases: np.ndarray
    rolls: np.ndarray
    gripless: np.ndarray

    @property
    def compared(self) -> np.ndarray:
        """(directions,) by what they are compared: of two alike the first is told."""
        return np.asarray(np.round(self.by_mode.min(axis=0), ALIKE_DIGITS))

    def at(self, i: int) -> Gusts:
        tip, slide, lift = self.by_mode[:, i].tolist()
        edge, case = int(self.edges[i]), int(self.cases[i])
        direction = 360 * i / len(self.cases)
        return Gusts(direction, tip, slide, lift, edge, case, bool(self.rolls[i]), bool(self.gripless[i]))


def _all_round(loads: Loads, holding: Holding, resists: Resistance, factor: float) -> _AllRound:
    q_lift = _per(resists.lift, loads.uplift)
    q_grip = _per(resists.slide, loads.sliding(holding.friction))
    # Lifted off its rails it has no grip, and hangs on its straps: no friction, rather than less than none
    q_hung = _per(resists.straps, loads.sliding(0.0))
    q_slide, gripless = np.maximum(q_grip, q_hung), q_hung > q_grip
    rolls = np.zeros(len(q_slide), dtype=bool)
    if holding.rolling is not None and resists.roll is not None:
        q_roll = _per(resists.roll, loads.rolling(holding.rolling))
        q_slide, rolls = np.minimum(q_slide, q_roll), q_roll < q_slide
    q_tip_each = _per(resists.tip[:, None], loads.tipping)
    count = len(loads.up_wind) // 2
    q_by_mode = np.stack([q_tip_each.min(axis=0), q_slide, q_lift]).reshape(3, 2, count)
    run = q_by_mode.min(axis=0).argmin(axis=0)
    cases = np.arange(count) + run * count
    at_pen = GUST.on(q=q_by_mode.min(axis=1))
    at_10_m = GUST_AT_10_M.on(V_local=at_pen, f=factor)
    return _AllRound(at_10_m, q_tip_each[:, cases].argmin(axis=0), cases, rolls[cases], gripless[cases])


@dataclass(frozen=True)
class Stands:
    """A pen in the wind on poor grip with anchors that hold half, as is usual, and on firm ground."""

    poor: Stability
    usual: Stability
    firm: Stability

    def grade(self, gust_ms: float) -> Grade:
        """Against a gust at 10 m: good on poor grip, the least as is usual."""
        return graded(self.poor.worst.least / gust_ms, self.usual.worst.least / gust_ms)


def stands_on(stable: Stability, ground: Ground) -> Stands:
    """The same pen as grip and anchors vary.

    Args: stable, of it parked; ground it stands on.
    Returns: the Stands.
    Raises: OutOfRange.
    Source: as `grips`.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.holding import Holding
    >>> stable = stability(wind_body(pen()), Holding(60.0, (1.5, 0.0), 0.35), 0.03)
    >>> on = stands_on(stable, c.grounds["moist"])
    >>> on.poor.worst.least <= on.usual.worst.least <= on.firm.worst.least
    True
    """
    return as_grip_varies(stable.loads, grips(stable.holding, ground), stable.factor)


def as_grip_varies(loads: Loads, held: Grips, factor: float) -> Stands:
    """The same of loads that are known.

    Args: loads; held, what holds it on each grip; factor, gust at the pen over gust at 10 m, above 0.
    Returns: the Stands.
    Raises: OutOfRange.
    Source: as `thresholds`.

    >>> from ergamot.core.weather.body import wind_body
    >>> held = grips(Holding(60.0, (1.5, 0.0), 0.35), c.grounds["moist"])
    >>> as_grip_varies(wind_loads(wind_body(pen()), 4), held, 0.7).firm.holding.friction
    0.5
    """
    return Stands(*(thresholds(loads, one, factor) for one in (held.poor, held.usual, held.firm)))


def as_good_as(gust_ms: float) -> float:
    """A gust by which directions are compared: of two alike, as on a pen with two like sides, the first is told.

    Args: gust_ms, 0 or more.
    Returns: m/s, to a millionth.
    Source: arithmetic.

    >>> as_good_as(14.3 + 1e-12) == as_good_as(14.3)
    True
    """
    return round(gust_ms, ALIKE_DIGITS)


def _per(holds: float | np.ndarray, moves: np.ndarray) -> np.ndarray:
    """holds ÷ moves where anything moves it at all, else never."""
    return np.where(moves > 1e-9, holds / np.maximum(moves, 1e-9), NEVER)
