"""What a search varies: each choice of a shape as a share from 0 to 1, so that pens of different shapes can be crossed.

A parameter that several shapes have is one gene: a hoop crossed with a low pen passes on its width and its wheels.
"""

from __future__ import annotations

import hashlib
import json
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np

from ergamot.core.balance.fitting import usual_of
from ergamot.core.balance.mends import GROUPS
from ergamot.core.balance.search.asked import Asked
from ergamot.core.catalogue import Catalogue
from ergamot.core.frame.design import make_design
from ergamot.core.frame.parameters import Parameter, Value, matters
from ergamot.core.frame.shapes import shape_of

STEPS: Mapping[str, float] = {"length": 100.0, "share": 0.2, "angle": 5.0, "count": 1.0, "mass": 10.0}
# Genes that are no parameter: which way of building its shape; hatches for an arm where no one gets at; tied down as cheaply as
# holds, whatever the ties otherwise
SCHOOL, HATCHES, TIED = "school", "hatches", "tied"
TIES = frozenset({"anchors", "anchor", "anchors_at", "chocks"})
MOST_STEPS = 24  # of one figure; more is a difference no keeper sees
NEAR_MM = 30.0  # of where stock comes out whole: no size of its own


@dataclass(frozen=True)
class Gene:
    """One thing that is varied, and what it may be, in order."""

    name: str
    values: tuple[Value, ...]

    def at(self, share: float) -> Value:
        """What a share from 0 to 1 stands for."""
        return self.values[min(int(share * len(self.values)), len(self.values) - 1)]

    def beside(self, value: float) -> tuple[Value, ...]:
        """Of figures, the next less and the next more than one."""
        less = [one for one in self.values if isinstance(one, float) and one < value - 1e-6]
        more = [one for one in self.values if isinstance(one, float) and one > value + 1e-6]
        return (*less[-1:], *more[:1])

    def share_of(self, value: Value) -> float:
        """The middle of the share that stands for a value, or for the nearest there is."""
        at = self._places.get(value)
        if at is None and not isinstance(value, str):
            at = min(range(len(self.values)), key=lambda i: abs(float(self.values[i]) - float(value)))
        return ((at or 0) + 0.5) / len(self.values)

    @cached_property
    def _places(self) -> Mapping[Value, int]:
        """Where each value stands."""
        return {value: i for i, value in enumerate(self.values)}


@dataclass(frozen=True)
class Draft:
    """A shape and what was varied of it: not yet a design."""

    shape: str
    values: tuple[tuple[str, Value], ...]


def draft_key(draft: Draft) -> str:
    """The same for the same draft.

    Args: draft.
    Returns: 24 hexadecimal digits.
    Source: SHA-256.

    >>> draft_key(Draft("hoop", ())) == draft_key(Draft("hoop", ()))
    True
    """
    return hashlib.sha256(json.dumps([draft.shape, draft.values]).encode()).hexdigest()[:24]


@dataclass(frozen=True)
class Genome:
    """All that is varied: the shape first, then every gene of any shape, by name. `usual` is what else there is of each shape and
    what its genes are where nothing is said of them, `fixed` what is settled."""

    shapes: tuple[str, ...]
    genes: Mapping[str, Mapping[str, Gene]]
    names: tuple[str, ...]
    usual: Mapping[str, Mapping[str, Value]]
    fixed: Mapping[str, Value]
    declared: Mapping[str, Mapping[str, Parameter]]

    @property
    def size(self) -> int:
        return 1 + len(self.names)

    def choices(self, shape: str, name: str) -> tuple[Value, ...]:
        """What a gene of a shape may be; nothing where it has none of that name."""
        gene = self.genes[shape].get(name)
        return gene.values if gene else ()

    def draft(self, shares: Sequence[float] | np.ndarray) -> Draft:
        """What some shares stand for; nothing is said of what does not matter beside the rest, so that one pen is one draft."""
        told = [float(share) for share in shares]
        shape = self.shapes[min(int(told[0] * len(self.shapes)), len(self.shapes) - 1)]
        values = {name: gene.at(told[i]) for i, name, gene in self._own[shape]}
        school = shape_of(shape).school_of(str(values.get(SCHOOL, "")))
        stand = {**self.usual[shape], **values, **school, **self.fixed}
        tied = TIES if values.get(TIED) == "yes" else frozenset()
        silent = tied.union(school)
        known, hanging = self.declared[shape], self._hanging[shape]
        return Draft(
            shape,
            tuple(
                (name, value)
                for name, value in values.items()
                if name not in silent and (name not in hanging or matters(known[name], known, stand))
            ),
        )

    @cached_property
    def _own(self) -> Mapping[str, list[tuple[int, str, Gene]]]:
        """The genes of each shape, with their places among all shares."""
        return {
            shape: [(i, name, genes[name]) for i, name in enumerate(self.names, 1) if name in genes]
            for shape, genes in self.genes.items()
        }

    @cached_property
    def _hanging(self) -> Mapping[str, frozenset[str]]:
        """Of each shape, the parameters that hang on others."""
        return {
            shape: frozenset(name for name, one in known.items() if one.hangs)
            for shape, known in self.declared.items()
        }

    def shares(self, shape: str, values: Mapping[str, Value]) -> np.ndarray:
        """Shares (size,) that stand for values of a shape, and for what is usual where they do not say; the middle of the genes
        of others."""
        told = {**self.usual[shape], **values}
        shares = np.full(self.size, 0.5)
        shares[0] = (self.shapes.index(shape) + 0.5) / len(self.shapes)
        for i, name, gene in self._own[shape]:
            if name in told:
                shares[i] = gene.share_of(told[name])
        return shares


