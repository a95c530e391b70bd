"""What moving takes: the relations of lifting, rolling, sliding and getting over a bump. N, m and Pa."""

from __future__ import annotations

from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.units import G
from ergamot.core.working import Formula

START_FACTOR = 1.5  # starting a wheel against keeping it rolling; judgement: it has sunk overnight

UPHILL = Formula("F_slope", "held back by the slope", "W*s/sqrt(1 + s**2)", "N")
LIFT = Formula(
    "F_lift", "lift at the handles", "W*(x_cg - x_axle)/(x_hand - x_axle)", "N", "moments about the axle"
)
SLIDE = Formula("F_keep", "pull to keep going", "mu*W + F_slope", "N")
SLIDE_START = Formula("F_start", "pull to start", "k*mu*W + F_slope", "N")
ROLL = Formula("F_roll", "to keep it rolling", "max(Q, 0)*Crr", "N")
ROLL_AND_DRAG = Formula(
    "F_roll",
    "to keep it going, part rolling, part dragging",
    "max(Q, 0)*((1 - s_d)*Crr + s_d*mu)",
    "N",
)
PULL = Formula("F_keep", "pull to keep going", "F_roll + F_slope", "N")
PULL_START = Formula(
    "F_start",
    "pull to start",
    f"{START_FACTOR}*F_roll + F_slope",
    "N",
    "a judgement: it has sunk overnight",
)
CARRY = Formula("F_carry", "lift while pulling", "F_lift + F_keep*(h - r)/(x_hand - x_axle)", "N", "moments")
LARGEST_BUMP = Formula(
    "bump",
    "largest bump one wheel climbs from rest",
    "1000*r*(1 - 1/sqrt(1 + (max(0, can_start - F_slope)/N)**2))",
    "mm",
    "moments about the top of the bump",
)
LARGEST_BUMP_AT_MOST = LARGEST_BUMP.over(
    "largest bump it climbs, pulled for all it may be", bump="bump_most", can_start="most_start"
)
CLIMBS = Formula("r_bump", "climbs over meets", "bump/h_turf")
CLIMBS_AT_MOST = CLIMBS.over("climbs at most over meets", r_bump="s_bump", bump="bump_most")


def lift_of(structure: Structure, parts: list[tuple[float, float]]) -> float:
    """What weights that go with a pen add to its lift, where it is tipped on one axle and carried.

    Args: structure; parts, each kg (0 or more) and its place from the rear end, mm.
    Returns: N, below 0 when they tip it back; 0 for a pen that is not carried.
    Source: moments about the axle.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> pen = build(make_design(c, "low-pen", {}), c)
    >>> round(lift_of(pen, [(10.0, pen.grip.x_mm)]), 1)
    98.1
    """
    axle = structure.axle
    if axle is None or structure.front_axle is not None:
        return 0.0
    return sum(LIFT.of(W=kg * G, x_cg=x, x_axle=axle.x_mm, x_hand=structure.grip.x_mm) for kg, x in parts)


def front_load_n(structure: Structure, weighed: Mass) -> float:
    """What of a pen's own weight its front wheels carry.

    Args: structure, on two axles; weighed, its mass.
    Returns: N, timber fresh, below 0 when it tips back.
    Source: moments about the rear axle.

    >>> whole = pen("coop", gear="chassis")
    >>> round(front_load_n(whole, mass(whole)) / 9.81 / mass(whole).fresh_kg, 2)
    0.43
    """
    axle, front = structure.axle, structure.front_axle
    assert axle is not None
    assert front is not None
    return LIFT.of(W=weighed.fresh_kg * G, x_cg=weighed.fresh_centre[0], x_axle=axle.x_mm, x_hand=front.x_mm)
