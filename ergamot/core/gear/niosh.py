"""A second opinion on lifting: the weight limit NIOSH recommends for one person."""

from __future__ import annotations

from ergamot.core.errors import require_range
from ergamot.core.units import G

LOAD_CONSTANT_KG = 23.0
NEAREST_CM, FURTHEST_CM = 25.0, 63.0
LEAST_TRAVEL_CM = 25.0  # may move below: the most is 1


def recommended_n(reach_cm: float, height_cm: float, travel_cm: float) -> float:
    """The recommended weight limit as a force: seldom lifted, good grip, no twisting.

    Args: reach_cm, hands ahead of the ankles, 25 to 63 (less counts as 25); height_cm of the hands at the start,
        0 to 175; travel_cm they rise, 0 to 175 (less than 25 counts as 25).
    Returns: N: 9.81·23·(25/H)·(1 − 0.003·|V − 75|)·(0.82 + 4.5/D).
    Raises: OutOfRange.
    Source: NIOSH, Applications manual for the revised lifting equation (1994).

    >>> round(recommended_n(25, 75, 25) / 9.81, 1)
    23.0
    """
    require_range("reach_cm", reach_cm, 0, FURTHEST_CM, "cm")
    require_range("height_cm", height_cm, 0, 175, "cm")
    require_range("travel_cm", travel_cm, 0, 175, "cm")
    horizontal = NEAREST_CM / max(reach_cm, NEAREST_CM)
    vertical = 1 - 0.003 * abs(height_cm - 75)
    distance = min(1.0, 0.82 + 4.5 / max(travel_cm, LEAST_TRAVEL_CM))
    return LOAD_CONSTANT_KG * horizontal * vertical * distance * G
