"""The working of a move on wheels, step by step as it is printed."""

from __future__ import annotations

from ergamot.core.catalogue import Ground
from ergamot.core.finding import Working
from ergamot.core.frame.footing import Axle, Lever
from ergamot.core.frame.kinds import PutUnder
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.carried import GIVES_MM, carried
from ergamot.core.gear.effort import START_FACTOR
from ergamot.core.gear.raising import LEVER_GAIN, Raising
from ergamot.core.gear.throwing import lifted_n

SOIL = "Wismer & Luth (1974)"


def one_axle_steps(work: Working, structure: Structure, weighed: Mass, ground: Ground) -> None:
    """Tipped on one axle, the other end carried.

    Args: work, with W and F_slope; structure, with an axle; weighed; ground.
    Source: moments about the axle; Wismer & Luth (1974).
    """
    axle = _places(work, structure, weighed)
    work.given("x_hand", "hands from the rear end", structure.grip.x_mm / 1000, "m", "the design")
    work.given("h", "hands above the ground", structure.grip.z_mm / 1000, "m", "the design")
    work.step("F_lift", "lift at the handles", "W*(x_cg - x_axle)/(x_hand - x_axle)", "N", "moments")
    work.step("Q", "load on the axle", f"W - F_lift{_rides(axle, 'm_r')}", "N")
    work.step("N", "load on one wheel", f"max(Q, 1)/{axle.wheels}", "N")
    _soil(work, ground)
    work.step("Cn", "wheel number", "CI*b*2*r/N", "", SOIL)
    work.step("Crr", "rolling resistance", "0.04 + 1.2/Cn", "", SOIL)
    tipped = carried(structure)
    if tipped and tipped.drags:
        work.given("c", "it clears the grass by, carried", tipped.clear_mm, "mm", "geometry of the frame")
        work.given("give", "turf and tyre give", GIVES_MM, "mm", "our judgement")
        work.step("s_d", "share of the axle's load that drags", "min(1, max(0, -c/give))")
        work.given("mu", f"pulling friction, {ground.label}", ground.pulling_mu, "", ground.source)
        work.step(
            "F_roll",
            "to keep it going, part rolling, part dragging",
            "max(Q, 0)*((1 - s_d)*Crr + s_d*mu)",
            "N",
        )
    else:
        work.step("F_roll", "to keep it rolling", "max(Q, 0)*Crr", "N")
    _pulls(work)
    work.step("F_carry", "lift while pulling", "F_lift + F_keep*(h - r)/(x_hand - x_axle)", "N", "moments")


def two_axle_steps(work: Working, structure: Structure, weighed: Mass, ground: Ground) -> None:
    """On wheels at both ends: nothing is carried.

    Args: work, with W and F_slope; structure, with both axles; weighed; ground.
    Source: moments about the rear axle; Wismer & Luth (1974).
    """
    front = structure.front_axle
    assert front is not None
    axle = _places(work, structure, weighed)
    work.given("x_front", "front axle from the rear end", front.x_mm / 1000, "m", "the design")
    work.step("F_f", "what the front carries", "W*(x_cg - x_axle)/(x_front - x_axle)", "N", "moments")
    work.step("Qf", "load on the front axle", f"F_f{_rides(front, 'm_f')}", "N")
    work.step("Q", "load on the rear axle", f"W - F_f{_rides(axle, 'm_r')}", "N")
    work.step("Nr", "load on a rear wheel", f"max(Q, 1)/{axle.wheels}", "N")
    work.step("Nf", "load on a front wheel", f"max(Qf, 1)/{front.wheels}", "N")
    _soil(work, ground)
    for end, word in (("r", "rear"), ("f", "front")):
        work.step(f"C{end}", f"wheel number, {word}", f"CI*b*2*r/N{end}", "", SOIL)
        work.step(f"Crr{end}", f"rolling resistance, {word}", f"0.04 + 1.2/C{end}", "", SOIL)
    work.step("F_roll", "to keep it rolling", "max(Q, 0)*Crrr + max(Qf, 0)*Crrf", "N")
    _pulls(work)
    work.step("N", "the heavier wheel, at a bump", "max(Nr, Nf)", "N")


