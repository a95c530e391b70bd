"""The working of a move, step by step: what is printed is what computes."""

from __future__ import annotations

from ergamot.core.catalogue import Ground
from ergamot.core.farm.rolling import PER_WHEEL, RESISTANCE, SINKS_BELOW, WHEEL_NUMBER
from ergamot.core.frame.footing import Axle, Lever
from ergamot.core.frame.kinds import PutUnder
from ergamot.core.frame.mass import WEIGHT, Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.frame.swing import THROW, TOUCH
from ergamot.core.gear.carried import DRAGS, GIVES_MM, carried
from ergamot.core.gear.effort import (
    CARRY,
    LARGEST_BUMP,
    LARGEST_BUMP_AT_MOST,
    LIFT,
    PULL,
    PULL_START,
    ROLL,
    ROLL_AND_DRAG,
    SLIDE,
    SLIDE_START,
    UPHILL,
)
from ergamot.core.gear.raising import CORNER, EFFORT, LEVER_GAIN, Raising, ends_of, lifted_n
from ergamot.core.working import Formula, Working


def slope_steps(work: Working, structure: Structure, weighed: Mass, slope_percent: float) -> None:
    """What the pen weighs, and what of it a slope holds back.

    Args: work, empty; structure; weighed, its mass; slope_percent, 0 to 25.
    Source: statics.

    >>> work, low = Working(), pen()
    >>> slope_steps(work, low, mass(low), 3.0)
    >>> [step.symbol for step in work.steps]
    ['m', 'W', 's', 'F_slope']
    """
    work.given("m", "mass, timber fresh", weighed.fresh_kg, "kg", "sum of the parts")
    work.by(WEIGHT)
    work.given("s", "slope of the site, uphill", slope_percent / 100, "rise per run", "your site")
    riding = ""
    for axle, symbol in ((structure.axle, "m_r"), (structure.front_axle, "m_f")):
        if axle and axle.rides_kg:
            work.given(symbol, "the loose axle itself, which moves too", axle.rides_kg, "kg", "the catalogue")
            riding += _rides(axle, symbol)
    work.by(UPHILL.over(W=f"(W{riding})") if riding else UPHILL)


def skid_steps(work: Working, ground: Ground) -> None:
    """Slid over the grass.

    Args: work, with W and F_slope; ground.
    Source: friction of the catalogue.

    >>> work, low = Working(), pen()
    >>> slope_steps(work, low, mass(low), 3.0)
    >>> skid_steps(work, c.grounds["wet"])
    >>> [step.symbol for step in work.steps][-2:]
    ['F_start', 'F_keep']
    """
    work.given("mu", f"pulling friction, {ground.label}", ground.pulling_mu, "", ground.source)
    work.given("k", "first pull over steady pull", ground.first_pull, "", ground.source)
    work.by(SLIDE_START)
    work.by(SLIDE)


def one_axle_steps(
    work: Working, structure: Structure, weighed: Mass, ground: Ground, firmness: float
) -> None:
    """Tipped on one axle, the other end carried.

    Args: work, with W and F_slope; structure, with an axle; weighed; ground; firmness, times its cone index.
    Source: moments about the axle; Wismer & Luth (1974).

    >>> work, low = Working(), pen()
    >>> slope_steps(work, low, mass(low), 3.0)
    >>> one_axle_steps(work, low, mass(low), c.grounds["wet"], 1.0)
    >>> work.steps[-1].symbol
    'F_carry'
    """
    axle = _places(work, structure, weighed)
    work.given("x_hand", "hands from the rear end", structure.grip.x_mm / 1000, "m", "the design")
    work.given("h", "hands above the ground", structure.grip.z_mm / 1000, "m", "the design")
    work.by(LIFT)
    work.step("Q", "load on the axle", f"W - F_lift{_rides(axle, 'm_r')}", "N")
    work.given("n", "wheels on it", axle.wheels)
    work.by(PER_WHEEL)
    _soil(work, ground, firmness)
    work.by(WHEEL_NUMBER)
    work.by(RESISTANCE)
    tipped = carried(structure)
    if tipped and tipped.drags:
        work.given("c", "it clears the grass by, carried", tipped.clear_mm, "mm", "geometry of the frame")
        work.given("give", "turf and tyre give", GIVES_MM, "mm", "our judgement")
        work.by(DRAGS)
        work.given("mu", f"pulling friction, {ground.label}", ground.pulling_mu, "", ground.source)
        work.by(ROLL_AND_DRAG)
    else:
        work.by(ROLL)
    work.by(PULL_START)
    work.by(PULL)
    work.by(CARRY)


