"""All that is found of one pen, for one flock, on one farm."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from ergamot.core.balance.case import Case
from ergamot.core.balance.questions import VERDICTS, verdict_of
from ergamot.core.catalogue import Catalogue
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Finding
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.structure import Structure
from ergamot.core.weather.loads import Loads


@dataclass(frozen=True)
class Judged(Case):
    """A case with its findings, and what they were found from. What carries no grade is asked when it is looked at: most who
    judge a pen never do."""

    @cached_property
    def _found(self) -> dict[str, Finding]:
        return {}

    def finding(self, key: str) -> Finding:
        """Return what is found in one verdict, by its key."""
        if key not in self._found:
            self._found[key] = verdict_of(key).ask(self)
        return self._found[key]

    @property
    def findings(self) -> tuple[Finding, ...]:
        """Return all of them, in the order they are always shown."""
        return tuple(self.finding(key) for key in VERDICTS)

    @property
    def graded(self) -> tuple[Finding, ...]:
        """Return those that carry a grade."""
        return tuple(self.finding(one.key) for one in VERDICTS.values() if one.grades_in(self))


def judge(
    catalogue: Catalogue,
    structure: Structure,
    flock: Flock,
    farm: FarmConditions,
    loads: Loads | None = None,
) -> Judged:
    """Ask all questions of a pen.

    Args: catalogue; structure; flock, the birds it is for; farm, its conditions; loads, what the wind does to it, where that
        is known.
    Returns: the Judged.
    Raises: OutOfRange, UnknownChoice.
    Source: as each finding.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.flock.flock import make_flock
    >>> from ergamot.core.frame.design import build, make_design
    >>> from ergamot.core.farm.conditions import make_conditions
    >>> c = load_catalogue()
    >>> f = make_flock(c, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    >>> j = judge(c, build(make_design(c, "low-pen", {}), c), f, make_conditions(c))
    >>> [finding.what for finding in j.findings] == list(VERDICTS)
    True
    """
    judged = Judged(catalogue, structure, flock, farm, loads)
    _ = judged.graded  # what cannot be judged is told here
    return judged
