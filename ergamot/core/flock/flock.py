"""A flock as the keeper enters it: how many of what, hatched when, out when, gone when."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from ergamot.core.catalogue import Catalogue, Strain, pick
from ergamot.core.days import check_day
from ergamot.core.errors import OutOfRange, WrongOrder, require_range

MOST_BIRDS = 2000  # four times the largest farm this is meant for; judgement
LATEST_LEAVING_DAY = 800  # beyond a second laying year; judgement


@dataclass(frozen=True)
class Flock:
    """Birds of one strain and one hatch. Days of age count from the hatch day as 0."""

    strain: Strain
    placed: int
    hatch: date
    out: date
    leaves: date

    @property
    def out_day(self) -> int:
        return (self.out - self.hatch).days

    @property
    def leaving_day(self) -> int:
        return (self.leaves - self.hatch).days

    def age_on(self, day: date) -> int:
        return (day - self.hatch).days


def make_flock(catalogue: Catalogue, strain: str, placed: int, hatch: date, out: date, leaves: date) -> Flock:
    """Check what was entered and make a flock of it.

    Args: catalogue; strain, its key; placed, birds placed, 1 to 2000; hatch, out and leaves, dates
        in that order, of the years 2000 to 2100, leaving at most 800 days after hatching.
    Returns: the Flock.
    Raises: UnknownChoice, OutOfRange, WrongOrder.
    Source: common practice.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> make_flock(load_catalogue(), "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22),
    ...            date(2026, 5, 20)).leaving_day
    49
    """
    require_range("placed", placed, 1, MOST_BIRDS, "birds")
    for field, day in (("hatch", hatch), ("out", out), ("leaves", leaves)):
        check_day(day, field)
    if out < hatch:
        raise WrongOrder(
            "The birds cannot go out before they hatch",
            field="out",
            value=out.isoformat(),
            allowed=f"on or after {hatch.isoformat()}",
        )
    if leaves <= out:
        raise WrongOrder(
            "The birds cannot leave before they have gone out",
            field="leaves",
            value=leaves.isoformat(),
            allowed=f"after {out.isoformat()}",
        )
    if (leaves - hatch).days > LATEST_LEAVING_DAY:
        raise OutOfRange("leaves", leaves.isoformat(), f"at most {LATEST_LEAVING_DAY} days after the hatch")
    return Flock(pick(catalogue.strains, strain, "strain"), placed, hatch, out, leaves)