def two_axle_steps(
    work: Working, structure: Structure, weighed: Mass, ground: Ground, firmness: float
) -> None:
    """On wheels at both ends: nothing is carried.

    Args: work, with W and F_slope; structure, with both axles; weighed; ground; firmness, times its cone index.
    Source: moments about the rear axle; Wismer & Luth (1974).

    >>> work, coop = Working(), pen("coop", gear="chassis")
    >>> slope_steps(work, coop, mass(coop), 3.0)
    >>> two_axle_steps(work, coop, mass(coop), c.grounds["wet"], 1.0)
    >>> work.steps[-1].symbol
    'F_keep'
    """
    front = structure.front_axle
    assert front is not None
    axle = _places(work, structure, weighed)
    work.given("x_front", "front axle from the rear end", front.x_mm / 1000, "m", "the design")
    work.given("r_f", "wheel radius, front", front.radius_mm / 1000, "m", front.wheel.source)
    work.given("b_f", "wheel width, front", front.wheel.width_mm / 1000, "m", front.wheel.source)
    work.by(LIFT.over("what the front carries", F_lift="F_f", x_hand="x_front"))
    work.step("Q_f", "load on the front axle", f"F_f{_rides(front, 'm_f')}", "N")
    work.step("Q", "load on the rear axle", f"W - F_f{_rides(axle, 'm_r')}", "N")
    work.given("n", "wheels on the rear axle", axle.wheels)
    work.given("n_f", "wheels on the front axle", front.wheels)
    _soil(work, ground, firmness)
    for formula in (PER_WHEEL, WHEEL_NUMBER, RESISTANCE, ROLL):
        work.by(formula.over(f"{formula.says}, rear", F_roll="F_roll_r"))
        work.by(_front(formula))
    work.step("F_roll", "to keep it rolling", "F_roll_r + F_roll_f", "N")
    work.by(PULL_START)
    work.by(PULL)


def bump_steps(work: Working, structure: Structure) -> None:
    """The largest bump it gets over, of all its wheels.

    Args: work, with what can be pulled and what each wheel carries; structure, on wheels.
    Source: moments about the top of the bump.

    >>> work, low = Working(), pen()
    >>> slope_steps(work, low, mass(low), 3.0)
    >>> one_axle_steps(work, low, mass(low), c.grounds["wet"], 1.0)
    >>> _ = work.given("can_start", "pull to start", 200.0, "N")
    >>> _ = work.given("most_start", "the most", 314.0, "N")
    >>> bump_steps(work, low)
    >>> [step.symbol for step in work.steps[-2:]]
    ['bump', 'bump_most']
    """
    for formula in (LARGEST_BUMP, LARGEST_BUMP_AT_MOST):
        if structure.front_axle is None:
            work.by(formula)
            continue
        bump = formula.symbol
        work.by(formula.over(f"{formula.says}, rear", **{bump: f"{bump}_r"}))
        work.by(_front(formula))
        work.step(bump, "the smaller of them", f"min({bump}_r, {bump}_f)", "mm")


