"""What people can be asked to lift and pull, alone and together."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from itertools import combinations

from ergamot.core.catalogue import Catalogue, Crew, Person, pick
from ergamot.core.errors import require_range
from ergamot.core.units import G

# Share of the sum of single figures that a team manages; HSE L23 for lifting, assumed for pulling
TEAM_SHARE = {1: 1.0, 2: 2 / 3, 3: 0.5}
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
class Strength:
    """What a crew can do, N, with hands at the heights asked about; `one_n` is one of them at a lever,
    `low_n` all of them at the rails."""

    lift_n: float
    carry_n: float
    start_n: float
    keep_n: float
    one_n: float
    low_n: float
    lift_zone: str
    carry_zone: str


def together(figures: list[float]) -> float:
    """What several people manage together.

    Args: figures, the guideline force of each, N; one to three people.
    Returns: N: two ⅔ of their sum, three ½; never less than fewer of them would manage, since one
        can always stand by.
    Raises: OutOfRange.
    Source: HSE L23 team handling.

    >>> round(together([200, 130])), together([200])
    (220, 200.0)
    """
    require_range("people", len(figures), 1, 3)
    teams = (team for size in TEAM_SHARE for team in combinations(figures, size))
    return max(TEAM_SHARE[len(team)] * sum(team) for team in teams)


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


def strength(catalogue: Catalogue, crew: Crew, hand_height_m: float) -> Strength:
    """What a crew can lift at the start, carry, and pull.

    Args: catalogue; crew; hand_height_m, of the handles as the pen stands, 0 to 1.4.
    Returns: the Strength; carried with hands at knuckle height or at the handles if higher.
    Raises: OutOfRange.
    Source: HSE INDG143 and L23.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> c = load_catalogue()
    >>> strength(c, c.crews["man"], 0.58).lift_n
    200.0
    """
    if crew.drawbar_n:
        return Strength(
            crew.hitch_n,
            crew.hitch_n,
            crew.drawbar_n,
            crew.drawbar_n,
            AT_A_LEVER_N,
            AT_A_RAIL_N,
            "on the hitch",
            "on the hitch",
        )
    people = [pick(catalogue.people, key, "people") for key in crew.people]
    lifted = zone_of(hand_height_m)
    carried = zone_of(max(hand_height_m, KNUCKLE_M + 0.01))
    return Strength(
        lift_n=together([_LIFTS[lifted](person) for person in people]),
        carry_n=together([_LIFTS[carried](person) for person in people]),
        start_n=together([person.push_start_n for person in people]),
        keep_n=together([person.push_keep_n for person in people]),
        one_n=max(person.push_start_n for person in people),
        low_n=together([person.lift_low_n for person in people]),
        lift_zone=ZONE_WORDS[lifted],
        carry_zone=ZONE_WORDS[carried],
    )


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
