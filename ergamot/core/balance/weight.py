"""Weight: a pen against the figure its keeper set; without one, beside the heaviest its crew could move on its gear."""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import partial, reduce

from scipy.optimize import brentq

from ergamot.core.catalogue import Catalogue
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Finding, Phrase, Telling, What, phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.kinds import Group
from ergamot.core.frame.mass import GROUP_WORDS, Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.haul import Haul, Over, haul, least_of, movers_strength, ratios_of
from ergamot.core.units import Quantity
from ergamot.core.working import Working

MOST_TIMES = 64.0  # looked for from so many times lighter to as many times heavier; may move
NEAR = 1e-4  # of arithmetic; may move
CLOSE = 0.25  # how far about the first guess is looked at before all; may move
LIGHTER_KG = 10.0  # what a lighter pen gains is told of so much; may move
BY_HALVING = (
    "the mass at which Moving just stands, scaled about its own centre: found between a lighter and a heavier"
)


def heaviest_kg(
    catalogue: Catalogue, structure: Structure, weighed: Mass, farm: FarmConditions
) -> tuple[float, float]:
    """The heaviest this pen could be, on its gear, ground and slope, for everyone who must move it.

    Args: catalogue; structure; weighed, its mass; farm.
    Returns: kg that are moved easily, and kg at the most; 0 where no weight would do, as over bumps higher than its
        wheels climb.
    Raises: OutOfRange.
    Source: as `haul`, its mass scaled about its own centre.

    >>> easy, most = heaviest_kg(c, pen(), mass(pen()), farm())
    >>> round(easy), round(most)
    (53, 107)
    """
    cans = [movers_strength(catalogue, structure, crew) for crew in farm.movers]

    def over(share: float) -> Over:
        scaled = weighed.scaled(share)
        moved = (haul(structure, scaled, farm.moving_ground, farm.slope_percent, can) for can in cans)
        return reduce(Over.worse, (least_of(ratios_of(one.over(farm))) for one in moved))

    known: dict[float, Over] = {}

    def log_ratio(mark: str, log_share: float) -> float:
        if log_share not in known:
            known[log_share] = over(math.exp(log_share))
        return math.log(max(getattr(known[log_share], mark), NEAR))

    easy, most = (weighed.fresh_kg * _share_at_one(partial(log_ratio, mark)) for mark in ("good", "most"))
    return easy, most


def _share_at_one(above: Callable[[float], float]) -> float:
    """The share of the mass at which a ratio that falls with it is 1, both told by their logarithms.

    Most fall as the mass rises, so where that leads is looked at first; what is left is bracketed and halved.
    """
    far = math.log(MOST_TIMES)
    near = min(far, max(-far, above(0.0)))
    low, high = sorted((near - CLOSE, near + CLOSE))
    if above(low) < 0:
        low, high = -far, low
    elif above(high) > 0:
        low, high = high, far
    if above(low) < 0:
        return 0.0
    if above(high) > 0:
        return MOST_TIMES
    return math.exp(brentq(above, low, high, xtol=NEAR))


def judge_weight(
    catalogue: Catalogue, structure: Structure, weighed: Mass, flock: Flock, farm: FarmConditions
) -> Finding:
    """Is the pen within the weight its keeper wants? Where no such figure is set it is told and carries no grade.

    Args: catalogue; structure; weighed, its mass; flock, for what it weighs a bird; farm, with the keeper's figure.
    Returns: the Weight finding; its ratio is the keeper's figure over the fresh mass, else what is moved easily over it.
    Raises: OutOfRange.
    Source: the keeper's figure; masses as `mass`; else as `heaviest_kg`.

    >>> own = judge_weight(c, pen(), mass(pen()), broilers(), farm(heaviest_kg=500.0))
    >>> own.verdict.value, judge_weight(c, pen(), mass(pen()), broilers(), farm()).verdict
    ('ample', None)
    """
    work = Working()
    _weigh(work, structure, weighed)
    if farm.heaviest_kg is not None:
        work.given("limit", "the heaviest you want", farm.heaviest_kg, "kg", "your own limit")
        work.step("ratio", "limit over mass", "limit/m_fresh")
        ratio = least = work.known["ratio"]
        spare = farm.heaviest_kg - weighed.fresh_kg
        words = "{spare} under your limit" if spare >= 0 else "{spare} over your limit"
        sentence = phrase(words, spare=Quantity(abs(spare), "kg"))
        limit = phrase("you want {limit} at most", limit=Quantity(farm.heaviest_kg, "kg"))
    else:
        easy, most = heaviest_kg(catalogue, structure, weighed, farm)
        work.given("m_easy", "the heaviest that is moved easily", easy, "kg", BY_HALVING)
        work.given("m_most", "the heaviest that is moved at all", most, "kg", BY_HALVING)
        ratio = work.step("ratio", "easily moved over mass", "m_easy/m_fresh")
        least = work.step("least", "moved at all over mass", "m_most/m_fresh")
        marks = {"easy": Quantity(easy, "kg"), "most": Quantity(most, "kg")}
        sentence = phrase("on this gear and ground {easy} is moved easily, {most} at the most", **marks)
        limit = phrase("you set no limit of your own: Moving says what is too heavy")
    return Finding(
        what=What.WEIGHT,
        title="Weight",
        ratio=ratio,
        least=least,
        tell=partial(_telling, catalogue, structure, weighed, flock, farm, sentence, limit, work),
        told=farm.heaviest_kg is None,
    )