def sinks(work: Working) -> bool:
    """Whether a wheel ploughs into the ground.

    Args: work, of a pen on wheels.
    Returns: whether any wheel number is under 5.
    Source: Wismer & Luth (1974).

    >>> work = Working()
    >>> _ = work.given("Cn", "wheel number", 4.0)
    >>> sinks(work)
    True
    """
    return any(work.known[symbol] < SINKS_BELOW for symbol in ("Cn", "Cn_f") if symbol in work.known)


def throw_steps(work: Working, structure: Structure, weighed: Mass, lever: Lever) -> None:
    """Throwing the hardest lever over.

    Args: work; structure; weighed; lever, the hardest.
    Source: moments about the pivot.

    >>> work, coop = Working(), pen("coop", gear="boards")
    >>> throw_steps(work, coop, mass(coop), coop.levers[0])
    >>> work.steps[-1].symbol
    'F_throw'
    """
    swing = lever.swing
    work.given(
        "N_l", f"what the {lever.where} wheel lifts", lifted_n(structure, weighed, lever), "N", "moments"
    )
    work.given("a", "lever arm", swing.arm_mm, "mm", "the design")
    work.given("p", "pivot above the foot of the rail", swing.pivot_mm, "mm", "the design")
    work.given("r_l", "wheel radius", swing.radius_mm, "mm", "the catalogue")
    work.given("g_l", "handle from the pivot", lever.handle_mm, "mm", "the design")
    work.by(TOUCH)
    work.by(THROW)


def raise_steps(work: Working, structure: Structure, raised: Raising) -> None:
    """Putting loose wheels under the heavier end.

    Args: work, with W and x_cg; structure; raised.
    Source: moments about the far end.

    >>> from ergamot.core.gear.people import strength
    >>> from ergamot.core.gear.raising import raising
    >>> work, coop = Working(), pen("coop", gear="dolly", put_under="jack")
    >>> slope_steps(work, coop, mass(coop), 3.0)
    >>> _ = work.given("x_cg", "centre of mass", mass(coop).fresh_centre[0] / 1000, "m")
    >>> raise_steps(work, coop, raising(coop, mass(coop), strength(c, c.crews["man"], 0.6)))
    >>> work.steps[-1].symbol
    'F_raise'
    """
    at, far = ends_of(structure)[raised.end]
    work.given("x_far", "the end left on the grass", far / 1000, "m", "the frame")
    work.given("x_up", f"where the {raised.end} is raised", at / 1000, "m", "the design")
    work.by(CORNER)
    if raised.by is PutUnder.LEVER:
        work.given(
            "g_b", "long arm of the bar over its short one", LEVER_GAIN, "", "statics: 1.2 m over 0.15 m"
        )
    work.by(EFFORT[raised.by])


def _front(formula: Formula) -> Formula:
    """A relation of one wheel, of a front one."""
    own = ("N", "n", "Q", "Cn", "Crr", "F_roll", "r", "b", "bump", "bump_most")
    return formula.over(f"{formula.says}, front", **{symbol: f"{symbol}_f" for symbol in own})


def _places(work: Working, structure: Structure, weighed: Mass) -> Axle:
    axle = structure.axle
    assert axle is not None
    work.given("x_cg", "centre of mass from the rear end", weighed.fresh_centre[0] / 1000, "m", "moments")
    work.given("x_axle", "axle from the rear end", axle.x_mm / 1000, "m", "the design")
    work.given("r", "wheel radius", axle.radius_mm / 1000, "m", axle.wheel.source)
    work.given("b", "wheel width", axle.wheel.width_mm / 1000, "m", axle.wheel.source)
    return axle


def _rides(axle: Axle, symbol: str) -> str:
    return f" + 9.81*{symbol}" if axle.rides_kg else ""


def _soil(work: Working, ground: Ground, firmness: float) -> None:
    cone_index = ground.cone_index_kpa * 1000 * firmness
    work.given("CI", f"cone index, {ground.label}", cone_index, "Pa", ground.source)