def throw_steps(work: Working, structure: Structure, weighed: Mass, lever: Lever) -> None:
    """Throwing the hardest lever over.

    Args: work; structure; weighed; lever, the hardest.
    Source: moments about the pivot.
    """
    swing = lever.swing
    work.given(
        "N_l", f"what the {lever.where} wheel lifts", lifted_n(structure, weighed, lever), "N", "moments"
    )
    work.given("a", "lever arm", swing.arm_mm, "mm", "the design")
    work.given("p", "pivot above the foot of the rail", swing.pivot_mm, "mm", "the design")
    work.given("r_l", "wheel radius", swing.radius_mm, "mm", "the catalogue")
    work.given("g_l", "handle from the pivot", lever.handle_mm, "mm", "the design")
    work.step("s_t", "sine of the angle at which the wheel touches", "max(-1, min(1, (p - r_l)/a))")
    work.step(
        "F_throw", "force at the handle", "N_l*a*sqrt(1 - max(s_t, 0)**2)/g_l", "N", "moments about the pivot"
    )


def raise_steps(work: Working, structure: Structure, weighed: Mass, raised: Raising) -> None:
    """Putting loose wheels under the heavier end.

    Args: work, with W and x_cg; structure; weighed; raised.
    Source: moments about the far end.
    """
    axle = structure.axle if raised.end == "rear" else structure.front_axle
    assert axle is not None
    xs = [x for x, _ in structure.contacts]
    far = max(xs) if raised.end == "rear" else min(xs)
    work.given("x_far", "the end left on the grass", far / 1000, "m", "the frame")
    work.given("x_up", f"where the {raised.end} is raised", axle.x_mm / 1000, "m", "the design")
    work.step(
        "N_c", "what one corner weighs", "W*max(0, min(1, (x_far - x_cg)/(x_far - x_up)))/2", "N", "moments"
    )
    if raised.by is PutUnder.LEVER:
        work.given(
            "g_b", "long arm of the bar over its short one", LEVER_GAIN, "", "statics: 1.2 m over 0.15 m"
        )
        work.step("F_raise", "at the end of the bar", "N_c/g_b", "N", "moments")
    elif raised.by is PutUnder.HANDS:
        work.step("F_raise", "the whole end, hands at the rail", "2*N_c", "N")
    else:
        work.step("F_raise", "on the jack", "N_c", "N")


def _places(work: Working, structure: Structure, weighed: Mass) -> Axle:
    axle = structure.axle
    assert axle is not None
    work.given("x_cg", "centre of mass from the rear end", weighed.fresh_centre[0] / 1000, "m", "moments")
    work.given("x_axle", "axle from the rear end", axle.x_mm / 1000, "m", "the design")
    work.given("r", "wheel radius", axle.radius_mm / 1000, "m", axle.wheel.source)
    work.given("b", "wheel width", axle.wheel.width_mm / 1000, "m", axle.wheel.source)
    return axle


def given_riding(work: Working, structure: Structure) -> str:
    """What loose axles weigh, as terms of the weight that goes uphill.

    Args: work; structure.
    Returns: terms of an expression, "" without loose axles.
    Source: masses of the catalogue.
    """
    terms = ""
    for axle, symbol in ((structure.axle, "m_r"), (structure.front_axle, "m_f")):
        if axle and axle.rides_kg:
            work.given(symbol, "the loose axle itself, which moves too", axle.rides_kg, "kg", "the catalogue")
            terms += f" + 9.81*{symbol}"
    return terms


def _rides(axle: Axle, symbol: str) -> str:
    return f" + 9.81*{symbol}" if axle.rides_kg else ""


def _soil(work: Working, ground: Ground) -> None:
    work.given("CI", f"cone index, {ground.label}", ground.cone_index_kpa * 1000, "Pa", ground.source)


def _pulls(work: Working) -> None:
    work.step(
        "F_start",
        "pull to start",
        f"{START_FACTOR}*F_roll + F_slope",
        "N",
        "a judgement: it has sunk overnight",
    )
    work.step("F_keep", "pull to keep going", "F_roll + F_slope", "N")
