"""What a question answers with: a verdict in a sentence, its figures, and the working that shows why."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from ergamot.core.units import Quantity, System, say
from ergamot.core.working import Step


class What(StrEnum):
    """What a verdict is on, in the order they are shown."""

    SPACE = "space"
    WEIGHT = "weight"
    MOVING = "moving"
    WIND = "wind"
    STRENGTH = "strength"


class Grade(StrEnum):
    """How a pen stands against what is needed."""

    FAILS = "fails"
    RIGHT = "right"
    AMPLE = "ample"

    @property
    def word(self) -> str:
        """As a keeper reads it."""
        return {Grade.FAILS: "short", Grade.RIGHT: "right", Grade.AMPLE: "to spare"}[self]


AMPLE = 1.5  # half as much again as is needed counts as more than enough; judgement


@dataclass(frozen=True)
class Phrase:
    """A sentence with figures in it, written out only when the reader's units are known."""

    template: str
    figures: tuple[tuple[str, Quantity], ...] = ()

    def text(self, system: System) -> str:
        return self.template.format(**{name: say(figure, system) for name, figure in self.figures})


def phrase(template: str, **figures: Quantity) -> Phrase:
    """Make a sentence of a template and the figures it names.

    Args: template, text with `{name}` places; figures, one Quantity for each name.
    Returns: the Phrase.
    Source: common practice.

    >>> phrase("stands {gust}", gust=Quantity(22, "ms")).text("metric")
    'stands 22 m/s'
    """
    return Phrase(template, tuple(figures.items()))


@dataclass(frozen=True)
class Finding:
    """A verdict. `ratio` is what there is over what is needed: 1 just passes.

    `band` is what the ratio may be where the figures behind it are not well known, told in `band_words`.
    """

    what: What
    title: str
    sentence: Phrase
    figure: Phrase
    ratio: float
    limit: Phrase
    working: tuple[Step, ...]
    answer: str
    details: tuple[Phrase, ...] = ()
    band: tuple[float, float] | None = None
    band_words: Phrase | None = None
    cautions: tuple[str, ...] = ()

    @property
    def verdict(self) -> Grade:
        if self.ratio < 1:
            return Grade.FAILS
        return Grade.RIGHT if self.ratio < AMPLE else Grade.AMPLE
