"""One pen of a search: how it stands in every verdict, and what it weighs, costs and takes, by the real engine."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cached_property

from ergamot.core.balance.case import on_poor_grip
from ergamot.core.balance.hatches import within_reach
from ergamot.core.balance.questions import VERDICTS, word_of
from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.drafts import design_of
from ergamot.core.balance.search.figures import SCALES, Figure
from ergamot.core.balance.search.genes import HATCHES, TIED, TIES, Draft, draft_key
from ergamot.core.balance.ties import tied_down, untied
from ergamot.core.balance.verdicts import Judged, judge
from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import ErgamotError
from ergamot.core.farm.tools import tools_lacking
from ergamot.core.finding import Grade, graded, least_on_scale
from ergamot.core.flock.space import HAS
from ergamot.core.frame.design import Design, build
from ergamot.core.frame.kinds import Moves
from ergamot.core.frame.mass import mass
from ergamot.core.frame.reach import out_of_reach
from ergamot.core.frame.shapes import shape_of
from ergamot.core.frame.structure import Structure
from ergamot.core.ground.minutes import Handling
from ergamot.core.making.about import about_hours
from ergamot.core.stock.cost_estimate import estimated_cost
from ergamot.core.weather.loads import Loads

TRIES = 1  # of a hatch: the nearest to the corner no one gets at; may move
A_LACK = 0.5  # of a grade: a feeder, roost or nest that is wanting, a corner no arm gets at; judgement


@dataclass(frozen=True)
class Mark:
    """How a pen stands in one verdict: over the good, and over the least that will do."""

    what: str
    ratio: float
    least: float

    @property
    def verdict(self) -> Grade:
        return graded(self.ratio, self.least)

    @property
    def word(self) -> str:
        """The grade as a keeper reads it."""
        return word_of(self.what, self.verdict)

    @property
    def least_at(self) -> float:
        """Where the least stands on the scale of `ratio`."""
        return least_on_scale(self.ratio, self.least)

    @property
    def wanting(self) -> float:
        """How far under good, no unit: 0 from the good on, up to 1 down to the least, from 1 where it is short."""
        if self.verdict is Grade.SHORT:
            return 1.0 + (1.0 - max(0.0, self.least))
        if self.verdict is Grade.BETWEEN:
            return min(1.0, (1.0 - self.ratio) / max(1e-9, 1.0 - self.least_at))
        return 0.0


@dataclass(frozen=True)
class Candidate:
    """A pen that was framed and judged. `lacks` counts what its birds miss in it, `unreached` the spaces no arm gets all of,
    `borrowed` the tools it takes that the farm has not; `floor` is Space by its floor alone, `mends` the parameters that would mend what is
    worst of it in a verdict, by its key, where that is known."""

    design: Design
    marks: tuple[Mark, ...]
    figures: Mapping[Figure, float]
    lacks: int
    unreached: int
    borrowed: int
    floor: Mark
    mends: Mapping[str, tuple[str, ...]] = field(default_factory=dict)

    def __hash__(self) -> int:
        return hash(self.key)  # its figures are a mapping, which has none

    @cached_property
    def key(self) -> str:
        """The same for the same design, whoever judged it."""
        return design_key(self.design)

    @cached_property
    def limiting(self) -> tuple[Mark, ...]:
        """Return its marks in the verdicts that keep a pen back."""
        return tuple(mark for mark in self.marks if VERDICTS[mark.what].limits)

    @cached_property
    def wanting(self) -> float:
        """What is short or hard of it, all together; 0 where all is right and nothing lacks."""
        return sum(mark.wanting for mark in self.limiting) + A_LACK * (self.lacks + self.unreached)

    @property
    def order(self) -> tuple[float, float, float, str]:
        """The pen to be shown or proposed first comes first: what wants least, then the lightest, then the cheapest."""
        kg, cost = self.figures[Figure.MASS], self.figures[Figure.COST]
        return round(self.wanting, 6), round(kg, 2), round(cost, 2), self.key

    @property
    def passes(self) -> bool:
        """Is nothing of it short, and has it all its birds need?"""
        return not self.lacks and not self.short

    @property
    def short(self) -> tuple[str, ...]:
        return tuple(mark.what for mark in self.limiting if mark.verdict is Grade.SHORT)

    def together(self, pens: int) -> dict[Figure, float]:
        """Of several alike, what adds up."""
        return {figure: pens * has for figure, has in self.figures.items() if SCALES[figure].adds_up}

    def ratio(self, what: str) -> float:
        """How it stands in a verdict, over the good; 1 in one that carries no grade."""
        return next((mark.ratio for mark in self.marks if mark.what == what), 1.0)


Judging = Callable[[Catalogue, Asked, Design], Candidate]


def design_key(design: Design) -> str:
    """The same for the same design.

    Args: design.
    Returns: 24 hexadecimal digits.
    Source: SHA-256.

    >>> design_key(make_design(c, "hoop", {})) == design_key(make_design(c, "hoop", {"width": 2438.4}))
    True
    """
    return draft_key(Draft(design.shape, tuple(sorted(design.values.items()))))


def better_of(one: Candidate, *others: Candidate) -> Candidate:
    """The pen to be shown or proposed before some others.

    Args: one; others.
    Returns: the first of them by its order.
    Source: judgement.

    >>> one = judged_design(c, make_asked(c, broilers(), farm()), make_design(c, "low-pen", {}))
    >>> better_of(one) is one
    True
    """
    return min((one, *others), key=lambda each: each.order)


def candidate_of(catalogue: Catalogue, asked: Asked, draft: Draft) -> Candidate | None:
    """Frame and judge a draft.

    Args: catalogue; asked; draft.
    Returns: the Candidate; None where the draft is no pen.
    Source: the engine that judges any pen.

    >>> asked = make_asked(c, broilers(), farm())
    >>> found = candidate_of(c, asked, Draft("low-pen", (("length", 3048.0), ("width", 2133.6))))
    >>> round(found.figures[Figure.LENGTH]), [str(what) for what in found.short]
    (3048, ['wind'])
    """
    design = design_of(catalogue, asked, draft)
    if design is None:
        return None
    asked_of = dict(draft.values)
    judged = tied_candidate if asked_of.get(TIED) == "yes" else judged_design
    try:
        found = judged(catalogue, asked, design)
        if asked_of.get(HATCHES) == "yes" and found.passes:  # worth their hinges only in a pen that is
            return with_hatches(catalogue, asked, found, judged, TRIES)
        return found
    except ErgamotError:
        return None


def with_hatches(
    catalogue: Catalogue,
    asked: Asked,
    found: Candidate,
    judged: Judging,
    tries: int | None = None,
) -> Candidate:
    """The same with hatches for an arm where no one gets, where that is worth what they weigh.

    Args: catalogue; asked; found; judged, how the pen with hatches is judged; tries, of each hatch, 1 or more, all there are
        where it is not given.
    Returns: the better of the two.
    Raises: OutOfRange.
    Source: as `within_reach`.

    >>> asked = make_asked(c, broilers(), farm())
    >>> bare = judged_design(c, asked, make_design(c, "low-pen", {"length": 1828.8, "width": 1219.2}))
    >>> bare.unreached, with_hatches(c, asked, bare, judged_design).unreached
    (1, 0)
    """
    if not found.unreached:
        return found
    reached = within_reach(catalogue, found.design, tries)
    if reached == found.design:
        return found
    return better_of(found, judged(catalogue, asked, reached))


def tied_candidate(catalogue: Catalogue, asked: Asked, design: Design) -> Candidate:
    """A design framed, tied down as cheaply as holds where nothing that ties it is settled, and judged.

    Args: catalogue; asked, for its flock and farm; design.
    Returns: the Candidate.
    Raises: OutOfRange where it cannot be framed.
    Source: as `tied_down`; the engine that judges any pen.

    >>> one = tied_candidate(c, make_asked(c, broilers(), farm()), make_design(c, "low-pen", {}))
    >>> [mark.word for mark in one.marks if mark.what == "wind"]
    ['right']
    """
    if TIES & set(asked.fixed):
        return judged_design(catalogue, asked, design)
    bare = untied(catalogue, design)
    structure = build(bare, catalogue)
    poor = on_poor_grip(structure, mass(structure), asked.farm)
    held = tied_down(catalogue, asked.farm, bare, poor)
    # ties alone change nothing of what the wind does
    return judged_design(catalogue, asked, held, poor.loads)


def judged_design(
    catalogue: Catalogue, asked: Asked, design: Design, loads: Loads | None = None
) -> Candidate:
    """A design framed and judged.

    Args: catalogue; asked, for its flock and farm; design; loads, what the wind does to it, where that is known.
    Returns: the Candidate.
    Raises: OutOfRange where it cannot be framed.
    Source: the engine that judges any pen.

    >>> from ergamot.core.frame.design import make_design
    >>> one = judged_design(c, make_asked(c, broilers(), farm()), make_design(c, "low-pen", {}))
    >>> sorted(str(mark.what) for mark in one.marks)
    ['moving', 'space', 'strength', 'wind']
    """
    structure = build(design, catalogue)
    judged = judge(catalogue, structure, asked.flock, asked.farm, loads)
    return Candidate(
        design,
        tuple(Mark(one.what, one.ratio, one.least) for one in judged.graded),
        figures_of(catalogue, asked, design, structure, judged),
        sum(one.lacks > 0 for one in judged.provisions),
        len(out_of_reach(structure)),
        len(tools_lacking(shape_of(design.shape).tools, asked.farm.tools)),
        Mark(judged.floor.what, judged.floor.ratio, judged.floor.least),
        {one.key: first for one in VERDICTS.values() if (first := one.first(judged))},
    )


def figures_of(
    catalogue: Catalogue, asked: Asked, design: Design, structure: Structure, judged: Judged
) -> dict[Figure, float]:
    """What is told of a pen in numbers.

    Args: catalogue; asked, for its flock and farm; design; structure, of it; judged, of that.
    Returns: kg fresh from the yard, money, hours, m/s at 10 m on poor grip, N to start it and to lift it, m² a bird, mm,
        minutes of a move.
    Raises: OutOfRange.
    Source: as each verdict; `estimated_cost`; `about_hours`.

    >>> asked = make_asked(c, broilers(), farm())
    >>> low = make_design(c, "low-pen", {})
    >>> told = figures_of(c, asked, low, pen(), judge(c, pen(), asked.flock, asked.farm))
    >>> round(told[Figure.MASS]), round(told[Figure.LENGTH])
    (78, 3048)
    """
    farm = asked.farm
    handling = Handling(Moves(str(design.values["gear"])), farm.crew.drawbar_n > 0)
    return {
        Figure.MASS: judged.mass.fresh_kg,
        Figure.COST: float(estimated_cost(structure, catalogue, asked.in_hand)),
        Figure.HOURS: about_hours(structure),
        Figure.GUST: judged.stands.poor.worst.least,
        Figure.PULL: judged.moved.start,
        Figure.LIFT: judged.moved.lift,
        Figure.FLOOR: HAS.of(A=judged.floor_m2, n=asked.flock.placed),
        Figure.LENGTH: float(design.values["length"]),
        Figure.WIDTH: float(design.values["width"]),
        Figure.HEIGHT: structure.body.z[1],
        Figure.MINUTES: handling.move_min(float(design.values["length"]) / 1000, turned=False),
    }
