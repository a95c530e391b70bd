"""A wheel on an arm that swings down past a pivot on the rail and lifts it: where everything is, at any angle.

        pivot o------ p above the rail's foot        rise = r + a·sin φ − p
               \\  φ below level
                \\ a                                 parked, φr above level:
foot of rail ____\\___________                       clear = p + a·sin φr − r
      rise        o  wheel, radius r
grass  __________/_\\_________
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from ergamot.core.catalogue import Wheel
from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.working import Formula

CLEAR_MM = 15.0  # a parked wheel stands this far off the grass; judgement: tussocks under it
# a lever's own corners stay this far off the grass; judgement: they pass once and do not rest
END_CLEAR_MM = 5.0
SWEEP_STEP_DEG = 0.5  # finer moves no corner by a tenth of a mm
TOUCH = Formula("s_t", "sine of the angle at which the wheel touches", "max(-1, min(1, (p - r_l)/a))")
THROW = Formula(
    "F_throw",
    "force at the handle",
    "N_l*a*sqrt(1 - max(s_t, 0)**2)/g_l",
    "N",
    "moments about the pivot",
    "greatest as it begins to lift",
)
DEAD_POINT_DEG = 90.0  # past it the load holds the arm where it is


@dataclass(frozen=True)
class Swing:
    """Pivot p above the rail's foot, arm a, wheel radius r (mm), locked below level and parked above it (degrees)."""

    pivot_mm: float
    arm_mm: float
    radius_mm: float
    locked_deg: float
    parked_deg: float

    @property
    def rise_mm(self) -> float:
        """How far the rail stands above the grass when locked."""
        return self.radius_mm + self.arm_mm * _sin(self.locked_deg) - self.pivot_mm

    @property
    def clear_mm(self) -> float:
        """How far the wheel stands off the grass when parked."""
        return self.pivot_mm + self.arm_mm * _sin(self.parked_deg) - self.radius_mm

    @property
    def holds_itself(self) -> bool:
        return self.locked_deg > DEAD_POINT_DEG

    @property
    def touch_deg(self) -> float:
        """The angle below level at which the wheel first touches the grass."""
        return math.degrees(math.asin(self._touch))

    @property
    def _touch(self) -> float:
        return TOUCH.of(p=self.pivot_mm, r_l=self.radius_mm, a=self.arm_mm)

    def throw_n(self, load_n: float, handle_mm: float) -> float:
        """Force at the end of a handle that throws it over.

        Args: load_n, on that wheel once it carries; handle_mm from the pivot, 100 to 2000.
        Returns: N, as THROW.
        Raises: OutOfRange.
        Source: moments about the pivot.
        """
        require_range("lever_handle", handle_mm, 100, 2000, "mm")
        return THROW.of(N_l=load_n, a=self.arm_mm, s_t=self._touch, g_l=handle_mm)

    def lowest_mm(self, pivot_end_mm: float, axle_end_mm: float, half_mm: float) -> float:
        """How near the lever's own corners come to the grass anywhere on their way, locked and parked too.

        Args: pivot_end_mm and axle_end_mm, wood beyond either hole; half_mm, half the lever's depth.
        Returns: mm above the grass, below 0 where a corner would dig in.
        Source: geometry: the pivot stands at p until the wheel touches, then at r + a·sin φ; a corner s along the
            lever and half its depth off it is at that less s·sin φ and half·|cos φ|.
        """
        steps = math.ceil((self.locked_deg + self.parked_deg) / SWEEP_STEP_DEG)
        angle = np.radians(np.linspace(-self.parked_deg, self.locked_deg, steps + 1))
        sine = np.sin(angle)
        pivot = np.maximum(self.pivot_mm, self.radius_mm + self.arm_mm * sine)
        down = np.maximum(-pivot_end_mm * sine, (self.arm_mm + axle_end_mm) * sine)
        return float((pivot - down - half_mm * np.abs(np.cos(angle))).min())

    def axle_at(self, deg: float) -> tuple[float, float]:
        """Where the axle is: along from the pivot (towards where the arm points when parked) and up, mm."""
        return self.arm_mm * math.cos(math.radians(deg)), -self.arm_mm * _sin(deg)


def _sin(deg: float) -> float:
    return math.sin(math.radians(deg))


def pivot_for(rise_mm: float, arm_mm: float, radius_mm: float, locked_deg: float) -> float:
    """Where to drill the pivot for a wanted rise.

    Args: rise_mm, 5 to 200; arm_mm, 20 to 500; radius_mm of the wheel, 20 to 500; locked_deg below level, 10 to 150.
    Returns: mm above the rail's foot: r + a·sin φ − rise.
    Raises: OutOfRange.
    Source: geometry.

    >>> round(pivot_for(40, 60, 125, 100), 1)
    144.1
    """
    require_range("lever_rise", rise_mm, 5, 200, "mm")
    require_range("lever_arm", arm_mm, 20, 500, "mm")
    require_range("radius", radius_mm, 20, 500, "mm")
    require_range("lever_locked", locked_deg, 10, 150, "°")
    return radius_mm + arm_mm * _sin(locked_deg) - rise_mm


def shortest_arm(rise_mm: float, locked_deg: float, parked_deg: float, clear_mm: float = CLEAR_MM) -> float:
    """The shortest arm that lifts so far and still clears the grass when parked.

    Args: rise_mm; locked_deg, 10 to 150; parked_deg above level, 0 to 90; clear_mm, 0 to 200.
    Returns: mm: (rise + clear)/(sin φ + sin φr).
    Raises: OutOfRange.
    Source: geometry.

    >>> round(shortest_arm(40, 100, 60), 1)
    29.7
    """
    require_range("lever_locked", locked_deg, 10, 150, "°")
    require_range("lever_parked", parked_deg, 0, 90, "°")
    require_range("clear", clear_mm, 0, 200, "mm")
    return (rise_mm + clear_mm) / (_sin(locked_deg) + _sin(parked_deg))


def swing_for(wheel: Wheel, rise_mm: float, arm_mm: float, locked_deg: float, parked_deg: float) -> Swing:
    """The swing of a wheel in hand that gives a wanted rise.

    Args: wheel; rise_mm, arm_mm, locked_deg and parked_deg as above.
    Returns: the Swing.
    Raises: OutOfRange, naming the arm when it is too short to clear the grass, or the rise when the pivot would
        come too near the foot of the rail.
    Source: geometry; four bolt diameters of wood under a pivot, NDS 2018 table 12.5.1C.

    >>> round(swing_for(c.wheels["barrow-16"], 40, 60, 100, 60).rise_mm)
    40
    """
    radius = wheel.diameter_mm / 2
    least = shortest_arm(rise_mm, locked_deg, parked_deg)
    if arm_mm < least - 1e-6:
        raise OutOfRange(
            "lever_arm",
            arm_mm,
            f"at least {math.ceil(least)} mm to lift {rise_mm:.0f} mm and clear the grass",
        )
    pivot = pivot_for(rise_mm, arm_mm, radius, locked_deg)
    if pivot < 4 * wheel.bore_mm:
        most = radius + arm_mm * _sin(locked_deg) - 4 * wheel.bore_mm
        raise OutOfRange(
            "lever_rise", rise_mm, f"at most {max(0, math.floor(most))} mm with this wheel and arm"
        )
    return Swing(pivot, arm_mm, radius, locked_deg, parked_deg)