def genome_of(catalogue: Catalogue, asked: Asked) -> Genome:
    """What a search varies.

    Args: catalogue; asked.
    Returns: the Genome: sizes, sections, coverings, gear, ties and house of each shape, less what is settled.
    Source: the shapes' declarations; sizes where stock comes out whole, and in steps between.

    >>> genome = genome_of(c, make_asked(c, broilers(), farm(), ("low-pen",), {"section": "2x2"}))
    >>> "section" in genome.names, "width" in genome.names
    (False, True)
    """
    genes = {shape: {gene.name: gene for gene in _genes(catalogue, asked, shape)} for shape in asked.shapes}
    names = dict.fromkeys(name for own in genes.values() for name in own)
    return Genome(
        asked.shapes,
        genes,
        tuple(names),
        {
            shape: {**usual_of(catalogue, asked.flock, shape), **asked.like_of(shape)}
            for shape in asked.shapes
        },
        asked.fixed,
        {shape: {one.name: one for one in shape_of(shape).parameters} for shape in asked.shapes},
    )


def _genes(catalogue: Catalogue, asked: Asked, shape: str) -> Iterator[Gene]:
    schools = shape_of(shape).schools
    if schools:
        yield Gene(SCHOOL, ("", *(school.key for school in schools)))
    yield Gene(HATCHES, ("no", "yes"))
    if not TIES & set(asked.fixed):
        yield Gene(TIED, ("no", "yes"))
    for one in shape_of(shape).parameters:
        gene = _gene(catalogue, asked, shape, one)
        if gene is not None:
            yield gene


def _gene(catalogue: Catalogue, asked: Asked, shape: str, one: Parameter) -> Gene | None:
    if one.kept or one.group not in GROUPS or one.name in asked.fixed:
        return None
    values = _choices(catalogue, one) if one.kind == "choice" else _figures(catalogue, asked, shape, one)
    return Gene(one.name, values) if len(values) > 1 else None


def _choices(catalogue: Catalogue, one: Parameter) -> tuple[Value, ...]:
    """What can be picked; of meshes, those that keep out all that the usual one does."""
    keys = [choice.key for choice in one.options(catalogue)]
    if one.table == "meshes":
        out = set(catalogue.meshes[str(one.default)].keeps_out)
        keys = [key for key in keys if out <= set(catalogue.meshes[key].keeps_out)]
    return tuple(keys)


def _figures(catalogue: Catalogue, asked: Asked, shape: str, one: Parameter) -> tuple[Value, ...]:
    most = min(one.high, asked.at_most.get(one.name, one.high))
    step = max(STEPS[one.kind], (most - one.low) / MOST_STEPS)
    stops = [stop for stop in _stops(catalogue, shape, one.name) if one.low <= stop <= most]
    apart = [one.low + i * step for i in range(int((most - one.low) / step + 1e-9) + 1)]
    between = [at for at in apart if one.kind != "length" or all(abs(at - stop) > NEAR_MM for stop in stops)]
    own = [
        at
        for at in (float(one.default), float(asked.like_of(shape).get(one.name, one.default)))
        if one.low <= at <= most
    ]
    return tuple(sorted({round(at, 4) for at in (*stops, *between, *own)}))


@lru_cache(maxsize=64)
def _stops(catalogue: Catalogue, shape: str, name: str) -> tuple[float, ...]:
    """Where stock comes out whole on the shape as it usually is."""
    return shape_of(shape).stops(name, make_design(catalogue, shape, {}).values, catalogue)
