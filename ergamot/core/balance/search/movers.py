"""Who else would move a pen that those who must cannot."""

from __future__ import annotations

from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate
from ergamot.core.catalogue import Catalogue
from ergamot.core.finding import Grade
from ergamot.core.frame.design import build
from ergamot.core.frame.mass import mass
from ergamot.core.gear.chart import movers


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
    able = [
        one.crew
        for one in movers(catalogue, structure, mass(structure), asked.farm)
        if one.grade is not Grade.SHORT
    ]
    people, vehicles = ([one for one in able if bool(one.people) is on_foot] for on_foot in (True, False))
    return " or ".join(one.label for one in (*people[:1], *vehicles[:1]))
