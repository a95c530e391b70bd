"""What a question answers with: a verdict in a sentence, its figures, and the working that shows why."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from enum import StrEnum
from functools import cached_property, partial

from ergamot.core.records import record
from ergamot.core.units import Quantity, System, say
from ergamot.core.working import Step


class What(StrEnum):
    """The keys of verdicts that are asked for by name; which there are, is declared in `balance/questions.py`."""

    SPACE = "space"
    WEIGHT = "weight"
    MOVING = "moving"
    WIND = "wind"
    STRENGTH = "strength"


EVERY = tuple(What)  # of them, and of those that are declared later


class Grade(StrEnum):
    """How a pen stands against what is needed, the worst first."""

    SHORT = "short"
    BETWEEN = "between"
    RIGHT = "right"
    AMPLE = "ample"

    @property
    def level(self) -> int:
        """0 short to 3 to spare."""
        return list(Grade).index(self)


AMPLE = 1.5  # half as much again as is needed counts as more than enough; judgement


@record
class Phrase:
    """A sentence with figures in it, written out only when the reader's units are known. What a keeper typed, and a sentence
    within a sentence, stand in a place of their own, never in the template."""

    template: str
    figures: tuple[tuple[str, Quantity | str | Phrase], ...] = ()

    def text(self, system: System) -> str:
        return self.template.format(**{name: _said(one, system) for name, one in self.figures})


def _said(one: Quantity | str | Phrase, system: System) -> str:
    if isinstance(one, Quantity):
        return say(one, system)
    return one if isinstance(one, str) else one.text(system)


def phrase(template: str, **figures: Quantity | str | Phrase) -> Phrase:
    """Make a sentence of a template and what stands in its places.

    Args: template, text with `{name}` places; figures, a figure, words or a Phrase for each name.
    Returns: the Phrase.
    Source: common practice.

    >>> phrase("stands {gust}", gust=Quantity(22, "ms")).text("metric")
    'stands 22 m/s'
    >>> phrase("{mesh} sags", mesh="Net {fine}").text("metric")
    'Net {fine} sags'
    """
    return Phrase(template, tuple(figures.items()))


def plain(text: str) -> str:
    """Words that stand in a phrase as they are, braces and all.

    Args: text, such as a keeper typed.
    Returns: it as a template.
    Source: Python's format strings.

    >>> phrase(plain("oak {old}")).text("metric")
    'oak {old}'
    """
    return text.replace("{", "{{").replace("}", "}}")


Rank = tuple[int, float]  # the level of a grade, and the mark that decides within it


def graded(ratio: float, least: float) -> Grade:
    """The grade of what there is against two marks.

    Args: ratio, what there is over what is good, 0 or more; least, over the least that will do, 0 or more.
    Returns: short under the least, between up to the good, right from there, ample from half as much again.
    Source: judgement.

    >>> [graded(ratio, 1.5 * ratio).value for ratio in (0.5, 0.8, 1.0, 1.5)]
    ['short', 'between', 'right', 'ample']
    """
    if least < 1:
        return Grade.SHORT
    if ratio < 1:
        return Grade.BETWEEN
    return Grade.RIGHT if ratio < AMPLE else Grade.AMPLE


def rank_of(ratio: float, least: float) -> Rank:
    """How something stands beside others, the worst first: by grade, and within it by the mark that decides.

    Args: ratio, what there is over what is good, 0 or more; least, over the least that will do, 0 or more.
    Returns: the level of its grade, 0 to 3, and its least where it is short, else its ratio.
    Source: judgement.

    >>> rank_of(0.5, 0.9), rank_of(0.5, 1.2)
    ((0, 0.9), (1, 0.5))
    """
    grade = graded(ratio, least)
    return grade.level, least if grade is Grade.SHORT else ratio


def least_on_scale(ratio: float, least: float) -> float:
    """Where the least mark stands on a scale on which good stands at 1.

    Args: ratio, what there is over what is good, 0 or more; least, over the least that will do, 0 or more.
    Returns: the least over the good; 1 where there is nothing between them.
    Source: arithmetic.

    >>> least_on_scale(0.9, 1.2), least_on_scale(0.0, 0.0)
    (0.75, 1.0)
    """
    return ratio / least if least > 0 else 1.0


@dataclass(frozen=True)
class Telling:
    """What is said of a verdict, and the working that shows why; `answer` is the symbol in it that decides.

    `band` is what the ratio may be where the figures behind it are not well known, told in `band_words`.
    """

    sentence: Phrase
    figure: Phrase
    limit: Phrase
    working: tuple[Step, ...]
    answer: str
    details: tuple[Phrase, ...] = ()
    band: tuple[float, float] | None = None
    band_words: Phrase | None = None
    cautions: tuple[str, ...] = ()


@dataclass(frozen=True)
class Finding:
    """A verdict. `ratio` is what there is over what is good, `least` over the least that will do: 1 just passes each.

    `tell` works out what is said of it, which most who compare pens never ask. `costs` tells what a grade between the two
    marks costs the keeper, and the cheapest way out of it. What is `told` alone carries no grade.
    """

    what: str
    title: str
    ratio: float
    least: float
    tell: Callable[[], Telling]
    costs: Callable[[], Phrase | None] | None = None
    told: bool = False

    @cached_property
    def telling(self) -> Telling:
        return self.tell()

    @property
    def sentence(self) -> Phrase:
        return self.telling.sentence

    @property
    def figure(self) -> Phrase:
        return self.telling.figure

    @property
    def limit(self) -> Phrase:
        return self.telling.limit

    @property
    def working(self) -> tuple[Step, ...]:
        return self.telling.working

    @property
    def answer(self) -> str:
        return self.telling.answer

    @property
    def details(self) -> tuple[Phrase, ...]:
        return self.telling.details

    @property
    def band(self) -> tuple[float, float] | None:
        return self.telling.band

    @property
    def band_words(self) -> Phrase | None:
        return self.telling.band_words

    @property
    def cautions(self) -> tuple[str, ...]:
        return self.telling.cautions

    def saying(self, more: Callable[[], tuple[Phrase, ...]]) -> Finding:
        """The same with more details."""
        return replace(self, tell=partial(_saying, self.tell, more))

    @cached_property
    def cost(self) -> Phrase | None:
        """What a grade between the marks costs; nothing else does. Worked out when it is asked for."""
        return self.costs() if self.costs is not None and self.verdict is Grade.BETWEEN else None

    @property
    def verdict(self) -> Grade | None:
        return None if self.told else graded(self.ratio, self.least)

    @property
    def falls_short(self) -> bool:
        return self.verdict is Grade.SHORT

    @property
    def rank(self) -> Rank:
        return rank_of(self.ratio, self.least)

    @property
    def least_at(self) -> float:
        """Where the least stands on the scale of `ratio`: 1 where there is nothing between it and good."""
        return least_on_scale(self.ratio, self.least)


def _saying(tell: Callable[[], Telling], more: Callable[[], tuple[Phrase, ...]]) -> Telling:
    telling = tell()
    return replace(telling, details=(*telling.details, *more()))
