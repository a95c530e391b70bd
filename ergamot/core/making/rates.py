"""How long work takes: minutes for each thing done, added up; a range, and a keeper's own pace learned from what they wrote."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.errors import require_range
from ergamot.core.frame.structure import Joint

# Minutes of a builder who has done it before; common practice
CUT_MIN, MITRE_MIN, JOINT_MIN, WELD_MIN = 1.5, 3.0, 4.0, 10.0
MESH_MIN_M2, SHEET_MIN_M2, COAT_MIN_M2 = 9.0, 10.0, 8.0
DOOR_MIN, WHEEL_SET_MIN, FITTING_MIN = 60.0, 45.0, 5.0
SPREAD = 0.4  # a range of so much either way; common practice
DRY_H = 24.0  # from a coat to mesh or birds; makers of water-borne stain
SLOWEST, QUICKEST = 4.0, 0.25  # times the rates: beyond it something else was ticked; judgement


@dataclass(frozen=True)
class Range:
    """Minutes a piece of work takes: about, at the least, at the most."""

    minutes: float

    @property
    def least(self) -> float:
        return self.minutes * (1 - SPREAD)

    @property
    def most(self) -> float:
        return self.minutes * (1 + SPREAD)


def joint_minutes(joints: Sequence[Joint]) -> float:
    """Minutes to make some joints.

    Args: joints.
    Returns: minutes, 0 or more: one that only rests takes none.
    Source: common practice.

    >>> joint_minutes(()), joint_minutes(pen().joints) > 60
    (0, True)
    """
    return sum(
        WELD_MIN if one.fixing.kind is Fitting.WELD else JOINT_MIN for one in joints if one.fixing is not None
    )


def pace(took: Mapping[str, float], reckoned: Mapping[str, float]) -> float:
    """How much longer than the rates a keeper takes, by what they wrote of each step.

    Args: took, minutes, 1 to 10 000, of each step written down; reckoned, minutes of each step by the rates.
    Returns: times the rates, 0.25 to 4; 1 where nothing was written.
    Raises: OutOfRange for minutes no step takes.
    Source: what was taken over what was reckoned, one step's worth of the rates counted in for doubt.

    >>> pace({}, {"base": 30.0}), pace({"base": 60.0, "roof": 120.0}, {"base": 30.0, "roof": 60.0})
    (1.0, 1.6666666666666667)
    """
    known = {key: minutes for key, minutes in took.items() if reckoned.get(key)}
    if not known:
        return 1.0
    for minutes in known.values():
        require_range("minutes", minutes, 1, 10_000, "minutes")
    asked = sum(reckoned[key] for key in known)
    doubt = asked / len(known)
    found = (sum(known.values()) + doubt) / (asked + doubt)
    return min(SLOWEST, max(QUICKEST, found))
