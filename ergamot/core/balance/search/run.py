"""A search, one whole generation after another: seeded, the same whoever frames and judges."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import islice

import numpy as np
from pymoo.algorithms.moo.nsga2 import NSGA2
from pymoo.core.duplicate import DuplicateElimination
from pymoo.core.evaluator import Evaluator
from pymoo.core.population import Population
from pymoo.core.problem import Problem
from pymoo.operators.crossover.binx import BinomialCrossover
from pymoo.operators.mutation.pm import PM
from pymoo.problems.static import StaticProblem

from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.candidate import Candidate
from ergamot.core.balance.search.executor import Executor
from ergamot.core.balance.search.front import aims_of, best_of, count_of_aims, front_of
from ergamot.core.balance.search.genes import Draft, Genome, draft_key, genome_of
from ergamot.core.balance.search.seeds import seeds
from ergamot.core.balance.search.toward import Toward
from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import require_range

# Of 30 broilers on a new farm these filled most of the room after 1500 pens, of seven ways tried; may move
POPULATION, GENERATIONS = 24, 80
CROSSED_SHARE = 0.85  # of a generation; the rest differ in one gene from what nothing beats
TOWARD = 0.5  # of a generation, while nothing passes; may move
FROM_EACH = 3  # genes of one tried at a time; may move
STRAYS = 400  # looked through for one not tried yet; may move
CROSSED = 0.1  # of a pen's genes are its other parent's
VARIED = 6.0  # genes of one that are changed, about, most of another shape
SPREAD = 2.0  # of a change: the larger the nearer
WORST = 1e9  # of what is no pen; may move


@dataclass(frozen=True)
class Budget:
    """How much is tried: drafts in a generation, and generations."""

    population: int = POPULATION
    generations: int = GENERATIONS


@dataclass(frozen=True)
class Generation:
    """What one generation came to: drafts by key with what was found, the pens that nothing beats so far, and how many drafts
    were tried and how many pens judged in all."""

    number: int
    found: Mapping[str, Candidate | None]
    front: tuple[Candidate, ...]
    tried: int
    judged: int


def search(
    catalogue: Catalogue,
    asked: Asked,
    seed: int,
    budget: Budget,
    executor: Executor,
    known: Mapping[str, Candidate | None] | None = None,
) -> Iterator[Generation]:
    """Look for pens that no other beats.

    Args: catalogue; asked; seed, 0 to 2**31; budget, 4 to 500 drafts in each of 1 to 500 generations; executor; known, what
        was found before of drafts by key: it is not judged again.
    Returns: an iterator of Generations; the same for the same seed, whatever is known and whoever judges.
    Raises: OutOfRange.
    Source: NSGA-II (Deb et al. 2002), by pymoo.

    >>> asked = make_asked(c, broilers(), farm(), ("low-pen",))
    >>> first = next(search(c, asked, 1, Budget(8, 2), InLine(c)))
    >>> first.number, first.tried, len(first.front) > 0
    (1, 8, True)
    """
    require_range("seed", seed, 0, 2**31)
    require_range("population", budget.population, 4, 500)
    require_range("generations", budget.generations, 1, 500)
    genome = genome_of(catalogue, asked)
    problem = Problem(n_var=genome.size, n_obj=count_of_aims(asked), n_ieq_constr=1, xl=0.0, xu=1.0)
    same = _Same(genome)
    algorithm = NSGA2(
        pop_size=budget.population,
        n_offsprings=max(1, round(CROSSED_SHARE * budget.population)),
        sampling=_first(catalogue, asked, genome, seed, budget.population),
        crossover=BinomialCrossover(bias=CROSSED, n_offsprings=2),
        mutation=PM(prob_var=min(0.5, VARIED / genome.size), eta=SPREAD),
        eliminate_duplicates=same,
    )
    algorithm.setup(problem, termination=("n_gen", budget.generations), seed=seed, verbose=False)
    found: dict[str, Candidate | None] = {}
    front: tuple[Candidate, ...] = ()
    came_of: dict[str, Draft] = {}
    toward = Toward(catalogue, genome)
    for number in range(1, budget.generations + 1):
        drawn = algorithm.ask() if algorithm.has_next() else None
        drafts = [] if drawn is None else [same.draft(shares) for shares in drawn.get("X")]
        keyed = {draft_key(draft): draft for draft in drafts}
        if number > 1 and not toward.passed:
            half = round(TOWARD * budget.population)
            mends = islice(toward.drafts(number, {*found, *keyed}), budget.population - half)
            keyed = dict(islice(keyed.items(), half)) | {draft_key(one): one for one in mends}
        rng = np.random.default_rng((seed, number))
        near = _neighbours(
            genome, [came_of[one.key] for one in _best_first(front, rng)], {*found, *keyed}, rng
        )
        keyed |= dict(islice(near, budget.population - len(keyed.keys() - found.keys())))
        if not keyed:
            return  # all there is was tried
        fresh = {key: draft for key, draft in keyed.items() if key not in found}
        new = _judged(asked, fresh, executor, known or {})
        found.update(new)
        if not toward.passed:
            toward.meet(new, keyed)
        for key, one in new.items():
            if one is not None:
                came_of.setdefault(one.key, keyed[key])
        front = front_of(asked, (*front, *(one for one in new.values() if one is not None)))
        shares = np.array([genome.shares(draft.shape, dict(draft.values)) for draft in keyed.values()])
        _tell(algorithm, problem, asked, shares, [found[key] for key in keyed])
        yield Generation(number, new, front, len(found), sum(one is not None for one in found.values()))


def _best_first(front: Sequence[Candidate], rng: np.random.Generator) -> list[Candidate]:
    """The pens to look beside, at random; first the best while that still wants something."""
    mixed = [front[i] for i in rng.permutation(len(front))]
    best = best_of(front)
    return [best, *mixed] if best and best.wanting else mixed


def _neighbours(
    genome: Genome, drafts: Sequence[Draft], tried: set[str], rng: np.random.Generator
) -> Iterator[tuple[str, Draft]]:
    """Drafts not tried yet, by key: those that differ from one of some in one gene alone, at random; then any, while there
    are some to be met with."""
    for draft in _beside(genome, drafts, rng):
        key = draft_key(draft)
        if key not in tried:
            tried.add(key)
            yield key, draft


def _beside(genome: Genome, drafts: Sequence[Draft], rng: np.random.Generator) -> Iterator[Draft]:
    for draft in drafts:
        genes = [genome.genes[draft.shape][name] for name, _ in draft.values]
        for k in rng.permutation(len(genes))[:FROM_EACH]:
            values = genes[k].values
            changed = {**dict(draft.values), genes[k].name: values[int(rng.integers(len(values)))]}
            yield genome.draft(genome.shares(draft.shape, changed))
    for _ in range(STRAYS):
        yield genome.draft(rng.random(genome.size))


def _first(catalogue: Catalogue, asked: Asked, genome: Genome, seed: int, size: int) -> np.ndarray:
    """What a search begins with (size, genes): pens like those it is to look round, those a builder would begin with, and
    the rest at random."""
    rng = np.random.default_rng(seed)
    begun = seeds(catalogue, asked)[:size]
    told = [genome.shares(one.shape, dict(one.values)) for one in begun if one.shape in genome.shapes]
    return np.array([*told, *rng.random((size - len(told), genome.size))])


def _judged(
    asked: Asked, drafts: Mapping[str, Draft], executor: Executor, known: Mapping[str, Candidate | None]
) -> dict[str, Candidate | None]:
    """Every draft by its key with what it comes to; only those not known are framed."""
    unknown = [key for key in drafts if key not in known]
    answers = dict(zip(unknown, executor.judged(asked, [drafts[key] for key in unknown]), strict=True))
    return {key: answers[key] if key in answers else known[key] for key in drafts}


def _tell(
    algorithm: NSGA2, problem: Problem, asked: Asked, shares: np.ndarray, found: Sequence[Candidate | None]
) -> None:
    """Hand back what a generation came to; what is no pen is as bad as can be."""
    nothing = np.full(count_of_aims(asked), WORST)
    aims = np.array([nothing if one is None else aims_of(asked, one) for one in found])
    broken = np.array([[1.0 if one is None else -1.0] for one in found])
    told = Population.new(X=shares)
    Evaluator().eval(StaticProblem(problem, F=aims, G=broken), told)
    algorithm.tell(infills=told)


class _Same(DuplicateElimination):  # type: ignore[misc]  # pymoo carries no types
    """Two sets of shares that stand for one draft are one."""

    def __init__(self, genome: Genome) -> None:
        super().__init__()
        self._genome = genome
        self._drafts: dict[bytes, Draft] = {}  # by shares: the same are compared again and again

    def draft(self, shares: np.ndarray) -> Draft:
        """What some shares stand for."""
        told = shares.tobytes()
        if told not in self._drafts:
            self._drafts[told] = self._genome.draft(shares)
        return self._drafts[told]

    def _do(self, pop: Population, other: Population | None, is_duplicate: np.ndarray) -> np.ndarray:
        seen = {self.draft(one.X) for one in other} if other is not None else set()
        for i, one in enumerate(pop):
            told = self.draft(one.X)
            if told in seen:
                is_duplicate[i] = True
            elif other is None:
                seen.add(told)
        return is_duplicate
