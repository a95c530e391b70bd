"""Bound the work that goes into a plan, in steps and not by the clock: the same plan comes of it on any machine, however
slow or busy it is."""

from __future__ import annotations

from ergamot.core.errors import require_range

# A step is about a microsecond of a processor of 2025; may move: what is asked of a plan is only how many there are
BILL = 4_000_000  # for all the plans of a bill; more is hardly ever cheaper; may move
GLANCE = 150_000  # for a bill among many, or where any plan will do; may move
LEAST, MOST = 1_000, 100_000_000


class OutOfEffort(Exception):
    """A search was not done with the steps it had; caught where the plan is made, never shown."""


class Effort:
    """Count the steps that are left for some work. What a share of it spends is spent of the whole too."""

    def __init__(self, steps: float, whole: Effort | None = None) -> None:
        self.left = steps
        self._whole = whole

    def charge(self, steps: float) -> None:
        """Note steps that were made."""
        self.left -= steps
        if self._whole is not None:
            self._whole.charge(steps)

    def spend(self, steps: float) -> None:
        """Note steps that were made; OutOfEffort where there were not as many left."""
        self.charge(steps)
        if self.left < 0:
            raise OutOfEffort

    def share(self, part: float) -> Effort:
        """A part of what is left, 0 to 1, for one of several things to do."""
        return Effort(max(0.0, self.left * part), self)

    def at_least(self, steps: float) -> Effort:
        """Give the same, or so many steps where fewer are left: what has to be done is done at all."""
        return self if self.left >= steps else Effort(steps, self)


def effort_of(steps: float) -> Effort:
    """Return what may be spent on a plan.

    Args: steps, 1000 to 100 million.
    Returns: the Effort.
    Raises: OutOfRange.
    Source: arithmetic.

    >>> effort_of(4000).share(0.25).left
    1000.0
    """
    require_range("steps", steps, LEAST, MOST, "steps")
    return Effort(steps)
