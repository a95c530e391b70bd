"""Who else would move a pen that those who must cannot."""

from __future__ import annotations

from dataclasses import replace

from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate
from ergamot.core.catalogue import Catalogue, Crew
from ergamot.core.finding import Grade
from ergamot.core.frame.design import build
from ergamot.core.frame.mass import mass
from ergamot.core.gear.moving import judge_moving


def who_would_move(catalogue: Catalogue, asked: Asked, found: Candidate) -> str:
    """The fewest people, and the smallest vehicle, that would move a pen on this farm.

    Args: catalogue, its crews from the weakest on; asked, for its farm; found.
    Returns: in words; empty where nobody would.
    Raises: OutOfRange.
    Source: the Moving verdict of each.

    >>> asked = make_asked(c, broilers(), farm())
    >>> heavy = judged_design(c, asked, make_design(c, "coop", {"gear": "skids"}))
    >>> who_would_move(c, asked, heavy)
    'a quad'
    """
    structure = build(found.design, catalogue)
    weighed = mass(structure)

    def would(crew: Crew) -> bool:
        alone = replace(asked.farm, crew=crew, also=())
        return judge_moving(catalogue, structure, weighed, alone).verdict is not Grade.SHORT

    people = [one for one in catalogue.crews.values() if one.people]
    vehicles = [one for one in catalogue.crews.values() if not one.people]
    firsts = (next(filter(would, some), None) for some in (people, vehicles))
    return " or ".join(one.label for one in firsts if one)
