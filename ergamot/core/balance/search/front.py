"""What counts of a pen, and which pens no other beats on all of it."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from pymoo.indicators.hv import HV
from pymoo.util.nds.non_dominated_sorting import NonDominatedSorting

from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate, better_of
from ergamot.core.balance.search.figures import Figure

# Less than this no keeper feels: kg, money, hours, of a grade; judgement
FELT = {Figure.MASS: 0.5, Figure.COST: 1.0, Figure.HOURS: 0.1}
FELT_GRADE = 0.01


def aims_of(asked: Asked, candidate: Candidate) -> np.ndarray:
    """What a pen is to have little of.

    What is short or hard of it, mass, cost, hours, and what it lacks of any verdict of which more is asked.

    Args: asked; candidate.
    Returns: (4 + verdicts asked more of,), each in steps a keeper feels: grades, 0.5 kg, 1 of money, 0.1 h, 1 % of a verdict.
    Source: judgement.

    >>> asked = make_asked(c, broilers(), farm())
    >>> aims_of(asked, judged_design(c, asked, make_design(c, "low-pen", {}))).shape
    (4,)
    """
    felt = [round(candidate.figures[name] / step) for name, step in FELT.items()]
    more = [-round(candidate.ratio(what) / FELT_GRADE) for what in asked.more]
    return np.array([round(candidate.wanting / FELT_GRADE), *felt, *more], dtype=float)


def count_of_aims(asked: Asked) -> int:
    """How many things a pen is to have little of.

    Args: asked.
    Returns: 4, and one for each verdict of which more is asked.
    Source: as `aims_of`.

    >>> count_of_aims(make_asked(c, broilers(), farm()))
    4
    """
    return 1 + len(FELT) + len(asked.more)


def best_of(candidates: Sequence[Candidate]) -> Candidate | None:
    """The pen to be shown first: of those that want least, the lightest.

    Args: candidates, of any number.
    Returns: it; None where there is none.
    Source: judgement.

    >>> best_of(()) is None
    True
    """
    return better_of(*candidates) if candidates else None


def front_of(asked: Asked, candidates: Sequence[Candidate]) -> tuple[Candidate, ...]:
    """Those that no other beats: as good in everything that counts and better in something.

    Args: asked; candidates, of any number.
    Returns: them, the lightest first; of those that are alike in all that counts, the first by its key.
    Source: Pareto's order, by non-dominated sorting (Deb et al. 2002).

    >>> front_of(make_asked(c, broilers(), farm()), ())
    ()
    """
    if not candidates:
        return ()
    ordered = sorted(candidates, key=lambda one: one.key)
    aims, first = np.unique(np.array([aims_of(asked, one) for one in ordered]), axis=0, return_index=True)
    kept = NonDominatedSorting().do(aims, only_non_dominated_front=True)
    return tuple(
        sorted((ordered[first[i]] for i in kept), key=lambda one: (one.figures[Figure.MASS], one.key))
    )


def filled(asked: Asked, candidates: Sequence[Candidate], corner: np.ndarray, best: np.ndarray) -> float:
    """How much of the room between a worst corner and the best of each aim some pens fill.

    Args: asked; candidates; corner and best, as `aims_of`, each of the corner over that of the best.
    Returns: a share from 0 to 1: the hypervolume.
    Source: Zitzler & Thiele (1999), computed by pymoo.

    >>> filled(make_asked(c, broilers(), farm()), (), np.ones(4), np.zeros(4))
    0.0
    """
    if not candidates:
        return 0.0
    aims = (np.array([aims_of(asked, one) for one in candidates]) - best) / (corner - best)
    return float(HV(ref_point=np.ones(len(corner)))(np.clip(aims, 0.0, 1.0)))
