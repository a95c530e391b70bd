"""What people can be asked to lift and pull, alone and together: what is good to ask, and the most."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations

from ergamot.core.catalogue import Catalogue, Crew, Person, pick
from ergamot.core.catalogue.farm import MOST_PEOPLE
from ergamot.core.errors import require_range
from ergamot.core.units import G
from ergamot.core.working import Formula

# Share of the sum of single figures that a team manages. HSE L23 tells lifting for up to three: there is no room for
# a fourth pair of hands. Pulling: Ringelmann (1913), on a rope
LIFTING: Mapping[int, float] = {1: 1.0, 2: 2 / 3, 3: 0.5}
PULLING: Mapping[int, float] = {1: 1.0, 2: 0.93, 3: 0.85, 4: 0.77}
KEPT = 64  # of crews at handles; may move: a pen is asked of a crew three times
GUIDELINE = "HSE INDG143, L23; vehicles by their row"
MOST_LIFTED = "twice the guideline: L23 asks for close care beyond it; none of the young"
MOST_PULLED = "Snook & Ciriello (1991): nine in ten can, once or twice a day; Ringelmann (1913) together"
# What is left of a pull over a longer move, 1 at 2.1 m. Men's: they fall the faster
FARTHER = "Potvin et al. (2021), equations of the tables of Snook & Ciriello"
TABLE_M, FARTHEST_M = 2.1, 61.0  # the shortest and longest pull of the tables; may move: of its range
STARTS_FARTHER = Formula("k_far", "of that over the move", "1.079 - log(d)/9.392", "", FARTHER)
KEEPS_FARTHER = Formula("k_on", "of that over the move", "1.1035 - log(d)/7.17", "", FARTHER)
AT_A_RAIL_N = 70.0  # and lifts the rails: HSE INDG143, a woman, hands low
AT_A_LEVER_N = 150.0  # whoever drives also throws the levers: HSE INDG143, a woman
KNUCKLE_M = 0.75  # hands of someone standing with arms down; HSE INDG143; may move: within its zone
ZONE_TOPS_M = (0.25, 0.75, 1.05, 1.40)  # HSE INDG143 lifting zones
ZONE_WORDS = ("below knee", "knee to knuckle", "knuckle to elbow", "elbow to shoulder")
# NIOSH, Applications manual for the revised lifting equation (1994)
LOAD_CONSTANT_KG = 23.0
NEAREST_CM, FURTHEST_CM = 25.0, 63.0
LEAST_TRAVEL_CM = 25.0  # may move below: the most is 1


@dataclass(frozen=True)
class Able:
    """What can be asked, N: what is good, which protects nearly everyone, and the most."""

    good: float
    most: float


@dataclass(frozen=True)
class Strength:
    """What a crew can do with hands at the heights asked about; pulled over 2.1 m at the most. `one` is one of them at a
    lever, `low` all of them at the rails; `stand_by` are those whose hands do not help to lift.
    """

    lift: Able
    carry: Able
    start: Able
    keep: Able
    one: Able
    low: Able
    lift_zone: str
    carry_zone: str
    stand_by: tuple[str, ...] = ()
    drives: bool = False


def together(figures: Sequence[float], shares: Mapping[int, float] = LIFTING) -> float:
    """What several people manage together.

    Args: figures, the force of each, N; one to four people; shares, of their sum by how many they are.
    Returns: N: of the teams there are shares for, the strongest; never less than fewer of them would manage, since one
        can always stand by.
    Raises: OutOfRange.
    Source: HSE L23 team handling; Ringelmann (1913).

    >>> round(together([200, 130])), together([200]), round(together([200, 130], PULLING), 1)
    (220, 200.0, 306.9)
    """
    team = best_team(figures, shares)
    return shares[len(team)] * sum(figures[i] for i in team)


def best_team(figures: Sequence[float], shares: Mapping[int, float] = LIFTING) -> tuple[int, ...]:
    """Which of several people manage most together; the rest can only stand by.

    Args: figures, the force of each, N; one to four people; shares, of their sum by how many they are.
    Returns: their places in the figures; of teams as strong as each other the smallest.
    Raises: OutOfRange.
    Source: HSE L23 team handling.

    >>> best_team([200, 80]), best_team([200, 130])
    ((0,), (0, 1))
    """
    require_range("people", len(figures), 1, MOST_PEOPLE)
    teams = (team for size in shares for team in combinations(range(len(figures)), size))
    return max(teams, key=lambda team: shares[len(team)] * sum(figures[i] for i in team))


def zone_of(hand_height_m: float) -> int:
    """Which lifting zone hands at a height are in.

    Args: hand_height_m, 0 to 1.4.
    Returns: 0 below knee, 1 to knuckle, 2 to elbow, 3 to shoulder.
    Raises: OutOfRange.
    Source: HSE INDG143.

    >>> zone_of(0.58), zone_of(0.8)
    (1, 2)
    """
    require_range("hand height", hand_height_m, 0, ZONE_TOPS_M[-1], "m")
    return next(zone for zone, top in enumerate(ZONE_TOPS_M) if hand_height_m <= top)


_LIFTS: tuple[Callable[[Person], float], ...] = (
    lambda person: person.lift_low_n,
    lambda person: person.lift_knee_n,
    lambda person: person.lift_waist_n,
    lambda person: person.lift_chest_n,
)


@lru_cache(maxsize=KEPT)
def strength(catalogue: Catalogue, crew: Crew, hand_height_m: float) -> Strength:
    """What a crew can lift at the start, carry, and pull.

    Args: catalogue; crew; hand_height_m, of the handles as the pen stands, 0 to 1.4.
    Returns: the Strength; carried with hands at knuckle height or at the handles if higher.
    Raises: OutOfRange.
    Source: HSE INDG143 and L23; the most in pulling, Snook & Ciriello (1991).

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> c = load_catalogue()
    >>> strength(c, c.crews["man"], 0.58).lift
    Able(good=200.0, most=400.0)
    """
    if crew.drawbar_n:
        hitch, drawbar = Able(crew.hitch_n, crew.hitch_n), Able(crew.drawbar_n, crew.drawbar_n)
        lever, rail = (Able(force, force) for force in (AT_A_LEVER_N, AT_A_RAIL_N))
        where = "on the hitch"
        return Strength(hitch, hitch, drawbar, drawbar, lever, rail, where, where, drives=True)
    people = [pick(catalogue.people, key, "people") for key in crew.people]
    lifted = _LIFTS[zone := zone_of(hand_height_m)]
    carried = _LIFTS[carry_zone := zone_of(max(hand_height_m, KNUCKLE_M + 0.01))]
    start, keep = _pulled(people, "start"), _pulled(people, "keep")
    lifting = best_team([lifted(one) for one in people])
    return Strength(
        lift=_lifted(people, lifted),
        carry=_lifted(people, carried),
        start=start,
        keep=keep,
        one=Able(*(max(getattr(one, name) for one in people) for name in ("push_start_n", "most_start_n"))),
        low=_lifted(people, _LIFTS[0]),
        lift_zone=ZONE_WORDS[zone],
        carry_zone=ZONE_WORDS[carry_zone],
        stand_by=tuple(one.label for i, one in enumerate(people) if i not in lifting),
    )


def _lifted(people: list[Person], lift: Callable[[Person], float]) -> Able:
    """The young lift no more than is good, whoever lifts with them."""
    return Able(
        together([lift(one) for one in people]), together([one.most_lift * lift(one) for one in people])
    )


def _pulled(people: list[Person], task: str) -> Able:
    good, most = (
        together([getattr(one, f"{name}_{task}_n") for one in people], PULLING) for name in ("push", "most")
    )
    return Able(good, most)


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