def _telling(
    catalogue: Catalogue,
    structure: Structure,
    weighed: Mass,
    flock: Flock,
    farm: FarmConditions,
    sentence: Phrase,
    limit: Phrase,
    work: Working,
) -> Telling:
    return Telling(
        sentence=sentence,
        figure=phrase(
            "{fresh} fresh, {dry} dry",
            fresh=Quantity(weighed.fresh_kg, "kg"),
            dry=Quantity(weighed.dry_kg, "kg"),
        ),
        limit=limit,
        working=work.steps,
        answer="ratio",
        details=(
            *_shares(structure, weighed, flock),
            *_gain(catalogue, structure, weighed, farm),
            *_besides(weighed),
        ),
    )


def _weigh(work: Working, structure: Structure, weighed: Mass) -> None:
    symbols = []
    for group, (_, fresh) in weighed.groups.items():
        symbol = f"m_{group}"
        work.given(symbol, f"{GROUP_WORDS[group]}, fresh", fresh, "kg", _count_words(structure, group))
        symbols.append(symbol)
    work.step("m_fresh", "the pen, timber fresh from the yard", " + ".join(symbols), "kg")
    work.given("m_dry", "the same pen once its timber is dry", weighed.dry_kg, "kg", "densities at 12–15 %")
    work.given("x_cg", "centre of mass ahead of the rear end", weighed.fresh_centre[0], "mm", "moments")
    work.given("z_cg", "centre of mass above the ground", weighed.fresh_centre[2], "mm", "moments")


def _shares(structure: Structure, weighed: Mass, flock: Flock) -> tuple[Phrase, ...]:
    """What it weighs by bird and floor, what most of it is, and where it stands."""
    heaviest = max(weighed.groups, key=lambda group: weighed.groups[group][1])
    share = weighed.groups[heaviest][1] / weighed.fresh_kg
    return (
        phrase(
            "{bird} a bird, {floor} of floor",
            bird=Quantity(weighed.fresh_kg / flock.placed, "kg"),
            floor=Quantity(weighed.fresh_kg / structure.body.floor_m2, "kg/m2"),
        ),
        phrase("{share} of it is " + GROUP_WORDS[heaviest], share=Quantity(share, "share")),
        phrase(
            "centre of mass {x} from the rear end, {z} up",
            x=Quantity(weighed.fresh_centre[0], "mm"),
            z=Quantity(weighed.fresh_centre[2], "mm"),
        ),
    )


def _gain(
    catalogue: Catalogue, structure: Structure, weighed: Mass, farm: FarmConditions
) -> tuple[Phrase, ...]:
    """What a lighter pen would gain its movers."""
    if weighed.fresh_kg <= 2 * LIGHTER_KG:
        return ()
    can = movers_strength(catalogue, structure, farm.crew)

    def moved(share: float) -> Haul:
        return haul(structure, weighed.scaled(share), farm.moving_ground, farm.slope_percent, can)

    whole, lighter = moved(1.0), moved(1 - LIGHTER_KG / weighed.fresh_kg)
    gains = {
        "kg": Quantity(LIGHTER_KG, "kg"),
        "lift": Quantity(whole.lift - lighter.lift, "heft"),
        "pull": Quantity(whole.start - lighter.start, "heft"),
    }
    lifts = "{lift} less to lift and " if structure.carried else ""
    return (phrase(f"{{kg}} lighter would be {lifts}{{pull}} less to pull", **gains),)


def _besides(weighed: Mass) -> list[Phrase]:
    """What the total leaves out: contents, parts to come, parts in the shed."""
    words = {
        "{kg} more when feeders and drinkers are full": weighed.full_kg,
        "{kg} still to come, fitted later": weighed.later_kg,
        "{kg} waits in the shed": weighed.aside_kg,
    }
    return [phrase(text, kg=Quantity(kg, "kg")) for text, kg in words.items() if kg > 0]


def _count_words(structure: Structure, group: Group) -> str:
    sticks = sum(member.group == group for member in structure.members)
    panels = sum(panel.group == group for panel in structure.panels)
    parts = sum(item.count for item in structure.hardware if item.group == group)
    words = [
        f"{count} {word}{'s' if count != 1 else ''}"
        for count, word in ((sticks, "stick"), (panels, "panel"), (parts, "part"))
        if count
    ]
    return ", ".join(words)
