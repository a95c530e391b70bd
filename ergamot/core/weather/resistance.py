"""What a pen that is held resists in the wind: lifting, sliding, rolling along, tipping about each edge."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ergamot.core.weather.holding import ALONG_SHARE, DOWN_SHARE, Holding, checked
from ergamot.core.weather.loads import Loads
from ergamot.core.working import Formula

LIFT_HELD = Formula("H", "held down", "W + T", "N", "statics")
SLIDE_HELD = Formula("H", "held against sliding", "mu*W + R", "N", "statics")
TIP_HELD = Formula("H", "held about the edge", "W*b + Mt", "N m", "statics")


@dataclass(frozen=True)
class Resistance:
    """What a holding resists in the wind's cases: N against lifting, (cases,) N against sliding, what of it straps hold
    without any grip, and against rolling along where it stands on wheels, (edges,) N m against tipping about each."""

    lift: float
    slide: np.ndarray
    straps: np.ndarray
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
        straps=_along(loads.up_wind, holding, 0.0),
        roll=roll,
        tip=TIP_HELD.on(
            W=weight, b=loads.arms(np.array([holding.centre_m]))[:, 0], Mt=straps_about(loads, holding)
        ),
    )


def straps_along_n(loads: Loads, holding: Holding, gripless: bool = False) -> np.ndarray:
    """What straps hold against sliding, for each case: each along itself, against the wind.

    Args: loads; holding; gripless, where the wind lifts it off its rails, so that nothing presses them down.
    Returns: (cases,) N: Σ T·max(0, d·u)·(cos ψ + μ·sin ψ), d from pen to stake, u up-wind.
    Source: statics of straps at 45°.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.loads import wind_loads
    >>> loads = wind_loads(wind_body(pen()), 4)
    >>> from ergamot.core.weather.holding import Strap
    >>> held = Holding(60.0, (1.5, 0.0), 0.0, straps=(Strap((3.0, 0.0), 1000.0, (1.0, 0.0)),))
    >>> straps_along_n(loads, held).round(1).tolist()[:4]
    [707.1, 0.0, 0.0, 0.0]
    """
    return _along(loads.up_wind, holding, 0.0 if gripless else holding.friction)


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


def straps_about(loads: Loads, holding: Holding) -> np.ndarray:
    """What straps hold about each tipping edge.

    Args: loads, with the edges; holding.
    Returns: (edges,) N m: Σ T·sin ψ·arm.
    Source: statics of straps at 45°.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.holding import Strap
    >>> from ergamot.core.weather.loads import wind_loads
    >>> held = Holding(60.0, (1.0, 0.5), 0.45, straps=(Strap((1.0, 0.0), 0.0),))
    >>> straps_about(wind_loads(wind_body(pen()), 4), held).tolist()
    [0.0, 0.0, 0.0, 0.0]
    """
    if not holding.straps:
        return np.zeros(len(loads.edges))
    places, pulls = zip(*((strap.at, strap.down_n) for strap in holding.straps), strict=True)
    return np.asarray(loads.arms(np.array(places)) @ np.array(pulls))


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


def facing(ways: Sequence[tuple[float, float]] | np.ndarray, up_wind: np.ndarray) -> np.ndarray:
    """How much of a pull along each way stands against the wind.

    Args: ways, unit vectors from pen to stake; up_wind, (n, 2) unit vectors.
    Returns: (ways, n): max(0, d·u), 0 to 1.
    Source: statics.

    >>> facing([(1.0, 0.0), (0.0, 1.0), (-1.0, 0.0)], np.array([[1.0, 0.0]])).tolist()
    [[1.0], [0.0], [0.0]]
    """
    if not len(ways):
        return np.zeros((0, len(up_wind)))
    return np.asarray(np.maximum(0.0, np.array(ways) @ up_wind.T))
